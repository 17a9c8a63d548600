import { setImmediate } from "node:timers/promises";
import { trainingRoutes as words } from "#core/words/server";
import { Router } from "express";
import Papa from "papaparse";
import { api, type Ruling } from "#core/exchange/api";
import { upgrade } from "#core/exchange/upgrade";
import { logRows } from "#core/exchange/files";
import { prescriptionsOf } from "#core/program/edit";
import { entrySchema, type Entry } from "#core/training/entry";
import { auditLook, writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import type { Database, Transaction } from "#server/database/database";
import { notFound, Problem, readBody, readId, readShape } from "#server/http/problem";
import { coachOf, type Coach } from "#server/identity/coach";
import { programOfClient } from "#server/planning/programs";
import { askBounds, hastenBounds } from "#server/training/bounds";
import { HISTORY_DAYS } from "#core/training/exposures";
import { PAGE_ROWS, sendPieces } from "#server/http/stream";
import { logMark, readHistory, readLog, readWholeLog, writeLog } from "#server/training/log";

/** names of all prescriptions ever handed over or planned, so that a deleted exercise stays readable in the log */
async function prescriptionNames(tx: Transaction, practiceId: string, clientId: string): Promise<Map<string, string>> {
  const names = new Map<string, string>();
  const rows = await tx.query<{ id: string; name: string }>(
    `select distinct on (l.line_id) l.line_id as id, l.name from handed_line l
       join hand_over h on h.practice_id = l.practice_id and h.id = l.hand_over_id
     where l.practice_id = $1 and l.client_id = $2 order by l.line_id, h.at desc`,
    [practiceId, clientId],
  );
  for (const r of rows) names.set(r.id, r.name);
  for (const p of prescriptionsOf((await programOfClient(tx, practiceId, clientId)).program)) names.set(p.id, p.name);
  return names;
}

const RULED = {
  void: "struck a set",
  restore: "restored a set",
  confirm: "confirmed a set",
  correct: "corrected a set",
} as const;

async function rule(tx: Transaction, coach: Coach, clientId: string, given: Ruling): Promise<Entry> {
  // two coaches at once: one after the other
  await tx.query("select 1 from client where practice_id = $1 and id = $2 for update", [coach.practiceId, clientId]);
  const [row] = await tx.query<{ body: unknown; format: number }>(
    `select body, format from entry where practice_id = $1 and client_id = $2 and id = $3
      order by revision desc, received_at desc limit 1`,
    [coach.practiceId, clientId, given.id],
  );
  if (!row) throw notFound("set");
  const before = entrySchema.parse(upgrade("entry", row.body, row.format));
  if (before.revision !== given.revision) throw new Problem(409, words.thisSetHasBeen());
  const change =
    given.act === "correct"
      ? { parts: given.parts, reserve: given.reserve, confirmed: true }
      : given.act === "confirm"
        ? { confirmed: true }
        : { voided: given.act === "void" };
  const next: Entry = { ...before, ...change, revision: before.revision + 1, by: coach.name };
  await writeLog(tx, coach.practiceId, clientId, { entries: [next], reports: [] });
  await writeAudit(tx, coach, RULED[given.act], clientId);
  return next;
}

export function trainingRoutes(database: Database): Router {
  const router = Router();
  router.get("/clients/:id/log", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    const { days = HISTORY_DAYS, before = null } = readShape(api.log.query, request.query);
    const answer = await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      await auditLook(tx, coach, "saw log", id);
      await hastenBounds(tx, practiceId, id);
      const mark = `"${await logMark(tx, practiceId, id)}-${days}${before ?? ""}"`;
      if (request.get("if-none-match") === mark) return { mark, log: null };
      const log = await readLog(tx, practiceId, id, days, before);
      return {
        mark,
        log: {
          ...(await readHistory(tx, practiceId, id, log)),
          twice: log.twice,
          next: log.next,
          names: Object.fromEntries(await prescriptionNames(tx, practiceId, id)),
        },
      };
    });
    response.set("etag", answer.mark);
    if (answer.log) response.json(answer.log);
    else response.status(304).end();
  });

  router.post("/clients/:id/answers", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const clientId = readId(request, "id", "client");
    const { id, reportId, text } = readBody(api.answerNote.body, request);
    await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, clientId);
      const [report] = await tx.query(
        "select 1 from report where practice_id = $1 and client_id = $2 and id = $3 limit 1",
        [practiceId, clientId, reportId],
      );
      if (!report) throw notFound("note");
      // the same again after a lost answer is the same answer
      await tx.query(
        `insert into answer (practice_id, id, client_id, report_id, text, account_name)
          values ($1, $2, $3, $4, $5, $6) on conflict do nothing`,
        [practiceId, id, clientId, reportId, text, coach.name],
      );
      await writeAudit(tx, coach, "answered a note", clientId);
    });
    response.status(201).json({});
  });

  router.post("/clients/:id/log", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const given = readBody(api.rule.body, request);
    const entry = await database.withPractice(coach.practiceId, async (tx) => {
      const ruled = await rule(tx, coach, id, given);
      // what a coach says of a set may change what is believed of all
      await askBounds(tx, coach.practiceId, id, null);
      return ruled;
    });
    response.json({ entry });
  });

  router.get("/clients/:id/log.csv", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId } = coach;
    const id = readId(request, "id", "client");
    await database.withPractice(practiceId, async (tx) => {
      await findClient(tx, practiceId, id);
      await writeAudit(tx, coach, "exported log", id);
    });
    const names = await database.lately(practiceId, (tx) => prescriptionNames(tx, practiceId, id));
    const { entries, reports } = await readWholeLog(database, practiceId, id);
    response.attachment("log.csv").type("text/csv");
    await sendPieces(response, csvPieces(logRows(entries, reports, names)));
  });
  return router;
}

/** the header once; escapeFormulae: a note that begins with = must not run in a spreadsheet */
async function* csvPieces(rows: ReturnType<typeof logRows>): AsyncGenerator<string> {
  for (let i = 0; i === 0 || i < rows.length; i += PAGE_ROWS) {
    // others are answered in between
    if (i > 0) await setImmediate();
    yield `${Papa.unparse(rows.slice(i, i + PAGE_ROWS), { escapeFormulae: true, header: i === 0 })}\r\n`;
  }
}
