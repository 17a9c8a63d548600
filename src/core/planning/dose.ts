/**
 * Effective sets: what a week gives each head and each group of heads, directly and indirectly. Handbook of the method:
 * docs/method/planning.md.
 */
import { clamp, sum } from "#core/base/numbers";
import { findHead, heads } from "#core/anatomy/anatomy";
import { editionOf } from "#core/edition/edition";
import type { Method } from "#core/edition/method";
import type { Counting } from "#core/edition/choices";
import { namedHeads } from "#core/exercises/aims";
import type { Exercise } from "#core/exercises/format";
import type { BodyView } from "#core/mechanics/survey";
import { groupOf, groups, volumeShares, type Group } from "#core/planning/groups";
import type { Prescription, Program } from "#core/program/document";
import { workOf } from "#core/program/purpose";
import type { Rules } from "#core/program/window";
import { reservesOf } from "#core/program/structures";
import { swingCredit } from "#core/planning/swing";
import { techniqueCredit } from "#core/planning/techniques";

/** credit of one set by its reserve: 1 up to 2 reps in reserve, 0.6 at 4, nothing beyond */
export function effortCredit(reserve: number): number {
  if (reserve <= 2) return 1;
  if (reserve <= 4) return 1 - 0.2 * (reserve - 2);
  return 0;
}

/** what a helper earns, by the way of counting: the most, and what a set that helps at all earns of it */
const HELPER: Readonly<Record<Counting, { most: number; flat: boolean }>> = {
  computed: { most: 0.5, flat: false },
  direct: { most: 0, flat: true },
  half: { most: 0.5, flat: true },
  full: { most: 1, flat: true },
};

/** share of a helper's credit, by its activation where the set ends; all of it in editions that do not ask */
const nearLimit = (effort: number, { helperEffort: ends }: Pick<Method, "helperEffort">): number =>
  ends ? clamp((effort - ends.from) / (ends.full - ends.from)) : 1;

/** whether a head does lifting work in a setup, and does not only hold */
export function lifts(view: BodyView, headId: string, { credits }: Pick<Method, "credits">): boolean {
  const m = view.heads[headId];
  if (!view.feasible || !m) return false;
  const first = Math.max(...Object.values(view.heads).map((h) => h?.function ?? 0));
  return m.shareOfAll >= credits.work && m.function >= credits.ofFirst * first;
}

/**
 * What a set of a setup gives each head. A head that the exercise is for: its mean activation over the highest among
 * those. Any other earns only where it does lifting work (it stands in that head's ranking; one that only holds earns
 * nothing), over the highest among targets and heads that lift, at most half: it is not what ends the set; and, since
 * gryn-10, only as far as it is near its own limit where the set ends. Groups of
 * heads are direct where their best head does enough of the leading one's, so that a side raise is not one for
 * the front of the shoulder.
 */
export function creditsOf(
  view: BodyView,
  { targets, aims, family }: Pick<Exercise, "targets" | "aims" | "family">,
  method: Pick<Method, "leastCredit" | "counting" | "credits" | "helperEffort">,
): Prescription["credits"] {
  const activation = (h: string) => view.heads[h]?.activation ?? 0;
  const named = namedHeads({ targets, aims, family });
  const lifting = heads.map((h) => h.id).filter((h) => lifts(view, h, method));
  const top = (list: readonly string[]) => Math.max(0, ...list.map(activation));
  const best = top(named);
  const partOf = (h: string) => groupOf(h)?.heads.filter((x) => named.includes(x)) ?? [h];
  // within one muscle, only the parts that lead; a muscle that is named beside another is a target whatever it does
  const leads = (h: string) =>
    top(partOf(h)) >= method.credits.part * top(named.filter((x) => findHead(x)!.muscle === findHead(h)!.muscle));
  const targeted = new Set(named.filter(leads));
  const over = Math.max(best, top(lifting));
  const { most, flat } = HELPER[method.counting];
  const credits: Prescription["credits"] = {};
  const give = (h: string, share: number, direct: boolean) => {
    credits[h] = {
      share: Math.round(Math.min(1, share) * 100) / 100,
      direct,
      length: Math.round((view.heads[h]?.loadedLength ?? 0) * 100) / 100,
    };
  };
  for (const { id } of heads) {
    if (targeted.has(id)) {
      const first = partOf(id).every((x) => activation(x) <= activation(id));
      const share = best > 0 ? activation(id) / best : 0;
      if (flat ? first : share >= method.leastCredit || first)
        give(id, flat ? 1 : first ? Math.max(method.credits.target, share) : share, true);
    } else if (lifting.includes(id) && over > 0) {
      const share = (activation(id) / over) * (flat ? 1 : nearLimit(view.heads[id]?.atSticking ?? 0, method));
      if (share >= method.leastCredit && most > 0) give(id, flat ? most : Math.min(most, share), false);
    }
  }
  return credits;
}

