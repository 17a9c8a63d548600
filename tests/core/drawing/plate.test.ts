/** The plate: what it draws of the whole library, and what must hold of any picture of a body. */
import { findHead, heads } from "#core/anatomy/anatomy";
import { deep, patches } from "#core/drawing/body.data";
import { equipmentOf } from "#core/drawing/equipment";
import { lookOf } from "#core/drawing/look";
import { marksOf } from "#core/drawing/marks";
import { nearness, paintingOrder } from "#core/drawing/order";
import { areaOf, hullOf, pathOf } from "#core/drawing/outline";
import { fitOf, plateOf, type PlateAsk } from "#core/drawing/plate";
import { holding, point, type Scene } from "#core/drawing/scene";
import { bodyOf, surfaceOf } from "#core/drawing/surface";
import { thumbnailOf } from "#core/drawing/thumbnail";
import { projector, seen } from "#core/drawing/view";
import { freelyPosed, PLATE_POSE } from "#core/atlas/pose";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { framePoint } from "#core/mechanics/frames";
import { setupOf } from "../../support/setups";

const model = compileModel();
const SAMPLES = 5;
const analysisOf = (id: string) => analyse(model, setupOf(id), { frames: true, samples: SAMPLES });
const sceneOf = (id: string, sample: number, turn = 25): Scene => {
  const { frames } = analysisOf(id);
  const surface = surfaceOf(bodyOf(frames!, "male"), frames!, sample, () => 0.5);
  const { exercise } = setupOf(id);
  return { exercise, frames: frames!, sample, surface, projector: projector({ turn, pitch: 7 }) };
};
const numbers = (d: string) => [...d.matchAll(/-?\d+/g)].map(Number);
/** corners of a path in its units */
function corners(d: string): [number, number][] {
  const out: [number, number][] = [];
  for (const run of d.split("M").filter(Boolean)) {
    const [x0, y0, ...rest] = numbers(run);
    let [x, y] = [x0!, y0!];
    out.push([x, y]);
    for (let i = 0; i < rest.length; i += 2) {
      [x, y] = [x + rest[i]!, y + rest[i + 1]!];
      out.push([x, y]);
    }
  }
  return out;
}

test("every head is a patch of the surface, or lies deep, and no patch is of a head that there is not", () => {
  const drawn = new Set(patches.map((p) => p.head));
  const missing = heads.filter((h) => !drawn.has(h.id) && !deep.includes(h.id)).map((h) => h.id);
  expect(missing).toEqual([]);
  for (const p of patches)
    expect([p.head, p.head.startsWith("plain:") || findHead(p.head) !== undefined]).toEqual([p.head, true]);
  for (const id of deep) expect(findHead(id)?.id).toBe(id);
});

test("every exercise is drawn inside its picture, of whole numbers, with a body and, standing, on the ground", () => {
  for (const exercise of library) {
    const setup = resolveSetup(exercise, exercise.setups[0]?.values ?? {});
    const picture = thumbnailOf(model, setup, exercise.aims?.[0] ?? null, 120, 110);
    expect([exercise.id, picture !== null]).toEqual([exercise.id, true]);
    const { shapes, unit, width, height } = picture!;
    expect(shapes.some((s) => s.role === "skin")).toBe(true);
    for (const s of shapes) {
      expect([exercise.id, s.d]).toEqual([exercise.id, expect.not.stringMatching(/NaN|Infinity|\./)]);
      if (!/skin|over|belly/.test(s.role)) continue;
      for (const [x, y] of corners(s.d)) {
        const inside = x >= -unit && x <= unit * (width + 1) && y >= -unit && y <= unit * (height + 1);
        expect([exercise.id, s.role, x, y, inside]).toEqual([exercise.id, s.role, x, y, true]);
      }
    }
    // in a row of a list: of 7 kB at most
    expect([exercise.id, JSON.stringify(shapes).length < 11_000]).toEqual([exercise.id, true]);
  }
});

