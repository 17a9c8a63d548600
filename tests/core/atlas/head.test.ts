/** What the atlas says of heads, against what anatomy books say and against the model's own lengths. */
import { heads } from "#core/anatomy/anatomy";
import { headFacts } from "#core/atlas/head";
import { freelyPosed, PLATE_POSE, TURNS } from "#core/atlas/pose";
import { compileModel } from "#core/mechanics/compile";
import { framePoint } from "#core/mechanics/frames";
import { way } from "#core/words/atlas";

const model = compileModel();

test("the main function of well known heads is what any book says", () => {
  for (const [head, does] of [
    ["biceps-long", "bends the elbow"],
    ["triceps-lateral", "straightens the elbow"],
    ["gluteus-maximus-middle", "straightens the hip"],
    ["vastus-lateralis", "straightens the knee"],
    ["biceps-femoris-short", "bends the knee"],
    ["soleus", "pushes the foot down"],
    ["tibialis-anterior", "raises the foot"],
    ["iliopsoas", "bends the hip"],
    ["deltoid-middle-front", "raises the arm sideways"],
    ["rectus-abdominis", "curls the upper trunk"],
  ] as const) {
    const facts = headFacts(model, head);
    expect([head, way(facts.freedom, facts.way)]).toEqual([head, does]);
  }
});

test("every head has a lever, and poses in which it is longer and shorter than standing", () => {
  for (const { id } of heads) {
    const facts = headFacts(model, id);
    expect([id, facts.levers.length > 0]).toEqual([id, true]);
    const standing = freelyPosed(model, PLATE_POSE).place.get(id)!;
    expect([id, facts.longest.place >= standing - 1e-6, facts.shortest.place <= standing + 1e-6]).toEqual([
      id,
      true,
      true,
    ]);
    // told by the pose itself
    expect(freelyPosed(model, facts.longest.pose).place.get(id)!).toBeCloseTo(facts.longest.place, 6);
    expect(facts.longest.place - facts.shortest.place).toBeGreaterThan(0.2);
  }
});

test("helpers and opponents share their torque out, and a head opposes its opponents", () => {
  const biceps = headFacts(model, "biceps-long");
  expect(biceps.helpers.map((h) => h.head)).toContain("brachialis");
  expect(biceps.opponents.map((h) => h.head)).toContain("triceps-long");
  expect(headFacts(model, "triceps-lateral").opponents.some((h) => h.head === "brachialis")).toBe(true);
  const all = biceps.own + biceps.helpers.reduce((s, h) => s + h.share, 0);
  expect(all).toBeLessThanOrEqual(1 + 1e-9);
  expect(all).toBeGreaterThan(0.6);
  expect(() => headFacts(model, "nobody's")).toThrow(RangeError);
});

test("a body that is posed stands on the ground; a joint stops at the end of its range", () => {
  for (const pose of [PLATE_POSE, { knee: 90, hipFlexion: 90 }, { ankle: -45 }]) {
    const { frames } = freelyPosed(model, pose);
    const low = Math.min(...["heel", "toe"].map((p) => framePoint(frames, 0, `${p}.right`)[1]));
    expect(low).toBeGreaterThan(-0.02);
  }
  const most = TURNS.find((t) => t.id === "elbow")!.most;
  const [far, end] = [freelyPosed(model, { elbow: 500 }), freelyPosed(model, { elbow: most })];
  expect(framePoint(far.frames, 0, "hand.right")).toEqual(framePoint(end.frames, 0, "hand.right"));
});
