/** What pages of planning say: labels and sentences a place. */
import { fixed } from "#core/base/numbers";
import { counted, label, sentence } from "../sentence";

export const alternatives = {
  bestForWhatDoing: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) =>
      `Best for ${what}, doing the same, with other equipment. Up to three go to the phone with the next hand-over.`,
  ),
  whenIsBusy: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `When ${name} is busy`),
  noHeadIsCredited: label("No head is credited directly."),
  theRanking: label("the ranking"),
};

export const checks = {
  states: { problem: "Problem", look: "Look", pass: "Pass" },
  counts: sentence<{ problems: number; review: number; weighed: number; passed: number; soFar: boolean }>(
    { problems: 1, review: 6, weighed: 2, passed: 37, soFar: true },
    (v) =>
      `${counted(v.problems, "problem")}, ${v.review} to review,${v.weighed > 0 ? ` ${v.weighed} weighed,` : ""} ${v.passed} passed${v.soFar ? " so far" : ""}.`,
  ),
  checks: label("Checks"),
  stillWorkingOutThe: sentence<{ percent: number }>(
    { percent: 40 },
    ({ percent }) =>
      `… Still working out the exercises in this body: ${percent} %. Positions, parts, low back and limits are judged after it.`,
  ),
  hidePassed: label("Hide passed"),
  showPassed: label("Show passed"),
  nothingToMendIn: label("✓ Nothing to mend in what this week can see."),
  weighed: label("Weighed"),
};

export const conflictChoice = {
  takenAway: label("taken away"),
  anExercise: label("an exercise"),
  fields: {
    pinned: "numbers of the mechanics",
    reps: "reps",
    reserves: "reserve of the sets",
    rest: "rest",
    tempo: "tempo",
    load: "load",
    loadStep: "step of the load",
    note: "note",
    place: "day",
    name: "name",
    locked: "lock",
    date: "date",
    groups: "what it is for",
    begins: "side that begins",
    turns: "how sides take turns",
    purpose: "what it is there for",
    tempos: "tempo of single sets",
    technique: "technique",
    rampSets: "ramp sets before it",
    structure: "how the load goes through the sets",
    edition: "edition",
  },
  theWeek: label("The week"),
  changedByTwoPeople: label("Changed by two people"),
  yours: sentence<{ field: string }>({ field: "rest 90 s" }, ({ field }) => `yours: ${field}`),
  useMine: label("Use mine"),
  keepTheirs: label("Keep theirs"),
};

