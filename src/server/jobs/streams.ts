/**
 * Event streams of this server: a few of one account at once, ended after a while so that a page shows anew who it is.
 */
import { streams as words } from "#core/words/server";
import type { Response } from "express";
import { Problem } from "#server/http/problem";
import type { Signals } from "#server/jobs/signals";

/** streams of one coach at once: more than pages anybody keeps open */
const STREAMS = 30;
/** ms after which a page asks anew */
const LONGEST = 10 * 60_000;

/** streams that are open on this server, by account */
const open = new Map<string, number>();

interface Asked {
  accountId: string;
  /** whose signals are heard */
  channel: string;
  /** ms between two looks where no signal comes */
  every: number;
  /** at each signal, and as often as `every` says */
  look: (signal: boolean) => void;
}

/**
 * Begins a stream.
 * @returns what writes to it; null says that it is still there
 * @throws Problem 429 where the account has too many open
 */
export function openStream(signals: Signals, response: Response, { accountId, channel, every, look }: Asked) {
  const streams = open.get(accountId) ?? 0;
  if (streams >= STREAMS) throw new Problem(429, words.youHaveStreamsPages({ STREAMS }));
  open.set(accountId, streams + 1);
  response.writeHead(200, { "content-type": "text/event-stream", "x-accel-buffering": "no" });
  const unhear = signals.on(channel, () => look(true));
  const timer = setInterval(() => look(false), every);
  const longest = setTimeout(() => response.end(), LONGEST);
  response.on("close", () => {
    const left = (open.get(accountId) ?? 1) - 1;
    if (left === 0) open.delete(accountId);
    else open.set(accountId, left);
    unhear();
    clearInterval(timer);
    clearTimeout(longest);
  });
  return (data: string | null): void => {
    if (!response.writableEnded) response.write(data === null ? ": still here\n\n" : `data: ${data}\n\n`);
  };
}
