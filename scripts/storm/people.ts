/** Phones and desks of a storm: what they send, hold it as the pages hold it, and what they were told is kept. */
import { randomUUID } from "node:crypto";
import { setTimeout as sleep } from "node:timers/promises";
import type { Conflict, Operation, Prescription, Program } from "#core/program/document";
import type { Entry } from "#core/training/entry";
import type { Keep } from "../../src/floor/keep";
import { Floor, type Ask } from "../../src/floor/outbox";
import { asEdits, EMPTY, nextBatch, planActions, plansReducer } from "../../src/web/planning/plans";
import { client as clientBody, somePrescription } from "../fuzz/world";

export interface Answer {
  status: number;
  body: Record<string, unknown> | null;
  cookies: string[];
}
export type Headers = Record<string, string>;
/** null where nothing came back */
export type Asker = (method: string, path: string, headers: Headers, body?: unknown) => Promise<Answer | null>;

/** @param url asked anew each time @param patience ms */
export const askerAt =
  (url: () => string, patience = 6000): Asker =>
  async (method, path, headers, body) => {
    try {
      const r = await fetch(`${url()}/api${path}`, {
        method,
        headers: { "content-type": "application/json", connection: "close", ...headers },
        signal: AbortSignal.timeout(patience),
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      return {
        status: r.status,
        cookies: r.headers.getSetCookie().map((c) => c.split(";")[0]!),
        body: (await r.json().catch(() => null)) as Answer["body"],
      };
    } catch {
      return null;
    }
  };

/** asked until it is done */
export async function surely(ask: Asker, ...asked: Parameters<Asker>): Promise<Answer> {
  for (;;) {
    const a = await ask(...asked);
    if (a && a.status < 300) return a;
    await sleep(300);
  }
}

export async function signedIn(ask: Asker, who: { email: string; password: string }): Promise<Headers> {
  const a = await surely(ask, "POST", "/session", {}, { email: who.email, password: who.password });
  return { cookie: a.cookies.join("; "), "x-gryn-csrf": a.body!.csrf as string };
}

export interface Handed {
  clientId: string;
  program: Program;
  line: Prescription;
  handOverId: string;
  /** of the link */
  token: string;
}

/** a client with one line in the week, handed over, with a link */
export async function handedClient(ask: Asker, headers: Headers): Promise<Handed> {
  const clientId: string = randomUUID();
  await surely(ask, "POST", "/clients", headers, { id: clientId, client: clientBody });
  const { program } = (await surely(ask, "GET", `/clients/${clientId}/program`, headers)).body as unknown as {
    program: Program;
  };
  const line = somePrescription(randomUUID());
  const operation = { kind: "add", dayId: program.days[0]!.id, blockId: randomUUID(), index: 0, prescription: line };
  const edits = [{ id: randomUUID(), operation }];
  await surely(ask, "POST", `/programs/${program.id}/edits`, headers, { base: 0, edits });
  const handed = await surely(ask, "POST", `/programs/${program.id}/hand-overs`, headers, { version: 1 });
  const link = await surely(ask, "POST", `/clients/${clientId}/link`, headers, {});
  const { id: handOverId } = handed.body!.handOver as { id: string };
  return { clientId, program, line, handOverId, token: (link.body!.path as string).split("#")[1]! };
}

/** what a desk saw when it made an edit */
export interface Seen {
  desk: string;
  field: string;
  version: number;
  /** both values were shown, and this one was chosen */
  insisted: boolean;
}

export interface EditAsk {
  name: string;
  headers: Headers;
  clientId: string;
  lineId: string;
  going: () => boolean;
  seen: Map<string, Seen>;
  /** ms between two looks */
  every?: number;
}

/** one coach's edits, held as the week's page holds them: sent on what they were made on, while the page polls */
export async function editWeek(ask: Asker, { name, headers, clientId, lineId, going, seen, every = 60 }: EditAsk) {
  const loaded = (await surely(ask, "GET", `/clients/${clientId}/program`, headers)).body as unknown as {
    program: Program;
    version: number;
  };
  const acked: string[] = [];
  let [decided, n] = [0, 0];
  let state = plansReducer(EMPTY, planActions.received({ clientId, ...loaded, kept: [] }));
  const plan = () => state.byClient[clientId]!;
  while (going() || plan().pending.length) {
    if (going()) {
      const change = name === "one" || n % 7 === 0 ? { rest: 30 + (n++ % 300) } : { note: `note ${n++}` };
      const id = randomUUID();
      seen.set(id, { desk: name, field: Object.keys(change)[0]!, version: plan().version, insisted: false });
      const operation: Operation = { kind: "change", prescriptionId: lineId, change };
      state = plansReducer(state, planActions.edited({ clientId, operations: [operation], ids: [id] }));
    }
    // the page's own poll, in the midst of it
    if (n % 3 === 0) {
      const polled = await ask("GET", `/clients/${clientId}/program`, headers);
      if (polled?.status === 200 && polled.body) {
        const now = polled.body as unknown as { program: Program; version: number };
        state = plansReducer(state, planActions.received({ clientId, ...now, kept: [] }));
      }
    }
    const { base, edits, after } = nextBatch(plan(), 10);
    if (edits.length > 0) {
      const body = { base, edits: asEdits(edits), after };
      const a = await ask("POST", `/programs/${loaded.program.id}/edits`, headers, body);
      const answer = a?.body as unknown as { program: Program; version: number; conflicts?: Conflict[] } | null;
      if (a?.status === 200 && answer) {
        acked.push(...edits.map((e) => e.id));
        const { program, version } = answer;
        const kept = edits.map((e) => e.id);
        state = plansReducer(state, planActions.received({ clientId, program, version, kept }));
      } else if (a?.status === 409 && answer?.conflicts?.length) {
        const { program, version, conflicts } = answer;
        const failed = { clientId, save: "conflict" as const, reason: "two", conflicts, program, version };
        state = plansReducer(state, planActions.saveFailed(failed));
        for (const { editId } of conflicts) {
          seen.set(editId, { ...seen.get(editId)!, insisted: true });
          state = plansReducer(state, planActions.settled({ clientId, editId, keep: "mine" }));
        }
        decided++;
      } else if (a && a.status >= 400 && a.status < 500)
        throw new Error(`${name}: ${a.status} ${JSON.stringify(a.body).slice(0, 200)}`);
    }
    await sleep(every);
  }
  return { acked, decided };
}

class Memory implements Keep {
  readonly map = new Map<string, string>();
  all = async <T>(prefix: string) =>
    [...this.map].filter(([k]) => k.startsWith(prefix)).map(([, v]) => JSON.parse(v) as T);
  get = async <T>(key: string) => (this.map.has(key) ? (JSON.parse(this.map.get(key)!) as T) : null);
  put = async (key: string, value: unknown) => void this.map.set(key, JSON.stringify(value));
  drop = async (keys: string[]) => keys.forEach((k) => this.map.delete(k));
}

/** a client's phone: what it logs it keeps until it is told that it is kept elsewhere */
export class Phone {
  readonly made = new Map<string, Entry>();
  private readonly storage = new Memory();
  private cookies = "";
  floor: Floor;

  constructor(
    private readonly ask: Asker,
    private readonly handed: Handed,
  ) {
    this.floor = this.load();
  }

  private readonly send: Ask = async (path, who, body) => {
    const headers = { "x-gryn-floor": "1", cookie: this.cookies, ...(who ? { "x-gryn-who": who } : {}) };
    const a = await this.ask(body === undefined ? "GET" : "POST", `/floor${path}`, headers, body);
    if (a?.cookies.length) this.cookies = a.cookies.join("; ");
    return a && new Response(JSON.stringify(a.body), { status: a.status });
  };

  private load = () => new Floor(this.storage, this.send, () => undefined);

  open = () => this.floor.open(this.handed.token);

  /** the page is loaded again: what was not sent is still there */
  async again(): Promise<void> {
    this.floor = this.load();
    await this.floor.open(null);
  }

  /** the how manieth set; now and then one is corrected */
  async log(n: number): Promise<void> {
    // two hundred a day: no day takes more than three hundred
    const at = new Date(Date.now() - 86_400_000 * Math.floor(n / 200));
    const { line, handOverId } = this.handed;
    const entry: Entry = {
      id: randomUUID(),
      revision: 1,
      handOverId,
      prescriptionId: line.id,
      set: n % 20,
      parts: [
        {
          id: randomUUID(),
          kind: "full",
          load: { value: 20 + (n % 40), unit: "kg", meaning: "stack" },
          reps: 1 + (n % 30),
        },
      ],
      reserve: n % 5,
      instead: null,
      at: at.toISOString(),
      zone: "Europe/Oslo",
      localDate: at.toISOString().slice(0, 10),
      prescribed: { reps: line.reps, reserve: 2, load: null },
      voided: false,
      confirmed: false,
      by: null,
    };
    this.made.set(entry.id, entry);
    await this.floor.put({ kind: "entry", item: entry });
    if (n % 17 !== 16) return;
    const corrected = { ...entry, revision: 2, reserve: (n + 1) % 5 };
    this.made.set(entry.id, corrected);
    await this.floor.put({ kind: "entry", item: corrected });
  }

  /** until nothing waits any more */
  async settle(): Promise<void> {
    for (let n = 0; n < 300 && this.floor.waiting > 0; n++) {
      void this.floor.send();
      await sleep(200);
    }
  }
}

/** field by field, in any order */
const canonical = (e: unknown): string =>
  JSON.stringify(e, (_k, v: unknown) =>
    v && typeof v === "object" && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([x], [y]) => x.localeCompare(y)))
      : v,
  );

export interface EntryRow {
  id: string;
  revision: number;
  body: Entry;
}

/** what was made against what is there */
export function setsLost(made: ReadonlyMap<string, Entry>, rows: readonly EntryRow[]) {
  const newest = new Map(rows.map((r) => [r.id, r.body]));
  return {
    lost: [...made.keys()].filter((id) => !newest.has(id)).length,
    altered: [...made].filter(([id, e]) => newest.has(id) && canonical(newest.get(id)) !== canonical(e)).length,
    doubled: rows.length - new Set(rows.map((r) => `${r.id} ${r.revision}`)).size,
  };
}
