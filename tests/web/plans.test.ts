import { applyOperation, touches } from "#core/planning/edit";
import { prescriptionsOf } from "#core/planning/edit";
import { mergeEdits } from "#core/planning/merge";
import type { Edit, Operation, Program } from "#core/planning/program";
import { seededRandom } from "#core/random";
import {
  EMPTY,
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
  s = plansReducer(s, planActions.refused({ clientId: CLIENT, reason: "One edit was not made: at least 15 s." }));
  expect(plan(s)).toMatchObject({ reason: expect.stringMatching(/at least 15 s/), pending: [{}] });
});

/** what the server keeps, by its own rule */
class Server {
  program = start;
  log: Edit[] = [];
  send(base: number, edits: readonly Edit[]): { ok: true } | { ok: false; conflicts: string[] } {
    const others = this.log
      .slice(base)
      .filter((e) => !edits.some((x) => x.id === e.id))
      .map((e) => ({ touches: touches(e.operation, this.program), who: "the other", at: "2026-01-05T10:00:00Z" }));
    const unmade = edits.filter((e) => !this.log.some((x) => x.id === e.id));
    const { program, made, conflicts } = mergeEdits(this.program, unmade, others);
    if (conflicts.length) return { ok: false, conflicts: conflicts.map((c) => c.editId) };
    this.program = program;
    this.log.push(...made.map((m) => m.edit));
    return { ok: true };
  }
}

test("200 random interleavings of two editors: nothing lost silently, nothing doubled, undo returns", () => {
  for (let seed = 1; seed <= 200; seed++) {
    const random = seededRandom(seed);
    const server = new Server();
    const windows = [open(), open()];
    const decided = new Set<string>();
    const made: Edit[] = [];
    const flush = (w: number) => {
      const p = plan(windows[w]!);
      if (p.pending.length === 0) return;
      const answer = server.send(p.version, p.pending);
      if (answer.ok) {
        windows[w] = plansReducer(
          windows[w]!,
          planActions.received({
            clientId: CLIENT,
            program: server.program,
            version: server.log.length,
            kept: p.pending.map((e) => e.id),
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
      made.push(...plan(windows[w]!).pending.slice(before));
      if (random() < 0.4) flush(w);
    }
    for (let i = 0; i < 4; i++) [0, 1].forEach(flush);
    expect(windows.map((s) => plan(s).pending)).toEqual([[], []]);
    // every edit is on the server once, or somebody chose the other value having seen both
    const there = server.log.map((e) => e.id);
    expect(new Set(there).size).toBe(there.length);
    for (const e of made) expect(there.includes(e.id) !== decided.has(e.id)).toBe(true);
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
