/**
 * The body's surface in a pose: rings about the bones, blended between neighbours, as one flat table of points. What
 * is drawn of the body reads it, so that no muscle can leave the outline.
 */
import type { Form } from "#core/base/forms";
import { SIDES, type Side } from "#core/mechanics/model";
import type { Frames } from "#core/mechanics/frames";
import { chains, CHAINS, female, relief, type ChainId } from "./body.data";

/** points of a ring */
export const ANGLES = 20;
/** rings from one of the table's to the next */
const STEPS: Readonly<Record<ChainId, number>> = { T: 2, H: 2, Y: 3, W: 3, B: 3, L: 2, F: 2, A: 2, P: 1 };
/** chains that are one for both sides */
const MIDDLE: readonly ChainId[] = ["T", "H"];

/** rings of one chain and side: where they are in the table, and what they are blended from */
export interface Chain {
  id: ChainId;
  side: Side;
  /** first ring in the table, and how many */
  from: number;
  count: number;
  /** station of each ring */
  stations: Float64Array;
  /** of each ring: place in the chain's own rings, a whole number where it is one of them */
  places: Float64Array;
  /** own rings: segment, centre (m), radii of the quarters */
  segments: Int32Array;
  centres: Float64Array;
  /** radius of each point of each ring along both axes, relief left out, m */
  along: Float64Array;
  across: Float64Array;
  /** columns of the segment's rotation that the axes are, with the sign of the second */
  axes: readonly [first: number, second: number, sign: number];
  size: number;
}

/** @property toes how far those of the right and the left foot bend up at its ball, samples x 2, rad */
export type DrawnFrames = Frames & { toes?: Float32Array };

export interface Surface {
  chains: readonly Chain[];
  of: (id: ChainId, side: Side) => Chain;
  /** rings x ANGLES x 3, world, m */
  at: Float64Array;
  /** rings x 3: centres; and the axes of each ring, unit */
  centre: Float64Array;
  first: Float64Array;
  second: Float64Array;
  /** rings x ANGLES: from the centre to each point, m */
  radius: Float64Array;
}

const radiusAt = (r: number, e: number, part: number) => r * Math.sign(part) * Math.abs(part) ** (2 / e);

/** factors on the radii of a ring in a female-derived body: first axis, second axis */
function factorsOf(id: ChainId, s: number, form: Form): [number, number] {
  if (form === "male") return [1, 1];
  const row = female.factors.find(([chain, from, to]) => chain === id && s >= from - 1e-9 && s <= to + 1e-9);
  return row ? [row[4], row[3]] : [1, 1];
}

function chainOf(id: ChainId, side: Side, from: number, segments: readonly string[], size: number, form: Form): Chain {
  const { axis, rings } = chains[id];
  const steps = STEPS[id];
  const count = (rings.length - 1) * steps + 1;
  const mirror = side === "left" ? -1 : 1;
  const chain: Chain = {
    id,
    side,
    from,
    count,
    size,
    stations: new Float64Array(count),
    places: new Float64Array(count),
    segments: new Int32Array(rings.length),
    centres: new Float64Array(3 * rings.length),
    along: new Float64Array(count * ANGLES),
    across: new Float64Array(count * ANGLES),
    axes: axis === "y" ? [0, 2, mirror] : axis === "x" ? [1, 2, mirror] : [0, 1, 1],
  };
  rings.forEach((ring, i) => {
    const at = segments.indexOf(ring.seg);
    chain.segments[i] = at >= 0 ? at : segments.indexOf(`${ring.seg}.${side}`);
    chain.centres.set([ring.c[0] * size, ring.c[1] * size, ring.c[2] * size * mirror], 3 * i);
  });
  for (let n = 0; n < count; n++) {
    const place = n / steps;
    chain.places[n] = place;
    const [w, k] = weightsAt(place, rings.length);
    const blend = (value: (i: number) => number) => w.reduce((sum, x, i) => sum + x * value(k[i]!), 0);
    chain.stations[n] = blend((i) => rings[i]!.s);
    const e = blend((i) => rings[i]!.e);
    for (let a = 0; a < ANGLES; a++) {
      const angle = (2 * Math.PI * a) / ANGLES;
      const [c, s] = [Math.cos(angle), Math.sin(angle)];
      const r = (i: number, q: number) => rings[i]!.r[q]! * factorsOf(id, rings[i]!.s, form)[q < 2 ? 0 : 1] * size;
      chain.along[n * ANGLES + a] = radiusAt(
        blend((i) => r(i, c >= 0 ? 0 : 1)),
        e,
        c,
      );
      chain.across[n * ANGLES + a] = radiusAt(
        blend((i) => r(i, s >= 0 ? 2 : 3)),
        e,
        s,
      );
    }
  }
  return chain;
}

