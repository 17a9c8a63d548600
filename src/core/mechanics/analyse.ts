/**
 * What mechanics says about one setup in one body. Pure; the same bits inline, in a web worker and on the server.
 * Loads, contacts and limbs give torques that are affine in the one load; the largest load each chain of joints can
 * hold gives the strength curve, where it sticks and what limits it; the load held there, shared among the muscles at
 * 70 % of their strength, gives each head's tension over the rep.
 */
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/format";
import type { Setup } from "#core/exercises/setup";
import { isGirdle, type Block } from "#core/mechanics/chains";
import { spineOf, wristWatch, type Demand, type Spine } from "#core/mechanics/demands";
import { frameRecorder, type Frames } from "#core/mechanics/frames";
import { addContacts, applyLoads, cablesThroughTrunk, GRAVITY, makeForces, placeLoads } from "#core/mechanics/loads";
import { headMetrics, type HeadMetrics, type HeadRep } from "#core/mechanics/metrics";
import type { Model, Side } from "#core/mechanics/model";
import { samplePath } from "#core/mechanics/path";
import { applyPose, PostureError, type Pose } from "#core/mechanics/posture";
import {
  askedOf,
  EFFORT,
  fillSample,
  largestAt,
  LOAD_LIMIT,
  problemsOf,
  shareAt,
  type Problem,
} from "#core/mechanics/problem";
import { scratchState, updateHeads, type State } from "#core/mechanics/state";
import { tabulate } from "#core/mechanics/vector";

export const DEFAULT_SAMPLES = 41;
/** enough for the means of a search or of a varied body (tested) */
export const COARSE_SAMPLES = 21;
const STICKING_BAND = 1.05;

/** by the pose coordinates that turn them */
const TURNING_JOINTS = {
  shoulder: ["plane", "elevation", "twist"],
  elbow: ["elbow"],
  wrist: ["wristFlexion", "wristDeviation"],
  spine: ["lumbarFlexion", "lumbarBend", "lumbarRotation"],
  hip: ["hipFlexion", "hipAbduction", "hipRotation"],
  knee: ["knee"],
  ankle: ["ankle"],
} as const;
export type TurningJoint = keyof typeof TURNING_JOINTS;
/** rad over the rep under which a joint only settles */
const TURNS = (20 * Math.PI) / 180;
const AXES_OF: Readonly<Record<TurningJoint, RegExp>> = {
  shoulder: /^shoulder/,
  elbow: /^elbow$/,
  wrist: /^wrist/,
  spine: /^lumbar/,
  hip: /^hip/,
  knee: /^knee$/,
  ankle: /^ankle$/,
};
/** the strength curve is told up to this many times its least */
const STRENGTH_CAP = 6;

export interface HeadSeries extends HeadRep {
  id: string;
  muscle: string;
  /** m, by freedom */
  momentArms: Record<string, Float64Array>;
  metrics: HeadMetrics | null;
}

export interface Analysis {
  modelVersion: string;
  setupKey: string;
  feasible: boolean;
  warnings: string[];
  s: Float64Array;
  /** deg, one series a joint that moves */
  joints: Record<string, Float64Array>;
  heads: HeadSeries[];
  /**
   * the least of the largest loads over the rep in kg, as the raw model has it: for calibration only, never shown as
   * such
   */
  rawLoad: number;
  /** largest load over the least in the rep: 1 where it sticks; capped at 6 */
  strength: Float64Array;
  /** the joint the lift is drawn by: where load x travel is largest */
  main: string;
  /** torque of load and limbs about the main joint at the sticking load over its peak, signed: + asks for flexors */
  resistance: Float64Array;
  /** the same torque at the largest load each pose allows, over the same peak */
  capacity: Float64Array;
  /** the same by joint, Nm over the peak of the main joint */
  torques: Record<string, Float64Array>;
  /** s of the sticking interval (within 5 % of the least load) and of its least point */
  sticking: { from: number; to: number; at: number };
  /** elasticity of the load at the sticking point, summed a muscle, largest first; prime movers turn the main joint */
  limiters: { muscle: string; elasticity: number; prime: boolean }[];
  demands: Demand[];
  spine: Spine | null;
  /** activation x volume over the volume of all heads: all of it, at 70 % */
  engagedMass: number;
  /**
   * what trunk and limbs weigh at the main joint, in kg of the load there: a pull-up lifts nearly the whole body, a
   * curl a forearm
   */
  bodyLoad: number;
  /** the joints that turn in the rep, by at least `TURNS` */
  turns: TurningJoint[];
  /** torque of each head about the freedoms of the joints that turn, mean over the rep, Nm; empty unless asked for */
  actions: Record<string, Record<string, number>>;
  /** largest unbalanced torque of any chain, Nm */
  residual: number;
  frames: Frames | null;
}

