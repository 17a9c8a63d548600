/**
 * A week that is changed set by set: every sum that its value needs is kept, and a change works out anew only the
 * groups and days it touches. The value is evaluate's to rounding (tested at every step of random walks).
 */
import { VARIETY_WANTED } from "#core/planning/variety";
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

export function boardOf(problem: WeekProblem, start: Sets): Board {
  const { field, days, first, alike, settings: s, terms, watches, running } = problem;
  const { candidates, groups } = field;
  const [D, G, C] = [days.length, groups.length, candidates.length];
  const sets = new Int8Array(C * D);

  const kinds = numbered(candidates.map((c) => c.kind));
  const lengths = numbered(candidates.map((c) => c.length));
  const patterns = numbered(candidates.map((c) => c.pattern));
  const exercises = numbered(candidates.map((c) => c.exercise.id));
  const kindMost = Int32Array.from({ length: kinds.count }, (_, k) =>
    Math.max(1, ...candidates.flatMap((c, i) => (kinds.of[i] === k ? [terms[c.lead]!.sameKind] : []))),
  );
  const kindOn = new Int32Array(kinds.count * D);
  const techniqueOn = new Int32Array(D);
  const lengthOn = new Int32Array(lengths.count * D);
  const patternOn = new Int32Array(patterns.count * D);
  const setupOn = new Int32Array(C);
  const exerciseOn = new Int32Array(exercises.count);

  const dose = new Float64Array(G * D);
  const worth = new Float64Array(G * D);
  const direct = new Float64Array(G);
  const own = new Int32Array(G * D);
  const ownDays = new Int32Array(G);
  const long = new Float64Array(G);
  const groupValue = new Float64Array(G);
  const watched = new Float64Array(watches.length);
  /** lines of each place of each variety, and how many places are there */
  const varietyOn = problem.varieties.map(({ places }) => new Int32Array(places));
  const there = new Int32Array(problem.varieties.length);
  const minutes = new Float64Array(D).fill(problem.warmUp);
  const spine = new Float64Array(D);
  const lines = new Int32Array(D);
  const compounds = new Int32Array(D);
  /** lines of each exercise that is asked for */
  const askedOn = new Int32Array(problem.required.length);
  const asks = candidates.map((_, k) => problem.required.flatMap((r, i) => (r.candidates.includes(k) ? [i] : [])));
  let cost = 0;
  let fresh = 0;
  const dirty: number[] = [];
  const isDirty = new Uint8Array(G);

  const session = s.session;
  const sessionWorth = (x: number): number => {
    let left = x;
    let sum = 0;
    for (let i = 0; i < session.length && left > 0; i++) {
      const { sets: length, slope } = session[i]!;
      sum += (left < length ? left : length) * slope;
      left -= length;
    }
    return sum;
  };

  function valueOfGroup(g: number): number {
    const t = terms[g]!;
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
      gained += sessionWorth(worth[from + d]!);
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
    if (direct[g]! < t.direct) value -= s.direct * (t.direct - direct[g]!);
    if (counted < t.frequency) value -= s.frequency * (t.frequency - counted);
    if (t.running > 0)
      for (let i = 0; i < running.length; i++)
        if (own[from + running[i]![0]]! > 0 && own[from + running[i]![1]]! > 0) value -= t.running;
    if (t.long.worth > 0) value += t.long.worth * Math.min(1, long[g]! / t.long.need);
    return value;
  }

  function fits(k: number, d: number): boolean {
    if (problem.allowed[k * D + d] === 0 || lines[d]! >= problem.lines[d]!) return false;
    const kind = kinds.of[k]!;
    if (kindOn[kind * D + d]! >= kindMost[kind]! || lengthOn[lengths.of[k]! * D + d]! >= 1) return false;
    const pattern = patterns.of[k]!;
    if (pattern >= 0 && patternOn[pattern * D + d]! >= 1) return false;
    if (candidates[k]!.technique && techniqueOn[d]! >= problem.techniquesADay) return false;
    if (setupOn[k]! >= 2 || exerciseOn[exercises.of[k]!]! >= 2) return false;
    for (const x of candidates[k]!.gives) {
      if (!x.direct || own[x.group * D + d]! > 0) continue;
      if (ownDays[x.group]! + alike[d]!.length > terms[x.group]!.mostDays) return false;
    }
    return true;
  }

  /** lines more or fewer of each position or grip that a candidate is */
  function vary(varies: (typeof candidates)[number]["varies"], lineMore: number): void {
    for (let i = 0; i < varies.length; i++) {
      const { variety, place } = varies[i]!;
      const on = varietyOn[variety]!;
      if (on[place] === 0) there[variety]!++;
      on[place]! += lineMore;
      if (on[place] === 0) there[variety]!--;
    }
  }

  function put(k: number, d: number, to: number): void {
    const at = k * D + d;
    const was = sets[at]!;
    if (was === to) return;
    const c = candidates[k]!;
    const more = effective(c, to) - effective(c, was);
    const lineMore = (to > 0 ? 1 : 0) - (was > 0 ? 1 : 0);
    sets[at] = to;
    for (let i = 0; i < c.gives.length; i++) {
      const x = c.gives[i]!;
      const g = x.group;
      dose[g * D + d]! += x.share * more;
      worth[g * D + d]! += x.worth * more;
      if (x.direct) {
        direct[g]! += x.share * more;
        if (lineMore !== 0) {
          own[g * D + d]! += lineMore;
          if (lineMore > 0 && own[g * D + d] === 1) ownDays[g]!++;
          if (lineMore < 0 && own[g * D + d] === 0) ownDays[g]!--;
        }
      }
      if (isDirty[g] === 0) {
        isDirty[g] = 1;
        dirty.push(g);
      }
    }
    if (c.long !== null) long[c.long]! += to - was;
    for (let i = 0; i < c.watches.length; i++) watched[c.watches[i]!]! += to - was;
    minutes[d]! += (to - was) * c.perSet + lineMore * c.perLine;
    spine[d]! += c.spine * (to - was);
    cost += (to - was) * (c.cost + problem.thrift) + lineMore * s.slot;
    if (problem.present) cost += changeAt(at, to) - changeAt(at, was);
    if (lineMore === 0) return;
    lines[d]! += lineMore;
    for (const i of asks[k]!) askedOn[i]! += lineMore;
    vary(c.varies, lineMore);
    if (c.compound) compounds[d]! += lineMore;
    if (c.technique) techniqueOn[d]! += lineMore;
    kindOn[kinds.of[k]! * D + d]! += lineMore;
    lengthOn[lengths.of[k]! * D + d]! += lineMore;
    if (patterns.of[k]! >= 0) patternOn[patterns.of[k]! * D + d]! += lineMore;
    // the same session several times is one use of its setups
    if (first[d] !== d) return;
    setupOn[k]! += lineMore;
    const e = exercises.of[k]!;
    const before = exerciseOn[e]!;
    exerciseOn[e] = before + lineMore;
    if (problem.fresh[k] && (before === 0 || exerciseOn[e] === 0)) fresh += before === 0 ? 1 : -1;
  }

  function changeAt(at: number, is: number): number {
    const was = problem.present![at]!;
    if (was > 0 && is === 0) return s.keep.gone;
    if (was === 0 && is > 0) return s.keep.fresh;
    return s.keep.set * Math.abs(is - was);
  }

  let ofGroups = 0;
  function value(): number {
    for (let i = 0; i < dirty.length; i++) {
      const g = dirty[i]!;
      isDirty[g] = 0;
      const now = valueOfGroup(g);
      ofGroups += now - groupValue[g]!;
      groupValue[g] = now;
    }
    dirty.length = 0;
    let sum = ofGroups - cost;
    for (let w = 0; w < watches.length; w++) {
      const { need, worth } = watches[w]!;
      if (worth > 0) sum += worth * Math.min(1, watched[w]! / need);
    }
    for (let v = 0; v < there.length; v++)
      sum += (problem.varieties[v]!.worth * Math.min(VARIETY_WANTED, there[v]!)) / VARIETY_WANTED;
    let [longest, shortest, week] = [-Infinity, Infinity, 0];
    for (let d = 0; d < D; d++) {
      const m = minutes[d]!;
      if (m > longest) longest = m;
      if (m < shortest) shortest = m;
      const over = m - days[d]!.minutes;
      if (over > 1e-9) sum -= s.minute * over;
      const short = problem.compounds[d]! - compounds[d]!;
      if (short > 0) sum -= s.compoundMissing * short;
      week += spine[d]!;
      if (spine[d]! > problem.spine.day) sum -= s.spine * (spine[d]! - problem.spine.day);
    }
    for (let i = 0; i < running.length; i++) {
      const both = spine[running[i]![0]]! + spine[running[i]![1]]!;
      if (both > problem.spine.running) sum -= s.spine * (both - problem.spine.running);
    }
    for (let i = 0; i < askedOn.length; i++) if (askedOn[i] === 0) sum -= s.required;
    if (week > problem.spine.week) sum -= s.spine * (week - problem.spine.week);
    if (fresh > problem.freshMost) sum -= s.fresh * (fresh - problem.freshMost);
    return sum - s.evenness * Math.max(0, longest - shortest - s.even);
  }

  // leaving the present week costs from the first set on
  if (problem.present) for (let at = 0; at < C * D; at++) cost += changeAt(at, 0);
  for (let g = 0; g < G; g++) {
    isDirty[g] = 1;
    dirty.push(g);
  }
  for (let k = 0; k < C; k++) for (let d = 0; d < D; d++) if (start[k * D + d]! > 0) put(k, d, start[k * D + d]!);
  return { sets, value, fits, put };
}
