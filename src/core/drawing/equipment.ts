/** The equipment of an exercise as itself, laid against the body and hung from the load. Sizes in m. */
import { SIDES, type Side } from "#core/mechanics/model";
import { add, cross, dot, norm, scale, sub, unit, type Vec3 } from "#core/base/vector";
import type { Piece } from "./order";
import {
  leansOnHands,
  actsAt,
  axisOf,
  BLOCK,
  loadPoints,
  onBlock,
  oneDumbbell,
  originOf,
  placeIn,
  point,
  reachOf,
  stepsUp,
  type Scene,
} from "./scene";
import { box, cylinder, sphere, type Face, type Solid } from "./solids";

export interface Prop extends Piece {
  faces: Face[];
  /** painted before the body whatever its depth; where its depth says; does not count for the picture's frame */
  behind: boolean;
  framing: boolean;
  /** the hand that closes round it */
  held?: Side;
}

const UP: Vec3 = [0, 1, 0];
const X: Vec3 = [1, 0, 0];
const Z: Vec3 = [0, 0, 1];

const prop = (name: string, solid: Solid, more: Partial<Pick<Prop, "behind" | "framing" | "held">> = {}): Prop => ({
  name,
  ...solid,
  behind: false,
  framing: false,
  ...more,
});

const mid = (a: Vec3, b: Vec3): Vec3 => scale(add(a, b), 0.5);
const has = ({ exercise }: Scene, what: string) => (exercise.equipment as readonly string[]).includes(what);
const rests = ({ exercise }: Scene, on: string) => (exercise.supports as readonly string[]).includes(on);

/** a box from the floor up to a height */
const post = (scene: Scene, x: number, z: number, top: number, thick: number, deep = thick): Solid =>
  upTo(scene, [x, top, z], [X, UP, Z], thick, deep);

/** the same, turned about its own upright */
const upTo = ({ projector, floor }: Scene, [x, top, z]: Vec3, axes: [Vec3, Vec3, Vec3], thick: number, deep: number) =>
  box(projector, [x, (top + floor) / 2, z], axes, [thick, Math.max(0.01, (top - floor) / 2), deep]);

const SHAFT = { radius: 0.0135, half: 0.66, pieces: 8, sleeve: 0.024, end: 0.92 };
const PLATES = [
  { at: 0.71, radius: 0.225, half: 0.03 },
  { at: 0.765, radius: 0.16, half: 0.02 },
];

function barbell(scene: Scene): Prop[] {
  const loads = loadPoints(scene);
  const two = loads.length > 1 && norm(sub(loads[0]!, loads[1]!)) > 0.05;
  return barThrough(scene, two ? mid(loads[0]!, loads[1]!) : loads[0]!, two ? unit(sub(loads[0]!, loads[1]!)) : Z);
}

/** a bar with its plates about its middle */
function barThrough(scene: Scene, middle: Vec3, dir: Vec3): Prop[] {
  const at = (t: number): Vec3 => add(middle, scale(dir, t));
  const { projector: p } = scene;
  const out: Prop[] = [];
  const step = (2 * SHAFT.half) / SHAFT.pieces;
  for (let i = 0; i < SHAFT.pieces; i++) {
    const [a, b] = [-SHAFT.half + i * step, -SHAFT.half + (i + 1) * step];
    out.push(prop(`shaft ${i}`, cylinder(p, at(a), at(b), SHAFT.radius, "iron")));
  }
  for (const sign of [1, -1]) {
    out.push(prop(`sleeve ${sign}`, cylinder(p, at(sign * SHAFT.half), at(sign * SHAFT.end), SHAFT.sleeve, "iron")));
    for (const { at: z, radius, half } of PLATES)
      out.push(
        prop(
          `plate ${sign} ${radius}`,
          cylinder(p, at(sign * (z - half)), at(sign * (z + half)), radius, "plate", [0.8 * radius, 0.05]),
        ),
      );
  }
  return out;
}

/** a bar in both hands that runs on upright rails, and its rails */
function guidedBar(scene: Scene): Prop[] {
  const [a, b] = SIDES.map((s) => point(scene, `grip.${s}`)) as [Vec3, Vec3];
  const c = mid(a, b);
  return [
    ...barThrough(scene, c, Z),
    ...[RAIL, -RAIL].map((z) =>
      prop(
        `rail ${z}`,
        cylinder(scene.projector, [c[0], scene.floor, z], [c[0], scene.floor + RAIL_TOP, z], 0.02, "side"),
        {
          behind: true,
          framing: true,
        },
      ),
    ),
  ];
}
const RAIL = 0.62;
const RAIL_TOP = 2.1;

/** a frame that is stood in: six sides level with the hands, a handle at each, sleeves with plates at its points */
function hexagonalBar(scene: Scene): Prop[] {
  const { projector: p } = scene;
  const hands = SIDES.map((s) => point(scene, `grip.${s}`)) as [Vec3, Vec3];
  const c = mid(hands[0], hands[1]);
  const low: Vec3 = [c[0], c[1] - 0.02, 0];
  const corner = (x: number, z: number): Vec3 => add(low, [x, 0, z]);
  const round = [
    corner(0.36, 0.3),
    corner(0, 0.62),
    corner(-0.36, 0.3),
    corner(-0.36, -0.3),
    corner(0, -0.62),
    corner(0.36, -0.3),
  ];
  return [
    ...round.map((v, i) => prop(`side ${i}`, cylinder(p, v, round[(i + 1) % 6]!, 0.016, "iron"))),
    ...hands.map((h, i) =>
      prop(`handle ${i}`, cylinder(p, add(h, [-0.09, 0, 0]), add(h, [0.09, 0, 0]), 0.014, "iron")),
    ),
    ...[1, -1].flatMap((side) => [
      prop(`sleeve ${side}`, cylinder(p, corner(0, 0.62 * side), corner(0, 0.86 * side), SHAFT.sleeve, "iron")),
      prop(`plate ${side}`, cylinder(p, corner(0, 0.68 * side), corner(0, 0.74 * side), 0.225, "plate", [0.18, 0.05])),
    ]),
  ];
}

