/** Statements about the back. */
import { compileModel } from "#core/mechanics/compile";
import { setCoordinate, setRhythm, type Model } from "#core/mechanics/model";
import { createState, updateState } from "#core/mechanics/state";
import {
  abs,
  activation,
  effort,
  leastOf,
  limits,
  metrics,
  peakAt,
  peakOf,
  run,
  series,
  share,
  shoulder,
  type Case,
} from "./measure";

const LATS = ["latissimus-thoracic", "latissimus-lumbar", "latissimus-iliac"];
const UPPER_BACK = ["deltoid-rear", "trapezius-middle", "rhomboids"];
const ARM_FLEXORS = [
  "biceps",
  "brachialis",
  "brachioradialis",
  "pronators",
  "wrist-flexors",
  "wrist-extensors",
  "finger-flexors",
];
const evenness = (x: Float64Array) => leastOf(x) / peakOf(x);
const shortest = (a: ReturnType<typeof run>) => leastOf(series(a, "latissimus-lumbar").position);
/** deg of shoulder extension behind the trunk at the end */
const behind = (a: ReturnType<typeof run>) => {
  const n = a.s.length - 1;
  const [plane, elevation] = [a.joints.plane?.[n] ?? 90, a.joints.elevation![n]!];
  return -Math.sign(plane) * elevation;
};

/** moment arm of a head about the shoulder's flexion axis with the arm so far behind the trunk, cm */
function extensionArm(model: Model, head: string, degrees: number): number {
  const state = createState(model);
  setCoordinate(model, state.q, "plane.right", degrees >= 0 ? -90 : 90);
  setCoordinate(model, state.q, "elevation.right", Math.abs(degrees));
  setRhythm(model, state.q, "right");
  updateState(model, state);
  const [h, f] = [
    model.heads.findIndex((x) => x.id === head && x.side === "right"),
    model.freedoms.findIndex((x) => x.id === "shoulderFlexion" && x.side === "right"),
  ];
  return -100 * state.arms[h * model.freedoms.length + f]!;
}