export const dayMenu = {
  asDivided: label("as it was divided"),
  nameDateMuscleGroups: label("Name, date, muscle groups"),
  copyTheDay: label("Copy the day"),
  setRirByThe: label("Set RIR by the ladder"),
  stretchesAfterThisSession: label("Stretches after this session"),
  copyTimes: sentence<{ times: number }>({ times: 3 }, ({ times }) => `copy ${times}`),
  theSameSessionN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `The same session ${n} times a week`),
  earlierInTheWeek: label("Earlier in the week"),
  laterInTheWeek: label("Later in the week"),
  addADay: label("Add a day"),
  dayN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Day ${n}`),
  removeTheDay: label("Remove the day"),
  dayName: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `Day ..., ${name}`),
  noRoom: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `The note of ${name} has no room left.`),
  day: label("Day ..."),
  after: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `After ${name}`),
  eachStretchLengthensA: label(
    "Each stretch lengthens a group that worked today. Easy, 30 s a side, never into pain or numbness; it counts for nothing here, and a noted joint comes first.",
  ),
  addToTheClient: label("Add to the client's note"),
  close: label("Close"),
  theDay: label("The day"),
  name: label("Name"),
  dateWhereItHas: label("Date, where it has one"),
  whatItIsFor: label("What it is for"),
  save: label("Save"),
  leaveIt: label("Leave it"),
};

export const doing = {
  purposes: { work: "work", "warm-up": "warm-up", "cool-down": "cool-down" },
  inTurns: label("in turns"),
  phases: { lower: "down", longPause: "long", lift: "up", shortPause: "short" },
  none: label("none"),
  sets: sentence({ sets: ["40 kg, 2 RIR", "32 kg, 1 RIR"] }, ({ sets }) => `Sets: ${sets.join("; ")}.`),
  aSet: sentence({ load: "40 kg", reserve: 2 }, ({ load, reserve }) => `${load}, ${reserve} RIR`),
  oneThenTheOther: label("one, then the other"),
  inTheLogThe: sentence<{ less: string; n: number }>(
    { less: "some less", n: 3 },
    ({ less, n }) => `In the log the ${less} does ${n} % fewer: let it begin.`,
  ),
  whatRepsThenThe: sentence<{ what: string; what2: string }>(
    { what: "a, b and c", what2: "d" },
    ({ what, what2 }) => `${what} reps, then the work: ${what2} min. Nobody logs them.`,
  ),
  theOtherSideStops: label("The other side stops at the same reps."),
  turns: sentence<{ rest: number | null; less: string }>({ rest: 60, less: "2.5" }, ({ rest, less }) =>
    rest === null
      ? `Rest after both; in turns they would need ${less} min less.`
      : `Each side rests while the other works: ${rest} s between them, ${less} min less.`,
  ),
  costs: sentence<{ sets: string | null; minutes: string; less: string | null; sore: boolean }>(
    { sets: "1.5", minutes: "2.0", less: "3.5", sore: true },
    (v) =>
      `${v.sets ? `+${v.sets} sets, ` : ""}${v.minutes} min${v.less ? `, ${v.less} min less than straight sets` : ""}${v.sore ? ", makes sore" : ""}`,
  ),
  swing: label("Swing of the trunk"),
  swings: { none: "none", small: "small, 10°", loose: "loose, 25°" },
  swingCosts: sentence(
    { counts: 0.9, gain: 0.06, body: 52, perKg: 2.3 },
    ({ counts, gain, body, perKg }) =>
      `A set counts as ${fixed(counts, 1)} of a strict one. At most ${Math.round(100 * gain)} % more load, none of it for the muscle that ends the set; ` +
      `the low back takes up to ${Math.round(body)} Nm more, and ${fixed(perKg, 1)} Nm for each kg.`,
  ),
  strict: label("Strict: nothing but the arms lifts."),
  noSwing: sentence({ why: "not for a beginner" }, ({ why }) => `No swing: ${why}.`),
  begins: label("Begins"),
  whichSideBegins: label("Which side begins"),
  theLogNeedsTwo: label("The log needs two sessions with both sides."),
  neitherSideIsWeaker: label("Neither side is weaker in the log."),
  itIsThereAs: label("Counts as"),
  purposeOfThisExercise: label("Purpose of this exercise"),
  workingSetsCountedAnd: label("Working sets: counted and checked."),
  itTakesItsMinutes: label("Takes its minutes; nothing of it counts."),
  sides: label("Sides"),
  orderOfTheSides: label("Order of the sides"),
  lighterSetsBeforeIt: label("Lighter sets before it"),
  twoOrThreeBefore: label("Two or three before the first heavy lift of a region; nobody logs them."),
  tempoOfSingleSets: sentence<{ mark: string }>({ mark: "▾" }, ({ mark }) => `Tempo of single sets ${mark}`),
  set: label("set"),
  setSeconds: sentence<{ n: number; word: string }>(
    { n: 2, word: "down" },
    ({ n, word }) => `Set ${n}: ${word}, seconds`,
  ),
  asTheLine: label("as the line"),
  howIsDone: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `How ${name} is done`),
  loadFromSetTo: label("Load from set to set"),
  technique: label("Technique"),
  whatThisSetupAsks: label("what this setup asks of the body"),
  plainSets: label("Plain sets"),
  refused: sentence<{ why: string }>({ why: "the client is a beginner" }, ({ why }) => `Refused: ${why}.`),
  easierTimesTheLoad: sentence<{ name: string; ratio: string; reps: number }>(
    { name: "Maja", ratio: "0.8", reps: 3 },
    ({ name, ratio, reps }) => `Easier: ${name}, ${ratio} times the load, so about ${reps} more reps.`,
  ),
  use: sentence<{ name: string }>({ name: "drop set" }, ({ name }) => `Use ${name}`),
  inUse: label("In use"),
  use2: label("Use"),
  withTheSameImplement: sentence<{ ways: string }>(
    { ways: "partials past failure, loose finish" },
    ({ ways }) =>
      `With the same implement a set can also be lengthened: ${ways}. Techniques near failure are for stable work without pain; sharp or numb pain ends the set.`,
  ),
};

export const handOverButton = {
  since: sentence<{ edits: number }>(
    { edits: 3 },
    ({ edits }) => `The plan has ${counted(edits, "edit")} since; the client does not see them yet.`,
  ),
  to: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Hand over to ${name}`),
  sinceChangedSince: sentence<{ since: number }>({ since: 3 }, ({ since }) => ` (${since} changed since)`),
  handOverNumberN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Hand over number ${n}`),
  screeningIsNotCleared: sentence<{ name: string }>(
    { name: "Maja" },
    ({ name }) =>
      `Screening is not cleared. Record on the client's page that a licensed professional has cleared ${name}, then hand over.`,
  ),
  problems: sentence<{ n: number; others: boolean }>({ n: 2, others: true }, ({ n, others }) =>
    n === 1 ? "1 other problem" : `${n} ${others ? "other " : ""}problems`,
  ),
  open: sentence<{ until: string; first: string | null }>(
    { until: "1 Mar 2027, 10:00", first: "2 Dec 2026, 18:00" },
    ({ until, first }) => `A link is open until ${until}${first ? `, first opened ${first}` : ", not opened yet"}.`,
  ),
  handOver: sentence<{ as: string }>({ as: " number 3" }, ({ as }) => `Hand over${as}`),
  numberWasHandedOver: sentence<{ number: number; at: string }>(
    { number: 3, at: "2 Dec 2026, 18:00" },
    ({ number, at }) => `Number ${number} was handed over on ${at}.`,
  ),
  theClientSeesExactly: label("The client sees exactly this plan."),
  theClientSeesNothing: label(
    "The client sees nothing until you hand over: a numbered copy that later edits do not touch.",
  ),
  itWasHandedOver: sentence<{ problems: string; reason: string }>(
    { problems: "A joint is overstressed", reason: "agreed" },
    ({ problems, reason }) => `Handed over in spite of: ${problems}. Reason: ${reason}`,
  ),
  reasonToHandIt: label("Reason to hand it over all the same (kept with this number)"),
  handOver2: label("Hand over"),
  notEverythingIsJudged: sentence<{ percent: number }>(
    { percent: 40 },
    ({ percent }) => `… Not everything is judged yet: ${percent} % of the exercises are worked out in this body.`,
  ),
  canHurt: sentence<{ n: string }>({ n: "(2)" }, ({ n }) => `Can hurt ${n}`),
  theClientSLink: label("The client's link"),
  aNewLinkCloses: label(
    "A new link closes the one before. Chat apps open links in a browser of their own: ask the client to open it in the phone's browser.",
  ),
  noLinkIsOpen: label("No link is open."),
  linkForTheClient: label("Link for the client"),
  newLink: label("New link"),
  makeALink: label("Make a link"),
  copy: label("Copy"),
  closeTheLink: label("Close the link"),
};

