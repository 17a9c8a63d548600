/** The words of a check, in one place. */
import { percent } from "#core/base/numbers";
import { findMove } from "#core/clients/mobility";
import { muscleName } from "#core/anatomy/anatomy";
import { groupName } from "#core/planning/groups";
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
const TIGHT = "; minutes are nearly used up on every day, so adding here and the minutes line pull against each other";

function doseReason({ number, limit, state }: Extract<Check, { kind: "dose" }>): string {
  const { sets, tight } = number;
  if (state === "pass") return "Within the band, give or take half a set.";
  if (sets < limit.low - 0.05)
    return `${setsText(limit.low - sets, "effective ")} short of the low end${tight ? TIGHT : ""}.`;
  if (sets > limit.most) return `Over ${limit.most} sets a week nothing more is gained.`;
  if (sets > limit.high + 0.05) return `${setsText(sets - limit.high)} above the band; the last ones bring little.`;
  return "Within the band.";
}

export function checkText(c: Check): CheckText {
  switch (c.kind) {
    case "dose":
      return {
        title: `${groupName(c.subject.group)}: weekly dose`,
        number: `${one(c.number.sets)} sets, ${one(c.number.indirect)} of them indirect`,
        limit: `${one(c.limit.low)} to ${one(c.limit.high)} sets (${c.limit.priority})`,
        reason: doseReason(c),
      };
    case "ceiling":
      return {
        title: `${groupName(c.subject.group)}: along with others`,
        number: `${one(c.number.sets)} sets, ${one(c.number.indirect)} of them indirect`,
        limit: `about ${one(c.limit)} sets`,
        reason: "Nobody asked for it, and it gets much from what is done for others.",
      };
    case "direct":
      return {
        title: `${groupName(c.subject.group)}: its own sets`,
        number: `${one(c.number)} direct`,
        limit: `at least ${one(c.limit)}`,
        reason:
          c.state === "pass"
            ? "Enough that end by it."
            : "It gets most as a helper, and a helper is not what ends a set.",
      };
    case "session dose":
      return {
        title: `${groupName(c.subject.group)}: one session`,
        number: `${one(c.number)} sets${c.subject.day ? ` on ${c.subject.day.name}` : ""}`,
        limit: `${c.limit.usual[0]} to ${c.limit.usual[1]}, at most ${c.limit.most}`,
        reason: "Each further set of one muscle in a session brings less; spread them over the week.",
      };
    case "frequency":
      return {
        title: `${groupName(c.subject.group)}: days a week`,
        number: `${c.number} ${c.number === 1 ? "day" : "days"}`,
        limit: `at least ${c.limit.least} (${c.limit.priority})`,
        reason: c.state === "pass" ? "Often enough." : "The same sets over more days stay fresher and count more.",
      };
    case "minutes": {
      const over = c.number - c.limit;
      return {
        title: `${c.subject.day.name}: minutes`,
        number: `${c.number} min`,
        limit: `${c.limit} min`,
        reason:
          over > 0
            ? `${over} min over. Drop a set at the end or pair two exercises; that takes from the dose of their muscles.`
            : "Fits.",
      };
    }
    case "joint": {
      const { joint, line } = c.subject;
      const gentler = c.limit.gentler ? ` Gentler: ${c.limit.gentler}.` : "";
      return {
        title: `${line.name}: ${joint}`,
        number: `strain ${Math.round(c.number * 100)} of 100`,
        limit: `noted: ${c.limit.note || joint}`,
        reason: `${c.limit.caution ?? `It asks much of the ${joint}.`}${gentler}`,
      };
    }
    case "mobility": {
      const move = findMove(c.subject.move);
      return {
        title: `${c.subject.line.name}: ${move.joint}`,
        number: `asks ${c.number}°`,
        limit: `${move.name.toLowerCase()} ${c.limit}°`,
        reason: `It goes further than this client's ${move.joint} does: a shorter range, another setting, or another exercise.`,
      };
    }
    case "equipment":
      return {
        title: `${c.subject.line.name}: equipment`,
        number: `needs ${c.number.join(", ")}`,
        limit: "not at this client's place",
        reason: "Choose a setup from the ranking filtered to this client.",
      };
    case "not for":
      return {
        title: `${c.subject.line.name}: ${{ helper: "a helper", unwanted: "not wanted", skill: "skill" }[c.number]}`,
        number: { helper: "needs a helper", unwanted: "on the list of dislikes", skill: "asks much skill" }[c.number],
        limit: { helper: "trains alone", unwanted: "left out", skill: "a beginner" }[c.number],
        reason: {
          helper: "Nobody is there to take the load if a rep fails.",
          unwanted: "This client does not want it.",
          skill: "A beginner gets more from something simpler.",
        }[c.number],
      };
    case "tempo":
      return {
        title: `${c.subject.line.name}: tempo`,
        number: `${one(c.number)} s a rep`,
        limit: `${c.limit[0]} to ${c.limit[1]} s`,
        reason: "A rep outside this span is either thrown or trains patience.",
      };
    case "rest":
      return {
        title: `${c.subject.line.name}: rest`,
        number: `${c.number} s`,
        limit: `at least ${c.limit} s`,
        reason: "Too short a rest costs reps in the next set.",
      };
    case "effort":
      return {
        title: `${c.subject.line.name}: effort`,
        number: `reserve ${c.number.join(", ")}`,
        limit: "falls or stays within an exercise",
        reason: "Effort should rise through an exercise; the last set is the hardest.",
      };
    default:
      return weekText(c);
  }
}

