/** Signing in and out. */
import { signIn as words } from "#core/words/server";
import { randomBytes } from "node:crypto";
import { Router, type Request } from "express";
import { api } from "#core/exchange/api";
import type { Account, Database } from "#server/database/database";
import { attempt, succeeded, type Limit } from "#server/http/limits";
import { Problem, readBody } from "#server/http/problem";
import { requireCoach } from "#server/identity/coach";
import { factorHolds } from "#server/identity/factor";
import { cookieOf, hashToken, newToken } from "#server/identity/people";
import { isRight } from "#server/identity/password";
import type { SessionStore } from "#server/identity/session-store";

export interface DemoSignIn {
  email: string;
  password: string;
}

/**
 * Guesses of one account from one address, and of anything from one address, are refused after a while; of one account
 * from anywhere they only grow slow, so that strangers never lock anybody out. A device that the account has signed in
 * on is counted by itself, whoever else is at its address.
 */
export const guessLimits = (email: string, address: string, most: number, device: string | null = null): Limit[] => {
  const account = `account ${email.toLowerCase()}`;
  return device
    ? [{ key: `${account} on ${device}`, most }]
    : [
        { key: `${account} from ${address}`, most },
        { key: account, most: 3 * most, delays: true },
        { key: `address ${address}`, most: 6 * most },
      ];
};

const DEVICE = "gryn_device";
const YEAR = 365 * 86_400_000;

/** the hash of this browser's device token, where the account has signed in on it before */
async function deviceOf(database: Database, request: Request, email: string): Promise<string | null> {
  const token = cookieOf(request, DEVICE);
  if (!token) return null;
  const hash = hashToken(token);
  return (await database.call<boolean>("device_known", hash, email)) === true ? hash : null;
}

/** @param demo where the demo practice may be opened in one click */
export function signInRoutes(
  database: Database,
  store: SessionStore,
  attempts: number,
  demo: DemoSignIn | null,
): Router {
  const router = Router();

  router.get("/session", (request, response) => {
    const { coach, csrf } = request.session;
    response.json(coach ? { coach: { name: coach.name, role: coach.role }, csrf } : { coach: null, demo });
  });

  router.post("/session", async (request, response) => {
    // a form that cannot be right is no guess
    const { email, password, code } = readBody(api.signIn.body, request);
    const limits = guessLimits(email, request.ip ?? "", attempts, await deviceOf(database, request, email));
    await attempt(database, limits);
    const account = await database.call<Account>("sign_in", email);
    if (!(await isRight(account?.passwordHash, password)) || !account) throw new Problem(401, words.thisEMailAnd());
    if (account.factorSecret) {
      if (code === undefined) throw new Problem(401, words.typeTheSixDigits(), [], { needs: "code" });
      if (!(await factorHolds(database, account.id, account.factorSecret, code)))
        throw new Problem(401, words.theseSixDigitsAre(), [], {
          needs: "code",
        });
    }
    await succeeded(database, limits);
    const token = cookieOf(request, DEVICE) ?? newToken();
    await database.call("device_add", hashToken(token), account.id);
    response.cookie(DEVICE, token, {
      httpOnly: true,
      sameSite: "lax",
      secure: request.session.cookie.secure === true,
      path: "/api/session",
      maxAge: YEAR,
    });
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((e: Error | null) => (e ? reject(e) : resolve())),
    );
    request.session.csrf = randomBytes(24).toString("base64url");
    await store.start(request.sessionID, account.id, request.session, (request.get("user-agent") ?? "").slice(0, 160));
    response.json({ coach: { name: account.name, role: account.role }, csrf: request.session.csrf });
  });

  router.delete("/session", requireCoach, async (request, response) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((e: Error | null) => (e ? reject(e) : resolve())),
    );
    response.clearCookie("gryn").json({ coach: null });
  });
  return router;
}
