/** Which request something is done for: from the browser's header to the line of SQL, without passing it on by hand. */
import { AsyncLocalStorage } from "node:async_hooks";
import { randomUUID } from "node:crypto";
import type { Request, RequestHandler } from "express";

const running = new AsyncLocalStorage<string>();

/** letters that can stand in a log, in SQL and in a header as they are */
const ID = /^[A-Za-z0-9-]{8,40}$/;

/** the browser's own where it is one, else a new one */
export const requestIdOf = (given: string | undefined): string => (given && ID.test(given) ? given : randomUUID());

/** of the request that is being answered; null for what a server does by itself */
export const currentRequest = (): string | null => running.getStore() ?? null;

/** everything that a request does is done under its id, which the answer names too */
export const underItsId: RequestHandler = (request, response, next) => {
  const id = requestIdOf(request.get("x-request-id"));
  (request as Request & { id: string }).id = id;
  response.set("x-request-id", id);
  running.run(id, next);
};
