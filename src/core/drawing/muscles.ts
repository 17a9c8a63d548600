/** Heads as patches on the body's surface: their outline, belly and fibres as far as they face the viewer. */
import { type Side } from "#core/mechanics/model";
import type { Frames } from "#core/mechanics/frames";
import { patches, type Patch, type Station } from "./body.data";
import { pathOf, type Fit, type Polygon } from "./outline";
import { ANGLES, spotOf, weightsAt, type Body, type Chain, type Spot, type Surface } from "./surface";
import { along, type Projector } from "./view";

/** strands from edge to edge, and columns from origin to insertion, less one */
const STRANDS = 4;
const COLUMNS = 12;
/** m that a point may be pushed out at most, and lies over the surface */
const PUSH = 0.13;
const SKIN = 0.0015;

/** a point of the surface, of a segment's frame, or between two of them */
type Place =
  { spot: Spot } | { segment: number; at: readonly [number, number, number] } | { of: [Place, Place]; t: number };

/** a patch of one side, with what does not depend on the pose */
export interface BodyPatch {
  patch: Patch;
  side: Side;
  /** places of the vertices, strand by strand: all on one chain; null where it runs over several */
  spots: Spot[] | null;
  /** by strand: its stations */
  strands: Place[][];
  push: Chain[];
}

const mirrored = (chain: string, a: number, side: Side) => (side === "left" && chain === "T" ? -a : a);

function placeOf(station: Station, side: Side, body: Body, segments: readonly string[], chain: ChainOf): Place {
  if ("chain" in station)
    return { spot: spotOf(chain(station.chain, side), station.s, mirrored(station.chain, station.a, side)) };
  const at = segments.indexOf(station.seg);
  const [x, y, z] = station.at;
  return {
    segment: at >= 0 ? at : segments.indexOf(`${station.seg}.${side}`),
    at: [x * body.size, y * body.size, z * body.size * (side === "left" ? -1 : 1)],
  };
}

type ChainOf = (id: Chain["id"], side: Side) => Chain;

function compilePatch(patch: Patch, side: Side, body: Body, segments: readonly string[]): BodyPatch {
  const chainOf: ChainOf = (id, s) =>
    body.chains.find((c) => c.id === id && (c.side === s || id === "T" || id === "H"))!;
  const [a, b] = patch.edges;
  const chain = "chain" in a[0]! ? a[0].chain : null;
  const one = chain !== null && [...a, ...b].every((x) => "chain" in x && x.chain === chain);
  const between = (i: number, u: number): Place => {
    const [p, q] = [a[i]!, b[i]!];
    if ("chain" in p && "chain" in q && p.chain === q.chain) {
      const station = { chain: p.chain, s: p.s + u * (q.s - p.s), a: p.a + u * (q.a - p.a) };
      return placeOf(station, side, body, segments, chainOf);
    }
    return { of: [placeOf(p, side, body, segments, chainOf), placeOf(q, side, body, segments, chainOf)], t: u };
  };
  const strands = Array.from({ length: STRANDS + 1 }, (_, j) => a.map((_, i) => between(i, j / STRANDS)));
  const spots: Spot[] = [];
  if (one)
    for (let j = 0; j <= STRANDS; j++)
      for (let k = 0; k <= COLUMNS; k++) {
        const [w, of] = weightsAt((k / COLUMNS) * (a.length - 1), a.length);
        let [s, degrees] = [0, 0];
        w.forEach((x, i) => {
          const [p, q] = [a[of[i]!], b[of[i]!]] as [{ s: number; a: number }, { s: number; a: number }];
          s += x * (p.s + (j / STRANDS) * (q.s - p.s));
          degrees += x * (p.a + (j / STRANDS) * (q.a - p.a));
        });
        spots.push(spotOf(chainOf(chain, side), s, mirrored(chain, degrees, side)));
      }
  return { patch, side, spots: one ? spots : null, strands, push: (patch.push ?? []).map((id) => chainOf(id, side)) };
}

const compiled = new WeakMap<Body, BodyPatch[]>();
export function patchesOf(body: Body, segments: readonly string[]): BodyPatch[] {
  let list = compiled.get(body);
  if (!list) {
    list = patches.flatMap((p) => (["right", "left"] as const).map((side) => compilePatch(p, side, body, segments)));
    compiled.set(body, list);
  }
  return list;
}

