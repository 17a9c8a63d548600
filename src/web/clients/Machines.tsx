/** Machines of a place: which were measured, what is odd about them, and a form for one. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { fitOf } from "#core/clients/on-machine";
import { library } from "#core/exercises/library";
import { STATIONS } from "#core/exercises/stations";
import {
  CABLE,
  machineFor,
  machineSchema,
  MACHINES_MOST,
  READINGS_LEAST,
  SETTINGS_MOST,
  type Machine,
} from "#core/machines/machine";
import { form as words, measure } from "#core/words/machines";
import { capital } from "#core/words/sentence";
import { dayOf } from "../../page/locale";
import { newId } from "../../page/newId";
import { NumberField } from "../base/NumberField";
import { Segments } from "../base/Segments";
import { draftOf, Measure, readingsOf, type Draft } from "./Measure";
import "./machines.css";

export const kindName = (station: string): string => (station === CABLE ? words.cable() : capital(station));

interface ListProps {
  machines: readonly Machine[];
  /** there at all */
  stations: readonly string[] | null;
  hasCable: boolean;
  hasMachines: boolean;
  onOpen: (machine: Machine) => void;
  onRemove: (machine: Machine) => void;
}

export function MachineList({ machines, stations, hasCable, hasMachines, onOpen, onRemove }: ListProps) {
  const kinds = [...(hasCable ? [CABLE] : []), ...(hasMachines ? (stations ?? STATIONS) : [])];
  const add = (station: string) => {
    const n = machines.filter((m) => m.station === station).length;
    const name = n === 0 ? kindName(station) : `${kindName(station)} ${n + 1}`;
    onOpen(machineSchema.parse({ id: newId(), name, station }));
  };
  return (
    <section className="machines" aria-label={words.title()}>
      <h3>{words.title()}</h3>
      {machines.length === 0 && <p className="small quiet">{words.none()}</p>}
      <ul>
        {machines.map((m) => {
          const fit = fitOf(m);
          return (
            <li key={m.id}>
              <button
                type="button"
                className="plain"
                aria-label={words.change({ name: m.name })}
                onClick={() => onOpen(m)}
              >
                <strong>{m.name}</strong>
                <span className="small quiet">
                  {words.row({ band: fit?.band ?? null, friction: fit?.friction ?? null })}
                </span>
              </button>
              <Button size="small" type="text" aria-label={words.remove({ name: m.name })} onClick={() => onRemove(m)}>
                ×
              </Button>
            </li>
          );
        })}
      </ul>
      {kinds.length > 0 && machines.length < MACHINES_MOST && (
        <Select
          aria-label={words.add()}
          placeholder={words.add()}
          value={null}
          showSearch
          style={{ width: 260 }}
          onChange={(station: string | null) => station && add(station)}
          options={kinds.map((k) => ({ value: k, label: kindName(k) }))}
        />
      )}
    </section>
  );
}

interface StationsProps {
  settings: Machine["settings"];
  reason: string | undefined;
  onChange: (settings: Machine["settings"]) => void;
}

/** what is set on it for each client, with the question that shows it is right */
function Stations({ settings, reason, onChange }: StationsProps) {
  const change = (at: number, part: Partial<Machine["settings"][number]>) =>
    onChange(settings.map((s, i) => (i === at ? { ...s, ...part } : s)));
  return (
    <section className="stations" aria-label={words.settings()}>
      <span className="label">{words.settings()}</span>
      {settings.length === 0 && <p className="small quiet">{words.settingsHow()}</p>}
      {settings.map((s, i) => (
        <div key={i} className="line">
          <Input
            style={{ width: 160 }}
            aria-label={words.settingName({ n: i + 1 })}
            placeholder={words.settingLike()}
            value={s.name}
            onChange={(e) => change(i, { name: e.target.value })}
          />
          <Input
            style={{ width: 320 }}
            aria-label={words.settingCheck({ n: i + 1 })}
            placeholder={words.settingCheckLike()}
            value={s.check}
            onChange={(e) => change(i, { check: e.target.value })}
          />
          <Button
            size="small"
            type="text"
            aria-label={words.removeSetting({ n: i + 1 })}
            onClick={() => onChange(settings.filter((_, k) => k !== i))}
          >
            ×
          </Button>
        </div>
      ))}
      <span className="reason">{reason}</span>
      {settings.length < SETTINGS_MOST && (
        <Button size="small" onClick={() => onChange([...settings, { name: "", check: "" }])}>
          {words.addSetting()}
        </Button>
      )}
    </section>
  );
}

