/**
 * What mechanics says about one setup in one body. Pure; the same bits inline, in a web worker and on the server.
 * Loads, contacts and limbs give torques that are affine in the one load; the largest load each chain of joints can hold
 * gives the strength curve, where it sticks and what limits it; the load held there, shared among the muscles at 70 % of
 * their strength, gives each head's tension over the rep.
 */
import type { Setup } from "#core/exercises/setup";
import { largestLoad, makeBasis, type Basis } from "#core/mechanics/capacity";
import { blocksOf, fillColumns, isGirdle, type Block } from "#core/mechanics/chains";
import { frameRecorder, type Frames } from "#core/mechanics/frames";
import { addContacts, applyLoads, cablesThroughTrunk, GRAVITY, makeForces, placeLoads, torquesOf, type PlacedLoad } from "#core/mechanics/loads";
import { headMetrics, type HeadMetrics, type HeadRep } from "#core/mechanics/metrics";
import type { Model, Side } from "#core/mechanics/model";
import { samplePath } from "#core/mechanics/path";
import { angleOf, applyPose, PostureError, type Pose } from "#core/mechanics/posture";
import { shareLoad } from "#core/mechanics/sharing";
import { createState, updateHeads } from "#core/mechanics/state";
import { POSE_COORDINATES, type PoseCoordinate } from "#core/exercises/format";

export const DEFAULT_SAMPLES = 41;
/** the set is looked at when every strength is this much of its maximum */
const EFFORT = 0.7;
/** kg at each point of the load; beyond it a pose counts as not limiting */
const LOAD_LIMIT = 3000;
const STICKING_BAND = 1.05;
/** weight of what is not muscle in the sharing, cm^3: used before muscles are */
const PASSIVE_VOLUME = 4;
/** Nm that the staged sharing may leave over before all freedoms are shared at once */
const UNMET = 1e-3;

export interface HeadSeries extends HeadRep {
  id: string;
  muscle: string;
  /** m, by freedom */
  momentArms: Record<string, Float64Array>;
  metrics: HeadMetrics | null;
}

export interface Demand {
  what: "wrist bending" | "wrist tilting" | "grip";
  /** torque against what the wrist's muscles have there; for grip the force on one hand over body weight */
  ratio: number;
  peakAt: number;
}

export interface Spine {
  /** largest bending moment at L5/S1 at the load where the set sticks, Nm, and for each kg of the load */
  moment: number;
  momentPerKg: number;
  /** compression over body weight: relative only, without abdominal pressure */
  compression: number;
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
  /** the least of the largest loads over the rep in kg, as the raw model has it: for calibration only, never shown as such */
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
  /** largest unbalanced torque of any chain, Nm */
  residual: number;
  frames: Frames | null;
}

/** a series of n values; plain loop, since TypedArray.from is slow */
function fill(n: number, value: (i: number) => number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) out[i] = value(i);
  return out;
}

export interface AnalyseOptions {
  samples?: number;
  side?: Side;
  /** record what the figure is drawn from, and moment arms */
  frames?: boolean;
}

/** the sharing of one block in stages: the limb first, then the shoulder blade with what the limb's muscles leave it */
interface Stage {
  rows: number[];
  columns: number[];
  A: Float64Array;
  b: Float64Array;
  V: Float64Array;
  y: Float64Array;
  a: Float64Array;
}

function stagesOf(model: Model, block: Block, staged: boolean): Stage[] {
  const girdle = block.rows.map((f) => staged && isGirdle(model.freedoms[f]!.id));
  const rowSets = [girdle.flatMap((g, r) => (g ? [] : [r])), girdle.flatMap((g, r) => (g ? [r] : []))].filter((r) => r.length > 0);
  const taken = new Set<number>();
  return rowSets.map((rows) => {
    const columns: number[] = [];
    for (let k = 0; k < block.columns; k++) {
      if (taken.has(k)) continue;
      const head = block.heads[k];
      const passive = k - block.heads.length;
      const row = head === undefined ? (passive < block.soft.length ? block.soft[passive]!.row : block.stops[passive - block.soft.length]!.row) : -1;
      if (head === undefined ? rows.includes(row) || (row < 0 && rows === rowSets[0]) : model.heads[head]!.freedoms.some((f) => rows.includes(block.rows.indexOf(f)))) {
        columns.push(k);
        taken.add(k);
      }
    }
    const V = fill(columns.length, (i) => (columns[i]! < block.heads.length ? model.heads[block.heads[columns[i]!]!]!.volume * 1e6 : PASSIVE_VOLUME));
    return { rows, columns, A: new Float64Array(rows.length * columns.length), b: new Float64Array(rows.length), V, y: new Float64Array(rows.length), a: new Float64Array(columns.length) };
  });
}

