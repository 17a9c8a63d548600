/** The line for a setup and the line against it, from what `becauseOf` found. */
import { muscleName } from "#core/anatomy/anatomy";
import { JOINT_NAMES } from "#core/exercises/joints";
import type { SurveyRow } from "#core/mechanics/survey";
import { against, forIt, row } from "#core/words/ranking";
import type { Because, Said } from "./because";

function plus(s: Said): string {
  switch (s.factor) {
    case "tension":
      if (s.part === "force") return forIt.force({ share: s.value });
      return s.part === "length" ? forIt.length({ place: s.value }) : forIt.travel({ share: s.value });
    case "limiter":
      return (s.first ? forIt.nearlyEnds : forIt.ends)({ nearness: s.nearness });
    case "joints":
      return forIt.joints();
    case "spine":
      return forIt.spine();
    case "time":
      return forIt.time({ seconds: s.seconds });
    case "steadiness":
      return forIt.steadiness({ steadiness: s.steadiness });
    case "progression":
      return forIt.progression({ step: s.step });
    case "whole":
      return forIt.whole({ share: s.share });
    case "load":
      return forIt.load({ kg: s.usual });
    case "focus":
      return forIt.focus({ own: s.own });
    case "client":
      return forIt.client();
  }
}

function minus(s: Said): string {
  switch (s.factor) {
    case "tension":
      if (s.part === "force") return against.force({ share: s.value, best: s.best });
      return s.part === "length" ? against.length({ place: s.value }) : against.travel({ share: s.value });
    case "limiter":
      return s.first
        ? against.endsFirst({ muscle: muscleName(s.first.muscle), share: s.first.share })
        : against.effort({ nearness: s.nearness });
    case "joints":
      return s.joint ? against.joint({ joint: JOINT_NAMES[s.joint], strain: s.strain }) : against.joints();
    case "spine":
      return against.spine({ weights: s.compression });
    case "time":
      return against.time({ seconds: s.seconds, sides: s.sides });
    case "steadiness":
      return s.helper ? against.helper() : against.steadiness({ steadiness: s.steadiness });
    case "progression":
      return against.progression({ step: s.step });
    case "whole":
      return against.whole({ share: s.share });
    case "load":
      return against.load({ kg: s.usual });
    case "focus":
      return against.focus({ own: s.own });
    case "client":
      return against.client({ points: s.points, weak: s.weak });
  }
}

export interface BecauseWords {
  /** what speaks for it, in twelve words or fewer */
  plus: string;
  /** what speaks against it, in ten or fewer; null where nothing stands out */
  minus: string | null;
}

export const becauseWords = ({ lifts, cost }: Because): BecauseWords => ({
  plus: lifts.length ? row.plus({ reasons: lifts.map(plus) }) : row.average(),
  minus: cost ? row.minus({ reason: minus(cost) }) : null,
});

/** both lines as one, where there is room for one only */
export function becauseText(because: Because): string {
  const { plus: up, minus: down } = becauseWords(because);
  return down ? `${up}. Cost: ${down.replace(/^./, (c) => c.toLowerCase())}.` : `${up}.`;
}

/** where in its range a head is loaded most, 0 shortest to 1 longest */
export function hardestLength({ view }: SurveyRow, headId: string): number | null {
  const slices = view.heads[headId]?.slices;
  if (!slices) return null;
  const at = slices.force.reduce((best, f, k) => (f > slices.force[best]! ? k : best), 0);
  return slices.position[at] ?? null;
}
