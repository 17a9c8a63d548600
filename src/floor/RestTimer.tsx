import { useEffect, useState } from "react";

/** Counts against the clock, not its own ticks, so that a locked screen loses nothing. */
export function RestTimer({ until, onDone }: { until: number | null; onDone: () => void }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!until) return;
    const tick = () => setNow(Date.now());
    tick();
    const timer = setInterval(tick, 500);
    document.addEventListener("visibilitychange", tick);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", tick);
    };
  }, [until]);
  if (!until) return null;
  const left = Math.ceil((until - now) / 1000);
  return (
    <div className="rest" role="timer" aria-live="off">
      <span className="number">{left > 0 ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, "0")}` : "Go"}</span>
      <span className="quiet">{left > 0 ? "rest" : "rested"}</span>
      <button type="button" onClick={onDone}>Done</button>
    </div>
  );
}
