/**
 * The files of a cluster from its description: etcd, patroni, haproxy, pgbouncer, pgbackrest, and systemd units for
 * real machines. Nothing here starts anything.
 */
import type { Description, Secrets } from "./description";

export type Files = Record<string, string>;

/** where on a machine they are, and PostgreSQL's programs */
export interface Where {
  folder: string;
  binaries: string;
}

const quoted = (s: string): string => JSON.stringify(s);

export const etcdArguments = ({ host, etcd, name }: Description, at: number, folder: string): string[] => {
  const { name: own, client, peer } = etcd[at]!;
  return [
    "--name",
    own,
    "--data-dir",
    `${folder}/etcd/${own}`,
    "--listen-client-urls",
    `http://${host}:${client}`,
    "--advertise-client-urls",
    `http://${host}:${client}`,
    "--listen-peer-urls",
    `http://${host}:${peer}`,
    "--initial-advertise-peer-urls",
    `http://${host}:${peer}`,
    "--initial-cluster",
    etcd.map((e) => `${e.name}=http://${host}:${e.peer}`).join(","),
    "--initial-cluster-token",
    name,
  ];
};

function patroni(d: Description, at: number, secrets: Secrets, { folder, binaries }: Where): string {
  const { name, port, rest } = d.postgres[at]!;
  const backrest = `pgbackrest --config=${folder}/pgbackrest-${name}.conf --stanza=${d.name}`;
  return `scope: ${d.name}
name: ${name}
restapi:
  listen: ${d.host}:${rest}
  connect_address: ${d.host}:${rest}
etcd3:
  hosts: [${d.etcd.map((e) => `"${d.host}:${e.client}"`).join(", ")}]
bootstrap:
  dcs:
    ttl: 20
    loop_wait: 5
    retry_timeout: 5
    maximum_lag_on_failover: 1048576
    master_start_timeout: 0
    synchronous_mode: true
    synchronous_mode_strict: false
    failsafe_mode: true
    postgresql:
      use_pg_rewind: true
      use_slots: true
      parameters:
        wal_level: replica
        hot_standby: "on"
        max_wal_senders: 8
        max_replication_slots: 8
        wal_keep_size: 128MB
        wal_log_hints: "on"
        max_connections: 100
        synchronous_commit: "on"
        jit: "off"
        archive_mode: "on"
        archive_timeout: 60s
  initdb:
    - encoding: UTF8
    - locale: C.UTF-8
    - data-checksums
  pg_hba:
    - local all postgres peer
    - host replication replicator ${d.host}/32 scram-sha-256
    - host all all ${d.host}/32 scram-sha-256
postgresql:
  listen: ${d.host}:${port}
  connect_address: ${d.host}:${port}
  data_dir: ${folder}/${name}/data
  bin_dir: ${binaries}
  pgpass: ${folder}/${name}/pgpass
  authentication:
    superuser: {username: postgres, password: ${quoted(secrets.superuser)}}
    replication: {username: replicator, password: ${quoted(secrets.replication)}}
    rewind: {username: rewinder, password: ${quoted(secrets.rewind)}}
  parameters:
    archive_command: ${quoted(`${backrest} archive-push %p`)}
    unix_socket_directories: ${folder}/${name}
    shared_buffers: 64MB
    log_min_messages: log
    log_min_error_statement: panic
    log_error_verbosity: terse
    log_checkpoints: "off"
  recovery_conf:
    restore_command: ${quoted(`${backrest} archive-get %f "%p"`)}
watchdog:
  mode: off
tags: {nofailover: false, noloadbalance: false, clonefrom: false, nosync: false}
`;
}

function haproxy(d: Description): string {
  const backends = d.postgres.map((p) => `  server ${p.name} ${d.host}:${p.port} check port ${p.rest}`).join("\n");
  const database = (name: string, port: number, path: string, balance = "") => `listen ${name}
  mode tcp
  bind ${d.host}:${port}
${balance}  option httpchk OPTIONS ${path}
  http-check expect status 200
  timeout client 10m
  timeout server 10m
  default-server inter 1s fall 2 rise 1 on-marked-down shutdown-sessions
${backends}
`;
  return `global
  maxconn 4000
defaults
  timeout connect 2s
  timeout check 1s
  retries 2
frontend web
  mode http
  bind ${d.host}:${d.web}
  timeout client 1h
  option forwardfor
  # what a server measures and its simulated devices stay within the cluster
  http-request deny status 404 if { path_beg /metrics /sensor /scale }
  default_backend gryn
backend gryn
  mode http
  balance leastconn
  timeout server 1h
  option httpchk GET /api/ready
  http-check expect status 200
  # an answer that a server could not begin is asked of another one; writes are told apart by their own ids
  option redispatch
  retry-on conn-failure
  default-server inter 500ms fall 1 rise 1 on-marked-down shutdown-sessions
${d.servers.map((s) => `  server ${s.name} ${d.host}:${s.port} check`).join("\n")}
${database("write", d.write, "/primary")}${database("read", d.read, "/replica?lag=1MB", "  balance roundrobin\n")}`;
}

