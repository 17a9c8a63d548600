/** Statements about shoulder and chest. */
import { mean } from "#core/base/numbers";
import {
  activation,
  endingAt,
  indexOfPeak,
  leastOf,
  metrics,
  peakAt,
  peakOf,
  resistance,
  run,
  share,
  shoulder,
  variation,
  within,
  type Case,
} from "./measure";

const PECS = ["pectoralis-clavicular", "pectoralis-sternal", "pectoralis-costal"];
const MIDDLE = "deltoid-middle-front";

export const shoulderCases: readonly Case[] = [
  {
    id: "C01",
    statement:
      "In a reverse fly with the arms straight out the work goes to the middle trapezius and rhomboids more than to the rear deltoid.",
    verdict: "contradicts",
    because:
      "The torque about the shoulder has to be carried by the muscles of the shoulder whatever the blade does; middle trapezius and rhomboids hold the blade beside them. Straight out, their part grows and the rear deltoid's falls a little, but the rear deltoid stays ahead.",
    judge(model) {
      const [out, low] = [90, 45].map((height) => run(model, "reverse-fly", { height }));
      const [blade, rear, rearLow] = [
        share(out!, "trapezius-middle", "rhomboids"),
        share(out!, "deltoid-rear"),
        share(low!, "deltoid-rear"),
      ];
      return { holds: blade > rear, numbers: { blade, rear, rearLow } };
    },
  },
  {
    id: "C09",
    statement: "A flat dumbbell fly is hardest at the open-arm start, with long fibres, and has nothing at the top.",
    verdict: "agrees",
    because:
      "The lever is the level distance from shoulder to hand: all of the arm at the start, what the bent elbow leaves (about an eighth) at the top.",
    judge(model) {
      const a = run(model, "dumbbell-fly");
      const r = shoulder(a);
      return {
        holds: peakAt(a, r) <= 0.15 && r.at(-1)! < 0.2 * peakOf(r),
        numbers: { peakAt: peakAt(a, r), top: r.at(-1)! / peakOf(r) },
      };
    },
  },
  {
    id: "C11",
    statement: "Lying on the side, a raise is hardest with the arm level, where the standing raise is easiest.",
    verdict: "agrees",
    because:
      "Gravity's lever is largest with the arm level: along the body when lying on the side, straight out when standing.",
    judge(model) {
      const [lying, standing] = [run(model, "side-lying-raise"), run(model, "dumbbell-side-raise")];
      const start = resistance(standing)[0]!;
      return {
        holds: peakAt(lying) <= 0.12 && start < 0.25 && metrics(lying, MIDDLE).skew > metrics(standing, MIDDLE).skew,
        numbers: {
          peakAt: peakAt(lying),
          standingStart: start,
          skewLying: metrics(lying, MIDDLE).skew,
          skewStanding: metrics(standing, MIDDLE).skew,
        },
      };
    },
  },
  {
    id: "C12",
    statement: "Bent-over rear raises use hip and low-back muscles for no gain.",
    verdict: "agrees",
    because: "Bent over, the trunk's weight and the load's hang from the low back; standing at a cable they hardly do.",
    judge(model) {
      const [bent, standing] = [run(model, "bent-over-straight-arm-raise"), run(model, "cable-side-raise")];
      const [free, upright] = [activation(bent, "erector-lumbar"), activation(standing, "erector-lumbar")];
      return { holds: free > 0.3 && upright < 0.15, numbers: { bentOver: free, standingCable: upright } };
    },
  },
  {
    id: "C17",
    statement: "Upright dips favour the triceps; a forward lean shifts work to chest and shoulders.",
    verdict: "agrees",
    because: "Leaning brings the shoulder in front of the hand: its lever grows, the elbow's shrinks.",
    judge(model) {
      const [upright, leaning] = [5, 30].map((lean) => run(model, "dip", { lean }));
      const ratio = (a: typeof upright) => peakOf(a!.torques.elbow!.map(Math.abs)) / peakOf(shoulder(a!));
      const chest = (a: typeof upright) => share(a!, ...PECS);
      return {
        holds: ratio(upright) > ratio(leaning) && chest(leaning) > chest(upright),
        numbers: {
          elbowOverShoulderUpright: ratio(upright),
          elbowOverShoulderLeaning: ratio(leaning),
          chestUpright: chest(upright),
          chestLeaning: chest(leaning),
        },
      };
    },
  },
  {
    id: "C20",
    statement: "In a cable side raise a pulley at hand height loads the long position most.",
    verdict: "agrees",
    because:
      "At hand height the cable stands across the arm at the bottom; from the floor it runs along the arm there.",
    judge(model) {
      const early = (pulley: number) => mean(resistance(run(model, "cable-side-raise", { pulley })), 0, 9);
      const [low, hand, high] = [-0.6, 0, 0.4].map(early);
      const [atHand, atFloor] = [0, -0.6].map((pulley) => peakAt(run(model, "cable-side-raise", { pulley })));
      return {
        holds: hand! > low! && atHand! < atFloor!,
        numbers: { low: low!, hand: hand!, high: high!, peakAtHand: atHand!, peakAtFloor: atFloor! },
      };
    },
  },
  {
    id: "C24",
    statement:
      "In a dumbbell press the load on the chest is heaviest at the bottom and close to nil with the arms vertical.",
    verdict: "agrees",
    because: "With the hand over the shoulder the lever is gone but for the width that the bent elbow leaves.",
    judge(model) {
      const r = shoulder(run(model, "dumbbell-bench-press"));
      return { holds: r.at(-1)! <= 0.15 * r[0]!, numbers: { top: r.at(-1)! / r[0]! } };
    },
  },
  {
    id: "C25",
    statement: "A cable fly with an outward pull keeps load where the hands meet; a dumbbell press does not.",
    verdict: "agrees",
    because: "The cable still pulls outwards where the hands meet; gravity then runs through the shoulder.",
    judge(model) {
      const end = (a: ReturnType<typeof run>) => shoulder(a).at(-1)! / peakOf(shoulder(a));
      const [cable, press] = [end(run(model, "cable-fly")), end(run(model, "dumbbell-bench-press"))];
      return { holds: cable >= 0.5 && press <= 0.15, numbers: { cable, press } };
    },
  },
  {
    id: "C27",
    statement:
      "Raising above the horizontal shifts the work from the middle deltoid to the parts of the trapezius that turn the blade up.",
    verdict: "agrees",
    because: "Above level the deltoid's part falls and the upward turners' part rises, though by a few points only.",
    judge(model) {
      const part = (a: ReturnType<typeof run>) => {
        const [delt, traps] = [
          share(a, "deltoid-middle-front", "deltoid-middle-back"),
          share(a, "trapezius-upper", "trapezius-lower", "serratus-lower", "serratus-upper"),
        ];
        return traps / (delt + traps);
      };
      const [level, overhead] = [
        part(run(model, "dumbbell-side-raise")),
        part(run(model, "dumbbell-side-raise", {}, endingAt("overhead", { elevation: 150 }))),
      ];
      return { holds: overhead > level, numbers: { level, overhead } };
    },
  },
  {
    id: "C41",
    statement: "A standing dumbbell side raise is hardest with the arm straight out, where the muscle is short.",
    verdict: "agrees",
    because:
      "Lever and gravity are square with the arm level, where the middle deltoid has used up most of its travel.",
    judge(model) {
      const a = run(model, "dumbbell-side-raise");
      const at = indexOfPeak(resistance(a));
      const angle = a.joints.elevation![at]!;
      return { holds: angle >= 75 && within(a, MIDDLE, at) < 1 / 3, numbers: { angle, place: within(a, MIDDLE, at) } };
    },
  },
  {
    id: "C42",
    statement: "A cable side raise loads the range more evenly than a dumbbell.",
    verdict: "agrees",
    because: "The cable's direction turns with the arm, so its lever changes less than gravity's.",
    judge(model) {
      const [cable, dumbbell] = [run(model, "cable-side-raise"), run(model, "dumbbell-side-raise")].map(resistance);
      return {
        holds: variation(cable!) < variation(dumbbell!) && mean(cable!, 0, 14) > mean(dumbbell!, 0, 14),
        numbers: {
          cable: variation(cable!),
          dumbbell: variation(dumbbell!),
          earlyCable: mean(cable!, 0, 14),
          earlyDumbbell: mean(dumbbell!, 0, 14),
          least: leastOf(cable!),
        },
      };
    },
  },
];
