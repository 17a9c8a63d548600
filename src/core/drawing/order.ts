/** Who is in front of whom: by the depth of what overlaps in the picture, then one order for all of it. */

/** one piece that is painted at once */
export interface Piece {
  name: string;
  /** balls along it: right, up, depth, radius; m */
  balls: number[];
}

/** overlap from this share of the radii's sum on counts */
const TOUCH = 0.95;

/** depth of a over b where they overlap in the picture, m; null where they do not */
export function nearness(a: Piece, b: Piece): number | null {
  let [sum, weight] = [0, 0];
  for (let i = 0; i < a.balls.length; i += 4)
    for (let j = 0; j < b.balls.length; j += 4) {
      const reach = TOUCH * (a.balls[i + 3]! + b.balls[j + 3]!);
      const [dx, dy] = [a.balls[i]! - b.balls[j]!, a.balls[i + 1]! - b.balls[j + 1]!];
      if (Math.abs(dx) >= reach || Math.abs(dy) >= reach) continue;
      const apart = Math.hypot(dx, dy);
      if (apart >= reach) continue;
      sum += (reach - apart) * (a.balls[i + 2]! - b.balls[j + 2]!);
      weight += reach - apart;
    }
  return weight > 0 ? sum / weight : null;
}

const depthOf = ({ balls }: Piece): number => {
  let sum = 0;
  for (let i = 2; i < balls.length; i += 4) sum += balls[i]!;
  return balls.length ? (4 * sum) / balls.length : 0;
};

/**
 * The painting order, farthest first.
 * @param rule above 0 where a is painted after b, below 0 before it, null where their depth decides
 */
export function paintingOrder<P extends Piece>(pieces: readonly P[], rule: (a: P, b: P) => number | null): P[] {
  const n = pieces.length;
  const blockers = new Int32Array(n);
  const over: number[][] = pieces.map(() => []);
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      const d = rule(pieces[i]!, pieces[j]!) ?? nearness(pieces[i]!, pieces[j]!);
      if (d === null || d === 0) continue;
      const [first, second] = d > 0 ? [j, i] : [i, j];
      over[first]!.push(second);
      blockers[second]!++;
    }
  const depth = pieces.map(depthOf);
  const done = new Uint8Array(n);
  const out: P[] = [];
  while (out.length < n) {
    // free ones farthest first; in a circle the one that fewest hold back
    let best = -1;
    for (let i = 0; i < n; i++)
      if (
        !done[i] &&
        (best < 0 || blockers[i]! < blockers[best]! || (blockers[i] === blockers[best] && depth[i]! < depth[best]!))
      )
        best = i;
    done[best] = 1;
    out.push(pieces[best]!);
    for (const j of over[best]!) blockers[j]!--;
  }
  return out;
}