/** Catmull-Rom: weights of four of n values at a place between them */
export function weightsAt(place: number, n: number): [weights: number[], of: number[]] {
  const i = Math.max(0, Math.min(n - 2, Math.floor(place)));
  const t = place - i;
  const of = [i - 1, i, i + 1, i + 2].map((k) => Math.max(0, Math.min(n - 1, k)));
  const [t2, t3] = [t * t, t * t * t];
  return [[(-t + 2 * t2 - t3) / 2, (2 - 5 * t2 + 3 * t3) / 2, (t + 4 * t2 - 3 * t3) / 2, (t3 - t2) / 2], of];
}

export interface Body {
  chains: readonly Chain[];
  rings: number;
  size: number;
  form: Form;
}

const bodies = new Map<string, Body>();
/** what of the surface does not depend on the pose. @param segments names of the frames' segments, in order */
export function bodyOf({ segments, size }: Pick<Frames, "segments" | "size">, form: Form): Body {
  const key = `${size} ${form} ${segments.length}`;
  const known = bodies.get(key);
  if (known) return known;
  const list: Chain[] = [];
  let from = 0;
  for (const id of CHAINS)
    for (const side of MIDDLE.includes(id) ? (["right"] as const) : (["right", "left"] as const)) {
      const chain = chainOf(id, side, from, segments, size, form);
      list.push(chain);
      from += chain.count;
    }
  const body = { chains: list, rings: from, size, form };
  bodies.set(key, body);
  return body;
}

const cosine = (x: number) => (Math.abs(x) < 1 ? Math.cos((x * Math.PI) / 2) ** 2 : 0);
const turnOf = (a: number) => ((a + 540) % 360) - 180;

/** what a head that shortens adds to the outline, m, by ring and angle; the same for both sides of a chain */
function bulges(chain: Chain, size: number, form: Form, lengthOf: (head: string) => number): Float64Array | null {
  const list = relief.filter((x) => x.chain === chain.id);
  if (list.length === 0 && !(form === "female" && chain.id === female.chest.chain)) return null;
  const out = new Float64Array(chain.count * ANGLES);
  const add = (x: (typeof relief)[number], height: number) => {
    for (let n = 0; n < chain.count; n++) {
      const along = cosine((chain.stations[n]! - x.s) / x.ds);
      if (along === 0) continue;
      for (let a = 0; a < ANGLES; a++) {
        const angle = (360 * a) / ANGLES;
        const across = Math.max(cosine(turnOf(angle - x.a) / x.da), x.both ? cosine(turnOf(angle + x.a) / x.da) : 0);
        out[n * ANGLES + a]! += height * along * across * size;
      }
    }
  };
  for (const x of list) {
    const full = x.head ? 1.35 - 0.7 * lengthOf(x.head) : 1;
    add(x, x.h * full * (form === "female" ? female.relief : 1));
  }
  if (form === "female" && chain.id === female.chest.chain) add(female.chest, female.chest.h);
  return out;
}

/** how far an arm is raised: 0 hanging, 1 overhead; its cap is smaller then, else it hangs out under the arm */
export function raisedOf(placed: Float32Array | Float64Array, base: number, humerus: number, trunk: number): number {
  const [h, t] = [base + 12 * humerus, base + 12 * trunk];
  // cosine between the arm's and the trunk's own downwards
  const c = placed[h + 1]! * placed[t + 1]! + placed[h + 4]! * placed[t + 4]! + placed[h + 7]! * placed[t + 7]!;
  return (1 - c) / 2;
}

/** @param lengthOf a head's place in its length range now, 0 short to 1 long */
export function surfaceOf(
  body: Body,
  frames: Pick<DrawnFrames, "segments" | "placed" | "toes">,
  sample: number,
  lengthOf: (head: string) => number,
): Surface {
  const { chains: list, rings, size, form } = body;
  const base = sample * frames.segments.length * 12;
  const { placed } = frames;
  const surface: Surface = {
    chains: list,
    of: (id, side) => list.find((c) => c.id === id && (c.side === side || MIDDLE.includes(id)))!,
    at: new Float64Array(rings * ANGLES * 3),
    centre: new Float64Array(rings * 3),
    first: new Float64Array(rings * 3),
    second: new Float64Array(rings * 3),
    radius: new Float64Array(rings * ANGLES),
  };
  const trunk = frames.segments.indexOf("trunk");
  for (const chain of list) {
    const own = ownRings(chain, placed, base);
    if (chain.id === "F" && frames.toes)
      bendToes(chain, own, placed, base, frames.toes[2 * sample + SIDES.indexOf(chain.side)]!);
    const bulge = bulges(chain, size, form, lengthOf);
    const raised =
      chain.id === "A" ? raisedOf(placed, base, frames.segments.indexOf(`humerus.${chain.side}`), trunk) : 0;
    for (let n = 0; n < chain.count; n++) placeRing(surface, chain, n, own, bulge, raised);
  }
  return surface;
}

interface Own {
  centre: Float64Array;
  first: Float64Array;
  second: Float64Array;
}

