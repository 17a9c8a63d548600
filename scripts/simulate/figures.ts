/** What the estimators are worth, on clients whose truth is known: every figure of docs/method/review.md. */
import { mean } from "#core/base/numbers";
import { EIGHT_IN_TEN, NINETEEN_IN_TWENTY } from "#core/base/normal";
import { daysBetween } from "#core/base/dates";
import { CURRENT_EDITION } from "#core/edition/edition";
import { findExercise } from "#core/exercises/library";
import { unversioned } from "#core/exercises/setup";
import { changeOf } from "#core/review/change";
import { evidenceOf, CAP, type SetupEvidence } from "#core/review/evidence";
import { gapOf, SURE } from "#core/review/gap";
import { growthOf, type Level } from "#core/review/growth";
import { liftDays } from "#core/review/lift";
import { expect, followLine, onDay, slopeOf } from "#core/review/line-filter";
import { growthTogether, stillness, STILL } from "#core/review/progress";
import { correctionsFor } from "#core/review/corrections";
import { factsOf } from "#core/review/review";
import { gapIn } from "#core/simulation/truth";
import { UNSURE } from "#core/simulation/training";
import type { SimulatedClient, SimulatedPractice } from "#core/simulation/practice";
import { exposuresOf, countedReps, loadOf } from "#core/training/exposures";
import { believedOf, flagsOf } from "#core/training/flags";
import { forecast } from "#core/training/forecast";

const rules = CURRENT_EDITION.method;
const LEVELS: readonly Level[] = ["beginner", "trained"];
const share = (list: readonly boolean[]) => mean(list.map((x) => (x ? 1 : 0)));

/** a line as the review reads it, beside its truth */
function linesOf(client: SimulatedClient) {
  return client.lines.map((l) => {
    const entries = client.training.entries.filter((e) => e.prescriptionId === l.p.id);
    const reports = client.training.reports.filter((r) => r.prescriptionId === l.p.id);
    const exposures = exposuresOf(l.p.id, entries, reports);
    const believed = believedOf(exposures, flagsOf(l.p, entries, undefined, rules));
    const days = liftDays(believed, l.p.bodyLoad);
    const reps = l.p.reps.low + 4;
    return { ...l, entries, exposures, believed, days, reps, level: client.input.level };
  });
}
type Line = ReturnType<typeof linesOf>[number];

export interface Reps {
  set: number;
  after: "same load" | "raise";
  bias: number;
  error: number;
  within: number;
}

/** the one-tap number against what was done */
export function repsFigures({ clients }: SimulatedPractice): Reps[] {
  const all = clients.flatMap((c) => c.training.workouts);
  return (["same load", "raise"] as const).flatMap((when) =>
    [0, 1, 2].map((set): Reps => {
      const misses = all.flatMap((w) => (w.raised === (when === "raise") ? (w.misses[set] ?? []) : []));
      return {
        set: set + 1,
        after: when,
        bias: mean(misses),
        error: mean(misses.map(Math.abs)),
        within: share(misses.map((m) => Math.abs(m) <= 2)),
      };
    }),
  );
}

export function raiseFigures({ clients }: SimulatedPractice) {
  const all = clients.flatMap((c) => c.training.workouts);
  const raised = all.filter((w) => w.raised);
  return {
    raises: raised.length,
    under: share(raised.map((w) => w.reps < w.low)),
    throughPain: raised.filter((w) => w.painBefore).length,
  };
}

/** bands of the line filter about the first set that comes next */
export function bandFigures({ clients }: SimulatedPractice) {
  const z: number[] = [];
  for (const line of clients.flatMap(linesOf)) {
    const states = followLine(line.days, line.reps, line.level);
    line.days.forEach((d, i) => {
      if (i < 4) return;
      const lift = d.lifts[0]!;
      const e = expect(onDay(states[i - 1]!, d.date), lift.set, lift.kg);
      z.push((lift.failing - e.failing) / e.spread);
    });
  }
  return {
    sets: z.length,
    in80: share(z.map((x) => Math.abs(x) <= EIGHT_IN_TEN)),
    in95: share(z.map((x) => Math.abs(x) <= NINETEEN_IN_TWENTY)),
  };
}

const weekOf = (line: Line, date: string) => daysBetween(line.days[0]!.date, date) / 7;

