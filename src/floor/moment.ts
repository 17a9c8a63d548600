/** The instant, the zone and the local day of something logged here. */
export function moment(): { at: string; zone: string; localDate: string } {
  const now = new Date();
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