type Placed = Pick<Frames, "segments" | "placed">;

/** scratch for places between two others; they are never nested */
const [BETWEEN_A, BETWEEN_B] = [new Float64Array(3), new Float64Array(3)];

function placePoint(out: Float64Array, o: number, p: Place, surface: Surface, frames: Placed, base: number): void {
  if ("spot" in p) return placeSpot(out, o, p.spot, surface);
  if ("segment" in p) {
    const b = base + 12 * p.segment;
    const m = frames.placed;
    const [x, y, z] = p.at;
    for (let r = 0; r < 3; r++)
      out[o + r] = m[b + 3 * r]! * x + m[b + 3 * r + 1]! * y + m[b + 3 * r + 2]! * z + m[b + 9 + r]!;
    return;
  }
  placePoint(BETWEEN_A, 0, p.of[0], surface, frames, base);
  placePoint(BETWEEN_B, 0, p.of[1], surface, frames, base);
  for (let r = 0; r < 3; r++) out[o + r] = BETWEEN_A[r]! + p.t * (BETWEEN_B[r]! - BETWEEN_A[r]!);
}

function placeSpot(out: Float64Array, o: number, { at, by }: Spot, { at: table }: Surface): void {
  const [a, b, c, d] = [3 * at[0]!, 3 * at[1]!, 3 * at[2]!, 3 * at[3]!];
  const [wa, wb, wc, wd] = [by[0]!, by[1]!, by[2]!, by[3]!];
  for (let r = 0; r < 3; r++)
    out[o + r] = wa * table[a + r]! + wb * table[b + r]! + wc * table[c + r]! + wd * table[d + r]!;
}

const copy = (out: Float64Array, o: number, from: Float64Array, f: number) => {
  out[o] = from[f]!;
  out[o + 1] = from[f + 1]!;
  out[o + 2] = from[f + 2]!;
};

const squareTo = (centre: Float64Array, n: number, x: number, y: number, z: number): number => {
  const c = 3 * n;
  const [dx, dy, dz] = [x - centre[c]!, y - centre[c + 1]!, z - centre[c + 2]!];
  return dx * dx + dy * dy + dz * dz;
};

/**
 * The ring of a chain whose centre is nearest. @param near a ring to begin from: the neighbour's on the same strand;
 * below 0 where nothing is known
 */
function nearestRing(
  { centre }: Surface,
  { from, count }: Chain,
  x: number,
  y: number,
  z: number,
  near: number,
): number {
  let best = near;
  if (near < 0) {
    best = from;
    let least = squareTo(centre, from, x, y, z);
    for (let n = from + 3; n < from + count; n += 3) {
      const d = squareTo(centre, n, x, y, z);
      if (d < least) [least, best] = [d, n];
    }
  }
  let least = squareTo(centre, best, x, y, z);
  for (const step of STEP)
    for (let n = best + step; n >= from && n < from + count; n += step) {
      const d = squareTo(centre, n, x, y, z);
      if (d >= least) break;
      [least, best] = [d, n];
    }
  return best;
}
const STEP = [1, -1] as const;

/** m along a chain beyond its last ring from which on there is no surface */
const BEYOND = 0.06;

/** m that a vertex may lie over all of its surfaces, and is drawn in at the most: a taut muscle spans no hollow */
const LOOSE = 0.005;
const DRAWN_IN = 0.1;

/**
 * The last point judged against a chain: m that it lies under its surface and the unit way out of it, m that it is off
 * the surface and the way from there to it.
 */
const JUDGED = { under: 0, out: new Float64Array(3), over: Infinity, way: new Float64Array(3) };

