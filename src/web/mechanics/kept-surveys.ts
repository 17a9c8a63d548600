/**
 * Surveys that this browser keeps for the next visit, by version (model and library) and body, so that a new version is
 * worked out anew and the old one goes. A body is whole cm and kg without a name, and yet a client's: signing out
 * forgets them all.
 */
import { clear, createStore, del, get, keys, set } from "idb-keyval";
import { bodyKey } from "#core/anatomy/limbs";
import type { Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";

/** bodies that are looked at in a session, or kept for the next: a row is 5 kB */
export const BODIES = 12;
const NAME = "gryn-surveys";

let opened: ReturnType<typeof createStore> | null = null;
const store = () => (typeof indexedDB === "undefined" ? null : (opened ??= createStore(NAME, "surveys")));
const keyOf = (version: string, body: Body) => `${version} ${bodyKey(body)}`;

export async function keptSurvey(version: string, body: Body): Promise<Survey | undefined> {
  const here = store();
  return here ? await get<Survey>(keyOf(version, body), here).catch(() => undefined) : undefined;
}

export async function keepSurvey(version: string, body: Body, survey: Survey): Promise<void> {
  const here = store();
  if (!here) return;
  const old = await keys<string>(here);
  const own = old.filter((k) => k.startsWith(version));
  const gone = [...old.filter((k) => !own.includes(k)), ...own.slice(0, Math.max(0, own.length + 1 - BODIES))];
  await Promise.all(gone.map((k) => del(k, here)));
  await set(keyOf(version, body), survey, here);
}

export async function forgetSurveys(): Promise<void> {
  const here = store();
  if (here) await clear(here).catch(() => undefined);
}
