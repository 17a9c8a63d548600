/** Randomness that says the same again: from a seed. */

export interface Random {
  /** 0 to 1 */
  uniform: () => number;
  /** mean 0, standard deviation 1 (Box and Muller 1958) */
  normal: () => number;
  chance: (p: number) => boolean;
  pick: <T>(list: readonly T[]) => T;
  /** a name of its own, shaped as ids are */
  id: () => string;
}

export function randomOf(seed: number): Random {
  let s = seed >>> 0;
  const uniform = () => {
    // mulberry32
    s = (s + 0x6d2b79f5) >>> 0;
    let t = s;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform());
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(16 * uniform()).toString(16)).join("");
  return {
    uniform,
    normal,
    chance: (p) => uniform() < p,
    pick: (list) => list[Math.floor(list.length * uniform())]!,
    id: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  };
}