interface Work {
  block: Block;
  /** the usual stages, and all freedoms at once for poses in which the stages leave something over */
  stages: Stage[];
  whole: Stage[];
  /** samples x rows x columns */
  A: Float64Array;
  fixed: Float64Array;
  unit: Float64Array;
  passive: Float64Array;
  c: Float64Array;
  u: Float64Array;
  basis: Basis;
}

/** shares the torques of sample n among the columns of the stages; returns the largest torque left over, Nm */
function shareAt(w: Work, stages: readonly Stage[], n: number, load: number): number {
  const m = w.block.rows.length;
  const { columns } = w.block;
  const A = w.A.subarray(n * m * columns, (n + 1) * m * columns);
  const met = w.c.fill(0);
  let unmet = 0;
  for (const stage of stages) {
    const k = stage.columns.length;
    for (let i = 0; i < stage.rows.length; i++) {
      const r = stage.rows[i]!;
      for (let j = 0; j < k; j++) stage.A[i * k + j] = A[r * columns + stage.columns[j]!]! / EFFORT;
      stage.b[i] = -(w.fixed[n * m + r]! + load * w.unit[n * m + r]! + w.passive[n * m + r]! + met[r]!);
    }
    unmet = Math.max(unmet, shareLoad({ freedoms: stage.rows.length, heads: k, A: stage.A, b: stage.b, V: stage.V }, stage.y, stage.a).residual);
    for (let j = 0; j < k; j++) {
      const a = stage.a[j]!;
      if (a !== 0) for (let r = 0; r < m; r++) met[r]! += (A[r * columns + stage.columns[j]!]! * a) / EFFORT;
    }
  }
  return unmet;
}

