import type { Entry, Report } from "#core/training/entry";
import type { Snapshot } from "#core/training/handover";
import type { Target } from "#core/training/progression";

/** what the server sends a phone */
export interface FloorSession {
  firstName: string;
  handOver: { id: string; number: number; at: string; snapshot: Snapshot } | null;
  targets: Record<string, Target>;
  log: { entries: Entry[]; reports: Report[] };
}
