/** Asks the engine's workers: one question for all kinds, answered once, failed with a reason, or dropped. */
import { analyst as words } from "#core/words/web/mechanics";
import type { SetupAsk } from "#core/exercises/asked";
import { onOffer, shelved } from "#core/exercises/shelf";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import type { Answered, FromWorker, Given, Kind, ToAsk, ToWorker } from "./messages";

/**
 * What is on the bench is answered at once, on a thread of its own; surveys and beliefs take their time on another; a
 * search has one to itself, which is ended with it.
 */
type Lane = "live" | "background" | "own";
const LANE: Readonly<Partial<Record<Kind, Lane>>> = {
  survey: "background",
  strength: "background",
  range: "background",
  find: "own",
};

interface Open {
  resolve: (answer: unknown) => void;
  reject: (error: Error) => void;
  tell: (share: number) => void;
}

/** a worker and what is asked of it; one that has crashed fails all of it, and the next ask starts another */
class Thread {
  private worker: Worker | null = null;
  private readonly open = new Map<number, Open>();

  constructor(private readonly name: string) {}

  /** what it knows of own exercises is renewed */
  shelve(): void {
    this.worker?.postMessage({ id: 0, kind: "shelf", own: shelved() } satisfies ToWorker);
  }

  ask(message: ToAsk, open: Open): void {
    this.open.set(message.id, open);
    if (!this.worker) {
      this.worker = this.start();
      if (shelved().length > 0) this.shelve();
    }
    this.worker.postMessage(message);
  }

  drop(id: number): void {
    if (this.open.delete(id)) this.worker?.postMessage({ id, kind: "drop" } satisfies ToWorker);
  }

  end(): void {
    this.worker?.terminate();
    this.worker = null;
  }

  private start(): Worker {
    const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: this.name });
    worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
      const asked = this.open.get(data.id);
      if (data.kind === "progress") return asked?.tell(data.share);
      this.open.delete(data.id);
      if (data.kind === "failed") asked?.reject(new Error(data.reason));
      else asked?.resolve(data.answer);
    };
    const crashed = (reason: string) => {
      if (this.worker === worker) this.end();
      const all = [...this.open.values()];
      this.open.clear();
      for (const asked of all) asked.reject(new Error(reason));
    };
    worker.onerror = (event) => crashed(event.message || words.theEngineStopped());
    worker.onmessageerror = () => crashed(words.theEngineSAnswer());
    return worker;
  }
}

const threads = { live: new Thread(words.mechanicsLive()), background: new Thread(words.mechanicsBackground()) };
let next = 1;

export interface AskOptions {
  signal?: AbortSignal | undefined;
  /** share that is done, 0 to 1, of what says so */
  tell?: ((share: number) => void) | undefined;
}

/** @throws DOMException AbortError when it is dropped, Error with the reason when the engine cannot answer */
export function ask<K extends Kind>(kind: K, given: Given<K>, options: AskOptions = {}): Promise<Answered<K>> {
  const { signal, tell = () => undefined } = options;
  const lane: Lane = LANE[kind] ?? "live";
  const thread = lane === "own" ? new Thread(`mechanics, ${kind}`) : threads[lane];
  const id = next++;
  let stop = () => {};
  return new Promise<unknown>((resolve, reject) => {
    const dropped = () => reject(new DOMException("dropped", "AbortError"));
    if (signal?.aborted) return dropped();
    stop = () => {
      thread.drop(id);
      dropped();
    };
    signal?.addEventListener("abort", stop);
    thread.ask({ id, kind, given } as ToAsk, { resolve, reject, tell });
  }).finally(() => {
    signal?.removeEventListener("abort", stop);
    if (lane === "own") thread.end();
  }) as Promise<Answered<K>>;
}

const surveys = new Map<string, Promise<Survey>>();
onOffer(() => {
  // an own exercise may be another than it was
  surveys.clear();
  threads.live.shelve();
  threads.background.shelve();
});

/** kept by its key (body and setups); raw metrics only, so that no school or filter is in it */
export function askSurvey(setups: readonly SetupAsk[], body: Body, bodies: number): Promise<Survey> {
  const key = JSON.stringify([setups, body, bodies]);
  let survey = surveys.get(key);
  if (!survey) {
    survey = ask("survey", { setups, body, bodies });
    survey.catch(() => surveys.delete(key));
    surveys.set(key, survey);
  }
  return survey;
}