/** twelve weeks' change against the truth */
export function changeFigures({ clients }: SimulatedPractice) {
  const told: { z: number; grows: boolean; said: boolean }[] = [];
  for (const line of clients.flatMap(linesOf)) {
    const last = line.days.at(-1);
    const change = last && changeOf(line.days, line.reps, line.level, last.date);
    if (!change) continue;
    const end = weekOf(line, last.date);
    const { growth, stillFrom } = line.truth;
    const level = (week: number) => growth * Math.min(week, stillFrom);
    // middles of the two spans of four weeks
    const true_ = level(end - 2) - level(end - 2 - change.weeks);
    told.push({ z: (true_ - change.mean) / change.sd, grows: true_ > 0.005, said: change.verdict === "stronger" });
  }
  return {
    lines: told.length,
    in80: share(told.map((t) => Math.abs(t.z) <= EIGHT_IN_TEN)),
    in95: share(told.map((t) => Math.abs(t.z) <= NINETEEN_IN_TWENTY)),
    saidOfGrowing: share(told.filter((t) => t.grows).map((t) => t.said)),
    saidOfStill: share(told.filter((t) => !t.grows).map((t) => t.said)),
  };
}

/** sides: called uneven though even, found though uneven, and the bands */
export function sideFigures({ clients, from }: SimulatedPractice) {
  const told = clients.flatMap(linesOf).flatMap((line) => {
    if (line.p.sides !== "one" || line.believed.length < 8) return [];
    const ever = line.believed.map((_, i) => gapOf(line.believed.slice(i)));
    const now = ever[0]!;
    const truth = gapIn(line.truth, Math.floor((daysBetween(from, line.believed[0]!.localDate) - 1) / 7));
    return [
      {
        truth,
        z: (truth - now.mean) / now.sd,
        small: now.overSmall > SURE.small,
        ever: ever.some((g) => g !== null && g.overSmall > SURE.small),
        large: now.overLarge > SURE.large,
      },
    ];
  });
  const even = told.filter((t) => Math.abs(t.truth) < 0.01);
  const uneven = told.filter((t) => Math.abs(t.truth) > 0.05);
  return {
    lines: told.length,
    in80: share(told.map((t) => Math.abs(t.z) <= EIGHT_IN_TEN)),
    even: even.length,
    evenCalled: share(even.map((t) => t.small)),
    evenLarge: share(told.filter((t) => Math.abs(t.truth) < 0.02).map((t) => t.large)),
    uneven: uneven.length,
    unevenFound: share(uneven.map((t) => t.large)),
  };
}

interface Movement {
  level: Level;
  /** week from which on none of its lines grows; null where all do */
  still: number | null;
  /** week and probability of standing still, at every workout from the eighth week to the twentieth */
  asked: { week: number; probability: number }[];
}

/** movements that grow throughout, or stand still from some week on in all their lines */
export function movementsOf({ clients }: SimulatedPractice): Movement[] {
  return clients.flatMap((client) => {
    const { level } = client.input;
    const lines = linesOf(client).filter((l) => l.days.length > 0);
    const familyOf = (l: Line) => findExercise(l.p.exerciseId)!.family;
    return [...new Set(lines.map(familyOf))].flatMap((family): Movement[] => {
      const own = lines.filter((l) => familyOf(l) === family);
      const stands = own.every((l) => Number.isFinite(l.truth.stillFrom));
      const grows = own.every((l) => !Number.isFinite(l.truth.stillFrom) && l.truth.growth > growthOf(level) / 4);
      if (!stands && !grows) return [];
      const states = own.map((l) => followLine(l.days, l.reps, level));
      const dates = own.flatMap((l) => l.days.map((d) => d.date)).sort();
      const asked = [...new Set(dates)].flatMap((date) => {
        const week = daysBetween(dates[0]!, date) / 7;
        if (week < 8 || week > 20 || dates.filter((d) => d <= date).length < 8) return [];
        const now = states.flatMap((list) =>
          list
            .filter((x) => x.date <= date)
            .slice(-1)
            .map(slopeOf),
        );
        const growth = growthTogether(now);
        return growth ? [{ week, probability: stillness(growth, level) }] : [];
      });
      return [{ level, still: stands ? Math.max(...own.map((l) => l.truth.stillFrom)) : null, asked }];
    });
  });
}

/** standing still: false alarms of movements that grow, weeks until those that stand from early on are found */
export function stillFigures(practice: SimulatedPractice) {
  const all = movementsOf(practice);
  return LEVELS.map((level) => {
    const own = all.filter((m) => m.level === level && m.asked.length > 0);
    const foundAt = (m: Movement) =>
      m.asked.find((a) => a.probability >= STILL[level])?.week ?? Number.POSITIVE_INFINITY;
    const growing = own.filter((m) => m.still === null);
    const delays = own
      .flatMap((m) => (m.still !== null && m.still <= 8 ? [foundAt(m) - m.still] : []))
      .sort((a, b) => a - b);
    // the probability that one in five of those that grow ever reaches
    const most = growing.map((m) => Math.max(...m.asked.map((a) => a.probability))).sort((a, b) => b - a);
    return {
      level,
      growing: growing.length,
      falseAlarms: share(growing.map((m) => Number.isFinite(foundAt(m)))),
      fifth: most[Math.floor(most.length / 5)] ?? null,
      still: delays.length,
      within12: share(delays.map((d) => d <= 12)),
      median: delays[Math.floor(delays.length / 2)] ?? null,
    };
  });
}

