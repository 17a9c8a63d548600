/** From the week as it stands to the planned one, as edits that can be taken or left one by one. */
import { applyOperation, placeOf, prescriptionsOf } from "#core/program/edit";
import type { TechniqueId } from "#core/program/limits";
import type { Change, Operation, Prescription, Program } from "#core/program/document";
import { purposeOf, workOf } from "#core/program/purpose";
import { candidateOf } from "#core/solver/candidates";
import { evaluate } from "#core/solver/evaluate";
import type { WeekPlan } from "#core/solver/ask";

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

type Line = { p: Prescription; day: number };

const linesOf = (program: Program): Line[] =>
  program.days.flatMap((d, day) => d.blocks.flatMap((b) => b.prescriptions.map((p) => ({ p, day }))));

/**
 * The plan with an id for each of its lines. A line of the week that is gone from its place, and whose setup stands on
 * another day or with another technique, is that line, and keeps what was written on it.
 * @param newId an id that nobody has yet
 */
export function identified(whole: Program, plan: WeekPlan, newId: () => string): WeekPlan {
  const stays = new Set(plan.days.flatMap((d) => d.blocks.flatMap((b) => b.map((l) => l.prescription.id))));
  const free = linesOf(workOf(whole))
    .map(({ p }) => p)
    .filter((p) => !p.locked && !stays.has(p.id));
  const named = (fresh: Prescription): Prescription => {
    if (fresh.id !== "") return fresh;
    const at = free.findIndex((p) => p.setupKey === fresh.setupKey);
    if (at < 0) return { ...fresh, id: newId() };
    const [old] = free.splice(at, 1);
    const technique = old!.technique?.id === fresh.technique?.id ? old!.technique : fresh.technique;
    return { ...old!, reserves: fresh.reserves, technique };
  };
  const days = plan.days.map((d) => ({
    ...d,
    blocks: d.blocks.map((b) => b.map((l) => ({ ...l, prescription: named(l.prescription) }))),
  }));
  return { ...plan, days };
}

/** what it is worth that a line of the plan is as it is, and the groups that it gives most to */
function worths({ problem, sets, evaluation }: WeekPlan) {
  const { field, days } = problem;
  return {
    /** of the plan over the same with so many sets of a candidate on a day */
    over: (...changes: [line: Prescription, day: number, sets: number][]): number => {
      const other = sets.slice();
      for (const [line, day, n] of changes) {
        const k = candidateOf(field, line);
        if (k >= 0) other[k * days.length + day] = n;
      }
      return evaluation.value - evaluate(problem, other).value;
    },
    groups: (line: Prescription): string[] =>
      (field.candidates[candidateOf(field, line)]?.gives ?? [])
        .filter((g) => g.direct)
        .sort((a, b) => b.worth - a.worth)
        .slice(0, 2)
        .map((g) => field.groups[g.group]!.id),
  };
}

/**
 * Nothing is written into what is given: a second look says the same.
 * @param plan with an id for each line, as `identified` gives it
 * @param newId for the blocks of new lines
 * @returns in the order in which they can be made: away first, then what moves and changes, then what is new
 */
export function proposalsFor(whole: Program, plan: WeekPlan, newId: () => string): Proposal[] {
  const program = workOf(whole);
  const worth = worths(plan);
  const standing = linesOf(program);
  const planned: Line[] = plan.days.flatMap((d, day) =>
    d.blocks.flatMap((b) => b.map((l) => ({ p: l.prescription, day }))),
  );
  const dayId = (day: number) => program.days[day]!.id;
  const told = ({ p, day }: Line) => ({
    technique: p.technique?.id ?? null,
    dayId: dayId(day),
    name: p.name,
    groups: worth.groups(p),
  });
  const away = standing
    .filter(({ p }) => !p.locked && !planned.some((x) => x.p.id === p.id))
    .map((g): Proposal => {
      const from = g.p.reserves.length;
      return {
        ...told(g),
        id: `take off ${g.p.id}`,
        kind: "take off",
        technique: null,
        from,
        to: 0,
        operations: [{ kind: "remove", prescriptionId: g.p.id }],
        worth: worth.over([g.p, g.day, from]),
      };
    });
  const changed = planned.flatMap((x): Proposal[] => {
    const s = standing.find((l) => l.p.id === x.p.id);
    return !s || s.p.locked ? [] : changeOf(s, x, { ...told(x), fromDayId: dayId(s.day) }, worth);
  });
  const added = planned
    .filter((x) => !standing.some((s) => s.p.id === x.p.id))
    .map((x): Proposal => ({
      ...told(x),
      id: `add ${x.p.id}`,
      kind: "add",
      from: 0,
      to: x.p.reserves.length,
      operations: [{ kind: "add", dayId: dayId(x.day), blockId: newId(), index: LAST, prescription: x.p }],
      worth: worth.over([x.p, x.day, 0]),
    }));
  return [...away, ...changed, ...added];
}

type Told = Pick<Proposal, "technique" | "dayId" | "name" | "groups"> & { fromDayId: string };

/** how a line that stays in the week differs: its day, its technique, its sets; nothing where it does not */
function changeOf(s: Line, x: Line, { fromDayId, ...told }: Told, worth: ReturnType<typeof worths>): Proposal[] {
  const [from, to] = [s.p.reserves.length, x.p.reserves.length];
  const [moves, technique] = [s.day !== x.day, s.p.technique?.id !== x.p.technique?.id];
  if (!moves && !technique && from === to) return [];
  const change: Change = {
    ...(from === to ? {} : { reserves: x.p.reserves }),
    ...(technique ? { technique: x.p.technique } : {}),
  };
  const kind = moves ? "move" : technique ? "technique" : "sets";
  const operations: Operation[] = [
    ...(moves ? [{ kind: "move", prescriptionId: s.p.id, dayId: told.dayId, index: LAST } satisfies Operation] : []),
    ...(Object.keys(change).length > 0 ? [{ kind: "change", prescriptionId: s.p.id, change } satisfies Operation] : []),
  ];
  return [
    {
      ...told,
      id: `${kind} ${s.p.id}`,
      kind,
      from,
      to,
      ...(kind === "sets" ? {} : { fromDayId }),
      operations,
      worth: kind === "sets" ? worth.over([x.p, x.day, from]) : worth.over([x.p, x.day, 0], [s.p, s.day, from]),
    },
  ];
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
