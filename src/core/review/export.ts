/** Evidence as a table for a spreadsheet. */
import type { SetupEvidence } from "./evidence";

const tenth = (x: number | null | undefined): number | "" =>
  x === undefined || x === null ? "" : Math.round(10 * x) / 10;

/** progress in % of strength a month over what is usual, felt in %, pain and leaving in 100 workouts */
export const evidenceRows = (setups: readonly SetupEvidence[]): Record<string, string | number>[] =>
  setups.map((s) => ({
    setup: s.name,
    clients: s.clients,
    workouts: s.workouts,
    sets: s.sets,
    weeks: s.weeks,
    progress: tenth(s.progress?.value),
    progressLow: tenth(s.progress?.low),
    progressHigh: tenth(s.progress?.high),
    felt: tenth(s.felt && 100 * s.felt.value),
    feltLow: tenth(s.felt && 100 * s.felt.low),
    feltHigh: tenth(s.felt && 100 * s.felt.high),
    pain: tenth(s.pain.value),
    painLow: tenth(s.pain.low),
    painHigh: tenth(s.pain.high),
    painReports: s.painful.workouts,
    painClients: s.painful.clients,
    leaving: tenth(s.leaving.value),
    gaveUp: s.left,
    points: tenth(s.nudge.points),
    judged: s.enough ? "yes" : "too few",
  }));
