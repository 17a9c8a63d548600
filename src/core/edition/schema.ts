/** The shape of an edition's files. */
import { z } from "zod";
import { PHASES, PRIORITIES } from "#core/clients/choices";
import { SEVERITIES } from "#core/exercises/joints";
import { CLASSES, COUNTINGS, TERMS, VARIETIES } from "./choices";

const reserves = z.array(z.int().min(0).max(6)).min(2);
const span = z.tuple([z.number(), z.number()]);
export const methodSchema = z.strictObject({
  format: z.literal("gryn-method"),
  version: z.literal(5),
  about: z.string(),
  /** how a set is credited to a group that it is not for; each way has bands of its own, since its counts differ */
  counting: z.enum(COUNTINGS),
  bands: z.record(z.enum(COUNTINGS), z.record(z.enum(PRIORITIES), span)),
  beginnerFactor: z.number(),
  /** what bands are times, by what the client's weight is to do */
  phase: z.record(z.enum(PHASES), z.number()),
  /**
   * sets over a band that are nobody's problem; whether a compound and a single joint for the same length double each
   * other; whether a back that has all that its bands hold is enough for any front. Tolerance, yes and no where not
   * said
   */
  judging: z.strictObject({ over: z.number(), acrossKinds: z.boolean(), backFull: z.boolean() }).optional(),
  /**
   * a client's weak link that is to be supported: share of what ends a set, and Nm at the low back, from which on a
   * setup asks too much of it, and the share of the score that this costs; nobody asks where it is not said
   */
  weak: z.strictObject({ share: z.number(), spine: z.number(), costs: z.number() }).optional(),
  /** a helper's activation where the set ends: up to which it earns nothing, and from which on all of its share */
  helperEffort: z.strictObject({ from: z.number(), full: z.number() }).optional(),
  /** what of a strict set counts where the trunk may help: all of it where not said */
  swing: z.strictObject({ small: z.number(), loose: z.number() }).optional(),
  /** effective sets of a muscle in a week beyond which nothing is added */
  hardStop: z.number(),
  /** share of the low end under which a dose is a problem and not only to be looked at */
  farBelow: z.number(),
  sessionUsual: span,
  sessionLimit: z.number(),
  /** least days a week */
  frequency: z.record(z.enum(PRIORITIES), z.number()),
  /** effective sets from which on a day counts; for a beginner */
  daySets: span,
  /** share of the low end that has to be direct, and the sets beyond which nobody asks for more */
  directShare: z.record(z.enum(PRIORITIES), z.number()),
  directMost: z.record(z.enum(PRIORITIES), z.number()),
  /** spine points of one day, of two days running, of a week */
  spine: z.strictObject({ day: z.number(), running: z.number(), week: z.number() }),
  /** a head with a smaller share of the leading head's activation earns nothing */
  leastCredit: z.number(),
  /** effective sets after which the worth of a week has come 63 % of its way */
  saturation: z.number(),
  /** the same for a beginner */
  beginnerSaturation: z.number(),
  /**
   * by class: reps in reserve of each set early and late in a session, what may fail, the least reps of a set, the low
   * end that a new line begins with, rest in s
   */
  classes: z.record(
    z.enum(CLASSES),
    z.strictObject({
      name: z.string(),
      early: reserves,
      late: reserves,
      /** stated steadiness from which on a set may be taken to its last rep; null: never */
      failureFrom: z.number().nullable(),
      floor: z.number(),
      start: z.number(),
      rest: z.number(),
    }),
  ),
  /** place in a session, 0 first to 1 last, from which on effort is as late */
  lateFrom: z.number(),
  /** least reps where the step of the load is coarse, a joint that it strains is noted, the client is a beginner */
  floors: z.strictObject({ coarse: z.number(), sore: z.number(), beginner: z.number() }),
  /** step of the load over the usual load from which on it is coarse */
  coarseStep: z.number(),
  warmUpMinutes: z.number(),
  /** minutes over the client's own from which on a day is a problem */
  minutesOver: z.number(),
  restLeast: z.number(),
  repSeconds: span,
  /** reps over which the load of one repetition halves its excess (rep-load relation) */
  repsFormula: z.number(),
  /**
   * by what is noted of a joint: the share of a score that strain 1 costs; strain from which on a setup is to be
   * looked at, and from which on it is out (null: never)
   */
  joints: z.record(
    z.enum(SEVERITIES),
    z.strictObject({ costs: z.number(), look: z.number(), out: z.number().nullable() }),
  ),
  /** strain of a noted joint from which on a line has more repetitions and less load */
  soreFrom: z.number(),
  /** two loaded lengths closer than this on one day are the same work twice */
  lengthsApart: z.number(),
  /** loaded length from which on a choice loads a muscle long */
  long: z.number(),
  /** bands of repetitions, each up to its number */
  repBands: z.array(z.strictObject({ to: z.number(), name: z.string() })).min(1),
});

