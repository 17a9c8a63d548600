/**
 * The figure as plain strokes: the engine's own joint positions, projected. The screen and the hand-over draw from
 * the same strokes; nothing here knows a canvas.
 */
import type { Frames, HeadSeries } from "#core/mechanics/analyse";
import type { Vec3 } from "#core/mechanics/vector";

export interface Stroke {
  kind: "limb" | "far" | "head";
  /** the joint it starts from, such as "shank.left" */
  from: string;
  /** m, x to the right of the picture, y up */
  points: [number, number][];
  /** m; the limb's thickness */
  width: number;
  /** depth towards the viewer, for painting order */
  depth: number;
}

export interface FigureView {
  /** rad; 0 looks at the right side */
  turn: number;
}

const project = (p: Vec3, view: FigureView): [number, number, number] => {
  const [c, s] = [Math.cos(view.turn), Math.sin(view.turn)];
  return [p[0] * c - p[2] * s, p[1], p[0] * s + p[2] * c];
};

export function framePoint(frames: Frames, sample: number, name: string): Vec3 {
  const k = frames.points.indexOf(name);
  const o = (sample * frames.points.length + k) * 3;
  return [frames.at[o]!, frames.at[o + 1]!, frames.at[o + 2]!];
}

/** one piece of the mannequin a row: what it is, thickness in m, the joints it runs through */
const PIECES: [Stroke["kind"], number, string[]][] = [
  ...(["left", "right"] as const).flatMap((side): [Stroke["kind"], number, string[]][] => {
    const kind = side === "left" ? "far" : "limb";
    return [
      [kind, 0.15, [`thigh.${side}`, `shank.${side}`]],
      [kind, 0.105, [`shank.${side}`, `foot.${side}`]],
      [kind, 0.075, [`heel.${side}`, `toe.${side}`]],
      [kind, 0.105, [`humerus.${side}`, `forearm.${side}`]],
      [kind, 0.08, [`forearm.${side}`, `hand.${side}`, `knuckles.${side}`]],
    ];
  }),
  ["limb", 0.225, ["pelvis", "trunk", "chest"]],
  ["limb", 0.09, ["chest", "head"]],
  ["head", 0.19, ["head", "crown"]],
];

/** the neck is painted under the trunk; the middle of the chest stands a little under the line of the shoulders */
function pieceAt(frames: Frames, sample: number, name: string): Vec3 {
  if (name !== "chest") return framePoint(frames, sample, name);
  const [a, b] = [framePoint(frames, sample, "trunk"), framePoint(frames, sample, "head")];
  return [a[0] + 0.62 * (b[0] - a[0]), a[1] + 0.62 * (b[1] - a[1]), a[2] + 0.62 * (b[2] - a[2])];
}

/** limbs, trunk and head, far ones first; the load, cable and props are added by whoever knows the setup */
export function figureStrokes(frames: Frames, sample: number, view: FigureView): Stroke[] {
  return PIECES.map(([kind, width, names]) => {
    const at = names.map((n) => project(pieceAt(frames, sample, n), view));
    return { kind, from: names[0]!, width, points: at.map(([x, y]) => [x, y] as [number, number]), depth: at.reduce((s, p) => s + p[2], 0) / at.length - (names[0] === "chest" ? 0.08 : 0) };
  }).sort((a, b) => a.depth - b.depth);
}

export interface LoadDrawing {
  grip: [number, number];
  /** where the force points, unit length x its share of the largest in the rep */
  force: [number, number];
  anchors: [number, number][];
  elbow: [number, number];
  /** foot of the perpendicular from the elbow to the line of force */
  leverFoot: [number, number];
}

export function loadDrawing(frames: Frames, sample: number, view: FigureView): LoadDrawing {
  const grip = framePoint(frames, sample, "grip.right");
  const elbow = framePoint(frames, sample, "forearm.right");
  const f: Vec3 = [frames.force[3 * sample]!, frames.force[3 * sample + 1]!, frames.force[3 * sample + 2]!];
  const size = Math.hypot(f[0], f[1], f[2]) || 1;
  const u: Vec3 = [f[0] / size, f[1] / size, f[2] / size];
  const t = (elbow[0] - grip[0]) * u[0] + (elbow[1] - grip[1]) * u[1] + (elbow[2] - grip[2]) * u[2];
  const foot: Vec3 = [grip[0] + t * u[0], grip[1] + t * u[1], grip[2] + t * u[2]];
  const flat = (p: Vec3): [number, number] => {
    const [x, y] = project(p, view);
    return [x, y];
  };
  return { grip: flat(grip), force: flat(f), anchors: frames.anchors.map(flat), elbow: flat(elbow), leverFoot: flat(foot) };
}

/** where a head is drawn: from its origin to its insertion, along the bones it crosses */
export function headLine(frames: Frames, sample: number, head: Pick<HeadSeries, "id">, view: FigureView): [number, number][] {
  const shoulder = framePoint(frames, sample, "humerus.right");
  const elbow = framePoint(frames, sample, "forearm.right");
  const wrist = framePoint(frames, sample, "hand.right");
  const along = (a: Vec3, b: Vec3, t: number): Vec3 => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
  // which way is the front of the elbow: towards the wrist, square to the upper arm
  const shaft: Vec3 = [elbow[0] - shoulder[0], elbow[1] - shoulder[1], elbow[2] - shoulder[2]];
  const length = Math.hypot(...shaft) || 1;
  const w: Vec3 = [wrist[0] - elbow[0], wrist[1] - elbow[1], wrist[2] - elbow[2]];
  const k = (w[0] * shaft[0] + w[1] * shaft[1] + w[2] * shaft[2]) / (length * length);
  const across: Vec3 = [w[0] - k * shaft[0], w[1] - k * shaft[1], w[2] - k * shaft[2]];
  const size = Math.hypot(...across) || 1;
  const off = (p: Vec3, d: number): Vec3 => [p[0] + (across[0] / size) * d, p[1] + (across[1] / size) * d, p[2] + (across[2] / size) * d];
  const flat = (p: Vec3): [number, number] => {
    const [x, y] = project(p, view);
    return [x, y];
  };
  const line: Record<string, Vec3[]> = {
    "triceps-long": [off(along(shoulder, elbow, -0.06), -0.035), off(along(shoulder, elbow, 0.45), -0.055), off(elbow, -0.03)],
    "triceps-lateral": [off(along(shoulder, elbow, 0.2), -0.03), off(along(shoulder, elbow, 0.55), -0.045), off(elbow, -0.028)],
    "triceps-medial": [off(along(shoulder, elbow, 0.4), -0.025), off(along(shoulder, elbow, 0.7), -0.035), off(elbow, -0.026)],
    "biceps-long": [off(along(shoulder, elbow, -0.08), 0.02), off(along(shoulder, elbow, 0.5), 0.055), along(elbow, wrist, 0.16)],
    "biceps-short": [off(along(shoulder, elbow, -0.05), 0.035), off(along(shoulder, elbow, 0.5), 0.048), along(elbow, wrist, 0.16)],
    brachialis: [off(along(shoulder, elbow, 0.5), 0.02), off(along(shoulder, elbow, 0.8), 0.03), along(elbow, wrist, 0.1)],
    brachioradialis: [off(along(shoulder, elbow, 0.75), 0.02), off(along(elbow, wrist, 0.25), 0.0), along(elbow, wrist, 0.95)],
  };
  return (line[head.id] ?? [shoulder, elbow]).map(flat);
}