export const backCases: readonly Case[] = [
  {
    id: "C38",
    statement: "Bench dips favour the lateral and medial heads of the triceps, bar dips the long head.",
    verdict: "undecided",
    because:
      "A bench dip stands on hands and feet at different heights behind and before the body; how the weight is shared between them is not modelled, so the library has none.",
    judge: (model) => ({ holds: false, numbers: { longHeadInBarDip: effort(run(model, "dip"), "triceps-long") } }),
  },
  {
    id: "C10",
    statement: "A one-arm dumbbell row is hardest at the top, where the lat is short.",
    verdict: "agrees",
    because:
      "The lever goes with the sine of the upper arm from the plumb line: little while it hangs, all of it when it is level.",
    judge(model) {
      const a = run(model, "one-arm-dumbbell-row");
      const r = abs(a.torques.shoulderFlexion!);
      return {
        holds: r[0]! < 0.2 * peakOf(r) && peakAt(a, r) >= 0.8,
        numbers: { hanging: r[0]! / peakOf(r), peakAt: peakAt(a, r) },
      };
    },
  },
  {
    id: "C19",
    statement: "A straight-arm cable pullover keeps load on through the whole rep; the lying dumbbell version fades.",
    verdict: "agrees",
    because:
      "The cable's line stays away from the shoulder all the way; the dumbbell's passes through it with the arms upright.",
    judge(model) {
      const [cable, dumbbell] = [run(model, "straight-arm-pulldown"), run(model, "dumbbell-pullover")].map((a) =>
        evenness(shoulder(a)),
      );
      return { holds: cable! > 0.4 && dumbbell! < 0.2, numbers: { cable: cable!, dumbbell: dumbbell! } };
    },
  },
  {
    id: "C21",
    statement: "A bent-over straight-arm dumbbell raise has no load in the stretched bottom; a cable keeps it on.",
    verdict: "agrees",
    because: "A hanging arm has no lever; the cable has one there.",
    judge(model) {
      const [raise, cable] = [
        shoulder(run(model, "bent-over-straight-arm-raise")),
        shoulder(run(model, "straight-arm-pulldown")),
      ];
      return {
        holds: raise[0]! < 0.15 * peakOf(raise) && evenness(cable) > 0.4,
        numbers: { hanging: raise[0]! / peakOf(raise), cable: evenness(cable) },
      };
    },
  },
  {
    id: "C22",
    statement:
      "In beginners with a small back, heavy rows and pulldowns are ended by the arm flexors and grip rather than by the back.",
    verdict: "contradicts",
    because:
      "What ends these pulls in this body is behind the shoulder (rear deltoid, teres major, lat), and a weaker back ends them the sooner: the arm flexors' part falls, it does not rise. What a hand can hold is not in the model, so the grip's part stays open.",
    judge(model) {
      const weaker = { ...model.body.variation?.strength };
      for (const h of model.heads)
        if (["latissimus", "teres-major", "trapezius", "rhomboids"].includes(h.muscle))
          weaker[h.id] = 0.7 * (weaker[h.id] ?? 1);
      const none = { strength: {}, referenceLength: {}, fibreLength: {}, momentArm: {}, limbs: {} };
      const small = compileModel({ ...model.body, variation: { ...(model.body.variation ?? none), strength: weaker } });
      const arms = (m: Model) => ["seated-cable-row", "cable-pulldown"].map((id) => limits(run(m, id), ...ARM_FLEXORS));
      const [rowAll, pullAll] = arms(model);
      const [rowSmall, pullSmall] = arms(small);
      return {
        holds: rowSmall! > 0.5 && pullSmall! > 0.5,
        numbers: {
          armsInRow: rowAll!,
          armsInPulldown: pullAll!,
          armsInRowSmallBack: rowSmall!,
          armsInPulldownSmallBack: pullSmall!,
        },
      };
    },
  },
  {
    id: "C23",
    statement: "One pull can be pointed at another region of the back by what is squeezed, the path being the same.",
    verdict: "contradicts",
    because:
      "The same path and load ask for the same torques, so the same sharing; another path changes it. Attention is not mechanics.",
    judge(model) {
      const [one, again, flared] = [
        run(model, "seated-cable-row", { flare: 0 }),
        run(model, "seated-cable-row"),
        run(model, "seated-cable-row", { flare: 1 }),
      ];
      const change = (a: typeof one, b: typeof one) => Math.abs(share(a, ...LATS) - share(b, ...LATS));
      return {
        holds: change(one, again) > 0.02,
        numbers: { samePath: change(one, again), otherPath: change(one, flared) },
      };
    },
  },
  {
    id: "C28",
    statement: "A tucked elbow driven to the hip loads the lat more than an elbow out to the side.",
    verdict: "agrees",
    because:
      "Tucked, the torque is extension, where the lat has its lever; out to the side it is backwards across, where it has little.",
    judge(model) {
      const [tucked, out] = [0, 1].map((flare) => effort(run(model, "chest-supported-row", { flare }), ...LATS));
      return { holds: tucked! > out!, numbers: { tucked: tucked!, out: out! } };
    },
  },
  {
    id: "C29",
    statement: "A high, outward elbow moves a row to rhomboids, middle trapezius and rear deltoid.",
    verdict: "agrees",
    because:
      "The torque turns to backwards across the body, which the rear deltoid has the lever for, and the blades follow.",
    judge(model) {
      const [tucked, out] = [0, 1].map((flare) => share(run(model, "chest-supported-row", { flare }), ...UPPER_BACK));
      return { holds: out! - tucked! >= 0.05, numbers: { tucked: tucked!, out: out! } };
    },
  },
  {
    id: "C30",
    statement: "A thick rotating sleeve makes the grip fail before the back; straps mend it.",
    verdict: "undecided",
    because:
      "The model tells the force on the hand, not what a hand can hold on a handle of some thickness: there is no grip capacity in it.",
    judge(model) {
      const grip = run(model, "one-arm-dumbbell-row").demands.find((d) => d.what === "grip")!.ratio;
      return { holds: false, numbers: { forceOnHandOverBodyWeight: grip } };
    },
  },
  {
    id: "C31",
    statement: "In a dumbbell pullover the torque is about zero with the arms vertical.",
    verdict: "agrees",
    because: "Hands over the shoulders have no lever; what is left comes from the bend of the elbow.",
    judge(model) {
      const r = shoulder(run(model, "dumbbell-pullover"));
      return { holds: r.at(-1)! <= 0.2 * peakOf(r), numbers: { vertical: r.at(-1)! / peakOf(r) } };
    },
  },
  {
    id: "C32",
    statement:
      "Only a part of a dumbbell pullover's arc is hard (half or less at 70 % of the peak), and less than of the cable's.",
    verdict: "agrees",
    because: "Gravity's lever is a sine over the arc, the cable's flatter.",
    judge(model) {
      const hard = (id: string) => {
        const r = shoulder(run(model, id));
        return r.filter((t) => t >= 0.7 * peakOf(r)).length / r.length;
      };
      const [dumbbell, cable] = ["dumbbell-pullover", "straight-arm-pulldown"].map(hard);
      return { holds: dumbbell! <= 0.55 && cable! > dumbbell!, numbers: { dumbbell: dumbbell!, cable: cable! } };
    },
  },
  {
    id: "C33",
    statement: "With one arm the straight-arm pulldown can go behind the body, to a shorter lat.",
    verdict: "agrees",
    because: "The trunk is not in the way of one arm.",
    judge(model) {
      const [one, two] = [run(model, "one-arm-straight-arm-pulldown"), run(model, "straight-arm-pulldown")];
      return {
        holds: shortest(one) < shortest(two) && behind(one) - behind(two) >= 10,
        numbers: {
          oneArm: shortest(one),
          twoArms: shortest(two),
          oneArmBehind: behind(one),
          twoArmsBehind: behind(two),
        },
      };
    },
  },
  {
    id: "C46",
    statement: "In a free barbell row the low back tires first.",
    verdict: "undecided",
    because:
      "The low back works close to its share of effort, but which gives out first, it or the back of the shoulder, changes from body to body; a chest pad takes it out in all of them.",
    judge(model) {
      const [free, padded] = [run(model, "bent-over-barbell-row"), run(model, "chest-supported-row")];
      return {
        holds: limits(free, "erectors") > 0.5 && limits(padded, "erectors") === 0,
        numbers: {
          erectorsFree: limits(free, "erectors"),
          erectorActivation: activation(free, "erector-lumbar"),
          erectorsPadded: limits(padded, "erectors"),
        },
      };
    },
  },
  {
    id: "C47",
    statement: "Elbows close to the trunk give a pulldown more range and a shorter lat than a wide grip.",
    verdict: "agrees",
    because: "Close elbows travel from overhead to the side in the plane in which the lat shortens most.",
    judge(model) {
      const [close, wide] = [2, 1].map((grip) => metrics(run(model, "cable-pulldown", { grip }), "latissimus-lumbar"));
      const travel = (m: typeof close) => m!.stretchReached - m!.shortReached;
      return {
        holds: travel(close) > travel(wide) && close!.shortReached < wide!.shortReached,
        numbers: {
          travelClose: travel(close),
          travelWide: travel(wide),
          shortClose: close!.shortReached,
          shortWide: wide!.shortReached,
        },
      };
    },
  },
  {
    id: "C48",
    statement:
      "A rope lets the hands pass the hips in a straight-arm pulldown: farther behind, a shorter lat, less of the rest.",
    verdict: "agrees",
    because:
      "Past the hip the lat is shorter, and coming over the side of the ribs it keeps enough of its lever there that the rest does a little less. (With a line over the blade, as in earlier models, it lost the lever and the rest did more.)",
    judge(model) {
      const [past, front] = [run(model, "one-arm-straight-arm-pulldown"), run(model, "straight-arm-pulldown")];
      const rest = (a: typeof past) => 1 - share(a, ...LATS, "teres-major");
      return {
        holds: shortest(past) < shortest(front) && rest(past) < rest(front),
        numbers: {
          lengthPast: shortest(past),
          lengthFront: shortest(front),
          restPast: rest(past),
          restFront: rest(front),
        },
      };
    },
  },
  {
    id: "C49",
    statement:
      "Regional bias within the lat is small (under 10 points between its upper and lower parts) in common rows and pulldowns.",
    verdict: "undecided",
    because: "The three parts differ by less than a tenth in the default body; in many varied ones by more.",
    judge(model) {
      const gaps = ["seated-cable-row", "cable-pulldown", "chest-supported-row", "pull-up"].map((id) => {
        const a = run(model, id);
        const parts = LATS.map((h) => effort(a, h));
        return Math.max(...parts) - Math.min(...parts);
      });
      return { holds: Math.max(...gaps) < 0.1, numbers: { widestGapOfActivation: Math.max(...gaps) } };
    },
  },
  {
    id: "C50",
    statement: "Past the trunk line the lat loses its lever for extension and the rear deltoid takes over.",
    verdict: "agrees",
    because:
      "Its line comes to run through the joint: 40 degrees behind the trunk next to nothing of the lever at the side is left, while the rear deltoid keeps its own.",
    judge(model) {
      const [side, past] = [0, 40].map((d) => extensionArm(model, "latissimus-lumbar", d));
      const [rearSide, rearPast] = [0, 40].map((d) => extensionArm(model, "deltoid-rear", d));
      return {
        holds: past! < 0.4 * side! && rearPast! > rearSide!,
        numbers: { latAtSide: side!, latPast: past!, rearAtSide: rearSide!, rearPast: rearPast! },
      };
    },
  },
  {
    id: "C51",
    statement: "A lying band pullover is hardest at the end of the pull.",
    verdict: "contradicts",
    because:
      "The band pulls hardest at the end, but its line then runs along the arm: the lever falls faster than the force grows, and the torque peaks after the middle.",
    judge(model) {
      const a = run(model, "lying-band-pullover");
      return {
        holds: peakAt(a, shoulder(a)) >= 2 / 3,
        numbers: { peakAt: peakAt(a, shoulder(a)), end: shoulder(a).at(-1)! / peakOf(shoulder(a)) },
      };
    },
  },
  {
    id: "C63",
    statement: "A chest pad takes the trunk out of a row.",
    verdict: "agrees",
    because: "The pad carries the trunk; nothing is left for the erectors to hold.",
    judge(model) {
      const [free, padded] = [run(model, "bent-over-barbell-row"), run(model, "chest-supported-row")];
      return {
        holds:
          activation(free, "erector-lumbar") > 0.4 &&
          activation(padded, "erector-lumbar") < 0.1 &&
          padded.spine === null,
        numbers: {
          free: activation(free, "erector-lumbar"),
          padded: activation(padded, "erector-lumbar"),
          lumbarMoment: free.spine?.moment ?? 0,
        },
      };
    },
  },
  {
    id: "C66",
    statement: "Leaning forwards shifts a shrug from the upper to the middle trapezius.",
    verdict: "agrees",
    because: "Leaning turns the load's pull from along the upper fibres towards the middle ones.",
    judge(model) {
      const ratio = (lean: number) => {
        const a = run(model, "dumbbell-shrug", { lean });
        return effort(a, "trapezius-middle") / effort(a, "trapezius-upper");
      };
      const [upright, leaning] = [0, 30].map(ratio);
      return { holds: leaning! > upright!, numbers: { upright: upright!, leaning: leaning! } };
    },
  },
];
