/** The intake of a client: what is asked, and what each answer changes. */
import { counted, label, sentence } from "./sentence";

export const steps = {
  person: label("Person and screening"),
  priorities: label("Goal and priorities"),
  limits: label("Time, place and limits"),
};

/** what a closed step holds, in a sentence */
export const holds = {
  person: sentence(
    { cm: 172, kg: 70, level: "trained", screening: "cleared" },
    (v) => `${v.cm} cm, ${v.kg} kg, ${v.level}; ${v.screening}`,
  ),
  priorities: sentence({ more: 2, hold: 5, maintain: 3 }, ({ more, hold, maintain }) =>
    more + hold + maintain === 0
      ? "nothing is aimed at yet"
      : `${more} to grow, ${hold} to hold, ${maintain} to maintain`,
  ),
  limits: sentence(
    { days: 3, minutes: 45, joints: 1 },
    ({ days, minutes, joints }) =>
      `${counted(days, "day")} of ${minutes} min; ${joints ? counted(joints, "joint") : "no joint"} to watch`,
  ),
};

export const screening = {
  title: label("Before training"),
  allNo: label("All no"),
  open: sentence({ n: 9 }, ({ n }) => `${counted(n, "question")} not answered yet: no hand-over before.`),
  clear: label("Every answer is no: the week can be handed over."),
  before: label("Cleared before these questions were asked. Ask them when you next meet."),
  blocked: label(
    "You can build the week now. The hand-over is blocked until a licensed professional has cleared the client. Gryn does not diagnose or treat; local rules come first.",
  ),
  clearedBy: label("Cleared by (name and profession)"),
  clearedOn: label("Cleared on"),
  record: label("Record clearance"),
  takeBack: label("Take it back"),
  cleared: sentence({ by: "A. Falk, physiotherapist", on: "3 Nov" }, ({ by, on }) => `Cleared by ${by} on ${on}.`),
};

export const priorities = {
  brush: label("Paint with"),
  of: sentence<{ group: string; level: string; band: string | null }>(
    { group: "Calves", level: "grow", band: "7–14 sets" },
    ({ group, level, band }) => `Priority of ${group}: ${level}${band ? `, ${band} a week` : ""}`,
  ),
  band: sentence({ low: 7, high: 14 }, ({ low, high }) => `${low}–${high}`),
  twoAtMost: sentence({ names: "Glutes and Side delts" }, ({ names }) => `Two at most. Set ${names} to grow first.`),
  indirect: label("by presses"),
  front: label("Front"),
  back: label("Back"),
  start: label("Start from"),
  how: label(
    "Click a muscle on the body or its line. Digits 0 to 4 set the line that has the focus; the same brush again leaves it out.",
  ),
};

/** by what is asked of a group; none where it is left out */
export const level = {
  none: label("leave out"),
  maintain: label("maintain"),
  hold: label("hold"),
  grow: label("grow"),
  specialise: label("specialise"),
};

export const emphasis = {
  balanced: label("balanced"),
  legs: label("hips and legs first"),
  upper: label("upper body first"),
  arms: label("arms first"),
};

export const limits = {
  days: label("Days a week"),
  minutes: label("Minutes a session"),
  fixed: label("On fixed weekdays"),
  weekday: sentence({ name: "Monday" }, ({ name }) => `Minutes on ${name}`),
  placeOn: sentence({ name: "Monday" }, ({ name }) => `Place on ${name}`),
  samePlace: label("as below"),
  at: sentence({ place: "Hall by the river" }, ({ place }) => `at ${place}`),
  place: label("Trains at"),
  ownPlace: label("a place of their own"),
  newPlace: label("New place"),
  changePlace: label("Change this place"),
  placeOf: sentence({ n: 12 }, ({ n }) => `${counted(n, "client")} there: a change counts for all of them.`),
  placeName: label("Name of the place"),
  placeNote: label("What to know of it"),
  savePlace: label("Save the place"),
  alone: label("trains alone"),
};

export const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

