/** Machines of a place: what a coach says and measures of them, and what a client reads on the card. */
import { counted, label, sentence } from "./sentence";

/** on the setup card and the phone */
export const card = {
  name: sentence({ name: "Leg extension by the window" }, ({ name }) => `Machine: ${name}`),
  setting: sentence<{ name: string; value: number | null; check: string }>(
    { name: "Seat", value: 4, check: "Arm flat on the pad?" },
    ({ name, value, check }) => [`${name}: ${value ?? "to be found"}`, check].filter(Boolean).join(". "),
  ),
  left: sentence(
    { mm: 15 },
    ({ mm }) => `Left side: starts ${Math.abs(mm)} mm ${mm > 0 ? "behind" : "before"} the right`,
  ),
  spacer: sentence({ text: "towel behind the left shoulder" }, ({ text }) => `Put in: ${text}`),
  pins: sentence<{ unit: string; step?: number | undefined; least?: number | undefined; most?: number | undefined }>(
    { unit: "kg", step: 5, least: 10, most: 95 },
    ({ unit, step, least, most }) =>
      [
        "Pins:",
        step === undefined ? "" : ` ${step} ${unit} apart`,
        least === undefined ? "" : ` from ${least} ${unit}`,
        most === undefined ? "" : ` to ${most} ${unit}`,
      ].join(""),
  ),
  measured: sentence(
    { band: 0.06 },
    ({ band }) => `Measured on this machine, ± ${Math.max(1, Math.round(100 * band))} %`,
  ),
  lowering: sentence({ friction: 0.08 }, ({ friction }) => {
    // up is f (1 + friction), down f (1 - friction), f the lever alone
    const lighter = 1 - (1 - friction) / (1 + friction);
    return `Friction: coming down is ${Math.round(100 * lighter)} % lighter than going up`;
  }),
};

/** on the form of a place */
export const form = {
  title: label("Machines as they are"),
  none: label("As exercises describe them. Add one to measure it, or to say what is odd about it."),
  add: label("Add a machine"),
  change: sentence({ name: "Leg extension" }, ({ name }) => `Change ${name}`),
  remove: sentence({ name: "Leg extension" }, ({ name }) => `Take away ${name}`),
  kind: label("Which machine"),
  kindAsk: label("Choose the machine"),
  cable: label("Cable columns"),
  settings: label("Set for each client"),
  settingsHow: label("Holes, pins and pads that fit somebody, with the question that shows it is right."),
  settingName: sentence({ n: 1 }, ({ n }) => `Setting ${n}`),
  settingLike: label("such as: seat"),
  settingCheck: sentence({ n: 1 }, ({ n }) => `Question of setting ${n}`),
  settingCheckLike: label("such as: arm flat on the pad?"),
  addSetting: label("Add a setting"),
  removeSetting: sentence({ n: 1 }, ({ n }) => `Take away setting ${n}`),
  setOn: sentence({ machine: "Leg extension", name: "seat" }, ({ machine, name }) => `${machine}: ${name}`),
  which: sentence({ kind: "Leg extension" }, ({ kind }) => `${kind}: which of them`),
  name: label("Name there"),
  unit: label("Pins marked in"),
  step: label("From pin to pin"),
  least: label("Lightest"),
  most: label("Heaviest"),
  left: label("Left side starts behind the right, mm"),
  spacer: label("What evens it out"),
  spacerLike: label("such as: towel behind the left shoulder"),
  note: label("Note on the card"),
  done: label("Use this machine"),
  back: label("Leave it as it was"),
  used: sentence({ n: 4 }, ({ n }) => `${counted(n, "exercise")} of the library ${n === 1 ? "is" : "are"} done on it.`),
  row: sentence<{ band: number | null; friction: number | null }>(
    { band: 0.06, friction: 0.08 },
    ({ band, friction }) =>
      band === null
        ? "not measured"
        : [
            `measured, ± ${Math.max(1, Math.round(100 * band))} %`,
            ...(friction === null ? [] : [`friction ${Math.round(100 * friction)} %`]),
          ].join(", "),
  ),
};

