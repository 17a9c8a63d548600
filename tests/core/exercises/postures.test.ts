import { library } from "#core/exercises/library";
import { resolveSetup, type Setup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { samplePath } from "#core/mechanics/path";
import { angleOf, applyPose, type Pose } from "#core/mechanics/posture";
import { createState, readPoint, type State } from "#core/mechanics/state";
import { applyTransposed, RAD, sub, type Mat3, type Vec3 } from "#core/base/vector";
import { setupOf } from "../../support/setups";

const model = compileModel();
const named = library.flatMap((e) =>
  e.setups.map((s): [string, Setup] => [`${e.id} ${s.name}`, resolveSetup(e, s.values)]),
);

function poses(setup: Setup, samples = 9): { pose: Pose; state: State }[] {
  return samplePath(model, setup, samples).map((pose) => {
    const state = createState(model);
    applyPose(model, state, setup, pose, "right");
    return { pose, state };
  });
}
const point = (state: State, name: string): Vec3 => {
  const p = model.points.get(name)!;
  return readPoint(state, p.segment, p.at);
};
const origin = (state: State, segment: string): Vec3 => readPoint(state, model.segmentIndex.get(segment)!, [0, 0, 0]);
/** degrees from the vertical of the line between two places, forwards positive */
const lean = (a: Vec3, b: Vec3): number => Math.atan2(b[0] - a[0], b[1] - a[1]) / RAD;

test.each(named)("%s: nothing is under the floor, and whoever stands stands on it", (_name, setup) => {
  for (const { state } of poses(setup)) {
    for (const name of ["grip.right", "toe.right", "heel.right", "knee-front.right", "crown"]) {
      const depth = point(state, name)[1];
      // a bar's plates and the soles have their own thickness
      if (setup.on === "feet" || setup.on === "one-foot" || setup.on === "split" || setup.on === "hands-and-feet")
        expect([name, depth > -0.06]).toEqual([name, true]);
    }
    // on wedges the balls of the feet are on the floor
    const foot = setup.angles.heel ? "ball" : "midfoot";
    if (setup.on === "feet" && !setup.raisesHeel)
      for (const side of ["right", "left"]) expect(Math.abs(point(state, `${foot}.${side}`)[1])).toBeLessThan(0.01);
  }
});

test.each(named)("%s: joints stay where joints can go", (_name, setup) => {
  const ranges: [Parameters<typeof angleOf>[1], number, number][] = [
    ["elbow", -5, 152],
    ["knee", -5, 140],
    ["hipFlexion", -25, 125],
    ["hipAbduction", -20, 50],
    ["ankle", -50, 40],
    ["lumbarFlexion", -20, 50],
    ["elevation", -65, 185],
    ["forearm", -90, 90],
  ];
  for (const { pose } of poses(setup))
    for (const [joint, low, high] of ranges)
      expect([joint, angleOf(pose, joint) >= low - 1e-6 && angleOf(pose, joint) <= high + 1e-6]).toEqual([joint, true]);
});

describe("the pelvis has its part of a bent hip", () => {
  // lifters' low backs are bent by 30 to 38 degrees at the floor, most of their range, and their hips no further than a
  // joint goes (Cholewicki and McGill 1992, recalled): a deadlift's start is no hinge with a straight back
  test("a deadlift starts with a bent low back and a hip within its joint", () => {
    const { pose } = poses(setupOf("deadlift"))[0]!;
    expect(angleOf(pose, "lumbarFlexion")).toBeGreaterThanOrEqual(30);
    expect(angleOf(pose, "lumbarFlexion")).toBeLessThanOrEqual(38);
    expect(angleOf(pose, "hipFlexion")).toBeLessThan(105);
  });

  test.each(["romanian-deadlift", "good-morning", "back-squat", "front-squat", "bent-over-barbell-row"])(
    "in %s the low back takes a sixth to a third of the lean of the trunk, and no more of the hip's bend than a quarter",
    (id) => {
      const { pose, state } = poses(setupOf(id))[0]!;
      const trunk = angleOf(pose, "pitch") + angleOf(pose, "lumbarFlexion");
      const thigh = lean(origin(state, "shank.right"), origin(state, "hip-bent.right"));
      const part = angleOf(pose, "lumbarFlexion") / (trunk - thigh);
      expect(part).toBeGreaterThan(0.1);
      expect(part).toBeLessThan(0.26);
    },
  );

  test.each([50, 75, 90])("the trunk leans as far as the parameter says: %d degrees", (depth) => {
    for (const id of ["romanian-deadlift", "good-morning"]) {
      const { pose } = poses(setupOf(id, { depth }))[0]!;
      expect(angleOf(pose, "pitch") + angleOf(pose, "lumbarFlexion")).toBeCloseTo(depth, 6);
    }
  });

  test.each(["leg-extension", "seated-leg-curl", "machine-hip-abduction", "machine-hip-adduction"])(
    "in %s the thighs are level on the seat and the pelvis has turned back",
    (id) => {
      for (const { pose, state } of poses(setupOf(id))) {
        const [hip, knee] = [origin(state, "hip-bent.right"), origin(state, "shank.right")];
        expect(Math.abs(knee[1] - hip[1])).toBeLessThan(0.06);
        expect(angleOf(pose, "hipFlexion")).toBeLessThan(75);
        expect(angleOf(pose, "lumbarFlexion")).toBeGreaterThan(10);
      }
    },
  );

  test("a seat leant farther back straightens hip and low back together", () => {
    const at = [0, 25, 50].map((recline) => poses(setupOf("leg-extension", { recline }))[0]!.pose);
    for (const joint of ["hipFlexion", "lumbarFlexion"] as const)
      expect(angleOf(at[0]!, joint) > angleOf(at[1]!, joint) && angleOf(at[1]!, joint) > angleOf(at[2]!, joint)).toBe(
        true,
      );
    at.forEach((pose, k) => expect(angleOf(pose, "pitch") + angleOf(pose, "lumbarFlexion")).toBeCloseTo(-25 * k, 6));
  });
});

test("the bar of a deadlift starts at the height of its plates and ends in hanging hands", () => {
  const all = poses(setupOf("deadlift"), 21);
  const height = all.map(({ state }) => point(state, "grip.right")[1]);
  expect(height[0]!).toBeGreaterThan(0.15);
  expect(height[0]!).toBeLessThan(0.35);
  expect(height[20]!).toBeGreaterThan(0.65);
  for (let i = 1; i < height.length; i++) expect(height[i]!).toBeGreaterThan(height[i - 1]! - 0.005);
});

test("a grip that is given a place on the trunk travels from the one to the other", () => {
  const trunk = model.segmentIndex.get("trunk")!;
  const onTrunk = (state: State, at: Vec3) =>
    applyTransposed(
      Array.from(state.R.subarray(9 * trunk, 9 * trunk + 9)) as unknown as Mat3,
      sub(at, origin(state, "trunk")),
    );
  let seen = 0;
  for (const [name, setup] of named) {
    const { keys } = setup;
    if (keys.length !== 2 || !keys[0]!.hand) continue;
    seen++;
    const [start, end] = [0, 1].map((k) => keys[k]!.hand!);
    const ends = poses(setup, 3).map(({ state }) => onTrunk(state, point(state, "grip.right")));
    const apart = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
    // the shoulder blade gives a little and a straight arm ends a little early
    expect([name, Math.abs(apart(ends[0]!, ends[2]!) - apart(start!, end!) * model.size) < 0.12]).toEqual([name, true]);
  }
  expect(seen).toBeGreaterThanOrEqual(15);
});

describe("free weights stand over what carries them", () => {
  const hard = (id: string, values = {}) => {
    const setup = setupOf(id, values);
    const all = poses(setup, 21);
    return all[Math.round(analyse(model, setup, { samples: 21 }).sticking.at * 20)]!.state;
  };

  test.each([
    ["dumbbell-bench-press", {}],
    ["dumbbell-bench-press", { bench: 30 }],
    ["dumbbell-bench-press", { bench: 45 }],
    ["overhead-press", {}],
    ["one-arm-dumbbell-row", {}],
  ])("%s %j: the forearm is within 15 degrees of the weight's line where it is hardest", (id, values) => {
    const state = hard(id, values);
    const [elbow, hand] = [origin(state, "forearm.right"), origin(state, "hand.right")];
    const along = sub(hand, elbow);
    expect(Math.acos(Math.abs(along[1]) / Math.hypot(...along)) / RAD).toBeLessThan(15);
  });

  test("a deadlift's bar leaves the floor within 2 cm of the middle of the foot", () => {
    const { state } = poses(setupOf("deadlift"))[0]!;
    expect(Math.abs(point(state, "grip.right")[0] - point(state, "midfoot.right")[0])).toBeLessThan(0.02);
  });

  test("in a Romanian deadlift it stays closer to it than the shoulders are", () => {
    const { state } = poses(setupOf("romanian-deadlift"))[0]!;
    const before = (at: Vec3) => at[0] - point(state, "midfoot.right")[0];
    expect(before(point(state, "grip.right"))).toBeLessThan(0.07);
    expect(before(origin(state, "humerus.right"))).toBeGreaterThan(2 * before(point(state, "grip.right")));
  });
});
