/** What a client gets beside the phone: the sheet to print, PDF, calendar, spreadsheet, table and data. */
import { Router, type RequestHandler, type Response } from "express";
import Papa from "papaparse";
import { api, type Body } from "#core/exchange/api";
import { codeOf } from "#core/sheet/code";
import { eventsOf } from "#core/sheet/events";
import { layoutSheet, type SheetAsk } from "#core/sheet/layout";
import { COLUMNS, sheetRows } from "#core/sheet/rows";
import { localDateOf } from "#core/training/clock";
import { writeAudit } from "#server/audit";
import { findClient } from "#server/clients/clients";
import { callIn, type Database, type Transaction } from "#server/database/database";
import { attempt } from "#server/http/limits";
import { Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { hashToken, newToken } from "#server/identity/people";
import { editionIn } from "#server/planning/editions";
import { programOfClient } from "#server/planning/programs";
import { calendarOf } from "#server/sheet/calendar";
import { measure } from "#server/sheet/fonts";
import { workbookOf } from "#server/sheet/workbook";
import { newestHandOver, type HandOver } from "#server/training/handovers";
import type { Work } from "#server/work/work";

const NOTHING = "Nothing is handed over yet: hand the week over first.";

interface InHand {
  client: string;
  handOver: HandOver;
  painStops: number;
  events: ReturnType<typeof eventsOf>;
}

async function inHand(tx: Transaction, practiceId: string, clientId: string): Promise<InHand> {
  const client = await findClient(tx, practiceId, clientId);
  const handOver = await newestHandOver(tx, practiceId, clientId);
  if (!handOver) throw new Problem(404, NOTHING);
  const { program } = await programOfClient(tx, practiceId, clientId);
  const { method } = await editionIn(tx, practiceId, handOver.snapshot);
  const from = localDateOf(Date.parse(handOver.at), "UTC");
  return {
    client: client.name,
    handOver,
    painStops: method.pain.stop,
    events: eventsOf(handOver.snapshot, program, from, client),
  };
}

/** the link's code, where the link is this client's and open. @throws Problem 422 where it is not */
async function codeFor(tx: Transaction, clientId: string, link: string | null): Promise<SheetAsk["code"]> {
  if (!link) return null;
  const token = /\/floor#([\w-]{20,100})$/.exec(link)?.[1];
  const known = token
    ? await callIn<{ clientId: string; state: string } | null>(tx, "link_check", hashToken(token), false)
    : null;
  if (known?.clientId !== clientId || known.state !== "open")
    throw new Problem(422, "This link is not open for this client. Make a new one.", [
      { path: "link", reason: "not open for this client" },
    ]);
  return { ...codeOf(link), link };
}

const askOf = ({ client, handOver, painStops }: InHand, code: SheetAsk["code"]): SheetAsk => ({
  client,
  number: handOver.number,
  day: new Date(handOver.at).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" }),
  snapshot: handOver.snapshot,
  painStops,
  code,
});

/** a file name that any system takes */
const fileName = ({ client, handOver }: InHand, end: string): string =>
  `${
    client
      .normalize("NFD")
      .replace(/\p{M}/gu, "")
      .replace(/[^\w]+/g, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "client"
  }-plan-${handOver.number}.${end}`;

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
    if (!known) throw new Problem(404, "There is no calendar at this address.");
    const { handOver, events } = await database.withPractice(known.practiceId, (tx) =>
      inHand(tx, known.practiceId, known.clientId),
    );
    response
      .set({ "cache-control": "no-store", "x-robots-tag": "noindex" })
      .type("text/calendar")
      .send(calendarOf(handOver.snapshot.programName, events, request.originalUrl));
  };
