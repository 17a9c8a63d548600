/** The words of a next target's reasons, the same on the phone and at the desk. */
import type { Load } from "#core/planning/program";
import type { Next, Reason } from "#core/training/progression";

const text = (l: Load) => `${l.value} ${l.unit}`;

const FIRST = "First time:";
const first = (load: Load | null, bodyLoad: number): string =>
  load && load.value > 0
    ? `${FIRST} start with ${text(load)}, after two or three lighter sets on the way; less if the reserve is not there.`
    : bodyLoad > 0
      ? `${FIRST} without added load, as many clean reps as leave the reserve asked.`
      : `${FIRST} find a load for the reps and reserve asked, with two or three lighter sets on the way.`;

function reached(first: number, low: number, high: number, next: Next): string {
  switch (next.by) {
    case "load":
      return `First set reached ${first} (top of the window ${high}) and no set fell below ${low}: one step up.`;
    case "tempo":
      return `First set reached ${first} without a load: lower in ${next.to} s instead of ${next.from}.`;
    case "relative":
      return `First set reached ${first}, lowered in ${next.lower} s: next is ${next.name}.`;
    case "first load":
      return `First set reached ${first}, lowered in ${next.lower} s: the first ${text(next.load)} are added.`;
  }
}

function stepOn(load: Load | null, bodyLoad: number): string | null {
  if (!load) return bodyLoad > 0 ? "your own weight" : null;
  return `${text(load)}${bodyLoad > 0 ? ` and ${Math.round(bodyLoad)} kg of the body` : ""}`;
}

export function reasonText(r: Reason): string {
  switch (r.kind) {
    case "stopped":
      return `Stopped: ${r.words}`;
    case "pain":
      return r.words;
    case "unlikely load":
      return (
        `${text(r.load)} for ${r.reps} is far from what the other lifts allow: check the unit, and whether it was ` +
        "per hand or in all. It is no target until your coach says so."
      );
    case "first time":
      return first(r.load, r.bodyLoad);
    case "not work":
      return "It does not count: easy, and the same every time.";
    case "set by coach":
      return "Set by your coach.";
    case "felt elsewhere twice":
      return "Felt elsewhere twice: one step lighter with stricter form, or a swap.";
    case "no load typed":
      return "The top of the window is reached, but no load was typed: type one, so that it can go up.";
    case "top reached":
      return reached(r.first, r.window.low, r.window.high, r.next);
    case "felt elsewhere":
      return `Same load: the first set reached ${r.first}, but it was felt elsewhere; first in the right place, then heavier.`;
    case "under the window twice":
      return `Under ${r.low} reps twice: one step down, or a swap.`;
    case "sets left out":
      return `Same load: ${r.sets} planned set(s) were not done.`;
    case "reserve spent":
      return "Same load: the reserve was lower than planned.";
    case "a set fell below":
      return `Same load: a set fell below ${r.low}.`;
    case "on the way":
      return `Same load: the first set was ${r.first}; at ${r.top} ${r.bare ? "it gets harder" : "the load goes up"}.`;
    case "window": {
      const on = stepOn(r.load, r.bodyLoad);
      return `Window ${r.window.low} to ${r.window.high}: one step is ${on ? `${text(r.step)} on ${on}` : "not known yet"}.`;
    }
    case "drop":
      return `Reps fell by ${Math.round(r.drop * 100)} % from one set to the next: rest ${r.rest} s.`;
  }
}