export function analyse(model: Model, setup: Setup, options: AnalyseOptions = {}): Analysis {
  const samples = options.samples ?? DEFAULT_SAMPLES;
  const side = options.side ?? "right";
  const nf = model.freedoms.length;
  const warnings: string[] = [];
  let poses: Pose[];
  try {
    poses = samplePath(model, setup, samples, side);
  } catch (e) {
    if (e instanceof RangeError || e instanceof PostureError) return impossible(model, setup, samples, e.message);
    throw e;
  }
  const state = createState(model);
  applyPose(model, state, setup, poses[0]!, side);
  const loads: PlacedLoad[] = placeLoads(model, state, setup, side);
  const least0 = -setup.exercise.assistable * model.body.mass;
  const forces = makeForces();
  const work = blocksOf(model, setup, side).map((block): Work => {
    const m = block.rows.length;
    return { block, stages: stagesOf(model, block, true), whole: stagesOf(model, block, false), A: new Float64Array(samples * m * block.columns), fixed: new Float64Array(samples * m), unit: new Float64Array(samples * m), passive: new Float64Array(samples * m), c: new Float64Array(m), u: new Float64Array(m), basis: makeBasis(m, block.columns) };
  });
  const solvedHeads = work.flatMap((w) => w.block.heads);
  // one side of the trunk works against a load on the other: both are looked at and the busier one is told
  const oneSided = setup.exercise.sides === "one";
  const shown = solvedHeads.filter((h) => model.heads[h]!.side === side || (oneSided && model.heads[h]!.chain === "spine"));
  const recorder = options.frames ? frameRecorder(model, samples, loads, shown.map((h) => model.heads[h]!)) : null;
  const series = shown.map((h): HeadSeries => {
    const head = model.heads[h]!;
    const arms: Record<string, Float64Array> = {};
    if (options.frames) for (const f of head.freedoms) arms[model.freedoms[f]!.id] = new Float64Array(samples);
    return { id: head.id, muscle: head.muscle, momentArms: arms, length: new Float64Array(samples), position: new Float64Array(samples), force: new Float64Array(samples), passive: new Float64Array(samples), activation: new Float64Array(samples), usable: head.longest - head.shortest, work: 0, metrics: null };
  });
  const extents = new Float64Array(samples * shown.length);
  const activeOf = new Float64Array(samples * shown.length);
  const slot = new Int32Array(model.heads.length).fill(-1);
  shown.forEach((h, k) => (slot[h] = k));
  const wrist = wristWatch(model, setup, side, samples);

  const largest = new Float64Array(samples);
  const torque = new Float64Array(2);
  let feasible = true;
  let pierced = 0;
  let stickAt = -1;
  let limiting: { work: Work; elasticity: Float64Array } | null = null;

  for (let n = 0; n < samples; n++) {
    applyPose(model, state, setup, poses[n]!, side);
    for (let k = 0; k < solvedHeads.length; k++) updateHeads(model, state, solvedHeads[k]!, solvedHeads[k]! + 1);
    const drawn = applyLoads(model, state, loads, n / (samples - 1), forces);
    addContacts(model, state, setup, side, forces);
    for (let k = 0; k < shown.length; k++) {
      const h = shown[k]!;
      const head = model.heads[h]!;
      const out = series[k]!;
      out.length[n] = state.length[h]!;
      out.position[n] = Math.max(0, Math.min(1, (state.length[h]! - head.shortest) / (head.longest - head.shortest)));
      out.passive[n] = state.passive[h]! / head.maxForce;
      extents[n * shown.length + k] = state.extent[h]!;
      activeOf[n * shown.length + k] = state.active[h]!;
      if (options.frames) for (const f of head.freedoms) out.momentArms[model.freedoms[f]!.id]![n] = state.arms[h * nf + f]!;
    }
    largest[n] = LOAD_LIMIT;
    for (const w of work) {
      const { rows, columns } = w.block;
      const m = rows.length;
      const A = w.A.subarray(n * m * columns, (n + 1) * m * columns);
      const passive = w.passive.subarray(n * m, (n + 1) * m);
      fillColumns(model, state, w.block, A, passive);
      for (let r = 0; r < m; r++) {
        torquesOf(model, state, forces, rows[r]!, torque);
        w.fixed[n * m + r] = torque[0]! + least0 * torque[1]!;
        w.unit[n * m + r] = torque[1]!;
        w.c[r] = -(w.fixed[n * m + r]! + passive[r]!);
        w.u[r] = torque[1]!;
      }
      const capacity = largestLoad({ freedoms: m, heads: columns, A, u: w.u, c: w.c, limit: LOAD_LIMIT }, w.basis);
      if (!capacity.feasible) {
        if (feasible) warnings.push(`At ${Math.round((100 * n) / (samples - 1))} % of the rep the ${JOINT_WORDS[model.freedoms[rows[capacity.row]!]!.id] ?? "body"} cannot be held: ${capacity.shortfall.toFixed(1)} Nm short even without a load.`);
        feasible = false;
        largest[n] = 0;
      } else if (capacity.load < largest[n]!) {
        largest[n] = capacity.load;
        if (stickAt < 0 || largest[n]! < largest[stickAt]! || stickAt === n) {
          stickAt = n;
          limiting = { work: w, elasticity: capacity.elasticity };
        }
      }
    }
    wrist?.look(model, state, forces, n);
    if (cablesThroughTrunk(model, state, loads)) pierced++;
    recorder?.record(state, n, drawn);
  }
  if (pierced > 0) {
    feasible = false;
    warnings.push(`The cable runs through the trunk in ${Math.round((100 * pierced) / samples)} % of the rep: move its fixed end.`);
  }
  if (stickAt < 0) stickAt = 0;
  const least = largest[stickAt]!;
  if (feasible && least >= LOAD_LIMIT) {
    feasible = false;
    const slack = setup.loads.every((l) => l.kind === "band");
    warnings.push(slack ? "The band never tightens in this rep: a shorter slack length or a farther fixed end." : "Nothing in this rep loads the body: check the pulley and the path.");
  }
  // sharing at the load where the set sticks, every strength over 0.7
  let residual = 0;
  let engaged = 0;
  const spineForce = new Float64Array(samples);
  if (feasible)
    for (let n = 0; n < samples; n++)
      for (const w of work) {
        let stages = w.stages;
        let unmet = shareAt(w, stages, n, least);
        if (unmet > UNMET && stages.length > 1) {
          stages = w.whole;
          unmet = shareAt(w, stages, n, least);
        }
        residual = Math.max(residual, unmet);
        for (const stage of stages)
          for (let j = 0; j < stage.columns.length; j++) {
            const a = stage.a[j]!;
            const h = w.block.heads[stage.columns[j]!];
            if (a === 0 || h === undefined) continue;
            const at = slot[h]!;
            if (at < 0) continue;
            const active = activeOf[n * shown.length + at]!;
            // both sides of the trunk, the other one mirrored
            if (w.block.chain === "spine") spineForce[n]! += ((oneSided ? 1 : 2) * a * active) / EFFORT;
            series[at]!.activation[n] = a;
            series[at]!.force[n] = (a * active) / model.heads[h]!.maxForce;
            engaged += (a * model.heads[h]!.volume) / samples;
          }
      }
  const volumeOfAll = model.heads.reduce((s, h) => s + h.volume, 0) / 2;

  // lifting work: force x shortening of the whole muscle, over every joint it crosses
  for (let k = 0; k < shown.length; k++) {
    const out = series[k]!;
    let sum = 0;
    for (let n = 0; n + 1 < samples; n++) sum += Math.max(0, 0.5 * (out.force[n]! + out.force[n + 1]!) * (extents[n * shown.length + k]! - extents[(n + 1) * shown.length + k]!));
    out.work = sum / model.heads[shown[k]!]!.optimumLength;
  }
  const weight = (k: number) => model.heads[shown[k]!]!.maxForce * model.heads[shown[k]!]!.optimumLength;
  const workOfAll = series.reduce((s, out, k) => s + out.work * weight(k), 0);
  const byMuscle = new Map<string, number>();
  series.forEach((out, k) => byMuscle.set(out.muscle, (byMuscle.get(out.muscle) ?? 0) + out.work * weight(k)));
  // of the two sides of the trunk the one that works more, or holds more where neither moves
  const busy = (out: HeadSeries) => out.work + 1e-3 * out.activation.reduce((sum, a) => sum + a, 0);
  const told = oneSided ? [...series].sort((p, q) => busy(q) - busy(p)).filter((out, i, all) => all.findIndex((o) => o.id === out.id) === i).sort((p, q) => series.indexOf(p) - series.indexOf(q)) : series;
  if (feasible) series.forEach((out, k) => (out.metrics = headMetrics(out, largest, workOfAll, byMuscle.get(out.muscle)!, weight(k))));

  const s = fill(samples, (i) => i / (samples - 1));
  const held = feasible ? least : 1;
  const asked = (w: Work, r: number, load: (n: number) => number) => fill(samples, (n) => -(w.fixed[n * w.block.rows.length + r]! + load(n) * w.unit[n * w.block.rows.length + r]!));
  const joints = movedJoints(poses, s);
  const main = mainJoint(model, work, joints, (w, r) => asked(w, r, () => held));
  const raw = main ? asked(main.work, main.row, () => held) : new Float64Array(samples);
  const peak = raw.reduce((p, t) => Math.max(p, Math.abs(t)), 0) || 1;
  const torques: Record<string, Float64Array> = {};
  for (const w of work) w.block.rows.forEach((f, r) => (torques[model.freedoms[f]!.id] = asked(w, r, () => held).map((t) => t / peak)));
  const inBand = Array.from(largest.keys()).filter((i) => largest[i]! <= least * STICKING_BAND);
  return {
    modelVersion: model.version,
    setupKey: setup.key,
    feasible,
    warnings,
    s,
    joints,
    heads: told,
    rawLoad: feasible ? least + least0 : 0,
    strength: largest.map((v) => Math.min(6, least > 0 ? v / least : 0)),
    main: main ? model.freedoms[main.freedom]!.id : "",
    resistance: raw.map((t) => t / peak),
    capacity: main ? asked(main.work, main.row, (n) => Math.min(largest[n]!, 6 * least)).map((t) => Math.abs(t) / peak) : new Float64Array(samples),
    torques,
    sticking: { from: s[inBand[0] ?? stickAt]!, to: s[inBand[inBand.length - 1] ?? stickAt]!, at: s[stickAt]! },
    limiters: limiting && feasible ? limitersOf(model, limiting.work.block, limiting.elasticity, main?.freedom ?? -1) : [],
    demands: feasible && wrist ? wrist.demands(least + least0, s, model.body.mass * GRAVITY) : [],
    spine: feasible ? spineOf(model, work, samples, least, spineForce) : null,
    engagedMass: engaged / volumeOfAll,
    residual,
    frames: recorder?.frames() ?? null,
  };
}

