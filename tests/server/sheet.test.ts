/** What a client gets as files, each read by a program that had no part in writing it. */
import { randomUUID } from "node:crypto";
import ExcelJS from "exceljs";
import type { Express } from "express";
import ICAL from "ical.js";
import Papa from "papaparse";
import request from "supertest";
import type { Answer } from "#core/exchange/api";
import { USUAL } from "#core/sheet/layout";
import { textsOf } from "#core/sheet/marks";
import { snapshotSchema } from "#core/training/handover";
import type { Database } from "#server/database/database";
import { measure, runsOf } from "#server/sheet/fonts";
import { prescriptionOf } from "../support/programs";
import { appOn, auditOf, makeClient, makeCoach, openPool, signIn, type Desk } from "./world";

let database: Database;
let app: Express;
let desk: Desk;
let stranger: Desk;
let clientId: string;
let link: string;
const note = "=cmd|' /C calc'!A0";

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  desk = await signIn(app, await makeCoach());
  stranger = await signIn(app, await makeCoach());
  clientId = await makeClient(desk, { name: "Zoë Škoda" });
  const { program } = (await desk.get(`/clients/${clientId}/program`).expect(200)).body;
  const edits = ["cable-pushdown", "hammer-curl"].map((exercise, i) => ({
    id: randomUUID(),
    operation: {
      kind: "add",
      dayId: program.days[i].id,
      blockId: randomUUID(),
      index: 0,
      prescription: {
        ...prescriptionOf(i + 1, exercise, {}, { note: i ? "" : note, reserves: [2, 1, 0] }),
        id: randomUUID(),
        load: { value: 20, unit: "kg", meaning: i ? "per hand" : "stack" },
      },
    },
  }));
  await desk.send("post", `/programs/${program.id}/edits`, { base: 0, edits }).expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 2 }).expect(201);
  const { path } = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body;
  link = `https://gryn.example${path}`;
});
afterAll(() => database.close());

const sheet = async (change: object = {}) =>
  (await desk.send("post", `/clients/${clientId}/sheet`, { choices: USUAL, link: null, ...change }).expect(200))
    .body as Answer<"sheet">;
const bytes = (of: request.Test) =>
  of.buffer(true).parse((response, done) => {
    const chunks: Buffer[] = [];
    response.on("data", (c: Buffer) => chunks.push(c));
    response.on("end", () => done(null, Buffer.concat(chunks)));
  });

async function readPdf(change: object = {}) {
  const { body, headers } = await bytes(
    desk.send("post", `/clients/${clientId}/sheet.pdf`, { choices: USUAL, link: null, ...change }),
  ).expect(200);
  const { getDocument, OPS } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const pdf = await getDocument({ data: new Uint8Array(body as Buffer), useSystemFonts: false }).promise;
  const pages = await Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const page = await pdf.getPage(i + 1);
      const { items } = await page.getTextContent();
      const operators = await page.getOperatorList();
      const tree = await page.getStructTree();
      return {
        text: items.map((t) => ("str" in t ? t.str : "")).join(" "),
        box: page.view,
        paths: operators.fnArray.filter((f) => f === OPS.constructPath).length,
        tags: JSON.stringify(tree),
      };
    }),
  );
  const meta = await pdf.getMetadata();
  return { pages, headers, raw: (body as Buffer).toString("latin1"), info: meta.info as Record<string, unknown> };
}

test("the laid-out sheet is of the newest hand-over, and says which", async () => {
  const { number, programVersion, sheet: s } = await sheet();
  expect([number, programVersion]).toEqual([1, 2]);
  expect([s.width, s.height]).toEqual([595.28, 841.89]);
  expect(s.pages.flatMap(textsOf).join(" ")).toContain("Zoë Škoda");
});

test("PDF: its text, its size, its fonts and its tags are read by another reader, and its drawings are vectors", async () => {
  const laid = (await sheet()).sheet;
  const { pages, headers, raw, info } = await readPdf();
  expect(headers["content-type"]).toBe("application/pdf");
  expect(headers["content-disposition"]).toMatch(/zoe-skoda-plan-1\.pdf/);
  expect(pages).toHaveLength(laid.pages.length);
  const squeezed = (t: string) => t.replace(/\s+/g, "");
  pages.forEach((p, i) => {
    for (const line of textsOf(laid.pages[i]!)) expect(squeezed(p.text)).toContain(squeezed(line));
    expect(p.box.map(Math.round)).toEqual([0, 0, 595, 842]);
  });
  expect(info).toMatchObject({ Title: expect.stringContaining("Zoë Škoda"), Language: "en" });
  // fonts travel in the file, and no picture of pixels does
  expect(raw.match(/\/FontFile[23]/g)!.length).toBeGreaterThanOrEqual(3);
  expect(raw).not.toMatch(/\/Subtype\s*\/Image/);
  expect(Math.max(...pages.map((p) => p.paths))).toBeGreaterThan(50);
  expect(raw).toMatch(/\/MarkInfo/);
  expect(pages[0]!.tags).toMatch(/"role":"H1"/);
  expect(pages.map((p) => p.tags).join()).toMatch(/"alt":"[^"]*start of the rep"/);
});

test("PDF on letter paper is letter paper; with a link its code is there and its address said", async () => {
  const { pages } = await readPdf({ choices: { ...USUAL, paper: "letter" }, link });
  expect(pages[0]!.box.map(Math.round)).toEqual([0, 0, 612, 792]);
  expect(pages[0]!.tags).toContain(link);
  expect(pages[0]!.paths).toBeGreaterThan((await readPdf()).pages[0]!.paths + 100);
});

