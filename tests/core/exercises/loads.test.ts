import { fixedOf, GRAVITY, loadFaults, meetsAt, unitOf, type Meeting } from "#core/exercises/loads/loads";
import { exerciseFaults } from "#core/exercises/faults";
import type { Exercise } from "#core/exercises/format";
import { findExercise } from "#core/exercises/library";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { resolveSetup, type SetupLoad } from "#core/exercises/setup";
import { cross, dot, norm, scale, sub, unit, type Vec3 } from "#core/base/vector";

const place = { at: "grip", share: 1, both: false };
const meeting = (at: Vec3, more: Partial<Meeting> = {}): Meeting => ({
  at,
  anchor: null,
  joint: [0, 0, 0],
  began: at,
  turned: (v) => v,
  mirror: 1,
  linked: false,
  s: 0,
  body: 80,
  ...more,
});
const close = (a: Vec3, b: Vec3) => a.forEach((x, i) => expect(x).toBeCloseTo(b[i]!, 9));

describe("a machine's lever whose axis is off the joint", () => {
  const lever = (off: Vec3 | null): SetupLoad => ({ ...place, kind: "lever", axis: "x" as never, off, profile: null });
  const began: Vec3 = [0, -0.3, 0];
  /** a shin of the joint at the origin, swung forwards by `deg` from hanging */
  const swung = (deg: number, off: Vec3 | null) => {
    const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
    const m = meeting([0.3 * s, -0.3 * c, 0], {
      anchor: off,
      began,
      turned: ([x, y, z]) => [x * c - y * s, x * s + y * c, z],
    });
    const load: SetupLoad = { ...lever(off), axis: [1, 0, 0] } as SetupLoad;
    const at = meetsAt(load, m);
    return { at, along: norm(at), torque: cross(at, unitOf(load, m))[2] };
  };
  const offs: Vec3[] = [
    [0, 0.05, 0],
    [0, -0.05, 0],
    [0.03, 0.02, 0],
    [-0.04, 0.03, 0.1],
  ];

  test("with the axis at the joint the pad stays where it is and the torque is its weight at its place", () => {
    for (const deg of [0, 40, 90]) {
      expect(swung(deg, null).along).toBeCloseTo(0.3, 9);
      expect(swung(deg, null).torque).toBeCloseTo(0.3 * GRAVITY, 9);
    }
  });

  test.each(offs)("off by %d, %d, %d m: the pad keeps its distance from the axis, and no work is lost", (...off) => {
    // by virtual work: what the machine turns through, over what the joint does, is the torque over the machine's own
    const radius = Math.hypot(began[0] - off[0]!, began[1] - off[1]!);
    const angle = (deg: number) => {
      const { at } = swung(deg, off as unknown as Vec3);
      return Math.atan2(at[1] - off[1]!, at[0] - off[0]!);
    };
    for (const deg of [5, 30, 60, 85]) {
      const { at, torque } = swung(deg, off as unknown as Vec3);
      expect(Math.hypot(at[0] - off[0]!, at[1] - off[1]!)).toBeCloseTo(radius, 9);
      const turns = (angle(deg + 0.01) - angle(deg - 0.01)) / ((0.02 * Math.PI) / 180);
      expect(torque).toBeCloseTo(GRAVITY * radius * turns, 5);
    }
  });

  test("where the rep begins the pad is where it was set", () => {
    for (const off of offs) expect(swung(0, off).along).toBeCloseTo(0.3, 9);
  });
});

