import { findHead } from "#core/anatomy/anatomy";
import { COUNTINGS } from "#core/edition/choices";
import { exercises, findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { checkId, checkWeek } from "#core/planning/check";
import { creditsOf, doseTotal, effortCredit, groupCredit, marginalWorth, weekDose, worth } from "#core/planning/dose";
import { bandOf, findGroup, groupOf, groups } from "#core/planning/groups";
import { applyOperation } from "#core/program/edit";
import { blockMinutes, dayMinutes } from "#core/planning/minutes";
import { setSeconds, repSeconds } from "#core/planning/timing";
import { CURRENT_EDITION } from "#core/edition/edition";
import { checkText } from "#core/planning/check-words";
import type { Program } from "#core/program/document";
import { clientOf, prescriptionOf, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;

const pushdown = prescriptionOf(1, "cable-pushdown", { stepBack: 0.35 }, { reserves: [2, 2, 2] });
const hammer = prescriptionOf(2, "hammer-curl", {}, { reserves: [2, 2] });

describe("dose", () => {
  test("a set counts by its reserve", () => {
    expect([0, 1, 2, 3, 4, 5].map(effortCredit)).toEqual([1, 1, 1, 0.8, 0.6, 0]);
  });

  test("credits: what it is for in full, what helps at most half, what holds nothing", () => {
    expect(Math.max(...Object.values(pushdown.credits).map((c) => c.share))).toBe(1);
    expect(pushdown.credits["triceps-lateral"]).toMatchObject({ direct: true });
    expect(pushdown.credits["biceps-long"]).toBeUndefined();
    expect(hammer.credits.brachialis).toMatchObject({ direct: true });
    expect(hammer.credits["biceps-long"]).toMatchObject({ direct: false, share: 0.5 });
    for (const id of ["standing-barbell-curl", "bent-over-barbell-row", "barbell-bench-press", "back-squat"]) {
      const { credits } = prescriptionOf(30, id);
      for (const c of Object.values(credits)) {
        expect(c.share).toBeGreaterThanOrEqual(method.leastCredit);
        if (!c.direct) expect(c.share).toBeLessThanOrEqual(0.5);
      }
      // the cuff holds in all of them, and front deltoids in a curl
      expect(groupCredit(credits, findGroup("cuff")!)).toBeNull();
    }
    expect(groupCredit(prescriptionOf(31, "standing-barbell-curl").credits, findGroup("front-delts")!)).toBeNull();
  });

  test("a week adds them by head, day and group; a group is its best head where it is aimed at", () => {
    const dose = weekDose(programOf([[pushdown, hammer], [pushdown]]));
    const { share } = pushdown.credits["triceps-lateral"]!;
    expect(dose.heads["triceps-lateral"]).toMatchObject({ indirect: 0, days: 2 });
    expect(dose.heads["triceps-lateral"]!.direct).toBeCloseTo(6 * share, 9);
    expect(dose.heads["triceps-lateral"]!.byDay).toEqual([3 * share, 3 * share]);
    expect(dose.heads["biceps-long"]!.indirect).toBeCloseTo(2 * hammer.credits["biceps-long"]!.share, 9);
    // three sets of a pushdown are three sets of triceps, as a coach counts them
    expect(dose.groups.triceps).toMatchObject({ direct: 6, indirect: 0, days: 2, peakDay: 3, byDay: [3, 3] });
    expect(dose.groups.biceps!.indirect).toBeCloseTo(1, 9);
  });

  test("a helper's credit is what more than half of its volume gets", () => {
    const credit = (share: number, direct = false) => ({ share, direct, length: 0.5 });
    const triceps = findGroup("triceps")!;
    // the long head is less than half of the triceps: alone it is not the triceps
    expect(groupCredit({ "triceps-long": credit(0.5) }, triceps)).toBeNull();
    expect(groupCredit({ "triceps-long": credit(0.5), "triceps-lateral": credit(0.2) }, triceps)).toEqual({
      share: 0.2,
      direct: false,
    });
    expect(groupCredit({ "triceps-long": credit(0.7, true), "triceps-lateral": credit(0.3) }, triceps)).toEqual({
      share: 0.7,
      direct: true,
    });
    expect(groupCredit({}, triceps)).toBeNull();
  });

  test("a side raise is for the side, a reverse fly for the rear, whatever else their muscle's name holds", () => {
    const directs = (id: string) =>
      groups.filter((g) => groupCredit(prescriptionOf(32, id).credits, g)?.direct).map((g) => g.id);
    expect(directs("dumbbell-side-raise")).toEqual(["side-delts"]);
    expect(directs("reverse-fly")).toContain("rear-delts");
    expect(directs("reverse-fly")).not.toContain("front-delts");
    expect(directs("dumbbell-front-raise")).toContain("front-delts");
    expect(directs("seated-cable-row")).toEqual(expect.arrayContaining(["lats", "upper-back"]));
    expect(directs("seated-cable-row")).not.toContain("upper-traps");
    expect(directs("dumbbell-shrug")).toEqual(["upper-traps"]);
  });

  test("the ways of counting: a pushdown and a press, by hand", () => {
    const credit = (counting: (typeof COUNTINGS)[number], id: string, group: string) => {
      const exercise = findExercise(id)!;
      const [row] = surveySetups([resolveSetup(exercise, {})], DEFAULT_BODY, 0).rows;
      return groupCredit(creditsOf(row!.view, exercise, { ...method, counting }), findGroup(group)!)?.share ?? 0;
    };
    for (const counting of COUNTINGS) expect(credit(counting, "barbell-bench-press", "chest")).toBe(1);
    expect(credit("direct", "barbell-bench-press", "triceps")).toBe(0);
    expect(credit("half", "barbell-bench-press", "triceps")).toBe(0.5);
    expect(credit("full", "barbell-bench-press", "triceps")).toBe(1);
    expect(credit("computed", "barbell-bench-press", "triceps")).toBeGreaterThanOrEqual(method.leastCredit);
    expect(credit("computed", "barbell-bench-press", "triceps")).toBeLessThanOrEqual(0.5);
  });

  test("every head is in one group or rides along, and groups name heads that exist", () => {
    const all = groups.flatMap((g) => g.heads);
    expect(new Set(all).size).toBe(all.length);
    for (const h of all) expect(findHead(h)).toBeDefined();
    for (const g of groups) for (const w of g.watch) for (const h of w.heads) expect(groupOf(h)).toBe(g);
  });

  test("each further set brings less, and the curve is the sum of its margins", () => {
    expect(marginalWorth(0, method)).toBe(1);
    expect(marginalWorth(10, method)).toBeCloseTo(Math.exp(-1), 9);
    const slope = (worth(4.001, method) - worth(4, method)) / 0.001;
    expect(slope * method.saturation).toBeCloseTo(marginalWorth(4, method), 3);
  });

  test("bands follow priority; beginners get half; no priority, no band", () => {
    // the method's band times 0.9: much of it is helped along
    expect(bandOf("triceps", clientOf(), method)).toEqual({ low: 9, high: 18, priority: "grow" });
    expect(bandOf("triceps", clientOf({ level: "beginner" }), method)).toMatchObject({ low: 4.5, high: 9 });
    expect(bandOf("calves", clientOf(), method)).toBeNull();
  });
});

describe("minutes", () => {
  test("a set is reps times tempo; one side at a time doubles work, not rest", () => {
    const p = prescriptionOf(
      3,
      "preacher-curl",
      {},
      {
        reps: { low: 8, high: 12 },
        tempo: { lower: 3, longPause: 1, lift: 1, shortPause: 0 },
        rest: 90,
        reserves: [2, 1, 1],
      },
    );
    expect(repSeconds(p.tempo)).toBe(5);
    expect(setSeconds(p)).toBe(100);
    expect(setSeconds({ ...p, sides: "both" })).toBe(50);
    expect(blockMinutes({ id: "x", prescriptions: [p] }).rest).toBeCloseTo(3, 9);
    expect(blockMinutes({ id: "x", prescriptions: [p] }).work).toBeCloseTo(5, 9);
  });

  test("a pair takes less time than its halves one after the other", () => {
    const sum = (ps: (typeof pushdown)[]) => {
      const m = blockMinutes({ id: "x", prescriptions: ps });
      return m.setup + m.work + m.rest;
    };
    expect(sum([pushdown, hammer])).toBeLessThan(sum([pushdown]) + sum([hammer]));
  });

  test("an empty day takes none", () => expect(dayMinutes(programOf([[]]).days[0]!, method)).toBe(0));
});

describe("checks", () => {
  const line = (program: Program, id: string, client = clientOf()) => {
    const found = checkWeek(program, client, method, exercises).find((c) => checkId(c).startsWith(id));
    return found && { ...found, text: checkText(found) };
  };

  test("one set is a set, two are sets", () => {
    const heads = Object.entries(pushdown.credits).map(([head, c]) => [head, { ...c, share: 1 }]);
    const reason = (sets: number) => {
      const even = { ...pushdown, credits: Object.fromEntries(heads), reserves: Array<number>(sets).fill(1) };
      return line(programOf([[even]]), "dose triceps")!.text.reason;
    };
    expect(reason(8)).toMatch(/^1 effective set below/);
    expect(reason(7)).toMatch(/^2 effective sets below/);
  });

  test("a week short of its band says by how much, and its fix brings it closer", () => {
    const program = programOf([[pushdown], [prescriptionOf(7)]]);
    const found = line(program, "dose triceps")!;
    expect(found.state).toBe("problem");
    expect(found.text.number).toMatch(/sets, 0 of them indirect/);
    const fixed = applyOperation(program, found.fixes[0]!.operations[0]!);
    expect("program" in fixed && doseTotal(weekDose(fixed.program).groups.triceps!)).toBeGreaterThan(
      doseTotal(weekDose(program).groups.triceps!),
    );
  });

  test("too much in one session is a problem past the limit", () => {
    const much = programOf([
      [
        pushdown,
        prescriptionOf(5, "cable-pushdown", {}, { reserves: [1, 1, 1, 1, 1] }),
        prescriptionOf(6, "cable-kickback", {}, { reserves: [1, 1, 1, 1, 1] }),
      ],
    ]);
    expect(line(much, "session dose triceps")!.state).toBe("problem");
    expect(line(programOf([[pushdown]]), "session dose triceps")).toBeUndefined();
  });

  test("frequency asks for two days when it should grow, never for more days than the client has", () => {
    expect(line(programOf([[pushdown], []]), "frequency triceps")!.state).toBe("look");
    expect(line(programOf([[pushdown], [prescriptionOf(7)]]), "frequency triceps")!.state).toBe("pass");
    expect(line(programOf([[pushdown]]), "frequency triceps", clientOf({ daysPerWeek: 1 }))!.state).toBe("pass");
  });

  test("minutes over the client's are named with a fix that takes a set, and dose and minutes name each other", () => {
    const program = programOf([[pushdown, hammer]]);
    const tight = clientOf({ minutes: 10 });
    expect(line(program, "minutes ", tight)).toMatchObject({
      state: "problem",
      number: expect.any(Number),
      limit: 10,
      text: { limit: "10 min" },
    });
    expect(line(program, "minutes ", tight)!.fixes[0]!.operations).toHaveLength(1);
    expect(line(program, "minutes ", tight)!.text.reason).toMatch(/volume/);
    expect(line(program, "dose triceps", tight)!.text.reason).toMatch(/minutes/);
    expect(line(program, "minutes ")!.state).toBe("pass");
  });

  test("minutes are nearly used up only where no day has room", () => {
    const tight = clientOf({ minutes: 15 });
    expect(line(programOf([[pushdown], [], []]), "dose triceps", tight)!.text.reason).not.toMatch(/minutes/);
    expect(line(programOf([[pushdown], [prescriptionOf(7)]]), "dose triceps", tight)!.text.reason).toMatch(/minutes/);
  });

  test("a noted joint flags what strains it, and names as gentler what its button brings", () => {
    const p = prescriptionOf(8, "lying-barbell-extension");
    const program = programOf([[p]]);
    const client = clientOf({ joints: [{ joint: "elbow", side: "right", severity: "sore", note: "sore" }] });
    const found = line(program, "joint ", client)!;
    expect(found.state).toBe("problem");
    expect(found.text.reason).not.toMatch(/Gentler/);
    expect(line(program, "joint ")).toBeUndefined();
    const swap = { kind: "swap" as const, name: "Cable pushdown", head: "triceps-long", operations: [] };
    const asked: unknown[] = [];
    const [known] = checkWeek(program, client, method, exercises, undefined, {
      swapFor: (_line, spare) => (asked.push(spare), swap),
    }).filter((c) => c.kind === "joint");
    expect(checkText(known!).reason).toMatch(/Gentler: Cable pushdown/);
    expect(known!.fixes[0]).toBe(swap);
    expect(asked).toContain("elbow");
  });

  test("missing equipment, wild tempo, short rest and falling effort are seen", () => {
    expect(line(programOf([[pushdown]]), "equipment ", clientOf({ equipment: ["dumbbell"] }))!).toMatchObject({
      number: ["cable"],
      text: { number: "needs cable" },
    });
    const odd = programOf([
      [{ ...pushdown, rest: 30, tempo: { lower: 9, longPause: 2, lift: 1, shortPause: 0 }, reserves: [0, 2] }],
    ]);
    expect(["rest ", "tempo ", "effort "].map((id) => line(odd, id)!.state)).toEqual(["look", "look", "look"]);
    const mended = applyOperation(odd, line(odd, "effort ")!.fixes[0]!.operations[0]!);
    expect("program" in mended && line(mended.program, "effort ")).toBeUndefined();
  });

  test("two exercises of one day that load the same heads at the same length are seen, others are not", () => {
    const twice = programOf([[pushdown, prescriptionOf(11, "cable-pushdown", { stepBack: 0.4 })]]);
    expect(line(twice, "redundant ")).toMatchObject({ state: "look", fixes: [{ operations: [{ kind: "remove" }] }] });
    expect(line(programOf([[pushdown, prescriptionOf(12, "overhead-cable-extension")]]), "redundant ")).toBeUndefined();
    expect(
      line(programOf([[pushdown], [prescriptionOf(11, "cable-pushdown", { stepBack: 0.4 })]]), "redundant "),
    ).toBeUndefined();
  });

  test("a muscle that should grow wants a choice that loads it long", () => {
    expect(line(programOf([[prescriptionOf(13, "dumbbell-kickback")]]), "long length triceps")!.state).toBe("look");
    expect(line(programOf([[prescriptionOf(12, "overhead-cable-extension")]]), "long length triceps")!.state).toBe(
      "pass",
    );
    expect(
      line(
        programOf([[prescriptionOf(13, "dumbbell-kickback")]]),
        "long length triceps",
        clientOf({ priorities: { triceps: "hold" } }),
      ),
    ).toBeUndefined();
  });

  test("everything in one band of reps is seen", () => {
    const reps = (n: number, low: number, high: number) =>
      prescriptionOf(n, "cable-pushdown", {}, { reps: { low, high } });
    expect(line(programOf([[reps(14, 8, 10)], [reps(15, 9, 11)]]), "rep bands triceps")).toMatchObject({
      state: "look",
      number: ["8-12"],
    });
    expect(line(programOf([[reps(14, 8, 10)], [reps(15, 15, 25)]]), "rep bands triceps")!.state).toBe("pass");
  });

  test("what matters more comes first, and the fix puts it there", () => {
    const client = clientOf({ priorities: { triceps: "grow", "elbow-flexors": "maintain" } });
    const program = programOf([[hammer, pushdown]]);
    const found = line(program, "order ", client)!;
    expect(found.text.number).toMatch(/after Hammer curl/);
    const fixed = applyOperation(program, found.fixes[0]!.operations[0]!);
    expect("program" in fixed && line(fixed.program, "order ", client)).toBeUndefined();
  });

  test("a part counts whoever leads the line that trains it, and half a set is nobody's problem", () => {
    const client = clientOf({ priorities: { chest: "grow", "front-delts": "grow" } });
    const part = (reserves: number[]) => {
      const incline = prescriptionOf(
        61,
        "dumbbell-bench-press",
        { bench: 45 },
        { target: "deltoid-anterior", reserves },
      );
      const flat = prescriptionOf(62, "barbell-bench-press", {}, { reserves: [2] });
      const told = checkWeek(programOf([[incline, flat]]), client, method, exercises);
      return told.find((c) => c.kind === "part" && "part" in c.subject && /upper/i.test(String(c.subject.part)))!;
    };
    // led by the front deltoid, yet the clavicular part is trained
    expect(part([2, 2, 2]).number).toBeGreaterThanOrEqual(2.5);
    expect(part([2, 2, 2]).state).toBe("pass");
    expect(part([2]).state).toBe("look");
  });

  test("a pair made by hand is judged as a planned one: two pushdowns hinder each other, a pushdown and a curl do not", () => {
    const viewOf = (p: typeof pushdown) =>
      surveySetups([resolveSetup(findExercise(p.exerciseId)!, p.values)], DEFAULT_BODY, 0).rows[0]!.view;
    const paired = (other: ReturnType<typeof prescriptionOf>) => {
      const program = programOf([[pushdown, other]]);
      const [one, two] = program.days[0]!.blocks;
      const made = applyOperation(program, { kind: "pair", blockId: one!.id, withBlockId: two!.id });
      if (!("program" in made)) throw new Error(made.refused);
      return checkWeek(made.program, clientOf(), method, exercises, weekDose(made.program), { viewOf }).filter(
        (c) => c.kind === "superset",
      );
    };
    const [told] = paired(prescriptionOf(63, "cable-pushdown", { stepBack: 0.6 }));
    expect(told).toMatchObject({ state: "look" });
    expect(checkText(told!).title).toMatch(/superset|pair/i);
    expect(paired(hammer)).toEqual([]);
  });

  test("a week without one-sided work cannot compare sides", () => {
    const four = (id: string) =>
      programOf([[pushdown, hammer, prescriptionOf(16, "band-curl"), prescriptionOf(17, id)]]);
    expect(line(four("cable-curl"), "sides")!.state).toBe("look");
    expect(line(four("preacher-curl"), "sides")!.state).toBe("pass");
  });
});
