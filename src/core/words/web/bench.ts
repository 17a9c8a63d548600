/** What pages of bench say: labels and sentences a place. */
import { percent } from "#core/base/numbers";
import { counted, label, sentence } from "../sentence";

const cm = (m: number): string => `${Math.max(1, Math.round(100 * m))} cm`;

export const benchPage = {
  inBody: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `In ${name}'s body`),
  beyond: sentence<{ name: string; limit: string }>(
    { name: "Maja", limit: "shoulder 150°, reached 160°" },
    ({ name, limit }) => `Beyond ${name}'s limit: ${limit}.`,
  ),
  strained: sentence<{ name: string; joint: string; note: string; stress: number; out: boolean }>(
    { name: "Maja", joint: "elbow", note: "tender", stress: 62, out: true },
    (v) =>
      `${v.name}'s ${v.joint} is noted${v.note ? ` (${v.note})` : ""}: this setup stresses it (${v.stress} of 100)${v.out ? "; rankings and weeks leave it out" : ""}.`,
  ),
  inTheDefaultBody: label("In the default body"),
  thisSetupCannotBe: label("This setup cannot be lifted as it stands."),
  hasNoPartIn: sentence<{ asked: string; shown: string }>(
    { asked: "xyz", shown: "the long head" },
    ({ asked, shown }) => `${asked} has no part in this exercise. Shown is ${shown}, which has.`,
  ),
  hardlyWorksInThis: sentence<{ head: string; percent: number }>(
    { head: "The long head", percent: 6 },
    ({ head, percent }) =>
      `${head} hardly works in this exercise: at most ${percent} % of what it could give, under a tenth over the rep.`,
  ),
  thereIsNoExercise: sentence<{ asked: string }>(
    { asked: "xyz" },
    ({ asked }) => `There is no exercise called “${asked}”`,
  ),
  didYouMean: label("Did you mean"),
  ctrlKSearchesAll: label("Ctrl K searches all exercises, heads and clients."),
  pinToCompare: label("Pin to compare"),
  unpin: sentence({ n: 2 }, ({ n }) => (n > 1 ? "Unpin all" : "Unpin")),
  reset: label("Reset"),
  ranking: sentence<{ muscleName: string }>({ muscleName: "Maja" }, ({ muscleName }) => `${muscleName} ranking`),
  thisSetup: label("This setup"),
  theRep: label("the rep"),
};

export const chosenLoad = {
  about: sentence<{ reps: number; strength: string }>(
    { reps: 8, strength: "70 %" },
    ({ reps, strength }) =>
      `About ${counted(reps, "rep")}; in the last, muscles have ${strength} of their fresh strength.`,
  ),
  tooMuchForName: sentence<{ name: string; stuckFrom: string; what: string }>(
    { name: "Hammer curl", stuckFrom: "some stuck from", what: "a, b and c" },
    ({ name, stuckFrom, what }) => `Too much for ${name}: stuck from ${stuckFrom} of the rep. About ${what} kg once.`,
  ),
  lowBackMomentNm: sentence<{ moment: number; compression: string }>(
    { moment: 3, compression: "some compression" },
    ({ moment, compression }) => `Low back: ${moment} Nm, ${compression} body weights. `,
  ),
  onceLogged: sentence<{ name: string }>(
    { name: "Maja" },
    ({ name }) => `Once sets of ${name} are logged, this says what a load would do in their strengths.`,
  ),
  aChosenLoad: label("A chosen load"),
  at: label("At"),
  loadKg: sentence<{ loadMeaning: string }>(
    { loadMeaning: "per hand" },
    ({ loadMeaning }) => `Load, kg ${loadMeaning}`,
  ),
  kgWith: sentence<{ loadMeaning: string }>(
    { loadMeaning: "per hand" },
    ({ loadMeaning }) => `kg ${loadMeaning}, with`,
  ),
  repsInReserve: label("Reps in reserve"),
  inReserve: label("in reserve"),
  whatThisLoadWould: sentence<{ error: string }>(
    { error: "the engine did not answer" },
    ({ error }) => `What this load would do could not be worked out: ${error}`,
  ),
  noEstimateForThis: label("No estimate for this load."),
  engagedOfAllMuscle: sentence<{ engagedMass: string }>(
    { engagedMass: "12 %" },
    ({ engagedMass }) => `Engaged: ${engagedMass} of all muscle.`,
  ),
  notOneRepAt: label("Not one rep at that RIR."),
};

