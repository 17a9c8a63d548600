/**
 * The built-in library: one data file an exercise, checked when it is read; in the order of families. A build of the
 * pages holds what this module says and not how it was checked (vite.config.ts).
 */
import type { Exercise } from "./format";
import { exerciseSchema } from "./schema";
import barbellBenchPress from "./library/barbell-bench-press.json" with { type: "json" };
import closeGripBenchPress from "./library/close-grip-bench-press.json" with { type: "json" };
import closeGripFloorPress from "./library/close-grip-floor-press.json" with { type: "json" };
import dip from "./library/dip.json" with { type: "json" };
import dumbbellBenchPress from "./library/dumbbell-bench-press.json" with { type: "json" };
import machineChestPress from "./library/machine-chest-press.json" with { type: "json" };
import overheadPress from "./library/overhead-press.json" with { type: "json" };
import pushUp from "./library/push-up.json" with { type: "json" };
import cableFly from "./library/cable-fly.json" with { type: "json" };
import dumbbellFly from "./library/dumbbell-fly.json" with { type: "json" };
import reverseFly from "./library/reverse-fly.json" with { type: "json" };
import cableOutwardTurn from "./library/cable-outward-turn.json" with { type: "json" };
import cableSideRaise from "./library/cable-side-raise.json" with { type: "json" };
import dumbbellFrontRaise from "./library/dumbbell-front-raise.json" with { type: "json" };
import dumbbellSideRaise from "./library/dumbbell-side-raise.json" with { type: "json" };
import sideLyingRaise from "./library/side-lying-raise.json" with { type: "json" };
import bentOverBarbellRow from "./library/bent-over-barbell-row.json" with { type: "json" };
import chestSupportedRow from "./library/chest-supported-row.json" with { type: "json" };
import oneArmDumbbellRow from "./library/one-arm-dumbbell-row.json" with { type: "json" };
import seatedCableRow from "./library/seated-cable-row.json" with { type: "json" };
import cablePulldown from "./library/cable-pulldown.json" with { type: "json" };
import pullUp from "./library/pull-up.json" with { type: "json" };
import dumbbellPullover from "./library/dumbbell-pullover.json" with { type: "json" };
import lyingBandPullover from "./library/lying-band-pullover.json" with { type: "json" };
import bentOverStraightArmRaise from "./library/bent-over-straight-arm-raise.json" with { type: "json" };
import straightArmPulldown from "./library/straight-arm-pulldown.json" with { type: "json" };
import oneArmStraightArmPulldown from "./library/one-arm-straight-arm-pulldown.json" with { type: "json" };
import dumbbellShrug from "./library/dumbbell-shrug.json" with { type: "json" };
import bandCurl from "./library/band-curl.json" with { type: "json" };
import behindBodyCableCurl from "./library/behind-body-cable-curl.json" with { type: "json" };
import cableCurl from "./library/cable-curl.json" with { type: "json" };
import chestSupportedCurl from "./library/chest-supported-curl.json" with { type: "json" };
import dumbbellBandCurl from "./library/dumbbell-band-curl.json" with { type: "json" };
import hammerCurl from "./library/hammer-curl.json" with { type: "json" };
import highPulleyCurl from "./library/high-pulley-curl.json" with { type: "json" };
import inclineDumbbellCurl from "./library/incline-dumbbell-curl.json" with { type: "json" };
import palmsDownCurl from "./library/palms-down-curl.json" with { type: "json" };
import preacherCurl from "./library/preacher-curl.json" with { type: "json" };
import standingBarbellCurl from "./library/standing-barbell-curl.json" with { type: "json" };
import standingDumbbellCurl from "./library/standing-dumbbell-curl.json" with { type: "json" };
import cableKickback from "./library/cable-kickback.json" with { type: "json" };
import cablePushdown from "./library/cable-pushdown.json" with { type: "json" };
import dumbbellKickback from "./library/dumbbell-kickback.json" with { type: "json" };
import lyingBarbellExtension from "./library/lying-barbell-extension.json" with { type: "json" };
import lyingDumbbellExtension from "./library/lying-dumbbell-extension.json" with { type: "json" };
import oneArmPushdownCableBehind from "./library/one-arm-pushdown-cable-behind.json" with { type: "json" };
import overheadCableExtension from "./library/overhead-cable-extension.json" with { type: "json" };
import overheadDumbbellExtension from "./library/overhead-dumbbell-extension.json" with { type: "json" };
import reverseWristCurl from "./library/reverse-wrist-curl.json" with { type: "json" };
import wristCurl from "./library/wrist-curl.json" with { type: "json" };
import backSquat from "./library/back-squat.json" with { type: "json" };
import frontSquat from "./library/front-squat.json" with { type: "json" };
import legPress from "./library/leg-press.json" with { type: "json" };
import splitSquat from "./library/split-squat.json" with { type: "json" };
import backExtension from "./library/back-extension.json" with { type: "json" };
import deadlift from "./library/deadlift.json" with { type: "json" };
import goodMorning from "./library/good-morning.json" with { type: "json" };
import romanianDeadlift from "./library/romanian-deadlift.json" with { type: "json" };
import cableHipExtension from "./library/cable-hip-extension.json" with { type: "json" };
import floorBridge from "./library/floor-bridge.json" with { type: "json" };
import hipThrust from "./library/hip-thrust.json" with { type: "json" };
import kneelingLeanBack from "./library/kneeling-lean-back.json" with { type: "json" };
import legExtension from "./library/leg-extension.json" with { type: "json" };
import kneelingLegCurl from "./library/kneeling-leg-curl.json" with { type: "json" };
import lyingLegCurl from "./library/lying-leg-curl.json" with { type: "json" };
import seatedLegCurl from "./library/seated-leg-curl.json" with { type: "json" };
import seatedCalfRaise from "./library/seated-calf-raise.json" with { type: "json" };
import standingCalfRaise from "./library/standing-calf-raise.json" with { type: "json" };
import toeRaise from "./library/toe-raise.json" with { type: "json" };
import machineHipAdduction from "./library/machine-hip-adduction.json" with { type: "json" };
import cableHipAbduction from "./library/cable-hip-abduction.json" with { type: "json" };
import machineHipAbduction from "./library/machine-hip-abduction.json" with { type: "json" };
import sideLyingLegRaise from "./library/side-lying-leg-raise.json" with { type: "json" };
import crunchWithPlate from "./library/crunch-with-plate.json" with { type: "json" };
import cableCrunch from "./library/cable-crunch.json" with { type: "json" };
import dumbbellSideBend from "./library/dumbbell-side-bend.json" with { type: "json" };
import hangingLegRaise from "./library/hanging-leg-raise.json" with { type: "json" };
import straightLegSitUp from "./library/straight-leg-sit-up.json" with { type: "json" };
import oneHandDumbbellCarry from "./library/one-hand-dumbbell-carry.json" with { type: "json" };

