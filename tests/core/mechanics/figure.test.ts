import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { figureStrokes, framePoint, headLine, loadDrawing } from "#core/mechanics/figure";
import { heads } from "#core/anatomy/anatomy";
import { namedSetups, setupOf } from "../../support/setups";

const model = compileModel();
const framesOf = (id: string) => analyse(model, setupOf(id), { samples: 11, frames: true }).frames!;
const length = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, k) => v - b[k]!));

test("limbs keep their lengths through the rep", () => {
  for (const id of ["back-squat", "cable-fly", "pull-up"]) {
    const frames = framesOf(id);
    for (const [from, to] of [
      ["humerus.right", "forearm.right"],
      ["shank.left", "foot.left"],
      ["abdomen", "head"],
    ] as const) {
      const first = length(framePoint(frames, 0, from), framePoint(frames, 0, to));
      for (let n = 1; n < 11; n++)
        expect(length(framePoint(frames, n, from), framePoint(frames, n, to))).toBeCloseTo(first, 5);
    }
  }
});

test("a figure turned by half a turn is its own mirror, and nothing changes its height", () => {
  const frames = framesOf("standing-barbell-curl");
  const [front, back] = [0, Math.PI].map(
    (turn) => new Map(figureStrokes(frames, 5, { turn }).map((s) => [`${s.from} ${s.points.length}`, s])),
  );
  expect(front!.size).toBe(back!.size);
  for (const [name, s] of front!)
    s.points.forEach(([x, y], k) => {
      expect(back!.get(name)!.points[k]![0]).toBeCloseTo(-x, 5);
      expect(back!.get(name)!.points[k]![1]).toBeCloseTo(y, 9);
    });
});

test("what is nearer is painted later", () => {
  const strokes = figureStrokes(framesOf("dumbbell-side-raise"), 5, { turn: 0.4 });
  for (let k = 1; k < strokes.length; k++) expect(strokes[k]!.depth).toBeGreaterThanOrEqual(strokes[k - 1]!.depth);
  expect(strokes.filter((s) => s.kind === "head")).toHaveLength(1);
});

test("a weight is drawn straight down, a cable towards its pulley, and the lever stands square on the force", () => {
  const view = { turn: 0 };
  const weight = loadDrawing(framesOf("standing-barbell-curl"), 5, view, "elbow");
  expect(weight.force[0]).toBeCloseTo(0, 6);
  expect(weight.force[1]).toBeLessThan(0);
  expect(weight.lines).toHaveLength(0);
  const cable = loadDrawing(framesOf("cable-pushdown"), 5, view, "elbow");
  expect(cable.lines.length).toBeGreaterThan(0);
  for (const d of [weight, cable]) {
    const lever = [d.leverFoot[0] - d.joint[0], d.leverFoot[1] - d.joint[1]];
    const size = Math.hypot(lever[0]!, lever[1]!) * Math.hypot(...d.force);
    if (size > 1e-3) expect(Math.abs(lever[0]! * d.force[0] + lever[1]! * d.force[1]) / size).toBeLessThan(0.2);
  }
});

test("every head that works can be drawn, from origin to insertion", () => {
  for (const setup of namedSetups().filter((_, i) => i % 8 === 0)) {
    const { frames, heads: shown } = analyse(model, setup, { samples: 5, frames: true });
    if (!frames) continue;
    for (const h of shown.filter((x) => x.metrics)) {
      const line = headLine(frames, 2, h.id, { turn: 0.3 });
      const drawn = heads.find((x) => x.id === h.id)!;
      if (drawn.line || drawn.path)
        expect([h.id, line.length >= 2 && line.flat().every(Number.isFinite)]).toEqual([h.id, true]);
    }
  }
});
