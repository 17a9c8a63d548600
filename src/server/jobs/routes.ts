import { Router } from "express";
import { Problem, readId } from "#server/http/problem";
import type { Database } from "#server/database/database";
import { coachOf } from "#server/identity/coach";
import { cancelJob, findJob, type Job } from "#server/jobs/jobs";
import type { Signals } from "#server/jobs/signals";

/** ms between two looks where no signal comes */
const LOOK = 3000;
/** streams of one coach at once: more than pages anybody keeps open */
const STREAMS = 30;
/** ms after which a page asks anew, and shows anew who it is */
const LONGEST = 10 * 60_000;

const isOver = (job: Job) => job.state !== "waiting" && job.state !== "running";

export function jobRoutes(database: Database, signals: Signals): Router {
  const router = Router();
  /** streams that are open on this server, by account */
  const open = new Map<string, number>();

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
    const streams = open.get(accountId) ?? 0;
    if (streams >= STREAMS)
      throw new Problem(429, `You have ${STREAMS} pages open that wait for an answer: close some.`);
    open.set(accountId, streams + 1);
    response.writeHead(200, { "content-type": "text/event-stream", "x-accel-buffering": "no" });
    let shown = "";
    const show = (job: Job) => {
      const text = JSON.stringify(job);
      response.write(text === shown ? ": still here\n\n" : `data: ${text}\n\n`);
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
    const unhear = signals.on(id, () => void look());
    const timer = setInterval(() => void look(), LOOK);
    const longest = setTimeout(() => response.end(), LONGEST);
    response.on("close", () => {
      open.set(accountId, (open.get(accountId) ?? 1) - 1);
      if (open.get(accountId) === 0) open.delete(accountId);
      unhear();
      clearInterval(timer);
      clearTimeout(longest);
    });
    show(first);
  });
  return router;
}
