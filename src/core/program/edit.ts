/**
 * The one way to change a program: a pure reducer. Each operation gives the new program and the operations that undo
 * it; undo appends those, it never rewinds. What could not be a program afterwards is refused in words. `touches` says
 * what an operation depends on, so that edits of different things can be merged and edits of the same thing be shown.
 */
import type { Block, Change, Day, Operation, Prescription, Program } from "#core/program/document";
import { BLOCKS_MOST, DAYS_MOST, WEEK_DAYS_MOST, WEEKS } from "./limits";

export type EditResult = { program: Program; inverse: Operation[] } | { refused: string };

export const prescriptionsOf = (program: Program): Prescription[] =>
  program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions));

/** every line with the day it stands on */
export const linesOf = (program: Program): { day: Day; p: Prescription }[] =>
  program.days.flatMap((day) => day.blocks.flatMap((b) => b.prescriptions.map((p) => ({ day, p }))));

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
      for (const [position, prescription] of block.prescriptions.entries())
        if (prescription.id === prescriptionId) return { day, block, blockIndex, position, prescription };
  return null;
}

const blockOf = (program: Program, blockId: string): Block | undefined =>
  program.days.flatMap((d) => d.blocks).find((b) => b.id === blockId);

const withDay = (program: Program, dayId: string, change: (blocks: Block[]) => Block[]): Program => ({
  ...program,
  days: program.days.map((d) => (d.id === dayId ? { ...d, blocks: change(d.blocks) } : d)),
});

const insert = <T>(list: readonly T[], at: number, item: T): T[] => [...list.slice(0, at), item, ...list.slice(at)];

function take(program: Program, place: Place): Program {
  return withDay(program, place.day.id, (blocks) =>
    blocks.flatMap((b) =>
      b.id !== place.block.id
        ? [b]
        : b.prescriptions.length > 1
          ? [{ ...b, prescriptions: b.prescriptions.filter((p) => p.id !== place.prescription.id) }]
          : [],
    ),
  );
}

/** the operation that puts a prescription back exactly where it stood */
const restoring = (place: Place): Operation => ({
  kind: "restore",
  dayId: place.day.id,
  index: place.blockIndex,
  position: place.position,
  block: place.block,
  prescriptionId: place.prescription.id,
});

/** a program with every line changed */
export function mapLines(program: Program, change: (p: Prescription) => Prescription): Program {
  return {
    ...program,
    days: program.days.map((d) => ({
      ...d,
      blocks: d.blocks.map((b) => ({
        ...b,
        prescriptions: b.prescriptions.map(change),
      })),
    })),
  };
}

const replace = (program: Program, prescriptionId: string, next: Prescription): Program =>
  mapLines(program, (p) => (p.id === prescriptionId ? next : p));

const GONE = "that exercise is no longer in the program";
const NO_DAY = "that day is no longer in the program";
const THERE = "it is already in the program";

/** the program after an operation, and what undoes it; never a program that the schema would not take */
export function applyOperation(program: Program, operation: Operation): EditResult {
  const result = apply(program, operation);
  const fault = "refused" in result ? null : faultOf(result.program);
  return fault ? { refused: fault } : result;
}

/** what a program document can have wrong beyond the shape of its parts; null where nothing is */
export function faultOf(program: Program): string | null {
  if (program.days.length < 1) return "a program has at least one day";
  if (program.days.length > DAYS_MOST) return `a program has at most ${DAYS_MOST} days`;
  for (const week of WEEKS)
    if (program.days.filter((d) => d.week === week).length > WEEK_DAYS_MOST)
      return `a week has at most ${WEEK_DAYS_MOST} days`;
  const full = program.days.find((d) => d.blocks.length > BLOCKS_MOST);
  if (full) return `a day holds at most ${BLOCKS_MOST} exercises or pairs`;
  const ids = [
    ...program.days.map((d) => d.id),
    ...program.days.flatMap((d) => d.blocks.map((b) => b.id)),
    ...prescriptionsOf(program).map((p) => p.id),
  ];
  return new Set(ids).size === ids.length ? null : THERE;
}

