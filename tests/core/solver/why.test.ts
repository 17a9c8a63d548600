import { placeOf, prescriptionsOf } from "#core/program/edit";
import { evaluate } from "#core/solver/evaluate";
import { problemFor } from "#core/solver/ask";
import { planWeek } from "#core/solver/write";
import { resultOf } from "#core/solver/result";
import { whyLine } from "#core/solver/why";
import { askFor, tools, trainee } from "../../support/solver";
import { id, prescriptionOf } from "../../support/programs";

let made = 40_000;
const newId = () => id(made++);

test("of a planned week no line is worth less than nothing, and none has a better one in its place by much", async () => {
  const ask = askFor(trainee(3, 50), { moves: 120_000, limit: 600 });
  const t = await tools();
  const plan = planWeek(ask, t);
  const { program } = resultOf(plan, ask.program, newId);
  const standing = { ...ask, program };
  for (const p of prescriptionsOf(program)) {
    const why = whyLine(standing, t, p.id)!;
    expect(why.worth).toBeGreaterThan(0);
    expect(why.groups[0]!.sets).toBeGreaterThan(0);
    for (const o of why.others) expect(o.less).toBeGreaterThan(-0.6);
    expect(why.others).toEqual([...why.others].sort((a, b) => a.less - b.less));
  }
}, 180_000);

test("its worth is the week's with it less the week's without, by the plain sums", async () => {
  const squat = prescriptionOf(1, "back-squat", { depth: 120 });
  const curl = prescriptionOf(2, "standing-dumbbell-curl");
  const ask = askFor(trainee(2, 45), {}, [[squat, curl], []]);
  const t = await tools();
  const why = whyLine(ask, t, squat.id)!;
  const problem = { ...problemFor(ask, t), present: null, locked: new Uint8Array(10_000) };
  const sets = problemFor(ask, t).present!;
  const k = problem.field.candidates.findIndex((c) => c.row.setupKey === squat.setupKey);
  const without = sets.slice();
  without[2 * k] = 0;
  expect(why.worth).toBeCloseTo(evaluate(problem, sets).value - evaluate(problem, without).value, 9);
  expect(why.groups[0]).toEqual({ group: "quads", sets: expect.closeTo(squat.reserves.length - 0.2, 6) as number });
  expect(why.others.length).toBeGreaterThan(0);
  expect(placeOf(ask.program, squat.id)!.prescription).toEqual(squat);
});

test("of what is not there, or for nothing that is planned, nothing is said", async () => {
  const t = await tools();
  const shrug = prescriptionOf(3, "dumbbell-shrug", { lean: 5 });
  const ask = askFor(trainee(2, 45), {}, [[shrug], []]);
  expect(whyLine(ask, t, id(77))).toBeNull();
  expect(whyLine(ask, t, shrug.id)).toBeNull();
});
