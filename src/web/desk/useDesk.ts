/** How the practice stands, kept up to date by the server's stream; and the moment it is looked at. */
import { useEffect, useState } from "react";
import { api } from "../base/api";
import { dayOf } from "../../page/locale";

/** ms between two looks at the clock: what follows from a date changes by itself */
const CLOCK = 60_000;
/** ms after a change before it is asked for: a set is seldom logged alone */
const SOON = 400;

export function useDesk() {
  const { data, error, isLoading, refetch } = api.useDeskQuery(undefined, { refetchOnMountOrArgChange: true });
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), CLOCK);
    return () => clearInterval(timer);
  }, []);
  useEffect(() => {
    const events = new EventSource("/api/desk/events");
    let timer: ReturnType<typeof setTimeout> | null = null;
    events.onmessage = ({ data: what }) => {
      if (what !== "changed" || timer) return;
      timer = setTimeout(() => {
        timer = null;
        void refetch();
      }, SOON);
    };
    return () => {
      events.close();
      if (timer) clearTimeout(timer);
    };
  }, [refetch]);
  // clients that are still being worked out
  useEffect(() => {
    if (!data?.waiting) return;
    const timer = setTimeout(() => void refetch(), SOON);
    return () => clearTimeout(timer);
  }, [data, refetch]);
  return { desk: data ?? null, error, isLoading, refetch, now: now.toISOString(), today: dayOf(now) };
}