const dayOf = (program: Program, id: string): Day | undefined => program.days.find((d) => d.id === id);
const changeDay = (program: Program, id: string, change: Partial<Pick<Day, "name" | "date" | "groups">>): Program => ({
  ...program,
  days: program.days.map((d) => (d.id === id ? { ...d, ...change } : d)),
});

type Handlers = {
  [K in Operation["kind"]]: (program: Program, operation: Extract<Operation, { kind: K }>) => EditResult;
};

/** each operation by itself: the program after it and what undoes it */
const HANDLERS: Handlers = {
  add(program, operation) {
    if (!dayOf(program, operation.dayId)) return { refused: NO_DAY };
    if (placeOf(program, operation.prescription.id)) return { refused: THERE };
    return {
      program: withDay(program, operation.dayId, (blocks) =>
        insert(blocks, Math.min(operation.index, blocks.length), {
          id: operation.blockId,
          prescriptions: [operation.prescription],
        }),
      ),
      inverse: [{ kind: "remove", prescriptionId: operation.prescription.id }],
    };
  },
  remove(program, operation) {
    const place = placeOf(program, operation.prescriptionId);
    return place ? { program: take(program, place), inverse: [restoring(place)] } : { refused: GONE };
  },
  restore(program, operation) {
    if (placeOf(program, operation.prescriptionId)) return { refused: THERE };
    const prescription = operation.block.prescriptions.find((p) => p.id === operation.prescriptionId);
    const day = dayOf(program, operation.dayId);
    if (!prescription || !day) return { refused: NO_DAY };
    const inverse: Operation[] = [{ kind: "remove", prescriptionId: prescription.id }];
    const standing = day.blocks.find((b) => b.id === operation.block.id);
    if (standing && standing.prescriptions.length < 2)
      return {
        program: withDay(program, operation.dayId, (blocks) =>
          blocks.map((b) =>
            b.id === standing.id
              ? { ...b, prescriptions: insert(b.prescriptions, operation.position, prescription) }
              : b,
          ),
        ),
        inverse,
      };
    return {
      program: withDay(program, operation.dayId, (blocks) =>
        insert(blocks, Math.min(operation.index, blocks.length), {
          id: operation.block.id,
          prescriptions: [prescription],
        }),
      ),
      inverse,
    };
  },
  move(program, operation) {
    const place = placeOf(program, operation.prescriptionId);
    if (!place) return { refused: GONE };
    if (!dayOf(program, operation.dayId)) return { refused: NO_DAY };
    // a pair moves together
    const without = withDay(program, place.day.id, (blocks) => blocks.filter((b) => b.id !== place.block.id));
    return {
      program: withDay(without, operation.dayId, (blocks) =>
        insert(blocks, Math.min(operation.index, blocks.length), place.block),
      ),
      inverse: [
        { kind: "move", prescriptionId: operation.prescriptionId, dayId: place.day.id, index: place.blockIndex },
      ],
    };
  },
  change(program, operation) {
    const place = placeOf(program, operation.prescriptionId);
    if (!place) return { refused: GONE };
    const before = Object.fromEntries(
      Object.keys(operation.change).map((k) => [k, place.prescription[k as keyof Change]]),
    ) as Change;
    return {
      program: replace(program, operation.prescriptionId, {
        ...place.prescription,
        ...operation.change,
      }),
      inverse: [{ kind: "change", prescriptionId: operation.prescriptionId, change: before }],
    };
  },
  swap(program, operation) {
    const place = placeOf(program, operation.prescriptionId);
    if (!place) return { refused: GONE };
    return {
      program: replace(program, operation.prescriptionId, operation.prescription),
      inverse: [{ kind: "swap", prescriptionId: operation.prescription.id, prescription: place.prescription }],
    };
  },
  recompute(program, { prescriptionId, pinned }) {
    const place = placeOf(program, prescriptionId);
    if (!place) return { refused: GONE };
    const { modelVersion, exerciseVersion, setupKey, credits, bodyLoad } = place.prescription;
    return {
      program: replace(program, prescriptionId, { ...place.prescription, ...pinned }),
      inverse: [
        {
          kind: "recompute",
          prescriptionId,
          pinned: { modelVersion, exerciseVersion, setupKey, credits, bodyLoad },
        },
      ],
    };
  },
  pair(program, operation) {
    const day = program.days.find((d) => d.blocks.some((b) => b.id === operation.blockId));
    const [one, other] = [
      day?.blocks.find((b) => b.id === operation.blockId),
      day?.blocks.find((b) => b.id === operation.withBlockId),
    ];
    if (!day || !one || !other || one === other) return { refused: "both exercises must stand on the same day" };
    if (one.prescriptions.length + other.prescriptions.length > 2) return { refused: "a pair holds two exercises" };
    const paired = { ...one, prescriptions: [...one.prescriptions, ...other.prescriptions] };
    return {
      program: withDay(program, day.id, (blocks) =>
        blocks.filter((b) => b.id !== other.id).map((b) => (b.id === one.id ? paired : b)),
      ),
      inverse: [{ kind: "unpair", blockId: one.id, newBlockId: other.id, index: day.blocks.indexOf(other) }],
    };
  },
  unpair(program, operation) {
    const day = program.days.find((d) => d.blocks.some((b) => b.id === operation.blockId));
    const block = day?.blocks.find((b) => b.id === operation.blockId);
    if (!day || !block || block.prescriptions.length < 2) return { refused: "that is no longer a pair" };
    const [first, second] = block.prescriptions;
    const parted = { id: operation.newBlockId, prescriptions: [second!] };
    const at = operation.index ?? day.blocks.indexOf(block) + 1;
    return {
      program: withDay(program, day.id, (blocks) =>
        insert(
          blocks.map((b) => (b.id === block.id ? { ...b, prescriptions: [first!] } : b)),
          Math.min(at, blocks.length),
          parted,
        ),
      ),
      inverse: [{ kind: "pair", blockId: operation.blockId, withBlockId: operation.newBlockId }],
    };
  },
  "add-day"(program, operation) {
    return {
      program: {
        ...program,
        days: insert(program.days, Math.min(operation.index, program.days.length), operation.day),
      },
      inverse: [{ kind: "remove-day", dayId: operation.day.id }],
    };
  },
  "remove-day"(program, operation) {
    const day = dayOf(program, operation.dayId);
    if (!day) return { refused: NO_DAY };
    return {
      program: { ...program, days: program.days.filter((d) => d !== day) },
      inverse: [{ kind: "add-day", index: program.days.indexOf(day), day }],
    };
  },
  "move-day"(program, operation) {
    const day = dayOf(program, operation.dayId);
    if (!day) return { refused: NO_DAY };
    const rest = program.days.filter((d) => d !== day);
    return {
      program: { ...program, days: insert(rest, Math.min(operation.index, rest.length), day) },
      inverse: [{ kind: "move-day", dayId: day.id, index: program.days.indexOf(day) }],
    };
  },
  "rename-program"(program, operation) {
    return {
      program: { ...program, name: operation.name },
      inverse: [{ kind: "rename-program", name: program.name }],
    };
  },
  "judge-by"(program, { edition }) {
    return { program: { ...program, edition }, inverse: [{ kind: "judge-by", edition: program.edition }] };
  },
  "rename-day"(program, { dayId, name }) {
    const day = dayOf(program, dayId);
    if (!day) return { refused: NO_DAY };
    return { program: changeDay(program, dayId, { name }), inverse: [{ kind: "rename-day", dayId, name: day.name }] };
  },
  "aim-day"(program, { dayId, groups }) {
    const day = dayOf(program, dayId);
    if (!day) return { refused: NO_DAY };
    return {
      program: changeDay(program, dayId, { groups }),
      inverse: [{ kind: "aim-day", dayId, groups: day.groups }],
    };
  },
  "date-day"(program, { dayId, date }) {
    const day = dayOf(program, dayId);
    if (!day) return { refused: NO_DAY };
    return { program: changeDay(program, dayId, { date }), inverse: [{ kind: "date-day", dayId, date: day.date }] };
  },
};

