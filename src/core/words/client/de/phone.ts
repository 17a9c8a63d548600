/** Was auf dem Telefon steht: was zu tun ist, in einfachen Worten. */
import { counted, label, sentence } from "../../sentence";
import type * as en from "../en/phone";

const und = (list: readonly string[]): string =>
  list.length < 2 ? (list[0] ?? "") : `${list.slice(0, -1).join(", ")} und ${list.at(-1)}`;
const times = (n: number): string => counted(n, "Wiederholung", "Wiederholungen");
const SIDE: Readonly<Record<string, string>> = { left: "Links", right: "Rechts" };

export const goingOn: typeof en.goingOn = {
  steps: label("Der Satz, Schritt für Schritt"),
  begin: label("Der Satz"),
  done: sentence<{ load: string | null; reps: number }>({ load: "20 kg", reps: 12 }, ({ load, reps: n }) =>
    load ? `✓ ${load} × ${n}` : `✓ ${times(n)}`,
  ),
  now: sentence<{ load: string | null; pause: number }>(
    { load: "15 kg", pause: 0 },
    ({ load, pause }) => `${load ? `${load}, ` : ""}${pause > 5 ? `nach ${pause} s` : "gleich weiter"}`,
  ),
  log: sentence({ name: "Drop 1" }, ({ name }) => `${name}: fertig`),
  other: label("Andere Zahl mit dieser Last"),
  logReps: sentence({ n: 8 }, ({ n }) => `${times(n)} eintragen`),
  else: label("Etwas anderes"),
  part: label("Diesen Teil eintragen"),
  over: label("Der Satz ist zu Ende"),
};

export const set: typeof en.set = {
  number: sentence({ set: 2, of: 3 }, ({ set: n, of }) => `Satz ${n} von ${of}`),
  correcting: sentence({ set: 2 }, ({ set: n }) => `Satz ${n} berichtigen`),
  ask: sentence({ low: 10, high: 14, rir: 2 }, ({ low, high, rir }) =>
    rir >= 5
      ? `${low}–${high} Wiederholungen, leicht`
      : rir === 0
        ? `${low}–${high} Wiederholungen, bis keine saubere mehr geht`
        : `${low}–${high} Wiederholungen, aufhören, wenn noch ${rir} gingen`,
  ),
  ramp: sentence({ n: 2 }, ({ n }) =>
    n === 1
      ? "Zuerst ein leichterer Satz zur Vorbereitung. Du trägst ihn nicht ein."
      : `Zuerst ${n} leichtere Sätze zur Vorbereitung, jeder schwerer als der davor. Du trägst sie nicht ein.`,
  ),
  rampSet: sentence<{ reps: number; load: string | null }>({ reps: 8, load: "40 kg" }, ({ reps: n, load }) =>
    load ? `${n} Wiederholungen mit ${load}` : `${n} leichte Wiederholungen`,
  ),
  first: label("Beim ersten Mal: in Schritten zu deiner Last."),
  firstStep: sentence(
    { reps: 8, load: "30 kg", n: 1, of: 3 },
    ({ reps: count, load, n, of }) => `Schritt ${n} von ${of}: ${count} Wiederholungen mit ${load}. Wie war es?`,
  ),
  easy: label("Leicht"),
  hard: label("Schwer genug"),
  found: sentence({ load: "42.5 kg" }, ({ load }) => `Arbeite mit ${load}. Ändere es unten, wenn es nicht stimmt.`),
  planned: label("Wie geplant"),
  likely: sentence({ low: 10, high: 14 }, ({ low, high }) => `Du schaffst wohl ${low} bis ${high}.`),
  other: label("Etwas anderes"),
  log: label("Diesen Satz eintragen"),
  save: label("Berichtigung sichern"),
  leave: label("So lassen, wie es war"),
  reserve: label("Wiederholungen, die noch gingen"),
  more: label("Halbe oder unterstützte danach"),
  correct: label("Berichtigen"),
  correctOf: sentence({ set: 1 }, ({ set: n }) => `Satz ${n} berichtigen`),
  spare: sentence({ reps: 2 }, ({ reps: n }) => `noch ${n} möglich`),
  logged: sentence({ set: 1, of: 3 }, ({ set: n, of }) => `Satz ${n} von ${of} eingetragen.`),
  eachSide: sentence<{ first: "left" | "right" | null }>({ first: "left" }, ({ first }) =>
    first ? `je Seite, ${first === "left" ? "links" : "rechts"} zuerst` : "je Seite",
  ),
};

