/** Editions that a practice has made of its own: what its weeks are planned and judged by instead of ours. */
import { editions as words } from "#core/words/server";
import { Router } from "express";
import { admit, CURRENT_EDITION, editionOf, isOurs, type Edition } from "#core/edition/edition";
import { editionFrom, ownFault, type OwnEdition } from "#core/edition/own";
import { api } from "#core/exchange/api";
import { writeAudit } from "#server/audit";
import type { Database, Transaction } from "#server/database/database";
import { notFound, Problem, readBody, readId } from "#server/http/problem";
import { coachOf, requireHead } from "#server/identity/coach";

interface EditionRow {
  id: string;
  base: string;
  name: string;
  changes: Record<string, number>;
  by_name: string;
  at: Date;
  withdrawn_at: Date | null;
}

/** more than anybody tells apart */
const MOST = 40;

const COLUMNS = "id, base, name, changes, by_name, at, withdrawn_at";

const ownOf = ({ id, base, name, changes, at }: EditionRow): OwnEdition => ({
  id,
  base,
  name,
  changes,
  at: at.toISOString(),
});

/** what new weeks of a practice are planned by: the newest of its own that is not withdrawn, else ours */
export async function presentEdition(tx: Transaction, practiceId: string): Promise<Edition> {
  const [row] = await tx.query<EditionRow>(
    `select ${COLUMNS} from edition where practice_id = $1 and withdrawn_at is null order by at desc limit 1`,
    [practiceId],
  );
  return row ? admit(editionFrom(ownOf(row))) : CURRENT_EDITION;
}

/** the practice's own edition of this id; null where it has none, whoever else may have one */
export async function ownEdition(tx: Transaction, practiceId: string, id: string): Promise<OwnEdition | null> {
  if (isOurs(id) || !/^[0-9a-f-]{36}$/.test(id)) return null;
  const [row] = await tx.query<EditionRow>(`select ${COLUMNS} from edition where practice_id = $1 and id = $2`, [
    practiceId,
    id,
  ]);
  return row ? ownOf(row) : null;
}

/** the edition that something of a practice was planned by, made known to this process */
export async function editionIn(tx: Transaction, practiceId: string, planned: { edition: string }): Promise<Edition> {
  const own = await ownEdition(tx, practiceId, planned.edition);
  if (own) return admit(editionFrom(own));
  // what another practice has made may be known to this process, and is nobody's here
  return isOurs(planned.edition) ? editionOf(planned) : CURRENT_EDITION;
}

export function editionRoutes(database: Database): Router {
  const router = Router();

  router.get("/editions", async (request, response) => {
    const { practiceId } = coachOf(request);
    const rows = await database.withPractice(practiceId, (tx) =>
      tx.query<EditionRow>(`select ${COLUMNS} from edition where practice_id = $1 order by at desc limit $2`, [
        practiceId,
        MOST,
      ]),
    );
    response.json({
      editions: rows.map((r) => ({
        ...ownOf(r),
        by: r.by_name,
        withdrawnAt: r.withdrawn_at?.toISOString() ?? null,
      })),
    });
  });

  router.post("/editions", requireHead, async (request, response) => {
    const coach = coachOf(request);
    const { id, base, name, changes } = readBody(api.makeEdition.body, request);
    const fault = ownFault({ id, base, name, changes, at: new Date().toISOString() });
    if (fault) throw new Problem(400, words.someOfThisCannot(), [fault]);
    await database.withPractice(coach.practiceId, async (tx) => {
      const rows = await tx.query<EditionRow>(`select ${COLUMNS} from edition where practice_id = $1`, [
        coach.practiceId,
      ]);
      const same = rows.find((r) => r.id === id);
      // the same sent twice is one; another under its id would change what weeks were judged by
      if (same) {
        if (same.name === name && sameChanges(same.changes, changes)) return;
        throw new Problem(409, words.anEditionIsFor());
      }
      if (rows.length >= MOST) throw new Problem(409, words.thereAreMostEditions({ MOST }));
      if (rows.some((r) => r.name === name && !r.withdrawn_at))
        throw new Problem(409, words.thereIsAnEdition({ name }), [{ path: "name", reason: "is taken" }]);
      await tx.query(
        "insert into edition (practice_id, id, base, name, changes, by_name) values ($1, $2, $3, $4, $5, $6)",
        [coach.practiceId, id, base, name, changes, coach.name],
      );
      await writeAudit(tx, coach, "made an edition");
    });
    response.json({});
  });

  router.post("/editions/:id/withdraw", requireHead, async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "edition");
    await database.withPractice(coach.practiceId, async (tx) => {
      const [row] = await tx.query<{ was: boolean }>(
        `update edition set withdrawn_at = coalesce(withdrawn_at, now()) where practice_id = $1 and id = $2
         returning withdrawn_at < now() as was`,
        [coach.practiceId, id],
      );
      if (!row) throw notFound("edition");
      if (!row.was) await writeAudit(tx, coach, "withdrew an edition");
    });
    response.json({});
  });
  return router;
}

const sameChanges = (a: Record<string, number>, b: Record<string, number>): boolean =>
  Object.keys(a).length === Object.keys(b).length && Object.entries(a).every(([k, v]) => b[k] === v);
