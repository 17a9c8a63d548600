/** A made-up practice: clients of both levels, each with a week out of one pool of setups, and how they trained. */
import { dateBefore } from "#core/base/dates";
import { NOTHING_NOTED, type ClientInput } from "#core/clients/client";
import { QUESTIONS } from "#core/clients/screening";
import { CURRENT_EDITION } from "#core/edition/edition";
import { EQUIPMENT } from "#core/exercises/choices";
import { findExercise } from "#core/exercises/library";
import { resolveSetup, type Values } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { prescribe } from "#core/planning/prescribe";
import { inKg } from "#core/base/kilograms";
import { emptyDay, type Load, type Prescription, type Program } from "#core/program/document";
import { randomOf, type Random } from "./random";
import { lineTruth, setupTruth, SIMULATED, type SetupTruth } from "./truth";
import { isLighter, lightened, simulateTraining, type SimulatedLine, type SimulatedTraining } from "./training";

/** what weeks are made of, by movement: a week takes one of each, the first ones twice */
const POOL: Readonly<Record<string, readonly [string, Values][]>> = {
  press: [
    ["dumbbell-bench-press", {}],
    ["barbell-bench-press", {}],
    ["machine-chest-press", {}],
  ],
  row: [
    ["chest-supported-row", {}],
    ["seated-cable-row", {}],
    ["one-arm-cable-row", {}],
  ],
  squat: [
    ["back-squat", {}],
    ["leg-press", {}],
    ["hack-squat", {}],
  ],
  pulldown: [
    ["cable-pulldown", {}],
    ["machine-pulldown", {}],
    ["one-arm-pulldown", {}],
  ],
  hinge: [
    ["romanian-deadlift", {}],
    ["dumbbell-romanian-deadlift", {}],
  ],
  "leg-curl": [
    ["seated-leg-curl", {}],
    ["lying-leg-curl", {}],
  ],
  raise: [
    ["cable-side-raise", {}],
    ["dumbbell-side-raise", {}],
    ["machine-side-raise", {}],
  ],
  curl: [
    ["incline-dumbbell-curl", {}],
    ["preacher-curl", {}],
    ["cable-curl", {}],
    ["hammer-curl", {}],
  ],
  extension: [
    ["overhead-cable-extension", {}],
    ["cable-pushdown", {}],
    ["lying-dumbbell-extension", {}],
    ["one-arm-pushdown", {}],
  ],
};
/** a day each: the movements on it */
const DAYS: readonly { name: string; weekday: number; of: readonly string[] }[] = [
  { name: "Monday", weekday: 0, of: ["press", "row", "squat", "curl", "raise"] },
  { name: "Thursday", weekday: 3, of: ["pulldown", "hinge", "press", "leg-curl", "extension"] },
];

export interface SimulatedClient {
  id: string;
  input: ClientInput;
  program: Program;
  handOverId: string;
  lines: SimulatedLine[];
  training: SimulatedTraining;
  /** weeks since the block began that the client is in */
  block: number;
  /** priorities that changed so many weeks before the log ends; null where they are as they were */
  changed: { weeks: number; from: ClientInput["priorities"]; to: ClientInput["priorities"] } | null;
}

export interface SimulatedPractice {
  clients: SimulatedClient[];
  /** a Sunday: the day before the first week */
  from: string;
  /** by setup key */
  setups: Map<string, SetupTruth>;
}

export interface PracticeAsk {
  seed: number;
  clients: number;
  weeks: number;
  /** a Sunday: the day before the first week */
  from: string;
}

const FIRST = ["Aila", "Bram", "Celia", "Dario", "Enya", "Falk", "Gesa", "Henk", "Ines", "Jorin", "Kaya", "Levin"];
const LAST = ["Aarnes", "Bakke", "Corvin", "Delven", "Eskel", "Fjellan", "Garnholt", "Hestad", "Ivarsen", "Jarnvik"];

/** % a month that is usual for a level, in this practice */
const MONTHLY = { beginner: 2.4, trained: 0.7 } as const;

/** one client in five specialises, in what its week has most of: the rest is to grow until its turn comes */
const SPECIALISTS = { of: 5, nth: 3, weeks: 7 } as const;
const PRIORITIES: Readonly<Record<"usual" | "specialist", ClientInput["priorities"]>> = {
  usual: { chest: "grow", lats: "hold", quads: "hold", biceps: "hold", triceps: "hold", "side-delts": "hold" },
  specialist: {
    chest: "specialise",
    lats: "grow",
    quads: "hold",
    biceps: "grow",
    triceps: "hold",
    "side-delts": "grow",
  },
};

const inputOf = (name: string, level: ClientInput["level"], random: Random): ClientInput => ({
  ...NOTHING_NOTED,
  name,
  stature: Math.round(100 * (1.72 + 0.08 * random.normal())) / 100,
  mass: Math.round(Math.max(48, 74 + 11 * random.normal())),
  level,
  daysPerWeek: 2,
  minutes: 60,
  screening: Object.fromEntries(QUESTIONS.map((q) => [q, "no" as const])),
  unit: "kg",
  equipment: [...EQUIPMENT],
  priorities: PRIORITIES.usual,
  cleared: true,
  note: "Made up, as is every set that is logged here.",
  consent: "2026-01-05",
  keepUntil: "2030-01-05",
});

