/** A place that is entered: it has the focus, its name is the page's title, and coming back leads to where one was. */
import { useEffect, type RefObject } from "react";
import { NavigationType, useNavigationType } from "react-router";

const SCROLLED = "gryn.scrolled";

const scrolledAt = (): Record<string, number> => {
  try {
    return JSON.parse(sessionStorage.getItem(SCROLLED) ?? "{}") as Record<string, number>;
  } catch {
    return {};
  }
};

export function usePlace(page: RefObject<HTMLElement | null>, path: string): void {
  const how = useNavigationType();
  useEffect(() => {
    const main = page.current;
    if (!main) return;
    // its heading may come later than the place
    const name = () => {
      const heading = main.querySelector("h1")?.textContent?.trim();
      document.title = heading ? `${heading} – Gryn` : "Gryn";
    };
    name();
    const observer = new MutationObserver(name);
    observer.observe(main, { childList: true, subtree: true, characterData: true });
    const on = document.activeElement;
    // whoever is already typing somewhere is left there
    if (!on || on === document.body || on.closest("nav, header")) main.focus({ preventScroll: true });
    return () => observer.disconnect();
  }, [page, path]);
  useEffect(() => {
    const main = page.current;
    if (!main) return;
    if (how === NavigationType.Pop) {
      const top = scrolledAt()[path] ?? 0;
      // what is read first makes the room that was scrolled through
      const tries = [0, 200, 800].map((ms) => setTimeout(() => main.scrollTo({ top }), ms));
      return () => tries.forEach(clearTimeout);
    }
    main.scrollTo({ top: 0 });
  }, [page, path, how]);
  useEffect(() => {
    const main = page.current;
    if (!main) return;
    const keep = () => sessionStorage.setItem(SCROLLED, JSON.stringify({ ...scrolledAt(), [path]: main.scrollTop }));
    main.addEventListener("scrollend", keep);
    return () => main.removeEventListener("scrollend", keep);
  }, [page, path]);
}
