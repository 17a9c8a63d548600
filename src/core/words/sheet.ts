/** The printed sheet: plain words for whoever lifts, second person, nothing about models. */
import { counted, label, sentence } from "./sentence";

export const sheet = {
  plan: sentence({ name: "Arm block", number: 4, day: "30 Nov 2026" }, (v) => `${v.name}, plan ${v.number}, ${v.day}`),
  left: label("“2 left” means: stop when you could do 2 more clean reps."),
  week: label("Your week"),
  link: label("Your plan on the phone"),
  noLink: label("The link to your plan on the phone comes from your coach."),
  minutes: sentence({ minutes: 48 }, ({ minutes }) => `about ${minutes} min`),
  short: sentence<Short>(
    { sets: 3, low: 8, high: 12, load: "20 kg" },
    ({ sets, low, high, load }) => `${sets} × ${reps(low, high)}${load ? `, ${load}` : ""}`,
  ),
  ask: sentence<Ask>({ sets: 3, low: 8, high: 12, load: "20 kg", left: "2, 1, 0", rest: 120, sides: "both" }, (v) =>
    [
      `${counted(v.sets, "set")} of ${reps(v.low, v.high)} reps${v.sides === "one" ? " each side" : ""}`,
      v.load ?? "find a load",
      `${v.left} left`,
      `rest ${restText(v.rest)}`,
    ].join(" · "),
  ),
  pair: sentence({ with: 2 }, ({ with: other }) => `In turn with number ${other}: a set of one, a set of the other.`),
  start: label("Start"),
  end: label("End"),
  settings: label("Settings"),
  coach: label("From your coach"),
  feel: label("Feel it in"),
  stop: label("Stop the set when"),
  stopWords: sentence({ left: 2 }, ({ left }) =>
    left >= 5
      ? "it stops being easy."
      : left === 0
        ? "no clean rep is left, or a rep gets shorter, or you have to swing."
        : `you could do ${left} more, or a rep gets shorter, or you have to swing.`,
  ),
  busy: label("If it is taken"),
  first: label("First time: two or three lighter sets, then the load that leaves the reps asked. Write it down."),
  log: sentence({ weeks: 4 }, ({ weeks }) => `Log for ${counted(weeks, "week")}: load and reps`),
  set: sentence({ n: 1 }, ({ n }) => `Set ${n}`),
  weekNumber: sentence({ n: 1 }, ({ n }) => `Week ${n}`),
  weekly: label("Once a week"),
  checkIn: [
    "Sleep, hours a night",
    "Soreness, 0 to 10",
    "Stress, 0 to 10",
    "Food: less, enough, more",
    "Body weight",
  ].map((text) => label(text)),
  rules: label("What to do when"),
  rule: [
    label("You reach the most reps in every set, with the reps left as asked: take the next load."),
    label("You fall below the fewest reps two times in a row: tell your coach."),
    label("You feel it somewhere else than it says: less load, stricter reps, tell your coach."),
  ],
  pain: sentence(
    { stop: 4 },
    ({ stop }) =>
      `Sharp pain, numbness, or pain of ${stop} and more out of 10: stop the exercise and tell your coach. See a doctor or a physiotherapist before you load that joint again.`,
  ),
  figure: sentence({ name: "Hammer curl", at: "start" }, ({ name, at }) => `${name}, ${at} of the rep`),
  page: sentence({ n: 2, of: 4 }, ({ n, of }) => `${n} of ${of}`),
};

interface Short {
  sets: number;
  low: number;
  high: number;
  load: string | null;
}
interface Ask extends Short {
  left: string;
  /** s */
  rest: number;
  sides: "both" | "one";
}

const reps = (low: number, high: number): string => (low === high ? `${low}` : `${low}–${high}`);
const restText = (s: number): string => (s < 100 ? `${s} s` : `${String(Math.round(s / 30) / 2)} min`);

/** the page on which a coach chooses what is printed */
export const choices = {
  title: sentence({ name: "Maja Lindqvist" }, ({ name }) => `${name}: sheet`),
  nothing: label("Nothing is handed over yet"),
  nothingWhy: label("The sheet shows what the client has in hand. Hand the week over first."),
  changed: sentence(
    { edits: 3, number: 4 },
    ({ edits, number }) =>
      `The week has ${counted(edits, "edit")} since plan ${number}. The sheet shows plan ${number}.`,
  ),
  paper: label("Paper"),
  weeks: label("Weeks to write down"),
  log: label("With a log to fill in"),
  large: label("Large print"),
  print: label("Print"),
  pdf: label("PDF"),
  calendar: label("Calendar"),
  workbook: label("Spreadsheet"),
  table: label("CSV"),
  data: label("JSON"),
  code: label("Code for the phone"),
  codeWhy: label("A new link is printed as a code on page 1. The link before it ends."),
  codeThere: label("The code of the new link stands on page 1. It is shown only now: print it before you leave."),
  newLink: label("New link with a code"),
  subscribe: label("Calendar that keeps up"),
  subscribeWhy: label(
    "An address for the client's calendar: it always shows the plan that was handed over last. Whoever has it sees the exercises.",
  ),
  newAddress: label("Make an address"),
};
