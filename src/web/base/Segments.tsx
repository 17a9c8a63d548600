/** One of a few, side by side: radio buttons as segments, moved through with the arrow keys. */
import { useId } from "react";

interface SegmentsProps<V extends string | number> {
  /** what a reader hears of the group */
  name: string;
  value: V;
  onChange: (value: V) => void;
  options: readonly { value: V; label: string; note?: string }[];
  /** under each other, each with its note */
  stacked?: boolean;
}

export function Segments<V extends string | number>({ name, value, onChange, options, stacked }: SegmentsProps<V>) {
  const id = useId();
  return (
    <div className={stacked ? "segments stacked" : "segments"} role="radiogroup" aria-label={name}>
      {options.map((o) => (
        <label key={o.value} className={o.value === value ? "chosen" : ""}>
          <input
            type="radio"
            className="visually-hidden"
            name={id}
            checked={o.value === value}
            onChange={() => onChange(o.value)}
          />
          <span>{o.label}</span>
          {o.note && <span className="note">{o.note}</span>}
        </label>
      ))}
    </div>
  );
}
