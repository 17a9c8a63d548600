/** The words of a check, in one place. */
import { percent } from "#core/base/numbers";
import { findMove } from "#core/clients/mobility";
import { muscleName } from "#core/anatomy/anatomy";
import { groupName } from "#core/planning/groups";
import { stressLevel } from "#core/words/levels";
import { counted, listed } from "#core/words/sentence";
import type { SwingRefusal } from "#core/planning/swing";
import { findTechnique, refusalText } from "#core/planning/techniques";
import { HINDRANCES } from "#core/planning/supersets";
import type { ClassId } from "#core/edition/choices";
import type { FloorReason } from "#core/planning/effort";
import type { Check, Fix, WeighedKind } from "#core/planning/judged";

export interface CheckText {
  title: string;
  number: string;
  limit: string;
  reason: string;
}

const one = (x: number) => (Math.round(x * 10) / 10).toString();
const setsText = (n: number, kind = "") => `${one(n)} ${kind}${one(n) === "1" ? "set" : "sets"}`;
const TIGHT = "; every day is nearly full, so another set needs minutes from another group";

function doseReason({ number, limit, state }: Extract<Check, { kind: "dose" }>): string {
  const { sets, tight } = number;
  if (state === "pass") return "Within the range.";
  if (sets < limit.low - 0.05)
    return `${setsText(limit.low - sets, "effective ")} below the range${tight ? TIGHT : ""}.`;
  if (sets > limit.most) return `More than ${limit.most} sets a week bring no further growth.`;
  if (sets > limit.high + 0.05) return `${setsText(sets - limit.high)} above the range; the last sets add little.`;
  return "Within the range.";
}

const PART_SHORT = "The exercises of this week hardly train this part. Another setup would, with the same sets.";
const PART_REASON: Readonly<Record<Check["state"], string>> = {
  pass: "This part gets enough sets.",
  look: PART_SHORT,
  problem: PART_SHORT,
};

/** why no swing is allowed */
export const SWING_WHY: Readonly<Record<SwingRefusal, string>> = {
  held: "nothing there can be swung",
  beginner: "not for a beginner",
  back: "the low back is noted",
};
const endsBefore = (muscle: string): string =>
  muscle === "grip"
    ? "The grip gives out before the target muscle. Use straps."
    : "Another muscle gives out before the target muscle.";

const CLASS: Record<ClassId, string> = {
  heavy: "a compound lift with a loaded spine",
  compound: "a compound lift",
  braced: "a single-joint lift with a loaded spine",
  isolation: "a single-joint lift",
};
/** why a class keeps one where nothing loads the spine */
const STEADY: Record<ClassId, string> = {
  heavy: "",
  braced: "",
  compound: " that is too unstable to fail in, or needs a helper",
  isolation: " that is too unstable to fail in",
};
const FLOOR: Record<FloorReason, string> = {
  ...CLASS,
  coarse: "large load steps",
  sore: "stress on a noted joint",
  beginner: "a beginner",
};

