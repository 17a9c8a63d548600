/** From the week as it stands to the planned one, as edits that can be taken or left one by one. */
import { applyOperation, placeOf, prescriptionsOf } from "#core/program/edit";
import type { TechniqueId } from "#core/program/limits";
import type { Change, Operation, Prescription, Program } from "#core/program/document";
import { purposeOf, workOf } from "#core/program/purpose";
import { candidateOf } from "#core/solver/candidates";
import { evaluate } from "#core/solver/evaluate";
import type { WeekPlan } from "#core/solver/plan";

/** behind whatever stands there */
const LAST = 50;

export interface Proposal {
  /** the same from one look to the next */
  id: string;
  kind: "add" | "take off" | "move" | "sets" | "technique";
  /** it is done with this in the end */
  technique: TechniqueId | null;
  /** day it is on in the end, or was on before it went */
  dayId: string;
  name: string;
  /** sets before and after; days for a move */
  from: number;
  to: number;
  fromDayId?: string;
  operations: Operation[];
  /** worth of the week that leaving this one out would cost; below 0 where it only makes room */
  worth: number;
  /** groups it gives most to */
  groups: string[];
}

/**
 * @param newId an id that nobody has yet
 * @returns in the order in which they can be made: away first, then what moves and changes, then what is new
 */
export function proposalsFor(whole: Program, plan: WeekPlan, newId: () => string): Proposal[] {
  const program = workOf(whole);
  const { field, days } = plan.problem;
  const D = days.length;
  const index = {
    get: (p: Prescription): number | undefined => ((k) => (k < 0 ? undefined : k))(candidateOf(field, p)),
  };
  const value = plan.evaluation.value;
  /** worth of the plan over the same with so many sets of a candidate on a day */
  const worthOf = (changes: [line: Prescription, day: number, sets: number][]): number => {
    const other = plan.sets.slice();
    for (const [line, day, sets] of changes) {
      const k = index.get(line);
      if (k !== undefined) other[k * D + day] = sets;
    }
    return value - evaluate(plan.problem, other).value;
  };
  const groupsOf = (line: Prescription): string[] => {
    const c = field.candidates[index.get(line) ?? -1];
    return (c?.gives ?? [])
      .filter((g) => g.direct)
      .sort((a, b) => b.worth - a.worth)
      .slice(0, 2)
      .map((g) => field.groups[g.group]!.id);
  };
  type Line = { p: Prescription; day: number };
  const standing: Line[] = program.days.flatMap((d, day) =>
    d.blocks.flatMap((b) => b.prescriptions.map((p) => ({ p, day }))),
  );
  const planned: Line[] = plan.days.flatMap((d, day) =>
    d.blocks.flatMap((b) => b.map((l) => ({ p: l.prescription, day }))),
  );
  const goes = standing.filter((s) => !planned.some((x) => x.p.id === s.p.id));
  const comes = planned.filter((x) => x.p.id === "");
  const away: Proposal[] = [];
  const changed: Proposal[] = [];
  const added: Proposal[] = [];
  const dayId = (day: number) => program.days[day]!.id;
  const kept = new Set<Line>();
  for (const x of comes) {
    // the same setup on another day is a line that moves
    const from = goes.find((g) => !kept.has(g) && !g.p.locked && g.p.setupKey === x.p.setupKey);
    const sets = x.p.reserves.length;
    if (from) {
      kept.add(from);
      // the same day: only its technique is another
      const stays = from.day === x.day;
      const operations: Operation[] = stays
        ? []
        : [{ kind: "move", prescriptionId: from.p.id, dayId: dayId(x.day), index: LAST }];
      const change: Change = {};
      if (from.p.reserves.length !== sets) change.reserves = x.p.reserves;
      if (from.p.technique?.id !== x.p.technique?.id) change.technique = x.p.technique;
      if (Object.keys(change).length > 0) operations.push({ kind: "change", prescriptionId: from.p.id, change });
      x.p.id = from.p.id;
      changed.push({
        id: `${stays ? "technique" : "move"} ${from.p.id}`,
        kind: stays ? "technique" : "move",
        technique: x.p.technique?.id ?? null,
        dayId: dayId(x.day),
        fromDayId: dayId(from.day),
        name: x.p.name,
        from: from.p.reserves.length,
        to: sets,
        operations,
        worth: worthOf([
          [x.p, x.day, 0],
          [x.p, from.day, from.p.reserves.length],
        ]),
        groups: groupsOf(x.p),
      });
      continue;
    }
    x.p.id = newId();
    added.push({
      id: `add ${x.p.id}`,
      kind: "add",
      technique: x.p.technique?.id ?? null,
      dayId: dayId(x.day),
      name: x.p.name,
      from: 0,
      to: sets,
      operations: [
        {
          kind: "add",
          dayId: dayId(x.day),
          blockId: newId(),
          index: LAST,
          prescription: x.p,
        },
      ],
      worth: worthOf([[x.p, x.day, 0]]),
      groups: groupsOf(x.p),
    });
  }
  for (const g of goes) {
    if (kept.has(g) || g.p.locked) continue;
    away.push({
      id: `take off ${g.p.id}`,
      kind: "take off",
      technique: null,
      dayId: dayId(g.day),
      name: g.p.name,
      from: g.p.reserves.length,
      to: 0,
      operations: [{ kind: "remove", prescriptionId: g.p.id }],
      worth: worthOf([[g.p, g.day, g.p.reserves.length]]),
      groups: groupsOf(g.p),
    });
  }
  for (const x of planned) {
    const s = standing.find((l) => l.p.id === x.p.id && l.day === x.day);
    if (!s || s.p.locked || s.p.reserves.length === x.p.reserves.length) continue;
    changed.push({
      id: `sets ${x.p.id}`,
      kind: "sets",
      technique: x.p.technique?.id ?? null,
      dayId: dayId(x.day),
      name: x.p.name,
      from: s.p.reserves.length,
      to: x.p.reserves.length,
      operations: [{ kind: "change", prescriptionId: x.p.id, change: { reserves: x.p.reserves } }],
      worth: worthOf([[x.p, x.day, s.p.reserves.length]]),
      groups: groupsOf(x.p),
    });
  }
  return [...away, ...changed, ...added];
}

