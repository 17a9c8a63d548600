/** The review of a client, and the evidence of the practice. */
import { percent } from "#core/base/numbers";
import { capital, counted, label, sentence } from "./sentence";

const signed = (x: number, digits = 0) => {
  const text = Math.abs(x).toFixed(digits);
  // nothing has no sign
  return Number(text) === 0 ? text : `${x > 0 ? "+" : "−"}${text}`;
};
const sides = { left: "Left", right: "Right" } as const;
type Side = keyof typeof sides;
const inPercent = (ln: number) => 100 * (Math.exp(ln) - 1);

export const page = {
  title: sentence({ name: "Maja Lindqvist" }, ({ name }) => `${name}: review`),
  nothing: label("Nothing logged yet"),
  nothingWhy: label(
    "What was planned and done, strength, sides and what the sets say stand here from the first workout on; trends from eight weeks on.",
  ),
  log: label("To the log"),
  week: label("To the week"),
  planned: label("Planned and done"),
  plannedUnit: label("effective sets a week, last four weeks"),
  strength: label("Strength"),
  strengthUnit: label("last 12 weeks, eight in ten within the band"),
  sides: label("Left and right"),
  sets: label("What the sets say"),
  tests: label("Tests of one change"),
  next: sentence({ n: 7 }, ({ n }) => (n === 0 ? "Next week: nothing to change" : `Next week: ${counted(n, "edit")}`)),
  nothingNext: label("The last workouts ask for no change of the plan."),
  after: sentence(
    { sets: 34, minutes: 118 },
    ({ sets, minutes }) => `The week then: ${counted(sets, "set")}, ${minutes} min.`,
  ),
  unseen: label("The client sees it after the next hand-over."),
};

export const summary = {
  trained: sentence<{ done: number; planned: number; days: number; daysPlanned: number }>(
    { done: 31, planned: 34, days: 3, daysPlanned: 3 },
    ({ done, planned, days, daysPlanned }) =>
      days === 0
        ? "No training last week."
        : `Trained on ${days} of ${counted(daysPlanned, "day")} last week, ${done} of ${counted(planned, "set")}.`,
  ),
  works: sentence<{ stronger: number; weaker: number; still: number; of: number }>(
    { stronger: 2, weaker: 0, still: 1, of: 7 },
    ({ stronger, weaker, still, of }) => {
      const parts = [
        { n: stronger, is: "stronger" },
        { n: weaker, is: "weaker" },
        { n: still, is: "may be standing still" },
      ].filter((p) => p.n > 0);
      const said = parts.map((p, i) => `${p.n}${i === 0 ? ` of ${counted(of, "movement")}` : ""} ${p.is}`);
      return said.length
        ? `${said.join(", ")}.`
        : `Too early to say, or no clear change, in all ${counted(of, "movement")}.`;
    },
  ),
  stops: sentence({ n: 1 }, ({ n }) => `${counted(n, "exercise")} stopped for pain.`),
  leftOut: sentence({ n: 1 }, ({ n }) => `${counted(n, "set")} left out until you decide.`),
};

export const group = {
  row: sentence<{ done: number; planned: number; low: number | null; high: number | null }>(
    { done: 9.2, planned: 10, low: 8, high: 14 },
    ({ done, planned, low, high }) =>
      `${done.toFixed(1)} done, ${planned.toFixed(1)} planned${low === null ? "" : `, asked ${low.toFixed(0)}–${high!.toFixed(0)}`}`,
  ),
  reserve: sentence<{ miss: number | null }>({ miss: 0.6 }, ({ miss }) =>
    miss === null
      ? "Reserve was not said."
      : Math.abs(miss) < 0.5
        ? "Reserve as planned."
        : `${Math.abs(miss).toFixed(1)} reps ${miss > 0 ? "more in reserve than planned" : "nearer to failure than planned"} on average.`,
  ),
  along: sentence({ groups: ["glutes 3.2", "front delts 4.1"] }, ({ groups }) => `Comes along: ${groups.join(", ")}.`),
  minutes: sentence(
    { done: 52, planned: 58 },
    ({ done, planned }) =>
      `${Math.round(done)} min from the first set to the last, ${Math.round(planned)} min planned with setting up.`,
  ),
  missed: sentence({ missed: 1, of: 8 }, ({ missed, of }) =>
    missed === 0 ? `No week missed in ${of}.` : `${counted(missed, "week")} of ${of} without training.`,
  ),
};