/** names of joints in reasons */
export const JOINT_WORDS: Readonly<Record<string, string>> = {
  protraction: "shoulder blade", girdleElevation: "shoulder girdle", scapula: "shoulder blade", shoulderFlexion: "shoulder", shoulderAbduction: "shoulder", shoulderRotation: "shoulder's rotation",
  elbow: "elbow", forearm: "forearm's rotation", wristFlexion: "wrist", wristDeviation: "wrist", lumbarFlexion: "low back", lumbarBend: "trunk sideways", lumbarRotation: "trunk's rotation",
  hipFlexion: "hip", hipAbduction: "hip sideways", hipRotation: "hip's rotation", knee: "knee", ankle: "ankle",
};

function impossible(model: Model, setup: Setup, samples: number, reason: string): Analysis {
  const none = new Float64Array(samples);
  return { modelVersion: model.version, setupKey: setup.key, feasible: false, warnings: [`This pose is impossible: ${reason}.`], s: fill(samples, (i) => i / (samples - 1)), joints: {}, heads: [], rawLoad: 0, strength: none, main: "", resistance: none, capacity: none, torques: {}, sticking: { from: 0, to: 0, at: 0 }, limiters: [], demands: [], spine: null, engagedMass: 0, residual: 0, frames: null };
}

function movedJoints(poses: readonly Pose[], s: Float64Array): Record<string, Float64Array> {
  const out: Record<string, Float64Array> = {};
  for (const c of POSE_COORDINATES) {
    const v = fill(s.length, (i) => angleOf(poses[i]!, c as PoseCoordinate));
    if (v.some((x) => Math.abs(x - v[0]!) > 0.5) || c === "forearm") out[c] = v;
  }
  return out;
}