const apply = (program: Program, operation: Operation): EditResult =>
  (HANDLERS[operation.kind] as (program: Program, operation: Operation) => EditResult)(program, operation);

const DAYS = "days";

/**
 * What an operation depends on or sets in a program: paths from the thing to its field. A pair moves, parts and is
 * found as one, so what is done to the place of one of two touches the other's place too.
 */
export function touches(operation: Operation, program: Program): string[] {
  const places = (block: Block | undefined) => block?.prescriptions.map((p) => `${p.id}/place`) ?? [];
  switch (operation.kind) {
    case "add":
      return [operation.prescription.id, `${operation.dayId}/there`];
    case "restore":
      return [operation.prescriptionId, `${operation.dayId}/there`];
    case "remove": {
      const mates =
        placeOf(program, operation.prescriptionId)?.block.prescriptions.filter(
          (p) => p.id !== operation.prescriptionId,
        ) ?? [];
      return [operation.prescriptionId, ...mates.map((p) => `${p.id}/pair`)];
    }
    case "move":
      return [
        `${operation.prescriptionId}/place`,
        ...places(placeOf(program, operation.prescriptionId)?.block),
        `${operation.dayId}/there`,
      ];
    case "change":
      return Object.keys(operation.change).map((field) => `${operation.prescriptionId}/${field}`);
    case "recompute":
      return [`${operation.prescriptionId}/pinned`];
    case "swap":
      return [operation.prescriptionId, operation.prescription.id];
    case "pair":
    case "unpair": {
      const [one, other] = [
        operation.blockId,
        operation.kind === "pair" ? operation.withBlockId : operation.newBlockId,
      ];
      const within = [
        ...(blockOf(program, one)?.prescriptions ?? []),
        ...(blockOf(program, other)?.prescriptions ?? []),
      ];
      return [`${one}/pair`, `${other}/pair`, ...within.flatMap((p) => [`${p.id}/place`, `${p.id}/pair`])];
    }
    case "rename-program":
      return ["program/name"];
    case "judge-by":
      return ["program/edition"];
    default:
      return touchesOfDay(operation, program);
  }
}

