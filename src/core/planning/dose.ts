/**
 * Effective sets: what a week gives each head and muscle, directly and indirectly. Handbook of the method:
 * docs/method/planning.md.
 */
import { heads, muscles } from "#core/anatomy/anatomy";
import type { Method } from "#core/edition/method";
import type { Prescription, Program } from "#core/planning/program";
import type { BodyView } from "#core/mechanics/survey";

/** credit of one set by its reserve: 1 up to 2 reps in reserve, 0.6 at 4, nothing beyond */
export function effortCredit(reserve: number): number {
  if (reserve <= 2) return 1;
  if (reserve <= 4) return 1 - 0.2 * (reserve - 2);
  return 0;
}

/**
 * counting school "computed": mean activation over the highest among the target's heads; direct where the muscle is a
 * target
 */
export function creditsOf(view: BodyView, targets: readonly string[], leastCredit: number): Prescription["credits"] {
  const wanted = heads.filter((h) => targets.includes(h.muscle)).map((h) => view.heads[h.id]?.activation ?? 0);
  const highest = Math.max(0, ...wanted);
  const credits: Prescription["credits"] = {};
  for (const h of heads) {
    const share = highest > 0 ? Math.min(1, (view.heads[h.id]?.activation ?? 0) / highest) : 0;
    if (share >= leastCredit)
      credits[h.id] = {
        share: Math.round(share * 100) / 100,
        direct: targets.includes(h.muscle),
        length: Math.round((view.heads[h.id]?.loadedLength ?? 0) * 100) / 100,
      };
  }
  return credits;
}

export interface Dose {
  direct: number;
  indirect: number;
  /** days on which it gets at least half an effective set */
  days: number;
  /** largest sum on one day */
  peakDay: number;
}

export interface WeekDose {
  heads: Record<string, Dose>;
  /** volume-weighted mean of a muscle's heads */
  muscles: Record<string, Dose>;
  /** effective sets a day: head id to one number a day */
  byDay: Record<string, number[]>;
}

const total = (d: Dose) => d.direct + d.indirect;
export const doseTotal = total;

export function weekDose(program: Program): WeekDose {
  const byHead: Record<string, Dose> = {};
  const byDay: Record<string, number[]> = {};
  for (const h of heads) {
    const perDay = program.days.map((day) => {
      let [direct, indirect] = [0, 0];
      for (const b of day.blocks)
        for (const p of b.prescriptions) {
          const credit = p.credits[h.id];
          if (!credit) continue;
          const sets = p.reserves.reduce((s, r) => s + effortCredit(r), 0) * credit.share;
          if (credit.direct) direct += sets;
          else indirect += sets;
        }
      return { direct, indirect };
    });
    byDay[h.id] = perDay.map((d) => d.direct + d.indirect);
    byHead[h.id] = {
      direct: perDay.reduce((s, d) => s + d.direct, 0),
      indirect: perDay.reduce((s, d) => s + d.indirect, 0),
      days: byDay[h.id]!.filter((d) => d >= 0.5).length,
      peakDay: Math.max(0, ...byDay[h.id]!),
    };
  }
  const byMuscle: Record<string, Dose> = {};
  for (const m of muscles) {
    const own = heads.filter((h) => h.muscle === m.id);
    const volume = own.reduce((s, h) => s + h.maxForce * h.optimumLength, 0);
    const mean = (pick: (id: string) => number) =>
      own.reduce((s, h) => s + (h.maxForce * h.optimumLength * pick(h.id)) / volume, 0);
    const perDay = program.days.map((_, d) => mean((id) => byDay[id]![d]!));
    byMuscle[m.id] = {
      direct: mean((id) => byHead[id]!.direct),
      indirect: mean((id) => byHead[id]!.indirect),
      days: perDay.filter((d) => d >= 0.5).length,
      peakDay: Math.max(0, ...perDay),
    };
  }
  return { heads: byHead, muscles: byMuscle, byDay };
}

/** worth of a weekly dose, 0 to 1: 1 - exp(-sets / saturation); each further set brings less */
export const worth = (sets: number, method: Method): number => 1 - Math.exp(-sets / method.saturation);

/** what one more full set would bring, over what the first one brought */
export const marginalWorth = (sets: number, method: Method): number => Math.exp(-sets / method.saturation);

/** weekly band of a muscle for a client's priority and level; null where the client has none for it */
export function bandOf(
  muscle: string,
  client: { priorities: Record<string, keyof Method["bands"]>; level: "beginner" | "trained" },
  method: Method,
): { low: number; high: number; priority: keyof Method["bands"] } | null {
  const priority = client.priorities[muscle];
  if (!priority) return null;
  const factor = client.level === "beginner" ? method.beginnerFactor : 1;
  return { low: method.bands[priority][0] * factor, high: method.bands[priority][1] * factor, priority };
}
