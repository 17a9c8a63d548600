import type { Drawing } from "#core/training/handover";

/** start or end pose from the hand-over, drawn by the engine's own joint positions */
export function Pose({ drawing, label }: { drawing: Drawing; label: string }) {
  const at = ([x, y]: [number, number]) => `${(x * 100).toFixed(1)},${(100 - y * 100).toFixed(1)}`;
  return (
    <figure className="pose">
      <svg viewBox="0 0 100 100" role="img" aria-label={label}>
        {drawing.strokes.map((s, i) => {
          const points = s.points.map((p) => at(p)).join(" ");
          if (s.kind === "load")
            return (
              <circle
                key={i}
                cx={s.points[0]![0] * 100}
                cy={100 - s.points[0]![1] * 100}
                r={s.width * 50}
                className="load"
              />
            );
          if (s.kind === "head") {
            const [a, b] = s.points as [[number, number], [number, number]];
            return (
              <circle
                key={i}
                cx={(a[0] + b[0]) * 50 + (b[0] - a[0]) * 8}
                cy={100 - (a[1] + b[1]) * 50 - (b[1] - a[1]) * 8}
                r={s.width * 44}
                className="bone"
              />
            );
          }
          if (s.kind === "muscle" || s.kind === "prop")
            return <polyline key={i} points={points} className={s.kind} strokeWidth={Math.max(0.9, s.width * 100)} />;
          return (
            <g key={i} className={s.kind}>
              <polyline points={points} className="bone" strokeWidth={s.width * 100} />
              <polyline points={points} className="flesh" strokeWidth={s.width * 100 - 1.3} />
            </g>
          );
        })}
      </svg>
      <figcaption>{label}</figcaption>
    </figure>
  );
}