/** what an edition changes that asks helpers for effort */
export const helpersSchema = z.strictObject({ helperEffort: methodSchema.shape.helperEffort.unwrap() });

/** what an edition changes that knows sets with a swing */
export const swingSchema = z.strictObject({ swing: methodSchema.shape.swing.unwrap() });

/** rules beside the counting: what a check asks, how a block rises, when a load goes up, when pain stops */
export const rulesSchema = z.strictObject({
  checks: z.strictObject({
    /** effective sets either side of a band that are nobody's problem */
    tolerance: z.number(),
    /** deg beyond a noted limit from which on it is a problem, and up to which it is nothing */
    farBeyond: z.number(),
    beyond: z.number(),
    /** likeness of two functions under which two exercises of one day are not the same work */
    sameLine: z.number(),
    /** share of a group's tension that each third of the length range gets */
    leastThird: z.number(),
    /** sets of the back over those of the front */
    leastBack: z.number(),
    /** share of what ends a set from which on another muscle ends it */
    endsElsewhere: z.number(),
    techniquesADay: z.int(),
    /** share of a second week's lines that may be others */
    changedMost: z.number(),
    /** step of the load over the load from which on each step is a leap */
    coarse: z.number(),
    /** reps in reserve that the end of a session may have more than its begin */
    falls: z.number(),
    /** stated skill, 1 to 3, that a beginner has not */
    skilled: z.number(),
  }),
  block: z.strictObject({
    /** share of the way from a band's low to its high end in the last heavy week */
    high: z.number(),
    /** share of the sets that a lighter week keeps, and reps more in reserve */
    lighter: z.number(),
    easier: z.number(),
    setsMost: z.int(),
    reserveMost: z.int(),
  }),
  progress: z.strictObject({
    /** workouts that a change of load is read from */
    workouts: z.int(),
    /** reps above the low end that the next load has to allow; reps under it from which on the load goes down */
    aboveLow: z.number(),
    under: z.number(),
    /** share of the reps lost from one set to the next that asks for more rest, and s of it */
    drop: z.number(),
    restMore: z.number(),
    /** without a load: reps above the bottom, then s of lowering, up to which it is not yet harder */
    bodyReps: z.number(),
    slowest: z.number(),
    /** difference of the sides, as a share of the reps, that counts, and sessions that have to agree */
    sideShare: z.number(),
    sideSessions: z.int(),
  }),
  /** of 10: from which on it stops, and rises by which it stops */
  pain: z.strictObject({ stop: z.number(), rise: z.number() }),
  credits: z.strictObject({
    /** what a stated target earns at least; of the leading part's activation from which on another is a target too */
    target: z.number(),
    part: z.number(),
    /** share of the work, and of what the hardest working head does, under which a head does not lift */
    work: z.number(),
    ofFirst: z.number(),
  }),
  /** what a lift is: body weights on the low back that load it, and engaged mass from which on it is a compound then */
  kinds: z.strictObject({ spine: z.number(), engaged: z.number() }),
  /** credit under which a head hardly takes part, and from which on a line is one for a watched part */
  parts: z.strictObject({ least: z.number(), counts: z.number() }),
  /** credit from which on a line is one for a group's positions and grips, and how many of each are wanted */
  varieties: z.strictObject({ counts: z.number(), wanted: z.int() }),
  supersets: z.strictObject({
    /** shared credit, points of the back, engaged mass of two compounds, from which on they hinder each other */
    shared: z.number(),
    spine: z.number(),
    breath: z.number(),
    /** pairs a day; minutes lost in walking to and fro, and that are worth the trouble */
    aDay: z.int(),
    walk: z.number(),
    saved: z.number(),
  }),
  /** share of the largest torque from which on an action is turned round too; least sets of a group; most groups */
  stretches: z.strictObject({ telling: z.number(), sets: z.number(), most: z.int() }),
  writing: z.strictObject({
    /** sets of a new line */
    sets: z.int(),
    /** cosine between two actions from which on they are the same function */
    function: z.number(),
    /** a set under the low end of a band counts for so many where a line is dropped */
    under: z.number(),
    /** worth that a week has to gain to replace one that stands; minutes of pairs that are worth planning with */
    clearly: z.number(),
    given: z.number(),
    /** sets that a group may be short of its aim and still has enough; minutes more that are tried on asking */
    nearly: z.number(),
    more: z.number(),
  }),
  /** what a cost takes all of its weight at */
  costs: z.strictObject({
    /** body weights on the low back; s beside the sets; step over the usual load */
    compression: z.number(),
    seconds: z.number(),
    step: z.number(),
    /** kg that cost everything, and nothing */
    light: z.number(),
    heavy: z.number(),
    /** parts of strain of the spine; of unsteadiness, skill and helper */
    spine: z.number(),
    unsteady: z.number(),
    skill: z.number(),
    helper: z.number(),
  }),
  telling: z.strictObject({
    /** elasticity from which on a muscle counts as ending a set */
    ends: z.number(),
    /** difference of a factor's logarithm from the middle, and points, from which on it is said */
    reason: z.number(),
    dear: z.number(),
    /** loaded length up to which a head counts as trained short */
    short: z.number(),
    /** points from the log, and between rankings, that are nothing to speak of; days until a judgement is looked at */
    log: z.number(),
    moved: z.number(),
    review: z.number(),
  }),
  /** how a part of a rep is advised */
  range: z.strictObject({
    /** the least part; what it has to bring more than the whole; of parts, the widest that comes so near the best */
    part: z.number(),
    worth: z.number(),
    near: z.number(),
    /** share of a head's work left out that is said, of heads that do so much of all work */
    leftOut: z.number(),
    works: z.number(),
    /** strain over the whole rep's, body over all that is lifted, count of a length over any within: said from there */
    joints: z.number(),
    body: z.number(),
    counts: z.number(),
  }),
  /** how a log is read */
  log: z.strictObject({
    /** score of a check-in up to which the week is a bad one, 1 to 5 */
    bad: z.number(),
    /** workouts that left and right are compared over */
    sides: z.int(),
    /** times the planned load, or one over it, from which on a first set is asked about */
    planned: z.number(),
    /** reps over the top that a lighter load brings, and over which it is not made lighter again */
    over: z.number(),
    /** times the planned reps, and workouts running, from which on a load is too light whatever the formula says */
    farTimes: z.number(),
    farWorkouts: z.int(),
    /** share of what ends a set from which on a muscle it is not for is a weak link */
    weak: z.number(),
    /** days that today's strength is told from */
    days: z.int(),
  }),
  /** what a review proposes. Its statistics are not here: docs/decisions.md */
  review: z.strictObject({
    /** workouts that are looked at for pain, and those with pain that are enough */
    hurtsOf: z.int(),
    hurts: z.int(),
    /** share of workouts felt elsewhere, and workouts that have to say so */
    elsewhere: z.number(),
    said: z.int(),
    /** workouts of the last six in which the form went; points that other clients' logs take away */
    form: z.int(),
    others: z.number(),
    /** weeks in one setup from which on a standing movement is worth another; workouts under which nothing is said */
    still: z.number(),
    early: z.int(),
    /** share of the lines, and lines, that are weaker at once from which on it is the client and not the lines */
    sag: z.number(),
    sagLines: z.int(),
    /** weeks of a block, and of a specialised group; days of log in which the block before is looked for */
    block: z.int(),
    specialised: z.int(),
    before: z.int(),
    /** setups that change in one week */
    replaced: z.int(),
  }),
  /** an easier position of the same load: share of its work that the head keeps; reps that are promised at the most */
  easier: z.strictObject({ head: z.number(), reps: z.int() }),
  /** felt elsewhere: what the head keeps at least, and the felt muscle at the most, of what they do now */
  felt: z.strictObject({ kept: z.number(), relief: z.number() }),
  lists: z.strictObject({
    /** of what the best does for a head, under which a setup is not for it; of what it could hold where none is good */
    listed: z.number(),
    best: z.number(),
    /** setups that have to name a muscle before its names are believed */
    often: z.int(),
    /** elbow flexors: share of all muscle at work that is hardly any, activation from which on they bend the elbow */
    hardly: z.number(),
    bends: z.number(),
    /** s of set-up and change that are quick */
    quick: z.number(),
  }),
  /** places of a session: kg and step over load of a heavy one, kg of a light one; the same who trains for strength */
  places: z.strictObject({
    heavy: z.number(),
    heavyStep: z.number(),
    light: z.number(),
    strongHeavy: z.number(),
    strongStep: z.number(),
    strongLight: z.number(),
  }),
});