/** a strap from each hand to where it hangs overhead */
function hangingStraps(scene: Scene): Prop[] {
  const top = scene.floor + STRAP_TOP;
  return SIDES.flatMap((s) => {
    const g = point(scene, `grip.${s}`);
    return [
      prop(`strap ${s}`, cylinder(scene.projector, g, [g[0], top, 0.3 * g[2]], 0.008, "side"), {
        behind: true,
        framing: true,
      }),
      prop(`strap handle ${s}`, cylinder(scene.projector, add(g, [0, 0, -0.07]), add(g, [0, 0, 0.07]), 0.015, "iron")),
    ];
  });
}
const STRAP_TOP = 2.4;

/** a large ball under the low back */
function largeBall(scene: Scene): Prop[] {
  const back = placeIn(scene, "pelvis", [-0.1, 0.1, 0]);
  const r = Math.max(0.2, (back[1] - scene.floor) / 2);
  return [prop("ball", sphere(scene.projector, [back[0], scene.floor + r, 0], r, "side"), { behind: true })];
}

const BELL = { radius: 0.058, from: 0.06, to: 0.145, handle: 0.014 };

function dumbbells(scene: Scene): Prop[] {
  const { projector: p } = scene;
  const grips = SIDES.map((side) => ({ side, at: point(scene, `grip.${side}`) }));
  const loads = loadPoints(scene);
  if (scene.exercise.loads.some((l) => l.kind === "mass" && l.beside))
    return loads.flatMap((load) => besideHand(scene, load));
  const held = grips.filter((g) => loads.some((l) => norm(sub(l, g.at)) < 0.06));
  // one dumbbell hangs between both palms from its upper end
  const hung = (a: Vec3, b: Vec3): Vec3 => sub(mid(a, b), [0, BELL.from, 0]);
  const places = oneDumbbell(scene.exercise)
    ? [{ side: "right" as Side, at: hung(grips[0]!.at, grips[1]!.at), axis: UP }]
    : held.map(({ side, at }) => ({ side, at, axis: axisOf(scene, `hand.${side}`, 0) }));
  return places.flatMap(({ side, at, axis }) => {
    const end = (t: number): Vec3 => add(at, scale(axis, t));
    return [
      prop(`handle.${side}`, cylinder(p, end(-BELL.from), end(BELL.from), BELL.handle, "iron"), { held: side }),
      ...[1, -1].map((sign) =>
        prop(
          `bell ${sign}.${side}`,
          cylinder(p, end(sign * BELL.from), end(sign * BELL.to), BELL.radius, "plate", [0.03]),
        ),
      ),
    ];
  });
}

/** a rod held at one end, its plate beside the hand */
function besideHand(scene: Scene, load: Vec3): Prop[] {
  const { projector: p } = scene;
  const off = (s: Side) => norm(sub(load, point(scene, `grip.${s}`)));
  const side: Side = off("right") <= off("left") ? "right" : "left";
  const hand = point(scene, `grip.${side}`);
  const way = unit(sub(load, hand));
  return [
    prop(`rod.${side}`, cylinder(p, add(hand, scale(way, -0.06)), load, BELL.handle, "iron"), { held: side }),
    prop("bell", cylinder(p, add(load, scale(way, -0.03)), add(load, scale(way, 0.03)), 0.07, "plate", [0.03])),
  ];
}

/** a plate that is held or worn, at the load */
function plates(scene: Scene): Prop[] {
  const at = actsAt(scene);
  const { projector: p } = scene;
  const [load] = loadPoints(scene);
  if (!load) return [];
  const disc = (centre: Vec3, axis: Vec3, radius: number) =>
    prop(
      "plate",
      cylinder(p, add(centre, scale(axis, -0.016)), add(centre, scale(axis, 0.016)), radius, "plate", [0.03]),
    );
  if (["plate-chest", "chest", "upper-back"].includes(at)) {
    const front = axisOf(scene, "trunk", 0);
    // held before the chest of somebody who stands, hugged or worn by others
    const off = at === "upper-back" ? -0.03 : scene.exercise.stance.on === "feet" ? 0.1 : 0.02;
    return [disc(add(load, scale(front, off)), front, 0.15)];
  }
  if (at === "waist" && has(scene, "machine") && !has(scene, "belt")) return [];
  // a body on its side has it on the upper hip
  if (at === "waist" && scene.exercise.stance.on.startsWith("forearm-and-"))
    return [disc(add(load, [0, 0.19 * scene.frames.size, 0]), UP, 0.11)];
  if (at === "head-back") return [disc(add(load, [0, 0.02, 0]), UP, 0.11)];
  if (at === "waist") {
    // it hangs from a belt
    const low: Vec3 = [load[0] + 0.05, load[1] - 0.42, load[2]];
    return [prop("chain", cylinder(p, load, [low[0], low[1] + 0.11, low[2]], 0.006, "rope")), disc(low, X, 0.11)];
  }
  if (at === "ankle-cuff")
    return SIDES.filter((s) => scene.exercise.sides === "both" || s === "right").map((s) => {
      const shank = axisOf(scene, `shank.${s}`, 1);
      const c = placeIn(scene, `shank.${s}`, [0, -0.37, 0]);
      return prop(`cuff.${s}`, cylinder(p, add(c, scale(shank, 0.04)), add(c, scale(shank, -0.04)), 0.055, "plate"));
    });
  return at === "toe" && scene.exercise.loads[0]?.kind === "mass" ? [disc(add(load, [0, 0.03, 0]), UP, 0.09)] : [];
}