export interface AnalyseOptions {
  samples?: number;
  side?: Side;
  /** record what the figure is drawn from, and moment arms */
  frames?: boolean;
  /** record what each head does about each joint that turns */
  actions?: boolean;
}

const forces = makeForces();

/** what the heads do by sample; arrays are samples x shown heads where they are not a head's own */
interface Recording {
  /** indices into the model's heads */
  readonly shown: readonly number[];
  readonly series: readonly HeadSeries[];
  /** place of a model head in `shown`, or -1 */
  readonly slot: Int32Array;
  /** muscle-tendon extent, m, and active force at full activation, N */
  readonly extent: Float64Array;
  readonly active: Float64Array;
}

function recordingOf(model: Model, shown: readonly number[], samples: number, withArms: boolean): Recording {
  // one buffer for all of them: many small ones cost more than the sums that are made in them
  const buffer = new Float64Array(5 * samples * shown.length);
  let at = 0;
  const take = () => buffer.subarray(at, (at += samples));
  const series = shown.map((h): HeadSeries => {
    const { id, muscle, freedoms, longest, shortest } = model.heads[h]!;
    const momentArms = withArms
      ? Object.fromEntries(freedoms.map((f) => [model.freedoms[f]!.id, new Float64Array(samples)]))
      : {};
    return {
      id,
      muscle,
      momentArms,
      length: take(),
      position: take(),
      force: take(),
      passive: take(),
      activation: take(),
      usable: longest - shortest,
      work: 0,
      metrics: null,
    };
  });
  const slot = new Int32Array(model.heads.length).fill(-1);
  shown.forEach((h, k) => (slot[h] = k));
  return {
    shown,
    series,
    slot,
    extent: new Float64Array(samples * shown.length),
    active: new Float64Array(samples * shown.length),
  };
}

function recordHeads(
  { shown, series, extent, active }: Recording,
  model: Model,
  state: State,
  n: number,
  withArms: boolean,
): void {
  const nf = model.freedoms.length;
  for (let k = 0; k < shown.length; k++) {
    const h = shown[k]!;
    const head = model.heads[h]!;
    const out = series[k]!;
    const l = state.length[h]!;
    const position = (l - head.shortest) / (head.longest - head.shortest);
    out.length[n] = l;
    out.position[n] = position < 0 ? 0 : position > 1 ? 1 : position;
    out.passive[n] = state.passive[h]! / head.maxForce;
    extent[n * shown.length + k] = state.extent[h]!;
    active[n * shown.length + k] = state.active[h]!;
    if (withArms) for (const f of head.freedoms) out.momentArms[model.freedoms[f]!.id]![n] = state.arms[h * nf + f]!;
  }
}

/** the largest load of every sample, and where and by which chain it is least */
interface Strength {
  /** kg over the least */
  largest: Float64Array;
  at: number;
  limiting: Problem | null;
  /** why it cannot be lifted; empty when it can */
  reasons: string[];
}

