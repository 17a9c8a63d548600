/** A number of an exercise, or the name of the setting that it hangs on. */
import type { Binding, Exercise } from "#core/exercises/format";
import { form as words } from "#core/words/own";
import { NumberField } from "../base/NumberField";

interface BoundProps {
  label: string;
  value: Binding;
  exercise: Pick<Exercise, "parameters">;
  onChange: (v: number) => void;
}

export function Bound({ label, value, exercise, onChange }: BoundProps) {
  if (typeof value === "number")
    return (
      <NumberField
        size="small"
        aria-label={label}
        value={value}
        step={Math.abs(value) > 3 ? 1 : 0.01}
        onChange={(v) => v !== null && onChange(v)}
      />
    );
  const id = "parameter" in value ? value.parameter : null;
  const name = exercise.parameters.find((p) => p.id === id)?.name ?? "…";
  return <span className="small quiet">{words.bound({ name })}</span>;
}
