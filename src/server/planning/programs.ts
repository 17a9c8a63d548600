/** Programs as their operations and a document; edits of different things are merged, of the same thing refused with both values. */
import { randomUUID } from "node:crypto";
import { upgradeProgram } from "#core/exchange/upgrade";
import { applyOperation, collisions, placeOf } from "#core/planning/edit";
import type { Conflict, Edit, Operation, Program, StoredProgram } from "#core/planning/program";
import type { Transaction } from "#server/database/database";
import { notFound, Problem } from "#server/http/problem";
import type { Coach } from "#server/identity/sign-in";

interface ProgramRow {
  id: string;
  client_id: string;
  version: number;
  document: Program;
}

export async function findProgram(tx: Transaction, practiceId: string, id: string, forUpdate = false): Promise<StoredProgram> {
  const [row] = await tx.query<ProgramRow>(`select id, client_id, version, document from program where practice_id = $1 and id = $2 ${forUpdate ? "for update" : ""}`, [practiceId, id]);
  if (!row) throw notFound("program");
  return { program: upgradeProgram<Program>(row.document), version: row.version };
}

/** a client's program; an empty one is made when there is none yet */
export async function programOfClient(tx: Transaction, practiceId: string, clientId: string, days: number): Promise<StoredProgram> {
  const [row] = await tx.query<ProgramRow>("select id, client_id, version, document from program where practice_id = $1 and client_id = $2 order by created_at limit 1", [practiceId, clientId]);
  if (row) return { program: upgradeProgram<Program>(row.document), version: row.version };
  const program: Program = { format: "gryn-program", version: 2, id: randomUUID(), clientId, name: "Arm block", days: Array.from({ length: days }, (_, i) => ({ id: randomUUID(), name: `Day ${i + 1}`, blocks: [] })) };
  await insertProgram(tx, practiceId, program);
  return { program, version: 0 };
}

export const insertProgram = (tx: Transaction, practiceId: string, program: Program) =>
  tx.query("insert into program (practice_id, id, client_id, document) values ($1, $2, $3, $4)", [practiceId, program.id, program.clientId, program]);

interface EditRow {
  version: number;
  edit_id: string;
  operation: Operation;
  before: Program["days"] | null;
  account_name: string;
  at: Date;
}

function valueAt(program: Program, path: string): unknown {
  const [id, field] = path.split("/");
  if (!id) return null;
  const place = placeOf(program, id);
  if (!place) return program.days.find((d) => d.id === id)?.name ?? null;
  if (!field) return place.prescription.name;
  if (field === "place") return place.day.name;
  return (place.prescription as Record<string, unknown>)[field] ?? null;
}

/**
 * Appends edits made on top of `base`. The same edit twice is one; edits of things nobody touched since are merged.
 * @throws Problem 409 with both values, who and when, when somebody changed the same thing since; nothing is saved then
 */
export async function appendEdits(tx: Transaction, coach: Coach, programId: string, base: number, edits: readonly Edit[]): Promise<StoredProgram> {
  const { practiceId } = coach;
  let { program, version } = await findProgram(tx, practiceId, programId, true);
  if (base > version) throw new Problem(409, "This page is ahead of the server. Reload it.", [], { program, version, conflicts: [] });
  const known = new Set((await tx.query<{ edit_id: string }>("select edit_id from program_edit where practice_id = $1 and program_id = $2 and edit_id = any($3::uuid[])", [practiceId, programId, edits.map((e) => e.id)])).map((r) => r.edit_id));
  const since = base < version ? await tx.query<EditRow>("select version, edit_id, operation, account_name, at from program_edit where practice_id = $1 and program_id = $2 and version > $3 order by version", [practiceId, programId, base]) : [];
  const others = since.filter((r) => !edits.some((e) => e.id === r.edit_id));
  const conflicts: Conflict[] = [];
  for (const edit of edits) {
    if (known.has(edit.id)) continue;
    const clash = others.flatMap((r) => collisions(edit.operation, r.operation).map((what) => ({ what, row: r }))).pop();
    const result = applyOperation(program, edit.operation);
    if (clash) conflicts.push({ editId: edit.id, what: clash.what, mine: "refused" in result ? null : valueAt(result.program, clash.what), theirs: valueAt(program, clash.what), who: clash.row.account_name, at: clash.row.at.toISOString() });
    else if ("refused" in result) throw new Problem(422, `This edit cannot be made: ${result.refused}.`, [], { program, version, editId: edit.id });
    else {
      version += 1;
      await tx.query("insert into program_edit (practice_id, program_id, version, edit_id, operation, before, account_id, account_name) values ($1, $2, $3, $4, $5, $6, $7, $8)", [practiceId, programId, version, edit.id, edit.operation, JSON.stringify(result.inverse), coach.accountId, coach.name]);
      program = result.program;
    }
  }
  if (conflicts.length) throw new Problem(409, "Somebody else changed the same thing.", [], { conflicts, ...(await findProgram(tx, practiceId, programId)) });
  await tx.query("update program set document = $3, version = $4 where practice_id = $1 and id = $2", [practiceId, programId, program, version]);
  return { program, version };
}
