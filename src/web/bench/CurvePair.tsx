/** The two curves of a lift: what the load asks and what the joint can do; and a head's tension by length. */
import { curvePair as words } from "#core/words/web/bench";
import {
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartOptions,
  type Plugin,
} from "chart.js";
import { useMemo } from "react";
import { Line } from "react-chartjs-2";
import { headTitle, muscleName } from "#core/anatomy/anatomy";
import type { Analysis } from "#core/mechanics/analyse";
import { JOINT_WORDS } from "#core/mechanics/turning";
import { lengthColour, TEXT_FONT } from "../base/theme";

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Filler, Legend, Tooltip);

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim() || "#888";

const points = (x: Float64Array, y: Float64Array, sign = 1) => Array.from(x, (v, i) => ({ x: v, y: sign * y[i]! }));

function baseOptions(xTitle: string, yTitle: string, yMax: number, mark: Partial<Marks> = {}): ChartOptions<"line"> {
  const font = { family: TEXT_FONT, size: 11.5 };
  const scale = (text: string) => ({
    type: "linear" as const,
    min: 0,
    title: { display: true, text, color: ink("quiet"), font },
    grid: { color: ink("line"), tickLength: 3 },
    border: { color: ink("ink") },
    ticks: { color: ink("quiet"), font, maxTicksLimit: 6 },
  });
  return {
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    parsing: false,
    normalized: true,
    interaction: { mode: "nearest", intersect: false },
    scales: { x: { ...scale(xTitle), max: 1 }, y: { ...scale(yTitle), max: yMax } },
    plugins: {
      legend: {
        display: true,
        align: "end",
        labels: { boxWidth: 18, boxHeight: 0, color: ink("ink"), font, filter: (item) => !item.text.startsWith("_") },
      },
      tooltip: { enabled: false },
      ...({ marks: mark } as object),
    },
  };
}

interface Marks {
  now: number;
  stick: { from: number; to: number };
  name: string;
}

/** a vertical mark where the rep stands now, and a tinted band where it sticks; told through the chart's options */
const marks: Plugin<"line", Partial<Marks>> = {
  id: "marks",
  beforeDatasetsDraw(chart, _args, { now, stick, name }) {
    if (now === undefined || !stick) return;
    const { ctx, chartArea: a, scales } = chart;
    const x = (v: number) => scales.x!.getPixelForValue(v);
    ctx.save();
    const [l, r] = [x(stick.from), Math.max(x(stick.from) + 3, x(stick.to))];
    ctx.fillStyle = `${ink("rowan")}26`;
    ctx.fillRect(l, a.top, r - l, a.bottom - a.top);
    ctx.fillStyle = ink("rowan");
    ctx.font = `600 11.5px ${TEXT_FONT}`;
    ctx.textAlign = (l + r) / 2 > (a.left + a.right) / 2 ? "right" : "left";
    ctx.fillText(name ?? "", ctx.textAlign === "right" ? r - 3 : l + 3, a.bottom - 7);
    ctx.strokeStyle = ink("fjord");
    ctx.lineWidth = 1.5;
    ctx.beginPath();
    ctx.moveTo(x(now), a.top);
    ctx.lineTo(x(now), a.bottom);
    ctx.stroke();
    ctx.restore();
  },
};
const MARKS = [marks];

const peakOf = (a: Analysis) =>
  a.resistance.reduce((best, r, i) => (Math.abs(r) > Math.abs(a.resistance[best]!) ? i : best), 0);

export interface CurveProps {
  analysis: Analysis;
  /** drawn thin and dashed, each its own way */
  pins: readonly { name: string; analysis: Analysis }[];
  sample: number;
  headId: string;
  others: readonly string[];
}

const PINNED = [
  [2, 3],
  [7, 3],
  [9, 3, 2, 3],
];
const shortName = (name: string) => (name.length > 26 ? `${name.slice(0, 25)}…` : name);