describe("a machine's arm", () => {
  const arm = (more: object = {}): SetupLoad => ({
    ...place,
    kind: "arm",
    pivot: { frame: "floor", at: [0, 0, 0] },
    axis: [0, 0, 1],
    profile: null,
    plates: null,
    ...more,
  });
  test("pushes square to the line from its pivot, by the stack's weight, wherever the hand stands", () => {
    for (const at of [
      [1, 0, 0],
      [0.3, 0.9, 0],
      [-0.4, -1, 0.2],
    ] as Vec3[]) {
      const f = unitOf(arm(), meeting(at, { anchor: [0, 0, 0] }));
      expect(dot(f, at)).toBeCloseTo(0, 9);
      expect(norm(f)).toBeCloseTo(GRAVITY, 9);
      // the sense it turns in: along axis x arm
      expect(dot(f, cross([0, 0, 1], at))).toBeGreaterThan(0);
    }
  });
  test("with plates it does the work that they lose in height: virtual work at every angle", () => {
    const load = arm({ axis: [0, 0, -1], plates: { at: 2, angle: 0 } });
    for (const deg of [5, 25, 50, 75]) {
      const at = (d: number): Vec3 => scale([Math.cos((d * Math.PI) / 180), Math.sin((d * Math.PI) / 180), 0], 1.8);
      const f = unitOf(load, meeting(at(deg), { anchor: [0, 0, 0] }));
      const step = 1e-5;
      const work = dot(f, sub(at(deg + step), at(deg)));
      const lost = GRAVITY * 2 * (Math.sin(((deg + step) * Math.PI) / 180) - Math.sin((deg * Math.PI) / 180));
      expect(work / -lost).toBeCloseTo(1, 4);
    }
  });
  test("upright plates ask for nothing, and the left side mirrors the right", () => {
    const load = arm({ plates: { at: 1, angle: 90 } });
    expect(norm(unitOf(load, meeting([1, 0, 0], { anchor: [0, 0, 0] })))).toBeCloseTo(0, 9);
    const tilted = arm({ axis: unit([-0.3, 0, -1]) });
    const [x, y, z] = unitOf(tilted, meeting([0.2, -0.8, 0.1], { anchor: [0, 0, 0] }));
    close(unitOf(tilted, meeting([0.2, -0.8, -0.1], { anchor: [0, 0, 0], mirror: -1 })), [x, y, -z]);
  });
  test("without an axis or with plates at the pivot it is refused", () => {
    expect(loadFaults(arm({ axis: [0, 0, 0], plates: { at: 0, angle: 0 } })).map((f) => f.field)).toEqual([
      "axis",
      "plates",
    ]);
  });
});

test("a sled gives the sine of its slope, and carries the body that rides on it", () => {
  const rail = (slope: number, rides: number) => {
    const [l] = resolveSetup(
      {
        ...findExercise("leg-press-calf-raise")!,
        loads: [{ kind: "rail", at: "ball", share: 1, both: false, slope, presses: -1, rides }],
      },
      {},
    ).loads;
    return l!;
  };
  close(unitOf(rail(30, 0), meeting([0, 0, 0])), [-GRAVITY * 0.5 * Math.cos(Math.PI / 6), -GRAVITY * 0.25, 0]);
  expect(norm(unitOf(rail(90, 0), meeting([0, 0, 0])))).toBeCloseTo(GRAVITY, 9);
  expect(norm(fixedOf(rail(30, 0.5), meeting([0, 0, 0])))).toBeCloseTo(0.5 * 0.5 * 80 * GRAVITY, 9);
  // a sled that carries the body pushes its feet up the rails
  expect(unitOf(rail(-55, 1), meeting([0, 0, 0]))[1]).toBeGreaterThan(0);
  expect(loadFaults(rail(0, 0)).map((f) => f.field)).toEqual(["slope"]);
});

test("a rod beside its plate asks the forearm to turn, most where it lies level", () => {
  const e = findExercise("off-centre-palm-up-turn")!;
  expect(resolveSetup(e, { beside: 0.2 }).loads[0]).toMatchObject({ kind: "mass", beside: [0.2, 0, 0] });
});

test("what no machine can be is refused by its field: an axis half a metre off, rails under somebody who sits", () => {
  const said = (e: Exercise) => exerciseFaults(e).map((f) => f.path.join("."));
  const extension = findExercise("leg-extension")!;
  const off = (up: number) => ({ ...extension, loads: [{ ...extension.loads[0]!, off: [0, up, 0] }] }) as Exercise;
  expect(said(off(0.1))).toEqual([]);
  expect(said(off(0.5))).toEqual(["loads.0.off"]);
  const squat = findExercise("guided-bar-squat")!;
  expect(said(squat)).toEqual([]);
  expect(said({ ...squat, balance: undefined })).toEqual(["loads.0.rails"]);
  const curl = findExercise("preacher-curl")!;
  const led = { ...curl, loads: curl.loads.map((l) => ({ ...l, rails: 0 })) } as Exercise;
  expect(said(led)).toContain("loads.0.rails");
});

test("an axis anywhere it may stand gives finite loads, in every body and through the rep", () => {
  for (const [up, ahead] of [
    [0.2, 0.1],
    [-0.2, -0.1],
    [0, 0.24],
    [-0.24, 0],
  ] as const)
    for (const id of ["leg-extension", "lying-leg-curl", "machine-curl"]) {
      const e = findExercise(id)!;
      const moved = { ...e, loads: e.loads.map((l) => ({ ...l, off: [ahead, up, 0] })) } as Exercise;
      for (const stature of [1.55, 1.95]) {
        const a = analyse(compileModel({ stature, mass: 75 }), resolveSetup(moved), { samples: 11, frames: true });
        expect([id, Number.isFinite(a.rawLoad), a.resistance.every(Number.isFinite)]).toEqual([id, true, true]);
        expect(a.slide!).toBeGreaterThan(0);
      }
    }
});
