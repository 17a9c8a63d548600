/**
 * What every number of an edition means, in a coach's words, with its unit and the bounds within which a practice may
 * set it. {1}, {2} stand for what the stars of the path match. Complete: a test finds every number here once.
 */

export interface Meaning {
  path: string;
  section: string;
  name: string;
  unit: string;
  least: number;
  most: number;
}

type Row = readonly [path: string, name: string, unit: string, least: number, most: number];

const SETS = "sets";
const SHARE = "share";
const DOSE: readonly Row[] = [
  ["method.bands.*.*.0", "{2}: at least, counted {1}", SETS, 0, 60],
  ["method.bands.*.*.1", "{2}: at most, counted {1}", SETS, 0, 60],
  ["method.beginnerFactor", "a beginner's bands, of a trained client's", SHARE, 0.1, 1],
  ["method.phase.*", "all bands while body weight is to {1}", SHARE, 0.3, 1.5],
  ["method.judging.over", "sets over a band that are nobody's problem", SETS, 0, 5],
  ["method.hardStop", "effective sets of one muscle in a week beyond which none is added", SETS, 10, 60],
  ["method.farBelow", "share of the least under which a dose is a problem", SHARE, 0, 1],
  ["method.sessionUsual.0", "one muscle in one session, usually: from", SETS, 1, 20],
  ["method.sessionUsual.1", "one muscle in one session, usually: to", SETS, 1, 20],
  ["method.sessionLimit", "one muscle in one session, at most", SETS, 3, 30],
  ["method.frequency.*", "days a week, at least: {1}", "days", 1, 7],
  ["method.daySets.0", "sets from which on a day counts as one for the muscle", SETS, 0.5, 5],
  ["method.daySets.1", "sets from which on a beginner's day counts", SETS, 0.5, 5],
  ["method.directShare.*", "of the least that has to be direct: {1}", SHARE, 0, 1],
  ["method.directMost.*", "direct sets that are always enough: {1}", SETS, 0, 40],
  ["method.leastCredit", "of the leading head's work under which a head earns nothing", SHARE, 0, 1],
  ["method.saturation", "sets after which 63 % of what a week can bring is reached", SETS, 2, 40],
  ["method.beginnerSaturation", "sets after which a beginner has reached 63 %", SETS, 2, 40],
];
const EFFORT: readonly Row[] = [
  ["method.classes.*.early.*", "{1}, early in a session: reserve of set {2}", "reps", 0, 6],
  ["method.classes.*.late.*", "{1}, late in a session: reserve of set {2}", "reps", 0, 6],
  ["method.classes.*.failureFrom", "{1}: steadiness from which on a set may go to its last rep", SHARE, 0, 1],
  ["method.classes.*.floor", "{1}: least reps of a set", "reps", 1, 20],
  ["method.classes.*.start", "{1}: low end of a new line's reps", "reps", 1, 30],
  ["method.classes.*.rest", "{1}: rest between sets", "s", 15, 600],
  ["method.lateFrom", "place in a session from which on it is late (0 first, 1 last)", SHARE, 0, 1],
  ["method.floors.coarse", "least reps where a step of the load is coarse", "reps", 1, 30],
  ["method.floors.sore", "least reps where a noted joint is strained", "reps", 1, 30],
  ["method.floors.beginner", "least reps of a beginner", "reps", 1, 30],
  ["method.coarseStep", "step over load from which on a load is coarse", SHARE, 0.01, 1],
  ["method.restLeast", "least rest", "s", 0, 300],
  ["method.repSeconds.0", "a rep takes at least", "s", 1, 20],
  ["method.repSeconds.1", "a rep takes at most", "s", 1, 30],
  ["method.repsFormula", "reps to failure over which a load is half of the one for a single rep", "reps", 15, 60],
  ["method.repBands.*.to", "band of repetitions {1} ends at", "reps", 2, 60],
];
const SAFETY: readonly Row[] = [
  ["method.joints.*.costs", "{1}: of its score that a setup loses at full strain", SHARE, 0, 1],
  ["method.joints.*.look", "{1}: strain from which on a line is looked at", SHARE, 0, 1],
  ["method.joints.*.out", "{1}: strain from which on a setup is out", SHARE, 0, 1],
  ["method.soreFrom", "strain of a noted joint that asks for more reps and less load", SHARE, 0, 1],
  ["method.spine.day", "low back: points of one day", "points", 0, 60],
  ["method.spine.running", "low back: points of two days running", "points", 0, 80],
  ["method.spine.week", "low back: points of a week", "points", 0, 120],
  ["method.pain.stop", "pain from which on an exercise stops (of 10)", "of 10", 1, 5],
  ["method.pain.rise", "rise of pain since last time that stops it", "of 10", 1, 3],
  ["method.checks.beyond", "degrees beyond a noted limit that are let pass", "°", 0, 15],
  ["method.checks.farBeyond", "degrees beyond it that are a problem", "°", 0, 40],
  ["method.checks.skilled", "skill (1 to 3) that a beginner has not", "", 1, 4],
];
const WEEK: readonly Row[] = [
  ["method.warmUpMinutes", "warm-up of a session", "min", 0, 30],
  ["method.minutesOver", "minutes over the client's own that are a problem", "min", 0, 30],
  ["method.lengthsApart", "loaded lengths closer than this on one day are the same work twice", SHARE, 0, 0.5],
  ["method.long", "loaded length from which on a choice loads a muscle long", SHARE, 0.3, 0.9],
  ["method.checks.tolerance", "sets beside a band that are nobody's problem", SETS, 0, 3],
  ["method.checks.sameLine", "likeness of two functions from which on they are one (0 to 1)", SHARE, 0, 1],
  ["method.checks.leastThird", "of the tension that each third of the length gets", SHARE, 0, 0.3],
  ["method.checks.leastBack", "sets of the back, of those of the front", SHARE, 0, 2],
  ["method.checks.endsElsewhere", "of what ends a set that is another muscle's", SHARE, 0, 1],
  ["method.checks.techniquesADay", "intensity techniques a day", "", 0, 8],
  ["method.checks.changedMost", "of a second week's lines that may be others", SHARE, 0, 1],
  ["method.checks.coarse", "step over load from which on each step is a leap", SHARE, 0.05, 1],
  ["method.checks.falls", "reps in reserve that late sets may have more than early ones", "reps", 0, 3],
];
const LOAD: readonly Row[] = [
  ["method.progress.workouts", "workouts that a change of load is read from", "", 1, 6],
  ["method.progress.aboveLow", "reps above the low end that the next load has to allow", "reps", 0, 5],
  ["method.progress.under", "reps under the low end from which on the load goes down", "reps", 0, 5],
  ["method.progress.drop", "of the reps lost from set to set that asks for more rest", SHARE, 0.05, 0.8],
  ["method.progress.restMore", "rest that is added then", "s", 0, 180],
  ["method.progress.bodyReps", "without a load: reps above the low end before it gets harder", "reps", 1, 20],
  ["method.progress.slowest", "without a load: lowering grows up to", "s", 2, 10],
  ["method.progress.sideShare", "difference of left and right that counts", SHARE, 0.01, 0.5],
  ["method.progress.sideSessions", "sessions that have to agree on it", "", 1, 4],
  ["method.block.high", "last heavy week: way from the least to the most of a band", SHARE, 0, 1],
  ["method.block.lighter", "of its sets that a lighter week keeps", SHARE, 0.2, 1],
  ["method.block.easier", "reps more in reserve in a lighter week", "reps", 0, 4],
  ["method.block.setsMost", "sets of one line in a block, at most", SETS, 2, 12],
  ["method.block.reserveMost", "reps in reserve of a lighter week, at most", "reps", 2, 10],
];
const PLANNER: readonly Row[] = [
  ["planner.weight.*", "worth of a group's sets: {1}", "worth", 0, 5],
  ["planner.aim.*", "aimed at, from least (0) to most (1) of the band: {1}", SHARE, 0, 1],
  ["planner.beyondAim", "worth of sets beyond the aim", SHARE, 0, 1],
  ["planner.session.*.sets", "sets of one group in one session: step {1}", SETS, 0, 12],
  ["planner.session.*.slope", "what they count: step {1}", SHARE, 0, 1],
  ["planner.sessionBeginner", "sets of one group in a beginner's session", SETS, 2, 20],
  ["planner.sessionMost", "sets of one group in one session, at most", SETS, 2, 30],
  ["planner.overSession", "price of a set over one session's most", "worth", 0, 20],
  ["planner.under", "price of a set under the least", "worth", 0, 20],
  ["planner.over", "price of a set over the most", "worth", 0, 20],
  ["planner.ends.*.sets", "sets {1} a band where the price changes", SETS, 0, 8],
  ["planner.ends.*.share", "times the price that they cost: sets {1} a band", SHARE, 0, 10],
  ["planner.direct", "price of a missing direct set", "worth", 0, 20],
  ["planner.frequency", "price of a missing day", "worth", 0, 20],
  ["planner.running", "price of a large group on two days running", "worth", 0, 20],
  ["planner.runningSpecialised", "the same where it is specialised in", "worth", 0, 20],
  ["planner.compounds", "compound lifts a day", "", 0, 5],
  ["planner.compoundsShort", "the same on a short day", "", 0, 5],
  ["planner.shortDay", "a day is short under", "min", 0, 120],
  ["planner.compoundMissing", "price of each that is missing", "worth", 0, 20],
  ["planner.minute", "price of a minute over", "worth", 0, 20],
  ["planner.spine", "price of a point over for the low back", "worth", 0, 20],
  ["planner.evenness", "price of a minute between the longest and the shortest day", "worth", 0, 2],
  ["planner.even", "minutes between them that cost nothing", "min", 0, 60],
  ["planner.thrift", "price of a set where only what is needed is wanted", "worth", 0, 2],
  ["planner.slot", "price of one more line", "worth", 0, 2],
  ["planner.watchNeed.*", "sets of a watched part that are wanted: {1}", SETS, 0, 12],
  ["planner.watchWorth.*", "worth of a watched part: {1}", "worth", 0, 5],
  ["planner.longNeed.*", "sets at long lengths that are wanted: {1}", SETS, 0, 12],
  ["planner.longWorth.*", "worth of sets at long lengths: {1}", "worth", 0, 5],
  ["planner.keep.gone", "price of a line that goes", "worth", 0, 5],
  ["planner.keep.fresh", "price of a new line", "worth", 0, 5],
  ["planner.keep.set", "price of a set more or less", "worth", 0, 5],
  ["planner.fresh", "price of an exercise that is new to the client, where few are wanted", "worth", 0, 5],
  ["planner.required", "price of an exercise that is asked for and missing", "worth", 0, 50],
  ["planner.quality.over", "points of score from the best down to the least worth", "points", 5, 100],
  ["planner.quality.least", "the least worth of a choice", SHARE, 0, 1],
  ["planner.quality.helper", "worth of a choice that only helps", SHARE, 0, 1],
  ["planner.quality.base", "worth that needs no score", SHARE, 0, 1],
  ["planner.isolationMost", "sets of one single-joint line", SETS, 1, 8],
  ["planner.engaged", "price of a set by the share of all muscle that it works", "worth", 0, 2],
  ["planner.strain", "price of a set by what it asks of a noted joint", "worth", 0, 5],
  ["planner.elsewhere", "price of a set that another muscle ends than it is for", "worth", 0, 2],
  ["planner.variety.*.*", "worth of two {1} a week: {2}", "worth", 0, 5],
  ["planner.technique.least", "sets of a line with a technique, at least", SETS, 1, 5],
  ["planner.technique.credit", "what a technique counts beside its sets, at most", SETS, 0, 3],
  ["planner.fallbacks.*", "worth of {1} where there is anything better", SHARE, 0, 1],
  ["planner.ramp.reps", "reps up to which the first lift of a region gets lighter sets before it", "reps", 1, 20],
  ["planner.ramp.heavy", "lighter sets before a barbell or machine lift", SETS, 0, 3],
  ["planner.ramp.other", "lighter sets before any other compound", SETS, 0, 3],
  ["planner.ramp.minutes", "minutes a day that are kept for them", "min", 0, 15],
  ["planner.reps.bands.*.0", "band {1} of repetitions: from", "reps", 1, 40],
  ["planner.reps.bands.*.1", "band {1} of repetitions: to", "reps", 2, 50],
  ["planner.reps.price.*.*", "price of band {2}: {1}", "worth", 0, 5],
  ["planner.reps.sore.*", "price of band {1} where a noted joint is strained", "worth", 0, 5],
  ["planner.reps.oneBand", "price of a muscle whose lines all have one band", "worth", 0, 10],
  ["planner.reps.over", "price of a minute over the day while bands are chosen", "worth", 0, 10],
  ["planner.reps.noWindow", "price of a window that its band does not hold", "worth", 0, 10],
  ["planner.reps.tops.*", "top of a window, number {1}", "reps", 2, 50],
  ["planner.speaks", "of a group's volume under which a head does not speak for it", SHARE, 0, 1],
  ["planner.variation.most", "repeats of a session: lines that may be others", SHARE, 0, 1],
  ["planner.variation.stay", "what it is worth to stay", "worth", 0, 5],
  ["planner.variation.worth", "what another one is worth", "worth", 0, 5],
  ["planner.variation.credit", "credit from which on a head is worked by it", SHARE, 0, 1],
  ["planner.variation.longer", "minutes that it may take longer", "min", 0, 15],
];
const RANKING: readonly Row[] = [
  ["ranking.easy", "costs of a cheap exercise", SHARE, 0, 1],
  ["ranking.alongMost", "score of a head that only comes along, at most", "points", 0, 125],
  ["ranking.mostTension", "tension over the best, at most", SHARE, 1, 2],
  ["ranking.ahead", "bodies in which the first of a place has to be ahead", SHARE, 0.5, 1],
  ["ranking.apart", "points that are a difference where one body is known", "points", 0, 10],
  ["ranking.exponent", "power to which tension over the best counts", "", 0.2, 1],
  [
    "ranking.part.gain",
    "tension of a part of the rep over the whole's from which it is ranked by the part",
    SHARE,
    1,
    3,
  ],
  ["ranking.part.counts", "of what the part brings more, what counts", SHARE, 0, 1],
  ["ranking.part.endsAt.*", "parts of the rep that are looked at, number {1}: end at", SHARE, 0.3, 1],
  ["ranking.covering.worthACell", "of a head's best third from which on a cell is there", SHARE, 0, 1],
  ["ranking.covering.covered", "of the best in a cell from which on it is covered", SHARE, 0, 1],
  ["ranking.covering.function", "of the most a head does about a joint that counts", SHARE, 0, 1],
  ["ranking.covering.useful", "score from which on a setup is a choice", "points", 0, 100],
];

const SECTIONS = {
  "Sets a week": DOSE,
  "Reps, reserve and rest": EFFORT,
  "What could hurt": SAFETY,
  "The check of a week": WEEK,
  "Loads and blocks": LOAD,
  "The planner's prices": PLANNER,
  "The ranking": RANKING,
} as const satisfies Record<string, readonly Row[]>;

export const SECTION_NAMES: readonly string[] = Object.keys(SECTIONS);

export const meanings: readonly Meaning[] = Object.entries(SECTIONS).flatMap(([section, rows]) =>
  rows.map(([path, name, unit, least, most]) => ({ path, section, name, unit, least, most })),
);
