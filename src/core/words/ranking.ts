/** What the ranking says: one line for a setup, one against it, where it is hardest, and why it stands there. */
import { percent } from "#core/base/numbers";
import { backLevel, lengthWord, placeInRep, stressLevel, tensionLevel } from "./levels";
import { capital, counted, label, listed, sentence } from "./sentence";

/** for a setup: at most two of them are one line */
export const forIt = {
  force: sentence({ share: 0.48 }, ({ share }) => `${tensionLevel(share)} tension (${percent(share)} of max)`),
  length: sentence({ place: 0.56 }, ({ place }) => `loaded ${lengthWord(place)} (${percent(place)})`),
  travel: sentence({ share: 0.61 }, ({ share }) => `long range of motion (${percent(share)} of the muscle's)`),
  ends: sentence({ nearness: 1 }, ({ nearness }) => `this muscle ends the set (${percent(nearness)} effort)`),
  nearlyEnds: sentence({ nearness: 0.93 }, ({ nearness }) => `${percent(nearness)} effort at the sticking point`),
  joints: label("easy on the joints"),
  spine: label("low back load low"),
  time: sentence({ seconds: 40 }, ({ seconds }) => `quick to set up (${seconds} s)`),
  steadiness: sentence({ steadiness: 0.9 }, ({ steadiness }) => `stable (${percent(steadiness)})`),
  progression: sentence({ step: 0.04 }, ({ step }) => `small load steps (${percent(step)})`),
  whole: sentence({ share: 0.8 }, ({ share }) => `trains much muscle at once (${percent(share)})`),
  load: sentence({ kg: 100 }, ({ kg }) => `heavy (${kg} kg)`),
  focus: sentence({ own: 0.7 }, ({ own }) => `mostly this muscle's work (${percent(own)})`),
  client: label("suits the client"),
};

/** a cost is never called low: there is some of it */
const backWords = { low: "some low back load", moderate: "low back load moderate", high: "low back load high" };

/** against it: one of them is the other line */
export const against = {
  force: sentence({ share: 0.3, best: 0.48 }, ({ share, best }) =>
    share < best - 0.005
      ? `${tensionLevel(share)} tension (${percent(share)} of max, best ${percent(best)})`
      : `${tensionLevel(share)} tension (${percent(share)} of max)`,
  ),
  length: sentence({ place: 0.3 }, ({ place }) => `loaded ${lengthWord(place)} (${percent(place)})`),
  travel: sentence({ share: 0.25 }, ({ share }) => `short range of motion (${percent(share)} of the muscle's)`),
  endsFirst: sentence(
    { muscle: "Brachialis", share: 0.41 },
    ({ muscle, share }) => `${muscle.toLowerCase()} gives out first (${percent(share)})`,
  ),
  effort: sentence({ nearness: 0.6 }, ({ nearness }) => `only ${percent(nearness)} effort at the sticking point`),
  joint: sentence({ joint: "elbow", strain: 0.59 }, ({ joint, strain }) =>
    stressLevel(strain) === "low"
      ? `some ${joint} stress (${Math.round(100 * strain)} of 100)`
      : `${joint} stress ${stressLevel(strain)} (${Math.round(100 * strain)} of 100)`,
  ),
  joints: label("some joint stress"),
  spine: sentence(
    { weights: 6.6 },
    ({ weights }) => `${backWords[backLevel(weights)]} (${weights.toFixed(1)} × body weight)`,
  ),
  time: sentence(
    { seconds: 140, sides: true },
    ({ seconds, sides }) => `slow to set up (${seconds} s${sides ? ", both sides" : ""})`,
  ),
  steadiness: sentence({ steadiness: 0.4 }, ({ steadiness }) => `little stability (${percent(steadiness)})`),
  helper: label("needs a helper"),
  progression: sentence({ step: 0.2 }, ({ step }) => `large load steps (${percent(step)})`),
  whole: sentence({ share: 0.2 }, ({ share }) => `trains little muscle at once (${percent(share)})`),
  load: sentence({ kg: 6 }, ({ kg }) => `light (${kg} kg)`),
  focus: sentence({ own: 0.2 }, ({ own }) => `little of the work is this muscle's (${percent(own)})`),
  client: sentence<{ points: number; weak: readonly string[] }>({ points: 28, weak: ["grip"] }, ({ points, weak }) =>
    weak.length
      ? `asks much of the weak ${listed(weak)} (${counted(Math.round(points), "point")})`
      : `the noted joint costs ${Math.round(points)} points`,
  ),
};

