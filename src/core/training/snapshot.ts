/** From a program to what is handed over: texts, targets and the drawings of each start and end pose. */
import type { Form } from "#core/base/forms";
import { bodyOf, onDay, type Client } from "#core/clients/client";
import { cardLines } from "#core/clients/on-machine";
import { cutText } from "#core/base/text";
import { headTitle } from "#core/anatomy/anatomy";
import { editionOf } from "#core/edition/edition";
import { type Exercise } from "#core/exercises/format";
import { JOINTS, type Joint } from "#core/exercises/joints";
import { setupStrains, spares, type Strains } from "#core/exercises/strains";
import { handlingOf } from "#core/exercises/handling";
import { findExercise } from "#core/exercises/library";
import { formatValue, resolveSetup, SetupError, type Setup, type Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { drawnFrames } from "#core/drawing/contact";
import { lookOf } from "#core/drawing/look";
import { marksOf } from "#core/drawing/marks";
import { COARSE, pathOf, type Fit } from "#core/drawing/outline";
import { fitOf, plateOf } from "#core/drawing/plate";
import { projector } from "#core/drawing/view";
import { compileModel } from "#core/mechanics/compile";
import type { Model } from "#core/mechanics/model";
import { groupCredit } from "#core/planning/dose";
import { groups } from "#core/planning/groups";
import { dayMinutes } from "#core/planning/minutes";
import { findTechnique } from "#core/planning/techniques";
import { restOf } from "#core/planning/timing";
import type { Prescription, Program } from "#core/program/document";
import { doingOf } from "#core/planning/doing";
import { printedIn, type PrintedWords } from "#core/words/client/languages";
import { ticksFor } from "#core/training/ticks";
import type { Drawing, Snapshot, SnapshotPrescription } from "#core/training/handover";

/** pixels of a picture on the phone */
const PICTURE = { width: 168, height: 158 };
const BOX = { width: COARSE * PICTURE.width, height: COARSE * PICTURE.height };
const BLANK: Drawing = { ...BOX, shapes: [] };
const SAMPLES = 11;

/** start and end of the rep as the phone shows them, with the way of the load in the first */
function drawings(exercise: Exercise, analysis: Analysis, chosen: string | null, form: Form): [Drawing, Drawing] {
  const { frames, main } = analysis;
  if (!frames) return [BLANK, BLANK];
  const shown = drawnFrames(exercise, frames);
  const view = lookOf({ exercise, analysis, samples: SAMPLES, chosen });
  const ask = { exercise, analysis, view, chosen, detail: "thumbnail" as const, form };
  const fit = fitOf(ask, SAMPLES, PICTURE.width, PICTURE.height);
  const shapesAt = (sample: number): Drawing["shapes"] =>
    plateOf({ ...ask, sample, fit }).shapes.map(({ role, d, head }) => ({
      role: head && head === chosen && role === "belly" ? "lead" : role,
      d,
    }));
  const way = Array.from({ length: SAMPLES }, (_, n) => marksOf(shown, n, projector(view), main).at[0]!);
  return [
    { ...BOX, shapes: [...shapesAt(0), ...wayShapes(way, fit)] },
    { ...BOX, shapes: shapesAt(SAMPLES - 1) },
  ];
}

/** m of a way that is worth an arrow, and the size of its head */
const WAY = { least: 0.08, head: 0.06 };

function wayShapes(way: readonly [number, number][], fit: Fit): Drawing["shapes"] {
  const [end, before] = [way.at(-1)!, way.at(-3)!];
  if (Math.hypot(end[0] - way[0]![0], end[1] - way[0]![1]) < WAY.least) return [];
  const size = Math.hypot(end[0] - before[0], end[1] - before[1]) || 1;
  const [ux, uy] = [((end[0] - before[0]) / size) * WAY.head, ((end[1] - before[1]) / size) * WAY.head];
  const head = [end[0], end[1], end[0] - ux - uy / 2, end[1] - uy + ux / 2, end[0] - ux + uy / 2, end[1] - uy - ux / 2];
  return [
    { role: "way", d: pathOf(fit, way.flat(), false) },
    { role: "way-end", d: pathOf(fit, head, true) },
  ];
}

/** which joint a freedom of the load problem belongs to, for asking after pain */
const JOINT_OF: [RegExp, Joint][] = [
  [/^shoulder|^scapula|^protraction|^girdle/, "shoulder"],
  [/^elbow|^forearm/, "elbow"],
  [/^wrist/, "wrist"],
  [/^lumbar/, "spine"],
  [/^hip/, "hip"],
  [/^knee/, "knee"],
  [/^ankle/, "ankle"],
];

/**
 * every joint, likeliest to complain first: by the torque asked of it, the low back's compression and what the author
 * states
 */
function likelyJoints(exercise: Exercise, a: Analysis): Joint[] {
  const asked = new Map<Joint, number>(JOINTS.map((j) => [j, exercise.joints[j] ?? 0]));
  const raise = (j: Joint, v: number) => asked.set(j, Math.max(asked.get(j)!, v));
  for (const [id, torque] of Object.entries(a.torques)) {
    const joint = JOINT_OF.find(([name]) => name.test(id))?.[1];
    if (joint)
      raise(
        joint,
        Math.min(
          1,
          torque.reduce((most, t) => Math.max(most, Math.abs(t)), 0),
        ),
      );
  }
  for (const j of a.turns) raise(j, 0.5);
  if (a.spine) raise("spine", Math.min(1, a.spine.compression / 7));
  return [...JOINTS].sort((x, y) => asked.get(y)! - asked.get(x)!);
}

/** what a setup asks of joints, beside what the exercise's own default setup asks of them in this body */
function strainsIn(exercise: Exercise, { strain }: Analysis, model: Model): Strains {
  const usual = analyse(model, resolveSetup(exercise, {}), { samples: 11 }).strain;
  return setupStrains(exercise, strain, (j) => usual[j]);
}

/** a setup with values that its exercise does not have is not drawn: a file of somebody else's may say anything */
function setupOrNone(exercise: Exercise, values: Values): Setup | null {
  try {
    return resolveSetup(exercise, values);
  } catch (error) {
    if (error instanceof SetupError) return null;
    throw error;
  }
}

/** the client's body and how it is drawn, the machines of the day's place, and the client's words */
interface At {
  model: Model;
  machines: Client["machines"];
  form: Form;
  words: PrintedWords;
}

const THIRDS = ["short", "middle", "long"] as const;

/** how the set is begun, left, breathed, and where it is felt, as far as mechanics tells */
function handlingLines(exercise: Exercise, analysis: Analysis, lead: string | undefined, { words }: At): string[] {
  const { takeUp, wayOut, breath } = handlingOf(exercise);
  const { handling } = words;
  const { holdOn = "none" } = exercise;
  const thirds = analysis.heads.find((h) => h.id === lead)?.metrics?.thirds;
  const most = thirds && THIRDS[thirds.indexOf(Math.max(...thirds))];
  const muscle = lead && headTitle(lead).toLowerCase();
  return [
    takeUp === "none" ? "" : handling.takeUp[takeUp](),
    holdOn === "none" ? "" : handling.holdOn[holdOn](),
    handling.breath[breath](),
    muscle && most ? handling.feel({ muscle, where: most }) : "",
    handling.wayOut[wayOut](),
  ].filter(Boolean);
}

/** what is drawn and said about a setup; blank where the library no longer has it */
function sheetOf(exerciseId: string, values: Prescription["values"], lead: string | undefined, at: At) {
  const { model, machines, form } = at;
  const exercise = findExercise(exerciseId);
  const setup = exercise && setupOrNone(exercise, values);
  if (!exercise || !setup)
    return {
      settings: [],
      cues: [],
      cautions: [],
      joints: [...JOINTS],
      ticks: [],
      strains: {},
      start: BLANK,
      end: BLANK,
    };
  const analysis = analyse(model, setup, { frames: true, samples: SAMPLES });
  const [start, end] = drawings(setup.exercise, analysis, lead ?? null, form);
  return {
    settings: [
      ...exercise.parameters.map((q) => `${q.name}: ${formatValue(q, values[q.id] ?? q.default)}`),
      ...cardLines(exercise, machines),
      ...handlingLines(setup.exercise, analysis, lead, at),
    ],
    cues: exercise.cues.map((c) => c.text),
    cautions: exercise.cautions.map((c) => c.text),
    joints: likelyJoints(setup.exercise, analysis),
    ticks: ticksFor(exercise),
    strains: strainsIn(exercise, analysis, model),
    start,
    end,
  };
}

/** what a phone guides through */
function stepsOf({ id, easier }: NonNullable<Prescription["technique"]>): SnapshotPrescription["technique"] {
  const { name, on, main, then } = findTechnique(id);
  return { id, name, on, main, then: then.map((t) => (easier ? { ...t, name: cutText(easier.name, 80) } : t)) };
}

/** in a pair the rest of the one is the other's work: sides do not take turns as well */
const alone = (p: Prescription, paired: boolean): Prescription => (paired ? { ...p, turns: "one-then-other" } : p);

/** groups that are told of as places where it was felt */
const WORKS_MOST = 6;

function worksOf(credits: Prescription["credits"]): SnapshotPrescription["works"] {
  return groups
    .flatMap((g) => {
      const credit = groupCredit(credits, g);
      return credit && credit.share > 0 ? [{ group: g.id, name: g.name, ...credit }] : [];
    })
    .sort((a, b) => Number(b.direct) - Number(a.direct) || b.share - a.share)
    .slice(0, WORKS_MOST)
    .map(({ group, name, direct }) => ({ group, name, direct }));
}

function snapshotOf(planned: Prescription, paired: boolean, at: At): SnapshotPrescription {
  const p = alone(planned, paired);
  const direct = Object.entries(p.credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share);
  const lead = p.target ?? direct[0]?.[0];
  const { strains, ...sheet } = sheetOf(p.exerciseId, p.values, lead, at);
  return {
    id: p.id,
    exerciseId: p.exerciseId,
    setupKey: p.setupKey,
    modelVersion: p.modelVersion,
    name: p.name,
    sides: p.sides,
    reserves: p.reserves,
    reps: p.reps,
    rest: restOf(p),
    tempo: p.tempo,
    load: p.load,
    loadStep: p.loadStep,
    setupSeconds: p.setupSeconds,
    changeSeconds: p.changeSeconds,
    bodyLoad: p.bodyLoad,
    harder: p.harder,
    purpose: p.purpose,
    begins: p.begins,
    structure: p.structure,
    works: worksOf(p.credits),
    rampSets: p.rampSets,
    technique: p.technique && stepsOf(p.technique),
    earlier: p.earlier,
    doing: doingOf(p, at.words),
    note: p.note,
    reason: lead ? `For ${headTitle(lead).toLowerCase()}` : "",
    ...sheet,
    ticks: p.swing === "none" ? sheet.ticks : sheet.ticks.filter((t) => t !== "swing"),
    alternatives: p.alternatives.map((a) => {
      const { settings, cues, start, end, strains: asked } = sheetOf(a.exerciseId, a.values, lead, at);
      const spared = JOINTS.filter((j) => spares(j, asked, strains));
      return { setupKey: a.setupKey, name: a.name, spares: spared, settings, cues, start, end };
    }),
  };
}

export function buildSnapshot(
  program: Program,
  programVersion: number,
  client: Parameters<typeof bodyOf>[0] &
    Partial<Pick<Client, "machines" | "elsewhere" | "weekdays" | "language" | "figure">>,
): Snapshot {
  const model = compileModel(bodyOf(client));
  const words = printedIn(client.language ?? "en");
  const { method } = editionOf(program);
  const on = (dayId: string) => onDay({ equipment: [], ...client }, program.days, dayId).machines;
  return {
    format: "gryn-handover",
    version: 10,
    edition: program.edition,
    programId: program.id,
    programVersion,
    programName: program.name,
    days: program.days
      .filter((d) => d.blocks.length > 0)
      .map((d) => ({
        id: d.id,
        name: d.name,
        minutes: Math.round(dayMinutes(d, method)),
        blocks: d.blocks.map((b) => ({
          id: b.id,
          prescriptions: b.prescriptions.map((p) =>
            snapshotOf(p, b.prescriptions.length > 1, {
              model,
              machines: on(d.id),
              form: client.figure ?? "male",
              words,
            }),
          ),
        })),
      })),
  };
}
