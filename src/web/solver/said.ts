/** What the planner says: how near the best a week is, what a change does, which wishes stand against it. */
import type { Client } from "#core/clients/client";
import { groupFor } from "#core/planning/aim";
import { findTechnique } from "#core/planning/techniques";
import type { Operation, Program } from "#core/program/document";
import type { Proposal } from "#core/solver/proposals";
import { shortfall } from "#core/solver/relax";
import { proposal, state } from "#core/words/builder";
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

/** a bound that far off says nothing of the week: the search for the proof has only begun */
const TELLING = 0.1;

/** how good the week is, as far as that is proven; never a number that says nothing */
export function proofText({
  state: at,
  gap,
  result,
  reason,
}: Pick<Planned, "state" | "gap" | "result" | "reason">): string {
  if (at === "working") return state.looking();
  if (at === "failed") return reason ?? state.failed();
  const percent = gap !== null && gap <= TELLING ? Math.ceil(100 * gap - 1e-9) : null;
  const sets = at === "proving" || result?.behind == null ? null : Math.ceil(2 * result.behind) / 2;
  const near =
    percent === null
      ? state.usable()
      : percent === 0
        ? state.best()
        : sets === null
          ? state.better({ percent })
          : state.betterBy({ percent, sets });
  const unfit = result && shortfall(result.missing) > 0.3;
  return [
    state.ready(),
    near,
    ...(result && result.beyond > 0.05 ? [state.pairs()] : []),
    ...(at === "proving" ? [state.searching()] : []),
    ...(at === "found" && unfit ? [state.fixing()] : []),
    ...(at === "stopped" ? [state.stopped()] : []),
  ].join(" ");
}

/** what a proposal does to a line, in one piece */
export function changeText(p: Proposal, dayName: (id: string | undefined) => string): string {
  const sets = proposal.sets({ from: p.from, to: p.to });
  const technique = p.technique ? findTechnique(p.technique).name.toLowerCase() : null;
  const parts: Record<Proposal["kind"], (string | null)[]> = {
    add: [proposal.sets({ from: p.to, to: p.to }), technique],
    "take off": [proposal.sets({ from: p.from, to: p.from })],
    move: [proposal.moved({ day: dayName(p.fromDayId) }), p.from === p.to ? null : sets, technique],
    sets: [sets, technique],
    technique: p.technique ? [sets, technique] : [proposal.plain()],
  };
  return parts[p.kind].filter((x) => x !== null).join(", ");
}
