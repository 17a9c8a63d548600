/**
 * What a week is worth and which rules it breaks, worked out plainly from its sets: the same sums as annealing and
 * proof, written a second time without any of their shortcuts.
 */
import { effective, gradedSets, minutesOf, type Sets, type WeekProblem } from "#core/solver/problem";

export interface Evaluation {
  value: number;
  /** what of the value is which, for why */
  parts: Record<string, number>;
  /** elastic rules that are broken: group, day or exercise, and by how much */
  missing: {
    kind: "low" | "high" | "session" | "direct" | "days" | "running" | "compounds" | "minutes" | "spine" | "required";
    of: string;
    by: number;
  }[];
  /** hard rules that are broken, in words; empty for every plan that is handed out */
  broken: string[];
}

const sumOf = <T>(list: readonly T[], f: (x: T, i: number) => number): number =>
  list.reduce((s, x, i) => s + f(x, i), 0);

/** piecewise linear from 0 */
const along = (pieces: readonly { length: number; slope: number }[], x: number): number => {
  let [left, sum] = [x, 0];
  for (const p of pieces) {
    sum += Math.min(left, p.length) * p.slope;
    left = Math.max(0, left - p.length);
  }
  return sum;
};

/** the rule that a repeated session is broken by when some of its places vary */
export const UNLIKE = "is not the session";

export function evaluate(problem: WeekProblem, sets: Sets): Evaluation {
  const { field, days, settings: s, terms } = problem;
  const { candidates } = field;
  const D = days.length;
  const at = (k: number, d: number) => sets[k * D + d]!;
  const lines = days.map((_, d) => candidates.flatMap((c, k) => (at(k, d) > 0 ? [{ c, k, sets: at(k, d) }] : [])));
  const parts: Record<string, number> = {};
  const missing: Evaluation["missing"] = [];
  const add = (part: string, value: number) => (parts[part] = (parts[part] ?? 0) + value);
  const miss = (
    kind: Evaluation["missing"][number]["kind"],
    of: string,
    by: number,
    price: number,
    counted: (by: number) => number = (x) => x,
  ) => {
    if (by <= 1e-9 || price === 0) return;
    add("rules", -price * counted(by));
    missing.push({ kind, of, by });
  };
  const pieces = s.session.map(({ sets, slope }) => ({ length: sets, slope }));
  const broken = brokenBy(problem, sets);

  field.groups.forEach((g, i) => {
    const t = terms[i]!;
    const onDay = (what: "share" | "worth", direct: boolean) =>
      lines.map((day) =>
        sumOf(day, ({ c, sets }) =>
          sumOf(
            c.gives.filter((x) => x.group === i && (x.direct || !direct)),
            (x) => x[what] * effective(c, sets),
          ),
        ),
      );
    const dose = onDay("share", false);
    const total = sumOf(dose, (x) => x);
    add(
      "dose",
      along(
        t.pieces,
        sumOf(onDay("worth", false), (x) => along(pieces, x)),
      ),
    );
    miss("low", g.id, t.low - total, t.under, (by) => gradedSets(by, t.ends.under));
    miss("high", g.id, total - t.high, t.over, (by) => gradedSets(by, t.ends.over, t.ends.far));
    miss("direct", g.id, t.direct - sumOf(onDay("share", true), (x) => x), s.direct);
    miss("days", g.id, t.frequency - dose.filter((x) => x >= problem.daySets - 1e-9).length, s.frequency);
    const own = lines.map((day) => day.some(({ c }) => c.gives.some((x) => x.group === i && x.direct)));
    miss("running", g.id, problem.running.filter(([a, b]) => own[a] && own[b]).length, t.running);
    if (own.filter(Boolean).length > t.mostDays) broken.push(`${g.name} on more than ${t.mostDays} days`);
    dose.forEach((x) => miss("session", g.id, x - t.session, s.overSession));
    const long = sumOf(lines, (day) => sumOf(day, ({ c, sets }) => (c.long === i ? sets : 0)));
    add("long lengths", t.long.worth * Math.min(1, long / t.long.need));
  });
  problem.varieties.forEach(({ worth }, v) => {
    const of = (c: (typeof candidates)[number]) => c.varies.flatMap((x) => (x.variety === v ? [x.place] : []));
    const there = new Set(lines.flatMap((day) => day.flatMap(({ c }) => of(c))));
    add("variety", (worth * Math.min(problem.varietyWanted, there.size)) / problem.varietyWanted);
  });
  problem.watches.forEach(({ need, worth }, w) => {
    const got = sumOf(lines, (day) => sumOf(day, ({ c, sets }) => (c.watches.includes(w) ? sets : 0)));
    add("parts", worth * Math.min(1, got / need));
  });

  const spine = lines.map((day) => sumOf(day, ({ c, sets }) => c.spine * sets));
  const minutes = days.map((_, d) => minutesOf(problem, sets, d));
  days.forEach((day, d) => {
    miss("minutes", day.id, minutes[d]! - day.minutes, s.minute);
    miss("spine", day.id, spine[d]! - problem.spine.day, s.spine);
    miss(
      "compounds",
      day.id,
      problem.compounds[d]! - lines[d]!.filter(({ c }) => c.compound).length,
      s.compoundMissing,
    );
  });
  for (const [a, b] of problem.running)
    miss("spine", days[b]!.id, spine[a]! + spine[b]! - problem.spine.running, s.spine);
  miss("spine", "week", sumOf(spine, (x) => x) - problem.spine.week, s.spine);
  for (const { exercise, candidates: of } of problem.required)
    miss("required", exercise, of.some((k) => days.some((_, d) => at(k, d) > 0)) ? 0 : 1, s.required);
  add("evenness", -s.evenness * Math.max(0, Math.max(...minutes) - Math.min(...minutes) - s.even));
  add("cost", -sumOf(lines, (day) => sumOf(day, ({ c, sets }) => sets * (c.cost + problem.thrift) + s.slot)));
  const fresh = new Set(lines.flatMap((day) => day.filter(({ k }) => problem.fresh[k]).map(({ c }) => c.exercise.id)));
  add("fresh", -s.fresh * Math.max(0, fresh.size - problem.freshMost));
  if (problem.present) add("change", -changeCost(problem, sets));
  return { value: sumOf(Object.values(parts), (x) => x), parts, missing, broken };
}