export const reps: typeof en.reps = {
  full: label("Ganze Wiederholungen"),
  partial: label("Halbe Wiederholungen"),
  assisted: label("Unterstützte Wiederholungen"),
  left: label("Wiederholungen links"),
  right: label("Wiederholungen rechts"),
};

export const form: typeof en.form = {
  ask: label("Waren die Wiederholungen sauber? Tippe an, was nicht stimmte"),
  answered: sentence(
    { by: "Edda Varn", text: "Go lighter on Friday", note: "felt the left elbow" },
    ({ by, text, note }) => `${by}: „${text}“ (du schriebst: „${note}“)`,
  ),
  feltIn: label("Wo dann?"),
  ended: label("Was hat den Satz beendet?"),
  holds: label("Dann bleibt die Last, bis die Wiederholungen sauber sind. Dein Coach sieht es."),
  breath: label("Dann bleibt die Last, und du machst länger Pause."),
};

export const tick: typeof en.tick = {
  "end-lost": label("Endstellung nicht erreicht"),
  "half-reps": label("Halbe Wiederholungen"),
  swing: label("Schwung"),
  drift: label("Vom Weg abgewichen"),
};

export const ended: typeof en.ended = {
  muscle: label("Der Muskel"),
  breath: label("Der Atem"),
};

export const checkIn: typeof en.checkIn = {
  title: label("Wie war deine Woche?"),
  open: label("Wie war deine Woche? Viermal tippen"),
  how: label("Viermal tippen, einmal in der Woche. 1 ist schlecht, 5 ist gut."),
  thanks: label("Danke. Dein Coach sieht es."),
  bad: sentence(
    { score: 2 },
    ({ score }) => `Deine Woche war ${score} von 5: Die Lasten bleiben diese Woche, nichts geht zurück.`,
  ),
  sore: label("Welche Muskeln haben Muskelkater?"),
  save: label("Sichern"),
  later: label("Nicht jetzt"),
};

export const aspect: typeof en.aspect = {
  sleep: label("Schlaf"),
  food: label("Essen"),
  soreness: label("Muskelkater (5: keiner)"),
  stress: label("Stress (5: keiner)"),
};

export const page: typeof en.page = {
  letters: label("Größere Schrift"),
  opening: label("Dein Training wird geöffnet ..."),
  days: label("Tage"),
  head: sentence<{ name: string; day: string | null }>({ name: "Maja", day: "Upper" }, ({ name, day }) =>
    day ? `${name}, ${day}` : name,
  ),
  minutes: sentence({ minutes: 48, plan: 4 }, ({ minutes, plan }) => `etwa ${minutes} min, Plan Nummer ${plan}`),
  waiting: sentence({ n: 3 }, ({ n }) => `${n} nicht gesendet`),
  sent: label("alles gesendet"),
  offline: label("ohne Netz"),
  full: label(
    "Der Speicher dieses Telefons ist voll: Was nicht gesendet ist, geht verloren, wenn die Seite geschlossen wird. Lass sie offen, bis alles gesendet ist, oder schaffe Platz.",
  ),
  newPlan: sentence(
    { number: 5 },
    ({ number }) => `Dein Coach hat Plan Nummer ${number} übergeben. Was du eingetragen hast, bleibt.`,
  ),
  noPlan: label("Dein Coach hat noch keinen Plan übergeben. Er wird hier stehen."),
  safety: label(
    "Bei stechendem Schmerz, Taubheit oder Schwindel aufhören und dem Coach sagen. Die Regeln des Studios gehen vor. Wenn sich dies in einem Chat geöffnet hat, öffne es im Browser deines Telefons: Was du einträgst, bleibt in dem Browser, in dem du es einträgst.",
  ),
};

