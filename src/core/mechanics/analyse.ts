/**
 * What mechanics says about one setup in one body. Pure; the same bits inline, in a web worker and on the server.
 * Here only the elbow is shared among muscles: shoulder and forearm-rotation torques are carried by ideal actuators
 * and reported as demands, so every share is of elbow work and marked provisional.
 */
import type { Setup } from "#core/exercises/setup";
import { largestLoad } from "#core/mechanics/capacity";
import { externalTorques, type PlacedLoad } from "#core/mechanics/loads";
import { headMetrics, type HeadMetrics, type HeadRep } from "#core/mechanics/metrics";
import type { Model, Side } from "#core/mechanics/model";
import { anchorPoint, samplePath, setArm, setStance } from "#core/mechanics/path";
import { shareLoad } from "#core/mechanics/sharing";
import { createState, updateArm, updateHeads, updatePose, worldPoint } from "#core/mechanics/state";
import type { Vec3 } from "#core/mechanics/vector";

export const DEFAULT_SAMPLES = 41;
/** the freedoms whose torque muscles must carry; the others have ideal actuators in this model version */
const CARRIED_BY_MUSCLES = new Set(["elbow-flexion"]);
/** the set is looked at when every strength is this much of its maximum */
const EFFORT = 0.7;
/** kg for each hand; beyond it a pose counts as not limiting */
const LOAD_LIMIT = 2000;
const STICKING_BAND = 1.05;

export interface HeadSeries extends HeadRep {
  id: string;
  muscle: string;
  /** m about the elbow */
  momentArm: Float64Array;
  metrics: HeadMetrics | null;
}

/** what the figure is drawn from: one block of points a sample */
export interface Frames {
  /** names of the points, in order */
  points: readonly string[];
  /** samples x points x 3, m */
  at: Float32Array;
  /** force on the hand over its largest in the rep, samples x 3 */
  force: Float32Array;
  /** fixed ends of cables and bands, world */
  anchors: Vec3[];
}

export interface Analysis {
  modelVersion: string;
  setupKey: string;
  feasible: boolean;
  warnings: string[];
  /** shares are of elbow work only */
  provisional: true;
  s: Float64Array;
  /** deg, one series a driven joint */
  joints: Record<string, Float64Array>;
  heads: HeadSeries[];
  /** largest load over the least in the rep: 1 where it sticks; capped at 6 */
  strength: Float64Array;
  /** elbow torque of load and limbs at the sticking load over its peak, signed: + asks for elbow flexors */
  resistance: Float64Array;
  /** the largest elbow torque the muscles have against that load, over the same peak */
  capacity: Float64Array;
  /** s of the sticking interval (within 5 % of the least load) and of its least point */
  sticking: { from: number; to: number; at: number };
  /** elasticity of the load at the sticking point, summed a muscle, largest first */
  limiters: { muscle: string; elasticity: number }[];
  /** torque the ideal actuators carry: its peak over the peak elbow torque, and its signed mean over the mean elbow torque */
  demands: { freedom: string; ratio: number; peakAt: number; mean: number; support: boolean }[];
  /** activation x volume over the volume of all heads: all of it, at 70 % */
  engagedMass: number;
  /** largest unbalanced elbow torque, Nm */
  residual: number;
  frames: Frames | null;
}

const FIGURE_POINTS = ["pelvis", "trunk", "head", "crown", ...["right", "left"].flatMap((s) => ["clavicle", "humerus", "forearm", "hand", "knuckles", "grip", "thigh", "shank", "foot", "heel", "toe"].map((p) => `${p}.${s}`))];

/** a series of n values; plain loop, since TypedArray.from is slow */
function fill(n: number, value: (i: number) => number): Float64Array {
  const out = new Float64Array(n);
  for (let i = 0; i < n; i++) out[i] = value(i);
  return out;
}

export interface AnalyseOptions {
  samples?: number;
  side?: Side;
  frames?: boolean;
}

