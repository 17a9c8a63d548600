import { limits } from "#core/anatomy/anatomy";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { limitWatch } from "#core/mechanics/limits";
import { DEFAULT_BODY, setCoordinate } from "#core/mechanics/model";
import { createState } from "#core/mechanics/state";
import { setupOf } from "../../support/setups";

const model = compileModel(DEFAULT_BODY);

/** what is said of a pose given in degrees */
function said(pose: Record<string, number>, side: "right" | "left" = "right"): string[] {
  const { q } = createState(model);
  for (const [c, v] of Object.entries(pose))
    setCoordinate(model, q, model.coordinateIndex.has(c) ? c : `${c}.${side}`, v);
  const watch = limitWatch(model, side, 1);
  watch.look(q, 0);
  return watch.told();
}

test("standing is possible, and so is every limit itself where it holds everywhere", () => {
  expect(said({})).toEqual([]);
  for (const l of limits.limits)
    if (typeof l.low === "number" && typeof l.high === "number") {
      expect(said({ [l.coordinate]: l.low })).toEqual([]);
      expect(said({ [l.coordinate]: l.high })).toEqual([]);
      const over = said({ [l.coordinate]: l.high + limits.tolerance + 4 });
      expect(over).toHaveLength(1);
      expect(over[0]).toContain(`${l.words[1]} ${limits.tolerance + 4}°`);
    }
});

test.each([
  ["an ankle bent far up goes with a bent knee and not with a straight one", { ankle: 40 }, { knee: 90 }],
  ["a hip bent far goes with a bent knee", { hipFlexion: 122 }, { knee: 100 }],
  [
    "an arm turned far out goes at shoulder height at the side and not in front",
    { twist: -95, elevation: 90, plane: 90 },
    { plane: 0 },
  ],
  [
    "an arm that hangs turns out less than one at shoulder height",
    { twist: -95, elevation: 0, plane: 0 },
    { elevation: 90 },
  ],
  ["an arm goes far back across and up in front, not behind", { elevation: 120, plane: -60 }, { plane: 60 }],
])("%s", (_what, impossible, mended) => {
  for (const side of ["right", "left"] as const) {
    expect(said(impossible, side).length).toBeGreaterThan(0);
    expect(said({ ...impossible, ...mended }, side)).toEqual([]);
  }
});

test("in between the tables' places a limit is straight: half way is the mean of both", () => {
  const beyond = (knee: number) => Number(/(\d+)° further/.exec(said({ ankle: 80, knee })[0]!)![1]);
  expect(beyond(45)).toBe(Math.round((beyond(30) + beyond(60)) / 2));
  expect(beyond(150)).toBe(beyond(90));
});

test("every named setup, and every end of every parameter, is a pose people take", () => {
  for (const e of library) {
    const ends = e.parameters.flatMap((p) =>
      (p.options?.map((o) => o.value) ?? [p.min, p.max]).map((v) => ({ ...e.setups[0]!.values, [p.id]: v })),
    );
    for (const values of [...e.setups.map((s) => s.values), ...ends]) {
      const { warnings, setupKey } = analyse(model, resolveSetup(e, values), { samples: 11 });
      expect([setupKey, warnings.filter((w) => w.startsWith("In this pose"))]).toEqual([setupKey, []]);
    }
  }
});

test("an exercise in a pose nobody takes says so and is not ranked", () => {
  const setup = setupOf("standing-dumbbell-curl");
  const a = analyse(model, { ...setup, keys: setup.keys.map((k) => ({ ...k, angles: { ...k.angles, twist: 160 } })) });
  expect(a.feasible).toBe(false);
  expect(a.warnings[0]).toMatch(/the arm would be turned inwards \d+° further than it goes there/);
});
