/**
 * Mixed-integer programs written down column by column and row by row, and handed to HiGHS (Huangfu and Hall 2018). The
 * solver itself is handed in: a page, a worker and a command each load it in their own way.
 */
import type { Highs, Model } from "highs";

export type { Highs };

interface Row {
  low: number;
  high: number;
  at: number[];
  by: number[];
}

/** columns and rows, written down one after the other */
export function draft() {
  const cost: number[] = [];
  const low: number[] = [];
  const high: number[] = [];
  const whole: number[] = [];
  const rows: Row[] = [];
  return {
    cost,
    low,
    high,
    whole,
    rows,
    column(price: number, least: number, most: number, integer = false): number {
      cost.push(price);
      low.push(least);
      high.push(most);
      whole.push(integer ? 1 : 0);
      return cost.length - 1;
    },
    row(least: number, most: number, terms: readonly (readonly [number, number])[]): void {
      // the same column twice in a row is one entry
      const sums = new Map<number, number>();
      for (const [at, by] of terms) sums.set(at, (sums.get(at) ?? 0) + by);
      rows.push({ low: least, high: most, at: [...sums.keys()], by: [...sums.values()] });
    },
  };
}

export type Draft = ReturnType<typeof draft>;

/** @returns a model of the solver's own memory, to be disposed of */
export function modelOf(highs: Highs, m: Draft, maximize: boolean, offset = 0): Model {
  const starts = new Int32Array(m.rows.length + 1);
  m.rows.forEach((r, i) => (starts[i + 1] = starts[i]! + r.at.length));
  return highs.createModel({
    sense: maximize ? highs.constants.objectiveSense.maximize : highs.constants.objectiveSense.minimize,
    offset,
    numCols: m.cost.length,
    numRows: m.rows.length,
    colCost: Float64Array.from(m.cost),
    colLower: Float64Array.from(m.low),
    colUpper: Float64Array.from(m.high),
    rowLower: Float64Array.from(m.rows, (r) => r.low),
    rowUpper: Float64Array.from(m.rows, (r) => r.high),
    matrix: {
      format: "csr",
      numRows: m.rows.length,
      numCols: m.cost.length,
      starts,
      indices: Int32Array.from(m.rows.flatMap((r) => r.at)),
      values: Float64Array.from(m.rows.flatMap((r) => r.by)),
    },
    integrality: Int32Array.from(m.whole),
  });
}
