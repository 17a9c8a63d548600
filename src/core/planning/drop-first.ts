/** What goes first when minutes run short: the lines that give least for their minutes, and what each would cost. */
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { doseTotal, weekDose } from "./dose";
import { applyOperation, placeOf, prescriptionsOf } from "#core/program/edit";
import { bandOf, groups } from "./groups";
import { dayMinutes } from "./minutes";
import type { Program } from "#core/program/document";

export interface Dropped {
  prescriptionId: string;
  name: string;
  /** min that leaving it out gives back */
  minutes: number;
  /** effective sets within the bands that it costs, all groups */
  sets: number;
  /** groups that would fall under the low end of their band, or further under it */
  short: string[];
}

/** @returns every line that is not locked, the first to go first */
export function droppedFirst(
  program: Program,
  client: Pick<ClientInput, "priorities" | "level">,
  method: Method,
): Dropped[] {
  const bands = groups.flatMap((g) => {
    const band = bandOf(g.id, client, method);
    return band ? [{ id: g.id, ...band }] : [];
  });
  const dosesOf = (p: Program) => {
    const { groups: dose } = weekDose(p);
    return new Map(bands.map(({ id }) => [id, doseTotal(dose[id]!)]));
  };
  const now = dosesOf(program);
  return prescriptionsOf(program)
    .filter((p) => !p.locked)
    .flatMap((p) => {
      const place = placeOf(program, p.id)!;
      const result = applyOperation(program, { kind: "remove", prescriptionId: p.id });
      if (!("program" in result)) return [];
      const after = result.program.days.find((d) => d.id === place.day.id)!;
      const minutes = dayMinutes(place.day, method) - dayMinutes(after, method);
      const doses = dosesOf(result.program);
      let [sets, price] = [0, 0];
      const short: string[] = [];
      for (const { id, low, high } of bands) {
        const [was, is] = [Math.min(now.get(id)!, high), Math.min(doses.get(id)!, high)];
        sets += was - is;
        const under = Math.max(0, low - is) - Math.max(0, low - was);
        price += was - is + (method.writing.under - 1) * under;
        if (under > 0.05) short.push(id);
      }
      return [
        { line: { prescriptionId: p.id, name: p.name, minutes, sets, short }, rate: price / Math.max(0.5, minutes) },
      ];
    })
    .sort((a, b) => a.rate - b.rate)
    .map(({ line }) => line);
}
