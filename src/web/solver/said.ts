/** What the planner says: how near the best a week is, what a change does, which wishes stand against it. */
import type { Client } from "#core/clients/client";
import { groupFor } from "#core/planning/aim";
import { findTechnique } from "#core/planning/techniques";
import type { Operation, Program } from "#core/program/document";
import type { Proposal } from "#core/solver/proposals";
import { shortfall } from "#core/solver/relax";
import { fixed } from "../../page/locale";
import type { Planned } from "./usePlanner";
import { askOf, type Wish } from "./wish";

/** what each day is for from now on, where the division says otherwise than the day does */
export const aims = (wish: Wish, client: Client, program: Program): Operation[] =>
  askOf(wish, client, program).days.flatMap(({ id, groups }): Operation[] => {
    const now = program.days.find((d) => d.id === id)!.groups;
    return JSON.stringify(now) === JSON.stringify(groups)
      ? []
      : [{ kind: "aim-day", dayId: id, groups: groups && [...groups] }];
  });

/** lines that would be kept on a day that is not for them, where a division is asked for */
export function keptAgainst(wish: Wish, client: Client, program: Program): string[] {
  if (!wish.keep || wish.split === "free" || wish.split === "as the days say") return [];
  return askOf(wish, client, program).days.flatMap(({ id, groups: own }) => {
    const day = program.days.find((d) => d.id === id);
    return (day?.blocks ?? []).flatMap((b) =>
      b.prescriptions.flatMap((p) => {
        const group = groupFor(p);
        return own && group && !own.includes(group) ? [`${p.name} (${day!.name})`] : [];
      }),
    );
  });
}

const setsOf = (n: number) => `${n} ${n === 1 ? "set" : "sets"}`;
/** a bound that far off says nothing of the week: the search for the proof has only begun */
const TELLING = 0.1;

/** how good the week is, as far as that is proven; never a number that says nothing */
export function proofText({
  state,
  gap,
  result,
  reason,
}: Pick<Planned, "state" | "gap" | "result" | "reason">): string {
  const told = gap !== null && gap <= TELLING;
  const more = result && result.beyond > 0.05 ? ", and supersets give back minutes for more" : "";
  const near = told
    ? `Within ${fixed(100 * gap, 1)} % of the best for this division of the week${more}`
    : `A good week; how near it is to the best is not proven${more}`;
  const unfit = result && shortfall(result.missing) > 0.3;
  const words: Record<Planned["state"], string> = {
    working: "Looking for a first week ...",
    proving: told ? `${near} so far; the proof goes on.` : "A good week is found; now proving how good ...",
    found: unfit ? `${near}; looking for what would make it fit ...` : `${near}.`,
    done: `${near}.`,
    stopped: told ? `${near}; proof stopped.` : "A good week; proof stopped.",
    failed: reason ?? "The planner stopped.",
  };
  return words[state];
}

/** what a proposal does to a line, in one piece */
export function changeText(p: Proposal, dayName: (id: string | undefined) => string): string {
  const sets = p.from === p.to ? setsOf(p.to) : `${p.from} → ${setsOf(p.to)}`;
  const technique = p.technique ? findTechnique(p.technique).name.toLowerCase() : null;
  const parts: Record<Proposal["kind"], (string | null)[]> = {
    add: [setsOf(p.to), technique],
    "take off": [setsOf(p.from)],
    move: [`from ${dayName(p.fromDayId)}`, p.from === p.to ? null : sets, technique],
    sets: [sets, technique],
    technique: p.technique ? [sets, technique] : ["plain sets"],
  };
  return parts[p.kind].filter((x) => x !== null).join(", ");
}
