/**
 * What mechanics says about one setup in one body. Pure; the same bits inline, in a web worker and on the server.
 * Loads, contacts and limbs give torques that are affine in the one load; the largest load each chain of joints can
 * hold gives the strength curve, where it sticks and what limits it; the load held there, shared among the muscles at
 * 70 % of their strength, gives each head's tension over the rep.
 */
import type { Joint } from "#core/exercises/joints";
import type { Part } from "#core/exercises/part";
import type { Setup } from "#core/exercises/setup";
import { heightOf } from "#core/mechanics/chains";
import { spineOf, wristWatch, type Demand, type Spine } from "#core/mechanics/demands";
import { frameRecorder, type Frames } from "#core/mechanics/frames";
import { gripWatch, openingOf, type GripWatch } from "#core/mechanics/grip";
import { limitWatch } from "#core/mechanics/limits";
import { applyLoads, cablesThroughTrunk, GRAVITY, placeLoads } from "#core/mechanics/loads";
import { addContacts } from "#core/mechanics/contacts";
import type { Model, Side } from "#core/mechanics/model";
import { STICKING_BAND } from "#core/mechanics/metrics";
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
  tire,
  type Problem,
} from "#core/mechanics/problem";
import {
  busierSide,
  measureHeads,
  recordHeads,
  recordingOf,
  type HeadSeries,
  type Recording,
} from "#core/mechanics/recording";
import { strainOf } from "#core/mechanics/strain";
import { updateHeads } from "#core/mechanics/state";
import {
  actionsOf,
  addActions,
  JOINT_WORDS,
  mainJoint,
  movedJoints,
  turningJoints,
  type ActionSums,
  type TurningJoint,
} from "#core/mechanics/turning";
import { freshState, workspaceOf, type Workspace } from "#core/mechanics/workspace";
import { slideWatch } from "#core/mechanics/slide";
import { stackWatch, type Stack } from "#core/mechanics/stack";
import { supportWatch, type Holding, type Support } from "#core/mechanics/support";
import { swingWatch, type Swings } from "#core/mechanics/swing";
import { tabulate } from "#core/base/vector";

export const DEFAULT_SAMPLES = 41;
/** enough for what is read of a rep in a survey or a search (tested); pictures and curves are drawn from more */
export const COARSE_SAMPLES = 21;

/** the strength curve is told up to this many times its least */
const STRENGTH_CAP = 6;

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
  /** what joints are asked for, by joint (see strain.ts): for comparing setups; empty unless actions are asked for */
  strain: Partial<Record<Joint, number>>;
  /** by coordinate of the working side: the ends that it goes to, deg */
  reach: Record<string, [low: number, high: number]>;
  /** largest unbalanced torque of any chain, Nm */
  residual: number;
  /** s from which a chosen load cannot be held any more; null where it can, or none was chosen */
  stuckFrom: number | null;
  /** what carries the body, from which load on; where frames are asked for */
  support: Support[];
  /** what the free hand gives at the usual load, where it holds something fast and frames are asked for */
  holding: { on: Holding["on"]; kg: number } | null;
  /** the way of a cable's stack; where frames are asked for */
  stack: Stack | null;
  /** m that a pad runs along the limb, where its machine's axis is off the joint; where frames are asked for */
  slide: number | null;
  /** what a swing of the trunk adds, where the exercise leaves room for one; where frames are asked for */
  swing: Swings | null;
  frames: Frames | null;
}

export interface AnalyseOptions {
  samples?: number;
  side?: Side;
  /** record what the figure is drawn from, and moment arms */
  frames?: boolean;
  /** record what each head does about each joint that turns */
  actions?: boolean;
  /**
   * What is asked of the heads, the spine and the wrist at this load in kg (in the load's own meaning) when muscles
   * have this share of their strength left, 1 when fresh: for a body whose strengths are known. Without it, the load
   * of the sticking point at `EFFORT` of it. What the body can lift is told fresh in either case.
   */
  chosen?: Chosen | null;
  /** the part of the rep that is done, the setup's own unless given: loads stay where the whole rep has them */
  part?: Part | null;
}

export interface Chosen {
  kg: number;
  strength: number;
}

/** the largest load of every sample, and where and by which chain it is least */
interface Strength {
  /** kg over the least */
  largest: Float64Array;
  at: number;
  limiting: Problem | "grip" | null;
  /** why it cannot be lifted; empty when it can */
  reasons: string[];
}

