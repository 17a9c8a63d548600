/** Das gedruckte Blatt: einfache Worte für die Trainierenden. */
import { counted, label, sentence } from "../../sentence";
import type * as en from "../en/sheet";

const reps = (low: number, high: number): string => (low === high ? `${low}` : `${low}–${high}`);
const restText = (s: number): string => (s < 100 ? `${s} s` : `${String(Math.round(s / 30) / 2)} min`);

export const sheet: typeof en.sheet = {
  plan: sentence({ name: "Arm block", number: 4, day: "30 Nov 2026" }, (v) => `${v.name}, Plan ${v.number}, ${v.day}`),
  left: label("„2 übrig“ heißt: aufhören, wenn noch 2 saubere Wiederholungen gingen."),
  week: label("Deine Woche"),
  link: label("Dein Plan auf dem Telefon"),
  noLink: label("Den Link zu deinem Plan auf dem Telefon bekommst du von deinem Coach."),
  minutes: sentence({ minutes: 48 }, ({ minutes }) => `etwa ${minutes} min`),
  short: sentence<en.Short>(
    { sets: 3, low: 8, high: 12, load: "20 kg" },
    ({ sets, low, high, load }) => `${sets} × ${reps(low, high)}${load ? `, ${load}` : ""}`,
  ),
  ask: sentence<en.Ask>({ sets: 3, low: 8, high: 12, load: "20 kg", left: "2, 1, 0", rest: 120, sides: "both" }, (v) =>
    [
      `${counted(v.sets, "Satz", "Sätze")} mit ${reps(v.low, v.high)} Wiederholungen${v.sides === "one" ? " je Seite" : ""}`,
      v.load ?? "Last finden",
      `${v.left} übrig`,
      `Pause ${restText(v.rest)}`,
    ].join(" · "),
  ),
  pair: sentence({ with: 2 }, ({ with: other }) => `Im Wechsel mit Nummer ${other}: ein Satz hier, ein Satz dort.`),
  start: label("Anfang"),
  end: label("Ende"),
  settings: label("Einstellung"),
  coach: label("Von deinem Coach"),
  feel: label("Spüren in"),
  stop: label("Der Satz endet, wenn"),
  stopWords: sentence({ left: 2 }, ({ left }) =>
    left >= 5
      ? "es nicht mehr leicht ist."
      : left === 0
        ? "keine saubere Wiederholung mehr geht, eine kürzer wird oder du Schwung brauchst."
        : `noch ${left} gingen, eine kürzer wird oder du Schwung brauchst.`,
  ),
  busy: label("Wenn besetzt"),
  or: sentence({ names: ["Dip", "Row"] }, ({ names }) => names.join(", oder ")),
  first: label(
    "Beim ersten Mal: zwei oder drei leichtere Sätze, dann die Last, mit der die genannten Wiederholungen übrig bleiben. Schreib sie auf.",
  ),
  log: sentence(
    { weeks: 4 },
    ({ weeks }) => `Für ${counted(weeks, "Woche", "Wochen")}: Last und Wiederholungen aufschreiben`,
  ),
  set: sentence({ n: 1 }, ({ n }) => `Satz ${n}`),
  weekNumber: sentence({ n: 1 }, ({ n }) => `Woche ${n}`),
  weekly: label("Einmal in der Woche"),
  checkIn: [
    "Schlaf, Stunden je Nacht",
    "Muskelkater, 0 bis 10",
    "Stress, 0 bis 10",
    "Essen: weniger, genug, mehr",
    "Körpergewicht",
  ].map((text) => label(text)),
  rules: label("Was du wann tust"),
  rule: [
    label(
      "In jedem Satz die meisten Wiederholungen erreicht, und noch so viele übrig wie genannt: nimm die nächste Last.",
    ),
    label("Zweimal hintereinander weniger als die wenigsten: sag es deinem Coach."),
    label("Du spürst es woanders als angegeben: weniger Last, strenger ausführen, sag es deinem Coach."),
  ],
  pain: sentence(
    { stop: 4 },
    ({ stop }) =>
      `Stechender Schmerz, Taubheit oder Schmerz ab ${stop} von 10: hör mit der Übung auf und sag es deinem Coach. Geh zu Ärztin, Arzt oder Physiotherapie, bevor du das Gelenk wieder belastest.`,
  ),
  figure: sentence(
    { name: "Hammer curl", at: "start" },
    ({ name, at }) => `${name}, ${at === "start" ? "Anfang" : "Ende"} der Wiederholung`,
  ),
  page: sentence({ n: 2, of: 4 }, ({ n, of }) => `${n} von ${of}`),
};
