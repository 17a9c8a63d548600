import { Button, Checkbox, Input, Segmented, Select } from "antd";
import { useState, type FormEvent, type ReactNode } from "react";
import { Link } from "react-router";
import { type Client, type ClientInput } from "#core/clients/client";
import { LOADED, UNITS, type Unit } from "#core/clients/choices";
import { clientInput } from "#core/clients/schema";
import { library } from "#core/exercises/library";
import type { Method } from "#core/edition/method";
import { startPriorities } from "#core/planning/starts";
import { equipmentName } from "#core/exercises/choices";
import { JointNotes, MobilityNotes, Places, Priorities } from "./ClientSections";
import { NumberField } from "../base/NumberField";
import type { Failure } from "../base/api";
import { usePresentEdition } from "../base/edition";

/** a new client's priorities follow days and minutes until the coach has touched one */
const followed = (i: ClientInput, change: Partial<ClientInput>, method: Method): ClientInput => {
  const starts = (x: ClientInput) => startPriorities(x.daysPerWeek, x.minutes, method, x.level);
  const next = { ...i, ...change };
  const untouched = JSON.stringify(i.priorities) === JSON.stringify(starts(i));
  return untouched ? { ...next, priorities: starts(next) } : next;
};

const strip = (c: ClientInput | Client): ClientInput => {
  const { id: _id, revision: _revision, ...input } = c as Client;
  return input;
};

/** whatever is wrong with one of the notes */
const mobilityReason = (reasons: Record<string, string>): string | undefined =>
  Object.entries(reasons).find(([path]) => path.startsWith("mobility"))?.[1];

