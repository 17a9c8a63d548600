/**
 * A picture of an exercise in one pose as an anatomical plate: the body's outline, every head at the surface with its
 * fibres, the equipment. A list of shapes with roles; what they look like is the page's own. Coordinates are whole
 * units, so many a pixel as the fit says.
 */
import type { Form } from "#core/base/forms";
import { SIDES, type Side } from "#core/mechanics/model";
import type { Analysis } from "#core/mechanics/analyse";
import { deep } from "./body.data";
import { equipmentOf, type Prop } from "./equipment";
import { ghostOf } from "./ghost";
import { backOfHand, faceOf, fingersOf } from "./hands";
import { drawPatch, patchesOf, type DrawnPatch } from "./muscles";
import { nearness, paintingOrder, type Piece } from "./order";
import { COARSE, FINE, pathOf, type Fit, type Polygon } from "./outline";
import { bodyParts, type JointName, type Part } from "./parts";
import { floorOf, holding, originOf, point, type Drawn, type Scene } from "./scene";
import type { Tone } from "./solids";
import { drawnFrames } from "./contact";
import { bodyOf, raisedOf, surfaceOf } from "./surface";
import { along, projected, projector, type View } from "./view";

export type Role =
  | "ground"
  | `${"" | "glass "}prop ${Tone}`
  | "skin"
  | "far skin"
  | "over"
  | "far over"
  | "tendon"
  | "belly"
  | "fibre"
  | "cut"
  | "face"
  | "finger"
  | "ghost";

export interface Shape {
  role: Role;
  d: string;
  head?: string;
  side?: Side;
  /** of a belly: how far the head pulls, 0 to 1 */
  tone?: number;
}

/** full; without fibres while something is dragged; only the chosen head and outlines, for rows of lists */
export type Detail = "full" | "plain" | "thumbnail";

export interface PlateAsk {
  exercise: Drawn;
  analysis: {
    frames: Analysis["frames"];
    /** by sample: force over the most, and place in the length range */
    heads: readonly { id: string; force: ArrayLike<number>; position: ArrayLike<number> }[];
  };
  sample: number;
  view: View;
  fit: Fit;
  /** its colour is its place in its length range */
  chosen: string | null;
  detail: Detail;
  form?: Form;
}

export interface Plate {
  shapes: Shape[];
  /** share of the chosen head's own area that faces the viewer, the side that is nearer; 0 where it lies deep */
  seen: number;
}

/** force and place in the length range of each head at a sample */
function pulls(analysis: PlateAsk["analysis"], sample: number) {
  const of = new Map(
    analysis.heads.map((h) => [h.id, { force: h.force[sample] ?? 0, place: h.position[sample] ?? 0.5 }]),
  );
  return (head: string) => of.get(head) ?? { force: 0, place: 0.5 };
}

function sceneOf({ exercise, analysis, view, form = "male" }: Omit<PlateAsk, "fit">, sample: number): Scene {
  const frames = drawnFrames(exercise, analysis.frames!);
  const pull = pulls(analysis, sample);
  const surface = surfaceOf(bodyOf(frames, form), frames, sample, (head) => pull(head).place);
  return { exercise, frames, sample, surface, projector: projector(view), floor: floorOf(exercise, frames) };
}

/** metres round the body that a picture keeps free */
const MARGIN = 0.06;

/** one frame for the whole rep: the box of body, load and bench at its start, middle and end */
export function fitOf(ask: Omit<PlateAsk, "fit" | "sample">, samples: number, width: number, height: number): Fit {
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  const see = (x: number, y: number) => {
    [x0, x1, y0, y1] = [Math.min(x0, x), Math.max(x1, x), Math.min(y0, y), Math.max(y1, y)];
  };
  for (const sample of [0, samples >> 1, samples - 1]) {
    const scene = sceneOf({ ...ask, sample }, sample);
    const flat = projected(scene.projector, scene.surface.at);
    for (let i = 0; i < flat.length; i += 3) see(flat[i]!, flat[i + 1]!);
    for (const prop of equipmentOf(scene))
      if (!prop.framing)
        for (const { polygon } of prop.faces)
          for (let i = 0; i < polygon.length; i += 2) see(polygon[i]!, polygon[i + 1]!);
  }
  const k = Math.min(width / (x1 - x0 + 2 * MARGIN), height / (y1 - y0 + 2 * MARGIN));
  const unit = ask.detail === "thumbnail" ? COARSE : FINE;
  return { k, x: (x0 + x1) / 2, y: (y0 + y1) / 2, width, height, unit };
}

