// npm run machines: tries Gryn's start on this machine the ways it goes wrong elsewhere, each in a fresh clone, and
// prints one line each. Root only (it makes a plain user). Takes some minutes; leaves nothing behind but that user.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { join } from "node:path";
import { setTimeout as sleep } from "node:timers/promises";

const source = new URL("..", import.meta.url).pathname;
const USER = "gryn-plain";
let bad = 0;
const report = (name, ok, words = "") => {
  if (!ok) bad++;
  console.log(`${ok ? "ok    " : "FAILED"} ${name}${words ? `: ${words}` : ""}`);
};

const sh = (command, options = {}) =>
  execFileSync("bash", ["-c", command], { encoding: "utf8", stdio: ["ignore", "pipe", "pipe"], ...options });

function clone(parent, owner) {
  mkdirSync(parent, { recursive: true });
  const folder = mkdtempSync(join(parent, "gryn-machine-"));
  sh(`git clone -q ${source} ${folder}/gryn`);
  chmodSync(folder, 0o755);
  if (owner) sh(`chown -R ${owner} ${folder}`);
  return `${folder}/gryn`;
}

/** starts and waits until it is ready or has failed */
async function start(folder, { env = {}, user } = {}) {
  // a plain user's environment is that user's own, without what npm set for this run
  const set = Object.entries(env)
    .map(([k, v]) => `${k}=${v}`)
    .join(" ");
  const [program, args] = user
    ? ["su", ["-", user, "-c", `cd ${folder} && exec env PATH=${process.env.PATH} ${set} npm start`]]
    : ["npm", ["start"]];
  const child = spawn(program, args, { cwd: folder, env: { ...process.env, ...env }, detached: true });
  const run = { text: "", child, code: null };
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (d) => (run.text += d));
  child.on("exit", (code) => (run.code = code ?? 1));
  for (let i = 0; i < 1200 && run.code === null && !/ready at/.test(run.text); i++) await sleep(250);
  run.url = run.text.match(/ready at (\S+)/)?.[1] ?? null;
  return run;
}

/** asked twice: a connection kept open may have been closed while another program was waited for */
const healthy = async (run) => {
  for (let i = 0; i < 2 && run.url !== null; i++)
    if ((await fetch(`${run.url}/api/health`).catch(() => null))?.status === 200) return true;
  return false;
};
const serverPids = (folder) =>
  sh("pgrep -f scripts/run.ts || true")
    .trim()
    .split("\n")
    .filter(Boolean)
    .filter((pid) => {
      try {
        return sh(`readlink /proc/${pid}/cwd`).trim() === folder;
      } catch {
        return false;
      }
    });
const postmaster = (data) =>
  existsSync(join(data, "db/postmaster.pid"))
    ? Number(readFileSync(join(data, "db/postmaster.pid"), "utf8").split("\n")[0])
    : null;

async function stop(run, folder) {
  for (const pid of serverPids(folder)) process.kill(Number(pid), "SIGINT");
  for (let i = 0; i < 80 && run.code === null; i++) await sleep(250);
  return run.code !== null;
}

if (process.getuid() !== 0) {
  console.error("Run this as root: it makes a plain user to try as.");
  process.exit(1);
}
if (spawnSync("id", [USER]).status !== 0) sh(`useradd -m ${USER}`);

// as root, with the wanted port taken
const taken = createServer().listen(4600, "127.0.0.1");
const a = clone("/tmp");
let run = await start(a, { env: { PORT: "4600" } });
report(
  "root, fresh clone, port taken",
  (await healthy(run)) && /Port 4600 is taken; using/.test(run.text),
  run.url ?? run.text.slice(-300),
);
taken.close();

const second = await start(a, { env: { PORT: "4650" } });
report(
  "a second start in the same folder is refused in words",
  second.code === 1 && /already running from this folder/.test(second.text),
);

// backup while running, then a hard kill of server and database
const backup = spawnSync("npm", ["run", "-s", "backup", "--", "/tmp/gryn-machine.backup"], {
  cwd: a,
  encoding: "utf8",
});
report("backup while running", backup.status === 0, backup.stdout.trim() || backup.stderr.trim());
const refused = spawnSync("npm", ["run", "-s", "restore", "--", "/tmp/gryn-machine.backup"], {
  cwd: a,
  encoding: "utf8",
});
report("restore while running is refused", refused.status === 1 && /Stop it/.test(refused.stderr));
for (const pid of [...serverPids(a), postmaster(join(a, ".gryn"))]) process.kill(Number(pid), "SIGKILL");
await sleep(1500);
const before = Date.now();
run = await start(a, { env: { PORT: "4600" } });
report(
  "start after a hard kill of server and database",
  await healthy(run),
  `${((Date.now() - before) / 1000).toFixed(1)} s`,
);
report("Ctrl-C ends server and database", (await stop(run, a)) && !existsSync(join(a, ".gryn/db/postmaster.pid")));

// npm itself is told to end, as a container or a service manager does
run = await start(a, { env: { PORT: "4600" } });
run.child.kill("SIGTERM");
for (let i = 0; i < 80 && (serverPids(a).length > 0 || existsSync(join(a, ".gryn/db/postmaster.pid"))); i++)
  await sleep(250);
