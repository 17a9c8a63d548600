/**
 * A simulated rep sensor: a page to start a set, and positions of it in the time it takes, to whoever listens under its
 * code. It keeps nothing.
 */
import { randomInt } from "node:crypto";
import { Router, urlencoded } from "express";
import { z } from "zod";
import type { Sample } from "#core/sensing/detect";
import { RATE, received, type SetSignal } from "#core/sensing/signal";
import { randomOf } from "#core/simulation/random";
import type { Database } from "#server/database/database";
import { SENSOR, type Signals } from "#server/jobs/signals";
import { standIn as words } from "#core/words/sensor";

export const CODE = /^[a-z0-9][a-z0-9-]{1,23}$/;
/** ms between two packets */
const PACKET = 100;
/** sensors and ears of one at once */
const SENSORS = 200;
const EARS = 20;

type Ear = (samples: readonly Sample[]) => void;

/** a set that a sensor sends; the same on every server, from its seed */
interface Begin {
  code: string;
  ask: SetSignal;
  speed: number;
  seed: number;
}

export class Sensors {
  private readonly ears = new Map<string, Set<Ear>>();
  private readonly running = new Map<string, NodeJS.Timeout>();

  constructor(signals: Signals) {
    signals.on(SENSOR, (said) => said && this.start(JSON.parse(said) as Begin));
  }

  /** @returns what ends the listening; null where too many listen */
  listen(code: string, ear: Ear): (() => void) | null {
    const own = this.ears.get(code) ?? new Set();
    if (own.size >= EARS || (own.size === 0 && this.ears.size >= SENSORS)) return null;
    this.ears.set(code, own.add(ear));
    return () => {
      own.delete(ear);
      if (own.size === 0) this.ears.delete(code);
    };
  }

  /** sends a set as it happens to whoever listens here; one that runs ends. @param speed times as fast */
  private start({ code, ask, speed, seed }: Begin): void {
    this.stop(code);
    if (!this.ears.has(code)) return;
    const samples = received(ask, randomOf(seed));
    const begun = performance.now();
    let sent = 0;
    const timer = setInterval(() => {
      const now = ((performance.now() - begun) / 1000) * speed;
      const from = sent;
      while (sent < samples.length && samples[sent]!.t <= now) sent += 1;
      const packet = samples.slice(from, sent);
      if (packet.length) this.ears.get(code)?.forEach((ear) => ear(packet));
      if (sent >= samples.length) this.stop(code);
    }, PACKET);
    timer.unref();
    this.running.set(code, timer);
  }

  private stop(code: string): void {
    clearInterval(this.running.get(code));
    this.running.delete(code);
  }
}

/** one number a line: as sensors of this kind say it */
export const packetOf = (samples: readonly Sample[]): string =>
  samples.map(({ t, x }) => `${JSON.stringify([Math.round(t * RATE) / RATE, Math.round(x * 1e4) / 1e4])}\n`).join("");

const number = (from: number, to: number, usual: number) => z.coerce.number().min(from).max(to).catch(usual);
const formSchema = z.object({
  code: z.string().regex(CODE).catch("rack-3"),
  reps: number(1, 40, 10),
  travel: number(5, 150, 50),
  lift: number(0.3, 10, 1),
  lower: number(0.3, 10, 2.5),
  lostFrom: number(0, 40, 0),
  noise: number(0, 10, 3),
  dropouts: number(0, 60, 4),
  begins: z.enum(["bottom", "top"]).catch("bottom"),
  speed: number(1, 50, 1),
});
type Form = z.infer<typeof formSchema>;

const signalOf = (f: Form): SetSignal => ({
  reps: Math.round(f.reps),
  travel: f.travel / 100,
  lift: f.lift,
  lower: f.lower,
  rest: 0.3,
  begins: f.begins,
  lostFrom: f.lostFrom > 0 ? Math.round(f.lostFrom) - 1 : null,
  lost: 0.25,
  noise: f.noise / 1000,
  spikes: 0.002,
  dropouts: f.dropouts / 60,
});

const STYLE =
  "body{font:16px/1.4 system-ui,sans-serif;max-width:26rem;margin:2rem auto;padding:0 1rem;color:#1d2a26;background:#f7f3ea}" +
  "label{display:block;margin:.6rem 0}input,select{font:inherit;width:100%;padding:.3rem;box-sizing:border-box}" +
  "button{font:inherit;padding:.6rem 1rem;margin-top:.6rem}";

function pageOf(form: Form, said: string | null): string {
  const field = (name: keyof Form, text: string, step = "1") =>
    `<label>${text}<input name="${name}" value="${form[name]}" ${name === "code" ? "" : `type="number" step="${step}"`} required></label>`;
  const option = (value: string, text: string) =>
    `<option value="${value}"${form.begins === value ? " selected" : ""}>${text}</option>`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${words.title()}</title><style>${STYLE}</style><main><h1>${words.title()}</h1><p>${words.what()}</p>
${said ? `<p role="status"><strong>${said}</strong></p>` : ""}<form method="post" action="/sensor">
${field("code", words.code())}${field("reps", words.reps())}${field("travel", words.travel())}${field("lift", words.lift(), "0.1")}
${field("lower", words.lower(), "0.1")}${field("lostFrom", words.lostFrom())}${field("noise", words.noise(), "0.5")}
${field("dropouts", words.dropouts())}<label>${words.begins()}<select name="begins">${option("bottom", words.bottom())}${option("top", words.top())}</select></label>
<input type="hidden" name="speed" value="${form.speed}"><button>${words.start()}</button></form></main></html>`;
}

/** the sensor's own page: nothing on it belongs to anybody */
export function sensorPage(database: Database): Router {
  const router = Router();
  router.get("/", (request, response) => {
    response.type("html").send(pageOf(formSchema.parse(request.query), null));
  });
  router.post("/", urlencoded({ extended: false, limit: "4kb" }), async (request, response) => {
    const form = formSchema.parse(request.body);
    const begin: Begin = { code: form.code, ask: signalOf(form), speed: form.speed, seed: randomInt(1, 2 ** 31) };
    await database.call("sensor_begins", JSON.stringify(begin));
    response.type("html").send(pageOf(form, words.started({ code: form.code, reps: Math.round(form.reps) })));
  });
  return router;
}
