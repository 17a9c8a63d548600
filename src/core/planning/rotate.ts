/**
 * The next group in the place of a specialised one: what was specialised is held, which takes fewer sets, and what is
 * next gets them, as far as its days have room. As operations on the week beside the priorities they follow from.
 */
import type { ClientInput } from "#core/clients/client";
import type { Room } from "#core/clients/days";
import type { Method } from "#core/edition/method";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import type { Operation, Program } from "#core/program/document";
import { oneMore } from "./block";
import { doseTotal, groupCredit, weekDose } from "./dose";
import { bandOf, findGroup } from "./groups";

type Client = Pick<ClientInput, "priorities" | "level" | "phase"> & Room;

export interface Rotation {
  priorities: ClientInput["priorities"];
  operations: Operation[];
}

/** sets moved at the most: a week that changes by more is built anew */
const MOST = 12;

const after = (program: Program, o: Operation): Program => {
  const r = applyOperation(program, o);
  return "program" in r ? r.program : program;
};
const dose = (program: Program, group: string) => doseTotal(weekDose(program).groups[group]!);

/** one set less of the line with most sets that is for the group; null where each has one */
function oneLess(program: Program, group: string): Operation | null {
  const own = findGroup(group)!;
  const [most] = prescriptionsOf(program)
    .filter((p) => p.purpose === "work" && !p.locked && p.reserves.length > 1 && groupCredit(p.credits, own)?.direct)
    .sort((a, b) => b.reserves.length - a.reserves.length);
  return most
    ? { kind: "change", prescriptionId: most.id, change: { reserves: most.reserves.toSpliced(-2, 1) } }
    : null;
}

/** the group that waits longest for its sets: of those that should grow, the one furthest under the top of its band */
export function nextGroup(program: Program, client: Client, method: Method): string | null {
  const told = weekDose(program).groups;
  const waiting = Object.entries(client.priorities)
    .filter(([, priority]) => priority === "grow")
    .flatMap(([group]) => {
      const band = bandOf(group, client, method);
      return band && told[group] ? [{ group, share: doseTotal(told[group]) / band.high }] : [];
    });
  return waiting.sort((a, b) => a.share - b.share)[0]?.group ?? null;
}

/** @param from is specialised now and held then @param to specialised then */
export function rotate(program: Program, client: Client, method: Method, from: string, to: string): Rotation {
  const priorities = { ...client.priorities, [from]: "hold" as const, [to]: "specialise" as const };
  const then = { ...client, priorities };
  const [held, next] = [bandOf(from, then, method), bandOf(to, then, method)];
  let now = program;
  const sets = new Map(prescriptionsOf(program).map((p) => [p.id, p.reserves.join()]));
  for (let n = 0; held && n < MOST && dose(now, from) > held.high; n++) {
    const less = oneLess(now, from);
    if (!less) break;
    now = after(now, less);
  }
  for (let n = 0; next && n < MOST && dose(now, to) < next.low; n++) {
    const more = oneMore(now, to, then, method);
    if (!more) break;
    now = after(now, more);
  }
  const operations = prescriptionsOf(now)
    .filter((p) => p.reserves.join() !== sets.get(p.id))
    .map((p): Operation => ({ kind: "change", prescriptionId: p.id, change: { reserves: p.reserves } }));
  return { priorities, operations };
}
