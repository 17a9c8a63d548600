/** What touches: hands what they hold, feet what carries them, in every named setup of the library, within 5 mm. */
import { drawnFrames } from "#core/drawing/contact";
import { equipmentOf, type Prop } from "#core/drawing/equipment";
import { BLOCK, floorOf, holding, onBlock, point, SOLE, type Scene } from "#core/drawing/scene";
import { bodyOf, surfaceOf } from "#core/drawing/surface";
import { projector, seen } from "#core/drawing/view";
import { dot, sub, type Vec3 } from "#core/base/vector";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup, type Setup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { framePoint, type Frames } from "#core/mechanics/frames";
import { SIDES, type Side } from "#core/mechanics/model";

const model = compileModel();
const SAMPLES = 3;
const NEAR = 0.005;

/** the scenes of a setup, start to end, as its plates are drawn */
function scenesOf(setup: Setup): Scene[] {
  const { exercise } = setup;
  const frames = drawnFrames(exercise, analyse(model, setup, { frames: true, samples: SAMPLES }).frames!);
  const floor = floorOf(exercise, frames);
  return Array.from({ length: SAMPLES }, (_, sample) => ({
    exercise,
    frames,
    sample,
    surface: surfaceOf(bodyOf(frames, "male"), frames, sample, () => 0.5),
    projector: projector({ turn: 25, pitch: 7 }),
    floor,
  }));
}

/** m from a hand to the skin of a thing: its axis runs through its balls */
function gap({ balls }: Prop, [x, y, z]: readonly [number, number, number]): number {
  let least = Infinity;
  for (let i = 0; i < balls.length; i += 4) {
    const j = Math.min(i + 4, balls.length - 4);
    const [a, b] = [balls.slice(i, i + 4), balls.slice(j, j + 4)];
    const way = [b[0]! - a[0]!, b[1]! - a[1]!, b[2]! - a[2]!];
    const square = way.reduce((sum, w) => sum + w * w, 0);
    const to = [x - a[0]!, y - a[1]!, z - a[2]!];
    const t = square > 0 ? Math.max(0, Math.min(1, to.reduce((sum, d, k) => sum + d * way[k]!, 0) / square)) : 0;
    least = Math.min(least, Math.hypot(...to.map((d, k) => d - t * way[k]!)) - a[3]!);
  }
  return least;
}

const named = library.flatMap((e) => e.setups.map(({ name, values }) => ({ id: `${e.id}: ${name}`, e, values })));
const HELD = /^(shaft|handle|bar|rope|arm|rod|axle|dip bar|bell|plate)/;

test("a hand that holds something is on it, through the rep, in every setup", () => {
  let hands = 0;
  const off: [string, Side, number][] = [];
  for (const { id, e, values } of named)
    for (const scene of scenesOf(resolveSetup(e, values))) {
      // hands on the floor or on the wall hold nothing
      if (["hands-and-feet", "hands-and-knees", "forearms-and-feet"].includes(e.stance.on)) continue;
      const things = equipmentOf(scene).filter((p) => HELD.test(p.name));
      for (const side of holding(scene)) {
        hands++;
        const place = seen(scene.projector, point(scene, `grip.${side}`)) as unknown as readonly [
          number,
          number,
          number,
        ];
        const least = Math.min(...things.map((p) => gap(p, place)));
        if (!(least < NEAR)) off.push([id, side, Math.round(1000 * least)]);
      }
    }
  expect(off).toEqual([]);
  expect(hands).toBeGreaterThan(1000);
});

