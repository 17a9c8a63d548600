/** What coaches have said of a need or of an edit: done, or not before a day, or why not. */
import type { Decision } from "#core/desk/needs";
import type { Transaction } from "#server/database/database";

/** days for which decisions are told */
const DECIDED = 120;
const MOST = 2000;

const COLUMNS = `id, client_id as "clientId", need, act, until::text, reason, account_name as by, at`;
type Row = Omit<Decision, "at"> & { at: Date };
const toDecision = (d: Row): Decision => ({ ...d, at: d.at.toISOString() });

/** newest first; of one client where one is named */
export const readDecisions = async (
  tx: Transaction,
  practiceId: string,
  clientId: string | null = null,
): Promise<Decision[]> =>
  (
    await tx.query<Row>(
      `select ${COLUMNS} from decision where practice_id = $1 and ($2::uuid is null or client_id = $2)
        and at > now() - make_interval(days => $3) order by at desc limit $4`,
      [practiceId, clientId, DECIDED, MOST],
    )
  ).map(toDecision);

/** the same again after a lost answer is the same decision */
export async function keepDecision(tx: Transaction, practiceId: string, d: Omit<Decision, "at">): Promise<Decision> {
  await tx.query(
    `insert into decision (practice_id, id, client_id, need, act, until, reason, account_name)
      values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict do nothing`,
    [practiceId, d.id, d.clientId, d.need, d.act, d.act === "later" ? d.until : null, d.reason, d.by],
  );
  const [row] = await tx.query<Row>(`select ${COLUMNS} from decision where practice_id = $1 and id = $2`, [
    practiceId,
    d.id,
  ]);
  return toDecision(row!);
}
