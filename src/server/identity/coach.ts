/** Who is signed in, and the guards every practice route stands behind. */
import { coach as words } from "#core/words/server";
import { timingSafeEqual } from "node:crypto";
import type { Request, RequestHandler } from "express";
import type { Role } from "#server/database/database";
import { Problem } from "#server/http/problem";

export interface Coach {
  accountId: string;
  practiceId: string;
  name: string;
  role: Role;
}

declare module "express-session" {
  interface SessionData {
    /** read from the account at each request, never kept in the session */
    coach: Coach;
    csrf: string;
    /** a second factor that is being set up and not confirmed yet */
    factorSecret: string | undefined;
  }
}

/** a signed-in coach, and for anything that changes something the session's own token in a header */
export const requireCoach: RequestHandler = (request, _response, next) => {
  const { coach, csrf } = request.session;
  if (!coach) throw new Problem(401, words.signInFirst());
  if (request.method !== "GET" && request.method !== "HEAD") {
    const given = Buffer.from(request.get("x-gryn-csrf") ?? "");
    const wanted = Buffer.from(csrf ?? "");
    if (wanted.length === 0 || given.length !== wanted.length || !timingSafeEqual(given, wanted))
      throw new Problem(403, words.thisRequestDidNot());
  }
  next();
};

export const requireHead: RequestHandler = (request, _response, next) => {
  if (coachOf(request).role !== "head") throw new Problem(403, words.onlyAHeadCoach());
  next();
};

export const coachOf = (request: Request): Coach => request.session.coach!;