/** measuring one */
export const measure = {
  title: label("Force along the way"),
  how: label(
    "Hang a hand scale on the handle, at a right angle to the way it goes. From where the lift begins to where it ends, hold it still every 5 to 10 cm: once going up, and once coming down.",
  ),
  setting: sentence({ unit: "kg" }, ({ unit }) => `Pin set to, ${unit}`),
  at: label("Place, cm"),
  up: label("Going up, kg"),
  down: label("Coming down, kg"),
  row: sentence({ n: 3 }, ({ n }) => `Line ${n}`),
  removeRow: sentence({ n: 3 }, ({ n }) => `Take away line ${n}`),
  addRow: label("Add a line"),
  clear: label("Take the measurement away"),
  file: label("Read a CSV file"),
  fileNote: label("Lines of place in cm, force going up, force coming down, in kg."),
  read: sentence({ n: 9 }, ({ n }) => `${counted(n, "place")} read.`),
  few: sentence({ n: 4 }, ({ n }) => `Measure at least ${counted(n, "place")}.`),
  result: sentence(
    { ratio: 0.81, least: 0.62, most: 0.97 },
    ({ ratio, least, most }) =>
      `The hand meets ${percent(ratio)} of what the pin says: ${percent(least)} where it is lightest, ${percent(most)} where it is heaviest.`,
  ),
  band: sentence(
    { band: 0.06 },
    ({ band }) => `The curve is within ± ${Math.max(1, Math.round(100 * band))} %, 95 times of 100.`,
  ),
  wide: label("That is wide: take more places, or take those again that lie off the curve."),
  friction: sentence({ friction: 0.08 }, ({ friction }) =>
    friction < 0
      ? "Coming down was heavier than going up: were the two mixed up?"
      : `Friction takes ${Math.round(100 * friction)} %: coming down is that much lighter than the lever alone, going up that much heavier.`,
  ),
  odd: sentence({ ratio: 4.2 }, ({ ratio }) =>
    ratio > 1
      ? `The scale reads ${ratio.toFixed(1)} times what the pin says: is the pin right?`
      : `The scale reads ${percent(ratio)} of what the pin says: is the pin right?`,
  ),
  curve: label("Force over the way, over what the pin says"),
  start: label("start"),
  end: label("end"),
};

/** the hand scale, live */
export const scale = {
  use: label("Read from the scale"),
  stop: label("Without the scale"),
  waiting: label("Connecting to the scale ..."),
  away: label("The scale does not answer. Switch it on and try again, or type what it shows."),
  again: label("Try again"),
  shows: sentence({ kg: 41.3 }, ({ kg }) => `${kg.toFixed(1)} kg`),
  zero: label("Nothing hangs on it: zero"),
  zeroed: sentence({ kg: 0.4 }, ({ kg }) => `Zero is ${kg.toFixed(2)} kg.`),
  up: label("Take going up"),
  down: label("Take coming down"),
  place: label("Held at, cm"),
  step: label("Next place after, cm"),
  taken: sentence({ kg: 41.3, at: 20 }, ({ kg, at }) => `${kg.toFixed(1)} kg at ${at} cm.`),
  moving: label("The scale moves. Hold still for a second and a half, then take it."),
  silent: label("Too few readings have come. Hold on a little longer."),
};

/** the simulated scale's own page */
export const standIn = {
  title: label("Simulated hand scale"),
  what: label("Stands for a hand scale on a handle: what it is pulled with is set here, and it sends what it reads."),
  pull: label("Pulled with, kg"),
  noise: label("Noise, kg"),
  drift: label("Drift, kg a minute"),
  dropouts: label("Gaps, a minute"),
  set: label("Turn the knob"),
  now: sentence({ kg: 40 }, ({ kg }) => `The scale is pulled with ${kg} kg.`),
};

const percent = (v: number): string => `${Math.round(100 * v)} %`;
