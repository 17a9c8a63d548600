/** How sets are done: tempo, rest, effort through a line and through a session, repetitions by class. */
import { exerciseFor } from "#core/exercises/form";
import { onDay } from "#core/clients/client";
import { mean } from "#core/base/numbers";
import { classOf, ladderOf, leastReserve, placesOf, repFloor, type KnownLine } from "#core/planning/effort";
import { linesOf, prescriptionsOf } from "#core/program/edit";
import type { Check, Named, Week } from "#core/planning/judged";
import { loadingOf } from "#core/planning/loading";
import type { LoadStep, Operation, Prescription, Tempo } from "#core/program/document";
import { repSeconds } from "#core/planning/timing";
import { inKg, loadThere, sameLoad } from "#core/base/kilograms";
import { loadStepFor } from "#core/planning/loads";

const named = ({ id, name }: Named): Named => ({ id, name });
const change = (prescriptionId: string, to: Partial<Prescription>): Operation => ({
  kind: "change",
  prescriptionId,
  change: to,
});
const knownIn =
  ({ viewOf, exercises }: Week): KnownLine =>
  (p) => {
    const [view, exercise] = [viewOf(p), exerciseFor(exercises, p)];
    return view && exercise ? { view, exercise } : null;
  };

export function sets({ program, method }: Week): Check[] {
  return prescriptionsOf(program).flatMap((p): Check[] => {
    const subject = { line: named(p) };
    const checks: Check[] = [];
    const out = (t: Tempo) => repSeconds(t) < method.repSeconds[0] || repSeconds(t) > method.repSeconds[1];
    // the line's own tempo, or the first set's that is too quick or too slow
    const odd = [p.tempo, ...p.tempos.slice(0, p.reserves.length).filter((t) => t !== null)].find(out);
    const rep = odd && repSeconds(odd);
    if (rep !== undefined)
      checks.push({ kind: "tempo", subject, number: rep, limit: method.repSeconds, state: "look", fixes: [] });
    if (p.rest < method.restLeast) {
      const fix = { kind: "rest", seconds: method.restLeast } as const;
      const operations = [change(p.id, { rest: method.restLeast })];
      const fixes = [{ ...fix, operations }];
      checks.push({ kind: "rest", subject, number: p.rest, limit: method.restLeast, state: "look", fixes });
    }
    if (p.reserves[p.reserves.length - 1]! > p.reserves[0]!) {
      const operations = [change(p.id, { reserves: [...p.reserves].reverse() })];
      const fixes = [{ kind: "turn effort round", name: p.name, operations } as const];
      checks.push({ kind: "effort", subject, number: p.reserves, limit: null, state: "look", fixes });
    }
    return checks;
  });
}

/** lines with less in reserve than is kept there: nobody fails under a bar that loads the back */
function tooNear(week: Week, p: Prescription): Check[] {
  const of = knownIn(week)(p);
  if (!of) return [];
  const id = classOf(loadingOf(of.view, week.method));
  const least = leastReserve(id, of.exercise.stated, week.method);
  if (Math.min(...p.reserves) >= least) return [];
  const operations = [change(p.id, { reserves: p.reserves.map((r) => Math.max(r, least)) })];
  return [
    {
      kind: "least reserve",
      subject: { line: named(p) },
      number: p.reserves,
      limit: { least, of: id },
      state: "look",
      fixes: p.locked ? [] : [{ kind: "more reserve", operations }],
    },
  ];
}

/** effort rises through a session: last sets of what comes late keep no more than those of what comes early */
export function effortOfDays(week: Week): Check[] {
  const { program, method } = week;
  const lines = prescriptionsOf(program).flatMap((p) => tooNear(week, p));
  const days = program.days.flatMap((d): Check[] => {
    if (d.blocks.length < 3) return [];
    const places = placesOf(d);
    const lasts = (late: boolean) =>
      d.blocks
        .flatMap((b) => b.prescriptions)
        .filter((p) => places.get(p.id)! >= method.lateFrom === late)
        .map((p) => p.reserves.at(-1)!);
    const [early, late] = [mean(lasts(false)), mean(lasts(true))];
    const falls = late - early > week.method.checks.falls;
    const operations = falls ? ladderOf(d, knownIn(week), method) : [];
    return [
      {
        kind: "effort of the day",
        subject: { day: named(d) },
        number: { early, late },
        limit: null,
        state: falls ? "look" : "pass",
        fixes: operations.length ? [{ kind: "ladder", operations }] : [],
      },
    ];
  });
  return [...days, ...lines];
}

/** lines that step by loads which the client's place does not have, or knows nothing of its ends */
export function loads({ program, all, client, exercises }: Week): Check[] {
  const { unit } = client;
  if (unit === undefined) return [];
  const wrong = linesOf(all).flatMap(({ day, p }) => {
    const exercise = exerciseFor(exercises, p);
    const there = exercise && loadStepFor({ ...onDay(client, all.days, day.id), unit }, exercise);
    return there && p.loadStep.unit === there.unit && !sameStep(p.loadStep, there) ? [{ p, there }] : [];
  });
  if (prescriptionsOf(program).length === 0 || wrong.length === 0) return [];
  const operations = wrong
    .filter(({ p }) => !p.locked)
    .map(({ p, there }) => change(p.id, { loadStep: there, ...(p.load ? { load: loadThere(p.load, there) } : {}) }));
  return [
    {
      kind: "loads",
      subject: { lines: wrong.map(({ p }) => named(p)) },
      number: wrong.length,
      limit: null,
      state: "look",
      fixes: operations.length ? [{ kind: "loads", lines: operations.length, operations }] : [],
    },
  ];
}

const sameStep = (a: LoadStep, b: LoadStep): boolean => sameLoad(a, b) && a.least === b.least && a.most === b.most;

/** no set below what its class, the step of its load, a noted joint or a beginner is worth */
export function repFloors(week: Week): Check[] {
  const { program, client, method } = week;
  return prescriptionsOf(program).flatMap((p): Check[] => {
    const of = knownIn(week)(p);
    if (!of) return [];
    const { exercise, view } = of;
    const usual = exercise.stated.usualLoad + p.bodyLoad;
    const sore = week.suits(p)?.sore ?? false;
    const asked = { usual, step: inKg(p.loadStep), sore, beginner: client.level === "beginner" };
    const floor = repFloor(classOf(loadingOf(view, method)), asked, method);
    if (p.reps.low >= floor.reps) return [];
    const reps = { low: floor.reps, high: Math.min(50, p.reps.high + floor.reps - p.reps.low) };
    return [
      {
        kind: "rep floor",
        subject: { line: named(p) },
        number: p.reps.low,
        limit: floor,
        state: "look",
        fixes: p.locked ? [] : [{ kind: "more reps", name: p.name, operations: [change(p.id, { reps })] }],
      },
    ];
  });
}
