/**
 * Felt elsewhere: which of a setup's own parameters takes work from a muscle that is felt, and how much is left of the
 * head it is for. Found by trying; where nothing of the setup changes it, only a cue is left, and that is said.
 */
import { findHead } from "#core/anatomy/anatomy";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { completeValues, formatValue, resolveSetup, SetupError, type Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";

export interface Relief {
  parameter: string;
  /** in words: "grip palms facing", "pulley 40 cm" */
  name: string;
  values: Values;
  /** activation of the felt muscle, over what it is now; of the head it is for, over what it is now */
  felt: number;
  kept: number;
}

/** values of a parameter that are tried */
const TRIED = 9;
const SAMPLES = 21;

const meanOf = (x: ArrayLike<number>) => Array.from(x).reduce((s, v) => s + v, 0) / (x.length || 1);

/** largest mean activation among a muscle's heads */
const muscleActivation = (a: Analysis, muscle: string): number =>
  Math.max(0, ...a.heads.filter((h) => h.muscle === muscle).map((h) => meanOf(h.activation)));
const headActivation = (a: Analysis, head: string): number =>
  meanOf(a.heads.find((h) => h.id === head)?.activation ?? []);

/**
 * @param head the head it is for
 * @param muscle the one that is felt instead
 * @returns most relief first; `now` is the felt muscle's activation in the setup as it stands
 */
export function feltElsewhere(
  model: Model,
  exercise: Exercise,
  values: Values,
  head: string,
  muscle: string,
  rules: Method["felt"],
): { now: number; reliefs: Relief[] } {
  const full = completeValues(exercise, values);
  const at = (v: Values) => {
    try {
      const a = analyse(model, resolveSetup(exercise, v), { samples: SAMPLES });
      return a.feasible ? a : null;
    } catch (e) {
      if (e instanceof SetupError) return null;
      throw e;
    }
  };
  const plain = at(full);
  if (!plain || findHead(head)?.muscle === muscle)
    return { now: plain ? muscleActivation(plain, muscle) : 0, reliefs: [] };
  const [now, own] = [muscleActivation(plain, muscle), headActivation(plain, head)];
  if (now <= 0 || own <= 0) return { now, reliefs: [] };
  const reliefs = exercise.parameters.flatMap((p): Relief[] => {
    const steps = Math.max(1, Math.round((p.max - p.min) / p.step));
    const every = Math.max(1, Math.ceil(steps / (TRIED - 1)));
    const tried = Array.from({ length: Math.floor(steps / every) + 1 }, (_, i) => p.min + i * every * p.step).flatMap(
      (v): Relief[] => {
        const other = completeValues(exercise, { ...full, [p.id]: Math.min(p.max, v) });
        const a = other[p.id] === full[p.id] ? null : at(other);
        if (!a) return [];
        const [felt, kept] = [muscleActivation(a, muscle) / now, headActivation(a, head) / own];
        if (kept < rules.kept || felt > rules.relief) return [];
        return [
          {
            parameter: p.id,
            name: `${p.name.toLowerCase()} ${formatValue(p, other[p.id]!)}`,
            values: other,
            felt,
            kept,
          },
        ];
      },
    );
    // of one parameter, the smallest change that does nearly as much as any
    const least = Math.min(...tried.map((r) => r.felt));
    const enough = tried
      .filter((r) => r.felt <= least + 0.1)
      .sort((a, b) => Math.abs(a.values[p.id]! - full[p.id]!) - Math.abs(b.values[p.id]! - full[p.id]!));
    return enough.slice(0, 1);
  });
  return { now, reliefs: reliefs.sort((a, b) => a.felt - b.felt) };
}
