/** What an experienced coach would sign: pairs that a gym floor allows, what opens a day, what may stand in a week. */
import { seededRandom } from "#core/base/random";
import { CURRENT_EDITION } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { groupFor } from "#core/planning/aim";
import { findGroup, groups } from "#core/planning/groups";
import { isForPart } from "#core/planning/parts";
import { hindrance } from "#core/planning/supersets";
import { startPriorities } from "#core/planning/starts";
import { problemFor } from "#core/solver/ask";
import { anneal, annealInStages } from "#core/solver/anneal";
import { evaluate } from "#core/solver/evaluate";
import { bestOrder, urgentFirst } from "#core/solver/order";
import { gradedSets } from "#core/solver/problem";
import { prescriptionsOf } from "#core/program/edit";
import { resultOf } from "#core/solver/result";
import { planWeek } from "#core/solver/write";
import { askFor, tools, trainee } from "../../support/solver";

let made = 0;
const newId = () => `00000000-0000-4000-8000-${String(made++).padStart(12, "0")}`;

describe("two lines in turns", () => {
  const side = (id: string, gives: { group: string; share: number }[] = []) => {
    const exercise = findExercise(id)!;
    return { exercise, gives, spine: 0, compound: false, heavy: false, engagedMass: 0.02 };
  };
  const together = (a: string, b: string) => hindrance(side(a), side(b), CURRENT_EDITION.method);

  test("keep one station, or one of them needs only what is carried", () => {
    expect(together("dumbbell-fly", "leg-extension")).toBe("stations");
    expect(together("dumbbell-fly", "incline-dumbbell-curl")).toBe("stations");
    expect(together("leg-extension", "seated-leg-curl")).toBe("stations");
    expect(together("cable-fly", "cable-pushdown")).toBeNull();
    expect(together("dumbbell-side-raise", "leg-extension")).toBeNull();
    expect(together("standing-barbell-curl", "cable-pushdown")).toBe("stations");
  });

  /** what is brought to where the other one is done */
  const CARRIED: ReadonlySet<string> = new Set(["dumbbell", "band", "plate", "step", "slider", "belt", "wheel"]);

  test("no pair of a written week needs two places", async () => {
    const t = await tools();
    for (const client of [
      trainee(3, 60),
      trainee(2, 60, { priorities: { quads: "grow", glutes: "grow", chest: "hold" } }),
    ]) {
      const ask = askFor(client, { moves: 40_000, limit: 0.5 });
      const { program } = resultOf(planWeek(ask, t), ask.program, newId);
      for (const block of program.days.flatMap((d) => d.blocks)) {
        const at = block.prescriptions.map((p) => findExercise(p.exerciseId)!.equipment.find((e) => !CARRIED.has(e)));
        if (at.length > 1 && at.every(Boolean)) expect(at).toEqual(["cable", "cable"]);
      }
    }
  });
});

describe("the order of a day", () => {
  test("a pair is as urgent as its more urgent line: small work beside a lift does not bring it forward", async () => {
    const t = await tools();
    const client = trainee(3, 60);
    const { field } = problemFor(askFor(client), t);
    const weighing = { groups: field.groups, priorities: client.priorities };
    const of = (id: string) => ({ candidate: field.candidates.find((c) => c.exercise.id === id)!, sets: 3 });
    const [press, raise, curl, press2] = [
      "leg-press",
      "dumbbell-side-raise",
      "standing-dumbbell-curl",
      "machine-chest-press",
    ].map(of);
    const order = bestOrder(weighing, [[raise!, curl!], [press2!], [press!]]);
    // two small lines together open nothing
    expect(order.indexOf(0)).toBe(2);
    expect([raise!, press!].sort(urgentFirst(weighing))[0]).toBe(press);
  });
});

