/** What of a practice's method a log is read by: reps and loads, when a load goes up or down, when pain stops. */
import type { Method } from "#core/edition/method";

export type Rules = Pick<Method, "repsFormula" | "progress" | "pain" | "log">;
