/** What the engine says of the library in a body, as far as it is worked out; and the asking for it. */
import { promisify } from "node:util";
import zlib from "node:zlib";
import { Router } from "express";
import { bodyOf, type ClientInput } from "#core/clients/client";
import { api } from "#core/exchange/api";
import { upgrade } from "#core/exchange/upgrade";
import { bodyFrom, bodyKey, roundedBody } from "#core/anatomy/limbs";
import { DEFAULT_BODY, MODEL_VERSION, type Body } from "#core/mechanics/model";
import type { SurveyRow } from "#core/mechanics/survey";
import type { Database, Transaction } from "#server/database/database";
import { notFound, readBody, readShape } from "#server/http/problem";
import { coachOf } from "#server/identity/coach";
import { askJob } from "#server/jobs/jobs";
import { readMechanics } from "#server/mechanics/cache";
import { librarySetups } from "#server/mechanics/survey";

const [gzip, gunzip] = [promisify(zlib.gzip), promisify(zlib.gunzip)];
/** of 650 kB each */
const WHOLE_MOST = 48;

/** the default body, or that of a client of the practice: nobody has bodies worked out that nobody has */
async function ownBody(tx: Transaction, practiceId: string, asked: Body): Promise<Body> {
  const key = bodyKey(asked);
  if (key === bodyKey(DEFAULT_BODY)) return DEFAULT_BODY;
  const alike = await tx.query<{ body: unknown; format: number }>(
    `select body, format from client where practice_id = $1
       and round((body->>'stature')::numeric, 2) = $2::numeric and round((body->>'mass')::numeric) = $3::numeric`,
    [practiceId, asked.stature, asked.mass],
  );
  const own = alike.some((c) => bodyKey(bodyOf(upgrade<ClientInput>("client", c.body, c.format))) === key);
  if (!own) throw notFound("body");
  return asked;
}

export function mechanicsRoutes(database: Database): Router {
  const router = Router();
  const keys = librarySetups.map((s) => s.key);
  /** whole surveys as they travel, those asked for last: what the engine has said of a body does not change */
  const whole = new Map<string, Buffer>();
  const keep = (body: string, packed: Buffer) => {
    whole.set(body, packed);
    if (whole.size > WHOLE_MOST) whole.delete(whole.keys().next().value!);
  };
  /** in the order of the library, so that equal scores stand as they do on a page */
  const pack = (known: ReadonlyMap<string, SurveyRow>) =>
    gzip(
      JSON.stringify({ modelVersion: MODEL_VERSION, of: keys.length, rows: keys.flatMap((k) => known.get(k) ?? []) }),
    );

  router.get("/survey", async (request, response) => {
    const { practiceId } = coachOf(request);
    const asked = roundedBody(bodyFrom(readShape(api.survey.query, request.query)));
    const { body, known } = await database.withPractice(practiceId, async (tx) => {
      const own = await ownBody(tx, practiceId, asked);
      return { body: bodyKey(own), known: whole.get(bodyKey(own)) ?? (await readMechanics(tx, own, keys)) };
    });
    const packed = known instanceof Map ? await pack(known) : known;
    if (known instanceof Map && known.size === keys.length) keep(body, packed);
    response.set({ "content-type": "application/json; charset=utf-8", vary: "accept-encoding" });
    if (request.acceptsEncodings("gzip")) response.set("content-encoding", "gzip").send(packed);
    else response.send(await gunzip(packed));
  });

  router.post("/survey", async (request, response) => {
    const { practiceId } = coachOf(request);
    const asked = roundedBody(bodyFrom(readBody(api.startSurvey.body, request)));
    const job = await database.withPractice(practiceId, async (tx) => {
      const body = await ownBody(tx, practiceId, asked);
      const key = `${MODEL_VERSION} ${bodyKey(body)}`;
      return askJob(tx, practiceId, null, { kind: "survey", key, input: { body } });
    });
    response.status(202).json(job);
  });
  return router;
}
