/** What a client's form says of the client's own: loads and places, limbs, settings, weak links, likes, the goal. */
import { bodyFrom, bodyKey, LIMBS, limbsOf, plainBody, usualLimb } from "#core/anatomy/limbs";
import { bodyOf, everywhere, inputOf, onDay, thereOn, type Client } from "#core/clients/client";
import { clientInput } from "#core/clients/schema";
import { changesOf } from "#core/clients/changes";
import { CURRENT_EDITION, editions } from "#core/edition/edition";
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { checkWeek } from "#core/planning/check";
import { checkText, fixText } from "#core/planning/check-words";
import { atLine } from "#core/planning/lines";
import { loadStepFor } from "#core/planning/loads";
import { ownSetups, ownValues, settings } from "#core/planning/own-settings";
import { applyOperation } from "#core/program/edit";
import { contextOf, rankHead } from "#core/ranking/rank";
import { becauseWords } from "#core/ranking/because-words";
import { exercises } from "#core/exercises/library";
import { fieldFor } from "#core/solver/candidates";
import { finish } from "#core/solver/finish";
import { problemOf } from "#core/solver/problem";
import { AS_SET, daysOf } from "#core/solver/splits";
import { suitability, whomOf } from "#core/suitability/suitability";
import { clientOf, prescriptionOf, programOf } from "../../support/programs";
import { librarySurvey, tools, trainee } from "../../support/solver";

const edition = CURRENT_EDITION;
const { method } = edition;

describe("loads of the place", () => {
  const pushdown = findExercise("cable-pushdown")!;
  const client = clientOf({ loads: { cable: { step: 5, least: 10, most: 60 }, dumbbell: { most: 30 } } });

  test("a new line steps by them; what is not said is as usual", () => {
    expect(loadStepFor(client, pushdown)).toEqual({ value: 5, unit: "kg", meaning: "stack", least: 10, most: 60 });
    const curl = loadStepFor(client, findExercise("hammer-curl")!);
    expect([curl.value, curl.least, curl.most]).toEqual([findExercise("hammer-curl")!.stated.loadStep, undefined, 30]);
  });

  test("what is added to the body may be nothing, whatever the smallest plate is", () => {
    const added = library.find((e) => e.stated.loadMeaning === "added" && e.equipment.includes("dumbbell"));
    const any = added ?? library.find((e) => e.stated.loadMeaning === "added")!;
    expect(loadStepFor(client, any)).not.toHaveProperty("least");
  });

  test("the check names lines of another grid once, and one press sets them and their loads", () => {
    const load = { value: 12.5, unit: "kg", meaning: "stack" } as const;
    const program = programOf([[prescriptionOf(1, "cable-pushdown", {}, { load }), prescriptionOf(2, "hammer-curl")]]);
    const found = checkWeek(program, client, method, exercises).filter((c) => c.kind === "loads");
    expect(found).toHaveLength(1);
    expect(checkText(found[0]!).number).toMatch(/^2 exercises/);
    expect(fixText(found[0]!.fixes[0]!)).toBe("Set the loads of 2 exercises");
    const after = found[0]!.fixes[0]!.operations.reduce((p, o) => {
      const r = applyOperation(p, o);
      if (!("program" in r)) throw new Error("refused");
      return r.program;
    }, program);
    // 12.5 is not there: 10 is the next below
    expect(after.days[0]!.blocks[0]!.prescriptions[0]!.load!.value).toBe(10);
    expect(checkWeek(after, client, method, exercises).filter((c) => c.kind === "loads")).toEqual([]);
  });

  test("a smallest load above the largest is refused", () => {
    const refused = clientInput.safeParse(clientOf({ loads: { cable: { least: 60, most: 10 } } }));
    expect(refused.error?.issues[0]).toMatchObject({ path: ["loads", "cable", "least"] });
  });
});

