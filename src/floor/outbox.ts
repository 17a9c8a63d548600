/**
 * The session as this phone knows it, and what was logged and not sent yet, by client: one phone may serve several.
 * Everything is kept until the server says it has it; it is sent as often as that takes, since the same id, revision
 * and content is the same row. What the server will not take is set aside with its reason and holds up nothing else.
 */
import type { PhoneWords } from "#core/words/client/phone";
import { upgrade } from "#core/exchange/upgrade";
import type { Answer } from "#core/exchange/api";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Sample } from "#core/sensing/detect";
import { checkInOf } from "#core/training/check-in";
import type { Entry, Report } from "#core/training/entry";
import type { History } from "#core/training/exposures";
import type { Keep } from "./keep";
import { logRules } from "./kept-rules.data";
import { resumeClock, setClock } from "./moment";
import { readLines } from "../page/lines";
import type { FloorSession } from "./types";

/** how a log is read, which a page of before did not keep */
const LACKED: Partial<FloorSession["rules"]> = { log: logRules };

export type Link = "open" | "away" | "revoked" | "expired" | "unknown";
/** what there is to know of the connection; the page has the words */
export type Notice = keyof PhoneWords["link"];
/** a request to the floor API on behalf of a client; null without a connection */
export type Ask = (path: string, who: string | null, body?: unknown, signal?: AbortSignal) => Promise<Response | null>;

/** "[1.02,0.31]": s and m; a line that says nothing, or half of one, is none */
function sampleOf(line: string): Sample[] {
  const [, t, x] = /^\[(-?[\d.e-]+),(-?[\d.e-]+)\]$/.exec(line) ?? [];
  return t !== undefined && x !== undefined ? [{ t: Number(t), x: Number(x) }] : [];
}
export type Item = (
  { kind: "entry"; item: Entry } | { kind: "report"; item: Report } | { kind: "check-in"; item: CheckIn }
) & {
  /** why the server does not take it; blank where it says no more */ refused?: string;
};

const CLOSED = ["revoked", "expired", "unknown"] as const;
const RETRY_MS = 4000;
const BATCH = 100;

export const askServer: Ask = async (path, who, body, signal) => {
  try {
    const headers: Record<string, string> = { "x-gryn-floor": "1", ...(who ? { "x-gryn-who": who } : {}) };
    return await fetch(
      `/api/floor${path}`,
      body === undefined
        ? { cache: "no-store", headers, signal: signal ?? null }
        : { method: "POST", headers: { ...headers, "content-type": "application/json" }, body: JSON.stringify(body) },
    );
  } catch {
    return null;
  }
};

export class Floor {
  private out: Item[] = [];
  private timer: ReturnType<typeof setTimeout> | null = null;
  private sending = false;
  who: string | null = null;
  session: FloorSession | null = null;
  link: Link = "away";
  notice: Notice | null = null;
  /** this phone keeps nothing any more: what is not sent is lost with the page */
  full = false;
  /** number of a plan that arrived while the page was open */
  newPlan: number | null = null;

  constructor(
    private readonly keep: Keep,
    private readonly ask: Ask,
    private readonly changed: () => void,
  ) {}

  get waiting(): number {
    return this.out.filter((x) => x.refused === undefined).length;
  }

  /** what the server does not take, to be mended or dropped */
  get refusedItems(): Item[] {
    return this.out.filter((x) => x.refused !== undefined);
  }

  /** everything known on this phone, sent or not, newest revision of each id */
  get entries(): Entry[] {
    return newest([
      ...(this.session?.history.entries ?? []),
      ...this.out.flatMap((x) => (x.kind === "entry" ? [x.item] : [])),
    ]).filter((e) => !e.voided);
  }

  get reports(): Report[] {
    return newest([
      ...(this.session?.history.reports ?? []),
      ...this.out.flatMap((x) => (x.kind === "report" ? [x.item] : [])),
    ]);
  }

  /**
   * Hears a rep sensor until it is told to stop. @param there it has answered @param hear samples as they come
   * @returns when the connection has ended
   */
  async listen(code: string, signal: AbortSignal, there: () => void, hear: (samples: Sample[]) => void): Promise<void> {
    const answer = await this.ask(`/sensor/${encodeURIComponent(code)}`, this.who, undefined, signal);
    await readLines(answer, there, (lines) => {
      const samples = lines.flatMap(sampleOf);
      if (samples.length) hear(samples);
    });
  }

  /** what the coach answered, by report; a session of before has none */
  get answers(): Partial<FloorSession["history"]["answers"]> {
    return (this.session?.history as Partial<FloorSession["history"]> | undefined)?.answers ?? {};
  }

  get checkIns(): CheckIn[] {
    return newest([
      ...(this.session?.history.checkIns ?? []),
      ...this.out.flatMap((x) => (x.kind === "check-in" ? [x.item] : [])),
    ]);
  }

