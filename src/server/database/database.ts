/**
 * The only door to SQL. The pool is private: tenant rows are reached through `withPractice`, which runs one
 * transaction as the app's role with the practice set for its length; sign-in, sessions and link tokens through
 * three functions of the database. With no practice set, row-level security shows no row at all.
 */
import pg from "pg";

export interface Transaction {
  /** parameterised SQL; rows as objects */
  query<Row>(sql: string, values?: readonly unknown[]): Promise<Row[]>;
}

export interface AccountRow {
  id: string;
  practice_id: string;
  name: string;
  email: string;
  password_hash: string;
}

export interface LinkState {
  practiceId: string;
  clientId: string;
  state: "open" | "revoked" | "expired";
}

export interface LinkInfo {
  createdAt: string;
  expiresAt: string;
  openedAt: string | null;
  revokedAt: string | null;
}

export interface Database {
  withPractice<T>(practiceId: string, work: (tx: Transaction) => Promise<T>): Promise<T>;
  signIn(email: string): Promise<AccountRow | null>;
  session(operation: "read" | "write" | "end", id: string, data?: unknown, expiry?: Date): Promise<unknown>;
  openLink(operation: "open" | "check", tokenHash: string): Promise<LinkState | null>;
  /** true when the database answers */
  alive(): Promise<boolean>;
  /** @throws when the role could bypass row-level security */
  assertBoundRole(): Promise<void>;
  close(): Promise<void>;
}

const PRACTICE_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

const names = new Map<string, string>();

/** every statement is prepared once a connection: the texts are constants of the code, so their number is bounded */
function prepared(text: string, values: readonly unknown[]): pg.QueryConfig {
  let name = names.get(text);
  if (!name) names.set(text, (name = `gryn_${names.size}`));
  return { name, text, values: [...values] };
}

export function openDatabase(url: string, poolSize = 10): Database {
  const pool = new pg.Pool({ connectionString: url, max: poolSize, connectionTimeoutMillis: 3000, idleTimeoutMillis: 30_000, statement_timeout: 20_000 });
  // a connection lost while idle is replaced by the pool; without a listener it would end the process
  pool.on("error", () => undefined);
  const call = async <T>(sql: string, values: readonly unknown[]): Promise<T | null> => ((await pool.query(prepared(sql, values))).rows[0]?.value ?? null) as T | null;
  return {
    async withPractice(practiceId, work) {
      if (!PRACTICE_ID.test(practiceId)) throw new TypeError("a practice id is a uuid");
      const connection = await pool.connect();
      let broken: Error | undefined;
      try {
        // one round trip; the id is a uuid, checked above, so it may stand in the text
        await connection.query(`begin; select set_config('gryn.practice_id', '${practiceId}', true)`);
        const result = await work({ query: async <Row>(sql: string, values: readonly unknown[] = []) => (await connection.query(prepared(sql, values))).rows as Row[] });
        await connection.query("commit");
        return result;
      } catch (error) {
        await connection.query("rollback").catch((e: Error) => (broken = e));
        throw error;
      } finally {
        connection.release(broken);
      }
    },
    async signIn(email) {
      return ((await pool.query("select * from gryn_sign_in($1)", [email])).rows[0] as AccountRow | undefined) ?? null;
    },
    session: (operation, id, data, expiry) => call("select gryn_session($1, $2, $3, $4) as value", [operation, id, data === undefined ? null : JSON.stringify(data), expiry ?? null]),
    openLink: (operation, tokenHash) => call<LinkState>("select gryn_link($1, $2) as value", [operation, tokenHash]),
    async alive() {
      try {
        await pool.query("select 1");
        return true;
      } catch {
        return false;
      }
    },
    async assertBoundRole() {
      const { rows } = await pool.query("select rolsuper, rolbypassrls from pg_roles where rolname = current_user");
      if (!rows[0] || rows[0].rolsuper || rows[0].rolbypassrls) throw new Error("Gryn will not serve with a database role that can bypass row-level security. Give the app a role of its own (see docs/deployment.md).");
    },
    close: () => pool.end(),
  };
}

/** errors that mean "the database is away", as against "the request is wrong" */
export function isUnavailable(error: unknown): boolean {
  const code = (error as { code?: string } | null)?.code ?? "";
  const message = error instanceof Error ? error.message : "";
  return /^(ECONNREFUSED|ECONNRESET|ENOENT|EPIPE|ETIMEDOUT|57P0[123]|08\w{3}|53300)$/.test(code) || /timeout exceeded when trying to connect|Connection terminated|not queryable/.test(message);
}
