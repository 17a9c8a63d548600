/** A minute either way is no wrong clock. */
const NEGLIGIBLE = 60_000;

let skew = 0;

/** what this phone's clock is wrong by, from the server's; @returns ms to add to it */
export function setClock(serverNow: string): number {
  const off = Date.parse(serverNow) - Date.now();
  skew = Number.isFinite(off) && Math.abs(off) > NEGLIGIBLE ? off : 0;
  return skew;
}

/** ms, as the server would say it */
export const clock = (): number => Date.now() + skew;

/** The instant, the zone and the local day of something logged here, by the server's clock as last heard. */
export function moment(): { at: string; zone: string; localDate: string } {
  const now = new Date(clock());
  const pad = (n: number) => String(n).padStart(2, "0");
  return { at: now.toISOString(), zone: Intl.DateTimeFormat().resolvedOptions().timeZone, localDate: `${now.getFullYear()}-${pad(now.getMonth() + 1)}-${pad(now.getDate())}` };
}

/** crypto.randomUUID needs a secure page; on plain http in a gym's network random bytes do the same */
export function newId(): string {
  if (typeof crypto.randomUUID === "function") return crypto.randomUUID();
  const b = crypto.getRandomValues(new Uint8Array(16));
  b[6] = (b[6]! & 0x0f) | 0x40;
  b[8] = (b[8]! & 0x3f) | 0x80;
  return Array.from(b, (x, i) => ([4, 6, 8, 10].includes(i) ? "-" : "") + x.toString(16).padStart(2, "0")).join("");
}