/** how a point lies to a chain's surface. @returns the ring it is judged by */
function judge(surface: Surface, chain: Chain, v: Float64Array, o: number, near: number): number {
  const ring = nearestRing(surface, chain, v[o]!, v[o + 1]!, v[o + 2]!, near);
  const c = 3 * ring;
  const { centre, first: f, second: s, radius } = surface;
  const [x, y, z] = [v[o]! - centre[c]!, v[o + 1]! - centre[c + 1]!, v[o + 2]! - centre[c + 2]!];
  const p = x * f[c]! + y * f[c + 1]! + z * f[c + 2]!;
  const q = x * s[c]! + y * s[c + 1]! + z * s[c + 2]!;
  const is = Math.sqrt(p * p + q * q);
  JUDGED.under = 0;
  JUDGED.over = Infinity;
  if (is < 1e-6 || x * x + y * y + z * z - is * is > BEYOND * BEYOND) return ring;
  const turn = (Math.atan2(q, p) / (2 * Math.PI) + 1) * ANGLES;
  const whole = Math.floor(turn);
  const t = turn - whole;
  const row = ring * ANGLES;
  const wanted = (1 - t) * radius[row + (whole % ANGLES)]! + t * radius[row + ((whole + 1) % ANGLES)]! + SKIN;
  JUDGED.under = Math.max(0, wanted - is);
  const over = Math.max(0, is - wanted);
  // beyond the last ring there is nothing beside it
  const past = ring === chain.from || ring === chain.from + chain.count - 1 ? 1 : 0;
  let square = 0;
  for (let r = 0; r < 3; r++) {
    const across = p * f[c + r]! + q * s[c + r]!;
    JUDGED.out[r] = across / is;
    const way = (across / is) * over + past * ((r === 0 ? x : r === 1 ? y : z) - across);
    JUDGED.way[r] = way;
    square += way * way;
  }
  JUDGED.over = Math.sqrt(square);
  return ring;
}

/** a point under any of the surfaces is moved out to it; one that is off all of them is drawn in */
function settle(surface: Surface, push: readonly Chain[], rings: Int32Array, v: Float64Array, o: number): void {
  let over = Infinity;
  const told = () => {
    if (JUDGED.over >= over) return;
    over = JUDGED.over;
    WAY[0] = JUDGED.way[0]!;
    WAY[1] = JUDGED.way[1]!;
    WAY[2] = JUDGED.way[2]!;
  };
  let moved = false;
  for (let c = 0; c < push.length; c++) {
    rings[c] = judge(surface, push[c]!, v, o, rings[c]!);
    const more = Math.min(PUSH, JUDGED.under);
    if (more > 0) {
      for (let r = 0; r < 3; r++) v[o + r]! += JUDGED.out[r]! * more;
      moved = true;
    } else told();
  }
  // what was judged before the point was moved is judged anew
  if (moved) {
    over = Infinity;
    for (let c = 0; c < push.length && over > LOOSE; c++) {
      judge(surface, push[c]!, v, o, rings[c]!);
      told();
    }
  }
  if (over <= LOOSE || over === Infinity) return;
  for (let r = 0; r < 3; r++) v[o + r]! -= (WAY[r]! / over) * Math.min(DRAWN_IN, over - LOOSE);
}

const VERTICES = (STRANDS + 1) * (COLUMNS + 1);
/** scratch of the patch at hand: nothing of it outlives its strings */
const AT = new Float64Array(3 * VERTICES);
const UNDER = new Float64Array(3 * VERTICES);
const FLAT = new Float64Array(2 * VERTICES);
const FACES = new Uint8Array(STRANDS * COLUMNS);
const WAY = new Float64Array(3);

/** vertices of a patch in the pose, strand by strand, and the middle of the body under each */
function vertices({ spots, strands, push }: BodyPatch, surface: Surface, frames: Placed, base: number) {
  const n = VERTICES;
  const [at, under] = [AT, UNDER];
  if (spots) {
    spots.forEach((spot, i) => {
      placeSpot(at, 3 * i, spot, surface);
      copy(under, 3 * i, surface.centre, 3 * Math.floor(spot.at[0]! / ANGLES));
    });
    return { at, under };
  }
  const stations = new Float64Array(3 * strands[0]!.length);
  strands.forEach((strand, j) => {
    strand.forEach((p, i) => placePoint(stations, 3 * i, p, surface, frames, base));
    for (let k = 0; k <= COLUMNS; k++) {
      const [w, of] = weightsAt((k / COLUMNS) * (strand.length - 1), strand.length);
      const o = 3 * (j * (COLUMNS + 1) + k);
      for (let r = 0; r < 3; r++) {
        let x = 0;
        for (let i = 0; i < 4; i++) x += w[i]! * stations[3 * of[i]! + r]!;
        at[o + r] = x;
      }
    }
  });
  const rings = new Int32Array(push.length);
  const out = () => {
    for (let i = 0; i < n; i++) {
      if (i % (COLUMNS + 1) === 0) rings.fill(-1);
      settle(surface, push, rings, at, 3 * i);
      if (push.length) copy(under, 3 * i, surface.centre, 3 * rings[push.length - 1]!);
    }
  };
  out();
  for (let round = 0; round < 2; round++) smooth(at);
  out();
  return { at, under };
}

