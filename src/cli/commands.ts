/** The commands, and what they say: an answer as JSON, or the reason why there is none. */
import { commands as said } from "#core/words/cli";
import { randomUUID } from "node:crypto";
import { writeFileSync } from "node:fs";
import { parseArgs } from "node:util";
import highsLoader from "highs";
import { heads, headTitle } from "#core/anatomy/anatomy";
import { exerciseJsonSchema } from "#core/exchange/files";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup, setupName, SetupError, type Setup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { variedBodies } from "#core/mechanics/variation";
import { CURRENT_EDITION, editionOf } from "#core/edition/edition";
import { bodyOf as roundedBody } from "#core/clients/client";
import { clientInput } from "#core/clients/schema";
import { checkWeek } from "#core/planning/check";
import { checkText, fixText } from "#core/planning/check-words";
import { emptyDay, programSchema, type Program } from "#core/program/document";
import { planWeek } from "#core/solver/write";
import { relaxations, relaxationText } from "#core/solver/relax";
import { resultOf } from "#core/solver/result";
import { ARM_DAYS, daysOf, SPLITS } from "#core/solver/splits";
import { chosenSet } from "#core/training/chosen-load";
import { clientStrength, ownBody, type ClientStrength } from "#core/training/client-strength";
import { expectedLoad, type LiftedSet } from "#core/training/belief";
import { STRENGTH_RULE } from "#core/training/strength";
import { coverCommand, findCommand, rangeCommand, rankCommand, sweepCommand } from "./choose";
import { bad, BadInput, bodyOf, documentOf, exerciseOf, numberOf, OPTIONS, valuesOf, type Options } from "./input";
import { compared, summaryOf } from "./summary";
import { validate } from "#core/validation/validate";

const USAGE = said.usageNpmRunS();

/** the line of the usage that is about a command; all of it where there is none */
const helpFor = (command: string | undefined): string => {
  const lines = USAGE.split("\n").slice(1);
  const own = lines.filter((l) => command && new RegExp(`^  ${command}\\b`).test(l));
  return own.length ? said.usageNpmRunS2({ what: own.map((l) => l.trim()).join("\n") }) : USAGE;
};

const list = (x: Float64Array) => Array.from(x, (v) => Number(v.toPrecision(7)));
const lists = (x: Record<string, Float64Array>) => Object.fromEntries(Object.entries(x).map(([k, v]) => [k, list(v)]));

/** low, median and high of every metric of every head over varied bodies */
function spreadOf(
  all: readonly Analysis[],
): Record<string, Record<string, { low: number; median: number; high: number; bodies: number }>> {
  const out: Record<string, Record<string, { low: number; median: number; high: number; bodies: number }>> = {};
  for (const head of heads) {
    const metrics = all.flatMap((a) => a.heads.find((h) => h.id === head.id)?.metrics ?? []);
    if (metrics.length === 0) continue;
    out[head.id] = {};
    for (const [name, v] of Object.entries(metrics[0]!)) {
      if (typeof v !== "number") continue;
      const sorted = metrics.map((m) => m[name as keyof typeof m] as number).sort((a, b) => a - b);
      out[head.id]![name] = {
        low: sorted[0]!,
        median: sorted[Math.floor(sorted.length / 2)]!,
        high: sorted[sorted.length - 1]!,
        bodies: sorted.length,
      };
    }
  }
  return out;
}

/** logged sets, such as back-squat:depth=100=60x8@2 */
const liftsOf = (texts: readonly string[]): LiftedSet[] =>
  texts.map((text) => {
    const [, id, given, load, reps, reserve] =
      /^([a-z-]+)(?::(.*))?=([\d.]+)x(\d+)@(\d+)$/.exec(text) ?? bad(said.calibrateWantsIdParameter({ text }));
    const exercise = exerciseOf(id);
    const { values } = resolveSetup(exercise, valuesOf(given ? given.split(",") : [], exercise));
    return { exerciseId: id!, values, kg: Number(load), reps: Number(reps), reserve: Number(reserve) };
  });

