/** What a client's form lets one choose from. */
import type { Equipment } from "#core/exercises/choices";

export const PRIORITIES = ["maintain", "hold", "grow", "specialise"] as const;
/** what the client's weight is to do: recovery, and with it the sets a week, follow */
export const PHASES = ["gain", "hold", "lose"] as const;
export type Phase = (typeof PHASES)[number];

export const UNITS = ["kg", "lb"] as const;
export type Unit = (typeof UNITS)[number];

/** what a load is read off: each can have a unit of its own, and loads of its own */
export const LOADED = ["barbell", "dumbbell", "cable", "machine"] as const satisfies readonly Equipment[];
export type Loaded = (typeof LOADED)[number];

/** what the training is for beside size: heavier windows of reps for what loads most of the body */
export const GOALS = ["size", "size and strength"] as const;
export type Goal = (typeof GOALS)[number];

/** what gives out before the muscle that a set is for, and what is done about it */
export const WEAK_LINKS = ["grip", "low back", "arms"] as const;
export type WeakLink = (typeof WEAK_LINKS)[number];
export const WEAK_ANSWERS = ["strengthen", "support"] as const;

/** settings of setups that a client tries once, and that then hold for every setup of the kind */
export const SETTINGS = ["press-elbows", "press-hands", "row-elbows", "stance"] as const;
export type SettingId = (typeof SETTINGS)[number];

export type Priority = (typeof PRIORITIES)[number];

/** ends of joints' ranges that can be noted where they are less than usual */
export const MOVES = ["arm-raised", "elbow-straight", "wrist-back", "hip-bent", "knee-bent", "ankle-bent"] as const;
export type MoveId = (typeof MOVES)[number];