const known = (weeks: number, workouts: number) => `${counted(weeks, "week")}, ${counted(workouts, "workout")}`;
export const progress = {
  "too early": sentence({ weeks: 3, workouts: 3 }, (v) => `Too early to say: ${known(v.weeks, v.workouts)} of 8 and 8`),
  "cannot tell": sentence({ weeks: 11, workouts: 19 }, (v) => `No clear change: ${known(v.weeks, v.workouts)}`),
  stronger: sentence({ mean: 0.03, sd: 0.012, weeks: 12 }, ({ mean, sd, weeks }) =>
    changed("Stronger", mean, sd, weeks),
  ),
  weaker: sentence({ mean: -0.03, sd: 0.012, weeks: 12 }, ({ mean, sd, weeks }) => changed("Weaker", mean, sd, weeks)),
  "standing still": sentence(
    { probability: 0.68, weeks: 11, workouts: 19 },
    (v) => `${stillness(v.probability)} (about ${Math.round(10 * v.probability)} in 10): ${known(v.weeks, v.workouts)}`,
  ),
};
/** the alarm is set so that one in five who grow hears it once in half a year: what is under a half is not likely */
const stillness = (probability: number): string =>
  probability >= 0.5 ? "Likely standing still" : "May be standing still";
function changed(word: string, mean: number, sd: number, weeks: number): string {
  const at = (z: number) => signed(inPercent(mean + z * sd));
  return `${word}: ${at(0)} % in ${counted(weeks, "week")} (${at(-1.2816)} to ${at(1.2816)})`;
}

export const standstill = sentence(
  { found: 2 },
  ({ found }) =>
    `A standstill shows within 12 weeks in ${found} of 10 clients; until then no clear change is the honest answer.`,
);

export const line = {
  from: label("from"),
  to: label("to"),
  level: sentence(
    { kg: 46.2, reps: 10 },
    ({ kg, reps }) => `${kg < 20 ? kg.toFixed(1) : kg.toFixed(0)} kg for ${reps} reps`,
  ),
  chart: sentence(
    { name: "Chest press", reps: 10 },
    ({ name, reps }) => `${name}: load for ${reps} reps to failure, kg`,
  ),
  few: sentence({ workouts: 1 }, ({ workouts }) => `${counted(workouts, "workout")}: a line needs three`),
};

export const gap = {
  row: sentence<{ weaker: Side; share: number; low: number; high: number; workouts: number }>(
    { weaker: "left", share: 0.05, low: 0.03, high: 0.07, workouts: 9 },
    ({ weaker, share, low, high, workouts }) =>
      `${sides[weaker]} ${percent(share)} weaker (${Math.round(100 * low)} to ${Math.round(100 * high)}), ${counted(workouts, "workout")}`,
  ),
  even: sentence(
    { share: 0.01, workouts: 9 },
    ({ share, workouts }) => `Even within ${percent(Math.max(0.02, share))}, ${counted(workouts, "workout")}`,
  ),
  growing: label("and growing"),
  capped: label("The stronger side stops at the weaker one's reps: the difference is not in the log"),
  none: label("No exercise is done one side at a time."),
  few: label("Two workouts with both sides are needed."),
};

