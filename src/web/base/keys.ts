/** Single keys: one map that listeners and the list of keys read; whether they are on, and when they keep still. */
import { keys as words } from "#core/words/web/base";

/** what a single key does; no two things share one */
export const KEY = {
  desk: "d",
  atlas: "a",
  ranking: "r",
  bench: "b",
  cover: "v",
  method: "m",
  clients: "c",
  week: "w",
  sheet: "s",
  log: "l",
  review: "i",
  evidence: "o",
  help: "?",
  next: "j",
  previous: "k",
  use: "u",
  build: "g",
  moreSets: "+",
  fewerSets: "-",
  lock: "x",
  takeOff: "Delete",
  done: "y",
  later: "t",
  back: "z",
  find: "/",
  print: "p",
  pdf: "f",
  change: "e",
  decline: "n",
  handOver: "h",
} as const;

export const KEYS: [string, string][] = [
  [KEY.desk, words.places.desk],
  [KEY.atlas, words.places.atlas],
  [KEY.ranking, words.places.ranking],
  [KEY.bench, words.places.bench],
  [KEY.cover, words.places.cover],
  [KEY.method, words.places.method],
  [KEY.clients, words.places.clients],
  [KEY.week, words.weekOfTheOpen()],
  [KEY.sheet, words.sheetOfTheOpen()],
  [KEY.review, words.reviewOfTheOpen()],
  [KEY.log, words.logOfTheOpen()],
  [KEY.evidence, words.evidenceOfThePractice()],
  [KEY.build, words.inTheWeekBuild()],
  [`${KEY.next} / ${KEY.previous}`, words.nextAndPreviousRow()],
  ["Enter", words.criteriaOfTheRow()],
  [KEY.use, words.useTheRowFor()],
  ["Alt ← → ↑ ↓", words.inTheWeekMove()],
  [`${KEY.moreSets} / ${KEY.fewerSets} / ${KEY.lock} / ${KEY.takeOff}`, words.inTheWeekOne()],
  ["1 to 9", words.onTheDeskOpen()],
  [`${KEY.done} / ${KEY.later} / ${KEY.back}`, words.onTheDeskThe()],
  [KEY.find, words.onTheDeskFind()],
  ["1 to 9", words.inTheReviewChoose()],
  [`${KEY.done} / ${KEY.change} / ${KEY.decline} / ${KEY.back} / ${KEY.handOver}`, words.inTheReviewAccept()],
  ["Shift Y", words.inTheReviewAccept2()],
  [`${KEY.print} / ${KEY.pdf}`, words.onTheSheetPrint()],
  ["Ctrl Z / Ctrl Shift Z", words.undoAndRedoA()],
  ["Ctrl K", words.goAnywhere()],
  [KEY.help, words.thisList()],
];

export const KEYS_OFF = "gryn.keysOff";
export const singleKeysOn = () => localStorage.getItem(KEYS_OFF) !== "1";
/** single keys never fire while typing */
export const isTyping = (e: KeyboardEvent) =>
  e.ctrlKey ||
  e.metaKey ||
  e.altKey ||
  (e.target instanceof HTMLElement &&
    e.target.closest(
      "input, textarea, select, [contenteditable], .ant-select, .ant-modal, [role=slider], [role=menu], [role=listbox], [role=dialog]",
    ) !== null);
