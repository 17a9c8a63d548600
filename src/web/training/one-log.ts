/** Pages of a log as one. */
import type { Answer } from "#core/exchange/api";
import { newestOf } from "#core/training/exposures";

export type Log = Answer<"log">;

/** pages as one log: a set that was corrected later is there once, as it is now */
export const asOneLog = (pages: readonly Log[]): Log => ({
  ...pages[0]!,
  entries: newestOf(pages.flatMap((p) => p.entries)),
  reports: newestOf(pages.flatMap((p) => p.reports)),
  handedOver: Object.assign({}, ...pages.map((p) => p.handedOver)) as Log["handedOver"],
  names: Object.assign({}, ...pages.map((p) => p.names).reverse()) as Log["names"],
  answers: Object.assign({}, ...pages.map((p) => p.answers)) as Log["answers"],
  twice: [...new Set(pages.flatMap((p) => p.twice))],
  next: pages.at(-1)!.next,
});