describe("what may stand in a week", () => {
  test("a setup that is direct for a group with a priority, whatever it leads with; it is a line of that group", async () => {
    const t = await tools();
    const client = trainee(4, 60);
    expect(client.priorities["front-delts"]).toBeUndefined();
    const { field } = problemFor(askFor(client), t);
    const overhead = field.candidates.find((c) => c.exercise.id === "overhead-press")!;
    expect(field.groups[overhead.lead]!.id).toBe("side-delts");
    expect(groupFor(overhead.line)).toBe("side-delts");
    // what serves nothing that is wanted fills no spare minute
    expect(field.candidates.some((c) => c.exercise.id === "wrist-curl")).toBe(false);
    for (const c of field.candidates)
      expect([c.key, client.priorities[field.groups[c.lead]!.id] !== undefined]).toEqual([c.key, true]);
  });

  test("hamstrings at the hip are a hinge's, not those of a cable that draws the leg back", () => {
    const part = findGroup("hamstrings")!.watch.find((w) => w.id === "hamstrings-hip")!;
    const line = { credits: { semimembranosus: { share: 1, direct: true, length: 0.6 } } };
    expect(isForPart(part, line, "hinge", CURRENT_EDITION.method)).toBe(true);
    expect(isForPart(part, line, "bridge", CURRENT_EDITION.method)).toBe(false);
  });

  test("a beginner with two short days still holds, a trained client with them maintains", () => {
    const { method } = CURRENT_EDITION;
    const of = (level: "beginner" | "trained") => new Set(Object.values(startPriorities(2, 45, method, level)));
    expect(of("trained")).toEqual(new Set(["maintain"]));
    expect(of("beginner").has("hold")).toBe(true);
    expect(Object.keys(startPriorities(2, 45, method))).toHaveLength(groups.filter((g) => g.start !== "none").length);
  });
});

describe("the ends of a band", () => {
  test("the first of what is beyond costs a share, all of it goes on from there, sharply where nothing is said", () => {
    expect(gradedSets(0.5, { sets: 0.6, share: 0.4 })).toBeCloseTo(0.2, 9);
    expect(gradedSets(1.6, { sets: 0.6, share: 0.4 })).toBeCloseTo(0.24 + 1, 9);
    expect(gradedSets(1.6, { sets: 0, share: 1 })).toBe(1.6);
    // no step where it turns
    expect(gradedSets(0.6, { sets: 0.6, share: 0.4 })).toBeCloseTo(
      gradedSets(0.6 + 1e-9, { sets: 0.6, share: 0.4 }),
      6,
    );
  });

  test("an edition that knows no grading judges as it did", async () => {
    const t = await tools();
    const ask = askFor(trainee(3, 60));
    const sharp = problemFor(ask, {
      ...t,
      edition: { ...t.edition, planner: { ...t.edition.planner, ends: undefined } },
    });
    expect(sharp.terms.every((x) => x.ends.under.share === 1 && x.ends.over.share === 1)).toBe(true);
    const graded = problemFor(ask, t);
    expect(graded.terms.some((x) => x.ends.under.share < 1)).toBe(true);
  });
});

test("cheap minutes first find better weeks where minutes are short, with as many moves", async () => {
  const t = await tools();
  const client = trainee(3, 40, { priorities: { ...trainee(3, 40).priorities, biceps: "grow", triceps: "grow" } });
  const problem = problemFor(askFor(client), t);
  const seeds = [1, 2, 3, 4];
  const mean = (values: number[]) => values.reduce((s, v) => s + v, 0) / values.length;
  const plain = mean(seeds.map((s) => anneal(problem, { moves: 60_000, random: seededRandom(s) }).value));
  const staged = seeds.map((s) => annealInStages(problem, { moves: 60_000, random: seededRandom(s) }));
  expect(mean(staged.map((x) => x.value))).toBeGreaterThan(plain);
  // its value is that of the real prices, not of the cheap ones
  for (const { sets, value } of staged) expect(value).toBeCloseTo(evaluate(problem, sets).value, 6);
});

test("a written week of a client who grows legs has a squat, a lunge or a leg press, and a hinge", async () => {
  const t = await tools();
  const client = trainee(4, 60, {
    priorities: { ...trainee(4, 60).priorities, quads: "grow", hamstrings: "grow", glutes: "grow" },
  });
  const ask = askFor(client, { moves: 100_000, limit: 1 });
  const { program } = resultOf(planWeek(ask, t), ask.program, newId);
  const families = new Set(prescriptionsOf(program).map((p) => findExercise(p.exerciseId)!.family));
  expect(families.has("squat") || families.has("lunge")).toBe(true);
  expect(families.has("hinge")).toBe(true);
});
