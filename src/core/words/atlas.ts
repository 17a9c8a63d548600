/** What the atlas says of a head: its functions in words, what lengthens it, who helps. */
import { percent } from "#core/base/numbers";
import { capital, label, sentence } from "./sentence";

/** by freedom: what a head does about it with a torque above 0, and below it */
const WAYS: Readonly<Record<string, readonly [string, string]>> = {
  elbow: ["bends the elbow", "straightens the elbow"],
  shoulderFlexion: ["raises the arm forwards", "draws the arm down and back"],
  shoulderAbduction: ["raises the arm sideways", "draws the arm to the side"],
  shoulderRotation: ["turns the arm in", "turns the arm out"],
  protraction: ["draws the shoulder blade forwards", "draws the shoulder blade back"],
  girdleElevation: ["raises the shoulder", "lowers the shoulder"],
  scapula: ["turns the shoulder blade up", "turns the shoulder blade down"],
  forearm: ["turns the palm down", "turns the palm up"],
  wristFlexion: ["bends the wrist", "bends the wrist back"],
  fingers: ["closes the hand", "opens the hand"],
  neck: ["bends the neck", "draws the head back"],
  knee: ["bends the knee", "straightens the knee"],
  hipFlexion: ["bends the hip", "straightens the hip"],
  hipAbduction: ["spreads the leg", "draws the leg in"],
  hipRotation: ["turns the leg in", "turns the leg out"],
  ankle: ["raises the foot", "pushes the foot down"],
  lumbarFlexion: ["curls the trunk", "straightens the back"],
  lumbarBend: ["bends the trunk to its side", "bends the trunk to the other side"],
  lumbarRotation: ["turns the trunk", "turns the trunk the other way"],
  thoracicFlexion: ["curls the upper trunk", "straightens the upper back"],
};

export const way = (freedom: string, sign: number): string => WAYS[freedom]?.[sign >= 0 ? 0 : 1] ?? freedom;

export const atlas = {
  title: label("Atlas"),
  search: label("Find a muscle"),
  views: label("View"),
  front: label("Front"),
  back: label("Back"),
  side: label("Side"),
  turn: label("Turn"),
  poses: label("Pose"),
  standing: label("Standing"),
  longest: label("Fully lengthened"),
  shortest: label("Fully shortened"),
  free: label("Turn the joints"),
  figure: sentence(
    { head: "Biceps, long head", length: 70 },
    ({ head, length }) => `The body with the ${head} in colour; it is at ${length} percent of its length range`,
  ),
  length: sentence(
    { percent: 70 },
    ({ percent }) => `At ${percent} % of its length range (0 shortened, 100 lengthened)`,
  ),
  runs: sentence({ from: "sacrum", to: "femur" }, ({ from, to }) => `From the ${from} to the ${to}.`),
  levers: label("Lever over each joint's range"),
  lever: sentence(
    { does: "bends the elbow", least: 20, most: 40 },
    ({ does, least, most }) => `${does}: ${least} to ${most} mm`,
  ),
  helpers: sentence({ does: "bends the elbow" }, ({ does }) => `Who else ${does}`),
  opponents: label("Who opposes it"),
  own: sentence(
    { share: 24, does: "bends the elbow" },
    ({ share, does }) => `${share} % of the torque that ${does} in mid range is its own.`,
  ),
  deep: label("This head lies deep: the picture shows where it runs."),
  wish: label("A muscle's attachments cannot be moved. Exercises thicken regions of it, where they load it."),
  ranking: label("Ranked exercises"),
  cover: label("Fewest exercises that cover it"),
  compare: label("Compare with another head"),
  means: sentence({ does: "bends the elbow", mm: 35 }, ({ does, mm }) => `${does}, ${mm} mm`),
  none: label("No muscle is called that."),
  positions: label("Stretch and warm-up"),
  stretch: sentence(
    { hold: ["elbow straight"] },
    ({ hold }) => `To stretch it, hold: ${hold.join(", ") || "no position that a joint can hold"}.`,
  ),
  warmUp: sentence(
    { from: ["elbow bent"], to: ["elbow straight"] },
    ({ from, to }) => `To warm it up, move without a load from ${from.join(", ")} to ${to.join(", ")}.`,
  ),
  help: label("Who can help here?"),
  helpLead: label(
    "Who turns the joint that way in the pose of the picture, each with all the force it can give there.",
  ),
  muscle: label("Muscle"),
  movement: label("Movement"),
  torque: label("Torque"),
  lever2: label("Lever"),
  at: label("Length"),
  nm: sentence({ nm: 12.4 }, ({ nm }) => `${nm < 10 ? nm.toFixed(1) : Math.round(nm)} Nm`),
  mm: sentence({ mm: 31 }, ({ mm }) => `${Math.round(mm)} mm`),
  percent: sentence({ percent: 70 }, ({ percent }) => `${percent} %`),
  nobody: label("No muscle turns the joint that way in this pose."),
  all: sentence({ nm: 64 }, ({ nm }) => `All together: about ${Math.round(nm)} Nm if every one gives all it can.`),
  parts: label("Its parts"),
  apart: sentence<{ other: string; level: Level; times: number; more: string; less: string; sure: number | null }>(
    { other: "biceps, short head", level: "low", times: 1.3, more: "Preacher curl", less: "Drag curl", sure: 0.9 },
    ({ other, level, times, more, less, sure }) =>
      `Against the ${other}: ${level}. ${more} favours it ${times > 10 ? "more than 10" : times.toFixed(1)} times as much as ${less}${
        sure === null ? "" : `; ${percent(sure)} of varied bodies agree`
      }.`,
  ),
  alone: label("Its muscle has no other part in the model."),
  alike: sentence({ other: "biceps, short head" }, ({ other }) => `Against the ${other}: too few exercises to tell.`),
  studies: label("What studies say"),
  noStudies: label("No study of this head is noted here."),
  study: sentence({ text: "Grew more.", grade: "few" }, ({ text, grade }) => `${text} (${grade})`),
  best: label("Best exercises"),
  cautions: label("Cautions"),
  caution: sentence({ joint: "wrist", text: "Keep it straight." }, ({ joint, text }) => `${capital(joint)}: ${text}`),
  noted: sentence({ at: 90, name: "Ines" }, ({ at, name }) => `${at}° ${name}`),
  beyond: sentence(
    { name: "Ines", limit: "the knee bends to 90°, this asks 118°" },
    ({ name, limit }) => `Further than ${name} goes: ${limit}.`,
  ),
  limit: sentence({ least: -20, most: 120 }, ({ least, most }) => `${least}° to ${most}°`),
};

