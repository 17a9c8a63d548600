/** A load of another kind in the place of one: where it acts stays, its fixed end too where both have one. */
import type { GivenLoad } from "./loads";
import type { fromSchema } from "./kind";
import type { z } from "zod";

type Kind = GivenLoad["kind"];
type Given<K extends Kind> = Extract<GivenLoad, { kind: K }>;
type GivenFrom = z.infer<typeof fromSchema>;

export const LOAD_KINDS = ["mass", "cable", "band", "lever", "arm", "rail"] as const satisfies readonly Kind[];

/** a pulley at chest height, a step ahead */
const AHEAD: GivenFrom = { frame: "floor", at: [0.8, 1.2, 0] };

const endOf = (l: GivenLoad): GivenFrom => ("from" in l ? l.from : "pivot" in l ? l.pivot : AHEAD);

const BEGUN: { readonly [K in Kind]: (old: GivenLoad) => Omit<Given<K>, "at" | "share" | "both"> } = {
  mass: () => ({ kind: "mass", fixed: 0 }),
  cable: (old) => ({ kind: "cable", from: endOf(old) }),
  band: (old) => ({ kind: "band", from: endOf(old), slack: 0.6 }),
  lever: () => ({ kind: "lever", axis: "x" }),
  arm: (old) => ({ kind: "arm", pivot: endOf(old), axis: [0, 0, 1] }),
  rail: () => ({ kind: "rail", slope: 45, presses: -1, rides: 0 }),
};

/** the same load as another kind; itself where it is of that kind already */
export function begun(kind: Kind, old: GivenLoad): GivenLoad {
  if (old.kind === kind) return old;
  const { at, share, both } = old;
  return { ...BEGUN[kind](old), at, share, both };
}
