/** Why the next target is what it is: on the phone and at the desk alike. Loads come as written, "20 kg". */
import { label, listed, sentence } from "../../sentence";

/** "Last three: 14, 15, 17 reps." */
const lately = (reps: readonly number[]): string =>
  `${reps.length === 1 ? "Last time" : reps.length === 2 ? "Last two" : "Last three"}: ${reps.join(", ")} reps.`;

const FIRST = "First time:";
const ticked: Readonly<Record<string, string>> = {
  "end-lost": "the end position was not reached",
  "half-reps": "half reps",
  swing: "the body swung",
  drift: "the way of the load drifted",
};
const ticksText = (ticks: readonly string[]): string => listed(ticks.map((t) => ticked[t] ?? t));

const LATELY = { lately: [14, 15, 17], from: "20 kg", next: "22.5 kg", about: 12, at: 13, top: 16, planned: 14 };
type Lately = typeof LATELY;
const TOP = { first: 15, load: "30 kg" as string | null, from: 3, to: 4, lower: 4, next: "Dip" };
type Top = typeof TOP;
const onTop = (load: string | null) => (load ? `with ${load}, the largest load here` : "without a load");

export const reasons = {
  stopped: sentence({ pain: "Sharp pain in the knee." }, ({ pain }) => `Stopped: ${pain}`),
  firstWith: sentence(
    { load: "20 kg" },
    ({ load }) =>
      `${FIRST} start with ${load}, after two or three lighter sets on the way; go lighter if fewer reps are left in reserve than asked.`,
  ),
  firstBare: label(`${FIRST} without added load, as many clean reps as leave the asked reps in reserve.`),
  firstFind: label(
    `${FIRST} find a load for the reps and reps in reserve asked, with two or three lighter sets on the way.`,
  ),
  unlikely: sentence<{ load: string | null; reps: number }>(
    { load: "200 kg", reps: 12 },
    ({ load, reps }) =>
      `${load ? `${load} × ` : ""}${reps} reps is far from what the other sets say. Check the unit, and whether it was per hand or in total. It counts for nothing until the coach has looked at it.`,
  ),
  notWork: label("Not a working set, it does not count: easy, and the same every time."),
  byCoach: label("Set by your coach."),
  elsewhereTwice: label("Felt elsewhere twice: one step lighter with stricter form, or swap the exercise."),
  elsewhere: sentence(
    { lately: [14] },
    (v) => `Same load. ${lately(v.lately)} It was felt elsewhere: first in the right place, then heavier.`,
  ),
  noLoad: label("The top of the reps is reached, but no load was typed: type one, so that it can go up."),
  smallest: sentence(
    { load: "2.5 kg" },
    ({ load }) => `${load} is the smallest load here, and it is too much: swap the exercise.`,
  ),
  topNothing: sentence<Top>(
    TOP,
    (v) => `First set: ${v.first} reps ${onTop(v.load)}, lowered slowly. Ask the coach for a harder exercise.`,
  ),
  topTempo: sentence<Top>(
    TOP,
    (v) => `First set: ${v.first} reps ${onTop(v.load)}. Next: lower in ${v.to} s instead of ${v.from} s.`,
  ),
  topRelative: sentence<Top>(
    TOP,
    (v) => `First set: ${v.first} reps, lowered in ${v.lower} s. Next exercise: ${v.next}.`,
  ),
  topLoad: sentence<Top>(TOP, (v) => `First set: ${v.first} reps, lowered in ${v.lower} s. Next: add ${v.next}.`),
  under: sentence(
    { lately: [6, 7], low: 8 },
    (v) => `${lately(v.lately)} That is under ${v.low}: one step down, or swap the exercise.`,
  ),
  leftOut: sentence(
    { sets: 2 },
    ({ sets }) => `Same load: ${sets} planned ${sets === 1 ? "set was" : "sets were"} not done.`,
  ),
  reserveSpent: label("Same load: fewer reps were left in reserve than planned."),
  fellBelow: sentence({ low: 8 }, ({ low }) => `Same load: a set fell below ${low} reps.`),
  onTheWay: sentence({ first: 10, top: 14 }, (v) => `First set: ${v.first} reps. At ${v.top} it gets harder.`),
  window: sentence<{ low: number; high: number; step: string; on: string | null; body: number }>(
    { low: 8, high: 12, step: "2.5 kg", on: "40 kg", body: 0 },
    ({ low, high, step, on, body }) =>
      `Reps ${low} to ${high}: one step is ${
        on
          ? `${step} on ${on}${body > 0 ? ` and ${body} kg of the body` : ""}`
          : body > 0
            ? `${step} on your own weight`
            : "not known yet"
      }.`,
  ),
  drop: sentence(
    { percent: 40, rest: 180 },
    ({ percent, rest }) => `Reps fell by ${percent} % from one set to the next: rest ${rest} s.`,
  ),
  farOver: sentence<Lately>(
    LATELY,
    (v) =>
      `${lately(v.lately)} Planned were at most ${v.planned}: ${v.from} is far too light. One step up, to ${v.next}.`,
  ),
  ready: sentence<Lately>(LATELY, (v) => `${lately(v.lately)} At ${v.next} that is about ${v.about}: one step up.`),
  notYet: sentence<Lately>(
    LATELY,
    (v) =>
      `Stay at ${v.from}. ${lately(v.lately)} At ${v.next} that is about ${v.about}; the load goes up when it is ${v.at} (${v.from} × ${v.top}).`,
  ),
  form: sentence<{ ticks: readonly string[] }>(
    { ticks: ["end-lost", "swing"] },
    ({ ticks }) => `Same load: ${ticksText(ticks)}. First the whole rep, then heavier.`,
  ),
  formTwice: sentence<{ ticks: readonly string[] }>(
    { ticks: ["half-reps"] },
    ({ ticks }) => `Two workouts running: ${ticksText(ticks)}. One step lighter, every rep whole.`,
  ),
  checkIn: sentence(
    { score: 2 },
    ({ score }) => `Same load this week: the check-in was ${score} of 5. Next week as planned.`,
  ),
  breath: label("Same load: the breath ended the set. Rest longer before each set."),
};
