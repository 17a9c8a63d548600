/** A language that nobody speaks: longer by two fifths and accented, to see what is wired to English or too narrow. */

const ACCENTS: Readonly<Record<string, string>> = { a: "á", e: "é", i: "ï", o: "ö", u: "ü", A: "Á", E: "É", O: "Ö" };
const MORE = "ēāīōū";

/** the same sentence, each word accented and some of them longer; numbers, units and marks stay */
export function pseudo(text: string): string {
  let extra = 0;
  return text.replace(/\p{L}+/gu, (word) => {
    const accented = [...word].map((c) => ACCENTS[c] ?? c).join("");
    if (word.length < 3) return accented;
    extra += 0.4 * word.length;
    const add = Math.floor(extra);
    extra -= add;
    return accented + Array.from({ length: add }, (_, i) => MORE[i % MORE.length]).join("");
  });
}
