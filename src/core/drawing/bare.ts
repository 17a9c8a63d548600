/** A body with nothing in its hands, on the ground, and the ways to look at it. */
import type { Drawn } from "./scene";

export const BARE: Drawn = {
  equipment: [],
  supports: [],
  sides: "both",
  grip: "free",
  loads: [],
  stance: { on: "feet", angles: {}, arms: "side", footPush: 0 },
};

export const VIEWS = {
  front: { turn: 90, pitch: 4 },
  back: { turn: -90, pitch: 4 },
  side: { turn: 8, pitch: 4 },
} as const;