/** which pose angles turn which freedom */
const TURNED_BY: Readonly<Record<string, readonly string[]>> = { shoulderFlexion: ["elevation", "plane"], shoulderAbduction: ["elevation", "plane"], shoulderRotation: ["plane", "twist"], hipFlexion: ["hipFlexion", "pitch"] };

function mainJoint(model: Model, work: readonly Work[], joints: Record<string, Float64Array>, torque: (w: Work, r: number) => Float64Array): { work: Work; row: number; freedom: number } | null {
  let best: { work: Work; row: number; freedom: number } | null = null;
  let most = 0;
  for (const w of work)
    w.block.rows.forEach((f, row) => {
      const id = model.freedoms[f]!.id;
      const t = torque(w, row);
      let power = 0;
      for (const c of TURNED_BY[id] ?? [id]) {
        const q = joints[c];
        if (q) for (let n = 0; n + 1 < t.length; n++) power += Math.abs(t[n]! + t[n + 1]!) * Math.abs(q[n + 1]! - q[n]!);
      }
      if (isGirdle(id)) power *= 0.2;
      if (power > most) {
        most = power;
        best = { work: w, row, freedom: f };
      }
    });
  return best ?? (work[0] ? { work: work[0], row: 0, freedom: work[0].block.rows[0]! } : null);
}

