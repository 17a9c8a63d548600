import { applyOperation, touches } from "#core/program/edit";
import { prescriptionsOf } from "#core/program/edit";
import { mergeEdits } from "#core/program/merge";
import type { Edit, Operation, Program } from "#core/program/document";
import { seededRandom } from "#core/base/random";
import { cutText } from "#core/base/text";
import {
  asEdits,
  EMPTY,
  nextBatch,
  planActions,
  plansReducer,
  shownProgram,
  type Plan,
  type PlansState,
} from "../../src/web/planning/plans";
import { id, prescriptionOf, programOf } from "../support/programs";

const CLIENT = id(901);
const first = prescriptionOf(1);
const second = prescriptionOf(2, "hammer-curl");
const start = programOf([[first, second], []]);
let serial = 10_000;
const ids = (n: number) => Array.from({ length: n }, () => id(serial++));

const open = (): PlansState =>
  plansReducer(EMPTY, planActions.received({ clientId: CLIENT, program: start, version: 0, kept: [] }));
const edit = (s: PlansState, ...operations: Operation[]) =>
  plansReducer(s, planActions.edited({ clientId: CLIENT, operations, ids: ids(operations.length) }));
const plan = (s: PlansState): Plan => s.byClient[CLIENT]!;
const rest = (n: number): Operation => ({ kind: "change", prescriptionId: first.id, change: { rest: n } });
const restOf = (p: Program) => prescriptionsOf(p).find((x) => x.id === first.id)?.rest;

test("an edit is shown at once and waits to be kept", () => {
  const s = edit(open(), rest(77));
  expect(restOf(shownProgram(plan(s)))).toBe(77);
  expect(plan(s)).toMatchObject({ save: "saving", version: 0, pending: [{ operation: rest(77) }] });
  const kept = plansReducer(
    s,
    planActions.received({
      clientId: CLIENT,
      program: shownProgram(plan(s)),
      version: 1,
      kept: plan(s).pending.map((e) => e.id),
    }),
  );
  expect(plan(kept)).toMatchObject({ save: "saved", version: 1, pending: [] });
});

test("undo appends the inverse and redo takes it back, over saved and unsaved edits alike", () => {
  let s = edit(open(), rest(77));
  s = plansReducer(
    s,
    planActions.received({
      clientId: CLIENT,
      program: shownProgram(plan(s)),
      version: 1,
      kept: plan(s).pending.map((e) => e.id),
    }),
  );
  s = edit(s, { kind: "remove", prescriptionId: second.id });
  s = plansReducer(s, planActions.undone({ clientId: CLIENT, ids: ids(5) }));
  s = plansReducer(s, planActions.undone({ clientId: CLIENT, ids: ids(5) }));
  expect(shownProgram(plan(s))).toEqual(start);
  expect(plan(s).pending.map((e) => e.operation.kind)).toEqual(["remove", "restore", "change"]);
  s = plansReducer(s, planActions.redone({ clientId: CLIENT, ids: ids(5) }));
  expect(restOf(shownProgram(plan(s)))).toBe(77);
  // a new edit ends what could be redone
  expect(plan(edit(s, rest(99))).redo).toEqual([]);
});

test("an older answer never replaces a newer one", () => {
  let s = plansReducer(
    open(),
    planActions.received({ clientId: CLIENT, program: { ...start, name: "newer" }, version: 5, kept: [] }),
  );
  s = plansReducer(s, planActions.received({ clientId: CLIENT, program: start, version: 4, kept: [] }));
  expect(plan(s)).toMatchObject({ version: 5, program: { name: "newer" } });
});

test("an edit that cannot be made changes nothing and says why", () => {
  const s = edit(open(), { kind: "remove", prescriptionId: id(77) });
  expect(plan(s).pending).toEqual([]);
  expect(plan(s).reason).toBe("Not done: that exercise is no longer in the program.");
});

test("while the server is away edits gather; a conflict waits for its choice", () => {
  let s = edit(open(), rest(77));
  s = plansReducer(s, planActions.saveFailed({ clientId: CLIENT, save: "waiting", reason: "away" }));
  s = edit(s, { kind: "change", prescriptionId: first.id, change: { note: "kept" } });
  expect(plan(s)).toMatchObject({ save: "waiting", pending: [{}, {}] });
  const [mine] = plan(s).pending;
  const conflict = {
    editId: mine!.id,
    what: `${first.id}/rest`,
    mine: 77,
    theirs: 60,
    who: "Ivo",
    at: "2026-11-20T10:00:00Z",
  };
  const asked = plansReducer(
    s,
    planActions.saveFailed({ clientId: CLIENT, save: "conflict", reason: "two", conflicts: [conflict] }),
  );
  const theirs = plansReducer(asked, planActions.settled({ clientId: CLIENT, editId: mine!.id, keep: "theirs" }));
  expect(plan(theirs)).toMatchObject({
    save: "saving",
    conflicts: [],
    pending: [{ operation: { change: { note: "kept" } } }],
  });
  const own = plansReducer(asked, planActions.settled({ clientId: CLIENT, editId: mine!.id, keep: "mine" }));
  expect(plan(own).pending).toHaveLength(2);
});

