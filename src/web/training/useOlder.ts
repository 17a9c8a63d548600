/** A log that is read further back, twelve weeks at a time. */
import { useOlder as words } from "#core/words/web/training";
import { useMemo, useState } from "react";
import { api, toFailure } from "../base/api";
import { message } from "../base/say";
import { asOneLog, type Log } from "./one-log";

/** @returns the log as far back as it was asked for; `more` where there is more */
export function useOlder(clientId: string, newest: Log | undefined) {
  const [pages, setPages] = useState<readonly Log[]>([]);
  const [ask] = api.useLazyLogQuery();
  const log = useMemo(() => newest && (pages.length ? asOneLog([newest, ...pages]) : newest), [newest, pages]);
  // what has come in since does not move where an older page ends
  const before = (pages.at(-1) ?? newest)?.next;
  const more = async () => {
    if (!before) return;
    const r = await ask({ clientId, before });
    if (r.data) setPages([...pages, r.data]);
    else message.error(words.olderSetsCouldNot({ error: toFailure(r.error).error }), 5);
  };
  return { log, older: pages.length, more: before ? () => void more() : null, fewer: () => setPages([]) };
}
