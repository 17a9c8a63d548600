/** The log as kept: every revision of every entry, never refused because the plan moved on. */
import { createHash } from "node:crypto";
import { ALL_DAYS } from "#core/exchange/api";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { withinBounds } from "#core/training/clock";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Entry, LogBatch, Report } from "#core/training/entry";
import { newestOf, type Bound, type Handed, type History } from "#core/training/exposures";
import type { Database, Transaction } from "#server/database/database";
import { PAGE_ROWS } from "#server/http/stream";

/** a page of the log, by when it arrived */
export interface Log {
  entries: Entry[];
  reports: Report[];
  /** what the page before this one arrived by; null where there is nothing older */
  next: string | null;
  /** ids of sets that two phones corrected with the same number: the one that came last is shown */
  twice: string[];
}

interface Row {
  id: string;
  revision: number;
  body: unknown;
  format: number;
  received: string;
}

/** days of check-ins that are told: what a target asks for is a week, the rest is for the eye */
const CHECK_IN_DAYS = 84;
/** sets on one page at the most: many times what anybody does in twelve weeks */
const MOST = 4000;

/** newest revision first */
const told = (rows: string): string => `
  (select coalesce(json_agg(json_build_object('id', id, 'revision', revision, 'body', body, 'format', format,
      'received', received_at) order by id, revision desc, received_at desc, digest), '[]') from ${rows})`;

/**
 * A page in one round trip: sets that arrived within so many days before its end, fewer where there are more than a
 * page holds; reports of the same time; and whether anything is older.
 */
const PAGE = `
  with newest as (
    select id, revision, digest, body, format, received_at from entry
    where practice_id = $1 and client_id = $2 and received_at <= coalesce($4::timestamptz, 'infinity')
      and received_at > least(coalesce($4::timestamptz, 'infinity'), now()) - make_interval(days => $3)
    order by received_at desc limit $5 + 1),
  page as (
    select case when count(*) > $5 then min(received_at)
      else least(coalesce($4::timestamptz, 'infinity'), now()) - make_interval(days => $3) end as begins from newest)
  select to_char(begins at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as begins,
    exists (select 1 from entry where practice_id = $1 and client_id = $2 and received_at <= begins)
    or exists (select 1 from report where practice_id = $1 and client_id = $2 and received_at <= begins) as older,
    ${told("newest where received_at > begins")} as entries,
    ${told(`report where practice_id = $1 and client_id = $2 and received_at > begins
      and received_at <= coalesce($4::timestamptz, 'infinity')`)} as reports,
    (select coalesce(json_object_agg(id, at), '{}') from hand_over where practice_id = $1 and client_id = $2) as handed
  from page`;

const byTime = (a: { at: string }, b: { at: string }) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0);

/** the newest of each, and ids of those whose newest came in two versions */
function newestRows(rows: readonly Row[]): { list: Row[]; twice: string[] } {
  const by = new Map<string, Row>();
  const twice = new Set<string>();
  for (const r of rows) {
    const first = by.get(r.id);
    if (!first) by.set(r.id, r);
    else if (first.revision === r.revision) twice.add(r.id);
  }
  return { list: [...by.values()], twice: [...twice] };
}

/**
 * A page of the log, each set as the phone dated it where that can be.
 * @param days that it reaches back, by when sets arrived; fewer where there are more sets than a page holds
 * @param before the `next` of the page after it; the newest page unless given
 * @param most sets on it
 */
export async function readLog(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  days: number,
  before: string | null = null,
  most = MOST,
): Promise<Log> {
  const [page] = await tx.query<{
    begins: string;
    older: boolean;
    entries: Row[];
    reports: Row[];
    handed: Record<string, string>;
  }>(PAGE, [practiceId, clientId, days, before, most]);
  const { begins, older, handed } = page!;
  const read = <T extends Entry | Report>(table: "entry" | "report", rows: readonly Row[]) => {
    const { list, twice } = newestRows(rows);
    const items = list.map((r) => {
      const item = upgrade<T>(table, r.body, r.format);
      const at = handed[item.handOverId];
      return withinBounds(item, new Date(r.received), at ? new Date(at) : null);
    });
    return { list: items.sort(byTime), twice };
  };
  const entries = read<Entry>("entry", page!.entries);
  const reports = read<Report>("report", page!.reports);
  return {
    entries: entries.list,
    reports: reports.list,
    next: older ? begins : null,
    twice: [...entries.twice, ...reports.twice],
  };
}

/** all of it, page by page, each a read of its own; a set that was corrected later comes in its newest revision */
export async function readWholeLog(
  database: Database,
  practiceId: string,
  clientId: string,
): Promise<Pick<Log, "entries" | "reports">> {
  const [entries, reports]: [Entry[], Report[]] = [[], []];
  let before: string | null = null;
  do {
    const upTo: string | null = before;
    const page: Log = await database.lately(practiceId, (tx) =>
      readLog(tx, practiceId, clientId, ALL_DAYS, upTo, PAGE_ROWS),
    );
    entries.push(...page.entries);
    reports.push(...page.reports);
    before = page.next;
  } while (before);
  return { entries: newestOf(entries).sort(byTime), reports: newestOf(reports).sort(byTime) };
}

