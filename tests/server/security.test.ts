import { randomUUID } from "node:crypto";
import { callIn, openDatabase, type Database } from "#server/database/database";
import { APP_URL, asOwner, makeCoach, OWNER_URL } from "./world";
import { clientOf } from "../support/programs";

let one: Database;
let [a, b] = ["", ""];

beforeAll(async () => {
  one = openDatabase(APP_URL(), 1);
  a = (await makeCoach()).practiceId;
  b = (await makeCoach()).practiceId;
});
afterAll(() => one.close());

const add = (practice: string, name: string, db = one) =>
  db.withPractice(practice, (tx) =>
    tx.query("insert into client (practice_id, id, name, body) values ($1, $2, $3, $4)", [
      practice,
      randomUUID(),
      name,
      clientOf({ name }),
    ]),
  );
const names = async (practice: string) =>
  (await one.withPractice(practice, (tx) => tx.query<{ name: string }>("select name from client order by name"))).map(
    (r) => r.name,
  );

test("on a pool of one, interleaved practices see only their own rows", async () => {
  await Promise.all([add(a, "A one"), add(b, "B one"), add(a, "A two"), add(b, "B two")]);
  const seen = await Promise.all([names(a), names(b), names(a), names(b)]);
  expect(seen).toEqual([
    ["A one", "A two"],
    ["B one", "B two"],
    ["A one", "A two"],
    ["B one", "B two"],
  ]);
});

test("an error in mid-transaction keeps nothing and leaves no practice behind on the connection", async () => {
  await expect(
    one.withPractice(a, async (tx) => {
      await tx.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Lost', '{}')", [
        a,
        randomUUID(),
      ]);
      await tx.query("select 1 / 0");
    }),
  ).rejects.toThrow(/division/);
  expect(await names(a)).not.toContain("Lost");
  expect(await names(b)).toEqual(["B one", "B two"]);
});

test("rows of another practice can neither be read, changed nor written, whatever the statement says", async () => {
  await one.withPractice(a, async (tx) => {
    expect(await tx.query("select 1 from client where practice_id = $1", [b])).toEqual([]);
    expect(await tx.query("update client set name = 'taken' where practice_id = $1 returning 1", [b])).toEqual([]);
    expect(await tx.query("delete from client where practice_id = $1 returning 1", [b])).toEqual([]);
  });
  await expect(
    add(b, "intruder", { ...one, withPractice: (_p, work) => one.withPractice(a, work) } as Database),
  ).rejects.toThrow(/row-level security/);
  expect(await names(b)).toEqual(["B one", "B two"]);
});

test("a read in one round trip sees one practice, leaves nothing behind on the connection, and changes nothing", async () => {
  const read = (practice: string, sql = "select name from client order by name") =>
    one.read<{ name: string }>(practice, sql);
  const [mine, theirs] = await Promise.all([read(a), read(b)]);
  expect([mine.length > 0, theirs.map((r) => r.name)]).toEqual([true, ["B one", "B two"]]);
  await expect(read(a, "select 1 / 0")).rejects.toThrow(/division/);
  await expect(read(a, "delete from client")).rejects.toThrow(/read-only/);
  await expect(read("' or true --")).rejects.toThrow(/uuid/);
  expect((await one.withPractice(b, (tx) => tx.query("select name from client"))).length).toBe(2);
});

test("with no practice set there is no row at all, and the id must be one", async () => {
  await one.withPractice(a, async (tx) => {
    await tx.query("select set_config('gryn.practice_id', '', true)");
    expect(await tx.query("select 1 from client")).toEqual([]);
  });
  await expect(one.withPractice("' or 1=1", async () => 1)).rejects.toThrow(/uuid/);
});

// reached through functions only
const UNBOUND = ["account", "client_link", "calendar_link", "invitation"];

test("every table with a practice_id forces row security, found from the catalogue", async () => {
  const tables = await asOwner(
    async (o) =>
      (
        await o.query(
          `select c.relname as name, c.relrowsecurity as on, c.relforcerowsecurity as forced, (select count(*)::int
            from pg_policy p where p.polrelid = c.oid) as policies, (select coalesce(json_agg(p.polname), '[]')
            from pg_policy p
            where p.polrelid = c.oid and p.polname <> 'own_practice' and p.polroles <> array['gryn_keeper'::regrole::oid]) as others, has_table_privilege('gryn_app', c.oid, 'select') as readable
            from pg_class c join pg_attribute t on t.attrelid = c.oid and t.attname = 'practice_id'
            where c.relkind = 'r'`,
        )
      ).rows,
  );
  // accounts and link tokens belong to nobody's rows: the app's role cannot touch them at all
  const tenant = tables.filter((t) => !UNBOUND.includes(t.name));
  expect(tenant.length).toBeGreaterThanOrEqual(8);
  // jobs have one more: the role that takes them for everybody, and that nobody can be
  for (const t of tenant)
    expect(t).toMatchObject({ on: true, forced: true, policies: t.name === "job" ? 2 : 1, others: [] });
  for (const t of tables.filter((x) => UNBOUND.includes(x.name))) expect(t.readable).toBe(false);
});

