/** The screen stays on while an exercise is open: wet fingers unlock nothing. A phone that cannot is left as it is. */
import { useEffect } from "react";

export function useAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const hold = async () => {
      if (document.visibilityState !== "visible") return;
      // refused where the battery is low
      lock = await navigator.wakeLock.request("screen").catch(() => null);
      if (over) void lock?.release();
    };
    // a page that was away has lost it
    const back = () => void hold();
    void hold();
    document.addEventListener("visibilitychange", back);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", back);
      void lock?.release();
    };
  }, [wanted]);
}
