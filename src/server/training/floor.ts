/**
 * What a client's phone talks to. Opening the page changes nothing; the page itself exchanges the link's token for an
 * HttpOnly cookie of that client's own, since one phone may serve several. Every request names the client it is for and
 * looks the token's hash up again, so that revoking works at once and nothing lands with somebody else.
 */
import { floor as words } from "#core/words/server";
import { Router, type Request, type RequestHandler } from "express";
import { z } from "zod";
import { api } from "#core/exchange/api";
import { checkInSchema, type CheckIn } from "#core/training/check-in-schema";
import {
  entrySchema,
  reportSchema,
  type Entry,
  type ItemAnswer,
  type LogBatch,
  type Report,
} from "#core/training/entry";
import { unwritableText } from "#core/base/text";
import { CURRENT_EDITION } from "#core/edition/edition";
import { editionIn } from "#server/planning/editions";
import { findClient } from "#server/clients/clients";
import type { Database, LinkState, Transaction } from "#server/database/database";
import { attempt } from "#server/http/limits";
import { Problem, readBody } from "#server/http/problem";
import { cookieOf, hashToken } from "#server/identity/people";
import { askReview } from "#server/review/reviews";
import { askBounds } from "#server/training/bounds";
import { LINK_DAYS, newestHandOver } from "#server/training/handovers";
import { HISTORY_DAYS } from "#core/training/exposures";
import { CODE, packetOf, type Sensors } from "#server/sensing/stand-in";
import { readHistory, readLog, writeLog } from "#server/training/log";

/** ms between two signs that a sensor is there, and of listening at the most: a session */
const STILL = 5000;
const LISTENING = 3 * 3600_000;

const COOKIE = "gryn_floor";
/** which client a request is for: the beginning of an id that says nothing by itself */
const WHO = /^[0-9a-f]{8}$/;
const whoOf = (clientId: string) => clientId.slice(0, 8);
const nameOf = (who: string | null) => (who ? `${COOKIE}_${who}` : COOKIE);

const closed: Record<"revoked" | "expired", string> = {
  revoked: "Your coach has closed this link. Ask for a new one; what you logged and did not send stays on this phone.",
  expired: "This link has run out. Ask your coach for a new one; what you logged and did not send stays on this phone.",
};