function strengthOf({ model, problems, samples, s, grip, assistance }: Walk): Strength {
  const largest = new Float64Array(samples).fill(LOAD_LIMIT);
  const reasons: string[] = [];
  let at = -1;
  let limiting: Strength["limiting"] = null;
  const holds = (n: number, load: number, by: Problem | "grip") => {
    if (load >= largest[n]!) return;
    largest[n] = load;
    if (at < 0 || load < largest[at]! || at === n) {
      at = n;
      limiting = by;
    }
  };
  for (let n = 0; n < samples; n++) {
    for (const p of problems) {
      const capacity = largestAt(p, n);
      if (!capacity.feasible) {
        if (reasons.length === 0)
          reasons.push(
            `At ${Math.round(100 * s[n]!)} % of the rep the ${JOINT_WORDS[model.freedoms[p.block.rows[capacity.row] ?? p.block.rows[0]!]!.id] ?? "body"} cannot be held: ${capacity.shortfall.toFixed(1)} Nm short even without a load.`,
          );
        largest[n] = 0;
      } else holds(n, capacity.load, p);
    }
    if (grip) holds(n, grip.most(n) - assistance, "grip");
  }
  return { largest, at: Math.max(0, at), limiting, reasons };
}

/** the load that is shared among the muscles, sample by sample, kg over the least */
interface Held {
  readonly load: (n: number) => number;
  readonly effort: number;
  /** what is left of a fresh muscle's strength */
  readonly strength: number;
  /** sample from which it cannot be held; -1 where it can */
  readonly stuck: number;
}

/** the load of the sticking point, or the chosen one with tired muscles; where they cannot hold it, what they can */
function heldOf({ problems, samples, assistance, grip }: Walk, { largest, at }: Strength, chosen: Chosen | null): Held {
  if (!chosen) return { load: () => largest[at]!, effort: EFFORT, strength: 1, stuck: -1 };
  const load = chosen.kg - assistance;
  if (chosen.strength < 1) for (const p of problems) tire(p, samples, chosen.strength);
  const most = tabulate(samples, (n) =>
    problems.reduce(
      (least, p) => {
        const { feasible, load } = largestAt(p, n);
        return Math.min(least, feasible ? load : 0);
      },
      Math.min(LOAD_LIMIT, chosen.strength * (grip ? grip.most(n) : Infinity) - assistance),
    ),
  );
  return {
    load: (n) => Math.min(load, most[n]!),
    effort: 1,
    strength: chosen.strength,
    stuck: most.findIndex((m) => m < load * (1 - 1e-9)),
  };
}

/** shares the load that is held at every sample; sums what the summary needs */
function shareAll({ model, setup, problems, recording, samples }: Walk, held: Held, actions: ActionSums | null) {
  const { series, slot, active, shown } = recording;
  const { effort, strength } = held;
  const trunkSides = isOneSided(setup) ? 1 : 2;
  let residual = 0;
  let engaged = 0;
  const spine = new Float64Array(samples);
  for (let n = 0; n < samples; n++) {
    const asked = { load: held.load(n), effort };
    // means over the rep by the trapezium rule
    const weight = (n === 0 || n === samples - 1 ? 0.5 : 1) / Math.max(1, samples - 1);
    for (const p of problems) {
      residual = Math.max(residual, shareAt(p, n, asked));
      const { head: heads, columns, chain } = p.block;
      for (let j = 0; j < columns; j++) {
        const a = p.activation[j]!;
        const h = heads[j]!;
        if (a === 0 || h < 0 || slot[h]! < 0) continue;
        const k = slot[h]!;
        const head = model.heads[h]!;
        const force = strength * a * active[n * shown.length + k]!;
        if (chain === "spine") spine[n]! += (trunkSides * force) / effort;
        if (actions) addActions(actions, p, n, j, k, weight);
        series[k]!.activation[n] = a;
        series[k]!.force[n] = force / head.maxForce;
        engaged += strength * a * head.volume * weight;
      }
    }
  }
  return { residual, engaged, spine };
}

/**
 * kg of the load that weigh as much as the body at row r: the fit of fixed = body x unit over the rep. A body bent
 * over a joint may have a longer lever there than the load; it is never told as more than itself.
 */
function bodyLoadOf(p: Problem, r: number, samples: number, assistance: number, most: number): number {
  const m = heightOf(p.block);
  let [both, squares] = [0, 0];
  for (let n = 0; n < samples; n++) {
    const unit = p.unit[n * m + r]!;
    both += (p.fixed[n * m + r]! - assistance * unit) * unit;
    squares += unit * unit;
  }
  return squares > 0 ? Math.max(0, Math.min(most, both / squares)) : 0;
}

