/** A chart's numbers as a table, closed until asked for: for who cannot see it, and for who wants the digits. */
import { chart } from "#core/words/chart";
import { fixed } from "../../page/locale";

export interface ChartTableProps {
  /** what the chart shows */
  caption: string;
  /** the quantity along, with a text for each row */
  along: { name: string; values: readonly string[] };
  /** null where there is no value */
  series: readonly { name: string; values: readonly (number | null)[] }[];
}

export function ChartTable({ caption, along, series }: ChartTableProps) {
  return (
    <details className="chart-table small">
      <summary>{chart.asTable()}</summary>
      <div style={{ overflowX: "auto" }}>
        <table className="number">
          <caption>{caption}</caption>
          <thead>
            <tr>
              <th scope="col">{along.name}</th>
              {series.map((s) => (
                <th key={s.name} scope="col">
                  {s.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {along.values.map((x, i) => (
              <tr key={i}>
                <th scope="row">{x}</th>
                {series.map((s) => (
                  <td key={s.name}>
                    {s.values[i] === null || s.values[i] === undefined ? chart.none() : fixed(s.values[i], 2)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
