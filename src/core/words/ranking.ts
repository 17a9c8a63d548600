/** What the ranking says: one line for a setup, one against it, where it is hardest, and why it stands there. */
import { percent } from "#core/base/numbers";
import { backLevel, lengthWord, placeInRep, stressLevel, tensionLevel } from "./levels";
import { capital, label, listed, sentence } from "./sentence";

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
  focus: sentence({ own: 0.7 }, ({ own }) => `${percent(own)} of the work is this muscle's`),
  client: label("spares the noted joint"),
};

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
  joint: sentence(
    { joint: "elbow", strain: 0.59 },
    ({ joint, strain }) => `${joint} stress ${stressLevel(strain)} (${Math.round(100 * strain)} of 100)`,
  ),
  joints: label("some joint stress"),
  spine: sentence(
    { weights: 6.6 },
    ({ weights }) => `low back load ${backLevel(weights)} (${weights.toFixed(1)} × body weight)`,
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
  focus: sentence({ own: 0.2 }, ({ own }) => `only ${percent(own)} of the work is this muscle's`),
  client: sentence({ points: 28 }, ({ points }) => `the noted joint costs ${Math.round(points)} points`),
};

export const row = {
  plus: sentence({ reasons: ["high tension (48 % of max)", "loaded lengthened (67 %)"] }, ({ reasons }) =>
    capital(reasons.join(", ")),
  ),
  average: label("Average for this list"),
  minus: sentence({ reason: "low back load high (6.6 × body weight)" }, ({ reason }) => capital(reason)),
  nothingAgainst: label("Nothing stands out"),
  hardest: sentence({ place: 0.67 }, ({ place }) => `${lengthWord(place)} (${percent(place)})`),
  sticks: sentence({ at: 0.9 }, ({ at }) => `sticks ${placeInRep(at)}`),
  spread: sentence({ low: 82, high: 90 }, ({ low, high }) => `${Math.round(low)}–${Math.round(high)}`),
  spreadSpoken: sentence(
    { low: 82, high: 90 },
    ({ low, high }) => `${Math.round(low)} to ${Math.round(high)} across body types`,
  ),
  parts: sentence(
    { best: "strong", bestFor: ["Long length first"], worst: "niche", worstFor: ["Heavy base"] },
    ({ best, bestFor, worst, worstFor }) =>
      `Schools disagree: ${best} for ${listed(bestFor)}, ${worst} for ${listed(worstFor)}`,
  ),
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