const PULLEY = { radius: 0.045, half: 0.014 };

/** cables and bands: from what is held to the fixed end; the column that the pulley rides on */
function ropes(scene: Scene): Prop[] {
  const { frames, projector: p, exercise } = scene;
  const tied = frames.anchors.filter((a) => !a.pivot);
  if (tied.length === 0) return [];
  const band = exercise.loads.some((l) => l.kind === "band");
  const out: Prop[] = [];
  const linked = frames.linked && frames.loadAt.length === 2;
  const ends = tied.map((a) => ({ to: a.at, from: point(scene, a.to) }));
  const lines = linked ? [{ from: mid(ends[0]!.from, ends[1]!.from), to: mid(ends[0]!.to, ends[1]!.to) }] : ends;
  if (linked) {
    const dir = unit(sub(ends[0]!.from, ends[1]!.from));
    const [a, b] = [add(ends[0]!.from, scale(dir, 0.1)), sub(ends[1]!.from, scale(dir, 0.1))];
    for (let i = 0; i < 6; i++) {
      const at = (t: number) => add(a, scale(sub(b, a), t));
      out.push(prop(`bar ${i}`, cylinder(p, at(i / 6), at((i + 1) / 6), 0.0135, "iron")));
    }
  }
  const sled = exercise.loads.some((l) => l.at === "midfoot" && l.kind !== "arm");
  if (sled || onKnees(scene)) return out;
  const towers: Vec3[] = [];
  for (const [i, { from, to }] of lines.entries()) {
    out.push(prop(`rope ${i}`, cylinder(p, from, to, band ? 0.008 : 0.0035, "rope"), { framing: true }));
    if (band) {
      out.push(
        prop(`peg ${i}`, cylinder(p, add(to, [0, 0, -0.05]), add(to, [0, 0, 0.05]), 0.014, "iron"), { framing: true }),
      );
      continue;
    }
    out.push(
      prop(
        `pulley ${i}`,
        cylinder(p, add(to, scale(Z, -PULLEY.half)), add(to, scale(Z, PULLEY.half)), PULLEY.radius, "plate", [0.012]),
        { framing: true },
      ),
    );
    // two pulleys side by side ride on one column
    if (towers.some((t) => norm(sub(t, to)) < 0.6)) continue;
    const beside = lines.filter((l) => norm(sub(l.to, to)) < 0.6).map((l) => l.to);
    towers.push(...beside);
    out.push(...tower(scene, scale(beside.reduce(add), 1 / beside.length), i));
  }
  return out;
}

/** a pulley's column with its stack of weights, away from the body */
function tower(scene: Scene, at: Vec3, i: number): Prop[] {
  const hips = originOf(scene, "pelvis");
  const flat: Vec3 = [at[0] - hips[0], 0, at[2] - hips[2]];
  const over = at[1] > 1.85 && norm(flat) < 0.5;
  const away = over ? X : unit(norm(flat) > 0.05 ? flat : X);
  const c = add([at[0], 0, at[2]], scale(away, over ? 0.62 : 0.13));
  const top = Math.max(1.15, at[1] + 0.12);
  const side = cross(UP, away);
  const { projector: p } = scene;
  const far = { behind: true, framing: true };
  const rail = (k: number) => upTo(scene, add([c[0], top, c[2]], scale(side, 0.1 * k)), [away, UP, side], 0.022, 0.022);
  const out = [prop(`rail ${i} a`, rail(1), far), prop(`rail ${i} b`, rail(-1), far)];
  for (let n = 0; n < 6; n++)
    out.push(
      prop(
        `stack ${i} ${n}`,
        box(p, [c[0], scene.floor + 0.1 + 0.055 * n, c[2]], [away, UP, side], [0.03, 0.024, 0.075]),
        far,
      ),
    );
  if (over) out.push(prop(`beam ${i}`, box(p, [(c[0] + at[0]) / 2, top, c[2]], [X, UP, Z], [0.36, 0.025, 0.05]), far));
  return out;
}

/** thickness of pads by half, m */
const PAD = 0.033;

/** a pad laid against a run of rings: along an axis, on the side that a normal points to */
function padOn(
  scene: Scene,
  name: string,
  { chain, side, from, to }: { chain: "T" | "A" | "L"; side: Side; from: number; to: number },
  middle: Vec3,
  long: Vec3,
  normal: Vec3,
  half: readonly [length: number, width: number],
): { pad: Prop; centre: Vec3 } {
  const d = reachOf(scene, chain, side, normal, from, to);
  const centre = add(middle, scale(normal, d - dot(middle, normal) + PAD));
  const pad = prop(
    name,
    box(scene.projector, centre, [long, normal, unit(cross(long, normal))], [half[0], PAD, half[1]]),
    {
      behind: true,
    },
  );
  return { pad, centre };
}

