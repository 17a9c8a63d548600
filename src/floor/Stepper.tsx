import { useEffect, useId, useState } from "react";
import { plain, readNumber } from "../page/locale";

/** Minus, a number, plus: by the real step of the equipment; a decimal comma is as good as a point. */
export function Stepper({
  label,
  value,
  step = 1,
  decimals = false,
  max,
  onChange,
}: {
  label: string;
  value: number;
  step?: number;
  decimals?: boolean;
  max: number;
  onChange: (v: number) => void;
}) {
  const id = useId();
  const [text, setText] = useState(plain(value));
  const [wrong, setWrong] = useState(false);
  useEffect(() => setText(plain(value)), [value]);
  const give = (v: number) => {
    const next = Math.max(0, Math.min(max, Math.round(v * 100) / 100));
    setWrong(false);
    setText(plain(next));
    onChange(next);
  };
  const typed = (t: string) => {
    setText(t);
    const v = readNumber(t);
    const ok = Number.isFinite(v) && v >= 0 && v <= max && (decimals || Number.isInteger(v));
    setWrong(!ok);
    if (ok) onChange(v);
  };
  return (
    <div className="stepper">
      <label htmlFor={id}>{label}</label>
      <div>
        <button type="button" aria-label={`${label}: less`} onClick={() => give(value - step)}>
          −
        </button>
        <input
          id={id}
          inputMode={decimals ? "decimal" : "numeric"}
          value={text}
          aria-invalid={wrong}
          onFocus={(e) => e.target.select()}
          onChange={(e) => typed(e.target.value)}
        />
        <button type="button" aria-label={`${label}: more`} onClick={() => give(value + step)}>
          +
        </button>
      </div>
      {wrong && (
        <p className="reason" role="alert">
          {decimals ? `A number from 0 to ${max}, such as ${plain(12.5)}` : `A whole number from 0 to ${max}`}
        </p>
      )}
    </div>
  );
}
