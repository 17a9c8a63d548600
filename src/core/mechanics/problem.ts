/**
 * One chain's problem in one setup: which torques are balanced by which heads. The layout belongs to the exercise and
 * is kept with it; the numbers belong to a sample. Load problems and sharing read the same columns.
 */
import type { Exercise } from "#core/exercises/format";
import type { Setup } from "#core/exercises/setup";
import {
  largestLoad,
  makeBasis,
  resetBasis,
  type Basis,
  type Capacity,
  type CapacityProblem,
} from "#core/mechanics/capacity";
import { blocksKey, blocksOf, fillColumns, heightOf, type Block } from "#core/mechanics/chains";
import { fillPushes } from "#core/mechanics/pushes";
import { torquesOf, type Forces } from "#core/mechanics/loads";
import type { Model, Side } from "#core/mechanics/model";
import { shareLoad, type SharingProblem } from "#core/mechanics/sharing";
import type { State } from "#core/mechanics/state";
import { tabulate } from "#core/base/vector";

/** the set is looked at when every strength is this much of its maximum */
export const EFFORT = 0.7;
/** kg at each point of the load; beyond it a pose counts as not limiting */
export const LOAD_LIMIT = 3000;
/** weight of what is not muscle in the sharing, cm^3: used before muscles are */
const PASSIVE_VOLUME = 4;
const PUSH_VOLUME = 100;
/**
 * What a muscle of the blade costs beside one of the limb. The limb's muscles are chosen for the limb, and the blade
 * follows: as cheap as this its muscles hardly sway the choice, but where they cannot hold it the limb has to give way,
 * without a jump between two ways of sharing.
 */
const BLADE_PRICE = 0.1;
/**
 * Share of what its muscles can do there with which a guided blade is pressed to its place, beyond what the load asks.
 * Assumed (no published figure for a cue to "keep the blades back"): a fifth is what is held through a set of a dozen
 * reps without being felt as an exercise of its own.
 */
export const GUIDING = 0.2;
const NONE = new Float64Array(0);

/** the sharing of a block's torques among its columns */
interface Sharing {
  readonly problem: SharingProblem & { from: number };
  readonly y: Float64Array;
  /** the multipliers of the sample before, and how many samples there were: the next start is read off both */
  readonly before: Float64Array;
  seen: number;
}

interface Layout {
  readonly block: Block;
  readonly sharing: Sharing;
  /** activation of each column, as the last sharing left it */
  readonly activation: Float64Array;
  readonly basis: Basis;
  /** the columns of the pushes at full strength, while they are scaled to a load */
  readonly kept: Float64Array;
}

export interface Problem extends Layout {
  /** samples x rows x columns: torque at full strength, Nm */
  readonly A: Float64Array;
  /** samples x rows, Nm: from weights and lines, for each kg of the load, from passive tension */
  readonly fixed: Float64Array;
  readonly unit: Float64Array;
  readonly passive: Float64Array;
  /** the load problem of the sample at hand */
  readonly capacity: CapacityProblem & { at: number };
}

function newLayout(model: Model, block: Block): Layout {
  const activation = new Float64Array(block.columns);
  const volume = Float64Array.from(block.head, (h) => (h >= 0 ? model.heads[h]!.volume * 1e6 : PASSIVE_VOLUME));
  // dear, so that a push is used where the load needs it and not to spare a muscle
  for (const { column } of block.pushes) volume[column] = volume[column + 1] = PUSH_VOLUME;
  const { rows, columns, limbColumns } = block;
  for (let j = limbColumns; j < columns; j++) volume[j]! *= BLADE_PRICE;
  return {
    block,
    sharing: {
      problem: {
        freedoms: rows.length,
        heads: columns,
        A: NONE,
        from: 0,
        stride: columns,
        b: new Float64Array(rows.length),
        V: volume,
      },
      y: new Float64Array(rows.length),
      before: new Float64Array(rows.length),
      seen: 0,
    },
    activation,
    basis: makeBasis(heightOf(block), columns),
    kept: new Float64Array(rows.length * block.pushes.length),
  };
}

/** where the problems of one analysis stand, used again by the next */
export interface ProblemRoom {
  /** by exercise: a caller varies setups of few exercises, and a layout is worth keeping */
  readonly layouts: WeakMap<Exercise, Map<string, Layout[]>>;
  /** as many as the largest analysis so far took */
  numbers: Float64Array;
}

export const makeProblemRoom = (): ProblemRoom => ({ layouts: new WeakMap(), numbers: new Float64Array(0) });

function layoutOf(model: Model, setup: Setup, side: Side, { layouts }: ProblemRoom): Layout[] {
  let known = layouts.get(setup.exercise);
  if (!known) layouts.set(setup.exercise, (known = new Map<string, Layout[]>()));
  const key = blocksKey(setup, side);
  let layout = known.get(key);
  if (!layout) known.set(key, (layout = blocksOf(model, setup, side).map((block) => newLayout(model, block))));
  return layout;
}

/**
 * The problems to solve, fresh: nothing of an earlier analysis is left in them, so that the answer never depends on it.
 * Their numbers are good until the room's next call.
 */
