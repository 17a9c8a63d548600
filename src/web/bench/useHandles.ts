/** What can be taken hold of in the picture: the pulley, the bench, or the arm, where a parameter stands behind it. */
import { useRef } from "react";
import type { Binding, Exercise, Parameter } from "#core/exercises/format";
import { roundToStep, type Values } from "#core/exercises/setup";

type ByScale = Extract<Binding, { scale: number }>;
const byScale = (b: Binding | undefined): ByScale | null => (typeof b === "object" && "scale" in b ? b : null);
const behind = (exercise: Exercise, b: ByScale | null): Parameter | undefined =>
  b ? exercise.parameters.find((p) => p.id === b.parameter) : undefined;

/** the parameter that an angle hangs on, and degrees of the angle for one of the parameter */
function turned(exercise: Exercise, b: Binding | undefined): { parameter: Parameter; scale: number } | null {
  const scaled = byScale(b);
  const parameter = behind(exercise, scaled);
  return scaled && parameter && !parameter.options ? { parameter, scale: scaled.scale } : null;
}

export interface Handles {
  /** m of the picture's right and up */
  onPulley: ((dx: number, dy: number) => void) | null;
  /** degrees: arm forwards and up, trunk forwards */
  onArm: ((degrees: number) => void) | null;
  onBench: ((degrees: number) => void) | null;
}

/** @param turn how far the picture is turned, deg: a move to its right is shorter in the world the more it is turned */
export function useHandles(
  exercise: Exercise | undefined,
  turn: number,
  change: (next: (now: Values) => Values) => void,
): Handles {
  // small moves are carried over until they make a step
  const carry = useRef<Record<string, number>>({});
  if (!exercise) return { onPulley: null, onArm: null, onBench: null };

  const move = (p: Parameter, by: number) => {
    const moved = (carry.current[p.id] ?? 0) + by;
    const steps = Math.trunc(moved / p.step);
    carry.current[p.id] = moved - steps * p.step;
    if (steps)
      change((now) => {
        const next = Math.max(p.min, Math.min(p.max, now[p.id]! + steps * p.step));
        return { ...now, [p.id]: roundToStep(p, next) };
      });
  };

  const cable = exercise.loads.find((l) => l.kind === "cable");
  const across = byScale(cable?.from.at[0]);
  const up = byScale(cable?.from.at[1]);
  const onPulley = (dx: number, dy: number) => {
    const x = behind(exercise, across);
    const y = behind(exercise, up);
    if (x) move(x, dx / (across!.scale * Math.cos((turn * Math.PI) / 180)));
    if (y) move(y, dy / up!.scale);
  };
  const [trunk, upperArm] = [exercise.stance.angles.pitch, exercise.path[0]!.angles.elevation];
  const bench = turned(exercise, trunk);
  const follows = byScale(trunk)?.parameter === byScale(upperArm)?.parameter;
  // where bench and arm hang on the same parameter the arm follows the bench
  const arm = bench && follows ? null : turned(exercise, upperArm);
  return {
    onPulley: across || up ? onPulley : null,
    onArm: arm && ((degrees) => move(arm.parameter, degrees / arm.scale)),
    onBench: bench && ((degrees) => move(bench.parameter, degrees / bench.scale)),
  };
}