export function analyse(model: Model, setup: Setup, options: AnalyseOptions = {}): Analysis {
  const samples = options.samples ?? DEFAULT_SAMPLES;
  const side = options.side ?? "right";
  const half = model.heads.length / 2;
  const first = side === "right" ? 0 : half;
  const heads = model.heads.slice(first, first + half);
  const nf = model.freedoms.length;
  const arm = model.arms[side].freedoms;
  const both = setup.exercise.sides === "both";
  const solved = model.freedoms.flatMap((f, i) => (f.side === side && CARRIED_BY_MUSCLES.has(f.id) ? [i] : []));
  const carried = model.freedoms.flatMap((f, i) => (f.side === side && !CARRIED_BY_MUSCLES.has(f.id) ? [i] : []));
  const m = solved.length;
  const elbow = solved[0]!;

  const poses = samplePath(model, setup, samples);
  const state = createState(model);
  setStance(model, state.q, setup);
  setArm(model, state.q, side, poses[0]!);
  const other: Side = side === "right" ? "left" : "right";
  if (both) setArm(model, state.q, other, poses[0]!);
  updatePose(model, state);
  const loads: PlacedLoad[] = setup.loads.map((load) => ({ load, anchor: load.kind === "mass" ? null : anchorPoint(model, state, side, load.frame, load.at) }));

  const series = heads.map(
    (h): HeadSeries => ({
      id: h.id,
      muscle: h.muscle,
      length: new Float64Array(samples),
      position: new Float64Array(samples),
      force: new Float64Array(samples),
      passive: new Float64Array(samples),
      activation: new Float64Array(samples),
      momentArm: new Float64Array(samples),
      usable: h.longest - h.shortest,
      work: 0,
      metrics: null,
    }),
  );

  // per sample: A (freedoms x heads, full strength), fixed and unit torque, passive torque
  const A = new Float64Array(m * half);
  const full = new Float64Array(samples * m * half);
  const fixedAll = new Float64Array(samples * nf);
  const unitAll = new Float64Array(samples * nf);
  const passiveTorque = new Float64Array(samples * nf);
  const armsAll = new Float64Array(samples * half * nf);
  const activeAll = new Float64Array(samples * half);
  const [fixed, unit] = [new Float64Array(nf), new Float64Array(nf)];
  const largest = new Float64Array(samples);
  const frames: Frames | null = options.frames ? { points: FIGURE_POINTS, at: new Float32Array(samples * FIGURE_POINTS.length * 3), force: new Float32Array(samples * 3), anchors: loads.flatMap((l) => (l.anchor ? [l.anchor] : [])) } : null;
  const framePoints = frames ? FIGURE_POINTS.map((id) => model.points.get(id) ?? { segment: model.segmentIndex.get(id)!, at: [0, 0, 0] as Vec3 }) : [];
  const warnings: string[] = [];
  let feasible = true;
  let stickAt = 0;
  const stickElasticity = new Float64Array(half);
  const c = new Float64Array(m);
  const u = new Float64Array(m);
  const spot = new Float64Array(3);

  for (let n = 0; n < samples; n++) {
    setArm(model, state.q, side, poses[n]!);
    updateArm(model, state, side);
    updateHeads(model, state, first, first + half);
    const force = externalTorques(model, state, side, loads, fixed, unit);
    fixedAll.set(fixed, n * nf);
    unitAll.set(unit, n * nf);
    for (let h = 0; h < half; h++) {
      const i = first + h;
      const head = model.heads[i]!;
      const out = series[h]!;
      out.length[n] = state.length[i]!;
      out.position[n] = Math.max(0, Math.min(1, (state.length[i]! - head.shortest) / (head.longest - head.shortest)));
      out.passive[n] = state.passive[i]! / head.maxForce;
      out.momentArm[n] = state.arms[i * nf + elbow]!;
      activeAll[n * half + h] = state.active[i]!;
      for (const f of arm) {
        const r = state.arms[i * nf + f]!;
        armsAll[(n * half + h) * nf + f] = r;
        passiveTorque[n * nf + f]! += r * state.passive[i]!;
      }
      for (let k = 0; k < m; k++) A[k * half + h] = state.arms[i * nf + solved[k]!]! * state.active[i]!;
    }
    for (let k = 0; k < m; k++) {
      const f = solved[k]!;
      c[k] = -(fixed[f]! + passiveTorque[n * nf + f]!);
      u[k] = unit[f]!;
    }
    full.set(A, n * m * half);
    const capacity = largestLoad({ freedoms: m, heads: half, A, u, c, limit: LOAD_LIMIT });
    largest[n] = capacity.load;
    if (!capacity.feasible) {
      feasible = false;
      warnings.push(`At ${Math.round((100 * n) / (samples - 1))} % of the rep the elbow cannot be held: ${capacity.shortfall.toFixed(1)} Nm short even without a load.`);
    } else if (capacity.load < largest[stickAt]! || n === 0) {
      stickAt = n;
      stickElasticity.set(capacity.elasticity);
    }
    if (frames) {
      if (both) {
        setArm(model, state.q, other, poses[n]!);
        updateArm(model, state, other);
      }
      for (let p = 0; p < framePoints.length; p++) {
        worldPoint(state, framePoints[p]!.segment, framePoints[p]!.at, spot);
        frames.at.set(spot, (n * framePoints.length + p) * 3);
      }
      frames.force.set(force, n * 3);
    }
  }
  const least = largest[stickAt]!;
  if (least >= LOAD_LIMIT) {
    feasible = false;
    warnings.push("Nothing in this rep loads the elbow: check the pulley and the path.");
  }

  // sharing at the sticking load, every strength over 0.7
  const y = new Float64Array(m);
  const a = new Float64Array(half);
  const b = new Float64Array(m);
  const V = fill(half, (h) => heads[h]!.volume * 1e6);
  const scaled = new Float64Array(m * half);
  const actuators = new Float64Array(samples * nf);
  let residual = 0;
  let engaged = 0;
  const volumeOfAll = heads.reduce((s, h) => s + h.volume, 0);
  if (feasible)
    for (let n = 0; n < samples; n++) {
      for (let k = 0; k < m; k++) {
        const f = solved[k]!;
        b[k] = -(fixedAll[n * nf + f]! + least * unitAll[n * nf + f]! + passiveTorque[n * nf + f]!);
      }
      for (let i = 0; i < scaled.length; i++) scaled[i] = full[n * m * half + i]! / EFFORT;
      residual = Math.max(residual, shareLoad({ freedoms: m, heads: half, A: scaled, b, V }, y, a).residual);
      for (let h = 0; h < half; h++) {
        const out = series[h]!;
        out.activation[n] = a[h]!;
        out.force[n] = (a[h]! * activeAll[n * half + h]!) / heads[h]!.maxForce;
        engaged += (a[h]! * heads[h]!.volume) / volumeOfAll / samples;
      }
      for (const f of carried) {
        let t = fixedAll[n * nf + f]! + least * unitAll[n * nf + f]! + passiveTorque[n * nf + f]!;
        for (let h = 0; h < half; h++) if (a[h]! > 0) t += (armsAll[(n * half + h) * nf + f]! * a[h]! * activeAll[n * half + h]!) / EFFORT;
        actuators[n * nf + f] = -t;
      }
    }

  // work at the elbow: moment arm x force x turning, counted where it lifts
  const work = new Float64Array(half);
  for (let n = 0; n + 1 < samples; n++) {
    const turn = ((poses[n + 1]!.elbow - poses[n]!.elbow) * Math.PI) / 180;
    for (let h = 0; h < half; h++) {
      const at = (k: number) => series[h]!.momentArm[k]! * series[h]!.force[k]!;
      work[h]! += Math.max(0, 0.5 * (at(n) + at(n + 1)) * turn);
    }
  }
  const joules = (h: number) => work[h]! * heads[h]!.maxForce;
  const workOfAll = heads.reduce((s, _, h) => s + joules(h), 0);
  series.forEach((out, h) => {
    out.work = work[h]! / heads[h]!.optimumLength;
    const workOfMuscle = heads.reduce((s, other, k) => (other.muscle === out.muscle ? s + joules(k) : s), 0);
    if (feasible) out.metrics = headMetrics(out, largest, workOfAll, workOfMuscle, heads[h]!.maxForce * heads[h]!.optimumLength);
  });

  const s = fill(samples, (i) => i / (samples - 1));
  const inBand = Array.from(largest.keys()).filter((i) => largest[i]! <= least * STICKING_BAND);
  const held = fill(samples, (n) => -(fixedAll[n * nf + elbow]! + (feasible ? least : 1) * unitAll[n * nf + elbow]!));
  const byMuscle = new Map<string, number>();
  heads.forEach((h, i) => byMuscle.set(h.muscle, (byMuscle.get(h.muscle) ?? 0) + stickElasticity[i]!));
  const peakElbow = held.reduce((p, t) => Math.max(p, Math.abs(t)), 0) || 1;
  const mainSide = Math.sign(held.reduce((sum, t) => sum + t, 0)) || 1;
  const capacity = fill(samples, (n) => {
    const asked = Math.abs(held[n]!) > 0.05 * peakElbow ? Math.sign(held[n]!) : mainSide;
    let torque = asked * passiveTorque[n * nf + elbow]!;
    for (let h = 0; h < half; h++) torque += Math.max(0, asked * series[h]!.momentArm[n]! * activeAll[n * half + h]!);
    return torque / peakElbow;
  });
  if (frames) {
    const peakForce = s.reduce((p, _, n) => Math.max(p, Math.hypot(frames.force[3 * n]!, frames.force[3 * n + 1]!, frames.force[3 * n + 2]!)), 0) || 1;
    for (let i = 0; i < frames.force.length; i++) frames.force[i]! /= peakForce;
  }
  const joints: Record<string, Float64Array> = {};
  for (const j of ["plane", "elevation", "twist", "elbow", "forearm"] as const) joints[j] = fill(samples, (i) => poses[i]![j]);
  return {
    modelVersion: model.version,
    setupKey: setup.key,
    feasible,
    warnings,
    provisional: true,
    s,
    joints,
    heads: series,
    strength: largest.map((v) => Math.min(6, least > 0 ? v / least : 0)),
    resistance: held.map((t) => t / peakElbow),
    capacity,
    sticking: { from: s[inBand[0] ?? stickAt]!, to: s[inBand[inBand.length - 1] ?? stickAt]!, at: s[stickAt]! },
    limiters: [...byMuscle].map(([muscle, elasticity]) => ({ muscle, elasticity })).filter((l) => l.elasticity > 0.005).sort((p, q) => q.elasticity - p.elasticity),
    demands: carried.map((f) => {
      let [peak, peakAt, sum] = [0, 0, 0];
      for (let n = 0; n < samples; n++) {
        sum += actuators[n * nf + f]!;
        if (Math.abs(actuators[n * nf + f]!) > peak) {
          peak = Math.abs(actuators[n * nf + f]!);
          peakAt = s[n]!;
        }
      }
      const freedom = model.freedoms[f]!.id;
      return { freedom, ratio: peak / peakElbow, peakAt, mean: sum / (held.reduce((total, t) => total + Math.abs(t), 0) || 1), support: setup.exercise.supports.includes("preacher-pad") && freedom !== "forearm-pronation" };
    }),
    engagedMass: engaged,
    residual,
    frames,
  };
}