test("feet that stand are on the ground, on a block or a step, within 5 mm; none is under it", () => {
  const off: unknown[] = [];
  let feet = 0;
  for (const { id, e: exercise, values } of named) {
    // as this setup has it: standing or seated, with one foot or both
    const setup = resolveSetup(exercise, values);
    const { exercise: e, on } = setup;
    let lowest = Infinity;
    const scenes = scenesOf(setup);
    for (const scene of scenes) {
      const { floor, sample } = scene;
      const at = (name: string, s: Side) => point(scene, `${name}.${s}`)[1] - floor;
      const block = onBlock(e, scene.frames);
      for (const s of SIDES) {
        const [heel, toe] = [at("heel", s), at("toe", s)];
        const low = Math.min(heel, toe);
        // a hand that hangs from a bench may be lower than the feet
        lowest = Math.min(lowest, low, at("knuckles", s));
        if (low < -NEAR) off.push([id, s, sample, "under the ground", low]);
        const stands =
          (on === "feet" && !block) ||
          (on === "other-foot" && s === "left") ||
          (on === "shoulders-and-feet" && (e.sides === "both" || s === "right"));
        if (stands) feet++;
        if (stands && low > NEAR) off.push([id, s, sample, "over the ground", low]);
        if (block && on === "feet") {
          feet++;
          // the ball is 73 % of the way from heel to toe where the toes do not bend, and on the block where they do
          const ball = toe > heel ? heel + 0.73 * (toe - heel) : toe;
          if (Math.abs(ball - BLOCK) > NEAR) off.push([id, s, sample, "off the block", ball - BLOCK]);
        }
      }
    }
    if (["bench", "seat"].includes(on) && lowest < 0.15 && !onBlock(e, scenes[0]!.frames)) {
      feet++;
      if (Math.abs(lowest - SOLE) > NEAR) off.push([id, "over the ground of its bench", lowest - SOLE]);
    }
  }
  expect(off).toEqual([]);
  expect(feet).toBeGreaterThan(800);
});

/** engine's frames and drawn ones of an exercise as it comes */
function both(id: string) {
  const setup = resolveSetup(exercises.get(id)!);
  const frames = analyse(model, setup, { frames: true, samples: SAMPLES }).frames!;
  return { frames, drawn: drawnFrames(setup.exercise, frames) };
}
const distance = (f: Frames, n: number, a: string, b: string) =>
  Math.hypot(...sub(framePoint(f, n, a), framePoint(f, n, b)));
/** a column of a segment's rotation */
const axis = ({ segments, placed }: Frames, n: number, segment: string, column: number): Vec3 => {
  const b = 12 * (n * segments.length + segments.indexOf(segment)) + column;
  return [placed[b]!, placed[b + 3]!, placed[b + 6]!];
};

test.each([
  ["seated-calf-raise", [0.125, -0.08, 0] as const],
  ["toe-raise", [-0.05, -0.08, 0] as const],
])("%s: what the foot turns about stays, bones keep their lengths and the ankle its angle", (id, [x, y]) => {
  const { frames, drawn } = both(id);
  const place = (n: number, s: Side) =>
    framePoint(drawn, n, `foot.${s}`).map(
      (o, k) => o + x * axis(drawn, n, `foot.${s}`, 0)[k]! + y * axis(drawn, n, `foot.${s}`, 1)[k]!,
    );
  for (const s of SIDES)
    for (let n = 0; n < SAMPLES; n++) {
      place(n, s).forEach((v, k) => expect(v).toBeCloseTo(place(0, s)[k]!, 3));
      for (const [a, b] of [
        ["thigh", "shank"],
        ["shank", "foot"],
        ["foot", "heel"],
      ] as const)
        expect(distance(drawn, n, `${a}.${s}`, `${b}.${s}`)).toBeCloseTo(
          distance(frames, n, `${a}.${s}`, `${b}.${s}`),
          4,
        );
      const ankle = (f: Frames) => dot(axis(f, n, `shank.${s}`, 1), axis(f, n, `foot.${s}`, 0));
      expect(ankle(drawn)).toBeCloseTo(ankle(frames), 4);
    }
  // the load goes with the foot, so that its arrow begins where the picture has it
  for (let n = 0; n < SAMPLES; n++)
    expect(distance(drawn, n, "load.0", "foot.right")).toBeCloseTo(distance(frames, n, "load.0", "foot.right"), 4);
  // the knee goes up as the heel does, or as the toes do
  const knee = (n: number) => framePoint(drawn, n, "shank.right")[1];
  expect(Math.abs(knee(SAMPLES - 1) - knee(0))).toBeGreaterThan(0.02);
  expect(framePoint(frames, SAMPLES - 1, "shank.right")[1]).toBeCloseTo(framePoint(frames, 0, "shank.right")[1], 4);
});

