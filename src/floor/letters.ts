/** How large the letters are: a choice of this phone, kept on it. */
import { useEffect, useState } from "react";

const KEY = "gryn.floor.large";

/** @returns whether they are large, and the switch */
export function useLetters(): [boolean, () => void] {
  const [large, setLarge] = useState(() => localStorage.getItem(KEY) === "1");
  useEffect(() => {
    document.documentElement.toggleAttribute("data-large", large);
    localStorage.setItem(KEY, large ? "1" : "0");
  }, [large]);
  return [large, () => setLarge(!large)];
}