export const curvePair = {
  have: label("what the muscles have"),
  resistance: label("resistance"),
  sticks: sentence<{ muscle: string | null }>({ muscle: "triceps" }, ({ muscle }) =>
    muscle ? `sticks here: ${muscle}` : "sticks here",
  ),
  theRepFromStart: label("the rep, from start of lifting to end"),
  torqueAtTheWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `torque at the ${what}, relative`),
  placeInTheLength: label("place in the length range, short to long"),
  activeForceOverF: label("active force over F0"),
  torqueAtTheOver: sentence<{ joint: string; peak: number; low: number; high: number }>(
    { joint: "elbow", peak: 40, low: 20, high: 35 },
    ({ joint, peak, low, high }) =>
      `Torque at the ${joint} over the rep: the resistance peaks at ${peak} percent, the set sticks from ${low} to ${high} percent`,
  ),
  activeForceOfThe: sentence<{ headId: string }>(
    { headId: "long head" },
    ({ headId }) => `Active force of the ${headId} over its length range`,
  ),
};

export const curvePlots = {
  theCurves: label("the curves"),
  strengthCurveAndResistance: label("Strength curve and resistance profile"),
  tensionByLength: label("Tension by length"),
  headsDrawnBeside: label("Heads drawn beside"),
  drawMoreHeads: label("draw more heads"),
};

