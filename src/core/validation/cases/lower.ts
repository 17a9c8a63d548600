/** Statements about hips, legs and trunk. */
import type { Analysis } from "#core/mechanics/analyse";
import { abs, indexOfPeak, metrics, peakOf, run, series, share, type Case } from "./measure";

const GLUTE = "gluteus-maximus-middle";
const GASTROCNEMIUS = ["gastrocnemius-medial", "gastrocnemius-lateral"];
const hip = (a: Analysis) => abs(a.torques.hipFlexion!);
/** fibre length where a joint first passes an angle on its way */
function lengthAt(a: Analysis, head: string, joint: string, degrees: number): number {
  const q = a.joints[joint]!;
  const n = Array.from(q).findIndex((v, i) => i > 0 && (v - degrees) * (q[i - 1]! - degrees) <= 0);
  return series(a, head).length[Math.max(0, n)]!;
}
const rectusOverVasti = (a: Analysis) =>
  peakOf(series(a, "rectus-femoris").force) / peakOf(series(a, "vastus-lateralis").force);

export const lowerCases: readonly Case[] = [
  {
    id: "C07",
    statement: "A barbell hip bridge is hardest at the top, where the glutes are short.",
    verdict: "agrees",
    because:
      "The torque falls by a sixth on the way up, but the strength of short glutes and hamstrings falls faster: it sticks at lockout when the feet only stand or draw back. Feet that push forwards with a fifth of their weight move that to two thirds of the way.",
    judge(model) {
      const at = (push: number) => {
        const a = run(model, "hip-thrust", { push });
        const n = a.s.indexOf(a.sticking.at);
        return { sticks: a.sticking.at, glute: series(a, GLUTE).position[n]!, torque: hip(a)[n]! / peakOf(hip(a)) };
      };
      const [back, none, forwards] = [-0.1, 0, 0.2].map(at);
      return {
        holds: none!.sticks >= 0.8 && none!.glute < 1 / 3,
        numbers: {
          sticksAt: none!.sticks,
          gluteThere: none!.glute,
          torqueThere: none!.torque,
          sticksFeetPushBack: back!.sticks,
          sticksFeetPushForwards: forwards!.sticks,
        },
      };
    },
  },
  {
    id: "C08",
    statement: "A barbell squat is hardest for the hips at the bottom, where the glutes are long.",
    verdict: "agrees",
    because: "The hips are farthest behind the feet at the bottom.",
    judge(model) {
      const a = run(model, "back-squat");
      const at = indexOfPeak(hip(a));
      const place = series(a, GLUTE).position[at]!;
      return { holds: a.s[at]! <= 0.15 && place > 2 / 3, numbers: { peakAt: a.s[at]!, gluteLength: place } };
    },
  },
  {
    id: "C52",
    statement: "Sitting puts the hamstrings at longer lengths than lying at every knee angle of a leg curl.",
    verdict: "agrees",
    because: "Only the bent hip differs, and only the short head does not cross it.",
    judge(model) {
      const [seated, lying] = [run(model, "seated-leg-curl"), run(model, "lying-leg-curl")];
      const gain = (head: string) => lengthAt(seated, head, "knee", 45) - lengthAt(lying, head, "knee", 45);
      return {
        holds: gain("biceps-femoris-long") >= 0.3 && Math.abs(gain("biceps-femoris-short")) < 0.03,
        numbers: { longHead: gain("biceps-femoris-long"), shortHead: gain("biceps-femoris-short") },
      };
    },
  },
  {
    id: "C53",
    statement: "A Romanian deadlift is heaviest at the bottom, with long hamstrings.",
    verdict: "agrees",
    because:
      "The trunk is level there: the levers of load and trunk are at their largest, the bent hips make the hamstrings long.",
    judge(model) {
      const a = run(model, "romanian-deadlift");
      const at = indexOfPeak(hip(a));
      const place = series(a, "semimembranosus").position[at]!;
      return { holds: a.s[at]! <= 0.2 && place > 0.7, numbers: { peakAt: a.s[at]!, hamstringLength: place } };
    },
  },
  {
    id: "C54",
    statement: "Leaning back in a leg extension lengthens rectus femoris only.",
    verdict: "agrees",
    because: "Rectus femoris crosses the front of the hip, the vasti do not.",
    judge(model) {
      const [upright, reclined] = [0, 50].map((recline) => run(model, "leg-extension", { recline }));
      const gain = (head: string) => lengthAt(reclined!, head, "knee", 60) - lengthAt(upright!, head, "knee", 60);
      return {
        holds: gain("rectus-femoris") >= 0.15 && Math.abs(gain("vastus-lateralis")) < 0.01,
        numbers: { rectus: gain("rectus-femoris"), vastus: gain("vastus-lateralis") },
      };
    },
  },
  {
    id: "C55",
    statement: "Rectus femoris works far less in squats than the vasti (under half of its part in a leg extension).",
    verdict: "agrees",
    because:
      "In a squat it would bend the hip that is being straightened: every newton of it has to be paid for by the glutes.",
    judge(model) {
      const [squat, extension] = [
        rectusOverVasti(run(model, "back-squat")),
        rectusOverVasti(run(model, "leg-extension")),
      ];
      return { holds: squat < 0.5 * extension, numbers: { squat, legExtension: extension } };
    },
  },
  {
    id: "C56",
    statement: "Leaning back on the knees with straight hips loads rectus femoris long.",
    verdict: "agrees",
    because: "Straight hips and bent knees: long at both ends while the knee's torque is at its largest.",
    judge(model) {
      const a = run(model, "kneeling-lean-back");
      const place = series(a, "rectus-femoris").position[indexOfPeak(series(a, "rectus-femoris").force)]!;
      return { holds: place > 0.7, numbers: { placeAtPeakForce: place } };
    },
  },
  {
    id: "C57",
    statement: "Bent knees take gastrocnemius out of a calf raise.",
    verdict: "agrees",
    because: "Bent knees leave gastrocnemius too short to pull; soleus does not cross the knee.",
    judge(model) {
      const [seated, standing] = [run(model, "seated-calf-raise"), run(model, "standing-calf-raise")];
      const [g0, g1] = [share(seated, ...GASTROCNEMIUS), share(standing, ...GASTROCNEMIUS)];
      return {
        holds: g0 < 0.5 * g1 && share(seated, "soleus") > share(standing, "soleus"),
        numbers: {
          seated: g0,
          standing: g1,
          soleusSeated: share(seated, "soleus"),
          soleusStanding: share(standing, "soleus"),
        },
      };
    },
  },
  {
    id: "C58",
    statement: "A standing calf raise still loads gastrocnemius in the deep stretch.",
    verdict: "agrees",
    because: "The foot's lever is large at the bottom and the fibres are past their optimum but strong.",
    judge(model) {
      const m = metrics(run(model, "standing-calf-raise"), "gastrocnemius-medial");
      return { holds: m.bottomTension > 0.7, numbers: { bottomTension: m.bottomTension } };
    },
  },
  {
    id: "C59",
    statement: "A forward lean moves a split squat from knee to hip.",
    verdict: "agrees",
    because: "Leaning brings the weight in front of the hip and over the knee.",
    judge(model) {
      const ratio = [0, 10, 20, 30].map((lean) => {
        const a = run(model, "split-squat", { lean });
        return peakOf(hip(a)) / peakOf(abs(a.torques.knee!));
      });
      return {
        holds: ratio.every((r, i) => i === 0 || r > ratio[i - 1]!),
        numbers: { upright: ratio[0]!, lean10: ratio[1]!, lean20: ratio[2]!, lean30: ratio[3]! },
      };
    },
  },
  {
    id: "C60",
    statement: "Cable hip extensions and hip bridges both load the glutes' short end; a squat the long end.",
    verdict: "agrees",
    because: "Cable and bridge load the hip that is nearly straight, the squat the bent one.",
    judge(model) {
      const [cable, bridge, squat] = ["cable-hip-extension", "hip-thrust", "back-squat"].map(
        (id) => metrics(run(model, id), GLUTE).skew,
      );
      return {
        holds: cable! < 0.5 && bridge! < 0.5 && squat! > 0.5,
        numbers: { cable: cable!, bridge: bridge!, squat: squat! },
      };
    },
  },
  {
    id: "C61",
    statement: "An adductor machine of constant torque is heaviest for the adductors wide open.",
    verdict: "agrees",
    because: "Constant torque and longer fibres the wider it is.",
    judge(model) {
      const m = metrics(run(model, "machine-hip-adduction"), "adductor-longus");
      return { holds: m.stretchShare > 0.5, numbers: { stretchShare: m.stretchShare, loadedLength: m.loadedLength } };
    },
  },
  {
    id: "C62",
    statement: "From the side-lying raise to the cable the peak of hip abduction moves.",
    verdict: "agrees",
    because:
      "Lying, gravity's lever is largest with the leg level; the low cable from the other side pulls most across the leg when it is out.",
    judge(model) {
      const angle = (a: Analysis) => a.joints.hipAbduction![indexOfPeak(abs(a.torques.hipAbduction!))]!;
      const [lying, low, high] = [
        angle(run(model, "side-lying-leg-raise")),
        angle(run(model, "cable-hip-abduction", { pulley: 0 })),
        angle(run(model, "cable-hip-abduction", { pulley: 0.5 })),
      ];
      return { holds: Math.abs(lying - low) >= 10, numbers: { sideLying: lying, cableLow: low, cableHigh: high } };
    },
  },
  {
    id: "C64",
    statement: "At equal load the lumbar moment falls from good morning to Romanian deadlift to squat.",
    verdict: "agrees",
    because:
      "A bar on the back rides farthest from the low back, one drawn to the legs hangs nearer, and in the squat the trunk stays more upright.",
    judge(model) {
      const [morning, romanian, squat] = ["good-morning", "romanian-deadlift", "back-squat"].map(
        (id) => run(model, id).spine!.momentPerKg,
      );
      return {
        holds: morning! >= romanian! && romanian! >= squat!,
        numbers: { goodMorning: morning!, romanianDeadlift: romanian!, squat: squat! },
      };
    },
  },
  {
    id: "C65",
    statement: "In a straight-leg sit-up the hip flexors take over; a crunch shortens rectus abdominis more.",
    verdict: "agrees",
    because: "With straight legs the trunk turns about the hips, which rectus abdominis does not cross.",
    judge(model) {
      const [sit, crunch] = [run(model, "straight-leg-sit-up"), run(model, "cable-crunch")];
      const travel = (a: Analysis) =>
        Math.abs(series(a, "rectus-abdominis").length[0]! - series(a, "rectus-abdominis").length.at(-1)!);
      return {
        holds: share(sit, "iliopsoas") > share(crunch, "iliopsoas") && travel(crunch) > travel(sit),
        numbers: { iliopsoasSitUp: share(sit, "iliopsoas"), travelSitUp: travel(sit), travelCrunch: travel(crunch) },
      };
    },
  },
];
