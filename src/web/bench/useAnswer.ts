import { useEffect, useState } from "react";

/** an answer to the last question that was asked; null while there is none */
export function useAnswer<T>(key: string | null, ask: (key: string, signal: AbortSignal) => Promise<T>): T | null {
  const [answer, setAnswer] = useState<{ key: string; told: T } | null>(null);
  useEffect(() => {
    if (!key) return;
    const stopped = new AbortController();
    ask(key, stopped.signal).then(
      (told) => setAnswer({ key, told }),
      () => undefined,
    );
    return () => stopped.abort();
  }, [key, ask]);
  return answer && answer.key === key ? answer.told : null;
}