/** m by which a large thing is nearer than the trunk and in front of it, so that the body is seen through it */
const GLASS = 0.25;
const LARGE = 0.15;

function before(piece: Piece, trunk: Piece): boolean {
  if (Math.max(0, ...piece.balls.filter((_, i) => i % 4 === 3)) < LARGE) return false;
  const d = nearness(piece, trunk);
  return d !== null && d > GLASS;
}

/** a run of polygons as one path; all of them turned the same way, so that they fill as one */
const joined = (fit: Fit, list: readonly Polygon[]): string => list.map((p) => pathOf(fit, p, true)).join("");

/** depth between the sides from which on the far limbs are paler, m */
const FAR = 0.4;
/** the upper arm goes after the trunk unless the trunk is nearer by so much; the thigh too */
const ARM = 0.1;
const THIGH = 0.045;
/** share of the chosen head that has to face the viewer, else it is told as a ghost */
const SEEN = 0.12;
/** force from which on a head of a far limb is drawn */
const TOLD = 0.12;

type Painted = Piece & ({ part: Part } | { prop: Prop } | { fingers: Polygon[]; side: Side });

export function plateOf(ask: PlateAsk): Plate {
  const { analysis, sample, fit, detail, chosen } = ask;
  const scene = sceneOf(ask, sample);
  const thumbnail = detail === "thumbnail";
  const far = farSide(scene);
  const { parts, joints } = bodyParts(
    scene.surface,
    projected(scene.projector, scene.surface.at),
    scene.projector,
    thumbnail ? 2 : 1,
  );
  const pull = pulls(analysis, sample);
  const drawn = headsOf(ask, scene, far, pull);
  const held = holding(scene);
  const pieces: Painted[] = [
    ...parts.map((part) => ({ ...part, part })),
    ...SIDES.map((side) => {
      const { polygons, balls } = fingersOf(scene, side, held.includes(side));
      return { name: `fingers.${side}`, balls, fingers: polygons, side };
    }),
    ...equipmentOf(scene).map((prop) => ({ ...prop, prop })),
  ];
  const brush: Brush = {
    scene,
    fit,
    far,
    thumbnail,
    joints,
    drawn,
    pull,
    shapes: scene.exercise.stance.on === "hands" ? [] : [ground(scene, fit)],
    done: new Set(),
    painted: new Set(),
    hips: new Set(SIDES),
  };
  const trunk = parts.find((x) => x.name === "trunk")!;
  for (const piece of paintingOrder(pieces, ruleOf(scene, pieces))) {
    if ("prop" in piece) paintProp(brush, piece, piece.prop, trunk);
    else if ("fingers" in piece) paintFingers(brush, piece.side, piece.fingers);
    else paintPart(brush, piece.part);
  }
  const seen = Math.max(0, ...drawn.filter((x) => x.head === chosen).map((x) => x.seen));
  if (chosen && (deep.includes(chosen) || seen < SEEN)) brush.shapes.push(...ghostOf(scene, chosen, fit));
  return { shapes: brush.shapes, seen };
}

type Pull = ReturnType<typeof pulls>;

/** the heads that face the viewer; of far limbs only those that pull, of a small picture only the chosen one */
function headsOf({ detail, chosen, fit, form = "male" }: PlateAsk, scene: Scene, far: Side | null, pull: Pull) {
  const { frames, surface, sample, projector } = scene;
  return patchesOf(bodyOf(frames, form), frames.segments).flatMap((patch): DrawnPatch[] => {
    const { head } = patch.patch;
    const { force } = pull(head);
    if (detail === "thumbnail" && head !== chosen) return [];
    if (patch.side === far && head !== chosen && force < TOLD) return [];
    const fibres = detail === "full" && patch.side !== far ? { force, chosen: head === chosen } : null;
    const one = drawPatch(patch, { surface, frames, sample, projector, fit }, fibres);
    return one ? [one] : [];
  });
}

/** what is painted with, and what is there already */
interface Brush {
  scene: Scene;
  fit: Fit;
  far: Side | null;
  thumbnail: boolean;
  joints: ReadonlyMap<JointName, Polygon[]>;
  drawn: readonly DrawnPatch[];
  pull: Pull;
  shapes: Shape[];
  done: Set<JointName>;
  painted: Set<string>;
  /** sides whose buttock is not painted yet */
  hips: Set<Side>;
}

