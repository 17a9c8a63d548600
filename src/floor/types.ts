import type { Snapshot } from "#core/training/handover";
import type { History, Rules } from "#core/training/progression";

/** what the server sends a phone */
export interface FloorSession {
  /** the client it is for, as cookies, keys and requests name it */
  who: string;
  /** the server's clock */
  now: string;
  firstName: string;
  handOver: { id: string; number: number; at: string; snapshot: Snapshot } | null;
  history: History;
  rules: Rules;
}
