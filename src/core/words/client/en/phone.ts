/** What the client reads on the phone: what to do, in plain words, nothing about models. */
import { capital, counted, label, listed, sentence } from "../../sentence";

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
export const page = {
  letters: label("Larger letters"),
  opening: label("Opening your session ..."),
  days: label("Days"),
  head: sentence<{ name: string; day: string | null }>({ name: "Maja", day: "Upper" }, ({ name, day }) =>
    day ? `${name}, ${day}` : name,
  ),
  minutes: sentence<{ minutes: number; plan: number }>(
    { minutes: 48, plan: 4 },
    ({ minutes, plan }) => `about ${minutes} min, plan number ${plan}`,
  ),
  waiting: sentence({ n: 3 }, ({ n }) => `${n} not sent`),
  sent: label("all sent"),
  offline: label("offline"),
  full: label(
    "This phone's storage is full: what is not sent is lost when the page closes. Keep it open until all is sent, or free some space.",
  ),
  newPlan: sentence(
    { number: 5 },
    ({ number }) => `Your coach has handed over plan number ${number}. What you logged is kept.`,
  ),
  noPlan: label("Your coach has not handed over a plan yet. This page will show it."),
  safety: label(
    "Stop on sharp pain, numbness or dizziness and tell your coach. The gym's own rules come first. If this opened inside a chat app, open it in your phone's browser: what you log stays in the browser you log it in.",
  ),
};

/** what there is to know of the connection, by what happened */
export const link = {
  away: label("No connection: sets are kept on this phone and sent later."),
  serverAway: label("The server is away: sets are kept on this phone and sent later."),
  opens: label("No connection: the link opens when there is one."),
  showing: label("No connection: showing what this phone has kept."),
  wrong: label("Something went wrong in sending: sets are kept on this phone and sent again."),
  revoked: label(
    "Your coach has closed this link. Ask for a new one; what you logged and did not send stays on this phone.",
  ),
  expired: label(
    "This link has run out. Ask your coach for a new one; what you logged and did not send stays on this phone.",
  ),
  unknown: label("Open the link your coach sent you."),
  untaken: label("The server did not take it."),
};

/** what the server does not take */
export const refused = {
  title: label("Not taken by the server"),
  checkIn: sentence({ why: "too late" }, ({ why }) => `How your week was is not saved. ${why}`),
  entry: sentence<{ set: number; name: string | null; why: string }>(
    { set: 2, name: "Hammer curl", why: "400 kg is too much." },
    ({ set: n, name, why }) => `Set ${n} of ${name ?? "another plan"} is not saved. ${why}`,
  ),
  report: sentence<{ name: string | null; why: string }>(
    { name: "Hammer curl", why: "too late" },
    ({ name, why }) => `What you felt of ${name ?? "another plan"} is not saved. ${why}`,
  ),
  cannot: label("The server says no more."),
  mend: label("Mend it"),
  drop: label("Drop it"),
};

/** the list of a day's exercises */
export const list = {
  inTurn: label("In turn, a set of each"),
  pair: label("Pair, in turn"),
  ofSets: sentence({ done: 1, of: 3 }, ({ done, of }) => `${done} of ${of}`),
  setsDone: sentence({ done: 1, of: 3 }, ({ done, of }) => `${done} of ${of} sets done`),
  leftOut: sentence<{ left: "skipped" | "another day" }>({ left: "another day" }, ({ left }) => `Left out: ${left}`),
  stopped: label("Stopped: talk to your coach"),
  asked: sentence<{ sets: number; low: number; high: number; load: string | null }>(
    { sets: 3, low: 8, high: 12, load: "20 kg" },
    ({ sets, low, high, load }) => `${counted(sets, "set")} of ${low}–${high}${load ? `, ${load}` : ""}`,
  ),
  and: sentence({ names: ["Dip", "Row"] }, ({ names }) => names.join(" and ")),
};

