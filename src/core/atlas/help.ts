/** Who can turn a joint which way in a pose: what each head makes of it with all of its strength. */
import type { Model } from "#core/mechanics/model";
import { createState, updateHeads } from "#core/mechanics/state";
import { applyFreePose, type FreePose } from "./pose";

export interface Helper {
  head: string;
  /** N m at full activation: lever times the force that its length allows */
  torque: number;
  /** mm */
  lever: number;
  /** place in its usable range, 0 shortened to 1 lengthened */
  place: number;
}

/**
 * Heads of the right side that turn a joint that way, the strongest first.
 * @param freedom as levers name it (`elbow`, `shoulderFlexion`); @param way 1 as the freedom counts, -1 against it
 * @param least N m under which a head is no help
 * @throws RangeError for a freedom that the model does not have
 */
export function helpersIn(model: Model, pose: FreePose, freedom: string, way: 1 | -1, least = 0.2): Helper[] {
  const f = model.freedoms.findIndex((x) => x.id.replace(/\.right$/, "") === freedom && x.side !== "left");
  if (f < 0) throw new RangeError(`no freedom called ${freedom}`);
  const state = createState(model);
  applyFreePose(model, state, pose);
  const half = model.heads.length / 2;
  updateHeads(model, state, 0, half);
  return model.heads
    .slice(0, half)
    .map((h, i): Helper => {
      const arm = way * state.arms[i * model.freedoms.length + f]!;
      const place = (state.length[i]! - h.shortest) / (h.longest - h.shortest);
      return {
        head: h.id,
        torque: arm * state.active[i]!,
        lever: 1000 * arm,
        place: Math.max(0, Math.min(1, place)),
      };
    })
    .filter((h) => h.torque >= least)
    .sort((a, b) => b.torque - a.torque);
}
