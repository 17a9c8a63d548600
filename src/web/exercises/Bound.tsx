/** A number of an exercise: it stands fast, or it hangs on settings, row by row. */
import { Button, Select } from "antd";
import { useRef, useState } from "react";
import type { Binding, Exercise, Parameter } from "#core/exercises/format";
import { begunOn, hungBy, partsOf, rowsOf, together, type Part, type Row } from "#core/exercises/hanging";
import { hanging as words } from "#core/words/own";
import { plain } from "../../page/locale";
import { NumberField } from "../base/NumberField";
import { Places } from "./Places";
import { inUnit } from "./units";

interface BoundProps {
  label: string;
  value: Binding;
  exercise: Pick<Exercise, "parameters">;
  onChange: (b: Binding) => void;
}

const stepOf = (v: number) => (Math.abs(v) > 3 ? 1 : 0.01);

export function Bound(props: BoundProps) {
  const { label, value, exercise, onChange } = props;
  const [open, setOpen] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const names = partsOf(value).map((part) => exercise.parameters.find((p) => p.id === part.parameter)?.name ?? "…");
  const shut = () => {
    setOpen(false);
    opener.current?.focus();
  };
  return (
    <div
      className="bound"
      onKeyDown={(e) => {
        if (e.key !== "Escape" || !open) return;
        e.stopPropagation();
        shut();
      }}
    >
      {typeof value === "number" && (
        <NumberField
          size="small"
          aria-label={label}
          value={value}
          step={stepOf(value)}
          onChange={(v) => v !== null && onChange(v)}
        />
      )}
      {exercise.parameters.length > 0 && (
        <Button
          ref={opener}
          size="small"
          type="text"
          aria-label={words.of({ label, names })}
          aria-expanded={open}
          title={names.length ? words.by({ names }) : words.hang()}
          onClick={() => (open ? shut() : setOpen(true))}
        >
          {names.length ? words.by({ names }) : words.short()}
        </Button>
      )}
      {open && (
        <div className="bound-edit" role="group" aria-label={words.of({ label, names })}>
          <Hanging {...props} />
          <Button size="small" onClick={shut}>
            {words.done()}
          </Button>
        </div>
      )}
    </div>
  );
}

const PARTS_MOST = 2;

function Hanging({ label, value, exercise: { parameters }, onChange }: BoundProps) {
  const parts = partsOf(value);
  const put = (i: number, next: Part | number) => onChange(together(parts.map((p, k) => (k === i ? next : p))));
  const free = parameters.filter((p) => !parts.some((part) => part.parameter === p.id));
  const fast = typeof value === "number" ? value : 0;
  return (
    <>
      {parts.map((part, i) => {
        const p = parameters.find((x) => x.id === part.parameter);
        return (
          <section key={part.parameter} aria-label={p?.name ?? part.parameter}>
            <p className="small">{words.by({ names: [p?.name ?? part.parameter] })}</p>
            {p && <Rows label={label} part={part} p={p} onChange={(next) => put(i, next)} />}
            <Button size="small" type="text" onClick={() => put(i, firstOf(part, p))}>
              {words.free()}
            </Button>
          </section>
        );
      })}
      {parts.length < PARTS_MOST && free.length > 0 && (
        <Select
          size="small"
          aria-label={words.choose({ label })}
          placeholder={parts.length ? words.second() : words.hang()}
          value={null}
          options={free.map((p) => ({ value: p.id, label: p.name }))}
          onChange={(id: string | null) => {
            const p = free.find((x) => x.id === id);
            if (p) onChange(together([...parts, begunOn(p, fast)]));
          }}
        />
      )}
    </>
  );
}

/** what a number is when it hangs on nothing any more */
const firstOf = (part: Part, p: Parameter | undefined): number => (p ? (rowsOf(part, p)[0]?.[1] ?? 0) : 0);

function Rows(props: { label: string; part: Part; p: Parameter; onChange: (next: Part | number) => void }) {
  const { label, part, p, onChange } = props;
  const rows = rowsOf(part, p);
  const { by, sign } = inUnit(p);
  const put = (next: readonly Row[]) => onChange(hungBy(p.id, next));
  const placeName = (v: number) => p.options?.find((o) => o.value === v)?.name ?? `${plain(v * by)} ${sign}`;
  return (
    <Places
      rows={rows.map(([at]) => ({ at, name: placeName(at) }))}
      label={label}
      add={p.options ? null : { unit: sign, from: p.min * by, to: p.max * by }}
      onAdd={(at) => put([...rows, [at / by, near(rows, at / by)]])}
      onRemove={(at) => put(rows.filter(([x]) => x !== at))}
    >
      {(at, name) => {
        const here = rows.find(([x]) => x === at)?.[1] ?? 0;
        return (
          <NumberField
            size="small"
            aria-label={words.at({ label, place: name })}
            value={here}
            step={stepOf(here)}
            onChange={(v) => v !== null && put(rows.map((r): Row => (r[0] === at ? [at, v] : r)))}
          />
        );
      }}
    </Places>
  );
}

/** what a new row begins with: a straight line between its neighbours */
function near(rows: readonly Row[], at: number): number {
  const before = rows.findLast(([x]) => x <= at) ?? rows[0]!;
  const after = rows.find(([x]) => x >= at) ?? rows.at(-1)!;
  const way = after[0] - before[0];
  const v = way > 0 ? before[1] + ((after[1] - before[1]) * (at - before[0])) / way : before[1];
  return Number(v.toFixed(4));
}
