/** Which loads are there for an exercise at a client's place. */
import { POUND } from "#core/base/kilograms";
import { LOADED } from "#core/clients/choices";
import { unitFor, type AtLoads } from "#core/clients/client";
import { machineFor, type Machine } from "#core/machines/machine";
import type { Exercise } from "#core/exercises/format";
import type { LoadStep } from "#core/program/document";

const pinsOf = (machine: Machine | null): Pick<Machine, "step" | "least" | "most"> =>
  machine === null
    ? {}
    : Object.fromEntries(
        (["step", "least", "most"] as const).flatMap((k) => (machine[k] === undefined ? [] : [[k, machine[k]]])),
      );

/**
 * The step of an exercise's load at the client's place, with the smallest and the largest that are there; where nothing
 * is said of them the usual step, in pounds a whole or a half one. What is lifted beside the body may be nothing at
 * all, whatever the smallest is.
 */
export function loadStepFor(
  client: AtLoads,
  { equipment, station, stated }: Pick<Exercise, "equipment" | "station" | "stated">,
): LoadStep {
  const machine = machineFor(client.machines, { equipment, station });
  const unit = machine?.unit ?? unitFor(client, equipment);
  const loaded = LOADED.find((e) => equipment.includes(e));
  const { step, least, most } = {
    ...(loaded && client.loads?.[loaded]),
    // what a machine's own pins say goes before what machines of the place usually have
    ...pinsOf(machine),
  };
  const usual = unit === "kg" ? stated.loadStep : Math.max(1, Math.round((stated.loadStep / POUND) * 2) / 2);
  const ends = { ...(least === undefined ? {} : { least }), ...(most === undefined ? {} : { most }) };
  return { value: step ?? usual, unit, meaning: stated.loadMeaning, ...(stated.loadMeaning === "added" ? {} : ends) };
}