export const linkCode = {
  theLinkAsA: label("The link as a code"),
};

export const loom = {
  altWithTheArrow: label(
    "Alt with the arrow keys moves this exercise to another day or place; plus and minus change its sets; x locks; Delete takes it off.",
  ),
  minutesOfMinutesmostMin: sentence<{ minutes: number; minutesMost: number }>(
    { minutes: 3, minutesMost: 3 },
    ({ minutes, minutesMost }) => `${minutes} of ${minutesMost} min`,
  ),
  column: label("effective sets, their band and what one more brings"),
  along: sentence<{ n: number }>({ n: 4 }, ({ n }) => `${n} more work along`),
  setsOn: sentence<{ sets: string; days: number }>(
    { sets: "6.5", days: 2 },
    ({ sets, days }) => `${sets} sets on ${counted(days, "day")}`,
  ),
  ofBand: sentence<{ low: string; high: string }>({ low: "8.0", high: "12.0" }, ({ low, high }) => `of ${low}–${high}`),
  theWeekDaysAcross: label("The week: days across, groups and heads down"),
  group: label("Group"),
  inEffectiveSets: sentence<{ groups: string; more: string }>(
    { groups: "forearms 2.0", more: " ..." },
    ({ groups, more }) => `${groups}${more}, in effective sets`,
  ),
  nothingYet: label("nothing yet"),
  noPrioritySet: label("no priority set"),
};