const pgbouncer = (d: Description, { folder }: Where): string => `[databases]
gryn = host=${d.host} port=${d.write} dbname=gryn
gryn_read = host=${d.host} port=${d.read} dbname=gryn
[pgbouncer]
listen_addr = ${d.host}
listen_port = ${d.pooler}
unix_socket_dir =
auth_type = scram-sha-256
auth_file = ${folder}/users.txt
pool_mode = transaction
max_client_conn = 400
default_pool_size = 20
server_login_retry = 1
server_connect_timeout = 3
server_check_delay = 1
server_lifetime = 600
query_wait_timeout = 60
ignore_startup_parameters = extra_float_digits,statement_timeout
`;

/** first: the member whose own commands read it; a push to the archive refuses a data directory that is not pg1's */
const pgbackrest = (d: Description, { folder }: Where, first = 0): string => `[global]
repo1-path=${folder}/backup
repo1-retention-full=${d.keepBackups}
log-path=${folder}/log
lock-path=${folder}/run
spool-path=${folder}/spool
log-level-console=warn
log-level-file=info
start-fast=y
archive-timeout=300
compress-type=zst
[${d.name}]
${[d.postgres[first]!, ...d.postgres.filter((_, i) => i !== first)]
  .map(
    (p, i) => `pg${i + 1}-path=${folder}/${p.name}/data
pg${i + 1}-port=${p.port}
pg${i + 1}-socket-path=${folder}/${p.name}
pg${i + 1}-user=postgres`,
  )
  .join("\n")}
`;

/** a unit for a real machine; secrets come from a file that root alone reads */
const unit = (what: string, user: string, command: string, more = ""): string => `[Unit]
Description=Gryn: ${what}
After=network-online.target
Wants=network-online.target

[Service]
User=${user}
ExecStart=${command}
Restart=always
RestartSec=1
${more}NoNewPrivileges=yes
ProtectSystem=strict
ReadWritePaths=/var/lib/gryn

[Install]
WantedBy=multi-user.target
`;

function units(d: Description): Files {
  const gryn = (role: string) => `/usr/bin/node --import tsx scripts/run.ts ${role}`;
  const environment = "WorkingDirectory=/opt/gryn\nEnvironmentFile=/etc/gryn/server.env\n";
  return {
    "systemd/gryn-server@.service": unit(
      "a server, its port as its name",
      "gryn",
      gryn(""),
      `${environment}Environment=PORT=%i GRYN_JOBS=0 GRYN_PAGES=0 GRYN_DRAIN=2500\nTimeoutStopSec=20\n`,
    ),
    "systemd/gryn-worker@.service": unit("a worker of jobs", "gryn", gryn("--work"), environment),
    "systemd/gryn-patroni.service": unit(
      "PostgreSQL under patroni",
      "postgres",
      "/usr/bin/patroni /etc/gryn/patroni.yml",
      "KillMode=process\n",
    ),
    "systemd/gryn-pgbouncer.service": unit("the pooler", "postgres", "/usr/sbin/pgbouncer /etc/gryn/pgbouncer.ini"),
    "systemd/gryn-backup.service": unit(
      "a backup",
      "postgres",
      `/usr/bin/pgbackrest --config=/etc/gryn/pgbackrest.conf --stanza=${d.name} backup`,
      "Type=oneshot\n",
    ).replace("Restart=always\nRestartSec=1\n", ""),
    "systemd/gryn-backup.timer": `[Unit]
Description=Gryn: a backup a night

[Timer]
OnCalendar=*-*-* 02:30:00
RandomizedDelaySec=15m
Persistent=true

[Install]
WantedBy=timers.target
`,
  };
}

export function filesOf(d: Description, secrets: Secrets, where: Where): Files {
  return {
    ...Object.fromEntries(d.postgres.map((p, i) => [`${p.name}.yml`, patroni(d, i, secrets, where)])),
    "haproxy.cfg": haproxy(d),
    "pgbouncer.ini": pgbouncer(d, where),
    "pgbackrest.conf": pgbackrest(d, where),
    ...Object.fromEntries(d.postgres.map((p, i) => [`pgbackrest-${p.name}.conf`, pgbackrest(d, where, i)])),
    ...units(d),
  };
}
