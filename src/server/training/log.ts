/** The log as kept: every revision of every entry, never refused because the plan moved on. */
import { createHash } from "node:crypto";
import { ALL_DAYS } from "#core/exchange/api";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { withinBounds } from "#core/training/clock";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Entry, LogBatch, Report } from "#core/training/entry";
import { newestOf, type Bound, type Handed, type History } from "#core/training/exposures";
import type { Transaction } from "#server/database/database";

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
  body: unknown;
  format: number;
  received_at: Date;
  versions: number;
}

/** days of check-ins that are told: what a target asks for is a week, the rest is for the eye */
const CHECK_IN_DAYS = 84;
/** sets on one page at the most: many times what anybody does in twelve weeks */
const MOST = 4000;

/** where a page begins, and whether anything is older: so many days before its end, unless it would be too large */
const PAGE = `
  with page as (select greatest(
    least(coalesce($4::timestamptz, 'infinity'), now()) - make_interval(days => $3),
    (select received_at from entry where practice_id = $1 and client_id = $2
      and received_at <= coalesce($4::timestamptz, 'infinity') order by received_at desc offset $5 limit 1)) as begins)
  select to_char(begins at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as begins,
    exists (select 1 from entry where practice_id = $1 and client_id = $2 and received_at <= begins)
    or exists (select 1 from report where practice_id = $1 and client_id = $2 and received_at <= begins) as older
  from page`;

const byTime = (a: { at: string }, b: { at: string }) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0);

/** newest revision of each on the page */
const newestIn = (table: "entry" | "report") => `
  select distinct on (id) id, body, format, received_at, count(*) over (partition by id, revision)::int as versions
  from ${table} where practice_id = $1 and client_id = $2 and received_at > $3
    and received_at <= coalesce($4::timestamptz, 'infinity')
  order by id, revision desc, received_at desc, digest`;

/**
 * A page of the log, each set as the phone dated it where that can be.
 * @param days that it reaches back, by when sets arrived; fewer where there are more sets than a page holds
 * @param before the `next` of the page after it; the newest page unless given
 */
export async function readLog(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  days: number,
  before: string | null = null,
): Promise<Log> {
  const [page] = await tx.query<{ begins: string; older: boolean }>(PAGE, [practiceId, clientId, days, before, MOST]);
  const { begins, older } = page!;
  const handed = await tx.query<{ id: string; at: Date }>(
    "select id, at from hand_over where practice_id = $1 and client_id = $2",
    [practiceId, clientId],
  );
  const handedAt = new Map(handed.map((h) => [h.id, h.at]));
  const read = async <T extends Entry | Report>(table: "entry" | "report") => {
    const rows = await tx.query<Row>(newestIn(table), [practiceId, clientId, begins, before]);
    const list = rows
      .map((r) => {
        const item = upgrade<T>(table, r.body, r.format);
        return withinBounds(item, r.received_at, handedAt.get(item.handOverId) ?? null);
      })
      .sort(byTime);
    return { list, twice: rows.filter((r) => r.versions > 1).map((r) => r.id) };
  };
  const entries = await read<Entry>("entry");
  const reports = await read<Report>("report");
  return {
    entries: entries.list,
    reports: reports.list,
    next: older ? begins : null,
    twice: [...entries.twice, ...reports.twice],
  };
}

/** all of it, page by page; a set that was corrected later comes in its newest revision */
export async function readWholeLog(
  tx: Transaction,
  practiceId: string,
  clientId: string,
): Promise<Pick<Log, "entries" | "reports">> {
  const [entries, reports]: [Entry[], Report[]] = [[], []];
  let before: string | null = null;
  do {
    const page: Log = await readLog(tx, practiceId, clientId, ALL_DAYS, before);
    entries.push(...page.entries);
    reports.push(...page.reports);
    before = page.next;
  } while (before);
  return { entries: newestOf(entries).sort(byTime), reports: newestOf(reports).sort(byTime) };
}

/** what of the hand-overs and of the engine a next target needs beside the log */
export async function readHistory(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  log: Pick<Log, "entries" | "reports">,
): Promise<History & { checkIns: CheckIn[]; answers: Answers }> {
  const ids = [...new Set([...log.entries, ...log.reports].map((x) => x.handOverId))];
  const rows = await tx.query<{ hand_over: string; id: string } & Handed>(
    `select hand_over_id as hand_over, line_id as id, setup_key as "setupKey", load from handed_line
     where practice_id = $1 and client_id = $2 and hand_over_id = any($3::uuid[])`,
    [practiceId, clientId, ids],
  );
  const handedOver: Record<string, Record<string, Handed>> = {};
  for (const { hand_over, id, load, setupKey } of rows) (handedOver[hand_over] ??= {})[id] = { load, setupKey };
  const checkIns = await tx.query<{ body: unknown; format: number }>(
    `select distinct on (id) body, format from check_in where practice_id = $1 and client_id = $2
      and received_at > now() - make_interval(days => $3) order by id, revision desc, received_at desc`,
    [practiceId, clientId, CHECK_IN_DAYS],
  );
  const [bounds] = await tx.query<{ body: Record<string, Bound> }>(
    "select body from load_bound where practice_id = $1 and client_id = $2",
    [practiceId, clientId],
  );
  return {
    entries: log.entries,
    reports: log.reports,
    checkIns: checkIns.map((c) => upgrade<CheckIn>("checkIn", c.body, c.format)),
    handedOver,
    bounds: bounds?.body ?? {},
    answers: await readAnswers(tx, practiceId, clientId, log.reports),
  };
}

/** a coach's answers by report, each the newest */
type Answers = Record<string, { text: string; by: string; at: string }>;
async function readAnswers(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  reports: readonly Report[],
): Promise<Answers> {
  const noted = reports.filter((r) => r.note).map((r) => r.id);
  if (noted.length === 0) return {};
  const rows = await tx.query<{ id: string; text: string; by: string; at: Date }>(
    `select distinct on (report_id) report_id as id, text, account_name as by, at from answer
     where practice_id = $1 and client_id = $2 and report_id = any($3::uuid[]) order by report_id, at desc`,
    [practiceId, clientId, noted],
  );
  return Object.fromEntries(rows.map(({ id, text, by, at }) => [id, { text, by, at: at.toISOString() }]));
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
