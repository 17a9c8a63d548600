/**
 * The only door to SQL. The pool is private: tenant rows are reached through `withPractice`, which runs one
 * transaction as the app's role with the practice set for its length; accounts, sessions, invitations, limits and link
 * tokens through functions of the schema `gryn`. With no practice set, row-level security shows no row at all.
 */
import pg from "pg";
import { currentRequest } from "#server/watch/context";

export interface Transaction {
  /** parameterised SQL; rows as objects */
  query<Row>(sql: string, values?: readonly unknown[]): Promise<Row[]>;
}

export type Role = "head" | "coach";

export interface Account {
  id: string;
  practiceId: string;
  name: string;
  role: Role;
  passwordHash: string;
  /** base32; null without a second factor */
  factorSecret: string | null;
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

export interface Invitation {
  role: Role;
  /** true where it is for making a practice of one's own */
  practice: boolean;
  state: "open" | "used" | "expired";
}

export interface Database {
  /** one transaction; one that only lost a race with another (deadlock, serialisation) is run again */
  withPractice<T>(practiceId: string, work: (tx: Transaction) => Promise<T>): Promise<T>;
  /**
   * One read of a practice in one round trip. Row security keeps it to the practice.
   * @param sql a constant of the code, without parameters
   */
  read<Row>(practiceId: string, sql: string): Promise<Row[]>;
  /**
   * Reads only, of a moment that may be a second ago: from a standby where there is one that follows, else from the
   * database itself. For what is looked at across clients, and for exports.
   */
  lately<T>(practiceId: string, work: (tx: Transaction) => Promise<T>): Promise<T>;
  /** a function of the schema `gryn` by name; each takes what it is given as parameters and answers one value */
  call<T>(name: string, ...values: readonly unknown[]): Promise<T | null>;
  /** true when the database answers */
  alive(): Promise<boolean>;
  /** connections as they are: all, idle, and how many requests wait for one */
  connections(): { all: number; idle: number; wanted: number };
  /** @throws when the role could bypass row-level security */
  assertBoundRole(): Promise<void>;
  close(): Promise<void>;
}

const PRACTICE_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
/** deadlock_detected, serialization_failure: nothing was kept and the same again will do */
const LOST_RACE = /^(40P01|40001)$/;
/**
 * the server went, or is no longer the one that writes: 57P01 and 57P02 (it shuts down), 25006 (a standby now), 08P01
 * (the pooler lost it), 08 (the connection). Nothing was kept where nobody had asked to keep it yet
 */
const LOST_SERVER = /^(57P0[123]|25006|08\w{3}|ECONNRESET|EPIPE)$/;
const TRIES = 5;
/** ms before the second try; twice as long before each further one, and off by up to half of it */
const PAUSE = 60;
const pause = (tries: number) =>
  new Promise<void>((done) => setTimeout(done, PAUSE * 2 ** (tries - 1) * (0.5 + Math.random())));

/** ms after which a statement is written down */
const SLOW = 250;

export interface Watching {
  transaction?: (seconds: number, ended: "kept" | "failed" | "again") => void;
  /** a statement that took long: what it says, never what it was given */
  slow?: (ms: number, sql: string, request: string | null) => void;
}

function openPool(connectionString: string, max: number): pg.Pool {
  const pool = new pg.Pool({
    connectionString,
    max,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
    statement_timeout: 20_000,
  });
  // a connection lost while idle is replaced by the pool; without a listener it would end the process
  pool.on("error", () => undefined);
  // and one lost while in use fails its statement; the pool listens to idle ones only
  pool.on("connect", (connection) => void connection.on("error", () => undefined));
  return pool;
}

/** @param standby address of standbys that follow within a second; null where there are none */
export function openDatabase(
  url: string,
  poolSize = 10,
  watching: Watching = {},
  standby: string | null = null,
): Database {
  const pool = openPool(url, poolSize);
  const copies = standby ? openPool(standby, poolSize) : null;

  const timed = async <R>(sql: string, run: () => Promise<R>): Promise<R> => {
    const begun = performance.now();
    try {
      return await run();
    } finally {
      const ms = performance.now() - begun;
      if (ms > SLOW) watching.slow?.(Math.round(ms), sql, currentRequest());
    }
  };

  /** which request it is for stands in the server's own list of what runs, and in its log */
  const named = () => {
    const request = currentRequest();
    return request ? `set_config('application_name', 'gryn ${request}', true), ` : "";
  };

  const once = async <T>(
    practiceId: string,
    work: (tx: Transaction) => Promise<T>,
    keeping: () => void,
    from: { pool: pg.Pool; begin: "begin" | "begin read only" } = { pool, begin: "begin" },
  ): Promise<T> => {
    const connection = await from.pool.connect();
    let broken: Error | undefined;
    try {
      // one round trip; the id is a uuid, checked before, so it may stand in the text
      await connection.query(`${from.begin}; select ${named()}set_config('gryn.practice_id', '${practiceId}', true)`);
      const result = await work({
        query: async <Row>(sql: string, values: readonly unknown[] = []) =>
          (await timed(sql, () => connection.query(sql, [...values]))).rows as Row[],
      });
      keeping();
      await connection.query("commit");
      return result;
    } catch (error) {
      await connection.query("rollback").catch((e: Error) => (broken = e));
      throw error;
    } finally {
      connection.release(broken);
    }
  };

  /** checked, so that it may stand in the text of a statement */
  const uuid = (practiceId: string): string => {
    if (!PRACTICE_ID.test(practiceId)) throw new TypeError("a practice id is a uuid");
    return practiceId;
  };

  return {
    async withPractice(practiceId, work) {
      uuid(practiceId);
      for (let tries = 1; ; tries++) {
        const begun = performance.now();
        const took = () => (performance.now() - begun) / 1000;
        // whether it was kept is not known where the server went while it kept it
        let unsure = false;
        try {
          const result = await once(practiceId, work, () => (unsure = true));
          watching.transaction?.(took(), "kept");
          return result;
        } catch (error) {
          const code = (error as { code?: string } | null)?.code ?? "";
          const again = tries < TRIES && (LOST_RACE.test(code) || (!unsure && LOST_SERVER.test(code)));
          watching.transaction?.(took(), again ? "again" : "failed");
          if (!again) throw error;
          await pause(tries);
        }
      }
    },
    async lately(practiceId, work) {
      uuid(practiceId);
      const read = (from: pg.Pool) => once(practiceId, work, () => undefined, { pool: from, begin: "begin read only" });
      if (!copies) return read(pool);
      try {
        return await read(copies);
      } catch (error) {
        // no standby, one that goes, or one that had to end what it read: the database itself
        const code = (error as { code?: string } | null)?.code ?? "";
        if (!isUnavailable(error) && !LOST_SERVER.test(code) && !LOST_RACE.test(code)) throw error;
        return read(pool);
      }
    },
    async read<Row>(practiceId: string, sql: string) {
      const connection = await pool.connect();
      let broken: Error | undefined;
      try {
        const text = `begin read only; select set_config('gryn.practice_id', '${uuid(practiceId)}', true); ${sql}; commit`;
        const results = (await connection.query(text)) as unknown as pg.QueryResult[];
        return results.at(-2)!.rows as Row[];
      } catch (error) {
        await connection.query("rollback").catch((e: Error) => (broken = e));
        throw error;
      } finally {
        connection.release(broken);
      }
    },
    async call<T>(name: string, ...values: readonly unknown[]) {
      const text = `select gryn.${name}(${values.map((_, i) => `$${i + 1}`).join(", ")}) as value`;
      return (await pool.query<{ value: T | null }>(text, [...values])).rows[0]?.value ?? null;
    },
    connections: () => ({ all: pool.totalCount, idle: pool.idleCount, wanted: pool.waitingCount }),
    async alive() {
      try {
        await pool.query("select 1");
        return true;
      } catch {
        return false;
      }
    },
    async assertBoundRole() {
      const { rows } = await pool.query<{ rolsuper: boolean; rolbypassrls: boolean }>(
        "select rolsuper, rolbypassrls from pg_roles where rolname = current_user",
      );
      if (!rows[0] || rows[0].rolsuper || rows[0].rolbypassrls)
        throw new Error(
          "Gryn will not serve with a database role that can bypass row-level security. Give the app a role of its own (see docs/deployment.md).",
        );
    },
    async close() {
      await Promise.all([pool.end(), copies?.end()]);
    },
  };
}

/** the same within a transaction of a practice */
export async function callIn<T>(tx: Transaction, name: string, ...values: readonly unknown[]): Promise<T> {
  const [row] = await tx.query<{ value: T }>(
    `select gryn.${name}(${values.map((_, i) => `$${i + 1}`).join(", ")}) as value`,
    values,
  );
  return row!.value;
}

/** errors that mean "the database is away", as against "the request is wrong" */
export function isUnavailable(error: unknown): boolean {
  const code = (error as { code?: string } | null)?.code ?? "";
  const message = error instanceof Error ? error.message : "";
  return (
    /^(ECONNREFUSED|ECONNRESET|ENOENT|EPIPE|ETIMEDOUT|57P0[123]|08\w{3}|53300)$/.test(code) ||
    /timeout exceeded when trying to connect|Connection terminated|not queryable/.test(message)
  );
}
