/** What can be changed of it: the range of each setting, and the setups that are worth ranking apart. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import type { Exercise, Parameter } from "#core/exercises/format";
import { form as words } from "#core/words/own";
import { begunSetting, SETTINGS_MOST, withOptions, withoutSetting } from "#core/exercises/hanging";
import { NumberField } from "../base/NumberField";
import type { TabProps } from "./Editor";
import { inUnit } from "./units";

const ENDS = [
  ["min", words.least],
  ["max", words.most],
  ["default", words.usual],
  ["step", words.stepOf],
] as const;

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
                    {p.options && key === "min" && <Options p={p} onChange={(part) => setParameter(i, part)} />}
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
                <td>
                  <Button
                    size="small"
                    type="text"
                    aria-label={words.removeSetting({ name: p.name })}
                    onClick={() => set(withoutSetting(exercise, p.id))}
                  >
                    ×
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <NewSetting parameters={parameters} onAdd={(p) => set({ parameters: [...parameters, p] })} />
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

/** the names of what can be chosen; a choice grows and shrinks at its end */
function Options({ p, onChange }: { p: Parameter; onChange: (part: Partial<Parameter>) => void }) {
  const options = p.options ?? [];
  return (
    <div className="options-edit">
      {options.map((o, k) => (
        <Input
          key={o.value}
          size="small"
          aria-label={words.optionName({ name: p.name, n: k + 1 })}
          value={o.name}
          onChange={(e) => onChange({ options: options.map((x) => (x === o ? { ...o, name: e.target.value } : x)) })}
        />
      ))}
      <Button
        size="small"
        type="text"
        aria-label={words.moreOptions({ name: p.name })}
        onClick={() => onChange(withOptions(p, 1))}
      >
        +
      </Button>
      <Button
        size="small"
        type="text"
        aria-label={words.fewerOptions({ name: p.name })}
        disabled={options.length <= 2}
        onClick={() => onChange(withOptions(p, -1))}
      >
        −
      </Button>
    </div>
  );
}

const UNITS = ["deg", "m", "ratio", "kg", "choice"] as const;

function NewSetting({ parameters, onAdd }: { parameters: readonly Parameter[]; onAdd: (p: Parameter) => void }) {
  const [name, setName] = useState("");
  const [unit, setUnit] = useState<Parameter["unit"]>("deg");
  if (parameters.length >= SETTINGS_MOST)
    return <p className="small quiet">{words.noMoreSettings({ n: SETTINGS_MOST })}</p>;
  const add = () => {
    if (name.trim() === "") return;
    onAdd(begunSetting(unit, name.trim(), parameters));
    setName("");
  };
  return (
    <>
      <div className="actions">
        <Input
          size="small"
          aria-label={words.newSetting()}
          placeholder={words.newSetting()}
          value={name}
          onChange={(e) => setName(e.target.value)}
          onPressEnter={add}
          style={{ width: 220 }}
        />
        <Select
          size="small"
          aria-label={words.newUnit()}
          value={unit}
          options={UNITS.map((value) => ({ value, label: words.units[value]() }))}
          onChange={setUnit}
          style={{ width: 140 }}
        />
        <Button size="small" disabled={name.trim() === ""} onClick={add}>
          {words.addSetting()}
        </Button>
      </div>
      <p className="small quiet">{words.settingsHow()}</p>
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
  const { by, sign } = inUnit(p);
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