/** @param late hears, of each set that is sent for the first time, how long ago it was done, s */
export function floorRoutes(
  database: Database,
  secureCookies: boolean,
  sensors: Sensors,
  late: (seconds: number) => void,
): Router {
  const router = Router();

  const linkOf = async (token: string | null, opening: boolean): Promise<LinkState> => {
    const link = token ? await database.call<LinkState>("link_check", hashToken(token), opening) : null;
    if (!link) throw new Problem(401, words.openTheLinkYour(), [], { state: "unknown" });
    if (link.state !== "open")
      throw new Problem(403, closed[link.state], [], { state: link.state, who: whoOf(link.clientId) });
    return link;
  };

  /** the link of the client the page says it is for; a phone from before it said so has one cookie only */
  const linkOfRequest = async (request: Request): Promise<LinkState> => {
    const who = WHO.exec(request.get("x-gryn-who") ?? "")?.[0] ?? null;
    const link = await linkOf(cookieOf(request, nameOf(who)) ?? (who ? null : cookieOf(request, COOKIE)), false);
    if (who && whoOf(link.clientId) !== who) throw new Problem(401, words.openTheLinkYour(), [], { state: "unknown" });
    return link;
  };

  /** a page of another origin cannot send this header, so it cannot write with the phone's cookie */
  const fromThePage: RequestHandler = (request, _response, next) => {
    if (request.method !== "GET" && request.get("x-gryn-floor") !== "1")
      throw new Problem(403, words.thisRequestDidNot());
    next();
  };
  router.use(fromThePage);

  router.post("/open", async (request, response) => {
    const { token } = readBody(api.openFloor.body, request);
    await attempt(database, [{ key: `open link ${request.ip}`, most: 300 }]);
    const link = await linkOf(token, true);
    const who = whoOf(link.clientId);
    response.cookie(nameOf(who), token, {
      httpOnly: true,
      sameSite: "lax",
      secure: secureCookies,
      path: "/api/floor",
      maxAge: LINK_DAYS * 86_400_000,
    });
    response.json({ who });
  });

  router.get("/session", async (request, response) => {
    const { practiceId, clientId } = await linkOfRequest(request);
    response.json(
      await database.withPractice(practiceId, async (tx) => {
        const client = await findClient(tx, practiceId, clientId);
        const log = await readLog(tx, practiceId, clientId, HISTORY_DAYS);
        const handOver = await newestHandOver(tx, practiceId, clientId);
        const { method } = handOver ? await editionIn(tx, practiceId, handOver.snapshot) : CURRENT_EDITION;
        return {
          who: whoOf(clientId),
          now: new Date().toISOString(),
          firstName: client.name.split(" ")[0],
          language: client.language,
          // why a coach handed something over all the same is not for the phone
          handOver: handOver && { ...handOver, inSpite: null },
          history: await readHistory(tx, practiceId, clientId, log),
          rules: { repsFormula: method.repsFormula, progress: method.progress, pain: method.pain, log: method.log },
        };
      }),
    );
  });

  router.get("/sensor/:code", async (request, response) => {
    await linkOfRequest(request);
    const { code } = request.params;
    if (!CODE.test(code)) throw new Problem(400, words.aSensorSCode());
    const stop = sensors.listen(code, (samples) => response.write(packetOf(samples)));
    if (!stop) throw new Problem(429, words.tooManyPhonesListen());
    response.writeHead(200, { "content-type": "application/x-ndjson", "x-accel-buffering": "no" });
    // an empty line says that it is there
    response.write("\n");
    const still = setInterval(() => response.write("\n"), STILL);
    const longest = setTimeout(() => response.end(), LISTENING);
    response.on("close", () => {
      stop();
      clearInterval(still);
      clearTimeout(longest);
    });
  });

  router.post("/log", async (request, response) => {
    const { practiceId, clientId } = await linkOfRequest(request);
    const sent = readSent(request.body);
    const items = await database.withPractice(practiceId, async (tx) => {
      const known = await knownPrescriptions(tx, practiceId, clientId, [...sent.entries, ...sent.reports]);
      const foreign = await elsewhere(tx, practiceId, clientId, [...sent.entries, ...sent.reports]);
      const full = await fullDays(tx, practiceId, clientId, sent.entries);
      const reasonFor = (x: Entry | Report): string | null =>
        !known.has(`${x.handOverId} ${x.prescriptionId}`) || foreign.has(x.id)
          ? "It belongs to another person's plan, not to this link's: it was not stored here."
          : full.has(x)
            ? `There are ${SETS_A_DAY} sets of this day already: more than anybody does.`
            : null;
      const mine = (x: Entry | Report) => reasonFor(x) === null;
      const strange = await strangeCheckIns(tx, practiceId, clientId, sent.checkIns);
      const batch: LogBatch = {
        entries: sent.entries.filter(mine),
        reports: sent.reports.filter(mine),
        checkIns: sent.checkIns.filter((c) => !strange.has(c.id)),
      };
      await writeLog(tx, practiceId, clientId, batch);
      if (batch.entries.length) {
        await askBounds(tx, practiceId, clientId, batch.entries);
        await askReview(tx, practiceId, clientId);
      }
      const answer = (x: Entry | Report): ItemAnswer => ({
        id: x.id,
        revision: x.revision,
        kept: mine(x),
        reason: reasonFor(x),
      });
      const ofCheckIn = ({ id, revision }: CheckIn): ItemAnswer => ({
        id,
        revision,
        kept: !strange.has(id),
        reason: strange.has(id) ? "It belongs to another person: it was not stored here." : null,
      });
      return [...[...sent.entries, ...sent.reports].map(answer), ...sent.checkIns.map(ofCheckIn)];
    });
    const now = Date.now();
    for (const e of sent.entries) if (e.revision === 1) late(Math.max(0, (now - Date.parse(e.at)) / 1000));
    response.json({ items: [...items, ...sent.refused] });
  });
  return router;
}