/** a line as the ranking's "use for" makes it, of the usual body: what differs between bodies says nothing here */
const drafts = new Map<string, Prescription>();
function lineOf(exerciseId: string, values: Values, id: string): Prescription {
  const key = `${exerciseId} ${JSON.stringify(values)}`;
  let draft = drafts.get(key);
  if (!draft) {
    const exercise = findExercise(exerciseId);
    if (!exercise) throw new RangeError(`no exercise called ${exerciseId}`);
    const survey = surveySetups([resolveSetup(exercise, values)], { stature: 1.75, mass: 75 }, 0);
    draft = prescribe(exercise, values, survey.rows[0]!.view, CURRENT_EDITION.method, {
      id,
      modelVersion: survey.modelVersion,
      unit: "kg",
      mass: 75,
      sore: false,
      beginner: false,
    });
    drafts.set(key, draft);
  }
  return { ...draft, id };
}

/** the load on the grid that so many reps to failure can be done with */
const loadFor = (step: Load, kg: number): Load => ({
  ...step,
  value: Math.max(1, Math.round(kg / inKg(step))) * step.value,
});

function simulateClient(random: Random, ask: PracticeAsk, at: number, setups: SimulatedPractice["setups"]) {
  const level = random.chance(0.4) ? "beginner" : "trained";
  const name = `${FIRST[at % FIRST.length]} ${LAST[Math.floor(at / FIRST.length + at) % LAST.length]}`;
  const usual = inputOf(name, level, random);
  const specialises = at % SPECIALISTS.of === SPECIALISTS.nth;
  const input = specialises ? { ...usual, priorities: PRIORITIES.specialist } : usual;
  const own = 0.3 * random.normal();
  const chosen: SimulatedLine[] = DAYS.flatMap((day) =>
    day.of.map((movement) => {
      const [exerciseId, values] = random.pick(POOL[movement]!);
      const p = lineOf(exerciseId, values, random.id());
      const reserves = [2, 1, 1];
      const reps = p.reps.low + 4;
      const exercise = findExercise(exerciseId)!;
      const kg =
        exercise.stated.usualLoad * Math.exp(0.25 * random.normal() - (level === "beginner" ? 0.2 : 0)) + p.bodyLoad;
      let setup = setups.get(p.setupKey);
      if (!setup) setups.set(p.setupKey, (setup = setupTruth(random)));
      const truth = lineTruth(random, setup, 0, MONTHLY[level] + own, reps + 3);
      // so strong that the usual load is this client's for the middle of the window
      truth.strength = Math.log(kg) + truth.b * Math.log(reps + 3);
      const load = loadFor(p.loadStep, kg - p.bodyLoad);
      return { p: { ...p, reserves, load }, weekday: day.weekday, truth };
    }),
  );
  const id = random.id();
  const into = at % SIMULATED.block;
  // the week as it was handed over last
  const planned = (p: Prescription) => (isLighter(ask.weeks - 1, into) ? lightened(p) : p);
  const program: Program = {
    format: "gryn-program",
    version: 11,
    edition: CURRENT_EDITION.id,
    id: random.id(),
    clientId: id,
    name: "Whole body",
    days: DAYS.map((d) => ({
      ...emptyDay(random.id(), d.name),
      blocks: chosen
        .filter((l) => l.weekday === d.weekday)
        .map((l) => ({ id: random.id(), prescriptions: [planned(l.p)] })),
    })),
  };
  const handOverId = random.id();
  const training = simulateTraining({
    random,
    client: { bias: 0.9 + 0.9 * random.normal(), taps: 0.2 },
    lines: chosen,
    weeks: ask.weeks,
    from: ask.from,
    handOverId,
    rules: CURRENT_EDITION.method,
    into,
  });
  const changed = specialises
    ? { weeks: Math.min(SPECIALISTS.weeks, ask.weeks), from: PRIORITIES.usual, to: PRIORITIES.specialist }
    : null;
  return {
    id,
    input,
    program,
    handOverId,
    lines: chosen,
    training,
    changed,
    block: (ask.weeks + into) % SIMULATED.block,
  };
}

export function simulatePractice(ask: PracticeAsk): SimulatedPractice {
  const setups: SimulatedPractice["setups"] = new Map();
  const clients = Array.from({ length: ask.clients }, (_, at) =>
    simulateClient(randomOf(ask.seed + 7919 * at), ask, at, setups),
  );
  return { clients, setups, from: ask.from };
}

/** the Sunday before so many whole weeks that end before a date */
export function weeksBefore(date: string, weeks: number): string {
  const weekday = (new Date(`${date}T12:00:00Z`).getUTCDay() + 6) % 7;
  return dateBefore(date, weekday + 7 * weeks + 1);
}
