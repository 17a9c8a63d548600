/** Exercises of a practice's own: read by all of it, kept with every version, and never by two at once. */
import { exercisesRoutes as words } from "#core/words/server";
import { Router } from "express";
import { api } from "#core/exchange/api";
import { exerciseFaults } from "#core/exercises/faults";
import { writeAudit } from "#server/audit";
import type { Database } from "#server/database/database";
import { Problem, readBody } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { exerciseOf, readOwn, type ExerciseRow } from "./own";

/** of one practice */
const MOST = 300;
const VERSIONS_TOLD = 50;

export function exerciseRoutes(database: Database): Router {
  const router = Router();

  router.get("/exercises", async (request, response) => {
    const { practiceId, accountId } = coachOf(request);
    const exercises = await database.withPractice(practiceId, (tx) => readOwn(tx, practiceId, accountId));
    response.json({ exercises });
  });

  router.get("/exercises/:id/versions", async (request, response) => {
    const { practiceId } = coachOf(request);
    const rows = await database.withPractice(practiceId, (tx) =>
      tx.query<Pick<ExerciseRow, "revision" | "body" | "account_name" | "at">>(
        `select revision, body, account_name, at from exercise_version where practice_id = $1 and exercise_id = $2
          order by revision desc limit ${VERSIONS_TOLD}`,
        [practiceId, request.params.id],
      ),
    );
    if (rows.length === 0) throw new Problem(404, words.thereIsNoSuch());
    response.json({
      versions: rows.map((r) => ({
        revision: r.revision,
        by: r.account_name,
        at: r.at.toISOString(),
        exercise: exerciseOf(r.body),
      })),
    });
  });

  router.put("/exercises/:id", async (request, response) => {
    const coach = coachOf(request);
    const { practiceId, accountId } = coach;
    const { id } = request.params;
    const { revision, scope, withdrawn, exercise } = readBody(api.saveExercise.body, request);
    if (exercise.id !== id) throw new Problem(422, words.theExerciseInThe());
    const faults = exerciseFaults(exercise);
    if (faults.length > 0)
      throw new Problem(
        422,
        words.thisCannotBeAn(),
        faults.map((f) => ({ path: f.path.join("."), reason: f.reason })),
      );
    const exercises = await database.withPractice(practiceId, async (tx) => {
      const [before] = await tx.query<ExerciseRow>(
        `select id, revision, body, owner_id, withdrawn, account_name, at from exercise
          where practice_id = $1 and id = $2 for update`,
        [practiceId, id],
      );
      if (before?.owner_id && before.owner_id !== accountId)
        throw new Problem(403, words.thisExerciseIsAccount({ account_name: before.account_name }));
      if ((before?.revision ?? 0) !== revision)
        throw new Problem(
          409,
          before ? words.accountNameHasChanged({ account_name: before.account_name }) : words.thisExerciseIsNot(),
          [],
          before ? { by: before.account_name, revision: before.revision, theirs: exerciseOf(before.body) } : {},
        );
      if (!before) {
        const [count] = await tx.query<{ n: number }>(
          "select count(*)::int as n from exercise where practice_id = $1",
          [practiceId],
        );
        if (count!.n >= MOST) throw new Problem(422, words.aPracticeHasAt({ MOST }));
      }
      const values = [
        practiceId,
        id,
        exercise.name,
        exercise,
        scope === "mine" ? accountId : null,
        withdrawn,
        coach.name,
      ];
      const [kept] = await tx.query<{ revision: number }>(
        `insert into exercise (practice_id, id, name, body, owner_id, withdrawn, account_name)
          values ($1, $2, $3, $4, $5, $6, $7) on conflict (practice_id, id) do update
          set name = excluded.name, body = excluded.body, owner_id = excluded.owner_id,
            withdrawn = excluded.withdrawn, account_name = excluded.account_name, at = now(),
            revision = exercise.revision + 1
          where exercise.revision = $8 returning revision`,
        [...values, revision],
      );
      // two that begin the same one at once: one of them does
      if (!kept) throw new Problem(409, words.somebodyElseHasJust());
      await tx.query(
        `insert into exercise_version (practice_id, exercise_id, revision, body, account_name)
          values ($1, $2, $3, $4, $5)`,
        [practiceId, id, kept.revision, exercise, coach.name],
      );
      await writeAudit(tx, coach, before ? "changed an exercise" : "added an exercise");
      return readOwn(tx, practiceId, accountId);
    });
    response.json({ exercises });
  });
  return router;
}
