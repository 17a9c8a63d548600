/** What a line of a week is for: asked here by planner, check, swap, techniques and pages alike. */
import { groupOf } from "#core/planning/groups";
import type { Prescription } from "#core/program/document";

/** heads that it gives direct credit, most first */
const ledBy = (credits: Prescription["credits"]): string[] =>
  Object.entries(credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share)
    .map(([head]) => head);

/** the head it was chosen for, else the one that it gives most direct credit; null where it gives none */
export const headFor = ({ target, credits }: Pick<Prescription, "target" | "credits">): string | null =>
  target ?? ledBy(credits)[0] ?? null;

/**
 * The group it counts as a line of: that of the head it was chosen for where that is trained directly, else of the one
 * that it gives most direct credit; null where it is for what rides along.
 */
export function groupFor({ target, credits }: Pick<Prescription, "target" | "credits">): string | null {
  const aimed = target !== null && credits[target]?.direct ? [target] : [];
  for (const head of [...aimed, ...ledBy(credits)]) {
    const group = groupOf(head);
    if (group) return group.id;
  }
  return null;
}
