/** A server's worker that takes one job and never ends it: for being killed. */
import { pino } from "pino";
import { openDatabase } from "#server/database/database";
import { startRunner } from "#server/jobs/runner";
import { listenForJobs } from "#server/jobs/signals";

const never = () => new Promise<never>(() => setInterval(() => undefined, 1000));
const url = process.env.GRYN_APP_URL!;
startRunner(
  openDatabase(url, 2),
  listenForJobs(url),
  { survey: never, bounds: never, review: never },
  pino({ level: "silent" }),
);
