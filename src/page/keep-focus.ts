/**
 * Focus is never lost: where what had it is taken away, moved to another place of the page or switched off, it goes to
 * the same control in its new place, else to the nearest part of the page that still holds what was around it.
 */

interface Last {
  element: HTMLElement;
  /** what finds the same control elsewhere: what it says of itself, else its name; null where it has neither */
  twins: string | null;
  /** what was around it, nearest first */
  around: HTMLElement[];
}

const aroundOf = (element: HTMLElement): HTMLElement[] => {
  const out: HTMLElement[] = [];
  for (let e = element.parentElement; e && e !== document.body; e = e.parentElement) out.push(e);
  return out;
};

const twinsOf = (element: HTMLElement): string | null => {
  const { focus } = element.dataset;
  if (focus) return `[data-focus="${CSS.escape(focus)}"]`;
  const label = element.getAttribute("aria-label");
  return label ? `[aria-label="${CSS.escape(label)}"]` : null;
};

const isGone = ({ element }: Last) => !element.isConnected || element.matches(":disabled");

/** something that can be told apart when it has the focus: a part of the page with a name or a role of its own */
const isPart = (e: HTMLElement) =>
  e.isConnected && e.matches("section, main, form, article, nav, [role=dialog], [role=group], [aria-label]");

function giveBack({ twins, around, element }: Last): void {
  const twin = twins
    ? [...document.querySelectorAll<HTMLElement>(twins)].find(
        (e) => e !== element && !e.matches(":disabled") && e.offsetParent !== null,
      )
    : undefined;
  const next = twin ?? around.find(isPart) ?? document.querySelector<HTMLElement>("main");
  if (!next) return;
  if (next.tabIndex < 0 && !next.hasAttribute("tabindex")) next.tabIndex = -1;
  next.focus({ preventScroll: true });
}

/** @returns what ends it */
export function keepFocus(): () => void {
  let last: Last | null = null;
  let asked = false;
  const remember = (e: FocusEvent) => {
    const element = e.target;
    if (element instanceof HTMLElement && element !== document.body)
      last = { element, twins: twinsOf(element), around: aroundOf(element) };
  };
  const look = () => {
    asked = false;
    const on = document.activeElement;
    if (last && isGone(last) && (!on || on === document.body || on === last.element)) giveBack(last);
  };
  // once what changes the page has done so: a dialog that opens takes the focus itself
  const observer = new MutationObserver(() => {
    if (asked || !last || !isGone(last)) return;
    asked = true;
    setTimeout(look, 60);
  });
  const forget = (e: PointerEvent) => {
    // whoever presses somewhere else has left it
    if (last && e.target instanceof Node && !last.element.contains(e.target)) last = null;
  };
  document.addEventListener("focusin", remember);
  document.addEventListener("pointerdown", forget, true);
  observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ["disabled"] });
  return () => {
    document.removeEventListener("focusin", remember);
    document.removeEventListener("pointerdown", forget, true);
    observer.disconnect();
  };
}
