/** A first week by simulated annealing (Kirkpatrick 1983): seeded, so that the same problem gives the same week. */
import { boardOf, type Board } from "#core/solver/board";
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

/** places in use, as candidate x day, of what may be changed: kept in step set by set */
class Used {
  private readonly list: number[] = [];
  private readonly where: Int32Array;

  constructor(
    private readonly problem: WeekProblem,
    private readonly sets: Sets,
  ) {
    this.where = new Int32Array(sets.length).fill(-1);
    for (let at = 0; at < sets.length; at++) this.note(at);
  }

  get length(): number {
    return this.list.length;
  }

  at(i: number): number {
    return this.list[i]!;
  }

  note(at: number): void {
    const { locked, first, days } = this.problem;
    const d = at % days.length;
    if (locked[at] || first[d] !== d) return;
    const { list, where } = this;
    const is = this.sets[at]! > 0;
    if (is && where[at]! < 0) {
      where[at] = list.length;
      list.push(at);
    } else if (!is && where[at]! >= 0) {
      const last = list[list.length - 1]!;
      list[where[at]!] = last;
      where[last] = where[at]!;
      list.pop();
      where[at] = -1;
    }
  }
}

/** changes of a week one at a time, each of which can be taken back */
class Moves {
  private readonly candidates: WeekProblem["field"]["candidates"];
  private readonly D: number;
  /** candidates by their leading group: most exchanges stay within it */
  private readonly byLead: number[][];
  private readonly used: Used;
  /** what the last move has changed */
  private readonly changed: number[] = [];
  private readonly was: number[] = [];

  constructor(
    private readonly problem: WeekProblem,
    private readonly board: Board,
    private readonly random: () => number,
  ) {
    this.candidates = problem.field.candidates;
    this.D = problem.days.length;
    this.byLead = problem.field.groups.map(() => []);
    this.candidates.forEach((c, k) => this.byLead[c.lead]!.push(k));
    this.used = new Used(problem, board.sets);
  }

  /** @returns false where the move could not be made: what it has changed is to be taken back all the same */
  move(): boolean {
    this.changed.length = this.was.length = 0;
    const { used, candidates, D, random } = this;
    const r = random();
    if (used.length === 0 || r < 0.22) return this.come();
    const at = used.at(this.pick(used.length));
    if (r < 0.42) return this.resize(at);
    const [k, d] = [Math.floor(at / D), at % D];
    const n = this.board.sets[at]!;
    if (r < 0.68) {
      const list = random() < 0.7 ? this.byLead[candidates[k]!.lead]! : null;
      const other = list ? list[this.pick(list.length)]! : this.pick(candidates.length);
      if (other === k) return false;
      this.change(at, 0);
      return this.add(other, d, n);
    }
    if (r < 0.84 || used.length < 2) {
      const to = this.pickDay();
      if (to === d) return false;
      this.change(at, 0);
      return this.add(k, to, n);
    }
    return this.exchange(at, used.at(this.pick(used.length)));
  }

  undo(): void {
    for (let i = this.changed.length - 1; i >= 0; i--) this.set(this.changed[i]!, this.was[i]!);
  }

  /** a line goes, or a new one comes */
  private come(): boolean {
    const { used, candidates, random } = this;
    if (used.length > 0 && random() < 0.4) {
      this.change(used.at(this.pick(used.length)), 0);
      return true;
    }
    const k = this.pick(candidates.length);
    const d = this.pickDay();
    const { least, most } = candidates[k]!;
    return this.add(k, d, least + this.pick(most - least + 1));
  }

  /** a set more or fewer, and often another line's fewer or more: where minutes are short, neither fits alone */
  private resize(at: number): boolean {
    const { candidates, board, random } = this;
    const { least, most } = candidates[Math.floor(at / this.D)]!;
    const n = board.sets[at]!;
    const to = n + (random() < 0.5 ? 1 : -1);
    if (to < least || to > most) return false;
    this.change(at, to);
    return random() < 0.5 || this.handOver(at, n - to);
  }

  private handOver(from: number, by: number): boolean {
    const at = this.used.at(this.pick(this.used.length));
    const { least, most } = this.candidates[Math.floor(at / this.D)]!;
    const n = this.board.sets[at]! + by;
    if (at === from || n < least || n > most) return false;
    this.change(at, n);
    return true;
  }

  /** two lines exchange their days */
  private exchange(at: number, second: number): boolean {
    const { D, board } = this;
    const [k, d, k2, d2] = [Math.floor(at / D), at % D, Math.floor(second / D), second % D];
    if (d2 === d || k2 === k) return false;
    const [n, n2] = [board.sets[at]!, board.sets[second]!];
    this.change(at, 0);
    this.change(second, 0);
    return this.add(k, d2, n) && this.add(k2, d, n2);
  }

  /** puts a new line where it fits */
  private add(k: number, d: number, wanted: number): boolean {
    const at = k * this.D + d;
    if (this.board.sets[at]! > 0 || !this.problem.alike[d]!.every((x) => this.board.fits(k, x))) return false;
    const { least, most } = this.candidates[k]!;
    this.change(at, Math.max(least, Math.min(most, wanted)));
    return true;
  }

  private change(at: number, to: number): void {
    this.changed.push(at);
    this.was.push(this.board.sets[at]!);
    this.set(at, to);
  }

  /** on every day with the session of this one */
  private set(at: number, to: number): void {
    const [k, d] = [Math.floor(at / this.D), at % this.D];
    for (const x of this.problem.alike[d]!) this.board.put(k, x, to);
    this.used.note(at);
  }

  private pick(n: number): number {
    return Math.floor(this.random() * n);
  }

  private pickDay(): number {
    return this.problem.first[this.pick(this.D)]!;
  }
}

export function anneal(problem: WeekProblem, options: AnnealOptions): { sets: Sets; value: number } {
  const { random, moves, stop = () => false } = options;
  const board = boardOf(problem, options.start ?? lockedSets(problem));
  let value = board.value();
  let best = value;
  let bestSets: Sets = board.sets.slice();
  if (problem.field.candidates.length === 0) return { sets: bestSets, value };
  const walk = new Moves(problem, board, random);
  const hot = options.from ?? HOT;
  for (let i = 0; i < moves; i++) {
    if (i % LOOK === 0 && stop()) break;
    const temperature = hot * Math.pow(COLD / hot, i / moves);
    let taken = walk.move();
    if (taken) {
      const next = board.value();
      const gain = next - value;
      taken = gain >= 0 || random() < Math.exp(gain / temperature);
      if (taken) value = next;
    }
    if (!taken) {
      walk.undo();
      board.value();
    } else if (value > best + 1e-9) {
      best = value;
      bestSets = board.sets.slice();
    }
  }
  return { sets: bestSets, value: best };
}
