/**
 * Intensity techniques: what each adds in effective sets and minutes, who may use it on which setup, and the figure
 * that forbids it where one does.
 */
import type { Method } from "#core/edition/method";
import type { ClientInput } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import type { BodyView } from "#core/mechanics/survey";
import type { TechniqueId } from "#core/program/limits";
import { headFor } from "./aim";
import { loadingOf } from "./loading";
import type { Prescription } from "#core/program/document";
import { techniques, type Technique } from "./techniques.data";

export { techniques, type Technique };

export const findTechnique = (id: TechniqueId): Technique => techniques.find((t) => t.id === id)!;

/** a condition that does not hold, with its figure */
export interface Refusal {
  what: keyof Technique["asks"];
  /** null for a condition without a figure */
  number: number | null;
  limit: number | null;
}

export interface AskedOf {
  exercise: Exercise;
  view: Pick<BodyView, "turns" | "compression" | "engagedMass" | "spineMoment" | "heads" | "ending">;
  client: Pick<ClientInput, "level" | "equipment"> & Partial<Pick<ClientInput, "alone">>;
  line: Pick<Prescription, "reps" | "target" | "credits">;
  /** how much more an easier position of it allows; null where nobody has looked */
  easier: number | null;
}

const has = (e: Exercise, ...any: Exercise["equipment"]) => e.equipment.some((x) => any.includes(x));

/** the largest load that the long half allows, over the whole rep's, of the line's own head */
function reserveOf({ view, line }: AskedOf): number {
  const head = headFor(line);
  return (head && view.heads[head]?.partialReserve) || 1;
}

/** every condition that does not hold; empty where the technique may be used */
export function refusalsOf({ asks }: Technique, asked: AskedOf, method: Pick<Method, "kinds">): Refusal[] {
  const { exercise, view, client, line, easier } = asked;
  const loading = loadingOf(view, method);
  const heavy = loading.compound && has(exercise, "barbell", "machine");
  const tests: Record<keyof Technique["asks"], boolean | { number: number; ok: (limit: number) => boolean }> = {
    trained: client.level !== "beginner",
    notCompound: !loading.compound,
    notHeavy: !heavy,
    oneSided: exercise.sides === "one",
    cable: has(exercise, "cable"),
    guided: has(exercise, "cable", "machine"),
    freeWeight: has(exercise, "barbell", "dumbbell"),
    band: client.equipment.includes("band"),
    withHelper: !client.alone,
    quickChange: has(exercise, "cable", "machine", "dumbbell"),
    engagedMass: { number: view.engagedMass, ok: (l) => view.engagedMass <= l },
    spineMoment: { number: view.spineMoment, ok: (l) => view.spineMoment <= l },
    fades: { number: view.ending, ok: (l) => view.ending <= l },
    steadiness: { number: exercise.stated.steadiness, ok: (l) => exercise.stated.steadiness >= l },
    partialReserve: { number: reserveOf(asked), ok: (l) => reserveOf(asked) >= l },
    endLoad: { number: view.ending, ok: (l) => view.ending >= l },
    easier: { number: easier ?? 0, ok: (l) => easier !== null && easier >= l - 0.034 },
    fewestReps: { number: line.reps.low, ok: (l) => line.reps.low >= l },
  };
  return (Object.keys(asks) as (keyof Technique["asks"])[]).flatMap((what): Refusal[] => {
    const limit = asks[what];
    const test = tests[what];
    if (limit === undefined) return [];
    if (typeof test === "boolean") return test ? [] : [{ what, number: null, limit: null }];
    return test.ok(limit as number) ? [] : [{ what, number: test.number, limit: limit as number }];
  });
}

const WORDS: Readonly<Record<keyof Technique["asks"], (n: string, limit: string) => string>> = {
  trained: () => "not for a beginner",
  notCompound: () => "it moves two large joints: breath or back would end it first",
  notHeavy: () => "it is a heavy lift",
  oneSided: () => "it is done with both sides",
  cable: () => "it is no cable work",
  guided: () => "nothing leads the load: a cable or machine would",
  freeWeight: () => "it is no free weight",
  band: () => "there is no band at the client's place",
  withHelper: () => "the client trains alone",
  quickChange: () => "its load cannot be changed quickly",
  engagedMass: (n, l) => `${n} of all muscle is at work, at most ${l}: breath would end it, not the muscle`,
  spineMoment: (n, l) => `${n} Nm at the low back, at most ${l}: the back would end it`,
  fades: (n, l) => `at the end ${n} of the load is still there, at most ${l}: a band adds nothing`,
  steadiness: (n, l) => `steadiness ${n}, at least ${l}`,
  partialReserve: (n, l) => `the long half allows ${n} times the load, at least ${l}`,
  endLoad: (n, l) => `at the end only ${n} of the load is there, at least ${l}`,
  easier: (n, l) =>
    n === "0"
      ? "no easier position of it is known"
      : `the easiest other position allows ${n} times the load, at least ${l}`,
  fewestReps: (n, l) => `${n} reps, at least ${l}`,
};
const SHARES = new Set<keyof Technique["asks"]>(["engagedMass", "fades", "endLoad", "steadiness"]);

/** why a technique is refused, with its figure */
export function refusalText({ what, number, limit }: Refusal): string {
  const show = (x: number | null) =>
    x === null
      ? ""
      : SHARES.has(what)
        ? `${Math.round(100 * x)} %`
        : what === "spineMoment"
          ? String(Math.round(x))
          : (Math.round(x * 100) / 100).toString();
  return WORDS[what](show(number), show(limit));
}

/** effective sets that a line's technique adds, for a full share of a set */
export const techniqueCredit = (p: Pick<Prescription, "technique">): number =>
  p.technique ? findTechnique(p.technique.id).credit : 0;

/** s that a line's technique adds; `set` is what one set takes */
export function techniqueSeconds(p: Pick<Prescription, "technique" | "reserves">, set: number): number {
  if (!p.technique) return 0;
  const { seconds, credit } = findTechnique(p.technique.id);
  // what changes every rep does so in every set; what comes after the last set does so once
  const times = credit > 0 ? 1 : p.reserves.length;
  return times * seconds.work * set + seconds.fixed;
}

/** the same work as straight sets: how many, and the minutes they would take more */
export function asStraightSets(
  p: Pick<Prescription, "technique" | "reserves" | "rest">,
  set: number,
): { sets: number; minutes: number } {
  const sets = Math.round(techniqueCredit(p));
  return { sets, minutes: (sets * (set + p.rest) - techniqueSeconds(p, set)) / 60 };
}

/** what lengthens a set with the same implement, without another load */
export function extensionsOf(exercise: Exercise): string[] {
  const out: string[] = [];
  if (has(exercise, "cable")) out.push("a step towards the stack");
  if (has(exercise, "dumbbell") && exercise.sides === "both") out.push("one arm after the other");
  if (exercise.grip === "bar" && exercise.family === "press") out.push("hands closer together");
  if (has(exercise, "band")) out.push("a step towards the fixed end");
  out.push("a shorter range in the long half");
  return out;
}

/** ratio that an easier position stands for, from the reps that were expected there; null where none is named */
export const easierOf = (t: NonNullable<Prescription["technique"]>): number | null =>
  t.easier ? 1 + t.easier.reps / 30 : null;
