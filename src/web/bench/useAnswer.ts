import { useEffect, useState } from "react";

/** an answer to the last question that was asked; null while there is none */
export function useAnswer<T>(
  key: string | null,
  ask: (key: string, signal: AbortSignal) => Promise<T>,
  /** ms that a question has to stand before it is asked: for what takes its time while something is dragged */
  wait = 0,
): T | null {
  const [answer, setAnswer] = useState<{ key: string; told: T } | null>(null);
  useEffect(() => {
    if (!key) return;
    const stopped = new AbortController();
    const go = () => {
      ask(key, stopped.signal).then(
        (told) => setAnswer({ key, told }),
        () => undefined,
      );
    };
    const timer = setTimeout(go, wait);
    return () => {
      clearTimeout(timer);
      stopped.abort();
    };
  }, [key, ask, wait]);
  return answer && answer.key === key ? answer.told : null;
}
