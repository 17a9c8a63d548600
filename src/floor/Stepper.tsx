import { useId, useState } from "react";
import { plain, readNumber } from "../page/locale";
import { useWords } from "./words";

/**
 * Minus, a number, plus: by the real step of the equipment; a decimal comma is as good as a point. What is typed and is
 * no such number is null to whoever asks, so that it is never taken for the number before.
 */
export function Stepper({
  label,
  value,
  next = (v, steps) => v + steps,
  decimals = false,
  max,
  onChange,
}: {
  label: string;
  value: number | null;
  /** what so many steps lead to: by one, unless the equipment has steps of its own */
  next?: (value: number, steps: number) => number;
  decimals?: boolean;
  max: number;
  onChange: (v: number | null) => void;
}) {
  const { typing: words } = useWords();
  const id = useId();
  const [text, setText] = useState(value === null ? "" : plain(value));
  const [sure, setSure] = useState(value ?? 0);
  const [wrong, setWrong] = useState(false);
  const [given, setGiven] = useState(value);
  // what is told from outside is shown; what is typed stays as it is typed
  if (value !== given) {
    setGiven(value);
    if (value !== null) {
      setText(plain(value));
      setSure(value);
      setWrong(false);
    }
  }
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
    onChange(ok ? v : null);
  };
  return (
    <div className="stepper">
      <label htmlFor={id}>{label}</label>
      <div>
        <button type="button" aria-label={words.less({ what: label })} onClick={() => give(next(sure, -1))}>
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
        <button type="button" aria-label={words.more({ what: label })} onClick={() => give(next(sure, 1))}>
          +
        </button>
      </div>
      {wrong && (
        <p className="reason" role="alert">
          {decimals ? words.number({ max, such: plain(12.5) }) : words.whole({ max })}
        </p>
      )}
    </div>
  );
}
