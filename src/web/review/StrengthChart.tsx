/** Strength of one line over the last weeks, with the band that holds eight in ten. */
import {
  CategoryScale,
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  type ChartOptions,
} from "chart.js";
import { Line } from "react-chartjs-2";
import type { LineReview } from "#core/review/schema";
import { line as words } from "#core/words/review";
import { dayText, fixed } from "../../page/locale";
import { ChartTable } from "../base/ChartTable";
import { TEXT_FONT } from "../base/theme";

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Filler);

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim() || "#888";

export default function StrengthChart({ line, shown }: { line: LineReview; shown: LineReview["points"] }) {
  const font = { family: TEXT_FONT, size: 11.5 };
  const options: ChartOptions<"line"> = {
    animation: false,
    maintainAspectRatio: false,
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: {
      x: {
        grid: { display: false },
        ticks: { color: ink("quiet"), font, maxTicksLimit: 6 },
        border: { color: ink("ink") },
      },
      y: {
        grid: { color: ink("line") },
        ticks: { color: ink("quiet"), font, maxTicksLimit: 5, callback: (v) => fixed(Number(v), 0) },
        border: { display: false },
      },
    },
  };
  const at = (of: (p: LineReview["points"][number]) => number) => shown.map(of);
  const name = words.chart({ name: line.name, reps: line.reps });
  return (
    <figure className="strength-chart">
      <figcaption className="small">{name}</figcaption>
      <div className="box">
        <Line
          aria-label={name}
          options={options}
          data={{
            labels: shown.map((p) => dayText(p.on)),
            datasets: [
              {
                data: at((p) => p.kg),
                borderColor: ink("ink"),
                borderWidth: 1.6,
                pointRadius: 2,
                pointBackgroundColor: ink("ink"),
              },
              { data: at((p) => p.high), borderWidth: 0, pointRadius: 0, fill: "+1", backgroundColor: ink("line") },
              { data: at((p) => p.low), borderWidth: 0, pointRadius: 0 },
            ],
          }}
        />
      </div>
      <ChartTable
        caption={name}
        along={{ name: "", values: shown.map((p) => dayText(p.on)) }}
        series={[
          { name: "kg", values: at((p) => p.kg) },
          { name: words.from(), values: at((p) => p.low) },
          { name: words.to(), values: at((p) => p.high) },
        ]}
      />
    </figure>
  );
}
