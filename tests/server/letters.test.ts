/** Letters to clients through the simulated mail server, and a coach's answers to their notes. */
import { randomUUID } from "node:crypto";
import type { Express } from "express";
import request from "supertest";
import type { Answer } from "#core/exchange/api";
import { USUAL } from "#core/sheet/layout";
import type { Database } from "#server/database/database";
import { openMail } from "#server/mail/outgoing";
import { prescriptionOf } from "../support/programs";
import { reportOf } from "../support/log";
import { appOn, auditOf, makeClient, makeCoach, openPool, signIn, type Desk } from "./world";

let database: Database;
let app: Express;
let desk: Desk;
let stranger: Desk;
let clientId: string;
let path: string;
const p = { ...prescriptionOf(1, "cable-pushdown"), id: randomUUID() };

beforeAll(async () => {
  database = openPool();
  app = appOn(database);
  desk = await signIn(app, await makeCoach());
  stranger = await signIn(app, await makeCoach());
  clientId = await makeClient(desk, { name: "Zoë Škoda" });
  const { program } = (await desk.get(`/clients/${clientId}/program`).expect(200)).body;
  const operation = { kind: "add", dayId: program.days[0].id, blockId: randomUUID(), index: 0, prescription: p };
  await desk
    .send("post", `/programs/${program.id}/edits`, { base: 0, edits: [{ id: randomUUID(), operation }] })
    .expect(200);
  await desk.send("post", `/programs/${program.id}/hand-overs`, { version: 1 }).expect(201);
  ({ path } = (await desk.send("post", `/clients/${clientId}/link`).expect(201)).body);
});
afterAll(() => database.close());

const body = (change: object = {}) => ({
  id: randomUUID(),
  to: "zoe@example.org",
  note: "See you on Friday.\n.\nQUIT",
  choices: USUAL,
  link: null,
  ...change,
});
const letters = async (of = desk) => (await of.get("/letters").expect(200)).body as Answer<"letters">;
const send = async (change: object = {}, status = 201) =>
  (await desk.send("post", `/clients/${clientId}/letters`, body(change)).expect(status)).body as Answer<"sendLetter">;

test("a letter arrives with its text, plan and calendar, once however often it is sent", async () => {
  const link = `https://gryn.example${path}`;
  const given = body({ link });
  for (let i = 0; i < 2; i++) {
    const { letter } = (await desk.send("post", `/clients/${clientId}/letters`, given).expect(201)).body;
    expect(letter).toMatchObject({ state: "sent", to: "zoe@example.org", subject: "Your plan 1 from Coach" });
  }
  const { host, arrived, letters: kept } = await letters();
  expect(host).toBeNull();
  expect([arrived.length, kept.length]).toEqual([1, 1]);
  expect(arrived[0]!.text).toContain("Hello Zoë,");
  // a line with a point alone ends a letter in the protocol, and is a line of this one
  expect(arrived[0]!.text).toContain("See you on Friday.\n.\nQUIT");
  expect(arrived[0]!.text).toContain(link);
  expect(arrived[0]!.attachments.map((a) => [a.name, a.type])).toEqual([
    ["zoe-skoda-plan-1.pdf", "application/pdf"],
    ["zoe-skoda-plan-1.ics", "text/calendar"],
  ]);
  expect(arrived[0]!.attachments[0]!.size).toBeGreaterThan(10_000);
  expect((await auditOf(clientId)).filter((a) => a.action === "mailed the plan")).toHaveLength(1);
});

test("what the mail server does not take is said with its reason, and stands in the list as not taken", async () => {
  const { letter } = await send({ to: "zoe@refused.example" });
  expect(letter).toMatchObject({ state: "refused" });
  expect(letter.reason).toMatch(/does not take it.*there is no zoe@refused\.example here/);
  expect((await letters()).letters[0]).toMatchObject({ state: "refused", to: "zoe@refused.example" });
});

test("no address of two lines, no link of somebody else, no plan that is not there, no other practice", async () => {
  for (const to of ["zoe", "a@example.org\nBcc: b@example.org", "a@example.org, b@example.org", ""])
    await send({ to }, 400);
  await send({ link: "https://gryn.example/floor#nobody-has-made-this-one" }, 422);
  const empty = await makeClient(desk);
  await desk.send("post", `/clients/${empty}/letters`, body()).expect(404);
  await stranger.send("post", `/clients/${clientId}/letters`, body()).expect(404);
  const theirs = await letters(stranger);
  expect([theirs.letters, theirs.arrived]).toEqual([[], []]);
  // another client's letter is not sent again under its number
  const { letter } = await send();
  await desk.send("post", `/clients/${empty}/letters`, body({ id: letter.id })).expect(404);
});

test("a mail server that is away: nothing was sent, and the coach is told what else to do", async () => {
  const away = openMail("smtp://127.0.0.1:9");
  const own = appOn(database, { mail: away });
  const coach = await makeCoach();
  expect((await (await signIn(own, coach)).get("/letters").expect(200)).body.host).toBe("127.0.0.1");
  const letter = { to: "a@example.org", subject: "x", text: "y", attachments: [] };
  await expect(away.send(letter)).rejects.toThrow(/cannot be reached. Nothing was sent/);
  await away.close();
});

describe("a coach's answer to a note", () => {
  const handed = async () => (await desk.get(`/clients/${clientId}/hand-over`).expect(200)).body.handOver.id as string;
  const day = new Date().toISOString().slice(0, 10);

  test("stands in the log and on the phone, the newest of several; a stranger's and one of nothing are refused", async () => {
    const phone = request.agent(app);
    const floor = (of: request.Test) => of.set("x-gryn-floor", "1").set("x-gryn-who", clientId.slice(0, 8));
    await floor(phone.post("/api/floor/open"))
      .send({ token: path.split("#")[1] })
      .expect(200);
    const report = reportOf(1, {
      id: randomUUID(),
      handOverId: await handed(),
      prescriptionId: p.id,
      localDate: day,
      at: new Date().toISOString(),
      note: "left elbow clicks",
      feel: "elsewhere",
      feltIn: "front-delts",
    });
    await floor(phone.post("/api/floor/log"))
      .send({ entries: [], reports: [report] })
      .expect(200);
    const mark = async () => (await desk.get(`/clients/${clientId}/log`).expect(200)).headers.etag!;
    const before = await mark();
    const answer = { id: randomUUID(), reportId: report.id, text: "Go a step lighter." };
    for (let i = 0; i < 2; i++) await desk.send("post", `/clients/${clientId}/answers`, answer).expect(201);
    await desk
      .send("post", `/clients/${clientId}/answers`, { ...answer, id: randomUUID(), text: "And turn the rope." })
      .expect(201);
    expect(await mark()).not.toBe(before);
    const log = (await desk.get(`/clients/${clientId}/log`).expect(200)).body as Answer<"log">;
    expect(log.answers[report.id]).toMatchObject({ text: "And turn the rope.", by: "Coach" });
    expect(log.reports[0]).toMatchObject({ feltIn: "front-delts" });
    const session = (await floor(phone.get("/api/floor/session")).expect(200)).body as Answer<"floorSession">;
    expect(session.history.answers[report.id]!.text).toBe("And turn the rope.");
    await stranger.send("post", `/clients/${clientId}/answers`, answer).expect(404);
    await desk.send("post", `/clients/${clientId}/answers`, { ...answer, reportId: randomUUID() }).expect(404);
    await desk.send("post", `/clients/${clientId}/answers`, { ...answer, text: " " }).expect(400);
  });
});
