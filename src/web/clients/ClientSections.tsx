/** Parts of the intake that hold lists: equipment, joints to watch, how far joints go. */
import { Button, Checkbox, Input, Select } from "antd";
import type { ReactNode } from "react";
import { LOADED, MOVES, type MoveId, type Unit } from "#core/clients/choices";
import type { ClientInput } from "#core/clients/client";
import { findMove, moves } from "#core/clients/mobility";
import { EQUIPMENT } from "#core/exercises/choices";
import { STATIONS } from "#core/exercises/stations";
import type { There } from "#core/clients/place";
import { form } from "#core/words/clients";
import { joints as jointWords, loads as loadWords, person, ranges, tests } from "#core/words/intake";
import { JOINT_NAMES, JOINTS, SEVERITIES } from "#core/exercises/joints";
import { equipmentName } from "#core/exercises/choices";
import type { JointDot } from "#core/drawing/joints";
import { NumberField } from "../base/NumberField";
import { EquipmentSign } from "./EquipmentSign";
import { JointFigure } from "./JointFigure";
import type { StepProps } from "./fields";

type SectionProps = Pick<StepProps, "input" | "set">;

export function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="field wide" style={{ border: 0, padding: 0, margin: 0 }}>
      <legend className="label" style={{ fontWeight: 600, fontSize: 13, paddingBottom: 4 }}>
        {title}
      </legend>
      {children}
    </fieldset>
  );
}

/** kinds of equipment, and the machines by name */
export function Equipment({
  value,
  unit,
  reason,
  onChange,
}: {
  value: There;
  unit: Unit;
  /** why the loads cannot be */
  reason?: string | undefined;
  onChange: (change: Partial<There>) => void;
}) {
  return (
    <Section title={person.equipment()}>
      <Checkbox.Group
        value={value.equipment}
        onChange={(equipment) => onChange({ equipment })}
        className="equipment"
        options={EQUIPMENT.map((e) => ({
          value: e,
          label: (
            <>
              <EquipmentSign of={e} />
              {equipmentName(e).replace(/^an? /, "")}
            </>
          ),
        }))}
      />
      {value.equipment.includes("machine") && (
        <label className="small" style={{ display: "block", paddingTop: 8 }}>
          {form.stations()}
          <Select
            mode="multiple"
            aria-label={form.stations()}
            allowClear
            maxTagCount="responsive"
            placeholder={form.everyStation()}
            value={value.stations ?? []}
            onChange={(list: string[]) => onChange({ stations: list.length ? list : null })}
            options={STATIONS.map((s) => ({ value: s, label: s }))}
            style={{ width: "100%" }}
          />
        </label>
      )}
      <Loads value={value} unit={unit} reason={reason} onChange={onChange} />
    </Section>
  );
}

const ENDS = ["step", "least", "most"] as const;