type OfTheWeek = Exclude<
  Check,
  {
    kind:
      | "dose"
      | "ceiling"
      | "direct"
      | "session dose"
      | "frequency"
      | "minutes"
      | "joint"
      | "mobility"
      | "equipment"
      | "not for"
      | "tempo"
      | "rest"
      | "effort";
  }
>;

function weekText(c: OfTheWeek): CheckText {
  const passes = c.state === "pass";
  switch (c.kind) {
    case "redundant":
      return {
        title: c.subject.lines.map((l) => l.name).join(" and "),
        number: `lengths ${c.number.toFixed(2)} apart`,
        limit: `more than ${c.limit} on one day`,
        reason:
          "They load the same heads at the same length on the same day: one of them could cover another length or day.",
      };
    case "superset":
      return {
        title: `${c.subject.lines.map((l) => l.name).join(" and ")}: superset`,
        number: HINDRANCES[c.number],
        limit: "exercises that do not hinder each other",
        reason: `On ${c.subject.day.name}: part them, or put another exercise beside one of them.`,
      };
    case "long length":
      return {
        title: `${groupName(c.subject.group)}: long length`,
        number: `longest loaded length ${c.number.toFixed(2)}`,
        limit: `at least one from ${c.limit}`,
        reason: passes
          ? "A long-loaded choice is there."
          : "No exercise loads it where it is long; the ranking has some.",
      };
    case "rep bands":
      return {
        title: `${groupName(c.subject.group)}: rep bands`,
        number: c.number.join(" and "),
        limit: "two bands a week",
        reason: passes ? "Varied." : "All of it stands in one band of repetitions.",
      };
    case "order":
      return {
        title: `${c.subject.day.name}: order`,
        number: `${c.subject.late.name} after ${c.subject.before.name}`,
        limit: "priority first",
        reason: "What matters more is done when it is fresh.",
      };
    case "sides":
      return {
        title: "Left and right",
        number: `${c.number.one} of ${c.number.all} one side at a time`,
        limit: "at least one",
        reason: passes ? "The sides can be compared in the log." : "With both sides together a difference never shows.",
      };
    case "division":
      return {
        title: `${c.subject.line.name}: the day`,
        number: groupName(c.number).toLowerCase(),
        limit: `${c.subject.day.name} is for ${c.limit.map((g) => groupName(g).toLowerCase()).join(", ")}`,
        reason: "It stands on a day that is for others: move it, or let the day be for it too.",
      };
    case "effort of the day":
    case "least reserve":
    case "rep floor":
      return effortText(c);
    default:
      return coverText(c);
  }
}

