/** The plate: what it draws of the whole library, and what must hold of any picture of a body. */
import { FORMS } from "#core/base/forms";
import { findHead, heads } from "#core/anatomy/anatomy";
import { deep, patches } from "#core/drawing/body.data";
import { equipmentOf } from "#core/drawing/equipment";
import { lookOf } from "#core/drawing/look";
import { marksOf } from "#core/drawing/marks";
import { nearness, paintingOrder } from "#core/drawing/order";
import { areaOf, hullOf, pathOf } from "#core/drawing/outline";
import { fitOf, plateOf, type PlateAsk } from "#core/drawing/plate";
import { drawnFrames } from "#core/drawing/contact";
import { floorOf, holding, point, stepsUp, type Scene } from "#core/drawing/scene";
import { ANGLES, bodyOf, surfaceOf } from "#core/drawing/surface";
import { thumbnailOf } from "#core/drawing/thumbnail";
import { projector, seen } from "#core/drawing/view";
import { freelyPosed, PLATE_POSE } from "#core/atlas/pose";
import type { Vec3 } from "#core/base/vector";
import { library } from "#core/exercises/library";
import type { Exercise } from "#core/exercises/format";
import { resolveSetup, type Values } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { framePoint, type Frames } from "#core/mechanics/frames";
import { setupOf } from "../../support/setups";

const model = compileModel();
const SAMPLES = 5;
const analysisOf = (id: string) => analyse(model, setupOf(id), { frames: true, samples: SAMPLES });
const sceneOf = (id: string, sample: number, turn = 25): Scene => {
  const { frames } = analysisOf(id);
  const surface = surfaceOf(bodyOf(frames!, "male"), frames!, sample, () => 0.5);
  const { exercise } = setupOf(id);
  return { exercise, frames: frames!, sample, surface, projector: projector({ turn, pitch: 7 }), floor: 0 };
};
const gap = (a: Vec3, b: Vec3) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
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