/** feet that carry the whole body, and what is not above the joint then */
const STANDING: ReadonlySet<string> = new Set(["feet", "one-foot"]);
const BELOW: Readonly<Record<string, readonly string[]>> = { knee: ["shank", "foot"], ankle: ["foot"] };

/**
 * kg that stand over a knee or an ankle where feet carry the body: whoever lifts shifts until body and load press
 * through the same point of the foot, so that a posture balanced at one load tells nothing of their levers. Else null.
 */
function standingOn(model: Model, setup: Setup, joint: string): number | null {
  const below = BELOW[joint];
  if (!below || !STANDING.has(setup.on)) return null;
  const sides: readonly Side[] = setup.on === "feet" ? ["right", "left"] : ["right"];
  const under = sides.flatMap((side) =>
    below.map((s) => model.segments[model.segmentIndex.get(`${s}.${side}`)!]!.mass),
  );
  return under.reduce((mass, m) => mass - m, model.body.mass);
}

/** what a walk through the rep fills */
interface Walk {
  readonly model: Model;
  readonly setup: Setup;
  /** of the samples that are done, and where of the whole rep they lie */
  readonly poses: readonly Pose[];
  readonly s: Float64Array;
  readonly side: Side;
  readonly samples: number;
  readonly drawn: boolean;
  readonly problems: readonly Problem[];
  readonly recording: Recording;
  readonly wrist: ReturnType<typeof wristWatch>;
  readonly grip: GripWatch | null;
  readonly limits: ReturnType<typeof limitWatch>;
  readonly recorder: ReturnType<typeof frameRecorder> | null;
  readonly support: ReturnType<typeof supportWatch> | null;
  readonly stack: ReturnType<typeof stackWatch>;
  readonly slide: ReturnType<typeof slideWatch>;
  readonly swing: ReturnType<typeof swingWatch>;
  /** kg taken off the body by an assistance, as a load that is always there */
  readonly assistance: number;
  /** rad, the least and the most of every coordinate */
  readonly low: Float64Array;
  readonly high: Float64Array;
  /** samples in which a cable runs through the trunk */
  pierced: number;
}

/** one side of the trunk works against a load on the other: both are looked at and the busier one is told */
const isOneSided = (setup: Setup) => setup.exercise.sides === "one";

/** poses every sample, places the loads, and leaves what they ask and what the heads can give */
function walk(
  model: Model,
  setup: Setup,
  whole: readonly Pose[],
  [first, last]: readonly [number, number],
  side: Side,
  drawn: boolean,
  workspace: Workspace,
): Walk {
  const poses = whole.slice(first, last + 1);
  const samples = poses.length;
  const { forces } = workspace;
  forces.opening = openingOf(setup);
  const state = freshState(workspace);
  applyPose(model, state, setup, whole[0]!, side);
  const loads = placeLoads(model, state, setup, side);
  const problems = problemsOf(model, setup, side, samples, workspace.problems);
  const solved = problems.flatMap((p) => p.block.heads);
  const told = (h: number) => model.heads[h]!.side === side || (isOneSided(setup) && model.heads[h]!.chain === "spine");
  const recording = recordingOf(model, solved.filter(told), samples, drawn);
  const shown = recording.shown.map((h) => model.heads[h]!);
  const w: Walk = {
    model,
    setup,
    poses,
    s: tabulate(samples, (n) => (first + n) / (whole.length - 1)),
    side,
    samples,
    drawn,
    problems,
    recording,
    wrist: wristWatch(model, setup, side, samples),
    grip: gripWatch(model, setup, side, samples),
    limits: limitWatch(model, side, samples),
    support: drawn ? supportWatch(model, setup, side) : null,
    stack: drawn ? stackWatch(setup, loads, samples) : null,
    slide: drawn ? slideWatch(model, loads) : null,
    swing: drawn ? swingWatch(model, setup, samples) : null,
    recorder: drawn ? frameRecorder(model, samples, loads, shown) : null,
    assistance: -setup.exercise.assistable * model.body.mass,
    low: new Float64Array(state.q.length).fill(Infinity),
    high: new Float64Array(state.q.length).fill(-Infinity),
    pierced: 0,
  };
  for (let n = 0; n < samples; n++) {
    applyPose(model, state, setup, poses[n]!, side);
    widen(w, state.q);
    w.limits.look(state.q, n);
    for (let k = 0; k < solved.length; k++) updateHeads(model, state, solved[k]!, solved[k]! + 1);
    const pull = applyLoads(model, state, loads, w.s[n]!, forces);
    w.support?.look(state, forces);
    w.stack?.look(state);
    w.slide?.look(state, w.s[n]!);
    w.swing?.look(state, forces, n);
    addContacts(model, state, setup, side, forces);
    recordHeads(recording, model, state, n, drawn);
    for (const p of problems) fillSample(p, model, state, forces, n, w.assistance);
    w.wrist?.look(state, forces, n);
    w.grip?.look(state, forces, n);
    if (cablesThroughTrunk(model, state, loads)) w.pierced++;
    w.recorder?.record(state, n, pull);
  }
  return w;
}

