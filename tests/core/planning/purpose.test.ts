import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { weekDose } from "#core/planning/dose";
import { applyOperation, touches } from "#core/program/edit";
import { mergeEdits } from "#core/program/merge";
import { blockMinutes, dayMinutes, warmUpMinutes } from "#core/planning/minutes";
import { alternates, restOf, setSeconds } from "#core/planning/timing";
import type { Operation, Prescription } from "#core/program/document";
import { purposeOf, workOf } from "#core/program/purpose";
import { toRecompute } from "#core/planning/recompute";
import { doingOf } from "#core/planning/doing";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { buildSnapshot } from "#core/training/snapshot";
import { liftedSets } from "#core/training/lifted";
import { targetFor } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const work = prescriptionOf(1);
const easy = (change: Partial<Prescription> = {}) =>
  prescriptionOf(2, "preacher-curl", {}, { purpose: "warm-up", ...change });
const minutes = (p: Prescription) => {
  const m = blockMinutes({ id: id(1), prescriptions: [p] });
  return m.setup + m.work + m.rest;
};

describe("a line that warms up or cools down", () => {
  test("gives no group and no head anything, and is in nobody's week of work", () => {
    const [with_, without] = [programOf([[work, easy()]]), programOf([[work]])];
    expect(weekDose(with_)).toEqual(weekDose(without));
    expect(workOf(with_).days[0]!.blocks.map((b) => b.prescriptions[0]!.id)).toEqual([work.id]);
    expect(workOf(without)).toBe(without);
    // and as work it does give
    expect(weekDose(programOf([[work, easy({ purpose: "work" })]]))).not.toEqual(weekDose(without));
  });

  test("a pair is aside only where both of it are", () => {
    const pair = (a: Prescription, b: Prescription) => ({ id: id(9), prescriptions: [a, b] });
    expect(purposeOf(pair(easy(), prescriptionOf(3)))).toBe("work");
    expect(purposeOf(pair(easy({ purpose: "cool-down" }), easy({ purpose: "cool-down" })))).toBe("cool-down");
  });

  test("takes the place of the general warm-up where it is longer, and a cool-down comes on top", () => {
    const day = (...list: Prescription[]) => programOf([list]).days[0]!;
    const plain = dayMinutes(day(work), method);
    const short = easy({ reserves: [4] });
    expect(minutes(short)).toBeLessThan(method.warmUpMinutes);
    expect(dayMinutes(day(short, work), method)).toBeCloseTo(plain, 9);
    const long = easy({ reserves: [4, 4, 4, 4] });
    expect(minutes(long)).toBeGreaterThan(method.warmUpMinutes);
    expect(warmUpMinutes(day(long, work), method)).toBeCloseTo(minutes(long), 9);
    expect(dayMinutes(day(long, work), method)).toBeCloseTo(plain + minutes(long) - method.warmUpMinutes, 9);
    const down = easy({ purpose: "cool-down" });
    expect(dayMinutes(day(work, down), method)).toBeCloseTo(plain + minutes(down), 9);
    expect(dayMinutes(day(), method)).toBe(0);
  });

  test("is not judged as work, but what may hurt a joint or cannot be had is still said", () => {
    const client = clientOf({
      joints: [{ joint: "elbow", side: "both", severity: "sore", note: "" }],
      equipment: ["cable"],
    });
    const odd = { rest: 15, tempo: { lower: 0, longPause: 0, lift: 0, shortPause: 0 }, reserves: [1, 4] };
    const kinds = (p: Prescription) =>
      checkWeek(programOf([[work, p]]), client, method, exercises).flatMap((c) =>
        "line" in c.subject && c.subject.line.id === p.id && c.state !== "pass" ? [c.kind] : [],
      );
    expect(kinds(easy({ ...odd, purpose: "work" }))).toEqual(
      expect.arrayContaining(["rest", "tempo", "effort", "equipment"]),
    );
    const aside = kinds(easy(odd));
    expect(aside).not.toEqual(expect.arrayContaining(["rest"]));
    expect(aside.filter((k) => !["joint", "equipment"].includes(k))).toEqual([]);
    expect(aside).toContain("equipment");
  });

  test("never goes up, tells nothing of strength, and the client reads that it does not count", () => {
    const p = easy({ load: { value: 10, unit: "kg", meaning: "total" }, reps: { low: 8, high: 12 }, reserves: [4] });
    const entry = {
      id: id(50),
      revision: 1,
      handOverId: id(3),
      prescriptionId: p.id,
      set: 0,
      prescribed: { load: p.load, reps: { low: 8, high: 12 }, reserve: 4 },
      parts: [{ id: id(51), kind: "full" as const, load: p.load, reps: 20 }],
      reserve: 4,
      instead: null,
      at: "2026-03-01T10:00:00.000Z",
      localDate: "2026-03-01",
      zone: "UTC",
      voided: false,
      confirmed: false,
      note: "",
      by: null,
    };
    const history = { entries: [entry], reports: [], bounds: {}, handedOver: {} };
    const target = targetFor(p, history as never, method);
    expect(target).toMatchObject({ decision: "hold", load: p.load });
    expect(target.reasons.map((r) => reasonText(r))).toEqual([expect.stringMatching(/does not count/)]);
    expect(targetFor({ ...p, purpose: "work" }, history as never, method).decision).toBe("raise");
    expect(liftedSets([p], { entries: [entry as never], bounds: {}, handedOver: {} }, 0, method)).toEqual([]);
    expect(
      liftedSets([{ ...p, purpose: "work" }], { entries: [entry as never], bounds: {}, handedOver: {} }, 0, method),
    ).toHaveLength(1);
    expect(doingOf(p)[0]).toMatch(/does not count/);
  });
});