export const putOnDay = {
  unknownSetup: label("nothing is known of this setup"),
  notPutThereMessage: sentence<{ message: string }>(
    { message: "the mail server did not answer" },
    ({ message }) => `Not put there: ${message}.`,
  ),
  nameIsOnName: sentence<{ name: string; name2: string; name3: string }>(
    { name: "Hammer curl", name2: "some name2", name3: "some name3" },
    ({ name, name2, name3 }) => `${name} is on ${name2} for ${name3}.`,
  ),
  nameTheLineHas: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `${name}: the line has this setup now, and keeps its log.`,
  ),
  nameStandsInIts: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `${name} stands in its place.`),
  openTheWeek: label("Open the week"),
  useThisSetupIn: label("Use this setup in the week"),
  addToADay: label("Add to a day"),
};

export const recompute = {
  before: sentence<{ lines: number; models: string; now: string }>(
    { lines: 3, models: "body-6", now: "body-7" },
    (v) =>
      `${v.lines === 1 ? "One line was" : `${v.lines} lines were`} planned with ${v.models}, and their numbers stay as they are; this Gryn has ${v.now}.`,
  ),
  theMechanicsDoNot: label("The mechanics do not answer. Nothing has changed. Try again."),
  theWeekIsJudged: sentence<{ edition: string; edition2: string }>(
    { edition: "some edition", edition2: "some edition2" },
    ({ edition, edition2 }) => `The week is judged by ${edition}, as it was planned; new weeks by ${edition2}. `,
  ),
  asking: label("Asking ..."),
  showWhatWouldChange: label("Show what would change"),
  whatWouldChange: sentence<{ what: string }>({ what: "the lighter week" }, ({ what }) => `What ${what} would change`),
  keepTheNumbers: label("Keep the numbers"),
  takeTheNewOnes: label("Take the new ones"),
  effectiveSetsAWeek: label(
    "Effective sets a week. Loads, reps and the log stay; what was handed over stays as it was handed over. One undo takes it back.",
  ),
  noGroupSDose: label("No group's dose changes by a tenth of a set."),
  to: sentence<{ fromOf: string; to: string }>(
    { fromOf: "20 %", to: "0.55" },
    ({ fromOf, to }) => `${fromOf} to ${to}`,
  ),
  andMoreByLess: sentence<{ n: number }>({ n: 3 }, ({ n }) => `and ${n} more, by less`),
};

export const refusedEdits = {
  add: label("Add"),
  move: label("Move"),
  change: label("Change"),
  recompute: label("Recompute"),
  anExercise: label("an exercise"),
  takeOff: label("Take off"),
  putBack: label("Put back"),
  swapIn: label("Swap in"),
  makeASuperset: label("Make a superset"),
  partASuperset: label("Part a superset"),
  renameTheDayTo: label("Rename the day to"),
  dateTheDay: label("Date the day"),
  setWhatTheDay: label("Set what the day is for"),
  addTheDay: label("Add the day"),
  takeTheDayOff: label("Take the day off"),
  moveTheDay: label("Move the day"),
  renameTheWeekTo: label("Rename the week to"),
  useTheEdition: label("Use the edition"),
  notSaved: label("Not saved"),
  everythingElseHasBeen: label("Everything else has been saved. Enter it again in another form, then drop it here."),
  tryAgain: label("Try again"),
  dropIt: label("Drop it"),
};

export const saveMark = {
  saved: label("Saved"),
  saving: label("Saving ..."),
  kept: sentence<{ edits: number; reason: string }>(
    { edits: 2, reason: "The server is away." },
    ({ edits, reason }) => `: ${edits} ${edits === 1 ? "edit is" : "edits are"} kept here. ${reason}`,
  ),
  notSavedYet: label("Not saved yet"),
  needsYourChoice: label("Needs your choice"),
  signedOut: label("Signed out"),
  signIn: label("Sign in"),
};