test("undo of a step of 120 operations gives each an id of its own, and never sends one without", () => {
  const many = Array.from({ length: 120 }, (_, n): Operation => ({
    kind: "change",
    prescriptionId: first.id,
    change: { rest: 30 + n },
  }));
  const ids = (n: number) => Array.from({ length: n }, (_, i) => id(40_000 + i + n));
  let s = plansReducer(open(), planActions.edited({ clientId: CLIENT, operations: many, ids: ids(120) }));
  const step = plan(s).undo.at(-1)!.length;
  expect(step).toBe(120);
  expect(() => plansReducer(s, planActions.undone({ clientId: CLIENT, ids: ids(100) }))).toThrow(/id of its own/);
  s = plansReducer(s, planActions.undone({ clientId: CLIENT, ids: ids(step + 1) }));
  expect(plan(s).pending).toHaveLength(240);
  expect(plan(s).pending.every((e) => typeof e.id === "string")).toBe(true);
});

test("edits that the server could not make are told, and the others stay kept", () => {
  let s = edit(open(), rest(77));
  s = edit(s, { kind: "change", prescriptionId: first.id, change: { note: "good" } });
  const [bad] = plan(s).pending;
  s = plansReducer(s, planActions.refused({ clientId: CLIENT, refused: [{ edit: bad!, reason: "at least 15 s" }] }));
  expect(plan(s)).toMatchObject({
    refused: [{ reason: "at least 15 s" }],
    pending: [{ operation: { change: { note: "good" } } }],
  });
  // once more on what is there now, or given up
  const again = plansReducer(s, planActions.retried({ clientId: CLIENT, editId: bad!.id }));
  expect(plan(again)).toMatchObject({ refused: [], pending: [{}, { id: bad!.id }] });
  expect(plan(plansReducer(s, planActions.dropped({ clientId: CLIENT, editId: bad!.id }))).refused).toEqual([]);
});

test("half a character is not let into a week: neither by typing nor by cutting", () => {
  const half = `${"x".repeat(35)}\u{1F3CB}`.slice(0, 36);
  const s = edit(open(), { kind: "rename-day", dayId: start.days[0]!.id, name: half });
  expect(plan(s)).toMatchObject({ pending: [], reason: "Not done: it has characters that are no text." });
  expect(cutText(`${"x".repeat(35)}\u{1F3CB}`, 36)).toBe("x".repeat(35));
  // a family of four is one character to a reader
  expect(cutText("ab\u{1F468}\u200D\u{1F469}\u200D\u{1F467}", 6)).toBe("ab");
  expect(cutText("Leg day", 40)).toBe("Leg day");
});

test("what a page learns meanwhile does not change what an edit was made on", () => {
  let s = edit(open(), rest(77));
  s = plansReducer(s, planActions.saveFailed({ clientId: CLIENT, save: "waiting", reason: "away" }));
  const theirs = applyOperation(start, rest(60));
  if ("refused" in theirs) throw new Error(theirs.refused);
  // the connection is back, and the page's own poll comes first
  s = plansReducer(s, planActions.received({ clientId: CLIENT, program: theirs.program, version: 1, kept: [] }));
  expect(nextBatch(plan(s), 25)).toMatchObject({ base: 0, edits: [{ operation: rest(77) }], after: [] });
  // what is made now is made on what is seen now, and goes by itself
  s = edit(s, { kind: "change", prescriptionId: first.id, change: { note: "seen" } });
  expect(nextBatch(plan(s), 25).edits).toHaveLength(1);
  expect(plan(s).pending.map((e) => e.base)).toEqual([0, 1]);
});

test("edits that an earlier page left are sent on the version they were made on, before those of this page", () => {
  const left = plan(edit(open(), rest(77))).pending;
  let s = plansReducer(
    EMPTY,
    planActions.received({ clientId: CLIENT, program: { ...start, name: "newer" }, version: 4, kept: [] }),
  );
  s = edit(s, { kind: "change", prescriptionId: second.id, change: { rest: 90 } });
  s = plansReducer(s, planActions.restored({ clientId: CLIENT, edits: left }));
  s = plansReducer(s, planActions.restored({ clientId: CLIENT, edits: left }));
  expect(plan(s).pending.map((e) => e.base)).toEqual([0, 4]);
  expect(restOf(shownProgram(plan(s)))).toBe(77);
});