function paintProp({ shapes, fit }: Brush, piece: Piece, { faces }: Prop, trunk: Piece): void {
  const glass = before(piece, trunk) ? "glass " : "";
  for (const { tone, polygon } of faces) shapes.push({ role: `${glass}prop ${tone}`, d: pathOf(fit, polygon, true) });
}

function paintFingers(brush: Brush, side: Side, fingers: readonly Polygon[]): void {
  skin(brush, side, fingers, []);
  if (!brush.thumbnail) brush.shapes.push({ role: "finger", d: joined(brush.fit, fingers) });
}

/**
 * Skin: its line is painted before its own fill, so that all hulls are one; what it shares with a part that is there
 * already is filled once more without a line.
 */
function skin({ fit, far, shapes }: Brush, side: Side | null, own: readonly Polygon[], more: readonly Polygon[]) {
  const pale = side !== null && side === far ? "far " : "";
  const [whole, over] = [joined(fit, own), joined(fit, more)];
  if (whole) shapes.push({ role: `${pale}skin`, d: whole });
  if (over) shapes.push({ role: `${pale}over`, d: over });
}

function paintPart(brush: Brush, part: Part): void {
  const { scene, fit, thumbnail, joints, drawn, pull, shapes, done, painted, hips } = brush;
  const side = part.name.endsWith(".left") ? "left" : part.name.endsWith(".right") ? "right" : null;
  const first = part.joints.filter((j) => !done.has(j));
  // only the trunk fills the crotch again, and of its joints only that and the neck: a thigh would cover the buttock
  const trunk = part.name === "trunk";
  const again = part.joints.filter((j) => done.has(j) && (j === "neck" || trunk === (j === "crotch")));
  const of = (list: readonly JointName[]) => list.flatMap((j) => joints.get(j)!);
  const face = part.name === "head" ? faceOf(scene) : null;
  skin(brush, side, [...part.own, ...of(first), ...(face?.outline ?? [])], of(again));
  first.forEach((j) => done.add(j));
  painted.add(part.name);
  if (face && !thumbnail) {
    for (const line of face.lines) shapes.push({ role: "face", d: pathOf(fit, line, false) });
    for (const ear of face.ears) shapes.push({ role: "face", d: pathOf(fit, ear, true) });
  }
  const here = drawn.filter((x) => belongsTo(x, part.name));
  // the buttock goes with whichever of trunk and thigh is painted later
  for (const s of SIDES)
    if (hips.has(s) && painted.has("trunk") && painted.has(`thigh.${s}`)) {
      here.push(...drawn.filter((x) => x.part === "hip" && x.side === s));
      hips.delete(s);
    }
  here.sort((a, b) => a.layer - b.layer);
  // what comes from the trunk and ends on the arm would be eaten by the shoulder's fill
  const tails = painted.has("trunk") && side && part.name.startsWith("upperarm") ? tailsOn(scene, drawn, side) : [];
  for (const x of [...tails, ...here]) shapes.push(...patchShapes(x, pull(x.head).force));
}

/** heads of the trunk that end on the arm; the latissimus lies under it while it hangs */
const TAILS = /^(pectoralis-(clavicular|sternal|costal)|latissimus|teres|infraspinatus)/;
const RAISED = 0.35;

function tailsOn({ frames, sample }: Scene, drawn: readonly DrawnPatch[], side: Side): DrawnPatch[] {
  const base = 12 * sample * frames.segments.length;
  const of = (name: string) => frames.segments.indexOf(name);
  const raised = raisedOf(frames.placed, base, of(`humerus.${side}`), of("trunk")) > RAISED;
  return drawn.filter(
    (x) => x.side === side && x.part === "trunk" && TAILS.test(x.head) && (raised || !x.head.startsWith("latissimus")),
  );
}

const PART_OF: Readonly<Record<Exclude<DrawnPatch["part"], "hip">, string>> = {
  trunk: "trunk",
  thigh: "thigh",
  shank: "shank",
  upperarm: "upperarm",
  forearm: "forearm",
};
const belongsTo = (x: DrawnPatch, name: string): boolean =>
  x.part === "trunk" ? name === "trunk" : x.part !== "hip" && name === `${PART_OF[x.part]}.${x.side}`;

function patchShapes({ head, side, outline, belly, fibres, cuts }: DrawnPatch, force: number): Shape[] {
  const own = { head, side };
  return [
    ...(outline === belly ? [] : [{ role: "tendon", d: outline, ...own } as const]),
    { role: "belly", d: belly, ...own, tone: force },
    ...(fibres ? [{ role: "fibre", d: fibres, ...own, tone: force } as const] : []),
    ...(cuts ? [{ role: "cut", d: cuts, ...own } as const] : []),
  ];
}

