/** When and where the client trains, and what to watch. */
import { limitsStep as text } from "#core/words/web/clients";
import { Button, Checkbox, Input, Select } from "antd";
import { useState } from "react";
import { thereIn } from "#core/clients/place";
import { library } from "#core/exercises/library";
import { offered } from "#core/exercises/shelf";
import { kindsWithMore, usedFirst, type Machine } from "#core/machines/machine";
import { form as machineWords } from "#core/words/machines";
import { limits as words, person, WEEKDAYS, wishes } from "#core/words/intake";
import { api } from "../base/api";
import { NumberField } from "../base/NumberField";
import { Equipment, JointNotes, MobilityNotes } from "./ClientSections";
import { Field, type StepProps } from "./fields";
import { kindName } from "./Machines";
import { PlaceDialog } from "./PlaceDialog";
import { OwnSettings, WeakLinks } from "./OwnWays";

/** whatever is wrong with one of the notes */
const reasonOf = (reasons: StepProps["reasons"], field: "mobility" | "loads"): string | undefined =>
  Object.entries(reasons).find(([path]) => path.startsWith(field))?.[1];

export function LimitsStep(props: StepProps) {
  const { input, set, reasons } = props;
  return (
    <div className="fields">
      <Days {...props} />
      <Where {...props} />
      <JointNotes input={input} set={set} />
      <MobilityNotes input={input} set={set} reason={reasonOf(reasons, "mobility")} />
      <WeakLinks input={input} set={set} />
      <OwnSettings input={input} set={set} />
      <div className="two">
        {(["wanted", "unwanted"] as const).map((field) => (
          <Field
            key={field}
            id={field}
            label={field === "wanted" ? wishes.liked() : wishes.disliked()}
            reasons={reasons}
          >
            {({ id }) => (
              <Select
                id={id}
                mode="multiple"
                value={input[field]}
                onChange={(list: string[]) => set({ [field]: list })}
                optionFilterProp="label"
                placeholder={person.none()}
                options={[...library, ...offered()].map((e) => ({ value: e.id, label: e.name }))}
              />
            )}
          </Field>
        ))}
        <Field id="note" label={person.notes()} reasons={reasons}>
          {(own) => (
            <Input.TextArea {...own} rows={2} value={input.note} onChange={(e) => set({ note: e.target.value })} />
          )}
        </Field>
      </div>
    </div>
  );
}

function Days({ input, set, reasons }: StepProps) {
  const { data } = api.usePlacesQuery();
  const others = (data?.places ?? []).filter((p) => p.id !== input.place);
  const fixed = input.weekdays.length > 0;
  const toggle = (day: number) =>
    set({
      weekdays: input.weekdays.some((w) => w.day === day)
        ? input.weekdays.filter((w) => w.day !== day)
        : [...input.weekdays, { day, minutes: input.minutes }].sort((a, b) => a.day - b.day),
    });
  const spread = [0, 2, 4, 5, 1, 3, 6].slice(0, input.daysPerWeek).sort((a, b) => a - b);
  return (
    <section className="days" aria-label={text.time()}>
      <div className="line">
        {!fixed && (
          <>
            <Field id="daysPerWeek" label={words.days()} reasons={reasons}>
              {(own) => (
                <NumberField {...own} value={input.daysPerWeek} onChange={(v) => set({ daysPerWeek: v ?? 0 })} />
              )}
            </Field>
            <Field id="minutes" label={words.minutes()} reasons={reasons}>
              {(own) => <NumberField {...own} value={input.minutes} onChange={(v) => set({ minutes: v ?? 0 })} />}
            </Field>
          </>
        )}
        <Checkbox
          checked={fixed}
          onChange={(e) =>
            set({ weekdays: e.target.checked ? spread.map((day) => ({ day, minutes: input.minutes })) : [] })
          }
        >
          {words.fixed()}
        </Checkbox>
        <Checkbox checked={input.alone} onChange={(e) => set({ alone: e.target.checked })}>
          {words.alone()}
        </Checkbox>
      </div>
      {fixed && (
        <ul className="weekdays">
          {WEEKDAYS.map((name, day) => {
            const own = input.weekdays.find((w) => w.day === day);
            return (
              <li key={name} data-on={Boolean(own)}>
                <Checkbox checked={Boolean(own)} onChange={() => toggle(day)}>
                  {name.slice(0, 3)}
                </Checkbox>
                {own && (
                  <NumberField
                    aria-label={words.weekday({ name })}
                    value={own.minutes}
                    onChange={(v) =>
                      set({ weekdays: input.weekdays.map((w) => (w.day === day ? { ...w, minutes: v ?? 0 } : w)) })
                    }
                  />
                )}
                {own && others.length > 0 && (
                  <Select
                    size="small"
                    aria-label={words.placeOn({ name })}
                    value={own.place ?? ""}
                    onChange={(id: string) =>
                      set({
                        weekdays: input.weekdays.map(({ place: _was, ...w }) =>
                          w.day !== day ? { ...w, ...(_was ? { place: _was } : {}) } : id ? { ...w, place: id } : w,
                        ),
                      })
                    }
                    options={[
                      { value: "", label: words.samePlace() },
                      ...others.map((p) => ({ value: p.id, label: p.name })),
                    ]}
                  />
                )}
              </li>
            );
          })}
        </ul>
      )}
      <span className="reason">{Object.entries(reasons).find(([path]) => path.startsWith("weekdays"))?.[1]}</span>
    </section>
  );
}