test("the left half of a standing body is the right one mirrored", () => {
  const { frames } = freelyPosed(model, PLATE_POSE);
  const surface = surfaceOf(bodyOf(frames, "male"), frames, 0, () => 0.5);
  for (const id of ["A", "L", "F", "P", "B", "Y", "W"] as const) {
    const [right, left] = [surface.of(id, "right"), surface.of(id, "left")];
    for (let n = 0; n < right.count; n++) {
      const [a, b] = [3 * (right.from + n), 3 * (left.from + n)];
      expect(surface.centre[b]!).toBeCloseTo(surface.centre[a]!, 4);
      expect(surface.centre[b + 1]!).toBeCloseTo(surface.centre[a + 1]!, 4);
      expect(surface.centre[b + 2]!).toBeCloseTo(-surface.centre[a + 2]!, 4);
    }
  }
});

test("hands that hold the load are on it, and equipment is there where an exercise has any", () => {
  for (const id of ["standing-barbell-curl", "dumbbell-bench-press", "cable-pulldown", "pull-up"]) {
    for (const sample of [0, SAMPLES - 1]) {
      const scene = sceneOf(id, sample);
      expect(holding(scene)).toContain("right");
      const props = equipmentOf(scene);
      const grip = point(scene, "grip.right");
      const [x, y, z] = seen(scene.projector, grip);
      const gap = Math.min(
        ...props.flatMap((p) => {
          const out: number[] = [];
          for (let i = 0; i < p.balls.length; i += 4)
            out.push(Math.hypot(p.balls[i]! - x, p.balls[i + 1]! - y, p.balls[i + 2]! - z) - p.balls[i + 3]!);
          return out;
        }),
      );
      expect([id, gap < 0.06]).toEqual([id, true]);
    }
  }
  expect(equipmentOf(sceneOf("push-up", 0)).every((p) => p.name === "plate")).toBe(true);
});

test("a bench carries the body: its top is where the back is lowest", () => {
  const scene = sceneOf("barbell-bench-press", 0);
  const bench = equipmentOf(scene).find((p) => p.name === "bench")!;
  expect(bench.behind).toBe(true);
  const trunk = scene.surface.of("T", "right");
  let low = Infinity;
  for (let n = trunk.from; n < trunk.from + trunk.count; n++) low = Math.min(low, scene.surface.centre[3 * n + 1]!);
  expect(low).toBeGreaterThan(0.3);
});

test("what turns away is not drawn: the quadriceps from behind, the buttock from the front", () => {
  const { frames, place } = freelyPosed(model, PLATE_POSE);
  const still = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
  const { exercise } = setupOf("standing-dumbbell-curl");
  const bare = { ...exercise, equipment: [], loads: [], supports: [] };
  const drawn = (turn: number) => {
    const ask = { exercise: bare, analysis: { frames, heads: still }, view: { turn, pitch: 5 }, chosen: null };
    const full = { ...ask, detail: "full" as const };
    return new Set(plateOf({ ...full, sample: 0, fit: fitOf(full, 1, 400, 500) }).shapes.map((s) => s.head));
  };
  const [front, back] = [drawn(90), drawn(-90)];
  expect(front.has("rectus-femoris")).toBe(true);
  expect(back.has("rectus-femoris")).toBe(false);
  expect(back.has("gluteus-maximus-middle")).toBe(true);
  expect(front.has("gluteus-maximus-middle")).toBe(false);
  // nearly every head of the surface can be pointed at from one side or another
  const all = new Set([...front, ...back, ...drawn(0), ...drawn(180)]);
  const missed = patches.filter((p) => !all.has(p.head)).map((p) => p.head);
  expect(missed.length).toBeLessThanOrEqual(3);
});

test("the more a head pulls the darker it is; the chosen one is seen in the view that is chosen for it", () => {
  for (const [id, head] of [
    ["leg-extension", "vastus-lateralis"],
    ["standing-barbell-curl", "biceps-short"],
    ["seated-cable-row", "latissimus-thoracic"],
  ] as const) {
    const analysis = analysisOf(id);
    const { exercise } = setupOf(id);
    const view = lookOf({ exercise, analysis, samples: SAMPLES, chosen: head });
    const ask: Omit<PlateAsk, "fit" | "sample"> = { exercise, analysis, view, chosen: head, detail: "full" };
    const fit = fitOf(ask, SAMPLES, 430, 450);
    for (const sample of [0, 2, 4]) {
      const plate = plateOf({ ...ask, sample, fit });
      expect([id, plate.seen > 0.1]).toEqual([id, true]);
      const force = analysis.heads.find((h) => h.id === head)!.force[sample]!;
      expect(plate.shapes.find((s) => s.role === "belly" && s.head === head)!.tone).toBeCloseTo(force, 9);
    }
  }
});

