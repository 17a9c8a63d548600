/** How clients stand, kept as of a mark: worked out anew for those of whom something has changed, and for no other. */
import { problemsOf, standingOf, standingSchema, type Standing } from "#core/desk/standing";
import { exercises } from "#core/exercises/library";
import { HISTORY_DAYS } from "#core/training/exposures";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { editionIn } from "#server/planning/editions";
import { programOfClient } from "#server/planning/programs";
import { readHistory, readLog } from "#server/training/log";

/** of what works a standing out: one more whenever it says something else */
export const STANDING_VERSION = 3;

/** works out how a client stands now, and keeps it */
export async function renewStanding(
  database: Database,
  practiceId: string,
  clientId: string,
): Promise<Standing | null> {
  return database.withPractice(practiceId, async (tx) => {
    const mark = await markOf(tx, practiceId, clientId);
    // erased meanwhile
    if (mark === null) return null;
    const client = await findClient(tx, practiceId, clientId);
    const { program } = await programOfClient(tx, practiceId, clientId);
    const { method } = await editionIn(tx, practiceId, program);
    const history = await readHistory(tx, practiceId, clientId, await readLog(tx, practiceId, clientId, HISTORY_DAYS));
    const standing = standingSchema.parse(
      standingOf(program, history, method, problemsOf(program, client, method, exercises)),
    );
    await tx.query(
      `insert into standing (practice_id, client_id, mark, version, body) values ($1, $2, $3, $4, $5)
        on conflict (practice_id, client_id) do update set mark = excluded.mark, version = excluded.version,
          body = excluded.body where standing.mark <= excluded.mark or standing.version <> excluded.version`,
      [practiceId, clientId, mark, STANDING_VERSION, standing],
    );
    return standing;
  });
}

async function markOf(tx: Transaction, practiceId: string, clientId: string): Promise<string | null> {
  const [row] = await tx.query<{ mark: string }>(
    "select mark::text from client_mark where practice_id = $1 and client_id = $2",
    [practiceId, clientId],
  );
  return row?.mark ?? null;
}
