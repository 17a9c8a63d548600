import { admit, CURRENT_EDITION, editionOf, editions, knowsEdition } from "#core/edition/edition";
import { meanings } from "#core/edition/meanings";
import { changesOf, editionFrom, meaningOf, numbersOf, ownFault, type OwnEdition } from "#core/edition/own";
import { checkWeek } from "#core/planning/check";
import { exercises } from "#core/exercises/library";
import { loadingOf } from "#core/planning/loading";
import { prescribe } from "#core/planning/prescribe";
import { hindrance, type Side } from "#core/planning/supersets";
import type { Prescription } from "#core/program/document";
import { rankHead } from "#core/ranking/rank";
import { librarySurvey } from "../support/solver";
import { id, clientOf, prescriptionOf, programOf } from "../support/programs";

const own = (changes: OwnEdition["changes"], change: Partial<OwnEdition> = {}): OwnEdition => ({
  id: id(70),
  base: CURRENT_EDITION.id,
  name: "More rest",
  at: "2026-11-29T10:00:00.000Z",
  changes,
  ...change,
});

describe("what the numbers of an edition mean", () => {
  test("each has one meaning, lies within its bounds, and each meaning is of some number", () => {
    for (const edition of editions) {
      const all = numbersOf(edition);
      expect(all.length).toBeGreaterThan(200);
      for (const { path, value, meaning, name } of all) {
        const matching = meanings.filter((m) =>
          new RegExp(`^${m.path.replaceAll(".", "\\.").replaceAll("*", "[^.]+")}$`).test(path),
        );
        expect([path, matching.length]).toEqual([path, 1]);
        expect(value).toBeGreaterThanOrEqual(meaning.least);
        expect(value).toBeLessThanOrEqual(meaning.most);
        expect(name).not.toMatch(/[{}]|undefined/);
      }
    }
    // an earlier edition may say nothing of what a later one counts; the present one has them all
    const used = new Set(numbersOf(CURRENT_EDITION).map((n) => n.meaning));
    expect(meanings.filter((m) => !used.has(m))).toEqual([]);
    expect(meaningOf("method.version")).toBeNull();
  });

  test("no two numbers of a section are called the same", () => {
    const names = numbersOf(CURRENT_EDITION).map((n) => `${n.meaning.section}: ${n.name}`);
    expect(names.filter((n, i) => names.indexOf(n) !== i)).toEqual([]);
  });
});

describe("a practice's own edition", () => {
  test("changes what it says and nothing else, and leaves its base as it was", () => {
    const before = JSON.stringify(CURRENT_EDITION);
    const made = editionFrom(own({ "method.classes.heavy.rest": 240, "planner.session.1.slope": 0.5 }));
    expect(made.method.classes.heavy.rest).toBe(240);
    expect(made.planner.session.map((s) => s.slope)).toEqual([1, 0.5, 0.2]);
    const differ = numbersOf(made).filter((n, i) => n.value !== numbersOf(CURRENT_EDITION)[i]!.value);
    expect(differ.map((n) => n.path)).toEqual(["method.classes.heavy.rest", "planner.session.1.slope"]);
    expect(JSON.stringify(CURRENT_EDITION)).toBe(before);
    expect(changesOf(own({ "method.classes.heavy.rest": 240 }))).toMatchObject([{ value: 240, ours: 180 }]);
  });

  test.each([
    ["an unknown number", own({ "method.nothing": 1 }), "changes.method.nothing"],
    ["beyond its bounds", own({ "method.pain.stop": 9 }), "changes.method.pain.stop"],
    ["half a repetition", own({ "method.floors.sore": 11.5 }), "changes.method.floors.sore"],
    ["a band turned round", own({ "method.bands.computed.grow.0": 25 }), "changes.method.bands.computed.grow.0"],
    ["out before it is looked at", own({ "method.joints.sore.out": 0.2 }), "changes.method.joints.sore.look"],
    ["an unknown base", own({ "method.pain.stop": 3 }, { base: "gryn-0" }), "base"],
    ["a way out of the numbers", own({ "__proto__.x": 1 }), "changes.__proto__.x"],
  ])("%s is refused, with where", (_what, edition, path) => {
    expect(ownFault(edition)?.path).toBe(path);
    expect(() => editionFrom(edition)).toThrow(RangeError);
  });

  test("a week is judged by it once it is known, and by ours for who does not know it", () => {
    const made = editionFrom(
      own({ "method.bands.computed.grow.0": 4, "method.bands.computed.grow.1": 8 }, { id: id(71) }),
    );
    expect(knowsEdition(made.id)).toBe(false);
    expect(editionOf({ edition: made.id })).toBe(CURRENT_EDITION);
    expect(admit(made)).toBe(made);
    expect(admit(editionFrom(own({ "method.pain.stop": 3 }, { id: id(71) })))).toBe(made);
    const week = programOf([[prescriptionOf(1, "cable-pushdown", {}, { reserves: [1, 1, 1] })]], { edition: made.id });
    const limitOf = (edition: string) =>
      checkWeek(week, clientOf(), editionOf({ edition }).method, exercises).find(
        (c) => c.kind === "dose" && c.subject.group === "triceps",
      )!.limit;
    expect(limitOf(made.id)).not.toEqual(limitOf(CURRENT_EDITION.id));
  });
});

