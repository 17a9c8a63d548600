import { beyondOf, beyondText, findMove, moves, notedOf, type Reach } from "#core/clients/mobility";
import { clientInput } from "#core/clients/schema";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { checkWeek } from "#core/planning/check";
import { checkText } from "#core/planning/check-words";
import { weekDose } from "#core/planning/dose";
import { contextOf, rankHead } from "#core/ranking/rank";
import { fieldFor } from "#core/solver/candidates";
import { clientOf, prescriptionOf, programOf } from "../support/programs";
import { setupOf } from "../support/setups";
import { bandOf } from "#core/planning/groups";
import { problemFor } from "#core/solver/ask";
import { askFor, librarySurvey, tools, trainee } from "../support/solver";

const further = (reach: Reach | undefined, noted: Parameters<typeof beyondOf>[1]) =>
  beyondOf(reach, noted, CURRENT_EDITION.method.checks.beyond);
const model = compileModel(DEFAULT_BODY);
const reachOf = (id: string, values = {}): Reach => analyse(model, setupOf(id, values)).reach;

describe("the ends a setup goes to", () => {
  test.each([
    ["back-squat", { depth: 100 }, "knee", 100],
    ["back-squat", { depth: 120 }, "knee", 120],
    ["leg-press", { depth: 105 }, "knee", 105],
  ])("%s %o: the %s bends as far as its own parameter says", (id, values, coordinate, deg) => {
    expect(Math.abs(reachOf(id, values)[coordinate]![1] - deg)).toBeLessThanOrEqual(3);
  });

  test("an overhead press raises the arm, a pushdown does not; a pushdown straightens the elbow", () => {
    expect(reachOf("overhead-press").elevation![1]).toBeGreaterThan(120);
    const down = reachOf("cable-pushdown");
    expect(down.elevation![1]).toBeLessThan(60);
    expect(down.elbow![0]).toBeLessThan(20);
    for (const [low, high] of Object.values(down)) expect(low).toBeLessThanOrEqual(high);
  });

  test("every movement that can be noted is one the engine follows", () => {
    const reach = reachOf("back-squat");
    for (const m of moves) expect(reach[m.coordinate]).toBeDefined();
  });
});

describe("what a client does not reach", () => {
  const reach: Reach = { knee: [5, 118], elbow: [4, 130], wristFlexion: [-62, 10], ankle: [-5, 28] };

  test("both ways round: bends too far, straightens too far, bends back too far; five degrees are let pass", () => {
    expect(further(reach, [{ move: "knee-bent", to: 90 }])).toMatchObject([{ has: 90, asks: 118, by: 28 }]);
    expect(further(reach, [{ move: "knee-bent", to: 114 }])).toEqual([]);
    expect(further(reach, [{ move: "elbow-straight", to: 20 }])).toMatchObject([{ has: 20, asks: 4, by: 16 }]);
    expect(further(reach, [{ move: "elbow-straight", to: 0 }])).toEqual([]);
    expect(further(reach, [{ move: "wrist-back", to: 45 }])).toMatchObject([{ has: 45, asks: 62, by: 17 }]);
    expect(further(reach, [{ move: "wrist-back", to: 70 }])).toEqual([]);
  });

  test("the furthest comes first, what is not known is not judged, and it is said with both numbers", () => {
    const list = further(reach, [
      { move: "ankle-bent", to: 20 },
      { move: "knee-bent", to: 60 },
    ]);
    expect(list.map((b) => b.move.id)).toEqual(["knee-bent", "ankle-bent"]);
    expect(beyondText(list[0]!)).toBe("the knee bends to 60°, this asks 118°");
    expect(further(undefined, [{ move: "knee-bent", to: 60 }])).toEqual([]);
    expect(further({}, [{ move: "knee-bent", to: 60 }])).toEqual([]);
  });

  test("a tighter joint never lets more through", () => {
    for (const { id } of moves) {
      const count = (to: number) =>
        librarySurvey().rows.filter((r) => further(r.view.reach, [{ move: id, to }]).length > 0).length;
      const tightening =
        findMove(id).end === "low" && findMove(id).sign === 1 ? [0, 10, 20, 40, 90] : [180, 120, 90, 60, 20];
      const counts = tightening.map(count);
      expect(counts).toEqual([...counts].sort((a, b) => a - b));
      expect(counts.at(-1)).toBeGreaterThan(0);
    }
  });

  test("the ranking leaves it out with both numbers and keeps the shorter setting of the same exercise", () => {
    const client = clientOf({ equipment: ["barbell"], mobility: [{ move: "knee-bent", to: 105 }] });
    const rows = rankHead(librarySurvey(), "vastus-lateralis", CURRENT_EDITION, exercises, contextOf(client));
    const squat = (depth: number) => rows.find((r) => r.exercise.id === "back-squat" && r.row.values.depth === depth)!;
    expect(squat(120)).toMatchObject({
      group: "out",
      out: expect.stringMatching(/knee bends to 105°, this asks 12\d°/),
    });
    expect(squat(100).out).toBeNull();
  });

  test("a week that is written holds none of it, one that stands is told, with what mends it", () => {
    const stiff = trainee(3, 45, { mobility: [{ move: "arm-raised", to: 100 }] });
    const field = fieldFor(librarySurvey(), stiff, CURRENT_EDITION, exercises);
    for (const c of field.candidates) expect(c.row.view.reach.elevation![1]).toBeLessThanOrEqual(105);
    expect(field.out.some((o) => o.reason.includes("arm raised to 100°"))).toBe(true);

    const press = prescriptionOf(1, "overhead-press");
    const program = programOf([[press]]);
    const [row] = surveySetups([setupOf("overhead-press")], DEFAULT_BODY, 0).rows;
    const known = { viewOf: () => row!.view };
    const told = (to: number) =>
      checkWeek(
        program,
        { ...stiff, mobility: [{ move: "arm-raised", to }] },
        CURRENT_EDITION.method,
        exercises,
        weekDose(program),
        known,
      ).filter((c) => c.kind === "mobility");
    expect(told(100)).toMatchObject([{ state: "problem", limit: 100, fixes: [{ kind: "take off" }] }]);
    expect(checkText(told(100)[0]!).number).toMatch(/^needs \d+°$/);
    expect(told(180)).toEqual([]);
  });

  test("one note a movement, whole numbers of degrees within what joints do", () => {
    const wrong = (mobility: unknown) => clientInput.safeParse({ ...clientOf(), mobility }).error?.issues[0]?.message;
    expect(wrong([{ move: "knee-bent", to: 400 }])).toBe("between -20 and 180°");
    expect(
      wrong([
        { move: "knee-bent", to: 90 },
        { move: "knee-bent", to: 100 },
      ]),
    ).toBe("each movement once");
    expect(wrong([{ move: "knee-bent", to: 90 }])).toBeUndefined();
  });
});

