/**
 * What a client's phone talks to. Opening the page changes nothing; the page itself exchanges the link's token for
 * an HttpOnly cookie. Every request looks the token's hash up again, so that revoking works at once.
 */
import { Router, type Request, type RequestHandler } from "express";
import { rateLimit } from "express-rate-limit";
import { z } from "zod";
import { DEFAULT_METHOD } from "#core/planning/method";
import { logBatchSchema } from "#core/training/entry";
import { exposuresOf, nextTarget, type Target } from "#core/training/progression";
import { findClient } from "#server/clients/routes";
import type { Database, LinkState } from "#server/database/database";
import { Problem, readBody } from "#server/http/problem";
import { hashToken, LINK_DAYS, loadUnder, newestHandOver } from "#server/training/handovers";
import { readLog, writeLog } from "#server/training/log";

const COOKIE = "gryn_floor";
/** days of log sent to the phone, to prefill from last time and to judge pain */
const HISTORY_DAYS = 42;

function readCookie(request: Request): string | null {
  for (const pair of (request.headers.cookie ?? "").split(";")) {
    const [name, value] = pair.trim().split("=");
    if (name === COOKIE && value) return decodeURIComponent(value);
  }
  return null;
}

const closed: Record<"revoked" | "expired", string> = {
  revoked: "Your coach has closed this link. Ask for a new one; what you logged and did not send stays on this phone.",
  expired: "This link has run out. Ask your coach for a new one; what you logged and did not send stays on this phone.",
};

export function floorRoutes(database: Database, secureCookies: boolean): Router {
  const router = Router();

  const linkOf = async (token: string | null, operation: "open" | "check"): Promise<LinkState> => {
    const link = token ? await database.openLink(operation, hashToken(token)) : null;
    if (!link) throw new Problem(401, "Open the link your coach sent you.", [], { state: "unknown" });
    if (link.state !== "open") throw new Problem(403, closed[link.state], [], { state: link.state });
    return link;
  };

  /** a page of another origin cannot send this header, so it cannot write with the phone's cookie */
  const fromThePage: RequestHandler = (request, _response, next) => {
    if (request.method !== "GET" && request.get("x-gryn-floor") !== "1") throw new Problem(403, "This request did not come from the Gryn page.");
    next();
  };
  router.use(fromThePage);

  const opening = z.strictObject({ token: z.string().min(20).max(100) });
  router.post("/open", rateLimit({ windowMs: 60_000, limit: 60, legacyHeaders: false }), async (request, response) => {
    const { token } = readBody(opening, request);
    await linkOf(token, "open");
    response.cookie(COOKIE, token, { httpOnly: true, sameSite: "lax", secure: secureCookies, path: "/api/floor", maxAge: LINK_DAYS * 86_400_000 });
    response.json({});
  });

  router.get("/session", async (request, response) => {
    const { practiceId, clientId } = await linkOf(readCookie(request), "check");
    response.json(
      await database.withPractice(practiceId, async (tx) => {
        const client = await findClient(tx, practiceId, clientId);
        const handOver = await newestHandOver(tx, practiceId, clientId);
        const log = await readLog(tx, practiceId, clientId);
        const since = new Date(Date.now() - HISTORY_DAYS * 86_400_000).toISOString();
        const targets: Record<string, Target> = {};
        for (const p of handOver?.snapshot.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions)) ?? []) {
          const exposures = exposuresOf(p.id, log.entries, log.reports);
          const target = nextTarget(p, exposures, DEFAULT_METHOD);
          // a load the coach has changed since the hand-over of the last session goes before the rule
          const last = exposures[0]?.entries[0];
          const changed = last && last.handOverId !== handOver!.id && p.load && JSON.stringify(await loadUnder(tx, practiceId, last.handOverId, p.id)) !== JSON.stringify(p.load);
          targets[p.id] = changed && target.decision !== "stop" ? { ...target, load: p.load, reps: p.reps, reasons: ["Set by your coach."] } : target;
        }
        return {
          firstName: client.name.split(" ")[0],
          handOver,
          targets,
          log: { entries: log.entries.filter((e) => e.at > since), reports: log.reports.filter((r) => r.at > since) },
        };
      }),
    );
  });

  router.post("/log", async (request, response) => {
    const { practiceId, clientId } = await linkOf(readCookie(request), "check");
    const batch = readBody(logBatchSchema, request);
    await database.withPractice(practiceId, (tx) => writeLog(tx, practiceId, clientId, batch));
    response.json({ kept: [...batch.entries, ...batch.reports].map((x) => ({ id: x.id, revision: x.revision })) });
  });
  return router;
}
