/** Simulated clients with their half year of training, into a practice: what a full desk looks like. */
import { VERSIONS } from "#core/exchange/upgrade";
import type { SimulatedClient } from "#core/simulation/practice";
import { SIMULATED } from "#core/simulation/truth";
import { buildSnapshot } from "#core/training/snapshot";
import { writeChanges } from "#server/clients/clients";
import type { Database } from "#server/database/database";
import { demoId } from "#server/identity/demo-practice";
import { keepHandOver, makeLink } from "#server/training/handovers";
import { insertProgram } from "#server/planning/programs";
import { writeLog } from "#server/training/log";

/** ids that simulated clients of the demo practice have, so that they are known as its own */
export const trainedId = (n: number): string => demoId(`trained ${n}`);

const DAY = 86_400_000;
/** sets written at once */
const AT_ONCE = 1000;

/** @param accountId who hands the week over */
export async function writeSimulated(
  database: Database,
  practiceId: string,
  accountId: string,
  { id, input, program, handOverId, training, changed, block }: SimulatedClient,
): Promise<void> {
  const first = training.entries.reduce((f, e) => (e.at < f ? e.at : f), new Date().toISOString());
  const snapshot = buildSnapshot(program, 0, input);
  await database.withPractice(practiceId, async (tx) => {
    const made = await tx.query(
      `insert into client (practice_id, id, name, body, format) values ($1, $2, $3, $4, $5)
        on conflict do nothing returning 1`,
      [practiceId, id, input.name, input, VERSIONS.client],
    );
    // there already, from a time before
    if (made.length === 0) return;
    if (changed) {
      const { weeks, from, to } = changed;
      const at = new Date(Date.now() - 7 * DAY * weeks);
      const first = { id, revision: 1, by: "Edda Varn", at };
      await writeChanges(tx, practiceId, first, [{ field: "priorities", from, to }]);
    }
    await insertProgram(tx, practiceId, program);
    const before = new Date(Date.parse(first) - DAY);
    const given = await keepHandOver(tx, practiceId, accountId, snapshot, before);
    await makeLink(tx, id, accountId);
    // handed over again where the block began: what was logged before is of the first one
    const weeks = block || SIMULATED.block;
    await keepHandOver(tx, practiceId, accountId, snapshot, new Date(Date.now() - 7 * DAY * weeks));
    const own = <T extends { handOverId: string }>(x: T): T =>
      x.handOverId === handOverId ? { ...x, handOverId: given.id } : x;
    for (let i = 0; i < training.entries.length; i += AT_ONCE)
      await writeLog(tx, practiceId, id, { entries: training.entries.slice(i, i + AT_ONCE).map(own), reports: [] });
    await writeLog(tx, practiceId, id, {
      entries: [],
      reports: training.reports.map(own),
      checkIns: training.checkIns,
    });
  });
}
