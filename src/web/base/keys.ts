/** Single keys: what they do, whether they are on, and when they keep still. */
export const KEYS: [string, string][] = [
  ["r", "Ranking"],
  ["b", "Bench"],
  ["m", "Method"],
  ["c", "Clients"],
  ["w", "Week of the open client"],
  ["l", "Log of the open client"],
  ["j / k", "Next and previous row"],
  ["Enter", "Criteria of the row"],
  ["u", "Use the row for the client and day last used"],
  ["Alt ← → ↑ ↓", "In the week: move the exercise to another day or place"],
  ["+ / - / x / Delete", "In the week: one set more, one less, lock, take off"],
  ["Ctrl Z / Ctrl Shift Z", "Undo and redo a plan edit"],
  ["Ctrl K", "Go anywhere"],
  ["?", "This list"],
];

export const KEYS_OFF = "gryn.keysOff";
export const singleKeysOn = () => localStorage.getItem(KEYS_OFF) !== "1";
/** single keys never fire while typing */
export const isTyping = (e: KeyboardEvent) =>
  e.ctrlKey ||
  e.metaKey ||
  e.altKey ||
  (e.target instanceof HTMLElement &&
    e.target.closest("input, textarea, select, [contenteditable], .ant-select, .ant-modal, [role=slider]") !== null);
