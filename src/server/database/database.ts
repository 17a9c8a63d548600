/**
 * The only door to SQL. The pool is private: tenant rows are reached through `withPractice`, which runs one
 * transaction as the app's role with the practice set for its length; accounts, sessions, invitations, limits and link
 * tokens through functions of the schema `gryn`. With no practice set, row-level security shows no row at all.
 */
import pg from "pg";

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
  /** a function of the schema `gryn` by name; each takes what it is given as parameters and answers one value */
  call<T>(name: string, ...values: readonly unknown[]): Promise<T | null>;
  /** true when the database answers */
  alive(): Promise<boolean>;
  /** @throws when the role could bypass row-level security */
  assertBoundRole(): Promise<void>;
  close(): Promise<void>;
}

const PRACTICE_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;
/** deadlock_detected, serialization_failure: nothing was kept and the same again will do */
const LOST_RACE = /^(40P01|40001)$/;
const TRIES = 4;

export function openDatabase(url: string, poolSize = 10): Database {
  const pool = new pg.Pool({
    connectionString: url,
    max: poolSize,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
    statement_timeout: 20_000,
  });
  // a connection lost while idle is replaced by the pool; without a listener it would end the process
  pool.on("error", () => undefined);
  // and one lost while in use fails its statement; the pool listens to idle ones only
  pool.on("connect", (connection) => void connection.on("error", () => undefined));

  const once = async <T>(practiceId: string, work: (tx: Transaction) => Promise<T>): Promise<T> => {
    const connection = await pool.connect();
    let broken: Error | undefined;
    try {
      // one round trip; the id is a uuid, checked before, so it may stand in the text
      await connection.query(`begin; select set_config('gryn.practice_id', '${practiceId}', true)`);
      const result = await work({
        query: async <Row>(sql: string, values: readonly unknown[] = []) =>
          (await connection.query(sql, [...values])).rows as Row[],
      });
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
        try {
          return await once(practiceId, work);
        } catch (error) {
          if (tries >= TRIES || !LOST_RACE.test((error as { code?: string } | null)?.code ?? "")) throw error;
        }
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
    close: () => pool.end(),
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
