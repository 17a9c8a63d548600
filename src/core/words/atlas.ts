/** What the atlas says of a head: its functions in words, what lengthens it, who helps. */
import { label, sentence } from "./sentence";

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
  stretch: sentence({ hold: ["elbow straight"] }, ({ hold }) => `To stretch it: ${hold.join(", ")}.`),
};
