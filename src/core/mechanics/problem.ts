/**
 * One chain's problem in one setup: which torques are balanced by which heads. The layout belongs to the exercise and is
 * kept with it; the numbers belong to a sample. Load problems and sharing read the same columns.
 */
import type { Exercise } from "#core/exercises/format";
import type { Setup } from "#core/exercises/setup";
import { largestLoad, makeBasis, resetBasis, type Basis, type Capacity } from "#core/mechanics/capacity";
import { blocksOf, fillColumns, isGirdle, type Block } from "#core/mechanics/chains";
import { torquesOf, type Forces } from "#core/mechanics/loads";
import type { Model, Side } from "#core/mechanics/model";
import { shareLoad } from "#core/mechanics/sharing";
import type { State } from "#core/mechanics/state";
import { tabulate } from "#core/mechanics/vector";

/** the set is looked at when every strength is this much of its maximum */
export const EFFORT = 0.7;
const PER_EFFORT = 1 / EFFORT;
/** kg at each point of the load; beyond it a pose counts as not limiting */
export const LOAD_LIMIT = 3000;
/** weight of what is not muscle in the sharing, cm^3: used before muscles are */
const PASSIVE_VOLUME = 4;
/** Nm that the staged sharing may leave over before all freedoms are shared at once */
const UNMET = 1e-3;

/** the sharing of one block in stages: the limb first, then the shoulder blade with what the limb's muscles leave it */
export interface Stage {
  readonly rows: readonly number[];
  readonly columns: readonly number[];
  readonly A: Float64Array;
  readonly b: Float64Array;
  readonly V: Float64Array;
  readonly y: Float64Array;
  readonly a: Float64Array;
}

interface Layout {
  readonly block: Block;
  /** the usual stages, and all freedoms at once for poses in which the stages leave something over */
  readonly stages: readonly Stage[];
  readonly whole: readonly Stage[];
  readonly basis: Basis;
}

export interface Problem extends Layout {
  /** samples x rows x columns: torque at full strength, Nm */
  readonly A: Float64Array;
  /** samples x rows, Nm: from weights and lines, for each kg of the load, from passive tension */
  readonly fixed: Float64Array;
  readonly unit: Float64Array;
  readonly passive: Float64Array;
  readonly met: Float64Array;
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
    const V = Float64Array.from(columns, (c) => (c < block.heads.length ? model.heads[block.heads[c]!]!.volume * 1e6 : PASSIVE_VOLUME));
    return { rows, columns, A: new Float64Array(rows.length * columns.length), b: new Float64Array(rows.length), V, y: new Float64Array(rows.length), a: new Float64Array(columns.length) };
  });
}

const layouts = new WeakMap<Model, WeakMap<Exercise, Map<string, Layout[]>>>();

/** what a setup may change of an exercise's layout: what carries the body, and which joints its keys name */
function layoutOf(model: Model, setup: Setup, side: Side): Layout[] {
  let ofModel = layouts.get(model);
  if (!ofModel) layouts.set(model, (ofModel = new WeakMap()));
  let known = ofModel.get(setup.exercise);
  if (!known) ofModel.set(setup.exercise, (known = new Map()));
  const key = `${side} ${setup.on} ${Object.keys(setup.keys[0]!.angles).join()}`;
  let layout = known.get(key);
  if (!layout) known.set(key, (layout = blocksOf(model, setup, side).map((block) => ({ block, stages: stagesOf(model, block, true), whole: stagesOf(model, block, false), basis: makeBasis(block.rows.length, block.columns) }))));
  return layout;
}

/** room for the numbers of one analysis, used again by the next: analyses never overlap and keep nothing of it */
let room = new Float64Array(0);

/**
 * The problems to solve, fresh: nothing of an earlier analysis is left in them, so that the answer never depends on it.
 * Their numbers are good until the next call.
 */