describe("sides in turns", () => {
  const one = prescriptionOf(1, "cable-pushdown", {}, { sides: "one", rest: 90, reserves: [2, 2, 2] });
  const turned: Prescription = { ...one, turns: "alternating" };

  test("one side's rest is two pauses and the other side's work, never under a quarter of a minute a pause", () => {
    expect(alternates(turned)).toBe(true);
    for (const rest of [30, 60, 90, 180, 300]) {
      const p = { ...turned, rest };
      const whole = 2 * restOf(p) + setSeconds(p) / 2;
      if (restOf(p) > 15) expect(Math.abs(whole - rest)).toBeLessThanOrEqual(1);
      else expect(whole).toBeGreaterThanOrEqual(rest - 1);
    }
  });

  test("minutes as they pass: six sides' sets and five pauses instead of three rounds and two rests", () => {
    const side = setSeconds(one) / 2;
    const told = blockMinutes({ id: id(1), prescriptions: [turned] });
    expect(told.work * 60).toBeCloseTo(6 * side, 9);
    expect(told.rest * 60).toBeCloseTo(5 * restOf(turned), 9);
    expect(minutes(turned)).toBeLessThan(minutes(one));
  });

  test("in a pair the phone rests as the pair does, and says nothing of turns", () => {
    const other = prescriptionOf(2, "preacher-curl");
    const [block, ...rest] = programOf([[turned, other]]).days[0]!.blocks;
    const pair = { ...block!, prescriptions: [turned, rest[0]!.prescriptions[0]!] };
    const of = (blocks: (typeof pair)[]) =>
      buildSnapshot(programOf([], { days: [{ ...programOf([[turned]]).days[0]!, blocks }] }), 1, DEFAULT_BODY).days[0]!
        .blocks[0]!.prescriptions[0]!;
    expect(of([block!])).toMatchObject({ rest: restOf(turned), purpose: "work" });
    expect(of([block!]).doing).toEqual([expect.stringContaining("Sides take turns")]);
    expect(of([pair])).toMatchObject({ rest: turned.rest, doing: [] });
  });

  test("with both sides at once there is nothing to take turns", () => {
    const both = { ...turned, sides: "both" as const };
    expect(alternates(both)).toBe(false);
    expect(minutes(both)).toBe(minutes({ ...both, turns: "one-then-other" }));
    expect(doingOf(both)).toEqual([]);
    expect(doingOf(turned)[0]).toContain(`${restOf(turned)} s`);
  });
});

describe("tempo of single sets", () => {
  const slow = { lower: 5, longPause: 1, lift: 2, shortPause: 0 };
  const p: Prescription = { ...work, reserves: [2, 2, 2], tempos: [null, slow] };

  test("changes the minutes of its own set and of no other", () => {
    const plain = blockMinutes({ id: id(1), prescriptions: [{ ...p, tempos: [] }] }).work * 60;
    const own = blockMinutes({ id: id(1), prescriptions: [p] }).work * 60;
    expect(own - plain).toBeCloseTo(setSeconds(p, slow) - setSeconds(p), 9);
    expect(doingOf(p)).toEqual([expect.stringContaining("Set 2 at 5-1-2-0")]);
  });

  test("one set that is far too slow is said; one of a set that is not done any more is not", () => {
    const odd = { lower: 10, longPause: 5, lift: 5, shortPause: 5 };
    const tempo = (tempos: Prescription["tempos"]) =>
      checkWeek(programOf([[{ ...p, tempos }]]), clientOf(), method, exercises).find((c) => c.kind === "tempo");
    expect(tempo([null, odd])).toMatchObject({ number: 25, state: "look" });
    expect(tempo([null, null, null, odd])).toBeUndefined();
    expect(tempo([])).toBeUndefined();
  });
});

test("a week is judged by another edition only where somebody says so, and one step takes it back", () => {
  const program = programOf([[work]], { edition: "gryn-1" });
  const operation: Operation = { kind: "judge-by", edition: CURRENT_EDITION.id };
  const result = applyOperation(program, operation);
  if (!("program" in result)) throw new Error(result.refused);
  expect(result.program).toEqual({ ...program, edition: CURRENT_EDITION.id });
  const back = applyOperation(result.program, result.inverse[0]!);
  expect("program" in back && back.program).toEqual(program);
  // two who choose at once are told of each other; a name is another thing
  const edits = [{ id: id(10), operation }];
  const others = (touched: string) => [{ touches: [touched], who: "Ilse", at: "2026-01-05T10:00:00.000Z" }];
  expect(mergeEdits(program, edits, others(touches(operation, program)[0]!)).conflicts).toMatchObject([
    { mine: CURRENT_EDITION.id, theirs: "gryn-1" },
  ]);
  expect(mergeEdits(program, edits, others("program/name")).conflicts).toEqual([]);
  // all lines are looked at anew, whatever model they are of
  expect(toRecompute(program, work.modelVersion, CURRENT_EDITION.id)).toHaveLength(1);
  expect(toRecompute(result.program, work.modelVersion, CURRENT_EDITION.id)).toEqual([]);
});
