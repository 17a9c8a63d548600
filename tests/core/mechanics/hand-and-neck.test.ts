/** Fingers that close, a neck that is drawn back, a body on its side or its heels: what stands behind the numbers. */
import { skeleton } from "#core/anatomy/anatomy";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { GRAVITY } from "#core/mechanics/loads";
import { DEFAULT_BODY, setCoordinate, setRhythm } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import { setupOf } from "../../support/setups";

const model = compileModel();
const opens = skeleton.freedoms.find((f) => f.id === "fingers")!.opens!;
const leverAt = (deg: number) => {
  const k = opens.findIndex(([d]) => d >= deg);
  const [[a, x], [b, y]] = [opens[k - 1] ?? opens[k]!, opens[k]!];
  return b === a ? y : x + ((y - x) * (deg - a)) / (b - a);
};

test("open fingers have the lever that their bones give: the mean distance of a bar in them from three joints", () => {
  // phalanges 45, 27 and 20 mm, each joint bent by a third; the bar in the middle of the last one
  const mean = (total: number) => {
    const a = ((total / 3) * Math.PI) / 180;
    const [first, second, third] = [45 * Math.sin(a), 27 * Math.sin(2 * a), 10 * Math.sin(3 * a)];
    return (first + second + third + second + third + third) / 3 / 1000;
  };
  expect(leverAt(40)).toBeGreaterThan(mean(40));
  expect(Math.abs(leverAt(60) - mean(60))).toBeLessThan(0.006);
  // it only falls as the hand closes
  for (let k = 1; k < opens.length; k++) expect(opens[k]![1]).toBeLessThan(opens[k - 1]![1]);
});

test("a hang bears what a closed hand holds: body weight and more on an ordinary bar, hardly more on a thick one", () => {
  const [bar, thick] = [0, 1].map((thickness) => analyse(model, setupOf("bar-hang", { thickness })));
  expect(bar!.limiters[0]!.muscle).toBe("wrist-flexors");
  // a hand holds 0.95 body weights of a load that draws at it; two carry body and load
  const most = 2 * 0.95 * DEFAULT_BODY.mass - DEFAULT_BODY.mass;
  expect(bar!.rawLoad).toBeGreaterThan(0.7 * most);
  expect(bar!.rawLoad).toBeLessThan(1.2 * most);
  // the thick bar's factor is six tenths: of body and load together
  expect((thick!.rawLoad + DEFAULT_BODY.mass) / (bar!.rawLoad + DEFAULT_BODY.mass)).toBeCloseTo(0.6, 1);
});

test("a finger curl ends where the hand is open, by the fingers alone, and starts lighter the further it is open", () => {
  const loads = [50, 70, 90, 120].map((from) => analyse(model, setupOf("finger-curl", { from })));
  for (const a of loads) {
    expect(a.limiters[0]!.muscle).toBe("wrist-flexors");
    expect(a.sticking.at).toBeLessThan(0.05);
    const active = a.heads.filter((h) => h.muscle === "wrist-flexors").map((h) => [h.id, Math.max(...h.activation)]);
    expect(active.sort((p, q) => Number(q[1]) - Number(p[1]))[0]![0]).toBe("finger-flexors");
  }
  loads.slice(1).forEach((a, i) => expect(a.rawLoad).toBeGreaterThan(loads[i]!.rawLoad));
  // by hand: what the flexors pull at their tendon's 9 mm, over the lever of the load
  const head = loads[1]!.heads.find((h) => h.id === "finger-flexors")!;
  const data = model.heads.find((h) => h.id === "finger-flexors" && h.side === "right")!;
  const state = createState(model);
  for (const [c, v] of [
    ["plane", 88],
    ["elevation", 2],
    ["elbow", 4],
    ["forearm", 70],
    ["fingers", 70],
  ] as const)
    setCoordinate(model, state.q, `${c}.right`, v);
  setRhythm(model, state.q, "right");
  updateState(model, state);
  const force = state.active[model.heads.indexOf(data)]!;
  const kg = (2 * force * 0.009) / leverAt(70) / GRAVITY;
  expect(loads[1]!.rawLoad / kg).toBeGreaterThan(0.9);
  expect(loads[1]!.rawLoad / kg).toBeLessThan(1.1);
  expect(head.metrics!.loadedLength).toBeGreaterThan(0.4);
});

test("a closed hand on a handle asks nothing of the fingers that open: the palm takes what is too much", () => {
  const a = analyse(model, setupOf("wrist-curl", { fingerOpening: 1 }));
  expect(a.feasible).toBe(true);
  expect(a.residual).toBeLessThan(0.01);
  expect(a.heads.find((h) => h.id === "finger-flexors")!.metrics).not.toBeNull();
  const opener = a.heads.find((h) => h.id === "finger-extensors");
  expect(Math.max(0, ...(opener?.activation ?? [0]))).toBeLessThan(0.1);
});

