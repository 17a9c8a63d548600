/**
 * `npm run practice:export -- ID FILE` and `npm run practice:import -- FILE`: everything of one practice as a file, and
 * into another database. The file is gzipped lines of JSON: what it is, a line a row, how many rows and their digest.
 * Which tables there are follows from the catalogue: a new table of practices comes along by itself.
 */
import { createHash } from "node:crypto";
import { createReadStream, createWriteStream, renameSync, rmSync } from "node:fs";
import { createInterface } from "node:readline";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import pg from "pg";
import { z } from "zod";

/** of one database's moment: sessions, the queue, and what is worked out again by itself */
const STAYS = new Set(["session", "job", "device", "attempt", "client_mechanics", "standing", "review", "fact"]);
/** rows read and written at once */
const AT_ONCE = 500;

const headSchema = z.strictObject({
  format: z.literal("gryn-practice"),
  version: z.literal(1),
  practice: z.uuid(),
  /** the last migration: a file goes into a database of the same */
  schema: z.string(),
  tables: z.array(z.string()),
});
const endSchema = z.strictObject({ rows: z.int(), digest: z.string() });
const rowSchema = z.strictObject({ t: z.string(), r: z.record(z.string(), z.unknown()) });

export class CannotMove extends Error {}

/** tables with rows of a practice, each after those that it refers to */
async function tablesOf(owner: pg.Client): Promise<string[]> {
  const { rows } = await owner.query<{ name: string; needs: string[] }>(
    `select c.relname as name, coalesce(array_agg(distinct f.relname::text) filter (where f.oid <> c.oid), '{}') as needs
     from pg_class c
       join pg_attribute a on a.attrelid = c.oid and a.attname = 'practice_id' and not a.attisdropped
       left join pg_constraint k on k.conrelid = c.oid and k.contype = 'f'
       left join pg_class f on f.oid = k.confrelid
     where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace group by c.oid, c.relname order by c.relname`,
  );
  const left = new Map(rows.filter((r) => !STAYS.has(r.name)).map((r) => [r.name, r.needs]));
  const out: string[] = [];
  while (left.size) {
    const ready = [...left].filter(([, needs]) => needs.every((n) => !left.has(n))).map(([name]) => name);
    if (ready.length === 0) throw new CannotMove(`Tables refer to each other: ${[...left.keys()].join(", ")}.`);
    for (const name of ready) left.delete(name);
    out.push(...ready);
  }
  // raised by rows of the others: what the file says comes last
  return [...out.filter((t) => t !== "client_mark"), "client_mark"];
}

const lastMigration = async (owner: pg.Client): Promise<string> =>
  (await owner.query<{ name: string }>("select name from migration order by id desc limit 1")).rows[0]!.name;

/** one transaction of one moment, in which the owner sees this practice and no other */
async function within<T>(ownerUrl: string, practice: string, work: (owner: pg.Client) => Promise<T>): Promise<T> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query("begin isolation level repeatable read");
    await owner.query("select set_config('gryn.practice_id', $1, true)", [practice]);
    const result = await work(owner);
    await owner.query("commit");
    return result;
  } finally {
    await owner.end();
  }
}

/** @returns rows written. @throws CannotMove where there is no such practice */
export async function exportPractice(ownerUrl: string, practice: string, file: string): Promise<number> {
  return within(ownerUrl, practice, async (owner) => {
    const tables = await tablesOf(owner);
    const known = await owner.query("select 1 from practice where practice_id = $1", [practice]);
    if (known.rows.length === 0) throw new CannotMove("There is no such practice here.");
    const head = { format: "gryn-practice", version: 1, practice, schema: await lastMigration(owner), tables };
    const digest = createHash("sha256");
    let rows = 0;
    async function* lines() {
      yield `${JSON.stringify(head)}\n`;
      for (const t of tables) {
        const order = await keyOf(owner, t);
        await owner.query(
          `declare moving no scroll cursor for select to_jsonb(x) as r from ${t} x where practice_id = $1 order by ${order}`,
          [practice],
        );
        for (;;) {
          const page = await owner.query<{ r: object }>(`fetch ${AT_ONCE} from moving`);
          for (const { r } of page.rows) {
            const line = JSON.stringify({ t, r });
            digest.update(line);
            rows++;
            yield `${line}\n`;
          }
          if (page.rows.length < AT_ONCE) break;
        }
        await owner.query("close moving");
      }
      yield `${JSON.stringify({ rows, digest: digest.digest("hex") })}\n`;
    }
    // health data: nobody else's to read, and never half a file under its name
    const part = `${file}.part`;
    try {
      await pipeline(lines, createGzip(), createWriteStream(part, { mode: 0o600 }));
      renameSync(part, file);
    } finally {
      rmSync(part, { force: true });
    }
    return rows;
  });
}

