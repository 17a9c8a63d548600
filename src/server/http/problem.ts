/** What a request answers when it cannot be done: a status, a plain reason, and the fields it is about. */
import type { ErrorRequestHandler, Request } from "express";
import type { Logger } from "pino";
import { z } from "zod";
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

export const notFound = (what: string) => new Problem(404, `There is no such ${what} in this practice.`);

/** the body in the shape of a schema; @throws Problem 400 naming every field that is wrong */
export function readBody<S extends z.ZodType>(schema: S, request: Request): z.output<S> {
  return readShape(schema, request.body);
}

export function readShape<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new Problem(400, "Some of this cannot be saved.", parsed.error.issues.map((i) => ({ path: i.path.join("."), reason: i.message })));
}

/** an id in the address; anything else is simply not there */
export function readId(request: Request, name: string, what: string): string {
  const parsed = z.uuid().safeParse(request.params[name]);
  if (!parsed.success) throw notFound(what);
  return parsed.data;
}

export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (response.headersSent) return next(error);
    if (error instanceof Problem) return void response.status(error.status).json({ error: error.message, fields: error.fields, ...error.details });
    const type = (error as { type?: string } | null)?.type;
    if (type === "entity.parse.failed") return void response.status(400).json({ error: "The request is not readable JSON.", fields: [] });
    if (type === "entity.too.large") return void response.status(413).json({ error: "That is larger than Gryn takes in one go.", fields: [] });
    if (isUnavailable(error)) return void response.status(503).json({ error: "The database does not answer just now. Nothing is lost: it is tried again.", fields: [] });
    log.error({ err: error, method: request.method, route: request.route?.path }, "request failed");
    response.status(500).json({ error: "Something went wrong on the server. It has been written to its log.", fields: [] });
  };
}
