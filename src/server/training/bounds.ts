/** Loads that a client can well have lifted, worked out off the main thread after something was logged, and kept. */
import { plausibleLoads } from "#core/training/plausible";
import { STRENGTH_DAYS } from "#core/training/lifted";
import { prescriptionsOf } from "#core/planning/edit";
import { findClient } from "#server/clients/routes";
import type { Database } from "#server/database/database";
import { programOfClient } from "#server/planning/programs";
import { readLog } from "#server/training/log";
import type { Work } from "#server/work/work";

/** ms after the last set of a burst */
const QUIET = 1500;

export interface Bounds {
  /** works them out now */
  renew(practiceId: string, clientId: string): Promise<void>;
  /** soon, once for many sets */
  later(practiceId: string, clientId: string): void;
}

export function boundsOf(database: Database, work: Work): Bounds {
  const waiting = new Map<string, ReturnType<typeof setTimeout>>();
  const renew = async (practiceId: string, clientId: string): Promise<void> => {
    const { client, lines, entries } = await database.withPractice(practiceId, async (tx) => ({
      client: await findClient(tx, practiceId, clientId),
      lines: prescriptionsOf((await programOfClient(tx, practiceId, clientId)).program),
      entries: (await readLog(tx, practiceId, clientId, STRENGTH_DAYS)).entries,
    }));
    const bounds: ReturnType<typeof plausibleLoads> = await work.plausible(
      client,
      lines,
      entries,
      Date.now() - STRENGTH_DAYS * 86_400_000,
    );
    await database.withPractice(practiceId, (tx) =>
      tx.query(
        "insert into load_bound (practice_id, client_id, body) values ($1, $2, $3) on conflict (practice_id, client_id) do update set body = excluded.body, at = now()",
        [practiceId, clientId, bounds],
      ),
    );
  };
  return {
    renew,
    later(practiceId, clientId) {
      const key = `${practiceId} ${clientId}`;
      clearTimeout(waiting.get(key));
      const timer = setTimeout(() => {
        waiting.delete(key);
        // without them nothing is flagged; the next set asks again
        renew(practiceId, clientId).catch(() => undefined);
      }, QUIET);
      timer.unref();
      waiting.set(key, timer);
    },
  };
}
