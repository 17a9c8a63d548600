/** The one Express application: API, the coach's pages and the client's page. */
import { app as words } from "#core/words/server";
import { existsSync } from "node:fs";
import { join } from "node:path";
import compression from "compression";
import packedFiles from "express-static-gzip";
import express, { type Express, type RequestHandler } from "express";
import session from "express-session";
import helmet from "helmet";
import type { Logger } from "pino";
import { pinoHttp } from "pino-http";
import { apiDescription } from "#server/http/openapi";
import { exerciseJsonSchema } from "#core/exchange/files";
import { clientRoutes } from "#server/clients/routes";
import { placeRoutes } from "#server/clients/places";
import type { Database } from "#server/database/database";
import { Problem, problemHandler } from "#server/http/problem";
import { accountRoutes } from "#server/identity/account";
import { deskRoutes } from "#server/desk/routes";
import { requireCoach } from "#server/identity/coach";
import { joinRoutes, peopleRoutes } from "#server/identity/people";
import { SessionStore } from "#server/identity/session-store";
import { signInRoutes, type DemoSignIn } from "#server/identity/sign-in";
import { jobRoutes } from "#server/jobs/routes";
import type { Signals } from "#server/jobs/signals";
import { mechanicsRoutes } from "#server/mechanics/routes";
import { judgementRoutes } from "#server/mechanics/judgements";
import { editionRoutes } from "#server/planning/editions";
import { planningRoutes } from "#server/planning/routes";
import type { Mail } from "#server/mail/outgoing";
import { letterRoutes } from "#server/mail/routes";
import { reviewRoutes } from "#server/review/routes";
import { exerciseRoutes } from "#server/exercises/routes";
import { underItsId } from "#server/watch/context";
import { createMetrics, type Metrics } from "#server/watch/metrics";
import { metricsHandler, operationsRoutes, watchRoutes } from "#server/watch/routes";
import { scaleRoutes } from "#server/scale/routes";
import { scalePage, type Scales } from "#server/scale/stand-in";
import { Sensors, sensorPage } from "#server/sensing/stand-in";
import { calendarHandler, sheetRoutes } from "#server/sheet/routes";
import { floorRoutes } from "#server/training/floor";
import { handOverRoutes } from "#server/training/handovers";
import { trainingRoutes } from "#server/training/routes";
import { depthOf } from "#core/base/text";
import type { Work } from "#server/work/work";

export interface AppOptions {
  database: Database;
  log: Logger;
  /** the engine, off this thread */
  work: Work;
  /**
   * the pages of the simulated sensor and scale, and what the server measures: on a machine of one's own or behind a
   * proxy that keeps them in, not where others may turn and read them
   */
  devicePages?: boolean;
  /** letters out */
  mail: Mail;
  metrics?: Metrics;
  /** it is going and takes nothing new */
  draining?: () => boolean;
  /** the hand scale that coaches measure machines with */
  scales: Scales;
  /** what jobs are heard to do */
  signals: Signals;
  /** folder of the built pages; null serves the API only */
  pages: string | null;
  sessionSecret: string;
  /** behind TLS or a trusted proxy that ends it */
  secureCookies?: boolean;
  /** addresses (or "loopback") whose forwarded addresses are believed; nobody's unless given */
  proxy?: string | null;
  signInAttempts?: number;
  /** shown on the sign-in page where the demo practice may be opened in one click */
  demo?: DemoSignIn | null;
}

const HOURS = 3600_000;

