/**
 * The built-in library: one data file an exercise, checked when it is read; in the order of families. A build of the
 * pages holds what this module says and not how it was checked (vite.config.ts).
 */
import type { Exercise } from "./format";
import { exerciseSchema } from "./schema";
import barbellBenchPress from "./library/barbell-bench-press.json" with { type: "json" };
import benchDip from "./library/bench-dip.json" with { type: "json" };
import cableChestPress from "./library/cable-chest-press.json" with { type: "json" };
import closeGripBenchPress from "./library/close-grip-bench-press.json" with { type: "json" };
import closeGripFloorPress from "./library/close-grip-floor-press.json" with { type: "json" };
import convergingChestPress from "./library/converging-chest-press.json" with { type: "json" };
import declineBarbellPress from "./library/decline-barbell-press.json" with { type: "json" };
import dip from "./library/dip.json" with { type: "json" };
import dumbbellBenchPress from "./library/dumbbell-bench-press.json" with { type: "json" };
import dumbbellFloorPress from "./library/dumbbell-floor-press.json" with { type: "json" };
import guidedBarBenchPress from "./library/guided-bar-bench-press.json" with { type: "json" };
import hipsHighPushUp from "./library/hips-high-push-up.json" with { type: "json" };
import inclineBarbellPress from "./library/incline-barbell-press.json" with { type: "json" };
import landminePress from "./library/landmine-press.json" with { type: "json" };
import lyingPressExtension from "./library/lying-press-extension.json" with { type: "json" };
import machineChestPress from "./library/machine-chest-press.json" with { type: "json" };
import machineDip from "./library/machine-dip.json" with { type: "json" };
import machineOverheadPress from "./library/machine-overhead-press.json" with { type: "json" };
import overheadPress from "./library/overhead-press.json" with { type: "json" };
import pushUp from "./library/push-up.json" with { type: "json" };
import rotatingDumbbellPress from "./library/rotating-dumbbell-press.json" with { type: "json" };
import standingOverheadPress from "./library/standing-overhead-press.json" with { type: "json" };
import suspendedPushUp from "./library/suspended-push-up.json" with { type: "json" };
import cableFly from "./library/cable-fly.json" with { type: "json" };
import crossingCableReverseFly from "./library/crossing-cable-reverse-fly.json" with { type: "json" };
import dumbbellFly from "./library/dumbbell-fly.json" with { type: "json" };
import lyingCableFly from "./library/lying-cable-fly.json" with { type: "json" };
import machineFly from "./library/machine-fly.json" with { type: "json" };
import machineReverseFly from "./library/machine-reverse-fly.json" with { type: "json" };
import oneArmCableFly from "./library/one-arm-cable-fly.json" with { type: "json" };
import reverseFly from "./library/reverse-fly.json" with { type: "json" };
import sideLyingRearRaise from "./library/side-lying-rear-raise.json" with { type: "json" };
import bandSideRaise from "./library/band-side-raise.json" with { type: "json" };
import behindBodyCableSideRaise from "./library/behind-body-cable-side-raise.json" with { type: "json" };
import cableFrontRaise from "./library/cable-front-raise.json" with { type: "json" };
import cableScoopRaise from "./library/cable-scoop-raise.json" with { type: "json" };
import cableSideRaise from "./library/cable-side-raise.json" with { type: "json" };
import chestSupportedSideRaise from "./library/chest-supported-side-raise.json" with { type: "json" };
import crossingCableRaise from "./library/crossing-cable-raise.json" with { type: "json" };
import dumbbellFrontRaise from "./library/dumbbell-front-raise.json" with { type: "json" };
import dumbbellSideRaise from "./library/dumbbell-side-raise.json" with { type: "json" };
import inclineFrontRaise from "./library/incline-front-raise.json" with { type: "json" };
import machineSideRaise from "./library/machine-side-raise.json" with { type: "json" };
import sideLyingRaise from "./library/side-lying-raise.json" with { type: "json" };
import uprightRow from "./library/upright-row.json" with { type: "json" };
import bandRow from "./library/band-row.json" with { type: "json" };
import benchSupportedCableRow from "./library/bench-supported-cable-row.json" with { type: "json" };
import bentOverBarbellRow from "./library/bent-over-barbell-row.json" with { type: "json" };
import bentOverDumbbellRow from "./library/bent-over-dumbbell-row.json" with { type: "json" };
import chestSupportedLandmineRow from "./library/chest-supported-landmine-row.json" with { type: "json" };
import chestSupportedRow from "./library/chest-supported-row.json" with { type: "json" };
import deadStopBarbellRow from "./library/dead-stop-barbell-row.json" with { type: "json" };
import invertedRow from "./library/inverted-row.json" with { type: "json" };
import landmineRow from "./library/landmine-row.json" with { type: "json" };
import landmineRowAcross from "./library/landmine-row-across.json" with { type: "json" };
import lowRowMachine from "./library/low-row-machine.json" with { type: "json" };
import machineRow from "./library/machine-row.json" with { type: "json" };
import oneArmCableRow from "./library/one-arm-cable-row.json" with { type: "json" };
import oneArmDumbbellRow from "./library/one-arm-dumbbell-row.json" with { type: "json" };
import oneArmHighCableRow from "./library/one-arm-high-cable-row.json" with { type: "json" };
import oneArmLandmineRow from "./library/one-arm-landmine-row.json" with { type: "json" };
import oneArmMachineRow from "./library/one-arm-machine-row.json" with { type: "json" };
import rearShoulderCableRow from "./library/rear-shoulder-cable-row.json" with { type: "json" };
import rearShoulderDumbbellRow from "./library/rear-shoulder-dumbbell-row.json" with { type: "json" };
import seatedCableRow from "./library/seated-cable-row.json" with { type: "json" };
import bandPulldown from "./library/band-pulldown.json" with { type: "json" };
import cablePulldown from "./library/cable-pulldown.json" with { type: "json" };
import kneelingOneArmPulldown from "./library/kneeling-one-arm-pulldown.json" with { type: "json" };
import machinePulldown from "./library/machine-pulldown.json" with { type: "json" };
import oneArmPulldown from "./library/one-arm-pulldown.json" with { type: "json" };
import pullUp from "./library/pull-up.json" with { type: "json" };
import bentOverStraightArmRaise from "./library/bent-over-straight-arm-raise.json" with { type: "json" };
import dumbbellPullover from "./library/dumbbell-pullover.json" with { type: "json" };
import lyingBandPullover from "./library/lying-band-pullover.json" with { type: "json" };
import lyingCablePullover from "./library/lying-cable-pullover.json" with { type: "json" };
import machinePullover from "./library/machine-pullover.json" with { type: "json" };
import oneArmStraightArmPulldown from "./library/one-arm-straight-arm-pulldown.json" with { type: "json" };
import sideStraightArmPulldown from "./library/side-straight-arm-pulldown.json" with { type: "json" };
import straightArmPulldown from "./library/straight-arm-pulldown.json" with { type: "json" };
import barbellShrug from "./library/barbell-shrug.json" with { type: "json" };
import chestSupportedShrug from "./library/chest-supported-shrug.json" with { type: "json" };
import dumbbellShrug from "./library/dumbbell-shrug.json" with { type: "json" };
import oneArmCableShrug from "./library/one-arm-cable-shrug.json" with { type: "json" };
import bandCurl from "./library/band-curl.json" with { type: "json" };
import behindBodyCableCurl from "./library/behind-body-cable-curl.json" with { type: "json" };
import cableCurl from "./library/cable-curl.json" with { type: "json" };
import cablePalmsDownCurl from "./library/cable-palms-down-curl.json" with { type: "json" };
import chestSupportedCurl from "./library/chest-supported-curl.json" with { type: "json" };
import concentrationCurl from "./library/concentration-curl.json" with { type: "json" };
import dragCurl from "./library/drag-curl.json" with { type: "json" };
import dumbbellBandCurl from "./library/dumbbell-band-curl.json" with { type: "json" };
import hammerCurl from "./library/hammer-curl.json" with { type: "json" };
import highPulleyCurl from "./library/high-pulley-curl.json" with { type: "json" };
import inclineCableCurl from "./library/incline-cable-curl.json" with { type: "json" };
import inclineDumbbellCurl from "./library/incline-dumbbell-curl.json" with { type: "json" };
import lyingCableCurl from "./library/lying-cable-curl.json" with { type: "json" };
import machineCurl from "./library/machine-curl.json" with { type: "json" };
import palmsDownCurl from "./library/palms-down-curl.json" with { type: "json" };
import preacherBarCurl from "./library/preacher-bar-curl.json" with { type: "json" };
import preacherCableCurl from "./library/preacher-cable-curl.json" with { type: "json" };
import preacherCurl from "./library/preacher-curl.json" with { type: "json" };
import ropeHammerCurl from "./library/rope-hammer-curl.json" with { type: "json" };
import standingBarbellCurl from "./library/standing-barbell-curl.json" with { type: "json" };
import standingDumbbellCurl from "./library/standing-dumbbell-curl.json" with { type: "json" };
import bandPushdown from "./library/band-pushdown.json" with { type: "json" };
import bodyweightExtension from "./library/bodyweight-extension.json" with { type: "json" };
import cableKickback from "./library/cable-kickback.json" with { type: "json" };
import cablePushdown from "./library/cable-pushdown.json" with { type: "json" };
import crossBodyCableExtension from "./library/cross-body-cable-extension.json" with { type: "json" };
import dumbbellKickback from "./library/dumbbell-kickback.json" with { type: "json" };
import lyingAcrossFaceExtension from "./library/lying-across-face-extension.json" with { type: "json" };
import lyingBarbellExtension from "./library/lying-barbell-extension.json" with { type: "json" };
import lyingCableExtension from "./library/lying-cable-extension.json" with { type: "json" };
import lyingDumbbellExtension from "./library/lying-dumbbell-extension.json" with { type: "json" };
import machineExtension from "./library/machine-extension.json" with { type: "json" };
import oneArmPushdown from "./library/one-arm-pushdown.json" with { type: "json" };
import oneArmPushdownCableBehind from "./library/one-arm-pushdown-cable-behind.json" with { type: "json" };
import overheadBarExtension from "./library/overhead-bar-extension.json" with { type: "json" };
import overheadCableExtension from "./library/overhead-cable-extension.json" with { type: "json" };
import overheadDumbbellExtension from "./library/overhead-dumbbell-extension.json" with { type: "json" };
import twoHandOverheadDumbbellExtension from "./library/two-hand-overhead-dumbbell-extension.json" with { type: "json" };
import cableReverseWristCurl from "./library/cable-reverse-wrist-curl.json" with { type: "json" };
import cableWristCurl from "./library/cable-wrist-curl.json" with { type: "json" };
import littleFingerSideTilt from "./library/little-finger-side-tilt.json" with { type: "json" };
import reverseWristCurl from "./library/reverse-wrist-curl.json" with { type: "json" };
import standingWristCurl from "./library/standing-wrist-curl.json" with { type: "json" };
import thumbSideTilt from "./library/thumb-side-tilt.json" with { type: "json" };
import wristCurl from "./library/wrist-curl.json" with { type: "json" };
import backSquat from "./library/back-squat.json" with { type: "json" };
import beltSquat from "./library/belt-squat.json" with { type: "json" };
import frontHeldSquat from "./library/front-held-squat.json" with { type: "json" };
import frontSquat from "./library/front-squat.json" with { type: "json" };
import guidedBarSquat from "./library/guided-bar-squat.json" with { type: "json" };
import hackSquat from "./library/hack-squat.json" with { type: "json" };
import leanBackSquat from "./library/lean-back-squat.json" with { type: "json" };
import legPress from "./library/leg-press.json" with { type: "json" };
import oneLegPress from "./library/one-leg-press.json" with { type: "json" };
import oneLegSquat from "./library/one-leg-squat.json" with { type: "json" };
import seatedLegPress from "./library/seated-leg-press.json" with { type: "json" };
import backwardLunge from "./library/backward-lunge.json" with { type: "json" };
import rearFootRaisedSplitSquat from "./library/rear-foot-raised-split-squat.json" with { type: "json" };
import splitSquat from "./library/split-squat.json" with { type: "json" };
import stepDown from "./library/step-down.json" with { type: "json" };
import stepUp from "./library/step-up.json" with { type: "json" };
import walkingLunge from "./library/walking-lunge.json" with { type: "json" };
import backExtension from "./library/back-extension.json" with { type: "json" };
import cablePullThrough from "./library/cable-pull-through.json" with { type: "json" };
import deadlift from "./library/deadlift.json" with { type: "json" };
import dumbbellRomanianDeadlift from "./library/dumbbell-romanian-deadlift.json" with { type: "json" };
import floorBackRaise from "./library/floor-back-raise.json" with { type: "json" };
import goodMorning from "./library/good-morning.json" with { type: "json" };
import hexagonalBarDeadlift from "./library/hexagonal-bar-deadlift.json" with { type: "json" };
import levelBackExtension from "./library/level-back-extension.json" with { type: "json" };
import machineBackExtension from "./library/machine-back-extension.json" with { type: "json" };
import oneLegRomanianDeadlift from "./library/one-leg-romanian-deadlift.json" with { type: "json" };
import rackDeadlift from "./library/rack-deadlift.json" with { type: "json" };
import reverseHipExtension from "./library/reverse-hip-extension.json" with { type: "json" };
import romanianDeadlift from "./library/romanian-deadlift.json" with { type: "json" };
import seatedGoodMorning from "./library/seated-good-morning.json" with { type: "json" };
import wideStanceDeadlift from "./library/wide-stance-deadlift.json" with { type: "json" };
import cableHipExtension from "./library/cable-hip-extension.json" with { type: "json" };
import diagonalCableKickback from "./library/diagonal-cable-kickback.json" with { type: "json" };
import floorBridge from "./library/floor-bridge.json" with { type: "json" };
import heelBridge from "./library/heel-bridge.json" with { type: "json" };
import kneelingHipKickback from "./library/kneeling-hip-kickback.json" with { type: "json" };
import machineHipThrust from "./library/machine-hip-thrust.json" with { type: "json" };
import oneLegBridge from "./library/one-leg-bridge.json" with { type: "json" };
import hipThrust from "./library/hip-thrust.json" with { type: "json" };
import machineHipKickback from "./library/machine-hip-kickback.json" with { type: "json" };
import oneLegHipThrust from "./library/one-leg-hip-thrust.json" with { type: "json" };
import kneelingLeanBack from "./library/kneeling-lean-back.json" with { type: "json" };
import legExtension from "./library/leg-extension.json" with { type: "json" };
import longHipLegExtension from "./library/long-hip-leg-extension.json" with { type: "json" };
import cableLegCurl from "./library/cable-leg-curl.json" with { type: "json" };
import dumbbellLegCurl from "./library/dumbbell-leg-curl.json" with { type: "json" };
import kneelingLegCurl from "./library/kneeling-leg-curl.json" with { type: "json" };
import slidingLegCurl from "./library/sliding-leg-curl.json" with { type: "json" };
import lyingLegCurl from "./library/lying-leg-curl.json" with { type: "json" };
import seatedLegCurl from "./library/seated-leg-curl.json" with { type: "json" };
import standingLegCurl from "./library/standing-leg-curl.json" with { type: "json" };
import bentOverCalfRaise from "./library/bent-over-calf-raise.json" with { type: "json" };
import cableToeRaise from "./library/cable-toe-raise.json" with { type: "json" };
import legPressCalfRaise from "./library/leg-press-calf-raise.json" with { type: "json" };
import oneLegCalfRaise from "./library/one-leg-calf-raise.json" with { type: "json" };
import seatedCalfRaise from "./library/seated-calf-raise.json" with { type: "json" };
import standingCalfRaise from "./library/standing-calf-raise.json" with { type: "json" };
import toeRaise from "./library/toe-raise.json" with { type: "json" };
import cableHipAdduction from "./library/cable-hip-adduction.json" with { type: "json" };
import lyingInnerLegRaise from "./library/lying-inner-leg-raise.json" with { type: "json" };
import machineHipAdduction from "./library/machine-hip-adduction.json" with { type: "json" };
import bandSideStep from "./library/band-side-step.json" with { type: "json" };
import cableHipAbduction from "./library/cable-hip-abduction.json" with { type: "json" };
import machineHipAbduction from "./library/machine-hip-abduction.json" with { type: "json" };
import sideLyingLegRaise from "./library/side-lying-leg-raise.json" with { type: "json" };
import antiRotationPress from "./library/anti-rotation-press.json" with { type: "json" };
import ballCrunch from "./library/ball-crunch.json" with { type: "json" };
import benchSideBend from "./library/bench-side-bend.json" with { type: "json" };
import cableCrunch from "./library/cable-crunch.json" with { type: "json" };
import cableSideBend from "./library/cable-side-bend.json" with { type: "json" };
import cableTrunkRotation from "./library/cable-trunk-rotation.json" with { type: "json" };
import crunchWithPlate from "./library/crunch-with-plate.json" with { type: "json" };
import declineBenchCrunch from "./library/decline-bench-crunch.json" with { type: "json" };
import diagonalCableChop from "./library/diagonal-cable-chop.json" with { type: "json" };
import dumbbellSideBend from "./library/dumbbell-side-bend.json" with { type: "json" };
import hangingKneeRaise from "./library/hanging-knee-raise.json" with { type: "json" };
import hangingLegRaise from "./library/hanging-leg-raise.json" with { type: "json" };
import machineCrunch from "./library/machine-crunch.json" with { type: "json" };
import machineTrunkRotation from "./library/machine-trunk-rotation.json" with { type: "json" };
import plank from "./library/plank.json" with { type: "json" };
import sidePlank from "./library/side-plank.json" with { type: "json" };
import rollOut from "./library/roll-out.json" with { type: "json" };
import straightLegSitUp from "./library/straight-leg-sit-up.json" with { type: "json" };
import frontHeldCarry from "./library/front-held-carry.json" with { type: "json" };
import oneHandDumbbellCarry from "./library/one-hand-dumbbell-carry.json" with { type: "json" };
import overheadCarry from "./library/overhead-carry.json" with { type: "json" };
import twoHandCarry from "./library/two-hand-carry.json" with { type: "json" };
import bladePlaneRaise from "./library/blade-plane-raise.json" with { type: "json" };
import cableInwardTurn from "./library/cable-inward-turn.json" with { type: "json" };
import cableOutwardTurn from "./library/cable-outward-turn.json" with { type: "json" };
import cablePullToFace from "./library/cable-pull-to-face.json" with { type: "json" };
import raisedArmInwardTurn from "./library/raised-arm-inward-turn.json" with { type: "json" };
import raisedArmOutwardTurn from "./library/raised-arm-outward-turn.json" with { type: "json" };
import sideLyingOutwardTurn from "./library/side-lying-outward-turn.json" with { type: "json" };
import bladePushUp from "./library/blade-push-up.json" with { type: "json" };
import cableReach from "./library/cable-reach.json" with { type: "json" };
import hangingBladePull from "./library/hanging-blade-pull.json" with { type: "json" };
import inclineYRaise from "./library/incline-y-raise.json" with { type: "json" };
import kneelingCableYRaise from "./library/kneeling-cable-y-raise.json" with { type: "json" };
import overheadShrug from "./library/overhead-shrug.json" with { type: "json" };
import straightArmCableRow from "./library/straight-arm-cable-row.json" with { type: "json" };
import straightArmDip from "./library/straight-arm-dip.json" with { type: "json" };
import offCentrePalmDownTurn from "./library/off-centre-palm-down-turn.json" with { type: "json" };
import offCentrePalmUpTurn from "./library/off-centre-palm-up-turn.json" with { type: "json" };
import cableHipInwardTurn from "./library/cable-hip-inward-turn.json" with { type: "json" };
import cableHipOutwardTurn from "./library/cable-hip-outward-turn.json" with { type: "json" };
import sideLyingKneeOpening from "./library/side-lying-knee-opening.json" with { type: "json" };
import cableHipFlexion from "./library/cable-hip-flexion.json" with { type: "json" };
import lyingBandMarch from "./library/lying-band-march.json" with { type: "json" };
import lyingLegRaise from "./library/lying-leg-raise.json" with { type: "json" };
import seatedStraightLegRaise from "./library/seated-straight-leg-raise.json" with { type: "json" };
import turnedInLegRaise from "./library/turned-in-leg-raise.json" with { type: "json" };
import turnedOutKneeRaise from "./library/turned-out-knee-raise.json" with { type: "json" };
import fingerCurl from "./library/finger-curl.json" with { type: "json" };
import barHang from "./library/bar-hang.json" with { type: "json" };
import lyingNeckExtension from "./library/lying-neck-extension.json" with { type: "json" };

