/** One glossary: what each term means in a sentence, with where the exact page defines it. */
import { label } from "./sentence";

/** by the anchor of its definition in docs/method/mechanics.md */
export const terms = {
  "loaded-length": label(
    "Mean place in the muscle's length range at which its tension is done: 0 % shortened, 100 % lengthened.",
  ),
  skew: label("Tension in the lengthened half less tension in the shortened half, of all tension."),
  "stretch-share": label("Share of the tension that falls in the lengthened half of the muscle's range."),
  "bottom-tension": label("Tension at the most lengthened position of the rep, of the largest tension in it."),
  "stretch-reached": label("The most lengthened position that the rep reaches."),
  "range-loaded": label("Part of the muscle's length range in which it is clearly loaded."),
  "share-of-all-work": label("This muscle's share of the work of all muscles in the exercise."),
  "partial-reserve": label("Load that the lengthened half alone allows, over the load of the whole rep."),
  "torque-beside": label("Largest torque at another joint, of the largest at the joint the exercise is for."),
  demands: label("Effort of wrist, hand or hold in this setup."),
  compression: label("Force that presses the low back together, in body weights."),
  stack: label(
    "The way a cable's plates go over a rep. A hand nearer to the pulley than where they rest pulls nothing.",
  ),
  pad: label("How far the pad of a machine slides along the limb when the machine's axis is off the joint."),
  swing: label("The trunk moves to help a lift along: more load, no more for the muscle, more for the low back."),
  support: label("Load from which the body itself slips, tips or lifts off before the muscle gives out."),
  "chosen-load": label("What a load of your choice asks of this client."),
  "parts-of-a-rep": label("A part of the rep, with the load and the tension that it allows."),
};
export type TermId = keyof typeof terms;

/** words of the field, as they are used everywhere in Gryn */
export const field = {
  rir: label("Reps in reserve (RIR): reps that could still be done at the end of a set."),
  direct: label("Direct sets: the muscle is the target and ends the set. Indirect sets: the muscle helps."),
  effective: label("Effective sets: a set counts fully up to 2 RIR, less at 3 and 4, and not beyond."),
  sticking: label("Sticking point: where in the rep the set fails."),
  limiting: label("Limiting muscle: the muscle that fails there."),
  resistance: label("Resistance profile: how heavy the load is at each point of the rep."),
  strength: label("Strength curve: how much the joint can hold at each point of the rep."),
  lengthened: label("Lengthened, mid-range, shortened: where in its own length range a muscle is loaded."),
  range: label("Range of sets: the least and the most effective sets a week for a priority."),
  setup: label("Setup: an exercise with its settings, such as the height of a pulley or the angle of a bench."),
};