export const link: typeof en.link = {
  away: label("Keine Verbindung: Sätze werden auf diesem Telefon behalten und später gesendet."),
  serverAway: label("Der Server ist weg: Sätze werden auf diesem Telefon behalten und später gesendet."),
  opens: label("Keine Verbindung: Der Link öffnet sich, sobald es eine gibt."),
  showing: label("Keine Verbindung: Du siehst, was dieses Telefon behalten hat."),
  wrong: label("Beim Senden ging etwas schief: Sätze werden auf diesem Telefon behalten und noch einmal gesendet."),
  revoked: label(
    "Dein Coach hat diesen Link geschlossen. Bitte um einen neuen; was nicht gesendet ist, bleibt auf diesem Telefon.",
  ),
  expired: label(
    "Dieser Link ist abgelaufen. Bitte deinen Coach um einen neuen; was nicht gesendet ist, bleibt auf diesem Telefon.",
  ),
  unknown: label("Öffne den Link, den dir dein Coach geschickt hat."),
  untaken: label("Der Server hat es nicht angenommen."),
};

export const refused: typeof en.refused = {
  title: label("Vom Server nicht angenommen"),
  checkIn: sentence({ why: "too late" }, ({ why }) => `Wie deine Woche war, ist nicht gesichert. ${why}`),
  entry: sentence<{ set: number; name: string | null; why: string }>(
    { set: 2, name: "Hammer curl", why: "400 kg is too much." },
    ({ set: n, name, why }) => `Satz ${n} von ${name ?? "einem anderen Plan"} ist nicht gesichert. ${why}`,
  ),
  report: sentence<{ name: string | null; why: string }>(
    { name: "Hammer curl", why: "too late" },
    ({ name, why }) => `Was du bei ${name ?? "einem anderen Plan"} gespürt hast, ist nicht gesichert. ${why}`,
  ),
  cannot: label("Mehr sagt der Server nicht."),
  mend: label("Berichtigen"),
  drop: label("Verwerfen"),
};

export const list: typeof en.list = {
  inTurn: label("Im Wechsel, je ein Satz"),
  pair: label("Paar, im Wechsel"),
  ofSets: sentence({ done: 1, of: 3 }, ({ done, of }) => `${done} von ${of}`),
  setsDone: sentence({ done: 1, of: 3 }, ({ done, of }) => `${done} von ${of} Sätzen fertig`),
  leftOut: sentence<{ left: "skipped" | "another day" }>(
    { left: "another day" },
    ({ left }) => `Ausgelassen: ${left === "skipped" ? "übersprungen" : "ein anderer Tag"}`,
  ),
  stopped: label("Aufgehört: sprich mit deinem Coach"),
  asked: sentence<{ sets: number; low: number; high: number; load: string | null }>(
    { sets: 3, low: 8, high: 12, load: "20 kg" },
    ({ sets, low, high, load }) => `${counted(sets, "Satz", "Sätze")} mit ${low}–${high}${load ? `, ${load}` : ""}`,
  ),
  and: sentence({ names: ["Dip", "Row"] }, ({ names }) => names.join(" und ")),
};