function strengthOf(model: Model, problems: readonly Problem[], samples: number): Strength {
  const largest = new Float64Array(samples).fill(LOAD_LIMIT);
  const reasons: string[] = [];
  let at = -1;
  let limiting: Problem | null = null;
  for (let n = 0; n < samples; n++)
    for (const p of problems) {
      const capacity = largestAt(p, n);
      if (!capacity.feasible) {
        if (reasons.length === 0)
          reasons.push(
            `At ${percentOf(n, samples)} % of the rep the ${JOINT_WORDS[model.freedoms[p.block.rows[capacity.row]!]!.id] ?? "body"} cannot be held: ${capacity.shortfall.toFixed(1)} Nm short even without a load.`,
          );
        largest[n] = 0;
      } else if (capacity.load < largest[n]!) {
        largest[n] = capacity.load;
        if (at < 0 || largest[n]! < largest[at]! || at === n) {
          at = n;
          limiting = p;
        }
      }
    }
  return { largest, at: Math.max(0, at), limiting, reasons };
}

const percentOf = (n: number, samples: number) => Math.round((100 * n) / (samples - 1));

/** what each shown head does about each row of the problems, summed over the rep */
type ActionSums = Map<number, Map<number, number>>;

/** shares the load of the sticking point at every sample; sums what the summary needs */
function shareAll(
  model: Model,
  problems: readonly Problem[],
  { series, slot, active, shown }: Recording,
  samples: number,
  load: number,
  trunkSides: 1 | 2,
  actions: ActionSums | null,
) {
  let residual = 0;
  let engaged = 0;
  const spine = new Float64Array(samples);
  for (let n = 0; n < samples; n++)
    for (const p of problems) {
      residual = Math.max(residual, shareAt(p, n, load));
      const { head: heads, columns, chain } = p.block;
      for (let j = 0; j < columns; j++) {
        const a = p.activation[j]!;
        const h = heads[j]!;
        if (a === 0 || h < 0 || slot[h]! < 0) continue;
        const k = slot[h]!;
        const head = model.heads[h]!;
        const force = a * active[n * shown.length + k]!;
        if (chain === "spine") spine[n]! += (trunkSides * force) / EFFORT;
        if (actions) addActions(actions, p, n, j, k);
        series[k]!.activation[n] = a;
        series[k]!.force[n] = force / head.maxForce;
        engaged += (a * head.volume) / samples;
      }
    }
  return { residual, engaged, spine };
}

function addActions(actions: ActionSums, p: Problem, n: number, column: number, shown: number): void {
  const { rows, columns } = p.block;
  let sums = actions.get(shown);
  if (!sums) actions.set(shown, (sums = new Map()));
  for (let r = 0; r < rows.length; r++) {
    const torque = p.activation[column]! * p.A[(n * rows.length + r) * columns + column]!;
    if (torque !== 0) sums.set(rows[r]!, (sums.get(rows[r]!) ?? 0) + torque);
  }
}

/** only what is done about joints that turn: holding is no action */
function actionsOf(
  model: Model,
  { series }: Recording,
  sums: ActionSums,
  turns: readonly TurningJoint[],
  samples: number,
): Analysis["actions"] {
  const turning = (id: string) => turns.some((j) => AXES_OF[j].test(id));
  return Object.fromEntries(
    [...sums].map(([k, byFreedom]) => [
      series[k]!.id,
      Object.fromEntries(
        [...byFreedom].flatMap(([f, sum]) =>
          turning(model.freedoms[f]!.id) ? [[model.freedoms[f]!.id, sum / samples]] : [],
        ),
      ),
    ]),
  );
}

/** how far each coordinate goes over the rep; the trunk's and one side's */
function turningJoints(model: Model, low: Float64Array, high: Float64Array, side: Side): TurningJoint[] {
  return (Object.keys(TURNING_JOINTS) as TurningJoint[]).filter((j) =>
    TURNING_JOINTS[j].some((id) => {
      const c = model.coordinates.findIndex((name) => name === id || name === `${id}.${side}`);
      return c >= 0 && high[c]! - low[c]! >= TURNS;
    }),
  );
}

/**
 * kg of the load that weigh as much as the body at row r: the fit of fixed = body x unit over the rep. A body bent
 * over a joint may have a longer lever there than the load; it is never told as more than itself.
 */