/** wrong entries: asked about, and named rightly; right sets asked about */
export function wrongFigures({ clients }: SimulatedPractice) {
  let [sets, asked, falseAsked, wrong, found, named, best] = [0, 0, 0, 0, 0, 0, 0];
  for (const client of clients) {
    const { training } = client;
    const flagged = new Set(training.flagged);
    const bad = new Map(training.wrong.map((w) => [w.id, w]));
    const firsts = training.entries.filter((e) => e.revision === 1);
    sets += firsts.length;
    asked += flagged.size;
    falseAsked += [...flagged].filter((id) => !bad.has(id)).length;
    wrong += bad.size;
    for (const line of linesOf(client))
      for (const e of line.entries.filter((x) => x.revision === 1 && bad.has(x.id) && flagged.has(x.id))) {
        found++;
        const right = bad.get(e.id)!;
        const earlier = line.believed.filter((x) => x.localDate < e.localDate);
        const at = (load: typeof e.prescribed.load) => {
          const f = forecast({ set: e.set, load, reserve: e.reserve ?? 1 }, earlier, [], line.p.bodyLoad, rules);
          return f && { reps: f.mean, spread: 2 };
        };
        const meant = correctionsFor({ load: loadOf(e), reps: countedReps(e) }, e.prescribed.load, line.p.loadStep, at);
        const same = (c: (typeof meant)[number] | undefined) => c?.load?.value === right.load && c.reps === right.reps;
        if (meant.some(same)) named++;
        if (same(meant[0])) best++;
      }
  }
  return {
    sets,
    asked,
    falsePer1000: (1000 * falseAsked) / sets,
    wrong,
    found: found / wrong,
    named: named / found,
    first: best / found,
  };
}

const asked = (c: SimulatedClient, today: string) => ({
  program: c.program,
  history: {
    entries: c.training.entries,
    reports: c.training.reports,
    checkIns: c.training.checkIns,
    handedOver: {
      [c.handOverId]: Object.fromEntries(c.lines.map((l) => [l.p.id, { load: l.p.load, setupKey: l.p.setupKey }])),
    },
    bounds: {},
  },
  client: c.input,
  method: rules,
  today,
});

/** share of "in the target" among those who say where, of a truth */
const toldShare = (felt: number) => felt / (felt + (1 - felt) * (1 - UNSURE));

export function evidenceFigures({ clients, setups }: SimulatedPractice, today: string) {
  const rows = evidenceOf(clients.map((c) => ({ clientId: c.id, facts: factsOf(asked(c, today)) })));
  const truth = new Map([...setups].map(([key, t]) => [unversioned(key), t]));
  const known = rows.filter((r) => r.enough);
  const cover = (of: (r: SetupEvidence) => { low: number; high: number } | null, is: (key: string) => number) =>
    share(
      known.flatMap((r) => {
        const x = of(r);
        return x ? [is(r.setupKey) >= x.low && is(r.setupKey) <= x.high] : [];
      }),
    );
  const meanProgress = mean(known.map((r) => truth.get(r.setupKey)!.progress));
  const clientsPain = Math.exp(0.5 ** 2 / 2);
  const worst = [...known].sort((a, b) => truth.get(b.setupKey)!.pain - truth.get(a.setupKey)!.pain).slice(0, 3);
  // order of rows that mechanics ties: by what is true, by mechanics alone, by mechanics and the log
  const worth = (key: string) => {
    const t = truth.get(key)!;
    return 4 * Math.tanh((t.felt - 0.59) / 0.3) - 4 * Math.tanh(Math.log(t.pain / 0.015) / 2);
  };
  const pairs = known.flatMap((a, i) => known.slice(i + 1).map((b) => [a, b] as const));
  const right = (score: (r: SetupEvidence) => number) =>
    mean(
      pairs.map(([a, b]) => {
        const d = score(a) - score(b);
        return d === 0 ? 0.5 : d > 0 === worth(a.setupKey) > worth(b.setupKey) ? 1 : 0;
      }),
    );
  return {
    setups: known.length,
    felt80: cover(
      (r) => r.felt,
      // who is unsure says nothing
      (k) => toldShare(truth.get(k)!.felt),
    ),
    progress80: cover(
      (r) => r.progress,
      (k) => truth.get(k)!.progress - meanProgress,
    ),
    pain80: cover(
      (r) => r.pain,
      (k) => 100 * truth.get(k)!.pain * clientsPain,
    ),
    worstPainShown: mean(worst.map((r) => r.pain.value)),
    worstPainTrue: mean(worst.map((r) => 100 * truth.get(r.setupKey)!.pain * clientsPain)),
    orderByMechanics: right(() => 0),
    orderWithLog: right((r) => r.nudge.points),
    largestNudge: Math.max(0, ...known.map((r) => Math.abs(r.nudge.points))),
    cap: CAP,
  };
}