/** how far two parts can be told apart: one scale for all muscles */
export type Level = "low" | "moderate" | "high";
export const levelOf = (times: number): Level => (times < 1.5 ? "low" : times < 3 ? "moderate" : "high");

/** by turn: how a joint is held towards the low end of its range, and towards the high one */
const HELD: Readonly<Record<string, readonly [string, string]>> = {
  twist: ["arm turned out", "arm turned in"],
  protraction: ["shoulder blades drawn back", "shoulder blades drawn forwards"],
  girdleElevation: ["shoulders lowered", "shoulders raised"],
  elbow: ["elbow straight", "elbow bent"],
  forearm: ["palm up", "palm down"],
  wristFlexion: ["wrist bent back", "wrist bent"],
  fingers: ["fingers open", "fingers closed"],
  neck: ["head drawn back", "head bent forwards"],
  hipFlexion: ["hip straight, leg behind", "hip bent"],
  hipAbduction: ["leg drawn across", "leg spread"],
  hipRotation: ["leg turned out", "leg turned in"],
  knee: ["knee straight", "knee bent"],
  ankle: ["foot pointed", "toes drawn up"],
  lumbarFlexion: ["trunk arched back", "back rounded"],
  thoracicFlexion: ["upper back arched", "upper back rounded"],
  lumbarBend: ["trunk bent to the other side", "trunk bent to its side"],
  lumbarRotation: ["trunk turned the other way", "trunk turned"],
};
/** share of a joint's range around its middle that is neither end */
const MIDDLE = 0.2;

const armHeld = (elevation: number, plane: number): string =>
  elevation < -10
    ? "arm behind the trunk"
    : elevation > 120
      ? "arm overhead"
      : elevation < 40
        ? "arm at the side"
        : plane > 110
          ? "arm across the chest"
          : plane > 60
            ? "arm forwards"
            : plane < -10
              ? "arm drawn back"
              : "arm out to the side";

interface Range {
  id: string;
  least: number;
  most: number;
}

/** @param turns those that the head's joints have; the arm's three are told as one */
export function heldIn(pose: Readonly<Record<string, number>>, turns: readonly Range[]): string[] {
  const arm = turns.some((t) => t.id === "elevation" || t.id === "plane");
  const held = turns.flatMap(({ id, least, most }) => {
    const words = HELD[id];
    const place = ((pose[id] ?? 0) - least) / (most - least);
    if (!words || Math.abs(place - 0.5) < MIDDLE / 2) return [];
    return [words[place < 0.5 ? 0 : 1]];
  });
  return [...(arm ? [armHeld(pose.elevation ?? 0, pose.plane ?? 0)] : []), ...held];
}
