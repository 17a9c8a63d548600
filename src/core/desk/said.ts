/** A need in words: the fact, and what it stands on, one line each. */
import type { Joint } from "#core/exercises/joints";
import { JOINT_NAMES } from "#core/exercises/joints";
import { percent } from "#core/base/numbers";
import type { Reason } from "./needs";
import { counted, sentence } from "#core/words/sentence";

const on = (side: "left" | "right" | "both", joint: Joint): string =>
  side === "both" ? JOINT_NAMES[joint] : `${side} ${JOINT_NAMES[joint]}`;

type Given = { reason: Reason; day: (date: string) => string };
const given = (reason: Reason): Given => ({ reason, day: (d) => d });

/** the fact, in at most a dozen words */
export const fact = sentence<Given>(given({ kind: "not cleared" }), ({ reason: r, day }) => {
  switch (r.kind) {
    case "not cleared":
      return "Screening is not cleared";
    case "to erase":
      return `Data were to be kept until ${day(r.on)}`;
    case "no link":
      return r.at ? `The link has run out on ${day(r.at)}` : "Has no link to the plan";
    case "link ends":
      return `The link runs out on ${day(r.at!)}`;
    case "not opened":
      return "Has not opened the link";
    case "plan runs":
      return `Plan ${r.number} runs for ${counted(r.weeks, "week")}`;
    case "problems":
      return `${counted(r.all, "problem")} in the week as planned`;
    case "silent":
      return `No training for ${counted(r.days, "day")}`;
    case "finding":
      return found(r.finding);
  }
});

function found({ what, at }: Extract<Reason, { kind: "finding" }>["finding"]): string {
  switch (what.kind) {
    case "pain":
      return what.pain === "numb"
        ? `Numbness, ${on(what.side, what.joint)}`
        : `${what.pain === "sharp" ? "Sharp pain" : "Pain"} ${what.score} of 10, ${on(what.side, what.joint)}`;
    case "unlikely":
      return `${what.load ? `${what.load.value} ${what.load.unit} × ` : ""}${what.reps} reps cannot well be`;
    case "short":
      return `Under ${what.low} reps: ${what.lately.join(", ")}`;
    case "elsewhere":
      return "Felt elsewhere twice";
    case "form":
      return "Reps not whole two workouts running";
    case "sides":
      return `${what.weaker === "left" ? "Left" : "Right"} side ${percent(what.share)} weaker`;
    case "note":
      return `“${what.text.length > 60 ? `${what.text.slice(0, 57)}...` : what.text}” (${at.name})`;
  }
}

/** what it stands on, and what has been done about it already */
export const evidence = sentence<Given>(given({ kind: "not cleared" }), ({ reason: r, day }) => {
  switch (r.kind) {
    case "not cleared":
      return "Hand-over is blocked until a licensed professional has cleared the client.";
    case "to erase":
      return "A head coach erases the client, or you agree on another date.";
    case "no link":
      return r.at
        ? "What was logged stays on the phone until it is sent."
        : "The plan is handed over and cannot be seen.";
    case "link ends":
      return "A new link closes the old one.";
    case "not opened":
      return `Handed over on ${day(r.at)}.`;
    case "plan runs":
      return "Review it, and hand over the next one.";
    case "problems":
      return `${r.titles.join("; ")}${r.all > r.titles.length ? "; ..." : ""}.`;
    case "silent":
      return r.last ? `Last trained on ${day(r.last)}.` : "Nothing logged yet.";
    case "finding":
      return foundOn(r.finding, day);
  }
});

function foundOn({ what, at }: Extract<Reason, { kind: "finding" }>["finding"], day: Given["day"]): string {
  const where = `${at.name}, ${day(at.on)}`;
  switch (what.kind) {
    case "pain":
      return `${where}${what.before.length ? `; before ${what.before.slice(0, 3).join(", ")}` : ""}. Stopped on the phone.`;
    case "unlikely":
      return `${where}. It counts for nothing until you decide.`;
    case "short":
      return `${where}. The next load is one step lighter.`;
    case "elsewhere":
    case "form":
      return `${where}. The next load is one step lighter.`;
    case "sides":
      return `${where}. The line does not begin with that side.`;
    case "note":
      return `${day(at.on)}.`;
  }
}
