import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";
import { cases, judgeCase, readVerdict } from "#core/validation/cases/cases";

const model = compileModel();
const varied = variedBodies(DEFAULT_BODY, 15, 4).map((b) => compileModel(b));
const judged = cases.map((c) => judgeCase(c, model, varied));

test("all 66 statements are there once, and at least 55 are judged", () => {
  expect(new Set(cases.map((c) => c.id)).size).toBe(66);
  expect(cases.filter((c) => c.verdict !== "undecided").length).toBeGreaterThanOrEqual(55);
});

// undecided ones are not counted either way: bodies disagree, or the model lacks what they ask about
test.each(judged.filter((j) => j.verdict !== "undecided").map((j) => [j.id, j.verdict, j.statement, j] as const))(
  "%s is judged: %s (%s)",
  (_id, verdict, _statement, j) => {
    expect(readVerdict(j.holds, j.holdsIn, j.bodies)).toBe(verdict);
  },
);

test("every verdict gives its reason and its numbers", () => {
  for (const j of judged) {
    expect(j.because.length).toBeGreaterThan(20);
    expect(Object.values(j.numbers).every(Number.isFinite)).toBe(true);
  }
});

describe("a verdict is read from the numbers alone", () => {
  test.each([
    [true, 12, "agrees"],
    [true, 11, "undecided"],
    [false, 3, "contradicts"],
    [false, 4, "undecided"],
    [false, 15, "undecided"],
    [true, 0, "undecided"],
  ] as const)("holds %s, in %d of 15: %s", (holds, holdsIn, verdict) =>
    expect(readVerdict(holds, holdsIn, 15)).toBe(verdict),
  );
});