export const row = {
  plus: sentence({ reasons: ["high tension (48 % of max)", "loaded lengthened (67 %)"] }, ({ reasons }) =>
    capital(reasons.join(", ")),
  ),
  average: label("Average for this list"),
  liked: label("liked"),
  minus: sentence({ reason: "low back load high (6.6 × body weight)" }, ({ reason }) => capital(reason)),
  nothingAgainst: label("Nothing stands out"),
  hardest: sentence({ place: 0.67 }, ({ place }) => `${lengthWord(place)} (${percent(place)})`),
  sticks: sentence({ at: 0.9 }, ({ at }) => `sticks ${placeInRep(at)}`),
  spread: sentence({ low: 82, high: 90 }, ({ low, high }) =>
    Math.round(low) === Math.round(high) ? "" : `${Math.round(low)}–${Math.round(high)}`,
  ),
  spreadSpoken: sentence(
    { low: 82, high: 90 },
    ({ low, high }) => `${Math.round(low)} to ${Math.round(high)} across body types`,
  ),
  parts: sentence(
    { best: "strong", bestFor: ["Long length first"], worst: "niche", worstFor: ["Heavy base"] },
    ({ best, bestFor, worst, worstFor }) =>
      `Schools disagree: ${best} for ${listed(bestFor)}, ${worst} for ${listed(worstFor)}`,
  ),
  part: sentence({ to: 0.7 }, ({ to }) => `Best from 0 to ${percent(to)} of the rep: its end limits the load`),
  would: sentence({ place: 3 }, ({ place }) => `Would rank ${place}`),
  held: sentence(
    { by: "Edda", tier: "Strong", mechanics: "Useful", reason: "felt by nearly all" },
    ({ by, tier, mechanics, reason }) =>
      `${by} rates it ${tier.toLowerCase()} (mechanics: ${mechanics.toLowerCase()}): ${reason}`,
  ),
};

export const table = {
  caption: label("Setups from best to worst. Arrow keys move, Enter shows why, u uses the setup."),
  tier: label("tier"),
  place: label("place"),
  picture: label("picture where it is hardest"),
  grain: label("shortened – lengthened"),
  setup: label("setup, for and against"),
  hardest: label("hardest"),
  score: label("score"),
  actions: label("actions"),
  along: label("Trains this muscle on the side: these are for other muscles"),
  out: label("Not possible now"),
  ready: sentence(
    { n: 32, head: "Biceps, long head", first: "Preacher curl" },
    ({ n, head, first }) => `${n} setups for ${head}; first ${first}`,
  ),
};

export const actions = {
  why: label("Why"),
  whyOf: sentence({ setup: "Preacher curl" }, ({ setup }) => `Why: ${setup}`),
  use: sentence<{ client: string | null }>({ client: "Maja" }, ({ client }) =>
    client ? `Use for ${client}` : "Use for …",
  ),
  useFor: sentence<{ setup: string; client: string | null }>(
    { setup: "Preacher curl", client: "Maja" },
    ({ setup, client }) => (client ? `Use for ${client}: ${setup}` : `Use for …: ${setup}`),
  ),
  add: sentence({ things: ["cable", "bench"] }, ({ things }) => `Add ${listed(things)}`),
};

/** the numbers behind a row */
export const why = {
  tension: sentence({ best: 0.48 }, ({ best }) => `Tension as this school weighs it (best here ${best.toFixed(2)})`),
  effort: label("Effort at the sticking point"),
  length: label("Where in its length range it is loaded"),
  lengthTold: sentence({ place: 0.67 }, ({ place }) => `${percent(place)}, ${lengthWord(place)}`),
  thirds: label("Tension shortened · mid-range · lengthened"),
  share: label("Share of the exercise's work"),
  partials: label("Load possible with lengthened partials"),
  sticks: label("Sticking point"),
  sticksTold: sentence({ from: 0.65, to: 0.8 }, ({ from, to }) =>
    from === to ? `${percent(from)} of the rep` : `${percent(from)} to ${percent(to)} of the rep`,
  ),
  load: sentence({ low: 8, high: 12, rir: 2 }, ({ low, high, rir }) => `Load for ${low}–${high} reps with ${rir} RIR`),
  loadTold: sentence(
    { likely: "22", low: "17", high: "28", unit: "kg", meaning: "per hand" },
    ({ likely, low, high, unit, meaning }) => `about ${likely} ${unit} ${meaning} (${low}–${high})`,
  ),
  bench: label("Open on the bench"),
  session: sentence(
    { place: "early, as a main lift", kg: 80, step: 0.03, seconds: 90 },
    ({ place, kg, step, seconds }) =>
      `In a session: ${place} (${kg} kg moved, load step ${percent(step)}, ${seconds} s to set up).`,
  ),
  caution: sentence(
    { joint: "elbow", text: "Stop where it pinches." },
    ({ joint, text }) => `Caution, ${joint}: ${text}`,
  ),
  claim: sentence({ text: "The arm overhead loads the long head long." }, ({ text }) => `Coaches say: “${text}”`),
  agrees: label("The model agrees"),
  contradicts: label("The model disagrees"),
  undecided: label("The model cannot decide"),
  sure: sentence({ tier: "Strong", share: 0.8, low: 78, high: 86 }, ({ tier, share, low, high }) =>
    share < 0.7
      ? `Not sure: ${tier.toLowerCase()} in only ${percent(share)} of body types, scores ${Math.round(low)}–${Math.round(high)}.`
      : `${tier} in ${percent(share)} of body types, scores ${Math.round(low)}–${Math.round(high)}.`,
  ),
  made: label("What the score is made of"),
  costs: sentence(
    { points: 8 },
    ({ points }) => `${points >= 8 ? "high" : points >= 3 ? "moderate" : "low"} cost, −${Math.round(points)} points`,
  ),
  schools: label("In other schools"),
  compare: label("Compare side by side"),
  noCompare: label("Leave out of the comparison"),
};