/** what the lifts say of this body's strength and of these setups; null where none was given */
function strengthFrom(o: Options, body: Body, wanted: readonly Setup[]): ClientStrength | null {
  const lifts = liftsOf(o.calibrate ?? []);
  if (lifts.length === 0) return null;
  const told = clientStrength(
    body,
    lifts,
    wanted.map((w) => ({ exerciseId: w.exercise.id, values: w.values })),
  );
  return told.lifts > 0 ? told : bad(said.noneOfTheseSets());
}

const groupsOf = ({ groups }: ClientStrength) =>
  Object.fromEntries(groups.filter((g) => g.told).map((g) => [g.group, { factor: g.factor, spread: g.spread }]));

/** a set at a chosen load, in this body's own strengths */
function chosenOf(o: Options, model: Model, setup: Setup) {
  if (o.kg === undefined) return {};
  const load = { kg: numberOf(o, "kg", 0, -300, 1000), reserve: numberOf(o, "reserve", 0, 0, 10, true) };
  const set = chosenSet(model, setup, load);
  if (!set) return { chosen: { ...load, possible: false } };
  const { analysis, reps, strength, maximum } = set;
  return {
    chosen: {
      ...load,
      reps,
      strength,
      maximum,
      stuckFrom: analysis.stuckFrom,
      spine: analysis.spine,
      engagedMass: analysis.engagedMass,
      demands: analysis.demands,
      activation: Object.fromEntries(analysis.heads.map((h) => [h.id, list(h.activation)])),
    },
  };
}

/** what is expected of every setup of the library */
function loadsCommand(o: Options): unknown {
  const body = bodyOf(o);
  const [, low, high] = /^(\d+)(?:-(\d+))?$/.exec(o.reps ?? "8-12") ?? bad(said.repsWants({ text: String(o.reps) }));
  const reps = { low: Number(low), high: Number(high ?? low) };
  if (reps.low < 1 || reps.high < reps.low) bad(said.repsWants({ text: String(o.reps) }));
  const reserve = numberOf(o, "reserve", 2, 0, 10, true);
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  const told = strengthFrom(o, body, setups) ?? bad(said.whichSetsGiveAt());
  return {
    rule: STRENGTH_RULE,
    lifts: told.lifts,
    groups: groupsOf(told),
    reps,
    reserve,
    loads: told.loads.map((l, i) => ({
      setup: l.key,
      unit: said.kgLoadmeaning({ loadMeaning: setups[i]!.exercise.stated.loadMeaning }),
      maximum: l.maximum,
      spread: l.spread,
      expected: expectedLoad(l, reps, reserve),
      weakLinks: l.others.filter((m) => m.part >= CURRENT_EDITION.method.log.weak),
    })),
  };
}

function analyseCommand(name: string | undefined, o: Options): unknown {
  const exercise = exerciseOf(name);
  const setup = resolveSetup(exercise, valuesOf(o.set ?? [], exercise));
  const samples = numberOf(o, "samples", 41, 5, 401, true);
  const given = bodyOf(o);
  const told = strengthFrom(o, given, [setup]);
  const body = told ? ownBody(given, told) : given;
  const model = compileModel(body);
  const a = analyse(model, setup, { samples, frames: true });
  const bodies = numberOf(o, "bodies", 0, 0, 64, true);
  const varied = bodies
    ? variedBodies(given, bodies, numberOf(o, "seed", 1, 0, 1e9, true)).map((b) =>
        analyse(compileModel(b), setup, { samples }),
      )
    : [];
  if (o.summary) return summaryOf(model, a);
  return {
    exercise: exercise.id,
    setup: setup.key,
    name: setupName(exercise, setup.values),
    values: setup.values,
    modelVersion: a.modelVersion,
    body: given,
    feasible: a.feasible,
    warnings: a.warnings,
    samples: { s: list(a.s), joints: lists(a.joints) },
    heads: a.heads.map((h) => ({
      id: h.id,
      muscle: h.muscle,
      length: list(h.length),
      position: list(h.position),
      activation: list(h.activation),
      force: list(h.force),
      momentArms: lists(h.momentArms),
      metrics: h.metrics,
    })),
    strengthCurve: list(a.strength),
    sticking: a.sticking,
    limiters: {
      prime: a.limiters.filter((l) => l.prime).map(({ muscle, elasticity }) => ({ muscle, elasticity })),
      stabiliser: a.limiters.filter((l) => !l.prime).map(({ muscle, elasticity }) => ({ muscle, elasticity })),
    },
    main: a.main,
    resistance: lists(a.torques),
    spine: a.spine,
    engagedMass: a.engagedMass,
    demands: a.demands,
    residual: a.residual,
    ...(bodies
      ? { spread: { bodies, feasible: varied.filter((v) => v.feasible).length, heads: spreadOf(varied) } }
      : {}),
    ...(told
      ? {
          calibrated: {
            rule: STRENGTH_RULE,
            lifts: told.lifts,
            groups: groupsOf(told),
            largestLoad: a.feasible ? a.rawLoad : null,
            spread: told.loads[0]?.spread ?? null,
            unit: said.kgLoadmeaning({ loadMeaning: exercise.stated.loadMeaning }),
          },
        }
      : {}),
    ...chosenOf(o, model, setup),
  };
}

