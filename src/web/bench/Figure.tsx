/**
 * The posed figure: the engine's own joint positions, the chosen head from origin to insertion, the load and its
 * lever.
 */
import { useMemo, useRef, type PointerEvent } from "react";
import type { Analysis } from "#core/mechanics/analyse";
import { framePoint, figureStrokes, headLine, loadDrawing } from "#core/mechanics/figure";
import type { Exercise } from "#core/exercises/format";
import { lengthColour } from "../base/theme";

const W = 430;
const H = 452;

export interface FigureProps {
  analysis: Analysis;
  exercise: Exercise;
  headId: string;
  sample: number;
  /** rad */
  turn: number;
  /** the pulley may be dragged: how far, in m of the picture's right and up */
  onPulley: ((dx: number, dy: number) => void) | null;
  /** the upper arm, or the bench, may be turned: by how many degrees (arm forwards and up, trunk forwards) */
  onArm: ((degrees: number) => void) | null;
  onBench: ((degrees: number) => void) | null;
  /** the hand is drawn along its path: to this sample */
  onHand: (sample: number) => void;
}

type Point = [number, number];

export function Figure({ analysis, exercise, headId, sample, turn, onPulley, onArm, onBench, onHand }: FigureProps) {
  const frames = analysis.frames!;
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Point | null>(null);
  const held = useRef<number | null>(null);
  const view = useMemo(() => ({ turn }), [turn]);

  // one scale for the whole rep, so that the body stands still while the arm moves
  const fit = useMemo(() => {
    const xs: number[] = [];
    const ys: number[] = [0];
    const see = (x: number, y: number) => {
      xs.push(x);
      ys.push(y);
    };
    for (const i of [0, Math.floor(analysis.s.length / 2), analysis.s.length - 1])
      for (const stroke of figureStrokes(frames, i, view)) for (const [x, y] of stroke.points) see(x, y);
    const reach = 0.75;
    for (const [[gx, gy], [x, y]] of loadDrawing(frames, 0, view, analysis.main).lines)
      see(Math.max(gx - reach, Math.min(gx + reach, x)), Math.max(0, Math.min(Math.max(2.25, gy), y)));
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const k = Math.min((W - 60) / (x1 - x0), (H - 56) / (y1 - y0));
    return { k, map: ([x, y]: Point): Point => [W / 2 + (x - (x0 + x1) / 2) * k, H - 28 - (y - y0) * k] };
  }, [analysis, frames, view]);

  const { k, map } = fit;
  const line = (points: Point[]) =>
    points
      .map(map)
      .map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`)
      .join(" ");
  const strokes = figureStrokes(frames, sample, view);
  const load = loadDrawing(frames, sample, view, analysis.main);
  const head = analysis.heads.find((h) => h.id === headId);
  const p = head?.position[sample] ?? 0.5;
  const f = head?.force[sample] ?? 0;
  const [gx, gy] = map(load.at[0]!);
  const [ex, ey] = map(load.joint);
  const [lx, ly] = map(load.leverFoot);
  const arrow = Math.hypot(...load.force) > 0.02 ? ([load.force[0] * 74, -load.force[1] * 74] as Point) : null;
  const floor = map([0, 0])[1];
  const flatAt = (name: string): Point => {
    const [x, y, z] = framePoint(frames, sample, name);
    return [x * Math.cos(turn) - z * Math.sin(turn), y];
  };
  const props = benchProps(exercise, flatAt);

  const start = (e: PointerEvent<SVGElement>) => {
    if (!onPulley) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = [e.clientX, e.clientY];
  };
  const move = (e: PointerEvent<SVGElement>) => {
    if (!drag.current || !onPulley) return;
    const box = svg.current!.getBoundingClientRect();
    const perPixel = W / box.width / k;
    onPulley((e.clientX - drag.current[0]) * perPixel, -(e.clientY - drag.current[1]) * perPixel);
    drag.current = [e.clientX, e.clientY];
  };

  /** dragging the hand goes to the point of its path that is nearest to the pointer */
  const toNearest = (e: PointerEvent<SVGElement>) => {
    const box = svg.current!.getBoundingClientRect();
    const [x, y] = [((e.clientX - box.left) * W) / box.width, ((e.clientY - box.top) * H) / box.height];
    let best = sample;
    let least = Infinity;
    for (let i = 0; i < analysis.s.length; i++) {
      const [px, py] = map(loadDrawing(frames, i, view, analysis.main).at[0]!);
      // a path that crosses itself goes on where it is
      const away = Math.hypot(px - x, py - y) + 0.6 * Math.abs(i - sample);
      if (away < least) [least, best] = [away, i];
    }
    onHand(best);
  };
  const hand = {
    onPointerDown: (e: PointerEvent<SVGElement>) => e.currentTarget.setPointerCapture(e.pointerId),
    onPointerMove: (e: PointerEvent<SVGElement>) => e.currentTarget.hasPointerCapture(e.pointerId) && toNearest(e),
  };

  const shoulder = flatAt("humerus.right");
  const pelvis = flatAt("pelvis");
  const bench = flatAt("head");
  /** dragging a handle turns what it belongs to about its joint; from behind the picture is mirrored */
  const turning = (centre: Point, upright: 1 | -1, give: (degrees: number) => void) => {
    const angle = (e: PointerEvent<SVGElement>) => {
      const box = svg.current!.getBoundingClientRect();
      const [cx, cy] = map(centre);
      const x = ((e.clientX - box.left) * W) / box.width - cx;
      const y = cy - ((e.clientY - box.top) * H) / box.height;
      return (Math.atan2(x * Math.sign(Math.cos(turn) || 1), upright * y) * 180) / Math.PI;
    };
    return {
      onPointerDown: (e: PointerEvent<SVGElement>) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = angle(e);
      },
      onPointerMove: (e: PointerEvent<SVGElement>) => {
        if (held.current === null) return;
        const now = angle(e);
        give(((now - held.current + 540) % 360) - 180);
        held.current = now;
      },
      onPointerUp: () => (held.current = null),
    };
  };

  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`Figure at ${Math.round(100 * (analysis.s[sample] ?? 0))} percent of the rep; the head is at ${Math.round(100 * p)} percent of its length range`}
    >
      <line x1={12} x2={W - 12} y1={floor + 0.035 * k} y2={floor + 0.035 * k} stroke="var(--line)" strokeWidth={2} />
      {props.map((points, i) => (
        <polyline
          key={i}
          className="prop"
          style={{ strokeWidth: 7, strokeLinecap: "round", stroke: "var(--line)" }}
          points={line(points)}
        />
      ))}
      {strokes.map((s, i) => {
        if (s.kind === "head") {
          const [a, b] = [map(s.points[0]!), map(s.points[1]!)];
          const angle = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
          const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
          const [cx, cy] = [(a[0] + b[0]) / 2 + (b[0] - a[0]) * 0.06, (a[1] + b[1]) / 2 + (b[1] - a[1]) * 0.06];
          return (
            <ellipse
              key={i}
              cx={cx}
              cy={cy}
              rx={length * 0.43}
              ry={(s.width / 2) * k * 0.86}
              transform={`rotate(${angle} ${cx} ${cy})`}
              fill="var(--sheet)"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
          );
        }
        const w = s.width * k;
        return (
          <g key={i} className={s.kind}>
            <polyline className="bone" strokeWidth={w} points={line(s.points)} />
            <polyline className="flesh" strokeWidth={w - 3} points={line(s.points)} />
          </g>
        );
      })}
      {load.bar && (
        <polyline
          points={line(load.bar)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={Math.max(3, 0.03 * k)}
          strokeLinecap="round"
        />
      )}
      {load.lines.map(([from, to], i) => {
        const [[x, y], [ax, ay]] = [map(from), map(to)];
        const band = exercise.loads.some((l) => l.kind === "band");
        return (
          <g key={i}>
            <line
              className="cable"
              strokeDasharray={band ? "2 3" : undefined}
              strokeWidth={band ? 4 : 1.4}
              x1={x}
              y1={y}
              x2={ax}
              y2={ay}
            />
            {!band && (
              <circle
                className={`pulley${onPulley ? " free" : ""}`}
                cx={ax}
                cy={ay}
                r={9}
                onPointerDown={start}
                onPointerMove={move}
                onPointerUp={() => (drag.current = null)}
              />
            )}
          </g>
        );
      })}
      {head && (
        <polyline
          className="muscle"
          points={line(headLine(frames, sample, head.id, view))}
          fill="none"
          stroke={lengthColour(p)}
          strokeWidth={3 + 22 * f}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      <line className="lever" x1={ex} y1={ey} x2={lx} y2={ly} />
      <circle cx={ex} cy={ey} r={3.5} fill="var(--ink)" />
      {onArm && (
        <circle
          className="handle free"
          cx={map(flatAt("forearm.right"))[0]}
          cy={map(flatAt("forearm.right"))[1]}
          r={9}
          {...turning(shoulder, -1, onArm)}
        />
      )}
      {onBench && (
        <circle className="handle free" cx={map(bench)[0]} cy={map(bench)[1]} r={9} {...turning(pelvis, 1, onBench)} />
      )}
      {load.at.map((p, i) => {
        const [x, y] = map(p);
        const mass = exercise.loads.some((l) => l.kind === "mass");
        return mass ? (
          <circle
            key={i}
            className="weight"
            cx={x}
            cy={y}
            r={(exercise.equipment.includes("barbell") ? 0.1 : 0.06) * k}
          />
        ) : (
          <circle key={i} cx={x} cy={y} r={5} fill="var(--ink)" />
        );
      })}
      <circle className="hand free" cx={gx} cy={gy} r={15} {...hand}>
        <title>Drag the hand through the rep</title>
      </circle>
      {arrow && (
        <g className="force" transform={`translate(${gx} ${gy})`}>
          <line x1={0} y1={0} x2={arrow[0] * 0.9} y2={arrow[1] * 0.9} />
          <path
            d="M0 0L-10 -5.5L-10 5.5Z"
            transform={`translate(${arrow[0]} ${arrow[1]}) rotate(${(Math.atan2(arrow[1], arrow[0]) * 180) / Math.PI})`}
            stroke="none"
          />
        </g>
      )}
    </svg>
  );
}

/** bench, seat, pad: plain lines under what they carry */
function benchProps(exercise: Exercise, at: (name: string) => Point): Point[][] {
  const pelvis = at("pelvis");
  const neck = at("head");
  const along = (a: Point, b: Point, t: number, off: number): Point => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const n = Math.hypot(dx, dy) || 1;
    return [a[0] + dx * t + (dy / n) * off, a[1] + dy * t - (dx / n) * off];
  };
  const out: Point[][] = [];
  const { on } = exercise.stance;
  const has = (s: Exercise["supports"][number]) => exercise.supports.includes(s);
  const upright = Math.abs(neck[0] - pelvis[0]) < 0.75 * Math.abs(neck[1] - pelvis[1]);
  const leg = (x: number, y: number): Point[] => [
    [x, y],
    [x, 0],
  ];
  if (on === "bench" && !upright && !has("chest-pad")) {
    const y = Math.min(pelvis[1], neck[1]) - 0.13;
    out.push(
      [along(pelvis, neck, -0.15, 0), along(pelvis, neck, 1.35, 0)].map((p): Point => [p[0], y]),
      leg(pelvis[0], y),
      leg(neck[0], y),
    );
  }
  if (has("floor"))
    out.push([
      [Math.min(pelvis[0], neck[0]) - 0.5, 0],
      [Math.max(pelvis[0], neck[0]) + 0.6, 0],
    ]);
  if (on === "seat" || (on === "bench" && upright && !has("chest-pad"))) {
    const y = pelvis[1] - 0.1;
    out.push(
      [
        [pelvis[0] - 0.2, y],
        [pelvis[0] + 0.24, y],
      ],
      leg(pelvis[0], y),
    );
  }
  if (has("back-pad")) out.push([along(pelvis, neck, 0.02, -0.15), along(pelvis, neck, 1.2, -0.15)]);
  if (has("chest-pad"))
    out.push(
      [along(pelvis, neck, 0.15, 0.15), along(pelvis, neck, 1.0, 0.15)],
      leg(...along(pelvis, neck, 0.55, 0.15)),
    );
  if (on === "shoulders-and-feet" && has("bench")) {
    const x = neck[0] + 0.25 * (pelvis[0] - neck[0]);
    out.push(
      [
        [x - 0.22, 0.36],
        [x + 0.22, 0.36],
      ],
      leg(x - 0.18, 0.36),
      leg(x + 0.18, 0.36),
    );
  }
  if (on === "thighs") {
    const knee = at("shank.right");
    out.push([along(pelvis, knee, 0.15, -0.1), along(pelvis, knee, 0.5, -0.1)], leg(...along(pelvis, knee, 0.4, -0.1)));
  }
  if (on === "hands") {
    const grip = at("grip.right");
    out.push([
      [grip[0] - 0.12, grip[1]],
      [grip[0] + 0.12, grip[1]],
    ]);
  }
  if (has("preacher-pad")) {
    const [shoulder, elbow] = [at("humerus.right"), at("forearm.right")];
    out.push(
      [along(shoulder, elbow, 0.3, 0.08), along(shoulder, elbow, 1.12, 0.08)],
      leg(...along(shoulder, elbow, 0.75, 0.08)),
    );
  }
  return out;
}