describe("judgement that stood in the code is a number of the edition", () => {
  const two = () => {
    const week = programOf([[prescriptionOf(1, "cable-curl"), prescriptionOf(2, "cable-pushdown")]]);
    return week.days[0]!.blocks.flatMap((b) => b.prescriptions);
  };

  test("two exercises that share more than a practice allows hinder each other", () => {
    const [curl, pushdown] = two();
    const side = (p: Prescription): Side<string> => ({
      exercise: exercises.get(p.exerciseId)!,
      gives: Object.entries(p.credits).map(([group, { share }]) => ({ group, share })),
      spine: 0,
      compound: false,
      heavy: false,
      engagedMass: 0,
    });
    const judged = (shared: number) =>
      hindrance(
        { ...side(curl!), gives: [{ group: "arms", share: 0.5 }] },
        { ...side(pushdown!), gives: [{ group: "arms", share: 0.5 }] },
        editionFrom(own({ "method.supersets.shared": shared })).method,
      );
    expect([judged(0.2), judged(0.3)]).toEqual(["muscles", null]);
  });

  test("a new line has the sets of the practice, and a lift is a compound by its number", () => {
    const row = librarySurvey().rows.find((r) => r.exerciseId === "cable-curl")!;
    const asked = { id: id(1), mass: 75, unit: "kg", modelVersion: "body-7", sore: false, beginner: false } as const;
    const made = (changes: OwnEdition["changes"]) =>
      prescribe(exercises.get("cable-curl")!, {}, row.view, editionFrom(own(changes)).method, asked);
    expect(made({ "method.writing.sets": 4 }).reserves).toHaveLength(4);
    expect(made({ "method.pain.stop": 3 }).reserves).toHaveLength(3);
    const squat = librarySurvey().rows.find((r) => r.exerciseId === "back-squat")!;
    const kind = (spine: number) =>
      loadingOf(squat.view, editionFrom(own({ "method.kinds.spine": spine })).method).spineLoaded;
    expect([kind(2), kind(15)]).toEqual([true, false]);
  });

  test("what a cost takes all of its weight at moves scores of what costs it", () => {
    const scores = (seconds: number) => {
      const edition = editionFrom(own({ "method.costs.seconds": seconds }));
      const rows = rankHead(librarySurvey(), "triceps-long", edition, exercises, { equipment: null, joints: [] });
      return new Map(rows.map((r) => [r.row.setupKey, r.costs.time]));
    };
    const [soon, late] = [scores(60), scores(300)];
    for (const [key, time] of soon) expect(time).toBeGreaterThanOrEqual(late.get(key)!);
    expect([...soon].some(([key, time]) => time > late.get(key)! + 0.1)).toBe(true);
  });
});