function limitersOf(model: Model, block: Block, elasticity: Float64Array, main: number): Analysis["limiters"] {
  const sums = new Map<string, { elasticity: number; prime: boolean }>();
  block.heads.forEach((h, k) => {
    const head = model.heads[h]!;
    const now = sums.get(head.muscle) ?? { elasticity: 0, prime: false };
    sums.set(head.muscle, { elasticity: now.elasticity + elasticity[k]!, prime: now.prime || head.freedoms.includes(main) });
  });
  return [...sums].map(([muscle, v]) => ({ muscle, ...v })).filter((l) => l.elasticity > 0.005).sort((p, q) => q.elasticity - p.elasticity);
}

function spineOf(model: Model, work: readonly Work[], samples: number, least: number, muscle: Float64Array): Spine | null {
  const w = work.find((x) => x.block.chain === "spine");
  if (!w) return null;
  const m = w.block.rows.length;
  const r = w.block.rows.findIndex((f) => model.freedoms[f]!.id === "lumbarFlexion");
  let [moment, perKg, compression] = [0, 0, 0];
  const weight = model.body.mass * GRAVITY;
  for (let n = 0; n < samples; n++) {
    const t = Math.abs(w.fixed[n * m + r]! + least * w.unit[n * m + r]!);
    moment = Math.max(moment, t);
    perKg = Math.max(perKg, Math.abs(w.unit[n * m + r]!));
    // two sides of the muscles, and what stands on the disc: about half the body
    compression = Math.max(compression, muscle[n]! / weight + 0.5);
  }
  return { moment, momentPerKg: perKg, compression };
}

/** wrist and grip where the exercise does not drive them: a demand, not a limit */
function wristWatch(model: Model, setup: Setup, side: Side, samples: number) {
  if (!setup.exercise.chains.includes("arm") || !setup.loads.some((l) => l.at === "grip")) return null;
  const axes = (["wristFlexion", "wristDeviation"] as const).map((id) => model.freedoms.findIndex((f) => f.id === id && f.side === side));
  const muscles = axes.map((f) => model.heads.flatMap((h, i) => (h.side === side && h.freedoms.includes(f) ? [i] : [])));
  const hand = model.segmentIndex.get(`hand.${side}`)!;
  const nf = model.freedoms.length;
  const fixed = axes.map(() => new Float64Array(samples));
  const unit = axes.map(() => new Float64Array(samples));
  const have = axes.map(() => [new Float64Array(samples), new Float64Array(samples)] as const);
  const grip = new Float64Array(samples);
  const t = new Float64Array(2);
  return {
    look(m: Model, state: ReturnType<typeof createState>, forces: ReturnType<typeof makeForces>, n: number) {
      axes.forEach((f, k) => {
        torquesOf(m, state, forces, f, t);
        fixed[k]![n] = t[0]!;
        unit[k]![n] = t[1]!;
        for (const h of muscles[k]!) {
          const torque = state.arms[h * nf + f]! * state.active[h]!;
          have[k]![torque > 0 ? 0 : 1][n]! += Math.abs(torque);
        }
      });
      for (let i = 0; i < forces.count; i++) if (forces.segment[i] === hand) grip[n] = Math.max(grip[n]!, Math.hypot(forces.unit[3 * i]!, forces.unit[3 * i + 1]!, forces.unit[3 * i + 2]!));
    },
    demands(load: number, s: Float64Array, weight: number): Demand[] {
      const worst = (what: Demand["what"], value: (n: number) => number): Demand => {
        let at = 0;
        for (let n = 0; n < s.length; n++) if (value(n) > value(at)) at = n;
        return { what, ratio: value(at), peakAt: s[at]! };
      };
      const against = (k: number) => (n: number) => {
        const torque = fixed[k]![n]! + load * unit[k]![n]!;
        return Math.abs(torque) / (have[k]![torque > 0 ? 1 : 0][n]! || 1);
      };
      return [worst("wrist bending", against(0)), worst("wrist tilting", against(1)), worst("grip", (n) => (Math.max(0, load) * grip[n]!) / weight)];
    },
  };
}
