import { SITS } from "#core/exercises/loads/line";
import { unitOf } from "#core/exercises/loads/loads";
import type { Setup, SetupLoad } from "#core/exercises/setup";
import {
  anchorPoint,
  applyLoads,
  cablesThroughTrunk,
  GRAVITY,
  makeForces,
  meetingOf,
  placeLoads,
  torquesOf,
  type PlacedLoad,
} from "#core/mechanics/loads";
import { analyse } from "#core/mechanics/analyse";
import { addContacts } from "#core/mechanics/contacts";
import { compileModel } from "#core/mechanics/compile";
import { setCoordinate, type Model } from "#core/mechanics/model";
import { samplePath } from "#core/mechanics/path";
import { angleOf, applyPose, balancePoint } from "#core/mechanics/posture";
import { createState, readPoint, updatePose, type State } from "#core/mechanics/state";
import { seededRandom } from "#core/base/random";
import { norm, sub, type Vec3 } from "#core/base/vector";
import { namedSetups, setupOf } from "../../support/setups";

const model = compileModel();
const freedom = (id: string) => model.freedoms.findIndex((f) => f.id === id && f.side !== "left");

function posed(random: () => number): State {
  const state = createState(model);
  setCoordinate(model, state.q, "root.pitch", -90 + 180 * random());
  for (const [c, low, high] of [
    ["elevation", -40, 150],
    ["twist", -40, 40],
    ["elbow", 5, 135],
    ["forearm", -70, 70],
    ["hipFlexion", -10, 110],
    ["hipAbduction", -10, 30],
    ["knee", 0, 130],
    ["ankle", -30, 20],
  ] as const)
    setCoordinate(model, state.q, `${c}.right`, low + (high - low) * random());
  setCoordinate(model, state.q, "plane.right", 90);
  for (const c of ["lumbarFlexion", "lumbarBend", "lumbarRotation"])
    setCoordinate(model, state.q, c, -10 + 30 * random());
  updatePose(model, state);
  return state;
}

const grip = model.points.get("grip.right")!;
const mass: SetupLoad = { kind: "mass", at: "grip", both: false, share: 1, fixed: 0, beside: null, rails: null };
const inHand = (load: SetupLoad, anchor: Vec3 | null = null): PlacedLoad => ({
  load,
  segment: grip.segment,
  at: grip.at,
  anchor,
  began: [0, 0, 0],
  mirror: 1,
  linked: false,
});

const unitForce = (state: State, placed: PlacedLoad, at: Vec3, s: number): Vec3 =>
  unitOf(placed.load, meetingOf(model, state, placed, at, s));

const torques = (state: State, loads: PlacedLoad[]) => {
  const forces = makeForces();
  applyLoads(model, state, loads, 0, forces);
  return (id: string) => {
    const out = new Float64Array(2);
    torquesOf(model, state, forces, freedom(id), out);
    return { fixed: out[0]!, unit: out[1]! };
  };
};

/** potential energy of the segments that turn with a freedom, and of one kilogram in the hand, J */
function energy(state: State, id: string): { own: number; hand: number } {
  const { moved } = model.freedoms[freedom(id)]!;
  const own = model.segments.reduce(
    (sum, s, i) => (moved[i] && s.mass > 0 ? sum + GRAVITY * s.mass * readPoint(state, i, s.com)[1] : sum),
    0,
  );
  return { own, hand: moved[grip.segment] ? GRAVITY * readPoint(state, grip.segment, grip.at)[1] : 0 };
}

