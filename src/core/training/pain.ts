/**
 * The pain rule, the same on the phone (offline too) and at the desk. Gryn does not diagnose: it stops a line of
 * work and says whom to see. Thresholds are the practice's.
 */
import { JOINT_NAMES } from "#core/exercises/joints";
import type { Rules } from "#core/training/rules";
import type { Pain } from "#core/training/entry";

export interface PainVerdict {
  act: "stop" | "hold" | "go on";
  words: string;
}

/** @param earlier pain of the same joint in the last sessions, newest first */
export function judgePain(pain: Pain | null, rules: Rules["pain"], earlier: readonly Pain[] = []): PainVerdict {
  if (!pain || pain.score === 0) return { act: "go on", words: "" };
  const joint = JOINT_NAMES[pain.joint];
  const see = `Stop this exercise now and do not push through it. If it stays or comes back, see a doctor or physiotherapist before you train the ${joint} again; your coach is told.`;
  if (pain.kind === "sharp") return { act: "stop", words: `Sharp pain in the ${joint}. ${see}` };
  if (pain.kind === "numb") return { act: "stop", words: `Numbness around the ${joint}. ${see}` };
  if (pain.score >= rules.stop) return { act: "stop", words: `Pain ${pain.score} of 10 in the ${joint}. ${see}` };
  const before = earlier.find((p) => p.joint === pain.joint);
  if (before && pain.score - before.score >= rules.rise)
    return { act: "stop", words: `Pain in the ${joint} has risen from ${before.score} to ${pain.score}. ${see}` };
  return {
    act: "hold",
    words: `Pain ${pain.score} of 10 in the ${joint}: the load stays where it is. Tell your coach if it grows.`,
  };
}