/** vertices of a patch in the pose, x, y and z each, m: strands by columns */
export const patchPoints = (p: BodyPatch, surface: Surface, frames: Placed, sample: number): Float64Array =>
  vertices(p, surface, frames, sample * frames.segments.length * 12).at.slice();

/** 1-2-1 along each strand */
function smooth(at: Float64Array): void {
  for (let j = 0; j <= STRANDS; j++) {
    const row = 3 * j * (COLUMNS + 1);
    const was = at.slice(row, row + 3 * (COLUMNS + 1));
    for (let k = 1; k < COLUMNS; k++)
      for (let r = 0; r < 3; r++)
        at[row + 3 * k + r] = (was[3 * (k - 1) + r]! + 2 * was[3 * k + r]! + was[3 * (k + 1) + r]!) / 4;
  }
}

/** a grid of points in the picture: strands x columns, x and y */
interface Grid {
  columns: number;
  at: Float64Array;
  /** quads that face the viewer */
  faces: Uint8Array;
}

const quadArea = ({ at, columns }: Grid, j: number, k: number): number => {
  const [a, b] = [2 * (j * (columns + 1) + k), 2 * ((j + 1) * (columns + 1) + k)];
  return (at[b + 2]! - at[a]!) * (at[b + 1]! - at[a + 3]!) - (at[b]! - at[a + 2]!) * (at[b + 3]! - at[a + 1]!);
};

/** which way round a quad is that looks outwards: voted once a patch, against the middle of the body under it */
function outwards(at: Float64Array, under: Float64Array): number {
  let vote = 0;
  const C = COLUMNS + 1;
  for (let j = 0; j < STRANDS; j++)
    for (let k = 0; k < COLUMNS; k += 2) {
      const [a, b] = [3 * (j * C + k), 3 * ((j + 1) * C + k)];
      const [ux, uy, uz] = [at[b + 3]! - at[a]!, at[b + 4]! - at[a + 1]!, at[b + 5]! - at[a + 2]!];
      const [wx, wy, wz] = [at[b]! - at[a + 3]!, at[b + 1]! - at[a + 4]!, at[b + 2]! - at[a + 5]!];
      vote += (uy * wz - uz * wy) * (at[a]! - under[a]!);
      vote += (uz * wx - ux * wz) * (at[a + 1]! - under[a + 1]!);
      vote += (ux * wy - uy * wx) * (at[a + 2]! - under[a + 2]!);
    }
  return vote >= 0 ? 1 : -1;
}

/** where the boundary goes on from each vertex: two ways at most, where two regions touch in it */
const NEXT = new Int16Array(2 * VERTICES);

/** an edge of a facing quad; one that another has the other way round is inside and is none */
function edge(a: number, b: number): void {
  if (NEXT[2 * b] === a) {
    NEXT[2 * b] = NEXT[2 * b + 1]!;
    NEXT[2 * b + 1] = -1;
  } else if (NEXT[2 * b + 1] === a) NEXT[2 * b + 1] = -1;
  else NEXT[2 * a + (NEXT[2 * a]! < 0 ? 0 : 1)] = b;
}

/** takes the way on from a vertex; below 0 where there is none */
function onward(a: number): number {
  const to = NEXT[2 * a]!;
  NEXT[2 * a] = NEXT[2 * a + 1]!;
  NEXT[2 * a + 1] = -1;
  return to;
}

