/** What pages of training say: labels and sentences a place. */
import { counted, label, sentence } from "../sentence";

export const lineLog = {
  slower: label("Slower"),
  stopped: label("Stopped"),
  target: sentence<{ load: string; low: number; high: number; lower: number | null }>(
    { load: "20 kg", low: 8, high: 12, lower: 4 },
    (v) => `${v.load} for ${v.low}–${v.high}${v.lower ? `, lowered in ${v.lower} s` : ""}`,
  ),
  inWeek: sentence<{ name: string; load: string | null }>(
    { name: "Hammer curl", load: "20 kg" },
    ({ name, load }) => `${name}: ${load ?? "the next target"} is in the week. Hand the week over when it is ready.`,
  ),
  findALoad: label("Find a load"),
  loadUp: label("Load up"),
  harderExercise: label("Harder exercise"),
  sameLoad: label("Same load"),
  lookFirst: label("Look first"),
  loadDown: label("Load down"),
  lighterStricter: label("Lighter, stricter"),
  startWith: label("Start with"),
  nameStandsInIts: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `${name} stands in its place. Hand the week over when it is ready.`,
  ),
  nameIsOutOf: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `${name} is out of the week. Hand the week over when it is ready.`,
  ),
  notLoggedYet: label("Not logged yet."),
  lastTimeEffectiveSets: sentence<{ done: string; last: number; reserves: number }>(
    { done: "4.5", last: 3, reserves: 3 },
    ({ done, last, reserves }) => `last time ${done} effective sets, ${last} of ${reserves} sets done`,
  ),
  expectedFromThisClient: sentence<{ likely: string; unit: string; meaning: string; low: string; high: string }>(
    { likely: "22.5", unit: "kg", meaning: "total", low: "20", high: "25" },
    ({ likely, unit, meaning, low, high }) =>
      `Expected from this client's strength: ${likely} ${unit} ${meaning} (${low}–${high}).`,
  ),
  swapItInThe: label("Swap it in the week"),
  putItInThe: label("Put it in the week"),
  findAnExerciseThat: sentence<{ joint: string }>(
    { joint: "elbow" },
    ({ joint }) => `Find an exercise that spares the ${joint}`,
  ),
};

export const logPage = {
  thisClientIsNot: label("This client is not in your practice"),
  toTheClients: label("To the clients"),
  theLog: label("The log"),
  theLog2: label("the log"),
  logAndNextTargets: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: log and next targets`),
  twelveWeeksMore: label("Twelve weeks more"),
  onlyTheLastTwelve: label("Only the last twelve weeks"),
  logAsCsv: label("Log as CSV"),
  toTheWeek: label("To the week"),
  nothingPlannedAndNothing: label("Nothing planned and nothing logged"),
  toTheRanking: label("To the ranking"),
  anExerciseThatThe: label("An exercise that the library no longer has"),
  noLongerInThe: label("No longer in the week."),
};

export const loggedSets = {
  allows: sentence<{ percent: number; more: boolean }>(
    { percent: 6, more: true },
    ({ percent, more }) => `The present setup allows ${percent} % ${more ? "more" : "less"} load.`,
  ),
  byBy: sentence<{ by: string }>({ by: "Edda Varn" }, ({ by }) => `, by ${by}`),
  loadOfPartN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Load of part ${n}`),
  repsOfPartN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Reps of part ${n}`),
  setSaid: sentence<{ n: number; set: string; instead: string | null; flagged: boolean; twice: boolean }>(
    { n: 2, set: "20 kg × 12", instead: "Cable curl", flagged: true, twice: true },
    (v) =>
      `Set ${v.n}: ${v.set}${v.instead ? `, done as ${v.instead}` : ""}${v.flagged ? ", unlikely" : ""}${v.twice ? ", corrected twice" : ""}`,
  ),
  day: label("day"),
  load: label("load"),
  repsRir: label("reps (RIR)"),
  felt: label("felt"),
  pain: label("pain"),
  struckSet: sentence<{ day: string; n: number; load: string; reps: string; more: string }>(
    { day: "2 Dec", n: 2, load: "20 kg", reps: "12", more: ", by Edda" },
    ({ day, n, load, reps, more }) => `Struck: ${day}, set ${n}, ${load} × ${reps}${more}`,
  ),
  restore: label("Restore"),
  setupChangedOnBefore: sentence<{ until: string; name: string }>(
    { until: "8 Dec 2026", name: "Maja" },
    ({ until, name }) => `Setup changed on ${until}. Before: ${name}.`,
  ),
  theLoadsStayThe: label("The loads stay the same."),
  set: sentence<{ n: number; load: string }>({ n: 2, load: "20 kg" }, ({ n, load }) => `Set ${n}, ${load}`),
  farFromTheOther: label("Far from the other sets. This set does not count until you decide."),
  correctedOnTwoPhones: label("Corrected on two phones at once. The one that came last is shown; both are kept."),
  thisRevisionIsS: sentence<{ by: string }>({ by: "Maja" }, ({ by }) => `This revision is ${by}'s.`),
  load2: label("Load"),
  reps: label("Reps"),
  correct: label("Correct"),
  itIsRight: label("The set is right"),
  strikeIt: label("Strike it"),
};

export const strengthSheet = {
  strengthFrom: sentence({ n: 4 }, ({ n }) => `Strength, from ${counted(n, "lift")}`),
  weakLink: sentence<{ where: readonly { percent: string; of: string }[] }>(
    { where: [{ percent: "40", of: "hammer curl" }] },
    ({ where }) => `a weak link, ${where.map((w) => `${w.percent} % of what ends ${w.of}`).join("; ")}.`,
  ),
  strengthOf: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Strength of ${name}`),
  theLogHasToo: label("The log has too few different lifts to separate muscle groups."),
  muscles: label("muscles"),
  halfAsModelledDouble: label("half … as modelled … double"),
  times: label("times"),
  againstABodyOf: label(
    "Against a body of the same size with the model's muscles; the bar is two thirds sure. The kilograms expected below follow from it and from nothing else.",
  ),
};

export const useOlder = {
  olderSetsCouldNot: sentence<{ error: string }>(
    { error: "the server did not answer" },
    ({ error }) => `Older sets could not be read. ${error}`,
  ),
};
