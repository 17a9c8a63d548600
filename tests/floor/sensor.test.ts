/** What a phone makes of a sensor's stream: cut anywhere, empty, broken off, or none at all. */
import type { Sample } from "#core/sensing/detect";
import { repsOf } from "#core/sensing/detect";
import { trueSignal } from "#core/sensing/signal";
import { seededRandom } from "#core/base/random";
import { Floor, type Ask } from "../../src/floor/outbox";
import type { Keep } from "../../src/floor/keep";
import { PLAIN_SIGNAL } from "../support/signal";

const keep: Keep = {
  all: () => Promise.resolve([]),
  get: () => Promise.resolve(null),
  put: () => Promise.resolve(),
  drop: () => Promise.resolve(),
};
const SIGNAL = trueSignal({ ...PLAIN_SIGNAL, reps: 6 });
const LINES = SIGNAL.map(({ t, x }) => `${JSON.stringify([t, Number(x.toFixed(4))])}\n`).join("");

/** the bytes of a text in packets that end anywhere, also within a line */
function packets(text: string, seed: number): ReadableStream<Uint8Array> {
  const random = seededRandom(seed);
  const bytes = new TextEncoder().encode(text);
  let at = 0;
  return new ReadableStream({
    pull(controller) {
      if (at >= bytes.length) return controller.close();
      const next = Math.min(bytes.length, at + 1 + Math.floor(200 * random()));
      controller.enqueue(bytes.slice(at, next));
      at = next;
    },
  });
}

async function heard(answer: () => Response | null): Promise<{ samples: Sample[]; there: number; paths: string[] }> {
  const paths: string[] = [];
  const ask: Ask = (path) => {
    paths.push(path);
    return Promise.resolve(answer());
  };
  const samples: Sample[] = [];
  let there = 0;
  const floor = new Floor(keep, ask, () => undefined);
  await floor.listen(
    "rack-3",
    new AbortController().signal,
    () => (there += 1),
    (packet) => samples.push(...packet),
  );
  return { samples, there, paths };
}

test("however the lines are cut into packets, every sample arrives once and in order", async () => {
  for (let seed = 1; seed <= 20; seed++) {
    const { samples, there, paths } = await heard(() => new Response(packets(`\n\n${LINES}\n`, seed)));
    expect(samples).toHaveLength(SIGNAL.length);
    expect(there).toBeGreaterThan(0);
    expect(repsOf(samples)).toHaveLength(6);
    expect(paths).toEqual(["/sensor/rack-3"]);
  }
});

test("a line that says nothing is left out, half of the last one too, and the rest is believed", async () => {
  const text = `[0.1,0.2]\nnonsense\n[0.2]\n{"t":1}\n[0.3,null]\n[-0.5,1e-3]\n[9.9,0.`;
  const { samples } = await heard(() => new Response(packets(text, 3)));
  expect(samples).toEqual([
    { t: 0.1, x: 0.2 },
    { t: -0.5, x: 0.001 },
  ]);
});

test("no connection, a refusal and a stream that breaks off end the listening and throw nothing", async () => {
  expect((await heard(() => null)).there).toBe(0);
  expect((await heard(() => new Response("{}", { status: 429 }))).there).toBe(0);
  let sent = false;
  const broken = new ReadableStream<Uint8Array>({
    pull(controller) {
      if (sent) controller.error(new Error("gone"));
      else controller.enqueue(new TextEncoder().encode("[1,0.5]\n"));
      sent = true;
    },
  });
  expect((await heard(() => new Response(broken))).samples).toEqual([{ t: 1, x: 0.5 }]);
});