export const factorNames = {
  tension: label("Tension"),
  limiter: label("Limiting muscle"),
  client: label("Client's joints and weak links"),
};

/** arguing with a row */
export const argue = {
  group: sentence({ setup: "Preacher curl" }, ({ setup }) => `Argue with ${setup}`),
  above: label("Argue: should rank above"),
  another: label("another setup"),
  agrees: sentence({ points: 5 }, ({ points }) => `This list agrees: ${counted(points, "point")} ahead.`),
  behind: sentence(
    { points: 12, cause: "lower tension" },
    ({ points, cause }) => `This setup scores ${counted(points, "point")} less, mainly for ${cause}.`,
  ),
  settles: sentence(
    { term: "Joint stress", from: 0.4, to: 0.1 },
    ({ term, from, to }) =>
      `With the weight of “${term}” at ${to.toFixed(2)} instead of ${from.toFixed(2)} it would rank above.`,
  ),
  contested: label("No single weight changes the order: the tension differs. Rate it below and say why."),
  price: sentence({ points: 12, worth: 2.6 }, ({ points, worth }) =>
    worth > 0
      ? `Using it costs ${counted(points, "point")}: 3 sets of it do the work of ${worth.toFixed(1)} sets of the best.`
      : `Using it costs ${counted(points, "point")}.`,
  ),
  rate: label("Rate it as"),
  because: label("because …"),
  reason: label("Reason"),
  save: label("Save rating"),
  saved: sentence(
    { by: "Edda", day: "Nov 3", score: 62, due: true },
    ({ by, day, score, due }) => `${by}, ${day}; score then ${score}${due ? ", review due" : ""}`,
  ),
  remove: label("Remove rating"),
};

export const causes = {
  tension: label("lower tension"),
  limiter: label("another muscle that ends the set"),
  joints: label("more joint stress"),
  spine: label("more low back load"),
  time: label("longer set-up"),
  steadiness: label("less stability"),
  progression: label("larger load steps"),
  whole: label("less muscle trained at once"),
  load: label("a lighter load"),
  focus: label("other muscles doing more of the work"),
  client: label("stress on the client's joint"),
};

/** school, goal, weights */
export const weighing = {
  group: label("School, goal and weights"),
  school: label("School"),
  goal: label("Goal"),
  size: label("size"),
  strength: label("strength"),
  goalSpoken: sentence(
    { strength: 0.3 },
    ({ strength }) => `size ${Math.round(100 - 100 * strength)}, strength ${Math.round(100 * strength)}`,
  ),
  adjusted: sentence({ school: "Long length first" }, ({ school }) => `${school}, adjusted.`),
  reset: label("Reset"),
  adjust: label("Adjust weights"),
  keep: label("Save as our own school"),
  name: label("Name of our own school"),
  remove: label("Remove this school"),
};

export const filters = {
  equipment: label("Equipment"),
  only: label("Only setups"),
  any: label("any"),
  showOut: label("Show what is not possible, and why"),
  none: label("No setup fits all these filters."),
  clear: label("Clear filters"),
  nothing: label("No setup in the library trains this head enough."),
};

export const heading = {
  forClient: sentence(
    { name: "Maja", cm: 168, kg: 63, joints: ["elbow sore"], alone: true },
    ({ name, cm, kg, joints, alone }) =>
      `For ${[`${name}: ${cm} cm, ${kg} kg`, ...joints, ...(alone ? ["trains alone"] : [])].join(", ")}.`,
  ),
  anybody: label("For a body of 175 cm and 75 kg. Choose a client for a list of their own."),
  cover: label("Fewest exercises that cover it"),
  notFor: sentence({ n: 3 }, ({ n }) => `Left out: ${counted(n, "setup")} with under 15 % of this head's best work`),
};
