/** What is chosen on the bench: exercise, head, and each parameter of the setup. */
import { Select, Slider } from "antd";
import { headTitle } from "#core/anatomy/anatomy";
import type { Exercise, Parameter } from "#core/exercises/format";
import type { Family } from "#core/exercises/choices";
import { library } from "#core/exercises/library";
import { formatValue, type Values } from "#core/exercises/setup";

const FAMILIES: Record<Family, string> = {
  press: "Presses",
  fly: "Flies",
  raise: "Raises",
  row: "Rows",
  pulldown: "Pulldowns",
  pullover: "Pullovers",
  shrug: "Shrugs",
  curl: "Curls",
  extension: "Extensions",
  wrist: "Wrist",
  squat: "Squats",
  lunge: "Lunges",
  hinge: "Hinges",
  bridge: "Bridges",
  "leg-extension": "Leg extensions",
  "leg-curl": "Leg curls",
  calf: "Calf",
  adduction: "Adduction",
  abduction: "Abduction",
  trunk: "Trunk",
  carry: "Carries",
  rotation: "Arm turns",
  blade: "Shoulder blade",
  "forearm-turn": "Forearm turns",
  "hip-rotation": "Hip turns",
  "hip-flexion": "Hip flexion",
};

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
        <span className="label">Exercise</span>
        <Select
          aria-label="Exercise"
          showSearch={{ optionFilterProp: "label" }}
          value={exercise.id}
          onChange={onExercise}
          options={(Object.keys(FAMILIES) as Family[]).map((f) => ({
            label: FAMILIES[f],
            options: library.filter((e) => e.family === f).map((e) => ({ value: e.id, label: e.name })),
          }))}
        />
      </div>
      <div className="field">
        <span className="label">Head</span>
        <Select
          aria-label="Head"
          value={headId}
          onChange={onHead}
          options={heads.map((id) => ({ value: id, label: headTitle(id) }))}
        />
      </div>
      {exercise.parameters.map((p) => (
        <div className="field" key={p.id}>
          <span className="label" title={p.explains} style={p.explains ? EXPLAINED : undefined}>
            {p.name}: <span className="number">{formatValue(p, values[p.id]!)}</span>
          </span>
          {p.options ? (
            <Select
              aria-label={p.name}
              value={values[p.id]}
              onChange={(v: number) => onValue(p, v)}
              options={p.options.map((o) => ({ value: o.value, label: o.name }))}
            />
          ) : (
            <Slider
              ariaLabelForHandle={p.name}
              min={p.min}
              max={p.max}
              step={p.step}
              value={values[p.id]}
              tooltip={{ formatter: null }}
              onChange={(v) => onValue(p, v)}
            />
          )}
        </div>
      ))}
    </>
  );
}