/** each item by itself; what cannot be read is named with its reason */
function readSent(body: unknown): Required<LogBatch> & { refused: ItemAnswer[] } {
  const sent = api.floorLog.body.safeParse(body);
  if (!sent.success)
    throw new Problem(
      400,
      words.someOfThisCannot(),
      sent.error.issues.map((i) => ({ path: i.path.join("."), reason: i.message })),
    );
  const refused: ItemAnswer[] = [];
  const each = <T extends Entry | Report | CheckIn>(list: readonly unknown[], schema: z.ZodType<T>): T[] =>
    list.flatMap((item) => {
      const parsed = schema.safeParse(item);
      if (parsed.success && !unwritableText(item)) return [parsed.data];
      const { id, revision } = (item ?? {}) as { id?: unknown; revision?: unknown };
      refused.push({
        id: typeof id === "string" ? id : "",
        revision: typeof revision === "number" ? revision : 0,
        kept: false,
        reason: parsed.success ? "It has characters that are no text." : reasonsOf(parsed.error),
      });
      return [];
    });
  // what only a coach may say of a set is not taken from a phone
  const entries = each(sent.data.entries, entrySchema).map((e) => ({
    ...e,
    voided: false,
    confirmed: false,
    by: null,
  }));
  const reports = each(sent.data.reports, reportSchema);
  return { entries, reports, checkIns: each(sent.data.checkIns, checkInSchema), refused };
}

const reasonsOf = (error: z.ZodError): string =>
  [...new Set(error.issues.map((i) => `${String(i.path.at(-1) ?? "it")}: ${i.message}`))].slice(0, 3).join("; ");

/** "hand-over prescription" of all that was ever handed to this client */
async function knownPrescriptions(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  items: readonly (Entry | Report)[],
): Promise<Set<string>> {
  const rows = await tx.query<{ both: string }>(
    `select hand_over_id || ' ' || line_id as both from handed_line
     where practice_id = $1 and client_id = $2 and hand_over_id = any($3::uuid[])`,
    [practiceId, clientId, [...new Set(items.map((i) => i.handOverId))]],
  );
  return new Set(rows.map((r) => r.both));
}

/** sets of one day of one client, each however often it was corrected */
const SETS_A_DAY = 300;

/** sets for which there is no room left on their day */
async function fullDays(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  entries: readonly Entry[],
): Promise<ReadonlySet<Entry | Report>> {
  const days = [...new Set(entries.map((e) => e.localDate))];
  const rows = await tx.query<{ day: string; ids: string[] }>(
    `select local_date::text as day, array_agg(distinct id) as ids from entry
     where practice_id = $1 and client_id = $2 and local_date = any($3::date[]) group by local_date`,
    [practiceId, clientId, days],
  );
  const known = new Map(rows.map((r) => [r.day, new Set(r.ids)]));
  const out = new Set<Entry | Report>();
  for (const e of entries) {
    const ids = known.get(e.localDate) ?? new Set<string>();
    known.set(e.localDate, ids);
    if (ids.has(e.id)) continue;
    if (ids.size >= SETS_A_DAY) out.add(e);
    else ids.add(e.id);
  }
  return out;
}

/** check-ins whose id another client's has already */
async function strangeCheckIns(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  items: readonly CheckIn[],
): Promise<Set<string>> {
  if (items.length === 0) return new Set();
  const rows = await tx.query<{ id: string }>(
    "select id from check_in where practice_id = $1 and id = any($3::uuid[]) and client_id <> $2",
    [practiceId, clientId, items.map((i) => i.id)],
  );
  return new Set(rows.map((r) => r.id));
}

/** ids that another client's log has already */
async function elsewhere(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  items: readonly (Entry | Report)[],
): Promise<Set<string>> {
  const rows = await tx.query<{ id: string }>(
    `select id from entry where practice_id = $1 and id = any($3::uuid[]) and client_id <> $2 union select id
      from report where practice_id = $1 and id = any($3::uuid[]) and client_id <> $2`,
    [practiceId, clientId, items.map((i) => i.id)],
  );
  return new Set(rows.map((r) => r.id));
}
