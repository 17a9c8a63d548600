/** express-session kept in PostgreSQL through the session function; ids are stored hashed. */
import { createHash } from "node:crypto";
import session from "express-session";
import type { Database } from "#server/database/database";

const hash = (sid: string) => createHash("sha256").update(sid).digest("hex");

export class SessionStore extends session.Store {
  constructor(private readonly database: Database) {
    super();
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