export const found = {
  weak: sentence<{ link: string; times: number; said: number; lines: number }>(
    { link: "grip", times: 6, said: 14, lines: 3 },
    ({ link, times, said, lines }) =>
      `${link === "grip" ? "Forearms" : capital(link)} felt instead in ${times} of ${counted(said, "workout")} of ${counted(lines, "exercise")}: the ${link} may be a weak link.`,
  ),
  noteWeak: label("Note it"),
  drop: sentence(
    { name: "Leg press", reps: 4, workouts: 6 },
    ({ name, reps, workouts }) =>
      `${name}: third set ${counted(Math.round(reps), "rep")} under the first at equal effort, in ${counted(workouts, "workout")}.`,
  ),
  pain: sentence(
    { name: "Dip", times: 3, workouts: 14, joint: "shoulder", last: "2 Nov", score: 4 },
    ({ name, times, workouts, joint, last, score }) =>
      `${name}: ${joint} pain in ${times} of ${counted(workouts, "workout")}, last ${score} of 10 on ${last}.`,
  ),
  test: sentence({ name: "Cable curl", extra: 3.2, on: "3 May" }, ({ name, extra, on }) =>
    extra > 2
      ? `${name}: ${extra.toFixed(0)} reps more than expected in the test set of ${on}. Sets are stopped earlier than they are said to be.`
      : `${name}: the test set of ${on} was as expected. Effort is as said.`,
  ),
  soreness: sentence(
    { more: 2.6, fewer: 3.4, weeks: 14 },
    ({ more, fewer, weeks }) =>
      `Soreness in weeks with more sets ${more.toFixed(1)}, with fewer ${fewer.toFixed(1)} (5 is good), ${counted(weeks, "week")}.`,
  ),
  sore: sentence(
    { group: "Triceps", sets: 14.2, otherwise: 10.1, weeks: 6, of: 18 },
    ({ group, sets, otherwise, weeks, of }) =>
      `${group}: sore in ${weeks} of ${counted(of, "check-in")}, after ${sets.toFixed(0)} sets a week; not after ${otherwise.toFixed(0)}.`,
  ),
  sorenessFew: label("Soreness against sets: too early to say, eight check-ins are needed."),
  unlikely: sentence<{ name: string; on: string; load: string; reps: number; expected: number | null }>(
    { name: "Leg press", on: "2 Nov", load: "2200 kg", reps: 12, expected: 11 },
    ({ name, on, load, reps, expected }) =>
      `${name}, ${on}: ${load ? `${load} × ` : ""}${counted(reps, "rep")}?${expected === null ? "" : ` Expected about ${Math.round(Math.max(0, expected))}.`}`,
  ),
  nothing: label("Nothing out of the ordinary."),
  meant: sentence({ load: "220 kg", reps: 12 }, ({ load, reps }) => `Meant: ${load ? `${load} × ` : ""}${reps}`),
  right: label("As typed"),
  strike: label("Strike it"),
};

const GATE: Record<string, string> = {
  sets: "fewer than 85 in 100 of the planned sets are done",
  reserve: "reserve is more than a rep off the plan",
  weeks: "two weeks of the last eight were missed",
  recovery: "check-ins are under 3 of 5",
  pain: "pain holds the load",
  test: "the test set had more than two reps to spare",
};
export const gate = sentence({ gate: "sets" }, (v) => GATE[v.gate] ?? v.gate);

/** what an edit does and why, each in at most a dozen words */
export const edit = {
  pain: label("Leave it out until the joint is seen to"),
  painWhy: label("Stopped for pain. Or swap it for what spares the joint."),
  unlikely: sentence({ sets: 2 }, ({ sets }) => `Decide on ${counted(sets, "set")} that cannot well be`),
  unlikelyWhy: label("They count for nothing until then."),
  drop: sentence({ rest: "2:30 min" }, ({ rest }) => `Rest ${rest}`),
  dropWhy: sentence(
    { reps: 4, workouts: 6 },
    ({ reps, workouts }) => `Third set ${Math.round(reps)} reps under the first, ${counted(workouts, "workout")}.`,
  ),
  side: sentence<{ weaker: Side }>({ weaker: "left" }, ({ weaker }) => `${sides[weaker]} side begins`),
  sideWhy: sentence<{ weaker: Side; share: number; workouts: number }>(
    { weaker: "left", share: 0.06, workouts: 9 },
    ({ weaker, share, workouts }) => `${sides[weaker]} ${percent(share)} weaker in ${counted(workouts, "workout")}.`,
  ),
  uncapped: label("Both sides to the same reserve again"),
  uncappedWhy: label("Three workouts without the limit show how far the sides are apart."),
  replace: label("Another setup in its place"),
  "one-sided": label("One side at a time in its place"),
  "one-sidedWhy": sentence<{ weaker: Side; share: number; of: string }>(
    { weaker: "left", share: 0.06, of: "Dumbbell bench press" },
    ({ weaker, share, of }) => `${of}: ${weaker} side ${percent(share)} weaker. With both hands it hides.`,
  ),
  "test set": label("Last set to failure, once"),
  "test setWhy": sentence(
    { family: "row", weeks: 12 },
    ({ family, weeks }) =>
      `${family}: may be standing still, ${counted(weeks, "week")}. First see whether effort is as said.`,
  ),
  more: label("One set more"),
  moreWhy: sentence(
    { family: "row", group: "Upper back", weeks: 12 },
    ({ family, group, weeks }) =>
      `${family}: may be standing still, ${counted(weeks, "week")}; ${group} is under the middle of its range.`,
  ),
  "further day": label("A further day, or another setup"),
  "further dayWhy": sentence(
    { family: "row", weeks: 12, probability: 0.7 },
    ({ family, weeks, probability }) =>
      `${family}: may be standing still (${Math.round(10 * probability)} in 10), ${counted(weeks, "week")}; sets are enough.`,
  ),
  first: sentence({ gate: "sets" }, (v) => `First: ${gate(v)}`),
  firstWhy: sentence(
    { family: "row", weeks: 12 },
    ({ family, weeks }) =>
      `${family}: may be standing still, ${counted(weeks, "week")}. The programme is not the first cause.`,
  ),
  "block end": label("The block's lighter week"),
  "block endWhy": sentence(
    { weeks: 6 },
    ({ weeks }) => `${counted(weeks, "week")} since the last lighter one: fewer sets, further from failure, once.`,
  ),
  "next block": label("The next block: sets and effort as before"),
  "next blockWhy": label("The lighter week is done."),
  rotate: sentence({ to: "Biceps" }, ({ to }) => `${to} next`),
  rotateWhy: sentence(
    { from: "Triceps", to: "Biceps", weeks: 6 },
    ({ from, to, weeks }) => `${from} specialised for ${counted(weeks, "week")}: hold it, and specialise ${to}.`,
  ),
  "lighter week": label("A lighter week"),
  "lighter weekWhy": sentence(
    { lines: 5, of: 8 },
    ({ lines, of }) => `${lines} of ${counted(of, "exercise")} weaker than twelve weeks ago.`,
  ),
};