const files = [
  barbellBenchPress,
  closeGripBenchPress,
  closeGripFloorPress,
  dip,
  dumbbellBenchPress,
  machineChestPress,
  overheadPress,
  pushUp,
  cableFly,
  dumbbellFly,
  reverseFly,
  cableOutwardTurn,
  cableSideRaise,
  dumbbellFrontRaise,
  dumbbellSideRaise,
  sideLyingRaise,
  bentOverBarbellRow,
  chestSupportedRow,
  oneArmDumbbellRow,
  seatedCableRow,
  cablePulldown,
  pullUp,
  dumbbellPullover,
  lyingBandPullover,
  bentOverStraightArmRaise,
  straightArmPulldown,
  oneArmStraightArmPulldown,
  dumbbellShrug,
  bandCurl,
  behindBodyCableCurl,
  cableCurl,
  chestSupportedCurl,
  dumbbellBandCurl,
  hammerCurl,
  highPulleyCurl,
  inclineDumbbellCurl,
  palmsDownCurl,
  preacherCurl,
  standingBarbellCurl,
  standingDumbbellCurl,
  cableKickback,
  cablePushdown,
  dumbbellKickback,
  lyingBarbellExtension,
  lyingDumbbellExtension,
  oneArmPushdownCableBehind,
  overheadCableExtension,
  overheadDumbbellExtension,
  reverseWristCurl,
  wristCurl,
  backSquat,
  frontSquat,
  legPress,
  splitSquat,
  backExtension,
  deadlift,
  goodMorning,
  romanianDeadlift,
  cableHipExtension,
  floorBridge,
  hipThrust,
  kneelingLeanBack,
  legExtension,
  kneelingLegCurl,
  lyingLegCurl,
  seatedLegCurl,
  seatedCalfRaise,
  standingCalfRaise,
  toeRaise,
  machineHipAdduction,
  cableHipAbduction,
  machineHipAbduction,
  sideLyingLegRaise,
  crunchWithPlate,
  cableCrunch,
  dumbbellSideBend,
  hangingLegRaise,
  straightLegSitUp,
  oneHandDumbbellCarry,
];

export const library: readonly Exercise[] = files.map((file) => exerciseSchema.parse(file));
