import { compileModel, DEFAULT_BODY, setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { createState, updateState, type State } from "#core/mechanics/state";
import { RAD } from "#core/mechanics/vector";
import { compareMomentArms, compareTorqueAngle } from "#core/validation/published";
import { seededRandom } from "#core/random";

const model = compileModel();
const nf = model.freedoms.length;

function randomPose(random: () => number, m: Model, state: State, side: "right" | "left" = "right"): Record<string, number> {
  const pose = { plane: -60 + 150 * random(), elevation: 165 * random(), twist: -60 + 120 * random(), elbow: 145 * random(), forearm: -80 + 160 * random() };
  for (const [k, v] of Object.entries(pose)) setCoordinate(m, state.q, `${k}.${side}`, v);
  setRhythm(m, state.q, side);
  updateState(m, state);
  return pose;
}

describe("published values", () => {
  test.each(compareMomentArms(model))("$what is $value cm (band $band, $source)", (row) => expect(row.inBand).toBe(true));
  test.each(compareTorqueAngle(model))("$what is $value of the peak (band $band, $source)", (row) => expect(row.inBand).toBe(true));
});

describe("length is a potential and moment arms are minus its derivative", () => {
  test("tabulated joints, over random poses", () => {
    const random = seededRandom(3);
    const state = createState(model);
    for (let n = 0; n < 60; n++) {
      randomPose(random, model, state);
      const arms = Float64Array.from(state.arms);
      for (const [joint, freedom] of [["elbow", "elbow-flexion"], ["forearm", "forearm-pronation"]] as const) {
        const c = model.coordinateIndex.get(`${joint}.right`)!;
        const f = model.freedoms.findIndex((x) => x.id === freedom && x.side === "right");
        const at = state.q[c]!;
        const extents = [-1e-5, 1e-5].map((d) => {
          state.q[c] = at + d;
          updateState(model, state);
          return Float64Array.from(state.extent);
        });
        state.q[c] = at;
        for (let h = 0; h < 7; h++) expect(-(extents[1]![h]! - extents[0]![h]!) / 2e-5).toBeCloseTo(arms[h * nf + f]!, 5);
      }
    }
  });

  test("the shoulder: turning the humerus about each world axis with the scapula held", () => {
    const random = seededRandom(5);
    const state = createState(model);
    let compared = 0;
    for (let n = 0; n < 80; n++) {
      // flexion alone: the swing axis of plane 90 is the flexion axis itself
      setCoordinate(model, state.q, "plane.right", 90);
      setCoordinate(model, state.q, "elevation.right", -50 + 200 * random());
      setCoordinate(model, state.q, "twist.right", -40 + 80 * random());
      setCoordinate(model, state.q, "elbow.right", 145 * random());
      setRhythm(model, state.q, "right");
      updateState(model, state);
      const f = model.freedoms.findIndex((x) => x.id === "shoulder-flexion" && x.side === "right");
      const arms = [0, 3, 4].map((h) => state.arms[h * nf + f]!);
      const c = model.coordinateIndex.get("elevation.right")!;
      const at = state.q[c]!;
      const extents = [-1e-5, 1e-5].map((d) => {
        state.q[c] = at + d;
        updateState(model, state);
        return [0, 3, 4].map((h) => state.extent[h]!);
      });
      state.q[c] = at;
      arms.forEach((arm, i) => {
        expect(-(extents[1]![i]! - extents[0]![i]!) / 2e-5).toBeCloseTo(arm, 5);
        compared++;
      });
    }
    expect(compared).toBe(240);
  });
});

test("lengths have no jumps over the whole range of the shoulder and elbow", () => {
  const state = createState(model);
  for (const plane of [-30, 0, 45, 90])
    for (let e = -40; e < 165; e += 0.5) {
      setCoordinate(model, state.q, "plane.right", plane);
      setCoordinate(model, state.q, "elbow.right", 60);
      const at = [e, e + 0.5].map((x) => {
        setCoordinate(model, state.q, "elevation.right", x);
        setRhythm(model, state.q, "right");
        updateState(model, state);
        return Array.from(state.length.subarray(0, 7));
      });
      at[0]!.forEach((l, h) => expect(Math.abs(at[1]![h]! - l)).toBeLessThan(0.012));
    }
});

test("the left side is the right mirrored", () => {
  const random = seededRandom(11);
  const [a, b] = [createState(model), createState(model)];
  for (let n = 0; n < 40; n++) {
    const pose = randomPose(random, model, a);
    for (const [k, v] of Object.entries(pose)) setCoordinate(model, b.q, `${k}.left`, v);
    setRhythm(model, b.q, "left");
    updateState(model, b);
    for (let h = 0; h < 7; h++) {
      expect(b.length[h + 7]).toBeCloseTo(a.length[h]!, 10);
      for (let f = 0; f < 5; f++) expect(b.arms[(h + 7) * nf + f + 5]).toBeCloseTo(a.arms[h * nf + f]!, 10);
    }
    const [right, left] = [model.segmentIndex.get("hand.right")!, model.segmentIndex.get("hand.left")!];
    [1, 1, -1].forEach((sign, k) => expect(b.o[3 * left + k]).toBeCloseTo(sign * a.o[3 * right + k]!, 10));
  }
});

test("a larger body of the same shape has the same normalised lengths, longer levers and more strength", () => {
  const tall = compileModel({ stature: 1.75 * 1.12, mass: 100 });
  const [a, b] = [createState(model), createState(tall)];
  const random = seededRandom(2);
  const pose = randomPose(random, model, a);
  for (const [k, v] of Object.entries(pose)) setCoordinate(tall, b.q, `${k}.right`, v);
  setRhythm(tall, b.q, "right");
  updateState(tall, b);
  for (let h = 0; h < 7; h++) {
    expect(b.length[h]).toBeCloseTo(a.length[h]!, 9);
    expect(tall.heads[h]!.shortest).toBeCloseTo(model.heads[h]!.shortest, 9);
    expect(tall.heads[h]!.maxForce / model.heads[h]!.maxForce).toBeCloseTo(Math.pow(100 / 75, 2 / 3), 9);
    for (let f = 0; f < nf; f++) expect(b.arms[h * nf + f]).toBeCloseTo(1.12 * a.arms[h * nf + f]!, 9);
  }
});

test("usable ranges are ordered, and only the heads that cross the shoulder are wide", () => {
  for (const h of model.heads) expect(h.longest).toBeGreaterThan(h.shortest + 0.3);
  const width = (id: string) => { const h = model.heads.find((x) => x.id === id)!; return h.longest - h.shortest; };
  expect(width("triceps-long")).toBeGreaterThan(width("triceps-lateral") + 0.2);
});

test("an unknown coordinate is named", () => {
  expect(() => setCoordinate(model, new Float64Array(40), "elbow.middle", 3)).toThrow(/elbow.middle/);
});

test("thousands of random poses and bodies give finite numbers", () => {
  const random = seededRandom(23);
  for (let b = 0; b < 6; b++) {
    const m = compileModel({ stature: 1.5 + 0.5 * random(), mass: 45 + 70 * random() });
    const state = createState(m);
    for (let n = 0; n < 500; n++) {
      randomPose(random, m, state, n % 2 ? "left" : "right");
      for (const list of [state.length, state.active, state.passive, state.arms, state.o]) for (const v of list) if (!Number.isFinite(v)) throw new Error(`not finite in body ${b}`);
    }
  }
  expect(RAD * 180).toBeCloseTo(Math.PI);
  expect(DEFAULT_BODY.stature).toBe(1.75);
});
