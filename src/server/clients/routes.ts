import { clientsRoutes as words } from "#core/words/server";
import { randomUUID } from "node:crypto";
import { Router } from "express";
import { changesOf } from "#core/clients/changes";
import { isCleared } from "#core/clients/screening";
import { bodyOf, inputOf, type Client, type ClientInput, type ClientSummary } from "#core/clients/client";
import { api, type Answer } from "#core/exchange/api";
import { VERSIONS } from "#core/exchange/upgrade";
import { auditLook, writeAudit } from "#server/audit";
import { callIn, type Database, type LinkInfo, type Transaction } from "#server/database/database";
import { Problem, readBody, readId } from "#server/http/problem";
import { jsonPieces, keptRows, sendPieces } from "#server/http/stream";
import { coachOf, requireHead } from "#server/identity/coach";
import { findClient, PLACE_OF, toClient, writeChanges, type ClientRow } from "#server/clients/clients";
import { readMechanics } from "#server/mechanics/cache";
import { librarySetups } from "#server/mechanics/survey";
import { presentEdition } from "#server/planning/editions";
import { firstProgram, insertProgram } from "#server/planning/programs";

const SUMMARIES = `select id, name, (body->>'daysPerWeek')::int as "daysPerWeek", (body->>'minutes')::int as minutes,
  (body->>'cleared')::boolean as cleared, body->>'keepUntil' as "keepUntil" from client order by name`;

export function clientRoutes(database: Database): Router {
  const router = Router();

  router.get("/clients", async (request, response) => {
    const { practiceId } = coachOf(request);
    const clients = await database.read<ClientSummary>(practiceId, SUMMARIES);
    response.json({ clients });
  });

  router.get("/clients/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const client = await database.withPractice(coach.practiceId, async (tx) => {
      const found = await findClient(tx, coach.practiceId, id);
      await auditLook(tx, coach, "saw client", id);
      return found;
    });
    response.json({ client });
  });

  router.post("/clients", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const { id, client } = readBody(api.makeClient.body, request);
    mayBeCleared(client);
    const made = await database.withPractice(practiceId, async (tx) => {
      const rows = await tx.query(
        `insert into client (practice_id, id, name, body, format) values ($1, $2, $3, $4, $5) on conflict do nothing
          returning 1`,
        [practiceId, id, client.name, client, VERSIONS.client],
      );
      if (rows.length === 0) {
        // the same form again after a lost answer is the same client; anything else is not
        const [same] = await tx.query<{ same: boolean }>(
          "select body = $3::jsonb as same from client where practice_id = $1 and id = $2",
          [practiceId, id, JSON.stringify(client)],
        );
        if (!same?.same) throw new Problem(409, words.thereIsAnotherClient());
        return false;
      }
      const { id: edition } = await presentEdition(tx, practiceId);
      await insertProgram(tx, practiceId, firstProgram(randomUUID, id, client.daysPerWeek, edition));
      await writeAudit(tx, coach, "made client", id);
      return true;
    });
    const kept = await database.withPractice(practiceId, (tx) => findClient(tx, practiceId, id));
    response.status(made ? 201 : 200).json({ client: kept });
  });

  router.put("/clients/:id", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const { revision, client } = readBody(api.saveClient.body, request);
    mayBeCleared(client);
    const saved = await database.withPractice(practiceId, async (tx) => {
      const before = await findClient(tx, practiceId, id);
      const rows = await tx.query<ClientRow>(
        `update client set body = $4, name = $5, format = $6, revision = revision + 1
          where practice_id = $1 and id = $2 and revision = $3 returning id, revision, body, format, ${PLACE_OF}`,
        [practiceId, id, revision, client, client.name, VERSIONS.client],
      );
      if (!rows[0])
        throw new Problem(409, words.somebodyElseHasChanged(), [], {
          client: await findClient(tx, practiceId, id),
        });
      await writeAudit(tx, coach, "changed client", id);
      const after = toClient(rows[0]);
      const saved = { id, revision: after.revision, by: coach.name };
      await writeChanges(tx, practiceId, saved, changesOf(inputOf(before), inputOf(after)));
      return after;
    });
    response.json({ client: saved });
  });

  router.get("/clients/:id/changes", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    const changes = await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      return tx.query<Answer<"clientChanges">["changes"][number]>(
        `select revision, account_name as by, at, changes from client_change
          where practice_id = $1 and client_id = $2 order by revision desc limit 200`,
        [practiceId, id],
      );
    });
    response.json({ changes });
  });

  router.get("/clients/:id/export", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const client = await database.withPractice(coach.practiceId, async (tx) => {
      const found = await findClient(tx, coach.practiceId, id);
      await writeAudit(tx, coach, "exported everything of client", id);
      return found;
    });
    const { practiceId } = coach;
    const head = await database.lately(practiceId, (tx) => exportOf(tx, practiceId, client));
    response.attachment("client.gryn.json").type("json");
    await sendPieces(
      response,
      jsonPieces(head, {
        sets: keptRows(database, practiceId, id, "entry"),
        reports: keptRows(database, practiceId, id, "report"),
      }),
    );
  });

  router.delete("/clients/:id", requireHead, async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const { name } = readBody(api.eraseClient.body, request);
    await database.withPractice(coach.practiceId, async (tx) => {
      const found = await findClient(tx, coach.practiceId, id);
      if (found.name.trim() !== name.trim())
        throw new Problem(422, words.theNameTypedIs(), [{ path: "name", reason: words.notThisClientS() }]);
      await callIn(tx, "erase_client", id);
      await writeAudit(tx, coach, "erased client", id);
    });
    response.json({});
  });
  return router;
}