/** what each kind of check says: its title, its number, its limit and the reason */
const TEXTS: { readonly [K in Check["kind"]]: (c: Extract<Check, { kind: K }>) => CheckText } = {
  dose: (c) => ({
    title: `${groupName(c.subject.group)}: weekly volume`,
    number: `${one(c.number.sets)} sets, ${one(c.number.indirect)} of them indirect`,
    limit: `${one(c.limit.low)} to ${one(c.limit.high)} sets (${c.limit.priority})`,
    reason: doseReason(c),
  }),
  ceiling: (c) => ({
    title: `${groupName(c.subject.group)}: indirect volume`,
    number: `${one(c.number.sets)} sets, ${one(c.number.indirect)} of them indirect`,
    limit: `about ${one(c.limit)} sets`,
    reason: "This group has no priority, but other exercises already give it many sets.",
  }),
  direct: (c) => ({
    title: `${groupName(c.subject.group)}: direct sets`,
    number: `${one(c.number)} direct`,
    limit: `at least ${one(c.limit)}`,
    reason:
      c.state === "pass"
        ? "Enough sets end with this muscle."
        : "Most of its sets are indirect: another muscle ends them. Add direct sets.",
  }),
  "session dose": (c) => ({
    title: `${groupName(c.subject.group)}: one session`,
    number: `${one(c.number)} sets${c.subject.day ? ` on ${c.subject.day.name}` : ""}`,
    limit: `${c.limit.usual[0]} to ${c.limit.usual[1]}, at most ${c.limit.most}`,
    reason: "Each further set of one muscle in a session adds less. Spread the sets over the week.",
  }),
  frequency: (c) => ({
    title: `${groupName(c.subject.group)}: days a week`,
    number: `${c.number} ${c.number === 1 ? "day" : "days"}`,
    limit: `at least ${c.limit.least} (${c.limit.priority})`,
    reason: c.state === "pass" ? "Often enough." : "The same sets on more days are done fresher and count more.",
  }),
  minutes: (c) => {
    const over = c.number - c.limit;
    return {
      title: `${c.subject.day.name}: minutes`,
      number: `${c.number} min`,
      limit: `${c.limit} min`,
      reason:
        over > 0 ? `${over} min over. Make a superset, or take off a set (less weekly volume).` : "Fits the session.",
    };
  },
  joint: (c) => {
    const { joint, line } = c.subject;
    const gentler = c.limit.gentler ? ` Gentler: ${c.limit.gentler}.` : "";
    return {
      title: `${line.name}: ${joint}`,
      number: `${joint} stress ${stressLevel(c.number)} (${Math.round(c.number * 100)} of 100)`,
      limit: `noted: ${c.limit.note || joint}`,
      reason: `${c.limit.caution ?? `This exercise stresses the ${joint}.`}${gentler}`,
    };
  },
  mobility: (c) => {
    const move = findMove(c.subject.move);
    return {
      title: `${c.subject.line.name}: ${move.joint}`,
      number: `needs ${c.number}°`,
      limit: `${move.name.toLowerCase()} ${c.limit}°`,
      reason: `This setup goes beyond the client's ${move.joint} limit. Shorten the range, change the setup or swap the exercise.`,
    };
  },
  equipment: (c) => ({
    title: `${c.subject.line.name}: equipment`,
    number: `needs ${c.number.join(", ")}`,
    limit: "not available to this client",
    reason: "Swap it for an exercise with the equipment at hand.",
  }),
  "not for": (c) => ({
    title: `${c.subject.line.name}: ${{ helper: "a helper", unwanted: "not wanted", skill: "skill", weak: "a weak link" }[c.number]}`,
    number: {
      helper: "needs a helper",
      unwanted: "on the client's list of dislikes",
      skill: "hard to learn",
      weak: `asks much of ${listed(c.limit.map((l) => `the ${l}`))}`,
    }[c.number],
    limit: { helper: "trains alone", unwanted: "left out", skill: "a beginner", weak: "to be supported" }[c.number],
    reason: {
      helper: "The client trains alone: nobody can take the load if a rep fails.",
      unwanted: "The client does not want this exercise.",
      skill: "A beginner gets more from a simpler exercise.",
      weak: "It gives out before the muscle that the set is for. Take a supported version, or straps for the grip.",
    }[c.number],
  }),
  tempo: (c) => ({
    title: `${c.subject.line.name}: tempo`,
    number: `${one(c.number)} s a rep`,
    limit: `${c.limit[0]} to ${c.limit[1]} s`,
    reason: "Faster reps are thrown, slower ones only cost time.",
  }),
  rest: (c) => ({
    title: `${c.subject.line.name}: rest`,
    number: `${c.number} s`,
    limit: `at least ${c.limit} s`,
    reason: "A shorter rest costs reps in the next set.",
  }),
  effort: (c) => ({
    title: `${c.subject.line.name}: effort`,
    number: `RIR ${c.number.join(", ")}`,
    limit: "same or fewer RIR from set to set",
    reason: "Effort should rise from set to set; the last set is the hardest.",
  }),
  redundant: (c) => ({
    title: c.subject.lines.map((l) => l.name).join(" and "),
    number: `loaded at nearly the same length (${percent(c.number)} apart)`,
    limit: `more than ${percent(c.limit)} apart on one day`,
    reason: "Both train the same heads at the same length on one day. Swap one, or move it to another day.",
  }),
  superset: (c) => ({
    title: `${c.subject.lines.map((l) => l.name).join(" and ")}: superset`,
    number: HINDRANCES[c.number],
    limit: "two exercises that do not limit each other",
    reason: `On ${c.subject.day.name}: undo this superset, or pair one of them with another exercise.`,
  }),
  "long length": (c) => ({
    title: `${groupName(c.subject.group)}: lengthened work`,
    number: `most lengthened exercise: loaded at ${percent(c.number)} of its range`,
    limit: `one exercise at ${percent(c.limit)} or more`,
    reason:
      c.state === "pass"
        ? "One exercise loads this group lengthened."
        : "No exercise loads this group lengthened. The ranking lists some.",
  }),
  "rep bands": (c) => ({
    title: `${groupName(c.subject.group)}: rep ranges`,
    number: c.number.join(" and "),
    limit: "two rep ranges a week",
    reason: c.state === "pass" ? "Two rep ranges are used." : "Every exercise uses the same rep range.",
  }),
  order: (c) => ({
    title: `${c.subject.day.name}: order`,
    number: `${c.subject.late.name} after ${c.subject.before.name}`,
    limit: "higher priority first",
    reason: "Do the higher priority while the client is fresh.",
  }),
  sides: (c) => ({
    title: "Left and right",
    number: `${c.number.one} of ${c.number.all} one side at a time`,
    limit: "at least one",
    reason:
      c.state === "pass" ? "The log can compare the sides." : "Without one-sided work a weaker side stays hidden.",
  }),
  division: (c) => ({
    title: `${c.subject.line.name}: wrong day`,
    number: groupName(c.number).toLowerCase(),
    limit: `${c.subject.day.name} is for ${c.limit.map((g) => groupName(g).toLowerCase()).join(", ")}`,
    reason: "This day is for other groups. Move the exercise, or add its group to the day.",
  }),
  loads: (c) => ({
    title: "Loads of the place",
    number: `${counted(c.number, "exercise")}: ${listed(c.subject.lines.map((l) => l.name))}`,
    limit: "steps, smallest and largest loads as at the client's place",
    reason: "The next load offered would be one that is not there.",
  }),
  part: (c) => ({
    title: `${groupName(c.subject.group)}: ${c.subject.part}`,
    number: setsText(c.number),
    limit: `at least ${c.limit}`,
    reason: PART_REASON[c.state],
  }),
  thirds: (c) => ({
    title: `${groupName(c.subject.group)}: lengths`,
    number: `shortened ${percent(c.number[0])}, mid-range ${percent(c.number[1])}, lengthened ${percent(c.number[2])}`,
    limit: `at least ${percent(c.limit)} of the tension each`,
    reason:
      c.state === "pass"
        ? "The whole length range is trained."
        : "One part of the length range gets hardly any tension.",
  }),
  positions: (c) => ({
    title: `${groupName(c.subject.group)}: ${c.subject.what}`,
    number: c.number.join(", ") || "none known",
    limit: `${c.limit} in a week`,
    reason:
      c.state === "pass"
        ? "Varied enough."
        : c.subject.what === "grips"
          ? "Every exercise uses the same grip. Another grip divides the work differently."
          : "Every exercise has the arm in the same position. Another position loads another length.",
  }),
  "push and pull": (c) => ({
    title: c.subject.what.replace(/^./, (x) => x.toUpperCase()),
    number: `${one(c.number.back)} to ${one(c.number.front)} sets`,
    limit: `at least ${percent(c.limit)}`,
    reason: c.state === "pass" ? "Balanced." : "Much more pressing than pulling. Balance is convention, not proven.",
  }),
  layout: (c) => ({
    title: `${c.subject.day.name}: arms only`,
    number: `${c.number} exercises`,
    limit: "not asked for",
    reason: "A day for arms only while larger groups need sets. Spread arm work over the other days.",
  }),
  spine: (c) => ({
    title: c.subject.day ? `${c.subject.day.name}: low back load` : "The week: low back load",
    number: `${one(c.number)} points`,
    limit: `at most ${c.limit}`,
    reason:
      c.state === "pass"
        ? "Within the limit."
        : "Low back load adds up over the day. This limit is judgement, not measured; send a sore back to a professional.",
  }),
  limiter: (c) => ({
    title: `${c.subject.line.name}: limiting muscle`,
    number: `${muscleName(c.subject.muscle).toLowerCase()}, ${percent(c.number)}`,
    limit: "the target muscle",
    reason: c.state === "pass" ? "The target muscle, or several together, end the set." : endsBefore(c.subject.muscle),
  }),
  technique: (c) => {
    const name = findTechnique(c.subject.technique).name.toLowerCase();
    return {
      title: `${c.subject.line.name}: ${name}`,
      number: c.state === "pass" ? "allowed" : "not advised",
      limit: c.state === "pass" ? "nothing speaks against it" : c.number.map(refusalText).join("; "),
      reason:
        c.state === "pass"
          ? findTechnique(c.subject.technique).pays
          : "In this client's body the numbers speak against it.",
    };
  },
  swing: (c) => ({
    title: `${c.subject.line.name}: ${c.subject.swing} swing`,
    number: c.state === "pass" ? "allowed" : "not advised",
    limit: c.state === "pass" ? "nothing speaks against it" : c.number.map((why) => SWING_WHY[why]).join("; "),
    reason: c.state === "pass" ? "Such a set counts for less than a strict one." : "A swing loads the low back.",
  }),
  "techniques a day": (c) => ({
    title: `${c.subject.day.name}: techniques`,
    number: String(c.number),
    limit: `at most ${c.limit} a day`,
    reason: "More techniques a day add fatigue, not growth.",
  }),
  "techniques apart": (c) => ({
    title: `${findTechnique(c.subject.technique).name}: too often`,
    number: `${c.number} in a week`,
    limit: `once in ${c.limit} days`,
    reason: "This technique causes much soreness. Once is enough.",
  }),
  "two weeks": (c) => ({
    title: "Weeks A and B",
    number: `${percent(c.number)} of the exercises differ`,
    limit: `at most ${percent(c.limit)}`,
    reason: c.state === "pass" ? "Enough exercises stay to progress on." : "Too many exercises change to progress on.",
  }),
  step: (c) => ({
    title: `${c.subject.line.name}: load step`,
    number: `${percent(c.number)} of the load`,
    limit: `at most ${percent(c.limit)}`,
    reason: "One load step is a big jump. Use a wider rep range or smaller plates.",
  }),
  "effort of the day": (c) => ({
    title: `${c.subject.day.name}: effort`,
    number: `last sets: RIR ${one(c.number.early)} early, ${one(c.number.late)} late`,
    limit: "no more RIR late than early",
    reason:
      c.state === "pass"
        ? "Effort rises or stays through the session."
        : "Late exercises, mostly single joints, can go closer to failure than the first ones.",
  }),
  "least reserve": (c) => ({
    title: `${c.subject.line.name}: too close to failure`,
    number: `RIR ${c.number.join(", ")}`,
    limit: `at least ${c.limit.least} RIR on ${CLASS[c.limit.of]}${STEADY[c.limit.of]}`,
    reason: "Failing in this lift costs more than the last rep adds. Keep more RIR, or use a steadier setup.",
  }),
  "rep floor": (c) => ({
    title: `${c.subject.line.name}: reps`,
    number: `from ${c.number}`,
    limit: `at least ${c.limit.reps}`,
    reason: `For ${FLOOR[c.limit.because]}, heavier sets are not worth the cost.`,
  }),
};

