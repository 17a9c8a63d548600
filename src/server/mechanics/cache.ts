/**
 * What the engine has said of a setup in a body, kept: raw metrics by model version, rounded body, setup and samples.
 * A body is whole cm and kg and nobody's: it is worked out once for everybody.
 */
import { COARSE_SAMPLES } from "#core/mechanics/analyse";
import { bodyKey } from "#core/anatomy/limbs";
import { MODEL_VERSION, type Body } from "#core/mechanics/model";
import type { SurveyRow } from "#core/mechanics/survey";
import type { Transaction } from "#server/database/database";

/** samples, and the shape of what is kept: rows of an older shape are not read */
const samples = `${COARSE_SAMPLES} samples, shape 5`;

/**
 * the rows that are known of these setups in a body, by setup key
 * @param body rounded, as `bodyOf` gives it
 */
export async function readMechanics(
  tx: Transaction,
  body: Body,
  setupKeys: readonly string[],
): Promise<Map<string, SurveyRow>> {
  const rows = await tx.query<{ setup: string; row: SurveyRow }>(
    "select setup, row from mechanics where model = $1 and body = $2 and samples = $3 and setup = any($4)",
    [MODEL_VERSION, bodyKey(body), samples, setupKeys],
  );
  return new Map(rows.map((r) => [r.setup, r.row]));
}

/** the same again changes nothing: a setup in a body has one answer */
export async function keepMechanics(tx: Transaction, body: Body, rows: readonly SurveyRow[]): Promise<void> {
  await tx.query(
    `insert into mechanics (model, body, samples, setup, row)
     select $1, $2, $3, r.setup, r.row from jsonb_to_recordset($4::jsonb) as r (setup text, row jsonb) order by r.setup
     on conflict do nothing`,
    [MODEL_VERSION, bodyKey(body), samples, JSON.stringify(rows.map((row) => ({ setup: row.setupKey, row })))],
  );
}
