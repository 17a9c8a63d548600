/** The line that is drawn of a head is the string that the engine reckons with. */
import { applyFreePose, TURNS } from "#core/atlas/pose";
import { add, dot, norm, scale, sub, type Vec3 } from "#core/base/vector";
import { compileModel } from "#core/mechanics/compile";
import type { HeadPath } from "#core/mechanics/model";
import { createState, readPoint, updateState, type State } from "#core/mechanics/state";
import { stringOf, stringSize } from "#core/mechanics/strings";
import { randomOf } from "#core/simulation/random";

const model = compileModel();
const { uniform } = randomOf(26);
const poses = Array.from({ length: 40 }, () =>
  Object.fromEntries(TURNS.map(({ id, least, most }) => [id, least + uniform() * (most - least)])),
);
const lengthOf = (line: readonly Vec3[]) => line.slice(1).reduce((sum, p, i) => sum + norm(sub(p, line[i]!)), 0);

/** m that the ends of a head's pieces lie inside the bar that it passes, together */
function insideBar(state: State, { cylinder, points, segments }: HeadPath): number {
  if (!cylinder) return 0;
  const { segment, at, frame, radius } = cylinder;
  const from = readPoint(state, segment, at);
  const axis = sub(readPoint(state, segment, add(at, frame[2])), from);
  const away = (p: Vec3) => norm(sub(sub(p, from), scale(axis, dot(sub(p, from), axis))));
  return points.reduce((sum, p, k) => sum + 2 * Math.max(0, radius - away(readPoint(state, segments[k]!, p))), 0);
}

test("in 40 poses every string is as long as the engine says, and round its ball or bar where it touches it", () => {
  const state = createState(model);
  let wrapped = 0;
  for (const pose of poses) {
    applyFreePose(model, state, pose);
    updateState(model, state);
    model.heads.forEach((head, h) => {
      const { path } = head;
      if (!path || head.tables.length > 0) return;
      const line = stringOf(state, path);
      expect(line).toHaveLength(stringSize(path));
      const own = lengthOf(line);
      // chords of an arc are a little shorter than the arc; an end inside its bar counts as one on its surface
      const most = state.extent[h]! + insideBar(state, path) + 1e-6;
      expect([head.id, own <= most, own > state.extent[h]! - 0.003]).toEqual([head.id, true, true]);
      const direct = lengthOf(path.points.map((at, k) => readPoint(state, path.segments[k]!, at)));
      if (own < direct + 1e-4) return;
      wrapped++;
      if (path.sphere > 0 && !path.cylinder) {
        const centre = readPoint(state, path.centre, [0, 0, 0]);
        for (const p of line.slice(1, -1))
          expect([head.id, norm(sub(p, centre)) > path.sphere - 1e-6]).toEqual([head.id, true]);
      }
    });
  }
  expect(wrapped).toBeGreaterThan(200);
});

test("both sides are mirrored, and both ends are the head's own attachments", () => {
  const state = createState(model);
  applyFreePose(model, state, { elevation: 100, plane: 60, hipFlexion: 70, knee: 40, elbow: 90 });
  updateState(model, state);
  const half = model.heads.length / 2;
  for (let h = 0; h < half; h++) {
    const [right, left] = [model.heads[h]!.path, model.heads[h + half]!.path];
    if (!right || !left) continue;
    const [a, b] = [stringOf(state, right), stringOf(state, left)];
    a.forEach(([x, y, z], i) => {
      const [p, q, r] = b[i]!;
      expect(Math.hypot(x - p, y - q, z + r)).toBeLessThan(1e-6);
    });
    expect(norm(sub(a[0]!, readPoint(state, right.segments[0]!, right.points[0]!)))).toBeLessThan(1e-12);
    expect(norm(sub(a.at(-1)!, readPoint(state, right.segments.at(-1)!, right.points.at(-1)!)))).toBeLessThan(1e-12);
  }
});