/** two setups in one body, such as cable-curl and cable-curl:distance=0.5 */
function compareCommand(first: string | undefined, second: string | undefined, o: Options): unknown {
  const model = compileModel(bodyOf(o));
  const samples = numberOf(o, "samples", 41, 5, 401, true);
  const [a, b] = [first, second].map((text) => {
    const [id, pairs = ""] = (text ?? bad(said.whichTwoSeeGryn())).split(":");
    const exercise = exerciseOf(id);
    const setup = resolveSetup(exercise, valuesOf(pairs.split(",").filter(Boolean), exercise));
    return summaryOf(model, analyse(model, setup, { samples, frames: true }));
  });
  return compared(a!, b!);
}

/** a week for a client, from nothing; the program to the file, what is known of it to the screen */
async function planCommand(name: string | undefined, o: Options): Promise<unknown> {
  const client = documentOf(name, "client", clientInput);
  const { use = "minutes", split = "free", without = [], require: required = [] } = o;
  if (use !== "minutes" && use !== "needs") return bad(said.useIsMinutesOr({ use }));
  const way = SPLITS.find((x) => x === split) ?? bad(said.splitIsOneOf({ what: SPLITS.join("; "), split }));
  const place =
    ARM_DAYS.find((x) => x === (o.arms ?? ARM_DAYS[0])) ?? bad(said.armsIsOneOf({ what: ARM_DAYS.join("; ") }));
  for (const e of [...required, ...without]) if (!exercises.has(e)) bad(said.thereIsNoExercise({ what: e }));
  const program: Program = {
    format: "gryn-program",
    version: 11,
    edition: CURRENT_EDITION.id,
    id: randomUUID(),
    clientId: randomUUID(),
    name: said.plannedWeek(),
    days: Array.from({ length: client.daysPerWeek }, (_, d) => emptyDay(randomUUID(), said.dayN({ n: d + 1 }))),
  };
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  const tools = {
    highs: await highsLoader(),
    survey: surveySetups(setups, roundedBody(client), 0),
    edition: CURRENT_EDITION,
    exercises,
  };
  const times = numberOf(o, "times", 1, 1, 4, true);
  if (client.daysPerWeek % times !== 0) bad(said.daysperweekDaysAWeek({ daysPerWeek: client.daysPerWeek, times }));
  const days = daysOf(program, client, { split: way, arms: place }, times);
  const ask = {
    client,
    program,
    days,
    use,
    required,
    banned: without,
    keep: false,
    pairs: true,
    vary: o.vary ?? false,
  } as const;
  const plan = planWeek(ask, tools);
  const answers: string[] = [];
  relaxations(ask, tools, plan, (r) => answers.push(relaxationText(r)));
  const result = resultOf(plan, program, randomUUID);
  if (o.out) writeFileSync(o.out, JSON.stringify(result.program, null, 1));
  return {
    value: plan.value,
    bound: plan.bound,
    gap: plan.gap,
    gapIs: said.forThisDivisionOf(),
    beyond: plan.beyond,
    missing: plan.evaluation.missing,
    wouldHelp: answers,
    days: plan.days.map((d, i) => ({
      day: program.days[i]!.name,
      minutes: Math.round(d.minutes),
      blocks: d.blocks.map((b) =>
        b.map(({ prescription: p }) => ({
          name: p.name,
          setup: p.setupKey,
          sets: p.reserves.length,
          reps: p.reps,
          reserves: p.reserves,
          rest: p.rest,
        })),
      ),
    })),
    ...(o.out ? { program: o.out } : { program: result.program }),
  };
}

