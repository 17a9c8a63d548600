/** The people of a practice: who they are, inviting and removing them, and joining by a one-time link. */
import { people as words } from "#core/words/server";
import { createHash, randomBytes, randomUUID } from "node:crypto";
import { Router, type Request } from "express";
import { api, type Answer } from "#core/exchange/api";
import { readAudit, writeAudit } from "#server/audit";
import { callIn, type Database, type Invitation } from "#server/database/database";
import { attempt } from "#server/http/limits";
import { notFound, Problem, readBody, readId, readShape } from "#server/http/problem";
import { coachOf, requireHead } from "#server/identity/coach";
import { hashPassword } from "#server/identity/password";

export const hashToken = (token: string): string => createHash("sha256").update(token).digest("hex");
export const newToken = (): string => randomBytes(24).toString("base64url");

/** the value of a cookie; one that cannot be read is not there */
export function cookieOf(request: Request, wanted: string): string | null {
  for (const pair of (request.headers.cookie ?? "").split(";")) {
    const [name, value] = pair.trim().split("=");
    if (name === wanted && value && /^[\w-]{20,100}$/.test(value)) return value;
  }
  return null;
}

const INVITATION_VALID = "7 days";

type Person = Answer<"people">["people"][number];

export function peopleRoutes(database: Database): Router {
  const router = Router();

  router.get("/people", async (request, response) => {
    const { practiceId } = coachOf(request);
    response.json(
      await database.withPractice(practiceId, async (tx) => ({
        practice: (
          await tx.query<{ name: string }>("select name from practice where practice_id = $1", [practiceId])
        )[0]!.name,
        people: await callIn<Person[]>(tx, "people"),
        invitations: await callIn<unknown[]>(tx, "invitations"),
      })),
    );
  });

  router.post("/invitations", requireHead, async (request, response) => {
    const coach = coachOf(request);
    const wanted = readBody(api.invite.body, request);
    const token = newToken();
    await database.withPractice(coach.practiceId, async (tx) => {
      await callIn(tx, "invite", hashToken(token), wanted.role, coach.name, coach.accountId, INVITATION_VALID);
      await writeAudit(tx, coach, `invited a ${wanted.role === "head" ? "head coach" : "coach"}`);
    });
    // after #, so that the token reaches no server log and no referrer
    response.status(201).json({ path: `/join#${token}` });
  });

  router.delete("/invitations/:id", requireHead, async (request, response) => {
    await database.withPractice(coachOf(request).practiceId, (tx) =>
      callIn(tx, "invitation_withdraw", request.params.id),
    );
    response.json({});
  });

  /** @throws Problem 404 for nobody of this practice, 409 for the last head coach */
  const change = async (request: Request, act: string, value: string | null, said: (name: string) => string) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "coach");
    await database.withPractice(coach.practiceId, async (tx) => {
      const person = (await callIn<Person[]>(tx, "people")).find((p) => p.id === id);
      const outcome = await callIn<string>(tx, "account_change", id, act, value);
      if (outcome === "unknown" || !person) throw notFound("coach");
      if (outcome === "last head") throw new Problem(409, words.aPracticeKeepsAt());
      await writeAudit(tx, coach, said(person.name));
    });
  };

  router.put("/people/:id", requireHead, async (request, response) => {
    const wanted = readBody(api.changeRole.body, request);
    await change(
      request,
      "role",
      wanted.role,
      (name) => `made ${name} ${wanted.role === "head" ? "head coach" : "coach"}`,
    );
    response.json({});
  });

  router.delete("/people/:id", requireHead, async (request, response) => {
    await change(request, "remove", null, (name) => `removed coach ${name}`);
    response.json({});
  });

  router.delete("/people/:id/factor", requireHead, async (request, response) => {
    // an open desk is not enough to take away what guards it
    if (readId(request, "id", "coach").toLowerCase() === coachOf(request).accountId)
      throw new Problem(403, words.yourOwnSecondFactor());
    await change(request, "factor", null, (name) => `removed the second factor of ${name}`);
    response.json({});
  });

  router.get("/audit", requireHead, async (request, response) => {
    const coach = coachOf(request);
    const { before, client } = readShape(api.audit.query, request.query);
    response.json({
      rows: await database.withPractice(coach.practiceId, (tx) =>
        readAudit(tx, coach.practiceId, before ?? null, client ?? null),
      ),
    });
  });
  return router;
}

const GONE: Record<string, string> = {
  unknown: "This invitation is not known here. Ask for a new one.",
  used: "This invitation has been used. Sign in, or ask for a new one.",
  expired: "This invitation has run out. Ask for a new one.",
};

/** for somebody who has no account yet; stands before the guard */
export function joinRoutes(database: Database): Router {
  const router = Router();
  const perAddress = (request: Request) => attempt(database, [{ key: `join ${request.ip}`, most: 60 }]);

  router.post("/join/look", async (request, response) => {
    const given = readBody(api.lookAtInvitation.body, request);
    await perAddress(request);
    const invitation = await database.call<Invitation>("invitation_look", hashToken(given.token));
    if (invitation?.state !== "open") throw new Problem(410, GONE[invitation?.state ?? "unknown"]!);
    response.json({ role: invitation.role, practice: invitation.practice });
  });

  router.post("/join", async (request, response) => {
    const given = readBody(api.join.body, request);
    await perAddress(request);
    const invitation = await database.call<Invitation>("invitation_look", hashToken(given.token));
    if (invitation?.state !== "open") throw new Problem(410, GONE[invitation?.state ?? "unknown"]!);
    if (invitation.practice && !given.practice)
      throw new Problem(400, words.someOfThisCannot(), [{ path: "practice", reason: "a name for the practice" }]);
    const outcome = await database.call<string>(
      "invitation_use",
      hashToken(given.token),
      randomUUID(),
      given.email,
      given.name,
      await hashPassword(given.password),
      randomUUID(),
      given.practice ?? "",
    );
    if (outcome === "taken") throw new Problem(409, words.somebodySignsInWith(), [{ path: "email", reason: "taken" }]);
    if (outcome !== "done") throw new Problem(410, GONE[outcome ?? "unknown"]!);
    response.status(201).json({});
  });
  return router;
}
