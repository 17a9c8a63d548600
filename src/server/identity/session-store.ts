/** express-session kept in PostgreSQL through the session function; ids are stored hashed. */
import { createHash } from "node:crypto";
import session from "express-session";
import type { Database } from "#server/database/database";

/** a session in use is prolonged at most this often, so that reading stays reading */
const PROLONG_MS = 10 * 60_000;

const hash = (sid: string) => createHash("sha256").update(sid).digest("hex");

export class SessionStore extends session.Store {
  private readonly prolonged = new Map<string, number>();

  constructor(private readonly database: Database) {
    super();
  }

  override touch(sid: string, data: session.SessionData, done?: () => void): void {
    const now = Date.now();
    if (now - (this.prolonged.get(sid) ?? 0) < PROLONG_MS) return done?.();
    if (this.prolonged.size > 10_000) this.prolonged.clear();
    this.prolonged.set(sid, now);
    this.set(sid, data, () => done?.());
  }

  override get(sid: string, done: (error: unknown, data?: session.SessionData | null) => void): void {
    this.database.session("read", hash(sid)).then((data) => done(null, data as session.SessionData | null), done);
  }

  override set(sid: string, data: session.SessionData, done?: (error?: unknown) => void): void {
    const expiry = new Date(data.cookie.expires ?? Date.now() + 12 * 3600_000);
    this.database.session("write", hash(sid), data, expiry).then(() => done?.(), done);
  }

  override destroy(sid: string, done?: (error?: unknown) => void): void {
    this.database.session("end", hash(sid)).then(() => done?.(), done);
  }
}
