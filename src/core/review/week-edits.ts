/** Edits of the whole week: the lighter week, the block after it, and the next specialised group. */
import { dateBefore } from "#core/base/dates";
import { mean } from "#core/base/numbers";
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { lighterOf } from "#core/planning/block";
import { findGroup } from "#core/planning/groups";
import { nextGroup, rotate } from "#core/planning/rotate";
import type { Operation, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { newestOf, type History } from "#core/training/exposures";
import { change, type Edit, type EditReason, type ProposalClient } from "./edits";
import type { Review } from "./schema";
import { LIGHTER } from "./weeks";

const ofWeek = (
  program: Program,
  key: string,
  reason: EditReason,
  operations: Operation[],
  priorities?: ClientInput["priorities"],
): Edit => ({
  key: `edit ${key}`,
  lineId: null,
  name: program.name,
  reason,
  operations,
  safety: false,
  ...(priorities ? { priorities } : {}),
});

/** the week as it is planned is the lighter one already */
export function isLight(program: Program, usual: number | null): boolean {
  const reserves = prescriptionsOf(program).flatMap((p) => (p.purpose === "work" ? p.reserves : []));
  return usual !== null && reserves.length > 0 && mean(reserves) >= usual + LIGHTER.reserve;
}

/** most lines weaker at once: rest first, whatever each of them asks for */
export function lighterWeek(program: Program, review: Review, method: Method): Edit | null {
  const { sag, sagLines } = method.review;
  const told = review.lines.filter((l) => l.change);
  const weaker = told.filter((l) => l.change!.verdict === "weaker");
  if (weaker.length < sagLines || weaker.length < sag * told.length) return null;
  if (isLight(program, review.block.reserve)) return null;
  const key = `lighter ${review.weeks.at(-1)?.from ?? review.today}`;
  const reason = { kind: "lighter week", lines: weaker.length, of: told.length } as const;
  return ofWeek(program, key, reason, lighterOf(program, method));
}

/** a block has gone its weeks: the last one is lighter, and its key lasts for the week in which it is asked */
export function blockEnd(program: Program, { block, weeks, today }: Review, method: Method): Edit | null {
  if (block.weeks < method.review.block || isLight(program, block.reserve)) return null;
  const key = `block ${weeks.at(-1)?.from ?? today}`;
  return ofWeek(program, key, { kind: "block end", weeks: block.weeks }, lighterOf(program, method));
}

/** after the lighter week: sets and effort as they were before it; null where the week is not a lighter one */
export function nextBlock(
  program: Program,
  { entries }: History,
  { block, weeks, today }: Review,
  { review }: Method,
): Edit | null {
  if (!block.lighter) return null;
  const since = dateBefore(today, review.before);
  const operations = prescriptionsOf(program).flatMap((p): Operation[] => {
    if (p.purpose !== "work" || p.locked) return [];
    const days = new Map<string, number[]>();
    for (const e of newestOf(entries))
      if (e.prescriptionId === p.id && !e.voided && e.localDate >= since)
        (days.get(e.localDate) ?? days.set(e.localDate, []).get(e.localDate)!)[e.set] = e.prescribed.reserve;
    // of the days with most sets the newest
    const before = [...days]
      .filter(([, r]) => r.every((x) => x !== undefined))
      .sort(([a, x], [b, y]) => y.length - x.length || b.localeCompare(a))[0]?.[1];
    return before && before.length > p.reserves.length ? [change(p, { reserves: [...before] })] : [];
  });
  return operations.length
    ? ofWeek(program, `next block ${weeks.at(-1)?.from ?? today}`, { kind: "next block" }, operations)
    : null;
}

/** a group has been specialised for its weeks: the one that waits longest is next */
export function rotations(program: Program, review: Review, client: ProposalClient, method: Method): Edit[] {
  return review.specialised
    .filter((s) => s.weeks >= method.review.specialised && findGroup(s.group))
    .flatMap(({ group, weeks }): Edit[] => {
      const to = nextGroup(program, client, method);
      if (!to) return [];
      const { priorities, operations } = rotate(program, client, method, group, to);
      return [
        ofWeek(program, `rotate ${group} ${to}`, { kind: "rotate", from: group, to, weeks }, operations, priorities),
      ];
    });
}
