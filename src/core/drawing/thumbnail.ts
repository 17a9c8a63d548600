/** A small picture of a setup where it is hardest, with one head in its colour: for rows of lists. */
import type { Form } from "#core/base/forms";
import type { Setup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import { lookOf } from "./look";
import { COARSE } from "./outline";
import { fitOf, plateOf, type Shape } from "./plate";

export interface Thumbnail {
  /** pixels */
  width: number;
  height: number;
  /** units of the shapes a pixel */
  unit: number;
  shapes: Shape[];
  /** the head's place in its length range there, 0 short to 1 long */
  place: number;
}

const SAMPLES = 11;

/** @returns null for a setup that cannot be posed */
export function thumbnailOf(
  model: Model,
  setup: Setup,
  head: string | null,
  width: number,
  height: number,
  form: Form = "male",
): Thumbnail | null {
  const analysis = analyse(model, setup, { frames: true, samples: SAMPLES });
  if (!analysis.frames) return null;
  const { exercise } = setup;
  const view = lookOf({ exercise, analysis, samples: SAMPLES, chosen: head });
  const ask = { exercise, analysis, view, chosen: head, detail: "thumbnail" as const, form };
  const sample = Math.round(analysis.sticking.at * (SAMPLES - 1));
  const fit = fitOf(ask, SAMPLES, width, height);
  const { shapes } = plateOf({ ...ask, sample, fit });
  const place = analysis.heads.find((h) => h.id === head)?.position[sample] ?? 0.5;
  return { width, height, unit: COARSE, shapes, place };
}