/** what carries the pelvis: a seat with its post */
function seat(scene: Scene, deep = 0.2): Prop[] {
  const hips = originOf(scene, "pelvis");
  const top = -Math.max(
    ...SIDES.map((s) =>
      Math.max(reachOf(scene, "B", s, [0, -1, 0], 0, 4), reachOf(scene, "L", s, [0, -1, 0], 0.1, 0.35)),
    ),
  );
  const forward = unit([axisOf(scene, "pelvis", 0)[0], 0, axisOf(scene, "pelvis", 0)[2]]);
  const c = add([hips[0], top - PAD, hips[2]], scale(forward, 0.06));
  const under = { behind: true };
  const side = cross(forward, UP);
  return [
    prop("seat", box(scene.projector, c, [forward, UP, side], [deep, PAD, 0.17]), under),
    ...(top > 0.14
      ? [prop("post", post(scene, c[0], c[2], top - 2 * PAD, 0.035), under), foot(scene, c[0], c[2])]
      : []),
  ];
}

const foot = (scene: Scene, x: number, z: number): Prop =>
  prop("foot", box(scene.projector, [x, scene.floor + 0.018, z], [X, UP, Z], [0.2, 0.018, 0.05]), { behind: true });

/** how far the trunk is from upright, 0 to 1 lying */
const lying = (scene: Scene): number => 1 - Math.abs(axisOf(scene, "trunk", 1)[1]);

function backPad(scene: Scene): Prop[] {
  const [up, front] = [axisOf(scene, "trunk", 1), axisOf(scene, "trunk", 0)];
  const middle = placeIn(scene, "trunk", [0, 0.2, 0]);
  const { pad, centre } = padOn(
    scene,
    "back pad",
    { chain: "T", side: "right", from: 0.05, to: 0.48 },
    middle,
    up,
    scale(front, -1),
    [0.34, 0.14],
  );
  return centre[1] > 0.3
    ? [
        pad,
        prop(
          "back post",
          post(scene, centre[0] - 0.06 * Math.sign(front[0]), centre[2], Math.max(0.05, centre[1] - 0.06), 0.028),
          { behind: true },
        ),
      ]
    : [pad];
}

function flatBench(scene: Scene): Prop[] {
  const [a, b] = [originOf(scene, "pelvis"), originOf(scene, "head")];
  const top = -Math.max(
    reachOf(scene, "T", "right", [0, -1, 0], 0, 0.55),
    ...SIDES.map((s) => reachOf(scene, "B", s, [0, -1, 0], 0, 2)),
  );
  const flat = unit([b[0] - a[0], 0, b[2] - a[2]]);
  const side = cross(flat, UP);
  const length = Math.hypot(b[0] - a[0], b[2] - a[2]);
  const c = add([a[0], top - PAD, a[2]], scale(flat, length / 2 + 0.08));
  const half = length / 2 + 0.22;
  const out = [prop("bench", box(scene.projector, c, [flat, UP, side], [half, PAD, 0.14]), { behind: true })];
  if (top > 0.15)
    for (const k of [-0.75, 0.75]) {
      const at = add(c, scale(flat, k * half));
      out.push(
        prop(`leg ${k}`, upTo(scene, [at[0], top - 2 * PAD, at[2]], [flat, UP, side], 0.03, 0.11), { behind: true }),
      );
    }
  return out;
}

function chestPad(scene: Scene): Prop[] {
  const [up, front] = [axisOf(scene, "trunk", 1), axisOf(scene, "trunk", 0)];
  const middle = placeIn(scene, "trunk", [0, 0.16, 0]);
  const { pad, centre } = padOn(
    scene,
    "chest pad",
    { chain: "T", side: "right", from: 0.05, to: 0.44 },
    middle,
    up,
    front,
    [lying(scene) > 0.8 ? 0.5 : 0.3, 0.13],
  );
  const legs =
    lying(scene) > 0.8
      ? [-0.4, 0.4].map((k) => {
          const at = add(centre, scale(up, k));
          return prop(`leg ${k}`, post(scene, at[0], at[2], centre[1] - PAD, 0.03, 0.1), { behind: true });
        })
      : [prop("post", post(scene, centre[0], centre[2], centre[1] - 0.05, 0.03), { behind: true })];
  return [pad, ...legs];
}

function preacher(scene: Scene): Prop[] {
  const side: Side = "right";
  const up = axisOf(scene, `humerus.${side}`, 1);
  // the side of the arm that looks down is on the pad
  const down = unit(sub([0, -1, 0], scale(up, -up[1])));
  const middle = placeIn(scene, `humerus.${side}`, [0, -0.19, 0]);
  const { pad, centre } = padOn(
    scene,
    "preacher pad",
    { chain: "A", side, from: 0.35, to: 0.95 },
    middle,
    up,
    down,
    [0.17, 0.1],
  );
  return [pad, prop("preacher post", post(scene, centre[0], centre[2], centre[1] - 0.05, 0.03), { behind: true })];
}

