import { skeleton } from "#core/anatomy/anatomy";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { setCoordinate } from "#core/mechanics/model";
import { samplePath } from "#core/mechanics/path";
import { angleOf, applyPose } from "#core/mechanics/posture";
import { createState, readPoint, updateHeads, updatePose } from "#core/mechanics/state";
import type { Vec3 } from "#core/base/vector";
import { setupOf } from "../../support/setups";

const model = compileModel();

/** a body in the reference posture with some joints turned, deg */
function posed(angles: Record<string, number>) {
  const state = createState(model);
  for (const [name, deg] of Object.entries(angles)) setCoordinate(model, state.q, name, deg);
  updatePose(model, state);
  updateHeads(model, state, 0, model.heads.length);
  return state;
}
const place = (state: ReturnType<typeof posed>, name: string): Vec3 => {
  const p = model.points.get(name) ?? { segment: model.segmentIndex.get(name)!, at: [0, 0, 0] as Vec3 };
  return readPoint(state, p.segment, p.at);
};
const headAt = (id: string) => model.heads.findIndex((h) => h.id === id && h.side === "right");

test("the abdomen and the ribs weigh what the trunk weighed, and balance where it did", () => {
  const parts = skeleton.segments.filter((s) => s.id === "abdomen" || s.id === "trunk");
  const mass = parts.reduce((sum, s) => sum + s.mass, 0);
  expect(mass).toBeCloseTo(24.3, 9);
  const com = [0, 1].map((k) => parts.reduce((sum, s) => sum + s.mass * s.com[k]!, 0) / mass);
  expect(com[0]).toBeCloseTo(0.02, 3);
  expect(com[1]).toBeCloseTo(0.22, 3);
});

test("a bent upper back carries shoulders and head on a circle about its joint, and leaves the abdomen where it is", () => {
  const [straight, bent] = [posed({}), posed({ thoracicFlexion: 20 })];
  expect(place(bent, "abdomen")).toEqual(place(straight, "abdomen"));
  const joint = place(straight, "thorax-bent");
  for (const name of ["humerus.right", "humerus.left", "crown", "chest"]) {
    const [a, b] = [place(straight, name), place(bent, name)].map((p) => p.map((v, k) => v - joint[k]!));
    expect(Math.hypot(...b!)).toBeCloseTo(Math.hypot(...a!), 9);
    // 20 degrees forwards in the plane of symmetry
    const turn = Math.atan2(a![1]!, a![0]!) - Math.atan2(b![1]!, b![0]!);
    expect((turn * 180) / Math.PI).toBeCloseTo(20, 6);
  }
});

test("bending it lengthens the long back extensors and the latissimus, shortens the belly; the lumbar part stays", () => {
  const [straight, bent] = [posed({}), posed({ thoracicFlexion: 20 })];
  const change = (id: string) => bent.extent[headAt(id)]! - straight.extent[headAt(id)]!;
  expect(change("erector-thoracic")).toBeGreaterThan(0.012);
  expect(change("rectus-abdominis")).toBeLessThan(-0.03);
  expect(change("erector-lumbar")).toBe(0);
  expect(change("latissimus-lumbar")).toBeGreaterThan(0.002);
});

test("the latissimus draws the shoulder blade down and back", () => {
  const state = posed({ "plane.right": 60, "elevation.right": 90 });
  const arm = (head: string, freedom: string) =>
    state.arms[
      headAt(head) * model.freedoms.length + model.freedoms.findIndex((f) => f.id === freedom && f.side === "right")
    ]!;
  for (const head of ["latissimus-lumbar", "latissimus-iliac"]) {
    expect([head, arm(head, "girdleElevation") < -0.01]).toEqual([head, true]);
    expect([head, arm(head, "protraction") < 0]).toEqual([head, true]);
  }
});

describe("a straight bar", () => {
  /** deg between the bar and what the hand closes about, and the turn found, over the rep */
  const along = (id: string, values = {}) => {
    const setup = setupOf(id, values);
    return samplePath(model, setup, 9).map((pose) => {
      const state = createState(model);
      applyPose(model, state, setup, pose, "right");
      const column = (segment: string, k: number) =>
        [0, 3, 6].map((r) => state.R[9 * model.segmentIndex.get(segment)! + r + k]!);
      const [hand, across] = [column("radius.right", 0), column("trunk", 2)];
      const cos = Math.abs(hand.reduce((sum, v, k) => sum + v * across[k]!, 0));
      return { off: (Math.acos(Math.min(1, cos)) * 180) / Math.PI, turn: angleOf(pose, "forearm") };
    });
  };

  test.each([
    ["barbell-bench-press", {}, 15],
    ["standing-barbell-curl", {}, 6],
    ["palms-down-curl", {}, 10],
    ["bent-over-barbell-row", {}, 16],
    ["pull-up", { grip: 1 }, 16],
  ] as const)("%s %j: the hands lie along it to within %d degrees", (id, values, most) => {
    for (const { off } of along(id, values)) expect(off).toBeLessThan(most);
  });

  test("a narrower grip asks for more turn; palms that face each other are left as they are", () => {
    const first = (grip: number) => along("barbell-bench-press", { grip })[0]!.turn;
    expect(first(0.24)).toBeGreaterThan(first(0.42));
    for (const { turn } of along("pull-up", { grip: 2 })) expect(turn).toBe(0);
  });

  test("no forearm is turned to the end of its joint, and no pose is called impossible for it", () => {
    for (const values of [{ grip: 0 }, { grip: 1 }]) {
      for (const { turn } of along("cable-pulldown", values)) expect(Math.abs(turn)).toBeLessThanOrEqual(86);
      expect(analyse(model, setupOf("cable-pulldown", values)).warnings.filter((w) => /pose/.test(w))).toEqual([]);
    }
  });
});