describe("limbs", () => {
  test("the usual lengths grow with the height, and a body of them is the usual body", () => {
    for (const limb of LIMBS) expect(usualLimb(limb, 2.1) / usualLimb(limb, 1.75)).toBeCloseTo(1.2);
    const usual = Object.fromEntries(LIMBS.map((l) => [l, usualLimb(l, 1.8)]));
    expect(limbsOf(usual, 1.8)).toBeUndefined();
    expect(bodyKey(bodyOf({ stature: 1.8, mass: 80, limbs: usual }))).toBe("1.80 80");
  });

  test("a slip of the tape is bounded, and a body comes back from an address as it went", () => {
    expect(limbsOf({ thigh: 70 }, 1.5)).toEqual({ thigh: 1.25 });
    const body = bodyOf({ stature: 1.7, mass: 70, limbs: { thigh: 44, forearm: 23 } });
    expect(bodyFrom(plainBody(body) as Parameters<typeof bodyFrom>[0])).toEqual(body);
    expect(bodyKey(body)).toMatch(/^1\.70 70 forearm=0\.9\d thigh=1\.1\d$/);
  });

  test("a longer thigh lengthens the thigh of the model alone, and turns a squat's load from knee to hip", () => {
    const [usual, long] = [
      compileModel({ stature: 1.75, mass: 75 }),
      compileModel({ stature: 1.75, mass: 75, limbs: { thigh: 1.1 } }),
    ];
    const length = (m: typeof usual, id: string) =>
      Math.hypot(...m.segments.find((s) => s.id === id && s.side === "right")!.origin);
    expect(length(long, "shank") / length(usual, "shank")).toBeCloseTo(1.1);
    expect(length(long, "forearm")).toBeCloseTo(length(usual, "forearm"));
    const squat = findExercise("back-squat")!;
    const loadIn = (m: typeof usual) => analyse(m, resolveSetup(squat)).rawLoad;
    // the same muscles on longer levers lift less
    expect(loadIn(long)).toBeLessThan(loadIn(usual));
  });
});

describe("settings that were tried", () => {
  test("each names parameters that its exercises have, and is within what they bear somewhere", () => {
    for (const s of settings)
      for (const [id, name] of Object.entries(s.uses)) {
        const p = findExercise(id)!.parameters.find((x) => x.id === name)!;
        expect([id, p.unit]).toEqual([id, s.half ? "m" : "deg"]);
        const usual = s.half ? s.usual / 200 : s.usual;
        expect([id, usual >= p.min && usual <= p.max]).toEqual([id, true]);
      }
  });

  test("they stand in for the usual value and never for one that makes a setup what it is", () => {
    const bench = findExercise("barbell-bench-press")!;
    expect(ownValues(bench, {}, { "press-hands": 60 })).toEqual({ grip: 0.3 });
    expect(ownValues(bench, { grip: 0.42 }, { "press-hands": 60 })).toEqual({ grip: 0.42 });
    const squat = findExercise("back-squat")!;
    // beyond what the exercise knows: its end
    expect(ownValues(squat, {}, { stance: 200 }).footWidth).toBe(0.4);
    expect(ownSetups(library, { settings: {} }).size).toBe(0);
    const mine = ownSetups(library, { settings: { stance: 50 } });
    expect(new Set([...mine.values()].map((s) => s.exerciseId))).toEqual(
      new Set(["back-squat", "belt-squat", "leg-press"]),
    );
    for (const { values } of mine.values()) expect(values.footWidth).toBe(0.25);
  });
});

