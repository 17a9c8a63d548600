/**
 * Many practices at once, for measuring: clients simulated by the core (src/core/simulation), written through the
 * app's own functions into one practice of patterns, and copied from there inside the database, week by week over all
 * clients, so that rows lie between each other as they would after years of use. The same numbers give the same rows.
 */
import { randomUUID } from "node:crypto";
import { dateBefore } from "#core/base/dates";
import { simulatePractice } from "#core/simulation/practice";
import { openDatabase } from "#server/database/database";
import { hashPassword } from "#server/identity/password";
import { writeSimulated } from "#server/demo/history";
import pg from "pg";

export interface Size {
  practices: number;
  clients: number;
  sets: number;
  /** clients that all others are copies of; twelve unless given */
  patterns?: number;
}

const PATTERNS = 12;
/** the practice that patterns stand in; no practice that is made has this number */
const PATTERN = "00000000-0000-4000-8000-000000000000";
const PATTERN_COACH = "00000000-0000-4000-8000-0000000000c0";
/** looks, edits and hand-overs that are written down a client */
const AUDITED = 100;
export const SCALE_PASSWORD = "ten thousand clients";
/** a set of a line as a phone sends it now */
export const setNow = (line: { handOverId: string; prescriptionId: string }, localDate: string) => ({
  id: randomUUID(),
  revision: 1,
  ...line,
  set: 0,
  parts: [{ id: randomUUID(), kind: "full", load: { value: 40, unit: "kg", meaning: "total" }, reps: 10 }],
  reserve: 2,
  instead: null,
  at: new Date().toISOString(),
  zone: "UTC",
  localDate,
  prescribed: { reps: { low: 8, high: 12 }, reserve: 2, load: null },
  voided: false,
  confirmed: false,
  by: null,
});
export const coachOf = (practice: number): string => `coach-${practice}@scale.example`;

/** ids that follow from a number: valid ones, and the same each time */
const ID = `
  create or replace function pg_temp.an_id(what text) returns uuid language sql immutable as $$
    select (substr(m, 1, 12) || '4' || substr(m, 14, 3) || '8' || substr(m, 18))::uuid from (select md5(what) as m) x
  $$`;
export const practiceIdSql = (n: string): string => `pg_temp.an_id('practice ' || ${n})`;

/** weeks of training that the patterns need so that copies of them are that many sets */
const SETS_A_WEEK = 25;

/**
 * Adds practices until there are that many. Whatever is there already stays.
 * @param ownerUrl a superuser of the database: triggers and foreign keys rest meanwhile
 * @param today local date that training ends on
 * @param say hears how far it is
 */
export async function makeScale(
  ownerUrl: string,
  appUrl: string,
  size: Size,
  today: string,
  say: (line: string) => void = () => undefined,
): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await patterns(owner, appUrl, Math.max(2, Math.round(size.sets / size.clients / SETS_A_WEEK)), size, today);
    await owner.query(ID);
    const { rows } = await owner.query<{ n: number }>(
      "select count(*)::int as n from practice where name like 'Scale %'",
    );
    const from = rows[0]!.n;
    if (from >= size.practices) return;
    await owner.query("set session_replication_role = replica");
    await owner.query("set work_mem = '256MB'");
    // all or nothing: what is broken off leaves no practice without its clients
    await owner.query("begin");
    await people(owner, from, size);
    await copies(owner, say);
    await owner.query("commit");
    await owner.query("set session_replication_role = origin");
    say("Counting rows for the planner ...");
    await owner.query("vacuum analyze");
  } finally {
    await owner.end();
  }
}

/** simulated clients in a practice of their own; once */
async function patterns(
  owner: pg.Client,
  appUrl: string,
  weeks: number,
  { patterns: n = PATTERNS }: Size,
  today: string,
): Promise<void> {
  const there = await owner.query("select 1 from practice where practice_id = $1", [PATTERN]);
  if (there.rows.length) return;
  await owner.query("insert into practice (practice_id, name) values ($1, 'Patterns')", [PATTERN]);
  await owner.query(
    "insert into account (id, practice_id, email, name, role, password_hash) values ($1, $2, 'pattern@scale.example', 'Pattern', 'head', '-')",
    [PATTERN_COACH, PATTERN],
  );
  const { clients } = simulatePractice({ seed: 1, clients: n, weeks, from: dateBefore(today, 7 * weeks) });
  const database = openDatabase(appUrl, 2);
  try {
    for (const client of clients) await writeSimulated(database, PATTERN, PATTERN_COACH, client);
  } finally {
    await database.close();
  }
}

