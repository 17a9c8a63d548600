/** Warum das nächste Ziel so ist. */
import { label, sentence } from "../../sentence";
import type * as en from "../en/reasons";

const und = (list: readonly string[]): string =>
  list.length < 2 ? (list[0] ?? "") : `${list.slice(0, -1).join(", ")} und ${list.at(-1)}`;
const lately = (reps: readonly number[]): string =>
  `${reps.length === 1 ? "Letztes Mal" : reps.length === 2 ? "Die letzten beiden Male" : "Die letzten drei Male"}: ${reps.join(", ")} Wiederholungen.`;

const FIRST = "Beim ersten Mal:";
const ticked: Readonly<Record<string, string>> = {
  "end-lost": "die Endstellung wurde nicht erreicht",
  "half-reps": "halbe Wiederholungen",
  swing: "mit Schwung",
  drift: "die Last wich von ihrem Weg ab",
};
const ticksText = (ticks: readonly string[]): string => und(ticks.map((t) => ticked[t] ?? t));

const LATELY = { lately: [14, 15, 17], from: "20 kg", next: "22.5 kg", about: 12, at: 13, top: 16, planned: 14 };
const TOP = { first: 15, load: "30 kg" as string | null, from: 3, to: 4, lower: 4, next: "Dip" };
const onTop = (load: string | null) => (load ? `mit ${load}, der größten Last hier` : "ohne Last");

export const reasons: typeof en.reasons = {
  stopped: sentence({ pain: "Stechender Schmerz, Knie." }, ({ pain }) => `Aufgehört: ${pain}`),
  firstWith: sentence(
    { load: "20 kg" },
    ({ load }) =>
      `${FIRST} beginne mit ${load}, nach zwei oder drei leichteren Sätzen; nimm weniger, wenn weniger Wiederholungen übrig bleiben als genannt.`,
  ),
  firstBare: label(
    `${FIRST} ohne zusätzliche Last, so viele saubere Wiederholungen, dass die genannten übrig bleiben.`,
  ),
  firstFind: label(
    `${FIRST} finde mit zwei oder drei leichteren Sätzen eine Last, mit der Wiederholungen und Rest wie genannt gehen.`,
  ),
  unlikely: sentence<{ load: string | null; reps: number }>(
    { load: "200 kg", reps: 12 },
    ({ load, reps }) =>
      `${load ? `${load} × ` : ""}${reps} ist weit von deinen anderen Sätzen entfernt. Prüf die Einheit, und ob es je Hand oder zusammen war. Der Satz zählt erst, wenn dein Coach ihn angesehen hat.`,
  ),
  notWork: label("Kein Arbeitssatz, er zählt nicht: leicht, und jedes Mal gleich."),
  byCoach: label("Von deinem Coach festgelegt."),
  elsewhereTwice: label(
    "Zweimal woanders gespürt: eine Stufe leichter und strenger ausführen, oder die Übung tauschen.",
  ),
  elsewhere: sentence(
    { lately: [14] },
    (v) =>
      `Gleiche Last. ${lately(v.lately)} Du hast es woanders gespürt: erst an der richtigen Stelle, dann schwerer.`,
  ),
  noLoad: label("Die meisten Wiederholungen sind erreicht, aber keine Last steht da: trag eine ein."),
  smallest: sentence(
    { load: "2.5 kg" },
    ({ load }) => `${load} ist die kleinste Last hier und doch zu schwer: tausch die Übung.`,
  ),
  topNothing: sentence(
    TOP,
    (v) =>
      `Erster Satz: ${v.first} Wiederholungen ${onTop(v.load)}, langsam gesenkt. Frag deinen Coach nach einer schwereren Übung.`,
  ),
  topTempo: sentence(
    TOP,
    (v) =>
      `Erster Satz: ${v.first} Wiederholungen ${onTop(v.load)}. Als Nächstes: in ${v.to} s senken statt in ${v.from} s.`,
  ),
  topRelative: sentence(
    TOP,
    (v) => `Erster Satz: ${v.first} Wiederholungen, in ${v.lower} s gesenkt. Nächste Übung: ${v.next}.`,
  ),
  topLoad: sentence(
    TOP,
    (v) => `Erster Satz: ${v.first} Wiederholungen, in ${v.lower} s gesenkt. Als Nächstes: ${v.next} dazu.`,
  ),
  under: sentence(
    { lately: [6, 7], low: 8 },
    (v) => `${lately(v.lately)} Das ist unter ${v.low}: eine Stufe weniger, oder die Übung tauschen.`,
  ),
  leftOut: sentence(
    { sets: 2 },
    ({ sets }) => `Gleiche Last: ${sets === 1 ? "1 geplanter Satz fehlte" : `${sets} geplante Sätze fehlten`}.`,
  ),
  reserveSpent: label("Gleiche Last: es blieben weniger Wiederholungen übrig als geplant."),
  fellBelow: sentence({ low: 8 }, ({ low }) => `Gleiche Last: ein Satz fiel unter ${low} Wiederholungen.`),
  onTheWay: sentence(
    { first: 10, top: 14 },
    (v) => `Erster Satz: ${v.first} Wiederholungen. Bei ${v.top} wird es schwerer.`,
  ),
  window: sentence<{ low: number; high: number; step: string; on: string | null; body: number }>(
    { low: 8, high: 12, step: "2.5 kg", on: "40 kg", body: 0 },
    ({ low, high, step, on, body }) =>
      `Wiederholungen ${low} bis ${high}: eine Stufe ist ${
        on
          ? `${step} auf ${on}${body > 0 ? ` und ${body} kg vom Körper` : ""}`
          : body > 0
            ? `${step} auf dein eigenes Gewicht`
            : "noch nicht bekannt"
      }.`,
  ),
  drop: sentence(
    { percent: 40, rest: 180 },
    ({ percent, rest }) => `Von einem Satz zum nächsten ${percent} % weniger Wiederholungen: ${rest} s Pause.`,
  ),
  farOver: sentence(
    LATELY,
    (v) =>
      `${lately(v.lately)} Geplant waren höchstens ${v.planned}: ${v.from} ist viel zu leicht. Eine Stufe mehr: ${v.next}.`,
  ),
  ready: sentence(LATELY, (v) => `${lately(v.lately)} Mit ${v.next} sind das etwa ${v.about}: eine Stufe mehr.`),
  notYet: sentence(
    LATELY,
    (v) =>
      `Bleib bei ${v.from}. ${lately(v.lately)} Mit ${v.next} sind das etwa ${v.about}; mehr Last kommt bei ${v.at} (${v.from} × ${v.top}).`,
  ),
  form: sentence<{ ticks: readonly string[] }>(
    { ticks: ["end-lost", "swing"] },
    ({ ticks }) => `Gleiche Last: ${ticksText(ticks)}. Erst die ganze Wiederholung, dann schwerer.`,
  ),
  formTwice: sentence<{ ticks: readonly string[] }>(
    { ticks: ["half-reps"] },
    ({ ticks }) => `Zweimal hintereinander: ${ticksText(ticks)}. Eine Stufe leichter, jede Wiederholung ganz.`,
  ),
  checkIn: sentence(
    { score: 2 },
    ({ score }) => `Gleiche Last diese Woche: deine Woche war ${score} von 5. Nächste Woche wie geplant.`,
  ),
  breath: label("Gleiche Last: der Atem hat den Satz beendet. Mach vor jedem Satz länger Pause."),
};