function widen({ low, high }: Walk, q: Float64Array): void {
  for (let c = 0; c < low.length; c++) {
    if (q[c]! < low[c]!) low[c] = q[c]!;
    if (q[c]! > high[c]!) high[c] = q[c]!;
  }
}

/** why it cannot be lifted as it stands; empty when it can */
function faultsOf({ setup, samples, pierced, limits }: Walk, { reasons, largest, at }: Strength): string[] {
  const faults = [...limits.told(), ...reasons];
  if (pierced > 0)
    faults.push(
      `The cable runs through the trunk in ${Math.round((100 * pierced) / samples)} % of the rep: move its fixed end.`,
    );
  if (faults.length === 0 && largest[at]! >= LOAD_LIMIT)
    faults.push(
      setup.loads.every((l) => l.kind === "band")
        ? "The band never tightens in this rep: a shorter slack length or a farther fixed end."
        : "Nothing in this rep loads the body: check the pulley and the path.",
    );
  return faults;
}

/** what the joints are asked at a load of `held` kg, over the peak of the one the lift is drawn by */
function drawnBy({ model, problems, samples }: Walk, joints: Record<string, Float64Array>, held: number) {
  const asked = problems.map((p) => p.block.rows.map((_, r) => askedOf(p, r, samples, () => held)));
  const main = mainJoint(model, problems, joints, asked);
  const peak = main ? asked[main.problem]![main.row]!.reduce((most, t) => Math.max(most, Math.abs(t)), 0) || 1 : 1;
  const torques: Record<string, Float64Array> = {};
  problems.forEach((p, k) =>
    p.block.rows.forEach(
      (f, r) => (torques[model.freedoms[f]!.id] = tabulate(samples, (n) => asked[k]![r]![n]! / peak)),
    ),
  );
  return { main, peak, torques };
}

/** the strength curve, where it sticks, and the curves of the joint it is drawn by */
function curvesOf(w: Walk, { largest, at }: Strength, held: number) {
  const { model, samples, problems, assistance, s } = w;
  const least = largest[at]!;
  const joints = movedJoints(w.poses, s);
  const { main, peak, torques } = drawnBy(w, joints, held);
  const id = main ? model.freedoms[main.freedom]!.id : "";
  const sticks = (v: number) => v <= least * STICKING_BAND;
  const strongest = (n: number) => Math.min(largest[n]!, STRENGTH_CAP * least);
  return {
    freedom: main?.freedom ?? -1,
    curves: {
      s,
      joints,
      strength: tabulate(samples, (n) => Math.min(STRENGTH_CAP, least > 0 ? largest[n]! / least : 0)),
      main: id,
      resistance: torques[id] ?? new Float64Array(samples),
      capacity: main
        ? askedOf(problems[main.problem]!, main.row, samples, strongest).map((t) => Math.abs(t) / peak)
        : new Float64Array(samples),
      torques,
      sticking: { from: s[largest.findIndex(sticks)]!, to: s[largest.findLastIndex(sticks)]!, at: s[at]! },
      bodyLoad: main
        ? (standingOn(model, w.setup, id) ??
          bodyLoadOf(problems[main.problem]!, main.row, samples, assistance, model.body.mass))
        : 0,
    },
  };
}

/** what the load that is held does to the body that holds it */
function effectsOf(
  w: Walk,
  strength: Strength,
  { s, freedom, turns }: { s: Float64Array; freedom: number; turns: readonly TurningJoint[] },
  { actions: withActions = false, chosen = null }: AnalyseOptions,
) {
  const { model, samples, problems, recording, wrist, assistance } = w;
  const { largest, at, limiting } = strength;
  const limiters = limitersOf(model, limiting, at, freedom);
  const sums: ActionSums | null = withActions ? new Map() : null;
  const held = heldOf(w, strength, chosen);
  const { residual, engaged, spine } = shareAll(w, held, sums);
  measureHeads(model, recording, samples, largest);
  const most = tabulate(samples, held.load).reduce((a, b) => Math.max(a, b), 0);
  const demands = wrist ? wrist.demands(most + assistance, s, model.body.mass * GRAVITY) : [];
  return {
    rawLoad: largest[at]! + assistance,
    limiters,
    stuckFrom: held.stuck < 0 ? null : s[held.stuck]!,
    demands,
    reach: w.limits.reach(),
    strain: withActions ? strainOf(model, problems, samples, most, w.limits.left(), demands) : {},
    spine: spineOf(model, problems, samples, most, spine),
    engagedMass: engaged / (model.heads.reduce((sum, h) => sum + h.volume, 0) / 2),
    actions: sums ? actionsOf(model, recording.series, sums, turns) : {},
    residual,
  };
}