/** boundary loops of the facing quads, x and y pairs */
function loopsOf({ at, columns, faces }: Grid): Polygon[] {
  const C = columns + 1;
  NEXT.fill(-1);
  for (let j = 0; j < STRANDS; j++)
    for (let k = 0; k < columns; k++) {
      if (!faces[j * columns + k]) continue;
      const [a, b] = [j * C + k, (j + 1) * C + k];
      edge(a, a + 1);
      edge(a + 1, b + 1);
      edge(b + 1, b);
      edge(b, a);
    }
  const loops: Polygon[] = [];
  for (let start = 0; start < (STRANDS + 1) * C; start++)
    while (NEXT[2 * start]! >= 0) {
      const loop: Polygon = [];
      let now = start;
      do {
        loop.push(at[2 * now]!, at[2 * now + 1]!);
        now = onward(now);
      } while (now >= 0 && now !== start);
      if (loop.length >= 6) loops.push(loop);
    }
  return loops;
}

function facing(grid: Grid, sign: number): Grid {
  for (let j = 0; j < STRANDS; j++)
    for (let k = 0; k < grid.columns; k++) grid.faces[j * grid.columns + k] = sign * quadArea(grid, j, k) > 0 ? 1 : 0;
  return grid;
}

const BELLY = 10;
/** from this share of the whole on the belly is all of it */
const WHOLE = 0.84;
/** how far the ends of a belly are drawn in at its edges */
const ROUND = 0.07;

const BELLY_AT = new Float64Array(2 * (STRANDS + 1) * (BELLY + 1));
const BELLY_FACES = new Uint8Array(STRANDS * BELLY);

/** the belly's own grid: its ends are rounded over the strands */
function bellyOf({ belly: [from, to] }: Patch, whole: Grid): Grid {
  const out = BELLY_AT;
  const C = COLUMNS + 1;
  for (let j = 0; j <= STRANDS; j++) {
    const edge = ROUND * ((2 * j) / STRANDS - 1) ** 2;
    const [a, b] = [from > 0.02 ? from + edge : from, to < 0.98 ? to - edge : to];
    for (let k = 0; k <= BELLY; k++) {
      const t = (a + ((b - a) * k) / BELLY) * COLUMNS;
      const i = Math.min(COLUMNS - 1, Math.floor(t));
      const o = 2 * (j * C + i);
      for (let r = 0; r < 2; r++)
        out[2 * (j * (BELLY + 1) + k) + r] = whole.at[o + r]! + (t - i) * (whole.at[o + 2 + r]! - whole.at[o + r]!);
    }
  }
  return { columns: BELLY, at: out, faces: BELLY_FACES };
}

/** px between fibres of a head at rest */
const APART = 4.6;

/** a fibre by fibre: across u from edge to edge at each column; pennate ones run aslant */
function fibresOf(grid: Grid, { pennate }: Patch, fit: Fit, force: number, chosen: boolean): string {
  const { at, columns, faces } = grid;
  const C = columns + 1;
  const point = (u: number, t: number): [number, number] => {
    const [x, y] = [Math.max(0, Math.min(0.9999, u)) * STRANDS, Math.max(0, Math.min(0.9999, t)) * columns];
    const [j, k] = [Math.floor(x), Math.floor(y)];
    const [du, dt] = [x - j, y - k];
    const o = 2 * (j * C + k);
    const q = o + 2 * C;
    const at_ = (r: number) =>
      (1 - du) * ((1 - dt) * at[o + r]! + dt * at[o + 2 + r]!) + du * ((1 - dt) * at[q + r]! + dt * at[q + 2 + r]!);
    return [at_(0), at_(1)];
  };
  const faced = (u: number, t: number) =>
    faces[
      Math.min(STRANDS - 1, Math.floor(Math.max(0, u) * STRANDS)) * columns +
        Math.min(columns - 1, Math.floor(Math.max(0, t) * columns))
    ] === 1;
  const middle = columns >> 1;
  const wide = Math.hypot(
    at[2 * (STRANDS * C + middle)]! - at[2 * middle]!,
    at[2 * (STRANDS * C + middle) + 1]! - at[2 * middle + 1]!,
  );
  const long = Math.hypot(
    at[2 * (2 * C)]! - at[2 * (2 * C + columns)]!,
    at[2 * 2 * C + 1]! - at[2 * (2 * C + columns) + 1]!,
  );
  const density = (0.7 + 0.6 * force) * (chosen ? 1.25 : 1);
  const lines: [number, number, number, number][] = [];
  if (pennate) {
    const n = Math.round((long * fit.k) / 7);
    for (let i = 0; i < n; i++) {
      const t = (i + 0.5) / n;
      if (pennate === 1) lines.push([0, t - 0.12, 1, t + 0.12]);
      else lines.push([0, t - 0.14, 0.5, t + 0.06], [1, t - 0.14, 0.5, t + 0.06]);
    }
  } else {
    const n = Math.max(1, Math.round(((wide * fit.k) / APART) * density));
    for (let i = 0; i < n; i++)
      lines.push([(i + 0.5) / n, 0.05 + 0.1 * ((i * 0.618) % 1), (i + 0.5) / n, 0.95 - 0.1 * ((i * 0.382) % 1)]);
  }
  let text = "";
  for (const [u0, t0, u1, t1] of lines) {
    const steps = pennate ? 3 : 7;
    let run: Polygon = [];
    const flush = () => {
      if (run.length >= 4) text += pathOf(fit, run, false);
      run = [];
    };
    for (let i = 0; i <= steps; i++) {
      const [u, t] = [u0 + ((u1 - u0) * i) / steps, t0 + ((t1 - t0) * i) / steps];
      if (t < 0 || t > 1 || !faced(u, t)) flush();
      else run.push(...point(u, t));
    }
    flush();
  }
  return text;
}

