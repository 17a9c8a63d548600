/**
 * express-session kept in PostgreSQL; ids are stored hashed. A session is started by signing in and by nothing else:
 * what a request under way at sign-out writes afterwards finds no row. Idle for `IDLE` it ends, and after `LONGEST`
 * always.
 */
import { createHash } from "node:crypto";
import session from "express-session";
import type { Database } from "#server/database/database";

export const IDLE = "12 hours";
export const LONGEST = "7 days";

export const hashSession = (sid: string) => createHash("sha256").update(sid).digest("hex");

/** who it is belongs to the account, not to the session */
const dataOf = ({ coach: _coach, ...data }: Partial<session.SessionData>): string => JSON.stringify(data);

export class SessionStore extends session.Store {
  constructor(private readonly database: Database) {
    super();
  }

  start(sid: string, accountId: string, data: Partial<session.SessionData>, device: string): Promise<unknown> {
    return this.database.call("session_start", hashSession(sid), accountId, dataOf(data), IDLE, LONGEST, device);
  }

  /** reading prolongs, so there is nothing left to do */
  override touch(_sid: string, _data: session.SessionData, done?: () => void): void {
    done?.();
  }

  override get(sid: string, done: (error: unknown, data?: session.SessionData | null) => void): void {
    this.database
      .call<session.SessionData>("session_read", hashSession(sid), IDLE)
      .then((data) => done(null, data), done);
  }

  override set(sid: string, data: session.SessionData, done?: (error?: unknown) => void): void {
    void this.database.call("session_write", hashSession(sid), dataOf(data)).then(() => done?.(), done);
  }

  override destroy(sid: string, done?: (error?: unknown) => void): void {
    void this.database.call("session_end", hashSession(sid)).then(() => done?.(), done);
  }
}
