/** What of a week can hurt its client: handed over only with a reason, which is kept. */
import type { Check, CheckKind } from "./judged";

const CAN_HURT: ReadonlySet<CheckKind> = new Set<CheckKind>(["joint", "mobility", "technique", "not for"]);

/**
 * problems of a noted joint, of a limit that is exceeded, of a helper who is missing, and of a technique that is
 * forbidden on its exercise
 */
export const dangersOf = (checks: readonly Check[]): Check[] =>
  checks.filter((c) => c.state === "problem" && CAN_HURT.has(c.kind));
