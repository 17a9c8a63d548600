/** A minute either way is no wrong clock. */
const NEGLIGIBLE = 60_000;

let skew = 0;

/** what this phone's clock is wrong by, from the server's; @returns ms to add to it */
export function setClock(serverNow: string): number {
  const off = Date.parse(serverNow) - Date.now();
  skew = Number.isFinite(off) && Math.abs(off) > NEGLIGIBLE ? off : 0;
  return skew;
}

/** the same as when the server was last heard: for a page that is loaded again without signal */
export function resumeClock(kept: number): void {
  skew = Number.isFinite(kept) ? kept : 0;
}

/** ms, as the server would say it */
export const clock = (): number => Date.now() + skew;

/** The instant, the zone and the local day of something logged here, by the server's clock as last heard. */
export function moment(): { at: string; zone: string; localDate: string } {
  const now = new Date(clock());
  const pad = (n: number) => String(n).padStart(2, "0");
  return {
    at: now.toISOString(),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    localDate: `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}`,
  };
}