/** columns of the primary key, so that the same rows give the same file */
async function keyOf(owner: pg.Client, table: string): Promise<string> {
  const { rows } = await owner.query<{ column: string }>(
    `select a.attname as column from pg_index i, unnest(i.indkey) with ordinality k(n, at)
       join pg_attribute a on a.attnum = k.n where i.indrelid = $1::regclass and i.indisprimary and a.attrelid = i.indrelid
     order by k.at`,
    [table],
  );
  return rows.map((r) => r.column).join(", ");
}

/** a file that was cut off ends in an error of its own kind */
async function* linesOf(file: string): AsyncGenerator<string> {
  try {
    yield* createInterface({ input: createReadStream(file).pipe(createGunzip()), crlfDelay: Infinity });
  } catch {
    throw new CannotMove("The file is cut off or is no gzip file. Nothing was imported.");
  }
}

const read = <T>(schema: z.ZodType<T>, line: string, what: string): T => {
  try {
    return schema.parse(JSON.parse(line));
  } catch {
    throw new CannotMove(`${what} Nothing was imported.`);
  }
};

/** all of it or nothing. @throws CannotMove with the reason */
export async function importPractice(ownerUrl: string, file: string): Promise<{ practice: string; rows: number }> {
  const lines = linesOf(file);
  const first = await lines.next();
  const head = read(headSchema, first.value ?? "", "This is no export of a practice.");
  return within(ownerUrl, head.practice, async (owner) => {
    const tables = await tablesOf(owner);
    const schema = await lastMigration(owner);
    if (schema !== head.schema)
      throw new CannotMove(`The file is of ${head.schema}, the database of ${schema}: bring both to the same version.`);
    if (head.tables.some((t) => !tables.includes(t))) throw new CannotMove("The file has tables that are not here.");
    const known = await owner.query("select 1 from practice where practice_id = $1", [head.practice]);
    if (known.rows.length) throw new CannotMove("This practice is here already. Nothing was imported.");
    const digest = createHash("sha256");
    let [rows, last] = [0, ""];
    let page: { t: string; list: unknown[] } | null = null;
    const keep = async () => {
      if (page) await insert(owner, page.t, page.list);
      page = null;
    };
    for await (const line of lines) {
      if (last) {
        const { t, r } = read(rowSchema, last, "A line of the file cannot be read.");
        if (!head.tables.includes(t) || r.practice_id !== head.practice)
          throw new CannotMove("A row of the file is of another practice. Nothing was imported.");
        digest.update(last);
        rows++;
        if (page && (page.t !== t || page.list.length >= AT_ONCE)) await keep();
        page ??= { t, list: [] };
        page.list.push(r);
      }
      last = line;
    }
    await keep();
    const end = read(endSchema, last, "The end of the file is missing.");
    if (end.rows !== rows || end.digest !== digest.digest("hex"))
      throw new CannotMove("The file is not as it was written. Nothing was imported.");
    await countOn(owner);
    return { practice: head.practice, rows };
  });
}

/** numbers that the database gives go on after those that came */
async function countOn(owner: pg.Client): Promise<void> {
  const { rows } = await owner.query<{ table: string; column: string; sequence: string }>(
    `select c.relname as table, a.attname as column, pg_get_serial_sequence(c.relname, a.attname) as sequence
     from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attidentity <> ''
     where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace`,
  );
  for (const { table, column, sequence } of rows)
    await owner.query(
      `select setval('${sequence}', greatest((select last_value from ${sequence}), (select max(${column}) from ${table})))`,
    );
}

async function insert(owner: pg.Client, table: string, list: readonly unknown[]): Promise<void> {
  try {
    await owner.query(
      `insert into ${table} overriding system value select * from jsonb_populate_recordset(null::${table}, $1::jsonb)
       ${table === "client_mark" ? "on conflict (practice_id, client_id) do update set mark = excluded.mark" : ""}`,
      [JSON.stringify(list)],
    );
  } catch (error) {
    const { code, constraint } = error as { code?: string; constraint?: string };
    if (code === "23505")
      throw new CannotMove(
        constraint === "account_email"
          ? "A coach of this practice has an account here under the same e-mail address. Nothing was imported."
          : `Something of this practice is here already (${table}). Nothing was imported.`,
      );
    throw error;
  }
}
