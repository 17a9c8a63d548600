/** Muscles as solids and as patches: a volume that stays, and no patch that stands clear of the body. */
import { heads } from "#core/anatomy/anatomy";
import { freelyPosed, TURNS } from "#core/atlas/pose";
import { norm, sub, type Vec3 } from "#core/base/vector";
import { deep } from "#core/drawing/body.data";
import { drawnFrames } from "#core/drawing/contact";
import { bellyOf, cubicMetres, lineOf } from "#core/drawing/ghost";
import { patchesOf, patchPoints } from "#core/drawing/muscles";
import { bodyParts } from "#core/drawing/parts";
import { bodyOf, surfaceOf } from "#core/drawing/surface";
import { along, projected, projector } from "#core/drawing/view";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import type { Frames } from "#core/mechanics/frames";
import { randomOf } from "#core/simulation/random";

const model = compileModel();
const { uniform } = randomOf(26);
/** joints within the middle six tenths of their ranges, all at once */
const turned = () =>
  Object.fromEntries(
    TURNS.map(({ id, least, most }) => [id, (least + most) / 2 + (uniform() - 0.5) * 0.6 * (most - least)]),
  );
const poses = Array.from({ length: 40 }, turned).map((pose) => freelyPosed(model, pose).frames);

test("a belly keeps its volume within 5 % in 40 poses, and thickens as it shortens", () => {
  for (const { id } of heads) {
    const volume = cubicMetres(id, 1);
    const all = poses.flatMap((frames) => {
      const line = lineOf({ frames, sample: 0 }, id);
      if (line.length < 2) return [];
      const { at, radius } = bellyOf(line, volume);
      // by the trapezoid's rule over its own stations, not by what it was made with
      let [sum, long] = [0, 0];
      for (let i = 1; i < at.length; i++) {
        const step = norm(sub(at[i]!, at[i - 1]!));
        long += step;
        sum += (step * Math.PI * (radius[i]! ** 2 + radius[i - 1]! ** 2)) / 2;
      }
      return [{ sum, long, thick: Math.max(...radius) }];
    });
    for (const { sum } of all) expect([id, Math.abs(sum / volume - 1) < 0.05]).toEqual([id, true]);
    const byLength = [...all].sort((a, b) => a.long - b.long);
    if (byLength.length) expect(byLength[0]!.thick).toBeGreaterThanOrEqual(byLength.at(-1)!.thick);
  }
  expect(deep.every((id) => lineOf({ frames: poses[0]!, sample: 0 }, id).length >= 2)).toBe(true);
});

interface Hull {
  polygon: readonly number[];
  box: readonly [number, number, number, number];
}

/** whether a point of the picture lies in a convex polygon, either way round */
function within({ polygon: p, box }: Hull, x: number, y: number): boolean {
  if (x < box[0] || x > box[1] || y < box[2] || y > box[3]) return false;
  let way = 0;
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const turn = (p[i]! - p[j]!) * (y - p[j + 1]!) - (p[i + 1]! - p[j + 1]!) * (x - p[j]!);
    if (turn * way < 0) return false;
    if (turn !== 0) way = turn;
  }
  return true;
}

/** m to its outline */
function away({ polygon: p }: Hull, x: number, y: number): number {
  let least = Infinity;
  for (let i = 0, j = p.length - 2; i < p.length; j = i, i += 2) {
    const [bx, by] = [p[i]! - p[j]!, p[i + 1]! - p[j + 1]!];
    const t = ((x - p[j]!) * bx + (y - p[j + 1]!) * by) / (bx * bx + by * by || 1);
    const u = t < 0 ? 0 : t > 1 ? 1 : t;
    least = Math.min(least, Math.hypot(x - p[j]! - u * bx, y - p[j + 1]! - u * by));
  }
  return least;
}

const boxOf = (polygon: readonly number[]): Hull["box"] => {
  const [xs, ys] = [polygon.filter((_, i) => i % 2 === 0), polygon.filter((_, i) => i % 2 === 1)];
  return [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
};

/** by head, the furthest that its patch stands clear of the outline in a picture, m */
function clearOf(frames: Frames, sample: number, turn: number): Map<string, number> {
  const body = bodyOf(frames, "male");
  const surface = surfaceOf(body, frames, sample, () => 0.5);
  const seenBy = projector({ turn, pitch: 7 });
  const { parts, joints } = bodyParts(surface, projected(seenBy, surface.at), seenBy, 1);
  const hulls = [...parts.flatMap((p) => p.own), ...[...joints.values()].flat()].map((polygon): Hull => ({
    polygon,
    box: boxOf(polygon),
  }));
  const out = new Map<string, number>();
  for (const patch of patchesOf(body, frames.segments)) {
    const at = patchPoints(patch, surface, frames, sample);
    let most = 0;
    for (let i = 0; i < at.length; i += 3) {
      const v: Vec3 = [at[i]!, at[i + 1]!, at[i + 2]!];
      const [x, y] = [along(seenBy.right, v), along(seenBy.up, v)];
      if (hulls.some((h) => within(h, x, y))) continue;
      let least = Infinity;
      for (const h of hulls) least = Math.min(least, away(h, x, y));
      most = Math.max(most, least);
    }
    out.set(patch.patch.head, Math.max(out.get(patch.patch.head) ?? 0, most));
  }
  return out;
}

test("no patch stands clear of the outline: nearly all within 12 mm, where folds are deep within 40", () => {
  const lifted = library
    .filter((_, k) => k % 28 === 3)
    .map((e) => ({ e, frames: analyse(model, resolveSetup(e), { frames: true, samples: 3 }).frames }));
  const shown = [
    ...poses.slice(0, 2).map((frames) => ({ frames, sample: 0 })),
    ...lifted.flatMap(({ e, frames }, k) =>
      frames ? [{ frames: drawnFrames(e, frames), sample: k % 2 ? 0 : 2 }] : [],
    ),
  ];
  const all = shown.flatMap(({ frames, sample }) => [25, -65].flatMap((turn) => [...clearOf(frames, sample, turn)]));
  expect(all.length).toBeGreaterThan(800);
  const far = all.filter(([, mm]) => mm > 0.012);
  expect(far.length / all.length).toBeLessThan(0.12);
  expect(all.filter(([, m]) => m > 0.04)).toEqual([]);
  // what lies on one limb never does
  expect(far.filter(([head]) => /^(vast|biceps-(long|short)|triceps|gastro|soleus|tibialis)/.test(head))).toEqual([]);
});