export function ClientForm({
  value,
  onSave,
  weekLink,
}: {
  value: ClientInput | Client;
  onSave: (input: ClientInput) => Promise<Failure | null>;
  weekLink: string | null;
}) {
  const isNew = !("id" in value);
  const { method } = usePresentEdition();
  const [input, setInput] = useState<ClientInput>(() => strip(value));
  const [reasons, setReasons] = useState<Record<string, string>>({});
  const [failure, setFailure] = useState<string | null>(null);
  const [state, setState] = useState<"still" | "saving" | "saved">("still");
  const set = <K extends keyof ClientInput>(key: K, v: ClientInput[K]) => {
    setInput((i) =>
      isNew && (key === "daysPerWeek" || key === "minutes") ? followed(i, { [key]: v }, method) : { ...i, [key]: v },
    );
    setState("still");
  };
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setFailure(null);
    const parsed = clientInput.safeParse(input);
    if (!parsed.success) {
      setReasons(Object.fromEntries(parsed.error.issues.map((i) => [i.path.join("."), i.message])));
      document.getElementById(`client-${String(parsed.error.issues[0]!.path[0])}`)?.focus();
      return;
    }
    setReasons({});
    setState("saving");
    const failed = await onSave(parsed.data);
    setState(failed ? "still" : "saved");
    if (failed) {
      setFailure(failed.error);
      setReasons(Object.fromEntries(failed.fields.map((f) => [f.path.replace(/^client\./, ""), f.reason])));
    }
  };
  const field = (id: keyof ClientInput, label: string, control: ReactNode, size = "third") => (
    <div className={`field ${size}`}>
      <label htmlFor={`client-${id}`}>{label}</label>
      {control}
      <span className="reason" id={`reason-${id}`}>
        {reasons[id]}
      </span>
    </div>
  );
  const other: Unit = input.unit === "kg" ? "lb" : "kg";
  const status = (id: string) => (reasons[id] ? ("error" as const) : ("" as const));
  return (
    <form className="sheet form" onSubmit={(e) => void submit(e)} noValidate>
      <div className="wide" style={{ display: "flex", justifyContent: "space-between", alignItems: "center" }}>
        <h1>{input.name || "New client"}</h1>
        {weekLink && <Link to={weekLink}>To the week</Link>}
      </div>
      {field(
        "name",
        "Name",
        <Input
          id="client-name"
          value={input.name}
          status={status("name")}
          aria-describedby="reason-name"
          onChange={(e) => set("name", e.target.value)}
        />,
        "half",
      )}
      {field(
        "level",
        "Training age",
        <Segmented
          id="client-level"
          value={input.level}
          onChange={(v) => set("level", v as ClientInput["level"])}
          options={[
            { value: "beginner", label: "Beginner" },
            { value: "trained", label: "Trained" },
          ]}
        />,
        "half",
      )}
      {field(
        "phase",
        "Body weight is to",
        <Segmented
          id="client-phase"
          value={input.phase}
          onChange={(v) => set("phase", v as ClientInput["phase"])}
          options={[
            { value: "gain", label: "rise" },
            { value: "hold", label: "stay" },
            { value: "lose", label: "fall" },
          ]}
        />,
      )}
      {field(
        "stature",
        "Height, cm",
        <NumberField
          id="client-stature"
          status={status("stature")}
          aria-describedby="reason-stature"
          value={Math.round(input.stature * 100)}
          onChange={(v) => set("stature", (v ?? 0) / 100)}
        />,
      )}
      {field(
        "mass",
        "Body weight, kg",
        <NumberField
          id="client-mass"
          status={status("mass")}
          aria-describedby="reason-mass"
          value={input.mass}
          onChange={(v) => set("mass", v ?? 0)}
        />,
      )}
      {field(
        "unit",
        "Loads in",
        <Segmented
          id="client-unit"
          value={input.unit}
          onChange={(v) => setInput((i) => ({ ...i, unit: v, units: {} }))}
          options={[...UNITS]}
        />,
      )}
      {field(
        "daysPerWeek",
        "Days a week",
        <NumberField
          id="client-daysPerWeek"
          status={status("daysPerWeek")}
          aria-describedby="reason-daysPerWeek"
          value={input.daysPerWeek}
          onChange={(v) => set("daysPerWeek", v ?? 0)}
        />,
      )}
      {field(
        "minutes",
        "Minutes a session",
        <NumberField
          id="client-minutes"
          status={status("minutes")}
          aria-describedby="reason-minutes"
          value={input.minutes}
          onChange={(v) => set("minutes", v ?? 0)}
        />,
      )}
      <div className="field third">
        <span className="label">Marked otherwise</span>
        <Checkbox.Group
          aria-label={`Equipment marked in ${other}`}
          value={LOADED.filter((e) => input.units[e] === other)}
          onChange={(v) => set("units", Object.fromEntries(v.map((e) => [e, other])))}
          options={LOADED.map((e) => ({ value: e, label: `${equipmentName(e).replace(/^an? /, "")} in ${other}` }))}
        />
      </div>
      <Places input={input} set={set} />
      <Priorities input={input} set={set} />
      <JointNotes input={input} set={set} />
      <MobilityNotes input={input} set={set} reason={mobilityReason(reasons)} />
      <div className="field third">
        <span className="label">Help</span>
        <Checkbox checked={input.alone} onChange={(e) => set("alone", e.target.checked)}>
          trains alone
        </Checkbox>
      </div>
      {field(
        "unwanted",
        "Exercises the client dislikes",
        <Select
          id="client-unwanted"
          mode="multiple"
          value={input.unwanted}
          onChange={(v) => set("unwanted", v)}
          optionFilterProp="label"
          placeholder="none"
          options={library.map((e) => ({ value: e.id, label: e.name }))}
        />,
        "two-thirds",
      )}
      {!isNew && input.daysPerWeek !== value.daysPerWeek && (
        <p className="notice small wide" role="status">
          The week keeps its days and what is on them. The checks count with {input.daysPerWeek} a week from now on; add
          or take away a day in the week itself.
        </p>
      )}
      {field(
        "consent",
        "Agreed on, to keeping health data",
        <Input
          id="client-consent"
          type="date"
          value={input.consent ?? ""}
          status={status("consent")}
          aria-describedby="reason-consent"
          onChange={(e) => set("consent", e.target.value || null)}
        />,
      )}
      {field(
        "keepUntil",
        "Keep until, then erase",
        <Input
          id="client-keepUntil"
          type="date"
          value={input.keepUntil ?? ""}
          status={status("keepUntil")}
          aria-describedby="reason-keepUntil"
          onChange={(e) => set("keepUntil", e.target.value || null)}
        />,
      )}
      {field(
        "note",
        "Notes",
        <Input.TextArea id="client-note" rows={2} value={input.note} onChange={(e) => set("note", e.target.value)} />,
        "wide",
      )}
      <div className="wide">
        <Checkbox checked={input.cleared} onChange={(e) => set("cleared", e.target.checked)}>
          Screening is clear, or a licensed professional has cleared this client
        </Checkbox>
        <p className="small quiet" style={{ marginTop: 4 }}>
          Chest pain, fainting, uncontrolled blood pressure, recent surgery, pregnancy or recent birth, numbness or
          weakness, unexplained pain, under 18: a week is not handed over until this is ticked. Gryn does not diagnose
          or treat; local rules come first.
        </p>
      </div>
      {failure && (
        <p className="notice warn wide" role="alert">
          {failure}
        </p>
      )}
      <div className="wide" style={{ display: "flex", gap: 12, alignItems: "center" }}>
        <Button type="primary" htmlType="submit" loading={state === "saving"}>
          Save client
        </Button>
        <span role="status" className="small quiet">
          {state === "saved" ? "Saved." : ""}
        </span>
      </div>
    </form>
  );
}
