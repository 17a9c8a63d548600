/**
 * The session as this phone knows it, and what was logged and not sent yet. Everything is kept until the server says it
 * has it; it is sent as often as that takes, since the same id and revision is the same row. Nothing here needs a
 * connection but the sending.
 */
import type { Entry, Report } from "#core/training/entry";
import type { Keep } from "./keep";
import type { FloorSession } from "./types";

export type Link = "open" | "away" | "revoked" | "expired" | "unknown";
export type Ask = (path: string, body?: unknown) => Promise<Response | null>;
type Item = { kind: "entry"; item: Entry } | { kind: "report"; item: Report };

const RETRY_MS = 4000;
const BATCH = 100;
const keyOf = (x: Item) => `out/${x.kind}/${x.item.id}/${x.item.revision}`;

/** a request to the floor API; null without a connection */
export const askServer: Ask = async (path, body) => {
  try {
    return await fetch(`/api/floor${path}`, body === undefined ? { cache: "no-store" } : { method: "POST", headers: { "content-type": "application/json", "x-gryn-floor": "1" }, body: JSON.stringify(body) });
  } catch {
    return null;
  }
};

export class Floor {
  private out: Item[] = [];
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending = false;
  session: FloorSession | null = null;
  link: Link = "away";
  words = "";
  /** number of a plan that arrived while the page was open */
  newPlan: number | null = null;

  constructor(
    private readonly keep: Keep,
    private readonly ask: Ask,
    private readonly changed: () => void,
  ) {}

  get waiting(): number {
    return this.out.length;
  }

  /** everything known on this phone, sent or not, newest revision of each id */
  get entries(): Entry[] {
    return newest([...(this.session?.log.entries ?? []), ...this.out.flatMap((x) => (x.kind === "entry" ? [x.item] : []))]);
  }

  get reports(): Report[] {
    return newest([...(this.session?.log.reports ?? []), ...this.out.flatMap((x) => (x.kind === "report" ? [x.item] : []))]);
  }

  /** what was kept first, so that the session stands before the network answers; then the link and the server */
  async open(token: string | null, opened: () => void = () => undefined): Promise<void> {
    this.out = await this.keep.all<Item>("out/");
    this.session = await this.keep.get<FloorSession>("session");
    this.changed();
    if (token) {
      const r = await this.ask("/open", { token });
      if (r?.ok) opened();
      else if (r) return this.refused(r);
    }
    await this.refresh();
    void this.send();
  }

  async refresh(): Promise<void> {
    const r = await this.ask("/session");
    if (!r) return this.set("away", "No connection: showing what this phone has kept.");
    if (!r.ok) return this.refused(r);
    const session = (await r.json()) as FloorSession;
    const before = this.session?.handOver?.number;
    if (before !== undefined && session.handOver && session.handOver.number !== before) this.newPlan = session.handOver.number;
    await this.remember(session);
    this.set("open", "");
  }

  /** An answer may be older than what was sent meanwhile, by this page or another tab: logs are joined, never replaced. */
  private async remember(session: FloorSession): Promise<void> {
    const logs = [(await this.keep.get<FloorSession>("session"))?.log, this.session?.log, session.log].filter((l) => l !== undefined);
    this.session = { ...session, log: { entries: newest(logs.flatMap((l) => l.entries)), reports: newest(logs.flatMap((l) => l.reports)) } };
    await this.keep.put("session", this.session);
  }

  /** kept first, then sent */
  async put(x: Item): Promise<void> {
    this.out = [...this.out, x];
    this.changed();
    await this.keep.put(keyOf(x), x);
    void this.send();
  }

  async send(): Promise<void> {
    if (this.sending || this.out.length === 0) return;
    this.sending = true;
    if (this.timer) clearTimeout(this.timer);
    const batch = this.out.slice(0, BATCH);
    const entries = batch.flatMap((x) => (x.kind === "entry" ? [x.item] : []));
    const reports = batch.flatMap((x) => (x.kind === "report" ? [x.item] : []));
    const r = await this.ask("/log", { entries, reports });
    this.sending = false;
    if (r?.ok) {
      const { kept } = (await r.json()) as { kept: { id: string; revision: number }[] };
      const done = new Set(kept.map((k) => `${k.id}/${k.revision}`));
      const sent = batch.filter((x) => done.has(`${x.item.id}/${x.item.revision}`));
      if (this.session) await this.remember({ ...this.session, log: { entries, reports } });
      this.out = this.out.filter((x) => !sent.includes(x));
      await this.keep.drop(sent.map(keyOf));
      this.set("open", "");
      if (sent.length && this.out.length) void this.send();
      return;
    }
    if (r && r.status < 500) return this.refused(r);
    this.set("away", r ? "The server is away: sets are kept on this phone and sent later." : "No connection: sets are kept on this phone and sent later.");
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
}

function newest<T extends { id: string; revision: number }>(list: T[]): T[] {
  const by = new Map<string, T>();
  for (const x of list) if ((by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
  return [...by.values()];
}
