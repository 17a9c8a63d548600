import { Router } from "express";
import { api } from "#core/exchange/api";
import { programJsonSchema } from "#core/exchange/files";
import { auditLook, writeAudit } from "#server/audit";
import type { Database } from "#server/database/database";
import { readId, readItems } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { appendEdits, findProgram, programOfClient } from "#server/planning/programs";

export function planningRoutes(database: Database): Router {
  const router = Router();

  router.get("/clients/:id/program", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    response.json(
      await database.withPractice(coach.practiceId, async (tx) => {
        const found = await programOfClient(tx, coach.practiceId, id);
        await auditLook(tx, coach, "saw week", id);
        return found;
      }),
    );
  });

  router.post("/programs/:id/edits", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "program");
    const { base, edits, after } = readItems(api.sendEdits.body, request);
    response.json(
      await database.withPractice(coach.practiceId, (tx) => appendEdits(tx, coach, id, base, edits, after)),
    );
  });

  router.get("/programs/:id/export", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "program");
    const { program } = await database.withPractice(coach.practiceId, async (tx) => {
      const found = await findProgram(tx, coach.practiceId, id);
      await writeAudit(tx, coach, "exported program", found.program.clientId);
      return found;
    });
    response
      .attachment("program.gryn.json")
      .type("json")
      .send(`${JSON.stringify(program, null, 2)}\n`);
  });

  router.get("/schema/program", (_request, response) => {
    response.json(programJsonSchema());
  });
  return router;
}
