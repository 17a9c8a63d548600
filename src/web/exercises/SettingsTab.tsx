/** What can be changed of it: the range of each setting, and the setups that are worth ranking apart. */
import { Button, Input, Select } from "antd";
import type { Exercise, Parameter } from "#core/exercises/format";
import { form as words } from "#core/words/own";
import { NumberField } from "../base/NumberField";
import type { TabProps } from "./Editor";

const ENDS = [
  ["min", words.least],
  ["max", words.most],
  ["default", words.usual],
  ["step", words.stepOf],
] as const;

/** lengths are read in cm, shares in per cent */
const scaleOf = ({ unit }: Parameter): { by: number; sign: string } =>
  unit === "m"
    ? { by: 100, sign: "cm" }
    : unit === "ratio"
      ? { by: 100, sign: "%" }
      : { by: 1, sign: unit === "deg" ? "°" : unit === "kg" ? "kg" : "" };

const plainly = (v: number): number => Number(v.toFixed(6));

export function SettingsTab({ exercise, set }: TabProps) {
  const { parameters, setups } = exercise;
  const setParameter = (i: number, part: Partial<Parameter>) =>
    set({ parameters: parameters.map((p, k) => (k === i ? { ...p, ...part } : p)) });
  const setSetup = (i: number, part: Partial<Exercise["setups"][number]>) =>
    set({ setups: setups.map((s, k) => (k === i ? { ...s, ...part } : s)) });
  return (
    <>
      {parameters.length === 0 ? (
        <p className="quiet">{words.noParameters()}</p>
      ) : (
        <table className="settings-edit">
          <thead>
            <tr>
              <th scope="col">{words.parameter()}</th>
              {ENDS.map(([key, name]) => (
                <th key={key} scope="col">
                  {name()}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {parameters.map((p, i) => (
              <tr key={p.id}>
                <th scope="row">
                  <Input
                    size="small"
                    aria-label={`${words.parameter()} ${i + 1}`}
                    value={p.name}
                    onChange={(e) => setParameter(i, { name: e.target.value })}
                  />
                </th>
                {ENDS.map(([key, name]) => (
                  <td key={key}>
                    {/* a choice has no ends: only what is usual */}
                    {(!p.options || key === "default") && (
                      <Value
                        p={p}
                        label={`${p.name}: ${name()}`}
                        value={p[key]}
                        onChange={(v) => setParameter(i, { [key]: v })}
                      />
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <h3>{words.setups()}</h3>
      <ul className="setups-edit">
        {setups.map((s, i) => (
          <li key={i}>
            <Input
              aria-label={words.setupName({ n: i + 1 })}
              value={s.name}
              onChange={(e) => setSetup(i, { name: e.target.value })}
            />
            {parameters.map((p) => (
              <label key={p.id} className="small">
                {p.name}{" "}
                <Value
                  p={p}
                  label={`${s.name}: ${p.name}`}
                  value={s.values[p.id] ?? p.default}
                  onChange={(v) => setSetup(i, { values: { ...s.values, [p.id]: v } })}
                />
              </label>
            ))}
            <Button
              size="small"
              type="text"
              aria-label={words.removeSetup({ n: i + 1 })}
              onClick={() => set({ setups: setups.filter((_, k) => k !== i) })}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <Button
        size="small"
        onClick={() => set({ setups: [...setups, { name: `${exercise.name} ${setups.length + 1}`, values: {} }] })}
      >
        {words.addSetup()}
      </Button>
    </>
  );
}

interface ValueProps {
  p: Parameter;
  label: string;
  value: number;
  onChange: (v: number) => void;
}

function Value({ p, label, value, onChange }: ValueProps) {
  const { by, sign } = scaleOf(p);
  if (p.options)
    return (
      <Select
        size="small"
        aria-label={label}
        value={value}
        options={p.options.map((o) => ({ value: o.value, label: o.name }))}
        onChange={onChange}
        style={{ minWidth: 110 }}
      />
    );
  return (
    <NumberField
      size="small"
      aria-label={label}
      suffix={sign}
      value={plainly(value * by)}
      onChange={(v) => v !== null && onChange(plainly(v / by))}
    />
  );
}
