/** The rule by which edits made on top of an older program come into the newest one; the server's, and the tests'. */
import { NO_TEXT, unwritableText } from "#core/base/text";
import { applyOperation, collisions, placeOf, touches } from "#core/program/edit";
import {
  editSchema,
  type Conflict,
  type Day,
  type Edit,
  type Operation,
  type Program,
  type RefusedEdit,
} from "#core/program/document";

/** what somebody else changed since */
export interface OthersEdit {
  touches: readonly string[];
  who: string;
  /** ISO 8601 */
  at: string;
}

export interface MadeEdit {
  edit: Edit;
  inverse: Operation[];
  touches: string[];
}

export interface Merged {
  /** with all that was made */
  program: Program;
  made: MadeEdit[];
  refused: RefusedEdit[];
  /** where there is one, nothing is to be saved */
  conflicts: Conflict[];
}

/** what stands behind the id of an edit that cannot be read */
const idOf = (edit: unknown): string =>
  typeof (edit as { id?: unknown } | null)?.id === "string" ? (edit as { id: string }).id : "";

/**
 * Each edit read by itself: one that cannot be read is named with its reason and the others are kept.
 * @param faultOf what is wrong with what an operation brings in, beside its form; null where nothing is
 */
export function readEdits(
  edits: readonly unknown[],
  faultOf: (operation: Operation) => string | null,
): { read: Edit[]; refused: RefusedEdit[] } {
  const read: Edit[] = [];
  const refused: RefusedEdit[] = [];
  for (const edit of edits) {
    const { success, data, error } = editSchema.safeParse(edit);
    const fault = unwritableText(edit) !== null ? NO_TEXT : success ? faultOf(data.operation) : null;
    if (fault !== null) refused.push({ editId: idOf(edit), reason: fault });
    else if (success) read.push(data);
    else {
      const reasons = error.issues.slice(0, 3).map((i) => i.message);
      refused.push({ editId: idOf(edit), reason: reasons.join("; ") });
    }
  }
  return { read, refused };
}

/**
 * Edits of things nobody touched since are made, of the same thing shown with both values; the same edit twice is one.
 * @param edits those not made before
 * @param others what was made since the program these edits were made on
 */
export function mergeEdits(start: Program, edits: readonly Edit[], others: readonly OthersEdit[]): Merged {
  const merged: Merged = { program: start, made: [], refused: [], conflicts: [] };
  const seen = new Set<string>();
  for (const edit of edits) {
    if (seen.has(edit.id)) continue;
    seen.add(edit.id);
    const mine = touches(edit.operation, merged.program);
    const clash = others.flatMap((o) => collisions(mine, o.touches).map((what) => ({ what, ...o }))).pop();
    const result = applyOperation(merged.program, edit.operation);
    if (clash)
      merged.conflicts.push({
        editId: edit.id,
        what: clash.what,
        mine: "refused" in result ? null : valueAt(result.program, clash.what),
        theirs: valueAt(merged.program, clash.what),
        who: clash.who,
        at: clash.at,
      });
    else if ("refused" in result) merged.refused.push({ editId: edit.id, reason: result.refused });
    else {
      merged.made.push({ edit, inverse: result.inverse, touches: mine });
      merged.program = result.program;
    }
  }
  return merged;
}

function ofDay(day: Day, field: string | undefined): unknown {
  if (field === "date") return day.date;
  return field === "groups" ? (day.groups ?? "anything") : day.name;
}

/** what stands at a path that an operation touches */
function valueAt(program: Program, path: string): unknown {
  const [id, field] = path.split("/");
  if (!id) return null;
  if (id === "program") return field === "edition" ? program.edition : program.name;
  const place = placeOf(program, id);
  const day = program.days.find((d) => d.id === id);
  if (!place && day) return ofDay(day, field);
  if (!place) return field === "order" ? program.days.map((d) => d.name) : null;
  if (!field) return place.prescription.name;
  if (field === "place" || field === "pair") return place.day.name;
  return (place.prescription as Record<string, unknown>)[field] ?? null;
}
