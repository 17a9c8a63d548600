/** Asks the worker and hands back promises; an ask that is aborted is dropped and never answered late. */
import type { Analysis } from "#core/mechanics/analyse";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import type { ClientStrength, LiftedSet } from "#core/training/client-strength";
import type { Answer, Ask, SetupAsk } from "./messages";

type Open = { resolve: (a: Answer) => void; reject: (e: Error) => void };
type AskBody = Ask extends infer A ? (A extends { id: number } ? Omit<A, "id"> : never) : never;

let worker: Worker | null = null;
let next = 1;
const open = new Map<number, Open>();

function theWorker(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL("./worker.ts", import.meta.url), { type: "module", name: "mechanics" });
  worker.onmessage = (event: MessageEvent<Answer>) => {
    const asked = open.get(event.data.id);
    if (!asked) return;
    open.delete(event.data.id);
    if (event.data.kind === "failed") asked.reject(new Error(event.data.reason));
    else asked.resolve(event.data);
  };
  worker.onerror = (event) => {
    for (const asked of open.values()) asked.reject(new Error(event.message || "The mechanics worker stopped."));
    open.clear();
    worker = null;
  };
  return worker;
}

function ask(body: AskBody, signal?: AbortSignal): Promise<Answer> {
  const id = next++;
  return new Promise((resolve, reject) => {
    if (signal?.aborted) return reject(new DOMException("dropped", "AbortError"));
    open.set(id, { resolve, reject });
    signal?.addEventListener("abort", () => {
      if (!open.delete(id)) return;
      theWorker().postMessage({ id, kind: "drop" } satisfies Ask);
      reject(new DOMException("dropped", "AbortError"));
    });
    theWorker().postMessage({ ...body, id } as Ask);
  });
}

export async function askAnalysis(setup: SetupAsk, body: Body, signal?: AbortSignal): Promise<Analysis> {
  const a = await ask({ kind: "analyse", setup, body }, signal);
  if (a.kind !== "analysis") throw new Error("unexpected answer");
  return a.analysis;
}

const surveys = new Map<string, Promise<Survey>>();

/** kept by its key (body and setups); raw metrics only, so that no school or filter is in it */
export function askSurvey(setups: SetupAsk[], body: Body, bodies: number): Promise<Survey> {
  const key = JSON.stringify([setups, body, bodies]);
  let survey = surveys.get(key);
  if (!survey) {
    survey = ask({ kind: "survey", setups, body, bodies }).then((a) => {
      if (a.kind !== "survey") throw new Error("unexpected answer");
      return a.survey;
    });
    survey.catch(() => surveys.delete(key));
    surveys.set(key, survey);
  }
  return survey;
}

/** what the logged sets say of the client's strength, and of the loads of the setups asked for */
export async function askStrength(body: Body, sets: LiftedSet[], setups: SetupAsk[], signal?: AbortSignal): Promise<ClientStrength> {
  const a = await ask({ kind: "strength", body, sets, setups }, signal);
  if (a.kind !== "strength") throw new Error("unexpected answer");
  return a.strength;
}
