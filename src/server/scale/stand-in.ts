/**
 * A simulated hand scale: a server of its own that says what it reads, a line of JSON each, to whoever connects; with
 * noise, a zero that drifts, and gaps. What it is pulled with is turned on its page.
 */
import { randomInt } from "node:crypto";
import { createServer, type AddressInfo, type Socket } from "node:net";
import { Router, urlencoded } from "express";
import { z } from "zod";
import { randomOf, type Random } from "#core/simulation/random";
import type { ScaleSample } from "#core/machines/scale";
import { standIn as words } from "#core/words/machines";
import type { Database } from "#server/database/database";
import { SCALE, type Signals } from "#server/jobs/signals";

/** kg it is pulled with and of its noise; kg a minute of its zero; gaps a minute */
export interface Knob {
  pull: number;
  noise: number;
  drift: number;
  dropouts: number;
}
const AT_REST: Knob = { pull: 0, noise: 0.15, drift: 0.05, dropouts: 3 };
/** readings a second, ms of a gap */
const RATE = 10;
const GAP = 400;

interface Listening {
  host: string;
  port: number;
}

export interface Scales {
  /** where the scale is: the installation's, or the stand-in, begun with the first that asks */
  at(): Promise<Listening>;
  close(): Promise<void>;
}

/** @param address of a scale as host:port; null: the stand-in */
export function openScale(address: string | null, signals: Signals): Scales {
  if (address) {
    const [, host, port] = /^(.+):(\d+)$/.exec(address) ?? [];
    if (!host) throw new RangeError(`a scale's address is host:port, not ${address}`);
    return { at: async () => ({ host, port: Number(port) }), close: async () => undefined };
  }
  let begun: ReturnType<typeof startScale> | null = null;
  let knob = AT_REST;
  const forget = signals.on(SCALE, (said) => {
    if (said) knob = knobSchema.parse(JSON.parse(said));
  });
  return {
    at: () => (begun ??= startScale(() => knob, randomInt(1, 2 ** 31))),
    async close() {
      forget();
      await (await begun)?.close();
    },
  };
}

/** one reading. @param t s since it was switched on */
export function reads(t: number, { pull, noise, drift }: Knob, random: Random): ScaleSample {
  const kg = pull + (drift * t) / 60 + noise * random.normal();
  return { t: Math.round(t * 1000) / 1000, kg: Math.round(kg * 100) / 100 };
}

/** listens on loopback at a free port. @param turned how its knob stands @param seed of its noise and gaps */
export async function startScale(turned: () => Knob, seed: number): Promise<Listening & { close(): Promise<void> }> {
  const random = randomOf(seed);
  const begun = performance.now();
  const open = new Set<Socket>();
  const server = createServer((socket) => {
    open.add(socket);
    socket.on("error", () => socket.destroy());
    socket.on("close", () => open.delete(socket));
  });
  let silentUntil = 0;
  const timer = setInterval(() => {
    const [now, knob] = [performance.now(), turned()];
    if (random.chance(knob.dropouts / 60 / RATE)) silentUntil = now + GAP;
    if (now < silentUntil || open.size === 0) return;
    const line = `${JSON.stringify(reads((now - begun) / 1000, knob, random))}\n`;
    for (const socket of open) socket.write(line);
  }, 1000 / RATE);
  timer.unref();
  await new Promise<void>((resolve, reject) => {
    server.on("error", reject);
    server.listen(0, "127.0.0.1", resolve);
  });
  server.unref();
  const { address: host, port } = server.address() as AddressInfo;
  return {
    host,
    port,
    close: () => {
      clearInterval(timer);
      for (const socket of open) socket.destroy();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
}

const number = (from: number, to: number, usual: number) => z.coerce.number().min(from).max(to).catch(usual);
const knobSchema = z.object({
  pull: number(0, 500, AT_REST.pull),
  noise: number(0, 5, AT_REST.noise),
  drift: number(-2, 2, AT_REST.drift),
  dropouts: number(0, 60, AT_REST.dropouts),
});

const STYLE =
  "body{font:16px/1.4 system-ui,sans-serif;max-width:26rem;margin:2rem auto;padding:0 1rem;color:#1d2a26;background:#f7f3ea}" +
  "label{display:block;margin:.6rem 0}input{font:inherit;width:100%;padding:.3rem;box-sizing:border-box}" +
  "button{font:inherit;padding:.6rem 1rem;margin-top:.6rem}";

function pageOf(knob: Knob, said: string | null): string {
  const field = (name: keyof Knob, text: string, step: string) =>
    `<label>${text}<input name="${name}" value="${knob[name]}" type="number" step="${step}" required></label>`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${words.title()}</title><style>${STYLE}</style><main><h1>${words.title()}</h1><p>${words.what()}</p>
${said ? `<p role="status"><strong>${said}</strong></p>` : ""}<form method="post" action="/scale">
${field("pull", words.pull(), "0.1")}${field("noise", words.noise(), "0.05")}${field("drift", words.drift(), "0.01")}
${field("dropouts", words.dropouts(), "1")}<button>${words.set()}</button></form></main></html>`;
}

/** the page with its knob: nothing on it belongs to anybody */
export function scalePage(database: Database): Router {
  const router = Router();
  router.get("/", (request, response) => {
    response.type("html").send(pageOf(knobSchema.parse(request.query), null));
  });
  router.post("/", urlencoded({ extended: false, limit: "4kb" }), async (request, response) => {
    const knob = knobSchema.parse(request.body);
    await database.call("scale_turned", JSON.stringify(knob));
    response.type("html").send(pageOf(knob, words.now({ kg: knob.pull })));
  });
  return router;
}
