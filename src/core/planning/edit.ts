/**
 * The one way to change a program: a pure reducer. Each operation gives the new program and the operations that undo
 * it; undo appends those, it never rewinds. `touches` says what an operation depends on, so that edits of different
 * things can be merged and edits of the same thing be shown.
 */
import type { Block, Change, Day, Operation, Prescription, Program } from "#core/planning/program";

export type EditResult = { program: Program; inverse: Operation[] } | { refused: string };

export const prescriptionsOf = (program: Program): Prescription[] => program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions));

export interface Place {
  day: Day;
  block: Block;
  blockIndex: number;
  position: number;
  prescription: Prescription;
}

export function placeOf(program: Program, prescriptionId: string): Place | null {
  for (const day of program.days)
    for (const [blockIndex, block] of day.blocks.entries())
      for (const [position, prescription] of block.prescriptions.entries()) if (prescription.id === prescriptionId) return { day, block, blockIndex, position, prescription };
  return null;
}

const withDay = (program: Program, dayId: string, change: (blocks: Block[]) => Block[]): Program => ({ ...program, days: program.days.map((d) => (d.id === dayId ? { ...d, blocks: change(d.blocks) } : d)) });

const insert = <T>(list: readonly T[], at: number, item: T): T[] => [...list.slice(0, at), item, ...list.slice(at)];

function take(program: Program, place: Place): Program {
  return withDay(program, place.day.id, (blocks) => blocks.flatMap((b) => (b.id !== place.block.id ? [b] : b.prescriptions.length > 1 ? [{ ...b, prescriptions: b.prescriptions.filter((p) => p.id !== place.prescription.id) }] : [])));
}

/** the operation that puts a prescription back exactly where it stood */
const restoring = (place: Place): Operation => ({ kind: "restore", dayId: place.day.id, index: place.blockIndex, position: place.position, block: place.block, prescriptionId: place.prescription.id });

function replace(program: Program, prescriptionId: string, next: Prescription): Program {
  return { ...program, days: program.days.map((d) => ({ ...d, blocks: d.blocks.map((b) => ({ ...b, prescriptions: b.prescriptions.map((p) => (p.id === prescriptionId ? next : p)) })) })) };
}

const GONE = "that exercise is no longer in the program";