type OfADay = Extract<
  Operation,
  { kind: "rename-day" | "date-day" | "aim-day" | "add-day" | "remove-day" | "move-day" }
>;

function touchesOfDay(operation: OfADay, program: Program): string[] {
  switch (operation.kind) {
    case "rename-day":
      return [`${operation.dayId}/name`];
    case "date-day":
      return [`${operation.dayId}/date`];
    case "aim-day":
      return [`${operation.dayId}/groups`];
    case "add-day":
      return [operation.day.id, `${DAYS}/order`];
    case "remove-day": {
      const day = program.days.find((d) => d.id === operation.dayId);
      return [operation.dayId, ...(day?.blocks.flatMap((b) => b.prescriptions.map((p) => p.id)) ?? [])];
    }
    case "move-day":
      return [`${operation.dayId}/order`, `${DAYS}/order`];
  }
}

const overlaps = (a: string, b: string) => a === b || a.startsWith(`${b}/`) || b.startsWith(`${a}/`);
/** two things may go to one day; a day may not go while something goes to it */
const harmless = (a: string, b: string) => a === b && a.endsWith("/there");

/** the things both touch; empty when they can be merged */
export const collisions = (mine: readonly string[], theirs: readonly string[]): string[] =>
  mine.filter((t) => theirs.some((o) => overlaps(t, o) && !harmless(t, o)));
