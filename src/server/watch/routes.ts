/** Whether a server lives, whether it may be sent work, and what it measures. */
import { Router, type RequestHandler } from "express";
import { MODEL_VERSION } from "#core/mechanics/model";
import type { Database } from "#server/database/database";
import { requireHead } from "#server/identity/coach";
import type { Metrics } from "./metrics";

export interface Watched {
  database: Database;
  metrics: Metrics;
  /** it is going: what it has begun is finished, and nothing new is sent to it */
  draining: () => boolean;
}

/** `/health`: the process and its database answer; `/ready`: send it requests */
export function watchRoutes({ database, draining }: Watched): Router {
  const router = Router();
  router.get("/health", async (_request, response) => {
    const ok = await database.alive();
    response.status(ok ? 200 : 503).json({ status: ok ? "ok" : "database away", model: MODEL_VERSION });
  });
  router.get("/ready", async (_request, response) => {
    const state = draining() ? "draining" : (await database.alive()) ? "ready" : "database away";
    response.status(state === "ready" ? 200 : 503).json({ state });
  });
  return router;
}

/** for whoever looks after the server: behind the guard, for a head coach */
export function operationsRoutes({ database, metrics }: Pick<Watched, "database" | "metrics">): Router {
  const router = Router();
  router.get("/operations", requireHead, async (_request, response) => {
    response.json({ operations: await metrics.told(database) });
  });
  return router;
}

export const metricsHandler =
  ({ database, metrics }: Watched): RequestHandler =>
  async (_request, response) => {
    response.type("text/plain; version=0.0.4").send(await metrics.text(database));
  };