describe("what the weight is to do", () => {
  const band = (phase: "gain" | "hold" | "lose") => bandOf("chest", trainee(3, 60, { phase }), CURRENT_EDITION.method)!;

  test("bands are those of the method while it rises, and fewer sets the less there is to recover with", () => {
    expect(band("gain")).toEqual(
      bandOf("chest", { ...trainee(3, 60), phase: undefined } as never, CURRENT_EDITION.method),
    );
    for (const end of ["low", "high"] as const) {
      expect(band("hold")[end]).toBeLessThan(band("gain")[end]);
      expect(band("lose")[end]).toBeLessThan(band("hold")[end]);
      expect(band("lose")[end] / band("gain")[end]).toBeCloseTo(CURRENT_EDITION.method.phase.lose, 9);
    }
  });

  test("the check of a week and the planner ask the same of it", async () => {
    const ask = (phase: "gain" | "lose") => askFor(trainee(3, 60, { phase }));
    const judging = await tools();
    const low = (phase: "gain" | "lose") => {
      const problem = problemFor(ask(phase), judging);
      return problem.terms[problem.field.groups.findIndex((g) => g.id === "chest")]!.low;
    };
    expect(low("lose")).toBeCloseTo(band("lose").low, 9);
    const { client, program } = ask("lose");
    const dose = checkWeek(program, client, CURRENT_EDITION.method, exercises).find(
      (c) => c.kind === "dose" && c.subject.group === "chest",
    );
    expect(dose?.limit).toMatchObject({ low: low("lose") });
    expect(low("gain")).toBeGreaterThan(low("lose"));
  });
});

test("a noted end is an angle of its coordinate, with the sign that the coordinate counts by", () => {
  expect(notedOf("knee", [{ move: "knee-bent", to: 90 }])).toBe(90);
  expect(notedOf("wristFlexion", [{ move: "wrist-back", to: 30 }])).toBe(-30);
  expect(notedOf("elbow", [{ move: "elbow-straight", to: 20 }])).toBe(20);
  expect(notedOf("hipFlexion", [{ move: "knee-bent", to: 90 }])).toBeNull();
  // a pose at the noted angle is not beyond it, two degrees of reading let pass
  for (const { id, coordinate } of moves) {
    const at = notedOf(coordinate, [{ move: id, to: 33 }])!;
    expect(beyondOf({ [coordinate]: [at, at] }, [{ move: id, to: 33 }], 2)).toEqual([]);
  }
});
