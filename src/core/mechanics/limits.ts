/** Which joints of a pose are beyond what people reach in that posture: the limits are data (anatomy/limits.json). */
import { limits } from "#core/anatomy/anatomy";
import { sided, type Model, type Side } from "#core/mechanics/model";
import { RAD } from "#core/base/vector";

type Table = number | readonly (number | readonly number[])[];

/** where v stands among ascending places: the place before it, and the share of the way to the next */
function place(places: readonly number[], v: number): [number, number] {
  const last = places.length - 1;
  if (v <= places[0]!) return [0, 0];
  if (v >= places[last]!) return [last - 1, 1];
  let i = 0;
  while (v > places[i + 1]!) i++;
  return [i, (v - places[i]!) / (places[i + 1]! - places[i]!)];
}

/** a table over no, one or two coordinates, straight in between */
function read(table: Table, places: readonly (readonly number[])[], at: readonly number[], depth = 0): number {
  if (typeof table === "number") return table;
  const [i, u] = place(places[depth]!, at[depth]!);
  const of = (k: number) => read(table[k] as Table, places, at, depth + 1);
  return u === 0 ? of(i) : u === 1 ? of(i + 1) : (1 - u) * of(i) + u * of(i + 1);
}

interface Limit {
  name: string;
  words: readonly [string, string];
  joint: string;
  coordinate: number;
  by: readonly number[];
  places: readonly (readonly number[])[];
  low: Table;
  high: Table;
}

const JOINT: Readonly<Record<string, string>> = {
  elbow: "elbow",
  forearm: "forearm",
  wristFlexion: "wrist",
  wristDeviation: "wrist",
  neck: "neck",
  fingers: "hand",
  protraction: "shoulder blade",
  knee: "knee",
  ankle: "ankle",
  hipFlexion: "hip",
  hipAbduction: "hip",
  hipRotation: "hip",
  lumbarFlexion: "low back",
  thoracicFlexion: "upper back",
  lumbarBend: "low back",
  lumbarRotation: "low back",
  elevation: "arm",
  twist: "arm",
};

function limitsOf(model: Model, side: Side): Limit[] {
  const index = (name: string) => model.coordinateIndex.get(name) ?? model.coordinateIndex.get(sided(name, side))!;
  return limits.limits.map((l) => ({
    name: l.coordinate,
    words: l.words,
    joint: JOINT[l.coordinate] ?? l.coordinate,
    coordinate: index(l.coordinate),
    by: Object.keys(l.by ?? {}).map(index),
    places: Object.values(l.by ?? {}),
    low: l.low,
    high: l.high,
  }));
}

const known = new WeakMap<ReadonlyMap<string, number>, Record<Side, Limit[]>>();

/** the limits of the working side; those of the middle of the body are the same both ways */
export function limitWatch(model: Model, side: Side, samples: number) {
  let both = known.get(model.coordinateIndex);
  if (!both)
    known.set(model.coordinateIndex, (both = { right: limitsOf(model, "right"), left: limitsOf(model, "left") }));
  const all = both[side];
  /** by limit, deg beyond it: the most, and which way */
  const most = new Float64Array(all.length);
  const high = new Uint8Array(all.length);
  const bound = new Float64Array(all.length);
  const at: number[] = [];
  const went = new Float64Array(2 * all.length);
  const lowest = new Float64Array(all.length);
  const highest = new Float64Array(all.length);
  const left = new Float64Array(samples * all.length);
  const least = new Float64Array(all.length).fill(Infinity);
  const furthest = new Float64Array(all.length).fill(-Infinity);
  return {
    /** @param n the sample that q belongs to */
    look(q: Float64Array, n: number): void {
      for (let k = 0; k < all.length; k++) {
        const { coordinate, by, places, low: lows, high: highs } = all[k]!;
        const v = q[coordinate]! / RAD;
        if (v < least[k]!) least[k] = v;
        if (v > furthest[k]!) furthest[k] = v;
        // the tables are read again where what they go by has moved
        let moved = n === 0;
        for (let i = 0; i < by.length; i++) {
          const now = q[by[i]!]!;
          if (now !== went[2 * k + i]!) moved = true;
          went[2 * k + i] = now;
          at[i] = now / RAD;
        }
        if (moved) {
          lowest[k] = read(lows, places, at);
          highest[k] = read(highs, places, at);
        }
        const low = lowest[k]!;
        const top = highest[k]!;
        const beyond = Math.max(low - v, v - top);
        left[k * samples + n] = -beyond;
        if (beyond <= most[k]!) continue;
        most[k] = beyond;
        high[k] = v > top ? 1 : 0;
        bound[k] = v > top ? top : low;
      }
    },
    /** by coordinate, deg to the nearer end of its range by sample, below 0 beyond it */
    left: (): Map<string, Float64Array> =>
      new Map(all.map(({ name }, k) => [name, left.subarray(k * samples, (k + 1) * samples)])),
    /** by coordinate, the ends that it went to, deg */
    reach: (): Record<string, [low: number, high: number]> =>
      Object.fromEntries(all.map(({ name }, k) => [name, [Math.round(least[k]!), Math.round(furthest[k]!)]])),
    /** in words; empty where every pose can be taken */
    told: (): string[] =>
      all.flatMap(({ joint, words }, k) =>
        most[k]! > limits.tolerance
          ? [
              `In this pose the ${joint} would be ${words[high[k]!]} ${Math.round(most[k]!)}° further than it goes there (to about ${Math.round(bound[k]!)}°).`,
            ]
          : [],
      ),
  };
}
