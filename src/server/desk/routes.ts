/** The coach's first page: how every client stands, what was decided, and a stream that says when to look again. */
import { deskRoutes as words } from "#core/words/server";
import { Router } from "express";
import { api } from "#core/exchange/api";
import type { DeskClient } from "#core/desk/needs";
import type { Standing } from "#core/desk/standing";
import { auditLook, writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import { callIn, type Database, type Transaction } from "#server/database/database";
import { keepDecision, readDecisions } from "#server/desk/decisions";
import { renewStanding, STANDING_VERSION } from "#server/desk/standings";
import { notFound, Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import type { Signals } from "#server/jobs/signals";
import { openStream } from "#server/jobs/streams";

/** standings worked out for one answer: the page asks again for the rest */
const AT_ONCE = 24;
/** ms between two signs of life of a stream */
const ALIVE = 25_000;

interface Row extends Omit<DeskClient, "link" | "standing"> {
  standing: Standing | null;
  fresh: boolean;
}

const CLIENTS = `
  select c.id, c.name, (c.body->>'cleared')::boolean as cleared, c.body->>'keepUntil' as "keepUntil",
    coalesce(p.version, 0) as version,
    case when h.number is not null
      then jsonb_build_object('number', h.number, 'version', h.program_version, 'at', h.at) end as handed,
    s.body as standing, coalesce(s.mark = m.mark and s.version = $2, false) as fresh
  from client c
    left join client_mark m on m.practice_id = c.practice_id and m.client_id = c.id
    left join standing s on s.practice_id = c.practice_id and s.client_id = c.id
    left join lateral (select version from program where practice_id = c.practice_id and client_id = c.id
      order by block limit 1) p on true
    left join lateral (select number, program_version, at from hand_over
      where practice_id = c.practice_id and client_id = c.id order by at desc, number desc limit 1) h on true
  where c.practice_id = $1 order by c.name, c.id`;

async function readDesk(tx: Transaction, practiceId: string) {
  const rows = await tx.query<Row>(CLIENTS, [practiceId, STANDING_VERSION]);
  const links = await callIn<Record<string, DeskClient["link"]>>(tx, "newest_links");
  return { rows, links, decisions: await readDecisions(tx, practiceId) };
}

export function deskRoutes(database: Database, signals: Signals): Router {
  const router = Router();

  router.get("/desk", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const { rows, links, decisions } = await database.withPractice(practiceId, async (tx) => {
      await auditLook(tx, coach, "saw the desk");
      return readDesk(tx, practiceId);
    });
    const old = rows.filter((r) => !r.fresh);
    const renewed = new Map<string, Standing | null>();
    for (const { id } of old.slice(0, AT_ONCE)) renewed.set(id, await renewStanding(database, practiceId, id));
    response.json({
      clients: rows.map(({ fresh: _fresh, ...r }) => ({
        ...r,
        standing: renewed.get(r.id) ?? r.standing,
        link: links[r.id] ?? null,
      })),
      decisions,
      waiting: Math.max(0, old.length - AT_ONCE),
    });
  });

  router.post("/desk/decisions", async (request, response) => {
    const coach = coachOf(request);
    const { id, clientId, need, act, until, reason } = readBody(api.decide.body, request);
    if (act === "later" && !until) throw new Problem(422, words.sayOnWhichDay());
    const decision = await database.withPractice(coach.practiceId, async (tx) => {
      await findClient(tx, coach.practiceId, clientId);
      await writeAudit(tx, coach, act === "done" ? "decided on the desk" : "put off on the desk", clientId);
      return keepDecision(tx, coach.practiceId, { id, clientId, need, act, until, reason, by: coach.name });
    });
    response.status(201).json({ decision });
  });

  router.delete("/desk/decisions/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "decision");
    await database.withPractice(coach.practiceId, async (tx) => {
      const [gone] = await tx.query<{ client_id: string }>(
        "delete from decision where practice_id = $1 and id = $2 returning client_id",
        [coach.practiceId, id],
      );
      if (!gone) throw notFound("decision");
      await tx.query("update client_mark set mark = mark + 1 where practice_id = $1 and client_id = $2", [
        coach.practiceId,
        gone.client_id,
      ]);
      await writeAudit(tx, coach, "took back a decision", gone.client_id);
    });
    response.json({});
  });

  router.get("/desk/events", (request, response) => {
    const { practiceId, accountId } = coachOf(request);
    const look = (signal: boolean) => write(signal ? "changed" : null);
    const write = openStream(signals, response, { accountId, channel: `practice ${practiceId}`, every: ALIVE, look });
    write("here");
  });
  return router;
}
