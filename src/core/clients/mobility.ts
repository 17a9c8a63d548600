/**
 * Ends of joints' ranges that a client does not reach as others do, and the setups that ask for more. Noted by a coach
 * from a look or a goniometer; a setup's own ends are the engine's.
 */
import type { MoveId } from "./choices";

export interface Move {
  id: MoveId;
  /** what is asked, before its number in deg */
  name: string;
  joint: string;
  coordinate: string;
  /** which end of the coordinate's range; a low one is told with its sign turned round where it counts the other way */
  end: "high" | "low";
  sign: 1 | -1;
  /** deg that most people reach: what a new note begins with */
  usual: number;
}

export const moves: readonly Move[] = [
  { id: "arm-raised", name: "Arm raised to", joint: "arm", coordinate: "elevation", end: "high", sign: 1, usual: 150 },
  {
    id: "elbow-straight",
    name: "Elbow straightens to",
    joint: "elbow",
    coordinate: "elbow",
    end: "low",
    sign: 1,
    usual: 15,
  },
  {
    id: "wrist-back",
    name: "Wrist bends back to",
    joint: "wrist",
    coordinate: "wristFlexion",
    end: "low",
    sign: -1,
    usual: 45,
  },
  { id: "hip-bent", name: "Hip bends to", joint: "hip", coordinate: "hipFlexion", end: "high", sign: 1, usual: 100 },
  { id: "knee-bent", name: "Knee bends to", joint: "knee", coordinate: "knee", end: "high", sign: 1, usual: 110 },
  { id: "ankle-bent", name: "Ankle bends to", joint: "ankle", coordinate: "ankle", end: "high", sign: 1, usual: 20 },
];

export const findMove = (id: MoveId): Move => moves.find((m) => m.id === id)!;

/** a client's own end of a range */
export interface Mobility {
  move: MoveId;
  /** deg */
  to: number;
}

/** by coordinate: the ends that a setup goes to on its working side, deg */
export type Reach = Readonly<Record<string, readonly [low: number, high: number]>>;

/** the angle of a coordinate that a client's note stands for, deg; null where nothing is noted of it */
export function notedOf(coordinate: string, mobility: readonly Mobility[]): number | null {
  const noted = mobility.find(({ move }) => findMove(move).coordinate === coordinate);
  return noted ? findMove(noted.move).sign * noted.to : null;
}

export interface Beyond {
  move: Move;
  /** deg, as they are noted: what the client has, what the setup asks */
  has: number;
  asks: number;
  /** deg further than noted */
  by: number;
}

/**
 * where a setup asks for more than a client has, the furthest first; nothing where its ends are not known
 * @param over deg further than noted that are let pass: nobody reads a joint to the degree
 */
export function beyondOf(reach: Reach | undefined, mobility: readonly Mobility[], over: number): Beyond[] {
  return mobility
    .flatMap(({ move: id, to }): Beyond[] => {
      const move = findMove(id);
      const ends = reach?.[move.coordinate];
      if (!ends) return [];
      const asks = move.sign * (move.end === "high" ? ends[1] : ends[0]);
      // an elbow that straightens to 20 degrees has less than one that straightens to 5; a wrist bends back to more
      const by = move.end === "low" && move.sign === 1 ? to - asks : asks - to;
      return by > over ? [{ move, has: to, asks: Math.round(asks), by: Math.round(by) }] : [];
    })
    .sort((a, b) => b.by - a.by);
}

/** "the knee goes to 90°, this asks 118°" */
export const beyondText = ({ move, has, asks }: Beyond): string =>
  `${move.name.toLowerCase().replace(/^/, "the ")} ${has}°, this asks ${asks}°`;