export const changes = {
  title: label("What this changes"),
  now: label("Just now"),
  undo: label("Undo"),
  nothing: label("Nothing that counts."),
  counting: label("counting"),
  setups: sentence({ fit: 92, all: 117 }, ({ fit, all }) => `${fit} of ${all} setups are left`),
  why: sentence({ n: 14, reason: "needs a leg press" }, ({ n, reason }) => `${reason}: ${n}`),
  usualBody: label("Counted in a usual body until the client is saved."),
  asked: sentence({ low: 60, high: 110 }, ({ low, high }) => `${low}–${high} effective sets a week are asked for`),
  room: sentence(
    { sets: 48, minutes: 135 },
    ({ sets, minutes }) => `${minutes} minutes have room for about ${sets} sets`,
  ),
  counts: label("One set counts for more than one group: a press for chest, front delts and triceps."),
  from: sentence({ before: "92 setups", after: "78 setups" }, ({ before, after }) => `${before} → ${after}`),
  handOver: sentence({ ok: true }, ({ ok }) => (ok ? "A week can be handed over." : "No week can be handed over yet.")),
};

export const saving = {
  save: label("Save client"),
  saved: label("Saved."),
  back: label("Back"),
  next: label("Next"),
  draft: label("What was typed before is here again: it is not saved yet."),
  drop: label("Begin anew"),
};

export const history = {
  title: sentence({ n: 3 }, ({ n }) => `Changed ${n === 1 ? "once" : `${n} times`}: by whom and when`),
};

/** what the training is for beside its muscles */
export const goal = {
  title: label("Training is for"),
  size: label("size"),
  "size and strength": label("size and strength"),
};

export const limbs = {
  title: label("Limb lengths, where measured"),
  upperArm: label("Shoulder to elbow"),
  forearm: label("Elbow to wrist"),
  thigh: label("Hip to knee"),
  shank: label("Knee to ankle"),
  field: sentence({ limb: "Hip to knee" }, ({ limb }) => `${limb}, cm`),
  usual: sentence({ cm: 41 }, ({ cm }) => `usual ${cm}`),
  how: label(
    "From the middle of one joint to the middle of the next. Left empty, the length follows from the height. A longer thigh makes a squat lean further forward; rankings and loads are worked out anew.",
  ),
};

export const loads = {
  title: label("Loads there, where they are not the usual ones"),
  step: sentence({ what: "dumbbell" }, ({ what }) => `Step of the ${what}`),
  least: sentence({ what: "dumbbell" }, ({ what }) => `Smallest ${what}`),
  most: sentence({ what: "dumbbell" }, ({ what }) => `Largest ${what}`),
  heads: { step: label("step"), least: label("smallest"), most: label("largest") },
  of: { barbell: label("barbell"), dumbbell: label("dumbbell"), cable: label("cable"), machine: label("machine") },
  how: label(
    "Only loads that are there are offered. At the largest one the reps rise, then the lowering becomes slower, then a harder exercise is asked for.",
  ),
};

export const wishes = {
  liked: label("Exercises the client likes"),
  disliked: label("Exercises the client dislikes"),
};

export const weak = {
  title: label("Weak links"),
  grip: label("grip"),
  "low back": label("low back"),
  arms: label("arms, before back or chest"),
  none: label("no"),
  strengthen: label("strengthen"),
  support: label("support"),
  how: label(
    "Support: setups that ask much of it score lower and are marked in the check. Strengthen: its muscles are set to hold, where they had less.",
  ),
};