test.each(FORMS)("the left half of a standing body of a %s form is the right one mirrored", (form) => {
  const { frames } = freelyPosed(model, PLATE_POSE);
  const surface = surfaceOf(bodyOf(frames, form), frames, 0, () => 0.5);
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

test("a form changes what is drawn of the body, not how it stands; hips are wider and shoulders narrower to each other", () => {
  const { frames } = freelyPosed(model, PLATE_POSE);
  const widths = (form: (typeof FORMS)[number]) => {
    const surface = surfaceOf(bodyOf(frames, form), frames, 0, () => 0.5);
    const trunk = surface.of("T", "right");
    const rings = Array.from({ length: trunk.count }, (_, n) => trunk.from + n);
    const wide = (ring: number) => {
      const z = Array.from({ length: ANGLES }, (_, k) => surface.at[3 * (ring * ANGLES + k) + 2]!);
      return Math.max(...z) - Math.min(...z);
    };
    const height = (ring: number) => surface.centre[3 * ring + 1]!;
    const [low, high] = [Math.min(...rings.map(height)), Math.max(...rings.map(height))];
    const between = (a: number, b: number) =>
      Math.max(
        ...rings.filter((r) => height(r) >= low + a * (high - low) && height(r) <= low + b * (high - low)).map(wide),
      );
    return { hips: between(0, 0.3), chest: between(0.6, 0.95), tall: high - low };
  };
  const [male, female] = FORMS.map(widths) as [ReturnType<typeof widths>, ReturnType<typeof widths>];
  expect(female.hips / female.chest).toBeGreaterThan(1.04 * (male.hips / male.chest));
  expect(female.tall).toBeCloseTo(male.tall, 6);
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

test("toes are on the floor and not under it, kneeling and with a foot behind", () => {
  const asked = library.filter((e) => ["shanks", "split", "hands-and-knees"].includes(e.stance.on));
  expect(asked.length).toBeGreaterThanOrEqual(6);
  for (const exercise of asked) {
    const { frames } = analysisOf(exercise.id);
    const drawn = drawnFrames(exercise, frames!);
    for (let n = 0; n < SAMPLES; n++)
      for (const side of ["right", "left"]) {
        const at = (f: Frames, name: string) => framePoint(f, n, `${name}.${side}`);
        // within 5 mm of the sole's thickness over the floor, or higher where a foot is raised
        expect([exercise.id, n, side, at(drawn, "toe")[1] > 0.005]).toEqual([exercise.id, n, side, true]);
        expect(gap(at(drawn, "foot"), at(drawn, "toe"))).toBeCloseTo(gap(at(frames!, "foot"), at(frames!, "toe")), 4);
        expect(at(drawn, "foot")).toEqual(at(frames!, "foot"));
      }
  }
});

describe("hands that only hold a bar", () => {
  const resting = library.filter(
    (e) => ["bar-back", "bar-front", "lap"].includes(e.stance.arms) && e.equipment.includes("barbell"),
  );
  const every = resting.flatMap((e) => e.setups.map(({ values }): [string, Exercise, Values] => [e.id, e, values]));

  test.each(every)("%s: on it within 5 mm through the rep, no limb longer than it was", (_id, exercise, values) => {
    const { frames } = analyse(model, resolveSetup(exercise, values), { frames: true, samples: SAMPLES });
    const before = frames!.placed.slice();
    const drawn = drawnFrames(exercise, frames!);
    for (let n = 0; n < SAMPLES; n++)
      for (const side of ["right", "left"]) {
        const at = (f: Frames, name: string) => framePoint(f, n, `${name}.${side}`);
        const bar = framePoint(drawn, n, drawn.loadAt[0]!);
        const grip = at(drawn, "grip");
        // a bar lies across: what it is off is off in the plane of the movement
        expect(Math.hypot(grip[0] - bar[0], grip[1] - bar[1])).toBeLessThan(0.005);
        expect(Math.abs(grip[2] - bar[2])).toBeLessThan(0.75);
        for (const [a, b] of [
          ["humerus", "forearm"],
          ["forearm", "grip"],
          ["hand", "grip"],
        ] as const)
          expect(gap(at(drawn, a), at(drawn, b))).toBeCloseTo(gap(at(frames!, a), at(frames!, b)), 4);
        expect(at(drawn, "humerus")).toEqual(at(frames!, "humerus"));
      }
    // the engine's own pose is left as it was
    expect(frames!.placed).toEqual(before);
  });

  test("there are some, and whoever holds nothing of the kind is drawn as posed", () => {
    expect(resting.length).toBeGreaterThanOrEqual(5);
    const { frames } = analysisOf("dumbbell-fly");
    expect(drawnFrames(setupOf("dumbbell-fly").exercise, frames!)).toBe(frames);
  });
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

test("whoever sits, lies or steps up has the ground under the feet: nothing of the body is under it, and a step is there", () => {
  const raised = library.filter((e) => ["bench", "seat"].includes(e.stance.on) || stepsUp(e));
  expect(raised.length).toBeGreaterThan(60);
  for (const exercise of raised) {
    const { frames } = analysisOf(exercise.id);
    const floor = floorOf(exercise, frames!);
    for (const sample of [0, SAMPLES - 1]) {
      const { at } = surfaceOf(bodyOf(frames!, "male"), frames!, sample, () => 0.5);
      let low = Infinity;
      for (let i = 1; i < at.length; i += 3) low = Math.min(low, at[i]!);
      // a sole bulges by a finger's breadth over what is taken for it
      expect([exercise.id, sample, low > floor - 0.02]).toEqual([exercise.id, sample, true]);
    }
  }
  const scene = { ...sceneOf("step-up", 0), floor: floorOf(setupOf("step-up").exercise, sceneOf("step-up", 0).frames) };
  expect(scene.floor).toBeLessThan(-0.1);
  expect(equipmentOf(scene).some((p) => p.name === "step")).toBe(true);
});

test.each([
  ["guided-bar-squat", ["rail 0.62", "rail -0.62", "sleeve 1"], []],
  ["hexagonal-bar-deadlift", ["side 0", "side 5", "handle 0", "handle 1"], ["shaft 0"]],
  ["suspended-push-up", ["strap right", "strap left"], ["bench"]],
  ["bodyweight-extension", ["rail 0.62", "shaft 0"], ["bench"]],
  ["ball-crunch", ["ball"], ["seat"]],
  ["bench-dip", ["bench"], ["bar 0"]],
  ["seated-good-morning", ["shaft 0"], ["hip pad", "ankle roller"]],
  ["cable-toe-raise", ["rope 0"], ["plate"]],
])("%s is drawn with %j and without %j", (id, there, not) => {
  const names = equipmentOf(sceneOf(id, 0)).map((p) => p.name);
  for (const name of there) expect(names.filter((n) => n.startsWith(name)).length).toBeGreaterThan(0);
  for (const name of not) expect(names).not.toContain(name);
});

test("a ball is as wide seen from the front as from the side, and stands on the floor", () => {
  const widths = [0, 90].map((turn) => {
    const scene = sceneOf("ball-crunch", 0, turn);
    const polygon = equipmentOf(scene).find((p) => p.name === "ball")!.faces[0]!.polygon;
    const xs = polygon.filter((_, i) => i % 2 === 0);
    return Math.max(...xs) - Math.min(...xs);
  });
  expect(widths[0]).toBeCloseTo(widths[1]!, 6);
});

test("whoever lies on the floor lies on its line", () => {
  for (const id of ["side-lying-leg-raise", "side-lying-knee-opening", "lying-band-march"]) {
    const setup = setupOf(id);
    const analysis = analysisOf(id);
    const view = { turn: 65, pitch: 0 };
    const fit = fitOf(
      { exercise: setup.exercise, analysis, view, detail: "plain", chosen: null },
      analysis.s.length,
      400,
      400,
    );
    const { shapes } = plateOf({
      exercise: setup.exercise,
      analysis,
      view,
      fit,
      sample: 0,
      detail: "plain",
      chosen: null,
    });
    const line = corners(shapes.find((s) => s.role === "ground")!.d)[0]![1];
    const lowest = Math.max(
      ...shapes.filter((s) => s.role !== "ground").flatMap((s) => corners(s.d).map(([, y]) => y)),
    );
    expect([id, Math.abs(line - lowest) < 40]).toEqual([id, true]);
  }
});