export const session = {
  hereItCostAgainst: sentence<{ cost: string }>(
    { cost: "some cost" },
    ({ cost }) => `Here it ${cost}, against the order as it stands`,
  ),
  sessionOf: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Session of ${name}`),
  here: label("Here"),
  nothingOnThisDay: label("Nothing on this day."),
  chooseFromTheRanking: label("Choose from the ranking"),
  exercise: label("exercise"),
  reps: label("reps"),
  rirBySet: label("RIR by set"),
  load: label("load"),
  restS: label("rest, s"),
  tempoS: label("tempo, s"),
  dragToAnotherPlace: sentence<{ name: string }>(
    { name: "Maja" },
    ({ name }) => `Drag ${name} to another place of the day; by keyboard: More, Earlier or Later`,
  ),
};

export const sessionLine = {
  find: label("find"),
  tempoBySet: label("tempo by set"),
  hasNote: label("note to the client"),
  phases: { lower: "lower", longPause: "pause where long", lift: "lift", shortPause: "pause where short" },
  orderCost: sentence({ cost: 0.4 }, ({ cost }) =>
    Math.abs(cost) < 0.05 ? "costs nothing" : `${cost > 0 ? "costs" : "saves"} ${fixed(Math.abs(cost), 1)}`,
  ),
  earlier: sentence<{ cost: string | null }>({ cost: "costs 0.4" }, ({ cost }) =>
    cost ? `Earlier: ${cost}` : "Earlier",
  ),
  later: sentence<{ cost: string | null }>({ cost: "saves 0.4" }, ({ cost }) => (cost ? `Later: ${cost}` : "Later")),
  lock: sentence({ locked: false }, ({ locked }) => (locked ? "Unlock" : "Lock")),
  moreOf: sentence({ name: "Hammer curl" }, ({ name }) => `${name}: more`),
  note: sentence<{ client: string; exercise: string }>(
    { client: "Maja", exercise: "Hammer curl" },
    ({ client, exercise }) => `Note to ${client}: ${exercise}`,
  ),
  ramp: sentence<{ n: number }>({ n: 2 }, ({ n }) => `${n} lighter ${n === 1 ? "set" : "sets"} before`),
  purposeDoesNotCount: sentence<{ purpose: string }>(
    { purpose: "some purpose" },
    ({ purpose }) => `${purpose}, does not count`,
  ),
  sidesInTurnsP: sentence<{ p: number }>({ p: 3 }, ({ p }) => `sides in turns, ${p} s between`),
  swing: sentence({ swing: "small" }, ({ swing }) => `${swing} swing allowed`),
  beginsSideBegins: sentence<{ begins: string }>({ begins: "some begins" }, ({ begins }) => `${begins} side begins`),
  toName: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `To ${name}`),
  undoTheSuperset: label("Undo the superset"),
  supersetWithTheNext: label("Superset with the next"),
  techniqueAndLoadFrom: label("Technique and load from set to set"),
  noteToTheClient2: label("Note to the client (1)"),
  noteToTheClient3: label("Note to the client"),
  whyThis: label("Why this?"),
  swapForAnother: label("Swap for another"),
  alternativesN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Alternatives (${n})`),
  removeFromTheDay: label("Remove from the day"),
  stepWants: sentence<{ low: number; high: number }>(
    { low: 8, high: 14 },
    ({ low, high }) => `step wants ${low}–${high}`,
  ),
  whatTheClientReads: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `What the client reads of ${name}`),
  locked: label("locked"),
  keepTheNote: label("Keep the note"),
  noteToTheClient: label("Note to the client"),
  rest: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: rest`),
  pair: label("Pair"),
  notSaved: sentence<{ reason: string }>({ reason: "agreed" }, ({ reason }) => `Not saved: ${reason}.`),
  fewestReps: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: fewest reps`),
  mostReps: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: most reps`),
  withThisTopThe: label("With this top, the next load step still allows the low end at the same RIR"),
  set: label("set"),
  reserveOfSet: sentence<{ name: string; n: number }>(
    { name: "Maja", n: 2 },
    ({ name, n }) => `${name}: reserve of set ${n}`,
  ),
  oneSetMore: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: one set more`),
  oneSetLess: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: one set less`),
  load: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: load`),
  loadUnit: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: load unit`),
  loadOfEachSet: label("Load of each set"),
  by: sentence<{ meaning: string; step: string }>(
    { meaning: "total", step: "2.5 kg" },
    ({ meaning, step }) => `${meaning}, by ${step}`,
  ),
  expect: sentence<{ low: string; high: string; unit: string }>(
    { low: "18", high: "24", unit: "kg" },
    ({ low, high, unit }) => `expect ${low}–${high} ${unit}`,
  ),
  fromTheClientS: label("From the client's logged sets"),
  seconds: sentence<{ exercise: string; part: string }>(
    { exercise: "Hammer curl", part: "lower" },
    ({ exercise, part }) => `${exercise}: ${part}, seconds`,
  ),
  sARep: sentence<{ tempo: number }>({ tempo: 3 }, ({ tempo }) => `${tempo} s a rep`),
  more: label("More"),
};

export const swap = {
  tension: sentence({ times: "1.10" }, ({ times }) => `tension × ${times}`),
  joints: sentence({ easier: true }, ({ easier }) => (easier ? "easier on joints" : "harder on joints")),
  gains: sentence<{ what: readonly string[] }>({ what: ["tension × 1.10"] }, ({ what }) =>
    what.length ? `Gains: ${what.join(", ")}.` : "",
  ),
  loses: sentence<{ what: readonly string[] }>({ what: ["tension × 0.90"] }, ({ what }) =>
    what.length ? `Loses: ${what.join(", ")}.` : "",
  ),
  lead: sentence<{ head: string; client: string; joint: string | null }>(
    { head: "biceps", client: "Maja", joint: "elbow" },
    (v) =>
      `For ${v.head}, the same function, with ${v.client}'s equipment, and ${v.joint ? `less stress on the ${v.joint}` : "no more stress on a noted joint"}. Sets, reps in reserve and rest stay.`,
  ),
  longEndWhatTo: sentence<{ what: string; what2: string }>(
    { what: "a, b and c", what2: "d" },
    ({ what, what2 }) => `long end ${what} to ${what2}`,
  ),
  shareOfAllWork: sentence<{ what: string; what2: string }>(
    { what: "a, b and c", what2: "d" },
    ({ what, what2 }) => `share of all work ${what} to ${what2}`,
  ),
  keepsFunctionOfIts: sentence<{ kept: string; range: string }>(
    { kept: "some kept", range: "some range" },
    ({ kept, range }) => `Keeps ${kept} of its direction, ${range} of its length range.`,
  ),
  hardestAtWhatOf: sentence<{ what: string; what2: string }>(
    { what: "a, b and c", what2: "d" },
    ({ what, what2 }) => `Hardest at ${what} of the rep instead of ${what2}.`,
  ),
  nothingAtThisPlace2: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) =>
      `Nothing at this place trains the same function with less stress on the ${what}. Leave it out until the joint is calm.`,
  ),
  insteadOf: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Instead of ${name}`),
  thisExerciseHasNo: label("This exercise has no single target head, so no swap can be ranked."),
  theRanking: label("the ranking"),
  nothingAtThisPlace: label(
    "Nothing at this place trains the same function one side at a time without more stress on a noted joint.",
  ),
  noExerciseHereTrains: label("No exercise here trains the same function without more stress on a noted joint."),
  alreadyInThisWeek: label("Already in this week"),
  swap: label("Swap"),
  leaveOutOfThe: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Leave ${name} out of the week`),
};

