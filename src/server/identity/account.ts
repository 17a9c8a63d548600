/** One's own account: password, sessions, second factor. */
import { account as words } from "#core/words/server";
import { Router, type Request } from "express";
import { api } from "#core/exchange/api";
import { callIn, type Database } from "#server/database/database";
import { attempt, succeeded } from "#server/http/limits";
import { Problem, readBody } from "#server/http/problem";
import { writeAudit } from "#server/audit";
import { coachOf } from "#server/identity/coach";
import { factorHolds, newFactor } from "#server/identity/factor";
import { hashPassword, isRight } from "#server/identity/password";
import { hashSession } from "#server/identity/session-store";
import { guessLimits } from "#server/identity/sign-in";

interface Secrets {
  passwordHash: string;
  factorSecret: string | null;
  email: string;
}

interface SessionRow {
  id: string;
  startedAt: string;
  seenAt: string;
  device: string;
}

/** enough to tell sessions apart, nothing that could be used as one */
const shortId = (id: string) => id.slice(0, 16);

export function accountRoutes(database: Database, attempts: number): Router {
  const router = Router();
  const secretsOf = (request: Request) =>
    database.withPractice(coachOf(request).practiceId, (tx) =>
      callIn<Secrets>(tx, "account_secrets", coachOf(request).accountId),
    );

  /** an open desk is not enough to take an account over; @throws Problem 403 */
  const confirm = async (request: Request, password: string): Promise<Secrets> => {
    const secrets = await secretsOf(request);
    const limits = guessLimits(secrets.email, request.ip ?? "", attempts);
    await attempt(database, limits);
    if (!(await isRight(secrets.passwordHash, password)))
      throw new Problem(403, words.thatIsNotYour(), [{ path: "password", reason: "not your password" }]);
    await succeeded(database, limits);
    return secrets;
  };
  const change = (request: Request, act: string, value: string | null, said: string) => {
    const coach = coachOf(request);
    return database.withPractice(coach.practiceId, async (tx) => {
      await callIn(tx, "account_change", coach.accountId, act, value);
      await writeAudit(tx, coach, said);
    });
  };

  router.get("/account", async (request, response) => {
    const coach = coachOf(request);
    const current = hashSession(request.sessionID);
    const answer = await database.withPractice(coach.practiceId, async (tx) => {
      const { email, factorSecret } = await callIn<Secrets>(tx, "account_secrets", coach.accountId);
      const sessions = await callIn<SessionRow[]>(tx, "sessions", coach.accountId);
      return {
        name: coach.name,
        role: coach.role,
        email,
        factor: factorSecret !== null,
        sessions: sessions.map((s) => ({ ...s, id: shortId(s.id), current: s.id === current })),
      };
    });
    response.json(answer);
  });

  router.put("/account/password", async (request, response) => {
    const { password, next } = readBody(api.changePassword.body, request);
    const coach = coachOf(request);
    await confirm(request, password);
    await change(request, "password", await hashPassword(next), "changed own password");
    const ended = await database.withPractice(coach.practiceId, (tx) =>
      callIn<number>(tx, "sessions_end", coach.accountId, null, hashSession(request.sessionID)),
    );
    response.json({ ended });
  });

  router.delete("/account/sessions{/:id}", async (request, response) => {
    const coach = coachOf(request);
    const current = hashSession(request.sessionID);
    const ended = await database.withPractice(coach.practiceId, async (tx) => {
      const only = request.params.id
        ? (await callIn<SessionRow[]>(tx, "sessions", coach.accountId)).find((s) => shortId(s.id) === request.params.id)
            ?.id
        : null;
      if (only === undefined) throw new Problem(404, words.thatSessionHasEnded());
      return callIn<number>(tx, "sessions_end", coach.accountId, only, only === null ? current : null);
    });
    response.json({ ended });
  });

  router.post("/account/factor", async (request, response) => {
    const { email } = await confirm(request, readBody(api.beginFactor.body, request).password);
    const factor = newFactor(email);
    request.session.factorSecret = factor.secret;
    response.json(factor);
  });

  router.put("/account/factor", async (request, response) => {
    const { code } = readBody(api.confirmFactor.body, request);
    const secret = request.session.factorSecret;
    if (!secret) throw new Problem(409, words.startSettingUpThe());
    if (!(await factorHolds(database, coachOf(request).accountId, secret, code)))
      throw new Problem(422, words.theseSixDigitsAre(), [{ path: "code", reason: "not right" }]);
    await change(request, "factor", secret, "set up a second factor");
    delete request.session.factorSecret;
    response.json({ factor: true });
  });

  router.delete("/account/factor", async (request, response) => {
    await confirm(request, readBody(api.removeFactor.body, request).password);
    await change(request, "factor", null, "removed own second factor");
    response.json({ factor: false });
  });
  return router;
}
