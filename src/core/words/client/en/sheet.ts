/** The printed sheet: plain words for whoever lifts, second person, nothing about models. */
import { counted, label, sentence } from "../../sentence";

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
  or: sentence({ names: ["Dip", "Row"] }, ({ names }) => names.join(", or ")),
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

export interface Short {
  sets: number;
  low: number;
  high: number;
  load: string | null;
}
export interface Ask extends Short {
  left: string;
  /** s */
  rest: number;
  sides: "both" | "one";
}

const reps = (low: number, high: number): string => (low === high ? `${low}` : `${low}–${high}`);
const restText = (s: number): string => (s < 100 ? `${s} s` : `${String(Math.round(s / 30) / 2)} min`);
