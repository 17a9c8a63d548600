/** What the phone says, by language: a language is loaded where a client reads it, since a gym has a bad signal. */
import type { Language } from "#core/base/language";
import * as pain from "./en/pain";
import * as phone from "./en/phone";
import * as reasons from "./en/reasons";

export const english = { ...phone, ...reasons, ...pain };
export type PhoneWords = typeof english;

const LOADED: Readonly<Record<Language, () => Promise<PhoneWords>>> = {
  en: () => Promise.resolve(english),
  de: async () => (await import("./de/all")).german,
};
export const loadPhone = (language: Language): Promise<PhoneWords> => LOADED[language]();
