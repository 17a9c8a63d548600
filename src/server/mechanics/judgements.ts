/** What a practice judges by: its own schools, rows that a coach moved and why, rankings that were kept. */
import { judgements as words } from "#core/words/server";
import { Router } from "express";
import { api } from "#core/exchange/api";
import { writeAudit } from "#server/audit";
import type { Database } from "#server/database/database";
import { notFound, Problem, readBody, readId } from "#server/http/problem";
import { judgementFault, type JudgementBody } from "#core/ranking/judgement-fault";
import { editionIn } from "#server/planning/editions";
import { coachOf } from "#server/identity/coach";

interface JudgementRow {
  id: string;
  kind: string;
  body: unknown;
  by_account: string;
  by_name: string;
  at: Date;
}

/** more than anybody reads */
const MOST = 400;
/** of one coach: the others keep room for theirs */
const OF_ONE = 150;

export function judgementRoutes(database: Database): Router {
  const router = Router();

  router.get("/judgements", async (request, response) => {
    const { practiceId } = coachOf(request);
    const rows = await database.withPractice(practiceId, (tx) =>
      tx.query<JudgementRow>(
        `select id, kind, body, by_account, by_name, at from judgement where practice_id = $1 order by at desc, id
          limit $2`,
        [practiceId, MOST],
      ),
    );
    response.json({
      judgements: rows.map((r) => ({ id: r.id, kind: r.kind, body: r.body, by: r.by_name, at: r.at.toISOString() })),
    });
  });

  router.put("/judgements/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "judgement");
    const { kind, body } = readBody(api.judge.body, request);
    await database.withPractice(coach.practiceId, async (tx) => {
      const [own] = await tx.query<JudgementRow>(
        "select id, kind, body, by_account, by_name, at from judgement where practice_id = $1 and id = $2 for update",
        [coach.practiceId, id],
      );
      if (own && (own.kind !== kind || (own.by_account !== coach.accountId && coach.role !== "head")))
        throw new Problem(403, words.byNameHasSaid({ by_name: own.by_name }));
      // a ranking may be kept under an edition of the practice's own
      if (kind === "ranking" && (await editionIn(tx, coach.practiceId, body)).id !== body.edition)
        throw new Problem(400, words.someOfThisCannot(), [
          { path: "body.edition", reason: words.thereIsNoEdition({ edition: body.edition }) },
        ]);
      const fault = judgementFault({ kind, body } as JudgementBody);
      if (fault) throw new Problem(400, words.someOfThisCannot(), [fault]);
      const [{ n = 0, mine = 0 } = {}] = await tx.query<{ n: number; mine: number }>(
        `select count(*)::int as n, (count(*) filter (where by_account = $2))::int as mine from judgement
          where practice_id = $1`,
        [coach.practiceId, coach.accountId],
      );
      if (!own && mine >= OF_ONE) throw new Problem(409, words.youHaveOfOne({ OF_ONE }));
      if (!own && n >= MOST) throw new Problem(409, words.thereAreMostAlready({ MOST }));
      await tx.query(
        `insert into judgement (practice_id, id, kind, body, by_account, by_name) values ($1, $2, $3, $4, $5, $6)
         on conflict (practice_id, id) do update set body = excluded.body, by_account = excluded.by_account, by_name = excluded.by_name, at = now()
         where judgement.body is distinct from excluded.body`,
        [coach.practiceId, id, kind, body, coach.accountId, coach.name],
      );
      await writeAudit(tx, coach, `kept ${kind}`);
    });
    response.json({});
  });

  router.delete("/judgements/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "judgement");
    await database.withPractice(coach.practiceId, async (tx) => {
      const [own] = await tx.query<JudgementRow>(
        "select id, kind, body, by_account, by_name, at from judgement where practice_id = $1 and id = $2 for update",
        [coach.practiceId, id],
      );
      if (!own) throw notFound("judgement");
      if (own.by_account !== coach.accountId && coach.role !== "head")
        throw new Problem(403, words.byNameHasSaid2({ by_name: own.by_name }));
      await tx.query("delete from judgement where practice_id = $1 and id = $2", [coach.practiceId, id]);
      await writeAudit(tx, coach, `took back ${own.kind}`);
    });
    response.json({});
  });
  return router;
}
