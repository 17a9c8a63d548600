/**
 * Loads that a client can well have lifted, as the engine last worked them out. They are renewed as a job, once a
 * client and quarter of an hour at the most, and not at all for sets that lie well within them: nobody waits for it.
 */
import { editionIn } from "#server/planning/editions";
import { prescriptionsOf } from "#core/program/edit";
import type { Entry } from "#core/training/entry";
import type { Bound } from "#core/training/exposures";
import { isWellWithin } from "#core/training/flags";
import { linesOn } from "#core/clients/on-machine";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { askJob, hasten } from "#server/jobs/jobs";
import { Interrupted, type Handler } from "#server/jobs/runner";
import { programOfClient } from "#server/planning/programs";
import { readHistory, readLog } from "#server/training/log";
import { isThreadGone, type Work } from "#server/work/work";

/** s after the first set that asked for it */
const QUIET = 15 * 60;
/** days after which bounds are old, whatever was logged */
const OLD = 7;

interface Kept {
  body: Record<string, Bound>;
  old: boolean;
}

/** asks for a renewal where these sets may change something; with none, because the plan has changed */
export async function askBounds(
  tx: Transaction,
  practiceId: string,
  clientId: string,
  entries: readonly Entry[] | null,
): Promise<void> {
  if (entries) {
    const [kept] = await tx.query<Kept>(
      `select body, at < now() - make_interval(days => $3) as old from load_bound
        where practice_id = $1 and client_id = $2`,
      [practiceId, clientId, OLD],
    );
    if (kept && !kept.old && entries.every((e) => isWellWithin(e, kept.body[e.prescriptionId]))) return;
  }
  await askJob(tx, practiceId, clientId, { kind: "bounds", key: clientId, input: {}, after: entries ? QUIET : 0 });
}

/** somebody looks at the log: what waits for its quarter of an hour is begun */
export const hastenBounds = (tx: Transaction, practiceId: string, clientId: string): Promise<void> =>
  hasten(tx, practiceId, "bounds", clientId);

export const boundsHandler =
  (database: Database, work: Work): Handler =>
  async ({ job: { practiceId, clientId }, signal }) => {
    if (clientId === null) throw new Error("bounds are a client's");
    const { client, program, edition, history } = await database.withPractice(practiceId, async (tx) => {
      const { program } = await programOfClient(tx, practiceId, clientId);
      const edition = await editionIn(tx, practiceId, program);
      const log = await readLog(tx, practiceId, clientId, edition.method.log.days);
      return {
        program,
        edition,
        client: await findClient(tx, practiceId, clientId),
        history: await readHistory(tx, practiceId, clientId, log),
      };
    });
    const rules = edition.method;
    const since = Date.now() - rules.log.days * 86_400_000;
    const bounds = await work
      .plausible(client, linesOn(client.machines, prescriptionsOf(program)), history, since, rules, signal)
      .catch((error: unknown) => {
        throw isThreadGone(error) && !signal.aborted ? new Interrupted("the engine's thread ended") : error;
      });
    await database.withPractice(practiceId, (tx) =>
      tx.query(
        `insert into load_bound (practice_id, client_id, body) values ($1, $2, $3) on conflict (practice_id, client_id)
          do update set body = excluded.body, at = now()`,
        [practiceId, clientId, bounds],
      ),
    );
    return { lines: Object.keys(bounds).length };
  };