function checkCommand(file: string | undefined, of: string | undefined): unknown {
  const program = documentOf(file, "program", programSchema);
  const client = documentOf(of, "client", clientInput);
  const checks = checkWeek(program, client, editionOf(program).method, exercises);
  return {
    edition: program.edition,
    states: Object.fromEntries(
      (["problem", "look", "pass"] as const).map((s) => [s, checks.filter((c) => c.state === s).length]),
    ),
    checks: checks.map((c) => ({
      kind: c.kind,
      state: c.state,
      subject: c.subject,
      value: c.number,
      bound: c.limit,
      ...checkText(c),
      fixes: c.fixes.map(fixText),
    })),
  };
}

function headsCommand(): unknown {
  const model = compileModel();
  return heads.map((h, i) => ({
    id: h.id,
    muscle: h.muscle,
    name: headTitle(h.id),
    functions: h.functions,
    usableRange: [model.heads[i]!.shortest, model.heads[i]!.longest],
    volume: model.heads[i]!.volume * 1e6,
  }));
}

const exercisesCommand = () =>
  library.map((e) => ({
    id: e.id,
    name: e.name,
    family: e.family,
    targets: e.targets,
    parameters: e.parameters.map(({ id, unit, min, max, step, default: standard, options }) => ({
      id,
      unit,
      min,
      max,
      step,
      default: standard,
      ...(options ? { options } : {}),
    })),
    setups: e.setups,
  }));

/** an answer is JSON; help is text */
class Help {
  constructor(readonly text: string) {}
}

async function run(argv: string[]): Promise<unknown> {
  const parsed = (() => {
    try {
      return parseArgs({ args: argv, options: OPTIONS, allowPositionals: true });
    } catch (e) {
      return bad(`${(e as Error).message}\n${USAGE}`);
    }
  })();
  const [command, name, ...more] = parsed.positionals;
  if (parsed.values.help || command === "help") return new Help(helpFor(command === "help" ? name : command));
  if (command === "compare") {
    if (more.length > 1) bad(said.tooMuch({ text: String(more[1]), usage: USAGE }));
    return compareCommand(name, more[0], parsed.values);
  }
  if (command === "check") {
    if (more.length > 1) bad(said.tooMuch({ text: String(more[1]), usage: USAGE }));
    return checkCommand(name, more[0]);
  }
  if (more.length) bad(said.tooMuch({ text: String(more[0]), usage: USAGE }));
  switch (command) {
    case "heads":
      return headsCommand();
    case "exercises":
      return exercisesCommand();
    case "analyse":
      return analyseCommand(name, parsed.values);
    case "loads":
      return loadsCommand(parsed.values);
    case "plan":
      return planCommand(name, parsed.values);
    case "rank":
      return rankCommand(name, parsed.values);
    case "cover":
      return coverCommand(parsed.values);
    case "sweep":
      return sweepCommand(name, parsed.values);
    case "find":
      return findCommand(name, parsed.values);
    case "range":
      return rangeCommand(name, parsed.values);
    case "validate":
      return validate(
        numberOf(parsed.values, "bodies", 15, 0, 64, true),
        numberOf(parsed.values, "seed", 4, 0, 1e9, true),
      );
    case "export-exercise":
      return exerciseOf(name);
    case "schema":
      return exerciseJsonSchema();
    default:
      return bad(command ? said.thereIsNoCommand({ command, USAGE }) : USAGE);
  }
}

export interface Told {
  /** 0, or 2 where something was wrong with what was asked */
  status: 0 | 2;
  stdout: string;
  stderr: string;
}

/** what the command line says to these arguments; @throws what is a fault of ours */
export async function told(argv: string[]): Promise<Told> {
  try {
    const answer = await run(argv);
    const stdout = answer instanceof Help ? answer.text : JSON.stringify(answer, null, 1);
    return { status: 0, stdout: `${stdout}\n`, stderr: "" };
  } catch (e) {
    if (!(e instanceof BadInput || e instanceof SetupError)) throw e;
    return { status: 2, stdout: "", stderr: `${e.message}\n` };
  }
}