/**
 * What a set gives a group: where it is for the group, its best head; else what more than half of its volume gets (the
 * weighted median), so that one head of several does not count as all of them.
 */
export function groupCredit(credits: Prescription["credits"], group: Group): { share: number; direct: boolean } | null {
  const own = group.heads.flatMap((h) => (credits[h] ? [{ h, ...credits[h] }] : []));
  const direct = own.filter((c) => c.direct);
  if (direct.length) return { share: Math.max(...direct.map((c) => c.share)), direct: true };
  const volumes = volumeShares.get(group.id)!;
  let volume = 0;
  for (const c of own.sort((a, b) => b.share - a.share)) {
    volume += volumes.get(c.h)!;
    if (volume > 0.5) return { share: c.share, direct: false };
  }
  return null;
}

export interface Dose {
  direct: number;
  indirect: number;
  /** days on which it gets at least half an effective set */
  days: number;
  /** largest sum on one day */
  peakDay: number;
  /** effective sets a day, and those of them that are direct */
  byDay: number[];
  directByDay: number[];
}

export interface WeekDose {
  heads: Record<string, Dose>;
  groups: Record<string, Dose>;
}

export const doseTotal = (d: Dose): number => d.direct + d.indirect;

const effortOf = (p: Prescription, rules: Rules & Pick<Method, "swing">): number =>
  swingCredit(p, rules) * reservesOf(p, p.load, rules).reduce((s, r) => s + effortCredit(r), techniqueCredit(p));

export function weekDose(program: Program): WeekDose {
  const { method } = editionOf(program);
  const lines = workOf(program).days.map((day) => day.blocks.flatMap((b) => b.prescriptions));
  const summed = (creditOf: (p: Prescription) => { share: number; direct: boolean } | null | undefined): Dose => {
    const byDay: number[] = [];
    const directByDay: number[] = [];
    for (const day of lines) {
      let [direct, indirect] = [0, 0];
      for (const p of day) {
        const credit = creditOf(p);
        if (!credit) continue;
        if (credit.direct) direct += effortOf(p, method) * credit.share;
        else indirect += effortOf(p, method) * credit.share;
      }
      byDay.push(direct + indirect);
      directByDay.push(direct);
    }
    return {
      direct: sum(directByDay),
      indirect: sum(byDay) - sum(directByDay),
      days: byDay.filter((d) => d >= 0.5).length,
      peakDay: Math.max(0, ...byDay),
      byDay,
      directByDay,
    };
  };
  return {
    heads: Object.fromEntries(heads.map((h) => [h.id, summed((p) => p.credits[h.id])])),
    groups: Object.fromEntries(groups.map((g) => [g.id, summed((p) => groupCredit(p.credits, g))])),
  };
}

/** worth of a weekly dose, 0 to 1: 1 - exp(-sets / saturation); each further set brings less */
export const worth = (sets: number, method: Method): number => 1 - Math.exp(-sets / method.saturation);

/** what one more full set would bring, over what the first one brought */
export const marginalWorth = (sets: number, method: Method): number => Math.exp(-sets / method.saturation);
