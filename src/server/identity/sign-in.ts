/** Signing in and out, and the guard every practice route stands behind. */
import { randomBytes, timingSafeEqual } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { Router, type Request, type RequestHandler } from "express";
import { rateLimit } from "express-rate-limit";
import { z } from "zod";
import type { Database } from "#server/database/database";
import { Problem, readBody } from "#server/http/problem";

export interface Coach {
  accountId: string;
  practiceId: string;
  name: string;
}

declare module "express-session" {
  interface SessionData {
    coach: Coach;
    csrf: string;
  }
}

/** Argon2id, 19 MiB, 2 passes */
export const hashPassword = (password: string): Promise<string> => hash(password, { memoryCost: 19456, timeCost: 2, parallelism: 1 });

const credentials = z.strictObject({ email: z.email("an e-mail address").max(200), password: z.string().min(1, "a password is needed").max(200) });

const NOBODY = hashPassword("nobody has this password");

export function signInRoutes(database: Database, attempts: number): Router {
  const router = Router();
  const limit = rateLimit({ windowMs: 10 * 60_000, limit: attempts, standardHeaders: "draft-8", legacyHeaders: false, skipSuccessfulRequests: true, handler: (_request, _response, next) => next(new Problem(429, "Too many attempts. Wait ten minutes and try again.")) });

  router.get("/session", (request, response) => {
    const { coach, csrf } = request.session;
    response.json(coach ? { coach: { name: coach.name }, csrf } : { coach: null });
  });

  router.post("/session", limit, async (request, response) => {
    const { email, password } = readBody(credentials, request);
    const account = await database.signIn(email);
    // the same work whether or not the account exists
    const right = await verify(account?.password_hash ?? (await NOBODY), password);
    if (!account || !right) throw new Problem(401, "This e-mail and password do not belong together.");
    await new Promise<void>((resolve, reject) => request.session.regenerate((e) => (e ? reject(e) : resolve())));
    request.session.coach = { accountId: account.id, practiceId: account.practice_id, name: account.name };
    request.session.csrf = randomBytes(24).toString("base64url");
    response.json({ coach: { name: account.name }, csrf: request.session.csrf });
  });

  router.delete("/session", requireCoach, async (request, response) => {
    await new Promise<void>((resolve, reject) => request.session.destroy((e) => (e ? reject(e) : resolve())));
    response.clearCookie("gryn").json({ coach: null });
  });
  return router;
}

/** a signed-in coach, and for anything that changes something the session's own token in a header */
export const requireCoach: RequestHandler = (request, _response, next) => {
  const { coach, csrf } = request.session;
  if (!coach) throw new Problem(401, "Sign in first.");
  if (request.method !== "GET" && request.method !== "HEAD") {
    const given = Buffer.from(request.get("x-gryn-csrf") ?? "");
    const wanted = Buffer.from(csrf ?? "");
    if (wanted.length === 0 || given.length !== wanted.length || !timingSafeEqual(given, wanted)) throw new Problem(403, "This request did not come from an open Gryn page. Reload and try again.");
  }
  next();
};

export const coachOf = (request: Request): Coach => request.session.coach!;
