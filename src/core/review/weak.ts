/** Weak links as the log shows them: felt in grip, low back or arms in exercises that are for something else. */
import { WEAK_LINKS, type WeakLink } from "#core/clients/choices";
import type { ClientInput } from "#core/clients/client";
import { sum } from "#core/base/numbers";
import { groupFor } from "#core/planning/aim";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import type { Review } from "./schema";

/** groups, by id, in which a link is felt */
const FELT: Readonly<Record<WeakLink, readonly string[]>> = {
  grip: ["forearms"],
  "low back": ["low-back"],
  arms: ["biceps", "triceps", "elbow-flexors"],
};
/** workouts in which it is told, exercises that it is told of, and share of what was said there. Judgement */
const LEAST = { times: 4, lines: 2, share: 0.25 };

export interface WeakSeen {
  link: WeakLink;
  /** workouts in which it was felt there, and all in which the client said where */
  times: number;
  said: number;
  /** exercises for something else */
  lines: number;
}

/** links that are not noted yet; none where a single exercise says so, which is that exercise's fault */
export function weakSeen(review: Pick<Review, "lines">, program: Program, { weak }: Pick<ClientInput, "weak">) {
  const group = new Map(prescriptionsOf(program).map((p) => [p.id, groupFor(p)]));
  return WEAK_LINKS.filter((link) => !weak.some((w) => w.link === link)).flatMap((link): WeakSeen[] => {
    const own = FELT[link];
    const told = review.lines
      .filter((l) => !own.includes(group.get(l.lineId) ?? ""))
      .map((l) => ({
        times: sum(l.feltIn.filter((f) => own.includes(f.group)).map((f) => f.times)),
        said: l.felt.said,
      }))
      .filter((l) => l.times > 0);
    const [times, said] = [sum(told.map((t) => t.times)), sum(told.map((t) => t.said))];
    const enough = times >= LEAST.times && told.length >= LEAST.lines && times >= LEAST.share * said;
    return enough ? [{ link, times, said, lines: told.length }] : [];
  });
}
