import { CURRENT_EDITION } from "#core/edition/edition";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import type { Entry } from "#core/training/entry";
import { plausibleLoads } from "#core/training/plausible";
import { liftedSets } from "#core/training/lifted";
import { isOutOfBounds } from "#core/training/flags";
import { loadFor } from "#core/training/strength";
import { entryOf } from "../../support/log";
import { id } from "../../support/programs";
import { setupOf } from "../../support/setups";

const { method } = CURRENT_EDITION;
const of = (entries: Entry[]) => ({ entries, handedOver: {} });
const DAY = 86_400_000;
const TODAY = Date.parse("2026-03-10T12:00:00Z");
const SINCE = TODAY - method.log.days * DAY;

const EXERCISES = ["standing-dumbbell-curl", "cable-pushdown", "dumbbell-side-raise"];
const lines = EXERCISES.map((exerciseId, k) => ({
  id: id(100 + k),
  exerciseId,
  values: {},
  purpose: "work" as const,
  bodyLoad: 0,
  setupKey: exerciseId,
  earlier: [],
  loadStep: { value: 1, unit: "kg" as const, meaning: "stack" as const },
}));

let made = 0;
const entry = (line: number, kg: number, change: Partial<Entry> = {}): Entry =>
  entryOf(made++, {
    prescriptionId: lines[line]!.id,
    parts: [{ id: id(3000 + made), kind: "full", load: { value: kg, unit: "kg", meaning: "stack" }, reps: 10 }],
    at: new Date(TODAY - 3 * DAY).toISOString(),
    localDate: "2026-03-07",
    ...change,
  });

/** ten reps with two in reserve of someone as strong as the model's body */
const model = compileModel(DEFAULT_BODY);
const honest = EXERCISES.map((e) => Math.round(loadFor(analyse(model, setupOf(e)).rawLoad, 10, 2)));
const log = (of = EXERCISES.length) => honest.slice(0, of).map((kg, line) => entry(line, kg));
const bounds = plausibleLoads(DEFAULT_BODY, lines, of(log()), SINCE, method);

test("ten times too much is flagged on every exercise but what was meant is not, in pounds as in kilograms", () => {
  lines.forEach((line, k) => {
    const bound = bounds[line.id]!;
    expect(bound.low).toBeLessThan(bound.high);
    expect(isOutOfBounds(entry(k, honest[k]!), bound)).toBe(false);
    expect(isOutOfBounds(entry(k, honest[k]! * 10), bound)).toBe(true);
    const inPounds = entry(k, 0);
    inPounds.parts[0]!.load = { value: Math.round(honest[k]! / 0.45359237), unit: "lb", meaning: "stack" };
    expect(isOutOfBounds(inPounds, bound)).toBe(false);
  });
});

test("a lift never vouches for itself: the slip of the thumb does not move its own bound", () => {
  const slipped = log().map((e, k) => (k === 2 ? entry(2, honest[2]! * 10) : e));
  const wrong = plausibleLoads(DEFAULT_BODY, lines, of(slipped), SINCE, method);
  // its own reading is no longer there to show where the others are straightened out: a fifth, not a factor of ten
  expect(Math.abs(Math.log(wrong[lines[2]!.id]!.high / bounds[lines[2]!.id]!.high))).toBeLessThan(0.25);
  expect(isOutOfBounds(slipped[2]!, wrong[lines[2]!.id])).toBe(true);
});

test("with one exercise in the log nothing is known of it, and nothing is flagged", () => {
  const none = plausibleLoads(DEFAULT_BODY, lines.slice(0, 1), of(log(1)), SINCE, method);
  expect(none).toEqual({});
  expect(isOutOfBounds(entry(0, 900), none[lines[0]!.id])).toBe(false);
});

test("what the coach struck or found right, what was done instead, and a set without a load stay unflagged", () => {
  const bound = bounds[lines[0]!.id];
  const far = honest[0]! * 10;
  expect(isOutOfBounds(entry(0, far, { voided: true }), bound)).toBe(false);
  expect(isOutOfBounds(entry(0, far, { confirmed: true }), bound)).toBe(false);
  expect(isOutOfBounds(entry(0, far, { instead: { setupKey: "x", name: "Band curl" } }), bound)).toBe(false);
  expect(isOutOfBounds(entry(0, 0), bound)).toBe(false);
});

describe("sets that tell of today's strength", () => {
  test.each<[string, Partial<Entry>]>([
    ["struck", { voided: true }],
    ["done instead", { instead: { setupKey: "x", name: "Band curl" } }],
    ["without a felt reserve", { reserve: null }],
    ["too long ago", { at: new Date(SINCE - 1000).toISOString() }],
    ["of another prescription", { prescriptionId: id(999) }],
    ["without a load", { parts: [{ id: id(4000), kind: "full", load: null, reps: 10 }] }],
  ])("not one %s", (_what, change) => {
    expect(liftedSets(lines, { ...of([entry(0, 20, change)]), bounds: {} }, SINCE, method)).toEqual([]);
  });

  test("in kilograms, with the weaker side's reps", () => {
    const load = { value: 50, unit: "lb", meaning: "per hand" } as const;
    const [set] = liftedSets(
      lines,
      {
        bounds: {},
        ...of([
          entry(0, 0, {
            parts: [
              { id: id(4001), kind: "left", load, reps: 9 },
              { id: id(4002), kind: "right", load, reps: 7 },
            ],
          }),
        ]),
      },
      SINCE,
      method,
    );
    expect(set).toMatchObject({ exerciseId: EXERCISES[0], reps: 7, reserve: 2 });
    expect(set!.kg).toBeCloseTo(22.68, 2);
  });
});