test("only an open link of this client is printed", async () => {
  const other = await makeClient(desk);
  const { path } = (await desk.send("post", `/clients/${other}/link`).expect(201)).body;
  for (const bad of [`https://gryn.example${path}`, "https://gryn.example/floor#short", "https://elsewhere.example/"]) {
    const { body } = await desk.send("post", `/clients/${clientId}/sheet`, { choices: USUAL, link: bad }).expect(422);
    expect(body.fields[0].path).toBe("link");
  }
});

test("workbook: cells are read by another reader, numbers as numbers, a formula as text", async () => {
  const { body } = await bytes(desk.get(`/clients/${clientId}/sheet.xlsx`)).expect(200);
  const book = new ExcelJS.Workbook();
  await book.xlsx.load(body as never);
  expect(book.worksheets.map((w) => w.name)).toEqual(["Week", "Log"]);
  const [week, log] = book.worksheets;
  const head = (week!.getRow(1).values as string[]).slice(1);
  const cell = (row: number, title: string) => week!.getRow(row).getCell(head.indexOf(title) + 1);
  expect([cell(2, "Load").value, cell(2, "Sets").value, cell(2, "Unit").value]).toEqual([20, 3, "kg"]);
  expect(cell(2, "To do").type).toBe(ExcelJS.ValueType.String);
  expect(String(cell(2, "To do").value)).toContain(note);
  expect(week!.rowCount).toBe(3);
  expect(log!.rowCount).toBe(1 + 6);
});

test("CSV: as many rows as exercises, and nothing that runs", async () => {
  const { text } = await desk.get(`/clients/${clientId}/sheet.csv`).expect(200);
  const { data } = Papa.parse<Record<string, string>>(text.trim(), { header: true });
  expect(data.map((r) => [r.Day, r["Reps left"]])).toEqual([
    ["Day 1", "2, 1, 0"],
    ["Day 2", "2, 1, 0"],
  ]);
  for (const row of data) for (const value of Object.values(row)) expect(value).not.toMatch(/^[=+@]/);
});

test("JSON is what was handed over, by its own schema", async () => {
  const { text } = await desk.get(`/clients/${clientId}/sheet.json`).expect(200);
  expect(snapshotSchema.parse(JSON.parse(text)).days).toHaveLength(2);
});

const daysIn = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as never).getAllSubcomponents("vevent").map((e) => new ICAL.Event(e));

test("calendar: days come every week, each whole, and keep their id from one hand-over to the next", async () => {
  const { text, headers } = await desk.get(`/clients/${clientId}/calendar.ics`).expect(200);
  expect(headers["content-type"]).toMatch(/text\/calendar/);
  const events = daysIn(text);
  expect(events.map((e) => e.summary)).toEqual(["First block: Day 1", "First block: Day 2"]);
  for (const e of events) {
    expect(e.startDate.isDate).toBe(true);
    expect(e.isRecurring()).toBe(true);
    const next = e.iterator();
    const [a, b] = [next.next(), next.next()];
    expect(b.subtractDate(a).toSeconds()).toBe(7 * 86_400);
  }
  expect(events[0]!.description).toContain("3 × ");
});

test("a calendar's address needs no cookie, shows the newest plan, and ends when another is made", async () => {
  const make = async () => (await desk.send("post", `/clients/${clientId}/calendar`).expect(201)).body.path as string;
  const first = await make();
  const { text, headers } = await request(app).get(first).expect(200);
  expect(headers["cache-control"]).toBe("no-store");
  expect(daysIn(text)).toHaveLength(2);
  const second = await make();
  await request(app).get(first).expect(404);
  await request(app).get(second).expect(200);
  await request(app).get("/calendar/nothing-that-anybody-made.ics").expect(404);
});

test("nothing in hand is said as that, a stranger gets nothing, and what was made is written down", async () => {
  const empty = await makeClient(desk);
  const { body } = await desk.send("post", `/clients/${empty}/sheet`, { choices: USUAL, link: null }).expect(404);
  expect(body.error).toMatch(/Nothing is handed over yet/);
  for (const path of ["sheet.xlsx", "sheet.csv", "sheet.json", "calendar.ics"])
    await stranger.get(`/clients/${clientId}/${path}`).expect(404);
  await stranger.send("post", `/clients/${clientId}/sheet`, { choices: USUAL, link: null }).expect(404);
  await stranger.send("post", `/clients/${clientId}/sheet.pdf`, { choices: USUAL, link: null }).expect(404);
  await stranger.send("post", `/clients/${clientId}/calendar`).expect(404);
  const actions = (await auditOf(clientId)).map((a) => a.action);
  for (const a of ["made a sheet", "exported the plan as xlsx", "made a calendar address"])
    expect(actions).toContain(a);
});

test("letters: widths are a font's own, and a letter of another script is set in the file that has it", () => {
  // twice the text is twice as wide, twice the size too
  expect(measure("nn", "text", 10)).toBeCloseTo(2 * measure("n", "text", 10), 5);
  expect(measure("n", "text", 20)).toBeCloseTo(2 * measure("n", "text", 10), 9);
  expect(measure("m", "strong", 10)).toBeGreaterThan(measure("i", "strong", 10));
  expect(runsOf("Škoda", "text").map((r) => [r.cut.name, r.text])).toEqual([
    ["text latin-ext", "Š"],
    ["text latin", "koda"],
  ]);
  expect(
    runsOf("a☃b", "text")
      .map((r) => r.text)
      .join(""),
  ).toBe("a?b");
});