/** lines across a belly: the tendons of the abdominal wall */
function cutsOf(grid: Grid, { cuts }: Patch, fit: Fit): string {
  if (!cuts) return "";
  const C = grid.columns + 1;
  return cuts
    .map((t) => {
      const k = Math.round(t * grid.columns);
      const run: Polygon = [];
      for (let j = 0; j <= STRANDS; j++)
        if (grid.faces[Math.min(STRANDS - 1, j) * grid.columns + Math.min(grid.columns - 1, k)])
          run.push(grid.at[2 * (j * C + k)]!, grid.at[2 * (j * C + k) + 1]!);
      return run.length >= 4 ? pathOf(fit, run, false) : "";
    })
    .join("");
}

export interface DrawnPatch {
  head: string;
  side: Side;
  part: Patch["part"];
  layer: number;
  /** of all that faces the viewer; of its belly; its fibres; lines across it */
  outline: string;
  belly: string;
  fibres: string;
  cuts: string;
  /** area that faces the viewer over the area of all of it, both in the picture; and that area, m2 */
  seen: number;
  area: number;
}

export interface Drawing {
  surface: Surface;
  frames: Placed;
  sample: number;
  projector: Projector;
  fit: Fit;
}

/** px2 under which a patch is left out */
const LEAST = 14;

/** @returns null where it turns away from the viewer. @param fibres with its fibres, as far as it pulls (0 to 1) */
export function drawPatch(
  p: BodyPatch,
  { surface, frames, sample, projector, fit }: Drawing,
  fibres: { force: number; chosen: boolean } | null,
): DrawnPatch | null {
  const { at, under } = vertices(p, surface, frames, sample * frames.segments.length * 12);
  const flat = FLAT;
  for (let i = 0; i < VERTICES; i++) {
    flat[2 * i] = along(projector.right, at, 3 * i);
    flat[2 * i + 1] = along(projector.up, at, 3 * i);
  }
  const sign = outwards(at, under);
  const whole = facing({ columns: COLUMNS, at: flat, faces: FACES }, sign);
  let [seen, all] = [0, 0];
  for (let j = 0; j < STRANDS; j++)
    for (let k = 0; k < COLUMNS; k++) {
      const area = Math.abs(quadArea(whole, j, k)) / 2;
      all += area;
      if (whole.faces[j * COLUMNS + k]) seen += area;
    }
  if (seen * fit.k * fit.k < LEAST) return null;
  const [from, to] = p.patch.belly;
  const belly = to - from > WHOLE ? whole : facing(bellyOf(p.patch, whole), sign);
  const path = (g: Grid) =>
    loopsOf(g)
      .map((l) => pathOf(fit, l, true))
      .join("");
  const outline = path(whole);
  return {
    head: p.patch.head,
    side: p.side,
    part: p.patch.part,
    layer: p.patch.layer,
    outline,
    belly: belly === whole ? outline : path(belly),
    fibres: fibres ? fibresOf(belly, p.patch, fit, fibres.force, fibres.chosen) : "",
    cuts: fibres ? cutsOf(belly, p.patch, fit) : "",
    seen: all > 0 ? seen / all : 0,
    area: seen,
  };
}
