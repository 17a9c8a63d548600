/** The same week as a mixed-integer program: how far the best found is from the best possible. */
import { evaluate } from "#core/solver/evaluate";
import { draft, modelOf, type Draft, type Highs } from "#core/solver/mip";
import { type GradedEnd, type Sets, type WeekProblem } from "#core/solver/problem";

export interface Mip {
  draft: Draft;
  /** columns of sets and of lines of each place (candidate x day); -1 where the place is not in the program */
  sets: Int32Array;
  lines: Int32Array;
  /** value that no column carries */
  constant: number;
}

const INF = Infinity;

/** columns of one day's places, and all that the rows are written with */
interface Writing {
  problem: WeekProblem;
  m: Draft;
  inDay: { k: number; x: number; y: number; at: number }[][];
}
type Terms = (readonly [column: number, factor: number])[];

/** @param places candidate x day that may be used; the others stay empty */
export function mipOf(problem: WeekProblem, places: Uint8Array): Mip {
  const m = draft();
  const size = problem.field.candidates.length * problem.days.length;
  const mip: Mip = {
    draft: m,
    sets: new Int32Array(size).fill(-1),
    lines: new Int32Array(size).fill(-1),
    constant: 0,
  };
  const w: Writing = { problem, m, inDay: problem.days.map(() => []) };
  placeColumns(w, mip, places);
  problem.field.groups.forEach((_, g) => groupRows(w, g));
  const all = w.inDay.flat();
  problem.watches.forEach(({ need, worth }, watch) => {
    if (worth <= 0) return;
    const list = all
      .filter(({ k }) => problem.field.candidates[k]!.watches.includes(watch))
      .map(({ x }) => [x, 1] as const);
    m.row(0, INF, [...list, [m.column(worth / need, 0, need), -1]]);
  });
  problem.varieties.forEach(({ places, worth }, v) => varietyRows(w, v, places, worth));
  for (const { candidates } of problem.required) {
    const there = all.filter(({ k }) => candidates.includes(k)).map(({ y }) => [y, 1] as const);
    m.row(1, INF, [...there, [m.column(-problem.settings.required, 0, 1), 1]]);
  }
  weekRows(problem, m, w.inDay);
  countRows(problem, m, w.inDay);
  return mip;
}

/** places of the arm or grips that are there: two of them are worth something */
function varietyRows({ problem, m, inDay }: Writing, variety: number, places: number, worth: number): void {
  if (worth <= 0) return;
  const there = Array.from({ length: places }, (_, place): [number, number] => {
    const lines = inDay
      .flat()
      .filter(({ k }) => problem.field.candidates[k]!.varies.some((x) => x.variety === variety && x.place === place));
    const on = m.column(worth / problem.varietyWanted, 0, 1);
    m.row(0, INF, [...lines.map(({ y }): [number, number] => [y, 1]), [on, -1]]);
    return [on, 1];
  });
  if (there.length > problem.varietyWanted) m.row(-INF, problem.varietyWanted, there);
}

/** sets and line of every place that may be used or is locked; what leaving the present week costs */
function placeColumns({ problem, m, inDay }: Writing, mip: Mip, places: Uint8Array): void {
  const { field, days, settings: s, locked, present } = problem;
  field.candidates.forEach((c, k) =>
    days.forEach((_, d) => {
      const at = k * days.length + d;
      const was = present?.[at] ?? 0;
      if (present && was > 0) mip.constant -= s.keep.gone;
      if (!places[at] && !locked[at]) return;
      const fixed = locked[at] ? was : null;
      const x = m.column(-(c.cost + problem.thrift), fixed ?? 0, fixed ?? c.most, true);
      const kept = !present ? 0 : was > 0 ? s.keep.gone : -s.keep.fresh;
      const y = m.column(kept - s.slot, fixed === null ? 0 : 1, 1, true);
      mip.sets[at] = x;
      mip.lines[at] = y;
      inDay[d]!.push({ k, x, y, at });
      if (fixed !== null) return;
      m.row(0, INF, [
        [x, 1],
        [y, -c.least],
      ]);
      m.row(-INF, 0, [
        [x, 1],
        [y, -c.most],
      ]);
      if (!present || was === 0) return;
      // sets more or less than now, where the line stays
      const off = m.column(-s.keep.set, 0, INF);
      m.row(-INF, 0, [
        [x, 1],
        [y, -was],
        [off, -1],
      ]);
      m.row(0, INF, [
        [x, 1],
        [y, -was],
        [off, 1],
      ]);
    }),
  );
}

