/** What the week builder says: choices, what each costs this client, what to expect, and the week it proposes. */
import { counted, label, listed, sentence } from "./sentence";

const number = (x: number) => String(Math.round(10 * x) / 10);

export const form = {
  title: label("Build the week"),
  split: label("Split"),
  splits: {
    free: "Best fit",
    "full body": "Full body",
    "upper and lower": "Upper / lower",
    "push, pull, legs": "Push / pull / legs",
    "body part": "One region a day",
    "as the days say": "As the days are set",
  } as const,
  fits: label("fits the priorities"),
  fewDays: sentence(
    { groups: ["glutes"], days: 1 },
    ({ groups, days }) => `${listed(groups)} on ${counted(days, "day")} only`,
  ),
  noDay: sentence({ groups: ["glutes"] }, ({ groups }) => `no day for ${listed(groups)}`),
  arms: label("Arm work"),
  armDays: { "with the others": "On the other days", "a day of their own": "On a day of its own" } as const,
  sessions: label("Sessions"),
  sessionsOf: sentence({ days: 4, times: 2 }, ({ days, times }) =>
    times === 1 ? `${days} different` : days === times ? `1, ${times} times` : `${days / times}, each ${times} times`,
  ),
  vary: label("Repeats may differ a little"),
  include: label("Must include"),
  leaveOut: label("Leave out"),
  none: label("none"),
  fresh: label("New exercises"),
  freshMost: sentence<{ most: number | null }>({ most: 2 }, ({ most }) =>
    most === null ? "Any" : most === 0 ? "None" : `At most ${most}`,
  ),
  back: label("Low back load"),
  backLow: label("Low"),
  backLimit: label("Within the limit"),
  backMore: label("1.5 × the limit"),
  backTold: sentence({ week: 26 }, ({ week }) => `limit ${number(week)} points a week`),
  supersets: label("Supersets"),
  supersetsYes: label("Where they save time"),
  techniques: label("Drop sets etc."),
  techniquesYes: label("Where safe"),
  no: label("None"),
  beginner: label("not for beginners"),
  time: label("Time"),
  timeAll: label("Use all of it"),
  timeNeeds: label("Shortest that meets every range"),
};

export const now = {
  title: label("What is in the week now"),
  keep: sentence({ n: 6 }, ({ n }) => `Keep ${counted(n, "exercise")}, change what is clearly better`),
  empty: sentence({ locked: 2 }, ({ locked }) =>
    locked ? `Start empty, keep the ${counted(locked, "locked exercise")}` : "Start from an empty week",
  ),
  nothing: label("Nothing yet."),
  against: sentence(
    { lines: ["Hammer curl (Day 1)"], more: 2 },
    ({ lines, more }) =>
      `This split has no place for ${lines.join("; ")}${more > 0 ? ` and ${more} more` : ""}: kept exercises stay where they are.`,
  ),
  rewrite: label("Start empty instead"),
};

export const expected = {
  title: label("What to expect"),
  asked: label("Sets a week, direct and indirect"),
  askedTold: sentence({ low: 73, high: 122 }, ({ low, high }) => `${number(low)}–${number(high)}`),
  room: label("Working sets that fit the minutes"),
  roomTold: sentence({ sets: 88, minutes: 235 }, ({ sets, minutes }) => `about ${Math.round(sets)} in ${minutes} min`),
  setups: label("Setups this client can do"),
  setupsTold: sentence({ fit: 92, all: 117 }, ({ fit, all }) => `${fit} of ${all}`),
};

export const state = {
  reading: label("Reading the library …"),
  build: label("Build the week"),
  again: label("Build again"),
  stop: label("Stop"),
  close: label("Close"),
  looking: label("Looking for a first week …"),
  better: sentence({ percent: 3 }, ({ percent }) => `At most ${percent} % better is possible.`),
  betterBy: sentence(
    { percent: 3, sets: 1.5 },
    ({ percent, sets }) =>
      `At most ${percent} % better is possible: ${sets < 0.5 ? "less than half a set" : `as much as ${number(sets)} ${sets === 1 ? "set" : "sets"}`} more a week would bring.`,
  ),
  best: label("No better week exists for this split."),
  usable: label("Usable. A better week may exist."),
  ready: label("A week is ready."),
  searching: label("Still searching."),
  fixing: label("Looking for what would make it fit …"),
  stopped: label("Stopped."),
  pairs: label("Supersets give back minutes for more."),
  failed: label("The planner stopped."),
};

export const proposal = {
  title: label("Changes to the week"),
  accept: sentence({ n: 16 }, ({ n }) => `Accept ${counted(n, "edit")}`),
  leave: label("Leave the week as it is"),
  before: label("Nothing changes before you accept."),
  minutes: sentence({ minutes: 58, of: 60 }, ({ minutes, of }) => `${Math.round(minutes)} of ${of} min`),
  sets: sentence({ from: 2, to: 3 }, ({ from, to }) =>
    from === to ? counted(to, "set") : `${from} → ${counted(to, "set")}`,
  ),
  line: sentence({ sets: 3, low: 8, high: 12 }, ({ sets, low, high }) => `${sets} × ${low}–${high}`),
  plain: label("plain sets"),
  moved: sentence({ day: "Monday" }, ({ day }) => `from ${day}`),
  verbs: { add: "Add", "take off": "Take off", move: "Move", sets: "Change", technique: "Change" } as const,
  dose: sentence<{ group: string; from: number; to: number; band: readonly [number, number] | null }>(
    { group: "Glutes", from: 0, to: 4, band: [16, 24] },
    ({ group, from, to, band }) =>
      `${group} ${number(from)} → ${number(to)}${band ? ` of ${number(band[0])}–${number(band[1])}` : ""}`,
  ),
  none: label("Nothing can be planned: no group has a priority, or no equipment trains those that have."),
  spare: sentence({ minutes: 18, raise: ["Quads", "Chest"] }, ({ minutes, raise }) =>
    raise.length === 0
      ? `${Math.round(minutes)} minutes a day are left: no further set is worth its time here.`
      : `${Math.round(minutes)} minutes a day are left: every group has what its priority asks. To use them, raise ${raise.join(" or ")}.`,
  ),
  stands: label("The week stands. Nothing is clearly better."),
  moving: label("The week has changed since. What no longer fits is left out; or build again."),
  lost: sentence(
    { names: ["Hammer curl"] },
    ({ names }) => `The week has changed since. Not accepted: ${names.join(", ")}.`,
  ),
};

export const short = {
  title: label("Not everything fits."),
  relax: label("Any one of these would help:"),
};
