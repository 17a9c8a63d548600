/** What the third model of the body does that the second did not: each from its own formula or a published value. */
import { findExercise, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { blocksOf, heightOf } from "#core/mechanics/chains";
import { compileModel } from "#core/mechanics/compile";
import { curveSlope, curveValue, makeCurve } from "#core/base/curve";
import { setCoordinate, setRhythm } from "#core/mechanics/model";
import { fibreLength } from "#core/mechanics/muscle";
import { createState, updateState } from "#core/mechanics/state";

const model = compileModel();
const setupOf = (id: string, values: Record<string, number> = {}) => resolveSetup(findExercise(id)!, values);

describe("pennation", () => {
  test("a muscle keeps its thickness: fibres turn as they shorten, and change less than the muscle", () => {
    const sin = Math.sin((25 * Math.PI) / 180);
    for (const change of [-0.5, -0.2, 0.1, 0.3]) {
      const l = fibreLength(1, change, sin);
      // thickness over optimum is l times the sine of the angle now: cos from Pythagoras, along the muscle l cos
      const along = Math.sqrt(l * l - sin * sin);
      expect(along - Math.cos((25 * Math.PI) / 180)).toBeCloseTo(change, 12);
      expect(Math.abs(l - 1)).toBeLessThan(Math.abs(change));
    }
    expect(fibreLength(0.9, 0.2, 0)).toBeCloseTo(1.1, 12);
    // a muscle shorter than its fibres can turn: they stand upright
    expect(fibreLength(0.6, -2, sin)).toBeCloseTo(sin, 12);
  });
});

describe("levers", () => {
  const armIn = (head: string, freedom: string, pose: Record<string, number>) => {
    const state = createState(model);
    for (const [c, v] of Object.entries({ plane: 90, ...pose })) setCoordinate(model, state.q, `${c}.right`, v);
    setRhythm(model, state.q, "right");
    updateState(model, state);
    const h = model.heads.findIndex((x) => x.id === head && x.side === "right");
    return state.arms[
      h * model.freedoms.length + model.freedoms.findIndex((f) => f.id === freedom && f.side === "right")
    ]!;
  };

  test("the biceps' lever at a bent elbow falls as the palm turns down, and it turns the palm up harder there", () => {
    const at = (forearm: number) => armIn("biceps-short", "elbow", { elbow: 90, forearm });
    expect(100 * at(-60)).toBeCloseTo(4.5, 1);
    expect(at(0) / at(-60)).toBeCloseTo(0.94, 2);
    expect(at(90) / at(-60)).toBeCloseTo(0.7, 2);
    // one potential: what bending has taken up makes it turn the palm up
    expect(armIn("biceps-short", "forearm", { elbow: 100, forearm: 30 })).toBeLessThan(
      armIn("biceps-short", "forearm", { elbow: 5, forearm: 30 }),
    );
  });

  test("the chest keeps a lever for bringing the arm across once the elbow is behind the frontal plane", () => {
    for (const plane of [0, -20]) {
      const lever = armIn("pectoralis-sternal", "shoulderRotation", { plane, elevation: 65, twist: -20 });
      expect(Math.abs(100 * lever)).toBeGreaterThan(1);
    }
  });

  test("the rear deltoid becomes longer all the way across the body, and keeps drawing the arm back", () => {
    const state = createState(model);
    const h = model.heads.findIndex((x) => x.id === "deltoid-rear" && x.side === "right");
    const lengths = [60, 80, 100, 120, 135].map((plane) => {
      setCoordinate(model, state.q, "plane.right", plane);
      setCoordinate(model, state.q, "elevation.right", 85);
      setRhythm(model, state.q, "right");
      updateState(model, state);
      return state.length[h]!;
    });
    expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
  });

  test("leaning to the other side and bending the low back make the latissimus longer", () => {
    const state = createState(model);
    const lengthOf = (pose: Record<string, number>) => {
      state.q.fill(0);
      for (const [c, v] of Object.entries({ "plane.right": 90, ...pose })) setCoordinate(model, state.q, c, v);
      updateState(model, state);
      return state.length[model.heads.findIndex((x) => x.id === "latissimus-iliac" && x.side === "right")]!;
    };
    expect(Math.abs(lengthOf({ lumbarBend: 15 }) / lengthOf({ lumbarBend: -15 }) - 1)).toBeGreaterThan(0.05);
    expect(lengthOf({ lumbarFlexion: 30 })).not.toBeCloseTo(lengthOf({}), 2);
  });
});

describe("what hands and feet do beside carrying the load", () => {
  test("bars, floors and platforms can be pushed apart; free handles let the arm settle; a preacher pad leaves neither", () => {
    const pushes = (id: string) => blocksOf(model, setupOf(id), "right").map((b) => heightOf(b) - b.rows.length);
    expect(pushes("barbell-bench-press")).toEqual([1]);
    expect(pushes("push-up")).toEqual([1]);
    expect(pushes("dumbbell-side-raise")[0]).toBeGreaterThan(0);
    expect(Math.max(...pushes("preacher-curl"))).toBe(0);
    expect(pushes("back-squat").at(-1)).toBe(1);
    expect(pushes("split-squat").at(-1)).toBe(0);
  });

  test("a side raise asks the girdle for what carrying the arm asks, not for the arm's whole moment again", () => {
    const { torques } = analyse(model, setupOf("dumbbell-side-raise"));
    const most = (t: Float64Array) => Math.max(...Array.from(t, Math.abs));
    // the arm and its load hang from the shoulder's centre, 14.5 cm from the inner end of the collar bone
    expect(most(torques.girdleElevation!)).toBeLessThan(0.5 * most(torques.shoulderAbduction!));
  });
});

test("a factor's slope is its own difference", () => {
  const c = makeCurve([
    [-1, 1],
    [0, 0.94],
    [0.8, 0.82],
    [1.6, 0.7],
  ]);
  for (const t of [-0.7, -0.1, 0.4, 1.1])
    expect(curveSlope(c, t)).toBeCloseTo((curveValue(c, t + 1e-6) - curveValue(c, t - 1e-6)) / 2e-6, 6);
  expect(curveSlope(c, 9)).toBe(0);
});

test("every setup of the library can be lifted, and none is left with unbalanced torque", () => {
  const wrong = library.flatMap((e) =>
    e.setups
      .map((s) => analyse(model, resolveSetup(e, s.values), { samples: 11 }))
      .filter((a) => !a.feasible || a.residual > 1e-3)
      .map((a) => [e.id, a.warnings, a.residual]),
  );
  expect(wrong).toEqual([]);
});
