/** What of a client needs a coach today: findings of the log, and what follows from the date. Sorted by need. */
import { dateBefore, daysBetween } from "#core/base/dates";
import type { Finding, Standing } from "./standing";

/** what the desk knows of one client */
export interface DeskClient {
  id: string;
  name: string;
  cleared: boolean;
  /** the day after which the data are to be erased */
  keepUntil: string | null;
  /** edits of the plan so far */
  version: number;
  /** what the client has in hand */
  handed: { number: number; version: number; at: string } | null;
  /** the link that is or was open last */
  link: { expiresAt: string; openedAt: string | null } | null;
  /** null while it is being worked out */
  standing: Standing | null;
}

export type Reason =
  | { kind: "not cleared" }
  | { kind: "to erase"; on: string }
  | { kind: "no link" | "link ends"; at: string | null }
  | { kind: "not opened"; at: string }
  | { kind: "plan runs"; number: number; weeks: number }
  /** what of the week cannot be done or may hurt */
  | { kind: "problems"; titles: readonly string[]; all: number }
  | { kind: "silent"; days: number; last: string | null }
  | { kind: "finding"; finding: Finding };

/** one thing to decide; the key changes with its evidence, so that a decision holds until there is something new */
export interface Need {
  key: string;
  client: DeskClient;
  /** 1 safety, 2 what cannot be right, 3 what runs out, 4 progress, 5 silence */
  level: Level;
  /** local date that it stands on: of the same level the oldest comes first */
  since: string;
  reason: Reason;
}
export type Level = 1 | 2 | 3 | 4 | 5;

/** when a date needs somebody: what a desk points at, no judgement of training */
export const ATTENTION = {
  /** days before a link ends */
  link: 2,
  /** days after a hand-over by which a link should have been opened */
  open: 3,
  /** weeks that one plan runs: the longest block */
  plan: 6,
  /** days without training */
  silence: 7,
  /** days after which what a client wrote has been read */
  note: 14,
} as const;

const LEVEL: Record<Finding["what"]["kind"], Level> = {
  pain: 1,
  unlikely: 2,
  note: 3,
  short: 4,
  elsewhere: 4,
  form: 4,
  sides: 4,
};

const dayOf = (moment: string): string => moment.slice(0, 10);

/** @param now a moment, ISO 8601 @param today the coach's local date */
export function needsOf(client: DeskClient, now: string, today: string): Need[] {
  const need = (level: Level, key: string, since: string, reason: Reason): Need => ({
    key,
    client,
    level,
    since,
    reason,
  });
  const fresh = ({ what, at }: Finding) => what.kind !== "note" || daysBetween(at.on, today) <= ATTENTION.note;
  const out: Need[] = (client.standing?.findings ?? [])
    .filter(fresh)
    .map((f) =>
      need(LEVEL[f.what.kind], `${f.what.kind} ${f.at.lineId} ${f.at.on}`, f.at.on, { kind: "finding", finding: f }),
    );
  if (!client.cleared) out.push(need(1, "clearance", "", { kind: "not cleared" }));
  if (client.keepUntil && client.keepUntil < today)
    out.push(need(2, `erase ${client.keepUntil}`, client.keepUntil, { kind: "to erase", on: client.keepUntil }));
  const problems = client.standing?.problems;
  if (problems?.all)
    out.push(need(2, `problems ${client.version} ${problems.titles.join()}`, today, { kind: "problems", ...problems }));
  if (client.handed) out.push(...afterHandOver(client, client.handed, now, today, need));
  return out.sort(byNeed);
}

function afterHandOver(
  { link, standing }: DeskClient,
  handed: NonNullable<DeskClient["handed"]>,
  now: string,
  today: string,
  need: (level: Level, key: string, since: string, reason: Reason) => Need,
): Need[] {
  const out: Need[] = [];
  const since = daysBetween(handed.at, today);
  const last = standing?.days.find((d) => d.sets > 0)?.date ?? null;
  // who has logged something of it has seen it, whatever the link says
  const opened = link?.openedAt || (last !== null && last >= dayOf(handed.at));
  if (!link || link.expiresAt <= now)
    out.push(
      need(3, `link ${link?.expiresAt ?? handed.at}`, dayOf(handed.at), {
        kind: "no link",
        at: link?.expiresAt ?? null,
      }),
    );
  else if (daysBetween(today, link.expiresAt) <= ATTENTION.link)
    out.push(need(3, `link ${link.expiresAt}`, today, { kind: "link ends", at: link.expiresAt }));
  else if (!opened && since >= ATTENTION.open)
    out.push(need(3, `opened ${handed.number}`, dayOf(handed.at), { kind: "not opened", at: handed.at }));
  const weeks = Math.floor(since / 7);
  if (weeks >= ATTENTION.plan)
    out.push(need(3, `plan ${handed.number}`, dayOf(handed.at), { kind: "plan runs", number: handed.number, weeks }));
  const quiet = daysBetween(last && last > dayOf(handed.at) ? last : handed.at, today);
  if (standing && quiet >= ATTENTION.silence)
    out.push(need(5, `silent ${last ?? "never"}`, dateBefore(today, quiet), { kind: "silent", days: quiet, last }));
  return out;
}

export const byNeed = (a: Need, b: Need): number =>
  a.level - b.level || a.since.localeCompare(b.since) || a.client.name.localeCompare(b.client.name);

export const DECISION_ACTS = ["done", "later", "declined"] as const;
export type DecisionAct = (typeof DECISION_ACTS)[number];

/** what a coach has said of a need: done until there is new evidence, or not before a day */
export interface Decision {
  id: string;
  clientId: string;
  need: string;
  act: DecisionAct;
  /** of "later": the local date on which it comes back */
  until: string | null;
  /** why not; of an edit of a review that was declined */
  reason: string | null;
  by: string;
  at: string;
}

/** needs of one client that nobody has decided on, gathered: a row a client, its most pressing first */
export interface Row {
  client: DeskClient;
  needs: Need[];
}

/** @returns rows in the order of need */
export function rowsOf(
  clients: readonly DeskClient[],
  decisions: readonly Decision[],
  now: string,
  today: string,
): Row[] {
  const decided = new Set(
    decisions.filter((d) => d.act !== "later" || (d.until ?? "") > today).map((d) => `${d.clientId} ${d.need}`),
  );
  return clients
    .map((client) => ({
      client,
      needs: needsOf(client, now, today).filter((n) => !decided.has(`${client.id} ${n.key}`)),
    }))
    .filter((r) => r.needs.length > 0)
    .sort((a, b) => byNeed(a.needs[0]!, b.needs[0]!));
}