/** whatever a page says: a yes, or a question that is open, clears nobody. @throws Problem 422 */
function mayBeCleared({ cleared, screening, clearance }: ClientInput): void {
  if (cleared && !isCleared(screening, clearance, true))
    throw new Problem(422, words.screeningIsNotClear(), [
      { path: "client.clearance", reason: "who has cleared the client" },
    ]);
}

/** tables that the export tells under names of its own, or that only repeat what others say */
const TOLD = [
  "program",
  "hand_over",
  "entry",
  "report",
  "audit",
  "load_bound",
  "client_link",
  "client_mark",
  "standing",
];

/** rows of every other table that speaks of a client, by the catalogue: a new one needs no line here */
async function otherRowsOf(tx: Transaction, practiceId: string, clientId: string): Promise<Record<string, unknown[]>> {
  const tables = await tx.query<{ name: string }>(
    `select c.oid::regclass::text as name from pg_class c join pg_attribute a on a.attrelid = c.oid
      where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and a.attname = 'client_id' and not a.attisdropped
        and has_table_privilege(c.oid, 'select') and not c.relname = any($1) order by c.relname`,
    [TOLD],
  );
  const rows: Record<string, unknown[]> = {};
  for (const { name } of tables)
    rows[name] = (
      await tx.query<{ row: unknown }>(
        `select to_jsonb(t) - 'practice_id' - 'client_id' as row from ${name} t where practice_id = $1 and client_id = $2`,
        [practiceId, clientId],
      )
    ).map((r) => r.row);
  return rows;
}

/** all that is kept of a client but the log, as it is kept: for the client who asks for it */
async function exportOf(tx: Transaction, practiceId: string, client: Client) {
  const of = <Row>(sql: string) => tx.query<Row>(sql, [practiceId, client.id]);
  return {
    format: "gryn-client",
    version: 1,
    client,
    programs: (
      await of<{ document: unknown }>(
        "select document from program where practice_id = $1 and client_id = $2 order by block",
      )
    ).map((r) => r.document),
    edits: await of(
      `select e.version, e.operation, e.account_name as by, e.at from program_edit e
        join program p on p.practice_id = e.practice_id and p.id = e.program_id
        where p.practice_id = $1 and p.client_id = $2 order by e.program_id, e.version`,
    ),
    handOvers: await of(
      `select number, at, snapshot, in_spite as "inSpite" from hand_over where practice_id = $1 and client_id = $2 order by at`,
    ),
    links: await callIn<LinkInfo[]>(tx, "links", client.id),
    audit: await of("select at, actor, action from audit where practice_id = $1 and client_id = $2 order by at, id"),
    loadBounds: await of("select body, at from load_bound where practice_id = $1 and client_id = $2"),
    // numbers of the practice's own that its weeks are judged by
    editions: await of(
      `select id, base, name, changes, at from edition where practice_id = $1 and id::text in
        (select document->>'edition' from program where practice_id = $1 and client_id = $2)`,
    ),
    other: await otherRowsOf(tx, practiceId, client.id),
    mechanics: [
      ...(
        await readMechanics(
          tx,
          bodyOf(client),
          librarySetups.map((s) => s.key),
        )
      ).values(),
    ],
  };
}