test("torques are minus the change of potential energy (virtual work), for every hinge from foot to hand", () => {
  const random = seededRandom(41);
  for (let n = 0; n < 40; n++) {
    const state = posed(random);
    const at = torques(state, [inHand(mass)]);
    for (const id of [
      "elbow",
      "forearm",
      "wristFlexion",
      "hipFlexion",
      "hipAbduction",
      "hipRotation",
      "knee",
      "ankle",
      "lumbarFlexion",
      "lumbarBend",
      "lumbarRotation",
    ]) {
      const { fixed, unit } = at(id);
      const c = model.freedoms[freedom(id)]!.coordinate;
      const was = state.q[c]!;
      const [low, high] = [-1e-5, 1e-5].map((d) => {
        state.q[c] = was + d;
        updatePose(model, state);
        return energy(state, id);
      });
      state.q[c] = was;
      updatePose(model, state);
      expect(fixed).toBeCloseTo(-(high!.own - low!.own) / 2e-5, 3);
      expect(unit).toBeCloseTo(-(high!.hand - low!.hand) / 2e-5, 4);
    }
  }
});

test("a cable's torque is its tension times the change of its length", () => {
  const random = seededRandom(43);
  for (let n = 0; n < 60; n++) {
    const state = posed(random);
    const anchor: Vec3 = [-1 + 2 * random(), 2 * random(), -1 + 2 * random()];
    const { unit } = torques(state, [
      inHand(
        { kind: "cable", at: "grip", both: false, from: { frame: "floor", at: anchor }, share: 1, profile: null },
        anchor,
      ),
    ])("elbow");
    const c = model.coordinateIndex.get("elbow.right")!;
    const at = state.q[c]!;
    const [low, high] = [-1e-5, 1e-5].map((d) => {
      state.q[c] = at + d;
      updatePose(model, state);
      return norm(sub(anchor, readPoint(state, grip.segment, grip.at)));
    });
    // nearer to its pulley than where the stack sits it pulls nothing
    expect(unit).toBeCloseTo(low! < SITS ? 0 : (-GRAVITY * (high! - low!)) / 2e-5, 4);
  }
});

test("a band pulls nothing while slack, its share at twice its slack length, and grows in proportion", () => {
  const state = createState(model);
  const band = (length: number) =>
    norm(
      unitForce(
        state,
        inHand(
          { kind: "band", at: "grip", both: false, from: { frame: "floor", at: [0, 0, 0] }, slack: 0.5, share: 1 },
          [0, length, 0],
        ),
        [0, 0, 0],
        0,
      ),
    );
  expect(band(0.4)).toBe(0);
  expect(band(0.5)).toBe(0);
  expect(band(1)).toBeCloseTo(GRAVITY, 9);
  expect(band(0.75)).toBeCloseTo(GRAVITY / 2, 9);
});

test("a mass pulls straight down by its share, whatever the pose", () => {
  expect(unitForce(createState(model), inHand({ ...mass, share: 0.5 }), [1, 2, 3], 0)).toEqual([0, -GRAVITY / 2, 0]);
});

test("a lever's pad pushes square to the limb, by its profile", () => {
  const setup = setupOf("leg-extension");
  const state = createState(model);
  for (const pose of samplePath(model, setup, 5)) {
    applyPose(model, state, setup, pose, "right");
    const [placed] = placeLoads(model, state, setup, "right");
    const f = unitForce(state, placed!, [0, 0, 0], 0);
    const shank = sub(readPoint(state, placed!.segment, [0, 0, 0]), readPoint(state, placed!.segment, [0, -0.4, 0]));
    expect(f[0] * shank[0] + f[1] * shank[1] + f[2] * shank[2]).toBeCloseTo(0, 9);
    expect(norm(f)).toBeCloseTo(GRAVITY / 2, 9);
  }
});

