/** Wie die Sätze anders als einfach gemacht werden. */
import { sentence } from "../../sentence";

export const doing = {
  purpose: {
    work: "",
    "warm-up": "Aufwärmen: leicht, zur Vorbereitung. Zählt nicht.",
    "cool-down": "Ausklang: leicht, zum Schluss. Zählt nicht.",
  },
  turns: sentence({ rest: 60 }, ({ rest }) => `Seiten im Wechsel: eine Seite, ${rest} s, die andere Seite, ${rest} s.`),
  begins: sentence<{ first: "left" | "right" }>({ first: "left" }, ({ first }) =>
    first === "left"
      ? "Links beginnt; rechts hört bei derselben Zahl auf, auch wenn mehr ginge."
      : "Rechts beginnt; links hört bei derselben Zahl auf, auch wenn mehr ginge.",
  ),
  swing: sentence(
    { degrees: 10 },
    ({ degrees }) => `Schwung ist erlaubt: der Rumpf darf ${degrees}° mitgehen, nicht mehr. Bei Rückenschmerz: keiner.`,
  ),
  tempo: sentence(
    { set: 3, seconds: "4-1-1-0" },
    ({ set, seconds }) => `Satz ${set} mit ${seconds}: Sekunden ab, in der Dehnung, auf, oben.`,
  ),
  easier: sentence(
    { name: "Arm am Körper", reps: 5 },
    ({ name, reps }) => `Leichtere Haltung: ${name}, etwa ${reps} mehr.`,
  ),
};

export const structure: Readonly<Record<string, string>> = {
  "first-heavier": "Erster Satz mit voller Last, die anderen ein Zehntel leichter.",
  ramp: "Steigern: mit vier Fünfteln beginnen, der letzte Satz mit voller Last.",
  descending: "Von Satz zu Satz ein Zwanzigstel weniger.",
};

export const technique: Readonly<Record<string, { name: string; how: string }>> = {
  "lengthened-partials": {
    name: "Halbe Wiederholungen in der Dehnung",
    how: "Jede Wiederholung nur in der gedehnten Hälfte, keine ganzen.",
  },
  "partials-past-failure": {
    name: "Halbe Wiederholungen danach",
    how: "Letzter Satz: wenn keine ganze mehr geht, halbe in der gedehnten Hälfte.",
  },
  "drop-set": {
    name: "Lasten senken",
    how: "Nach dem letzten Satz etwa ein Fünftel wegnehmen und sofort weiter, dreimal.",
  },
  "rest-pause": { name: "Kurze Pausen", how: "Nach dem letzten Satz 20 s Pause, noch ein paar; dreimal." },
  "mechanical-drop": {
    name: "Haltung wechseln",
    how: "Wenn keine mehr geht, mit derselben Last in die leichtere Haltung wechseln und weiter.",
  },
  "assisted-lowering": {
    name: "Mit Hilfe hoch, langsam ab",
    how: "Mit der anderen Hand hochhelfen; allein in vier Sekunden senken.",
  },
  "slow-lowering": { name: "Langsam ab", how: "Jede Wiederholung in vier bis fünf Sekunden senken." },
  "overload-lowering": {
    name: "Schwer ab",
    how: "Deine Hilfe hebt mit; allein in vier Sekunden senken.",
  },
  "peak-hold": { name: "Oben halten", how: "Jede Wiederholung oben zwei Sekunden halten." },
  "band-added": { name: "Mit Band", how: "Das Band einhängen; unten soll es locker sein." },
  "loose-finish": {
    name: "Lockeres Ende",
    how: "Wenn keine saubere mehr geht, zwei oder drei mit etwas Schwung.",
  },
};