const files: readonly unknown[] = [
  barbellBenchPress,
  benchDip,
  cableChestPress,
  closeGripBenchPress,
  closeGripFloorPress,
  convergingChestPress,
  declineBarbellPress,
  dip,
  dumbbellBenchPress,
  dumbbellFloorPress,
  guidedBarBenchPress,
  hipsHighPushUp,
  inclineBarbellPress,
  landminePress,
  lyingPressExtension,
  machineChestPress,
  machineDip,
  machineOverheadPress,
  overheadPress,
  pushUp,
  rotatingDumbbellPress,
  standingOverheadPress,
  suspendedPushUp,
  cableFly,
  crossingCableReverseFly,
  dumbbellFly,
  lyingCableFly,
  machineFly,
  machineReverseFly,
  oneArmCableFly,
  reverseFly,
  sideLyingRearRaise,
  bandSideRaise,
  behindBodyCableSideRaise,
  cableFrontRaise,
  cableScoopRaise,
  cableSideRaise,
  chestSupportedSideRaise,
  crossingCableRaise,
  dumbbellFrontRaise,
  dumbbellSideRaise,
  inclineFrontRaise,
  machineSideRaise,
  sideLyingRaise,
  uprightRow,
  bandRow,
  benchSupportedCableRow,
  bentOverBarbellRow,
  bentOverDumbbellRow,
  chestSupportedLandmineRow,
  chestSupportedRow,
  deadStopBarbellRow,
  invertedRow,
  landmineRow,
  landmineRowAcross,
  lowRowMachine,
  machineRow,
  oneArmCableRow,
  oneArmDumbbellRow,
  oneArmHighCableRow,
  oneArmLandmineRow,
  oneArmMachineRow,
  rearShoulderCableRow,
  rearShoulderDumbbellRow,
  seatedCableRow,
  bandPulldown,
  cablePulldown,
  kneelingOneArmPulldown,
  machinePulldown,
  oneArmPulldown,
  pullUp,
  bentOverStraightArmRaise,
  dumbbellPullover,
  lyingBandPullover,
  lyingCablePullover,
  machinePullover,
  oneArmStraightArmPulldown,
  sideStraightArmPulldown,
  straightArmPulldown,
  barbellShrug,
  chestSupportedShrug,
  dumbbellShrug,
  oneArmCableShrug,
  bandCurl,
  behindBodyCableCurl,
  cableCurl,
  cablePalmsDownCurl,
  chestSupportedCurl,
  concentrationCurl,
  dragCurl,
  dumbbellBandCurl,
  hammerCurl,
  highPulleyCurl,
  inclineCableCurl,
  inclineDumbbellCurl,
  lyingCableCurl,
  machineCurl,
  palmsDownCurl,
  preacherBarCurl,
  preacherCableCurl,
  preacherCurl,
  ropeHammerCurl,
  standingBarbellCurl,
  standingDumbbellCurl,
  bandPushdown,
  bodyweightExtension,
  cableKickback,
  cablePushdown,
  crossBodyCableExtension,
  dumbbellKickback,
  lyingAcrossFaceExtension,
  lyingBarbellExtension,
  lyingCableExtension,
  lyingDumbbellExtension,
  machineExtension,
  oneArmPushdown,
  oneArmPushdownCableBehind,
  overheadBarExtension,
  overheadCableExtension,
  overheadDumbbellExtension,
  twoHandOverheadDumbbellExtension,
  cableReverseWristCurl,
  cableWristCurl,
  littleFingerSideTilt,
  reverseWristCurl,
  standingWristCurl,
  thumbSideTilt,
  wristCurl,
  backSquat,
  beltSquat,
  frontHeldSquat,
  frontSquat,
  guidedBarSquat,
  hackSquat,
  leanBackSquat,
  legPress,
  oneLegPress,
  oneLegSquat,
  seatedLegPress,
  backwardLunge,
  rearFootRaisedSplitSquat,
  splitSquat,
  stepDown,
  stepUp,
  walkingLunge,
  backExtension,
  cablePullThrough,
  deadlift,
  dumbbellRomanianDeadlift,
  floorBackRaise,
  goodMorning,
  hexagonalBarDeadlift,
  levelBackExtension,
  machineBackExtension,
  oneLegRomanianDeadlift,
  rackDeadlift,
  reverseHipExtension,
  romanianDeadlift,
  seatedGoodMorning,
  wideStanceDeadlift,
  cableHipExtension,
  diagonalCableKickback,
  floorBridge,
  heelBridge,
  kneelingHipKickback,
  machineHipThrust,
  oneLegBridge,
  hipThrust,
  machineHipKickback,
  oneLegHipThrust,
  kneelingLeanBack,
  legExtension,
  longHipLegExtension,
  cableLegCurl,
  dumbbellLegCurl,
  kneelingLegCurl,
  slidingLegCurl,
  lyingLegCurl,
  seatedLegCurl,
  standingLegCurl,
  bentOverCalfRaise,
  cableToeRaise,
  legPressCalfRaise,
  oneLegCalfRaise,
  seatedCalfRaise,
  standingCalfRaise,
  toeRaise,
  cableHipAdduction,
  lyingInnerLegRaise,
  machineHipAdduction,
  bandSideStep,
  cableHipAbduction,
  machineHipAbduction,
  sideLyingLegRaise,
  antiRotationPress,
  ballCrunch,
  benchSideBend,
  cableCrunch,
  cableSideBend,
  cableTrunkRotation,
  crunchWithPlate,
  declineBenchCrunch,
  diagonalCableChop,
  dumbbellSideBend,
  hangingKneeRaise,
  hangingLegRaise,
  machineCrunch,
  machineTrunkRotation,
  plank,
  sidePlank,
  rollOut,
  straightLegSitUp,
  frontHeldCarry,
  oneHandDumbbellCarry,
  overheadCarry,
  twoHandCarry,
  bladePlaneRaise,
  cableInwardTurn,
  cableOutwardTurn,
  cablePullToFace,
  raisedArmInwardTurn,
  raisedArmOutwardTurn,
  sideLyingOutwardTurn,
  bladePushUp,
  cableReach,
  hangingBladePull,
  inclineYRaise,
  kneelingCableYRaise,
  overheadShrug,
  straightArmCableRow,
  straightArmDip,
  offCentrePalmDownTurn,
  offCentrePalmUpTurn,
  cableHipInwardTurn,
  cableHipOutwardTurn,
  sideLyingKneeOpening,
  cableHipFlexion,
  lyingBandMarch,
  lyingLegRaise,
  seatedStraightLegRaise,
  turnedInLegRaise,
  turnedOutKneeRaise,
  fingerCurl,
  barHang,
  lyingNeckExtension,
];

export const library: readonly Exercise[] = files.map((file) => exerciseSchema.parse(file));