test("the neck: two sides share the head and the plate, by hand from its levers", () => {
  const a = analyse(model, setupOf("lying-neck-extension"));
  expect(a.main).toBe("neck");
  expect(a.turns).toEqual(["neck"]);
  expect(new Set(a.heads.map((h) => h.id))).toEqual(new Set(["trapezius-upper", "levator-scapulae"]));
  // at the start the head hangs 30 degrees below level: com 0.13 m and plate 0.16 m up the neck's line
  const cos = Math.cos(Math.PI / 6);
  const head = skeleton.segments.find((s) => s.id === "head")!;
  const [ax, ay] = head.com;
  const [px, py] = skeleton.points["head-back"]!.at;
  // face down: the neck's line lies level at 0, its front looks down; turned by 30 degrees towards the floor
  const lever = (x: number, y: number) => y * cos - x * Math.sin(Math.PI / 6) * 1;
  const gravity = head.mass * lever(ax, ay) * GRAVITY;
  const perKg = lever(px, py) * GRAVITY;
  const state = createState(model);
  setCoordinate(model, state.q, "neck", 30);
  setRhythm(model, state.q, "right");
  updateState(model, state);
  const f = model.freedoms.findIndex((x) => x.id === "neck");
  const torque = model.heads.reduce(
    (sum, h, i) =>
      sum + (h.freedoms.includes(f) ? Math.abs(state.arms[i * model.freedoms.length + f]! * state.active[i]!) : 0),
    0,
  );
  expect(a.rawLoad / ((torque - gravity) / perKg)).toBeGreaterThan(0.85);
  expect(a.rawLoad / ((torque - gravity) / perKg)).toBeLessThan(1.15);
});

test("no arm exercise that leaves the head alone is asked anything of the neck, and none that holds a bar of its fingers", () => {
  for (const id of ["dumbbell-shrug", "barbell-bench-press", "cable-pulldown", "cable-curl"]) {
    const a = analyse(model, setupOf(id));
    expect(Object.keys(a.torques)).not.toContain("neck");
    expect(Object.keys(a.torques)).not.toContain("fingers");
  }
});

test("a side plank: its two ends carry the body between them, and the side that looks down holds it", () => {
  const a = analyse(model, setupOf("side-plank"), { frames: true });
  expect(a.main).toBe("lumbarBend");
  expect(a.residual).toBeLessThan(0.5);
  const knees = analyse(model, setupOf("side-plank", { base: 1 }));
  // a shorter body between the ends is held with more on it
  expect(knees.rawLoad).toBeGreaterThan(1.5 * a.rawLoad);
  const dips = analyse(model, setupOf("side-plank", { form: 1 }));
  expect(dips.rawLoad).toBeLessThan(a.rawLoad);
  expect(a.limiters[0]!.muscle).toBe("obliques");
  // the other side is the mirror of it
  const left = analyse(model, setupOf("side-plank"), { side: "left" });
  expect(left.rawLoad).toBeCloseTo(a.rawLoad, 3);
});

test("a sliding leg curl: hips at the same height are lifted by two legs with half of what one needs", () => {
  const [both, one] = [0, 1].map((sides) => analyse(model, setupOf("sliding-leg-curl", { sides }), { frames: true }));
  expect(both!.limiters[0]!.muscle).toBe("hamstrings");
  expect(one!.rawLoad).toBeLessThan(both!.rawLoad - 40);
  // heels stay on what slides
  const { frames } = both!;
  const heel = (n: number) => frames!.at[3 * (n * frames!.points.length + frames!.points.indexOf("heel.right")) + 1]!;
  for (let n = 0; n < both!.s.length; n += 8) expect(heel(n)).toBeCloseTo(0.03, 2);
});

test("a one-leg bridge is borne by one leg, the floor bridge by two: half the load for the body's own weight", () => {
  const [two, one] = ["floor-bridge", "one-leg-bridge"].map((id) => analyse(model, setupOf(id)));
  expect(one!.limiters[0]!.muscle).toBe("gluteus-maximus");
  const body = (a: typeof one) => a!.rawLoad + a!.bodyLoad;
  expect(body(one) / body(two)).toBeGreaterThan(0.35);
  expect(body(one) / body(two)).toBeLessThan(0.65);
});

describe("the latissimus winds round the neck of the humerus", () => {
  const arms = (plane: number, freedom: string) => {
    const at = (elevation: number, id: string) => {
      const state = createState(model);
      setCoordinate(model, state.q, "plane.right", plane);
      setCoordinate(model, state.q, "elevation.right", elevation);
      setRhythm(model, state.q, "right");
      updateState(model, state);
      const h = model.heads.findIndex((x) => x.id === id && x.side === "right");
      const f = model.freedoms.findIndex((x) => x.id === freedom && x.side === "right");
      return state.arms[h * model.freedoms.length + f]!;
    };
    return (id: string) => [100, 120, 140, 150, 160, 170].map((e) => at(e, id));
  };
  const PARTS = ["latissimus-thoracic", "latissimus-lumbar", "latissimus-iliac"];

  test("no part raises a raised arm: drawing down in front to 170 degrees, to the side in the plane of the body", () => {
    for (const id of PARTS) {
      for (const arm of arms(90, "shoulderFlexion")(id)) expect(arm).toBeLessThan(-0.008);
      for (const plane of [-20, 0, 20, 45])
        for (const arm of arms(plane, "shoulderAbduction")(id)) expect(arm).toBeLessThan(0);
    }
  });

  test("without a jump: over five degrees a lever changes by no more than seven millimetres", () => {
    for (const plane of [-20, 0, 20, 45, 70, 90])
      for (const id of PARTS) {
        const lever = arms(plane, plane > 45 ? "shoulderFlexion" : "shoulderAbduction")(id);
        lever.slice(1).forEach((v, i) => expect(Math.abs(v - lever[i]!)).toBeLessThan(0.014));
      }
  });
});
