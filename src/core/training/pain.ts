/**
 * The pain rule, the same on the phone (offline too) and at the desk. Gryn does not diagnose: it stops a line of
 * work and says whom to see. Thresholds are the practice's.
 */
import type { Pain } from "#core/training/entry";
import type { Rules } from "#core/training/rules";
import type { PhoneWords } from "#core/words/client/phone";

/** why pain is judged so, and the pain before where it has risen */
export interface PainWhy {
  kind: "sharp" | "numb" | "much" | "risen" | "some";
  joint: Pain["joint"];
  score: number;
  before: number;
}
export type PainVerdict = { act: "stop" | "hold"; why: PainWhy } | { act: "go on"; why: null };

/** @param earlier pain of the same joint in the last sessions, newest first */
export function judgePain(pain: Pain | null, rules: Rules["pain"], earlier: readonly Pain[] = []): PainVerdict {
  if (!pain || pain.score === 0) return { act: "go on", why: null };
  const before = earlier.find((p) => p.joint === pain.joint)?.score ?? pain.score;
  const why = (kind: PainWhy["kind"]): PainWhy => ({ kind, joint: pain.joint, score: pain.score, before });
  if (pain.kind === "sharp" || pain.kind === "numb") return { act: "stop", why: why(pain.kind) };
  if (pain.score >= rules.stop) return { act: "stop", why: why("much") };
  if (pain.score - before >= rules.rise) return { act: "stop", why: why("risen") };
  return { act: "hold", why: why("some") };
}

/** what it means for the exercise, and whom to see */
export const painText = (why: PainWhy, words: Pick<PhoneWords, "pain">): string => words.pain[why.kind](why);