test("toes bend where the heel is raised over the ball, are as long as before, and lie level", () => {
  const { frames, drawn } = both("standing-calf-raise");
  const last = SAMPLES - 1;
  expect(drawn.toes![2 * last]!).toBeGreaterThan(0.3);
  const [foot, toe] = ["foot.right", "toe.right"].map((p) => framePoint(drawn, last, p)) as [Vec3, Vec3];
  const ball = foot.map(
    (o, k) => o + 0.125 * axis(drawn, last, "foot.right", 0)[k]! - 0.08 * axis(drawn, last, "foot.right", 1)[k]!,
  );
  expect(toe[1]).toBeCloseTo(ball[1]!, 3);
  expect(Math.hypot(...toe.map((v, k) => v - ball[k]!))).toBeCloseTo(0.065 * frames.size, 3);
  expect(both("back-squat").drawn.toes).toBeUndefined();
});

test("two hands that hold one dumbbell meet, at every point of the rep, with arms as long as they were", () => {
  for (const id of ["dumbbell-pullover", "two-hand-overhead-dumbbell-extension"]) {
    const { frames, drawn } = both(id);
    for (let n = 0; n < SAMPLES; n++) {
      expect(distance(frames, n, "grip.right", "grip.left")).toBeGreaterThan(0.15);
      expect(distance(drawn, n, "grip.right", "grip.left")).toBeLessThan(0.08);
      expect(distance(drawn, n, "grip.right", "load.0")).toBeLessThan(1e-6);
      for (const [a, b] of [
        ["humerus", "forearm"],
        ["forearm", "grip"],
      ] as const)
        for (const s of SIDES)
          expect(distance(drawn, n, `${a}.${s}`, `${b}.${s}`)).toBeCloseTo(
            distance(frames, n, `${a}.${s}`, `${b}.${s}`),
            4,
          );
    }
  }
});

test("hands that lie on the floor or a bench lie flat, and on what they lie on", () => {
  for (const [id, sides] of [
    ["push-up", SIDES],
    ["blade-push-up", SIDES],
    ["one-arm-dumbbell-row", ["left"]],
  ] as const)
    for (const scene of scenesOf(resolveSetup(exercises.get(id)!)))
      for (const side of sides) {
        const [wrist, knuckles] = [point(scene, `hand.${side}`), point(scene, `knuckles.${side}`)];
        expect([id, side, Math.abs(knuckles[1] - wrist[1]) < NEAR, knuckles[0] > wrist[0]]).toEqual([
          id,
          side,
          true,
          true,
        ]);
        const bench = equipmentOf(scene).find((p) => p.name === "bench");
        if (id === "one-arm-dumbbell-row") expect(bench).toBeDefined();
      }
});

test("raised hands lean on something that stands on the floor; heels on wedges stand on them", () => {
  const things = (id: string, values: Record<string, number>) =>
    equipmentOf(scenesOf(resolveSetup(exercises.get(id)!, values))[0]!).map((p) => p.name);
  expect(things("push-up", { handsUp: 0.45 })).toContain("bench");
  expect(things("push-up", {})).not.toContain("bench");
  expect(things("back-squat", { heel: 0.04 }).filter((n) => n.startsWith("wedge"))).toHaveLength(2);
  expect(things("back-squat", {}).filter((n) => n.startsWith("wedge"))).toEqual([]);
  expect(things("one-arm-dumbbell-row", { base: 1 })).toContain("stand");
});
