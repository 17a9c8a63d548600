/**
 * A survey: the raw metrics of many setups in one body and in varied bodies around it. Scores are never stored,
 * they are made from a survey on reading; so a school, a client's equipment or a weight never needs new mechanics.
 */
import type { Setup } from "#core/exercises/setup";
import { analyse, COARSE_SAMPLES, type Analysis } from "#core/mechanics/analyse";
import { meanOver, SLICES, type HeadMetrics } from "#core/mechanics/metrics";
import { compileModel } from "#core/mechanics/compile";
import type { Body, Model } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";

/** what one body says about one setup; heads under the least activation are null */
export interface BodyView {
  feasible: boolean;
  warnings: string[];
  heads: Record<string, HeadMetrics | null>;
  limiters: Analysis["limiters"];
  engagedMass: number;
  /** volume share of each muscle x its activation, over all engaged mass */
  engagedBy: Record<string, number>;
  sticking: { from: number; to: number; at: number };
  /** largest load over the least in the rep, the least of each tenth of it */
  strength: number[];
  turns: Analysis["turns"];
  /**
   * compression of the low back in body weights, at the load where the set sticks; 0 where the trunk carries nothing
   */
  compression: number;
  /** Nm about the low back there */
  spineMoment: number;
  /** kg of the load that the body itself weighs where it is lifted */
  bodyLoad: number;
  /** largest load over all that is lifted then, body and load: how hard it is without any, for comparing only */
  ease: number;
  /** largest load, kg by the model: for comparing setups of one exercise only; rows kept before do not know it */
  load?: number;
  actions: Analysis["actions"];
  strain: Analysis["strain"];
  reach: Analysis["reach"];
  /** torque asked where the lift ends over the rep's most: whether a load dies at lockout */
  ending: number;
}

export interface SurveyRow {
  setupKey: string;
  exerciseId: string;
  values: Readonly<Record<string, number>>;
  /** the body asked for */
  view: BodyView;
  /** varied bodies around it, only what ranking needs */
  varied: BodyView[];
}

export interface Survey {
  modelVersion: string;
  rows: SurveyRow[];
}

/** mean of the last tenth over the most */
function endingOf(resistance: Float64Array): number {
  const most = resistance.reduce((m, t) => Math.max(m, Math.abs(t)), 0);
  const last = resistance.subarray(Math.floor(0.9 * resistance.length));
  return most > 0 ? last.reduce((s, t) => s + Math.abs(t), 0) / last.length / most : 0;
}

function leastByTenth(strength: Float64Array): number[] {
  const last = strength.length - 1;
  return Array.from({ length: SLICES }, (_, k) => {
    const [from, to] = [Math.floor((k * last) / SLICES), Math.ceil(((k + 1) * last) / SLICES)];
    return strength.subarray(from, to + 1).reduce((least, v) => Math.min(least, v), Infinity);
  });
}

export function viewOf(analysis: Analysis, volumes: ReadonlyMap<string, number>): BodyView {
  const engagedBy: Record<string, number> = {};
  let total = 0;
  for (const h of analysis.heads) {
    const mass = meanOver(h.activation) * (volumes.get(h.id) ?? 0);
    engagedBy[h.muscle] = (engagedBy[h.muscle] ?? 0) + mass;
    total += mass;
  }
  for (const muscle of Object.keys(engagedBy)) engagedBy[muscle] = total > 0 ? engagedBy[muscle]! / total : 0;
  return {
    feasible: analysis.feasible,
    warnings: analysis.warnings,
    heads: Object.fromEntries(analysis.heads.map((h) => [h.id, h.metrics])),
    limiters: analysis.limiters,
    engagedMass: analysis.engagedMass,
    engagedBy,
    sticking: analysis.sticking,
    strength: leastByTenth(analysis.strength),
    turns: analysis.turns,
    compression: analysis.spine?.compression ?? 0,
    spineMoment: analysis.spine?.moment ?? 0,
    bodyLoad: analysis.bodyLoad,
    ease: analysis.bodyLoad > 0 ? (analysis.rawLoad + analysis.bodyLoad) / analysis.bodyLoad : 0,
    load: analysis.rawLoad,
    actions: analysis.actions,
    strain: analysis.strain,
    reach: analysis.reach,
    ending: endingOf(analysis.resistance),
  };
}

/** without what only a picture needs */
function drawnOff(view: BodyView): BodyView {
  for (const m of Object.values(view.heads)) if (m) m.grain = m.grainPassive = [];
  return view;
}

/**
 * Four digits of every number: more than the model is good to, and a fifth of what travels. In place.
 */
function shortened(value: object): void {
  const record = value as Record<string, unknown>;
  for (const key of Object.keys(record)) {
    const v = record[key];
    if (typeof v === "number") record[key] = Number.isInteger(v) ? v : Number(v.toPrecision(4));
    else if (v !== null && typeof v === "object") shortened(v);
  }
}

/** compiling a body costs more than an analysis: the bodies asked for last are kept */
const kept: { key: string; models: readonly Model[] }[] = [];
function modelsAround(body: Body, bodies: number, seed: number): readonly Model[] {
  const key = JSON.stringify([body, bodies, seed]);
  const known = kept.find((k) => k.key === key);
  if (known) return known.models;
  const models = [body, ...variedBodies(body, bodies, seed)].map((b) => compileModel(b));
  kept.unshift({ key, models });
  kept.length = Math.min(kept.length, 3);
  return models;
}

/**
 * The body asked for and, with less of it told, varied ones around it.
 * @param stop asked between setups; true ends the survey early
 */
export function surveySetups(
  setups: readonly Setup[],
  body: Body,
  bodies: number,
  seed = 1,
  stop: () => boolean = () => false,
): Survey {
  const models = modelsAround(body, bodies, seed);
  const volumes = models.map((m) => new Map(m.heads.map((h) => [h.id, h.volume])));
  const rows: SurveyRow[] = [];
  for (const setup of setups) {
    if (stop()) break;
    const [view, ...varied] = models.map((m, i) => {
      const analysis = analyse(m, setup, { samples: COARSE_SAMPLES, actions: i === 0 });
      const view = viewOf(analysis, volumes[i]!);
      shortened(view);
      return i === 0 ? view : drawnOff(view);
    });
    rows.push({ setupKey: setup.key, exerciseId: setup.exercise.id, values: setup.values, view: view!, varied });
  }
  return { modelVersion: models[0]!.version, rows };
}
