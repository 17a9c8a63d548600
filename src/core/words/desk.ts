/** The desk: titles, buttons and what a strip of days says. */
import { percent } from "#core/base/numbers";
import { counted, label, sentence } from "./sentence";

export const levels = {
  1: label("Safety"),
  2: label("Cannot be right"),
  3: label("Runs out"),
  4: label("Progress"),
  5: label("Silence"),
};

/** buttons: what a coach can do about it */
export const acts = {
  clearance: label("Record clearance"),
  swap: label("Swap in the week"),
  correct: label("Look at the set"),
  right: label("The set is right"),
  link: label("Make a new link"),
  week: label("Open the week"),
  log: label("Open the log"),
  review: label("Review next week"),
  client: label("Open the client"),
  done: label("Done"),
  later: label("In 3 days"),
  leave: label("Leave it stopped"),
  undo: label("Undo"),
};

export const desk = {
  title: sentence({ n: 3 }, ({ n }) => (n === 0 ? "Nothing needs a decision" : "Needs a decision")),
  more: sentence({ n: 12 }, ({ n }) => `${n} more`),
  alsoNeeds: sentence({ n: 2 }, ({ n }) => `And ${counted(n, "other thing")} with this client.`),
  all: sentence({ n: 30 }, ({ n }) => (n === 1 ? "The client" : `All ${n} clients`)),
  handOvers: label("Hand-overs"),
  nothingToHand: label("Every plan is as the client has it."),
  changed: sentence<{ edits: number; number: number | null }>({ edits: 3, number: 2 }, ({ edits, number }) =>
    number === null ? "never handed over" : `${counted(edits, "edit")} since plan ${number}`,
  ),
  doneToday: label("Done today"),
  since: label("Trained lately"),
  trained: sentence({ sets: 18, day: "Mon 23 Nov" }, ({ sets, day }) => `${counted(sets, "set")} on ${day}`),
  nothingTrained: label("Nobody has logged a set in two weeks."),
  find: label("Find a client"),
  none: sentence({ text: "xy" }, ({ text }) => `No client's name has “${text}”.`),
  ofWeek: sentence({ done: 2, planned: 3 }, ({ done, planned }) => `${done} of ${planned}`),
  ofWeekLong: sentence({ done: 2, planned: 3 }, ({ done, planned }) =>
    planned === 0
      ? "No plan yet"
      : `Trained on ${counted(done, "day")} of the last 7, planned ${counted(planned, "day")} a week`,
  ),
  noPlan: label("no plan"),
  counting: label("is being worked out"),
};

/** the days of a strip, read out */
export const stripDay = sentence<{ day: string; share: number | null; pain: number | null }>(
  { day: "Fri 27 Nov", share: 0.7, pain: 6 },
  ({ day, share, pain }) =>
    `${day}: ${share === null ? "nothing logged" : `${percent(share)} of the sets`}${pain ? `, pain ${pain} of 10` : ""}`,
);

/** a practice without clients */
export const first = {
  title: label("A desk for your clients"),
  steps: [
    label("Add a client: a name, a body, days, and what to watch."),
    label("Build the week: Gryn writes it, you change it."),
    label("Hand it over: the client opens a link on the phone."),
  ],
  example: label("Then this page says who trained, who has not, and what needs a decision."),
};