export function problemsOf(model: Model, setup: Setup, side: Side, samples: number, room: ProblemRoom): Problem[] {
  const all = layoutOf(model, setup, side, room);
  const size = all.reduce((sum, { block }) => sum + samples * heightOf(block) * (block.columns + 3), 0);
  if (room.numbers.length < size) room.numbers = new Float64Array(size);
  const { numbers } = room;
  numbers.fill(0, 0, size);
  let at = 0;
  const take = (n: number) => numbers.subarray(at, (at += n));
  return all.map((layout) => {
    const { columns, pushes } = layout.block;
    const m = heightOf(layout.block);
    resetBasis(layout.basis);
    const A = take(samples * m * columns);
    const unit = take(samples * m);
    layout.sharing.y.fill(0);
    layout.sharing.seen = 0;
    layout.sharing.problem.A = A;
    return {
      ...layout,
      A,
      fixed: take(samples * m),
      unit,
      passive: take(samples * m),
      capacity: {
        freedoms: m,
        heads: columns,
        A,
        u: unit,
        c: new Float64Array(m),
        limit: LOAD_LIMIT,
        bounds: pushes.length,
        at: 0,
      },
    };
  });
}

const torque = new Float64Array(2);

/**
 * the numbers of sample n, in a pose whose heads are up to date. @param least kg that the load may be below nothing
 * (assistance), as a negative number
 */
export function fillSample(p: Problem, model: Model, state: State, forces: Forces, n: number, least: number): void {
  const { rows, columns } = p.block;
  const m = heightOf(p.block);
  fillColumns(model, state, p.block, p.A, n * m * columns, p.passive, n * m);
  for (let r = 0; r < rows.length; r++) {
    torquesOf(model, state, forces, rows[r]!, torque);
    p.fixed[n * m + r] = torque[0]! + least * torque[1]!;
    p.unit[n * m + r] = torque[1]!;
  }
  // what presses the blade to its place is torque that its muscles have to give, whatever the load asks
  for (const { row, way } of p.block.guided) {
    let strength = 0;
    for (let j = 0; j < columns; j++)
      if (p.block.head[j]! >= 0) strength += Math.max(0, way * p.A[(n * m + row) * columns + j]!);
    p.fixed[n * m + row]! -= way * GUIDING * strength;
  }
  fillPushes(model, state, p, forces, n, least, LOAD_LIMIT);
}

/** the largest load of sample n, kg over the least */
export function largestAt(p: Problem, n: number, elasticities = false): Capacity {
  const { capacity } = p;
  const m = heightOf(p.block);
  capacity.at = n;
  for (let r = 0; r < m; r++) capacity.c[r] = -(p.fixed[n * m + r]! + p.passive[n * m + r]!);
  return largestLoad(capacity, p.basis, elasticities);
}

/** muscles with this share of their strength left, at every sample: for a last rep */
export function tire(p: Problem, samples: number, strength: number): void {
  const { rows, columns, head } = p.block;
  const m = heightOf(p.block);
  for (let n = 0; n < samples; n++)
    for (let r = 0; r < rows.length; r++) {
      const from = (n * m + r) * columns;
      for (let j = 0; j < columns; j++) if (head[j]! >= 0) p.A[from + j]! *= strength;
    }
}

/** a load to be shared: kg over the least, and the share of its torque that is asked for */
export interface Asked {
  readonly load: number;
  readonly effort: number;
}

/** shares sample n at this load: activations in the problem's `activation`; returns the largest torque left over, Nm */
export function shareAt(p: Problem, n: number, asked: Asked): number {
  const { load, effort } = asked;
  const { problem, y, before } = p.sharing;
  const { columns } = p.block;
  const m = heightOf(p.block);
  // what hands and feet push sideways with at this load, asked for like a muscle of that strength
  scalePushes(p, n, asked, true);
  for (let i = 0; i < y.length; i++) {
    const now = y[i]!;
    if (p.sharing.seen > 1) y[i] = 2 * now - before[i]!;
    before[i] = now;
  }
  p.sharing.seen++;
  // the columns pull with 1 / effort of what they show: asked of them is so much of the torque
  for (let r = n * m, i = 0; i < problem.freedoms; i++, r++)
    problem.b[i] = -effort * (p.fixed[r]! + load * p.unit[r]! + p.passive[r]!);
  problem.from = n * m * columns;
  const { residual } = shareLoad(problem, y, p.activation);
  scalePushes(p, n, asked, false);
  return residual / effort;
}

/** makes the columns of the pushes those of this load, and back; at the load's share of the largest, at its effort */
function scalePushes({ block, A, fixed, unit, kept }: Problem, n: number, asked: Asked, down: boolean): void {
  const { rows, columns, pushes } = block;
  const m = heightOf(block);
  for (let k = 0; k < pushes.length; k++) {
    const r0 = n * m + rows.length + k;
    const scale = -asked.effort * (fixed[r0]! + asked.load * unit[r0]!);
    for (let r = 0; r < rows.length; r++) {
      const at = (n * m + r) * columns + pushes[k]!.column;
      const place = k * rows.length + r;
      if (down) kept[place] = A[at]!;
      const v = down ? kept[place]! * scale : kept[place]!;
      A[at] = v;
      A[at + 1] = -v;
    }
  }
}

/**
 * torque asked of the heads for row r at each sample, Nm: + asks for flexors. @param load kg over the least, by
 * sample
 */
export function askedOf(p: Problem, r: number, samples: number, load: (n: number) => number): Float64Array {
  const m = heightOf(p.block);
  return tabulate(samples, (n) => -(p.fixed[n * m + r]! + load(n) * p.unit[n * m + r]!));
}
