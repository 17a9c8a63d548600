/** What a figure is drawn from: the places of joints and the load over the rep. */
import type { PlacedLoad } from "#core/mechanics/loads";
import { findHead } from "#core/anatomy/anatomy";
import type { Model, ModelHead } from "#core/mechanics/model";
import { worldPoint, type State } from "#core/mechanics/state";
import { stringOf, stringSize } from "#core/mechanics/strings";
import type { Vec3 } from "#core/base/vector";

export interface Frames {
  /** names of the points, in order */
  points: readonly string[];
  /** samples x points x 3, m */
  at: Float32Array;
  /** names of the segments, in order, and the body's size over the reference's */
  segments: readonly string[];
  size: number;
  /** samples x segments x 12: rotation to the world (row-major), then the origin in m */
  placed: Float32Array;
  /** force of the load where it acts, over its largest in the rep, samples x 3 */
  force: Float32Array;
  /** fixed ends of cables and bands, and pivots of machine arms, world, with the point each runs to */
  anchors: { at: Vec3; to: string; pivot: boolean }[];
  /** where the load acts */
  loadAt: string[];
  /** whether one rigid bar links both hands there */
  linked: boolean;
  /** the names of the points each head is drawn through */
  lines: Record<string, string[]>;
}

const SIDED = [
  "clavicle",
  "scapula",
  "humerus",
  "forearm",
  "hand",
  "knuckles",
  "grip",
  "hip-bent",
  "thigh",
  "shank",
  "foot",
  "heel",
  "toe",
];
export const FIGURE_POINTS = [
  "pelvis",
  "abdomen",
  "thorax-bent",
  "head",
  "crown",
  ...["right", "left"].flatMap((s) => SIDED.map((p) => `${p}.${s}`)),
];

export function frameRecorder(
  model: Model,
  samples: number,
  loads: readonly PlacedLoad[],
  heads: readonly ModelHead[],
) {
  const loadPoints = loads.map((l, i) => ({ name: `load.${i}`, segment: l.segment, at: l.at }));
  const linePoints = heads.flatMap((h) => {
    const data = findHead(h.id)!;
    const scale = (v: readonly number[]): Vec3 => [
      v[0]! * model.size,
      v[1]! * model.size,
      v[2]! * model.size * (h.side === "left" ? -1 : 1),
    ];
    return (data.line ?? []).map((p, i) => ({
      head: h.id,
      name: `${h.id}.${i}`,
      segment: model.segmentIndex.get(p.segment) ?? model.segmentIndex.get(`${p.segment}.${h.side}`)!,
      at: scale(p.at),
    }));
  });
  // heads that the engine strings over bones are drawn as it strings them
  const strings = heads.flatMap((h) => (h.path && !findHead(h.id)!.line ? [{ head: h.id, path: h.path }] : []));
  const stringPoints = strings.flatMap(({ head, path }) =>
    Array.from({ length: stringSize(path) }, (_, i) => ({ head, name: `${head}.${i}` })),
  );
  const lines: Frames["lines"] = {};
  for (const p of [...linePoints, ...stringPoints]) (lines[p.head] ??= []).push(p.name);
  const names = [
    ...FIGURE_POINTS,
    ...loadPoints.map((l) => l.name),
    ...[...linePoints, ...stringPoints].map((p) => p.name),
  ];
  const places = [
    ...FIGURE_POINTS.map(
      (id) => model.points.get(id) ?? { segment: model.segmentIndex.get(id)!, at: [0, 0, 0] as Vec3 },
    ),
    ...loadPoints,
    ...linePoints,
  ];
  const at = new Float32Array(samples * names.length * 3);
  const force = new Float32Array(samples * 3);
  const segments = model.segments.map((s) => (s.side ? `${s.id}.${s.side}` : s.id));
  const placed = new Float32Array(samples * segments.length * 12);
  const spot = new Float64Array(3);
  return {
    record(state: State, n: number, drawn: Vec3) {
      for (let p = 0; p < places.length; p++) {
        worldPoint(state, places[p]!.segment, places[p]!.at, spot);
        at.set(spot, (n * names.length + p) * 3);
      }
      let k = n * names.length + places.length;
      for (const { path } of strings) for (const p of stringOf(state, path)) at.set(p, 3 * k++);
      for (let i = 0; i < segments.length; i++) {
        const b = (n * segments.length + i) * 12;
        placed.set(state.R.subarray(9 * i, 9 * i + 9), b);
        placed.set(state.o.subarray(3 * i, 3 * i + 3), b + 9);
      }
      force.set(drawn, 3 * n);
    },
    frames(): Frames {
      let peak = 0;
      for (let n = 0; n < samples; n++)
        peak = Math.max(peak, Math.hypot(force[3 * n]!, force[3 * n + 1]!, force[3 * n + 2]!));
      for (let i = 0; i < force.length; i++) force[i]! /= peak || 1;
      return {
        points: names,
        segments,
        size: model.size,
        placed,
        at,
        force,
        anchors: loads.flatMap((l, i) =>
          l.anchor && l.load.share > 0
            ? [{ at: l.anchor, to: `load.${i}`, pivot: l.load.kind === "arm" || l.load.kind === "lever" }]
            : [],
        ),
        loadAt: loadPoints.map((l) => l.name),
        linked: loads.length === 2 && loads.every((l) => l.linked),
        lines,
      };
    },
  };
}

/** a point of a sample, world, m */
export function framePoint(frames: Pick<Frames, "points" | "at">, sample: number, name: string): Vec3 {
  const k = frames.points.indexOf(name);
  const o = (sample * frames.points.length + k) * 3;
  return [frames.at[o]!, frames.at[o + 1]!, frames.at[o + 2]!];
}
