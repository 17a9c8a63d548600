/** What taking in a program file would change, in words and as operations; days are matched by their order. */
import { canonical } from "#core/exercises/version";
import { applyOperation, placeOf, prescriptionsOf } from "#core/program/edit";
import { groupName } from "#core/planning/groups";
import { changeSchema, type Change, type Operation, type Prescription, type Program } from "#core/program/document";

export interface Difference {
  /** in words, one line each */
  lines: string[];
  operations: Operation[];
}

/** whatever of a line can be changed */
const FIELDS = changeSchema.keyof().options;
/** whatever the order of keys: a stored document and a file may differ in it */
const same = (a: unknown, b: unknown) => canonical(a) === canonical(b);

/**
 * @param newId ids for what is added: a file may come from another client's week
 * @returns null where the file has more days than this week
 */
export function programDifference(now: Program, file: Program, newId: () => string): Difference | null {
  if (file.days.length > now.days.length) return null;
  const lines: string[] = [];
  const operations: Operation[] = [];
  let program = now;
  const make = (operation: Operation) => {
    const r = applyOperation(program, operation);
    if ("refused" in r) return;
    program = r.program;
    operations.push(operation);
  };
  const wanted = new Set(prescriptionsOf(file).map((p) => p.id));
  for (const p of prescriptionsOf(now).filter((x) => !wanted.has(x.id))) {
    lines.push(`${p.name} is taken off.`);
    make({ kind: "remove", prescriptionId: p.id });
  }
  file.days.forEach((day, d) => {
    const here = now.days[d]!;
    if (day.name !== here.name) {
      lines.push(`${here.name} is called ${day.name}.`);
      make({ kind: "rename-day", dayId: here.id, name: day.name });
    }
    if (day.date !== here.date) {
      lines.push(`${day.name} is dated ${day.date ?? "no more"}.`);
      make({ kind: "date-day", dayId: here.id, date: day.date });
    }
    if (!same(day.groups, here.groups)) {
      lines.push(`${day.name} is for ${day.groups?.map(groupName).join(", ").toLowerCase() ?? "anything"}.`);
      make({ kind: "aim-day", dayId: here.id, groups: day.groups });
    }
    day.blocks.forEach((block, index) => {
      const ids = block.prescriptions.map((p) => place(p, here.id, day.name, index));
      const [first, second] = ids.map((id) => placeOf(program, id));
      if (first && second && first.block.id !== second.block.id) {
        lines.push(`${first.prescription.name} and ${second.prescription.name} become a pair.`);
        make({ kind: "pair", blockId: first.block.id, withBlockId: second.block.id });
      }
    });
  });
  return { lines, operations };

  function place(p: Prescription, dayId: string, dayName: string, index: number): string {
    const there = placeOf(program, p.id);
    // another setup of the same exercise is the same line
    if (there && there.prescription.setupKey !== p.setupKey && there.prescription.exerciseId === p.exerciseId) {
      lines.push(`${there.prescription.name} is set up as ${p.name}.`);
      make({ kind: "swap", prescriptionId: p.id, prescription: p });
      return p.id;
    }
    if (!there || there.prescription.setupKey !== p.setupKey) {
      if (there) make({ kind: "remove", prescriptionId: p.id });
      const added = { ...p, id: newId() };
      lines.push(`${p.name} is ${there ? "set up anew" : "added"} on ${dayName}.`);
      make({ kind: "add", dayId, blockId: newId(), index, prescription: added });
      return added.id;
    }
    const change = Object.fromEntries(
      FIELDS.filter((f) => !same(there.prescription[f], p[f])).map((f) => [f, p[f]]),
    ) as Change;
    if (Object.keys(change).length) {
      lines.push(
        `${p.name}: ${Object.keys(change).join(", ")} ${Object.keys(change).length === 1 ? "changes" : "change"}.`,
      );
      make({ kind: "change", prescriptionId: p.id, change });
    }
    if (there.day.id !== dayId) {
      lines.push(`${p.name} moves to ${dayName}.`);
      make({ kind: "move", prescriptionId: p.id, dayId, index });
    }
    return p.id;
  }
}
