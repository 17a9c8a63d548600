/** Plates of one rep in one view: one scale for all, each drawn once, so that a rep played again costs nothing. */
import type { Form } from "#core/base/forms";
import { lookOf, type LookAsk } from "./look";
import type { Fit } from "./outline";
import { fitOf, plateOf, type Detail, type Plate, type PlateAsk } from "./plate";
import type { View } from "./view";

/** a plate that is drawn where the analysis is made, beside the page: what it starts with */
export interface FirstFrame {
  head: string;
  form: Form;
  view: View;
  fit: Fit;
  sample: number;
  plate: Plate;
}

export interface Rep {
  fit: Fit;
  at: (detail: Detail, sample: number) => Plate;
}

type RepAsk = Omit<PlateAsk, "fit" | "sample" | "detail" | "chosen" | "form"> & { chosen: string; form: Form };

const alike = (a: View, b: View): boolean => a.turn === b.turn && a.pitch === b.pitch;

/** @param first used where it is of this head, form and view */
export function repOf(ask: RepAsk, samples: number, width: number, height: number, first?: FirstFrame): Rep {
  const ready =
    first && first.head === ask.chosen && first.form === ask.form && alike(first.view, ask.view) ? first : null;
  const fit = ready?.fit ?? fitOf({ ...ask, detail: "full" }, samples, width, height);
  const known = new Map<string, Plate>(ready ? [[`full ${ready.sample}`, ready.plate]] : []);
  return {
    fit,
    at(detail, sample) {
      const key = `${detail} ${sample}`;
      const plate = known.get(key) ?? plateOf({ ...ask, detail, sample, fit });
      known.set(key, plate);
      return plate;
    },
  };
}

/** what a page shows first: the sample that it begins with. @param known the view, where it has been chosen before */
export function firstFrame(
  ask: LookAsk & { chosen: string; form: Form },
  at: number,
  size: [width: number, height: number],
  known?: View,
): FirstFrame {
  const { exercise, analysis, samples, chosen, form } = ask;
  const view = known ?? lookOf(ask);
  const rep = repOf({ exercise, analysis, view, chosen, form }, samples, ...size);
  return { head: chosen, form, view, fit: rep.fit, sample: at, plate: rep.at("full", at) };
}