export const useFor = {
  isOn: sentence<{ name: string; day: string; client: string }>(
    { name: "Hammer curl", day: "Monday", client: "Maja" },
    (v) => `${v.name} is on ${v.day} for ${v.client}.`,
  ),
  openTheWeek: label("Open the week"),
};

export const useForDialog = {
  exercises: sentence({ n: 4 }, ({ n }) => counted(n, "exercise")),
  noted: sentence<{ name: string; joint: string; text: string }>(
    { name: "Maja", joint: "elbow", text: "keep the wrist straight" },
    (v) => `${v.name} has a noted ${v.joint}: ${v.text}`,
  ),
  useFor: label("Use for"),
  client: label("Client"),
  whichClient: label("Which client?"),
  day: label("Day"),
  readingTheWeek: label("Reading the week ..."),
};

export const weekPage = {
  dayN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `Day ${n}`),
  weekA: label("Week A"),
  weekB: label("Week B"),
  letGrynWriteIt: sentence<{ name: string }>(
    { name: "Maja" },
    ({ name }) => `Let Gryn write it for ${name}, or pick a head in the ranking and use a setup.`,
  ),
  days: sentence<{ name: string; wanted: number; here: number; withWork: boolean }>(
    { name: "Maja", wanted: 3, here: 2, withWork: true },
    (v) =>
      `${v.name} trains ${counted(v.wanted, "day")} a week; this week has ${v.here}${v.withWork ? " with work on them" : ""}.`,
  ),
  theClient: label("the client"),
  theClient2: label("The client"),
  thisClientIsNot: label("This client is not in your practice"),
  toTheClients: label("To the clients"),
  theAnswerCannotBe: label("The answer cannot be read here. Load the page again."),
  theWeek: label("The week"),
  theServerDoesNot: label("The server does not answer. Gryn tries again."),
  theWeek2: label("the week"),
  fullGrainsAreDirect: label(
    "Full grains are direct sets, hollow ones indirect; colour is the loaded length. Only what is on this week is counted.",
  ),
  nothingOnTheWeek: label("Nothing on the week yet"),
  toTheRanking: label("To the ranking"),
  addADay: label("Add a day"),
  daysOfMin: sentence<{ daysPerWeek: number; minutes: number }>(
    { daysPerWeek: 3, minutes: 3 },
    ({ daysPerWeek, minutes }) => `${daysPerWeek} days of ${minutes} min`,
  ),
  whichOfTheTwo: label("Which of the two weeks"),
  askTheWeek: label("Ask the week"),
  undo: label("Undo"),
  ctrlZ: label("Ctrl Z"),
  redo: label("Redo"),
  ctrlShiftZ: label("Ctrl Shift Z"),
  exportIt: label("Export"),
};

