/** What the phone says, by language: apart from what is printed, since a phone loads it on a bad signal. */
import type { Language } from "#core/base/language";
import * as dePain from "./de/pain";
import * as dePhone from "./de/phone";
import * as deReasons from "./de/reasons";
import * as enPain from "./en/pain";
import * as enPhone from "./en/phone";
import * as enReasons from "./en/reasons";

const phone = {
  en: { ...enPhone, ...enReasons, ...enPain },
  de: { ...dePhone, ...deReasons, ...dePain },
} satisfies Record<Language, unknown>;

export type PhoneWords = (typeof phone)["en"];
export const phoneIn = (language: Language): PhoneWords => phone[language];
