import { library } from "#core/exercises/library";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { MODEL_VERSION } from "#core/mechanics/model";
import golden from "./golden.json" with { type: "json" };
import { setupOf } from "../../support/setups";

const model = compileModel();

/**
 * golden.json: what the model says of every named setup, for the target head that does most. Not truth: a change of the
 * data or the equations that moves a number by more than the model is good to (0.03 of the range) must be meant, and
 * then comes with a new model version, since stored results carry it.
 */
const rows = golden.rows as [string, Record<string, number>, string, number, number, number, number][];

test("the golden numbers belong to this model version and cover the library", () => {
  expect(MODEL_VERSION).toBe(golden.modelVersion);
  expect(new Set(rows.map(([id]) => id))).toEqual(new Set(library.map((e) => e.id)));
});

/** s where the resistance is largest; of a plateau its middle, so that rounding does not choose one of its ends */
function peakPlace({ s, resistance }: Analysis): number {
  const size = resistance.map(Math.abs);
  const top = (1 - 1e-6) * Math.max(...size);
  return (s[size.findIndex((v) => v >= top)]! + s[size.findLastIndex((v) => v >= top)]!) / 2;
}

test.each(rows)("%s %j, %s", (id, values, head, loaded, skew, reached, peak) => {
  const a = analyse(model, setupOf(id, values));
  const m = a.heads.find((h) => h.id === head)!.metrics!;
  expect(Math.abs(m.loadedLength - loaded)).toBeLessThan(0.03);
  expect(Math.abs(m.skew - skew)).toBeLessThan(0.03);
  expect(Math.abs(m.stretchReached - reached)).toBeLessThan(0.03);
  expect(Math.abs(peakPlace(a) - peak)).toBeLessThan(0.08);
});

describe("one parameter moved, one thing follows", () => {
  const over = (
    id: string,
    parameter: string,
    values: number[],
    head: string,
    pick: (m: NonNullable<ReturnType<typeof analyse>["heads"][0]["metrics"]>, a: ReturnType<typeof analyse>) => number,
  ) =>
    values.map((v) => {
      const a = analyse(model, setupOf(id, { [parameter]: v }));
      return pick(a.heads.find((h) => h.id === head)!.metrics!, a);
    });
  const rising = (list: number[]) => list.every((v, i) => i === 0 || v > list[i - 1]!);
  const falling = (list: number[]) => rising([...list].reverse());
  const end = (_m: unknown, a: ReturnType<typeof analyse>) => Math.abs(a.resistance[a.s.length - 1]!);

  test("a flatter bench makes the biceps longer", () =>
    expect(
      falling(over("incline-dumbbell-curl", "bench", [35, 45, 55, 65, 75], "biceps-long", (m) => m.stretchReached)),
    ).toBe(true));
  test("a flatter bench does not move the peak of the load", () => {
    const peaks = over("incline-dumbbell-curl", "bench", [35, 55, 75], "biceps-long", (_m, a) =>
      a.resistance.indexOf(Math.max(...a.resistance)),
    );
    expect(Math.max(...peaks) - Math.min(...peaks)).toBeLessThanOrEqual(1);
  });
  test("a higher arm makes the long head of the triceps longer, and only that one", () => {
    expect(
      rising(
        over("overhead-cable-extension", "arm", [110, 125, 140, 155, 170], "triceps-long", (m) => m.stretchReached),
      ),
    ).toBe(true);
    const lateral = over(
      "overhead-cable-extension",
      "arm",
      [110, 140, 170],
      "triceps-lateral",
      (m) => m.stretchReached,
    );
    expect(Math.max(...lateral) - Math.min(...lateral)).toBeLessThan(1e-9);
  });
  test("a step back keeps load on at lockout", () =>
    expect(rising(over("cable-pushdown", "stepBack", [0, 0.2, 0.4, 0.6, 0.8], "triceps-lateral", end))).toBe(true));
  test("a tilt keeps load on at lockout", () =>
    expect(rising(over("lying-dumbbell-extension", "tilt", [5, 15, 25, 35, 45], "triceps-lateral", end))).toBe(true));
  test("a flatter pad moves the peak earlier", () =>
    expect(
      falling(
        over(
          "preacher-curl",
          "arm",
          [30, 40, 50, 60],
          "biceps-long",
          (_m, a) => a.joints.elbow![a.resistance.indexOf(Math.max(...a.resistance))]!,
        ),
      ),
    ).toBe(true));
  test("a higher pulley behind the body loads the start more", () =>
    expect(
      rising(over("behind-body-cable-curl", "pulley", [0.1, 0.4, 0.7, 1], "biceps-long", (_m, a) => a.resistance[0]!)),
    ).toBe(true));
  test("a stronger band moves load towards the end", () =>
    expect(rising(over("dumbbell-band-curl", "band", [0, 0.2, 0.4, 0.8], "brachialis", end))).toBe(true));
  test("turning the palm changes nothing for the triceps", () => {
    const shares = over("cable-pushdown", "grip", [-60, 0, 60], "triceps-long", (m) => m.shareOfAll);
    expect(Math.max(...shares) - Math.min(...shares)).toBeLessThan(0.01);
  });
});
