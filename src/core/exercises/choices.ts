/** The words that an exercise file may use. */
/** joint angles a pose may give; `pitch`, `roll` and `turn` place the pelvis, `heel` is how far it is off the floor */
export const POSE_COORDINATES = [
  "plane",
  "elevation",
  "twist",
  "elbow",
  "forearm",
  "wristFlexion",
  "wristDeviation",
  "fingers",
  "protraction",
  "girdleElevation",
  "lumbarFlexion",
  "lumbarBend",
  "lumbarRotation",
  "thoracicFlexion",
  "neck",
  "hipFlexion",
  "hipAbduction",
  "hipRotation",
  "knee",
  "ankle",
  "pitch",
  "roll",
  "turn",
  "heel",
] as const;
export type PoseCoordinate = (typeof POSE_COORDINATES)[number];

/** what carries the body; it decides which forces the chains have to hold */
export const BASES = [
  "feet",
  "one-foot",
  "other-foot",
  "split",
  "hands",
  "hands-and-feet",
  "shoulders-and-feet",
  "seat",
  "bench",
  "thighs",
  "shanks",
  "forearms-and-feet",
  "hands-and-heels",
  "hands-and-knees",
  "shoulders-and-heels",
  "forearm-and-foot",
  "forearm-and-knee",
  "half-kneeling",
  "hand-and-knee",
] as const;
export type Base = (typeof BASES)[number];

/** who holds the shoulder blade where the path has it: whatever its muscles balance, the lifter by will, or a bench */
export const GIRDLES = ["free", "guided", "held"] as const;
export type Girdle = (typeof GIRDLES)[number];

/** what the hand that does not work holds on to: nothing, something that stands fast, or the body itself */
export const HOLDS = ["none", "frame", "rack", "bench", "wall", "pad", "own-knee", "own-hip", "own-elbow"] as const;
export type Hold = (typeof HOLDS)[number];

const FAST: ReadonlySet<Hold> = new Set<Hold>(["frame", "rack", "bench", "wall", "pad"]);
/** what does not give whatever is pulled at it; a hand on the own knee or hip carries nothing of the body */
export const standsFast = (on: Hold | undefined): on is Hold => on !== undefined && FAST.has(on);

export const FAMILIES = [
  "press",
  "fly",
  "raise",
  "row",
  "pulldown",
  "pullover",
  "shrug",
  "curl",
  "extension",
  "wrist",
  "squat",
  "lunge",
  "hinge",
  "bridge",
  "leg-extension",
  "leg-curl",
  "calf",
  "adduction",
  "abduction",
  "trunk",
  "carry",
  "rotation",
  "blade",
  "forearm-turn",
  "hip-rotation",
  "hip-flexion",
  "grip",
  "neck",
] as const;
export type Family = (typeof FAMILIES)[number];

export const EQUIPMENT = [
  "cable",
  "dumbbell",
  "barbell",
  "machine",
  "bench",
  "preacher-pad",
  "hyperextension-bench",
  "pull-up-bar",
  "dip-bars",
  "band",
  "landmine",
  "plate",
  "step",
  "wheel",
  "slider",
  "belt",
  "guided-bar",
  "hexagonal-bar",
  "hanging-straps",
  "ball",
  "gripper",
] as const;
export type Equipment = (typeof EQUIPMENT)[number];

export const SUPPORTS = [
  "bench",
  "chest-pad",
  "preacher-pad",
  "floor",
  "back-pad",
  "thigh-pad",
  "forearm-pad",
  "trunk",
] as const;

/** how the load gets to where a set begins; the way out of a rep that fails; how one breathes */
export const TAKE_UPS = ["rack", "floor", "thighs", "pulleys", "pulley", "machine", "band", "none"] as const;
export const WAYS_OUT = ["safeties", "put-down", "to-hips", "step-in", "let-down", "feet", "sink"] as const;
export const BREATHS = ["out-lifting", "brace", "free"] as const;

const NAMES: Record<Equipment, string> = {
  cable: "a cable",
  dumbbell: "dumbbells",
  barbell: "a barbell",
  bench: "a bench",
  "preacher-pad": "a preacher pad",
  band: "a band",
  machine: "a machine",
  "hyperextension-bench": "a back extension bench",
  "pull-up-bar": "a pull-up bar",
  "dip-bars": "dip bars",
  landmine: "a bar on a floor pivot",
  plate: "a plate",
  step: "a step",
  wheel: "a wheel",
  slider: "sliders",
  belt: "a belt",
  "guided-bar": "a bar on rails",
  "hexagonal-bar": "a hexagonal bar",
  "hanging-straps": "hanging straps",
  ball: "a large ball",
  gripper: "a hand gripper",
};

/** "a cable", "dumbbells": as it stands after "needs"; a machine by its name is "the leg press" */
export const equipmentName = (id: string): string => NAMES[id as Equipment] ?? `the ${id}`;
