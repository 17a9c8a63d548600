/** What a client has in hand, as sheets, calendars and letters need it. */
import { inHand as words } from "#core/words/server";
import type { Language } from "#core/base/language";
import { codeOf } from "#core/sheet/code";
import { eventsOf } from "#core/sheet/events";
import type { SheetAsk } from "#core/sheet/layout";
import { localDateOf } from "#core/training/clock";
import { findClient } from "#server/clients/clients";
import { callIn, type Transaction } from "#server/database/database";
import { Problem } from "#server/http/problem";
import { hashToken } from "#server/identity/people";
import { editionIn } from "#server/planning/editions";
import { programOfClient } from "#server/planning/programs";
import { newestHandOver, type HandOver } from "#server/training/handovers";

const NOTHING = "Nothing is handed over yet: hand the week over first.";

export interface InHand {
  client: string;
  language: Language;
  handOver: HandOver;
  painStops: number;
  events: ReturnType<typeof eventsOf>;
}

export async function inHand(tx: Transaction, practiceId: string, clientId: string): Promise<InHand> {
  const client = await findClient(tx, practiceId, clientId);
  const handOver = await newestHandOver(tx, practiceId, clientId);
  if (!handOver) throw new Problem(404, NOTHING);
  const { program } = await programOfClient(tx, practiceId, clientId);
  const { method } = await editionIn(tx, practiceId, handOver.snapshot);
  const from = localDateOf(Date.parse(handOver.at), "UTC");
  return {
    client: client.name,
    language: client.language,
    handOver,
    painStops: method.pain.stop,
    events: eventsOf(handOver.snapshot, program, from, client, client.language),
  };
}

/** the link's code, where the link is this client's and open. @throws Problem 422 where it is not */
export async function codeFor(tx: Transaction, clientId: string, link: string | null): Promise<SheetAsk["code"]> {
  if (!link) return null;
  const token = /\/floor#([\w-]{20,100})$/.exec(link)?.[1];
  const known = token
    ? await callIn<{ clientId: string; state: string } | null>(tx, "link_check", hashToken(token), false)
    : null;
  if (known?.clientId !== clientId || known.state !== "open")
    throw new Problem(422, words.thisLinkIsNot(), [{ path: "link", reason: "not open for this client" }]);
  return { ...codeOf(link), link };
}

export const askOf = ({ client, language, handOver, painStops }: InHand, code: SheetAsk["code"]): SheetAsk => ({
  client,
  language,
  number: handOver.number,
  day: new Date(handOver.at).toLocaleDateString(language === "en" ? "en-GB" : language, {
    day: "numeric",
    month: "short",
    year: "numeric",
  }),
  snapshot: handOver.snapshot,
  painStops,
  code,
});

/** a file name that any system takes */
export const fileName = ({ client, handOver }: InHand, end: string): string =>
  `${
    client
      .normalize("NFD")
      .replace(/\p{M}/gu, "")
      .replace(/[^\w]+/g, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "client"
  }-plan-${handOver.number}.${end}`;
