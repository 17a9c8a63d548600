/** What it is: name, family, muscles, equipment, and what a coach states of it. */
import { Checkbox, Input, Select } from "antd";
import { muscles } from "#core/anatomy/anatomy";
import { EQUIPMENT, equipmentName, FAMILIES, type Equipment, type Family } from "#core/exercises/choices";
import { renamed } from "#core/exercises/own";
import type { Exercise } from "#core/exercises/format";
import { STATIONS } from "#core/exercises/stations";
import { familyName } from "#core/words/families";
import { form as words } from "#core/words/own";
import { NumberField } from "../base/NumberField";
import { Segments } from "../base/Segments";
import type { TabProps } from "./Editor";

const MEANINGS: readonly Exercise["stated"]["loadMeaning"][] = ["per hand", "total", "stack", "band", "added"];
const NUMBERS = [
  ["usualLoad", words.load, 0.5],
  ["loadStep", words.step, 0.25],
  ["setupSeconds", words.setup, 0],
  ["changeSeconds", words.change, 0],
  ["skill", words.skill, 1],
  ["steadiness", words.steady, 0],
] as const;

export function WhatTab({ exercise, set }: TabProps) {
  const { stated } = exercise;
  return (
    <div className="own-fields">
      <label className="field wide">
        <span className="label">{words.name()}</span>
        <Input value={exercise.name} onChange={(e) => set(renamed(exercise, e.target.value))} />
      </label>
      <label className="field">
        <span className="label">{words.family()}</span>
        <Select
          aria-label={words.family()}
          value={exercise.family}
          options={FAMILIES.map((f) => ({ value: f, label: familyName(f) }))}
          onChange={(family: Family) => set({ family })}
        />
      </label>
      {/* where a setting says it, that setting has the word */}
      {!exercise.parameters.some((p) => p.id === "sides") && (
        <div className="field">
          <span className="label">{words.sides()}</span>
          <Segments
            name={words.sides()}
            value={exercise.sides}
            onChange={(sides) => set({ sides })}
            options={(["both", "one"] as const).map((s) => ({ value: s, label: words.side[s]() }))}
          />
        </div>
      )}
      <label className="field wide">
        <span className="label">{words.targets()}</span>
        <Select
          mode="multiple"
          aria-label={words.targets()}
          value={exercise.targets}
          optionFilterProp="label"
          options={muscles.map((m) => ({ value: m.id, label: m.name }))}
          onChange={(targets: string[]) => set({ targets, aims: undefined })}
        />
      </label>
      <label className="field wide">
        <span className="label">{words.equipment()}</span>
        <Select
          mode="multiple"
          aria-label={words.equipment()}
          value={exercise.equipment}
          options={EQUIPMENT.map((e) => ({ value: e, label: equipmentName(e).replace(/^an? /, "") }))}
          onChange={(equipment: Equipment[]) => set({ equipment })}
        />
      </label>
      <label className="field">
        <span className="label">{words.station()}</span>
        <Select
          aria-label={words.station()}
          allowClear
          showSearch
          value={exercise.station ?? null}
          options={STATIONS.map((s) => ({ value: s, label: s }))}
          onChange={(station: string | null | undefined) => set({ station: station ?? undefined })}
        />
      </label>
      <label className="field">
        <span className="label">{words.meaning()}</span>
        <Select
          aria-label={words.meaning()}
          value={stated.loadMeaning}
          options={MEANINGS.map((m) => ({ value: m, label: m }))}
          onChange={(loadMeaning: (typeof MEANINGS)[number]) => set({ stated: { ...stated, loadMeaning } })}
        />
      </label>
      {NUMBERS.map(([key, name, least]) => (
        <label key={key} className="field">
          <span className="label">{name()}</span>
          <NumberField
            value={stated[key]}
            min={least}
            onChange={(v) => v !== null && set({ stated: { ...stated, [key]: v } })}
          />
        </label>
      ))}
      <Checkbox checked={stated.helper} onChange={(e) => set({ stated: { ...stated, helper: e.target.checked } })}>
        {words.helper()}
      </Checkbox>
    </div>
  );
}