export const facts = {
  mend: {
    backwards: "lean in or stagger the feet",
    sideways: "widen the feet or hold on with the other hand",
    slides: "stagger the feet or stand where shoes grip",
    lifts: "a pad over the thighs keeps the seat",
  },
  most: sentence<{ name: string; rises: boolean; from: string; to: string }>(
    { name: "Brachialis", rises: true, from: "0.40", to: "0.55" },
    (v) => `${v.name} ${v.rises ? "rises" : "falls"} most: ${v.from} to ${v.to}.`,
  ),
  leanBackStaggerThe: label("lean back, stagger the feet or hold on with a hand"),
  support: label("Support"),
  stack: label("Stack"),
  pad: label("Pad"),
  slides: sentence(
    { way: 0.03 },
    ({ way }) =>
      `the machine's axis is off the joint, so the pad slides ${cm(way)} along the limb. Move the seat or the back rest until it stays.`,
  ),
  runs: sentence({ travel: 0.9 }, ({ travel }) => `its plates rise ${cm(travel)} over the rep.`),
  sits: sentence(
    { share: 0.12, by: 0.08 },
    ({ share, by }) =>
      `it rests for ${percent(share)} of the way and pulls nothing there: stand ${cm(by)} further from the pulley.`,
  ),
  swing: label("Swing"),
  swings: sentence(
    { small: 1.06, loose: 1.21, body: 52, perKg: 2.3 },
    ({ small, loose, body, perKg }) =>
      `a trunk that swings by 10° lifts at most ${percent(small - 1)} more, by 25° ${percent(loose - 1)}; where the set ends the muscle does no more. ` +
      `The low back takes up to ${Math.round(body)} Nm more at 10°, and ${perKg.toFixed(1)} Nm for each kg.`,
  ),
  gives: sentence<{ what: string; from: number; unit: string; mend: string }>(
    { what: "tips forwards", from: 40, unit: "total", mend: "lean back" },
    (v) => `The body ${v.what} from about ${v.from} kg (${v.unit}): ${v.mend}.`,
  ),
  holds: sentence<{ on: string; kg: number; load: number; unit: string }>(
    { on: "on the frame", kg: 12, load: 40, unit: "total" },
    (v) =>
      v.kg < 1
        ? `The free hand ${v.on} holds almost nothing at ${v.load} kg (${v.unit}): the body stands by itself.`
        : `The free hand ${v.on} has to hold up to ${Math.round(v.kg)} kg at ${v.load} kg (${v.unit}).`,
  ),
  changed: sentence<{ from: string; to: string; by: string | null }>(
    { from: "0.42", to: "0.55", by: "+0.13" },
    ({ from, to, by }) => `${from} to ${to} (${by ?? "undecided among bodies"})`,
  ),
  whoWorksWhen: label("Who works when"),
  theSetupBesideIt: label("The setup beside it does not load this head."),
  against: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Against ${name}`),
  noClearDifferenceFor: label("No clear difference for this head."),
  noDifferenceHoldsIn: label("No difference holds in four of five body types."),
};

export const figure = {
  dragTheHandThrough: label("Drag the hand through the rep"),
};

export const figureSheet = {
  positionInTheRep: label("Position in the rep, percent"),
  orTheRingedRinged: sentence<{ ringed: string }>(
    { ringed: "some ringed" },
    ({ ringed }) => `, or the ringed ${ringed} to change the setup`,
  ),
  posedFigure: label("Posed figure"),
  stop: label("Stop"),
  play: label("Play"),
  hardestPoint: label("Hardest point"),
  turnTheFigureDegrees: label("Turn the figure, degrees"),
  ofTheRep: sentence<{ percent: number }>({ percent: 40 }, ({ percent }) => `${percent} % of the rep`),
  tipTheFigureDegrees: label("Tip the figure, degrees"),
  bestView: label("Best view"),
  dragTheHandThrough: sentence<{ more: string }>(
    { more: ", or the pulley" },
    ({ more }) => `Drag the hand through the rep${more}; the sliders do the same by keys.`,
  ),
};

export const parameters = {
  exercise: label("Exercise"),
  head: label("Head"),
};

export const questions = {
  onlyP: sentence<{ p: string }>({ p: "some p" }, ({ p }) => `only ${p}`),
  pToP: sentence<{ p: string; p2: string }>({ p: "some p", p2: "some p2" }, ({ p, p2 }) => `${p} to ${p2}`),
  tried: sentence<{ tried: number; feasible: number; bounded: number }>(
    { tried: 120, feasible: 96, bounded: 4 },
    (v) =>
      `${v.tried} setups tried, ${v.feasible} can be lifted${v.bounded > 0 ? `, ${v.bounded} ask too much of a joint` : ""}.`,
  ),
  usual: sentence<{ figure: string }>({ figure: "0.62" }, ({ figure }) => `The usual setup reaches ${figure}.`),
  theBestSetupFor: label("The best setup for an aim"),
  aim: label("Aim"),
  jointStress: label("Joint stress"),
  stop: label("Stop"),
  everySetup: label("every setup"),
  withinOfIt: sentence<{ others: string }>({ others: "lean 10°" }, ({ others }) => `Within 5 % of it: ${others}.`),
  feltElsewhere: label("Felt elsewhere"),
  itIsFeltIn: label("Felt in the"),
  muscleFeltInstead: label("Muscle felt instead"),
  whatChangesIt: label("What changes it"),
  whatChangesIt2: label("what changes it"),
  hereItWorksAt: sentence<{ percent: number }>(
    { percent: 42 },
    ({ percent }) => `Over the whole rep its tension here is ${percent} % of what it could give.`,
  ),
  noChangeOfThis: label(
    "No change of this setup shifts work away from that muscle without losing it here too. A cue may help; another exercise would.",
  ),
  withItDoesOf: sentence<{ setup: string; percent: number; head: string; ofNow: number }>(
    { setup: "Rope", percent: 90, head: "long head", ofNow: 110 },
    ({ setup, percent, head, ofNow }) => `With ${setup} it does ${percent} % of that, the ${head} ${ofNow} % of now.`,
  ),
};

export const range = {
  whereTheRepBegins: label("Where the rep begins"),
  whereTheRepEnds: label("Where the rep ends"),
  lowToHigh: sentence<{ low: string; high: string }>(
    { low: "some low", high: "some high" },
    ({ low, high }) => `${low} to ${high}`,
  ),
  boundedPartsAskToo: sentence<{ bounded: number }>(
    { bounded: 3 },
    ({ bounded }) => ` ${bounded} parts ask too much of a joint.`,
  ),
  whole: label("The whole rep."),
  part: sentence<{ from: string; to: string; load: string; body: boolean; tension: string }>(
    { from: "20 %", to: "80 %", load: "1.20", body: true, tension: "1.10" },
    (v) =>
      `${v.from} to ${v.to} of the way: ${v.load} times the load${v.body ? " (body counted)" : ""}, ${v.tension} times the tension.`,
  ),
  length: sentence<{ from: string; to: string }>(
    { from: "90 %", to: "40 %" },
    ({ from, to }) => `The head goes from ${from} to ${to} of its length range.`,
  ),
  work: sentence<{ muscles: readonly string[] }>(
    { muscles: ["biceps 62 %", "brachialis 40 %"] },
    ({ muscles }) => `At work: ${muscles.join(", ")}.`,
  ),
  first: sentence<{ muscle: string }>({ muscle: "biceps" }, ({ muscle }) => `First to give out: the ${muscle}.`),
  joints: sentence<{ joints: readonly string[] }>(
    { joints: ["elbow 1.20 ×"] },
    ({ joints }) => `Asked of joints: ${joints.join(", ")}.`,
  ),
  out: sentence<{ what: string }>({ what: "half of the range" }, ({ what }) => `Left out: ${what}.`),
  rangeOfMotion: label("Range of motion"),
  whereTheRep: label("Where the rep"),
  beginsAndEnds: label("begins and ends"),
  schoolThatCountsTension: label("School that counts tension"),
  jointStressOfA: label("Joint stress of a part of the rep"),
  thePartsOfThe: label("The parts of the rep"),
  thePartsOfThe2: label("the parts of the rep"),
  drawIt: label("Draw it"),
  withinOfItBeginning: sentence<{ fromOf: string; to: string }>(
    { fromOf: "20 %", to: "0.55" },
    ({ fromOf, to }) => `Within 5 % of it: beginning at ${fromOf}, ending at ${to}.`,
  ),
  theSetSticksAt: sentence<{ at: string; fromOf: string; to: string }>(
    { at: "2 Dec 2026, 18:00", fromOf: "20 %", to: "0.55" },
    ({ at, fromOf, to }) => `The set sticks at ${at} of the way; shown is ${fromOf} to ${to}`,
  ),
  inkLoadThatEach: sentence<{ head: string }>(
    { head: "long head" },
    ({ head }) => `Ink: load that each place allows. Blue: what the ${head} holds. Dashed: where the set sticks.`,
  ),
};

export const sideBySide = {
  nameAtHand: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `${name} (at hand)`),
  pinnedTurnAParameter: label("Pinned. Turn a parameter or open another exercise: up to four stand side by side here."),
  sideBySide: label("Side by side"),
  sideBySideFor: sentence<{ head: string }>({ head: "long head" }, ({ head }) => `Side by side, for the ${head}`),
  whoGivesOutFirst: sentence<{ who: string }>(
    { who: "biceps, grip" },
    ({ who }) => `Who gives out first is not the same: ${who}.`,
  ),
  unpin: label("Unpin"),
};

export const sweepChart = {
  over: sentence<{ what: string; along: string }>(
    { what: "Tension", along: "lean" },
    ({ what, along }) => `${what} over ${along}`,
  ),
};

export const sweepGrid = {
  whatCannotBeLifted: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `${what}: cannot be lifted`),
  read: sentence<{ up: string; what: string; head: string | null; low: string; high: string; best: string }>(
    { up: "lean", what: "Tension", head: "long head", low: "0.20", high: "0.61", best: "20°, 0.9 m" },
    (v) =>
      `Up: ${v.up}. ${v.what}${v.head ? ` of the ${v.head}` : ""} from ${v.low} (pale) to ${v.high}, most at ${v.best}; the ring is where it stands.`,
  ),
  noSetupInThese: label("No setup in these ranges can be lifted."),
  overAndMostAt: sentence<{ what: string; across: string; up: string; best: string }>(
    { what: "Tension", across: "lean", up: "pulley", best: "20°, 0.9 m" },
    ({ what, across, up, best }) => `${what} over ${across} and ${up}: most at ${best}`,
  ),
  setBothThere: label("Set both there"),
};

export const turned = {
  repItself: label("the rep itself"),
  place: label("place in the rep"),
  most: sentence<{ what: string; head: string | null; at: string; high: string; low: string }>(
    { what: "Tension", head: "long head", at: "20°", high: "0.61", low: "0.20" },
    (v) => `${v.what}${v.head ? ` of the ${v.head}` : ""} is most at ${v.at} (${v.high}), least ${v.low}.`,
  ),
  andWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `and ${what}`),
  vOfTheWay: sentence<{ v: number }>({ v: 3 }, ({ v }) => `${v} % of the way`),
  noSetupInThis: label("No setup in this range can be lifted."),
  whatAndWhatAt: sentence<{ what: string; what2: string; what3: string }>(
    { what: "a, b and c", what2: "d", what3: "some what3" },
    ({ what, what2, what3 }) => `${what} and ${what2} at ${what3}`,
  ),
  whatHardlyChanges: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `${what} hardly changes.`),
  crossingWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `Crossing: ${what}.`),
  whatEndsItTurns: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) => `What ends it turns to the ${what}.`,
  ),
  whatASettingChanges: label("What a setting changes"),
  theMap: label("the map"),
  theSweep: label("the sweep"),
  theChart: label("the chart"),
  through: label("Through"),
  settingToChange: label("Setting to change"),
  aSecondParameterA: label("A second parameter: a map"),
  and: label("and ..."),
  whatDoes: label("what does"),
  numberToFollow: label("Number to follow"),
  doIt: label("do?"),
  headsBesideIt: label("Heads beside it"),
  besideIt: label("beside it"),
  turnItThere: label("Turn it there"),
};

export const jointBounds = {
  any: label("joints are not looked at"),
  usual: label("joints asked no more than usual"),
  less: label("joints asked less than usual"),
};
