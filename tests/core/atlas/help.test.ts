/** Who can help in a pose: against the model's own lengths, by finite differences, and against what anatomy says. */
import { heads } from "#core/anatomy/anatomy";
import { apartFrom, surenessOf } from "#core/atlas/apart";
import { FREEDOMS, headFacts } from "#core/atlas/head";
import { helpersIn } from "#core/atlas/help";
import { applyFreePose, PLATE_POSE, TURNS, type FreePose } from "#core/atlas/pose";
import { RAD } from "#core/base/vector";
import { compileModel } from "#core/mechanics/compile";
import { createState, updateHeads } from "#core/mechanics/state";
import { atlas as words, heldIn, levelOf } from "#core/words/atlas";
import { librarySurvey } from "../../support/solver";

const model = compileModel();
const half = model.heads.length / 2;

const extentsAt = (pose: FreePose): Map<string, number> => {
  const state = createState(model);
  applyFreePose(model, state, pose);
  updateHeads(model, state, 0, half);
  return new Map(model.heads.slice(0, half).map((h, i) => [h.id, state.extent[i]!]));
};

test.each(["elbow", "knee", "hipFlexion", "ankle"])(
  "a lever at the %s is what the length loses for an angle",
  (joint) => {
    const pose = { ...PLATE_POSE, elbow: 60, knee: 50, hipFlexion: 40, ankle: 0 };
    const step = 0.2;
    const [before, after] = [-step, step].map((d) => extentsAt({ ...pose, [joint]: pose[joint as "knee"] + d }));
    const levers = ([1, -1] as const).flatMap((way) =>
      helpersIn(model, pose, joint, way, 0).map((h): [string, number] => [h.head, way * h.lever]),
    );
    expect(levers.length).toBeGreaterThan(4);
    for (const [head, lever] of levers)
      expect(lever).toBeCloseTo((-1000 * (after!.get(head)! - before!.get(head)!)) / (2 * step * RAD), 0);
  },
);

test("whoever bends the elbow does not straighten it, the biceps and brachialis lead, and the sum is a person's", () => {
  const pose = { ...PLATE_POSE, elbow: 90 };
  const [bend, straighten] = [helpersIn(model, pose, "elbow", 1), helpersIn(model, pose, "elbow", -1)];
  expect(bend.slice(0, 3).map((h) => h.head)).toContain("brachialis");
  expect(straighten.every((h) => h.head.startsWith("triceps") || h.head === "anconeus")).toBe(true);
  expect(bend.filter((h) => straighten.some((s) => s.head === h.head))).toEqual([]);
  // trained men bend the elbow with about 60 to 110 Nm at a right angle
  const all = bend.reduce((s, h) => s + h.torque, 0);
  expect(all).toBeGreaterThan(60);
  expect(all).toBeLessThan(140);
});

test("with the knee bent the gastrocnemius can hardly push the foot down, and the soleus as before", () => {
  const torque = (pose: FreePose, head: string) =>
    helpersIn(model, pose, "ankle", -1).find((h) => h.head === head)?.torque ?? 0;
  const gastrocnemius = heads.find((h) => h.muscle === "gastrocnemius")!.id;
  const [straight, bent] = [{ ...PLATE_POSE }, { ...PLATE_POSE, knee: 110 }];
  expect(torque(bent, gastrocnemius)).toBeLessThan(0.75 * torque(straight, gastrocnemius));
  expect(torque(bent, "soleus")).toBeCloseTo(torque(straight, "soleus"), 6);
});

test("every freedom can be asked both ways, in any corner of the joints; one that is not there is said", () => {
  const corner = Object.fromEntries(TURNS.map((t) => [t.id, t.most]));
  for (const freedom of FREEDOMS)
    for (const way of [1, -1] as const)
      for (const h of helpersIn(model, corner, freedom, way)) {
        expect(Number.isFinite(h.torque) && h.torque > 0 && h.lever > 0).toBe(true);
        expect(h.place).toBeGreaterThanOrEqual(0);
        expect(h.place).toBeLessThanOrEqual(1);
      }
  expect(() => helpersIn(model, PLATE_POSE, "tail", 1)).toThrow(RangeError);
});

test("parts that no exercise tells apart stand low on the scale, parts with functions of their own high", () => {
  const survey = librarySurvey();
  const times = (a: string, b: string) => apartFrom(survey, a, b)?.times ?? 0;
  expect(times("deltoid-front", "deltoid-rear")).toBeGreaterThan(3);
  expect(times("rectus-femoris", "vastus-lateralis")).toBeGreaterThan(times("vastus-medialis", "vastus-lateralis"));
  expect(levelOf(times("vastus-medialis", "vastus-lateralis"))).toBe("low");
  const one = apartFrom(survey, "triceps-long", "triceps-lateral")!;
  const other = apartFrom(survey, "triceps-lateral", "triceps-long")!;
  // the same two ends, seen from the other side
  expect(other.times).toBeCloseTo(one.times, 6);
  expect(other.favours.setupKey).toBe(one.against.setupKey);
  expect(surenessOf("triceps-long", "triceps-lateral", one.favours, one.against)).toBeNull();
  expect(apartFrom({ ...survey, rows: survey.rows.slice(0, 3) }, "triceps-long", "triceps-lateral")).toBeNull();
});

test("sureness is the share of bodies that agree", () => {
  const survey = librarySurvey();
  const { favours, against } = apartFrom(survey, "triceps-long", "triceps-lateral")!;
  const [more, less] = [favours.view, against.view];
  const sure = (a: (typeof more)[], b: (typeof more)[]) =>
    surenessOf("triceps-long", "triceps-lateral", { ...favours, varied: a }, { ...against, varied: b });
  expect(sure([more, more], [less, less])).toBe(1);
  expect(sure([more, less], [less, more])).toBe(0.5);
  expect(sure([more], [{ ...less, feasible: false }])).toBe(0);
});

test("a stretch is told by the joints that the head crosses, at the end where it is long", () => {
  const held = (head: string) => {
    const { longest, levers } = headFacts(model, head);
    const crossed = new Set(levers.map((l) => l.turn));
    return heldIn(
      longest.pose,
      TURNS.filter((t) => crossed.has(t.id)),
    );
  };
  expect(held("soleus")).toContain("toes drawn up");
  expect(held("triceps-long")).toEqual(expect.arrayContaining(["arm overhead", "elbow bent"]));
  expect(held("rectus-femoris")).toEqual(expect.arrayContaining(["hip straight, leg behind", "knee bent"]));
  expect(held("biceps-femoris-long")).toEqual(expect.arrayContaining(["hip bent", "knee straight"]));
  expect(words.stretch({ hold: [] })).not.toMatch(/undefined|: \./);
});
