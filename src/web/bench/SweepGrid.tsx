/** One number over two parameters: a grid of shades, the best marked, a click sets both. */
import { sweepGrid as words } from "#core/words/web/bench";
import { headTitle } from "#core/anatomy/anatomy";
import type { SweepMap } from "#core/bench/sweep";
import type { Exercise } from "#core/exercises/format";
import { formatValue, roundToStep, type Values } from "#core/exercises/setup";
import { fixed } from "../../page/locale";

interface SweepGridProps {
  map: SweepMap;
  x: Exercise["parameters"][number];
  y: Exercise["parameters"][number];
  values: Values;
  what: { name: string; head: boolean };
  headId: string;
  onValues: (values: Values) => void;
}

const CELL = { width: 34, height: 15 };
const LEFT = 74;
const BELOW = 34;

export function SweepGrid({ map, x, y, values, what, headId, onValues }: SweepGridProps) {
  const cells = map.values.flatMap((row, j) => row.map((v, i) => ({ v, i, j })));
  const known = cells.flatMap((c) => (c.v === null ? [] : [c.v]));
  if (known.length === 0) return <p className="small">{words.noSetupInThese()}</p>;
  const [low, high] = [Math.min(...known), Math.max(...known)];
  const best = cells.reduce((a, b) => ((b.v ?? -Infinity) > (a.v ?? -Infinity) ? b : a));
  const [columns, rows] = [map.x.values.length, map.y.values.length];
  const [width, height] = [columns * CELL.width, rows * CELL.height];
  const at = (i: number, j: number) => ({ x: LEFT + i * CELL.width, y: (rows - 1 - j) * CELL.height });
  const named = (i: number, j: number) =>
    `${x.name.toLowerCase()} ${formatValue(x, roundToStep(x, map.x.values[i]!))}, ${y.name.toLowerCase()} ${formatValue(y, roundToStep(y, map.y.values[j]!))}`;
  const set = (i: number, j: number) =>
    onValues({
      ...values,
      [x.id]: roundToStep(x, map.x.values[i]!),
      [y.id]: roundToStep(y, map.y.values[j]!),
    });
  const place = (p: typeof x, list: readonly number[]) => {
    const now = values[p.id] ?? p.default;
    return ((now - p.min) / (p.max - p.min || 1)) * (list.length - 1) + 0.5;
  };
  const here = {
    x: LEFT + place(x, map.x.values) * CELL.width,
    y: (rows - place(y, map.y.values)) * CELL.height,
  };
  const mark = at(best.i, best.j);
  return (
    <>
      <svg
        className="sweep-grid"
        viewBox={`0 0 ${LEFT + width + 4} ${height + BELOW}`}
        role="img"
        aria-label={words.overAndMostAt({
          what: what.name,
          across: x.name.toLowerCase(),
          up: y.name.toLowerCase(),
          best: named(best.i, best.j),
        })}
      >
        {cells.map(({ v, i, j }) => {
          const share = v === null ? 0 : (v - low) / (high - low || 1);
          return (
            <rect
              key={`${i} ${j}`}
              {...at(i, j)}
              {...CELL}
              fill={v === null ? "transparent" : "var(--fjord)"}
              fillOpacity={v === null ? 0 : 0.06 + 0.84 * share}
              stroke="var(--sheet)"
              strokeWidth={1}
              style={{ cursor: "pointer" }}
              onClick={() => set(i, j)}
            >
              <title>
                {v === null ? words.whatCannotBeLifted({ what: named(i, j) }) : `${named(i, j)}: ${fixed(v, 2)}`}
              </title>
            </rect>
          );
        })}
        <rect {...mark} {...CELL} fill="none" stroke="var(--rowan)" strokeWidth={2} pointerEvents="none" />
        <circle
          cx={here.x}
          cy={here.y}
          r={4}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={1.6}
          pointerEvents="none"
        />
        {[0, Math.floor((columns - 1) / 2), columns - 1].map((i) => (
          <text key={i} x={LEFT + (i + 0.5) * CELL.width} y={height + 13} textAnchor="middle">
            {formatValue(x, roundToStep(x, map.x.values[i]!))}
          </text>
        ))}
        {[0, Math.floor((rows - 1) / 2), rows - 1].map((j) => (
          <text key={j} x={LEFT - 6} y={(rows - 0.5 - j) * CELL.height + 4} textAnchor="end">
            {formatValue(y, roundToStep(y, map.y.values[j]!))}
          </text>
        ))}
        <text x={LEFT + width / 2} y={height + 28} textAnchor="middle" className="axis">
          {x.name.toLowerCase()}
        </text>
      </svg>
      <p className="small" role="status">
        {words.read({
          up: y.name.toLowerCase(),
          what: what.name,
          head: what.head ? headTitle(headId).toLowerCase() : null,
          low: fixed(low, 2),
          high: fixed(high, 2),
          best: named(best.i, best.j),
        })}{" "}
        <button type="button" className="plain link" onClick={() => set(best.i, best.j)}>
          {words.setBothThere()}
        </button>
      </p>
    </>
  );
}
