/** The page of the simulated rep sensor. */
import { counted, label, sentence } from "./sentence";

/** the simulated sensor's own page */
export const standIn = {
  title: label("Simulated rep sensor"),
  what: label(
    "Stands for a sensor on a bar or a stack: it sends positions, with noise and gaps, to a phone that has its code.",
  ),
  code: label("Code"),
  reps: label("Reps"),
  travel: label("Way of the load, cm"),
  lift: label("Lifted in, s"),
  lower: label("Lowered in, s"),
  lostFrom: label("End position lost from rep (0: never)"),
  noise: label("Noise, mm"),
  dropouts: label("Gaps, a minute"),
  begins: label("Begins at the"),
  bottom: label("bottom, as a curl"),
  top: label("top, as a squat"),
  start: label("Start the set"),
  started: sentence(
    { code: "rack-3", reps: 10 },
    ({ code, reps }) => `${code} sends ${counted(reps, "rep")} to every phone that is connected.`,
  ),
};
