/// <reference lib="webworker" />
/** The engine off the page's thread. Asks that were dropped before they began are passed over. */
import { worker as words } from "#core/words/web/mechanics";
import { setupAsked, type SetupAsk } from "#core/exercises/asked";
import { shelve } from "#core/exercises/shelf";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { surveySetups } from "#core/mechanics/survey";
import { feltElsewhere } from "#core/bench/felt";
import { findBest } from "#core/bench/find";
import { adviseRange, partFacts } from "#core/bench/range";
import { REP, sweep, sweepMap, sweepRep, type InRep } from "#core/bench/sweep";
import { firstFrame } from "#core/drawing/rep";
import { thumbnailOf } from "#core/drawing/thumbnail";
import type { View } from "#core/drawing/view";
import { easierPositions } from "#core/planning/easier";
import { chosenSet } from "#core/training/chosen-load";
import { clientStrength } from "#core/training/client-strength";
import { FIGURE, lensOn } from "../bench/lens";
import type { Answered, FromWorker, Given, Kind, ToAsk, ToWorker } from "./messages";

const dropped = new Set<number>();
const models = new Map<string, Model>();
/** the view of an exercise and head stays while its setup is changed */
const views = new Map<string, View>();

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
  const setup = setupAsked(ask);
  if (!setup) throw new Error(words.noExercise({ id: ask.exerciseId }));
  return setup;
}

type Answers = { [K in Kind]: (given: Given<K>, tell: (share: number) => void) => Answered<K> };

const answers: Answers = {
  analyse: ({ body, setup, samples }) =>
    analyse(modelFor(body), setupFor(setup), { frames: true, ...(samples ? { samples } : {}) }),
  bench({ body, setup, head, form }) {
    const own = setupFor(setup);
    const { exercise } = own;
    const analysis = analyse(modelFor(body), own, { frames: true });
    const active = analysis.heads.filter((h) => h.metrics);
    const chosen = lensOn(analysis.heads, active, head, exercise);
    if (!analysis.frames || !chosen) return { analysis };
    const samples = analysis.s.length;
    const at = Math.round(analysis.sticking.at * (samples - 1));
    const key = `${exercise.id} ${chosen} ${form}`;
    const ask = { exercise, analysis, samples, chosen, form };
    const first = firstFrame(ask, at, [FIGURE.width, FIGURE.height], views.get(key));
    views.set(key, first.view);
    return { analysis, first };
  },
  survey: ({ setups, body, bodies }) => surveySetups(setups.map(setupFor), body, bodies),
  strength: ({ body, sets, setups }) => clientStrength(body, sets, setups),
  chosen: ({ body, setup, load }) => chosenSet(modelFor(body), setupFor(setup), load),
  easier({ body, setup, head, rules }) {
    const { exercise, values } = setupFor(setup);
    return easierPositions(modelFor(body), exercise, values, head, rules);
  },
  picture: ({ body, setup, head, width, height, form }) =>
    thumbnailOf(modelFor(body), setupFor(setup), head, width, height, form),
  sweep({ body, setup, parameter, asked, points }) {
    const { exercise, values } = setupFor(setup);
    const model = modelFor(body);
    return parameter === REP
      ? sweepRep(model, exercise, values, asked as { head: string; quantity: InRep }[])
      : sweep(model, exercise, values, parameter, asked, points);
  },
  map({ body, setup, parameters, head, quantity }) {
    const { exercise, values } = setupFor(setup);
    return sweepMap(modelFor(body), exercise, values, parameters, head, quantity);
  },
  felt({ body, setup, head, muscle, rules }) {
    const { exercise, values } = setupFor(setup);
    return feltElsewhere(modelFor(body), exercise, values, head, muscle, rules);
  },
  part: ({ body, setup, head, counting, rules, part }) =>
    partFacts(modelFor(body), setupFor(setup), head, counting, rules, part),
  range: ({ body, setup, head, counting, rules, bound }) =>
    adviseRange(modelFor(body), setupFor(setup), head, counting, rules, bound),
  find: ({ body, setup, head, aim, bounds }, tell) =>
    findBest(modelFor(body), setupFor(setup).exercise, head, aim, bounds, tell),
};

const say = (message: FromWorker) => postMessage(message);

function answer<K extends Kind>(id: number, kind: K, given: Given<K>): void {
  try {
    say({ id, kind: "answer", answer: answers[kind](given, (share) => say({ id, kind: "progress", share })) });
  } catch (error) {
    say({ id, kind: "failed", reason: error instanceof Error ? error.message : String(error) });
  }
}

const queue: ToAsk[] = [];
let running = false;

/** one ask a turn of the event loop, so that a drop sent meanwhile is read first */
function pump(): void {
  const ask = queue.shift();
  if (!ask) {
    running = false;
    return;
  }
  if (!dropped.delete(ask.id)) answer(ask.id, ask.kind, ask.given);
  setTimeout(pump, 0);
}

addEventListener("message", (event: MessageEvent<ToWorker>) => {
  const ask = event.data;
  if (ask.kind === "shelf") return shelve(ask.own);
  if (ask.kind === "drop") dropped.add(ask.id);
  else queue.push(ask);
  if (!running) {
    running = true;
    setTimeout(pump, 0);
  }
});
