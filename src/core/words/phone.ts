/** What the client reads on the phone: what to do, in plain words, nothing about models. */
import { counted, label, sentence } from "./sentence";

/** a set that goes on after its reps, step by step */
export const goingOn = {
  steps: label("The set, step by step"),
  begin: label("The set"),
  done: sentence<{ load: string | null; reps: number }>({ load: "20 kg", reps: 12 }, ({ load, reps }) =>
    load ? `✓ ${load} × ${reps}` : `✓ ${counted(reps, "rep")}`,
  ),
  now: sentence<{ load: string | null; pause: number }>(
    { load: "15 kg", pause: 0 },
    ({ load, pause }) => `${load ? `${load}, ` : ""}${pause > 5 ? `after ${pause} s` : "go on now"}`,
  ),
  log: sentence({ name: "Drop 1" }, ({ name }) => `${name}: done`),
  other: label("Other reps at this load"),
  logReps: sentence({ n: 8 }, ({ n }) => `Log ${counted(n, "rep")}`),
  else: label("Something else"),
  part: label("Log this part"),
  over: label("The set is over"),
};

export const set = {
  number: sentence({ set: 2, of: 3 }, ({ set: n, of }) => `Set ${n} of ${of}`),
  correcting: sentence({ set: 2 }, ({ set: n }) => `Correct set ${n}`),
  ask: sentence({ low: 10, high: 14, rir: 2 }, ({ low, high, rir }) =>
    rir >= 5
      ? `${low}–${high} reps, easy`
      : rir === 0
        ? `${low}–${high} reps, until no clean rep is left`
        : `${low}–${high} reps, stop when you could do ${rir} more`,
  ),
  ramp: sentence({ n: 2 }, ({ n }) =>
    n === 1
      ? "First one lighter set to get ready. You do not log it."
      : `First ${n} lighter sets to get ready, each heavier than the one before. You do not log them.`,
  ),
  rampSet: sentence<{ reps: number; load: string | null }>({ reps: 8, load: "40 kg" }, ({ reps, load }) =>
    load ? `${reps} reps with ${load}` : `${reps} light reps`,
  ),
  first: label("First time: get to your load in steps."),
  firstStep: sentence(
    { reps: 8, load: "30 kg", n: 1, of: 3 },
    ({ reps, load, n, of }) => `Step ${n} of ${of}: ${reps} reps with ${load}. How was it?`,
  ),
  easy: label("Easy"),
  hard: label("Hard enough"),
  found: sentence({ load: "42.5 kg" }, ({ load }) => `Work with ${load}. Change it below if it is wrong.`),
  planned: label("As planned"),
  likely: sentence({ low: 10, high: 14 }, ({ low, high }) => `You will likely do ${low} to ${high}.`),
  other: label("Something else"),
  log: label("Log this set"),
  save: label("Save the correction"),
  leave: label("Leave it as it was"),
  reserve: label("Reps you could still do"),
  more: label("Partial or assisted reps after"),
  correct: label("Correct"),
  correctOf: sentence({ set: 1 }, ({ set: n }) => `Correct set ${n}`),
  spare: sentence({ reps: 2 }, ({ reps }) => `${reps} more possible`),
  logged: sentence({ set: 1, of: 3 }, ({ set: n, of }) => `Set ${n} of ${of} logged.`),
  eachSide: sentence<{ first: "left" | "right" | null }>({ first: "left" }, ({ first }) =>
    first ? `each side, ${first} first` : "each side",
  ),
};

/** by kind of reps */
export const reps = {
  full: label("Full reps"),
  partial: label("Partial reps"),
  assisted: label("Assisted reps"),
  left: label("Reps, left side"),
  right: label("Reps, right side"),
};

/** how the reps were */
export const form = {
  ask: label("Did the reps stay clean? Tap what went wrong"),
  answered: sentence(
    { by: "Edda Varn", text: "Go lighter on Friday", note: "felt the left elbow" },
    ({ by, text, note }) => `${by}: “${text}” (you wrote: “${note}”)`,
  ),
  feltIn: label("Where then?"),
  ended: label("What ended the set?"),
  holds: label("Then the load stays until the reps are clean. Your coach sees it."),
  breath: label("Then the load stays and you rest longer."),
};

/** by what can go wrong */
export const tick = {
  "end-lost": label("Did not reach the end position"),
  "half-reps": label("Half reps"),
  swing: label("Swing"),
  drift: label("The way drifted"),
};

export const ended = {
  muscle: label("The muscle"),
  breath: label("The breath"),
};

/** how recovered the client is, once a week */
export const checkIn = {
  title: label("How was your week?"),
  open: label("How was your week? Four taps"),
  how: label("Four taps, once a week. 1 is bad, 5 is good."),
  thanks: label("Thank you. Your coach sees it."),
  bad: sentence({ score: 2 }, ({ score }) => `Your week was ${score} of 5: loads stay this week, nothing goes down.`),
  sore: label("Which muscles are sore?"),
  save: label("Save"),
  later: label("Not now"),
};

export const aspect = {
  sleep: label("Sleep"),
  food: label("Food"),
  soreness: label("Soreness (5: none)"),
  stress: label("Stress (5: none)"),
};

/** of the whole page */
export const page = { letters: label("Larger letters") };