test("practice_id stands first in every key of a tenant table", async () => {
  const keys = await asOwner(
    async (o) =>
      (
        await o.query(
          `select i.indexrelid::regclass::text as index, (select attname from pg_attribute
            where attrelid = i.indrelid and attnum = i.indkey[0]) as first from pg_index i
            join pg_class c on c.oid = i.indrelid
            where c.relname in ('client', 'program', 'program_edit', 'hand_over', 'entry', 'report', 'audit')`,
        )
      ).rows,
  );
  expect(keys.length).toBeGreaterThan(8);
  for (const k of keys) expect(k.first).toBe("practice_id");
});

test("the app's role reaches accounts, sessions, invitations, limits and tokens through functions only, and nobody else does", async () => {
  for (const table of ["account", "session", "client_link", "invitation", "attempt", "device"])
    await expect(one.withPractice(a, (tx) => tx.query(`select * from ${table}`))).rejects.toThrow(/permission denied/);
  const functions = await asOwner(
    async (o) =>
      (
        await o.query(
          `select proname, prosecdef, has_function_privilege('public', p.oid, 'execute') as open, rolname as owner, rolsuper, rolcanlogin, rolbypassrls, proconfig
            from pg_proc p join pg_roles r on r.oid = proowner where pronamespace = 'gryn'::regnamespace`,
        )
      ).rows,
  );
  expect(functions.length).toBeGreaterThan(15);
  for (const f of functions) {
    expect(f).toMatchObject({
      open: false,
      owner: "gryn_keeper",
      rolsuper: false,
      rolcanlogin: false,
      rolbypassrls: false,
    });
    // names looked up where only the owner writes, the temporary schema last
    expect(f.proconfig).toEqual(["search_path=pg_catalog, pg_temp"]);
  }
  expect(
    await asOwner(
      async (o) =>
        (
          await o.query(
            `select proname from pg_proc
              where prosecdef and pronamespace not in ('gryn'::regnamespace, 'pg_catalog'::regnamespace)`,
          )
        ).rows,
    ),
  ).toEqual([]);
});

test("escalation: what the app's role makes is never run by anybody else", async () => {
  // the way in of before: a temporary table of a name that a definer's function reads, with a trigger or a type of
  // one's own
  await expect(one.withPractice(a, (tx) => tx.query("create temporary table account (id uuid)"))).rejects.toThrow(
    /permission denied/,
  );
  for (const place of ["public", "gryn"])
    await expect(
      one.withPractice(a, (tx) =>
        tx.query(`create function ${place}.lower(x text) returns text language sql as 'select x'`),
      ),
    ).rejects.toThrow(/permission denied/);
  await expect(one.withPractice(a, (tx) => tx.query("create schema own"))).rejects.toThrow(/permission denied/);
  await expect(one.withPractice(a, (tx) => tx.query("set role gryn_keeper"))).rejects.toThrow(/permission denied/);
  expect(
    (
      await one.withPractice(a, (tx) =>
        tx.query<{ can: boolean }>("select has_database_privilege(current_user, current_database(), 'temp') as can"),
      )
    )[0],
  ).toEqual({ can: false });
});

test("links can be made and closed for one's own practice only", async () => {
  const client = randomUUID();
  // a link is somebody's, or there is none
  const linked = () => one.withPractice(a, (tx) => callIn(tx, "link_make", "hash-of-a", client, null, "1 day"));
  await expect(linked()).rejects.toThrow(/foreign key/);
  await one.withPractice(a, (tx) =>
    tx.query("insert into client (practice_id, id, name, body) values ($1, $2, 'Linked', '{}')", [a, client]),
  );
  await linked();
  await one.withPractice(b, (tx) => callIn(tx, "link_revoke", client));
  expect(await one.call("link_check", "hash-of-a", false)).toMatchObject({ practiceId: a, state: "open" });
  await one.withPractice(a, (tx) => callIn(tx, "link_revoke", client));
  expect(await one.call("link_check", "hash-of-a", false)).toMatchObject({ state: "revoked" });
  expect(await one.call("link_check", "nothing", false)).toBeNull();
});

test("Gryn refuses to serve with a role that could bypass row security", async () => {
  const owner = openDatabase(OWNER_URL(), 1);
  await expect(owner.assertBoundRole()).rejects.toThrow(/bypass/);
  await owner.close();
  await expect(one.assertBoundRole()).resolves.toBeUndefined();
});
