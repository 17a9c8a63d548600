/** What the mechanics says: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const analyst = {
  theEngineStopped: label("The engine stopped."),
  theEngineSAnswer: label("The engine's answer could not be read."),
  mechanicsLive: label("mechanics, live"),
  mechanicsBackground: label("mechanics, background"),
};

export const worker = {
  noExercise: sentence<{ id: string }>({ id: "cable-curl" }, ({ id }) => `There is no exercise called ${id}.`),
};