/** weights of a school; `length` may favour the short half */
export const weightsSchema = z.record(z.enum(TERMS), z.number().min(-1).max(1));

export const schoolSchema = z.strictObject({
  id: z.string().max(60),
  name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
  about: z.string().max(600, "at most 600 characters"),
  weights: weightsSchema,
});

export const schoolsSchema = z.strictObject({
  format: z.literal("gryn-schools"),
  version: z.literal(2),
  schools: z.array(schoolSchema).min(1),
  /** what a ranking for strength is blended towards */
  strength: weightsSchema,
  terms: z.array(
    z.strictObject({
      id: z.enum(TERMS),
      name: z.string(),
      group: z.string(),
      source: z.string(),
      least: z.number(),
      most: z.number(),
      about: z.string(),
    }),
  ),
  /** best first */
  tiers: z.array(z.strictObject({ id: z.string(), name: z.string(), from: z.number() })).min(1),
});

/** where measurements speak against what mechanics alone would say: shown apart, with the reason, and not ranked */
export const contestedSchema = z.array(
  z.strictObject({ exercise: z.string(), muscle: z.string(), reason: z.string() }),
);

/** setups that a head's best is looked for among */
export const yardstickSchema = z
  .array(z.strictObject({ exercise: z.string(), values: z.record(z.string(), z.number()) }))
  .min(1);

