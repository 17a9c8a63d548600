/**
 * What was logged and not sent yet. Kept on the phone until the server says it has kept it; sent as often as it takes,
 * since the same id and revision is the same row. Nothing here needs a connection.
 */
import type { Entry, Report } from "#core/training/entry";
import type { FloorSession } from "./types";

interface Outbox {
  entries: Entry[];
  reports: Report[];
}

const OUTBOX = "gryn.floor.outbox";
const SESSION = "gryn.floor.session";
const RETRY_MS = 4000;

function read<T>(key: string, fallback: T): T {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "") as T;
  } catch {
    return fallback;
  }
}

export type Link = "open" | "away" | "revoked" | "expired" | "unknown";

export class Floor {
  private box: Outbox = read<Outbox>(OUTBOX, { entries: [], reports: [] });
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending = false;
  session: FloorSession | null = read<FloorSession | null>(SESSION, null);
  link: Link = "away";
  words = "";

  constructor(private readonly changed: () => void) {
    window.addEventListener("online", () => void this.send());
    // another tab of this phone shares the outbox
    window.addEventListener("storage", (e) => {
      if (e.key !== OUTBOX) return;
      this.box = read<Outbox>(OUTBOX, this.box);
      this.changed();
    });
  }

  get waiting(): number {
    return this.box.entries.length + this.box.reports.length;
  }

  /** everything known on this phone, sent or not, newest revision of each id */
  get entries(): Entry[] {
    return newest([...(this.session?.log.entries ?? []), ...this.box.entries]);
  }

  get reports(): Report[] {
    return newest([...(this.session?.log.reports ?? []), ...this.box.reports]);
  }

  async open(token: string | null): Promise<void> {
    if (token) {
      const r = await this.ask("/open", { token });
      if (r?.ok) history.replaceState(null, "", "/floor");
      else if (r) return this.refused(r);
    }
    await this.refresh();
    void this.send();
  }

  async refresh(): Promise<void> {
    const r = await this.ask("/session");
    if (!r) return this.set("away", "No connection: showing what this phone has kept.");
    if (!r.ok) return this.refused(r);
    this.session = (await r.json()) as FloorSession;
    localStorage.setItem(SESSION, JSON.stringify(this.session));
    this.set("open", "");
  }

  put(item: { entry: Entry } | { report: Report }): void {
    if ("entry" in item) this.box.entries = [...this.box.entries, item.entry];
    else this.box.reports = [...this.box.reports, item.report];
    this.keep();
    void this.send();
  }

  private keep(): void {
    localStorage.setItem(OUTBOX, JSON.stringify(this.box));
    this.changed();
  }

  async send(): Promise<void> {
    if (this.sending || this.waiting === 0) return;
    this.sending = true;
    if (this.timer) clearTimeout(this.timer);
    const batch = { entries: this.box.entries.slice(0, 100), reports: this.box.reports.slice(0, 100) };
    const r = await this.ask("/log", batch);
    this.sending = false;
    if (r?.ok) {
      const { kept } = (await r.json()) as { kept: { id: string; revision: number }[] };
      const done = new Set(kept.map((k) => `${k.id} ${k.revision}`));
      const rest = <T extends { id: string; revision: number }>(list: T[]) => list.filter((x) => !done.has(`${x.id} ${x.revision}`));
      if (this.session) this.session.log = { entries: newest([...this.session.log.entries, ...batch.entries]), reports: newest([...this.session.log.reports, ...batch.reports]) };
      this.box = { entries: rest(this.box.entries), reports: rest(this.box.reports) };
      localStorage.setItem(SESSION, JSON.stringify(this.session));
      this.keep();
      this.set("open", "");
      if (this.waiting) void this.send();
      return;
    }
    if (r && r.status !== 503 && r.status < 500) return this.refused(r);
    this.set("away", r ? "The gym's server is away: sets are kept on this phone and sent later." : "No connection: sets are kept on this phone and sent later.");
    this.timer = setTimeout(() => void this.send(), RETRY_MS);
  }

  private set(link: Link, words: string): void {
    this.link = link;
    this.words = words;
    this.changed();
  }

  private async refused(r: Response): Promise<void> {
    const body = (await r.json().catch(() => ({}))) as { error?: string; state?: Link };
    this.set(r.status >= 500 ? "away" : (body.state ?? "away"), body.error ?? "The server did not take it.");
  }

  private async ask(path: string, body?: unknown): Promise<Response | null> {
    try {
      return await fetch(`/api/floor${path}`, body === undefined ? { cache: "no-store" } : { method: "POST", headers: { "content-type": "application/json", "x-gryn-floor": "1" }, body: JSON.stringify(body) });
    } catch {
      return null;
    }
  }
}

function newest<T extends { id: string; revision: number }>(list: T[]): T[] {
  const by = new Map<string, T>();
  for (const x of list) if ((by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
  return [...by.values()];
}
