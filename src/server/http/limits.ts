/**
 * Limits on guessing, kept in the database so that several servers count together. Keys are hashed: no address is
 * stored.
 */
import { createHash } from "node:crypto";
import type { Database } from "#server/database/database";
import { Problem } from "#server/http/problem";

export interface Limit {
  key: string;
  most: number;
}

const WINDOW = "10 minutes";
const keyOf = (l: Limit) => createHash("sha256").update(l.key).digest("hex").slice(0, 32);

/** counts one attempt under each key; @throws Problem 429 when one of them has had enough */
export async function attempt(database: Database, limits: readonly Limit[]): Promise<void> {
  const hits = await Promise.all(limits.map((l) => database.call<{ hits: number }>("hit", keyOf(l), WINDOW)));
  if (limits.some((l, i) => hits[i]!.hits > l.most))
    throw new Problem(429, "Too many attempts. Wait ten minutes and try again.");
}

/** it was no guess: the first key starts anew, the others forget this one */
export async function succeeded(database: Database, limits: readonly Limit[]): Promise<void> {
  await Promise.all(limits.map((l, i) => database.call("unhit", keyOf(l), i === 0)));
}
