export interface BenchRow {
  what: string;
  value: string;
  baseline: string;
  /** ours over the baseline; null where the row stands alone */
  ratio: number | null;
}

export const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