export const checkText = <K extends Check["kind"]>(c: Extract<Check, { kind: K }>): CheckText => TEXTS[c.kind](c);

const WEIGHED_REASON: Readonly<Record<WeighedKind, string>> = {
  limiter:
    "The target muscle is still trained, and only its own work is counted. The builder uses such an exercise where nothing better is available. Straps, a support or a swap can change it.",
  positions:
    "The same exercise twice progresses faster; another position or grip trains another part. The builder varies them only where no sets are lost.",
};

/** what a list of checks of one kind has in common, said once */
export function weighedText(checks: readonly Check[]): { title: string; reason: string } {
  const [{ kind } = { kind: "limiter" }] = checks;
  const n = checks.length;
  return kind === "positions"
    ? { title: `One arm position or grip: ${n} ${n === 1 ? "group" : "groups"}`, reason: WEIGHED_REASON.positions }
    : {
        title: `Another muscle ends the set: ${n} ${n === 1 ? "exercise" : "exercises"}`,
        reason: WEIGHED_REASON.limiter,
      };
}

export function fixText(f: Fix): string {
  switch (f.kind) {
    case "add set":
      return `Add a set of ${f.name}`;
    case "drop set":
      return `Take off a set of ${f.name}`;
    case "turn effort round":
      return "Reverse the order of RIR";
    case "earlier":
      return `Move ${f.name} earlier`;
    case "swap":
      return `Swap for ${f.name}`;
    case "take off":
      return f.day ? `Take ${f.name} off ${f.day}` : `Take ${f.name} off`;
    case "to day":
      return `Move ${f.name} to ${f.day}`;
    case "ladder":
      return "Set RIR by the ladder";
    case "more reserve":
      return "Set that RIR";
    case "more reps":
      return `Raise the reps of ${f.name}`;
    case "rest":
      return `Set the rest to ${f.seconds} s`;
    case "loads":
      return `Set the loads of ${counted(f.lines, "exercise")}`;
    case "no swing":
      return `Take the swing out of ${f.name}`;
    case "plain sets":
      return `Use plain sets for ${f.name}`;
    case "swap for part":
      return `Swap for ${f.name} (trains ${f.for})`;
  }
}
