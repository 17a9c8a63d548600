import type { Drawing } from "#core/training/handover";

/** start or end pose from the hand-over, drawn from the engine's own pose */
export function Pose({ drawing: { width, height, shapes }, label }: { drawing: Drawing; label: string }) {
  return (
    <figure className="pose">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label} className="plate small">
        {shapes.map((s, i) => (
          <path key={i} className={s.role} d={s.d} strokeWidth={s.thick} />
        ))}
      </svg>
      <figcaption>{label}</figcaption>
    </figure>
  );
}