function bodyLoadOf(p: Problem, r: number, samples: number, assistance: number, most: number): number {
  const m = p.block.rows.length;
  let [both, squares] = [0, 0];
  for (let n = 0; n < samples; n++) {
    const unit = p.unit[n * m + r]!;
    both += (p.fixed[n * m + r]! - assistance * unit) * unit;
    squares += unit * unit;
  }
  return squares > 0 ? Math.max(0, Math.min(most, both / squares)) : 0;
}

/**
 * metrics of every head that does something; lifting work is force x shortening of the whole muscle, over every joint
 * it crosses
 */
function measureHeads(
  model: Model,
  { shown, series, extent }: Recording,
  samples: number,
  largest: Float64Array,
): void {
  const weight = (k: number) => model.heads[shown[k]!]!.maxForce * model.heads[shown[k]!]!.optimumLength;
  let all = 0;
  const byMuscle = new Map<string, number>();
  series.forEach((out, k) => {
    let sum = 0;
    for (let n = 0; n + 1 < samples; n++) {
      const shortening = extent[n * shown.length + k]! - extent[(n + 1) * shown.length + k]!;
      if (shortening > 0) sum += 0.5 * (out.force[n]! + out.force[n + 1]!) * shortening;
    }
    out.work = sum / model.heads[shown[k]!]!.optimumLength;
    all += out.work * weight(k);
    byMuscle.set(out.muscle, (byMuscle.get(out.muscle) ?? 0) + out.work * weight(k));
  });
  series.forEach((out, k) => (out.metrics = headMetrics(out, largest, all, byMuscle.get(out.muscle)!, weight(k))));
}

/** of the two sides of the trunk the one that works more, or holds more where neither moves */
function busierSide(series: readonly HeadSeries[]): HeadSeries[] {
  const busy = new Map(series.map((out) => [out, out.work + 1e-3 * out.activation.reduce((sum, a) => sum + a, 0)]));
  const best = new Map<string, HeadSeries>();
  for (const out of series)
    if (!best.has(out.id) || busy.get(out)! > busy.get(best.get(out.id)!)!) best.set(out.id, out);
  return [...best.values()];
}

