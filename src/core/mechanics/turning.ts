/** Which joints turn in a rep, which of them it is drawn by, and what each head does about them. */
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/choices";
import { heightOf, isGirdle } from "#core/mechanics/chains";
import type { Model, Side } from "#core/mechanics/model";
import type { Pose } from "#core/mechanics/posture";
import type { Problem } from "#core/mechanics/problem";
import type { HeadSeries } from "#core/mechanics/recording";
import { tabulate } from "#core/base/vector";

/** by the pose coordinates that turn them */
const TURNING_JOINTS = {
  shoulder: ["plane", "elevation", "twist"],
  elbow: ["elbow"],
  wrist: ["wristFlexion", "wristDeviation"],
  fingers: ["fingers"],
  neck: ["neck"],
  spine: ["lumbarFlexion", "lumbarBend", "lumbarRotation", "thoracicFlexion"],
  hip: ["hipFlexion", "hipAbduction", "hipRotation"],
  knee: ["knee"],
  ankle: ["ankle"],
} as const;
export type TurningJoint = keyof typeof TURNING_JOINTS;
/** rad over the rep under which a joint only settles */
const TURNS = (20 * Math.PI) / 180;
const AXES_OF: Readonly<Record<TurningJoint, RegExp>> = {
  shoulder: /^shoulder/,
  elbow: /^elbow$/,
  wrist: /^wrist/,
  fingers: /^fingers$/,
  neck: /^neck$/,
  spine: /^(lumbar|thoracic)/,
  hip: /^hip/,
  knee: /^knee$/,
  ankle: /^ankle$/,
};
/** how far each coordinate goes over the rep; the trunk's and one side's */
export function turningJoints(model: Model, low: Float64Array, high: Float64Array, side: Side): TurningJoint[] {
  return (Object.keys(TURNING_JOINTS) as TurningJoint[]).filter((j) =>
    TURNING_JOINTS[j].some((id) => {
      const c = model.coordinates.findIndex((name) => name === id || name === `${id}.${side}`);
      return c >= 0 && high[c]! - low[c]! >= TURNS;
    }),
  );
}

export function movedJoints(poses: readonly Pose[], s: Float64Array): Record<string, Float64Array> {
  const out: Record<string, Float64Array> = {};
  POSE_COORDINATES.forEach((c: PoseCoordinate, at) => {
    let moves = c === "forearm";
    for (let n = 1; n < s.length && !moves; n++) moves = Math.abs(poses[n]![at]! - poses[0]![at]!) > 0.5;
    if (moves) out[c] = tabulate(s.length, (n) => poses[n]![at]!);
  });
  return out;
}

/** which pose angles turn which freedom */
const TURNED_BY: Readonly<Record<string, readonly string[]>> = {
  shoulderFlexion: ["elevation", "plane"],
  shoulderAbduction: ["elevation", "plane"],
  shoulderRotation: ["plane", "twist"],
  hipFlexion: ["hipFlexion", "pitch"],
};

export function mainJoint(
  model: Model,
  problems: readonly Problem[],
  joints: Record<string, Float64Array>,
  asked: readonly Float64Array[][],
): { problem: number; row: number; freedom: number } | null {
  let best: { problem: number; row: number; freedom: number } | null = problems[0]
    ? { problem: 0, row: 0, freedom: problems[0].block.rows[0]! }
    : null;
  let most = 0;
  problems.forEach((p, problem) =>
    p.block.rows.forEach((freedom, row) => {
      const { id } = model.freedoms[freedom]!;
      const t = asked[problem]![row]!;
      let power = 0;
      for (const c of TURNED_BY[id] ?? [id]) {
        const q = joints[c];
        if (q)
          for (let n = 0; n + 1 < t.length; n++) power += Math.abs(t[n]! + t[n + 1]!) * Math.abs(q[n + 1]! - q[n]!);
      }
      if (isGirdle(id)) power *= 0.2;
      if (power > most) {
        most = power;
        best = { problem, row, freedom };
      }
    }),
  );
  return best;
}

/** what each shown head does about each row of the problems, mean over the rep */
export type ActionSums = Map<number, Map<number, number>>;

/** @param weight of the sample in the mean */
export function addActions(
  actions: ActionSums,
  p: Problem,
  n: number,
  column: number,
  shown: number,
  weight: number,
): void {
  const { rows, columns } = p.block;
  let sums = actions.get(shown);
  if (!sums) actions.set(shown, (sums = new Map<number, number>()));
  for (let r = 0; r < rows.length; r++) {
    const torque = p.activation[column]! * p.A[(n * heightOf(p.block) + r) * columns + column]!;
    if (torque !== 0) sums.set(rows[r]!, (sums.get(rows[r]!) ?? 0) + weight * torque);
  }
}

/** only what is done about joints that turn: holding is no action */
export function actionsOf(
  model: Model,
  series: readonly HeadSeries[],
  sums: ActionSums,
  turns: readonly TurningJoint[],
): Record<string, Record<string, number>> {
  const turning = (id: string) => turns.some((j) => AXES_OF[j].test(id));
  return Object.fromEntries(
    [...sums].map(([k, byFreedom]) => [
      series[k]!.id,
      Object.fromEntries(
        [...byFreedom].flatMap(([f, sum]) => (turning(model.freedoms[f]!.id) ? [[model.freedoms[f]!.id, sum]] : [])),
      ),
    ]),
  );
}

/** names of joints in reasons */
export const JOINT_WORDS: Readonly<Record<string, string>> = {
  protraction: "shoulder blade",
  girdleElevation: "shoulder girdle",
  scapula: "shoulder blade",
  shoulderFlexion: "shoulder",
  shoulderAbduction: "shoulder",
  shoulderRotation: "shoulder, across or back",
  elbow: "elbow",
  forearm: "forearm's rotation",
  wristFlexion: "wrist",
  wristDeviation: "wrist",
  fingers: "fingers",
  neck: "neck",
  lumbarFlexion: "low back",
  thoracicFlexion: "upper back",
  lumbarBend: "trunk sideways",
  lumbarRotation: "trunk's rotation",
  hipFlexion: "hip",
  hipAbduction: "hip sideways",
  hipRotation: "hip's rotation",
  knee: "knee",
  ankle: "ankle",
};