/** an exercise while it is done */
export const exercise = {
  all: label("All exercises"),
  insteadOf: sentence({ name: "Hammer curl" }, ({ name }) => `Instead of ${name}`),
  busy: label("Machine busy, or not today"),
  instead: label("Instead"),
  canDo: label("What you can do instead"),
  easier: sentence({ joint: "knee" }, ({ joint }) => `Easier on the ${joint}. Stop it too if it hurts.`),
  noneEasier: label("Your coach has not approved anything that is easier on this joint."),
  do: sentence({ name: "Cable curl" }, ({ name }) => `Do ${name}`),
  after: sentence({ name: "Cable curl" }, ({ name }) => `Do ${name} after all`),
  leaveToday: label("Leave it out today"),
  later: label("Later in this session"),
  anotherDay: label("Another day"),
  skip: label("Skip it"),
  stay: label("Go on here"),
  next: sentence({ name: "Dip" }, ({ name }) => `Next: ${name}`),
  done: label("Done with the session"),
  start: label("Start"),
  end: label("End"),
  cues: label("Cues and setting"),
  tempo: sentence(
    { lower: 3, longPause: 1, lift: 1, shortPause: 0 },
    (t) => `Lower ${t.lower} s, pause ${t.longPause} s where long, lift ${t.lift} s, pause ${t.shortPause} s.`,
  ),
  coach: sentence({ note: "Elbows still" }, ({ note }) => `Your coach: ${note}`),
  lastTime: sentence({ sets: "20 × 12, 20 × 11" }, ({ sets }) => `Last time: ${sets}`),
  today: label("Sets done today"),
  set: sentence({ n: 1 }, ({ n }) => `Set ${n}`),
  odd: sentence(
    { set: "200 kg × 12" },
    ({ set: said }) =>
      `${said} is far from your other sets. Is the load per hand or in total? Correct it if it is wrong. It counts once your coach has looked at it.`,
  ),
  side: { left: "left", right: "right" },
  part: { full: "full", partial: "partial", assisted: "assisted", left: "left", right: "right" },
};

/** typing a set */
export const typing = {
  near: label("Other reps at this load"),
  logReps: sentence({ n: 8 }, ({ n }) => `Log ${counted(n, "rep")}`),
  load: sentence<{ unit: string; meaning: string }>(
    { unit: "kg", meaning: "per hand" },
    ({ unit, meaning }) => `Load, ${unit} (${meaning})`,
  ),
  meaning: {} as Readonly<Record<string, string>>,
  partLoad: sentence({ n: 2, unit: "kg" }, ({ n, unit }) => `Part ${n}: load, ${unit}`),
  part: sentence({ n: 2, what: "Partial reps" }, ({ n, what }) => `Part ${n}: ${what.toLowerCase()}`),
  reps: label("Reps"),
  even: sentence<{ lead: "left" | "right"; reps: number }>({ lead: "left", reps: 9 }, ({ lead, reps: n }) => {
    const other = lead === "left" ? "right" : "left";
    return `The ${lead} side began with ${n}: the ${other} side stops there, so that both grow even.`;
  }),
  less: sentence({ what: "Reps" }, ({ what }) => `${what}: less`),
  more: sentence({ what: "Reps" }, ({ what }) => `${what}: more`),
  number: sentence({ max: 500, such: "12.5" }, ({ max, such }) => `A number from 0 to ${max}, such as ${such}`),
  whole: sentence({ max: 100 }, ({ max }) => `A whole number from 0 to ${max}`),
};

/** rest between sets */
export const rest = {
  go: label("Go"),
  rest: label("rest"),
  rested: label("rested"),
  locked: label("Show when locked"),
  done: label("Done"),
  until: sentence({ time: "18:04:30" }, ({ time }) => `Rest until ${time}`),
  over: label("Your rest is over."),
  waits: label("The next set is waiting."),
};

/** felt, pain, a word to the coach */
export const report = {
  felt: label("Where did you feel it?"),
  feel: { target: "In the right place", elsewhere: "Somewhere else", unsure: "Not sure" },
  hurt: label("Something hurt"),
  kind: label("What kind of pain?"),
  kinds: { sharp: "Sharp", ache: "Ache", numb: "Numb" },
  joint: label("Which joint?"),
  another: label("Another"),
  side: label("Which side?"),
  sides: { left: "Left", right: "Right", both: "Both" },
  score: label("How much, 0 to 10?"),
  missing: sentence<{ kind: boolean; joint: boolean; score: boolean }>(
    { kind: true, joint: false, score: true },
    (v) =>
      `Not saved yet: choose ${listed([...(v.kind ? ["the kind"] : []), ...(v.joint ? ["the joint"] : []), ...(v.score ? ["how much"] : [])])}.`,
  ),
  save: label("Save what hurt"),
  nothing: label("Nothing hurt"),
  message: label("Message to your coach"),
};

/** names of groups of muscles, by id, where the language has its own; otherwise those of the plan */
export const group: Readonly<Record<string, string>> = {};

/** counting with a rep sensor */
export const sensor = {
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