export function applyOperation(program: Program, operation: Operation): EditResult {
  switch (operation.kind) {
    case "add": {
      if (!program.days.some((d) => d.id === operation.dayId)) return { refused: "that day is no longer in the program" };
      if (placeOf(program, operation.prescription.id)) return { refused: "it is already in the program" };
      return { program: withDay(program, operation.dayId, (blocks) => insert(blocks, Math.min(operation.index, blocks.length), { id: operation.blockId, prescriptions: [operation.prescription] })), inverse: [{ kind: "remove", prescriptionId: operation.prescription.id }] };
    }
    case "remove": {
      const place = placeOf(program, operation.prescriptionId);
      return place ? { program: take(program, place), inverse: [restoring(place)] } : { refused: GONE };
    }
    case "restore": {
      if (placeOf(program, operation.prescriptionId)) return { refused: "it is already in the program" };
      const prescription = operation.block.prescriptions.find((p) => p.id === operation.prescriptionId);
      if (!prescription || !program.days.some((d) => d.id === operation.dayId)) return { refused: "that day is no longer in the program" };
      const inverse: Operation[] = [{ kind: "remove", prescriptionId: prescription.id }];
      const standing = program.days.find((d) => d.id === operation.dayId)!.blocks.find((b) => b.id === operation.block.id);
      if (standing && standing.prescriptions.length < 2)
        return { program: withDay(program, operation.dayId, (blocks) => blocks.map((b) => (b.id === standing.id ? { ...b, prescriptions: insert(b.prescriptions, operation.position, prescription) } : b))), inverse };
      return { program: withDay(program, operation.dayId, (blocks) => insert(blocks, Math.min(operation.index, blocks.length), { id: operation.block.id, prescriptions: [prescription] })), inverse };
    }
    case "move": {
      const place = placeOf(program, operation.prescriptionId);
      if (!place) return { refused: GONE };
      if (!program.days.some((d) => d.id === operation.dayId)) return { refused: "that day is no longer in the program" };
      // a pair moves together
      const without = withDay(program, place.day.id, (blocks) => blocks.filter((b) => b.id !== place.block.id));
      return {
        program: withDay(without, operation.dayId, (blocks) => insert(blocks, Math.min(operation.index, blocks.length), place.block)),
        inverse: [{ kind: "move", prescriptionId: operation.prescriptionId, dayId: place.day.id, index: place.blockIndex }],
      };
    }
    case "change": {
      const place = placeOf(program, operation.prescriptionId);
      if (!place) return { refused: GONE };
      const before = Object.fromEntries(Object.keys(operation.change).map((k) => [k, place.prescription[k as keyof Change]])) as Change;
      return { program: replace(program, operation.prescriptionId, { ...place.prescription, ...operation.change } as Prescription), inverse: [{ kind: "change", prescriptionId: operation.prescriptionId, change: before }] };
    }
    case "swap": {
      const place = placeOf(program, operation.prescriptionId);
      if (!place) return { refused: GONE };
      return { program: replace(program, operation.prescriptionId, operation.prescription), inverse: [{ kind: "swap", prescriptionId: operation.prescription.id, prescription: place.prescription }] };
    }
    case "pair": {
      const day = program.days.find((d) => d.blocks.some((b) => b.id === operation.blockId));
      const [one, other] = [day?.blocks.find((b) => b.id === operation.blockId), day?.blocks.find((b) => b.id === operation.withBlockId)];
      if (!day || !one || !other || one === other) return { refused: "both exercises must stand on the same day" };
      if (one.prescriptions.length + other.prescriptions.length > 2) return { refused: "a pair holds two exercises" };
      const paired = { ...one, prescriptions: [...one.prescriptions, ...other.prescriptions] };
      return { program: withDay(program, day.id, (blocks) => blocks.filter((b) => b.id !== other.id).map((b) => (b.id === one.id ? paired : b))), inverse: [{ kind: "unpair", blockId: one.id, newBlockId: other.id, index: day.blocks.indexOf(other) }] };
    }
    case "unpair": {
      const day = program.days.find((d) => d.blocks.some((b) => b.id === operation.blockId));
      const block = day?.blocks.find((b) => b.id === operation.blockId);
      if (!day || !block || block.prescriptions.length < 2) return { refused: "that is no longer a pair" };
      const [first, second] = block.prescriptions;
      const parted = { id: operation.newBlockId, prescriptions: [second!] };
      const at = operation.index ?? day.blocks.indexOf(block) + 1;
      return {
        program: withDay(program, day.id, (blocks) => insert(blocks.map((b) => (b.id === block.id ? { ...b, prescriptions: [first!] } : b)), Math.min(at, blocks.length), parted)),
        inverse: [{ kind: "pair", blockId: operation.blockId, withBlockId: operation.newBlockId }],
      };
    }
    case "rename-day": {
      const day = program.days.find((d) => d.id === operation.dayId);
      if (!day) return { refused: "that day is no longer in the program" };
      return { program: { ...program, days: program.days.map((d) => (d.id === operation.dayId ? { ...d, name: operation.name } : d)) }, inverse: [{ kind: "rename-day", dayId: operation.dayId, name: day.name }] };
    }
  }
}

/** what an operation depends on or sets: paths from the thing to its field */
export function touches(operation: Operation): string[] {
  switch (operation.kind) {
    case "add":
      return [operation.prescription.id];
    case "remove":
    case "restore":
      return [operation.prescriptionId];
    case "move":
      return [`${operation.prescriptionId}/place`];
    case "change":
      return Object.keys(operation.change).map((field) => `${operation.prescriptionId}/${field}`);
    case "swap":
      return [operation.prescriptionId, operation.prescription.id];
    case "pair":
      return [`${operation.blockId}/pair`, `${operation.withBlockId}/pair`];
    case "unpair":
      return [`${operation.blockId}/pair`, `${operation.newBlockId}/pair`];
    case "rename-day":
      return [`${operation.dayId}/name`];
  }
}

const overlaps = (a: string, b: string) => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);

/** the things both operations touch; empty when they can be merged */
export function collisions(mine: Operation, theirs: Operation): string[] {
  const other = touches(theirs);
  return touches(mine).filter((t) => other.some((o) => overlaps(t, o)));
}