describe("weak links, likes and the goal", () => {
  const survey = librarySurvey();
  type Row = (typeof survey.rows)[number];
  const judgedRow = ({ exerciseId, view }: Row, client: Parameters<typeof whomOf>[0]) =>
    suitability({ exercise: findExercise(exerciseId)!, view, strains: {} }, whomOf(client), method);
  const judged = (id: string, client: Parameters<typeof whomOf>[0]) =>
    judgedRow(
      survey.rows.find((r) => r.exerciseId === id)!,
      client,
    );

  test("a supported link costs where it ends the set, a strengthened one and an exercise for it cost nothing", () => {
    const whom = (answer: "support" | "strengthen") => clientOf({ weak: [{ link: "grip", answer }] });
    const ended = survey.rows.filter((r) => r.view.limiters[0]?.muscle === "grip");
    expect(ended.length).toBeGreaterThan(0);
    const forGrip = ended.filter((r) => findExercise(r.exerciseId)!.targets.some((t) => /wrist|finger/.test(t)));
    for (const row of forGrip) expect(judgedRow(row, whom("support")).weak).toEqual([]);
    for (const row of ended.filter((r) => !forGrip.includes(r))) {
      expect([row.setupKey, judgedRow(row, whom("support")).weak]).toEqual([row.setupKey, ["grip"]]);
      expect(judgedRow(row, whom("support")).factor).toBeCloseTo(1 - method.weak!.costs);
      expect(judgedRow(row, whom("strengthen")).weak).toEqual([]);
    }
    expect(judged("wrist-curl", whom("support")).weak).toEqual([]);
  });

  test("a weak low back is asked too much by a hinge and not by a supported row", () => {
    const whom = clientOf({ weak: [{ link: "low back", answer: "support" }] });
    expect(judged("bent-over-barbell-row", whom).weak).toEqual(["low back"]);
    expect(judged("chest-supported-row", whom).weak).toEqual([]);
    expect(judged("leg-press", whom).weak).toEqual([]);
  });

  test("the ranking says so, in the row and in its score; editions of before say nothing", () => {
    const [plain, weak] = [clientOf(), clientOf({ weak: [{ link: "low back", answer: "support" }] })].map((c) =>
      rankHead(
        survey,
        "latissimus-lumbar",
        edition,
        exercises,
        contextOf({ ...c, equipment: [...trainee(3, 60).equipment] }),
      ),
    );
    const of = (rows: typeof plain) => rows!.find((r) => r.exercise.id === "bent-over-barbell-row")!;
    expect(of(weak).score).toBeLessThan(of(plain).score - 5);
    expect(of(weak).weak).toEqual(["low back"]);
    const said = JSON.stringify(becauseWords(of(weak).because));
    expect(said).toMatch(/weak low back/);
    for (const e of editions.slice(
      0,
      editions.findIndex((e) => e.id === "gryn-9"),
    ))
      expect(e.method.weak).toBeUndefined();
  });

  test("of two that are as good the liked one is cheaper to the planner, and nothing else is", () => {
    const client = trainee(3, 60);
    const field = (wanted: string[]) => fieldFor(survey, { ...client, wanted }, edition, exercises);
    const [before, after] = [field([]), field(["leg-press"])];
    const moved = after.candidates.filter((c, i) => c.cost !== before.candidates[i]!.cost);
    expect(new Set(moved.map((c) => c.exercise.id))).toEqual(new Set(["leg-press"]));
    for (const c of moved) {
      const was = before.candidates.find((b) => b.key === c.key)!;
      expect(was.cost - c.cost).toBeCloseTo(edition.planner.liked!);
    }
  });

  test("what was changed is told in words", () => {
    const [a, b] = [
      clientOf(),
      clientOf({ loads: { cable: { most: 60 } }, limbs: { thigh: 44 }, goal: "size and strength" }),
    ];
    expect(changesOf(a, b).map((c) => c.field)).toEqual(expect.arrayContaining(["loads", "limbs", "goal"]));
  });
});

