/** A first week by simulated annealing (Kirkpatrick 1983): seeded, so that the same problem gives the same week. */
import { boardOf } from "#core/solver/board";
import type { Sets, WeekProblem } from "#core/solver/problem";

export interface AnnealOptions {
  moves: number;
  random: () => number;
  /** a week to begin from, and how warm; cold unless given */
  start?: Sets;
  /** temperature at the beginning: low keeps most of `start` */
  from?: number;
  stop?: () => boolean;
}

const HOT = 0.5;
const COLD = 0.004;
/** moves between two looks at the clock */
const LOOK = 512;

/** a week with the same sets on days of the same session: those of the first */
export const madeAlike = ({ first, days }: WeekProblem, sets: Sets): Sets =>
  sets.map((_, at) => sets[at - (at % days.length) + first[at % days.length]!]!);

/** locked lines only: where every week begins */
export const lockedSets = ({ present, locked, field, days }: WeekProblem): Sets => {
  const sets = new Int8Array(field.candidates.length * days.length);
  if (present) locked.forEach((l, i) => l && (sets[i] = present[i]!));
  return sets;
};

/** by stage, price of a minute over the day and temperature: over a hard price no exchange passes through "too long" */
const STAGES = [
  { minute: 0.5, from: 0.5 },
  { minute: 1.2, from: 0.25 },
  { minute: Infinity, from: 0.2 },
] as const;

/** a week from nothing: minutes cheap first and then dear, each stage from the best of the one before */
export function annealInStages(problem: WeekProblem, options: Omit<AnnealOptions, "start" | "from">) {
  const { settings } = problem;
  let best: { sets: Sets; value: number } | null = null;
  for (const { minute, from } of STAGES) {
    const eased = minute < settings.minute ? { ...problem, settings: { ...settings, minute } } : problem;
    const moves = Math.round(options.moves / STAGES.length);
    best = anneal(eased, { ...options, moves, from, ...(best ? { start: best.sets.slice() } : {}) });
  }
  return best!;
}

export function anneal(problem: WeekProblem, options: AnnealOptions): { sets: Sets; value: number } {
  const { field, days, first, alike, locked } = problem;
  const { candidates } = field;
  const [C, D] = [candidates.length, days.length];
  const { random, moves, stop = () => false } = options;
  const board = boardOf(problem, options.start ?? lockedSets(problem));
  const { sets } = board;
  if (C === 0) return { sets: sets.slice(), value: board.value() };
  const pick = (n: number) => Math.floor(random() * n);
  const pickDay = () => first[pick(D)]!;

  /** candidates by their leading group: most exchanges stay within it */
  const byLead: number[][] = field.groups.map(() => []);
  candidates.forEach((c, k) => byLead[c.lead]!.push(k));

  /** places in use, as candidate x day; kept in step by `set` */
  const used: number[] = [];
  const where = new Int32Array(C * D).fill(-1);
  const note = (at: number) => {
    if (locked[at] || first[at % D] !== at % D) return;
    const is = sets[at]! > 0;
    if (is && where[at]! < 0) {
      where[at] = used.length;
      used.push(at);
    } else if (!is && where[at]! >= 0) {
      const last = used[used.length - 1]!;
      used[where[at]!] = last;
      where[last] = where[at]!;
      used.pop();
      where[at] = -1;
    }
  };
  /** on every day with the session of this one */
  const set = (at: number, to: number) => {
    const [k, d] = [Math.floor(at / D), at % D];
    for (const x of alike[d]!) board.put(k, x, to);
    note(at);
  };
  for (let at = 0; at < C * D; at++) note(at);

  /** what a move has changed, to take it back */
  const changed: number[] = [];
  const was: number[] = [];
  const change = (at: number, to: number) => {
    changed.push(at);
    was.push(sets[at]!);
    set(at, to);
  };
  const undo = () => {
    for (let i = changed.length - 1; i >= 0; i--) set(changed[i]!, was[i]!);
  };
  /** puts a new line where it fits */
  const add = (k: number, d: number, wanted: number): boolean => {
    if (sets[k * D + d]! > 0 || !alike[d]!.every((x) => board.fits(k, x))) return false;
    const c = candidates[k]!;
    change(k * D + d, Math.max(c.least, Math.min(c.most, wanted)));
    return true;
  };
  const randomSets = (k: number) => {
    const { least, most } = candidates[k]!;
    return least + pick(most - least + 1);
  };

  /** sets that one line gives up or takes are another line's: where minutes are short, neither change fits alone */
  const handOver = (from: number, by: number): boolean => {
    const at = used[pick(used.length)]!;
    const { least, most } = candidates[Math.floor(at / D)]!;
    const n = sets[at]! + by;
    if (at === from || n < least || n > most) return false;
    change(at, n);
    return true;
  };

  /** @returns false where the move could not be made */
  function move(): boolean {
    const r = random();
    if (used.length === 0 || r < 0.22) {
      if (used.length > 0 && random() < 0.4) {
        change(used[pick(used.length)]!, 0);
        return true;
      }
      const k = pick(C);
      return add(k, pickDay(), randomSets(k));
    }
    const at = used[pick(used.length)]!;
    const [k, d] = [Math.floor(at / D), at % D];
    const c = candidates[k]!;
    const n = sets[at]!;
    if (r < 0.42) {
      const to = n + (random() < 0.5 ? 1 : -1);
      if (to < c.least || to > c.most) return false;
      change(at, to);
      return random() < 0.5 || handOver(at, n - to);
    }
    if (r < 0.68) {
      const list = random() < 0.7 ? byLead[c.lead]! : null;
      const other = list ? list[pick(list.length)]! : pick(C);
      if (other === k) return false;
      change(at, 0);
      return add(other, d, n);
    }
    if (r < 0.84 || used.length < 2) {
      const to = pickDay();
      if (to === d) return false;
      change(at, 0);
      return add(k, to, n);
    }
    const second = used[pick(used.length)]!;
    const [k2, d2] = [Math.floor(second / D), second % D];
    if (d2 === d || k2 === k) return false;
    const n2 = sets[second]!;
    change(at, 0);
    change(second, 0);
    return add(k, d2, n) && add(k2, d, n2);
  }

  let value = board.value();
  let best = value;
  let bestSets: Sets = sets.slice();
  const hot = options.from ?? HOT;
  for (let i = 0; i < moves; i++) {
    if (i % LOOK === 0 && stop()) break;
    const temperature = hot * Math.pow(COLD / hot, i / moves);
    changed.length = was.length = 0;
    let taken = move();
    if (taken) {
      const next = board.value();
      const gain = next - value;
      taken = gain >= 0 || random() < Math.exp(gain / temperature);
      if (taken) value = next;
    }
    if (!taken) {
      undo();
      board.value();
    } else if (value > best + 1e-9) {
      best = value;
      bestSets = sets.slice();
    }
  }
  return { sets: bestSets, value: best };
}
