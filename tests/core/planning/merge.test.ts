import { operationFault } from "#core/planning/faults";
import { mergeEdits, readEdits } from "#core/program/merge";
import type { Edit, Operation } from "#core/program/document";
import { id, prescriptionOf, programOf } from "../../support/programs";

const a = prescriptionOf(1);
const b = prescriptionOf(2);
const start = programOf([[a, b]]);
const change = (n: number, prescriptionId: string, to: Extract<Operation, { kind: "change" }>["change"]): Edit => ({
  id: id(n),
  operation: { kind: "change", prescriptionId, change: to },
});
const theirs = (...touches: string[]) => [{ touches, who: "Ilse", at: "2026-01-05T10:00:00.000Z" }];

test("what the other did not touch is made, in the order it came, and can be taken back", () => {
  const merged = mergeEdits(
    start,
    [change(10, a.id, { rest: 77 }), change(11, a.id, { rest: 88 })],
    theirs(`${b.id}/rest`),
  );
  expect(merged.conflicts).toEqual([]);
  expect(merged.made.map((m) => m.edit.id)).toEqual([id(10), id(11)]);
  expect(merged.program.days[0]!.blocks[0]!.prescriptions[0]!.rest).toBe(88);
  const [back] = merged.made[1]!.inverse;
  expect(back).toMatchObject({ change: { rest: 77 } });
});

test("what both touched is shown with both values and whose it was; the rest of the batch is still looked at", () => {
  const edits = [change(10, a.id, { rest: 77 }), change(11, b.id, { rest: 66 })];
  const { conflicts, made } = mergeEdits(start, edits, theirs(`${a.id}/rest`));
  expect(conflicts).toEqual([
    { editId: id(10), what: `${a.id}/rest`, mine: 77, theirs: a.rest, who: "Ilse", at: "2026-01-05T10:00:00.000Z" },
  ]);
  expect(made.map((m) => m.edit.id)).toEqual([id(11)]);
});

test("one that cannot be made takes none of its neighbours along, and twice the same is one", () => {
  const good = change(10, a.id, { rest: 77 });
  const { made, refused } = mergeEdits(
    start,
    [good, change(11, id(404), { rest: 60 }), good, change(12, b.id, { rest: 66 })],
    [],
  );
  expect(made.map((m) => m.edit.id)).toEqual([id(10), id(12)]);
  expect(refused).toEqual([{ editId: id(11), reason: expect.stringMatching(/\w/) }]);
  expect(start.days[0]!.blocks[0]!.prescriptions[0]!.rest).toBe(a.rest);
});

test("edits that cannot be read are named, by their id where they have one", () => {
  const good = change(10, a.id, { rest: 77 });
  const { read, refused } = readEdits(
    [null, good, { id: id(11), operation: { kind: "fly" } }, change(12, a.id, { rest: -5 })],
    operationFault,
  );
  expect(read).toEqual([good]);
  expect(refused.map((r) => r.editId)).toEqual(["", id(11), id(12)]);
  expect(refused.every((r) => r.reason.length > 0)).toBe(true);
});

test("what a day is for, set by two at once, is told by its groups; its name and date are other things", () => {
  const day = start.days[0]!.id;
  const aim = (n: number, groups: string[] | null): Edit => ({
    id: id(n),
    operation: { kind: "aim-day", dayId: day, groups },
  });
  const rename: Edit = { id: id(30), operation: { kind: "rename-day", dayId: day, name: "Arms" } };
  const { conflicts, made } = mergeEdits(start, [aim(10, ["biceps", "low-back"]), rename], theirs(`${day}/groups`));
  expect(conflicts).toMatchObject([{ what: `${day}/groups`, mine: ["biceps", "low-back"], theirs: "anything" }]);
  expect(made.map((m) => m.edit.id)).toEqual([id(30)]);
  expect(mergeEdits(start, [aim(11, null)], theirs(`${day}/date`)).conflicts).toEqual([]);
  const { read, refused } = readEdits(
    [
      aim(12, ["x".repeat(81)]),
      aim(
        13,
        Array.from({ length: 61 }, () => "biceps"),
      ),
    ],
    operationFault,
  );
  expect([read.length, refused.length]).toEqual([0, 2]);
});
