/** Hands that close round what they hold, or lie open; and the face. Frames of hand and head. */
import { type Side } from "#core/mechanics/model";
import type { Vec3 } from "#core/base/vector";
import { face, hand } from "./body.data";
import { hullOf, type Polygon } from "./outline";
import { axisOf, placeIn, type Scene } from "./scene";
import { capsule } from "./solids";
import { along } from "./view";

/** m from the wrist to the middle of a handle */
const GRIP = 0.075;

const mirror = (v: Vec3, side: Side): Vec3 => (side === "left" ? [v[0], v[1], -v[2]] : v);

/** fingers and thumb as capsules in the picture */
export function fingersOf(scene: Scene, side: Side, closed: boolean): { polygons: Polygon[]; balls: number[] } {
  const { projector: p, frames } = scene;
  const k = frames.size;
  const at = (v: Vec3) => placeIn(scene, `hand.${side}`, mirror(v, side));
  const polygons: Polygon[] = [];
  const balls: number[] = [];
  const bone = (a: Vec3, b: Vec3, r: number) => {
    const [from, to] = [at(a), at(b)];
    polygons.push(capsule(p, from, to, r * k));
    balls.push(along(p.right, to), along(p.up, to), along(p.near, to), r * k);
  };
  if (closed) {
    for (const [[x, y, z], r] of hand.fistFingers) {
      let last: Vec3 = [x, y, z];
      for (const [dy, dz] of hand.fistCurl) {
        const next: Vec3 = [x, -GRIP + dy, dz];
        bone(last, next, r);
        last = next;
      }
    }
    const [a, b, c, r] = hand.fistThumb;
    bone(a, b, r);
    bone(b, c, r);
  } else {
    for (const [a, b, r] of hand.openFingers) bone(a, b, r);
    const [a, b, c, r] = hand.openThumb;
    bone(a, b, r);
    bone(b, c, r);
  }
  return { polygons, balls };
}

/** whether the back of the hand looks at the viewer: then the palm covers what it holds, else the fingers do */
export const backOfHand = (scene: Scene, side: Side): boolean =>
  along(scene.projector.near, axisOf(scene, `hand.${side}`, 2)) * (side === "left" ? -1 : 1) > 0;

/** nose and ears as part of the head's outline, and the lines of eyes and mouth where the face looks at the viewer */
export function faceOf(scene: Scene): { outline: Polygon[]; lines: Polygon[]; ears: Polygon[]; towards: number } {
  const { projector: p } = scene;
  const at = (v: Vec3) => placeIn(scene, "head", v);
  const flat = (v: Vec3): Polygon => [along(p.right, at(v)), along(p.up, at(v))];
  const [bridge, tip, under] = face.nose.map(([x, y, r]) => ({ v: [x, y, 0] as Vec3, r }));
  const k = scene.frames.size;
  const outline = [
    hullOf([
      ...capsule(p, at(bridge!.v), at(tip!.v), bridge!.r * k),
      ...capsule(p, at(under!.v), at(tip!.v), tip!.r * k),
    ]),
  ];
  const towards = along(p.near, axisOf(scene, "head", 0));
  const right = along(p.near, axisOf(scene, "head", 2));
  const lines: Polygon[] = [];
  const across = ([x, y, half]: readonly [number, number, number], gap: number) => {
    for (const sign of [1, -1]) {
      const turned = towards * 0.9 + sign * right * 0.45;
      if (turned > 0.12) lines.push([...flat([x, y, sign * gap]), ...flat([x - 0.012, y, sign * half])]);
    }
  };
  if (towards > -0.35) {
    across(face.brow, 0.016);
    across([face.brow[0] - 0.006, face.brow[1] - 0.022, face.brow[2] - 0.006], 0.02);
    across(face.mouth, 0);
  }
  const ears: Polygon[] = [];
  for (const sign of [1, -1]) {
    if (sign * right < 0.25) continue;
    const { c, r } = face.ear;
    const ring: Polygon = [];
    for (let i = 0; i < 14; i++) {
      const t = (2 * Math.PI * i) / 14;
      ring.push(...flat([c[0] + r[0] * Math.cos(t), c[1] + r[1] * Math.sin(t), sign * c[2]]));
    }
    ears.push(ring);
  }
  return { outline, lines, ears, towards };
}
