import { Router } from "express";
import { readId } from "#server/http/problem";
import type { Database } from "#server/database/database";
import { coachOf } from "#server/identity/coach";
import { cancelJob, findJob, type Job } from "#server/jobs/jobs";
import type { Signals } from "#server/jobs/signals";
import { openStream } from "#server/jobs/streams";

/** ms between two looks where no signal comes */
const LOOK = 3000;

const isOver = (job: Job) => job.state !== "waiting" && job.state !== "running";

export function jobRoutes(database: Database, signals: Signals): Router {
  const router = Router();
  router.get("/jobs/:id", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "job");
    response.json(await database.withPractice(practiceId, (tx) => findJob(tx, practiceId, id)));
  });

  router.delete("/jobs/:id", async (request, response) => {
    const { practiceId } = coachOf(request);
    const id = readId(request, "id", "job");
    response.json(await database.withPractice(practiceId, (tx) => cancelJob(tx, practiceId, id)));
  });

  router.get("/jobs/:id/events", async (request, response) => {
    const { practiceId, accountId } = coachOf(request);
    const id = readId(request, "id", "job");
    const read = () => database.withPractice(practiceId, (tx) => findJob(tx, practiceId, id));
    // one that is not there is a plain answer, not a stream
    const first = await read();
    const write = openStream(signals, response, { accountId, channel: id, every: LOOK, look: () => void look() });
    let shown = "";
    const show = (job: Job) => {
      const text = JSON.stringify(job);
      write(text === shown ? null : text);
      shown = text;
      if (isOver(job)) response.end();
    };
    let reading = false;
    let missed = false;
    const look = async (): Promise<void> => {
      if (reading) {
        missed = true;
        return;
      }
      reading = true;
      try {
        const job = await read();
        if (!response.writableEnded) show(job);
      } catch {
        // erased meanwhile, or the database is away: the page asks again
        response.end();
      } finally {
        reading = false;
      }
      if (missed && !response.writableEnded) {
        missed = false;
        await look();
      }
    };
    show(first);
  });
  return router;
}
