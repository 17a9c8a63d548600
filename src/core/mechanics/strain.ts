/**
 * What a rep asks of joints, for comparing setups of one exercise: the torque about a joint at the load where the set
 * sticks, counted up to three times near the end of its range; at the wrist what it asks of the wrist's muscles,
 * counted so near the end of the forearm's turn; at the hand the grip. Comparable within a joint, not between joints.
 */
import type { Joint } from "#core/exercises/joints";
import type { Demand } from "#core/mechanics/demands";
import type { Model } from "#core/mechanics/model";
import type { Problem } from "#core/mechanics/problem";
import { askedOf } from "#core/mechanics/problem";

/** freedoms of each joint, and the coordinates whose ends of range count for it */
const JOINT_FREEDOMS: Partial<Record<Joint, { freedoms: RegExp; ends: readonly string[] }>> = {
  shoulder: { freedoms: /^shoulder/, ends: ["elevation", "twist"] },
  elbow: { freedoms: /^elbow$/, ends: ["elbow"] },
  hip: { freedoms: /^hip/, ends: ["hipFlexion", "hipAbduction", "hipRotation"] },
  knee: { freedoms: /^knee$/, ends: ["knee"] },
  ankle: { freedoms: /^ankle$/, ends: ["ankle"] },
  spine: { freedoms: /^lumbar/, ends: ["lumbarFlexion"] },
};

/** deg from the end of a joint's range within which its torque counts more, and how much more at the end itself */
export const NEAR_END = { from: 60, more: 2 };

/** how much a torque counts so far from the end of the joint's range. @param left deg */
export const endFactor = (left: number): number =>
  1 + NEAR_END.more * Math.max(0, Math.min(1, 1 - left / NEAR_END.from)) ** 2;

/** @param left by coordinate, deg to the nearer end of its range, by sample */
export function strainOf(
  model: Model,
  problems: readonly Problem[],
  samples: number,
  held: number,
  left: ReadonlyMap<string, Float64Array>,
  demands: readonly Demand[],
): Partial<Record<Joint, number>> {
  const out: Partial<Record<Joint, number>> = {};
  for (const [joint, { freedoms, ends }] of Object.entries(JOINT_FREEDOMS) as [
    Joint,
    { freedoms: RegExp; ends: readonly string[] },
  ][]) {
    const asked = problems.flatMap((p) =>
      p.block.rows.flatMap((f, r) =>
        freedoms.test(model.freedoms[f]!.id) ? [askedOf(p, r, samples, () => held)] : [],
      ),
    );
    if (asked.length === 0) continue;
    let most = 0;
    for (let n = 0; n < samples; n++) {
      const torque = Math.hypot(...asked.map((t) => t[n]!));
      const nearest = Math.min(...ends.map((c) => left.get(c)?.[n] ?? Infinity));
      most = Math.max(most, torque * endFactor(nearest));
    }
    out[joint] = most;
  }
  const demand = (what: RegExp) => Math.max(0, ...demands.filter((d) => what.test(d.what)).map((d) => d.ratio));
  if (demands.length > 0) {
    const turned = left.get("forearm")?.reduce((least, v) => Math.min(least, v), Infinity) ?? Infinity;
    out.wrist = demand(/^wrist/) * endFactor(turned);
    out.fingers = demand(/^grip/);
  }
  return out;
}
