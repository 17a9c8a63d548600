/** What a client's form lets one choose from. */
import type { Equipment } from "#core/exercises/choices";

export const PRIORITIES = ["maintain", "hold", "grow", "specialise"] as const;
/** what the client's weight is to do: recovery, and with it the sets a week, follow */
export const PHASES = ["gain", "hold", "lose"] as const;
export type Phase = (typeof PHASES)[number];

export const UNITS = ["kg", "lb"] as const;
export type Unit = (typeof UNITS)[number];

/** what a load is read off; only these can carry a unit of their own */
export const LOADED = ["barbell", "dumbbell", "cable"] as const satisfies readonly Equipment[];

export type Priority = (typeof PRIORITIES)[number];

/** ends of joints' ranges that can be noted where they are less than usual */
export const MOVES = ["arm-raised", "elbow-straight", "wrist-back", "hip-bent", "knee-bent", "ankle-bent"] as const;
export type MoveId = (typeof MOVES)[number];
