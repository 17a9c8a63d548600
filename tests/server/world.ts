/** A practice of its own for each test file, on the shared cluster, behind the real application. */
import { randomUUID } from "node:crypto";
import pg from "pg";
import { pino } from "pino";
import request, { type Test } from "supertest";
import type { Express } from "express";
import { openDatabase, type Database, type Role } from "#server/database/database";
import { createApp, type AppOptions } from "#server/app";
import { hashPassword } from "#server/identity/password";
import { startWork, type Work } from "#server/work/work";
import type { ClientInput } from "#core/clients/client";
import { clientOf } from "../support/programs";

export const OWNER_URL = () => process.env.GRYN_TEST_OWNER_URL!;
export const APP_URL = () => process.env.GRYN_TEST_APP_URL!;

export interface Person {
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

/** one pool of workers a test file, ended with it */
let pool: Work | null = null;
const work = () => (pool ??= startWork(1));
afterAll(() => pool?.close());

export async function makeCoach(
  practiceId: string = randomUUID(),
  name = "Coach",
  role: Role = "head",
): Promise<Person> {
  const password = "grains of barley";
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
      [randomUUID(), practiceId, email, name, hash, role],
    );
    await owner.query("commit");
  });
  return { practiceId, email, password };
}

export function appOn(database: Database, options: Partial<AppOptions> = {}): Express {
  return createApp({
    database,
    log: pino({ level: "silent" }),
    work: work(),
    pages: null,
    sessionSecret: "test",
    signInAttempts: 100,
    ...options,
  });
}

export interface Desk {
  get(path: string): Test;
  send(method: "post" | "put" | "delete", path: string, body?: object): Test;
}

/** a signed-in coach: cookie and token of the session are kept */
export async function signIn(app: Express, person: Person): Promise<Desk> {
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