export const weekSheets = {
  pairs: label("Pairs"),
  lighter: label("lighter"),
  setsMore: sentence({ n: 1.5 }, ({ n }) => `${n < 0 ? "−" : "+"}${fixed(Math.abs(n), 1)} sets`),
  everyCriterion: label("Every criterion"),
  theOrderOfThe: label("The order of the days"),
  whatWouldMoreBring: label("What would more bring?"),
  aBlockOfWeeks: label("A block of weeks"),
  aSecondWeekTo: label("A second week to take turns"),
  nMoreMinutesA: sentence<{ n: number }>({ n: 3 }, ({ n }) => `${n} more minutes a session`),
  addADay: label("Add a day"),
  theSameMinutesWith: label("The same minutes, with techniques"),
  nothingEveryDayHas: sentence<{ left: number }>({ left: 3 }, ({ left }) => `nothing, every day has ${left} min left`),
  whatWouldBeShort: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `; ${what} would be short`),
  wWeeks: sentence<{ w: number }>({ w: 3 }, ({ w }) => `${w} weeks`),
  givesBack: sentence<{ minutes: string; sets: string }>(
    { minutes: "6.5", sets: "2.0" },
    ({ minutes, sets }) => `gives back ${minutes} min for ${sets} sets within the bands`,
  ),
  makeIt: sentence<{ lighter: boolean; number: number }>(
    { lighter: false, number: 3 },
    ({ lighter, number }) => `Make it ${lighter ? "the lighter week" : `week ${number}`}`,
  ),
  covers: sentence<{ what: readonly string[] }>(
    { what: ["long head, lengthened"] },
    ({ what }) => `; new: ${what.join(", ")}`,
  ),
  ofHold: sentence<{ held: number; judged: number }>(
    { held: 4, judged: 3 },
    ({ held, judged }) => `${held} of ${judged} hold.`,
  ),
  notJudged: label("Not judged"),
  notAskedOfThis: label("not asked of this week"),
  andMore: sentence<{ n: number }>({ n: 3 }, ({ n }) => `and ${n} more`),
  theLibrary: label("the library"),
  anOrderCostsWhen: label(
    "An order costs when a priority comes late or a muscle is tired before its main exercise. The best order is found exactly; priority comes first only where that pays. Figures compare orders of one day, no more.",
  ),
  thePlannerNeedsTwo: label("The planner needs two exercises that it knows."),
  itStandsInThe: label("✓ It stands in the best order."),
  thisOrderCostsMore: sentence<{ over: string; why: string }>(
    { over: "0.4", why: "squats after leg presses" },
    ({ over, why }) => `This order costs ${over} more than the best: ${why}.`,
  ),
  putInThatOrder: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Put ${name} in that order`),
  thenTheOtherWay: sentence<{ first: string; second: string; asIs: string; turned: string }>(
    { first: "Squat", second: "Leg press", asIs: "0.8", turned: "1.1" },
    ({ first, second, asIs, turned }) => `${first}, then ${second}: ${asIs}; the other way round ${turned}`,
  ),
  moreTimeWouldAdd: label("More time would add, in effective sets within the ranges"),
  weeksWithMoreRoom: label("weeks with more room"),
  eachIsBackedBy: label("Each is backed by a week that was written for it; found by trying, not proven."),
  shortOfTimeDrop: label("Short of time: drop first"),
  thisWeekIsEmpty: label("This week is empty. Build it or add an exercise."),
  takeItOff: label("Take it off"),
  weekIsTheWeek: label(
    "Week 1 is the week as it is. Groups that should grow get more sets while the days still fit; the last heavy week is a rep nearer to failure. Numbers are effective sets. The lighter week keeps about three fifths of the sets, two reps further from failure: it counts sets done, since so far from failure they earn little credit (effective sets in brackets).",
  ),
  weeksOfTheBlock: label("Weeks of the block"),
  longestDayMin: label("longest day, min"),
  makeItSo: label("Make it so"),
  takingAWeekChanges: label(
    "Taking a week changes the sets of this one, in steps that can be undone; hand it over when its week comes.",
  ),
  theSameDaysGroups: label(
    "The same days, groups and sets; at most three lines in ten with another setup that covers what the first week leaves out. Heavy lifts that take skill stay, so that they progress. A, B, A, B.",
  ),
  aSecondWeek: label("a second week"),
  ofLinesChangeTogether: sentence<{ changes: number; lines: number; both: number; one: number; all: number }>(
    { changes: 3, lines: 3, both: 3, one: 3, all: 3 },
    ({ changes, lines, both, one, all }) =>
      `${changes} of ${lines} lines change; together they cover ${both} instead of ${one} of the ${all} heads, lengths, parts and kinds that the setups at hand could.`,
  ),
  to: label("to"),
  noFurtherChangeIs: label("No further change is worth it."),
  writeWeekBAnew: label("Write week B anew"),
  takeItAsWeek: label("Take it as week B"),
  backToOneWeek: label("Back to one week"),
};

export const whyThis = {
  against: sentence({ less: 0.12 }, ({ less }) =>
    Math.abs(less) < 0.005 ? "the same" : `${fixed(Math.abs(less), 2)} ${less > 0 ? "less" : "more"}`,
  ),
  setsForWhat: sentence<{ sets: string; what: string }>(
    { sets: "some sets", what: "a, b and c" },
    ({ sets, what }) => `${sets} for ${what}`,
  ),
  why: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Why ${name}?`),
  comparingTheWeekWith: label("Comparing the week with and without this exercise …"),
  itsGroupsHaveNo: label("Its groups have no priority for this client, so the builder plans around it."),
  itBringsTheWeek: sentence<{ what: string; worth: string }>(
    { what: "biceps 2.0 sets", worth: "2.5" },
    ({ what, worth }) => `Brings ${what}. With it the week has ${worth} weighted effective sets more than without.`,
  ),
  withoutItWouldBe: sentence<{ what: string }>({ what: "biceps" }, ({ what }) => `Without it ${what} would be short.`),
  noOtherExerciseFor: label("No other exercise for this group fits on this day."),
  inItsPlaceOf: sentence<{ tried: number }>({ tried: 3 }, ({ tried }) => `In its place, of ${tried} that fit`),
  thePlannerWeighsSets: label(
    "The planner weighs sets by priority, lengthened work, minutes and low back load. Your reasons may be others.",
  ),
};

export const plans = {
  noText: label("it has characters that are no text"),
  notDoneRefused: sentence<{ refused: string }>({ refused: "some refused" }, ({ refused }) => `Not done: ${refused}.`),
};

export const saving = {
  youAreSignedOut: label("You are signed out. Sign in again; the edit is kept."),
};

export const useFavourites = {
  kept: sentence<{ by: string; n: number; of: string; best: string }>(
    { by: "Edda", n: 3, of: "2.4", best: "Cable curl" },
    (v) => `kept by ${v.by}: ${v.n} ${v.n === 1 ? "set does" : "sets do"} what ${v.of} of ${v.best} would`,
  ),
};
