/** Setups on the machines of a client's place, where those were measured. */
import { withProfile, type Profile, type SetupAsk } from "#core/exercises/asked";
import type { Exercise } from "#core/exercises/format";
import { findExercise } from "#core/exercises/library";
import { fitMachine, type MachineFit } from "#core/machines/fit";
import { machineFor, type Machine, type SetMachine } from "#core/machines/machine";
import { card } from "#core/words/machines";

const fits = new WeakMap<Machine, MachineFit>();

/** what its readings say; null where nobody has measured it */
export function fitOf(machine: Machine): MachineFit | null {
  if (!machine.measured) return null;
  let fit = fits.get(machine);
  if (!fit) fits.set(machine, (fit = fitMachine(machine.measured, machine.unit)));
  return fit;
}

/** friction from which lowering is felt to be lighter: a tenth less than going up */
const FRICTION_FELT = 0.05;

type Machines = readonly SetMachine[] | undefined;

function profileFor(exercise: Exercise, machines: Machines): Profile | undefined {
  const machine = machineFor(machines, exercise);
  return (machine && fitOf(machine)?.profile) ?? undefined;
}

/** the exercise as it is on the place's own machine; itself where there is none, or it was never measured */
export const onMachine = (exercise: Exercise, machines: Machines): Exercise =>
  withProfile(exercise, profileFor(exercise, machines));

/** the same of a setup that is asked for */
export function askOn(machines: Machines, { exerciseId, values }: Omit<SetupAsk, "profile">): SetupAsk {
  const exercise = findExercise(exerciseId);
  const profile = exercise && profileFor(exercise, machines);
  return { exerciseId, values, ...(profile ? { profile } : {}) };
}

/** lines of a week with the curves of the machines they are done on */
export const linesOn = <L extends SetupAsk>(machines: Machines, lines: readonly L[]): L[] =>
  lines.map((p) => ({ ...p, ...askOn(machines, p) }));

/** what a card says of the machine that an exercise is done on there */
export function cardLines(exercise: Exercise, machines: Machines): string[] {
  const machine = machineFor(machines, exercise);
  if (!machine) return [];
  const fit = fitOf(machine);
  const { step, least, most, unit } = machine;
  return [
    card.name({ name: machine.name }),
    ...machine.settings.flatMap(({ name, check }) => {
      const value = machine.set?.[name];
      return value === undefined && !check ? [] : [card.setting({ name, value: value ?? null, check })];
    }),
    ...(machine.leftBehind === 0 ? [] : [card.left({ mm: machine.leftBehind })]),
    ...(machine.spacer ? [card.spacer({ text: machine.spacer })] : []),
    ...((step ?? least ?? most) === undefined ? [] : [card.pins({ unit, step, least, most })]),
    ...(fit ? [card.measured({ band: fit.band })] : []),
    ...(fit?.friction && fit.friction >= FRICTION_FELT ? [card.lowering({ friction: fit.friction })] : []),
    ...(machine.note ? [machine.note] : []),
  ];
}
