/** Migrations and the app's role: done by the owner of the database, never by the app. */
import { randomBytes } from "node:crypto";
import { fileURLToPath } from "node:url";
import { runner } from "node-pg-migrate";
import pg from "pg";

export const MIGRATIONS = fileURLToPath(new URL("./migrations", import.meta.url));
const APP_ROLE = "gryn_app";

const TENANT_RIGHTS = `grant select, insert, update, delete on client, program to ${APP_ROLE};
  grant select, insert on program_edit, hand_over, entry, report, audit to ${APP_ROLE};
  grant select on practice to ${APP_ROLE};
  grant usage, select on all sequences in schema public to ${APP_ROLE};
  revoke all on function gryn_sign_in, gryn_session, gryn_link from public;
  grant execute on function gryn_sign_in, gryn_session, gryn_link to ${APP_ROLE};`;

/**
 * Brings the schema up to date and makes the app's role with a fresh password.
 * @param ownerUrl a role that may create tables and roles; used here only
 * @returns the connection string of the app's own role
 */
export async function migrate(ownerUrl: string, migrations: string = MIGRATIONS): Promise<string> {
  await runner({ databaseUrl: ownerUrl, dir: migrations, direction: "up", migrationsTable: "migration", count: Infinity, verbose: false, log: () => undefined, logger: { debug: () => undefined, info: () => undefined, warn: () => undefined, error: (m: string) => process.stderr.write(`${m}\n`) } });
  const password = randomBytes(24).toString("hex");
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    const { rows } = await owner.query("select 1 from pg_roles where rolname = $1", [APP_ROLE]);
    await owner.query(`${rows.length ? "alter" : "create"} role ${APP_ROLE} login nosuperuser nobypassrls nocreatedb nocreaterole password '${password}'`);
    const { rows: db } = await owner.query("select current_database() as name");
    await owner.query(`grant connect on database ${pg.escapeIdentifier(db[0].name)} to ${APP_ROLE}; grant usage on schema public to ${APP_ROLE}; ${TENANT_RIGHTS}`);
  } finally {
    await owner.end();
  }
  const url = new URL(ownerUrl);
  url.username = APP_ROLE;
  url.password = password;
  return url.toString();
}
