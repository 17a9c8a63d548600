/** Single keys: one map that listeners and the list of keys read; whether they are on, and when they keep still. */

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
  [KEY.desk, "Desk"],
  [KEY.atlas, "Atlas"],
  [KEY.ranking, "Ranking"],
  [KEY.bench, "Bench"],
  [KEY.cover, "Cover"],
  [KEY.method, "Method"],
  [KEY.clients, "Clients"],
  [KEY.week, "Week of the open client"],
  [KEY.sheet, "Sheet of the open client"],
  [KEY.review, "Review of the open client"],
  [KEY.log, "Log of the open client"],
  [KEY.evidence, "Evidence of the practice"],
  [KEY.build, "In the week: build the week"],
  [`${KEY.next} / ${KEY.previous}`, "Next and previous row"],
  ["Enter", "Criteria of the row"],
  [KEY.use, "Use the row for the client and day last used"],
  ["Alt ← → ↑ ↓", "In the week: move the exercise to another day or place"],
  [
    `${KEY.moreSets} / ${KEY.fewerSets} / ${KEY.lock} / ${KEY.takeOff}`,
    "In the week: one set more, one less, lock, take off",
  ],
  ["1 to 9", "On the desk: open a row"],
  [`${KEY.done} / ${KEY.later} / ${KEY.back}`, "On the desk: the open row is done, in 3 days, take the last one back"],
  [KEY.find, "On the desk: find a client"],
  ["1 to 9", "In the review: choose an edit of next week"],
  [
    `${KEY.done} / ${KEY.change} / ${KEY.decline} / ${KEY.back} / ${KEY.handOver}`,
    "In the review: accept, change, decline, take the last one back, to the week",
  ],
  ["Shift Y", "In the review: accept all that are open"],
  [`${KEY.print} / ${KEY.pdf}`, "On the sheet: print, save as PDF"],
  ["Ctrl Z / Ctrl Shift Z", "Undo and redo a plan edit"],
  ["Ctrl K", "Go anywhere"],
  [KEY.help, "This list"],
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