export function problemsOf(model: Model, setup: Setup, side: Side, samples: number): Problem[] {
  const all = layoutOf(model, setup, side);
  const size = all.reduce((sum, { block }) => sum + samples * block.rows.length * (block.columns + 3) + block.rows.length, 0);
  if (room.length < size) room = new Float64Array(size);
  else room.fill(0, 0, size);
  let at = 0;
  const take = (n: number) => room.subarray(at, (at += n));
  return all.map((layout) => {
    const m = layout.block.rows.length;
    resetBasis(layout.basis);
    for (const stage of [...layout.stages, ...layout.whole]) stage.y.fill(0);
    return { ...layout, A: take(samples * m * layout.block.columns), fixed: take(samples * m), unit: take(samples * m), passive: take(samples * m), met: take(m) };
  });
}

const torque = new Float64Array(2);

/** the numbers of sample n, in a pose whose heads are up to date. @param least kg that the load may be below nothing (assistance), as a negative number */
export function fillSample(p: Problem, model: Model, state: State, forces: Forces, n: number, least: number): void {
  const { rows, columns } = p.block;
  const m = rows.length;
  fillColumns(model, state, p.block, p.A.subarray(n * m * columns, (n + 1) * m * columns), p.passive.subarray(n * m, (n + 1) * m));
  for (let r = 0; r < m; r++) {
    torquesOf(model, state, forces, rows[r]!, torque);
    p.fixed[n * m + r] = torque[0]! + least * torque[1]!;
    p.unit[n * m + r] = torque[1]!;
  }
}

/** the largest load of sample n, kg over the least */
export function largestAt(p: Problem, n: number, elasticities = false): Capacity {
  const { columns } = p.block;
  const m = p.block.rows.length;
  for (let r = 0; r < m; r++) p.met[r] = -(p.fixed[n * m + r]! + p.passive[n * m + r]!);
  return largestLoad({ freedoms: m, heads: columns, A: p.A.subarray(n * m * columns, (n + 1) * m * columns), u: p.unit.subarray(n * m, (n + 1) * m), c: p.met, limit: LOAD_LIMIT }, p.basis, elasticities);
}

/** shares the torques of sample n among the columns of the stages; returns the largest torque left over, Nm */
function shareIn(p: Problem, stages: readonly Stage[], n: number, load: number, most?: number): number {
  const m = p.block.rows.length;
  const { columns } = p.block;
  const base = n * m * columns;
  const { A } = p;
  const met = p.met.fill(0);
  let unmet = 0;
  for (const stage of stages) {
    const k = stage.columns.length;
    for (let i = 0; i < stage.rows.length; i++) {
      const r = stage.rows[i]!;
      const row = base + r * columns;
      for (let j = 0; j < k; j++) stage.A[i * k + j] = A[row + stage.columns[j]!]! * PER_EFFORT;
      stage.b[i] = -(p.fixed[n * m + r]! + load * p.unit[n * m + r]! + p.passive[n * m + r]! + met[r]!);
    }
    unmet = Math.max(unmet, shareLoad({ freedoms: stage.rows.length, heads: k, A: stage.A, b: stage.b, V: stage.V }, stage.y, stage.a, most).residual);
    for (let j = 0; j < k; j++) {
      const a = stage.a[j]!;
      if (a !== 0) for (let r = 0; r < m; r++) met[r]! += A[base + r * columns + stage.columns[j]!]! * a * PER_EFFORT;
    }
  }
  return unmet;
}

/** the stages that shared sample n at this load (activations in their `a`), and the largest torque left over, Nm */
export function shareAt(p: Problem, n: number, load: number): { stages: readonly Stage[]; unmet: number } {
  // where a later stage cannot be met it is seen soon
  const unmet = shareIn(p, p.stages, n, load, p.stages.length > 1 ? 25 : undefined);
  if (unmet <= UNMET || p.stages.length === 1) return { stages: p.stages, unmet };
  return { stages: p.whole, unmet: shareIn(p, p.whole, n, load) };
}

/** torque asked of the heads for row r at each sample, Nm: + asks for flexors. @param load kg over the least, by sample */
export function askedOf(p: Problem, r: number, samples: number, load: (n: number) => number): Float64Array {
  const m = p.block.rows.length;
  return tabulate(samples, (n) => -(p.fixed[n * m + r]! + load(n) * p.unit[n * m + r]!));
}