/** a machine's arm: pivot at the knee's or hip's axis, pad on the load */
function lever(scene: Scene): Prop[] {
  const { projector: p } = scene;
  const at = actsAt(scene);
  if (at === "forearm-cuff") return forearmLever(scene);
  const knee = at === "shin" || at === "calf-pad";
  const sides = knee ? (["left"] as const) : SIDES;
  const out: Prop[] = [];
  for (const side of sides) {
    const pivot = add(
      originOf(scene, knee ? `shank.${side}` : `hip-bent.${side}`),
      knee ? [0, 0, -0.09] : [-0.02, -0.12, 0],
    );
    const load = loadPoints(scene)[side === "right" ? 0 : 1] ?? loadPoints(scene)[0]!;
    const end: Vec3 = knee ? [load[0], load[1], pivot[2]] : load;
    out.push(
      prop(`pivot.${side}`, cylinder(p, add(pivot, [0, 0, -0.02]), add(pivot, [0, 0, 0.02]), 0.05, "plate", [0.015]), {
        behind: true,
      }),
    );
    out.push(prop(`arm.${side}`, cylinder(p, pivot, end, 0.016, "iron"), { behind: knee }));
    if (knee)
      out.push(prop("post", post(scene, pivot[0], pivot[2], Math.max(0.05, pivot[1] - 0.04), 0.025), { behind: true }));
  }
  if (knee) {
    const [load] = loadPoints(scene);
    const z = Math.abs(load![2]) + 0.09;
    out.push(prop("roller", cylinder(p, [load![0], load![1], -z], [load![0], load![1], z], 0.045, "plate")));
  } else
    for (const [i, load] of loadPoints(scene).entries()) {
      const thigh = axisOf(scene, `thigh.${i === 0 ? "right" : "left"}`, 1);
      out.push(
        prop(
          `knee pad ${i}`,
          cylinder(p, add(load, scale(thigh, 0.09)), add(load, scale(thigh, -0.09)), 0.04, "plate"),
        ),
      );
    }
  return out;
}

/** a curl or extension machine: its arm turns with the elbow */
function forearmLever(scene: Scene): Prop[] {
  const { projector: p } = scene;
  return loadPoints(scene).flatMap((load, i) => {
    const side: Side = i === 0 ? "right" : "left";
    const out: Vec3 = [0, 0, side === "right" ? 0.07 : -0.07];
    const pivot = add(originOf(scene, `forearm.${side}`), out);
    const hand = point(scene, `grip.${side}`);
    return [
      prop(
        `pivot.${side}`,
        cylinder(p, sub(pivot, scale(out, 0.2)), add(pivot, scale(out, 0.2)), 0.045, "plate", [0.015]),
      ),
      prop(`arm.${side}`, cylinder(p, pivot, add(hand, out), 0.014, "iron"), { behind: load[2] < 0 }),
      prop(`handle.${side}`, cylinder(p, sub(hand, out), add(hand, out), 0.014, "iron"), { held: side }),
    ];
  });
}

const LANDMINE = { length: 2.2, plates: 2, radius: 0.17 };

/** arms with a pivot of their own: a machine's, from a post; or a bar with its end on the floor, plates at its top */
function pivoted(scene: Scene): Prop[] {
  const { projector: p, frames } = scene;
  const out: Prop[] = [];
  for (const [i, { at: pivot, to }] of frames.anchors.filter((a) => a.pivot).entries()) {
    const load = point(scene, to);
    if (has(scene, "landmine") || pivot[1] < 0.2) {
      if (i > 0) continue;
      const ends = loadPoints(scene);
      const held = scale(ends.reduce(add), 1 / ends.length);
      const way = unit(sub(held, pivot));
      const at = (t: number) => add(pivot, scale(way, t));
      const length = Math.max(LANDMINE.length, norm(sub(held, pivot)) + 0.1);
      for (let n = 0; n < 8; n++)
        out.push(prop(`bar ${n}`, cylinder(p, at((n / 8) * length), at(((n + 1) / 8) * length), 0.0145, "iron")));
      // both hands hold a handle across the bar
      if (ends.length > 1) {
        const along = unit(sub(ends[0]!, ends[1]!));
        const [a, b] = [add(ends[0]!, scale(along, 0.06)), sub(ends[1]!, scale(along, 0.06))];
        for (let n = 0; n < 6; n++) {
          const on = (t: number) => add(a, scale(sub(b, a), t / 6));
          out.push(prop(`handle ${n}`, cylinder(p, on(n), on(n + 1), 0.015, "iron")));
        }
      }
      out.push(
        prop(
          "bar plate",
          cylinder(p, at(LANDMINE.plates), at(LANDMINE.plates + 0.06), LANDMINE.radius, "plate", [0.05]),
        ),
        prop("pivot", box(p, [pivot[0], 0.03, pivot[2]], [X, UP, Z], [0.07, 0.03, 0.07])),
      );
      continue;
    }
    const near = norm(sub(load, pivot)) < 0.75;
    const grip = axisOf(scene, load[2] >= 0 ? "hand.right" : "hand.left", 0);
    out.push(
      prop(`pivot ${i}`, cylinder(p, add(pivot, [0, 0, -0.02]), add(pivot, [0, 0, 0.02]), 0.05, "plate", [0.015]), {
        behind: true,
      }),
      prop(`arm ${i}`, cylinder(p, pivot, load, 0.016, "iron"), { behind: !near }),
      prop(`handle ${i}`, cylinder(p, sub(load, scale(grip, 0.07)), add(load, scale(grip, 0.07)), 0.015, "iron")),
    );
    if (Math.abs(pivot[0] - originOf(scene, "pelvis")[0]) > 0.25)
      out.push(prop(`post ${i}`, post(scene, pivot[0], pivot[2], pivot[1], 0.03), { behind: true, framing: true }));
  }
  return out;
}

