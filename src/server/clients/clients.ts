/** Clients as they are kept. What a place of the practice has is asked of the place, so that it is said once. */
import type { Change } from "#core/clients/changes";
import type { Client } from "#core/clients/client";
import { placeInput, thereIn } from "#core/clients/place";
import { usedFirst } from "#core/machines/machine";
import { clientInput } from "#core/clients/schema";
import { upgrade } from "#core/exchange/upgrade";
import type { Transaction } from "#server/database/database";
import { notFound } from "#server/http/problem";

export interface ClientRow {
  id: string;
  revision: number;
  body: unknown;
  format: number;
  /** of the place that the client names; null where there is none */
  place: unknown;
  /** by id: of the places of single days; null where there is none */
  elsewhere: Record<string, unknown> | null;
}

/** the places of a client's row: to be selected beside it */
export const PLACE_OF = `(select p.body from place p where p.practice_id = client.practice_id
  and p.id::text = client.body->>'place') as place,
  (select jsonb_object_agg(p.id, p.body) from jsonb_array_elements(client.body->'weekdays') w
    join place p on p.practice_id = client.practice_id and p.id::text = w->>'place') as elsewhere`;

/** a place that is gone leaves what was said of the client */
export function toClient(r: ClientRow): Client {
  const input = clientInput.parse(upgrade("client", r.body, r.format));
  return {
    ...input,
    ...(r.place ? placed(r.place, input) : { place: null }),
    ...(r.elsewhere ? { elsewhere: elsewhereOf(r.elsewhere, input) } : {}),
    id: r.id,
    revision: r.revision,
  };
}

type Placed = Pick<Client, "equipment" | "stations" | "units" | "loads" | "machines">;
type OnMachines = Pick<Client, "uses" | "stationSettings">;
function placed(body: unknown, { uses, stationSettings }: OnMachines): Placed {
  const place = placeInput.parse(body);
  const machines = usedFirst(place.machines, uses).map((m) => ({ ...m, set: stationSettings[m.id] }));
  return { ...thereIn(place), machines };
}

const elsewhereOf = (places: Record<string, unknown>, on: OnMachines): NonNullable<Client["elsewhere"]> =>
  Object.fromEntries(
    Object.entries(places).map(([id, body]) => [id, { name: placeInput.parse(body).name, ...placed(body, on) }]),
  );

export async function findClient(tx: Transaction, practiceId: string, id: string): Promise<Client> {
  const [row] = await tx.query<ClientRow>(
    `select id, revision, body, format, ${PLACE_OF} from client where practice_id = $1 and id = $2`,
    [practiceId, id],
  );
  if (!row) throw notFound("client");
  return toClient(row);
}

/** what a saved form changed, of a revision of the client, for whoever asks later what was known when */
export async function writeChanges(
  tx: Transaction,
  practiceId: string,
  of: { id: string; revision: number; by: string; at?: Date },
  changes: readonly Change[],
): Promise<void> {
  await tx.query(
    `insert into client_change (practice_id, client_id, revision, changes, account_name, at)
      values ($1, $2, $3, $4, $5, $6)`,
    [practiceId, of.id, of.revision, JSON.stringify(changes), of.by, of.at ?? new Date()],
  );
}
