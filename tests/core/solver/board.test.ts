import { seededRandom } from "#core/base/random";
import { boardOf } from "#core/solver/board";
import { evaluate } from "#core/solver/evaluate";
import { problemFor } from "#core/solver/ask";
import { askFor, tools, trainee } from "../../support/solver";
import { prescriptionOf } from "../../support/programs";

const present = [
  [prescriptionOf(1, "back-squat", {}, { locked: true }), prescriptionOf(2, "cable-pulldown")],
  [prescriptionOf(3, "standing-dumbbell-curl", {}, { reserves: [2, 1, 1, 1, 1] })],
];

test.each([
  ["a new client", askFor(trainee(3, 60))],
  ["a beginner of two days", askFor(trainee(2, 45, { level: "beginner" }))],
  [
    "a specialiser with lines that stand and one that is locked",
    askFor(
      trainee(4, 50, { priorities: { glutes: "specialise", chest: "grow", lats: "hold", triceps: "maintain" } }),
      { use: "needs", spine: 0.6 },
      present,
    ),
  ],
  [
    "sore knees, six days",
    askFor(trainee(6, 40, { joints: [{ joint: "knee", side: "both", severity: "sore", note: "" }] })),
  ],
])("%s: what is kept in step is what is worked out plainly, at every step of a walk", async (_what, ask) => {
  const problem = problemFor(ask, await tools());
  const { candidates } = problem.field;
  const D = problem.days.length;
  const random = seededRandom(7);
  const board = boardOf(problem, new Int8Array(candidates.length * D));
  let [put, refused] = [0, 0];
  for (let i = 0; i < 2500; i++) {
    const [k, d] = [Math.floor(random() * candidates.length), Math.floor(random() * D)];
    const c = candidates[k]!;
    if (board.sets[k * D + d]! > 0)
      board.put(k, d, random() < 0.4 ? 0 : c.least + Math.floor(random() * (c.most - c.least + 1)));
    else if (board.fits(k, d)) {
      board.put(k, d, c.least);
      put++;
    } else refused++;
    if (i % 25 === 0) expect(board.value()).toBeCloseTo(evaluate(problem, board.sets).value, 8);
  }
  expect(board.value()).toBeCloseTo(evaluate(problem, board.sets).value, 8);
  // what fits breaks no counted rule, but that locked lines are not all there yet
  expect(evaluate(problem, board.sets).broken.filter((b) => !b.startsWith("a locked line"))).toEqual([]);
  expect(put).toBeGreaterThan(50);
  expect(refused).toBeGreaterThan(50);
});

test("what does not fit would break a counted rule: the two are told apart by the same rules", async () => {
  const problem = problemFor(askFor(trainee(3, 60)), await tools());
  const { candidates } = problem.field;
  const D = problem.days.length;
  const random = seededRandom(3);
  const board = boardOf(problem, new Int8Array(candidates.length * D));
  let checked = 0;
  for (let i = 0; i < 400; i++) {
    const [k, d] = [Math.floor(random() * candidates.length), Math.floor(random() * D)];
    if (board.sets[k * D + d]! > 0) continue;
    if (board.fits(k, d)) board.put(k, d, candidates[k]!.least);
    else {
      const other = board.sets.slice();
      other[k * D + d] = candidates[k]!.least;
      expect(evaluate(problem, other).broken.length).toBeGreaterThan(0);
      checked++;
    }
  }
  expect(checked).toBeGreaterThan(30);
});
