/** What is chosen on the bench: exercise, head, and each parameter of the setup. */
import { parameters as text } from "#core/words/web/bench";
import { Select, Slider } from "antd";
import { headTitle } from "#core/anatomy/anatomy";
import type { Exercise, Parameter } from "#core/exercises/format";
import type { Family } from "#core/exercises/choices";
import { findExercise, library } from "#core/exercises/library";
import { offered } from "#core/exercises/shelf";
import { formatValue, type Values } from "#core/exercises/setup";
import { settings } from "#core/words/bench";
import { FAMILY_NAMES, familyName } from "#core/words/families";

const GROUPS = ["load", "hands", "body", "range"] as const;
const KINDS = ["easier", "harder", "swaps"] as const;

const EXPLAINED = { textDecoration: "underline dotted", textUnderlineOffset: 3 };

interface ParametersProps {
  exercise: Exercise;
  onExercise: (id: string) => void;
  headId: string;
  /** the heads that work */
  heads: readonly string[];
  onHead: (id: string) => void;
  values: Values;
  onValue: (p: Parameter, v: number) => void;
}

export function Parameters({ exercise, onExercise, headId, heads, onHead, values, onValue }: ParametersProps) {
  return (
    <>
      <div className="field">
        <span className="label">{text.exercise()}</span>
        <Select
          aria-label={text.exercise()}
          showSearch={{ optionFilterProp: "label" }}
          value={exercise.id}
          onChange={onExercise}
          options={(Object.keys(FAMILY_NAMES) as Family[]).map((f) => ({
            label: familyName(f),
            options: [...library, ...offered()]
              .filter((e) => e.family === f)
              .map((e) => ({ value: e.id, label: e.name })),
          }))}
        />
      </div>
      <div className="field">
        <span className="label">{text.head()}</span>
        <Select
          aria-label={text.head()}
          value={headId}
          onChange={onHead}
          options={heads.map((id) => ({ value: id, label: headTitle(id) }))}
        />
      </div>
      {GROUPS.map((group) => {
        const own = exercise.parameters.filter((p) => p.about === group);
        return own.length === 0 ? null : (
          <section key={group} className="setting-group" aria-label={settings[group]()}>
            <h3 className="setting-name">{settings[group]()}</h3>
            {own.map((p) => (
              <Setting key={p.id} parameter={p} value={values[p.id]!} onValue={onValue} />
            ))}
          </section>
        );
      })}
      <Related exercise={exercise} onExercise={onExercise} />
    </>
  );
}

function Setting({
  parameter: p,
  value,
  onValue,
}: {
  parameter: Parameter;
  value: number;
  onValue: (p: Parameter, v: number) => void;
}) {
  const chosen = p.options?.find((o) => o.value === value);
  return (
    <div className="field">
      <span className="label" title={p.explains} style={p.explains ? EXPLAINED : undefined}>
        {p.name}
        {chosen ? "" : ": "}
        {!chosen && <span className="number">{formatValue(p, value)}</span>}
      </span>
      {p.options ? (
        <Select
          aria-label={p.name}
          value={value}
          onChange={(v: number) => onValue(p, v)}
          options={p.options.map((o) => ({ value: o.value, label: o.name }))}
        />
      ) : (
        <Slider
          ariaLabelForHandle={p.name}
          min={p.min}
          max={p.max}
          step={p.step}
          value={value}
          tooltip={{ formatter: null }}
          onChange={(v) => onValue(p, v)}
        />
      )}
    </div>
  );
}

/** exercises with less or more skill or load, and others for the same with other equipment */
function Related({ exercise: { relatives }, onExercise }: Pick<ParametersProps, "exercise" | "onExercise">) {
  if (!relatives) return null;
  // what is easier or harder is not told once more
  const told = new Set([...relatives.easier, ...relatives.harder]);
  const { easier, harder } = relatives;
  const kinds = { easier, harder, swaps: relatives.swaps.filter((id) => !told.has(id)) };
  return (
    <dl className="related">
      {KINDS.map((kind) => {
        const all = kinds[kind].flatMap((id) => findExercise(id) ?? []);
        return all.length === 0 ? null : (
          <div key={kind}>
            <dt className="label">{settings[kind]()}</dt>
            <dd>
              {all.map((e) => (
                <button key={e.id} type="button" className="plain link" onClick={() => onExercise(e.id)}>
                  {e.name}
                </button>
              ))}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
