/** The words of this page, in the language of the client whose session is shown. */
import { createContext, useContext, useEffect, useState } from "react";
import { LANGUAGES, type Language } from "#core/base/language";
import { english, loadPhone, type PhoneWords } from "#core/words/client/phone";

/** before anybody's session is known: as the phone itself is set */
export const ownLanguage = (): Language =>
  LANGUAGES.find((l) => navigator.language.toLowerCase().startsWith(l)) ?? "en";

export const Words = createContext<PhoneWords>(english);
/** English until a language has come, and where it does not come */
export function useLanguage(language: Language): PhoneWords {
  const [words, setWords] = useState(english);
  useEffect(() => {
    document.documentElement.lang = "en";
    let wanted = true;
    const take = (loaded: PhoneWords) => {
      if (!wanted) return;
      document.documentElement.lang = language;
      setWords(loaded);
    };
    loadPhone(language).then(take, () => undefined);
    return () => {
      wanted = false;
    };
  }, [language]);
  return words;
}

export const useWords = (): PhoneWords => useContext(Words);
