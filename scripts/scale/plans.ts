/**
 * What the database really does for a request: every statement of the app's role with its plan, those inside functions
 * too, as PostgreSQL's own auto_explain writes them into the server's log.
 */
import { readFileSync, statSync } from "node:fs";
import { setTimeout as sleep } from "node:timers/promises";
import pg from "pg";
import { APP_ROLE } from "#server/database/migrate";

interface Node {
  "Node Type": string;
  "Parent Relationship"?: string;
  "Relation Name"?: string;
  "Actual Rows": number;
  "Actual Loops": number;
  "Rows Removed by Filter"?: number;
  "Rows Removed by Index Recheck"?: number;
  "Sort Space Type"?: string;
  "Shared Hit Blocks"?: number;
  "Shared Read Blocks"?: number;
  Plans?: Node[];
}
interface Logged {
  "Query Text": string;
  Plan: Node;
  JIT?: unknown;
}

/**
 * A statement that ran: rows it gave (those that it gathered into JSON count each), rows that were read for it from
 * tables of ours, and pages
 */
export interface Ran {
  sql: string;
  rows: number;
  read: number;
  blocks: number;
  /** tables read from end to end, with the rows that were looked at */
  scans: { table: string; rows: number }[];
  sortedOnDisk: boolean;
  compiled: boolean;
}

/** rows that are given as one JSON value are still given: what flows into the gathering, not what it looks like */
const GATHERS = /json_agg|json_object_agg|jsonb_agg|jsonb_object_agg/;
function given(plan: Node, sql: string): number {
  const rows = plan["Actual Rows"] * plan["Actual Loops"];
  if (!GATHERS.test(sql)) return rows;
  const gathered = nodesOf(plan).filter((n) => n["Node Type"] === "Aggregate");
  const into = gathered.flatMap((n) => (n.Plans ?? []).filter((p) => p["Parent Relationship"] === "Outer"));
  return Math.max(
    rows,
    into.reduce((s, n) => s + n["Actual Rows"] * n["Actual Loops"], 0),
  );
}

const nodesOf = (n: Node): Node[] => [n, ...(n.Plans ?? []).flatMap(nodesOf)];
const looked = (n: Node): number =>
  (n["Actual Rows"] + (n["Rows Removed by Filter"] ?? 0) + (n["Rows Removed by Index Recheck"] ?? 0)) *
  n["Actual Loops"];

function ranOf(logged: Logged): Ran {
  const nodes = nodesOf(logged.Plan);
  const reading = nodes.filter(
    (n) => n["Relation Name"] && !n["Relation Name"].startsWith("pg_") && n["Node Type"].includes("Scan"),
  );
  return {
    sql: logged["Query Text"].replace(/\s+/g, " ").trim(),
    rows: given(logged.Plan, logged["Query Text"]),
    read: reading.reduce((s, n) => s + looked(n), 0),
    blocks: (logged.Plan["Shared Hit Blocks"] ?? 0) + (logged.Plan["Shared Read Blocks"] ?? 0),
    scans: reading
      .filter((n) => n["Node Type"] === "Seq Scan")
      .map((n) => ({ table: n["Relation Name"]!, rows: looked(n) })),
    sortedOnDisk: nodes.some((n) => n["Sort Space Type"] === "Disk"),
    compiled: logged.JIT !== undefined,
  };
}

/**
 * Switches the plans on or off for connections of the app that are made from now on.
 * @param ownerUrl a superuser
 * @param nested those inside functions and triggers too; without them each is a round trip
 */
export async function explainAll(ownerUrl: string, on: boolean, nested = true): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  const set = (name: string, value: string) =>
    owner.query(`alter role ${APP_ROLE} ${on ? `set ${name} = ${value}` : `reset ${name}`}`);
  await set("session_preload_libraries", "'auto_explain'");
  await set("auto_explain.log_min_duration", "0");
  await set("auto_explain.log_analyze", "on");
  await set("auto_explain.log_buffers", "on");
  await set("auto_explain.log_timing", "off");
  await set("auto_explain.log_format", "json");
  await set("auto_explain.log_nested_statements", nested ? "on" : "off");
  await owner.end();
}

/** @param log the server's log file. @returns what ran while it was done */
export async function ranDuring(log: string, work: () => Promise<unknown>): Promise<Ran[]> {
  const before = statSync(log).size;
  await work();
  // written by another process: whole once nothing comes any more
  for (let size = -1; size !== statSync(log).size; await sleep(150)) size = statSync(log).size;
  const text = readFileSync(log).subarray(before).toString("utf8");
  return text
    .split(/^.*LOG: {2}duration: [\d.]+ ms {2}plan:\n/m)
    .slice(1)
    .map((part) => ranOf(JSON.parse(part.slice(0, part.search(/^\t?\}$/m) + 2).replace(/^\t/gm, "")) as Logged));
}
