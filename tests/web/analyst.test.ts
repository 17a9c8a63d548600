import { jest } from "@jest/globals";
import type { FromWorker, ToWorker } from "../../src/web/mechanics/messages";

/** a worker that the test speaks for */
class FakeWorker {
  static readonly made: FakeWorker[] = [];
  readonly heard: ToWorker[] = [];
  ended = false;
  onmessage: ((event: { data: FromWorker }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  constructor(
    readonly url: URL,
    readonly options: { name: string },
  ) {
    FakeWorker.made.push(this);
  }
  postMessage(message: ToWorker) {
    this.heard.push(message);
  }
  terminate() {
    this.ended = true;
  }
  say(message: FromWorker) {
    this.onmessage!({ data: message });
  }
}
(globalThis as { Worker: unknown }).Worker = FakeWorker;
const { ask, askSurvey } = await import("../../src/web/mechanics/analyst");

const body = { stature: 1.75, mass: 75 };
const setup = { exerciseId: "cable-curl", values: {} };
const last = (kind: string) => {
  const worker = FakeWorker.made.findLast((w) => !w.ended && w.heard.some((m) => m.kind === kind))!;
  const message = worker.heard.findLast((m) => m.kind === kind)!;
  return { worker, id: message.id };
};

test("an answer comes to its own question, in whatever order; a failure with its reason", async () => {
  const one = ask("analyse", { setup, body });
  const { worker, id } = last("analyse");
  const two = ask("felt", { setup, body, head: "biceps-long", muscle: "deltoid", rules: { kept: 0.9, relief: 0.9 } });
  expect(last("felt").worker).toBe(worker);
  worker.say({ id: last("felt").id, kind: "failed", reason: "no such head" });
  worker.say({ id, kind: "answer", answer: "told" as never });
  await expect(one).resolves.toBe("told");
  await expect(two).rejects.toThrow("no such head");
});

test("what is dropped is not answered, its worker is told, and nothing listens any more", async () => {
  const stop = new AbortController();
  const listens = jest.spyOn(stop.signal, "addEventListener");
  const leaves = jest.spyOn(stop.signal, "removeEventListener");
  const asked = ask("analyse", { setup, body }, { signal: stop.signal });
  const { worker, id } = last("analyse");
  stop.abort();
  await expect(asked).rejects.toMatchObject({ name: "AbortError" });
  expect(worker.heard.at(-1)).toEqual({ id, kind: "drop" });
  worker.say({ id, kind: "answer", answer: 1 });
  // one that has been answered leaves its signal too, and is not dropped by it later
  const kept = new AbortController();
  const answered = ask("analyse", { setup, body }, { signal: kept.signal });
  worker.say({ id: last("analyse").id, kind: "answer", answer: 2 });
  await answered;
  const before = worker.heard.length;
  kept.abort();
  expect(worker.heard).toHaveLength(before);
  expect(listens.mock.calls.length).toBe(leaves.mock.calls.length);
  await expect(ask("analyse", { setup, body }, { signal: kept.signal })).rejects.toMatchObject({ name: "AbortError" });
});

test("a crash fails all that was asked, ends the worker, and the next question starts another", async () => {
  const asked = [
    ask("analyse", { setup, body }),
    ask("easier", { setup, body, head: null, rules: { head: 0.6, reps: 12 } }),
  ];
  const { worker } = last("analyse");
  worker.onerror!({ message: "out of memory" });
  for (const a of asked) await expect(a).rejects.toThrow("out of memory");
  expect(worker.ended).toBe(true);
  const again = ask("analyse", { setup, body });
  const fresh = last("analyse");
  expect(fresh.worker).not.toBe(worker);
  fresh.worker.say({ id: fresh.id, kind: "answer", answer: 3 });
  await expect(again).resolves.toBe(3);
});

test("a search has a worker to itself, tells how far it is, and is ended with it", async () => {
  const shares: number[] = [];
  const search = { setup, body, head: "biceps-long", aim: "stretch" as const, bounds: {} };
  const found = ask("find", search, { tell: (s) => shares.push(s) });
  const { worker, id } = last("find");
  worker.say({ id, kind: "progress", share: 0.5 });
  worker.say({ id, kind: "answer", answer: 4 });
  await found;
  expect([shares, worker.ended]).toEqual([[0.5], true]);
  const stop = new AbortController();
  const given = ask("find", search, { signal: stop.signal });
  const own = last("find").worker;
  stop.abort();
  await expect(given).rejects.toMatchObject({ name: "AbortError" });
  expect(own.ended).toBe(true);
});

test("a survey is asked once; one that failed is asked again", async () => {
  const [one, two] = [askSurvey([setup], body, 0), askSurvey([setup], body, 0)];
  expect(two).toBe(one);
  const { worker, id } = last("survey");
  expect(worker.options.name).toMatch(/background/);
  worker.say({ id, kind: "failed", reason: "not now" });
  await expect(one).rejects.toThrow("not now");
  const again = askSurvey([setup], body, 0);
  expect(again).not.toBe(one);
  const asked = last("survey");
  asked.worker.say({ id: asked.id, kind: "answer", answer: { modelVersion: "m", rows: [] } });
  await expect(again).resolves.toEqual({ modelVersion: "m", rows: [] });
});
