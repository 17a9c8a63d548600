/**
 * npm run storm [-- sets]: a phone logs sets and two desks edit one week, while server, database backends, postmaster
 * and network are killed one after the other. Afterwards everything that was acknowledged is looked for: lost,
 * doubled, altered.
 */
import { spawn, type ChildProcess } from "node:child_process";
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import { runningCluster } from "../cluster";
import { makeCoach } from "../fuzz/world";
import { openLine } from "./line";
import { askerAt, editWeek, handedClient, Phone, setsLost, signedIn, type EntryRow, type Seen } from "./people";

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
const ask = askerAt(() => line.url);

await up();
const owner = runningCluster(folder)!;
const one = await makeCoach(owner);
const two = await makeCoach(owner, one.practiceId);
const first = await signedIn(ask, one);
const second = await signedIn(ask, two);
const handed = await handedClient(ask, first);
const { clientId, program, line: p } = handed;

// ---- the storm

const phone = new Phone(ask, handed);
await phone.open();
const { made } = phone;
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
    say(`${act} killed, ${made.size} sets logged, ${phone.floor.waiting} not sent`);
    // the next one only when it stands again
    for (let n = 0; n < 100 && (await ask("GET", "/health", {}))?.status !== 200; n++) await sleep(200);
  }
}

async function log(): Promise<void> {
  for (let n = 0; n < SETS; n++) {
    await phone.log(n);
    // now and then the page is loaded again
    if (n % 120 === 119) await phone.again();
    await sleep(45);
  }
  await phone.settle();
  logging = false;
}

const started = Date.now();
const seen = new Map<string, Seen>();
const going = () => logging;
const [, , a, b] = await Promise.all([
  chaos(),
  log(),
  editWeek(ask, { name: "one", headers: first, clientId, lineId: p.id, going, seen }),
  editWeek(ask, { name: "two", headers: second, clientId, lineId: p.id, going, seen }),
]);
for (let n = 0; n < 100 && (await ask("GET", "/health", {}))?.status !== 200; n++) await sleep(200);

// ---- what is there

const db = new pg.Client({ connectionString: runningCluster(folder)! });
await db.connect();
await db.query("select set_config('gryn.practice_id', $1, false)", [one.practiceId]);
const { rows } = await db.query<EntryRow>(
  "select id, revision, body from entry where client_id = $1 order by id, revision",
  [clientId],
);
const { rows: edits } = await db.query<{ edit_id: string; version: number }>(
  "select edit_id, version from program_edit where program_id = $1 order by version",
  [program.id],
);
await db.end();
const { lost, altered, doubled } = setsLost(made, rows);
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
  `sets: ${made.size} logged and acknowledged, ${lost} lost, ${doubled} doubled, ${altered} altered, ${phone.floor.waiting} still waiting, ${phone.floor.refusedItems.length} refused`,
);
say(
  `edits: ${acked.length} acknowledged by two desks, ${a.decided + b.decided} conflicts decided, ${editsLost} lost, ${editsDoubled} doubled, ${overwritten} overwritten unseen`,
);
process.exit(
  lost +
    doubled +
    altered +
    phone.floor.waiting +
    phone.floor.refusedItems.length +
    editsLost +
    editsDoubled +
    overwritten ===
    0
    ? 0
    : 1,
);
