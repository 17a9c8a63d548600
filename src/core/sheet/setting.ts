/** Setting text into lines: words broken at spaces, a word too long for its line at letters. */
import type { Font, Ink, Mark, Measure } from "./marks";

export interface Style {
  font: Font;
  size: number;
  ink?: Ink;
}

/** lines are this much higher than letters */
const LEADING = 1.28;
export const lineHeight = (size: number): number => size * LEADING;

/** the longest beginning of a word that fits, one letter at the least */
function cut(word: string, style: Style, width: number, measure: Measure): string {
  const letters = [...word];
  let n = letters.length;
  while (n > 1 && measure(letters.slice(0, n).join(""), style.font, style.size) > width) n -= 1;
  return letters.slice(0, n).join("");
}

/**
 * @param indent by which the first line is shorter
 * @returns lines none of which is wider than `width`; the first is empty where its first word has no room
 */
export function linesOf(text: string, style: Style, width: number, measure: Measure, indent = 0): string[] {
  const lines: string[] = [];
  let line = "";
  const fits = (s: string) => measure(s, style.font, style.size) <= width - (lines.length === 0 ? indent : 0);
  for (let word of text.split(/\s+/).filter(Boolean)) {
    if (line && fits(`${line} ${word}`)) {
      line = `${line} ${word}`;
      continue;
    }
    if (line || (lines.length === 0 && indent > 0 && !fits(word))) lines.push(line);
    while (!fits(word)) {
      const head = cut(word, style, width, measure);
      if (head === word) break;
      lines.push(head);
      word = word.slice(head.length);
    }
    line = word;
  }
  if (line) lines.push(line);
  return lines;
}

/** a paragraph from a top edge: its marks, and the height that it takes */
export function paragraph(
  text: string,
  style: Style,
  at: { x: number; y: number; width: number; indent?: number },
  measure: Measure,
): { marks: Mark[]; height: number } {
  const { indent = 0 } = at;
  const step = lineHeight(style.size);
  const lines = linesOf(text, style, at.width, measure, indent);
  const marks = lines.flatMap((line, i): Mark[] =>
    line === ""
      ? []
      : [
          {
            kind: "text",
            x: at.x + (i === 0 ? indent : 0),
            // letters stand on a line four fifths of the way down
            y: at.y + i * step + 0.8 * style.size + 0.1 * step,
            size: style.size,
            font: style.font,
            ink: style.ink ?? 1,
            text: line,
            width: measure(line, style.font, style.size),
          },
        ],
  );
  return { marks, height: lines.length * step };
}