/** what the planner weighs against what: prices in units of the worth of a week. Reasons in docs/method/planning.md */
const endSchema = z.strictObject({ sets: z.number(), share: z.number() });
/** price of each band of repetitions; null: not done */
const bandPrices = z.array(z.number().nullable());

/** bands of repetitions, what each kind of lift pays in them, and tops of windows that a client reads easily */
const repsSchema = z.strictObject({
  bands: z.array(z.tuple([z.number(), z.number()])).min(1),
  price: z.strictObject({
    heavy: bandPrices,
    /** compound lifts over the head; as the others where not said */
    overhead: bandPrices.optional(),
    compound: bandPrices,
    isolation: bandPrices,
  }),
  /** price on top where a noted joint is strained */
  sore: bandPrices.optional(),
  /** price of a group with one band, of a minute over the day, of a window that its band does not hold */
  oneBand: z.number(),
  over: z.number(),
  noWindow: z.number(),
  tops: z.array(z.number()).optional(),
  /** prices of compound lifts for a client who trains for strength too; as the others where not said */
  strength: z.strictObject({ heavy: bandPrices, overhead: bandPrices, compound: bandPrices }).optional(),
});

export const plannerSchema = z.strictObject({
  /** worth of a group's dose by priority */
  weight: z.record(z.enum(PRIORITIES), z.number()),
  /** where in its band a dose is aimed, as a share of the way from low to high; beyond it sets earn less */
  aim: z.record(z.enum(PRIORITIES), z.number()),
  beyondAim: z.number(),
  /** sets of one group in one session: how many count how much */
  session: z.array(z.strictObject({ sets: z.number(), slope: z.number() })),
  sessionBeginner: z.number(),
  /** the same for the trained; the method's limit of a session where not said */
  sessionMost: z.number().optional(),
  /** price an effective set of a group over what one session may hold */
  overSession: z.number(),
  /** price a set under the low end (times the weight, at least 0.5), over the high end, over a ceiling */
  under: z.number(),
  over: z.number(),
  /**
   * so many sets under the low end, and over the high one, cost a share of it: whole sets seldom stand on a mark;
   * `far`: from so many sets over, each costs so many times the price
   */
  ends: z.strictObject({ under: endSchema, over: endSchema, far: endSchema.optional() }).optional(),
  /** price a missing direct set, a missing day, a big group on two days running (of a specialised one) */
  direct: z.number(),
  frequency: z.number(),
  running: z.number(),
  runningSpecialised: z.number(),
  /** compounds a day, and fewer where a day is short; price of each missing */
  compounds: z.number(),
  compoundsShort: z.number(),
  shortDay: z.number(),
  compoundMissing: z.number(),
  /** price a minute over the day, a point over the budget of the back, a minute between the longest and shortest day */
  minute: z.number(),
  spine: z.number(),
  evenness: z.number(),
  /** minutes between them that cost nothing */
  even: z.number(),
  /** price of a set where only what is needed is wanted */
  thrift: z.number(),
  slot: z.number(),
  /** sets of a watched part that are wanted, and what they are worth; the same for long lengths */
  watchNeed: z.record(z.enum(PRIORITIES), z.number()),
  watchWorth: z.record(z.enum(PRIORITIES), z.number()),
  longNeed: z.record(z.enum(PRIORITIES), z.number()),
  longWorth: z.record(z.enum(PRIORITIES), z.number()),
  /** price of a change of the present week: a line that goes, a new one, a set more or less */
  keep: z.strictObject({ gone: z.number(), fresh: z.number(), set: z.number() }),
  /** price of an exercise that the client has not done lately, where only so many are wanted */
  fresh: z.number(),
  /** price of an exercise that is asked for and not there: more than anything else that it could cost */
  required: z.number(),
  /** points of score from the best of a group down to where a setup is worth least; that least; a helper's; the base */
  quality: z.strictObject({ over: z.number(), least: z.number(), helper: z.number(), base: z.number() }),
  /** sets of one line of a single joint at the most */
  isolationMost: z.number(),
  /** price of a set by the share of all muscle that is at work, and by the strain of a noted joint over `soreFrom` */
  engaged: z.number().optional(),
  strain: z.number().optional(),
  /** worth of a second position of the arm, and of a second grip, for the groups that ask for them (groups.json) */
  variety: z.record(z.enum(VARIETIES), z.record(z.enum(PRIORITIES), z.number())).optional(),
  /** price of a set that another muscle ends than it is for, by the share of what ends it */
  elsewhere: z.number().optional(),
  /** fewest sets of a line with a technique, and the most that it counts beside them */
  technique: z.strictObject({ least: z.number(), credit: z.number() }).optional(),
  /** exercises that stand there only for want of better ones: what their worth is multiplied by */
  fallbacks: z.record(z.string(), z.number()).optional(),
  /** lighter sets before the first heavy lift of a region: up to which reps, how many, minutes kept for them a day */
  ramp: z.strictObject({ reps: z.number(), heavy: z.number(), other: z.number(), minutes: z.number() }).optional(),
  reps: repsSchema.optional(),
  /** worth of a set of an exercise that the client likes */
  liked: z.number().optional(),
  /** share of a group's volume under which a head does not speak for it: the teres major is not the lats */
  speaks: z.number(),
  /** repeats that vary: share of lines that may change, what staying is worth, what else counts, minutes longer */
  variation: z.strictObject({
    most: z.number(),
    stay: z.number(),
    worth: z.number(),
    credit: z.number(),
    longer: z.number(),
  }),
});