/** the same where it cannot be held */
const NO_EFFECTS = {
  rawLoad: 0,
  limiters: [],
  stuckFrom: null,
  demands: [],
  spine: null,
  engagedMass: 0,
  actions: {},
  strain: {},
  reach: {},
  residual: 0,
};

/** first and last sample that are done */
function endsOf(part: Part | null | undefined, samples: number): [number, number] {
  if (!part) return [0, samples - 1];
  const at = (share: number) => Math.round(Math.max(0, Math.min(1, share)) * (samples - 1));
  const first = Math.min(at(part.from), samples - 2);
  return [first, Math.max(first + 1, at(part.to))];
}

/**
 * @param workspace where it works; the model's own unless given
 * @throws RangeError for a point or coordinate the model does not have; a pose that cannot be is told in `warnings`
 */
export function analyse(
  model: Model,
  setup: Setup,
  options: AnalyseOptions = {},
  workspace: Workspace = workspaceOf(model),
): Analysis {
  const { samples = DEFAULT_SAMPLES, side = "right", frames: drawn = false } = options;
  const { part } = setup;
  const own = options.part === undefined && part !== null;
  // a setup that does a part of the way has as many samples in it as another has in all of its
  const whole = own ? Math.round((samples - 1) / (part.to - part.from)) + 1 : samples;
  let poses: Pose[];
  try {
    poses = samplePath(model, setup, whole, side, workspace);
  } catch (e) {
    if (e instanceof RangeError || e instanceof PostureError) return impossible(model, setup, samples, e.message);
    throw e;
  }
  const w = walk(model, setup, poses, endsOf(own ? part : options.part, whole), side, drawn, workspace);
  const strength = strengthOf(w);
  const warnings = faultsOf(w, strength);
  const feasible = warnings.length === 0;
  const { curves, freedom } = curvesOf(w, strength, feasible ? strength.largest[strength.at]! : 1);
  const turns = turningJoints(model, w.low, w.high, side);
  const effects = feasible ? effectsOf(w, strength, { s: curves.s, freedom, turns }, options) : NO_EFFECTS;
  const { series } = w.recording;
  return {
    modelVersion: model.version,
    setupKey: setup.key,
    feasible,
    warnings,
    ...curves,
    ...effects,
    heads: isOneSided(setup) ? busierSide(series) : [...series],
    turns,
    ...carriedBy(w),
    swing: feasible ? (w.swing?.told(curves.strength) ?? null) : null,
    frames: w.recorder?.frames() ?? null,
  };
}

/** what carries the body, what a hand gives, the way of a cable's stack and of a machine's pad */
function carriedBy({ support, stack, slide, setup }: Walk): Pick<Analysis, "support" | "holding" | "stack" | "slide"> {
  const holding = support?.holding() ?? null;
  return {
    support: support?.told() ?? [],
    holding: holding && { on: holding.on, kg: holding.at(setup.exercise.stated.usualLoad) },
    stack: stack?.told() ?? null,
    slide: slide?.told() ?? null,
  };
}

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
    strength: none,
    main: "",
    resistance: none,
    capacity: none,
    torques: {},
    sticking: { from: 0, to: 0, at: 0 },
    ...NO_EFFECTS,
    bodyLoad: 0,
    turns: [],
    support: [],
    holding: null,
    stack: null,
    slide: null,
    swing: null,
    frames: null,
  };
}

/** the fingers give out alone */
const GRIP_ENDS: Analysis["limiters"] = [{ muscle: "grip", elasticity: 1, prime: false }];

function limitersOf(model: Model, limiting: Strength["limiting"], at: number, main: number): Analysis["limiters"] {
  if (limiting === "grip") return GRIP_ENDS;
  if (!limiting) return [];
  const { elasticity } = largestAt(limiting, at, true);
  const sums = new Map<string, { elasticity: number; prime: boolean }>();
  limiting.block.head.forEach((h, k) => {
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
