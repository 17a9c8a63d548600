/** The regions muscles are listed by and the chains they are solved in. */
export const REGIONS = ["chest", "back", "shoulder", "arm", "forearm", "trunk", "hip", "thigh", "calf"] as const;
export type Region = (typeof REGIONS)[number];
export const CHAINS = ["arm", "spine", "leg"] as const;
export type Chain = (typeof CHAINS)[number];