export function StrengthCurve({ analysis, pins, sample }: CurveProps) {
  const sign = Math.sign(analysis.resistance.reduce((a, b) => a + b, 0)) || 1;
  const { sticking } = analysis;
  const [limiter] = analysis.limiters;
  const data = useMemo(() => {
    const line = (
      label: string,
      a: Analysis,
      y: Float64Array,
      width: number,
      dash: number[],
      s: number,
      fill: number | false = false,
    ) => ({
      label,
      data: points(a.s, y, s),
      borderColor: ink(dash.length && label !== "resistance" ? "quiet" : "ink"),
      borderWidth: width,
      borderDash: dash,
      pointRadius: 0,
      fill: fill === false ? false : { target: fill, above: `${ink("line")}66`, below: "transparent" },
    });
    const signOf = (a: Analysis) => Math.sign(a.resistance.reduce((x, y) => x + y, 0)) || 1;
    return {
      datasets: [
        line(words.have(), analysis, analysis.capacity, 2.6, [], 1, 1),
        line(words.resistance(), analysis, analysis.resistance, 1.8, [6, 4], sign),
        ...pins.map((p, i) =>
          line(shortName(p.name), p.analysis, p.analysis.resistance, 1.4, PINNED[i]!, signOf(p.analysis)),
        ),
      ],
    };
  }, [analysis, pins, sign]);
  const { s: at } = analysis;
  const top = Math.min(3, Math.max(1.25, ...analysis.capacity) * 1.06);
  const options = baseOptions(
    words.theRepFromStart(),
    words.torqueAtTheWhat({ what: JOINT_WORDS[analysis.main] ?? "joint" }),
    Math.round(top * 10) / 10,
    {
      now: at[sample]!,
      stick: sticking,
      name: words.sticks({ muscle: limiter ? muscleName(limiter.muscle).toLowerCase() : null }),
    },
  );
  return (
    <Line
      role="img"
      aria-label={words.torqueAtTheOver({
        joint: JOINT_WORDS[analysis.main] ?? "joint",
        peak: Math.round(100 * at[peakOf(analysis)]!),
        low: Math.round(100 * sticking.from),
        high: Math.round(100 * sticking.to),
      })}
      data={data}
      options={options}
      plugins={MARKS}
    />
  );
}

export function TensionCurve({ analysis, pins, sample, headId, others }: CurveProps) {
  const head = analysis.heads.find((h) => h.id === headId)!;
  const data = useMemo(() => {
    const series = (a: Analysis, id: string, width: number, dash: number[], label: string) => {
      const h = a.heads.find((x) => x.id === id);
      return {
        label,
        data: h ? points(h.position, h.force) : [],
        borderColor: ink("quiet"),
        borderWidth: width,
        borderDash: dash,
        pointRadius: 0,
        segment: {
          borderColor: (c: { p0: { parsed: { x: number | null } }; p1: { parsed: { x: number | null } } }) =>
            lengthColour(((c.p0.parsed.x ?? 0) + (c.p1.parsed.x ?? 0)) / 2),
        },
      };
    };
    const here = {
      label: "_here",
      data: [{ x: head.position[sample]!, y: head.force[sample]! }],
      pointRadius: 5,
      pointBackgroundColor: lengthColour(head.position[sample]!),
      pointBorderColor: ink("ink"),
      borderColor: "transparent",
    };
    return {
      datasets: [
        here,
        series(analysis, headId, 5, [], headTitle(headId)),
        ...others.map((id) => series(analysis, id, 2, [], headTitle(id))),
        ...pins.map((p, i) => series(p.analysis, headId, 2.5, PINNED[i]!, shortName(p.name))),
      ],
    };
  }, [analysis, pins, head, headId, others, sample]);
  const options = baseOptions(words.placeInTheLength(), words.activeForceOverF(), 1);
  return (
    <Line role="img" aria-label={words.activeForceOfThe({ headId: headTitle(headId) })} data={data} options={options} />
  );
}
