/** Opens the database, puts the application on an address and takes it down again cleanly. */
import { createServer, type Server } from "node:http";
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
import { startWork } from "#server/work/work";

export interface ServeOptions {
  /** the app's own role, never the owner */
  databaseUrl: string;
  /** the same without a pooler, for listening; the same unless given */
  directUrl?: string;
  pages: string | null;
  host: string;
  port: number;
  sessionSecret: string;
  secureCookies?: boolean;
  proxy?: string | null;
  demo?: DemoSignIn | null;
  keptWorkers?: number;
  poolSize?: number;
  signInAttempts?: number;
  /** the mail server letters go out through; the stand-in unless given, and who they are from */
  smtpUrl?: string | null;
  mailFrom?: string;
  /** host:port of a hand scale that says newline JSON; the stand-in unless given */
  scale?: string | null;
  logLevel?: string;
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

export async function serve(options: ServeOptions): Promise<Serving> {
  const database = openDatabase(options.databaseUrl, options.poolSize);
  const work = startWork(2, options.keptWorkers ?? 0);
  const signals = listenForJobs(options.directUrl ?? options.databaseUrl);
  const mail = openMail(options.smtpUrl ?? null, options.mailFrom);
  const scales = openScale(options.scale ?? null, signals);
  try {
    await database.assertBoundRole();
    const log = pino({ level: options.logLevel ?? "warn", serializers: { err: loggable } });
    const { pages, sessionSecret, secureCookies = false, proxy = null, demo = null, signInAttempts = 10 } = options;
    const server = createServer(
      createApp({
        devicePages: isLoopback(options.host),
        database,
        log,
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
    const runner = startRunner(
      database,
      signals,
      { survey: surveyHandler(database, work), bounds: boundsHandler(database, work), review: reviewHandler(database) },
      log,
    );
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
        server.closeAllConnections();
        await new Promise<void>((resolve) => server.close(() => resolve()));
        await runner.close();
        await signals.close();
        await work.close();
        await mail.close();
        await scales.close();
        await database.close();
      },
    };
  } catch (error) {
    await signals.close();
    await database.close();
    throw error;
  }
}
