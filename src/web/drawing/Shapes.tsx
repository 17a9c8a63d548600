/** Shapes of a plate as an SVG's paths; what each role looks like is in plate.css. */
import { memo, type CSSProperties } from "react";
import { FINE } from "#core/drawing/outline";
import type { Shape } from "#core/drawing/plate";

interface ShapesProps {
  shapes: readonly Shape[];
  chosen: string | null;
  /** the chosen head's, by its place in its length range */
  colour: string;
  /** units of the shapes a pixel; fewer in a small one */
  unit?: number;
  /** ink in the bellies by head, per cent, where it says something else than tension */
  inkOf?: (head: string | undefined) => number;
}

/** per cent of ink in a belly at rest, and what full tension adds */
const INK = { rest: 4, tension: 74 };
/** per cent of its colour in the chosen head at rest, and what full tension adds */
const COLOUR = { rest: 55, tension: 45 };

function styleOf(
  { role, tone = 0, head }: Shape,
  { chosen, colour, inkOf }: Pick<ShapesProps, "chosen" | "colour" | "inkOf">,
): CSSProperties | undefined {
  if (role === "ghost") return { fill: colour, stroke: colour };
  if (role !== "belly") return undefined;
  if (inkOf) return { fill: `color-mix(in srgb, var(--ink) ${inkOf(head)}%, var(--flesh))` };
  return head === chosen
    ? { fill: `color-mix(in srgb, ${colour} ${Math.round(COLOUR.rest + COLOUR.tension * tone)}%, var(--sheet))` }
    : { fill: `color-mix(in srgb, var(--tension) ${Math.round(INK.rest + INK.tension * tone)}%, var(--flesh))` };
}

export const Shapes = memo(function Shapes({ shapes, chosen, colour, unit = FINE, inkOf }: ShapesProps) {
  return (
    <g transform={`scale(${1 / unit})`} className={unit < FINE ? "plate small" : "plate"}>
      {shapes.map((s, i) => (
        <path
          key={i}
          className={s.head && s.head === chosen ? `${s.role} chosen` : s.role}
          d={s.d}
          style={styleOf(s, { chosen, colour, inkOf })}
          data-head={s.head}
        />
      ))}
    </g>
  );
});
