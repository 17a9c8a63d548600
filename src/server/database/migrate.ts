/** Migrations and the app's role: done by the owner of the database, never by the app. */
import { randomBytes } from "node:crypto";
import { fileURLToPath } from "node:url";
import { runner } from "node-pg-migrate";
import pg from "pg";

export const MIGRATIONS = fileURLToPath(new URL("./migrations", import.meta.url));
const APP_ROLE = "gryn_app";

const tenantRights = (role: string) => `grant select, insert, update, delete on client, program to ${role};
  grant select, insert on program_edit, hand_over, entry, report, audit to ${role};
  grant select on practice to ${role};
  grant usage, select on all sequences in schema public to ${role};
  revoke all on function gryn_sign_in, gryn_session, gryn_link from public;
  grant execute on function gryn_sign_in, gryn_session, gryn_link to ${role};`;

/**
 * Brings the schema up to date and makes the app's role with a fresh password, or grants a role that was given.
 * @param ownerUrl a role that may create tables and roles; used here only
 * @param options.appUrl the app's own role, where an operator has made one
 * @returns the connection string of the app's own role
 */
export async function migrate(ownerUrl: string, options: { appUrl?: string | undefined } = {}): Promise<string> {
  await runner({ databaseUrl: ownerUrl, dir: MIGRATIONS, direction: "up", migrationsTable: "migration", count: Infinity, verbose: false, log: () => undefined, logger: { debug: () => undefined, info: () => undefined, warn: () => undefined, error: (m: string) => process.stderr.write(`${m}\n`) } });
  const password = randomBytes(24).toString("hex");
  const role = options.appUrl ? decodeURIComponent(new URL(options.appUrl).username) : APP_ROLE;
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    if (!options.appUrl) {
      const { rows } = await owner.query("select 1 from pg_roles where rolname = $1", [role]);
      await owner.query(`${rows.length ? "alter" : "create"} role ${pg.escapeIdentifier(role)} login nosuperuser nobypassrls nocreatedb nocreaterole password '${password}'`);
    }
    const { rows: db } = await owner.query("select current_database() as name");
    await owner.query(`grant connect on database ${pg.escapeIdentifier(db[0].name)} to ${pg.escapeIdentifier(role)}; grant usage on schema public to ${pg.escapeIdentifier(role)}; ${tenantRights(pg.escapeIdentifier(role))}`);
  } finally {
    await owner.end();
  }
  if (options.appUrl) return options.appUrl;
  const url = new URL(ownerUrl);
  url.username = APP_ROLE;
  url.password = password;
  return url.toString();
}
