/**
 * A client's lines: a new one for a setup, and what stands in the place of another. Made here for ranking, bench,
 * covering, swap and planner alike.
 */
import { exerciseFor } from "#core/exercises/form";
import { shareOfLoad } from "#core/base/kilograms";
import { onDay, type AtLoads, type ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { headFor } from "#core/planning/aim";
import { classOf, leastReserve } from "#core/planning/effort";
import { loadingOf } from "#core/planning/loading";
import { harderRelative, prescribe } from "#core/planning/prescribe";
import { swingRefusals } from "#core/planning/swing";
import { findTechnique, refusalsOf } from "#core/planning/techniques";
import { EARLIER_MOST, type Prescription, type Program } from "#core/program/document";
import { placeOf } from "#core/program/edit";
import { strainsOf } from "#core/suitability/strains";
import { suitability, whomOf } from "#core/suitability/suitability";

export type LineClient = AtLoads & Pick<ClientInput, "mass" | "level" | "equipment" | "joints">;

/** what lines are made from: a survey in the client's body, the method of the week's edition, the library */
export interface LineTools {
  survey: Survey;
  method: Method;
  exercises: ReadonlyMap<string, Exercise>;
}

/**
 * A new line for a setup of the survey. @param target head it is chosen for; the one that works most unless given
 * @throws RangeError for an exercise that the library does not have
 */
export function lineFor(
  row: SurveyRow,
  client: LineClient,
  { survey, method, exercises }: LineTools,
  id: string,
  target?: string,
): Prescription {
  const exercise = exerciseFor(exercises, row);
  if (!exercise) throw new RangeError(`no exercise called ${row.exerciseId}`);
  const strains = strainsOf(survey.rows, row, exercise);
  return prescribe(exercise, row.values, row.view, method, {
    id,
    modelVersion: survey.modelVersion,
    unit: client.unit,
    units: client.units,
    loads: client.loads,
    machines: client.machines,
    mass: client.mass,
    sore: suitability({ exercise, view: row.view, strains }, whomOf(client), method).sore,
    beginner: client.level === "beginner",
    target,
    harder: harderRelative(exercise, row.view, client.mass, survey, exercises),
  });
}

/** the client at the place of the day that a line stands on: what may stand for the line is what is there */
export const atLine = <C extends Parameters<typeof onDay>[0]>(client: C, program: Program, lineId: string): C =>
  onDay(client, program.days, placeOf(program, lineId)?.day.id ?? "");

/**
 * What becomes of each field of a line when another exercise stands in its place. `place`: decided for the place in the
 * week, and stays. `exercise`: belongs to the exercise, and comes with it. `judged`: stays as far as the new exercise
 * allows it.
 */
export const FIELDS = {
  id: "exercise",
  exerciseId: "exercise",
  exerciseVersion: "exercise",
  values: "exercise",
  setupKey: "exercise",
  modelVersion: "exercise",
  name: "exercise",
  credits: "exercise",
  sides: "exercise",
  setupSeconds: "exercise",
  changeSeconds: "exercise",
  loadStep: "exercise",
  bodyLoad: "exercise",
  harder: "exercise",
  // a window is as wide as the exercise's step of load asks for, and a load of another exercise says nothing
  reps: "exercise",
  load: "exercise",
  tempo: "exercise",
  // loads of before are of another exercise
  earlier: "exercise",
  target: "place",
  rest: "place",
  structure: "place",
  rampSets: "place",
  purpose: "place",
  turns: "place",
  begins: "place",
  tempos: "place",
  note: "place",
  locked: "place",
  // no set nearer to failure than the new exercise bears
  reserves: "judged",
  // where no figure of the new exercise forbids it
  technique: "judged",
  // where the new exercise leaves room for it, and the client may
  swing: "judged",
  // all but the one that stands there now
  alternatives: "judged",
} as const satisfies Readonly<Record<keyof Prescription, "exercise" | "place" | "judged">>;

const keptOf = (old: Prescription, fresh: Prescription): Partial<Prescription> => ({
  ...Object.fromEntries(Object.entries(old).filter(([field]) => FIELDS[field as keyof Prescription] === "place")),
  target: old.target ?? fresh.target,
});

/** a new line in the place of an old one of another exercise */
export function inPlaceOf(
  old: Prescription,
  fresh: Prescription,
  row: SurveyRow,
  client: LineClient & Partial<Pick<ClientInput, "alone">>,
  { method, exercises }: LineTools,
): Prescription {
  const exercise = exerciseFor(exercises, row)!;
  const least = leastReserve(classOf(loadingOf(row.view, method)), exercise.stated, method);
  const line: Prescription = {
    ...fresh,
    ...keptOf(old, fresh),
    swing: swingRefusals(exercise, client).length === 0 ? old.swing : "none",
    reserves: old.reserves.map((x) => Math.max(x, least)),
    technique: null,
    alternatives: old.alternatives.filter((a) => a.setupKey !== fresh.setupKey),
  };
  // an easier position is one of the old exercise
  const technique = old.technique?.easier ? null : old.technique;
  const asked = technique && { exercise, view: row.view, client, line, easier: null };
  const allowed = asked && refusalsOf(findTechnique(technique.id), asked, method).length === 0;
  return allowed ? { ...line, technique } : line;
}

/** loads that two setups of one exercise allow in the same body, now over then; 1 where that is not known */
export const loadRatio = (was: SurveyRow | undefined, is: SurveyRow | undefined): number =>
  was?.view.feasible && is?.view.feasible && was.view.load && is.view.load ? is.view.load / was.view.load : 1;

/** a load is not moved by more than this factor */
const MOST_RATIO = 20;
const bounded = (ratio: number) => Math.min(MOST_RATIO, Math.max(1 / MOST_RATIO, ratio));

/**
 * The same line in another setup of its exercise: all that was decided for it stays, its log goes on, and the load
 * moves as far as mechanics says. @param ratio of the loads that the setups allow, now over then
 * @param today local date
 */
export function changedSetup(old: Prescription, fresh: Prescription, ratio: number, today: string): Prescription {
  const { id, reserves, reps, tempo, technique, alternatives, loadStep } = old;
  const known = Number.isFinite(ratio) && ratio > 0 ? bounded(ratio) : 1;
  const moved = old.earlier
    .filter((e) => e.setupKey !== fresh.setupKey)
    .map((e) => ({ ...e, ratio: bounded(e.ratio * known) }));
  const before = { setupKey: old.setupKey, name: old.name, ratio: known, until: today };
  return {
    ...fresh,
    ...keptOf(old, fresh),
    ...{ id, reserves, reps, tempo, technique, alternatives, loadStep },
    load: old.load && shareOfLoad(old.load, loadStep, known),
    earlier: old.setupKey === fresh.setupKey ? old.earlier : [before, ...moved].slice(0, EARLIER_MOST),
  };
}

/** who swaps, and when */
export interface SwapAsk {
  /** of the new line, where it is another exercise */
  id: string;
  /** local date */
  today: string;
}

/** what stands in for a line: the same line where it is another setup of its exercise, else a new one in its place */
export function swapped(
  old: Prescription,
  row: SurveyRow,
  client: LineClient & Partial<Pick<ClientInput, "alone">>,
  tools: LineTools,
  { id, today }: SwapAsk,
): Prescription {
  const fresh = lineFor(row, client, tools, id, headFor(old) ?? undefined);
  if (old.exerciseId !== fresh.exerciseId) return inPlaceOf(old, fresh, row, client, tools);
  const was = tools.survey.rows.find((r) => r.setupKey === old.setupKey);
  return changedSetup(old, fresh, loadRatio(was, row), today);
}
