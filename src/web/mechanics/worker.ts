/// <reference lib="webworker" />
/** The engine off the page's thread. Asks that were dropped before they began are passed over. */
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { feltElsewhere } from "#core/bench/felt";
import { findBest } from "#core/bench/find";
import { adviseRange, partFacts } from "#core/bench/range";
import { REP, sweep, sweepMap, sweepRep, type InRep } from "#core/bench/sweep";
import { easierPositions } from "#core/planning/easier";
import { chosenSet } from "#core/training/chosen-load";
import { clientStrength } from "#core/training/client-strength";
import type { Answer, Ask, SetupAsk } from "./messages";

const dropped = new Set<number>();
const models = new Map<string, Model>();

function modelFor(body: Body): Model {
  const key = JSON.stringify(body);
  let model = models.get(key);
  if (!model) {
    if (models.size > 6) models.clear();
    models.set(key, (model = compileModel(body)));
  }
  return model;
}

function setupFor(ask: SetupAsk) {
  const exercise = findExercise(ask.exerciseId);
  if (!exercise) throw new Error(`There is no exercise called ${ask.exerciseId}.`);
  return resolveSetup(exercise, ask.values);
}

function answer(ask: Ask): Answer | null {
  if (ask.kind === "drop" || dropped.delete(ask.id)) return null;
  try {
    if (ask.kind === "analyse")
      return {
        id: ask.id,
        kind: "analysis",
        analysis: analyse(modelFor(ask.body), setupFor(ask.setup), {
          frames: true,
          ...(ask.samples ? { samples: ask.samples } : {}),
        }),
      };
    if (ask.kind === "easier") {
      const { exercise, values } = setupFor(ask.setup);
      const positions = easierPositions(modelFor(ask.body), exercise, values, ask.head);
      return { id: ask.id, kind: "easier", positions };
    }
    if (ask.kind === "sweep") {
      const { exercise, values } = setupFor(ask.setup);
      const told =
        ask.parameter === REP
          ? sweepRep(modelFor(ask.body), exercise, values, ask.asked as { head: string; quantity: InRep }[])
          : sweep(modelFor(ask.body), exercise, values, ask.parameter, ask.asked, ask.points);
      return { id: ask.id, kind: "sweep", sweep: told };
    }
    if (ask.kind === "map") {
      const { exercise, values } = setupFor(ask.setup);
      const map = sweepMap(modelFor(ask.body), exercise, values, ask.parameters, ask.head, ask.quantity);
      return { id: ask.id, kind: "map", map };
    }
    if (ask.kind === "felt") {
      const { exercise, values } = setupFor(ask.setup);
      const told = feltElsewhere(modelFor(ask.body), exercise, values, ask.head, ask.muscle);
      return { id: ask.id, kind: "felt", ...told };
    }
    if (ask.kind === "part") {
      const facts = partFacts(modelFor(ask.body), setupFor(ask.setup), ask.head, ask.counting, ask.part);
      return { id: ask.id, kind: "part", facts };
    }
    if (ask.kind === "range") {
      const advice = adviseRange(modelFor(ask.body), setupFor(ask.setup), ask.head, ask.counting, ask.bound);
      return { id: ask.id, kind: "range", advice };
    }
    if (ask.kind === "find") {
      const { exercise } = setupFor(ask.setup);
      const tell = (share: number) => postMessage({ id: ask.id, kind: "progress", share } satisfies Answer);
      const search = findBest(modelFor(ask.body), exercise, ask.head, ask.aim, ask.bounds, tell);
      return { id: ask.id, kind: "find", search };
    }
    if (ask.kind === "strength")
      return { id: ask.id, kind: "strength", strength: clientStrength(ask.body, ask.sets, ask.setups) };
    if (ask.kind === "chosen")
      return { id: ask.id, kind: "chosen", set: chosenSet(modelFor(ask.body), setupFor(ask.setup), ask.load) };
    return { id: ask.id, kind: "survey", survey: surveySetups(ask.setups.map(setupFor), ask.body, ask.bodies) };
  } catch (error) {
    return { id: ask.id, kind: "failed", reason: error instanceof Error ? error.message : String(error) };
  }
}

const queue: Ask[] = [];
let running = false;

/** one ask a turn of the event loop, so that a drop sent meanwhile is read first */
function pump(): void {
  const ask = queue.shift();
  if (!ask) {
    running = false;
    return;
  }
  const reply = answer(ask);
  if (reply) postMessage(reply);
  setTimeout(pump, 0);
}

addEventListener("message", (event: MessageEvent<Ask>) => {
  const ask = event.data;
  if (ask.kind === "drop") dropped.add(ask.id);
  else queue.push(ask);
  if (!running) {
    running = true;
    setTimeout(pump, 0);
  }
});
