/** What a client gets beside the phone: the sheet to print, PDF, calendar, spreadsheet, table and data. */
import { sheetRoutes as words } from "#core/words/server";
import { Router, type RequestHandler, type Response } from "express";
import Papa from "papaparse";
import { api, type Body } from "#core/exchange/api";
import { layoutSheet } from "#core/sheet/layout";
import { COLUMNS, sheetRows } from "#core/sheet/rows";
import { writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import { callIn, type Database } from "#server/database/database";
import { attempt } from "#server/http/limits";
import { Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { hashToken, newToken } from "#server/identity/people";
import { calendarOf } from "#server/sheet/calendar";
import { askOf, codeFor, fileName, inHand, type InHand } from "#server/sheet/in-hand";
import { measure } from "#server/sheet/fonts";
import { workbookOf } from "#server/sheet/workbook";
import type { Work } from "#server/work/work";

export function sheetRoutes(database: Database, work: Work): Router {
  const router = Router();

  const laidOut = (practiceId: string, id: string, { choices, link }: Body<"sheet">) =>
    database.withPractice(practiceId, async (tx) => {
      const held = await inHand(tx, practiceId, id);
      return { held, sheet: layoutSheet(askOf(held, await codeFor(tx, id, link)), choices, measure) };
    });

  router.post("/clients/:id/sheet", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "client");
    const { held, sheet } = await laidOut(practiceId, id, readBody(api.sheet.body, request));
    const { number, programVersion } = held.handOver;
    response.json({ number, programVersion, sheet });
  });

  router.post("/clients/:id/sheet.pdf", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const { held, sheet } = await laidOut(coach.practiceId, id, readBody(api.sheetPdf.body, request));
    const bytes = await work.pdf(coach.practiceId, sheet);
    await database.withPractice(coach.practiceId, (tx) => writeAudit(tx, coach, "made a sheet", id));
    send(response, fileName(held, "pdf"), "application/pdf", Buffer.from(bytes));
  });

  const file = (
    path: string,
    end: string,
    type: string,
    make: (held: InHand) => string | Buffer | Promise<string | Buffer>,
  ) =>
    router.get(`/clients/:id/${path}`, async (request, response) => {
      const coach = coachOf(request);
      const id = readId(request, "id", "client");
      const held = await database.withPractice(coach.practiceId, async (tx) => {
        await writeAudit(tx, coach, `exported the plan as ${end}`, id);
        return inHand(tx, coach.practiceId, id);
      });
      send(response, fileName(held, end), type, await make(held));
    });

  file("sheet.xlsx", "xlsx", "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", ({ handOver }) =>
    workbookOf(handOver.snapshot, 6),
  );
  file("sheet.csv", "csv", "text/csv", ({ handOver }) => {
    const table = {
      fields: COLUMNS.map(([, title]) => title),
      data: sheetRows(handOver.snapshot).map((r) => COLUMNS.map(([key]) => r[key])),
    };
    // escapeFormulae: a note that begins with = must not run in a spreadsheet
    return `${Papa.unparse(table, { escapeFormulae: true })}\r\n`;
  });
  file("sheet.json", "json", "application/json", ({ handOver }) => `${JSON.stringify(handOver.snapshot, null, 2)}\n`);
  file("calendar.ics", "ics", "text/calendar", ({ handOver, events }) =>
    calendarOf(handOver.snapshot.programName, events, null),
  );

  router.post("/clients/:id/calendar", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "client");
    const token = newToken();
    await database.withPractice(coach.practiceId, async (tx) => {
      await findClient(tx, coach.practiceId, id);
      await callIn(tx, "calendar_make", hashToken(token), id);
      await writeAudit(tx, coach, "made a calendar address", id);
    });
    response.status(201).json({ path: `/calendar/${token}.ics` });
  });
  return router;
}

function send(response: Response, name: string, type: string, bytes: string | Buffer): void {
  response.attachment(name).type(type).send(bytes);
}

/** asked by calendars, which have no cookie: whoever has the address sees the names of days and exercises */
export const calendarHandler =
  (database: Database): RequestHandler<{ file: string }> =>
  async (request, response) => {
    const token = /^([\w-]{20,100})\.ics$/.exec(request.params.file)?.[1];
    await attempt(database, [{ key: `calendar ${request.ip}`, most: 300 }]);
    const known = token
      ? await database.call<{ practiceId: string; clientId: string }>("calendar_check", hashToken(token))
      : null;
    if (!known) throw new Problem(404, words.thereIsNoCalendar());
    const { handOver, events } = await database.withPractice(known.practiceId, (tx) =>
      inHand(tx, known.practiceId, known.clientId),
    );
    response
      .set({ "cache-control": "no-store", "x-robots-tag": "noindex" })
      .type("text/calendar")
      .send(calendarOf(handOver.snapshot.programName, events, request.originalUrl));
  };