/** a bench under the rear foot of a split stance */
function rearBench(scene: Scene): Prop[] {
  const [a, b] = SIDES.map((s) => placeIn(scene, `foot.${s}`, [0.12, -0.08, 0])) as [Vec3, Vec3];
  const rear = a[0] < b[0] ? a : b;
  if (rear[1] < 0.2) return [];
  const c: Vec3 = [rear[0] - 0.05, rear[1] - PAD, 0];
  return [
    prop("rear bench", box(scene.projector, c, [X, UP, Z], [0.14, PAD, 0.4]), { behind: true }),
    ...[0.3, -0.3].map((z) => prop(`leg ${z}`, post(scene, c[0], z, c[1] - PAD, 0.1, 0.03), { behind: true })),
  ];
}

/** a wheel between the hands */
function wheel(scene: Scene): Prop[] {
  const [a, b] = SIDES.map((s) => point(scene, `grip.${s}`)) as [Vec3, Vec3];
  const c = mid(a, b);
  return [
    prop("axle", cylinder(scene.projector, a, b, 0.014, "iron")),
    prop("wheel", cylinder(scene.projector, add(c, [0, 0, -0.03]), add(c, [0, 0, 0.03]), 0.1, "plate", [0.03])),
  ];
}

function legPress(scene: Scene): Prop[] {
  const { projector: p, frames } = scene;
  const ball = actsAt(scene) === "ball";
  const pushing = SIDES.filter((s) => scene.exercise.sides === "both" || s === "right");
  const feet = pushing.map((s) => placeIn(scene, `foot.${s}`, [ball ? 0.125 : 0.06, -0.08, 0]));
  // one foot stands on its half of the plate
  const [near] = feet;
  const c = feet.length === 2 ? mid(near!, feet[1]!) : ([near![0], near![1], 0] as Vec3);
  const soles = scale(unit(pushing.reduce<Vec3>((sum, s) => add(sum, axisOf(scene, `foot.${s}`, 1)), [0, 0, 0])), -1);
  // feet that push with their balls turn on the plate: it stands across the way of the legs
  const normal = ball ? unit(sub(c, originOf(scene, "pelvis"))) : soles;
  const long = unit(cross(Z, normal));
  const plate = add(c, scale(normal, 0.03));
  const towards = frames.anchors[0] ? unit(sub(frames.anchors[0].at, point(scene, frames.anchors[0].to))) : normal;
  // the anchor pulls the feet down: the rails go the other way
  const rail = unit([-towards[0], -towards[1], 0]);
  const far = { behind: true, framing: true };
  const out = [prop("sled", box(p, plate, [long, normal, Z], [0.2, 0.025, 0.27]))];
  for (const z of [0.3, -0.3]) {
    const from = add(plate, [0, 0, z]);
    out.push(
      prop(`rail ${z}`, cylinder(p, add(from, scale(rail, -0.75)), add(from, scale(rail, 0.55)), 0.022, "side"), far),
    );
    out.push(
      prop(
        `sled plate ${z}`,
        cylinder(
          p,
          add(from, [0, 0, z > 0 ? 0.03 : -0.09]),
          add(from, [0, 0, z > 0 ? 0.09 : -0.03]),
          0.2,
          "plate",
          [0.16, 0.03],
        ),
        { behind: z < 0 },
      ),
    );
  }
  return out;
}

/** the step that a foot stands on; the other one comes up from the ground */
function stepUnder(scene: Scene): Prop[] {
  const [x, y, z] = placeIn(scene, "foot.right", [0.06, 0, 0]);
  const top = Math.max(scene.floor + 0.05, y - 0.085 * scene.frames.size);
  return [prop("step", upTo(scene, [x, top, z], [X, UP, Z], 0.2, 0.17), { behind: true })];
}

/** a block under the balls of the feet */
function calfBlock(scene: Scene): Prop[] {
  const feet = SIDES.filter((s) => s === "right" || scene.exercise.stance.on !== "one-foot").map((s) =>
    placeIn(scene, `foot.${s}`, [0.125, -0.08, 0]),
  );
  const [x, y, z] = scale(feet.reduce(add), 1 / feet.length);
  const half = BLOCK / 2;
  return [
    prop(
      "block",
      box(scene.projector, [x + 0.03, y - half, z], [X, UP, Z], [0.09, half, feet.length > 1 ? 0.24 : 0.13]),
      {
        behind: true,
      },
    ),
  ];
}

function shoulderPads(scene: Scene): Prop[] {
  return SIDES.flatMap((s) => {
    const top = add(originOf(scene, `humerus.${s}`), [-0.02, 0.075, s === "right" ? -0.05 : 0.05]);
    return [
      prop(`shoulder pad.${s}`, box(scene.projector, top, [X, UP, Z], [0.12, 0.03, 0.045])),
      prop(`yoke.${s}`, box(scene.projector, add(top, [0.3, 0.01, 0]), [X, UP, Z], [0.18, 0.018, 0.018])),
    ];
  });
}

function thighRoller(scene: Scene): Prop[] {
  const [a, b] = SIDES.map((s) => add(placeIn(scene, `thigh.${s}`, [0, -0.3, 0]), [0, 0.115, 0])) as [Vec3, Vec3];
  const out = unit(sub(a, b));
  return [
    prop("thigh roller", cylinder(scene.projector, add(a, scale(out, 0.09)), sub(b, scale(out, 0.09)), 0.05, "plate")),
  ];
}

