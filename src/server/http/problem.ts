/** What a request answers when it cannot be done: a status, a plain reason, and the fields it is about. */
import { problem as said } from "#core/words/server";
import type { ErrorRequestHandler, Request } from "express";
import type { Logger } from "pino";
import { z } from "zod";
import { NO_TEXT, unwritableText } from "#core/base/text";
import { isUnavailable } from "#server/database/database";

export interface FieldReason {
  path: string;
  reason: string;
}

export class Problem extends Error {
  override readonly name = "Problem";
  constructor(
    readonly status: number,
    message: string,
    readonly fields: FieldReason[] = [],
    readonly details: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

export const notFound = (what: string) => new Problem(404, said.thereIsNoSuch({ what }));

/** the body in the shape of a schema; @throws Problem 400 naming every field that is wrong */
export function readBody<S extends z.ZodType>(schema: S, request: Request): z.output<S> {
  return readShape(schema, request.body);
}

/** the same where each item of the body is judged by itself later, its texts too */
export function readItems<S extends z.ZodType>(schema: S, request: Request): z.output<S> {
  const parsed = schema.safeParse(request.body);
  if (parsed.success) return parsed.data;
  throw new Problem(400, said.someOfThisCannot(), fieldReasons(parsed.error));
}

export function readShape<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const unwritable = unwritableText(value);
  if (unwritable) throw new Problem(400, said.someOfThisCannot(), [{ path: unwritable, reason: NO_TEXT }]);
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new Problem(400, said.someOfThisCannot(), fieldReasons(parsed.error));
}

export const fieldReasons = (error: z.ZodError): FieldReason[] =>
  error.issues.slice(0, 30).map((i) => ({ path: i.path.join("."), reason: i.message }));

/** an id in the address; anything else is simply not there */
export function readId(request: Request, name: string, what: string): string {
  const parsed = z.uuid().safeParse(request.params[name]);
  if (!parsed.success) throw notFound(what);
  return parsed.data;
}

const BY_STATUS: Record<number, string> = {
  400: "The request is not readable.",
  404: "There is nothing at this address.",
  413: "That is larger than Gryn takes in one go.",
  415: "Gryn reads JSON in UTF-8 only.",
};

interface Failing {
  name?: string;
  type?: string;
  status?: number;
  statusCode?: number;
  code?: string;
  constraint?: string;
  table?: string;
  stack?: string;
}

/** an error as it may stand in a log: what kind and where, never the message, which may quote what somebody typed */
export function loggable(error: unknown) {
  const { name, code, table, constraint, stack } = (error ?? {}) as Failing;
  return {
    name,
    code,
    table,
    constraint,
    at: stack
      ?.split("\n")
      .filter((l) => /^\s+at /.test(l))
      .slice(0, 12)
      .map((l) => l.trim()),
  };
}

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    const answer = (status: number, words: string, fields: FieldReason[] = [], details: object = {}) =>
      void response.status(status).json({ error: words, fields, ...details });
    if (error instanceof Problem) return answer(error.status, error.message, error.fields, error.details);
    const { type, status, statusCode, code = "" } = (error ?? {}) as Failing;
    if (type === "entity.parse.failed") return answer(400, "The request is not readable JSON.");
    const refused = status ?? statusCode ?? 0;
    if (refused >= 400 && refused < 500) return answer(refused, BY_STATUS[refused] ?? BY_STATUS[400]!);
    if (isUnavailable(error))
      return answer(503, "The database does not answer just now. Nothing is lost: it is tried again.");
    // class 22: a value that no column can hold; 23: one that contradicts what is there
    if (/^22/.test(code)) return answer(400, "Some of this cannot be saved: a value is outside what can be kept.");
    if (/^23/.test(code)) return answer(409, "Some of this contradicts what is there already. Reload and look again.");
    log.error(
      { err: error, method: request.method, route: (request.route as { path?: string } | undefined)?.path },
      "request failed",
    );
    answer(500, "Something went wrong on the server. It has been written to its log.");
  };
}