describe("contacts", () => {
  const closed = [
    "back-squat",
    "deadlift",
    "split-squat",
    "bent-over-barbell-row",
    "cable-side-raise",
    "cable-hip-abduction",
    "push-up",
    "hip-thrust",
    "back-extension",
    "kneeling-leg-curl",
    "standing-calf-raise",
  ];
  const at = (setup: Setup, s: number) => {
    const state = createState(model);
    const poses = samplePath(model, setup, 11);
    applyPose(model, state, setup, poses[0]!, "right");
    const loads = placeLoads(model, state, setup, "right");
    applyPose(model, state, setup, poses[Math.round(10 * s)]!, "right");
    const forces = makeForces();
    applyLoads(model, state, loads, s, forces);
    const applied = forces.count;
    addContacts(model, state, setup, "right", forces);
    return { state, forces, applied };
  };

  test.each(closed)("in %s forces sum to nothing, and their moments in the sagittal plane too", (id) => {
    for (const s of [0, 0.5, 1]) {
      const { forces } = at(setupOf(id), s);
      for (const [force, couple] of [
        [forces.fixed, forces.fixedCouple],
        [forces.unit, forces.unitCouple],
      ] as const) {
        const sum = [0, 0, 0];
        let moment = 0;
        for (let n = 0; n < forces.count; n++) {
          for (let r = 0; r < 3; r++) sum[r]! += force[3 * n + r]!;
          moment +=
            forces.point[3 * n]! * force[3 * n + 1]! - forces.point[3 * n + 1]! * force[3 * n]! + couple[3 * n + 2]!;
        }
        // a contact that cannot pull sideways leaves the sideways force to the floor's friction
        sum
          .slice(0, id === "push-up" || id === "hip-thrust" || id === "split-squat" ? 2 : 3)
          .forEach((v) => expect(Math.abs(v)).toBeLessThan(1e-6));
        expect(Math.abs(moment)).toBeLessThan(1e-6);
      }
    }
  });

  test.each([
    ["side-plank", {}],
    ["side-plank", { base: 1 }],
    ["sliding-leg-curl", {}],
    ["sliding-leg-curl", { sides: 1 }],
    ["one-leg-bridge", {}],
    ["plank", {}],
  ] as [string, Record<string, number>][])(
    "in %s %j two places carry the body in the upright plane through both, whichever way it lies",
    (id, values) => {
      for (const s of [0, 0.5, 1]) {
        const { forces, applied } = at(setupOf(id, values), s);
        const place = (n: number) => [0, 1, 2].map((r) => forces.point[3 * n + r]!) as unknown as Vec3;
        const [near, far] = [place(applied), place(forces.count - 1)];
        const way = Math.hypot(far[0] - near[0], far[2] - near[2]);
        const [dx, dz] = [(far[0] - near[0]) / way, (far[2] - near[2]) / way];
        for (const force of [forces.fixed, forces.unit]) {
          let [along, up, moment, carried] = [0, 0, 0, 0];
          for (let n = 0; n < forces.count; n++) {
            const [x, y, z] = place(n);
            const f = force[3 * n]! * dx + force[3 * n + 2]! * dz;
            along += f;
            up += force[3 * n + 1]!;
            moment += (x * dx + z * dz) * force[3 * n + 1]! - y * f;
            if (n >= applied) carried += Math.max(0, force[3 * n + 1]!);
          }
          expect(Math.abs(along)).toBeLessThan(1e-6);
          expect(Math.abs(up)).toBeLessThan(1e-6);
          // two feet of one place stand apart across the way: their moment is that of their middle
          expect(Math.abs(moment)).toBeLessThan(0.02 * Math.max(1, carried));
        }
        // both ends press on the floor
        for (let n = applied; n < forces.count; n++) expect(forces.fixed[3 * n + 1]!).toBeGreaterThan(0);
      }
    },
  );

  test.each(["back-squat", "deadlift", "romanian-deadlift", "good-morning", "front-squat"])(
    "in %s body and bar stand over the feet all the way",
    (id) => {
      const setup = setupOf(id);
      const state = createState(model);
      const at = setup.loads[0]!.at;
      const nominal = (model.points.has(at) ? [at] : [`${at}.right`, `${at}.left`]).map((point) => ({
        point,
        mass: setup.loads[0]!.share * setup.exercise.stated.usualLoad,
      }));
      for (const pose of samplePath(model, setup, 9)) {
        applyPose(model, state, setup, pose, "right");
        expect(Math.abs(balancePoint(model, state, nominal))).toBeLessThan(0.012);
      }
    },
  );

  test("the hips in a bridge lift the feet's share only: what the floor pushes up under feet and shoulders is all the weight", () => {
    const { forces, applied } = at(setupOf("hip-thrust"), 0.5);
    let up = 0;
    for (let n = applied; n < forces.count; n++) up += forces.fixed[3 * n + 1]!;
    expect(up).toBeCloseTo(GRAVITY * model.segments.reduce((s, x) => s + x.mass, 0), 6);
  });

  test.each([
    [1.55, 52],
    [1.78, 80],
    [1.95, 98],
  ])("of %d m and %d kg: a hand and a knee on a bench, the foot beside it flat on the floor", (stature, weight) => {
    const body = compileModel({ stature, mass: weight });
    const setup = setupOf("one-arm-dumbbell-row");
    const state = createState(body);
    const bench = setup.height * body.size;
    const place = (name: string): Vec3 => {
      const p = body.points.get(name);
      if (p) return readPoint(state, p.segment, p.at);
      const o = 3 * body.segmentIndex.get(name)!;
      return [state.o[o]!, state.o[o + 1]!, state.o[o + 2]!];
    };
    for (const side of ["right", "left"] as const) {
      const other = side === "right" ? "left" : "right";
      for (const pose of samplePath(body, setup, 5, side)) {
        applyPose(body, state, setup, pose, side);
        expect(Math.abs(place(`wrist.${other}`)[1] - bench)).toBeLessThan(0.002);
        expect(Math.abs(place(`knee-front.${other}`)[1] - bench)).toBeLessThan(0.002);
        for (const at of ["heel", "ball"]) expect(Math.abs(place(`${at}.${side}`)[1])).toBeLessThan(0.03);
        // the hand is ahead of the knee, the foot beside them on the working side
        expect(place(`wrist.${other}`)[0] - place(`knee-front.${other}`)[0]).toBeGreaterThan(0.2);
        const outwards = side === "right" ? 1 : -1;
        expect(outwards * (place(`midfoot.${side}`)[2] - place(`knee-front.${other}`)[2])).toBeGreaterThan(0.1);
      }
    }
  });

  test("hand, knee and foot carry all of body and load, and each presses", () => {
    const setup = setupOf("one-arm-dumbbell-row");
    for (const s of [0, 0.5, 1]) {
      const { forces, applied } = at(setup, s);
      let [up, more] = [0, 0];
      for (let n = applied; n < forces.count; n++) {
        expect(forces.fixed[3 * n + 1]!).toBeGreaterThan(0);
        up += forces.fixed[3 * n + 1]!;
        more += forces.unit[3 * n + 1]!;
      }
      expect(up).toBeCloseTo(GRAVITY * model.segments.reduce((sum, x) => sum + x.mass, 0), 6);
      expect(more).toBeCloseTo(GRAVITY, 6);
    }
  });

  test("hands that are raised push back along the floor, as much as the feet push forwards, and that makes it easier", () => {
    for (const handsUp of [0, 0.3, 0.6]) {
      const setup = setupOf("push-up", { handsUp });
      const { forces, applied } = at(setup, 0.5);
      const along = (n: number) => forces.fixed[3 * n]!;
      const [hand, foot] = [along(applied), along(forces.count - 1)];
      expect(hand + foot).toBeCloseTo(0, 6);
      expect(foot).toBeCloseTo(setup.footPush * forces.fixed[3 * (forces.count - 1) + 1]!, 6);
    }
    const lifts = [0, 0.3, 0.6].map((handsUp) => analyse(model, setupOf("push-up", { handsUp })).rawLoad);
    expect(lifts[0]!).toBeLessThan(lifts[1]!);
    expect(lifts[1]!).toBeLessThan(lifts[2]!);
  });

  test("feet that push along the floor change the moment at hip and knee", () => {
    const torque = (push: number) => {
      const { state, forces } = at(setupOf("hip-thrust", { push }), 1);
      const out = new Float64Array(2);
      torquesOf(model, state, forces, freedom("hipFlexion"), out);
      return out[1]!;
    };
    expect(Math.abs(torque(0.3) - torque(0))).toBeGreaterThan(0.1);
  });
});

