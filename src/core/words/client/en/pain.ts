/** Pain: what it means for the exercise, and whom to see. */
import { sentence } from "../../sentence";

/** as a client and a sentence call them */
export const joint = {
  shoulder: "shoulder",
  elbow: "elbow",
  wrist: "wrist",
  spine: "back",
  hip: "hip",
  knee: "knee",
  ankle: "ankle",
  neck: "neck",
  fingers: "hand or fingers",
};
export type JointName = keyof typeof joint;

const see = (name: string) =>
  `Stop this exercise now and do not push through it. If it stays or comes back, see a doctor or physiotherapist before you train the ${name} again; your coach is told.`;

interface At {
  joint: JointName;
  score: number;
  /** of the time before */
  before: number;
}
const SAMPLE: At = { joint: "spine", score: 5, before: 2 };
const name = (v: At) => joint[v.joint];

/** by why it is judged so */
export const pain = {
  sharp: sentence(SAMPLE, (v) => `Sharp pain in the ${name(v)}. ${see(name(v))}`),
  numb: sentence(SAMPLE, (v) => `Numbness around the ${name(v)}. ${see(name(v))}`),
  much: sentence(SAMPLE, (v) => `Pain ${v.score} of 10 in the ${name(v)}. ${see(name(v))}`),
  risen: sentence(SAMPLE, (v) => `Pain in the ${name(v)} has risen from ${v.before} to ${v.score}. ${see(name(v))}`),
  some: sentence(
    SAMPLE,
    (v) => `Pain ${v.score} of 10 in the ${name(v)}: the load stays where it is. Tell your coach if it grows.`,
  ),
};
