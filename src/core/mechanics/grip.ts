/**
 * What the fingers hold of a load that draws the handle out of them: a limit of its own beside the muscles that are
 * balanced. What presses into the palm, or lies across the fingers of a curl, asks little of them and is not counted.
 */
import type { Setup } from "#core/exercises/setup";
import { GRAVITY, type Forces } from "#core/mechanics/loads";
import { sided, type Model, type Side } from "#core/mechanics/model";
import { worldPoint, type State } from "#core/mechanics/state";

/**
 * Body weights that one hand holds of an ordinary handle for a set: trained men carry about their body weight in each
 * hand for half a minute (recalled), and a set that fails after ten reps asks for a little less.
 */
const HOLDS = 0.95;

export interface GripWatch {
  look: (state: State, forces: Forces, n: number) => void;
  /** kg of the load, at most, in the pose of sample n; infinity where nothing draws at the fingers */
  most: (n: number) => number;
}

/** what a handle asks of the fingers that close on it, over an ordinary one; 0 where they hold nothing */
export function openingOf({ attachment, hold }: Pick<Setup, "attachment" | "hold">): number {
  const factor = attachment ? attachment.grip : 1;
  return factor === null ? 0 : 1 / (factor * hold);
}

/** null where nothing is held with the fingers */
export function gripWatch(model: Model, setup: Setup, side: Side, samples: number): GripWatch | null {
  const factor = setup.attachment ? setup.attachment.grip : 1;
  if (factor === null || !setup.loads.some((l) => l.at === "grip")) return null;
  const strength = model.body.variation?.strength["finger-flexors"] ?? 1;
  const holds = HOLDS * strength * model.body.mass * GRAVITY * factor * setup.hold;
  const hand = model.segmentIndex.get(`hand.${side}`)!;
  const forearm = model.segmentIndex.get(`forearm.${side}`)!;
  const { at } = model.points.get(sided("grip", side))!;
  const fixed = new Float64Array(samples);
  const unit = new Float64Array(samples);
  const p = new Float64Array(3);
  return {
    look(state, forces, n) {
      worldPoint(state, hand, at, p);
      // away from the elbow
      const out = [0, 1, 2].map((r) => p[r]! - state.o[3 * forearm + r]!);
      const length = Math.hypot(...out) || 1;
      for (let i = 0; i < forces.count; i++)
        if (forces.segment[i] === hand)
          for (let r = 0; r < 3; r++) {
            fixed[n]! += (out[r]! / length) * forces.fixed[3 * i + r]!;
            unit[n]! += (out[r]! / length) * forces.unit[3 * i + r]!;
          }
    },
    most: (n) => (unit[n]! > 1e-6 ? Math.max(0, (holds - fixed[n]!) / unit[n]!) : Infinity),
  };
}