/** what one day gives a group: all of it, what is worth something, what only helps, and its own lines */
function givenOn({ problem, inDay }: Writing, g: number, d: number) {
  const [dose, worth, helped, direct, own]: Terms[] = [[], [], [], [], []];
  for (const { k, x, y } of inDay[d]!) {
    const c = problem.field.candidates[k]!;
    const give = c.gives.find((v) => v.group === g);
    if (!give) continue;
    const times = (by: number): Terms => [
      [x, by],
      [y, -by * c.loss],
    ];
    dose!.push(...times(give.share));
    worth!.push(...times(give.worth));
    if (!give.direct) helped!.push(...times(give.worth));
    else {
      direct!.push(...times(give.share));
      own!.push([y, 1]);
    }
  }
  return { dose: dose!, worth: worth!, helped: helped!, direct: direct!, own: own! };
}

/** a column that is one where the group has a line of its own on a day, or null where nobody asks */
function ownDay(
  w: Writing,
  g: number,
  d: number,
  given: ReturnType<typeof givenOn>,
  parts: readonly number[],
): number | null {
  const { problem, m, inDay } = w;
  const t = problem.terms[g]!;
  if (given.own.length === 0 || (t.running === 0 && t.mostDays >= problem.days.length)) return null;
  const column = m.column(0, 0, 1, true);
  // one row a kind and not one a line: of a kind so many a day are a rule anyway, and the program is tighter for it
  const kinds = new Map<string, { ys: number[]; most: number }>();
  for (const { k, y, at } of inDay[d]!) {
    const c = problem.field.candidates[k]!;
    if (!c.gives.some((v) => v.group === g && v.direct)) continue;
    const kind = kinds.get(c.kind) ?? { ys: [], most: problem.terms[c.lead]!.sameKind };
    kind.most = Math.max(kind.most, problem.terms[c.lead]!.sameKind);
    kind.ys.push(y);
    if (problem.locked[at]) kind.most = INF;
    kinds.set(c.kind, kind);
  }
  for (const { ys, most } of kinds.values())
    if (Number.isFinite(most)) m.row(-INF, 0, [...ys.map((y): [number, number] => [y, 1]), [column, -most]]);
    else for (const y of ys) m.row(-INF, 0, [[y, 1] as const, [column, -1] as const]);
  // half a day of its own is not two sets more: what a session can be worth without its own lines is what helps
  parts.forEach((_, i) => {
    const sets = problem.settings.session.slice(0, i + 1).reduce((sum, p) => sum + p.sets, 0);
    m.row(-INF, 0, [
      ...parts.slice(0, i + 1).map((p) => [p, 1] as const),
      [column, -sets],
      ...given.helped.map(([at, by]) => [at, -by] as const),
    ]);
  });
  return column;
}

/** sets beyond an end of a band: the first at a share of the price, those from `far` on at more than it */
const beyond = (m: Writing["m"], price: number, { sets, share }: GradedEnd, far?: GradedEnd): number[] => [
  ...(sets > 0 ? [m.column(-price * share, 0, sets)] : []),
  m.column(-price, 0, far ? far.sets - sets : INF),
  ...(far ? [m.column(-price * far.share, 0, INF)] : []),
];