test("a cable through the trunk is seen, one beside it is not", () => {
  const state = createState(model);
  updatePose(model, state);
  const hand = readPoint(state, grip.segment, grip.at);
  const cable = (anchor: Vec3) => [
    inHand(
      { kind: "cable", at: "grip", both: false, from: { frame: "floor", at: anchor }, share: 1, profile: null },
      anchor,
    ),
  ];
  expect(cablesThroughTrunk(model, state, cable([0, 2, -2]))).toBe(true);
  expect(cablesThroughTrunk(model, state, cable([hand[0], 2, hand[2] + 1]))).toBe(false);
});

describe("the path of a rep", () => {
  test("every setup runs from the start of lifting to its end in even steps of joint travel", () => {
    for (const setup of namedSetups()) {
      const poses = samplePath(model, setup, 31);
      expect(poses).toHaveLength(31);
      const turn = poses.slice(1).map((p, i) => Math.abs(angleOf(p, "elbow") - angleOf(poses[i]!, "elbow")));
      // where only the elbow moves its steps are the travel
      const { family } = setup.exercise;
      if ((family === "curl" || family === "extension") && !setup.keys[0]!.hand)
        expect(Math.max(...turn) - Math.min(...turn)).toBeLessThan(0.02 * Math.max(...turn));
      // curls close the elbow, extensions open it
      if (family === "curl" || family === "extension")
        expect(Math.sign(angleOf(poses[30]!, "elbow") - angleOf(poses[0]!, "elbow"))).toBe(family === "curl" ? 1 : -1);
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
      for (const [pose, target] of [
        [poses[0]!, setup.keys[0]!],
        [poses[8]!, setup.keys.at(-1)!],
      ] as const) {
        applyPose(body, state, setup, pose, "right");
        const at = readPoint(state, hand, [0, -setup.exercise.handle * body.size, 0]);
        const origin = readPoint(state, trunk, [0, 0, 0]);
        // lying: the trunk's x is up, its y towards the head
        const [x, y, z] = sub(at, origin);
        [y, -x, z].forEach((v, k) => expect(v).toBeCloseTo(target.hand![k]! * body.size, 2));
      }
    }
  });

  test("nobody stands in the floor", () => {
    for (const setup of namedSetups()) {
      if (["seat", "bench", "thighs", "hands"].includes(setup.on) || setup.exercise.balance === undefined) continue;
      const state = createState(model);
      for (const pose of samplePath(model, setup, 5)) {
        applyPose(model, state, setup, pose, "right");
        for (const name of ["midfoot.right", "crown"]) {
          const p = model.points.get(name)!;
          expect([setup.key, readPoint(state, p.segment, p.at)[1] > -0.06]).toEqual([setup.key, true]);
        }
      }
    }
  });

  test("a pulley given by the shoulder or the hand goes with the body, one on the floor does not", () => {
    const at = (m: Model, frame: "floor" | "shoulder" | "hand") => {
      const state = createState(m);
      const setup = setupOf("standing-dumbbell-curl");
      applyPose(m, state, setup, samplePath(m, setup, 3)[0]!, "right");
      return anchorPoint(m, state, "right", { frame, at: [0.5, 0.2, 0.1] }, 0);
    };
    const tall = compileModel({ stature: 1.95, mass: 90 });
    expect(at(tall, "floor")).toEqual(at(model, "floor"));
    expect(at(tall, "shoulder")[1]).toBeGreaterThan(at(model, "shoulder")[1] + 0.1);
    expect(at(tall, "hand")[1]).toBeGreaterThan(at(model, "hand")[1] + 0.03);
  });
});
