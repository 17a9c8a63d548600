/** What pages of atlas say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const atlasPage = {
  joint: sentence({ name: "Elbow bent" }, ({ name }) => `${name}, degrees`),
  turnTheFigureDegrees: label("Turn the figure, degrees"),
};

export const leverCurve = {
  to: sentence<{ named: string; low: number; to: number }>(
    { named: "Biceps, long head", low: 20, to: 3 },
    ({ named, low, to }) => `${named}, ${low}° to ${to}°`,
  ),
};
