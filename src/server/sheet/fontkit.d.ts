/** what of fontkit is used here: it ships no types of its own */
declare module "fontkit" {
  export interface Font {
    unitsPerEm: number;
    hasGlyphForCodePoint(codePoint: number): boolean;
    layout(text: string): { advanceWidth: number };
  }
  export function create(bytes: Buffer): Font;
}
