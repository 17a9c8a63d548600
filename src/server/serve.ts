/** Opens the database, puts the application on an address and takes it down again cleanly. */
import { createServer, type Server, type ServerResponse } from "node:http";
import { pino } from "pino";
import { openDatabase } from "#server/database/database";
import { createApp } from "#server/app";
import { loggable } from "#server/http/problem";
import { startRunner } from "#server/jobs/runner";
import { listenForJobs } from "#server/jobs/signals";
import { openMail } from "#server/mail/outgoing";
import { openScale } from "#server/scale/stand-in";
import { surveyHandler } from "#server/mechanics/survey";
import { reviewHandler } from "#server/review/reviews";
import { boundsHandler } from "#server/training/bounds";
import type { DemoSignIn } from "#server/identity/sign-in";
import { createMetrics } from "#server/watch/metrics";
import { startWork } from "#server/work/work";

export interface WorkOptions {
  /** the app's own role, never the owner */
  databaseUrl: string;
  /** the same without a pooler, for listening; the same unless given */
  directUrl?: string;
  /** standbys that follow within a second, for reading; none unless given */
  standbyUrl?: string | null;
  poolSize?: number;
  keptWorkers?: number;
  logLevel?: string;
}

export interface ServeOptions extends WorkOptions {
  pages: string | null;
  host: string;
  port: number;
  sessionSecret: string;
  secureCookies?: boolean;
  proxy?: string | null;
  demo?: DemoSignIn | null;
  signInAttempts?: number;
  /** the mail server letters go out through; the stand-in unless given, and who they are from */
  smtpUrl?: string | null;
  mailFrom?: string;
  /** host:port of a hand scale that says newline JSON; the stand-in unless given */
  scale?: string | null;
  /** false: long work is others' */
  jobs?: boolean;
  /** ms between saying that it goes and taking nothing more */
  drain?: number;
}

export interface Serving {
  url: string;
  port: number;
  /** the wanted port was taken and another one is used */
  moved: boolean;
  close(): Promise<void>;
}

const listen = (server: Server, port: number, host: string) =>
  new Promise<void>((resolve, reject) => {
    const failed = (e: Error) => reject(e);
    server.once("error", failed);
    server.listen(port, host, () => {
      server.off("error", failed);
      resolve();
    });
  });

const isLoopback = (host: string) => host === "localhost" || host === "::1" || host.startsWith("127.");

/** what every process of Gryn has: the database, watched, and the ear for jobs */
function openParts({
  databaseUrl,
  directUrl,
  standbyUrl = null,
  poolSize,
  keptWorkers = 0,
  logLevel = "warn",
}: WorkOptions) {
  const log = pino({ level: logLevel, serializers: { err: loggable } });
  const metrics = createMetrics();
  const watching = {
    transaction: metrics.transaction,
    slow: (ms: number, sql: string, request: string | null) =>
      log.warn({ ms, request, sql: sql.replace(/\s+/g, " ").slice(0, 160) }, "slow statement"),
  };
  const database = openDatabase(databaseUrl, poolSize, watching, standbyUrl);
  const work = startWork(2, keptWorkers, metrics.engine);
  const signals = listenForJobs(directUrl ?? databaseUrl);
  const handlers = {
    survey: surveyHandler(database, work),
    bounds: boundsHandler(database, work),
    review: reviewHandler(database),
  };
  const close = async () => {
    await signals.close();
    await work.close();
    await database.close();
  };
  const startJobs = () => startRunner(database, signals, handlers, log, { ended: metrics.job });
  return { log, metrics, database, work, signals, startJobs, close };
}

/** long work and nothing else: a server of jobs beside those that answer */
export async function serveJobs(options: WorkOptions): Promise<{ close(): Promise<void> }> {
  const parts = openParts(options);
  try {
    await parts.database.assertBoundRole();
  } catch (error) {
    await parts.close();
    throw error;
  }
  const runner = parts.startJobs();
  return {
    async close() {
      await runner.close();
      await parts.close();
    },
  };
}

/** answers that are being given; streams, which would never end by themselves, apart */
function watchAnswers(server: Server) {
  const open = new Set<ServerResponse>();
  server.on("request", (_request, response) => {
    open.add(response);
    response.on("close", () => open.delete(response));
  });
  return {
    endStreams() {
      for (const r of open) if (/event-stream|ndjson/.test(String(r.getHeader("content-type")))) r.end();
    },
    async given(within: number) {
      const until = Date.now() + within;
      while (open.size > 0 && Date.now() < until) await new Promise((done) => setTimeout(done, 20));
    },
  };
}

/** ms for requests that are being answered when the server is asked to go */
const FINISH = 10_000;

export async function serve(options: ServeOptions): Promise<Serving> {
  const parts = openParts(options);
  const { log, metrics, database, work, signals } = parts;
  const mail = openMail(options.smtpUrl ?? null, options.mailFrom);
  const scales = openScale(options.scale ?? null, signals);
  let going = false;
  try {
    await database.assertBoundRole();
    const { pages, sessionSecret, secureCookies = false, proxy = null, demo = null, signInAttempts = 10 } = options;
    const server = createServer(
      createApp({
        devicePages: isLoopback(options.host),
        database,
        log,
        metrics,
        draining: () => going,
        work,
        mail,
        scales,
        signals,
        pages,
        sessionSecret,
        secureCookies,
        proxy,
        demo,
        signInAttempts,
      }),
    );
    const answers = watchAnswers(server);
    const runner = options.jobs === false ? null : parts.startJobs();
    let port = options.port;
    for (let tries = 0; ; tries++) {
      try {
        await listen(server, port, options.host);
        break;
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== "EADDRINUSE" || tries >= 50) throw error;
        port += 1;
      }
    }
    const bound = (server.address() as { port: number }).port;
    const shown = options.host === "0.0.0.0" || options.host === "::" ? "localhost" : options.host;
    return {
      url: `http://${shown.includes(":") ? `[${shown}]` : shown}:${bound}`,
      port: bound,
      moved: port !== options.port,
      async close() {
        going = true;
        // whoever sends requests here is to see it first
        if (options.drain) await new Promise((done) => setTimeout(done, options.drain));
        const closed = new Promise<void>((resolve) => server.close(() => resolve()));
        server.closeIdleConnections();
        answers.endStreams();
        await answers.given(FINISH);
        server.closeAllConnections();
        await closed;
        await runner?.close();
        await mail.close();
        await scales.close();
        await parts.close();
      },
    };
  } catch (error) {
    await parts.close();
    throw error;
  }
}