/** centres and axes of a chain's own rings in the pose */
function ownRings({ segments, centres, axes }: Chain, placed: Float32Array, base: number): Own {
  const n = segments.length;
  const own: Own = { centre: new Float64Array(3 * n), first: new Float64Array(3 * n), second: new Float64Array(3 * n) };
  const [first, second, sign] = axes;
  for (let i = 0; i < n; i++) {
    const b = base + 12 * segments[i]!;
    for (let r = 0; r < 3; r++) {
      own.centre[3 * i + r] =
        placed[b + 3 * r]! * centres[3 * i]! +
        placed[b + 3 * r + 1]! * centres[3 * i + 1]! +
        placed[b + 3 * r + 2]! * centres[3 * i + 2]! +
        placed[b + 9 + r]!;
      own.first[3 * i + r] = placed[b + 3 * r + first]!;
      own.second[3 * i + r] = sign * placed[b + 3 * r + second]!;
    }
  }
  return own;
}

/** x of the ball of the foot in its frame, m */
const BALL = 0.12;

/** rings before the ball of the foot turned about it. @param bend rad, up */
function bendToes(chain: Chain, own: Own, placed: Float32Array, base: number, bend: number): void {
  const { centres, segments, size } = chain;
  const [c, s] = [Math.cos(bend), Math.sin(bend)];
  const ball = segments.findIndex((_, i) => centres[3 * i]! > (BALL - 0.001) * size);
  for (let i = ball + 1; i < segments.length; i++) {
    const [dx, dy] = [centres[3 * i]! - centres[3 * ball]!, centres[3 * i + 1]! - centres[3 * ball + 1]!];
    for (let r = 0; r < 3; r++) {
      const b = base + 12 * segments[i]! + 3 * r;
      const [on, up] = [placed[b]!, placed[b + 1]!];
      own.centre[3 * i + r]! += on * (c * dx - s * dy - dx) + up * (s * dx + c * dy - dy);
      own.first[3 * i + r] = c * up - s * on;
    }
  }
}

function placeRing(
  surface: Surface,
  chain: Chain,
  n: number,
  own: Own,
  bulge: Float64Array | null,
  raised: number,
): void {
  const [w, k] = weightsAt(chain.places[n]!, chain.segments.length);
  const ring = chain.from + n;
  const axis = (of: Float64Array, out: Float64Array, unit: boolean) => {
    let [x, y, z] = [0, 0, 0];
    for (let i = 0; i < 4; i++) {
      const o = 3 * k[i]!;
      x += w[i]! * of[o]!;
      y += w[i]! * of[o + 1]!;
      z += w[i]! * of[o + 2]!;
    }
    // a knee bent by 120 degrees would be pinched to half its thickness
    const size = unit ? Math.sqrt(x * x + y * y + z * z) || 1 : 1;
    out[3 * ring] = x / size;
    out[3 * ring + 1] = y / size;
    out[3 * ring + 2] = z / size;
  };
  axis(own.centre, surface.centre, false);
  axis(own.first, surface.first, true);
  axis(own.second, surface.second, true);
  const cap = chain.id === "A" && chain.stations[n]! < 0.05 ? 1 - 0.4 * raised : 1;
  for (let a = 0; a < ANGLES; a++) {
    const at = n * ANGLES + a;
    let [p, q] = [chain.along[at]!, chain.across[at]!];
    if (q < 0) q *= cap;
    if (bulge && bulge[at] !== 0) {
      const size = Math.hypot(p, q) || 1;
      [p, q] = [p * (1 + bulge[at]! / size), q * (1 + bulge[at]! / size)];
    }
    surface.radius[ring * ANGLES + a] = Math.sqrt(p * p + q * q);
    const o = (ring * ANGLES + a) * 3;
    for (let r = 0; r < 3; r++)
      surface.at[o + r] =
        surface.centre[3 * ring + r]! + p * surface.first[3 * ring + r]! + q * surface.second[3 * ring + r]!;
  }
}

/** table entries and weights of a place on a chain; none of them depends on the pose */
export interface Spot {
  at: readonly number[];
  by: readonly number[];
}

export function spotOf(chain: Chain, s: number, degrees: number): Spot {
  const { stations, count, from } = chain;
  let n = 0;
  while (n < count - 2 && stations[n + 1]! < s) n++;
  const t = Math.max(0, Math.min(1, (s - stations[n]!) / (stations[n + 1]! - stations[n]! || 1)));
  const angle = (((degrees % 360) + 360) % 360) / (360 / ANGLES);
  const a = Math.floor(angle) % ANGLES;
  const u = angle - Math.floor(angle);
  const b = (a + 1) % ANGLES;
  const row = (from + n) * ANGLES;
  return {
    at: [row + a, row + b, row + ANGLES + a, row + ANGLES + b],
    by: [(1 - t) * (1 - u), (1 - t) * u, t * (1 - u), t * u],
  };
}