export const exercise: typeof en.exercise = {
  all: label("Alle Übungen"),
  insteadOf: sentence({ name: "Hammer curl" }, ({ name }) => `Statt ${name}`),
  busy: label("Gerät besetzt oder heute nicht"),
  instead: label("Stattdessen"),
  canDo: label("Was du stattdessen tun kannst"),
  easier: sentence({ joint: "Knie" }, ({ joint }) => `Schonender (${joint}). Hör auch damit auf, wenn es schmerzt.`),
  noneEasier: label("Dein Coach hat nichts freigegeben, was dieses Gelenk mehr schont."),
  do: sentence({ name: "Cable curl" }, ({ name }) => `${name} machen`),
  after: sentence({ name: "Cable curl" }, ({ name }) => `Doch ${name} machen`),
  leaveToday: label("Heute auslassen"),
  later: label("Später in diesem Training"),
  anotherDay: label("An einem anderen Tag"),
  skip: label("Überspringen"),
  stay: label("Hier weitermachen"),
  next: sentence({ name: "Dip" }, ({ name }) => `Weiter: ${name}`),
  done: label("Training beendet"),
  start: label("Anfang"),
  end: label("Ende"),
  cues: label("Hinweise und Einstellung"),
  tempo: sentence(
    { lower: 3, longPause: 1, lift: 1, shortPause: 0 },
    (t) => `${t.lower} s senken, ${t.longPause} s in der Dehnung, ${t.lift} s heben, ${t.shortPause} s oben.`,
  ),
  coach: sentence({ note: "Elbows still" }, ({ note }) => `Dein Coach: ${note}`),
  lastTime: sentence({ sets: "20 × 12, 20 × 11" }, ({ sets }) => `Letztes Mal: ${sets}`),
  today: label("Heute gemachte Sätze"),
  set: sentence({ n: 1 }, ({ n }) => `Satz ${n}`),
  odd: sentence(
    { set: "200 kg × 12" },
    ({ set: said }) =>
      `${said} ist weit von deinen anderen Sätzen entfernt. Ist die Last je Hand oder zusammen? Berichtige sie, wenn sie nicht stimmt. Der Satz zählt, sobald dein Coach ihn angesehen hat.`,
  ),
  side: { left: "links", right: "rechts" },
  part: { full: "ganz", partial: "halb", assisted: "unterstützt", left: "links", right: "rechts" },
};

export const typing: typeof en.typing = {
  near: label("Andere Zahl mit dieser Last"),
  logReps: sentence({ n: 8 }, ({ n }) => `${times(n)} eintragen`),
  load: sentence({ unit: "kg", meaning: "je Hand" }, ({ unit, meaning }) => `Last, ${unit} (${meaning})`),
  meaning: { "per hand": "je Hand", total: "zusammen", stack: "Gewichtsblock", band: "Band", added: "zusätzlich" },
  partLoad: sentence({ n: 2, unit: "kg" }, ({ n, unit }) => `Teil ${n}: Last, ${unit}`),
  part: sentence({ n: 2, what: "Halbe Wiederholungen" }, ({ n, what }) => `Teil ${n}: ${what}`),
  reps: label("Wiederholungen"),
  even: sentence<{ lead: "left" | "right"; reps: number }>({ lead: "left", reps: 9 }, ({ lead, reps: n }) => {
    const [one, other] = lead === "left" ? ["Links", "rechts"] : ["Rechts", "links"];
    return `${one} waren es ${n}: ${other} hört dort auf, damit beide gleich werden.`;
  }),
  less: sentence({ what: "Wiederholungen" }, ({ what }) => `${what}: weniger`),
  more: sentence({ what: "Wiederholungen" }, ({ what }) => `${what}: mehr`),
  number: sentence({ max: 500, such: "12.5" }, ({ max, such }) => `Eine Zahl von 0 bis ${max}, etwa ${such}`),
  whole: sentence({ max: 100 }, ({ max }) => `Eine ganze Zahl von 0 bis ${max}`),
};

export const rest: typeof en.rest = {
  go: label("Los"),
  rest: label("Pause"),
  rested: label("ausgeruht"),
  locked: label("Zeigen, wenn gesperrt"),
  done: label("Fertig"),
  until: sentence({ time: "18:04:30" }, ({ time }) => `Pause bis ${time}`),
  over: label("Deine Pause ist vorbei."),
  waits: label("Der nächste Satz wartet."),
};

