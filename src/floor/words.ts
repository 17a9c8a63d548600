/** The words of this page, in the language of the client whose session is shown. */
import { createContext, useContext } from "react";
import { LANGUAGES, type Language } from "#core/base/language";
import { phoneIn, type PhoneWords } from "#core/words/client/phone";

/** before anybody's session is known: as the phone itself is set */
export const ownLanguage = (): Language =>
  LANGUAGES.find((l) => navigator.language.toLowerCase().startsWith(l)) ?? "en";

export const Words = createContext<PhoneWords>(phoneIn("en"));
export const useWords = (): PhoneWords => useContext(Words);