/** a group's worth through its sessions and its week, its band, its days */
function groupRows(w: Writing, g: number): void {
  const { problem, m, inDay } = w;
  const { settings: s } = problem;
  const t = problem.terms[g]!;
  const [gains, doses, directs, counted]: Terms[] = [[], [], [], []];
  const owns = problem.days.map((_, d): number | null => {
    const given = givenOn(w, g, d);
    if (given.dose.length === 0) return null;
    doses!.push(...given.dose);
    directs!.push(...given.direct);
    m.row(-INF, t.session, [...given.dose, [m.column(-s.overSession, 0, INF), -1]]);
    if (t.pieces.length === 0) return ownDay(w, g, d, given, []);
    const parts = s.session.map(({ sets }) => m.column(0, 0, sets));
    parts.forEach((p, i) => gains!.push([p, s.session[i]!.slope]));
    m.row(0, INF, [...given.worth, ...parts.map((p) => [p, -1] as const)]);
    if (t.frequency > 0) {
      const day = m.column(0, 0, 1, true);
      m.row(0, INF, [...given.dose, [day, -problem.daySets]]);
      counted!.push([day, 1]);
    }
    return ownDay(w, g, d, given, parts);
  });
  if (t.pieces.length) {
    const pieces = t.pieces.map(({ length, slope }) => [m.column(slope, 0, length), -1] as const);
    m.row(0, INF, [...gains!, ...pieces]);
    m.row(t.low, INF, [...doses!, ...beyond(m, t.under, t.ends.under).map((c) => [c, 1] as const)]);
    if (t.direct > 0) m.row(t.direct, INF, [...directs!, [m.column(-s.direct, 0, INF), 1]]);
    if (t.frequency > 0) m.row(t.frequency, INF, [...counted!, [m.column(-s.frequency, 0, INF), 1]]);
  }
  if (Number.isFinite(t.high))
    m.row(-INF, t.high, [...doses!, ...beyond(m, t.over, t.ends.over, t.ends.far).map((c) => [c, -1] as const)]);
  const on = owns.flatMap((o) => (o === null ? [] : [[o, 1] as const]));
  if (on.length > t.mostDays) m.row(-INF, t.mostDays, on);
  if (t.running > 0)
    for (const [a, b] of problem.running)
      if (owns[a] != null && owns[b] != null)
        m.row(-INF, 1, [
          [owns[a], 1],
          [owns[b], 1],
          [m.column(-t.running, 0, INF), -1],
        ]);
  if (t.long.worth > 0) {
    const list = inDay
      .flat()
      .filter(({ k }) => problem.field.candidates[k]!.long === g)
      .map(({ x }) => [x, 1] as const);
    m.row(0, INF, [...list, [m.column(t.long.worth / t.long.need, 0, t.long.need), -1]]);
  }
}

type InDay = Writing["inDay"];

/** minutes, back, compounds, evenness, what is new */
function weekRows(problem: WeekProblem, m: Draft, inDay: InDay): void {
  const { days, field, settings: s } = problem;
  const { candidates } = field;
  const longest = m.column(0, 0, INF);
  const shortest = m.column(0, 0, INF);
  m.row(-INF, s.even, [
    [longest, 1],
    [shortest, -1],
    [m.column(-s.evenness, 0, INF), -1],
  ]);
  const spines = inDay.map((list) =>
    list.filter(({ k }) => candidates[k]!.spine > 0).map(({ k, x }) => [x, candidates[k]!.spine] as const),
  );
  days.forEach((day, d) => {
    const list = inDay[d]!.flatMap(({ k, x, y }) => [
      [x, candidates[k]!.perSet] as const,
      [y, candidates[k]!.perLine] as const,
    ]);
    m.row(-INF, day.minutes - problem.warmUp, [...list, [m.column(-s.minute, 0, INF), -1]]);
    m.row(-INF, -problem.warmUp, [...list, [longest, -1]]);
    m.row(-problem.warmUp, INF, [...list, [shortest, -1]]);
    m.row(-INF, problem.spine.day, [...spines[d]!, [m.column(-s.spine, 0, INF), -1]]);
    if (problem.compounds[d]! > 0) {
      const compounds = inDay[d]!.filter(({ k }) => candidates[k]!.compound).map(({ y }) => [y, 1] as const);
      m.row(problem.compounds[d]!, INF, [...compounds, [m.column(-s.compoundMissing, 0, INF), 1]]);
    }
  });
  for (const [a, b] of problem.running)
    m.row(-INF, problem.spine.running, [...spines[a]!, ...spines[b]!, [m.column(-s.spine, 0, INF), -1]]);
  m.row(-INF, problem.spine.week, [...spines.flat(), [m.column(-s.spine, 0, INF), -1]]);
  if (Number.isFinite(problem.freshMost)) {
    const byExercise = new Map<string, number[]>();
    for (const { k, y } of inDay.flat())
      if (problem.fresh[k])
        byExercise.set(candidates[k]!.exercise.id, [...(byExercise.get(candidates[k]!.exercise.id) ?? []), y]);
    const used = [...byExercise.values()].map((ys) => {
      const on = m.column(0, 0, 1);
      for (const y of ys)
        m.row(-INF, 0, [
          [y, 1],
          [on, -1],
        ]);
      return [on, 1] as const;
    });
    m.row(-INF, problem.freshMost, [...used, [m.column(-s.fresh, 0, INF), -1]]);
  }
}

