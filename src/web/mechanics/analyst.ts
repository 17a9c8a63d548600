/** Asks the worker and hands back promises; an ask that is aborted is dropped and never answered late. */
import type { Analysis } from "#core/mechanics/analyse";
import type { Body } from "#core/mechanics/model";
import type { Easier } from "#core/planning/easier";
import type { Relief } from "#core/bench/felt";
import type { Search } from "#core/bench/find";
import type { PartFacts, RangeAdvice } from "#core/bench/range";
import type { Sweep, SweepMap } from "#core/bench/sweep";
import type { Survey } from "#core/mechanics/survey";
import type { ChosenLoad, ChosenSet } from "#core/training/chosen-load";
import type { ClientStrength } from "#core/training/client-strength";
import type { LiftedSet } from "#core/training/belief";
import type { Answer, Ask, SetupAsk } from "./messages";

type Open = { resolve: (a: Answer) => void; reject: (e: Error) => void };
type AskBody = Ask extends infer A ? (A extends { id: number } ? Omit<A, "id"> : never) : never;

/** what is on the bench is answered at once, on a thread of its own; surveys and beliefs take their time on another */
type Lane = "live" | "background";
const workers = new Map<Lane, Worker>();
let next = 1;
const open = new Map<number, Open & { lane: Lane }>();

function workerOf(lane: Lane): Worker {
  const known = workers.get(lane);
  if (known) return known;
  const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: `mechanics, ${lane}` });
  workers.set(lane, worker);
  worker.onmessage = (event: MessageEvent<Answer>) => {
    const asked = open.get(event.data.id);
    if (!asked) return;
    open.delete(event.data.id);
    if (event.data.kind === "failed") asked.reject(new Error(event.data.reason));
    else asked.resolve(event.data);
  };
  worker.onerror = (event) => {
    for (const [id, asked] of open) {
      if (asked.lane !== lane) continue;
      open.delete(id);
      asked.reject(new Error(event.message || "The mechanics worker stopped."));
    }
    workers.delete(lane);
  };
  return worker;
}

function ask(body: AskBody, lane: Lane, signal?: AbortSignal): Promise<Answer> {
  const id = next++;
  return new Promise((resolve, reject) => {
    if (signal?.aborted) return reject(new DOMException("dropped", "AbortError"));
    open.set(id, { resolve, reject, lane });
    signal?.addEventListener("abort", () => {
      if (!open.delete(id)) return;
      workerOf(lane).postMessage({ id, kind: "drop" } satisfies Ask);
      reject(new DOMException("dropped", "AbortError"));
    });
    workerOf(lane).postMessage({ ...body, id });
  });
}

export async function askAnalysis(setup: SetupAsk, body: Body, signal?: AbortSignal): Promise<Analysis> {
  const a = await ask({ kind: "analyse", setup, body }, "live", signal);
  if (a.kind !== "analysis") throw new Error("unexpected answer");
  return a.analysis;
}

const surveys = new Map<string, Promise<Survey>>();

/** kept by its key (body and setups); raw metrics only, so that no school or filter is in it */
export function askSurvey(setups: SetupAsk[], body: Body, bodies: number): Promise<Survey> {
  const key = JSON.stringify([setups, body, bodies]);
  let survey = surveys.get(key);
  if (!survey) {
    survey = ask({ kind: "survey", setups, body, bodies }, "background").then((a) => {
      if (a.kind !== "survey") throw new Error("unexpected answer");
      return a.survey;
    });
    survey.catch(() => surveys.delete(key));
    surveys.set(key, survey);
  }
  return survey;
}

/** what the logged sets say of the client's strength, and of the loads of the setups asked for */
export async function askStrength(
  body: Body,
  sets: LiftedSet[],
  setups: SetupAsk[],
  signal?: AbortSignal,
): Promise<ClientStrength> {
  const a = await ask({ kind: "strength", body, sets, setups }, "background", signal);
  if (a.kind !== "strength") throw new Error("unexpected answer");
  return a.strength;
}

/** @param body of the client's own strengths @returns null where nothing can be told */
export async function askChosen(
  setup: SetupAsk,
  body: Body,
  load: ChosenLoad,
  signal: AbortSignal,
): Promise<ChosenSet | null> {
  const a = await ask({ kind: "chosen", setup, body, load }, "live", signal);
  if (a.kind !== "chosen") throw new Error("unexpected answer");
  return a.set;
}

/** positions of the same exercise in which the same load is easier */
export async function askEasier(
  setup: SetupAsk,
  body: Body,
  head: string | null,
  signal?: AbortSignal,
): Promise<Easier[]> {
  const a = await ask({ kind: "easier", setup, body, head }, "live", signal);
  if (a.kind !== "easier") throw new Error("unexpected answer");
  return a.positions;
}

/** what numbers do while a parameter goes through its range */
export async function askSweep(
  asked: Omit<Extract<Ask, { kind: "sweep" }>, "id" | "kind">,
  signal?: AbortSignal,
): Promise<Sweep> {
  const a = await ask({ kind: "sweep", ...asked }, "live", signal);
  if (a.kind !== "sweep") throw new Error("unexpected answer");
  return a.sweep;
}

/** one number over two parameters at once */
export async function askMap(
  asked: Omit<Extract<Ask, { kind: "map" }>, "id" | "kind">,
  signal?: AbortSignal,
): Promise<SweepMap> {
  const a = await ask({ kind: "map", ...asked }, "live", signal);
  if (a.kind !== "map") throw new Error("unexpected answer");
  return a.map;
}

/** a part of the rep against the whole; null where the head does nothing in it */
export async function askPart(
  asked: Omit<Extract<Ask, { kind: "part" }>, "id" | "kind">,
  signal?: AbortSignal,
): Promise<PartFacts | null> {
  const a = await ask({ kind: "part", ...asked }, "live", signal);
  if (a.kind !== "part") throw new Error("unexpected answer");
  return a.facts;
}

/** where the rep should begin and end */
export async function askRange(
  asked: Omit<Extract<Ask, { kind: "range" }>, "id" | "kind">,
  signal?: AbortSignal,
): Promise<RangeAdvice | null> {
  const a = await ask({ kind: "range", ...asked }, "background", signal);
  if (a.kind !== "range") throw new Error("unexpected answer");
  return a.advice;
}

/** the best setup for an aim, on a thread of its own that is ended when it is given up; tells the share that is done */
export function askBest(
  asked: Omit<Extract<Ask, { kind: "find" }>, "id" | "kind">,
  tell: (share: number) => void,
  signal: AbortSignal,
): Promise<Search> {
  const worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "mechanics, search" });
  return new Promise<Search>((resolve, reject) => {
    signal.addEventListener("abort", () => reject(new DOMException("dropped", "AbortError")));
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.kind === "progress") tell(data.share);
      else if (data.kind === "find") resolve(data.search);
      else reject(new Error(data.kind === "failed" ? data.reason : "unexpected answer"));
    };
    worker.onerror = (e) => reject(new Error(e.message || "The mechanics worker stopped."));
    worker.postMessage({ id: 0, kind: "find", ...asked } satisfies Ask);
  }).finally(() => worker.terminate());
}

/** what of a setup takes work from a muscle that is felt instead of the head it is for */
export async function askFelt(
  asked: Omit<Extract<Ask, { kind: "felt" }>, "id" | "kind">,
  signal?: AbortSignal,
): Promise<{ now: number; reliefs: Relief[] }> {
  const a = await ask({ kind: "felt", ...asked }, "live", signal);
  if (a.kind !== "felt") throw new Error("unexpected answer");
  return { now: a.now, reliefs: a.reliefs };
}
