/**
 * npm run storm -- --cluster [minutes]: twenty phones and five desks work on the cluster that runs here (npm run
 * cluster), while its parts are killed one after the other. Afterwards everything that was acknowledged is looked for,
 * and the longest pause between two acknowledgements is told by kind of fault.
 */
import { execFileSync } from "node:child_process";
import { readFileSync, rmSync, writeFileSync } from "node:fs";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import { randomOf } from "#core/simulation/random";
import { clusterFolder, describe, ownerUrlOf } from "../deploy/cluster";
import { holdFile, pidOf } from "../deploy/parts";
import { makeCoach } from "../fuzz/world";
import {
  askerAt,
  editWeek,
  handedClient,
  Phone,
  setsLost,
  signedIn,
  type Asker,
  type EntryRow,
  type Handed,
  type Seen,
} from "./people";

const say = (line: string) => process.stdout.write(`${line}\n`);
const PHONES = 20;
const DESKS = 5;
/** ms of calm after a fault is over, that a lost host stays away, and between two sets of a phone */
const CALM = 12_000;
const AWAY = 25_000;
const BETWEEN = 900;

const d = describe();
const folder = clusterFolder();
const minutes = Number(process.argv.find((a) => /^\d+(\.\d+)?$/.test(a)) ?? 10);
const url = `http://${d.host}:${d.web}`;

// ---- what was acknowledged, and when

const acknowledged: number[] = [];
const plain = askerAt(() => url, 30_000);
const ask: Asker = async (...asked) => {
  const a = await plain(...asked);
  if (a && a.status < 300 && asked[0] !== "GET") acknowledged.push(Date.now());
  return a;
};
const longestPause = (from: number, to: number): number => {
  const within = [from, ...acknowledged.filter((t) => t > from && t < to), to];
  return within.reduce((most, t, i) => (i === 0 ? 0 : Math.max(most, t - within[i - 1]!)), 0);
};

// ---- faults

const kill = (pid: number | null, group = true): boolean => {
  if (!pid) return false;
  try {
    process.kill(group ? -pid : pid, "SIGKILL");
    return true;
  } catch {
    return false;
  }
};
const postmasterOf = (name: string): number | null => {
  try {
    return Number(readFileSync(`${folder}/${name}/data/postmaster.pid`, "utf8").split("\n")[0]);
  } catch {
    return null;
  }
};
async function leader(): Promise<string> {
  for (;;) {
    for (const p of d.postgres)
      if (
        await fetch(`http://${d.host}:${p.rest}/primary`).then(
          (r) => r.ok,
          () => false,
        )
      )
        return p.name;
    await sleep(200);
  }
}
const standby = async () => {
  const now = await leader();
  return d.postgres.find((p) => p.name !== now)!.name;
};
/** patroni, postmaster and all of its backends, and not back for a while */
async function loseHost(name: string): Promise<void> {
  const hold = holdFile(folder, `patroni-${name}`);
  writeFileSync(hold, "");
  const postmaster = postmasterOf(name);
  kill(pidOf(folder, `patroni-${name}`));
  if (postmaster) kill(postmaster, false);
  await sleep(AWAY);
  rmSync(hold, { force: true });
}

const FAULTS: Readonly<Record<string, () => Promise<unknown>>> = {
  "postmaster of the leader": async () => kill(postmasterOf(await leader()), false),
  "a server of Gryn": async () => kill(pidOf(folder, d.servers[acknowledged.length % d.servers.length]!.name)),
  "host of the leader": async () => loseHost(await leader()),
  "a worker of jobs": async () => kill(pidOf(folder, d.workers[0]!)),
  "one etcd": async () => kill(pidOf(folder, d.etcd[acknowledged.length % d.etcd.length]!.name)),
  "planned switchover": async () => {
    const [from, to] = [await leader(), await standby()];
    const config = `${folder}/${d.postgres[0]!.name}.yml`;
    const asked = ["-c", config, "switchover", "--master", from, "--candidate", to, "--force"];
    execFileSync("runuser", ["-u", "postgres", "--", "patronictl", ...asked], { cwd: "/", stdio: "ignore" });
  },
  "host of the standby": async () => loseHost(await standby()),
  "patroni of the leader": async () => kill(pidOf(folder, `patroni-${await leader()}`)),
  haproxy: async () => kill(pidOf(folder, "haproxy")),
  pgbouncer: async () => kill(pidOf(folder, "pgbouncer")),
};

interface Pause {
  fault: string;
  ms: number;
}