/** practices, their coaches, and which clients are to be made after which pattern */
async function people(
  owner: pg.Client,
  from: number,
  { practices, clients, patterns: n = PATTERNS }: Size,
): Promise<void> {
  const hash = await hashPassword(SCALE_PASSWORD);
  await owner.query(
    `insert into practice (practice_id, name)
     select ${practiceIdSql("n")}, 'Scale ' || n from generate_series($1::int, $2::int) n`,
    [from + 1, practices],
  );
  await owner.query(
    `insert into account (id, practice_id, email, name, role, password_hash)
     select pg_temp.an_id('coach ' || n), ${practiceIdSql("n")}, 'coach-' || n || '@scale.example', 'Coach ' || n, 'head', $3
     from generate_series($1::int, $2::int) n`,
    [from + 1, practices, hash],
  );
  const each = Math.max(1, Math.round(clients / practices));
  await owner.query("drop table if exists made");
  await owner.query(
    `create temp table made as
     select ${practiceIdSql("n")} as practice_id, pg_temp.an_id('client ' || n || ' ' || k) as id, n, k, p.id as pattern
     from generate_series(${from + 1}, ${practices}) n, generate_series(1, ${each}) k
     join (select id, row_number() over (order by id) - 1 as i from client where practice_id = '${PATTERN}') p
       on p.i = k % ${n}`,
  );
  await owner.query("create index on made (pattern)");
  await owner.query("analyze made");
}

const copied = (id: string): string => `pg_temp.an_id(m.id::text || ${id}::text)`;
const OF = (table: string): string =>
  `from ${table} x join made m on m.pattern = x.client_id where x.practice_id = '${PATTERN}'`;

async function copies(owner: pg.Client, say: (line: string) => void): Promise<void> {
  await owner.query(
    `insert into client (practice_id, id, name, body, format)
     select m.practice_id, m.id, x.name || ' ' || m.n || '-' || m.k,
       x.body || jsonb_build_object('name', x.name || ' ' || m.n || '-' || m.k), x.format
     from client x join made m on m.pattern = x.id where x.practice_id = '${PATTERN}'`,
  );
  await owner.query("insert into client_mark (practice_id, client_id, mark) select practice_id, id, 10 from made");
  await owner.query(
    `insert into program (practice_id, id, client_id, document, version, block)
     select m.practice_id, ${copied("x.id")}, m.id,
       x.document || jsonb_build_object('id', ${copied("x.id")}, 'clientId', m.id), x.version, x.block ${OF("program")}`,
  );
  await owner.query(
    `insert into hand_over (practice_id, id, client_id, program_id, program_version, number, snapshot, account_id, at)
     select m.practice_id, ${copied("x.id")}, m.id, ${copied("x.program_id")}, x.program_version, x.number,
       x.snapshot || jsonb_build_object('programId', ${copied("x.program_id")}), pg_temp.an_id('coach ' || m.n), x.at
     ${OF("hand_over")}`,
  );
  await owner.query(
    `insert into handed_line (practice_id, hand_over_id, line_id, client_id, exercise_id, setup_key, target, name, load,
       body_load, reps_low, purpose, begins)
     select m.practice_id, ${copied("x.hand_over_id")}, x.line_id, m.id, x.exercise_id, x.setup_key, x.target, x.name,
       x.load, x.body_load, x.reps_low, x.purpose, x.begins ${OF("handed_line")}`,
  );
  await owner.query(
    `insert into check_in (practice_id, id, revision, digest, client_id, local_date, at, body, format, received_at)
     select m.practice_id, ${copied("x.id")}, x.revision, x.digest, m.id, x.local_date, x.at,
       x.body || jsonb_build_object('id', ${copied("x.id")}), x.format, x.at ${OF("check_in")}`,
  );
  // a log as it grew: each week of all clients, one after the other
  const { rows } = await owner.query<{ week: Date }>(
    `select distinct date_trunc('week', local_date) as week from entry where practice_id = '${PATTERN}' order by 1`,
  );
  for (const [i, { week }] of rows.entries()) {
    for (const table of ["entry", "report"])
      await owner.query(
        `insert into ${table} (practice_id, client_id, id, revision, digest, prescription_id, local_date, at, body, format, received_at)
         select m.practice_id, m.id, ${copied("x.id")}, x.revision, x.digest, x.prescription_id, x.local_date, x.at,
           x.body || jsonb_build_object('id', ${copied("x.id")}, 'handOverId', ${copied("(x.body->>'handOverId')")}),
           x.format, x.at + interval '20 s'
         ${OF(table)} and date_trunc('week', x.local_date) = $1
         order by x.local_date, md5(m.id::text || x.local_date), x.at`,
        [week],
      );
    say(`  week ${i + 1} of ${rows.length}`);
  }
  await owner.query(
    `insert into audit (practice_id, actor, action, client_id, at)
     select practice_id, 'Coach ' || n, 'saw client', id, now() - make_interval(hours => 7 * i)
     from generate_series(1, ${AUDITED}) i, made`,
  );
}
