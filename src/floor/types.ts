import type { Answer } from "#core/exchange/api";

/** what the server sends a phone */
export type FloorSession = Answer<"floorSession">;