export const report: typeof en.report = {
  felt: label("Wo hast du es gespürt?"),
  feel: { target: "An der richtigen Stelle", elsewhere: "Woanders", unsure: "Nicht sicher" },
  hurt: label("Etwas tat weh"),
  kind: label("Was für ein Schmerz?"),
  kinds: { sharp: "Stechend", ache: "Dumpf", numb: "Taub" },
  joint: label("Welches Gelenk?"),
  another: label("Ein anderes"),
  side: label("Welche Seite?"),
  sides: { left: "Links", right: "Rechts", both: "Beide" },
  score: label("Wie stark, 0 bis 10?"),
  missing: sentence<{ kind: boolean; joint: boolean; score: boolean }>(
    { kind: true, joint: false, score: true },
    (v) =>
      `Noch nicht gesichert: wähle ${und([...(v.kind ? ["die Art"] : []), ...(v.joint ? ["das Gelenk"] : []), ...(v.score ? ["wie stark"] : [])])}.`,
  ),
  save: label("Schmerz sichern"),
  nothing: label("Nichts tat weh"),
  message: label("Nachricht an deinen Coach"),
};

export const group: typeof en.group = {
  chest: "Brust",
  lats: "Breiter Rückenmuskel",
  "upper-back": "Oberer Rücken",
  "side-delts": "Seitliche Schulter",
  "rear-delts": "Hintere Schulter",
  "front-delts": "Vordere Schulter",
  biceps: "Bizeps",
  triceps: "Trizeps",
  quads: "Vorderer Oberschenkel",
  hamstrings: "Hinterer Oberschenkel",
  glutes: "Gesäß",
  calves: "Waden",
  abs: "Bauch",
  "elbow-flexors": "Armbeuger",
  forearms: "Unterarme",
  "upper-traps": "Nacken",
  adductors: "Innere Oberschenkel",
  abductors: "Äußere Hüfte",
  "low-back": "Unterer Rücken",
  obliques: "Seitlicher Bauch",
  "hip-flexors": "Hüftbeuger",
  shins: "Schienbein",
  cuff: "Rotatorenmanschette",
};

export const sensor: typeof en.sensor = {
  use: label("Mit einem Sensor zählen"),
  code: label("Code auf dem Sensor"),
  connect: label("Verbinden"),
  stop: label("Ohne Sensor"),
  waiting: sentence({ code: "rack-3" }, ({ code }) => `${code} ist verbunden. Beginne den Satz.`),
  waitingSide: sentence(
    { code: "rack-3", side: "left" },
    ({ code, side }) => `${code} ist verbunden. Beginne ${side === "left" ? "links" : "rechts"}.`,
  ),
  side: sentence({ side: "left", n: 7 }, ({ side, n }) => `${SIDE[side] ?? side}: ${times(n)}`),
  next: sentence({ side: "right" }, ({ side }) => `Jetzt ${side === "left" ? "links" : "rechts"}`),
  away: sentence(
    { code: "rack-3" },
    ({ code }) => `Keine Antwort von ${code}. Zähl selbst, oder versuch es noch einmal.`,
  ),
  again: label("Noch einmal versuchen"),
  reps: sentence({ n: 7 }, ({ n }) => times(n)),
  lowering: sentence({ s: 1.8, planned: 3 }, ({ s, planned }) =>
    s < planned - 0.5
      ? `In ${s.toFixed(1)} s gesenkt, geplant sind ${planned}: langsamer.`
      : `In ${s.toFixed(1)} s gesenkt, wie geplant.`,
  ),
  lost: sentence({ n: 3 }, ({ n }) => `Die Endstellung wurde in ${times(n)} nicht erreicht.`),
  half: sentence({ n: 2 }, ({ n }) => `${times(n)} kaum mehr als der halbe Weg.`),
  missing: sentence({ s: 0.8 }, ({ s }) => `Der Sensor schwieg ${s.toFixed(1)} s: Sieh nach, ob die Zahl stimmt.`),
  holds: label("Dein Coach sieht es, und die Last bleibt, bis die Wiederholungen ganz sind."),
  log: sentence({ n: 11 }, ({ n }) => `${times(n)} eintragen`),
  anew: label("Neu zählen"),
};
