import fc from "fast-check";
import { applyOperation, collisions, placeOf, prescriptionsOf, touches } from "#core/program/edit";
import { editSchema, programSchema, type Operation, type Program } from "#core/program/document";
import { id, prescriptionOf, programOf } from "../../support/programs";

const pool = Array.from({ length: 6 }, (_, i) =>
  prescriptionOf(i + 1, ["cable-pushdown", "hammer-curl", "preacher-curl"][i % 3]),
);
const start = () => programOf([[pool[0]!, pool[1]!], [pool[2]!], []]);

function must(program: Program, operation: Operation): { program: Program; inverse: Operation[] } {
  const r = applyOperation(program, operation);
  if ("refused" in r) throw new Error(r.refused);
  return r;
}

/** any operation on the days, blocks and prescriptions of these programs; many of them cannot be made */
const day = fc.integer({ min: 910, max: 912 }).map(id);
const one = fc.integer({ min: 1, max: 6 }).map(id);
const block = fc.integer({ min: 0, max: 29 }).map((n) => id(1000 + n));
const operation: fc.Arbitrary<Operation> = fc.oneof(
  fc.record({
    kind: fc.constant("add" as const),
    dayId: day,
    blockId: block,
    index: fc.integer({ min: 0, max: 4 }),
    prescription: fc.constantFrom(...pool),
  }),
  fc.record({ kind: fc.constant("remove" as const), prescriptionId: one }),
  fc.record({
    kind: fc.constant("move" as const),
    prescriptionId: one,
    dayId: day,
    index: fc.integer({ min: 0, max: 4 }),
  }),
  fc.record({
    kind: fc.constant("change" as const),
    prescriptionId: one,
    change: fc.record(
      { rest: fc.integer({ min: 30, max: 300 }), note: fc.string({ maxLength: 8 }) },
      { requiredKeys: [] },
    ),
  }),
  fc.record({ kind: fc.constant("pair" as const), blockId: block, withBlockId: block }),
  fc.record({
    kind: fc.constant("unpair" as const),
    blockId: block,
    newBlockId: fc.integer({ min: 2000, max: 2050 }).map(id),
  }),
  fc.record({ kind: fc.constant("rename-day" as const), dayId: day, name: fc.constantFrom("Early", "Late") }),
  fc.record({
    kind: fc.constant("aim-day" as const),
    dayId: day,
    groups: fc.option(fc.subarray(["biceps", "triceps", "quads"])),
  }),
  fc.record({
    kind: fc.constant("swap" as const),
    prescriptionId: one,
    prescription: fc.constantFrom(prescriptionOf(20, "band-curl"), prescriptionOf(21, "cable-curl")),
  }),
);

test("undoing any run of operations gives the program back, to the letter", () => {
  fc.assert(
    fc.property(fc.array(operation, { maxLength: 14 }), (operations) => {
      const before = start();
      let program = before;
      const undo: Operation[][] = [];
      for (const o of operations) {
        // the ids of blocks are made where they are made and never used twice
        if (o.kind === "add" && program.days.some((d) => d.blocks.some((b) => b.id === o.blockId))) continue;
        if (o.kind === "unpair" && program.days.some((d) => d.blocks.some((b) => b.id === o.newBlockId))) continue;
        if (o.kind === "swap" && placeOf(program, o.prescription.id)) continue;
        const r = applyOperation(program, o);
        if ("refused" in r) continue;
        program = r.program;
        undo.push(r.inverse);
      }
      for (const inverse of undo.reverse()) for (const o of inverse) program = must(program, o).program;
      expect(program).toEqual(before);
    }),
    { numRuns: 1000 },
  );
});

test("every program an operation can make is still a valid file", () => {
  fc.assert(
    fc.property(fc.array(operation, { maxLength: 10 }), (operations) => {
      let program = start();
      for (const o of operations) {
        const r = applyOperation(program, o);
        if (!("refused" in r)) program = r.program;
      }
      expect(programSchema.safeParse(program).success).toBe(true);
    }),
    { numRuns: 60 },
  );
});

test("operations that touch nothing in common give the same program in either order", () => {
  fc.assert(
    fc.property(operation, operation, (a, b) => {
      const structural = (o: Operation) => !["change", "rename-day", "aim-day"].includes(o.kind);
      if (collisions(touches(a, start()), touches(b, start())).length || (structural(a) && structural(b))) return;
      const run = (...list: Operation[]) =>
        list.reduce<Program | null>((p, o) => {
          if (!p) return null;
          const r = applyOperation(p, o);
          return "refused" in r ? null : r.program;
        }, start());
      const [ab, ba] = [run(a, b), run(b, a)];
      if (ab && ba) expect(ab).toEqual(ba);
    }),
    { numRuns: 300 },
  );
});

test("an edit of something gone is refused in words and changes nothing", () => {
  const program = start();
  for (const o of [
    { kind: "remove", prescriptionId: id(5) },
    { kind: "change", prescriptionId: id(5), change: { rest: 60 } },
    { kind: "move", prescriptionId: id(5), dayId: id(910), index: 0 },
  ] as Operation[])
    expect(applyOperation(program, o)).toEqual({ refused: "that exercise is no longer in the program" });
  expect(
    applyOperation(program, { kind: "add", dayId: id(77), blockId: id(1), index: 0, prescription: pool[4]! }),
  ).toEqual({ refused: "that day is no longer in the program" });
  expect(
    applyOperation(program, { kind: "add", dayId: id(910), blockId: id(1), index: 0, prescription: pool[0]! }),
  ).toEqual({ refused: "it is already in the program" });
});

test("a pair moves together and is parted in place", () => {
  const paired = must(start(), { kind: "pair", blockId: id(1000), withBlockId: id(1001) }).program;
  const moved = must(paired, { kind: "move", prescriptionId: id(2), dayId: id(912), index: 0 }).program;
  expect(moved.days[2]!.blocks[0]!.prescriptions.map((p) => p.id)).toEqual([id(1), id(2)]);
  expect(
    prescriptionsOf(must(moved, { kind: "unpair", blockId: id(1000), newBlockId: id(5000) }).program),
  ).toHaveLength(3);
});

const clash = (mine: Operation, theirs: Operation, program = start()) =>
  collisions(touches(mine, program), touches(theirs, program));

test("the same field of the same exercise collides, other fields do not, removing collides with all of them", () => {
  const change = (n: number, c: object): Operation => ({ kind: "change", prescriptionId: id(n), change: c });
  expect(clash(change(1, { rest: 60 }), change(1, { rest: 90 }))).toEqual([`${id(1)}/rest`]);
  expect(clash(change(1, { rest: 60 }), change(1, { note: "x" }))).toEqual([]);
  expect(clash(change(1, { rest: 60 }), change(2, { rest: 60 }))).toEqual([]);
  expect(clash(change(1, { rest: 60 }), { kind: "remove", prescriptionId: id(1) })).toEqual([`${id(1)}/rest`]);
});

test("wrong values are refused at their place", () => {
  const issues = (change: object) =>
    editSchema
      .safeParse({ id: id(1), operation: { kind: "change", prescriptionId: id(1), change } })
      .error?.issues.map((i) => [i.path.join("."), i.message]);
  expect(issues({ rest: 5 })).toEqual([["operation.change.rest", "at least 15 s"]]);
  expect(issues({ reps: { low: 12, high: 8 } })).toEqual([
    ["operation.change.reps.low", "the low end must not be above the high end"],
  ]);
  expect(issues({ reserves: [] })).toEqual([["operation.change.reserves", "at least one set"]]);
  expect(issues({ rest: 90 })).toBeUndefined();
});