/** @throws RangeError for a point or coordinate the model does not have; a pose that cannot be is told in `warnings` */
export function analyse(model: Model, setup: Setup, options: AnalyseOptions = {}): Analysis {
  const { samples = DEFAULT_SAMPLES, side = "right", frames: drawn = false } = options;
  let poses: Pose[];
  try {
    poses = samplePath(model, setup, samples, side);
  } catch (e) {
    if (e instanceof RangeError || e instanceof PostureError) return impossible(model, setup, samples, e.message);
    throw e;
  }
  const state = scratchState(model);
  applyPose(model, state, setup, poses[0]!, side);
  const loads = placeLoads(model, state, setup, side);
  const assistance = -setup.exercise.assistable * model.body.mass;
  const problems = problemsOf(model, setup, side, samples);
  const solved = problems.flatMap((p) => p.block.heads);
  // one side of the trunk works against a load on the other: both are looked at and the busier one is told
  const oneSided = setup.exercise.sides === "one";
  const recording = recordingOf(
    model,
    solved.filter((h) => model.heads[h]!.side === side || (oneSided && model.heads[h]!.chain === "spine")),
    samples,
    drawn,
  );
  const recorder = drawn
    ? frameRecorder(
        model,
        samples,
        loads,
        recording.shown.map((h) => model.heads[h]!),
      )
    : null;
  const wrist = wristWatch(model, setup, side, samples);
  let pierced = 0;
  const low = new Float64Array(state.q.length).fill(Infinity);
  const high = new Float64Array(state.q.length).fill(-Infinity);
  for (let n = 0; n < samples; n++) {
    applyPose(model, state, setup, poses[n]!, side);
    for (let c = 0; c < low.length; c++) {
      const q = state.q[c]!;
      if (q < low[c]!) low[c] = q;
      if (q > high[c]!) high[c] = q;
    }
    for (let k = 0; k < solved.length; k++) updateHeads(model, state, solved[k]!, solved[k]! + 1);
    const pull = applyLoads(model, state, loads, n / (samples - 1), forces);
    addContacts(model, state, setup, side, forces);
    recordHeads(recording, model, state, n, drawn);
    for (const p of problems) fillSample(p, model, state, forces, n, assistance);
    wrist?.look(state, forces, n);
    if (cablesThroughTrunk(model, state, loads)) pierced++;
    recorder?.record(state, n, pull);
  }
  const { largest, at, limiting, reasons: warnings } = strengthOf(model, problems, samples);
  const least = largest[at]!;
  if (pierced > 0)
    warnings.push(
      `The cable runs through the trunk in ${Math.round((100 * pierced) / samples)} % of the rep: move its fixed end.`,
    );
  if (warnings.length === 0 && least >= LOAD_LIMIT) {
    const slack = setup.loads.every((l) => l.kind === "band");
    warnings.push(
      slack
        ? "The band never tightens in this rep: a shorter slack length or a farther fixed end."
        : "Nothing in this rep loads the body: check the pulley and the path.",
    );
  }
  const feasible = warnings.length === 0;
  const held = feasible ? least : 1;
  const sums: ActionSums | null = options.actions ? new Map() : null;
  const shared = feasible ? shareAll(model, problems, recording, samples, least, oneSided ? 1 : 2, sums) : null;
  const turns = turningJoints(model, low, high, side);
  if (feasible) measureHeads(model, recording, samples, largest);

  const s = tabulate(samples, (i) => i / (samples - 1));
  const joints = movedJoints(poses, s);
  const asked = problems.map((p) => p.block.rows.map((_, r) => askedOf(p, r, samples, () => held)));
  const main = mainJoint(model, problems, joints, asked);
  const peak = main ? asked[main.problem]![main.row]!.reduce((most, t) => Math.max(most, Math.abs(t)), 0) || 1 : 1;
  const torques: Record<string, Float64Array> = {};
  problems.forEach((p, k) =>
    p.block.rows.forEach(
      (f, r) => (torques[model.freedoms[f]!.id] = tabulate(samples, (n) => asked[k]![r]![n]! / peak)),
    ),
  );
  const mainId = main ? model.freedoms[main.freedom]!.id : "";
  const sticks = (v: number) => v <= least * STICKING_BAND;
  return {
    modelVersion: model.version,
    setupKey: setup.key,
    feasible,
    warnings,
    s,
    joints,
    heads: oneSided ? busierSide(recording.series) : [...recording.series],
    rawLoad: feasible ? least + assistance : 0,
    strength: tabulate(samples, (n) => Math.min(STRENGTH_CAP, least > 0 ? largest[n]! / least : 0)),
    main: mainId,
    resistance: torques[mainId] ?? new Float64Array(samples),
    capacity: main
      ? askedOf(problems[main.problem]!, main.row, samples, (n) => Math.min(largest[n]!, STRENGTH_CAP * least)).map(
          (t) => Math.abs(t) / peak,
        )
      : new Float64Array(samples),
    torques,
    sticking: { from: s[largest.findIndex(sticks)]!, to: s[largest.findLastIndex(sticks)]!, at: s[at]! },
    limiters:
      limiting && feasible
        ? limitersOf(model, limiting.block, largestAt(limiting, at, true).elasticity, main?.freedom ?? -1)
        : [],
    demands: feasible && wrist ? wrist.demands(least + assistance, s, model.body.mass * GRAVITY) : [],
    spine: shared ? spineOf(model, problems, samples, least, shared.spine) : null,
    engagedMass: (shared?.engaged ?? 0) / (model.heads.reduce((sum, h) => sum + h.volume, 0) / 2),
    bodyLoad: main ? bodyLoadOf(problems[main.problem]!, main.row, samples, assistance, model.body.mass) : 0,
    turns,
    actions: sums ? actionsOf(model, recording, sums, turns, samples) : {},
    residual: shared?.residual ?? 0,
    frames: recorder?.frames() ?? null,
  };
}

