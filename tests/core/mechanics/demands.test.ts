import { analyse } from "#core/mechanics/analyse";
import { applyLoads, makeForces, placeLoads, torquesOf } from "#core/mechanics/loads";
import { addContacts } from "#core/mechanics/contacts";
import { compileModel } from "#core/mechanics/compile";
import { samplePath } from "#core/mechanics/path";
import { applyPose } from "#core/mechanics/posture";
import { createState, updateState } from "#core/mechanics/state";
import { setupOf } from "../../support/setups";

const model = compileModel();

/**
 * torque about a wrist axis over what all muscles that turn it that way have, worked out afresh at one sample of a
 * rep
 */
function wristRatio(id: string, axis: string, s: number, load: number): number {
  const setup = setupOf(id);
  const poses = samplePath(model, setup, 41);
  const state = createState(model);
  applyPose(model, state, setup, poses[0]!, "right");
  const loads = placeLoads(model, state, setup, "right");
  applyPose(model, state, setup, poses[Math.round(40 * s)]!, "right");
  updateState(model, state);
  const forces = makeForces();
  applyLoads(model, state, loads, s, forces);
  addContacts(model, state, setup, "right", forces);
  const f = model.freedoms.findIndex((x) => x.id === axis && x.side === "right");
  const out = new Float64Array(2);
  torquesOf(model, state, forces, f, out);
  const asked = out[0]! + load * out[1]!;
  const pulls = model.heads
    .map((_, h) => state.arms[h * model.freedoms.length + f]! * state.active[h]!)
    .filter((t) => t !== 0 && t > 0 !== asked > 0);
  expect(pulls.length).toBeGreaterThan(1);
  return Math.abs(asked) / Math.abs(pulls.reduce((sum, t) => sum + t, 0));
}

test.each(["standing-barbell-curl", "hammer-curl", "overhead-press", "cable-pushdown"])(
  "in %s the wrist is measured against every muscle that turns it",
  (id) => {
    const analysis = analyse(model, setupOf(id));
    for (const [what, axis] of [
      ["wrist bending", "wristFlexion"],
      ["wrist tilting", "wristDeviation"],
    ] as const) {
      const demand = analysis.demands.find((d) => d.what === what)!;
      if (demand.ratio > 0.02)
        expect(demand.ratio).toBeCloseTo(wristRatio(id, axis, demand.peakAt, analysis.rawLoad), 9);
    }
  },
);

test("fingers and both sides of the wrist are among them, whatever joints the exercise moves", () => {
  const f = model.freedoms.findIndex((x) => x.id === "wristFlexion" && x.side === "right");
  const muscles = model.heads.filter((h) => h.side === "right" && h.freedoms.includes(f)).map((h) => h.id);
  expect(muscles).toEqual(
    expect.arrayContaining(["finger-flexors", "finger-extensors", "wrist-flexor-radial", "wrist-extensor-ulnar"]),
  );
});

test("a heavier grip is told over body weight", () => {
  const [row, carry] = [
    analyse(model, setupOf("bent-over-barbell-row")),
    analyse(model, setupOf("one-hand-dumbbell-carry")),
  ];
  for (const a of [row, carry]) {
    const grip = a.demands.find((d) => d.what === "grip");
    if (grip) expect(grip.ratio).toBeGreaterThan(0.02);
  }
  expect(row.demands.find((d) => d.what === "grip")!.ratio).toBeCloseTo(row.rawLoad / 2 / model.body.mass, 1);
});
