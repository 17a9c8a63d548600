/** A practice's own exercises as they are kept, and what puts them on this process's shelf. */
import { upgrade } from "#core/exchange/upgrade";
import type { Exercise } from "#core/exercises/format";
import type { OwnExercise } from "#core/exercises/own";
import { exerciseSchema } from "#core/exercises/schema";
import { isOwn, shelve } from "#core/exercises/shelf";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import type { Transaction } from "#server/database/database";

export interface ExerciseRow {
  id: string;
  revision: number;
  body: unknown;
  owner_id: string | null;
  withdrawn: boolean;
  account_name: string;
  at: Date;
}

export const exerciseOf = (body: unknown): Exercise => exerciseSchema.parse(upgrade("exercise", body));

/** by name */
export async function readOwn(tx: Transaction, practiceId: string, accountId: string): Promise<OwnExercise[]> {
  const rows = await tx.query<ExerciseRow>(
    `select id, revision, body, owner_id, withdrawn, account_name, at from exercise where practice_id = $1
      order by name, id`,
    [practiceId],
  );
  return rows.map((r) => ({
    id: r.id,
    revision: r.revision,
    scope: r.owner_id === null ? "practice" : "mine",
    mine: r.owner_id === accountId,
    withdrawn: r.withdrawn,
    by: r.account_name,
    at: r.at.toISOString(),
    exercise: exerciseOf(r.body),
  }));
}

/**
 * Those of a practice that are named, put on the shelf of this process.
 * @param ids of any exercises; without own ones nothing is asked
 */
export async function shelveNamed(tx: Transaction, practiceId: string, ids: Iterable<string>): Promise<Exercise[]> {
  const named = [...new Set(ids)].filter(isOwn);
  if (named.length === 0) return [];
  const rows = await tx.query<{ body: unknown }>(
    "select body from exercise where practice_id = $1 and id = any($2::text[])",
    [practiceId, named],
  );
  const own = rows.map((r) => exerciseOf(r.body));
  shelve(own);
  return own;
}

/** exercises that a week names: of its lines, of what may stand for them, and of what is easier or harder */
export const namedIn = (program: Program): string[] =>
  prescriptionsOf(program).flatMap((p) => [
    p.exerciseId,
    ...p.alternatives.map((a) => a.exerciseId),
    ...(p.harder ? [p.harder.exerciseId] : []),
    ...(p.technique?.easier ? [p.technique.easier.exerciseId] : []),
  ]);