/** counted rules; what is locked already takes its place, and is never too much */
function countRows(problem: WeekProblem, m: Draft, inDay: InDay): void {
  const { field, days, locked, terms } = problem;
  const { candidates } = field;
  const rule = (list: InDay[number], most: number) => {
    const fixed = list.filter(({ at }) => locked[at]).length;
    if (list.length > most)
      m.row(
        -INF,
        Math.max(most, fixed),
        list.map(({ y }) => [y, 1] as const),
      );
  };
  const by = (list: InDay[number], key: (k: number) => string | null) => {
    const sorted = new Map<string, InDay[number]>();
    for (const p of list) {
      const k = key(p.k);
      if (k !== null) sorted.set(k, [...(sorted.get(k) ?? []), p]);
    }
    return [...sorted.values()];
  };
  days.forEach((_, d) => {
    const list = inDay[d]!;
    rule(list, problem.lines[d]!);
    for (const same of by(list, (k) => candidates[k]!.kind))
      rule(same, Math.max(1, ...same.map(({ k }) => terms[candidates[k]!.lead]!.sameKind)));
    for (const same of by(list, (k) => candidates[k]!.length)) rule(same, 1);
    for (const same of by(list, (k) => candidates[k]!.pattern)) rule(same, 1);
    rule(
      list.filter(({ k }) => candidates[k]!.technique),
      problem.techniquesADay,
    );
  });
  // the same session several times: one use of its setups, the same sets on each of its days
  const all = inDay.filter((_, d) => problem.first[d] === d).flat();
  inDay.forEach((list, d) => {
    const first = problem.first[d]!;
    if (first === d) return;
    for (const p of list) {
      const other = inDay[first]!.find(({ k }) => k === p.k);
      m.row(
        0,
        0,
        other
          ? [
              [p.x, 1],
              [other.x, -1],
            ]
          : [[p.x, 1]],
      );
      m.row(
        0,
        0,
        other
          ? [
              [p.y, 1],
              [other.y, -1],
            ]
          : [[p.y, 1]],
      );
    }
  });
  for (const same of by(all, String)) rule(same, 2);
  for (const same of by(all, (k) => candidates[k]!.exercise.id)) rule(same, 2);
}

/** what may be used in the proof: everything in use, and of each group and watched part the best for their minutes */
export function poolOf(problem: WeekProblem, plan: Sets, best = 8): Uint8Array {
  const { field, days } = problem;
  const { candidates } = field;
  const D = days.length;
  const keep = new Set<number>();
  candidates.forEach((_, k) => {
    for (let d = 0; d < D; d++) if (plan[k * D + d]! > 0 || (problem.present?.[k * D + d] ?? 0) > 0) keep.add(k);
  });
  const value = (k: number, g: number) => {
    const c = candidates[k]!;
    return (c.gives.find((x) => x.group === g)?.worth ?? 0) / (c.perSet + c.perLine / 3);
  };
  const take = (list: number[], g: number, n: number) =>
    list
      .sort((a, b) => value(b, g) - value(a, g))
      .slice(0, n)
      .forEach((k) => keep.add(k));
  field.groups.forEach((_, g) =>
    take(
      candidates.flatMap((c, k) => (c.gives.some((x) => x.group === g && x.direct) ? [k] : [])),
      g,
      best,
    ),
  );
  for (const r of problem.required) for (const k of r.candidates) keep.add(k);
  field.watches.forEach(({ group }, w) =>
    take(
      candidates.flatMap((c, k) => (c.watches.includes(w) ? [k] : [])),
      group,
      2,
    ),
  );
  field.varieties.forEach(({ group, places }, v) =>
    places.forEach((_, place) =>
      take(
        candidates.flatMap((c, k) => (c.varies.some((x) => x.variety === v && x.place === place) ? [k] : [])),
        group,
        1,
      ),
    ),
  );
  field.groups.forEach((_, g) =>
    take(
      candidates.flatMap((c, k) => (c.long === g ? [k] : [])),
      g,
      2,
    ),
  );
  const places = new Uint8Array(candidates.length * D);
  for (const k of keep) for (let d = 0; d < D; d++) places[k * D + d] = problem.allowed[k * D + d]!;
  return places;
}