  /** a week has gone since the last one; asked for where there is a plan */
  checkInDue(today: string): boolean {
    return Boolean(this.session?.handOver) && checkInOf(this.checkIns, today) === null;
  }

  get history(): History {
    return {
      handedOver: this.session?.history.handedOver ?? {},
      bounds: this.session?.history.bounds ?? {},
      entries: this.entries,
      reports: this.reports,
      checkIns: this.checkIns,
    };
  }

  /**
   * What was kept first, so that the session stands before the network answers; then the link and the server.
   * @param who the client named in the address; the one of last time unless given
   * @param opened the token has been exchanged, for this client
   */
  async open(
    token: string | null,
    who: string | null = null,
    opened: (who: string) => void = () => undefined,
  ): Promise<void> {
    resumeClock((await this.keep.get<number>("skew").catch(() => null)) ?? 0);
    await this.become(who ?? (await this.keep.get<string>("current").catch(() => null)));
    if (token) {
      const r = await this.ask("/open", this.who, { token });
      const answer = r ? await body(r) : null;
      // whose the link is decides what is shown, also where it is closed
      if (typeof answer?.who === "string") await this.become(answer.who);
      if (!r || r.status >= 500) {
        this.set("away", "opens");
        this.again(() => void this.open(token, who, opened));
        return;
      }
      if (!r.ok || !answer) return this.refuse(r, answer);
      opened(this.who!);
    }
    await this.refresh();
    void this.send();
    void this.sendOthers();
  }

  /** what other clients logged on this phone and is not sent yet, each with that client's own link */
  private async sendOthers(): Promise<void> {
    for (const who of (await this.keep.get<string[]>("people").catch(() => null)) ?? []) {
      if (who === this.who) continue;
      const other = new Floor(this.keep, this.ask, () => undefined);
      await other.become(who);
      void other.send();
    }
  }

  /** the one to show next time, among those that this phone keeps something of */
  private async introduce(who: string): Promise<void> {
    await this.save("current", who);
    const people = (await this.keep.get<string[]>("people").catch(() => null)) ?? [];
    if (!people.includes(who)) await this.save("people", [...people, who]);
  }

  /** shows what is kept of a client, and keeps what follows under that client's name */
  private async become(who: string | null): Promise<void> {
    if (this.who !== null && this.who === who) return;
    this.who = who;
    this.out = who ? await this.keep.all<Item>(`${who}/out/`).catch(() => []) : [];
    this.session = who ? await this.keep.get<FloorSession>(`${who}/session`).catch(() => null) : null;
    // kept by a page of before: without its history it waits for the next answer
    if (this.session && !this.session.history) this.session = null;
    if (this.session) this.session.rules = { ...LACKED, ...this.session.rules };
    // what an earlier page kept is read as of now; an upgrade leaves alone what is there already
    const now = (r: Report) => upgrade<Report>("report", r, 1);
    const given = this.session?.handOver;
    if (given) given.snapshot = upgrade("handOver", given.snapshot);
    if (this.session) this.session.history.reports = this.session.history.reports.map(now);
    this.out = this.out.map((x) => (x.kind === "report" ? { ...x, item: now(x.item) } : x));
    this.changed();
  }

  async refresh(): Promise<void> {
    const r = await this.ask("/session", this.who);
    if (!r) return this.set("away", "showing");
    const answer = await body(r);
    if (!r.ok || !answer) return this.refuse(r, answer);
    const session = answer as unknown as FloorSession;
    await this.save("skew", setClock(session.now));
    await this.become(session.who);
    await this.introduce(session.who);
    await this.adopt();
    const before = this.session?.handOver?.number;
    if (before !== undefined && session.handOver && session.handOver.number !== before)
      this.newPlan = session.handOver.number;
    await this.remember(session);
    this.set("open", null);
  }

  /**
   * sets kept by a page of before, which did not say whose they are: the server knows, and takes only what is this
   * client's
   */
  private async adopt(): Promise<void> {
    const unnamed = await this.keep.all<Item>("out/").catch(() => []);
    if (unnamed.length === 0) return;
    for (const x of unnamed) await this.save(this.keyOf(x), x);
    await this.keep.drop(unnamed.map((x) => `out/${x.kind}/${x.item.id}/${x.item.revision}`)).catch(() => undefined);
    this.out = [...this.out, ...unnamed];
  }

  /**
   * An answer may be older than what was sent meanwhile, by this page or another tab: logs are joined, never
   * replaced.
   */
  private async remember(session: FloorSession): Promise<void> {
    const kept = await this.keep.get<FloorSession>(`${this.who}/session`).catch(() => null);
    const logs = [kept?.history, this.session?.history, session.history].filter((l) => l !== undefined);
    this.session = {
      ...session,
      history: {
        ...session.history,
        entries: newest(logs.flatMap((l) => l.entries)),
        reports: newest(logs.flatMap((l) => l.reports)),
        // a page of before kept none
        checkIns: newest(logs.flatMap((l) => l.checkIns ?? [])),
      },
    };
    await this.save(`${this.who}/session`, this.session);
  }

