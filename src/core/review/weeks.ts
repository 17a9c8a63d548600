/** Planned and done, week by week: sets, days, effort, and what the client told of the week. */
import { dateBefore, daysBetween } from "#core/base/dates";
import { mean, median, sum } from "#core/base/numbers";
import { bandOf, groups } from "#core/planning/groups";
import { doseTotal, groupCredit, weekDose } from "#core/planning/dose";
import type { ClientInput } from "#core/clients/client";
import { editionOf } from "#core/edition/edition";
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
  /** from the first set of a day to its last, on the mean; null where no day tells */
  minutes: number | null;
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
      minutes: minutesOf(own),
      checkIn: told.length ? mean(told.map(scoreOf)) : null,
      soreness: told.length ? mean(told.map((c) => c.soreness)) : null,
    };
  });
}

/** sets of a day that tell how long it took, and minutes between which it is believed: some log it all afterwards */
const TIMED = { sets: 4, from: 10, to: 240 };

function minutesOf(entries: readonly Entry[]): number | null {
  const days = new Map<string, number[]>();
  for (const e of entries) days.set(e.localDate, [...(days.get(e.localDate) ?? []), Date.parse(e.at)]);
  const spans = [...days.values()].flatMap((times) => {
    const span = (Math.max(...times) - Math.min(...times)) / 60_000;
    return times.length >= TIMED.sets && span >= TIMED.from && span <= TIMED.to ? [span] : [];
  });
  return spans.length ? mean(spans) : null;
}

/** a week with so much fewer sets than usual, and so many more reps in reserve asked, is a lighter one. Judgement */
export const LIGHTER = { sets: 0.8, reserve: 1 };

/**
 * Where in a block the log stands. A lighter week is one in which the plan asked for less, not one in which less was
 * done: the reserve that was asked went up.
 */
export function blockOf(
  weeks: readonly WeekDone[],
  asked: readonly (number | null)[],
): { weeks: number; lighter: boolean; reserve: number | null } {
  const known = asked.flatMap((a) => a ?? []);
  const usual = known.length ? median(known) : null;
  const sets = median(weeks.filter((w) => w.days > 0).map((w) => w.sets));
  const isLighter = (w: WeekDone, i: number) =>
    usual !== null &&
    w.days > 0 &&
    asked[i] !== null &&
    asked[i]! >= usual + LIGHTER.reserve &&
    w.sets <= LIGHTER.sets * sets;
  let since = 0;
  for (let i = weeks.length - 1; i >= 0 && !isLighter(weeks[i]!, i); i--) since += weeks[i]!.days > 0 ? 1 : 0;
  const last = weeks.at(-1);
  return { weeks: since, lighter: last !== undefined && isLighter(last, weeks.length - 1), reserve: usual };
}

/** reps in reserve that each week's sets were asked for, on the mean; null where there was none */
export const reserveAsked = (entries: readonly Entry[], weeks: readonly WeekDone[]): (number | null)[] =>
  weeks.map(({ from }) => {
    const own = entries.filter((e) => !e.voided && e.localDate >= from && e.localDate < dateBefore(from, -7));
    return own.length ? mean(own.map((e) => e.prescribed.reserve)) : null;
  });

/** check-ins on either side that say something of a group */
const SORE_LEAST = 3;

/** what a group was trained with in the week before it was told to be sore, against the weeks after which it was not */
export function soreBy(
  program: Program,
  entries: readonly Entry[],
  checkIns: readonly CheckIn[],
): { group: string; sets: number; otherwise: number; weeks: number; of: number }[] {
  const lines = new Map(prescriptionsOf(program).map((p) => [p.id, p]));
  const done = entries.filter((e) => !e.voided);
  const { method } = editionOf(program);
  return groups.flatMap((g) => {
    const told = checkIns.flatMap((c) => {
      const own = done.filter((e) => e.localDate < c.localDate && daysBetween(e.localDate, c.localDate) <= 7);
      const sets = sum(
        own.map((e) => {
          const p = lines.get(e.prescriptionId);
          const credit = p && groupCredit(p.credits, g);
          return p && credit ? credit.share * doneCredit(e, p, method) : 0;
        }),
      );
      return sets > 0 ? [{ sets, sore: c.sore.includes(g.id) }] : [];
    });
    const [sore, not] = [told.filter((t) => t.sore), told.filter((t) => !t.sore)];
    return sore.length >= SORE_LEAST && not.length >= SORE_LEAST
      ? [
          {
            group: g.id,
            sets: mean(sore.map((t) => t.sets)),
            otherwise: mean(not.map((t) => t.sets)),
            weeks: sore.length,
            of: told.length,
          },
        ]
      : [];
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
          return p && credit ? credit.share * doneCredit(e, p, method) : 0;
        }),
      ) / weeks;
    const asked = planned[g.id] ? doseTotal(planned[g.id]!) : 0;
    return band || done > 0.5 || asked > 0.5
      ? [{ group: g.id, done, planned: asked, band: band && { low: band.low, high: band.high } }]
      : [];
  });
}
