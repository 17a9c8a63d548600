/** Planned and done, week by week: sets, days, effort, and what the client told of the week. */
import { dateBefore, daysBetween } from "#core/base/dates";
import { mean, sum } from "#core/base/numbers";
import { bandOf, groups } from "#core/planning/groups";
import { doseTotal, groupCredit, weekDose } from "#core/planning/dose";
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import type { Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { scoreOf } from "#core/training/check-in";
import type { CheckIn } from "#core/training/check-in-schema";
import { doneCredit } from "#core/training/done-credit";
import type { Entry } from "#core/training/entry";

export interface WeekDone {
  /** its Monday */
  from: string;
  sets: number;
  days: number;
  /** reps in reserve less those asked, on the mean; null where nobody said */
  reserve: number | null;
  /** mean check-in of the week, 1 to 5; null where there was none */
  checkIn: number | null;
  soreness: number | null;
}

export interface GroupDone {
  group: string;
  /** effective sets a week, of the last four whole ones and as the plan has it */
  done: number;
  planned: number;
  /** what the priority asks for; null where it asks for nothing */
  band: { low: number; high: number } | null;
}

/** weeks that volume is told over */
export const LATELY = 4;

export function mondayOf(date: string): string {
  return dateBefore(date, (new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7);
}

/** @param entries newest revisions @returns whole weeks before today's, oldest first, from the first with a set */
export function weeksDone(
  entries: readonly Entry[],
  checkIns: readonly CheckIn[],
  today: string,
  most: number,
): WeekDone[] {
  const done = entries.filter((e) => !e.voided);
  const first = done.reduce<string | null>((f, e) => (f === null || e.localDate < f ? e.localDate : f), null);
  if (!first) return [];
  const [now, begin] = [mondayOf(today), mondayOf(first)];
  const weeks = Math.min(most, Math.round(daysBetween(begin, now) / 7));
  return Array.from({ length: Math.max(0, weeks) }, (_, i): WeekDone => {
    const from = dateBefore(now, 7 * (weeks - i));
    const to = dateBefore(from, -7);
    const own = done.filter((e) => e.localDate >= from && e.localDate < to);
    const told = checkIns.filter((c) => c.localDate >= from && c.localDate < to);
    const said = own.filter((e) => e.reserve !== null);
    return {
      from,
      sets: own.length,
      days: new Set(own.map((e) => e.localDate)).size,
      reserve: said.length ? mean(said.map((e) => e.reserve! - e.prescribed.reserve)) : null,
      checkIn: told.length ? mean(told.map(scoreOf)) : null,
      soreness: told.length ? mean(told.map((c) => c.soreness)) : null,
    };
  });
}

/** effective sets of each group that has a band or gets any, as done and as planned */
export function groupsDone(
  program: Program,
  entries: readonly Entry[],
  client: Pick<ClientInput, "priorities" | "level" | "phase">,
  method: Method,
  today: string,
): GroupDone[] {
  const lines = new Map(prescriptionsOf(program).map((p) => [p.id, p]));
  const to = mondayOf(today);
  const from = dateBefore(to, 7 * LATELY);
  const own = entries.filter((e) => !e.voided && e.localDate >= from && e.localDate < to);
  const first = entries.reduce<string>((f, e) => (e.localDate < f ? e.localDate : f), to);
  const weeks = Math.max(1, Math.min(LATELY, Math.round(daysBetween(mondayOf(first), to) / 7)));
  const planned = weekDose(program).groups;
  return groups.flatMap((g): GroupDone[] => {
    const band = bandOf(g.id, client, method);
    const done =
      sum(
        own.map((e) => {
          const p = lines.get(e.prescriptionId);
          const credit = p && groupCredit(p.credits, g);
          return p && credit ? credit.share * doneCredit(e, p) : 0;
        }),
      ) / weeks;
    const asked = planned[g.id] ? doseTotal(planned[g.id]!) : 0;
    return band || done > 0.5 || asked > 0.5
      ? [{ group: g.id, done, planned: asked, band: band && { low: band.low, high: band.high } }]
      : [];
  });
}
