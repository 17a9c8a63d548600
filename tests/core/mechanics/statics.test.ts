import { compileModel, setCoordinate, type Model } from "#core/mechanics/model";
import { externalTorques, GRAVITY, unitForce, type PlacedLoad } from "#core/mechanics/loads";
import { anchorPoint, samplePath, setArm, setStance } from "#core/mechanics/path";
import { createState, readPoint, updatePose, type State } from "#core/mechanics/state";
import { seededRandom } from "#core/random";
import { norm, sub, type Vec3 } from "#core/mechanics/vector";
import { namedSetups, setupOf } from "../../support/setups";

const model = compileModel();
const freedom = (id: string) => model.freedoms.findIndex((f) => f.id === id && f.side === "right");

function posed(random: () => number): State {
  const state = createState(model);
  setCoordinate(model, state.q, "root.pitch", -90 + 180 * random());
  setArm(model, state.q, "right", { plane: 90, elevation: -40 + 190 * random(), twist: -40 + 80 * random(), elbow: 5 + 130 * random(), forearm: -70 + 140 * random() });
  updatePose(model, state);
  return state;
}

const torques = (state: State, loads: PlacedLoad[]) => {
  const [fixed, unit] = [new Float64Array(model.freedoms.length), new Float64Array(model.freedoms.length)];
  externalTorques(model, state, "right", loads, fixed, unit);
  return { fixed, unit };
};

/** potential energy of the arm's own weight and of one kilogram in the hand, J */
function energy(state: State): { own: number; hand: number } {
  const at = (segment: string) => {
    const i = model.segmentIndex.get(`${segment}.right`)!;
    return GRAVITY * model.segments[i]!.mass * readPoint(state, i, model.segments[i]!.com)[1];
  };
  const grip = model.points.get("grip.right")!;
  return { own: at("humerus") + at("forearm") + at("hand"), hand: GRAVITY * readPoint(state, grip.segment, grip.at)[1] };
}

test("torques are minus the change of potential energy (virtual work), for the elbow and the forearm", () => {
  const random = seededRandom(41);
  for (let n = 0; n < 60; n++) {
    const state = posed(random);
    const { fixed, unit } = torques(state, [{ load: { kind: "mass", share: 1 }, anchor: null }]);
    for (const [joint, id] of [["elbow", "elbow-flexion"], ["forearm", "forearm-pronation"]] as const) {
      const c = model.coordinateIndex.get(`${joint}.right`)!;
      const at = state.q[c]!;
      const [low, high] = [-1e-5, 1e-5].map((d) => {
        state.q[c] = at + d;
        updatePose(model, state);
        return energy(state);
      });
      state.q[c] = at;
      updatePose(model, state);
      expect(fixed[freedom(id)]).toBeCloseTo(-(high!.own - low!.own) / 2e-5, 4);
      expect(unit[freedom(id)]).toBeCloseTo(-(high!.hand - low!.hand) / 2e-5, 4);
    }
  }
});

test("a cable's torque is its tension times the change of its length", () => {
  const random = seededRandom(43);
  for (let n = 0; n < 60; n++) {
    const state = posed(random);
    const anchor: Vec3 = [-1 + 2 * random(), 2 * random(), -1 + 2 * random()];
    const { unit } = torques(state, [{ load: { kind: "cable", frame: "floor", at: anchor, share: 1 }, anchor }]);
    const c = model.coordinateIndex.get("elbow.right")!;
    const grip = model.points.get("grip.right")!;
    const at = state.q[c]!;
    const [low, high] = [-1e-5, 1e-5].map((d) => {
      state.q[c] = at + d;
      updatePose(model, state);
      return norm(sub(anchor, readPoint(state, grip.segment, grip.at)));
    });
    expect(unit[freedom("elbow-flexion")]).toBeCloseTo((-GRAVITY * (high! - low!)) / 2e-5, 4);
  }
});

