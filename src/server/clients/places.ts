/** Places of a practice, shared by all of its clients. */
import { places as words } from "#core/words/server";
import { Router } from "express";
import { placeInput, type Place } from "#core/clients/place";
import { api } from "#core/exchange/api";
import { writeAudit } from "#server/audit";
import type { Database, Transaction } from "#server/database/database";
import { notFound, Problem, readBody, readId } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";

const PLACES = `select p.id, p.revision, p.body, (select count(*)::int from client c
    where c.practice_id = p.practice_id and (c.body->>'place' = p.id::text
      or c.body->'weekdays' @> jsonb_build_array(jsonb_build_object('place', p.id::text)))) as clients
  from place p where p.practice_id = $1 order by p.name, p.id`;

async function readPlaces(tx: Transaction, practiceId: string): Promise<Place[]> {
  const rows = await tx.query<Pick<Place, "id" | "revision" | "clients"> & { body: unknown }>(PLACES, [practiceId]);
  return rows.map(({ body, ...row }) => ({ ...placeInput.parse(body), ...row }));
}

export function placeRoutes(database: Database): Router {
  const router = Router();

  router.get("/places", async (request, response) => {
    const { practiceId } = coachOf(request);
    response.json({ places: await database.withPractice(practiceId, (tx) => readPlaces(tx, practiceId)) });
  });

  router.put("/places/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "place");
    const { revision, place } = readBody(api.savePlace.body, request);
    const places = await database.withPractice(coach.practiceId, async (tx) => {
      const rows = await tx.query(
        `insert into place (practice_id, id, name, body) values ($1, $2, $3, $4) on conflict (practice_id, id)
          do update set name = excluded.name, body = excluded.body, revision = place.revision + 1
          where place.revision = $5 returning 1`,
        [coach.practiceId, id, place.name, place, revision],
      );
      if (rows.length === 0) throw new Problem(409, words.somebodyElseHasChanged());
      await writeAudit(tx, coach, "changed a place");
      return readPlaces(tx, coach.practiceId);
    });
    response.json({ places });
  });

  router.delete("/places/:id", async (request, response) => {
    const coach = coachOf(request);
    const id = readId(request, "id", "place");
    await database.withPractice(coach.practiceId, async (tx) => {
      const place = (await readPlaces(tx, coach.practiceId)).find((p) => p.id === id);
      if (!place) throw notFound("place");
      if (place.clients > 0) throw new Problem(409, words.clientsOfYourClients({ clients: place.clients }));
      await tx.query("delete from place where practice_id = $1 and id = $2", [coach.practiceId, id]);
      await writeAudit(tx, coach, "took away a place");
    });
    response.json({});
  });
  return router;
}