/** a coach's answers by report, each the newest */
type Answers = Record<string, { text: string; by: string; at: string }>;

/** what belongs to a page of the log, in one round trip */
const BESIDE = `
  select
    (select coalesce(json_agg(json_build_object('handOver', hand_over_id, 'id', line_id, 'setupKey', setup_key,
      'load', load)), '[]') from handed_line
      where practice_id = $1 and client_id = $2 and hand_over_id = any($3::uuid[])) as lines,
    (select coalesce(json_agg(c), '[]') from (select distinct on (id) body, format from check_in
      where practice_id = $1 and client_id = $2 and received_at > now() - make_interval(days => $4)
      order by id, revision desc, received_at desc) c) as "checkIns",
    (select body from load_bound where practice_id = $1 and client_id = $2) as bounds,
    (select coalesce(json_agg(a), '[]') from (select distinct on (report_id) report_id as id, text, account_name as by, at
      from answer where practice_id = $1 and client_id = $2 and report_id = any($5::uuid[])
      order by report_id, at desc) a) as answers`;

interface Beside {
  lines: ({ handOver: string; id: string } & Handed)[];
  checkIns: { body: unknown; format: number }[];
  bounds: Record<string, Bound> | null;
  answers: { id: string; text: string; by: string; at: string }[];
}

/** what of the hand-overs and of the engine a next target needs beside the log */
export async function readHistory(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  log: Pick<Log, "entries" | "reports">,
): Promise<History & { checkIns: CheckIn[]; answers: Answers }> {
  const ids = [...new Set([...log.entries, ...log.reports].map((x) => x.handOverId))];
  const noted = log.reports.filter((r) => r.note).map((r) => r.id);
  const [beside] = await tx.query<Beside>(BESIDE, [practiceId, clientId, ids, CHECK_IN_DAYS, noted]);
  const { lines, checkIns, bounds, answers } = beside!;
  const handedOver: Record<string, Record<string, Handed>> = {};
  for (const { handOver, id, load, setupKey } of lines) (handedOver[handOver] ??= {})[id] = { load, setupKey };
  return {
    entries: log.entries,
    reports: log.reports,
    checkIns: checkIns.map((c) => upgrade<CheckIn>("checkIn", c.body, c.format)),
    handedOver,
    bounds: bounds ?? {},
    answers: Object.fromEntries(
      answers.map(({ id, text, by, at }) => [id, { text, by, at: new Date(at).toISOString() }]),
    ),
  };
}

/** changes whenever anything that is told of a client's training does */
export async function logMark(tx: Transaction, practiceId: string, clientId: string): Promise<string> {
  const [row] = await tx.query<{ mark: string }>(
    "select mark::text from client_mark where practice_id = $1 and client_id = $2",
    [practiceId, clientId],
  );
  return row?.mark ?? "0";
}

const digestOf = (item: Entry | Report | CheckIn): string =>
  createHash("sha256").update(JSON.stringify(item)).digest("hex").slice(0, 32);

/**
 * the same id, revision and content is the same row, however often it arrives; always in one order, so that two
 * phones never wait for each other
 */
export async function writeLog(tx: Transaction, practiceId: string, clientId: string, batch: LogBatch): Promise<void> {
  for (const [table, list] of [
    ["entry", batch.entries],
    ["report", batch.reports],
  ] as const) {
    if (list.length === 0) continue;
    const rows = list.map((item) => ({
      id: item.id,
      revision: item.revision,
      digest: digestOf(item),
      prescription_id: item.prescriptionId,
      local_date: item.localDate,
      at: new Date(item.at).toISOString(),
      body: item,
      format: VERSIONS[table],
    }));
    await tx.query(
      `insert into ${table} (practice_id, client_id, id, revision, digest, prescription_id, local_date, at, body, format)
       select $1, $2, r.id, r.revision, r.digest, r.prescription_id, r.local_date, r.at, r.body, r.format
       from jsonb_to_recordset($3::jsonb) as r (id uuid, revision int, digest text, prescription_id uuid, local_date date, at timestamptz, body jsonb, format int)
       order by r.id, r.revision, r.digest
       on conflict do nothing`,
      [practiceId, clientId, JSON.stringify(rows)],
    );
  }
  for (const c of batch.checkIns ?? [])
    await tx.query(
      `insert into check_in (practice_id, client_id, id, revision, digest, local_date, at, body, format)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict do nothing`,
      [practiceId, clientId, c.id, c.revision, digestOf(c), c.localDate, new Date(c.at), c, VERSIONS.checkIn],
    );
}
