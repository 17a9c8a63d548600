/** The body's parts: hulls between rings, and the joints that two parts share. */
import { type Side } from "#core/mechanics/model";
import { hullOf, type Polygon } from "./outline";
import type { Piece } from "./order";
import { ANGLES, type Chain, type Surface } from "./surface";
import { along, type Projector } from "./view";

export type PartName = "trunk" | "head" | `${"thigh" | "shank" | "upperarm" | "forearm" | "fingers"}.${Side}`;
export type JointName = "neck" | "crotch" | `${"shoulder" | "elbow" | "hip" | "groin" | "knee"}.${Side}`;

export interface Part extends Piece {
  name: PartName;
  /** hulls of its own, and of the joints that it has a part in */
  own: Polygon[];
  joints: JointName[];
}

export interface Parts {
  parts: Part[];
  joints: Map<JointName, Polygon[]>;
}

/** where a hull of a chain belongs, by the station of its middle */
function belongs({ id, side }: Chain, s: number): PartName | JointName {
  switch (id) {
    case "T":
      return s > 0.6 ? "neck" : s < -0.02 ? "crotch" : "trunk";
    case "H":
      return "head";
    case "Y":
    case "W":
      return "trunk";
    case "B":
      return s > 2.3 ? `hip.${side}` : "trunk";
    case "L":
      return s < 0
        ? `groin.${side}`
        : s < 0.12
          ? `hip.${side}`
          : s < 0.9
            ? `thigh.${side}`
            : s < 1.1
              ? `knee.${side}`
              : `shank.${side}`;
    case "F":
      return `shank.${side}`;
    case "A":
      return s < 0.1
        ? `shoulder.${side}`
        : s < 0.9
          ? `upperarm.${side}`
          : s < 1.1
            ? `elbow.${side}`
            : `forearm.${side}`;
    case "P":
      return `forearm.${side}`;
  }
}

const SHARED: Readonly<Record<string, [string, string]>> = {
  shoulder: ["trunk", "upperarm"],
  elbow: ["upperarm", "forearm"],
  hip: ["trunk", "thigh"],
  groin: ["trunk", "thigh"],
  knee: ["thigh", "shank"],
};

const partsOf = (joint: JointName): string[] => {
  if (joint === "neck") return ["trunk", "head"];
  if (joint === "crotch") return ["trunk", "thigh.right", "thigh.left"];
  const [name, side] = joint.split(".") as [string, string];
  return SHARED[name]!.map((p) => (p === "trunk" ? p : `${p}.${side}`));
};

/**
 * @param flat the surface's points in the picture: right, up, depth
 * @param every takes every so-manieth ring and angle: fewer do for a small picture
 */
export function bodyParts(surface: Surface, flat: Float64Array, projector: Projector, every: number): Parts {
  const hulls = new Map<string, Polygon[]>();
  const balls = new Map<string, number[]>();
  for (const chain of surface.chains)
    for (let n = 0; n < chain.count - 1; n += every) {
      const next = Math.min(chain.count - 1, n + every);
      const s = (chain.stations[n]! + chain.stations[next]!) / 2;
      const to = belongs(chain, s);
      const points: Polygon = [];
      for (const r of [chain.from + n, chain.from + next])
        for (let a = 0; a < ANGLES; a += every)
          points.push(flat[3 * (r * ANGLES + a)]!, flat[3 * (r * ANGLES + a) + 1]!);
      hulls.set(to, [...(hulls.get(to) ?? []), hullOf(points)]);
      // balls of the limb's own part: every other ring is enough
      if (n % 2 === 0 || every > 1) {
        const list = balls.get(to) ?? [];
        const ring = chain.from + n;
        const o = 3 * ring;
        const p = 3 * ring * ANGLES;
        const radius = Math.hypot(
          surface.at[p]! - surface.centre[o]!,
          surface.at[p + 1]! - surface.centre[o + 1]!,
          surface.at[p + 2]! - surface.centre[o + 2]!,
        );
        const { centre } = surface;
        list.push(
          along(projector.right, centre, o),
          along(projector.up, centre, o),
          along(projector.near, centre, o),
          radius,
        );
        balls.set(to, list);
      }
    }
  const joints = new Map<JointName, Polygon[]>();
  for (const [name, list] of hulls) if (name in SHARED || isJoint(name)) joints.set(name as JointName, list);
  const parts: Part[] = [...hulls.keys()]
    .filter((name) => !isJoint(name))
    .map((name) => ({
      name: name as PartName,
      own: hulls.get(name)!,
      joints: [...joints.keys()].filter((j) => partsOf(j).includes(name)),
      balls: balls.get(name) ?? [],
    }));
  return { parts, joints };
}

const isJoint = (name: string): boolean => /^(neck|crotch|shoulder|elbow|hip|groin|knee)/.test(name);