/** the side whose limbs are clearly farther; null where neither is */
function farSide(scene: Scene): Side | null {
  const depth = (side: Side) =>
    along(scene.projector.near, originOf(scene, `humerus.${side}`)) +
    along(scene.projector.near, originOf(scene, `thigh.${side}`));
  const d = depth("right") - depth("left");
  return Math.abs(d) < FAR ? null : d > 0 ? "left" : "right";
}

const sideOf = (name: string) => name.split(".")[1] as Side;

/** what decides the order beside depth; what it asks of the scene is worked out once */
function ruleOf(scene: Scene, pieces: readonly Painted[]) {
  const near = (segment: string) => along(scene.projector.near, originOf(scene, segment));
  const [trunk, pelvis] = [near("trunk"), near("pelvis")];
  const by = <T>(of: (side: Side) => T) => ({ right: of("right"), left: of("left") });
  const arm = by((s) => (trunk - near(`humerus.${s}`) > ARM ? -1 : 1));
  const thigh = by((s) => (pelvis - near(`thigh.${s}`) > THIGH ? -1 : 1));
  const head = faceOf(scene).towards > 0 ? 1 : -1;
  // fingers over what they hold and the palm under it, or the other way round
  const fingersLast = by((s) => !backOfHand(scene, s));
  const held = by((s) => new Set(pieces.filter((x) => "prop" in x && holdsHere(scene, s, x))));
  const limb = (name: string): ["arm" | "thigh" | "head" | "hand", Side] | null =>
    name.startsWith("upperarm")
      ? ["arm", sideOf(name)]
      : name.startsWith("thigh.")
        ? ["thigh", sideOf(name)]
        : name === "head"
          ? ["head", "right"]
          : name.startsWith("forearm") || name.startsWith("fingers")
            ? ["hand", sideOf(name)]
            : null;
  const one = (a: Painted, b: Painted): number | null => {
    if ("prop" in a) return null;
    const own = limb(a.name);
    if (!own) return null;
    const [what, side] = own;
    if (b.name === "trunk")
      return what === "arm" ? arm[side] : what === "thigh" ? thigh[side] : what === "head" ? head : null;
    if (what !== "hand") return null;
    const last = a.name.startsWith("fingers") === fingersLast[side] ? 1 : -1;
    if (held[side].has(b)) return last;
    return !("prop" in b) && b.name !== a.name && /^(forearm|fingers)/.test(b.name) && sideOf(b.name) === side
      ? last
      : null;
  };
  return (a: Painted, b: Painted): number | null => {
    const [behindA, behindB] = ["prop" in a && a.prop.behind, "prop" in b && b.prop.behind];
    if (behindA !== behindB) return behindA ? -1 : 1;
    const d = one(a, b);
    if (d !== null) return d;
    const e = one(b, a);
    return e === null ? null : -e;
  };
}

/** whether a thing runs through a hand */
function holdsHere(scene: Scene, side: Side, { balls }: Piece): boolean {
  const grip = point(scene, `grip.${side}`);
  const { projector: p } = scene;
  const [x, y, z] = [along(p.right, grip), along(p.up, grip), along(p.near, grip)];
  for (let i = 0; i < balls.length; i += 4)
    if (balls[i + 3]! < 0.03 && Math.hypot(balls[i]! - x, balls[i + 1]! - y, balls[i + 2]! - z) < 0.085) return true;
  return false;
}

/** a line at the floor's height, a little behind the feet; a foot may hang under it by a hair */
function ground(scene: Scene, fit: Fit): Shape {
  const { supports, stance } = scene.exercise;
  // somebody who lies on the floor has it where the body is lowest
  const lies = stance.on === "bench" && supports.includes("floor");
  const floor = lies ? lowest(scene) : Math.min(scene.floor, Math.max(Math.min(0, lowest(scene)), -0.02));
  const y = floor * scene.projector.up[1];
  const half = fit.width / fit.k / 2 - 0.01;
  return { role: "ground", d: pathOf(fit, [fit.x - half, y, fit.x + half, y], false) };
}

/** lowest point of the body, m */
function lowest({ surface }: Scene): number {
  let low = Infinity;
  for (let i = 1; i < surface.at.length; i += 3) if (surface.at[i]! < low) low = surface.at[i]!;
  return low;
}