async function storm(until: number, pauses: Pause[]): Promise<void> {
  const order = Object.keys(FAULTS);
  const random = randomOf(Date.now());
  for (let i = 0; Date.now() < until; i++) {
    // each once in its turn, then as it comes
    const fault = i < order.length ? order[i]! : random.pick(order);
    const from = Date.now();
    say(`${new Date().toISOString().slice(11, 19)} ${fault}`);
    await FAULTS[fault]!().catch((e: Error) => say(`  ${e.message.split("\n")[0]}`));
    await sleep(CALM);
    pauses.push({ fault, ms: longestPause(from, Date.now()) });
  }
}

// ---- who works meanwhile

const ownerUrl = ownerUrlOf(d, folder);
const first = await makeCoach(ownerUrl);
const coaches = [
  first,
  ...(await Promise.all(Array.from({ length: DESKS - 1 }, () => makeCoach(ownerUrl, first.practiceId)))),
];
const desks = await Promise.all(coaches.map((c) => signedIn(ask, c)));
const handed: Handed[] = [];
for (let i = 0; i < PHONES; i++) handed.push(await handedClient(ask, desks[i % DESKS]!));
const phones = handed.map((h) => new Phone(ask, h));
await Promise.all(phones.map((p) => p.open()));
const seen = new Map<string, Seen>();
const pauses: Pause[] = [];
const begun = Date.now();
const until = begun + 60_000 * minutes;
let stormy = true;
const calmFrom = Date.now();
await sleep(0);
say(`${PHONES} phones and ${DESKS} desks work; ${minutes} minutes of faults.`);
const [, edited] = await Promise.all([
  storm(until, pauses).finally(() => (stormy = false)),
  Promise.all(
    desks.map((headers, i) => {
      const { clientId, line } = handed[i]!;
      const name = i === 0 ? "one" : `desk ${i}`;
      return editWeek(ask, { name, headers, clientId, lineId: line.id, going: () => stormy, seen, every: 400 });
    }),
  ),
  ...phones.map(async (phone) => {
    for (let n = 0; stormy; n++) {
      await phone.log(n);
      if (n % 60 === 59) await phone.again();
      await sleep(BETWEEN * (0.5 + Math.random()));
    }
    await phone.settle();
  }),
]);

// ---- what is there

const db = new pg.Client({ connectionString: ownerUrl });
await db.connect();
await db.query("select set_config('gryn.practice_id', $1, false)", [first.practiceId]);
const { rows } = await db.query<EntryRow>("select id, revision, body from entry order by id, revision");
const { rows: edits } = await db.query<{ edit_id: string }>("select edit_id from program_edit");
const { rows: jobs } = await db.query<{ state: string; n: number }>(
  "select state, count(*)::int as n from job group by state order by state",
);
await db.end();
const made = new Map(phones.flatMap((p) => [...p.made]));
const { lost, altered, doubled } = setsLost(made, rows);
const kept = edits.map((e) => e.edit_id);
const acked = edited.flatMap((e) => e.acked);
const there = new Set(kept);
const editsLost = acked.filter((id) => !there.has(id)).length;
const waiting = phones.reduce((s, p) => s + p.floor.waiting, 0);
const refused = phones.reduce((s, p) => s + p.floor.refusedItems.length, 0);

say("");
say("fault                      times  longest pause, s");
for (const fault of Object.keys(FAULTS)) {
  const own = pauses.filter((p) => p.fault === fault);
  if (own.length === 0) continue;
  const most = Math.max(...own.map((p) => p.ms)) / 1000;
  say(`${fault.padEnd(26)} ${String(own.length).padStart(5)}  ${most.toFixed(1).padStart(8)}`);
}
say("");
say(`${Math.round((Date.now() - calmFrom) / 1000)} s, ${acknowledged.length} writes acknowledged`);
say(
  `sets: ${made.size} logged, ${lost} lost, ${doubled} doubled, ${altered} altered, ${waiting} waiting, ${refused} refused`,
);
say(
  `edits: ${acked.length} acknowledged, ${editsLost} lost, ${kept.length - there.size} doubled; hand-overs ${handed.length} made before`,
);
say(`jobs: ${jobs.map((j) => `${j.n} ${j.state}`).join(", ") || "none"}`);
const failed = jobs.find((j) => j.state === "failed")?.n ?? 0;
process.exit(
  lost + altered + doubled + waiting + refused + editsLost + (kept.length - there.size) + failed === 0 ? 0 : 1,
);
