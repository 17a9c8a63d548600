/** An analysis in a few numbers a head and a muscle, and two analyses side by side. */
import { mean } from "#core/base/numbers";
import type { Analysis } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";

/** mean activation under which the pages show nothing for a head */
const SHOWN = 0.1;

const round = (x: number) => Math.round(x * 1000) / 1000;

export interface HeadSummary {
  id: string;
  muscle: string;
  /** mean and largest over the rep, at the effort of a working set */
  activation: { mean: number; most: number };
  /** under the mean activation from which the pages show a head: listed as such */
  underThreshold: boolean;
  /** share of all lifting work; null under the threshold */
  share: number | null;
  /**
   * fibre length over optimum, least and most; and that in the usable range, not clipped: below 0 or above 1 is beyond
   * it
   */
  length: [number, number];
  position: [number, number];
  loadedLength: number | null;
  /** N */
  maxForce: number;
}

export interface Summary {
  setup: string;
  feasible: boolean;
  warnings: string[];
  main: string;
  sticking: Analysis["sticking"];
  heads: HeadSummary[];
  /** share of all lifting work by muscle, largest first */
  muscles: { muscle: string; share: number }[];
  limiters: Analysis["limiters"];
  /** largest load of each pose over the least */
  capacity: number[];
  /** from which load on, in kg, the body would tip, slide or lift off in this pose */
  support: Analysis["support"];
}

export function summaryOf(model: Model, a: Analysis): Summary {
  const heads = a.heads.map((h): HeadSummary => {
    const head = model.heads.find((x) => x.id === h.id)!;
    const [low, high] = [Math.min(...h.length), Math.max(...h.length)];
    const place = (l: number) => round((l - head.shortest) / (head.longest - head.shortest));
    const activation = mean(h.activation);
    return {
      id: h.id,
      muscle: h.muscle,
      activation: { mean: round(activation), most: round(Math.max(...h.activation)) },
      underThreshold: activation < SHOWN,
      share: h.metrics ? round(h.metrics.shareOfAll) : null,
      length: [round(low), round(high)],
      position: [place(low), place(high)],
      loadedLength: h.metrics ? round(h.metrics.loadedLength) : null,
      maxForce: Math.round(head.maxForce),
    };
  });
  const muscles = new Map<string, number>();
  for (const h of heads) muscles.set(h.muscle, (muscles.get(h.muscle) ?? 0) + (h.share ?? 0));
  return {
    setup: a.setupKey,
    feasible: a.feasible,
    warnings: a.warnings,
    main: a.main,
    sticking: a.sticking,
    heads: heads.sort((p, q) => q.activation.mean - p.activation.mean),
    muscles: [...muscles]
      .filter(([, share]) => share > 0)
      .map(([muscle, share]) => ({ muscle, share: round(share) }))
      .sort((p, q) => q.share - p.share),
    limiters: a.limiters,
    capacity: Array.from(a.strength, round),
    support: a.support.map(({ kind, from }) => ({ kind, from: round(from) })),
  };
}

/** what the second does more (+) or less (-) of than the first, by head; those that neither shows are left out */
export function compared(first: Summary, second: Summary) {
  const other = new Map(second.heads.map((h) => [h.id, h]));
  return {
    setups: [first.setup, second.setup],
    main: [first.main, second.main],
    limiters: [first, second].map((s) => s.limiters.slice(0, 3)),
    sticking: [first.sticking, second.sticking],
    heads: first.heads.flatMap((a) => {
      const b = other.get(a.id);
      if (!b || (a.underThreshold && b.underThreshold)) return [];
      return [
        {
          id: a.id,
          activation: [a.activation.mean, b.activation.mean],
          share: [a.share, b.share],
          loadedLength: [a.loadedLength, b.loadedLength],
          length: [a.length, b.length],
          more: round(b.activation.mean - a.activation.mean),
        },
      ];
    }),
  };
}