type NotCover =
  | "redundant"
  | "long length"
  | "rep bands"
  | "order"
  | "superset"
  | "sides"
  | "division"
  | "effort of the day"
  | "least reserve"
  | "rep floor";

const PART_SHORT = "The exercises of this week hardly train this part; the same sets with another setup do.";
const PART_REASON: Readonly<Record<Check["state"], string>> = {
  pass: "It gets enough, whichever exercise trains it.",
  look: PART_SHORT,
  problem: PART_SHORT,
};

function coverText(c: Exclude<OfTheWeek, { kind: NotCover }>): CheckText {
  const passes = c.state === "pass";
  switch (c.kind) {
    case "part":
      return {
        title: `${groupName(c.subject.group)}: ${c.subject.part}`,
        number: setsText(c.number),
        limit: `at least ${c.limit}`,
        reason: PART_REASON[c.state],
      };
    case "thirds":
      return {
        title: `${groupName(c.subject.group)}: length thirds`,
        number: `short, middle, long ${c.number.map(percent).join(" · ")}`,
        limit: `at least ${percent(c.limit)} each, by mechanics`,
        reason: passes ? "Its range is covered." : "Part of its length range gets hardly any tension.",
      };
    case "positions":
      return {
        title: `${groupName(c.subject.group)}: ${c.subject.what}`,
        number: c.number.join(", ") || "none known",
        limit: `${c.limit} in a week`,
        reason: passes
          ? "Varied."
          : c.subject.what === "grips"
            ? "Every line holds the same way: another grip shares the work out otherwise."
            : "Every line has the arm in the same place: another one loads another length.",
      };
    case "push and pull":
      return {
        title: c.subject.what.replace(/^./, (x) => x.toUpperCase()),
        number: `${one(c.number.back)} to ${one(c.number.front)} sets`,
        limit: `at least ${percent(c.limit)}`,
        reason: passes ? "Balanced." : "Much more is pressed than pulled; convention, not proof, asks for balance.",
      };
    case "layout":
      return {
        title: `${c.subject.day.name}: only arms`,
        number: `${c.number} exercises`,
        limit: "not asked for",
        reason: "A day of arms alone, while larger groups wait: spread them over the other days.",
      };
    case "spine":
      return {
        title: c.subject.day ? `${c.subject.day.name}: the back` : "The week: the back",
        number: `${one(c.number)} points`,
        limit: `at most ${c.limit}`,
        reason: passes
          ? "Within the budget."
          : "What hangs from the low back adds up. Judgement, not a measured limit; a sore back belongs to a professional.",
      };
    case "limiter":
      return {
        title: `${c.subject.line.name}: what ends it`,
        number: `${muscleName(c.subject.muscle).toLowerCase()}, ${percent(c.number)}`,
        limit: "what it is for",
        reason: passes
          ? "Ended by what it is for, or by several."
          : "In this body another muscle gives out before the one the exercise is for.",
      };
    case "technique": {
      const name = findTechnique(c.subject.technique).name.toLowerCase();
      return {
        title: `${c.subject.line.name}: ${name}`,
        number: passes ? "may be used" : "refused",
        limit: passes ? "no figure forbids it" : c.number.map(refusalText).join("; "),
        reason: passes ? findTechnique(c.subject.technique).pays : "The figure forbids it in this client's body.",
      };
    }
    case "techniques a day":
      return {
        title: `${c.subject.day.name}: techniques`,
        number: String(c.number),
        limit: `at most ${c.limit} a day`,
        reason: "More of them tire without adding.",
      };
    case "techniques apart":
      return {
        title: `${findTechnique(c.subject.technique).name}: too often`,
        number: `${c.number} in a week`,
        limit: `once in ${c.limit} days`,
        reason: "It makes very sore; once is enough.",
      };
    case "two weeks":
      return {
        title: "Weeks A and B",
        number: `${percent(c.number)} of the lines are others`,
        limit: `at most ${percent(c.limit)}`,
        reason: passes ? "Enough stays to progress on." : "So much changes that little can be progressed on.",
      };
    case "step":
      return {
        title: `${c.subject.line.name}: load step`,
        number: `${percent(c.number)} of the load`,
        limit: `at most ${percent(c.limit)}`,
        reason: "Each step is a leap: a wide window of reps, or a finer step.",
      };
  }
}