/** names of joints in reasons */
export const JOINT_WORDS: Readonly<Record<string, string>> = {
  protraction: "shoulder blade",
  girdleElevation: "shoulder girdle",
  scapula: "shoulder blade",
  shoulderFlexion: "shoulder",
  shoulderAbduction: "shoulder",
  shoulderRotation: "shoulder's rotation",
  elbow: "elbow",
  forearm: "forearm's rotation",
  wristFlexion: "wrist",
  wristDeviation: "wrist",
  lumbarFlexion: "low back",
  lumbarBend: "trunk sideways",
  lumbarRotation: "trunk's rotation",
  hipFlexion: "hip",
  hipAbduction: "hip sideways",
  hipRotation: "hip's rotation",
  knee: "knee",
  ankle: "ankle",
};

function impossible(model: Model, setup: Setup, samples: number, reason: string): Analysis {
  const none = new Float64Array(samples);
  return {
    modelVersion: model.version,
    setupKey: setup.key,
    feasible: false,
    warnings: [`This pose is impossible: ${reason}.`],
    s: tabulate(samples, (i) => i / (samples - 1)),
    joints: {},
    heads: [],
    rawLoad: 0,
    strength: none,
    main: "",
    resistance: none,
    capacity: none,
    torques: {},
    sticking: { from: 0, to: 0, at: 0 },
    limiters: [],
    demands: [],
    spine: null,
    engagedMass: 0,
    bodyLoad: 0,
    turns: [],
    actions: {},
    residual: 0,
    frames: null,
  };
}

function movedJoints(poses: readonly Pose[], s: Float64Array): Record<string, Float64Array> {
  const out: Record<string, Float64Array> = {};
  POSE_COORDINATES.forEach((c: PoseCoordinate, at) => {
    let moves = c === "forearm";
    for (let n = 1; n < s.length && !moves; n++) moves = Math.abs(poses[n]![at]! - poses[0]![at]!) > 0.5;
    if (moves) out[c] = tabulate(s.length, (n) => poses[n]![at]!);
  });
  return out;
}

/** which pose angles turn which freedom */
const TURNED_BY: Readonly<Record<string, readonly string[]>> = {
  shoulderFlexion: ["elevation", "plane"],
  shoulderAbduction: ["elevation", "plane"],
  shoulderRotation: ["plane", "twist"],
  hipFlexion: ["hipFlexion", "pitch"],
};

function mainJoint(
  model: Model,
  problems: readonly Problem[],
  joints: Record<string, Float64Array>,
  asked: readonly Float64Array[][],
): { problem: number; row: number; freedom: number } | null {
  let best: { problem: number; row: number; freedom: number } | null = problems[0]
    ? { problem: 0, row: 0, freedom: problems[0].block.rows[0]! }
    : null;
  let most = 0;
  problems.forEach((p, problem) =>
    p.block.rows.forEach((freedom, row) => {
      const { id } = model.freedoms[freedom]!;
      const t = asked[problem]![row]!;
      let power = 0;
      for (const c of TURNED_BY[id] ?? [id]) {
        const q = joints[c];
        if (q)
          for (let n = 0; n + 1 < t.length; n++) power += Math.abs(t[n]! + t[n + 1]!) * Math.abs(q[n + 1]! - q[n]!);
      }
      if (isGirdle(id)) power *= 0.2;
      if (power > most) {
        most = power;
        best = { problem, row, freedom };
      }
    }),
  );
  return best;
}

function limitersOf(model: Model, block: Block, elasticity: Float64Array, main: number): Analysis["limiters"] {
  const sums = new Map<string, { elasticity: number; prime: boolean }>();
  block.head.forEach((h, k) => {
    if (h < 0) return;
    const head = model.heads[h]!;
    const now = sums.get(head.muscle) ?? { elasticity: 0, prime: false };
    sums.set(head.muscle, {
      elasticity: now.elasticity + elasticity[k]!,
      prime: now.prime || head.freedoms.includes(main),
    });
  });
  return [...sums]
    .map(([muscle, v]) => ({ muscle, ...v }))
    .filter((l) => l.elasticity > 0.005)
    .sort((p, q) => q.elasticity - p.elasticity);
}
