import { useEffect, useState } from "react";
import { useWords } from "./words";
import { askForNotices, dropNotice, noticeState, showNotice } from "./rest-notice";

/** ms on, off, on */
const OVER = [220, 120, 220];

/** Counts against the clock, not its own ticks, so that a locked screen loses nothing. */
export function RestTimer({ until, onDone }: { until: number | null; onDone: () => void }) {
  const { rest: words } = useWords();
  const [now, setNow] = useState(() => Date.now());
  const [notices, setNotices] = useState(noticeState);
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
  const left = until === null ? null : Math.ceil((until - now) / 1000);
  const over = left !== null && left <= 0;
  useEffect(() => {
    if (until) void showNotice(until, over, words);
    else void dropNotice();
  }, [until, over, notices, words]);
  useEffect(() => {
    // felt through a pocket; a phone that cannot says nothing
    if (over) navigator.vibrate?.(OVER);
  }, [over]);
  if (left === null) return null;
  return (
    <div className="rest" role="timer" aria-live="off">
      <span className="number">
        {left > 0 ? `${Math.floor(left / 60)}:${String(left % 60).padStart(2, "0")}` : words.go()}
      </span>
      {notices === "possible" ? (
        <button type="button" onClick={() => void askForNotices().then(setNotices)}>
          {words.locked()}
        </button>
      ) : (
        <span className="quiet">{left > 0 ? words.rest() : words.rested()}</span>
      )}
      <button type="button" onClick={onDone}>
        {words.done()}
      </button>
    </div>
  );
}