test("a band pulls nothing while slack, its share at twice its slack length, and grows in proportion", () => {
  const band = (length: number) => norm(unitForce({ load: { kind: "band", frame: "floor", at: [0, 0, 0], slack: 0.5, share: 1 }, anchor: [0, length, 0] }, [0, 0, 0]));
  expect(band(0.4)).toBe(0);
  expect(band(0.5)).toBe(0);
  expect(band(1)).toBeCloseTo(GRAVITY, 9);
  expect(band(0.75)).toBeCloseTo(GRAVITY / 2, 9);
});

test("a mass pulls straight down by its share, whatever the pose", () => {
  expect(unitForce({ load: { kind: "mass", share: 0.5 }, anchor: null }, [1, 2, 3])).toEqual([0, -GRAVITY / 2, 0]);
});

describe("the path of a rep", () => {
  test("every setup runs from the start of lifting to its end in even steps of joint travel", () => {
    for (const setup of namedSetups()) {
      const poses = samplePath(model, setup, 31);
      expect(poses).toHaveLength(31);
      const turn = poses.slice(1).map((p, i) => Math.abs(p.elbow - poses[i]!.elbow));
      // where only the elbow moves its steps are the travel; presses move the shoulder too
      if (setup.path) expect(Math.max(...turn) - Math.min(...turn)).toBeLessThan(0.02 * Math.max(...turn));
      const [first, last] = [poses[0]!, poses[30]!];
      // curls close the elbow, extensions and presses open it
      expect(Math.sign(last.elbow - first.elbow)).toBe(setup.exercise.family === "curl" ? 1 : -1);
    }
  });

  test("a hand path puts the hand on its target, in small bodies and tall ones", () => {
    for (const stature of [1.55, 1.75, 1.95]) {
      const body = compileModel({ stature, mass: 70 });
      const setup = setupOf("close-grip-bench-press");
      const poses = samplePath(body, setup, 9);
      const state = createState(body);
      const trunk = body.segmentIndex.get("trunk")!;
      const hand = body.segmentIndex.get("hand.right")!;
      for (const [pose, target] of [[poses[0]!, setup.handPath!.poses[0]!], [poses[8]!, setup.handPath!.poses.at(-1)!]] as const) {
        setArm(body, state.q, "right", pose);
        updatePose(body, state);
        const grip = readPoint(state, hand, [0, -setup.exercise.handle * body.size, 0]);
        const origin = readPoint(state, trunk, [0, 0, 0]);
        sub(grip, origin).forEach((v, k) => expect(v).toBeCloseTo(target.grip[k]! * body.size, 2));
      }
    }
  });

  test.each(["standing-dumbbell-curl", "incline-dumbbell-curl", "lying-dumbbell-extension", "chest-supported-curl", "dumbbell-kickback"])("in %s nobody stands in the floor", (id) => {
    const state = createState(model);
    setStance(model, state.q, setupOf(id));
    updatePose(model, state);
    for (const name of ["heel.left", "heel.right", "toe.right", "crown"]) {
      const p = model.points.get(name)!;
      expect(readPoint(state, p.segment, p.at)[1]).toBeGreaterThan(-0.03);
    }
  });

  test("a pulley given by the shoulder or the hand goes with the body, one on the floor does not", () => {
    const at = (m: Model, frame: "floor" | "shoulder" | "hand") => {
      const state = createState(m);
      setStance(m, state.q, setupOf("standing-dumbbell-curl"));
      updatePose(m, state);
      return anchorPoint(m, state, "right", frame, [0.5, 0.2, 0.1]);
    };
    const tall = compileModel({ stature: 1.95, mass: 90 });
    expect(at(tall, "floor")).toEqual(at(model, "floor"));
    expect(at(tall, "shoulder")[1]).toBeGreaterThan(at(model, "shoulder")[1] + 0.1);
    expect(at(tall, "hand")[1]).toBeGreaterThan(at(model, "hand")[1] + 0.03);
  });
});