/** what it costs to leave the present week */
function changeCost({ field, days, present, settings: { keep } }: WeekProblem, sets: Sets): number {
  let sum = 0;
  for (let i = 0; i < field.candidates.length * days.length; i++) {
    const [was, is] = [present![i]!, sets[i]!];
    if (was > 0 && is === 0) sum += keep.gone;
    else if (was === 0 && is > 0) sum += keep.fresh;
    else sum += keep.set * Math.abs(is - was);
  }
  return sum;
}

/** counted rules */
function brokenBy(problem: WeekProblem, sets: Sets): string[] {
  const { field, days } = problem;
  const D = days.length;
  const broken: string[] = [];
  const count = (keys: string[], most: (key: string) => number, what: string) => {
    const seen = new Map<string, number>();
    for (const k of keys) seen.set(k, (seen.get(k) ?? 0) + 1);
    for (const [k, n] of seen) if (n > most(k)) broken.push(`${what} ${k} ${n} times`);
  };
  const places = field.candidates.flatMap((c, k) =>
    days.flatMap((_, d) => (sets[k * D + d]! > 0 ? [{ c, k, d, sets: sets[k * D + d]! }] : [])),
  );
  const free = places.filter(({ k, d }) => !problem.locked[k * D + d]);
  const locked = (test: (p: (typeof places)[number]) => boolean) =>
    places.filter((p) => problem.locked[p.k * D + p.d] && test(p)).length;
  for (let d = 0; d < D; d++) {
    const day = free.filter((p) => p.d === d);
    const lines = places.filter((p) => p.d === d).length;
    if (day.length && lines > problem.lines[d]!) broken.push(`${lines} lines on day ${d + 1}`);
    const of = (key: (p: (typeof places)[number]) => string | null) => day.flatMap((p) => key(p) ?? []);
    const room = (key: (p: (typeof places)[number]) => string | null, most: (k: string) => number) => (k: string) =>
      Math.max(0, most(k) - locked((p) => p.d === d && key(p) === k));
    const kind = (p: (typeof places)[number]) => p.c.kind;
    const most = (k: string) =>
      Math.max(1, ...field.candidates.filter((c) => c.kind === k).map((c) => problem.terms[c.lead]!.sameKind));
    count(of(kind), room(kind, most), `day ${d + 1}:`);
    const length = (p: (typeof places)[number]) => p.c.length;
    count(
      of(length),
      room(length, () => 1),
      `day ${d + 1}: the same length,`,
    );
    const technique = (p: (typeof places)[number]) => (p.c.technique ? "technique" : null);
    count(
      of(technique),
      room(technique, () => problem.techniquesADay),
      `day ${d + 1}:`,
    );
    const pattern = (p: (typeof places)[number]) => p.c.pattern;
    count(
      of(pattern),
      room(pattern, () => 1),
      `day ${d + 1}: pattern`,
    );
  }
  // the same session several times is one use of what stands in it
  const sessions = free.filter((p) => problem.first[p.d] === p.d);
  const lockedOnce = (test: (p: (typeof places)[number]) => boolean) =>
    locked((p) => problem.first[p.d] === p.d && test(p));
  const setup = (p: (typeof places)[number]) => String(p.k);
  count(sessions.map(setup), (k) => Math.max(0, 2 - lockedOnce((p) => setup(p) === k)), "setup");
  const exercise = (p: (typeof places)[number]) => p.c.exercise.id;
  count(sessions.map(exercise), (k) => Math.max(0, 2 - lockedOnce((p) => exercise(p) === k)), "exercise");
  for (const [d, first] of problem.first.entries())
    if (field.candidates.some((_, k) => sets[k * D + d] !== sets[k * D + first]))
      broken.push(`day ${d + 1} ${UNLIKE} of day ${first + 1}`);
  for (const { c, k, d, sets: x } of free) {
    if (!problem.allowed[k * D + d]) broken.push(`${c.line.name} does not belong on day ${d + 1}`);
    if (x < c.least || x > c.most) broken.push(`${x} sets of ${c.line.name}`);
  }
  problem.locked.forEach((l, i) => l && sets[i] !== problem.present![i] && broken.push(`a locked line has moved`));
  return broken;
}
