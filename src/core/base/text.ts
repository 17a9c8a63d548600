/** What can be kept as text, and text cut where a reader would cut it. */

const isText = (s: string) => !s.includes("\u0000") && (s as string & { isWellFormed(): boolean }).isWellFormed();

export const NO_TEXT = "has characters that are no text";

/** path of the first text that no database can keep (a NUL, half of a surrogate pair); null where all is well */
export function unwritableText(value: unknown): string | null {
  // not by recursion: a body may be nested deeper than the stack is high
  const open: [string, unknown][] = [["", value]];
  for (let at = open.pop(); at; at = open.pop()) {
    const [path, v] = at;
    if (typeof v === "string" && !isText(v)) return path || "body";
    if (v === null || typeof v !== "object") continue;
    for (const [key, inner] of Object.entries(v)) {
      if (!isText(key)) return path || "body";
      open.push([path ? `${path}.${key}` : key, inner]);
    }
  }
  return null;
}

const characters = new Intl.Segmenter(undefined, { granularity: "grapheme" });

/** the beginning of a text, whole characters as a reader sees them, at most so many code units */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text;
  let end = 0;
  for (const { index, segment } of characters.segment(text)) {
    if (index + segment.length > most) break;
    end = index + segment.length;
  }
  return text.slice(0, end).trimEnd();
}

/** how deep brackets stand in brackets in a JSON text; it stops counting past `most` */
export function depthOf(json: string | Uint8Array, most: number): number {
  const codeAt = typeof json === "string" ? (i: number) => json.charCodeAt(i) : (i: number) => json[i]!;
  let depth = 0;
  let deepest = 0;
  let inText = false;
  for (let i = 0; i < json.length && deepest <= most; i++) {
    const c = codeAt(i);
    if (inText) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) inText = false;
    } else if (c === QUOTE) inText = true;
    else if (c === OPEN_BRACKET || c === OPEN_BRACE) deepest = Math.max(deepest, ++depth);
    else if (c === CLOSE_BRACKET || c === CLOSE_BRACE) depth--;
  }
  return deepest;
}
const [QUOTE, BACKSLASH, OPEN_BRACKET, CLOSE_BRACKET, OPEN_BRACE, CLOSE_BRACE] = [34, 92, 91, 93, 123, 125];
