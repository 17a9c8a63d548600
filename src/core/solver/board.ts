/**
 * A week that is changed set by set: every sum that its value needs is kept, and a change works out anew only the
 * groups and days it touches. The value is evaluate's to rounding (tested at every step of random walks).
 */
import type { Candidate } from "#core/solver/candidates";
import { effective, gradedSets, type Sets, type WeekProblem } from "#core/solver/problem";

/** where strings are counted on a day, by number */
function numbered(keys: readonly (string | null)[]): { of: Int32Array; count: number } {
  const index = new Map<string, number>();
  const of = Int32Array.from(keys, (k) => {
    if (k === null) return -1;
    if (!index.has(k)) index.set(k, index.size);
    return index.get(k)!;
  });
  return { of, count: index.size };
}

export interface Board {
  readonly sets: Sets;
  /** value of the week as it stands */
  value(): number;
  /** whether a candidate may come to a day, as far as counted rules go: and to all days with its session */
  fits(candidate: number, day: number): boolean;
  /** makes it so many sets; counted rules are the caller's to ask first */
  put(candidate: number, day: number, sets: number): void;
}

/** what of a week is counted by its kind, its length, its pattern and its exercise, and how often each is there */
interface Counts {
  kinds: ReturnType<typeof numbered>;
  lengths: ReturnType<typeof numbered>;
  patterns: ReturnType<typeof numbered>;
  exercises: ReturnType<typeof numbered>;
  /** lines of a kind that a day may have */
  kindMost: Int32Array;
  kindOn: Int32Array;
  techniqueOn: Int32Array;
  lengthOn: Int32Array;
  patternOn: Int32Array;
  setupOn: Int32Array;
  exerciseOn: Int32Array;
}

function countsOf({ field: { candidates }, days, terms }: WeekProblem): Counts {
  const D = days.length;
  const kinds = numbered(candidates.map((c) => c.kind));
  const lengths = numbered(candidates.map((c) => c.length));
  const patterns = numbered(candidates.map((c) => c.pattern));
  const exercises = numbered(candidates.map((c) => c.exercise.id));
  return {
    kinds,
    lengths,
    patterns,
    exercises,
    kindMost: Int32Array.from({ length: kinds.count }, (_, k) =>
      Math.max(1, ...candidates.flatMap((c, i) => (kinds.of[i] === k ? [terms[c.lead]!.sameKind] : []))),
    ),
    kindOn: new Int32Array(kinds.count * D),
    techniqueOn: new Int32Array(D),
    lengthOn: new Int32Array(lengths.count * D),
    patternOn: new Int32Array(patterns.count * D),
    setupOn: new Int32Array(candidates.length),
    exerciseOn: new Int32Array(exercises.count),
  };
}

export const boardOf = (problem: WeekProblem, start: Sets): Board => new WeekBoard(problem, start);

class WeekBoard implements Board {
  readonly sets: Int8Array;
  private readonly D: number;
  private readonly candidates: WeekProblem["field"]["candidates"];
  private readonly counts: Counts;
  private readonly dose: Float64Array;
  private readonly worth: Float64Array;
  private readonly direct: Float64Array;
  private readonly own: Int32Array;
  private readonly ownDays: Int32Array;
  private readonly long: Float64Array;
  private readonly groupValue: Float64Array;
  private readonly watched: Float64Array;
  /** lines of each place of each variety, and how many places are there */
  private readonly varietyOn: Int32Array[];
  private readonly there: Int32Array;
  private readonly minutes: Float64Array;
  private readonly spine: Float64Array;
  private readonly lines: Int32Array;
  private readonly compounds: Int32Array;
  /** lines of each exercise that is asked for, and by candidate which of those it is */
  private readonly askedOn: Int32Array;
  private readonly asks: number[][];
  private cost = 0;
  private fresh = 0;
  private ofGroups = 0;
  private readonly dirty: number[] = [];
  private readonly isDirty: Uint8Array;

  constructor(
    private readonly problem: WeekProblem,
    start: Sets,
  ) {
    const { field, days, required, varieties, watches } = problem;
    const { candidates } = field;
    const [D, G, C] = [days.length, field.groups.length, candidates.length];
    this.D = D;
    this.candidates = candidates;
    this.sets = new Int8Array(C * D);
    this.counts = countsOf(problem);
    this.dose = new Float64Array(G * D);
    this.worth = new Float64Array(G * D);
    this.direct = new Float64Array(G);
    this.own = new Int32Array(G * D);
    this.ownDays = new Int32Array(G);
    this.long = new Float64Array(G);
    this.groupValue = new Float64Array(G);
    this.watched = new Float64Array(watches.length);
    this.varietyOn = varieties.map(({ places }) => new Int32Array(places));
    this.there = new Int32Array(varieties.length);
    this.minutes = new Float64Array(D).fill(problem.warmUp);
    this.spine = new Float64Array(D);
    this.lines = new Int32Array(D);
    this.compounds = new Int32Array(D);
    this.askedOn = new Int32Array(required.length);
    this.asks = candidates.map((_, k) => required.flatMap((r, i) => (r.candidates.includes(k) ? [i] : [])));
    this.isDirty = new Uint8Array(G).fill(1);
    for (let g = 0; g < G; g++) this.dirty.push(g);
    // leaving the present week costs from the first set on
    if (problem.present) for (let at = 0; at < C * D; at++) this.cost += this.changeAt(at, 0);
    for (let k = 0; k < C; k++)
      for (let d = 0; d < D; d++) if (start[k * D + d]! > 0) this.put(k, d, start[k * D + d]!);
  }