/** whether a line stays as it is, and why */
export const stays = {
  keep: label("keep"),
  change: label("change"),
  replace: label("replace"),
};
export const because = {
  hurts: sentence(
    { joint: "shoulder", times: 4, of: 10 },
    ({ joint, times, of }) =>
      `${joint.replace(/^./, (c) => c.toUpperCase())} pain in ${times} of the last ${of} workouts.`,
  ),
  "not felt": sentence<{ target: number; said: number; where: string | null }>(
    { target: 3, said: 9, where: "front delts" },
    ({ target, said, where }) =>
      `Felt in the target in ${target} of ${counted(said, "workout")}${where ? `, in the ${where} instead` : ""}.`,
  ),
  form: sentence({ lost: 5, of: 6 }, ({ lost, of }) => `Form went in ${lost} of the last ${counted(of, "workout")}.`),
  others: sentence(
    { points: -4, clients: 9 },
    ({ points, clients }) => `Your other ${counted(clients, "client")} do worse with it (${signed(points)} points).`,
  ),
  still: sentence(
    { weeks: 14 },
    ({ weeks }) => `May be standing still after ${counted(weeks, "week")}, nothing else in the way.`,
  ),
  stronger: sentence(
    { mean: 0.04, weeks: 12 },
    ({ mean, weeks }) => `${signed(inPercent(mean))} % in ${counted(weeks, "week")}`,
  ),
  felt: sentence({ target: 8, said: 9 }, ({ target, said }) => `felt in the target in ${target} of ${said}`),
  early: sentence({ workouts: 2 }, ({ workouts }) => `${counted(workouts, "workout")}: too early`),
  "nothing against": label("nothing against it"),
};

export const acts = {
  accept: label("Accept"),
  change: label("Change"),
  decline: label("Decline"),
  acceptAll: sentence({ n: 5 }, ({ n }) => `Accept ${n} open`),
  handOver: label("To the week, to hand it over"),
  look: label("Look at the sets"),
  find: label("Find a setup"),
  undo: label("Undo"),
  why: label("Why not"),
  whyNeeded: label("A stop for pain is declined with a reason."),
  accepted: label("Accepted"),
  declined: sentence<{ reason: string | null }>({ reason: "deload first" }, ({ reason }) =>
    reason ? `Declined: ${reason}` : "Declined",
  ),
  save: label("Put it in the week"),
  back: label("Back"),
  load: sentence({ unit: "kg" }, ({ unit }) => `Load, ${unit}`),
  low: label("Reps from"),
  high: label("to"),
  sets: label("Sets"),
};