/** whether a lever with a roller lies on the knees of a seated body */
const onKnees = (s: Scene) => s.exercise.stance.on === "seat" && onBlock(s.exercise, s.frames);

/** its arm from a post before the shins, with a plate on either side */
function kneeLever(scene: Scene): Prop[] {
  const { projector: p } = scene;
  const hips = originOf(scene, "pelvis");
  const pivot: Vec3 = [hips[0] + 0.92, hips[1] + 0.02, 0];
  const [a, b] = SIDES.map((s) => add(placeIn(scene, `thigh.${s}`, [0, -0.3, 0]), [0, 0.115, 0])) as [Vec3, Vec3];
  const arm = sub(mid(a, b), pivot);
  const hung = add(pivot, scale(arm, 0.62));
  return [
    prop("knee post", post(scene, pivot[0], 0, pivot[1], 0.03), { behind: true }),
    prop("knee arm", cylinder(p, pivot, add(pivot, arm), 0.018, "iron")),
    ...[1, -1].map((side) =>
      prop(
        `knee plate ${side}`,
        cylinder(p, add(hung, [0, 0, 0.03 * side]), add(hung, [0, 0, 0.07 * side]), 0.13, "plate", [0.1, 0.03]),
      ),
    ),
  ];
}

function overheadBar(scene: Scene): Prop[] {
  const [a, b] = SIDES.map((s) => point(scene, `grip.${s}`)) as [Vec3, Vec3];
  const { projector: p } = scene;
  const dir = unit(sub(a, b));
  const [from, to] = [add(a, scale(dir, 0.28)), sub(b, scale(dir, 0.28))];
  const bar = Array.from({ length: 8 }, (_, i) => {
    const at = (t: number) => add(from, scale(sub(to, from), t));
    return prop(`bar ${i}`, cylinder(p, at(i / 8), at((i + 1) / 8), 0.015, "iron"));
  });
  return [
    ...bar,
    ...[from, to].map((e, i) =>
      prop(`bar post ${i}`, cylinder(p, e, [e[0], scene.floor, e[2]], 0.025, "side"), { behind: true, framing: true }),
    ),
  ];
}

function dipBars(scene: Scene): Prop[] {
  return SIDES.flatMap((s) => {
    const g = point(scene, `grip.${s}`);
    const bar = (t: number): Vec3 => [g[0] + t, g[1], g[2]];
    return [
      prop(`dip bar a.${s}`, cylinder(scene.projector, bar(-0.3), bar(-0.02), 0.017, "iron")),
      prop(`dip bar b.${s}`, cylinder(scene.projector, bar(-0.02), bar(0.26), 0.017, "iron")),
      prop(`dip post.${s}`, post(scene, g[0] - 0.28, g[2], g[1], 0.022), { behind: true }),
    ];
  });
}

function thrustBench(scene: Scene): Prop[] {
  const back = placeIn(scene, "trunk", [-0.02, 0.3, 0]);
  const top = -reachOf(scene, "T", "right", [0, -1, 0], 0.25, 0.42);
  const c: Vec3 = [back[0], top - PAD, 0];
  return [
    prop("bench", box(scene.projector, c, [X, UP, Z], [0.15, PAD, 0.45]), { behind: true }),
    ...[0.36, -0.36].map((z) => prop(`leg ${z}`, post(scene, c[0], z, top - 2 * PAD, 0.11, 0.03), { behind: true })),
  ];
}

/** what raised hands lean on */
function handBench(scene: Scene): Prop[] {
  const [right, left] = SIDES.map((s) => point(scene, `grip.${s}`)) as [Vec3, Vec3];
  const c = mid(right, left);
  const top = c[1] - 0.02;
  if (top - scene.floor < 0.1) return [];
  const half = Math.abs(right[2] - left[2]) / 2 + 0.1;
  return [prop("bench", post(scene, c[0] + 0.05, c[2], top, 0.16, half), { behind: true })];
}

/** the stand that a free hand leans on in a bent-over pull of one arm */
function handStand(scene: Scene): Prop[] {
  const hand = point(scene, "grip.left");
  return [prop("stand", post(scene, hand[0] + 0.02, hand[2], hand[1] - 0.03, 0.05, 0.16), { behind: true })];
}
const leans = ({ exercise: { stance, sides, equipment } }: Scene) =>
  stance.on === "feet" && stance.arms === "hang" && sides === "one" && equipment.includes("bench");

/** a block under heels that stand higher than the toes */
function wedges(scene: Scene): Prop[] {
  return SIDES.flatMap((s) => {
    const heel = placeIn(scene, `foot.${s}`, [-0.05, -0.08, 0]);
    const top = heel[1];
    if (top - scene.floor < 0.012) return [];
    return [prop(`wedge ${s}`, post(scene, heel[0] + 0.02, heel[2], top, 0.05, 0.05), { behind: true })];
  });
}

/** a level bench under one hand and one knee; the foot of the other leg stands beside it */
function kneeBench(scene: Scene): Prop[] {
  const hand = point(scene, "grip.left");
  const knee = placeIn(scene, "shank.left", [0.06, -0.03, 0]);
  const toe = point(scene, "toe.left");
  const top = Math.min(hand[1], knee[1]) - 0.02;
  const [from, to] = [Math.min(toe[0] + 0.06, knee[0] - 0.3), hand[0] + 0.12];
  const z = mid(hand, knee)[2] - 0.02;
  const c: Vec3 = [(from + to) / 2, top - PAD, z];
  return [
    prop("bench", box(scene.projector, c, [X, UP, Z], [(to - from) / 2, PAD, 0.14]), { behind: true }),
    ...[from + 0.15, to - 0.15].map((x) =>
      prop(`leg ${x}`, post(scene, x, z, top - 2 * PAD, 0.03, 0.11), { behind: true }),
    ),
  ];
}

