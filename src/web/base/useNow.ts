import { useState } from "react";

/** the moment at which a page was opened, ms: what is told by the day does not change under the reader */
export function useNow(): number {
  const [now] = useState(() => Date.now());
  return now;
}
