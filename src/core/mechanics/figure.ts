/**
 * The figure as plain strokes: the engine's own joint positions, projected. The screen and the hand-over draw from
 * the same strokes; nothing here knows a canvas.
 */
import type { Frames } from "#core/mechanics/frames";
import { add, norm, scale, sub, type Vec3 } from "#core/base/vector";

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
      [kind, 0.15, [`hip-bent.${side}`, `shank.${side}`]],
      [kind, 0.105, [`shank.${side}`, `foot.${side}`]],
      [kind, 0.075, [`heel.${side}`, `toe.${side}`]],
      [kind, 0.105, [`humerus.${side}`, `forearm.${side}`]],
      [kind, 0.08, [`forearm.${side}`, `hand.${side}`, `knuckles.${side}`]],
    ];
  }),
  ["limb", 0.225, ["pelvis", "abdomen", "chest"]],
  ["limb", 0.09, ["chest", "head"]],
  ["head", 0.19, ["head", "crown"]],
];

/** the neck is painted under the trunk; the middle of the chest stands a little under the line of the shoulders */
function pieceAt(frames: Frames, sample: number, name: string): Vec3 {
  if (name !== "chest") return framePoint(frames, sample, name);
  const [a, b] = [framePoint(frames, sample, "abdomen"), framePoint(frames, sample, "head")];
  return [a[0] + 0.62 * (b[0] - a[0]), a[1] + 0.62 * (b[1] - a[1]), a[2] + 0.62 * (b[2] - a[2])];
}

/** limbs, trunk and head, far ones first; the load, cable and props are added by whoever knows the setup */
export function figureStrokes(frames: Frames, sample: number, view: FigureView): Stroke[] {
  return PIECES.map(([kind, width, names]) => {
    const at = names.map((n) => project(pieceAt(frames, sample, n), view));
    return {
      kind,
      from: names[0]!,
      width,
      points: at.map(([x, y]) => [x, y] as [number, number]),
      depth: at.reduce((s, p) => s + p[2], 0) / at.length - (names[0] === "chest" ? 0.08 : 0),
    };
  }).sort((a, b) => a.depth - b.depth);
}

export interface LoadDrawing {
  /** where the load acts; with both hands or feet the nearer one first */
  at: [number, number][];
  /** where the force points, unit length x its share of the largest in the rep */
  force: [number, number];
  /** cables and bands: from the body, or the middle of its bar, to the fixed end */
  lines: [[number, number], [number, number]][];
  /** the bar that links both hands, from end to end; null where there is none */
  bar: [[number, number], [number, number]] | null;
  /** the joint the lift is drawn by, and the foot of the perpendicular from it to the line of force */
  joint: [number, number];
  leverFoot: [number, number];
}

/** where each freedom's joint stands */
const JOINT_POINT: Readonly<Record<string, string>> = {
  elbow: "forearm.right",
  forearm: "forearm.right",
  wristFlexion: "hand.right",
  wristDeviation: "hand.right",
  knee: "shank.right",
  ankle: "foot.right",
  hipFlexion: "hip-bent.right",
  hipAbduction: "hip-bent.right",
  hipRotation: "hip-bent.right",
  lumbarFlexion: "abdomen",
  lumbarBend: "abdomen",
  lumbarRotation: "abdomen",
  thoracicFlexion: "thorax-bent",
};

/** m by which a bar is longer than the grip, each way */
const OVERHANG = 0.12;

/** what both hands hold: the ends of the bar; and its cable, from its middle */
function barOf(frames: Frames, sample: number): { ends: [Vec3, Vec3]; cable: [Vec3, Vec3][] } {
  const [right, left] = frames.loadAt.map((name) => framePoint(frames, sample, name)) as [Vec3, Vec3];
  const past = scale(sub(right, left), OVERHANG / (norm(sub(right, left)) || 1));
  const [a, b] = frames.anchors;
  return {
    ends: [add(right, past), sub(left, past)],
    cable: a && b ? [[middle(right, left), middle(a.at, b.at)]] : [],
  };
}
const middle = (a: Vec3, b: Vec3): Vec3 => scale(add(a, b), 0.5);

export function loadDrawing(frames: Frames, sample: number, view: FigureView, main: string): LoadDrawing {
  const grip = framePoint(frames, sample, frames.loadAt[0]!);
  const joint = framePoint(frames, sample, JOINT_POINT[main] ?? "humerus.right");
  const f: Vec3 = [frames.force[3 * sample]!, frames.force[3 * sample + 1]!, frames.force[3 * sample + 2]!];
  const size = Math.hypot(f[0], f[1], f[2]) || 1;
  const u: Vec3 = [f[0] / size, f[1] / size, f[2] / size];
  const t = (joint[0] - grip[0]) * u[0] + (joint[1] - grip[1]) * u[1] + (joint[2] - grip[2]) * u[2];
  const foot: Vec3 = [grip[0] + t * u[0], grip[1] + t * u[1], grip[2] + t * u[2]];
  const flat = (p: Vec3): [number, number] => {
    const [x, y] = project(p, view);
    return [x, y];
  };
  const bar = frames.linked ? barOf(frames, sample) : null;
  return {
    at: [...new Set(frames.loadAt)].map((name) => flat(framePoint(frames, sample, name))),
    force: flat(f),
    lines: bar
      ? bar.cable.map(([from, to]) => [flat(from), flat(to)])
      : frames.anchors.map((a) => [flat(framePoint(frames, sample, a.to)), flat(a.at)]),
    bar: bar && [flat(bar.ends[0]), flat(bar.ends[1])],
    joint: flat(joint),
    leverFoot: flat(foot),
  };
}

/** where a head is drawn: through its own points from origin to insertion */
export const headLine = (frames: Frames, sample: number, headId: string, view: FigureView): [number, number][] =>
  (frames.lines[headId] ?? []).map((name) => {
    const [x, y] = project(framePoint(frames, sample, name), view);
    return [x, y];
  });