/** largest body by route; most are tiny, and reading a large one keeps everybody waiting */
const BODY_LIMITS: [RegExp, string][] = [
  [/^\/programs\/[^/]+\/edits$/, "384kb"],
  [/^\/floor\/log$/, "256kb"],
  [/^\/exercises\//, "128kb"],
  [/^/, "32kb"],
];

const PERMISSIONS = [
  "camera",
  "microphone",
  "geolocation",
  "payment",
  "usb",
  "serial",
  "bluetooth",
  "midi",
  "accelerometer",
  "gyroscope",
  "magnetometer",
  "display-capture",
  "browsing-topics",
]
  .map((p) => `${p}=()`)
  .join(", ");

/** before it is parsed: 190,000 brackets would hold the thread for a third of a second */
function notTooDeep(_request: unknown, _response: unknown, body: Buffer): void {
  if (depthOf(body, DEEPEST) > DEEPEST) throw new Problem(400, words.theRequestIsNested());
}
const DEEPEST = 40;

const PACKED = { enableBrotli: true, orderPreference: ["br", "gz"], index: false as const };
const isPackable: compression.CompressionFilter = (request, response) =>
  !/event-stream|ndjson/.test(String(response.getHeader("content-type"))) && compression.filter(request, response);

function readJson(): RequestHandler {
  const readers = BODY_LIMITS.map(([path, limit]) => [path, express.json({ limit, verify: notTooDeep })] as const);
  return (request, response, next) => readers.find(([path]) => path.test(request.path))![1](request, response, next);
}

export function createApp(options: AppOptions): Express {
  const {
    database,
    log,
    work,
    mail,
    scales,
    signals,
    secureCookies = false,
    demo = null,
    signInAttempts = 10,
    metrics = createMetrics(),
    draining = () => false,
  } = options;
  const app = express();
  app.disable("x-powered-by");
  app.set("query parser", "simple");
  // answers are kept by nobody, so nothing is told of what they were
  app.set("etag", false);
  if (options.proxy) app.set("trust proxy", options.proxy);
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", "data:"],
          fontSrc: ["'self'", "data:"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'", "blob:"],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: secureCookies,
      referrerPolicy: { policy: "no-referrer" },
    }),
    (_request, response, next) => {
      response.set("permissions-policy", PERMISSIONS);
      next();
    },
  );

  const watched = { database, metrics, draining };
  app.use("/api", watchRoutes(watched));
  app.use("/api", underItsId, metrics.requests);

  app.get("/api/schema/exercise", (_request, response) => void response.json(exerciseJsonSchema()));
  app.get("/api/openapi.json", (_request, response) => void response.json(apiDescription()));

  // no addresses of single clients, no bodies, no cookies in the log
  app.use(
    "/api",
    pinoHttp({
      logger: log,
      quietReqLogger: true,
      serializers: {
        req: (r: { method: string; id: unknown }) => ({ id: r.id, method: r.method }),
        res: (r: { statusCode: number }) => ({ statusCode: r.statusCode }),
      },
      customLogLevel: (_q, r, e) => (e || r.statusCode >= 500 ? "error" : "debug"),
    }),
  );
  // answers that need more than a few packets travel packed;
  // what was packed at build is left as it is, and a stream is not held back
  app.use(compression({ threshold: 4096, filter: isPackable }));
  const sensors = new Sensors(signals);
  const noStore: RequestHandler = (_request, response, next) => {
    response.set("cache-control", "no-store");
    next();
  };
  app.use("/api", noStore, readJson());
  app.use("/api/floor", floorRoutes(database, secureCookies, sensors, metrics.outbox));
  const store = new SessionStore(database);
  app.use(
    "/api",
    session({
      name: "gryn",
      store,
      secret: options.sessionSecret,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      proxy: secureCookies ? true : undefined,
      cookie: { httpOnly: true, sameSite: "lax", secure: secureCookies, maxAge: 12 * HOURS },
    }),
    signInRoutes(database, store, signInAttempts, demo),
    joinRoutes(database),
    requireCoach,
    accountRoutes(database, signInAttempts),
    peopleRoutes(database),
    operationsRoutes(watched),
    deskRoutes(database, signals),
    clientRoutes(database),
    placeRoutes(database),
    exerciseRoutes(database),
    scaleRoutes(scales),
    planningRoutes(database),
    editionRoutes(database),
    handOverRoutes(database, work),
    sheetRoutes(database, work),
    letterRoutes(database, work, mail),
    trainingRoutes(database),
    reviewRoutes(database),
    mechanicsRoutes(database),
    judgementRoutes(database),
    jobRoutes(database, signals),
    () => {
      throw new Problem(404, words.thereIsNothingAt());
    },
  );

  if (options.devicePages) {
    app.use("/sensor", sensorPage(database));
    app.use("/scale", scalePage(database));
    app.get("/metrics", metricsHandler(watched));
  }
  app.get("/calendar/:file", calendarHandler(database));

  const pages = options.pages;
  if (pages && existsSync(pages)) {
    app.use(
      "/assets",
      packedFiles(join(pages, "assets"), {
        ...PACKED,
        serveStatic: { immutable: true, maxAge: "1y", fallthrough: false },
      }),
    );
    app.get("/floor", (_request, response) => {
      response
        .set({ "x-robots-tag": "noindex, nofollow", "cache-control": "no-cache" })
        .sendFile(join(pages, "floor.html"));
    });
    // the worker is asked for anew each time, so that a new build reaches phones
    app.get("/floor-service.js", (_request, response) => {
      response.set({ "cache-control": "no-cache" }).sendFile(join(pages, "floor-service.js"));
    });
    app.use(packedFiles(pages, { ...PACKED, serveStatic: { index: false, maxAge: 0 } }));
    app.get("/{*path}", (_request, response) => {
      response.set("cache-control", "no-cache").sendFile(join(pages, "index.html"));
    });
  }
  app.use(problemHandler(log));
  return app;
}
