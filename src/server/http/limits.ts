/**
 * Limits on guessing, kept in the database so that several servers count together. Keys are hashed: no address is
 * stored.
 */
import { limits as words } from "#core/words/server";
import { createHash } from "node:crypto";
import { setTimeout as sleep } from "node:timers/promises";
import type { Database } from "#server/database/database";
import { Problem } from "#server/http/problem";

export interface Limit {
  key: string;
  most: number;
  /** past it every further attempt waits a little longer, and none is refused */
  delays?: boolean;
}

const WINDOW = "10 minutes";
/** ms of the first delay; it doubles with each five attempts more, up to the longest */
const DELAY = { first: 250, doubles: 5, longest: 8000 };
const keyOf = (l: Limit) => createHash("sha256").update(l.key).digest("hex").slice(0, 32);

export const delayOf = (over: number): number =>
  over <= 0 ? 0 : Math.min(DELAY.longest, DELAY.first * 2 ** Math.floor((over - 1) / DELAY.doubles));

/** counts one attempt under each key; @throws Problem 429 when one of them that refuses has had enough */
export async function attempt(database: Database, limits: readonly Limit[]): Promise<void> {
  const hits = await Promise.all(limits.map((l) => database.call<{ hits: number }>("hit", keyOf(l), WINDOW)));
  const over = (l: Limit, i: number) => hits[i]!.hits - l.most;
  if (limits.some((l, i) => !l.delays && over(l, i) > 0)) throw new Problem(429, words.tooManyAttemptsWait());
  await sleep(Math.max(0, ...limits.map((l, i) => (l.delays ? delayOf(over(l, i)) : 0))));
}

/** it was no guess: the first key starts anew, the others forget this one */
export async function succeeded(database: Database, limits: readonly Limit[]): Promise<void> {
  await Promise.all(limits.map((l, i) => database.call("unhit", keyOf(l), i === 0)));
}