test("a weight is drawn straight down, a cable towards its pulley, and the lever stands square on the force", () => {
  const side = projector({ turn: 0, pitch: 0 });
  const weight = marksOf(analysisOf("standing-barbell-curl").frames!, 2, side, "elbow");
  expect(weight.force[0]).toBeCloseTo(0, 6);
  expect(weight.force[1]).toBeLessThan(0);
  expect(weight.anchors).toHaveLength(0);
  const cable = marksOf(analysisOf("cable-pushdown").frames!, 2, side, "elbow");
  expect(cable.anchors.length).toBeGreaterThan(0);
});

test("limbs keep their lengths through the rep", () => {
  for (const id of ["back-squat", "cable-fly", "pull-up"]) {
    const frames = analysisOf(id).frames!;
    const length = (n: number, a: string, b: string) =>
      Math.hypot(...[0, 1, 2].map((k) => framePoint(frames, n, a)[k]! - framePoint(frames, n, b)[k]!));
    for (const [a, b] of [
      ["humerus.right", "forearm.right"],
      ["shank.left", "foot.left"],
    ] as const)
      for (let n = 1; n < SAMPLES; n++) expect(length(n, a, b)).toBeCloseTo(length(0, a, b), 5);
  }
});

describe("outlines", () => {
  test("a hull holds all its points, turns one way, and is the same whatever their order", () => {
    const points = Array.from({ length: 40 }, (_, i) => [Math.sin(7 * i) * (1 + (i % 3)), Math.cos(5 * i)]).flat();
    const hull = hullOf(points);
    expect(areaOf(hull)).toBeGreaterThan(0);
    const shuffled = Array.from({ length: 40 }, (_, i) =>
      points.slice(2 * ((i * 17) % 40), 2 * ((i * 17) % 40) + 2),
    ).flat();
    expect(areaOf(hullOf(shuffled))).toBeCloseTo(areaOf(hull), 12);
    for (let i = 0; i < points.length; i += 2)
      for (let k = 0; k < hull.length; k += 2) {
        const j = (k + 2) % hull.length;
        const [ax, ay, bx, by] = [hull[k]!, hull[k + 1]!, hull[j]!, hull[j + 1]!];
        expect((bx - ax) * (points[i + 1]! - ay) - (by - ay) * (points[i]! - ax)).toBeGreaterThanOrEqual(-1e-9);
      }
  });

  test("a path leaves out what does not move and what stands on a line", () => {
    const fit = { k: 100, x: 0, y: 0, width: 100, height: 100, unit: 1 };
    expect(pathOf(fit, [0, 0, 0, 0], false)).toBe("");
    expect(pathOf(fit, [0, 0, 0.1, 0, 0.2, 0, 0.3, 0], false)).toBe("M50 50l30 0");
    expect(corners(pathOf(fit, [0, 0, 0.1, 0.1, 0.2, 0], true))).toEqual([
      [50, 50],
      [60, 40],
      [70, 50],
    ]);
  });
});

describe("who is in front", () => {
  const ball = (name: string, x: number, depth: number) => ({ name, balls: [x, 0, depth, 0.1] });

  test("the nearer of two that overlap; nothing where they do not", () => {
    expect(nearness(ball("a", 0, 0.3), ball("b", 0.05, 0.1))).toBeCloseTo(0.2, 9);
    expect(nearness(ball("a", 0, 0.3), ball("b", 1, 0.1))).toBeNull();
  });

  test("farthest first, a rule over depth, and a circle ends", () => {
    const pieces = [ball("near", 0, 0.5), ball("far", 0, -0.5), ball("middle", 0, 0)];
    expect(paintingOrder(pieces, () => null).map((p) => p.name)).toEqual(["far", "middle", "near"]);
    const rule = (a: { name: string }, b: { name: string }) => (a.name === "far" ? 1 : b.name === "far" ? -1 : null);
    expect(paintingOrder(pieces, rule).map((p) => p.name)).toEqual(["middle", "near", "far"]);
    const circle: Record<string, string> = { near: "far", far: "middle", middle: "near" };
    const round = (a: { name: string }, b: { name: string }) => (circle[a.name] === b.name ? 1 : -1);
    expect(new Set(paintingOrder(pieces, round))).toEqual(new Set(pieces));
  });
});
