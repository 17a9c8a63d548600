/** A practice of its own for each test file, on the database of its worker, behind the real application. */
import { randomUUID } from "node:crypto";
import pg from "pg";
import { pino } from "pino";
import request, { type Test } from "supertest";
import express, { type Express } from "express";
import { api, failureSchema, type Endpoint } from "#core/exchange/api";
import { openDatabase, type Database, type Role } from "#server/database/database";
import { createApp, type AppOptions } from "#server/app";
import { hashPassword } from "#server/identity/password";
import { listenForJobs, type Signals } from "#server/jobs/signals";
import { openMail, type Mail } from "#server/mail/outgoing";
import { openScale, type Scales } from "#server/scale/stand-in";
import { startWork, type Work } from "#server/work/work";
import type { ClientInput } from "#core/clients/client";
import { clientOf } from "../support/programs";

const ofThisWorker = (url: string) => `${url}_${process.env.JEST_WORKER_ID}`;
export const OWNER_URL = () => ofThisWorker(process.env.GRYN_TEST_OWNER_URL!);
export const APP_URL = () => ofThisWorker(process.env.GRYN_TEST_APP_URL!);

export interface Person {
  id: string;
  practiceId: string;
  email: string;
  password: string;
}

export async function asOwner<T>(work: (owner: pg.Client) => Promise<T>): Promise<T> {
  const owner = new pg.Client({ connectionString: OWNER_URL() });
  await owner.connect();
  try {
    return await work(owner);
  } finally {
    await owner.end();
  }
}

/** what was written down about a client, oldest first */
export const auditOf = (clientId: string) =>
  asOwner(async (o) => {
    const text = "select actor, action from audit where client_id = $1 order by id";
    return (await o.query<{ actor: string; action: string }>(text, [clientId])).rows;
  });

let hashed: Promise<string> | null = null;

/** one pool of workers a test file, one ear for jobs, ended with it */
let pool: Work | null = null;
export const work = () => (pool ??= startWork(1));
let ear: Signals | null = null;
export const signals = () => (ear ??= listenForJobs(APP_URL()));
let box: Mail | null = null;
export const mail = () => (box ??= openMail(null));
let hung: Scales | null = null;
export const scales = () => (hung ??= openScale(null, signals()));
afterAll(() => Promise.all([pool?.close(), hung?.close(), ear?.close(), box?.close()]));

export async function makeCoach(
  practiceId: string = randomUUID(),
  name = "Coach",
  role: Role = "head",
): Promise<Person> {
  const [id, password] = [randomUUID(), "grains of barley"];
  hashed ??= hashPassword(password);
  const email = `${randomUUID()}@test.example`;
  const hash = await hashed;
  await asOwner(async (owner) => {
    await owner.query("begin");
    await owner.query("select set_config('gryn.practice_id', $1, true)", [practiceId]);
    await owner.query("insert into practice (practice_id, name) values ($1, 'Test practice') on conflict do nothing", [
      practiceId,
    ]);
    await owner.query(
      "insert into account (id, practice_id, email, name, password_hash, role) values ($1, $2, $3, $4, $5, $6)",
      [id, practiceId, email, name, hash, role],
    );
    await owner.query("commit");
  });
  return { id, practiceId, email, password };
}

export function appOn(database: Database, options: Partial<AppOptions> = {}): Express {
  return watched(
    createApp({
      database,
      log: pino({ level: "silent" }),
      work: work(),
      signals: signals(),
      mail: mail(),
      scales: scales(),
      pages: null,
      sessionSecret: "test",
      signInAttempts: 100,
      ...options,
    }),
  );
}

const endpoints = Object.entries<Endpoint>(api).map(([name, e]) => ({
  ...e,
  name,
  matches: new RegExp(`^/api${e.path.replace(/\{\w+\}/g, "[^/]+")}$`),
}));
/** answers that are not what the contract says */
const broken: string[] = [];
afterAll(() => expect(broken).toEqual([]));

/** every answer of every server test is held against the contract */
function watched(app: Express): Express {
  const outside = express();
  outside.disable("x-powered-by");
  outside.use((request, response, next) => {
    // routers shorten the path on their way
    const { path } = request;
    const json = response.json.bind(response);
    response.json = (body: unknown) => {
      const e = endpoints.find((x) => x.method === request.method.toLowerCase() && x.matches.test(path));
      const sent: unknown = JSON.parse(JSON.stringify(body));
      const status = response.statusCode;
      const schema = status >= 400 ? failureSchema : e && !("file" in e.answer) ? e.answer : null;
      const what = `${request.method} ${path} ${status}`;
      if (status < 400 && !(e?.status ?? [200]).includes(status)) broken.push(`${what}: not in the contract`);
      else if (!/^\/api\/(health|ready)$/.test(path) && schema && !schema.safeParse(sent).success)
        broken.push(`${what}: ${schema.safeParse(sent).error?.message}`);
      return json(body);
    };
    next();
  });
  outside.use(app);
  return outside;
}

export interface Desk {
  get(path: string): Test;
  send(method: "post" | "put" | "delete", path: string, body?: object): Test;
}

/** a signed-in coach: cookie and token of the session are kept */
export async function signIn(app: Express, person: Omit<Person, "id">): Promise<Desk> {
  const agent = request.agent(app);
  const { body } = await agent
    .post("/api/session")
    .send({ email: person.email, password: person.password })
    .expect(200);
  return {
    get: (path) => agent.get(`/api${path}`),
    send: (method, path, data = {}) =>
      agent[method](`/api${path}`)
        .set("x-gryn-csrf", body.csrf as string)
        .send(data),
  };
}

export const openPool = (size = 4): Database => openDatabase(APP_URL(), size);

export async function makeClient(desk: Desk, change: Partial<ClientInput> = {}): Promise<string> {
  const id = randomUUID();
  await desk.send("post", "/clients", { id, client: clientOf(change) }).expect(201);
  return id;
}
