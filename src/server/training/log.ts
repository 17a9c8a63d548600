/** The log as kept: every revision of every entry, never refused because the plan moved on. */
import type { Entry, LogBatch, Report } from "#core/training/entry";
import type { Transaction } from "#server/database/database";

export interface Log {
  entries: Entry[];
  reports: Report[];
}

export async function readLog(tx: Transaction, practiceId: string, clientId: string): Promise<Log> {
  const entries = await tx.query<{ body: Entry }>("select distinct on (id) body from entry where practice_id = $1 and client_id = $2 order by id, revision desc", [practiceId, clientId]);
  const reports = await tx.query<{ body: Report }>("select distinct on (id) body from report where practice_id = $1 and client_id = $2 order by id, revision desc", [practiceId, clientId]);
  const byTime = (a: { at: string }, b: { at: string }) => a.at.localeCompare(b.at);
  return { entries: entries.map((r) => r.body).sort(byTime), reports: reports.map((r) => r.body).sort(byTime) };
}

/** the same id and revision is the same row, however often it arrives */
export async function writeLog(tx: Transaction, practiceId: string, clientId: string, batch: LogBatch): Promise<void> {
  for (const [table, list] of [["entry", batch.entries], ["report", batch.reports]] as const)
    for (const item of list)
      await tx.query(`insert into ${table} (practice_id, id, revision, client_id, prescription_id, local_date, at, body) values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (practice_id, id, revision) do nothing`, [practiceId, item.id, item.revision, clientId, item.prescriptionId, item.localDate, item.at, item]);
}
