/**
 * Programs as their operations and a document; edits of different things are merged, of the same thing refused with
 * both values.
 */
import { programs as words } from "#core/words/server";
import { admit, isOurs } from "#core/edition/edition";
import { editionFrom } from "#core/edition/own";
import { upgrade } from "#core/exchange/upgrade";
import { touches } from "#core/program/edit";
import { operationFault } from "#core/planning/faults";
import { namedIn, shelveNamed } from "#server/exercises/own";
import { mergeEdits, readEdits } from "#core/program/merge";
import { emptyDay, type Operation, type Program, type RefusedEdit, type StoredProgram } from "#core/program/document";
import type { Transaction } from "#server/database/database";
import { notFound, Problem } from "#server/http/problem";
import { ownEdition } from "#server/planning/editions";
import type { Coach } from "#server/identity/coach";

interface ProgramRow {
  id: string;
  client_id: string;
  version: number;
  document: Program;
}

/** as it is kept, with the practice's own exercises that it names made known to this process */
async function stored(tx: Transaction, practiceId: string, { document, version }: ProgramRow): Promise<StoredProgram> {
  const program = upgrade<Program>("program", document);
  await shelveNamed(tx, practiceId, namedIn(program));
  return { program, version };
}

export async function findProgram(
  tx: Transaction,
  practiceId: string,
  id: string,
  forUpdate = false,
): Promise<StoredProgram> {
  const [row] = await tx.query<ProgramRow>(
    `select id, client_id, version, document from program where practice_id = $1 and id = $2 ${forUpdate ? "for update" : ""}`,
    [practiceId, id],
  );
  if (!row) throw notFound("program");
  return stored(tx, practiceId, row);
}

/** a client's program: made with the client, so that reading never makes one, and who has none is nobody's client */
export async function programOfClient(tx: Transaction, practiceId: string, clientId: string): Promise<StoredProgram> {
  const [row] = await tx.query<ProgramRow>(
    `select id, client_id, version, document from program where practice_id = $1 and client_id = $2 order by block
      limit 1`,
    [practiceId, clientId],
  );
  if (!row) throw notFound("client");
  return stored(tx, practiceId, row);
}

export const firstProgram = (newId: () => string, clientId: string, days: number, edition: string): Program => ({
  format: "gryn-program",
  version: 11,
  edition,
  id: newId(),
  clientId,
  name: "First block",
  days: Array.from({ length: days }, (_, i) => emptyDay(newId(), `Day ${i + 1}`)),
});

export const insertProgram = (tx: Transaction, practiceId: string, program: Program) =>
  tx.query("insert into program (practice_id, id, client_id, document) values ($1, $2, $3, $4)", [
    practiceId,
    program.id,
    program.clientId,
    program,
  ]);

/** the practice's own editions that edits name, made known to this process */
async function ownNamed(tx: Transaction, practiceId: string, edits: readonly unknown[]): Promise<Set<string>> {
  const named = edits.flatMap((e) => {
    const operation = (e as { operation?: { kind?: unknown; edition?: unknown } } | null)?.operation;
    return operation?.kind === "judge-by" && typeof operation.edition === "string" ? [operation.edition] : [];
  });
  const known = new Set<string>();
  for (const id of new Set(named)) {
    const own = await ownEdition(tx, practiceId, id);
    if (own) known.add(admit(editionFrom(own)).id);
  }
  return known;
}

/** own exercises that something names, wherever it does */
const ownIdsIn = (value: unknown): string[] => JSON.stringify(value).match(/(?<=")own-[a-p]{32}(?=")/g) ?? [];

interface EditRow {
  version: number;
  edit_id: string;
  operation: Operation;
  touches: string[] | null;
  account_name: string;
  at: Date;
}

/**
 * Appends edits made on top of `base` and of one's own edits `after` it, each read by itself: one that cannot be made
 * is named with its reason and the others are kept. The same edit twice is one; edits of things nobody touched since
 * are merged.
 * @throws Problem 409 with both values, who and when, when somebody changed the same thing since; nothing is saved then
 */
export async function appendEdits(
  tx: Transaction,
  coach: Coach,
  programId: string,
  base: number,
  edits: readonly unknown[],
  after: readonly string[] = [],
): Promise<StoredProgram & { refused: RefusedEdit[] }> {
  const { practiceId } = coach;
  const { program, version } = await findProgram(tx, practiceId, programId, true);
  if (base > version) throw new Problem(409, words.thisPageIsAhead(), [], { program, version, conflicts: [] });
  const own = await ownNamed(tx, practiceId, edits);
  const named = await shelveNamed(tx, practiceId, ownIdsIn(edits));
  const { read, refused } = readEdits(edits, (o) => {
    // the editions and exercises of other practices are nobody's here
    if (o.kind === "judge-by" && !isOurs(o.edition) && !own.has(o.edition))
      return `there is no edition called ${o.edition}`;
    const strange = ownIdsIn(o).find((id) => !named.some((e) => e.id === id));
    return strange ? `there is no exercise called ${strange}` : operationFault(o);
  });
  const ids = new Set(read.map((e) => e.id));
  const known = new Set(
    (
      await tx.query<{ edit_id: string }>(
        "select edit_id from program_edit where practice_id = $1 and program_id = $2 and edit_id = any($3::uuid[])",
        [practiceId, programId, [...ids]],
      )
    ).map((r) => r.edit_id),
  );
  const since =
    base < version
      ? await tx.query<EditRow>(
          `select version, edit_id, operation, touches, account_name, at from program_edit
            where practice_id = $1 and program_id = $2 and version > $3 order by version`,
          [practiceId, programId, base],
        )
      : [];
  const mine = new Set(after);
  const others = since
    .filter((r) => !ids.has(r.edit_id) && !mine.has(r.edit_id))
    .map((r) => ({
      touches: r.touches ?? touches(r.operation, program),
      who: r.account_name,
      at: r.at.toISOString(),
    }));
  const unmade = read.filter((e) => !known.has(e.id));
  const merged = mergeEdits(program, unmade, others);
  if (merged.conflicts.length)
    throw new Problem(409, words.somebodyElseChangedThe(), [], {
      conflicts: merged.conflicts,
      program,
      version,
    });
  for (const [n, made] of merged.made.entries())
    await tx.query(
      `insert into program_edit (practice_id, program_id, version, edit_id, operation, before, touches, account_id, account_name)
        values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
      [
        practiceId,
        programId,
        version + n + 1,
        made.edit.id,
        made.edit.operation,
        JSON.stringify(made.inverse),
        JSON.stringify(made.touches),
        coach.accountId,
        coach.name,
      ],
    );
  const now = { program: merged.program, version: version + merged.made.length };
  await tx.query("update program set document = $3, version = $4 where practice_id = $1 and id = $2", [
    practiceId,
    programId,
    now.program,
    now.version,
  ]);
  return { ...now, refused: [...refused, ...merged.refused] };
}