/** settings that a client tries out once */
export const tried = {
  title: label("Own settings"),
  open: label("Try out"),
  take: label("Take these settings"),
  clear: label("As usual"),
  none: label("As usual; a try of three minutes finds the client's own."),
  set: sentence({ name: "Elbows in presses", value: "45°" }, ({ name, value }) => `${name} ${value}`),
  range: sentence(
    { low: 20, high: 85, unit: "°", usual: 60 },
    ({ low, high, unit, usual }) => `${low} to ${high} ${unit}; usual ${usual} ${unit}`,
  ),
  uses: sentence({ n: 10 }, ({ n }) => `holds for ${counted(n, "exercise")}`),
  safety: label("Without load. Stop a try that hurts: pain belongs to a licensed professional."),
  names: {
    "press-elbows": label("Elbows from the trunk in presses"),
    "press-hands": label("Hands apart in barbell presses"),
    "row-elbows": label("Elbows from the trunk in rows"),
    stance: label("Heels apart in squats"),
  },
  how: {
    "press-elbows": label(
      "Lie on the floor, upper arms on it, forearms upright. Move the elbows from the trunk outwards and back, five times. Take the widest angle at which nothing pinches at the front of the shoulder.",
    ),
    "press-hands": label(
      "Lie under an empty bar or a stick on the chest. Move the hands until both forearms stand upright seen from the feet. Measure between the middle fingers.",
    ),
    "row-elbows": label(
      "Sit or stand, pull an empty handle to the trunk. Try elbows close, halfway and wide. Take the angle at which the elbow comes furthest behind without the shoulder rolling forwards.",
    ),
    stance: label(
      "Squat without load, arms forward, heels on the floor. Try hip width, shoulder width and wider, feet turned as they like. Take the stance that goes deepest with a straight low back. Measure between the heels.",
    ),
  },
};

export const joints = {
  title: label("Joints to watch"),
  figure: label("From the front: a dot notes a joint."),
  joint: label("Joint"),
  side: label("Side"),
  severity: label("How bad"),
  note: label("What was noted"),
  when: label("when it complains"),
  remove: label("Remove"),
  add: label("Note a joint"),
  how: label(
    "Watch lowers the score of exercises that stress the joint a little, sore a lot; severe leaves them out. Pain that is sharp or new belongs to a licensed professional.",
  ),
};

export const ranges = {
  title: label("Joint limits below normal"),
  move: label("Movement"),
  degrees: sentence({ move: "Arm raised to" }, ({ move }) => `${move}, degrees`),
  add: label("Note a movement"),
  how: label(
    "Setups that go more than 5° further are left out of rankings and of weeks that are written, with both numbers.",
  ),
};

export const person = {
  name: label("Name"),
  height: label("Height, cm"),
  mass: label("Body weight, kg"),
  level: label("Training age"),
  levels: { beginner: label("Beginner"), trained: label("Trained") },
  unit: label("Loads in"),
  language: label("Phone, sheet and letters in"),
  languages: { en: label("English"), de: label("Deutsch") },
  figure: label("Pictures show"),
  figures: { male: label("A male form"), female: label("A female form") },
  languageKeeps: label("Names, cues and settings of exercises stay as the library has them, in English."),
  otherwise: label("Marked otherwise"),
  marked: sentence({ unit: "lb" }, ({ unit }) => `Equipment marked in ${unit}`),
  markedOne: sentence({ what: "barbell", unit: "lb" }, ({ what, unit }) => `${what} in ${unit}`),
  consent: label("Agreed to keeping health data on"),
  keepUntil: label("Keep until, then erase"),
  no: label("No"),
  yes: label("Yes"),
  phase: label("Body weight is to"),
  phases: { gain: label("rise"), hold: label("stay"), lose: label("fall") },
  equipment: label("Equipment there"),
  notes: label("Notes"),
  none: label("none"),
};

/** how a joint's range is found without an instrument: a look from the side, a quarter turn is 90 degrees */
export const tests = {
  "arm-raised": label(
    "Lie on the back, knees bent, low back flat. Raise one straight arm overhead until the back or the elbow gives way. On the floor beside the head is 180°, straight up is 90°.",
  ),
  "elbow-straight": label(
    "Arm hanging, palm forwards, straighten as far as it goes. A straight line from shoulder to wrist is 0°; what is missing is the number.",
  ),
  "wrist-back": label(
    "Palm on a table, forearm upright, heel of the hand down. Move the forearm over the hand until the palm lifts. Forearm upright is 90°; take what is missing from it.",
  ),
  "hip-bent": label(
    "Lie on the back, draw one knee to the chest, the other leg on the floor. Stop where the low back rounds. Thigh upright is 90°.",
  ),
  "knee-bent": label("Stand on one leg, draw the heel to the seat by hand. A shank level behind is 90°."),
  "ankle-bent": label(
    "Stand facing a wall, foot flat, push the knee forwards until the heel lifts. Shank upright is 0°; a hand's width between toes and wall is about 20°.",
  ),
};