export const test = {
  begin: label("Begin a test"),
  line: label("Exercise"),
  what: label("What is measured"),
  whats: {
    felt: "felt in the target",
    drop: "drop from set to set",
    sides: "left against right",
    strength: "strength in the same setup",
  } as Record<string, string>,
  change: label("What is changed"),
  changeHint: label("for example: rest 2:30 instead of 2:00"),
  needs: sentence(
    { needed: 13, weeks: 7 },
    ({ needed, weeks }) =>
      `Takes ${counted(needed, "workout")} before and ${needed} after, about ${counted(weeks, "week")} more.`,
  ),
  cannot: sentence(
    { weeks: 40 },
    ({ weeks }) => `Cannot be told in under ${weeks} weeks. Choose something that shows sooner.`,
  ),
  growth: label(
    "Growth itself is no measure for one client: a doubling shows after 16 weeks on either side, in beginners only.",
  ),
  stays: label("Everything else in this exercise stays as it is. Pain ends the test."),
  verdict: sentence<{ since: number; needed: number; verdict: string }>(
    { since: 9, needed: 20, verdict: "cannot tell yet" },
    ({ since, needed, verdict }) => `After ${since} of ${counted(needed, "workout")}: ${verdict}.`,
  ),
  felt: sentence(
    { is: 0.78, since: 9, was: 0.5, before: 10 },
    ({ is, since, was, before }) =>
      `Felt in the target ${Math.round(is * since)} of ${since}, before ${Math.round(was * before)} of ${before}.`,
  ),
  amount: sentence(
    { is: 0.041, was: 0.065, low: -0.04, high: -0.01 },
    ({ is, was, low, high }) =>
      `${(100 * is).toFixed(1)} %, before ${(100 * was).toFixed(1)} % (difference ${signed(100 * low, 1)} to ${signed(100 * high, 1)}).`,
  ),
  strength: sentence(
    { low: -0.01, high: 0.04, difference: 0.015 },
    ({ low, high, difference }) =>
      `Strength ${signed(100 * difference, 1)} % (${signed(100 * low, 1)} to ${signed(100 * high, 1)}).`,
  ),
  end: label("End the test"),
  ended: label("ended"),
  none: label("No test runs. One change at a time, measured before and after, says what a feeling cannot."),
};

export const evidence = {
  title: label("Evidence of the practice"),
  about: label(
    "What each setup has done with your clients, few data pulled to the mean of all. Who gets a setup is not drawn by lot: a client's own pace is taken out, sore shoulders that get the neutral grip are not.",
  ),
  span: sentence(
    { clients: 41, setups: 38 },
    ({ clients, setups }) => `${counted(clients, "client")}, ${counted(setups, "setup")}`,
  ),
  waiting: sentence({ n: 12 }, ({ n }) => `${counted(n, "client")} still to be read`),
  find: label("Find a setup"),
  csv: label("As CSV"),
  judged: label("Judged"),
  few: label("Too few to judge: under three clients or 30 sets"),
  columns: {
    setup: "Setup",
    clients: "Clients, workouts",
    progress: "Progress a month over usual",
    felt: "Felt in the target",
    pain: "Pain in 100 workouts",
    left: "Gave it up",
    points: "Moves its score by",
  },
  none: label("No client has logged a set yet"),
  noneWhy: label("From three clients and 30 sets of a setup on it is judged here. Data stay in the practice."),
  points: sentence({ points: -3.4 }, ({ points }) => (Math.abs(points) < 0.5 ? "0" : signed(Math.round(points)))),
  range: sentence(
    { value: 0.8, low: 0.4, high: 1.5, digits: 1 },
    ({ value, low, high, digits }) => `${value.toFixed(digits)} (${low.toFixed(digits)}–${high.toFixed(digits)})`,
  ),
  signedRange: sentence(
    { value: 0.2, low: -0.1, high: 0.5 },
    ({ value, low, high }) => `${signed(value, 1)} % (${signed(low, 1)} to ${signed(high, 1)})`,
  ),
  pain: sentence({ workouts: 4, of: 31, clients: 3 }, ({ workouts, of, clients }) =>
    workouts === 0 ? `none in ${of}` : `${workouts} in ${counted(of, "workout")}, ${counted(clients, "client")}`,
  ),
  open: sentence<{ felt: number; pain: number; leaving: number; progress: number }>(
    { felt: 2.1, pain: -1, leaving: 0, progress: 0 },
    (v) =>
      `Of a hundred points: felt ${signed(v.felt, 1)}, pain ${signed(v.pain, 1)}, given up ${signed(v.leaving, 1)}, progress ${signed(v.progress, 1)}. Together at most 6, and never across a tier of mechanics.`,
  ),
  row: sentence(
    { points: 2, clients: 14 },
    ({ points, clients }) => `${signed(Math.round(points))} from your log (${counted(clients, "client")})`,
  ),
  on: label("Count the practice's log"),
};
