/** Migrations and the database's roles: done by the owner of the database, never by the app. */
import { createHmac } from "node:crypto";
import { fileURLToPath } from "node:url";
import { runner } from "node-pg-migrate";
import pg from "pg";

export const MIGRATIONS = fileURLToPath(new URL("./migrations", import.meta.url));
export const APP_ROLE = "gryn_app";
/** owns the functions that reach what belongs to no practice; cannot sign in and is no superuser */
const KEEPER = "gryn_keeper";
/** any number, the same for every Gryn: one migration at a time */
const LOCK = 7_170_071;

const tenantTables =
  "client, program, program_edit, hand_over, handed_line, entry, report, load_bound, job, client_mark, standing, decision, check_in, client_change, review, experiment, fact, letter, answer";

const rights = (role: string, database: string) => `
  revoke temporary, create on database ${database} from public;
  grant connect on database ${database} to ${role};
  grant usage on schema public, gryn to ${role}, ${KEEPER};
  revoke all on all functions in schema gryn from public;
  grant execute on all functions in schema gryn to ${role}, ${KEEPER};
  grant select, insert, update, delete on client, program, load_bound, job, judgement, client_mark, standing, decision, place, review, experiment, fact, letter to ${role};
  grant select, insert on program_edit, hand_over, handed_line, entry, report, check_in, client_change, answer, audit, mechanics, exercise_version to ${role};
  grant select, insert, update on edition, exercise to ${role};
  grant select on practice to ${role};
  grant usage, select on all sequences in schema public to ${role};
  grant select, insert, update, delete on account, session, client_link, calendar_link, invitation, attempt, device to ${KEEPER};
  grant select on audit to ${KEEPER};
  grant select, insert, update on practice to ${KEEPER};
  grant select, update, delete on ${tenantTables} to ${KEEPER};`;

/** the functions' new owner needs the right to make things in their schema for that one moment */
const ownership = `
  grant create on schema gryn to ${KEEPER};
  do $$ declare f regprocedure; begin
    for f in select oid::regprocedure from pg_proc where pronamespace = 'gryn'::regnamespace loop execute format('alter function %s owner to ${KEEPER}', f); end loop;
  end $$;
  revoke create on schema gryn from ${KEEPER};`;

/** the same on every server that knows the owner's address, so that none has to change it under another */
export function appUrlFor(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  if (!url.password)
    throw new Error(
      "DATABASE_URL has no password to derive the app's own from. Give the app's role in GRYN_APP_DATABASE_URL (see docs/deployment.md).",
    );
  const password = createHmac("sha256", decodeURIComponent(url.password))
    .update(`${APP_ROLE} ${url.pathname}`)
    .digest("hex");
  url.username = APP_ROLE;
  url.password = password;
  return url.toString();
}

async function answers(url: string): Promise<boolean> {
  const probe = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000 });
  probe.on("error", () => undefined);
  try {
    await probe.connect();
    return true;
  } catch {
    return false;
  } finally {
    await probe.end().catch(() => undefined);
  }
}

const hasRole = async (owner: pg.Client, role: string) =>
  (await owner.query("select 1 from pg_roles where rolname = $1", [role])).rows.length > 0;

/**
 * Brings the schema up to date, makes what roles are missing and grants them their rights. May run on several servers
 * at once and beside a running app: one after the other, and nothing that is right already is changed.
 * @param ownerUrl a role that may create tables and roles; used here only
 * @param options.appUrl the app's own role, where an operator has made one
 * @returns the connection string of the app's own role
 */
export async function migrate(ownerUrl: string, options: { appUrl?: string | undefined } = {}): Promise<string> {
  const appUrl = options.appUrl ?? appUrlFor(ownerUrl);
  const role = decodeURIComponent(new URL(appUrl).username);
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query("select pg_advisory_lock($1)", [LOCK]);
    if (!(await hasRole(owner, KEEPER)))
      await owner.query(`create role ${KEEPER} nologin nosuperuser nobypassrls nocreatedb nocreaterole`);
    await owner.query(
      `do $$ begin if not pg_has_role(current_user, '${KEEPER}', 'member') then execute format('grant ${KEEPER} to %I', current_user); end if; end $$`,
    );
    await runner({
      dbClient: owner,
      dir: MIGRATIONS,
      direction: "up",
      migrationsTable: "migration",
      count: Infinity,
      noLock: true,
      verbose: false,
      log: () => undefined,
      logger: {
        debug: () => undefined,
        info: () => undefined,
        warn: () => undefined,
        error: (m: string) => process.stderr.write(`${m}\n`),
      },
    });
    if (!options.appUrl && !(await answers(appUrl))) {
      const password = pg.escapeLiteral(new URL(appUrl).password);
      // only a superuser may so much as name the attributes of a role that is there
      await owner.query(
        (await hasRole(owner, role))
          ? `alter role ${pg.escapeIdentifier(role)} login password ${password}`
          : `create role ${pg.escapeIdentifier(role)} login nosuperuser nobypassrls nocreatedb nocreaterole password ${password}`,
      );
    }
    const { rows } = await owner.query<{ name: string }>("select current_database() as name");
    await owner.query(
      `begin; ${ownership} ${rights(pg.escapeIdentifier(role), pg.escapeIdentifier(rows[0]!.name))} commit`,
    );
  } finally {
    await owner.query("select pg_advisory_unlock($1)", [LOCK]).catch(() => undefined);
    await owner.end();
  }
  return appUrl;
}