interface FormProps {
  machine: Machine;
  onDone: (machine: Machine) => void;
  onBack: () => void;
}

const PINS = ["step", "least", "most"] as const;

export function MachineForm({ machine, onDone, onBack }: FormProps) {
  const [input, setInput] = useState(machine);
  const [draft, setDraft] = useState<Draft>(() => draftOf(machine));
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const set = (part: Partial<Machine>) => setInput({ ...input, ...part });
  const used = library.filter((e) => machineFor([machine], e)).length;
  const done = () => {
    const readings = readingsOf(draft);
    if (draft.rows.length > 0 && readings.length < READINGS_LEAST)
      return setReasons({ measured: measure.few({ n: READINGS_LEAST }) });
    // the day of a measurement is the day it was taken
    const same = machine.measured && JSON.stringify(draftOf(machine)) === JSON.stringify(draft);
    const on = same ? machine.measured!.on : dayOf(new Date());
    const measured = draft.rows.length > 0 ? { setting: draft.setting, readings, on } : null;
    const parsed = machineSchema.safeParse({ ...input, measured });
    if (parsed.success) return onDone(parsed.data);
    setReasons(Object.fromEntries(parsed.error.issues.map((i) => [String(i.path[0]), i.message])));
  };
  return (
    <div className="machine-form">
      <p className="small quiet">
        {kindName(machine.station)}. {words.used({ n: used })}
      </p>
      <div className="line">
        <label className="field">
          <span className="label">{words.name()}</span>
          <Input autoFocus value={input.name} onChange={(e) => set({ name: e.target.value })} />
          <span className="reason">{reasons.name}</span>
        </label>
        <div className="field">
          <span className="label">{words.unit()}</span>
          <Segments
            name={words.unit()}
            value={input.unit}
            onChange={(unit) => set({ unit })}
            options={[
              { value: "kg", label: "kg" },
              { value: "lb", label: "lb" },
            ]}
          />
        </div>
        {PINS.map((k) => (
          <label key={k} className="field pin">
            <span className="label">{words[k]()}</span>
            <NumberField
              value={input[k] ?? null}
              suffix={input.unit}
              min={0}
              onChange={(v) => set({ [k]: v ?? undefined })}
            />
            <span className="reason">{reasons[k]}</span>
          </label>
        ))}
      </div>
      <Stations settings={input.settings} reason={reasons.settings} onChange={(settings) => set({ settings })} />
      <div className="line">
        <label className="field">
          <span className="label">{words.left()}</span>
          <NumberField value={input.leftBehind} onChange={(v) => set({ leftBehind: v ?? 0 })} />
          <span className="reason">{reasons.leftBehind}</span>
        </label>
        <label className="field wide">
          <span className="label">{words.spacer()}</span>
          <Input
            value={input.spacer}
            placeholder={words.spacerLike()}
            onChange={(e) => set({ spacer: e.target.value })}
          />
          <span className="reason">{reasons.spacer}</span>
        </label>
        <label className="field wide">
          <span className="label">{words.note()}</span>
          <Input value={input.note} onChange={(e) => set({ note: e.target.value })} />
          <span className="reason">{reasons.note}</span>
        </label>
      </div>
      <Measure draft={draft} unit={input.unit} reason={reasons.measured ?? null} onChange={setDraft} />
      <div className="actions">
        <Button type="primary" onClick={done}>
          {words.done()}
        </Button>
        <Button onClick={onBack}>{words.back()}</Button>
      </div>
    </div>
  );
}
