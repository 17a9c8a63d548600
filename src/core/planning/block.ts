/**
 * A block of weeks from one week: sets rise from where the week stands towards the high end of the bands of what should
 * grow, effort with them, and the last week is lighter. As operations on the week, so that each step has an undo.
 */
import type { ClientInput } from "#core/clients/client";
import { minutesFor, type Room } from "#core/clients/days";
import type { Method } from "#core/edition/method";
import { groupCredit, weekDose, doseTotal, type WeekDose } from "./dose";
import { applyOperation, mapLines, placeOf, prescriptionsOf } from "#core/program/edit";
import { bandOf, groups } from "./groups";
import { dayMinutes } from "./minutes";
import type { Operation, Prescription, Program } from "#core/program/document";

export const BLOCK_WEEKS = [4, 5, 6] as const;

export interface BlockWeek {
  /** 1 is the week as it stands */
  number: number;
  lighter: boolean;
  /** from the week as it stands */
  operations: Operation[];
  /** effective sets by group that has a band */
  sets: Record<string, number>;
  /** the same with every set counted whole, however far from failure */
  done: Record<string, number>;
  minutes: number[];
}

type Client = Pick<ClientInput, "priorities" | "level"> & Room;

const apply = (program: Program, operation: Operation): Program => {
  const r = applyOperation(program, operation);
  return "program" in r ? r.program : program;
};

/** one more set where it brings the group most and the day still has room; null where there is none */
export function oneMore(program: Program, group: string, client: Client, method: Method): Operation | null {
  const own = groups.find((g) => g.id === group)!;
  const places = program.days.flatMap((day) =>
    day.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p) => {
        const credit = groupCredit(p.credits, own);
        return credit?.direct && !p.locked && p.reserves.length < method.block.setsMost
          ? [{ day, p, credit: credit.share }]
          : [];
      }),
    ),
  );
  places.sort((a, b) => b.credit - a.credit || a.p.reserves.length - b.p.reserves.length);
  for (const { day, p } of places) {
    const operation: Operation = {
      kind: "change",
      prescriptionId: p.id,
      change: { reserves: [...p.reserves, p.reserves.at(-1)!] },
    };
    const next = apply(program, operation);
    const at = next.days.findIndex((d) => d.id === day.id);
    if (dayMinutes(next.days[at]!, method) <= minutesFor(client, next.days)[at]! + 0.5) return operation;
  }
  return null;
}

/** the last week of a block: about three fifths of the sets, further from failure */
export const lighterOf = (program: Program, { block }: Pick<Method, "block">): Operation[] =>
  prescriptionsOf(program)
    .filter((p) => p.purpose === "work" && !p.locked)
    .map((p) => {
      const sets = Math.max(1, Math.round(block.lighter * p.reserves.length));
      const reserves = p.reserves.slice(0, sets).map((r) => Math.min(block.reserveMost, r + block.easier));
      return { kind: "change", prescriptionId: p.id, change: { reserves } };
    });

/** what changed between two forms of a week, as one change a line */
function between(before: Program, after: Program): Operation[] {
  return before.days.flatMap((d) =>
    d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): Operation[] => {
        const now = placeOf(after, p.id)?.prescription;
        return now && now.reserves.join() !== p.reserves.join()
          ? [{ kind: "change", prescriptionId: p.id, change: { reserves: now.reserves } }]
          : [];
      }),
    ),
  );
}

/** every set counted whole, however far from failure it ends */
const atFailure = (p: Prescription): Prescription => ({
  ...p,
  structure: "straight",
  reserves: p.reserves.map(() => 0),
});

function told(program: Program, before: Program, number: number, lighter: boolean, client: Client, method: Method) {
  const dose = weekDose(program);
  const byGroup = ({ groups: of }: WeekDose): Record<string, number> =>
    Object.fromEntries(groups.filter((g) => bandOf(g.id, client, method)).map((g) => [g.id, doseTotal(of[g.id]!)]));
  return {
    number,
    lighter,
    operations: between(before, program),
    sets: byGroup(dose),
    done: byGroup(weekDose(mapLines(program, atFailure))),
    minutes: program.days.map((d) => Math.round(dayMinutes(d, method))),
  };
}

/** @param program one week @returns its weeks, the first as it stands, the last lighter */
export function blockOf(program: Program, client: Client, method: Method, weeks: number): BlockWeek[] {
  const out: BlockWeek[] = [told(program, program, 1, false, client, method)];
  const rising = groups.filter((g) => {
    const priority = client.priorities[g.id];
    return priority === "grow" || priority === "specialise";
  });
  const start = weekDose(program);
  let now = program;
  for (let k = 2; k < weeks; k++) {
    for (const g of rising) {
      const band = bandOf(g.id, client, method)!;
      const from = Math.max(band.low, doseTotal(start.groups[g.id]!));
      const to = Math.max(from, band.low + method.block.high * (band.high - band.low));
      const aim = from + ((k - 1) / (weeks - 2)) * (to - from);
      for (let tries = 0; tries < 8 && doseTotal(weekDose(now).groups[g.id]!) < aim - 0.5; tries++) {
        const more = oneMore(now, g.id, client, method);
        if (!more) break;
        now = apply(now, more);
      }
    }
    // the last heavy week is also the hardest: one rep less in reserve on every last set
    if (k === weeks - 1)
      for (const p of now.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions))) {
        const last = p.reserves.at(-1)!;
        if (!p.locked && last > 1)
          now = apply(now, {
            kind: "change",
            prescriptionId: p.id,
            change: { reserves: [...p.reserves.slice(0, -1), last - 1] },
          });
      }
    out.push(told(now, program, k, false, client, method));
  }
  out.push(told(lighterOf(program, method).reduce(apply, program), program, weeks, true, client, method));
  return out;
}
