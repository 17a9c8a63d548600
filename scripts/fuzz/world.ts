/** A practice to be fuzzed: a client with a program and a link, reached over real HTTP. */
import { randomUUID } from "node:crypto";
import { Agent, request as httpRequest } from "node:http";
import pg from "pg";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { CURRENT_EDITION } from "#core/edition/edition";
import { prescribe } from "#core/planning/prescribe";
import { NOTHING_NOTED, type ClientInput } from "#core/clients/client";
import { hashPassword } from "#server/identity/password";
import type { FuzzAnswer, FuzzRequest, World } from "./requests";

const PASSWORD = "grains of barley";
export const client: ClientInput = {
  ...NOTHING_NOTED,
  name: "Vera Test",
  stature: 1.7,
  mass: 70,
  level: "trained",
  daysPerWeek: 3,
  minutes: 45,
  unit: "kg",
  equipment: ["cable", "dumbbell"],
  priorities: { triceps: "grow" },
  joints: [{ joint: "knee", side: "left", severity: "sore", note: "sore" }],
  cleared: true,
  keepUntil: null,
};

export function somePrescription(id: string) {
  const exercise = findExercise("cable-pushdown")!;
  const survey = surveySetups([resolveSetup(exercise, {})], client, 0);
  return prescribe(exercise, {}, survey.rows[0]!.view, CURRENT_EDITION.method, {
    id,
    modelVersion: survey.modelVersion,
    unit: "kg",
    mass: client.mass,
    sore: false,
    beginner: false,
  });
}

/** a head coach of a new practice */
export async function makeCoach(
  ownerUrl: string,
  practiceId: string = randomUUID(),
): Promise<{ email: string; password: string; practiceId: string }> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const email = `${randomUUID()}@fuzz.example`;
  try {
    await owner.query("select set_config('gryn.practice_id', $1, false)", [practiceId]);
    await owner.query("insert into practice (practice_id, name) values ($1, 'Fuzz') on conflict do nothing", [
      practiceId,
    ]);
    await owner.query(
      "insert into account (id, practice_id, email, name, password_hash) values ($1, $2, $3, 'Fuzz', $4)",
      [randomUUID(), practiceId, email, await hashPassword(PASSWORD)],
    );
  } finally {
    await owner.end();
  }
  return { email, password: PASSWORD, practiceId };
}

const agent = new Agent({ keepAlive: true, maxSockets: 8 });

export const send = (base: string, r: Pick<FuzzRequest, "method" | "path" | "headers" | "body">): Promise<FuzzAnswer> =>
  new Promise((resolve, reject) => {
    const { hostname, port } = new URL(base);
    const out = httpRequest(
      {
        hostname,
        port,
        method: r.method,
        path: r.path,
        headers: { ...r.headers, ...(r.body ? { "content-length": String(r.body.length) } : {}) },
        agent,
        timeout: 20_000,
      },
      (answer) => {
        const parts: Buffer[] = [];
        answer.on("data", (d: Buffer) => parts.push(d));
        answer.on("end", () =>
          resolve({
            status: answer.statusCode ?? 0,
            headers: answer.headers,
            body: Buffer.concat(parts).toString("utf8"),
          }),
        );
        answer.on("error", reject);
      },
    );
    // a kept connection that the server gave up while this process was busy: asked again on a new one
    out.on("error", (e: NodeJS.ErrnoException) =>
      out.reusedSocket && e.code === "ECONNRESET" ? resolve(send(base, r)) : reject(e),
    );
    out.on("timeout", () => out.destroy(new Error("no answer within 20 s")));
    if (r.body) out.write(r.body);
    out.end();
  });

const json = (body: unknown) => Buffer.from(JSON.stringify(body));
const cookieOf = (a: FuzzAnswer) => (a.headers["set-cookie"] ?? []).map((c) => c.split(";")[0]).join("; ");

/** signs in and makes what good requests are about */
export async function makeWorld(base: string, ownerUrl: string): Promise<World> {
  const coach = await makeCoach(ownerUrl);
  const plain = { "content-type": "application/json" };
  const entered = await send(base, {
    method: "POST",
    path: "/api/session",
    headers: plain,
    body: json({ email: coach.email, password: coach.password }),
  });
  const desk = {
    ...plain,
    cookie: cookieOf(entered),
    "x-gryn-csrf": (JSON.parse(entered.body) as { csrf: string }).csrf,
  };
  const ask = async <T>(method: string, path: string, body?: unknown): Promise<T> => {
    const a = await send(base, { method, path, headers: desk, body: body === undefined ? null : json(body) });
    if (a.status >= 300) throw new Error(`${method} ${path}: ${a.status} ${a.body}`);
    return JSON.parse(a.body) as T;
  };
  const clientId = randomUUID();
  await ask("POST", "/api/clients", { id: clientId, client });
  const { program } = await ask<{ program: { id: string; days: { id: string }[] } }>(
    "GET",
    `/api/clients/${clientId}/program`,
  );
  const prescription = somePrescription(randomUUID());
  await ask("POST", `/api/programs/${program.id}/edits`, {
    base: 0,
    edits: [
      {
        id: randomUUID(),
        operation: { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription },
      },
    ],
  });
  const { handOver } = await ask<{ handOver: { id: string } }>("POST", `/api/programs/${program.id}/hand-overs`, {
    version: 1,
  });
  const { path } = await ask<{ path: string }>("POST", `/api/clients/${clientId}/link`, {});
  const opened = await send(base, {
    method: "POST",
    path: "/api/floor/open",
    headers: { ...plain, "x-gryn-floor": "1" },
    body: json({ token: path.split("#")[1] }),
  });
  const at = new Date().toISOString();
  const entry = {
    id: randomUUID(),
    revision: 1,
    handOverId: handOver.id,
    prescriptionId: prescription.id,
    set: 0,
    parts: [{ id: randomUUID(), kind: "full", load: { value: 20, unit: "kg", meaning: "stack" }, reps: 10 }],
    reserve: 2,
    instead: null,
    at,
    zone: "Europe/Oslo",
    localDate: at.slice(0, 10),
    prescribed: { reps: prescription.reps, reserve: 2, load: null },
    voided: false,
    confirmed: false,
    by: null,
  };
  return {
    cookie: desk.cookie,
    csrf: desk["x-gryn-csrf"],
    clientId,
    programId: program.id,
    dayId: program.days[0]!.id,
    prescription,
    client,
    entry,
    floorCookie: cookieOf(opened),
    who: clientId.slice(0, 8),
  };
}
