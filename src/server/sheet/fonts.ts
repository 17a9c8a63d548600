/**
 * The sheet's letters: the static cuts of the families that the pages use, as shipped with the app. A family comes in
 * files by script, so that a line of text is set in runs, each in the first file that has its letters.
 */
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { create, type Font as FontFile } from "fontkit";
import type { Font, Measure } from "#core/sheet/marks";

const require = createRequire(import.meta.url);
const SCRIPTS = ["latin", "latin-ext", "vietnamese", "cyrillic", "cyrillic-ext", "greek"] as const;
const CUTS: Record<Font, { family: string; weight: number }> = {
  text: { family: "hanken-grotesk", weight: 400 },
  strong: { family: "hanken-grotesk", weight: 700 },
  heading: { family: "literata", weight: 600 },
};

export interface Cut {
  /** such as "text latin" */
  name: string;
  bytes: Buffer;
  file: FontFile;
}

const cuts = new Map<Font, Cut[]>();

/** the files of a font, in the order in which they are asked for a letter; read once */
export function cutsOf(font: Font): Cut[] {
  const known = cuts.get(font);
  if (known) return known;
  const { family, weight } = CUTS[font];
  const read = SCRIPTS.flatMap((script): Cut[] => {
    try {
      const bytes = readFileSync(
        require.resolve(`@fontsource/${family}/files/${family}-${script}-${weight}-normal.woff`),
      );
      return [{ name: `${font} ${script}`, bytes, file: create(bytes) }];
    } catch (error) {
      // not every family has every script
      if (script !== "latin" && (error as NodeJS.ErrnoException).code !== "EACCES") return [];
      throw error;
    }
  });
  cuts.set(font, read);
  return read;
}

/** said where no file has a letter */
const UNKNOWN = "?";

/** a text in runs, each with the file that has its letters */
export function runsOf(text: string, font: Font): { cut: Cut; text: string }[] {
  const list = cutsOf(font);
  const runs: { cut: Cut; text: string }[] = [];
  for (const letter of text) {
    const own = list.find((c) => c.file.hasGlyphForCodePoint(letter.codePointAt(0)!));
    const last = runs.at(-1);
    // a space stays with the word before it
    const cut = letter === " " && last ? last.cut : (own ?? list[0]!);
    if (last?.cut === cut) last.text += own ? letter : UNKNOWN;
    else runs.push({ cut, text: own ? letter : UNKNOWN });
  }
  return runs;
}

const widths = new Map<string, number>();
const MOST_KEPT = 20_000;

/** points; the same text is measured once */
export const measure: Measure = (text, font, size) => {
  const key = `${font} ${text}`;
  let width = widths.get(key);
  if (width === undefined) {
    width = runsOf(text, font).reduce((s, r) => s + r.cut.file.layout(r.text).advanceWidth / r.cut.file.unitsPerEm, 0);
    if (widths.size > MOST_KEPT) widths.clear();
    widths.set(key, width);
  }
  return width * size;
};