/** what the server keeps, by its own rule */
class Server {
  program = start;
  log: Edit[] = [];
  send(
    base: number,
    edits: readonly Edit[],
    after: readonly string[],
  ): { ok: true } | { ok: false; conflicts: string[] } {
    const others = this.log
      .slice(base)
      .filter((e) => !edits.some((x) => x.id === e.id) && !after.includes(e.id))
      .map((e) => ({ touches: touches(e.operation, this.program), who: "the other", at: "2026-01-05T10:00:00Z" }));
    const unmade = edits.filter((e) => !this.log.some((x) => x.id === e.id));
    const { program, made, conflicts } = mergeEdits(this.program, unmade, others);
    if (conflicts.length) return { ok: false, conflicts: conflicts.map((c) => c.editId) };
    this.program = program;
    this.log.push(...made.map((m) => m.edit));
    return { ok: true };
  }
}

test("200 random interleavings of two editors who poll: nothing lost or overwritten silently, nothing doubled, undo returns", () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = seededRandom(seed);
    const server = new Server();
    const windows = [open(), open()];
    const decided = new Set<string>();
    const insisted = new Set<string>();
    const made: Edit[] = [];
    /** by edit: who made it, and what of the server's log they had seen */
    const seen = new Map<string, { who: number; version: number }>();
    const flush = (w: number) => {
      const p = plan(windows[w]!);
      if (p.pending.length === 0) return;
      const { base, edits, after } = nextBatch(p, 25);
      const answer = server.send(base, asEdits(edits), after);
      if (answer.ok) {
        windows[w] = plansReducer(
          windows[w]!,
          planActions.received({
            clientId: CLIENT,
            program: server.program,
            version: server.log.length,
            kept: edits.map((e) => e.id),
          }),
        );
        return;
      }
      // both values are shown, and this person keeps theirs or the other's
      windows[w] = plansReducer(
        windows[w]!,
        planActions.saveFailed({
          clientId: CLIENT,
          save: "conflict",
          reason: "two",
          conflicts: answer.conflicts.map((editId) => ({
            editId,
            what: "",
            mine: null,
            theirs: null,
            who: "",
            at: "",
          })),
          program: server.program,
          version: server.log.length,
        }),
      );
      for (const editId of answer.conflicts) {
        const keep = random() < 0.5 ? "mine" : "theirs";
        if (keep === "theirs") decided.add(editId);
        else insisted.add(editId);
        windows[w] = plansReducer(windows[w]!, planActions.settled({ clientId: CLIENT, editId, keep }));
      }
    };
    for (let n = 0; n < 16; n++) {
      const w = random() < 0.5 ? 0 : 1;
      const target = random() < 0.5 ? first.id : second.id;
      const before = plan(windows[w]!).pending.length;
      const operation: Operation =
        random() < 0.6
          ? { kind: "change", prescriptionId: target, change: { rest: 30 + n } }
          : { kind: "change", prescriptionId: target, change: { note: `n${n}` } };
      windows[w] = edit(windows[w]!, operation);
      const fresh = plan(windows[w]!).pending.slice(before);
      made.push(...fresh);
      for (const e of fresh) seen.set(e.id, { who: w, version: plan(windows[w]!).version });
      if (random() < 0.4) flush(w);
      // the page's own poll
      const polls = random() < 0.5 ? 0 : 1;
      if (random() < 0.4)
        windows[polls] = plansReducer(
          windows[polls]!,
          planActions.received({
            clientId: CLIENT,
            program: server.program,
            version: server.log.length,
            kept: [],
          }),
        );
    }
    for (let i = 0; i < 12; i++) [0, 1].forEach(flush);
    expect(windows.map((s) => plan(s).pending)).toEqual([[], []]);
    // every edit is on the server once, or somebody chose the other value having seen both
    const there = server.log.map((e) => e.id);
    expect(new Set(there).size).toBe(there.length);
    for (const e of made) expect(there.includes(e.id) !== decided.has(e.id)).toBe(true);
    // nobody wrote over another's value without having seen it or been asked
    server.log.forEach((e, at) => {
      const { who, version } = seen.get(e.id)!;
      const field = touches(e.operation, start)[0];
      const over = server.log
        .slice(version, at)
        .filter((o) => seen.get(o.id)!.who !== who && touches(o.operation, start)[0] === field);
      if (!insisted.has(e.id)) expect(over).toEqual([]);
    });
    // undoing the whole log gives the program back
    let program: Program = start;
    const inverses: Operation[][] = [];
    for (const e of server.log) {
      const r = applyOperation(program, e.operation);
      if ("refused" in r) throw new Error(r.refused);
      program = r.program;
      inverses.push(r.inverse);
    }
    expect(program).toEqual(server.program);
    for (const list of inverses.reverse())
      for (const o of list) {
        const r = applyOperation(program, o);
        if ("refused" in r) throw new Error(r.refused);
        program = r.program;
      }
    expect(program).toEqual(start);
  }
});
