/**
 * What the engine has said of a setup in a body, kept: raw metrics by model version, rounded body, setup and samples.
 * The default body's are shared by all; a client's are that client's, and erased with the client.
 */
import { DEFAULT_SAMPLES } from "#core/mechanics/analyse";
import { DEFAULT_BODY, MODEL_VERSION, type Body } from "#core/mechanics/model";
import type { SurveyRow } from "#core/mechanics/survey";
import type { Transaction } from "#server/database/database";

/** whose mechanics */
export interface Whose {
  practiceId: string;
  clientId: string;
  /** rounded, as `bodyOf` gives it */
  body: Body;
}

/** samples, and the shape of what is kept: rows of an older shape are not read */
const samples = `${DEFAULT_SAMPLES} samples, shape 3`;
const bodyKey = ({ stature, mass }: Body) => `${stature.toFixed(2)} ${mass}`;

/** table and the leading columns of its key */
const placeOf = ({ practiceId, clientId, body }: Whose) =>
  bodyKey(body) === bodyKey(DEFAULT_BODY)
    ? { table: "mechanics", columns: [], values: [] }
    : { table: "client_mechanics", columns: ["practice_id", "client_id"], values: [practiceId, clientId] };

/** the rows that are known of these setups, by setup key */
export async function readMechanics(
  tx: Transaction,
  whose: Whose,
  setupKeys: readonly string[],
): Promise<Map<string, SurveyRow>> {
  const { table, columns, values } = placeOf(whose);
  const own = columns.map((c, i) => `${c} = $${i + 5} and `).join("");
  const rows = await tx.query<{ setup: string; row: SurveyRow }>(
    `select setup, row from ${table} where ${own} model = $1 and body = $2 and samples = $3 and setup = any($4)`,
    [MODEL_VERSION, bodyKey(whose.body), samples, setupKeys, ...values],
  );
  return new Map(rows.map((r) => [r.setup, r.row]));
}

/** the same again changes nothing: a setup in a body has one answer */
export async function keepMechanics(tx: Transaction, whose: Whose, rows: readonly SurveyRow[]): Promise<void> {
  const { table, columns, values } = placeOf(whose);
  const names = columns.map((c) => `${c}, `).join("");
  const own = columns.map((_, i) => `$${i + 5}::uuid, `).join("");
  await tx.query(
    `insert into ${table} (${names} model, body, samples, setup, row)
     select ${own} $1, $2, $3, r.setup, r.row from jsonb_to_recordset($4::jsonb) as r (setup text, row jsonb) order by r.setup
     on conflict do nothing`,
    [
      MODEL_VERSION,
      bodyKey(whose.body),
      samples,
      JSON.stringify(rows.map((row) => ({ setup: row.setupKey, row }))),
      ...values,
    ],
  );
}
