/** From a program to what is handed over: texts, targets and the drawings of each start and end pose. */
import { cutText } from "#core/base/text";
import { headTitle } from "#core/anatomy/anatomy";
import { editionOf } from "#core/edition/edition";
import { type Exercise } from "#core/exercises/format";
import { JOINTS, type Joint } from "#core/exercises/joints";
import { setupStrains, spares, type Strains } from "#core/exercises/strains";
import { findExercise } from "#core/exercises/library";
import { formatValue, resolveSetup, SetupError, type Setup, type Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import type { Frames } from "#core/mechanics/frames";
import { figureStrokes, headLine, loadDrawing } from "#core/mechanics/figure";
import { compileModel } from "#core/mechanics/compile";
import type { Model } from "#core/mechanics/model";
import { dayMinutes } from "#core/planning/minutes";
import { findTechnique } from "#core/planning/techniques";
import { restOf } from "#core/planning/timing";
import type { Prescription, Program } from "#core/program/document";
import { doingOf } from "#core/planning/doing";
import type { Drawing, Snapshot, SnapshotPrescription } from "#core/training/handover";

/** a little from the side, so that both arms can be told apart */
const VIEW = { turn: 0.45 };

const round = (x: number) => Math.round(x * 1000) / 1000;

/** standing, what is below the knee says nothing about the arm and would make everything else small */
function drawing(
  frames: Frames,
  sample: number,
  main: string,
  muscle: string | undefined,
  wholeBody: boolean,
): Drawing {
  const shown = figureStrokes(frames, sample, VIEW).filter((s) => wholeBody || !/^(shank|heel)/.test(s.from));
  const strokes: Drawing["strokes"] = shown.map((s) => ({ kind: s.kind, points: s.points, width: s.width }));
  const load = loadDrawing(frames, sample, VIEW, main);
  for (const line of load.lines) strokes.push({ kind: "prop", points: line, width: 0 });
  if (load.bar) strokes.push({ kind: "prop", points: load.bar, width: 0 });
  if (muscle) strokes.push({ kind: "muscle", points: headLine(frames, sample, muscle, VIEW), width: 0.05 });
  for (const at of load.at) strokes.push({ kind: "load", points: [at], width: 0.07 });
  return { strokes };
}

/** both drawings in one unit box (y up), so that they can be laid side by side at one scale; far pulleys are cut off */
function intoBox(drawings: Drawing[]): Drawing[] {
  const body = drawings.flatMap((d) => d.strokes.filter((s) => s.kind !== "prop").flatMap((s) => s.points));
  const xs = body.map((p) => p[0]);
  const ys = body.map((p) => p[1]);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const size = Math.max(x1 - x0, y1 - y0) * 1.15;
  const [cx, cy] = [(x0 + x1) / 2, (y0 + y1) / 2];
  const fit = ([x, y]: [number, number]): [number, number] => [
    round((x - cx) / size + 0.5),
    round((y - cy) / size + 0.5),
  ];
  const clip = ([a, b]: [number, number][]): [number, number][] => {
    if (!a || !b) return [];
    // from the hand towards the pulley, no further than the edge of the box
    const reach = (k: 0 | 1) => (b[k] > a[k] ? (1 - a[k]) / (b[k] - a[k]) : b[k] < a[k] ? -a[k] / (b[k] - a[k]) : 1);
    const t = Math.min(1, reach(0), reach(1));
    return [a, [round(a[0] + t * (b[0] - a[0])), round(a[1] + t * (b[1] - a[1]))]];
  };
  return drawings.map((d) => ({
    strokes: d.strokes.map((s) => ({
      kind: s.kind,
      width: round(s.width / size),
      points: s.kind === "prop" ? clip(s.points.map(fit)) : s.points.map(fit),
    })),
  }));
}

const BLANK: Drawing = { strokes: [] };

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

/** what is drawn and said about a setup; blank where the library no longer has it */
function sheetOf(exerciseId: string, values: Prescription["values"], lead: string | undefined, model: Model) {
  const exercise = findExercise(exerciseId);
  const setup = exercise && setupOrNone(exercise, values);
  if (!exercise || !setup)
    return { settings: [], cues: [], cautions: [], joints: [...JOINTS], strains: {}, start: BLANK, end: BLANK };
  const analysis = analyse(model, setup, { frames: true, samples: 11 });
  const { frames, main } = analysis;
  const wholeBody = exercise.chains.includes("leg") || exercise.stance.on !== "feet";
  const [start, end] = frames ? intoBox([0, 10].map((n) => drawing(frames, n, main, lead, wholeBody))) : [BLANK, BLANK];
  return {
    settings: exercise.parameters.map((q) => `${q.name}: ${formatValue(q, values[q.id] ?? q.default)}`),
    cues: exercise.cues.map((c) => c.text),
    cautions: exercise.cautions.map((c) => c.text),
    joints: likelyJoints(exercise, analysis),
    strains: strainsIn(exercise, analysis, model),
    start: start!,
    end: end!,
  };
}

/** what a phone guides through */
function stepsOf({ id, easier }: NonNullable<Prescription["technique"]>): SnapshotPrescription["technique"] {
  const { name, on, main, then } = findTechnique(id);
  return { id, name, on, main, then: then.map((t) => (easier ? { ...t, name: cutText(easier.name, 80) } : t)) };
}

/** in a pair the rest of the one is the other's work: sides do not take turns as well */
const alone = (p: Prescription, paired: boolean): Prescription => (paired ? { ...p, turns: "one-then-other" } : p);

function snapshotOf(planned: Prescription, paired: boolean, model: Model): SnapshotPrescription {
  const p = alone(planned, paired);
  const direct = Object.entries(p.credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share);
  const lead = p.target ?? direct[0]?.[0];
  const { strains, ...sheet } = sheetOf(p.exerciseId, p.values, lead, model);
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
    rampSets: p.rampSets,
    technique: p.technique && stepsOf(p.technique),
    earlier: p.earlier,
    doing: doingOf(p),
    note: p.note,
    reason: lead ? `For ${headTitle(lead).toLowerCase()}` : "",
    ...sheet,
    alternatives: p.alternatives.map((a) => {
      const { settings, cues, start, end, strains: asked } = sheetOf(a.exerciseId, a.values, lead, model);
      const spared = JOINTS.filter((j) => spares(j, asked, strains));
      return { setupKey: a.setupKey, name: a.name, spares: spared, settings, cues, start, end };
    }),
  };
}

export function buildSnapshot(
  program: Program,
  programVersion: number,
  body: { stature: number; mass: number },
): Snapshot {
  const model = compileModel({ stature: body.stature, mass: body.mass });
  const { method } = editionOf(program);
  return {
    format: "gryn-handover",
    version: 7,
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
          prescriptions: b.prescriptions.map((p) => snapshotOf(p, b.prescriptions.length > 1, model)),
        })),
      })),
  };
}
