/**
 * A stretch block for a session: each group that did much is held where its actions are turned round. What a group
 * does about each joint is the engine's (torques of its heads in the setups of the day), the posture is its reverse.
 * Stretching after training is for those who like it: it counts for nothing here.
 */
import type { Method } from "#core/edition/method";
import type { BodyView } from "#core/mechanics/survey";
import { groupName, groupOf } from "./groups";
import type { Day, Prescription } from "#core/program/document";

export interface Stretch {
  group: string;
  /** effective direct sets of its busiest head on the day */
  sets: number;
  /** postures, the most telling first */
  hold: string[];
}

/** where the joint is held against an action of the sign + or - about a freedom */
const HELD: Readonly<Record<string, readonly [string, string]>> = {
  elbow: ["elbow straight", "elbow fully bent"],
  shoulderFlexion: ["arm behind the trunk", "arm overhead"],
  shoulderAbduction: ["arm drawn to the trunk", "arm out to the side"],
  shoulderRotation: ["arm drawn back", "arm drawn across the chest"],
  knee: ["knee straight", "knee bent"],
  hipFlexion: ["hip straight, leg behind", "hip bent"],
  hipAbduction: ["leg drawn across", "leg spread"],
  ankle: ["foot pointed", "toes drawn up"],
  wristFlexion: ["wrist bent back", "wrist bent down"],
  lumbarFlexion: ["trunk arched back", "back rounded"],
  lumbarBend: ["bent to the other side", "bent to the other side"],
};

/** @param viewOf what the client's body says of a line; null where it is not known */
export function stretchesOf(
  day: Pick<Day, "blocks">,
  viewOf: (p: Prescription) => BodyView | null,
  { stretches: rules }: Pick<Method, "stretches">,
): Stretch[] {
  const sets = new Map<string, Map<string, number>>();
  const torques = new Map<string, Map<string, number>>();
  for (const p of day.blocks.flatMap((b) => b.prescriptions)) {
    if (p.purpose !== "work") continue;
    const actions = viewOf(p)?.actions ?? {};
    for (const [id, credit] of Object.entries(p.credits)) {
      const group = groupOf(id)?.id;
      if (!group || !credit.direct) continue;
      const n = credit.share * p.reserves.length;
      const heads = sets.get(group) ?? new Map<string, number>();
      sets.set(group, heads.set(id, (heads.get(id) ?? 0) + n));
      const sums = torques.get(group) ?? new Map<string, number>();
      for (const [freedom, t] of Object.entries(actions[id] ?? {})) sums.set(freedom, (sums.get(freedom) ?? 0) + n * t);
      torques.set(group, sums);
    }
  }
  return [...sets]
    .map(([group, heads]): Stretch => {
      const own = [...torques.get(group)!].filter(([f]) => f in HELD).sort(([, a], [, b]) => Math.abs(b) - Math.abs(a));
      const most = Math.abs(own[0]?.[1] ?? 0);
      const hold = own
        .filter(([, t]) => most > 0 && Math.abs(t) >= rules.telling * most)
        .map(([f, t]) => HELD[f]![t > 0 ? 0 : 1]);
      return { group, sets: Math.max(...heads.values()), hold: [...new Set(hold)] };
    })
    .filter((s) => s.sets >= rules.sets && s.hold.length > 0)
    .sort((a, b) => b.sets - a.sets)
    .slice(0, rules.most);
}

export const stretchText = ({ group, hold }: Stretch): string =>
  `${groupName(group).toLowerCase()}: ${hold.join(", ")}`;

/** what a client reads of it, within what a note may hold */
export function stretchNote(list: readonly Stretch[], most: number): string {
  let out = "Afterwards, easily, 30 s a side:";
  for (const s of list) {
    const next = `${out}${out.endsWith(":") ? "" : ";"} ${stretchText(s)}`;
    if (next.length + 1 > most) break;
    out = next;
  }
  return `${out}.`;
}
