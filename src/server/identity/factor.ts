/** The second factor: six digits that change every 30 s (RFC 6238), from any authenticator app. */
import { Secret, TOTP } from "otpauth";
import type { Database } from "#server/database/database";

const PERIOD = 30;
const totp = (secret: string, label = "") =>
  new TOTP({ issuer: "Gryn", label, secret: Secret.fromBase32(secret), period: PERIOD });

export const newFactor = (email: string): { secret: string; uri: string } => {
  const secret = new Secret({ size: 20 }).base32;
  return { secret, uri: totp(secret, email).toString() };
};

export const codeFor = (secret: string, now = Date.now()): string => totp(secret).generate({ timestamp: now });

/** whether the code is right now, or a step before or after, and has not been used */
export async function factorHolds(
  database: Database,
  accountId: string,
  secret: string,
  code: string,
  now = Date.now(),
): Promise<boolean> {
  const delta = totp(secret).validate({ token: code, timestamp: now, window: 1 });
  return (
    delta !== null &&
    (await database.call<boolean>("factor_used", accountId, Math.floor(now / 1000 / PERIOD) + delta)) === true
  );
}
