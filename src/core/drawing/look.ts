/**
 * Which way to look, so that the movement and the chosen head are both seen: how square the main joint's axis stands to
 * the picture, and how much of the head's own area faces the viewer over the rep.
 */
import type { Form } from "#core/base/forms";
import { cross, dot, norm, sub, unit, type Vec3 } from "#core/base/vector";
import { drawPatch, patchesOf } from "./muscles";
import { axisOf, originOf, type Drawn } from "./scene";
import { bodyOf, surfaceOf } from "./surface";
import { projector, type View } from "./view";
import type { PlateAsk } from "./plate";

const TURNS = [-90, -65, -40, -20, 0, 20, 40, 65, 90];
/** share of the axis from which on a movement is seen as well as it can be: within 37 degrees of it */
const SQUARE = 0.8;
/** of the best that can be seen of a head, what is enough */
const ENOUGH = 0.9;
const PENALTY = { plates: 0.12, flat: 0.08, turn: 0.0004, pitch: 0.002 };
const PITCH = { usual: 7, lying: [10, 24] };
/** trunk's own upwards over the world's under which it lies */
const LYING = 0.35;

/** segment and column of the axis that each main joint turns about */
const AXES: Readonly<Record<string, [segment: string, column: 0 | 2]>> = {
  elbow: ["forearm.right", 2],
  knee: ["shank.right", 2],
  ankle: ["foot.right", 2],
  hipFlexion: ["pelvis", 2],
  hipAbduction: ["pelvis", 0],
  lumbarFlexion: ["trunk", 2],
  lumbarBend: ["trunk", 0],
  thoracicFlexion: ["trunk", 2],
  wristFlexion: ["wrist.right", 0],
};

/** the axis that the movement is about: the main joint's own, or that of the plane the elbow swings in */
function axisOfRep(analysis: Pick<PlateAsk["analysis"], "frames"> & { main: string }, samples: number): Vec3 {
  const frames = analysis.frames!;
  const own = AXES[analysis.main];
  if (own) return axisOf({ frames, sample: samples >> 1 }, ...own);
  const arm = (sample: number): Vec3 =>
    sub(originOf({ frames, sample }, "forearm.right"), originOf({ frames, sample }, "humerus.right"));
  const plane = cross(arm(0), arm(samples - 1));
  return norm(plane) > 1e-4 ? unit(plane) : [0, 0, 1];
}

export interface LookAsk {
  exercise: Drawn;
  analysis: PlateAsk["analysis"] & { main: string };
  samples: number;
  chosen: string | null;
  form?: Form;
}

const ROUGH = { k: 100, x: 0, y: 0, width: 100, height: 100, unit: 1 };

/** area of the chosen head that faces the viewer, m2: mean of start, middle and end, the right side counted thrice */
function seenOf({ analysis, samples, chosen, form = "male" }: LookAsk, views: readonly View[]): number[] {
  const frames = analysis.frames!;
  const body = bodyOf(frames, form);
  const own = patchesOf(body, frames.segments).filter((p) => p.patch.head === chosen);
  const sums = views.map(() => 0);
  for (const sample of [0, samples >> 1, samples - 1]) {
    const surface = surfaceOf(body, frames, sample, () => 0.5);
    views.forEach((view, i) => {
      for (const p of own) {
        const ask = { surface, frames, sample, projector: projector(view), fit: ROUGH };
        sums[i]! += (drawPatch(p, ask, null)?.area ?? 0) * (p.side === "right" ? 3 : 1);
      }
    });
  }
  return sums;
}

/** the view of the best score of the findings' rule; the same for the same rep and head */
export function lookOf(ask: LookAsk): View {
  const { analysis, samples, exercise } = ask;
  const frames = analysis.frames!;
  const up = axisOf({ frames, sample: samples >> 1 }, "trunk", 1)[1];
  const pitches = Math.abs(up) < LYING ? PITCH.lying : [PITCH.usual];
  const views = pitches.flatMap((pitch) => TURNS.map((turn): View => ({ turn, pitch })));
  const seen = seenOf(ask, views);
  const most = Math.max(...seen);
  const axis = axisOfRep(analysis, samples);
  const barbell = exercise.equipment.includes("barbell");
  const score = ({ turn, pitch }: View, i: number): number => {
    const square = Math.min(1, Math.abs(dot(axis, projector({ turn, pitch }).near)) / SQUARE);
    const share = most > 0 ? Math.min(1, seen[i]! / (ENOUGH * most)) : 1;
    return (
      0.5 * square +
      0.5 * share -
      (barbell && Math.abs(turn) < 15 ? PENALTY.plates : 0) -
      (Math.abs(turn) === 90 ? PENALTY.flat : 0) -
      PENALTY.turn * Math.abs(turn - 25) -
      PENALTY.pitch * (pitch - PITCH.usual)
    );
  };
  const scores = views.map(score);
  return views[scores.indexOf(Math.max(...scores))]!;
}
