/** The built-in library: one data file an exercise, validated when it is read. */
import { exerciseSchema, type Exercise } from "#core/exercises/format";
import cablePushdown from "./library/cable-pushdown.json";
import oneArmPushdownCableBehind from "./library/one-arm-pushdown-cable-behind.json";
import overheadCableExtension from "./library/overhead-cable-extension.json";
import overheadDumbbellExtension from "./library/overhead-dumbbell-extension.json";
import lyingDumbbellExtension from "./library/lying-dumbbell-extension.json";
import lyingBarbellExtension from "./library/lying-barbell-extension.json";
import dumbbellKickback from "./library/dumbbell-kickback.json";
import cableKickback from "./library/cable-kickback.json";
import closeGripBenchPress from "./library/close-grip-bench-press.json";
import closeGripFloorPress from "./library/close-grip-floor-press.json";
import standingBarbellCurl from "./library/standing-barbell-curl.json";
import standingDumbbellCurl from "./library/standing-dumbbell-curl.json";
import inclineDumbbellCurl from "./library/incline-dumbbell-curl.json";
import preacherCurl from "./library/preacher-curl.json";
import behindBodyCableCurl from "./library/behind-body-cable-curl.json";
import cableCurl from "./library/cable-curl.json";
import highPulleyCurl from "./library/high-pulley-curl.json";
import chestSupportedCurl from "./library/chest-supported-curl.json";
import bandCurl from "./library/band-curl.json";
import dumbbellBandCurl from "./library/dumbbell-band-curl.json";
import hammerCurl from "./library/hammer-curl.json";
import palmsDownCurl from "./library/palms-down-curl.json";

export const library: readonly Exercise[] = [
  cablePushdown,
  oneArmPushdownCableBehind,
  overheadCableExtension,
  overheadDumbbellExtension,
  lyingDumbbellExtension,
  lyingBarbellExtension,
  dumbbellKickback,
  cableKickback,
  closeGripBenchPress,
  closeGripFloorPress,
  standingBarbellCurl,
  standingDumbbellCurl,
  inclineDumbbellCurl,
  preacherCurl,
  behindBodyCableCurl,
  cableCurl,
  highPulleyCurl,
  chestSupportedCurl,
  bandCurl,
  dumbbellBandCurl,
  hammerCurl,
  palmsDownCurl,
].map((file) => exerciseSchema.parse(file));

const byId = new Map(library.map((e) => [e.id, e]));

export const findExercise = (id: string): Exercise | undefined => byId.get(id);
