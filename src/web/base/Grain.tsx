/**
 * The load grain: where in a head's own length range its tension falls. Left end shortest, right end longest; thickness
 * is active force over F0 on one fixed scale everywhere; passive force is the thin outline; the fill is the length
 * scale.
 */
import { grain as words } from "#core/words/web/base";
import { memo, useId } from "react";
import type { HeadMetrics } from "#core/mechanics/metrics";
import { LENGTH_STOPS } from "./theme";

/** force over F0 that fills the height, the same for every grain */
const FULL = 0.6;

export interface GrainProps {
  metrics: Pick<HeadMetrics, "grain" | "grainPassive" | "loadedLength" | "stretchReached" | "shortReached">;
  width?: number;
  height?: number;
}

type Point = [number, number];

/** a smooth line through points: quadratic pieces between midpoints */
function smooth(points: Point[]): string {
  return points
    .map(([x, y], i) => {
      const next = points[i + 1];
      if (i === 0) return `${x},${y}`;
      return next ? `Q${x},${y} ${(x + next[0]) / 2},${(y + next[1]) / 2}` : `L${x},${y}`;
    })
    .join(" ");
}

function outline(values: number[], from: number, to: number, w: number, mid: number, half: number): string {
  const step = w / values.length;
  const ends: [number, number] = [from * w, to * w];
  const top: Point[] = [[ends[0], mid]];
  const bottom: Point[] = [[ends[1], mid]];
  for (
    let i = Math.floor(from * values.length);
    i <= Math.min(values.length - 1, Math.floor(to * values.length));
    i++
  ) {
    const x = Math.max(ends[0], Math.min(ends[1], (i + 0.5) * step));
    const h = Math.min(1, values[i]! / FULL) * half;
    top.push([x, mid - h]);
    bottom.unshift([x, mid + h]);
  }
  bottom.unshift(bottom.pop()!);
  top.push([ends[1], mid]);
  bottom.push([ends[0], mid]);
  return `M${smooth(top)} L${smooth(bottom)} Z`;
}

export const Grain = memo(function Grain({ metrics, width = 132, height = 30 }: GrainProps) {
  const id = useId();
  const pad = 2;
  const w = width - 2 * pad;
  const mid = height / 2;
  const half = mid - 2;
  const { grain, grainPassive, shortReached: from, stretchReached: to } = metrics;
  const label = words.loadGrainFromN({
    n: Math.round(from * 100),
    n2: Math.round(to * 100),
    n3: Math.round(metrics.loadedLength * 100),
  });
  return (
    <svg
      className="grain"
      role="img"
      aria-label={label}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
    >
      <defs>
        <linearGradient id={id} gradientUnits="userSpaceOnUse" x1={pad} x2={pad + w} y1={0} y2={0}>
          {LENGTH_STOPS.map((c, i) => (
            <stop key={c} offset={i / 2} stopColor={c} />
          ))}
        </linearGradient>
      </defs>
      <line x1={pad} x2={pad + w} y1={mid} y2={mid} stroke="var(--quiet)" strokeWidth={1} opacity={0.55} />
      {[0, 1 / 3, 2 / 3, 1].map((t) => (
        <line
          key={t}
          x1={pad + t * w}
          x2={pad + t * w}
          y1={mid - 4}
          y2={mid + 4}
          stroke="var(--quiet)"
          strokeWidth={1}
          opacity={0.7}
        />
      ))}
      <g transform={`translate(${pad} 0)`}>
        <path
          d={outline(
            grain.map((g, i) => g + (grainPassive[i] ?? 0)),
            from,
            to,
            w,
            mid,
            half,
          )}
          fill="none"
          stroke="var(--quiet)"
          strokeWidth={0.8}
        />
        <path
          d={outline(grain, from, to, w, mid, half)}
          fill={`url(#${id})`}
          stroke="var(--ink)"
          strokeWidth={1}
          strokeLinejoin="round"
        />
      </g>
    </svg>
  );
});

/** one set as a small grain: full where direct, hollow where indirect; its colour is the loaded length */
export function SetGrain({ colour, direct, share }: { colour: string; direct: boolean; share: number }) {
  const h = 3 + 5 * Math.min(1, share);
  return (
    <svg width={15} height={14} viewBox="0 0 15 14" aria-hidden>
      <path
        d={`M1 7C4 ${7 - h} 11 ${7 - h} 14 7C11 ${7 + h} 4 ${7 + h} 1 7Z`}
        fill={direct ? colour : "none"}
        stroke={direct ? "var(--ink)" : colour}
        strokeWidth={direct ? 0.8 : 1.8}
      />
    </svg>
  );
}