  /** kept first, then sent; a phone that can keep nothing sends all the same */
  async put(x: Item): Promise<void> {
    this.out = [...this.out, x];
    this.changed();
    await this.save(this.keyOf(x), x);
    void this.send();
  }

  /** gives up something the server does not take */
  async drop(x: Item): Promise<void> {
    this.out = this.out.filter((o) => o !== x);
    this.changed();
    await this.keep.drop([this.keyOf(x)]).catch(() => undefined);
  }

  async send(): Promise<void> {
    const batch = this.out.filter((x) => x.refused === undefined).slice(0, BATCH);
    if (this.sending || batch.length === 0) return;
    this.sending = true;
    if (this.timer) clearTimeout(this.timer);
    let next: "more" | "retry" | "stay" = "retry";
    try {
      next = await this.sendBatch(batch);
    } catch {
      this.set("away", "wrong");
    } finally {
      this.sending = false;
    }
    if (next === "more") void this.send();
    else if (next === "retry") this.again(() => void this.send());
  }

  private async sendBatch(batch: Item[]): Promise<"more" | "retry" | "stay"> {
    const entries = batch.flatMap((x) => (x.kind === "entry" ? [x.item] : []));
    const reports = batch.flatMap((x) => (x.kind === "report" ? [x.item] : []));
    const checkIns = batch.flatMap((x) => (x.kind === "check-in" ? [x.item] : []));
    const r = await this.ask("/log", this.who, { entries, reports, ...(checkIns.length ? { checkIns } : {}) });
    const answer = r ? await body(r) : null;
    if (r && r.status >= 400 && r.status < 500) {
      this.refuse(r, answer);
      // a closed link stays closed; anything else may be better next time
      return this.link === "away" ? "retry" : "stay";
    }
    if (!r || !r.ok || !Array.isArray(answer?.items)) {
      this.set("away", r && r.status >= 500 ? "serverAway" : "away");
      return "retry";
    }
    const { items } = answer as unknown as Answer<"floorLog">;
    const answerOf = (x: Item) => items.find((i) => i.id === x.item.id && i.revision === x.item.revision);
    const sent = batch.filter((x) => answerOf(x)?.kept);
    const refused = batch
      .filter((x) => answerOf(x)?.kept === false)
      .map((x): Item => ({ ...x, refused: answerOf(x)!.reason ?? "" }));
    const keptOf = <T>(kind: Item["kind"]) => sent.flatMap((x) => (x.kind === kind ? [x.item as T] : []));
    if (this.session)
      await this.remember({
        ...this.session,
        history: {
          ...this.session.history,
          entries: keptOf<Entry>("entry"),
          reports: keptOf<Report>("report"),
          checkIns: keptOf<CheckIn>("check-in"),
        },
      });
    const settled = new Set(batch.filter((x) => answerOf(x)));
    this.out = [...this.out.filter((x) => !settled.has(x)), ...refused];
    for (const x of refused) await this.save(this.keyOf(x), x);
    await this.keep.drop(sent.map((x) => this.keyOf(x))).catch(() => undefined);
    this.set("open", null);
    return settled.size > 0 && this.waiting > 0 ? "more" : settled.size > 0 ? "stay" : "retry";
  }

  private keyOf = (x: Item): string => `${this.who}/out/${x.kind}/${x.item.id}/${x.item.revision}`;

  private async save(key: string, value: unknown): Promise<void> {
    try {
      await this.keep.put(key, value);
      this.full = false;
    } catch {
      this.full = true;
      this.changed();
    }
  }

  private again(what: () => void): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(what, RETRY_MS);
  }

  private set(link: Link, notice: Notice | null): void {
    this.link = link;
    this.notice = notice;
    this.changed();
  }

  private refuse(r: Response, answer: Record<string, unknown> | null): void {
    const state = CLOSED.find((c) => c === answer?.state);
    if (r.status >= 500) this.set("away", "serverAway");
    else this.set(state ?? "away", state ?? "untaken");
  }
}

/** the answer's JSON; null where it was cut off on the way */
async function body(r: Response): Promise<Record<string, unknown> | null> {
  try {
    return (await r.json()) as Record<string, unknown>;
  } catch {
    return null;
  }
}

function newest<T extends { id: string; revision: number }>(list: T[]): T[] {
  const by = new Map<string, T>();
  for (const x of list) if ((by.get(x.id)?.revision ?? 0) < x.revision) by.set(x.id, x);
  return [...by.values()];
}
