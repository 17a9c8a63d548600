/** A question to the engine from a page: asked when it stands, dropped when it changes, with what went wrong. */
import { useCallback, useEffect, useState } from "react";
import { ask } from "./analyst";
import type { Answered, Given, Kind } from "./messages";

export interface Asked<T> {
  /** of this question, or of the one before it while this one is worked out; undefined before there is any */
  answer: T | undefined;
  /** it is the one of before */
  stale: boolean;
  /** why there is no answer; null unless it failed */
  error: string | null;
  /** asks once more */
  again: () => void;
}

interface Known<T> {
  key: string;
  answer?: T;
  error?: string;
}

/**
 * @param given null: nothing to ask @param quiet ms that a question has to stand before it is asked
 * @param same of two questions whether the answer of one may stand while the other is worked out; never unless given
 */
export function useAsk<K extends Kind>(
  kind: K,
  given: Given<K> | null,
  { quiet = 0, same }: { quiet?: number; same?: (before: Given<K>, now: Given<K>) => boolean } = {},
): Asked<Answered<K>> {
  const key = given && JSON.stringify(given);
  const [known, setKnown] = useState<Known<Answered<K>> | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (key === null) return;
    const stop = new AbortController();
    const asked = JSON.parse(key) as Given<K>;
    const go = () => {
      ask(kind, asked, { signal: stop.signal }).then(
        (answer) => setKnown({ key, answer }),
        (e: Error) => e.name !== "AbortError" && setKnown({ key, error: e.message }),
      );
    };
    // at once where nothing is waited for: a frame counts while something is dragged
    const wait = quiet > 0 ? setTimeout(go, quiet) : void go();
    return () => {
      clearTimeout(wait);
      stop.abort();
    };
  }, [kind, key, quiet, tries]);
  const again = useCallback(() => {
    setKnown(null);
    setTries((n) => n + 1);
  }, []);
  if (key === null || !known) return { answer: undefined, stale: false, error: null, again };
  if (known.key === key) return { answer: known.answer, stale: false, error: known.error ?? null, again };
  const stands = same?.(JSON.parse(known.key) as Given<K>, JSON.parse(key) as Given<K>) ?? false;
  return { answer: stands ? known.answer : undefined, stale: stands, error: null, again };
}