/** thighs on a pad: back extension, sit-up bench */
function hipPad(scene: Scene): Prop[] {
  const up = axisOf(scene, "thigh.right", 1);
  const front = axisOf(scene, "thigh.right", 0);
  const middle = scale(
    add(placeIn(scene, "thigh.right", [0, -0.12, 0]), placeIn(scene, "thigh.left", [0, -0.12, 0])),
    0.5,
  );
  // on the side of the thighs that looks down
  // on their side where they are rolled
  const across = axisOf(scene, "thigh.right", 2);
  const towards = Math.abs(across[1]) > Math.abs(front[1]) + 0.1 ? across : front;
  const down = towards[1] <= 0 ? towards : scale(towards, -1);
  const { pad, centre } = padOn(
    scene,
    "hip pad",
    { chain: "L", side: "right", from: 0.1, to: 0.6 },
    middle,
    up,
    down,
    [0.16, 0.2],
  );
  const heel = placeIn(scene, "shank.right", [-0.06, -0.37, 0]);
  return [
    pad,
    ...(centre[1] > 0.2 ? [prop("post", post(scene, centre[0], 0, centre[1] - 0.05, 0.03), { behind: true })] : []),
    prop("ankle roller", cylinder(scene.projector, [heel[0], heel[1], -0.2], [heel[0], heel[1], 0.2], 0.045, "plate")),
  ];
}

/** level thighs that lie on a bench and not on the floor: somebody sits on it */
const sitsAcross = (s: Scene) =>
  s.exercise.stance.on === "thighs" && !rests(s, "floor") && Math.abs(axisOf(s, "thigh.right", 1)[1]) < 0.4;

/** what is there, in the order it is made: when, and what */
const THINGS: readonly (readonly [when: (s: Scene, at: string) => boolean, make: (s: Scene) => Prop[]])[] = [
  [(s) => has(s, "barbell") && !has(s, "landmine") && s.exercise.stance.on !== "hands-and-heels", barbell],
  [(s) => has(s, "guided-bar"), guidedBar],
  [(s) => has(s, "hexagonal-bar"), hexagonalBar],
  [(s) => has(s, "hanging-straps"), hangingStraps],
  [(s) => has(s, "ball"), largeBall],
  [(s) => has(s, "dumbbell"), dumbbells],
  [() => true, plates],
  [() => true, ropes],
  [() => true, pivoted],
  [(s) => has(s, "wheel"), wheel],
  [(s) => s.exercise.stance.on === "split", rearBench],
  [(s) => s.exercise.loads[0]?.kind === "lever", lever],
  [(s, at) => at === "midfoot" && s.exercise.loads[0]?.kind !== "arm" && has(s, "machine"), legPress],
  [(s, at) => at === "ball" && s.exercise.loads[0]?.kind === "rail", legPress],
  [(s) => onBlock(s.exercise, s.frames), calfBlock],
  [(s) => stepsUp(s.exercise) && !onBlock(s.exercise, s.frames), stepUnder],
  [(s, at) => has(s, "machine") && at === "bar-back", shoulderPads],
  [(s) => rests(s, "thigh-pad") && s.exercise.stance.on === "seat", thighRoller],
  [onKnees, kneeLever],
  [
    (s) => has(s, "pull-up-bar") || (s.exercise.stance.on === "hands-and-heels" && !leansOnHands(s.exercise)),
    overheadBar,
  ],
  [(s) => has(s, "dip-bars"), dipBars],
  [sitsAcross, (s) => seat(s)],
  [(s) => s.exercise.stance.on === "thighs" && !sitsAcross(s), hipPad],
  [(s) => s.exercise.stance.on === "shoulders-and-feet" && rests(s, "bench"), thrustBench],
  [(s) => s.exercise.stance.on === "hand-and-knee", kneeBench],
  [leans, handStand],
  [(s) => s.exercise.stance.on !== "hands-and-knees" && leansOnHands(s.exercise), handBench],
  [(s) => "heel" in s.exercise.stance.angles, wedges],
  [(s) => rests(s, "chest-pad"), chestPad],
  [(s) => rests(s, "preacher-pad"), preacher],
  [(s) => rests(s, "back-pad") && !rests(s, "floor"), backPad],
  [(s) => isOnBench(s) && lying(s) > LYING && !rests(s, "back-pad"), flatBench],
  [
    (s, at) =>
      (s.exercise.stance.on === "seat" &&
        !has(s, "ball") &&
        at !== "midfoot" &&
        s.exercise.loads[0]?.kind !== "rail") ||
      (isOnBench(s) && !(lying(s) > LYING && !rests(s, "back-pad"))),
    (s) => seat(s),
  ],
];
/** how far the trunk is from upright where it lies on a bench and does not sit */
const LYING = 0.72;
const isOnBench = (s: Scene) => s.exercise.stance.on === "bench" && !rests(s, "chest-pad") && !rests(s, "floor");

/** everything but the body */
export function equipmentOf(scene: Scene): Prop[] {
  const at = actsAt(scene);
  return THINGS.flatMap(([when, make]) => (when(scene, at) ? make(scene) : []));
}