const run = (program: Program, operation: Operation): Program | null => {
  const result = applyOperation(program, operation);
  return "program" in result ? result.program : null;
};

/** by day: lines of its blocks in their order */
export type Arrangement = { dayId: string; blocks: string[][] }[];

export const arrangementOf = (plan: WeekPlan): Arrangement =>
  plan.days.map((d) => ({ dayId: d.id, blocks: d.blocks.map((b) => b.map((l) => l.prescription.id)) }));

/** the operations of those that were taken, then the order and the pairs of the plan as far as its lines are there */
export function taking(
  program: Program,
  arrangement: Arrangement,
  taken: readonly Proposal[],
  newId: () => string,
): Operation[] {
  const done: Operation[] = [];
  let now = program;
  const make = (operation: Operation) => {
    const next = run(now, operation);
    if (!next) return false;
    now = next;
    done.push(operation);
    return true;
  };
  for (const p of taken) p.operations.forEach(make);
  for (const { dayId, blocks } of arrangement) {
    const blocksOf = () => now.days.find((d) => d.id === dayId)?.blocks ?? [];
    const there = new Set(blocksOf().flatMap((b) => b.prescriptions.map((p) => p.id)));
    const ids = blocks.map((b) => b.filter((id) => there.has(id)));
    const wanted = ids.filter((b) => b.length > 0);
    const paired = new Set(wanted.filter((b) => b.length > 1).map((b) => b.join()));
    // pairs that the plan does not have are parted first
    for (const block of blocksOf())
      if (block.prescriptions.length > 1 && !paired.has(block.prescriptions.map((p) => p.id).join()))
        make({ kind: "unpair", blockId: block.id, newBlockId: newId() });
    let index = blocksOf().filter((b) => purposeOf(b) === "warm-up").length;
    for (const block of wanted) {
      const [first, second] = block;
      const at = placeOf(now, first!);
      if (at && at.blockIndex !== index && !at.prescription.locked)
        make({ kind: "move", prescriptionId: first!, dayId, index });
      const partner = second ? placeOf(now, second) : null;
      const lead = placeOf(now, first!);
      if (partner && lead && partner.block.id !== lead.block.id)
        make({ kind: "pair", blockId: lead.block.id, withBlockId: partner.block.id });
      index++;
    }
  }
  return done;
}

/** of the lines of a week that are not locked, the share that stands on the same day with as many sets in another */
export function keptShare(before: Program, after: Program): number {
  const old = prescriptionsOf(before).filter((p) => !p.locked);
  const same = old.filter((p) => {
    const [a, b] = [placeOf(before, p.id), placeOf(after, p.id)];
    return b && a!.day.id === b.day.id && b.prescription.reserves.length === p.reserves.length;
  });
  return old.length ? same.length / old.length : 1;
}
