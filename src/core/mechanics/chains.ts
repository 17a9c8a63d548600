/**
 * The chains of joints whose muscles have to hold the load in a setup, as separate problems. No muscle of this model
 * joins arm, spine and leg, so that the largest load of the body is the least of the chains' largest loads, exactly.
 */
import { skeleton, type Chain } from "#core/anatomy/anatomy";
import type { Setup } from "#core/exercises/setup";
import type { Model, Side } from "#core/mechanics/model";
import type { State } from "#core/mechanics/state";
import { RAD } from "#core/mechanics/vector";

export interface Block {
  readonly chain: Chain;
  /** freedoms that are balanced */
  readonly rows: readonly number[];
  /** model heads that can turn one of them */
  readonly heads: readonly number[];
  /** torque that is not muscle, Nm; first the soft ones (row -1: about the shaft of `shaft`), then the stops */
  readonly soft: readonly { row: number; torque: number; shaft: number }[];
  readonly stops: readonly { row: number; torque: number; coordinate: number; beyond: number; sign: number }[];
  /** columns of a problem: heads, soft, stops */
  readonly columns: number;
  /** where heads act, four numbers each: row, column, head, freedom */
  readonly entries: Int32Array;
}

const GIRDLE = new Set(["protraction", "girdleElevation", "scapula"]);
const SHOULDER = new Set(["shoulderFlexion", "shoulderAbduction", "shoulderRotation"]);
const WRIST = new Set(["wristFlexion", "wristDeviation"]);
const HIP = ["hipFlexion", "hipAbduction", "hipRotation"];

export const isGirdle = (id: string): boolean => GIRDLE.has(id);

/** which freedoms of a chain are balanced in this setup; the others are held by a pad, a bar or a seat */
function solves(setup: Setup, id: string, chain: Chain): boolean {
  const { exercise, on, keys } = setup;
  const drives = (c: string) => keys.some((k) => c in k.angles);
  if (chain === "spine") return id === "lumbarFlexion" || exercise.sides === "one";
  if (chain === "arm") {
    const pad = exercise.supports.includes("preacher-pad") || exercise.supports.includes("forearm-pad");
    if (exercise.supports.includes("forearm-pad")) return WRIST.has(id);
    if (GIRDLE.has(id)) return exercise.girdle === "free" && !pad;
    if (SHOULDER.has(id)) return !pad;
    if (WRIST.has(id)) return drives("wristFlexion") || drives("wristDeviation");
    return id !== "forearm" || exercise.grip === "free";
  }
  // on a seat or bench the thigh lies still unless the exercise moves the hip
  if ((on === "seat" || on === "bench") && HIP.includes(id)) return HIP.some(drives);
  return true;
}

/** the problems to solve; symmetric exercises solve the right side for both */
export function blocksOf(model: Model, setup: Setup, side: Side): Block[] {
  return setup.exercise.chains.map((chain): Block => {
    const rows = model.freedoms.flatMap((f, i) => (f.chain === chain && (f.side === side || f.side === null) && solves(setup, f.id, chain) ? [i] : []));
    const wanted = new Set(rows);
    const heads = model.heads.flatMap((h, i) => (h.chain === chain && (chain === "spine" || h.side === side) && h.freedoms.some((f) => wanted.has(f)) ? [i] : []));
    const soft = rows.flatMap((f, row) => {
      const torque = skeleton.passive.soft[model.freedoms[f]!.id];
      return torque ? [{ row, torque, shaft: -1 }, { row, torque: -torque, shaft: -1 }] : [];
    });
    if (rows.some((f) => SHOULDER.has(model.freedoms[f]!.id))) for (const sign of [1, -1]) soft.push({ row: -1, torque: sign * skeleton.passive.soft.twist!, shaft: model.segmentIndex.get(`humerus.${side}`)! });
    const stops = rows.flatMap((f, row) =>
      skeleton.passive.stops.flatMap(([id, beyond, sign, torque]) => (model.freedoms[f]!.id === id ? [{ row, torque: sign * torque, coordinate: model.freedoms[f]!.coordinate, beyond: beyond * RAD, sign }] : [])),
    );
    const entries = Int32Array.from(heads.flatMap((h, k) => model.heads[h]!.freedoms.flatMap((f) => (wanted.has(f) ? [rows.indexOf(f), k, h, f] : []))));
    return { chain, rows, heads, soft, stops, columns: heads.length + soft.length + stops.length, entries };
  });
}

/**
 * Torque of every column at full strength (rows x columns) and the passive torque of the heads by row; a stop is there
 * only beyond its angle (eased in over 4 degrees).
 */
export function fillColumns(model: Model, state: State, block: Block, A: Float64Array, passive: Float64Array): void {
  const { heads, soft, stops, columns, entries } = block;
  const nf = model.freedoms.length;
  passive.fill(0);
  for (let i = 0; i < entries.length; i += 4) {
    const row = entries[i]!;
    const h = entries[i + 2]!;
    const arm = state.arms[h * nf + entries[i + 3]!]!;
    A[row * columns + entries[i + 1]!] = arm * state.active[h]!;
    passive[row]! += arm * state.passive[h]!;
  }
  for (let k = 0; k < soft.length; k++) {
    const { row, torque, shaft } = soft[k]!;
    if (row >= 0) A[row * columns + heads.length + k] = torque;
    else
      for (let r = 0; r < block.rows.length; r++) {
        const f = block.rows[r]!;
        if (!SHOULDER.has(model.freedoms[f]!.id)) continue;
        // the shaft is the segment's y
        A[r * columns + heads.length + k] = torque * (state.R[9 * shaft + 1]! * state.axes[3 * f]! + state.R[9 * shaft + 4]! * state.axes[3 * f + 1]! + state.R[9 * shaft + 7]! * state.axes[3 * f + 2]!);
      }
  }
  for (let k = 0; k < stops.length; k++) {
    const stop = stops[k]!;
    // sign +1: it pushes the angle up, so it is there below `beyond`
    const past = stop.sign * (stop.beyond - state.q[stop.coordinate]!);
    A[stop.row * columns + heads.length + soft.length + k] = stop.torque * Math.max(0, Math.min(1, past / (4 * RAD)));
  }
}