describe("places by the day", () => {
  const hall = "00000000-0000-4000-8000-00000000abcd";
  const client: Client = {
    ...clientOf({
      equipment: ["dumbbell", "bench"],
      weekdays: [
        { day: 0, minutes: 45 },
        { day: 3, minutes: 45, place: hall },
      ],
    }),
    id: hall,
    revision: 1,
    elsewhere: {
      [hall]: { name: "Hall", equipment: ["cable"], stations: null, units: {}, loads: { cable: { step: 3 } } },
    },
  };

  test("what is there anywhere suits the client; on a day only what its place has", () => {
    expect(everywhere(client)).toEqual({ equipment: ["dumbbell", "bench", "cable"], stations: [] });
    expect(thereOn(client, client.weekdays[0]!).equipment).toEqual(["dumbbell", "bench"]);
    expect(thereOn(client, client.weekdays[1]!).equipment).toEqual(["cable"]);
    // a place that is gone is where the client trains otherwise
    expect(thereOn({ ...client, elsewhere: {} }, client.weekdays[1]!).equipment).toEqual(["dumbbell", "bench"]);
    expect(inputOf(client)).not.toHaveProperty("elsewhere");
  });

  test("the check holds each line against its own day's place", () => {
    const pushdown = prescriptionOf(1, "cable-pushdown");
    const missing = (days: Parameters<typeof programOf>[0]) =>
      checkWeek(programOf(days), client, method, exercises).filter((c) => c.kind === "equipment");
    expect(missing([[prescriptionOf(2, "hammer-curl")], [pushdown]])).toEqual([]);
    expect(missing([[pushdown], []])).toMatchObject([{ number: ["cable"], state: "problem" }]);
    expect(missing([[], [prescriptionOf(2, "hammer-curl")]])).toMatchObject([{ number: ["dumbbell"] }]);
  });

  test("a line's loads are those of its day's place, and one button sets them where it moves to another", () => {
    const pushdownOf = findExercise("cable-pushdown")!;
    const there = onDay(client, programOf([[], []]).days, programOf([[], []]).days[1]!.id);
    const on = (days: Parameters<typeof programOf>[0]) =>
      checkWeek(programOf(days), { ...client, unit: "kg" }, method, exercises).filter((c) => c.kind === "loads");
    expect(there).toMatchObject({ equipment: ["cable"], loads: { cable: { step: 3 } }, elsewhere: undefined });
    const pushdown = { ...prescriptionOf(1, "cable-pushdown"), loadStep: loadStepFor(there, pushdownOf) };
    expect(pushdown.loadStep.value).toBe(3);
    expect(on([[], [pushdown]])).toEqual([]);
    const [usual] = on([[pushdown], []]);
    expect(usual?.fixes[0]?.operations).toMatchObject([
      { kind: "change", change: { loadStep: { value: pushdownOf.stated.loadStep } } },
    ]);
    // whoever is in no such week is at the usual place
    expect(onDay(client, [], "day-2").equipment).toEqual(["dumbbell", "bench"]);
    expect(atLine(client, programOf([[], [pushdown]]), pushdown.id).equipment).toEqual(["cable"]);
  });

  test("the planner puts nothing on a day whose place does not have it", async () => {
    const program = programOf([[], []]);
    const trains = { ...trainee(2, 45, { priorities: { triceps: "grow", biceps: "grow" } }), ...client };
    const days = daysOf(program, trains, AS_SET);
    expect(days.map((d) => d.there?.equipment)).toEqual([undefined, ["cable"]]);
    const field = fieldFor(librarySurvey(), trains, edition, exercises);
    const { allowed } = problemOf(field, trains, edition, { days, use: "minutes" } as never);
    field.candidates.forEach((c, k) => {
      const needs = c.exercise.equipment;
      expect([c.key, allowed[2 * k + 1]]).toEqual([c.key, needs.every((e) => e === "cable") ? 1 : 0]);
    });
    expect(field.candidates.some((c) => c.exercise.equipment.includes("cable"))).toBe(true);
    // what it writes steps by the loads of that day's place
    const problem = problemOf(field, trains, edition, { days, use: "minutes" } as never);
    const sets = new Int8Array(field.candidates.length * 2);
    const k = field.candidates.findIndex((c) => c.exercise.id === "cable-pushdown");
    sets[2 * k + 1] = 2;
    const ask = { client: trains, program, days, use: "minutes", banned: [], keep: false, pairs: false } as const;
    const [, second] = finish(ask as never, await tools(), problem, sets).days;
    expect(second!.blocks[0]![0]!.prescription.loadStep.value).toBe(3);
  });
});