  fits(k: number, d: number): boolean {
    const { problem, counts, D } = this;
    const { terms, alike } = problem;
    if (problem.allowed[k * D + d] === 0 || this.lines[d]! >= problem.lines[d]!) return false;
    const kind = counts.kinds.of[k]!;
    if (counts.kindOn[kind * D + d]! >= counts.kindMost[kind]!) return false;
    if (counts.lengthOn[counts.lengths.of[k]! * D + d]! >= 1) return false;
    const pattern = counts.patterns.of[k]!;
    if (pattern >= 0 && counts.patternOn[pattern * D + d]! >= 1) return false;
    const c = this.candidates[k]!;
    if (c.technique && counts.techniqueOn[d]! >= problem.techniquesADay) return false;
    if (counts.setupOn[k]! >= 2 || counts.exerciseOn[counts.exercises.of[k]!]! >= 2) return false;
    for (const x of c.gives) {
      if (!x.direct || this.own[x.group * D + d]! > 0) continue;
      if (this.ownDays[x.group]! + alike[d]!.length > terms[x.group]!.mostDays) return false;
    }
    return true;
  }

  put(k: number, d: number, to: number): void {
    const { problem, D } = this;
    const at = k * D + d;
    const was = this.sets[at]!;
    if (was === to) return;
    const c = this.candidates[k]!;
    const lineMore = (to > 0 ? 1 : 0) - (was > 0 ? 1 : 0);
    this.sets[at] = to;
    this.give(c, d, effective(c, to) - effective(c, was), lineMore);
    if (c.long !== null) this.long[c.long]! += to - was;
    for (let i = 0; i < c.watches.length; i++) this.watched[c.watches[i]!]! += to - was;
    this.minutes[d]! += (to - was) * c.perSet + lineMore * c.perLine;
    this.spine[d]! += c.spine * (to - was);
    this.cost += (to - was) * (c.cost + problem.thrift) + lineMore * problem.settings.slot;
    if (problem.present) this.cost += this.changeAt(at, to) - this.changeAt(at, was);
    if (lineMore !== 0) this.count(k, d, lineMore);
  }

  value(): number {
    const { problem, dirty } = this;
    const { settings: s, watches, varieties } = problem;
    for (let i = 0; i < dirty.length; i++) {
      const g = dirty[i]!;
      this.isDirty[g] = 0;
      const now = this.valueOfGroup(g);
      this.ofGroups += now - this.groupValue[g]!;
      this.groupValue[g] = now;
    }
    dirty.length = 0;
    let sum = this.ofGroups - this.cost;
    for (let w = 0; w < watches.length; w++) {
      const { need, worth } = watches[w]!;
      if (worth > 0) sum += worth * Math.min(1, this.watched[w]! / need);
    }
    for (let v = 0; v < varieties.length; v++)
      sum += (varieties[v]!.worth * Math.min(problem.varietyWanted, this.there[v]!)) / problem.varietyWanted;
    for (let i = 0; i < this.askedOn.length; i++) if (this.askedOn[i] === 0) sum -= s.required;
    if (this.fresh > problem.freshMost) sum -= s.fresh * (this.fresh - problem.freshMost);
    return sum - this.priceOfDays();
  }

  /** what sets more or fewer give the groups of a day */
  private give(c: Candidate, d: number, more: number, lineMore: number): void {
    const { D, own, ownDays, isDirty } = this;
    for (let i = 0; i < c.gives.length; i++) {
      const x = c.gives[i]!;
      const g = x.group;
      this.dose[g * D + d]! += x.share * more;
      this.worth[g * D + d]! += x.worth * more;
      if (x.direct) {
        this.direct[g]! += x.share * more;
        if (lineMore !== 0) {
          own[g * D + d]! += lineMore;
          if (lineMore > 0 && own[g * D + d] === 1) ownDays[g]!++;
          if (lineMore < 0 && own[g * D + d] === 0) ownDays[g]!--;
        }
      }
      if (isDirty[g] === 0) {
        isDirty[g] = 1;
        this.dirty.push(g);
      }
    }
  }