export const rankingSchema = z.strictObject({
  /** costs of a cheap exercise: what stands for the best where the library has only dear ones */
  easy: z.number(),
  /** a head that comes along is at most this */
  alongMost: z.number(),
  mostTension: z.number(),
  /** share of bodies in which the first of a place has to be ahead; points where only one body is known */
  ahead: z.number(),
  apart: z.number(),
  /** tension over the best counts to this power: below 1 a list is flatter; 1 where it is not said */
  exponent: z.number().optional(),
  /**
   * a setup is ranked by the start of its rep, up to one of `endsAt`, where that brings `gain` times the tension of the
   * whole; of what it brings more so much counts, since sets are begun with whole reps. By the whole where not said
   */
  part: z.strictObject({ gain: z.number(), counts: z.number(), endsAt: z.array(z.number()) }).optional(),
  covering: z.strictObject({
    /** a cell is there from this share of the head's best third; it is covered from so much of the best in it */
    worthACell: z.number(),
    covered: z.number(),
    /** what a head does about a joint counts from this share of the most it does about any */
    function: z.number(),
    /** score from which on a setup is a choice */
    useful: z.number(),
  }),
});

export const editionSchema = z.strictObject({
  id: z.string(),
  /** the day it was made on */
  date: z.iso.date(),
  /** what it changed, in a sentence */
  about: z.string(),
  /** who only comes along: whoever is not named and does not end the set, or whoever is not named (see survey-index) */
  along: z.enum(["neither named nor ending", "not named"]).optional(),
});

/** a practice's own edition: numbers of one of ours that it has changed */
export const ownEditionSchema = z.strictObject({
  id: z.uuid(),
  /** the one of ours that it changes */
  base: z.string().max(60),
  name: z.string().trim().min(1, "a name is needed").max(60, "at most 60 characters"),
  at: z.iso.datetime(),
  /** numbers by their path in the edition */
  changes: z.record(z.string().max(80), z.number()).refine((c) => Object.keys(c).length > 0, "nothing is changed"),
});
