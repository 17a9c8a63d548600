/** A square code that a phone's camera reads as an address. */
import { create } from "qrcode";

/** @returns modules row by row, with the free edge of four that readers need */
export function codeOf(link: string): { size: number; dark: boolean[] } {
  const { size, data } = create(link, { errorCorrectionLevel: "M" }).modules;
  const [edge, whole] = [4, size + 8];
  return {
    size: whole,
    dark: Array.from({ length: whole * whole }, (_, i) => {
      const [x, y] = [(i % whole) - edge, Math.floor(i / whole) - edge];
      return x >= 0 && y >= 0 && x < size && y < size && Boolean(data[y * size + x]);
    }),
  };
}
