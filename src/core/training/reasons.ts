/** The words of a next target's reasons, the same on the phone and at the desk. */
import type { Load } from "#core/program/document";
import type { Tick } from "#core/training/ticks";
import { listed } from "#core/words/sentence";
import type { Next, Reason, Told } from "#core/training/progression";

const text = (l: Load) => `${l.value} ${l.unit}`;

const FIRST = "First time:";
const first = (load: Load | null, bodyLoad: number): string =>
  load && load.value > 0
    ? `${FIRST} start with ${text(load)}, after two or three lighter sets on the way; go lighter if fewer reps are left in reserve than asked.`
    : bodyLoad > 0
      ? `${FIRST} without added load, as many clean reps as leave the asked reps in reserve.`
      : `${FIRST} find a load for the reps and reps in reserve asked, with two or three lighter sets on the way.`;

function reached(first: number, load: Load | null, next: Next): string {
  const on = load ? `with ${text(load)}, the largest load here` : "without a load";
  switch (next.by) {
    case "nothing":
      return `First set: ${first} reps ${on}, lowered slowly. Ask the coach for a harder exercise.`;
    case "tempo":
      return `First set: ${first} reps ${on}. Next: lower in ${next.to} s instead of ${next.from} s.`;
    case "relative":
      return `First set: ${first} reps, lowered in ${next.lower} s. Next exercise: ${next.name}.`;
    case "first load":
      return `First set: ${first} reps, lowered in ${next.lower} s. Next: add ${text(next.load)}.`;
  }
}

/** a next load, and whether its time has come */
function nextLoad(r: Extract<Reason, { from: Load }>): string {
  switch (r.kind) {
    case "far over":
      return `${lastOnes(r.lately)} Planned were at most ${r.planned}: ${text(r.from)} is far too light. One step up, to ${text(r.next)}.`;
    case "ready":
      return `${lastOnes(r.lately)} At ${text(r.next)} that is about ${r.about}: one step up.`;
    case "not yet":
      return `Stay at ${text(r.from)}. ${lastOnes(r.lately)} At ${text(r.next)} that is about ${r.about}; the load goes up when it is ${r.at} (${text(r.from)} × ${r.top}).`;
  }
}

/** of loads that are there */
const atEnd = (r: Extract<Reason, { kind: "smallest load" | "top reached" }>): string =>
  r.kind === "top reached"
    ? reached(r.first, r.load, r.next)
    : `${text(r.load)} is the smallest load here, and it is too much: swap the exercise.`;

/** "Last three: 14, 15, 17 reps" */
const lastOnes = (reps: readonly number[]): string =>
  `${reps.length === 1 ? "Last time" : reps.length === 2 ? "Last two" : "Last three"}: ${reps.join(", ")} reps.`;

function stepOn(load: Load | null, bodyLoad: number): string | null {
  if (!load) return bodyLoad > 0 ? "your own weight" : null;
  return `${text(load)}${bodyLoad > 0 ? ` and ${Math.round(bodyLoad)} kg of the body` : ""}`;
}

const TICKED: Record<Tick, string> = {
  "end-lost": "the end position was not reached",
  "half-reps": "half reps",
  swing: "the body swung",
  drift: "the way of the load drifted",
};
const ticked = (ticks: readonly Tick[]): string => listed(ticks.map((t) => TICKED[t]));

/** what the client told, and what follows */
function toldText(r: Told): string {
  switch (r.kind) {
    case "form":
      return `Same load: ${ticked(r.ticks)}. First the whole rep, then heavier.`;
    case "form twice":
      return `Two workouts running: ${ticked(r.ticks)}. One step lighter, every rep whole.`;
    case "check-in":
      return `Same load this week: the check-in was ${r.score} of 5. Next week as planned.`;
    case "ended by breath":
      return "Same load: the breath ended the set. Rest longer before each set.";
  }
}

const isTold = (r: Reason): r is Told =>
  r.kind === "form" || r.kind === "form twice" || r.kind === "check-in" || r.kind === "ended by breath";

export function reasonText(r: Reason): string {
  if (isTold(r)) return toldText(r);
  if ("from" in r) return nextLoad(r);
  switch (r.kind) {
    case "stopped":
      return `Stopped: ${r.words}`;
    case "pain":
      return r.words;
    case "unlikely load":
      return (
        `${r.load ? `${text(r.load)} × ` : ""}${r.reps} reps is far from what the other sets say. Check the unit, and ` +
        "whether it was per hand or in total. It counts for nothing until the coach has looked at it."
      );
    case "first time":
      return first(r.load, r.bodyLoad);
    case "not work":
      return "Not a working set, it does not count: easy, and the same every time.";
    case "set by coach":
      return "Set by your coach.";
    case "felt elsewhere twice":
      return "Felt elsewhere twice: one step lighter with stricter form, or swap the exercise.";
    case "no load typed":
      return "The top of the reps is reached, but no load was typed: type one, so that it can go up.";
    case "smallest load":
    case "top reached":
      return atEnd(r);
    case "felt elsewhere":
      return `Same load. ${lastOnes(r.lately)} It was felt elsewhere: first in the right place, then heavier.`;
    case "under the window":
      return `${lastOnes(r.lately)} That is under ${r.low}: one step down, or swap the exercise.`;
    case "sets left out":
      return `Same load: ${r.sets} planned ${r.sets === 1 ? "set was" : "sets were"} not done.`;
    case "reserve spent":
      return "Same load: fewer reps were left in reserve than planned.";
    case "a set fell below":
      return `Same load: a set fell below ${r.low} reps.`;
    case "on the way":
      return `First set: ${r.first} reps. At ${r.top} it gets harder.`;
    case "window": {
      const on = stepOn(r.load, r.bodyLoad);
      return `Reps ${r.window.low} to ${r.window.high}: one step is ${on ? `${text(r.step)} on ${on}` : "not known yet"}.`;
    }
    case "drop":
      return `Reps fell by ${Math.round(r.drop * 100)} % from one set to the next: rest ${r.rest} s.`;
  }
}
