/**
 * The cluster of docs/deployment.md on this machine, in short: its leader's postmaster is killed once and a server of
 * Gryn once, while phones log and desks edit. Nothing that was acknowledged may be lost or doubled.
 */
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { freePort } from "../../scripts/cluster";
import { descriptionSchema } from "../../scripts/deploy/description";
import description from "../../deploy/cluster.json" with { type: "json" };

const PARTS = ["patroni", "etcd", "patronictl", "pgbackrest"].map((p) => `/usr/bin/${p}`);
const missing = [...PARTS, "/usr/sbin/haproxy", "/usr/sbin/pgbouncer"].filter((p) => !existsSync(p));
const root = process.getuid?.() === 0;
const why = root ? missing.join(", ") : "another user than root";
if (why)
  process.stdout.write(
    `Skipped: a storm over the cluster, since there is no ${why.replace("another user than ", "right to start it as any user but ")}.\n`,
  );

/** minutes: two faults, each in its turn, and twelve seconds of calm after each */
const SHORT = "0.4";

(why ? test.skip : test)(
  "the leader's postmaster and a server are killed: no set and no edit that was acknowledged is lost or doubled",
  async () => {
    const folder = mkdtempSync(join(tmpdir(), "gryn-storm-"));
    chmodSync(folder, 0o755);
    const file = join(folder, "cluster.json");
    const whole = descriptionSchema.parse(description);
    const port = () => freePort();
    const d = {
      ...whole,
      web: await port(),
      write: await port(),
      read: await port(),
      pooler: await port(),
      servers: await Promise.all(whole.servers.map(async (s) => ({ ...s, port: await port() }))),
      postgres: await Promise.all(whole.postgres.map(async (p) => ({ ...p, port: await port(), rest: await port() }))),
      etcd: await Promise.all(whole.etcd.map(async (e) => ({ ...e, client: await port(), peer: await port() }))),
    };
    writeFileSync(file, JSON.stringify(d));
    const env = {
      ...process.env,
      NODE_OPTIONS: "",
      GRYN_CLUSTER: file,
      GRYN_CLUSTER_DIR: join(folder, "c"),
      GRYN_PAGES: "0",
    };
    const own = ["--import", "tsx"];
    const cluster = spawn(process.execPath, [...own, "scripts/deploy/cluster.ts"], {
      env,
      stdio: ["ignore", "pipe", "pipe"],
    });
    let said = "";
    cluster.stdout.on("data", (x: Buffer) => (said += String(x)));
    cluster.stderr.on("data", (x: Buffer) => (said += String(x)));
    const ended = new Promise<void>((done) => cluster.on("exit", () => done()));
    try {
      await new Promise<void>((ready, failed) => {
        cluster.stdout.on("data", () => said.includes("Gryn is ready at") && ready());
        cluster.on("exit", () => failed(new Error(said)));
      });
      const storm = spawnSync(process.execPath, [...own, "scripts/storm/run.ts", "--cluster", SHORT], {
        env,
        encoding: "utf8",
        timeout: 400_000,
      });
      expect([storm.stdout, storm.stderr]).toEqual([
        expect.stringMatching(/sets: [1-9]\d* logged, 0 lost, 0 doubled, 0 altered, 0 waiting, 0 refused/),
        expect.not.stringMatching(/Error/),
      ]);
      expect(storm.stdout).toMatch(/edits: [1-9]\d* acknowledged, 0 lost, 0 doubled/);
      expect(storm.stdout).toMatch(/postmaster of the leader +1 /);
      expect(storm.stdout).toMatch(/a server of Gryn +1 /);
      expect(storm.status).toBe(0);
      // whoever leads now archives: a segment is ended, and has to arrive
      execFileSync(
        "runuser",
        [
          ...["-u", "postgres", "--", "pgbackrest", `--config=${join(folder, "c", "pgbackrest.conf")}`],
          ...["--stanza=gryn", "--archive-timeout=90", "check"],
        ],
        { cwd: "/", stdio: "pipe" },
      );
    } finally {
      cluster.kill("SIGTERM");
      await ended;
      rmSync(folder, { recursive: true, force: true });
    }
  },
  900_000,
);