report(
  "SIGTERM to npm ends server and database",
  serverPids(a).length === 0 && !existsSync(join(a, ".gryn/db/postmaster.pid")),
);

// the database dies under a running server
run = await start(a, { env: { PORT: "4600" } });
process.kill(postmaster(join(a, ".gryn")), "SIGKILL");
const died = Date.now();
for (let i = 0; i < 100 && !(i > 2 && (await healthy(run))); i++) await sleep(200);
report("a postmaster that dies is brought back", await healthy(run), `${((Date.now() - died) / 1000).toFixed(1)} s`);

// a second server on the same database, as one machine among several, and a migration beside both
const ownerUrl = () => {
  const [, , , port] = readFileSync(join(a, ".gryn/db/postmaster.pid"), "utf8").split("\n");
  return `postgres://gryn_owner:${JSON.parse(readFileSync(join(a, ".gryn/secret.json"), "utf8")).password}@127.0.0.1:${port}/gryn`;
};
const twin = clone("/tmp");
sh(`cp -r ${a}/node_modules ${twin}/`);
const beside = await start(twin, { env: { PORT: "4650", DATABASE_URL: ownerUrl() } });
const migrated = spawnSync("npm", ["run", "-s", "migrate"], { cwd: a, encoding: "utf8" });
report(
  "two servers on one database, and a migration beside them",
  (await healthy(run)) && (await healthy(beside)) && migrated.status === 0,
  migrated.stderr.trim() || `${run.url} and ${beside.url}`,
);
await stop(beside, twin);
rmSync(join(twin, ".."), { recursive: true, force: true });
const renewed = spawnSync("npm", ["run", "-s", "demo:reset"], { cwd: a, encoding: "utf8" });
const stillUp = await healthy(run);
report(
  "the demo made new beside a running Gryn",
  renewed.status === 0 && stillUp,
  `${renewed.stdout.trim()} ${renewed.stderr.trim()} ${stillUp ? "" : "and the server is gone"}`.trim(),
);
await stop(run, a);

// a lock whose number another program has by now, as after a container's restart
writeFileSync(join(a, ".gryn/running"), "1 1");
// where others may reach it, nobody signs in with what stands in the documentation
run = await start(a, { env: { PORT: "4600", HOST: "0.0.0.0" } });
const closed = await fetch(`${run.url}/api/session`, {
  method: "POST",
  headers: { "content-type": "application/json" },
  body: JSON.stringify({ email: "edda@quernlight.example", password: "grain-and-lever" }),
});
report(
  "an open address closes the demo's accounts; a stale lock stops nothing",
  closed.status === 401 && /accounts are closed/.test(run.text),
  String(closed.status),
);
await stop(run, a);

// restore, and a file that is none
const restore = spawnSync("npm", ["run", "-s", "restore", "--", "/tmp/gryn-machine.backup"], {
  cwd: a,
  encoding: "utf8",
});
report("restore", restore.status === 0, restore.stdout.trim() || restore.stderr.trim());
const junk = spawnSync("npm", ["run", "-s", "restore", "--", join(a, "README.md")], { cwd: a, encoding: "utf8" });
report("restoring a file that is no backup changes nothing", junk.status === 1 && /changed nothing/.test(junk.stderr));
const warm = Date.now();
run = await start(a, { env: { PORT: "4600" } });
report("warm start with the data kept", await healthy(run), `${((Date.now() - warm) / 1000).toFixed(1)} s`);

// beside it: another cluster is running on this machine by now; a plain user's clone
const b = clone(`/home/${USER}`, USER);
const plain = await start(b, { env: { PORT: "4600" }, user: USER });
report("plain user, another PostgreSQL running", await healthy(plain), plain.url ?? plain.text.slice(-300));
await stop(plain, b);
await stop(run, a);

// two starts at once, packages there already
const both = await Promise.all([start(a, { env: { PORT: "4600" } }), start(a, { env: { PORT: "4700" } })]);
report(
  "two starts at once: one serves, one is refused",
  both.filter((r) => r.url).length === 1 && both.some((r) => /already running/.test(r.text)),
);
await stop(both.find((r) => r.url) ?? both[0], a);

// a folder only root may enter
sh("chmod 700 /root");
const c = clone("/root");
chmodSync(join(c, ".."), 0o700);
sh(`cp -r ${a}/node_modules ${c}/`);
run = await start(c, { env: { PORT: "4600" } });
report(
  "a project folder only root may enter",
  (await healthy(run)) && /\/var\/lib\/gryn-/.test(run.text),
  run.text.match(/kept in (\S+)/)?.[1],
);
await stop(run, c);

// switching a plain user's data to root is refused in words
run = await start(b, { env: { PORT: "4600" } });
report("root on a plain user's data is refused in words", run.code === 1 && /belong to user/.test(run.text));

for (const folder of [a, b, c]) rmSync(join(folder, ".."), { recursive: true, force: true });
const moved = spawnSync("bash", ["-c", "ls -d /var/lib/gryn-* 2>/dev/null"], { encoding: "utf8" })
  .stdout.trim()
  .split("\n")
  .filter(Boolean);
for (const folder of moved) rmSync(folder, { recursive: true, force: true });
rmSync("/tmp/gryn-machine.backup", { force: true });
console.log(bad === 0 ? "All went well." : `${bad} failed.`);
process.exit(bad === 0 ? 0 : 1);
