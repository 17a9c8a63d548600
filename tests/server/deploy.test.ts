/** The files of a cluster: one description, nothing that contradicts it, no secret where it does not belong. */
import { execFileSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { descriptionSchema, type Description, type Secrets } from "../../scripts/deploy/description";
import { etcdArguments, filesOf } from "../../scripts/deploy/files";

const ours = descriptionSchema.parse(JSON.parse(readFileSync("deploy/cluster.json", "utf8")));
const secrets: Secrets = {
  superuser: "super-secret",
  replication: "repl-secret",
  rewind: "rew-secret",
  session: "session-secret",
};
const where = { folder: "/var/lib/x", binaries: "/usr/lib/postgresql/15/bin" };
const files = filesOf(ours, secrets, where);

const portsOf = (d: Description): number[] => [
  d.web,
  d.write,
  d.read,
  d.pooler,
  ...d.servers.map((s) => s.port),
  ...d.postgres.flatMap((p) => [p.port, p.rest]),
  ...d.etcd.flatMap((e) => [e.client, e.peer]),
];

test("the description that ships is one: every port is asked for once", () => {
  expect(new Set(portsOf(ours)).size).toBe(portsOf(ours).length);
});

test.each([
  ["an even number of etcd members", { etcd: [...ours.etcd, { name: "e4", client: 2000, peer: 2001 }] }],
  ["two of them", { etcd: ours.etcd.slice(0, 2) }],
  ["one database", { postgres: ours.postgres.slice(0, 1) }],
  ["one server", { servers: ours.servers.slice(0, 1) }],
  ["a port that only root may take", { web: 80 }],
  ["a word that it does not know", { redis: true }],
])("%s is no cluster", (_name, part) => {
  expect(descriptionSchema.safeParse({ ...ours, ...part }).success).toBe(false);
});

test("every part is known to those that lead to it", () => {
  for (const p of ours.postgres) {
    expect(
      files["haproxy.cfg"]!.match(new RegExp(`server ${p.name} 127.0.0.1:${p.port} check port ${p.rest}`, "g")),
    ).toHaveLength(2);
    expect(files["pgbackrest.conf"]).toContain(`/var/lib/x/${p.name}/data`);
    expect(files[`${p.name}.yml`]).toContain(`listen: 127.0.0.1:${p.port}\n`);
    // its own commands: a push to the archive is refused by a file in which another member comes first
    const commands = files[`${p.name}.yml`]!.match(/(?:archive|restore)_command: .*/g)!;
    expect(commands).toHaveLength(2);
    for (const c of commands) {
      const file = files[/--config=\/var\/lib\/x\/(\S+)/.exec(c)![1]!]!;
      expect(file).toContain(`pg1-path=/var/lib/x/${p.name}/data\npg1-port=${p.port}\n`);
    }
    for (const e of ours.etcd) expect(files[`${p.name}.yml`]).toContain(`127.0.0.1:${e.client}`);
  }
  for (const s of ours.servers) expect(files["haproxy.cfg"]).toContain(`server ${s.name} 127.0.0.1:${s.port} check`);
  expect(files["pgbouncer.ini"]).toContain(`gryn = host=127.0.0.1 port=${ours.write} `);
  ours.etcd.forEach((e, i) => {
    const args = etcdArguments(ours, i, "/x");
    expect(args[args.indexOf("--initial-cluster") + 1]!.split(",")).toHaveLength(ours.etcd.length);
    expect(args[args.indexOf("--data-dir") + 1]).toBe(`/x/etcd/${e.name}`);
  });
});

test("what acknowledged rows hang on is said: a standby that is waited for, and a leader that outlives its etcd", () => {
  const yml = files["pg1.yml"]!;
  for (const line of [
    "synchronous_mode: true",
    "failsafe_mode: true",
    'synchronous_commit: "on"',
    "- data-checksums",
    'wal_log_hints: "on"',
  ])
    expect(yml).toContain(line);
  // a pooler in this mode knows no statement of a session
  expect(files["pgbouncer.ini"]).toContain("pool_mode = transaction");
  expect(files["pgbouncer.ini"]).toMatch(/ignore_startup_parameters = .*statement_timeout/);
});

test("secrets stand with patroni and nowhere else; what a server measures is not for the street", () => {
  for (const [name, text] of Object.entries(files))
    for (const s of Object.values(secrets))
      if (!/^pg\d\.yml$/.test(name)) expect([name, text]).toEqual([name, expect.not.stringContaining(s)]);
  expect(files["haproxy.cfg"]).toContain("http-request deny status 404 if { path_beg /metrics /sensor /scale }");
});

test("haproxy itself takes its file, where it is installed", () => {
  if (!existsSync("/usr/sbin/haproxy")) return;
  const folder = mkdtempSync(join(tmpdir(), "gryn-haproxy-"));
  writeFileSync(join(folder, "haproxy.cfg"), files["haproxy.cfg"]!);
  execFileSync("/usr/sbin/haproxy", ["-c", "-f", join(folder, "haproxy.cfg")], { stdio: "pipe" });
  rmSync(folder, { recursive: true });
});

test("units name what there is to start, and a server is given time to finish", () => {
  const server = files["systemd/gryn-server@.service"]!;
  expect(server).toContain("GRYN_DRAIN=2500");
  expect(server).toContain("TimeoutStopSec=20");
  expect(files["systemd/gryn-worker@.service"]).toContain("scripts/run.ts --work");
  for (const [name, text] of Object.entries(files).filter(([n]) => n.endsWith(".service")))
    expect([name, text.match(/^ExecStart=\/usr/m)]).not.toEqual([name, null]);
});
