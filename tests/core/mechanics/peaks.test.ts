import type { Values } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY, type Model } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";
import { setupOf } from "../../support/setups";

const bodies = variedBodies(DEFAULT_BODY, 16, 9).map((b) => compileModel(b));
const kept = new Map<string, Analysis>();
const run = (m: Model, id: string, values: Values = {}): Analysis => {
  const key = `${bodies.indexOf(m)} ${id} ${JSON.stringify(values)}`;
  let a = kept.get(key);
  if (!a) kept.set(key, (a = analyse(m, setupOf(id, values))));
  return a;
};
const metrics = (a: Analysis, head: string) => a.heads.find((h) => h.id === head)!.metrics!;
const shoulder = (a: Analysis) =>
  a.s.map((_, n) =>
    Math.hypot(a.torques.shoulderFlexion![n]!, a.torques.shoulderAbduction![n]!, a.torques.shoulderRotation![n]!),
  );
const peakAt = (a: Analysis, x: Float64Array = a.resistance.map(Math.abs)) => a.s[x.indexOf(Math.max(...x))]!;
const start = (a: Analysis, head: string) => a.heads.find((h) => h.id === head)!.length[0]!;
const effort = (a: Analysis, head: string) => Math.max(...(a.heads.find((h) => h.id === head)?.activation ?? [0]));

const gastrocnemius = (a: Analysis) =>
  ["medial", "lateral"].reduce(
    (s, h) => s + (a.heads.find((x) => x.id === `gastrocnemius-${h}`)?.metrics?.shareOfAll ?? 0),
    0,
  );

const DELT = "deltoid-middle-front";
const GLUTE = "gluteus-maximus-middle";

/** known of every gym floor: in at least 15 of 16 varied bodies */
const facts: [string, (m: Model) => boolean][] = [
  [
    "a dumbbell side raise loads late and short",
    (m) => peakAt(run(m, "dumbbell-side-raise")) > 0.8 && metrics(run(m, "dumbbell-side-raise"), DELT).skew < 0.5,
  ],
  [
    "a cable at hand height loads from the long end, and flatter",
    (m) =>
      peakAt(run(m, "cable-side-raise")) < 0.3 &&
      metrics(run(m, "cable-side-raise"), DELT).skew > metrics(run(m, "dumbbell-side-raise"), DELT).skew &&
      Math.min(...run(m, "cable-side-raise").resistance.map(Math.abs)) >
        Math.min(...run(m, "dumbbell-side-raise").resistance.map(Math.abs)),
  ],
  ["a side-lying raise loads early", (m) => peakAt(run(m, "side-lying-raise")) < 0.15],
  [
    "a hip thrust loads the glutes short, whatever the feet push",
    (m) => [-0.1, 0, 0.1].every((push) => metrics(run(m, "hip-thrust", { push }), GLUTE).skew < 0.5),
  ],
  ["a squat loads the glutes long", (m) => metrics(run(m, "back-squat"), GLUTE).skew > 0.6],
  [
    "a dumbbell fly loads the chest long and leaves next to nothing at the top",
    (m) =>
      peakAt(run(m, "dumbbell-fly"), shoulder(run(m, "dumbbell-fly"))) < 0.15 &&
      shoulder(run(m, "dumbbell-fly")).at(-1)! < 0.2 * Math.max(...shoulder(run(m, "dumbbell-fly"))),
  ],
  [
    "a row is heaviest for the shoulder at the short end, a chin-up in the middle",
    (m) =>
      peakAt(run(m, "one-arm-dumbbell-row")) > 0.9 &&
      peakAt(run(m, "pull-up", { grip: 0 }), shoulder(run(m, "pull-up", { grip: 0 }))) > 0.3 &&
      peakAt(run(m, "pull-up", { grip: 0 }), shoulder(run(m, "pull-up", { grip: 0 }))) < 0.75,
  ],
  [
    "a dumbbell pullover has next to nothing with the arms vertical",
    (m) => shoulder(run(m, "dumbbell-pullover")).at(-1)! < 0.2 * Math.max(...shoulder(run(m, "dumbbell-pullover"))),
  ],
  [
    "a kickback loads only near lockout",
    (m) => peakAt(run(m, "dumbbell-kickback")) > 0.9 && Math.abs(run(m, "dumbbell-kickback").resistance[0]!) < 0.15,
  ],
  [
    "an overhead extension loads the long head longer than a pushdown",
    (m) =>
      metrics(run(m, "overhead-cable-extension"), "triceps-long").loadedLength >
      metrics(run(m, "one-arm-pushdown-cable-behind"), "triceps-long").loadedLength + 0.1,
  ],
  [
    "a seated leg curl loads the hamstrings longer than a lying one",
    (m) =>
      start(run(m, "seated-leg-curl"), "semimembranosus") > start(run(m, "lying-leg-curl"), "semimembranosus") + 0.2,
  ],
  [
    "a Romanian deadlift loads the hamstrings long",
    (m) => metrics(run(m, "romanian-deadlift"), "semimembranosus").loadedLength > 0.55,
  ],
  [
    "bent knees take gastrocnemius out of a calf raise",
    (m) => gastrocnemius(run(m, "seated-calf-raise")) < 0.5 * gastrocnemius(run(m, "standing-calf-raise")),
  ],
  [
    "a reclined leg extension lengthens rectus femoris and no vastus",
    (m) =>
      start(run(m, "leg-extension", { recline: 50 }), "rectus-femoris") >
        start(run(m, "leg-extension", { recline: 0 }), "rectus-femoris") + 0.1 &&
      Math.abs(
        start(run(m, "leg-extension", { recline: 50 }), "vastus-lateralis") -
          start(run(m, "leg-extension", { recline: 0 }), "vastus-lateralis"),
      ) < 1e-9,
  ],
  [
    "a free row loads the spine, a supported one does not",
    (m) =>
      effort(run(m, "bent-over-barbell-row"), "erector-lumbar") > 0.4 && run(m, "chest-supported-row").spine === null,
  ],
  [
    "good morning, Romanian deadlift, squat: the lumbar moment of an equal load falls",
    (m) =>
      run(m, "good-morning").spine!.momentPerKg >= run(m, "romanian-deadlift").spine!.momentPerKg &&
      run(m, "romanian-deadlift").spine!.momentPerKg >= run(m, "back-squat").spine!.momentPerKg,
  ],
];

test.each(facts)("%s", (_what, holds) => {
  expect(bodies.filter(holds).length).toBeGreaterThanOrEqual(15);
});
