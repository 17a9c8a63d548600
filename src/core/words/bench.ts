/** What the bench says: the verdict in two sentences, and the facts in groups. */
import { percent } from "#core/base/numbers";
import { lengthWord, placeInRep } from "./levels";
import { label, sentence } from "./sentence";

export const verdict = {
  hardest: sentence(
    { peak: 0.65, sticks: 1, head: "long head", place: 0.16 },
    ({ peak, sticks, head, place }) =>
      `Hardest at ${percent(peak)} of the rep; sticking point ${placeInRep(sticks)}, where the ${head} is ${lengthWord(place)} (${percent(place)}).`,
  ),
  limiter: sentence(
    { muscle: "brachialis", share: 0.41 },
    ({ muscle, share }) => `Limiting muscle: ${muscle} (${percent(share)} of what ends the set).`,
  ),
  grip: label("The grip gives out first. Use straps, or choose a lighter load."),
  idle: sentence({ head: "long head" }, ({ head }) => `The ${head} hardly works in this setup.`),
};

export const ofClient = {
  machine: sentence(
    { machine: "Leg extension by the window", band: 0.06 },
    ({ machine, band }) => `On “${machine}” as it was measured there (± ${Math.max(1, Math.round(100 * band))} %).`,
  ),
  weak: sentence(
    { name: "Maja", link: "grip" },
    ({ name, link }) => `The ${link} of ${name} is noted as weak: this setup asks much of it.`,
  ),
};

export const facts = {
  length: label("Loaded at (0 % shortened, 100 % lengthened)"),
  skew: label("Tension shifted to the lengthened side"),
  stretch: label("Tension in the lengthened half"),
  bottom: label("Tension at the bottom"),
  reached: label("Most lengthened position reached"),
  range: label("Length range under load"),
  share: label("Share of the exercise's work"),
  partials: label("Load possible with lengthened partials"),
  lengthAndLoad: label("Length and load"),
  joints: label("Joints, wrist and low back"),
  torque: sentence({ joint: "shoulder" }, ({ joint }) => `Torque at the ${joint}, of the main joint's`),
  demand: sentence({ what: "Wrist" }, ({ what }) => `${what}: effort`),
  back: label("Low back load, × body weight"),
  apart: label("over 150 %"),
  bodies: sentence({ n: 16 }, ({ n }) => `across ${n} body types`),
};

export const bench = {
  figure: sentence(
    { percent: 50, length: 70 },
    ({ percent: at, length }) =>
      `Figure at ${at} percent of the rep; the head is at ${length} percent of its length range`,
  ),
  pointing: label("Point at a muscle to read its tension; click it to put it under the lens."),
  pointed: sentence(
    { head: "Long head", tension: 63 },
    ({ head, tension }) => `${head}: ${tension} % of full tension now`,
  ),
};

export const questions = {
  best: label("Which setting gives the most"),
  find: label("Find it"),
  nothing: sentence(
    { head: "long head", n: 40 },
    ({ head, n }) =>
      `No setting of this exercise gives that: none of the ${n} that can be lifted loads the ${head}. Choose another head or exercise.`,
  ),
  none: label("No setting stays within these limits."),
  setUp: label("Use this setting"),
};

export const settings = {
  load: label("Load"),
  hands: label("Hands"),
  body: label("Body"),
  range: label("Range of motion"),
  easier: label("Easier"),
  harder: label("Harder"),
  swaps: label("Same muscles, other equipment"),
};
