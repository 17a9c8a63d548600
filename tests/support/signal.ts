import type { SetSignal } from "#core/sensing/signal";

/** ten reps of half a metre, as planned, from a sensor that makes no mistake */
export const PLAIN_SIGNAL: SetSignal = {
  reps: 10,
  travel: 0.5,
  lift: 1,
  lower: 2,
  rest: 0.3,
  begins: "bottom",
  lostFrom: null,
  lost: 0.25,
  noise: 0,
  spikes: 0,
  dropouts: 0,
};