const CLASS: Record<ClassId, string> = {
  heavy: "a compound lift on a loaded spine",
  compound: "a compound lift",
  braced: "a single joint on a loaded spine",
  isolation: "a single joint",
};
/** why a class keeps one where nothing loads the spine */
const STEADY: Record<ClassId, string> = {
  heavy: "",
  braced: "",
  compound: " that is not steady enough to fail in, or wants a helper",
  isolation: " that is not steady enough to fail in",
};
const FLOOR: Record<FloorReason, string> = {
  ...CLASS,
  coarse: "a coarse step of the load",
  sore: "a noted joint that it strains",
  beginner: "a beginner",
};

function effortText(c: Extract<Check, { kind: "effort of the day" | "least reserve" | "rep floor" }>): CheckText {
  switch (c.kind) {
    case "effort of the day":
      return {
        title: `${c.subject.day.name}: effort`,
        number: `last sets keep ${one(c.number.early)} early, ${one(c.number.late)} late`,
        limit: "late no more than early",
        reason:
          c.state === "pass"
            ? "It rises or stays through the session."
            : "What comes late, mostly single joints, can go nearer to its limit; what comes first should not be spent.",
      };
    case "least reserve":
      return {
        title: `${c.subject.line.name}: nearest to failure`,
        number: `reserve ${c.number.join(", ")}`,
        limit: `at least ${c.limit.least} on ${CLASS[c.limit.of]}${STEADY[c.limit.of]}`,
        reason: "Failing there costs more than the last rep brings: keep one, or take a steadier setup.",
      };
    case "rep floor":
      return {
        title: `${c.subject.line.name}: fewest reps`,
        number: `from ${c.number}`,
        limit: `at least ${c.limit.reps}`,
        reason: `Because of ${FLOOR[c.limit.because]}; heavier sets of it are not worth what they ask.`,
      };
  }
}

const WEIGHED_REASON: Readonly<Record<WeighedKind, string>> = {
  limiter:
    "The muscle it is for is still trained: its credit counts only what it does. A written week takes such an exercise where nothing better is at hand; straps, a support or a swap move the limit.",
  positions:
    "The same exercise twice progresses faster; another position or grip loads another part. A written week takes variety only where it costs no dose.",
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
      return `One more set of ${f.name}`;
    case "drop set":
      return `One set less of ${f.name}`;
    case "turn effort round":
      return "Turn the order round";
    case "earlier":
      return `${f.name} earlier`;
    case "swap":
      return `Swap for ${f.name}`;
    case "take off":
      return f.day ? `Take ${f.name} off ${f.day}` : `Take ${f.name} off`;
    case "to day":
      return `${f.name} to ${f.day}`;
    case "ladder":
      return "Effort by the ladder";
    case "more reserve":
      return "Keep that much in reserve";
    case "more reps":
      return `More reps of ${f.name}`;
    case "rest":
      return `Rest ${f.seconds} s`;
    case "plain sets":
      return `Plain sets of ${f.name}`;
    case "swap for part":
      return `Swap for ${f.name}, which covers ${f.for}`;
  }
}
