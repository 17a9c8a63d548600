/**
 * How far a machine's pad runs along the limb over a rep, where the machine's axis is off the joint. Found from where
 * the axis stands, never typed. With the axis at the joint nothing slides.
 */
import { meetsAt } from "#core/exercises/loads/loads";
import { meetingOf, type PlacedLoad } from "#core/mechanics/loads";
import type { Model } from "#core/mechanics/model";
import { readPoint, type State } from "#core/mechanics/state";
import { norm, sub } from "#core/base/vector";

/** null where no machine's axis is off its joint; `told` in m */
export function slideWatch(model: Model, loads: readonly PlacedLoad[]) {
  const pad = loads.find((l) => l.load.kind === "lever" && l.anchor !== null);
  if (!pad) return null;
  let [least, most] = [Infinity, -Infinity];
  return {
    look(state: State, s: number) {
      const meeting = meetingOf(model, state, pad, readPoint(state, pad.segment, pad.at), s);
      const along = norm(sub(meetsAt(pad.load, meeting), meeting.joint));
      least = Math.min(least, along);
      most = Math.max(most, along);
    },
    told: (): number => most - least,
  };
}
