/** The built-in library: one data file an exercise, validated when it is read. */
import { exerciseSchema, type Exercise } from "#core/exercises/format";
import cablePushdown from "./library/cable-pushdown.json" with { type: "json" };
import oneArmPushdownCableBehind from "./library/one-arm-pushdown-cable-behind.json" with { type: "json" };
import overheadCableExtension from "./library/overhead-cable-extension.json" with { type: "json" };
import overheadDumbbellExtension from "./library/overhead-dumbbell-extension.json" with { type: "json" };
import lyingDumbbellExtension from "./library/lying-dumbbell-extension.json" with { type: "json" };
import lyingBarbellExtension from "./library/lying-barbell-extension.json" with { type: "json" };
import dumbbellKickback from "./library/dumbbell-kickback.json" with { type: "json" };
import cableKickback from "./library/cable-kickback.json" with { type: "json" };
import closeGripBenchPress from "./library/close-grip-bench-press.json" with { type: "json" };
import closeGripFloorPress from "./library/close-grip-floor-press.json" with { type: "json" };
import standingBarbellCurl from "./library/standing-barbell-curl.json" with { type: "json" };
import standingDumbbellCurl from "./library/standing-dumbbell-curl.json" with { type: "json" };
import inclineDumbbellCurl from "./library/incline-dumbbell-curl.json" with { type: "json" };
import preacherCurl from "./library/preacher-curl.json" with { type: "json" };
import behindBodyCableCurl from "./library/behind-body-cable-curl.json" with { type: "json" };
import cableCurl from "./library/cable-curl.json" with { type: "json" };
import highPulleyCurl from "./library/high-pulley-curl.json" with { type: "json" };
import chestSupportedCurl from "./library/chest-supported-curl.json" with { type: "json" };
import bandCurl from "./library/band-curl.json" with { type: "json" };
import dumbbellBandCurl from "./library/dumbbell-band-curl.json" with { type: "json" };
import hammerCurl from "./library/hammer-curl.json" with { type: "json" };
import palmsDownCurl from "./library/palms-down-curl.json" with { type: "json" };

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
