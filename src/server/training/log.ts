/** The log as kept: every revision of every entry, never refused because the plan moved on. */
import { createHash } from "node:crypto";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { withinBounds } from "#core/training/clock";
import type { Entry, LogBatch, Report } from "#core/training/entry";
import { type Bound, type Handed, type History } from "#core/training/exposures";
import type { Transaction } from "#server/database/database";

export interface Log {
  entries: Entry[];
  reports: Report[];
  /** ids of sets that two phones corrected with the same number: the one that came last is shown */
  twice: string[];
}

interface Row {
  id: string;
  body: unknown;
  format: number;
  received_at: Date;
  handed_at: Date | null;
  versions: number;
}

/** newest revision of each, as the phone dated it where that can be */
const newestOf = (table: "entry" | "report") => `
  select distinct on (e.id) e.id, e.body, e.format, e.received_at, h.at as handed_at,
    (select count(*)::int from ${table} x where x.practice_id = e.practice_id and x.id = e.id and x.revision = e.revision) as versions
  from ${table} e left join hand_over h on h.practice_id = e.practice_id and h.id = (e.body->>'handOverId')::uuid
  where e.practice_id = $1 and e.client_id = $2 and e.received_at > now() - make_interval(days => $3)
  order by e.id, e.revision desc, e.received_at desc, e.digest`;

/** @param days of the log by when they arrived */
export async function readLog(tx: Transaction, practiceId: string, clientId: string, days: number): Promise<Log> {
  const read = async <T extends Entry | Report>(table: "entry" | "report") => {
    const rows = await tx.query<Row>(newestOf(table), [practiceId, clientId, days]);
    const list = rows
      .map((r) => withinBounds(upgrade<T>(table, r.body, r.format), r.received_at, r.handed_at))
      .sort((a, b) => a.at.localeCompare(b.at));
    return { list, twice: rows.filter((r) => r.versions > 1).map((r) => r.id) };
  };
  const entries = await read<Entry>("entry");
  const reports = await read<Report>("report");
  return {
    entries: entries.list,
    reports: reports.list,
    twice: [...entries.twice, ...reports.twice],
  };
}

/** what of the hand-overs and of the engine a next target needs beside the log */
export async function readHistory(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  log: Pick<Log, "entries" | "reports">,
): Promise<History> {
  const ids = [...new Set([...log.entries, ...log.reports].map((x) => x.handOverId))];
  const rows = await tx.query<{ hand_over: string; id: string } & Handed>(
    `select h.id as hand_over, p->>'id' as id, p->>'setupKey' as "setupKey", nullif(p->'load', 'null'::jsonb) as load from hand_over h, jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b, jsonb_array_elements(b->'prescriptions') p
     where h.practice_id = $1 and h.client_id = $2 and h.id = any($3::uuid[])`,
    [practiceId, clientId, ids],
  );
  const handedOver: Record<string, Record<string, Handed>> = {};
  for (const { hand_over, id, load, setupKey } of rows) (handedOver[hand_over] ??= {})[id] = { load, setupKey };
  const [bounds] = await tx.query<{ body: Record<string, Bound> }>(
    "select body from load_bound where practice_id = $1 and client_id = $2",
    [practiceId, clientId],
  );
  return { entries: log.entries, reports: log.reports, handedOver, bounds: bounds?.body ?? {} };
}

/** changes whenever anything that is told of a client's training does */
export async function logMark(tx: Transaction, practiceId: string, clientId: string): Promise<string> {
  const [row] = await tx.query<{ mark: string }>(
    `select concat_ws(' ',
      (select concat(count(*), ' ', max(received_at)) from entry where practice_id = $1 and client_id = $2),
      (select concat(count(*), ' ', max(received_at)) from report where practice_id = $1 and client_id = $2),
      (select concat(count(*), ' ', max(at)) from hand_over where practice_id = $1 and client_id = $2),
      (select max(at) from load_bound where practice_id = $1 and client_id = $2),
      (select max(version) from program where practice_id = $1 and client_id = $2)) as mark`,
    [practiceId, clientId],
  );
  return createHash("sha256").update(row!.mark).digest("base64url").slice(0, 22);
}

const digestOf = (item: Entry | Report): string =>
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
}
