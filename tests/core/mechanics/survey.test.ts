import { heads } from "#core/anatomy/anatomy";
import { analyse, COARSE_SAMPLES } from "#core/mechanics/analyse";
import { marksOf } from "#core/drawing/marks";
import { projector } from "#core/drawing/view";
import { framePoint } from "#core/mechanics/frames";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { variedBodies } from "#core/mechanics/variation";
import { namedSetups, setupOf } from "../../support/setups";

describe("varied bodies", () => {
  const bodies = variedBodies(DEFAULT_BODY, 40, 3);

  test("are the same each time for a seed, and others for another", () => {
    expect(variedBodies(DEFAULT_BODY, 40, 3)).toEqual(bodies);
    expect(variedBodies(DEFAULT_BODY, 40, 4)).not.toEqual(bodies);
  });

  test("stay within what is stated, and reach it", () => {
    const spread = (pick: (v: NonNullable<(typeof bodies)[0]["variation"]>) => number) => {
      const list = bodies.map((b) => pick(b.variation!));
      return [Math.min(...list), Math.max(...list)];
    };
    const within = ([low, high]: number[], span: number, centre: number) => {
      expect(low).toBeGreaterThanOrEqual(centre - span);
      expect(high).toBeLessThanOrEqual(centre + span);
      expect(high! - low!).toBeGreaterThan(1.2 * span);
    };
    within(
      spread((v) => v.strength["biceps-long"]!),
      0.2,
      1,
    );
    within(
      spread((v) => v.referenceLength["brachialis"]!),
      0.08,
      0,
    );
    within(
      spread((v) => v.fibreLength["triceps-long"]!),
      0.1,
      1,
    );
    within(
      spread((v) => v.limbs.upperArm!),
      0.04,
      1,
    );
  });

  test("heads the model cannot tell apart stay alike in every one of them", () => {
    for (const b of bodies)
      for (const h of heads) if (h.sameAs) expect(b.variation!.strength[h.id]).toBe(b.variation!.strength[h.sameAs]);
  });
});

describe("a survey", () => {
  const setups = namedSetups().slice(0, 6);

  test("holds for each setup what the analysis says, and as many varied views as were asked", () => {
    const survey = surveySetups(setups, DEFAULT_BODY, 3);
    expect(survey.rows.map((r) => r.setupKey)).toEqual(setups.map((s) => s.key));
    const model = compileModel();
    survey.rows.forEach((r, i) => {
      expect(r.varied).toHaveLength(3);
      const a = analyse(model, setups[i]!, { samples: COARSE_SAMPLES });
      for (const h of a.heads) {
        const told = r.view.heads[h.id];
        expect(told === null).toBe(h.metrics === null);
        // four digits of each number travel
        if (told && h.metrics)
          for (const key of ["loadedLength", "activation", "function", "stretchShare"] as const)
            expect(Math.abs(told[key] - h.metrics[key])).toBeLessThanOrEqual(5.1e-4 * Math.abs(h.metrics[key]));
      }
      expect(Object.values(r.view.engagedBy).reduce((s, v) => s + v, 0)).toBeCloseTo(1, 3);
    });
  });

  test("can be stopped between two setups", () => {
    let asked = 0;
    expect(surveySetups(setups, DEFAULT_BODY, 0, 1, () => asked++ >= 2).rows).toHaveLength(2);
  });
});

describe("the figure", () => {
  const model = compileModel();
  const { frames, heads: series } = analyse(model, setupOf("preacher-curl"), { frames: true });

  test("is drawn from the engine's own joints: limbs keep their length through the rep", () => {
    const length = (sample: number, a: string, b: string) =>
      Math.hypot(...[0, 1, 2].map((k) => framePoint(frames!, sample, a)[k]! - framePoint(frames!, sample, b)[k]!));
    for (const [a, b, size] of [
      ["humerus.right", "forearm.right", 0.29],
      ["forearm.right", "hand.right", 0.255],
      ["thigh.left", "shank.left", 0.409],
    ] as const)
      for (const sample of [0, 20, 40]) expect(length(sample, a, b)).toBeCloseTo(size, 4);
  });

  test("the lever stands square on the line of force, and its length times the force is the elbow torque", () => {
    for (const sample of [0, 12, 30]) {
      const d = marksOf(frames!, sample, projector({ turn: 0, pitch: 0 }), "elbow");
      const lever = [d.leverFoot[0] - d.joint[0], d.leverFoot[1] - d.joint[1]];
      expect(lever[0]! * d.force[0] + lever[1]! * d.force[1]).toBeCloseTo(0, 5);
    }
    const arm = (sample: number) => {
      const d = marksOf(frames!, sample, projector({ turn: 0, pitch: 0 }), "elbow");
      return Math.hypot(d.leverFoot[0] - d.joint[0], d.leverFoot[1] - d.joint[1]);
    };
    // a level forearm has the longest lever
    const level = Array.from({ length: 41 }, (_, i) => i).reduce((best, i) => (arm(i) > arm(best) ? i : best), 0);
    const [elbow, hand] = ["forearm.right", "hand.right"].map((p) => framePoint(frames!, level, p));
    expect(Math.abs(elbow![1] - hand![1])).toBeLessThan(0.03);
  });

  test("every head has a line of its own from origin to insertion", () => {
    const lines = series.map((h) => JSON.stringify(frames!.lines[h.id]!.map((name) => framePoint(frames!, 5, name))));
    expect(new Set(lines).size).toBe(series.length);
    for (const l of lines) expect(l).not.toMatch(/null|NaN/);
  });
});