interface UsesProps {
  machines: readonly Machine[];
  uses: readonly string[];
  onChange: (uses: string[]) => void;
}

/** which of several machines of a kind is the client's */
function Uses({ machines, uses, onChange }: UsesProps) {
  const kinds = kindsWithMore(machines);
  if (kinds.length === 0) return null;
  return (
    <div className="line">
      {kinds.map(([station, of]) => (
        <label key={station} className="field">
          <span className="label">{machineWords.which({ kind: kindName(station) })}</span>
          <Select
            aria-label={machineWords.which({ kind: kindName(station) })}
            style={{ width: 240 }}
            value={usedFirst(of, uses)[0]!.id}
            onChange={(id: string) => onChange([...uses.filter((u) => !of.some((m) => m.id === u)), id])}
            options={of.map((m) => ({ value: m.id, label: m.name }))}
          />
        </label>
      ))}
    </div>
  );
}

/** what is set on machines of the place for this client */
function StationSettings({
  machines,
  input,
  set,
}: Pick<StepProps, "input" | "set"> & { machines: readonly Machine[] }) {
  const { stationSettings: all } = input;
  const rows = machines.flatMap((m) => m.settings.map(({ name, check }) => ({ m, name, check })));
  if (rows.length === 0) return null;
  const put = (id: string, name: string, value: number | null) => {
    const { [name]: _was, ...others } = all[id] ?? {};
    set({ stationSettings: { ...all, [id]: value === null ? others : { ...others, [name]: value } } });
  };
  return (
    <div className="line">
      {rows.map(({ m, name, check }) => (
        <label key={`${m.id} ${name}`} className="field" title={check}>
          <span className="label">{machineWords.setOn({ machine: m.name, name })}</span>
          <NumberField
            aria-label={machineWords.setOn({ machine: m.name, name })}
            value={all[m.id]?.[name] ?? null}
            onChange={(v) => put(m.id, name, v)}
          />
        </label>
      ))}
    </div>
  );
}

/** a place of the practice, or equipment of the client's own */
function Where({ input, set, reasons }: StepProps) {
  const { data } = api.usePlacesQuery();
  const [dialog, setDialog] = useState<"new" | "change" | null>(null);
  const places = data?.places ?? [];
  const place = places.find((p) => p.id === input.place) ?? null;
  return (
    <section className="where" aria-label={words.place()}>
      <div className="line">
        <label className="field">
          <span className="label">{words.place()}</span>
          <Select
            aria-label={words.place()}
            style={{ width: 240 }}
            value={input.place ?? ""}
            onChange={(id: string) => {
              const there = places.find((p) => p.id === id);
              set(there ? { place: id, ...thereIn(there) } : { place: null });
            }}
            options={[{ value: "", label: words.ownPlace() }, ...places.map((p) => ({ value: p.id, label: p.name }))]}
          />
        </label>
        <Button size="small" onClick={() => setDialog("new")}>
          {words.newPlace()}
        </Button>
        {place && (
          <Button size="small" onClick={() => setDialog("change")}>
            {words.changePlace()}
          </Button>
        )}
        {place?.note && <span className="small quiet">{place.note}</span>}
      </div>
      {place && <Uses machines={place.machines} uses={input.uses} onChange={(uses) => set({ uses })} />}
      {place && <StationSettings machines={place.machines} input={input} set={set} />}
      {!place && <Equipment value={input} unit={input.unit} reason={reasonOf(reasons, "loads")} onChange={set} />}
      {dialog && (
        <PlaceDialog
          place={dialog === "change" ? place : null}
          like={input}
          unit={input.unit}
          onClose={() => setDialog(null)}
          onSaved={(p) => {
            set({ place: p.id, ...thereIn(p) });
            setDialog(null);
          }}
        />
      )}
    </section>
  );
}
