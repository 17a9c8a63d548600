import { Router } from "express";
import { z } from "zod";
import { clientInput, type Client, type ClientInput } from "#core/clients/client";
import { writeAudit } from "#server/audit";
import type { Database, Transaction } from "#server/database/database";
import { notFound, Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/sign-in";

interface ClientRow {
  id: string;
  revision: number;
  body: Omit<ClientInput, "units"> & Partial<Pick<ClientInput, "units">>;
}

const toClient = (r: ClientRow): Client => ({ units: {}, ...r.body, id: r.id, revision: r.revision });

export async function findClient(tx: Transaction, practiceId: string, id: string): Promise<Client> {
  const [row] = await tx.query<ClientRow>("select id, revision, body from client where practice_id = $1 and id = $2", [practiceId, id]);
  if (!row) throw notFound("client");
  return toClient(row);
}

export function clientRoutes(database: Database): Router {
  const router = Router();

  router.get("/clients", async (request, response) => {
    const { practiceId } = coachOf(request);
    const rows = await database.withPractice(practiceId, (tx) => tx.query<ClientRow>("select id, revision, body from client where practice_id = $1 order by name", [practiceId]));
    response.json({ clients: rows.map(toClient) });
  });

  router.get("/clients/:id", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const id = readId(request, "id", "client");
    const client = await database.withPractice(practiceId, async (tx) => {
      const found = await findClient(tx, practiceId, id);
      await writeAudit(tx, practiceId, name, "saw client", id);
      return found;
    });
    response.json({ client });
  });

  const creation = z.strictObject({ id: z.uuid(), client: clientInput });
  router.post("/clients", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const { id, client } = readBody(creation, request);
    await database.withPractice(practiceId, async (tx) => {
      await tx.query("insert into client (practice_id, id, name, body) values ($1, $2, $3, $4) on conflict do nothing", [practiceId, id, client.name, client]);
      await writeAudit(tx, practiceId, name, "made client", id);
    });
    response.status(201).json({ client: { ...client, id, revision: 1 } });
  });

  const update = z.strictObject({ revision: z.int(), client: clientInput });
  router.put("/clients/:id", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const id = readId(request, "id", "client");
    const { revision, client } = readBody(update, request);
    const saved = await database.withPractice(practiceId, async (tx) => {
      const rows = await tx.query<ClientRow>("update client set body = $4, name = $5, revision = revision + 1 where practice_id = $1 and id = $2 and revision = $3 returning id, revision, body", [practiceId, id, revision, client, client.name]);
      if (!rows[0]) throw new Problem(409, "Somebody else has changed this client since you opened it.", [], { client: await findClient(tx, practiceId, id) });
      await writeAudit(tx, practiceId, name, "changed client", id);
      return toClient(rows[0]);
    });
    response.json({ client: saved });
  });
  return router;
}
