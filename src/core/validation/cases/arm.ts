/** Statements about the arm. */
import { mean } from "#core/base/numbers";
import type { Values } from "#core/exercises/setup";
import type { Analysis } from "#core/mechanics/analyse";
import {
  cableSine,
  elbowAtPeak,
  indexOfPeak,
  metrics,
  resistance,
  run,
  series,
  share,
  shoulder,
  peakOf,
  variation,
  type Case,
} from "./measure";

export const armCases: readonly Case[] = [
  {
    id: "C02",
    statement: "With upper arms vertical at lockout the load rests over the joint; tilting them back keeps load on.",
    verdict: "agrees",
    because: "At lockout the elbow torque goes with the sine of the tilt.",
    judge(model) {
      const [t0, t15, t30, t45] = [0, 15, 30, 45].map((tilt) =>
        resistance(run(model, "lying-dumbbell-extension", { tilt })).at(-1)!,
      );
      return {
        holds: t0! < 0.12 && t30! > 0.4 && t30! < 0.65 && t0! < t15! && t15! < t30! && t30! < t45!,
        numbers: { vertical: t0!, tilt30: t30! },
      };
    },
  },
  {
    id: "C03",
    statement: "Against the stack forearm and cable are parallel at lockout; a step back restores load at the end.",
    verdict: "agrees",
    because: "The sine between forearm and cable grows with the distance.",
    judge(model) {
      const [near, step, two] = [0, 0.3, 0.6].map((stepBack) => cableSine(run(model, "cable-pushdown", { stepBack })));
      return {
        holds: near! < 0.2 && step! > 0.2 && step! - near! > 0.1 && two! > step!,
        numbers: { near: near!, step30cm: step!, step60cm: two! },
      };
    },
  },
  {
    id: "C04",
    statement: "Having the upper arm raised brings in the long head most (it is longer overhead).",
    verdict: "agrees",
    because:
      "Only the long head crosses the shoulder; raising the arm lengthens it, the other heads stay as long as they were.",
    judge(model) {
      const [over, side] = [run(model, "overhead-cable-extension"), run(model, "cable-pushdown")];
      const at = (a: Analysis, head: string) => series(a, head).length[a.joints.elbow!.findIndex((e) => e <= 90)]!;
      const gain = at(over, "triceps-long") / at(side, "triceps-long") - 1;
      const lateral = at(over, "triceps-lateral") / at(side, "triceps-lateral") - 1;
      return {
        holds: gain > 0.1 && Math.abs(lateral) < 0.02,
        numbers: { longHeadLonger: gain, lateralLonger: lateral },
      };
    },
  },
  {
    id: "C05",
    statement: "Turning the wrists out at the end changes nothing for the triceps.",
    verdict: "agrees",
    because: "No triceps head crosses the forearm.",
    judge(model) {
      const [a, b] = [0, 60].map((grip) => run(model, "cable-pushdown", { grip }));
      const change = Math.max(
        ...["triceps-long", "triceps-lateral"].map((h) =>
          Math.abs(metrics(a!, h).shareOfAll - metrics(b!, h).shareOfAll),
        ),
      );
      return { holds: change < 0.02, numbers: { largestChange: change } };
    },
  },
  {
    id: "C06",
    statement: "A kickback loads only as the forearm leaves vertical; hold the upper arm level or higher.",
    verdict: "agrees",
    because: "Torque goes with the sine of the forearm from vertical; raising the arm widens the loaded part.",
    judge(model) {
      const [low, level, high] = [-20, 0, 15].map((arm) => run(model, "dumbbell-kickback", { arm }));
      const loaded = (a: Analysis) => resistance(a).filter((r) => r > 0.5).length / a.s.length;
      return {
        holds:
          resistance(level!)[0]! < 0.12 &&
          indexOfPeak(resistance(level!)) > 36 &&
          loaded(low!) < loaded(level!) &&
          loaded(level!) < loaded(high!),
        numbers: {
          start: resistance(level!)[0]!,
          loadedLow: loaded(low!),
          loadedLevel: loaded(level!),
          loadedHigh: loaded(high!),
        },
      };
    },
  },
  {
    id: "C13",
    statement: "Letting the shoulder drift back gives a deeper biceps stretch.",
    verdict: "agrees",
    because:
      "Both heads cross the front of the shoulder: arm behind is longer than at the side, which is longer than on a pad.",
    judge(model) {
      const start = (id: string, v: Values = {}) => series(run(model, id, v), "biceps-long").length[0]!;
      const [behind, side, pad] = [
        start("behind-body-cable-curl", { arm: 40 }),
        start("standing-dumbbell-curl"),
        start("preacher-curl"),
      ];
      return { holds: behind > side && side > pad, numbers: { behind, side, pad } };
    },
  },
  {
    id: "C14",
    statement:
      "A preacher curl is the no-cable way to load the biceps at long length (peak at 10 to 35 degrees of elbow flexion).",
    verdict: "contradicts",
    because:
      "The forearm is level where elbow angle = 90 degrees minus the pad's: on a 45 degree pad at 45, inside 35 only on flatter pads; and the pad shortens the biceps at the shoulder. The peak is early, the muscle is not long.",
    judge(model) {
      const [pad45, pad60] = [45, 60].map((arm) => run(model, "preacher-curl", { arm }));
      const behind = run(model, "behind-body-cable-curl");
      const longest = metrics(pad45!, "biceps-long").stretchReached;
      const peak = elbowAtPeak(pad45!);
      return {
        holds: peak >= 10 && peak <= 35 && longest < metrics(behind, "biceps-long").stretchReached,
        numbers: {
          peakPad45: peak,
          peakPad60: elbowAtPeak(pad60!),
          stretchPad: longest,
          stretchBehind: metrics(behind, "biceps-long").stretchReached,
        },
      };
    },
  },
  {
    id: "C15",
    statement: "Palm-up, palm-down and neutral hands shift work between biceps, brachialis and brachioradialis.",
    verdict: "undecided",
    because:
      "By mechanics alone the statement is turned round: palm up, the biceps would turn the forearm and must be paid for by the pronators; a bar held palm down takes that torque away. That people use the biceps less palm down is measured at the nerve and not in this model, so nothing is claimed.",
    judge(model) {
      const biceps = (id: string) => share(run(model, id), "biceps-long", "biceps-short");
      const [up, neutral, down] = [biceps("standing-dumbbell-curl"), biceps("hammer-curl"), biceps("palms-down-curl")];
      return { holds: up > neutral && neutral > down, numbers: { up, neutral, down } };
    },
  },
  {
    id: "C16",
    statement: "The close-grip press works long and medial heads most, to be paired with a lateral-head move.",
    verdict: "contradicts",
    because:
      "The long head pulls the arm backwards while it is pressed forwards, so it is spared; lateral and medial heads, which cannot be told apart by the data, do the work.",
    judge(model) {
      const a = run(model, "close-grip-bench-press");
      const [long, lateral, medial] = ["triceps-long", "triceps-lateral", "triceps-medial"].map(
        (h) => metrics(a, h).shareOfAll,
      );
      return {
        holds: medial! > lateral! + 0.01 && long! > lateral!,
        numbers: { long: long!, lateral: lateral!, medial: medial! },
      };
    },
  },
  {
    id: "C18",
    statement: "The floor blocks the lengthened part of a press.",
    verdict: "agrees",
    because: "The upper arm stops at the floor with the elbow near 90 degrees.",
    judge(model) {
      const [floor, bench] = [run(model, "close-grip-floor-press"), run(model, "close-grip-bench-press")];
      const range = (a: Analysis) => a.joints.elbow![0]! - a.joints.elbow!.at(-1)!;
      const reached = (a: Analysis) => metrics(a, "triceps-lateral").stretchReached;
      return {
        holds: floor.joints.elbow![0]! < 105 && range(floor) / range(bench) < 0.8 && reached(floor) < reached(bench),
        numbers: { elbowAtBottom: floor.joints.elbow![0]!, rangeOfBench: range(floor) / range(bench) },
      };
    },
  },
  {
    id: "C26",
    statement: "Directing the cable up and slightly back keeps shoulder torque small against elbow torque.",
    verdict: "agrees",
    because: "The line of pull runs close to the shoulder; standing far back takes it away from there.",
    judge(model) {
      const [behind, far] = [
        peakOf(shoulder(run(model, "one-arm-pushdown-cable-behind"))),
        peakOf(shoulder(run(model, "cable-pushdown", { stepBack: 0.7 }))),
      ];
      return { holds: behind < far, numbers: { behind, far } };
    },
  },
  {
    id: "C34",
    statement: "In a chest-supported curl most of the load comes near the top.",
    verdict: "contradicts",
    because:
      "The upper arm hangs vertical as in an incline curl, so the torque peaks with the forearm level, near 90 degrees, in both; letting the arms drift forwards moves the peak earlier, not later.",
    judge(model) {
      const [hanging, incline, forwards] = [
        run(model, "chest-supported-curl"),
        run(model, "incline-dumbbell-curl"),
        run(model, "chest-supported-curl", { arm: 20 }),
      ];
      return {
        holds: elbowAtPeak(hanging) > 110,
        numbers: { hanging: elbowAtPeak(hanging), incline: elbowAtPeak(incline), forwards: elbowAtPeak(forwards) },
      };
    },
  },
  {
    id: "C35",
    statement: "Lying extensions with the arms tilted back lengthen the long head more and keep load at the top.",
    verdict: "agrees",
    because: "Shoulder flexion lengthens the long head; the tilt leaves a lever at lockout.",
    judge(model) {
      const [vertical, tilted] = [0, 25].map((tilt) => run(model, "lying-dumbbell-extension", { tilt }));
      const l = (a: Analysis) => series(a, "triceps-long").length[0]!;
      return {
        holds: l(tilted!) > l(vertical!) && resistance(tilted!).at(-1)! > 0.3,
        numbers: { vertical: l(vertical!), tilted: l(tilted!), top: resistance(tilted!).at(-1)! },
      };
    },
  },
  {
    id: "C36",
    statement:
      "On a 45 degree bench the arm behind the trunk stretches the long head of the biceps more, by 5 % or more.",
    verdict: "agrees",
    because: "The long head passes in front of the shoulder.",
    judge(model) {
      const [incline, standing] = [
        run(model, "incline-dumbbell-curl", { bench: 45 }),
        run(model, "standing-dumbbell-curl"),
      ].map((a) => series(a, "biceps-long").length[0]!);
      return { holds: incline! / standing! > 1.05, numbers: { gain: incline! / standing! - 1 } };
    },
  },
  {
    id: "C37",
    statement: "Adding an arm pad to a hammer curl increases stretch at the start.",
    verdict: "contradicts",
    because:
      "The brachialis crosses the elbow only, so no pad can lengthen it; the biceps gets shorter at the shoulder. What changes is the load near extension.",
    judge(model) {
      const [pad, free] = [run(model, "preacher-curl", { grip: 0 }), run(model, "hammer-curl")];
      const at = (a: Analysis, head: string) => series(a, head).length[a.joints.elbow!.findIndex((e) => e >= 20)]!;
      const early = (a: Analysis) => resistance(a)[a.joints.elbow!.findIndex((e) => e >= 15)]!;
      return {
        holds: at(pad, "brachialis") > at(free, "brachialis") + 0.02,
        numbers: {
          brachialisPad: at(pad, "brachialis"),
          brachialisFree: at(free, "brachialis"),
          bicepsPad: at(pad, "biceps-long"),
          bicepsFree: at(free, "biceps-long"),
          loadEarlyPad: early(pad),
          loadEarlyFree: early(free),
        },
      };
    },
  },
  {
    id: "C39",
    statement: "Overhand or underhand pushdown makes no real difference to the triceps.",
    verdict: "agrees",
    because: "No triceps head crosses the forearm. What the grip does to the wrist is not modelled yet.",
    judge(model) {
      const [over, under] = [60, -60].map((grip) => run(model, "cable-pushdown", { grip }));
      const change = Math.max(
        ...["triceps-long", "triceps-lateral"].map((h) =>
          Math.abs(metrics(over!, h).shareOfMuscle - metrics(under!, h).shareOfMuscle),
        ),
      );
      return { holds: change < 0.03, numbers: { largestChange: change } };
    },
  },
  {
    id: "C40",
    statement: "The high-pulley curl challenges the fully short biceps.",
    verdict: "contradicts",
    because:
      "With the arm out to the side the long head is at its shortest of the three curls, but the short head, pulled from the coracoid, is longer than with the arm at the side: half of the muscle is not short.",
    judge(model) {
      const shortest = (id: string, head: string) => Math.min(...series(run(model, id), head).position);
      const lowest = (head: string) =>
        shortest("high-pulley-curl", head) <=
        Math.min(shortest("standing-dumbbell-curl", head), shortest("incline-dumbbell-curl", head));
      const high = run(model, "high-pulley-curl");
      return {
        holds: lowest("biceps-long") && lowest("biceps-short"),
        numbers: {
          longHead: shortest("high-pulley-curl", "biceps-long"),
          shortHead: shortest("high-pulley-curl", "biceps-short"),
          shortHeadStanding: shortest("standing-dumbbell-curl", "biceps-short"),
          endTorque: mean(resistance(high), 28),
        },
      };
    },
  },
  {
    id: "C43",
    statement: "A barbell curl is easy at the start, hardest mid-way, easier at the end (both ends under half).",
    verdict: "contradicts",
    because:
      "The peak is at 90 degrees and the start is easy, but at the end of a strict curl (135 degrees) the lever is still sin 135 = 0.71 of its peak, above a half.",
    judge(model) {
      const a = run(model, "standing-barbell-curl");
      return {
        holds: Math.abs(elbowAtPeak(a) - 90) < 12 && resistance(a)[0]! <= 0.5 && resistance(a).at(-1)! <= 0.5,
        numbers: { peakAt: elbowAtPeak(a), start: resistance(a)[0]!, end: resistance(a).at(-1)! },
      };
    },
  },
  {
    id: "C44",
    statement: "In a band curl the load grows to the end of the range.",
    verdict: "contradicts",
    because:
      "The band's force grows, but its lever about the elbow falls faster over the last quarter: the torque peaks before the end.",
    judge(model) {
      const a = run(model, "band-curl");
      return {
        holds: indexOfPeak(resistance(a)) >= a.s.length - 2,
        numbers: { peakAt: a.s[indexOfPeak(resistance(a))]!, end: resistance(a).at(-1)! },
      };
    },
  },
  {
    id: "C45",
    statement: "A band added to a dumbbell fills in the end where the dumbbell fades.",
    verdict: "agrees",
    because:
      "Against an equal start the last third carries more torque, relative to the peak, than the dumbbell alone.",
    judge(model) {
      const [plain, banded] = [0, 0.8].map((band) => run(model, "dumbbell-band-curl", { band }));
      const last = (a: Analysis) => mean(resistance(a), 28);
      return {
        holds: last(banded!) > last(plain!),
        numbers: {
          plain: last(plain!),
          banded: last(banded!),
          variationPlain: variation(resistance(plain!)),
          variationBanded: variation(resistance(banded!)),
        },
      };
    },
  },
];
