/** Dots of joints in the picture of the body: where one would point at them. */
import { freelyPosed, PLATE_POSE } from "#core/atlas/pose";
import { BARE, VIEWS } from "#core/drawing/bare";
import { jointDots } from "#core/drawing/joints";
import { fitOf } from "#core/drawing/plate";
import { compileModel } from "#core/mechanics/compile";

const [W, H] = [132, 236];
const { frames, place } = freelyPosed(compileModel(), PLATE_POSE);
const heads = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
const ask = { exercise: BARE, analysis: { frames, heads }, view: VIEWS.front, chosen: null, detail: "plain" as const };
const dots = jointDots(frames, VIEWS.front, fitOf(ask, 1, W, H));
const at = (joint: string, side: string) => dots.find((d) => d.joint === joint && d.side === side)!;

test("joints stand one under the other, both sides alike, the right one at the viewer's left, all in the picture", () => {
  const order = ["shoulder", "elbow", "wrist"].map((j) => at(j, "right").y);
  expect(order).toEqual([...order].sort((a, b) => a - b));
  const legs = ["hip", "knee", "ankle"].map((j) => at(j, "right").y);
  expect(legs).toEqual([...legs].sort((a, b) => a - b));
  for (const joint of ["shoulder", "elbow", "wrist", "hip", "knee", "ankle"]) {
    const [right, left] = [at(joint, "right"), at(joint, "left")];
    expect(right.x).toBeLessThan(left.x);
    expect(Math.abs(right.x + left.x - W)).toBeLessThan(1);
    expect(Math.abs(right.y - left.y)).toBeLessThan(0.6);
  }
  for (const joint of ["spine", "neck"]) expect(Math.abs(at(joint, "both").x - W / 2)).toBeLessThan(1);
  expect(at("neck", "both").y).toBeLessThan(at("shoulder", "right").y);
  for (const d of dots) {
    expect(d.x).toBeGreaterThan(0);
    expect(d.x).toBeLessThan(W);
    expect(d.y).toBeGreaterThan(0);
    expect(d.y).toBeLessThan(H);
  }
});
