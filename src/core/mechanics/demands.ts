/** What a setup asks of the wrist, the grip and the spine beside the muscles it is for. */
import type { Setup } from "#core/exercises/setup";
import { heightOf } from "#core/mechanics/chains";
import { GRAVITY, torquesOf, type Forces } from "#core/mechanics/loads";
import type { Model, Side } from "#core/mechanics/model";
import type { Problem } from "#core/mechanics/problem";
import { updateHeads, type State } from "#core/mechanics/state";

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

/** @param muscle pull of the trunk's muscles by sample, N */
export function spineOf(
  model: Model,
  problems: readonly Problem[],
  samples: number,
  least: number,
  muscle: Float64Array,
): Spine | null {
  const w = problems.find((x) => x.block.chain === "spine");
  if (!w) return null;
  const m = heightOf(w.block);
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

const found = new WeakMap<Model, Record<Side, number[][]>>();
function wristMuscles(model: Model, side: Side, axes: readonly number[]): number[][] {
  let both = found.get(model);
  if (!both) found.set(model, (both = { right: [], left: [] }));
  if (both[side].length === 0)
    both[side] = axes.map((f) => model.heads.flatMap((h, i) => (h.side === side && h.freedoms.includes(f) ? [i] : [])));
  return both[side];
}

/** wrist and grip where the exercise does not drive them: a demand, not a limit */
export function wristWatch(model: Model, setup: Setup, side: Side, samples: number) {
  if (!setup.exercise.chains.includes("arm") || !setup.loads.some((l) => l.at === "grip")) return null;
  const axes = (["wristFlexion", "wristDeviation"] as const).map((id) =>
    model.freedoms.findIndex((f) => f.id === id && f.side === side),
  );
  const muscles = wristMuscles(model, side, axes);
  const hand = model.segmentIndex.get(`hand.${side}`)!;
  const nf = model.freedoms.length;
  const fixed = axes.map(() => new Float64Array(samples));
  const unit = axes.map(() => new Float64Array(samples));
  const have = axes.map(() => [new Float64Array(samples), new Float64Array(samples)] as const);
  const grip = new Float64Array(samples);
  const t = new Float64Array(2);
  return {
    look(state: State, forces: Forces, n: number) {
      axes.forEach((f, k) => {
        // many of them cross no joint that the chain solves
        for (const h of muscles[k]!) updateHeads(model, state, h, h + 1);
        torquesOf(model, state, forces, f, t);
        fixed[k]![n] = t[0]!;
        unit[k]![n] = t[1]!;
        for (const h of muscles[k]!) {
          const torque = state.arms[h * nf + f]! * state.active[h]!;
          have[k]![torque > 0 ? 0 : 1][n]! += Math.abs(torque);
        }
      });
      for (let i = 0; i < forces.count; i++)
        if (forces.segment[i] === hand)
          grip[n] = Math.max(
            grip[n]!,
            Math.hypot(forces.unit[3 * i]!, forces.unit[3 * i + 1]!, forces.unit[3 * i + 2]!),
          );
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
      return [
        worst("wrist bending", against(0)),
        worst("wrist tilting", against(1)),
        worst("grip", (n) => (Math.max(0, load) * grip[n]!) / weight),
      ];
    },
  };
}