  /** a line more or fewer on a day */
  private count(k: number, d: number, lineMore: number): void {
    const { counts, problem, D } = this;
    const c = this.candidates[k]!;
    this.lines[d]! += lineMore;
    for (const i of this.asks[k]!) this.askedOn[i]! += lineMore;
    for (let i = 0; i < c.varies.length; i++) {
      const { variety, place } = c.varies[i]!;
      const on = this.varietyOn[variety]!;
      if (on[place] === 0) this.there[variety]!++;
      on[place]! += lineMore;
      if (on[place] === 0) this.there[variety]!--;
    }
    if (c.compound) this.compounds[d]! += lineMore;
    if (c.technique) counts.techniqueOn[d]! += lineMore;
    counts.kindOn[counts.kinds.of[k]! * D + d]! += lineMore;
    counts.lengthOn[counts.lengths.of[k]! * D + d]! += lineMore;
    if (counts.patterns.of[k]! >= 0) counts.patternOn[counts.patterns.of[k]! * D + d]! += lineMore;
    // the same session several times is one use of its setups
    if (problem.first[d] !== d) return;
    counts.setupOn[k]! += lineMore;
    const e = counts.exercises.of[k]!;
    const before = counts.exerciseOn[e]!;
    counts.exerciseOn[e] = before + lineMore;
    if (problem.fresh[k] && (before === 0 || counts.exerciseOn[e] === 0)) this.fresh += before === 0 ? 1 : -1;
  }

  private changeAt(at: number, is: number): number {
    const { keep } = this.problem.settings;
    const was = this.problem.present![at]!;
    if (was > 0 && is === 0) return keep.gone;
    if (was === 0 && is > 0) return keep.fresh;
    return keep.set * Math.abs(is - was);
  }

  private sessionWorth(x: number): number {
    const { session } = this.problem.settings;
    let left = x;
    let sum = 0;
    for (let i = 0; i < session.length && left > 0; i++) {
      const { sets: length, slope } = session[i]!;
      sum += (left < length ? left : length) * slope;
      left -= length;
    }
    return sum;
  }

  private valueOfGroup(g: number): number {
    const { problem, D, dose, own } = this;
    const { settings: s, running } = problem;
    const t = problem.terms[g]!;
    let total = 0;
    let gained = 0;
    let counted = 0;
    let over = 0;
    const from = g * D;
    for (let d = 0; d < D; d++) {
      const x = dose[from + d]!;
      total += x;
      if (x >= problem.daySets - 1e-9) counted++;
      if (x > t.session) over += x - t.session;
      gained += this.sessionWorth(this.worth[from + d]!);
    }
    let value = 0;
    for (let i = 0; i < t.pieces.length && gained > 0; i++) {
      const { length, slope } = t.pieces[i]!;
      value += (gained < length ? gained : length) * slope;
      gained -= length;
    }
    value -= s.overSession * over;
    if (total < t.low) value -= t.under * gradedSets(t.low - total, t.ends.under);
    if (total > t.high) value -= t.over * gradedSets(total - t.high, t.ends.over, t.ends.far);
    if (this.direct[g]! < t.direct) value -= s.direct * (t.direct - this.direct[g]!);
    if (counted < t.frequency) value -= s.frequency * (t.frequency - counted);
    if (t.running > 0)
      for (let i = 0; i < running.length; i++)
        if (own[from + running[i]![0]]! > 0 && own[from + running[i]![1]]! > 0) value -= t.running;
    if (t.long.worth > 0) value += t.long.worth * Math.min(1, this.long[g]! / t.long.need);
    return value;
  }

  /** minutes, compounds, the back, and how even the days are */
  private priceOfDays(): number {
    const { problem, minutes, spine } = this;
    const { days, settings: s, running } = problem;
    let price = 0;
    let [longest, shortest, week] = [-Infinity, Infinity, 0];
    for (let d = 0; d < this.D; d++) {
      const m = minutes[d]!;
      if (m > longest) longest = m;
      if (m < shortest) shortest = m;
      const over = m - days[d]!.minutes;
      if (over > 1e-9) price += s.minute * over;
      const short = problem.compounds[d]! - this.compounds[d]!;
      if (short > 0) price += s.compoundMissing * short;
      week += spine[d]!;
      if (spine[d]! > problem.spine.day) price += s.spine * (spine[d]! - problem.spine.day);
    }
    for (let i = 0; i < running.length; i++) {
      const both = spine[running[i]![0]]! + spine[running[i]![1]]!;
      if (both > problem.spine.running) price += s.spine * (both - problem.spine.running);
    }
    if (week > problem.spine.week) price += s.spine * (week - problem.spine.week);
    return price + s.evenness * Math.max(0, longest - shortest - s.even);
  }
}
