/**
 * The way of a cable's stack over a rep: how far its plates rise, and where it sits on its stop and pulls nothing.
 * Found from where one stands, never typed.
 */
import { SITS } from "#core/exercises/loads/line";
import type { Setup } from "#core/exercises/setup";
import type { PlacedLoad } from "#core/mechanics/loads";
import { readPoint, type State } from "#core/mechanics/state";
import { norm, sub, type Vec3 } from "#core/base/vector";

export interface Stack {
  /** m that its plates rise over the rep */
  travel: number;
  /** share of the rep in which it sits */
  sits: number;
  /** m to step away from the pulley until it never sits; 0 where it does not */
  step: number;
}

/** m along the floor, away from the pulley, until the hand is as far from it as where the stack sits */
function stepOff(state: State, hand: Vec3, pulley: Vec3): number {
  const [x, z] = [state.o[0]! - pulley[0], state.o[2]! - pulley[2]];
  const far = Math.hypot(x, z) || 1;
  const [hx, hy, hz] = sub(hand, pulley);
  const along = (hx * x + hz * z) / far;
  const aside = hx * hx + hy * hy + hz * hz - along * along;
  return Math.sqrt(Math.max(0, SITS * SITS - aside)) - along;
}

/** null where no cable runs from a pulley */
export function stackWatch(setup: Setup, loads: readonly PlacedLoad[], samples: number) {
  const cables = loads.filter((l) => l.load.kind === "cable" && l.anchor !== null);
  if (cables.length === 0 || !setup.exercise.equipment.includes("cable")) return null;
  let [least, most, sat, step] = [Infinity, 0, 0, 0];
  return {
    look(state: State) {
      let near = Infinity;
      for (const { segment, at, anchor } of cables) {
        const hand = readPoint(state, segment, at);
        const length = norm(sub(hand, anchor!));
        near = Math.min(near, length);
        most = Math.max(most, length);
        if (length < SITS) step = Math.max(step, stepOff(state, hand, anchor!));
      }
      least = Math.min(least, near);
      if (near < SITS) sat++;
    },
    told: (): Stack => ({ travel: Math.max(0, most - Math.max(SITS, least)), sits: sat / samples, step }),
  };
}