/** step, smallest and largest load of what is there */
function Loads({ value: { equipment, units, loads }, unit, reason, onChange }: Parameters<typeof Equipment>[0]) {
  const there = LOADED.filter((e) => equipment.includes(e));
  if (there.length === 0) return null;
  const said = there.some((e) => loads[e]);
  return (
    <details className="loads" open={said}>
      <summary className="small">{loadWords.title()}</summary>
      <table>
        <thead>
          <tr>
            <td />
            {ENDS.map((end) => (
              <th key={end} scope="col" className="small">
                {loadWords.heads[end]()}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {there.map((e) => {
            const own = loads[e] ?? {};
            return (
              <tr key={e}>
                <th scope="row" className="small">
                  {loadWords.of[e]()}
                </th>
                {ENDS.map((end) => (
                  <td key={end}>
                    <NumberField
                      aria-label={loadWords[end]({ what: loadWords.of[e]() })}
                      suffix={units[e] ?? unit}
                      value={own[end] ?? null}
                      onChange={(v) => {
                        const { [end]: _gone, ...rest } = own;
                        const next = v === null ? rest : { ...rest, [end]: v };
                        const { [e]: _before, ...others } = loads;
                        onChange({ loads: Object.keys(next).length ? { ...others, [e]: next } : others });
                      }}
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <span className="reason">{reason}</span>
      <p className="small quiet">{loadWords.how()}</p>
    </details>
  );
}

export function JointNotes({ input, set }: SectionProps) {
  const change = (at: number, part: Partial<ClientInput["joints"][number]>) =>
    set({ joints: input.joints.map((x, k) => (k === at ? { ...x, ...part } : x)) });
  /** a joint that is noted on this side already is worse than it was said to be, and after the worst it is not noted */
  const pick = ({ joint, side }: JointDot) => {
    const at = input.joints.findIndex((j) => j.joint === joint && j.side === side);
    const own = input.joints[at];
    const worse = own && SEVERITIES[SEVERITIES.indexOf(own.severity) + 1];
    if (worse) change(at, { severity: worse });
    else if (own) set({ joints: input.joints.filter((_, k) => k !== at) });
    else set({ joints: [...input.joints, { joint, side, severity: "watch", note: "" }] });
  };
  return (
    <Section title={jointWords.title()}>
      <div className="joints-noted">
        <JointFigure form={input.figure} noted={input.joints} onPick={pick} />
        <div>
          {input.joints.map((j, i) => (
            <div
              key={i}
              style={{ display: "grid", gridTemplateColumns: "120px 100px 120px 1fr auto", gap: 8, marginBottom: 6 }}
            >
              <Select
                aria-label={jointWords.joint()}
                value={j.joint}
                onChange={(v) => change(i, { joint: v })}
                options={JOINTS.map((x) => ({ value: x, label: JOINT_NAMES[x] }))}
              />
              <Select
                aria-label={jointWords.side()}
                value={j.side}
                onChange={(v) => change(i, { side: v })}
                options={["left", "right", "both"].map((x) => ({ value: x as typeof j.side, label: x }))}
              />
              <Select
                aria-label={jointWords.severity()}
                value={j.severity}
                onChange={(v) => change(i, { severity: v })}
                options={SEVERITIES.map((x) => ({ value: x, label: x }))}
              />
              <Input
                aria-label={jointWords.note()}
                value={j.note}
                placeholder={jointWords.when()}
                onChange={(e) => change(i, { note: e.target.value })}
              />
              <Button onClick={() => set({ joints: input.joints.filter((_, k) => k !== i) })}>
                {jointWords.remove()}
              </Button>
            </div>
          ))}
          <Button
            size="small"
            style={{ justifySelf: "start" }}
            onClick={() =>
              set({ joints: [...input.joints, { joint: "elbow", side: "both", severity: "sore", note: "" }] })
            }
          >
            {jointWords.add()}
          </Button>
          {input.joints.length > 0 && <p className="small quiet">{jointWords.how()}</p>}
        </div>
      </div>
    </Section>
  );
}

/** how far joints go, where less than usual: what asks for more is left out, with both numbers */
export function MobilityNotes({ input, set, reason }: SectionProps & { reason: string | undefined }) {
  const noted = new Set(input.mobility.map((m) => m.move));
  const free = MOVES.filter((m) => !noted.has(m));
  const change = (at: number, part: Partial<ClientInput["mobility"][number]>) =>
    set({ mobility: input.mobility.map((x, k) => (k === at ? { ...x, ...part } : x)) });
  return (
    <Section title={ranges.title()}>
      {input.mobility.map((m, i) => (
        <div
          key={m.move}
          style={{ display: "grid", gridTemplateColumns: "220px 90px auto 1fr", gap: 8, marginBottom: 6 }}
        >
          <Select
            aria-label={ranges.move()}
            value={m.move}
            onChange={(move: MoveId) => change(i, { move, to: findMove(move).usual })}
            options={moves
              .filter((x) => x.id === m.move || free.includes(x.id))
              .map((x) => ({ value: x.id, label: x.name }))}
          />
          <NumberField
            aria-label={ranges.degrees({ move: findMove(m.move).name })}
            suffix="°"
            value={m.to}
            onChange={(v) => change(i, { to: v ?? 0 })}
          />
          <Button
            style={{ justifySelf: "start" }}
            onClick={() => set({ mobility: input.mobility.filter((_, k) => k !== i) })}
          >
            {jointWords.remove()}
          </Button>
          <p className="small quiet" style={{ gridColumn: "1 / -1", margin: 0 }}>
            {tests[m.move]()}
          </p>
        </div>
      ))}
      {free.length > 0 && (
        <Button
          size="small"
          style={{ justifySelf: "start" }}
          onClick={() => set({ mobility: [...input.mobility, { move: free[0]!, to: findMove(free[0]!).usual }] })}
        >
          {ranges.add()}
        </Button>
      )}
      <span className="reason">{reason}</span>
      {input.mobility.length > 0 && <p className="small quiet">{ranges.how()}</p>}
    </Section>
  );
}
