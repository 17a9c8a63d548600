/** The rep sensor: on the phone, and on the page of the simulated one. */
import { capital, counted, label, sentence } from "./sentence";

/** on the phone */
export const phone = {
  use: label("Count with a sensor"),
  code: label("Code on the sensor"),
  connect: label("Connect"),
  stop: label("Without a sensor"),
  waiting: sentence({ code: "rack-3" }, ({ code }) => `${code} is connected. Begin your set.`),
  waitingSide: sentence(
    { code: "rack-3", side: "left" },
    ({ code, side }) => `${code} is connected. Begin with your ${side} side.`,
  ),
  side: sentence({ side: "left", n: 7 }, ({ side, n }) => `${capital(side)}: ${counted(n, "rep")}`),
  next: sentence({ side: "right" }, ({ side }) => `Now the ${side} side`),
  away: sentence({ code: "rack-3" }, ({ code }) => `No answer from ${code}. Count yourself, or try again.`),
  again: label("Try again"),
  reps: sentence({ n: 7 }, ({ n }) => counted(n, "rep")),
  lowering: sentence<{ s: number; planned: number }>({ s: 1.8, planned: 3 }, ({ s, planned }) =>
    s < planned - 0.5
      ? `Lowered in ${s.toFixed(1)} s, planned are ${planned}: slower.`
      : `Lowered in ${s.toFixed(1)} s, as planned.`,
  ),
  lost: sentence({ n: 3 }, ({ n }) => `The end position was not reached in ${counted(n, "rep")}.`),
  half: sentence({ n: 2 }, ({ n }) => `${counted(n, "rep")} went hardly more than half the way.`),
  missing: sentence(
    { s: 0.8 },
    ({ s }) => `The sensor was silent for ${s.toFixed(1)} s: look whether the count is right.`,
  ),
  holds: label("Your coach sees it, and the load stays until the reps are whole."),
  log: sentence({ n: 11 }, ({ n }) => `Log ${counted(n, "rep")}`),
  anew: label("Count anew"),
};

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
