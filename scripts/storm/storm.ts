/**
 * npm run storm [-- sets]: a phone logs sets and two desks edit one week, while server, database backends, postmaster
 * and network are killed one after the other. Afterwards everything that was acknowledged is looked for: lost,
 * doubled, altered.
 */
import { spawn, type ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import type { Conflict, Operation, Program } from "#core/program/document";
import type { Entry } from "#core/training/entry";
import { runningCluster } from "../cluster";
import type { Keep } from "../../src/floor/keep";
import { Floor, type Ask } from "../../src/floor/outbox";
import { asEdits, EMPTY, nextBatch, planActions, plansReducer } from "../../src/web/planning/plans";
import { client as clientBody, makeCoach, somePrescription } from "../fuzz/world";
import { openLine } from "./line";

const SETS = Number(process.argv[2] ?? 1000);
/** ms between two kills */
const EVERY = 1800;
const folder = mkdtempSync(join(tmpdir(), "gryn-storm-"));
chmodSync(folder, 0o755);
const say = (line: string) => process.stdout.write(`${line}\n`);

// ---- the server, as npm start runs it, and started again whenever it is gone

let port = 4970;
let child: ChildProcess | null = null;
let starts = 0;
let ended = false;

async function up(): Promise<void> {
  starts++;
  const run = spawn(process.execPath, ["--import", "tsx", "scripts/run.ts"], {
    env: { ...process.env, GRYN_DATA_DIR: folder, PORT: String(port) },
    stdio: ["ignore", "pipe", "pipe"],
  });
  child = run;
  run.once("exit", () => !ended && child === run && void up());
  await new Promise<void>((resolve) => {
    run.stdout.on("data", (d) => {
      const at = /ready at http:\/\/[^:]+:(\d+)/.exec(String(d));
      if (at) port = Number(at[1]);
      if (at) resolve();
    });
    run.once("exit", () => resolve());
  });
}

const children = (pid: number): number[] =>
  readdirSync("/proc")
    .filter((d) => /^\d+$/.test(d))
    .filter((d) => {
      try {
        return new RegExp(`^PPid:\\s+${pid}$`, "m").test(readFileSync(`/proc/${d}/status`, "utf8"));
      } catch {
        return false;
      }
    })
    .map(Number);
const postmaster = (): number => Number(readFileSync(join(folder, "db/postmaster.pid"), "utf8").split("\n")[0]);
const kill = (pid: number) => {
  try {
    process.kill(pid, "SIGKILL");
    return true;
  } catch {
    return false;
  }
};

// ---- requests through the line; null where nothing came back

const line = await openLine(() => port);
interface Answer {
  status: number;
  body: Record<string, unknown> | null;
  cookies: string[];
}
async function ask(
  method: string,
  path: string,
  headers: Record<string, string>,
  body?: unknown,
): Promise<Answer | null> {
  try {
    const r = await fetch(`${line.url}/api${path}`, {
      method,
      headers: { "content-type": "application/json", connection: "close", ...headers },
      signal: AbortSignal.timeout(6000),
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    return {
      status: r.status,
      cookies: r.headers.getSetCookie().map((c) => c.split(";")[0]!),
      body: (await r.json().catch(() => null)) as Answer["body"],
    };
  } catch {
    return null;
  }
}
async function surely(method: string, path: string, headers: Record<string, string>, body?: unknown): Promise<Answer> {
  for (;;) {
    const a = await ask(method, path, headers, body);
    if (a && a.status < 300) return a;
    await sleep(300);
  }
}
async function desk(who: { email: string; password: string }): Promise<Record<string, string>> {
  const a = await surely("POST", "/session", {}, { email: who.email, password: who.password });
  return { cookie: a.cookies.join("; "), "x-gryn-csrf": a.body!.csrf as string };
}

/** what a desk saw when it made an edit */
interface Seen {
  desk: string;
  field: string;
  version: number;
  /** both values were shown, and this one was chosen */
  insisted: boolean;
}

/** one coach's edits, held as the week's page holds them: sent on what they were made on, while the page polls */
async function edit(
  name: string,
  headers: Record<string, string>,
  loaded: { program: Program; version: number },
  prescriptionId: string,
  going: () => boolean,
  seen: Map<string, Seen>,
) {
  const clientId = loaded.program.clientId;
  const acked: string[] = [];
  let [decided, n] = [0, 0];
  let state = plansReducer(EMPTY, planActions.received({ clientId, ...loaded, kept: [] }));
  const plan = () => state.byClient[clientId]!;
  while (going() || plan().pending.length) {
    if (going()) {
      const change = name === "one" || n % 7 === 0 ? { rest: 30 + (n++ % 300) } : { note: `note ${n++}` };
      const id = randomUUID();
      seen.set(id, { desk: name, field: Object.keys(change)[0]!, version: plan().version, insisted: false });
      const operation: Operation = { kind: "change", prescriptionId, change };
      state = plansReducer(state, planActions.edited({ clientId, operations: [operation], ids: [id] }));
    }
    // the page's own poll, in the midst of it
    if (n % 3 === 0) {
      const polled = await ask("GET", `/clients/${clientId}/program`, headers);
      if (polled?.status === 200 && polled.body) {
        const now = polled.body as unknown as { program: Program; version: number };
        state = plansReducer(state, planActions.received({ clientId, ...now, kept: [] }));
      }
    }
    const { base, edits, after } = nextBatch(plan(), 10);
    if (edits.length === 0) continue;
    const body = { base, edits: asEdits(edits), after };
    const a = await ask("POST", `/programs/${loaded.program.id}/edits`, headers, body);
    const answer = a?.body as unknown as { program: Program; version: number; conflicts?: Conflict[] } | null;
    if (a?.status === 200 && answer) {
      acked.push(...edits.map((e) => e.id));
      const { program, version } = answer;
      const kept = edits.map((e) => e.id);
      state = plansReducer(state, planActions.received({ clientId, program, version, kept }));
    } else if (a?.status === 409 && answer?.conflicts?.length) {
      const { program, version, conflicts } = answer;
      const failed = { clientId, save: "conflict" as const, reason: "two", conflicts, program, version };
      state = plansReducer(state, planActions.saveFailed(failed));
      for (const { editId } of conflicts) {
        seen.set(editId, { ...seen.get(editId)!, insisted: true });
        state = plansReducer(state, planActions.settled({ clientId, editId, keep: "mine" }));
      }
      decided++;
    } else if (a && a.status >= 400 && a.status < 500)
      throw new Error(`${name}: ${a.status} ${JSON.stringify(a.body).slice(0, 200)}`);
    await sleep(60);
  }
  return { acked, decided };
}

class Memory implements Keep {
  readonly map = new Map<string, string>();
  all = async <T>(prefix: string) =>
    [...this.map].filter(([k]) => k.startsWith(prefix)).map(([, v]) => JSON.parse(v) as T);
  get = async <T>(key: string) => (this.map.has(key) ? (JSON.parse(this.map.get(key)!) as T) : null);
  put = async (key: string, value: unknown) => void this.map.set(key, JSON.stringify(value));
  drop = async (keys: string[]) => keys.forEach((k) => this.map.delete(k));
}

await up();
const owner = runningCluster(folder)!;
const one = await makeCoach(owner);
const two = await makeCoach(owner, one.practiceId);
const first = await desk(one);
const second = await desk(two);
const clientId: string = randomUUID();
await surely("POST", "/clients", first, { id: clientId, client: clientBody });
const { program } = (await surely("GET", `/clients/${clientId}/program`, first)).body as unknown as {
  program: Program;
};
const p = somePrescription(randomUUID());
await surely("POST", `/programs/${program.id}/edits`, first, {
  base: 0,
  edits: [
    {
      id: randomUUID(),
      operation: { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription: p },
    },
  ],
});
const handOver = (await surely("POST", `/programs/${program.id}/hand-overs`, first, { version: 1 })).body!.handOver as {
  id: string;
};
const token = ((await surely("POST", `/clients/${clientId}/link`, first, {})).body!.path as string).split("#")[1]!;

let cookies = "";
const phoneAsk: Ask = async (path, who, body) => {
  const a = await ask(
    body === undefined ? "GET" : "POST",
    `/floor${path}`,
    { "x-gryn-floor": "1", cookie: cookies, ...(who ? { "x-gryn-who": who } : {}) },
    body,
  );
  if (a?.cookies.length) cookies = a.cookies.join("; ");
  return a && new Response(JSON.stringify(a.body), { status: a.status });
};

// ---- the storm

const storage = new Memory();
let phone = new Floor(storage, phoneAsk, () => undefined);
await phone.open(token);
const made = new Map<string, Entry>();
let logging = true;
const kills: Record<string, number> = { server: 0, backend: 0, postmaster: 0, network: 0 };

async function chaos(): Promise<void> {
  const acts = ["network", "backend", "server", "network", "postmaster", "backend"];
  for (let i = 0; logging; i++) {
    await sleep(EVERY);
    const act = acts[i % acts.length]!;
    if (act === "network") line.cut(700);
    else if (act === "server") {
      if (!child?.pid || !kill(child.pid)) continue;
    } else {
      const pid = (() => {
        try {
          return postmaster();
        } catch {
          return 0;
        }
      })();
      const backend =
        act === "backend"
          ? children(pid).filter((c) => {
              try {
                return /gryn_app/.test(readFileSync(`/proc/${c}/cmdline`, "utf8"));
              } catch {
                return false;
              }
            })[0]
          : pid;
      if (!backend || !kill(backend)) continue;
    }
    kills[act]!++;
    say(`${act} killed, ${made.size} sets logged, ${phone.waiting} not sent`);
    // the next one only when it stands again
    for (let n = 0; n < 100 && (await ask("GET", "/health", {}))?.status !== 200; n++) await sleep(200);
  }
}

async function log(): Promise<void> {
  for (let n = 0; n < SETS; n++) {
    // two hundred a day: no day takes more than three hundred
    const at = new Date(Date.now() - 86_400_000 * Math.floor(n / 200));
    const entry: Entry = {
      id: randomUUID(),
      revision: 1,
      handOverId: handOver.id,
      prescriptionId: p.id,
      set: n % 20,
      parts: [
        {
          id: randomUUID(),
          kind: "full",
          load: { value: 20 + (n % 40), unit: "kg", meaning: "stack" },
          reps: 1 + (n % 30),
        },
      ],
      reserve: n % 5,
      instead: null,
      at: at.toISOString(),
      zone: "Europe/Oslo",
      localDate: at.toISOString().slice(0, 10),
      prescribed: { reps: p.reps, reserve: 2, load: null },
      voided: false,
      confirmed: false,
      by: null,
    };
    made.set(entry.id, entry);
    await phone.put({ kind: "entry", item: entry });
    // now and then a set is corrected, and now and then the page is loaded again
    if (n % 17 === 16) {
      const corrected = { ...entry, revision: 2, reserve: (n + 1) % 5 };
      made.set(entry.id, corrected);
      await phone.put({ kind: "entry", item: corrected });
    }
    if (n % 120 === 119) {
      phone = new Floor(storage, phoneAsk, () => undefined);
      await phone.open(null);
    }
    await sleep(45);
  }
  for (let n = 0; n < 300 && phone.waiting > 0; n++) {
    void phone.send();
    await sleep(200);
  }
  logging = false;
}

const started = Date.now();
const loaded = (await surely("GET", `/clients/${clientId}/program`, first)).body as unknown as {
  program: Program;
  version: number;
};
const seen = new Map<string, Seen>();
const [, , a, b] = await Promise.all([
  chaos(),
  log(),
  edit("one", first, loaded, p.id, () => logging, seen),
  edit("two", second, loaded, p.id, () => logging, seen),
]);
for (let n = 0; n < 100 && (await ask("GET", "/health", {}))?.status !== 200; n++) await sleep(200);

// ---- what is there

const db = new pg.Client({ connectionString: runningCluster(folder)! });
await db.connect();
await db.query("select set_config('gryn.practice_id', $1, false)", [one.practiceId]);
const { rows } = await db.query<{ id: string; revision: number; body: Entry }>(
  "select id, revision, body from entry where client_id = $1 order by id, revision",
  [clientId],
);
const { rows: edits } = await db.query<{ edit_id: string; version: number }>(
  "select edit_id, version from program_edit where program_id = $1 order by version",
  [program.id],
);
await db.end();
const newest = new Map(rows.map((r) => [r.id, r.body]));
const canonical = (e: unknown): string =>
  JSON.stringify(e, (_k, v: unknown) =>
    v && typeof v === "object" && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([x], [y]) => x.localeCompare(y)))
      : v,
  );
const lost = [...made.keys()].filter((id) => !newest.has(id)).length;
const altered = [...made].filter(([id, e]) => newest.has(id) && canonical(newest.get(id)) !== canonical(e)).length;
const doubled = rows.length - new Set(rows.map((r) => `${r.id} ${r.revision}`)).size;
const kept = edits.map((e) => e.edit_id);
const acked = [...a.acked, ...b.acked];
const editsLost = acked.filter((id) => !kept.includes(id)).length;
/** a value written over another desk's that had not been seen, and nobody was asked */
const overwritten = edits.filter((e) => {
  const mine = seen.get(e.edit_id);
  if (!mine || mine.insisted) return false;
  return edits.some((o) => {
    const theirs = seen.get(o.edit_id);
    return (
      theirs?.desk !== undefined &&
      theirs.desk !== mine.desk &&
      theirs.field === mine.field &&
      o.version > mine.version &&
      o.version < e.version
    );
  });
}).length;
const editsDoubled = kept.length - new Set(kept).size;
ended = true;
const running = child as ChildProcess | null;
running?.kill("SIGTERM");
await new Promise((resolve) => running?.once("exit", resolve));
line.close();
rmSync(folder, { recursive: true, force: true });
say("");
say(
  `${Math.round((Date.now() - started) / 1000)} s; killed: server ${kills.server}, backend ${kills.backend}, postmaster ${kills.postmaster}, network ${kills.network}; server starts ${starts}`,
);
say(
  `sets: ${made.size} logged and acknowledged, ${lost} lost, ${doubled} doubled, ${altered} altered, ${phone.waiting} still waiting, ${phone.refusedItems.length} refused`,
);
say(
  `edits: ${acked.length} acknowledged by two desks, ${a.decided + b.decided} conflicts decided, ${editsLost} lost, ${editsDoubled} doubled, ${overwritten} overwritten unseen`,
);
process.exit(
  lost + doubled + altered + phone.waiting + phone.refusedItems.length + editsLost + editsDoubled + overwritten === 0
    ? 0
    : 1,
);
