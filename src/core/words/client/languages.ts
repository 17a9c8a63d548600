/** What a client reads, by language: a module of the same names a language, so that nothing can be missing. */
import type { Language } from "#core/base/language";
import * as deDoing from "./de/doing";
import * as deHandling from "./de/handling";
import * as deLetter from "./de/letter";
import * as deSheet from "./de/sheet";
import * as enDoing from "./en/doing";
import * as enHandling from "./en/handling";
import * as enLetter from "./en/letter";
import * as enSheet from "./en/sheet";

/** on paper, in mail and in what is handed over */
export const printed = {
  en: { ...enSheet, ...enLetter, ...enDoing, ...enHandling },
  de: { ...deSheet, ...deLetter, ...deDoing, ...deHandling },
} satisfies Record<Language, unknown>;

export type PrintedWords = (typeof printed)["en"];
export const printedIn = (language: Language): PrintedWords => printed[language];
