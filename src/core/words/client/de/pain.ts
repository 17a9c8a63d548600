/** Schmerz: was daraus für die Übung folgt, und zu wem man geht. */
import { sentence } from "../../sentence";
import type * as en from "../en/pain";

export const joint: typeof en.joint = {
  shoulder: "Schulter",
  elbow: "Ellbogen",
  wrist: "Handgelenk",
  spine: "Rücken",
  hip: "Hüfte",
  knee: "Knie",
  ankle: "Sprunggelenk",
  neck: "Hals",
  fingers: "Hand oder Finger",
};

const SEE =
  "Hör mit dieser Übung sofort auf und trainiere nicht dagegen an. Bleibt es oder kommt es wieder, geh zu Ärztin, Arzt oder Physiotherapie, bevor du hier wieder belastest; dein Coach erfährt es.";

interface At {
  joint: en.JointName;
  score: number;
  before: number;
}
const SAMPLE: At = { joint: "spine", score: 5, before: 2 };
const name = (v: At) => joint[v.joint];

export const pain = {
  sharp: sentence(SAMPLE, (v) => `Stechender Schmerz, ${name(v)}. ${SEE}`),
  numb: sentence(SAMPLE, (v) => `Taubheit, ${name(v)}. ${SEE}`),
  much: sentence(SAMPLE, (v) => `Schmerz ${v.score} von 10, ${name(v)}. ${SEE}`),
  risen: sentence(SAMPLE, (v) => `Schmerz von ${v.before} auf ${v.score} gestiegen, ${name(v)}. ${SEE}`),
  some: sentence(
    SAMPLE,
    (v) => `Schmerz ${v.score} von 10, ${name(v)}: Die Last bleibt, wie sie ist. Sag deinem Coach, wenn es mehr wird.`,
  ),
};
