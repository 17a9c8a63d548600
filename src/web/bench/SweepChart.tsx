import { sweepChart as words } from "#core/words/web/bench";
import {
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
} from "chart.js";
import { Line } from "react-chartjs-2";
import { headTitle } from "#core/anatomy/anatomy";
import { QUANTITIES, type Sweep } from "#core/bench/sweep";
import { TEXT_FONT } from "../base/theme";
import { namedTicks, onLines, type Axis } from "./axis";

Chart.register(LinearScale, LineController, LineElement, PointElement, Legend, Tooltip);

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim() || "#888";
const DASHES = [[], [6, 4], [2, 3], [8, 3, 2, 3]];

interface SweepChartProps {
  sweep: Sweep;
  axis: Axis;
  /** where it stands; null where that is no place */
  now: number | null;
}

/** a number of some heads over a parameter's range; where it stands now is a line down, crossings are points */
export default function SweepChart({ sweep, axis, now }: SweepChartProps) {
  const quantity = QUANTITIES[sweep.series[0]!.quantity];
  const font = { family: TEXT_FONT, size: 11.5 };
  const scale = (text: string) => ({
    type: "linear" as const,
    title: { display: true, text: onLines(text), color: ink("quiet"), font },
    grid: { color: ink("line"), tickLength: 3 },
    border: { color: ink("ink") },
    ticks: { color: ink("quiet"), font, maxTicksLimit: 7 },
  });
  const options: ChartOptions<"line"> = {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    interaction: { mode: "nearest", intersect: false },
    scales: {
      x: {
        ...scale(axis.unit ? `${axis.name}, ${axis.unit}` : axis.name),
        min: axis.options ? axis.min - 0.5 : axis.min,
        max: axis.options ? axis.max + 0.5 : axis.max,
        ...(axis.options ? namedTicks(axis.options, ink("quiet")) : {}),
      },
      y: { ...scale(`${quantity.name.toLowerCase()}${quantity.unit ? `, ${quantity.unit}` : ""}`), beginAtZero: true },
    },
    plugins: {
      legend: {
        display: quantity.head,
        align: "end",
        labels: { boxWidth: 18, boxHeight: 0, color: ink("ink"), font, filter: (item) => !item.text.startsWith("_") },
      },
      tooltip: { enabled: true },
    },
  };
  const all = sweep.series.flatMap((s) => s.values.filter((v): v is number => v !== null));
  const top = Math.max(0, ...all);
  const valueAt = (head: string, x: number): number | null => {
    const s = sweep.series.find((y) => y.head === head)!;
    const i = sweep.x.findIndex((v) => v >= x);
    return s.values[Math.max(0, i)] ?? null;
  };
  const data = {
    datasets: [
      ...sweep.series.map((s, i) => ({
        label: headTitle(s.head),
        data: sweep.x.flatMap((x, k) => (s.values[k] === null ? [] : [{ x, y: s.values[k]! }])),
        borderColor: i === 0 ? ink("ink") : ink("fjord"),
        borderDash: DASHES[i % DASHES.length]!,
        borderWidth: i === 0 ? 2.2 : 1.6,
        pointRadius: axis.options ? 4.5 : 0,
        showLine: !axis.options,
        backgroundColor: i === 0 ? ink("ink") : ink("fjord"),
      })),
      {
        label: "_now",
        data:
          now === null
            ? []
            : [
                { x: now, y: 0 },
                { x: now, y: top },
              ],
        borderColor: ink("rowan"),
        borderWidth: 1.2,
        pointRadius: 0,
      },
      {
        label: "_crossings",
        data: sweep.crossings.flatMap((c) => {
          const y = valueAt(c.between[0], c.x);
          return y === null ? [] : [{ x: c.x, y }];
        }),
        borderColor: "transparent",
        backgroundColor: ink("rowan"),
        pointRadius: 4,
      },
    ],
  };
  return <Line data={data} options={options} aria-label={words.over({ what: quantity.name, along: axis.name })} />;
}
