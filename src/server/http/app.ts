/** The one Express application: API, the coach's pages and the client's page. */
import { existsSync } from "node:fs";
import { join } from "node:path";
import express, { type Express, type RequestHandler } from "express";
import session from "express-session";
import helmet from "helmet";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { exerciseJsonSchema } from "#core/exchange/files";
import { MODEL_VERSION } from "#core/mechanics/model";
import { clientRoutes } from "#server/clients/routes";
import type { Database } from "#server/database/database";
import { Problem, problemHandler } from "#server/http/problem";
import { requireCoach, signInRoutes } from "#server/identity/sign-in";
import { SessionStore } from "#server/identity/session-store";
import { planningRoutes } from "#server/planning/routes";
import { floorRoutes } from "#server/training/floor";
import { handOverRoutes } from "#server/training/handovers";
import { trainingRoutes } from "#server/training/routes";

export interface AppOptions {
  database: Database;
  log: Logger;
  /** folder of the built pages; null serves the API only */
  pages: string | null;
  sessionSecret: string;
  /** behind TLS or a trusted proxy that ends it */
  secureCookies?: boolean;
  signInAttempts?: number;
}

const HOURS = 3600_000;

export function createApp(options: AppOptions): Express {
  const { database, log, secureCookies = false } = options;
  const app = express();
  app.disable("x-powered-by");
  if (secureCookies) app.set("trust proxy", 1);
  app.use(
    helmet({
      contentSecurityPolicy: { useDefaults: false, directives: { defaultSrc: ["'self'"], scriptSrc: ["'self'", "'wasm-unsafe-eval'"], styleSrc: ["'self'", "'unsafe-inline'"], imgSrc: ["'self'", "data:"], fontSrc: ["'self'", "data:"], connectSrc: ["'self'"], workerSrc: ["'self'", "blob:"], objectSrc: ["'none'"], baseUri: ["'self'"], frameAncestors: ["'none'"], formAction: ["'self'"] } },
      strictTransportSecurity: secureCookies,
      referrerPolicy: { policy: "no-referrer" },
    }),
  );

  app.get("/api/health", async (_request, response) => {
    const ok = await database.alive();
    response.status(ok ? 200 : 503).json({ status: ok ? "ok" : "database away", model: MODEL_VERSION });
  });

  app.get("/api/schema/exercise", (_request, response) => void response.json(exerciseJsonSchema()));

  // no addresses of single clients, no bodies, no cookies in the log
  app.use("/api", pinoHttp({ logger: log, quietReqLogger: true, serializers: { req: (r: { method: string; id: unknown }) => ({ id: r.id, method: r.method }), res: (r: { statusCode: number }) => ({ statusCode: r.statusCode }) }, customLogLevel: (_q, r, e) => (e || r.statusCode >= 500 ? "error" : "debug") }));
  const noStore: RequestHandler = (_request, response, next) => {
    response.set("cache-control", "no-store");
    next();
  };
  app.use("/api", noStore, express.json({ limit: "2mb" }));
  app.use("/api/floor", floorRoutes(database, secureCookies));
  app.use(
    "/api",
    session({ name: "gryn", store: new SessionStore(database), secret: options.sessionSecret, resave: false, saveUninitialized: false, rolling: true, cookie: { httpOnly: true, sameSite: "lax", secure: secureCookies, maxAge: 12 * HOURS } }),
    signInRoutes(database, options.signInAttempts ?? 10),
    requireCoach,
    clientRoutes(database),
    planningRoutes(database),
    handOverRoutes(database),
    trainingRoutes(database),
    () => {
      throw new Problem(404, "There is nothing at this address.");
    },
  );

  const pages = options.pages;
  if (pages && existsSync(pages)) {
    app.use("/assets", express.static(join(pages, "assets"), { immutable: true, maxAge: "1y" }));
    app.get("/floor", (_request, response) => {
      response.set({ "x-robots-tag": "noindex, nofollow", "cache-control": "no-cache" }).sendFile(join(pages, "floor.html"));
    });
    // the worker is asked for anew each time, so that a new build reaches phones
    app.get("/floor-service.js", (_request, response) => {
      response.set({ "cache-control": "no-cache" }).sendFile(join(pages, "floor-service.js"));
    });
    app.use(express.static(pages, { index: false, maxAge: 0 }));
    app.get("/{*path}", (_request, response) => {
      response.set("cache-control", "no-cache").sendFile(join(pages, "index.html"));
    });
  }
  app.use(problemHandler(log));
  return app;
}