export interface Proof {
  sets: Sets;
  value: number;
  /** no week of this pool is worth more */
  bound: number;
  /** (bound - value) / |value| */
  gap: number;
  seconds: number;
}

export interface ProveOptions {
  /** s */
  limit: number;
  /** share at which it is good enough */
  gap: number;
  best?: number;
  tell?: (progress: { value: number; gap: number }) => void;
  stop?: () => boolean;
  /** s of work done so far, where something better than a clock tells: then the limit is of work and not of time */
  worked?: () => number;
}

/** a busy machine may take so many times as long */
const IDLE = 8;

/** proves a week and improves it where it can; never gives back a worse one than it was given */
export function prove(highs: Highs, problem: WeekProblem, plan: Sets, options: ProveOptions): Proof {
  const places = poolOf(problem, plan, options.best);
  const mip = mipOf(problem, places);
  const { draft: m } = mip;
  const startValue = evaluate(problem, plan).value;
  const model = modelOf(highs, m, true, mip.constant);
  try {
    model.options.set({
      output_flag: false,
      time_limit: options.worked ? IDLE * options.limit : options.limit,
      mip_rel_gap: options.gap,
      // the week it is handed is annealed: its own heuristics bettered it in no case, and they come before any bound
      mip_heuristic_effort: 0,
      mip_allow_restart: false,
    });
    const began = options.worked?.() ?? 0;
    const indices: number[] = [];
    const values: number[] = [];
    mip.sets.forEach((x, at) => {
      if (x < 0) return;
      indices.push(x, mip.lines[at]!);
      values.push(plan[at]!, plan[at]! > 0 ? 1 : 0);
    });
    model.setSolution({ indices, values });
    const { mipInterrupt, mipImprovingSolution, mipLogging } = highs.constants.callbackType;
    let shown = Infinity;
    const tell = (data: { mip_gap?: number; mip_primal_bound?: number }) => {
      const gap = data.mip_gap ?? Infinity;
      if (!Number.isFinite(gap) || gap >= shown) return;
      shown = gap;
      options.tell?.({ value: data.mip_primal_bound ?? startValue, gap });
    };
    model.run({
      [mipImprovingSolution]: (e: { data: object }) => tell(e.data),
      [mipLogging]: (e: { data: object }) => tell(e.data),
      [mipInterrupt]: (e: { data: object; interrupt(): void }) => {
        tell(e.data);
        if (options.stop?.() || (options.worked && options.worked() - began > options.limit)) e.interrupt();
      },
    } as never);
    const found = new Int8Array(plan.length);
    const solution = model.getSolution();
    mip.sets.forEach((x, at) => {
      if (x >= 0 && solution.colValue.length) found[at] = Math.round(solution.colValue[x]!);
    });
    const told = evaluate(problem, found);
    const better = told.broken.length === 0 && told.value > startValue;
    const value = better ? told.value : startValue;
    const bound = Math.max(value, model.info.get("mip_dual_bound") as number);
    return {
      sets: better ? found : plan,
      value,
      bound,
      gap: (bound - value) / Math.abs(value),
      seconds: model.getRunTime(),
    };
  } finally {
    model.dispose();
  }
}
