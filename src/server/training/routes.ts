import { Router } from "express";
import Papa from "papaparse";
import { logRows } from "#core/exchange/files";
import { prescriptionsOf } from "#core/planning/edit";
import { writeAudit } from "#server/audit";
import { findClient } from "#server/clients/routes";
import type { Database, Transaction } from "#server/database/database";
import { readId } from "#server/http/problem";
import { coachOf } from "#server/identity/sign-in";
import { programOfClient } from "#server/planning/programs";
import { readLog } from "#server/training/log";

/** names of all prescriptions ever handed over or planned, so that a deleted exercise stays readable in the log */
async function prescriptionNames(tx: Transaction, practiceId: string, clientId: string, days: number): Promise<Map<string, string>> {
  const names = new Map<string, string>();
  const rows = await tx.query<{ id: string; name: string }>(
    `select p->>'id' as id, p->>'name' as name from hand_over h,
       jsonb_array_elements(h.snapshot->'days') d, jsonb_array_elements(d->'blocks') b, jsonb_array_elements(b->'prescriptions') p
     where h.practice_id = $1 and h.client_id = $2 order by h.at`,
    [practiceId, clientId],
  );
  for (const r of rows) names.set(r.id, r.name);
  for (const p of prescriptionsOf((await programOfClient(tx, practiceId, clientId, days)).program)) names.set(p.id, p.name);
  return names;
}

export function trainingRoutes(database: Database): Router {
  const router = Router();

  router.get("/clients/:id/log", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    response.json(
      await database.withPractice(practiceId, async (tx) => {
        const client = await findClient(tx, practiceId, id);
        return { ...(await readLog(tx, practiceId, id)), names: Object.fromEntries(await prescriptionNames(tx, practiceId, id, client.daysPerWeek)) };
      }),
    );
  });

  router.get("/clients/:id/log.csv", async (request, response) => {
    const { practiceId, name } = coachOf(request);
    const id = readId(request, "id", "client");
    const csv = await database.withPractice(practiceId, async (tx) => {
      const client = await findClient(tx, practiceId, id);
      const log = await readLog(tx, practiceId, id);
      await writeAudit(tx, practiceId, name, "exported log", id);
      // escapeFormulae: a note that begins with = must not run in a spreadsheet
      return Papa.unparse(logRows(log.entries, log.reports, await prescriptionNames(tx, practiceId, id, client.daysPerWeek)), { escapeFormulae: true });
    });
    response.attachment("log.csv").type("text/csv").send(`${csv}\r\n`);
  });
  return router;
}
