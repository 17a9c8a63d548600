/** Clients as they are kept. */
import type { Client } from "#core/clients/client";
import { clientInput } from "#core/clients/schema";
import { upgrade } from "#core/exchange/upgrade";
import type { Transaction } from "#server/database/database";
import { notFound } from "#server/http/problem";

export interface ClientRow {
  id: string;
  revision: number;
  body: unknown;
  format: number;
}

export const toClient = (r: ClientRow): Client => ({
  ...clientInput.parse(upgrade("client", r.body, r.format)),
  id: r.id,
  revision: r.revision,
});

export async function findClient(tx: Transaction, practiceId: string, id: string): Promise<Client> {
  const [row] = await tx.query<ClientRow>(
    "select id, revision, body, format from client where practice_id = $1 and id = $2",
    [practiceId, id],
  );
  if (!row) throw notFound("client");
  return toClient(row);
}
