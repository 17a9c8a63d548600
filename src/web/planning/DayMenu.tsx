/** A day of the week: its name, its date, its place among the others; copied, taken away, or one more. */
import { dayMenu as words } from "#core/words/web/planning";
import { cutText } from "#core/base/text";
import { Button, Input, Select } from "antd";
import { Menu } from "../base/Menu";
import { Dialog } from "../base/Dialog";
import { useMemo, useState } from "react";
import { exerciseFor } from "#core/exercises/form";
import { exercises } from "#core/exercises/library";
import { ladderOf, type KnownLine } from "#core/planning/effort";
import { WEEK_DAYS_MOST } from "#core/program/limits";
import { daySchema, emptyDay, NOTE_MOST, type Day, type Operation, type Prescription } from "#core/program/document";
import { stretchesOf, stretchNote, stretchText, type Stretch } from "#core/planning/stretches";
import { isArmDay } from "#core/planning/groups";
import { DAY_AIMS } from "#core/solver/splits";
import { useEdition } from "../base/edition";
import { newId } from "../../page/newId";
import { useWeek } from "./open-week";

/** the same work again, under ids of its own */
const copyOf = (day: Day): Day => ({
  ...day,
  id: newId(),
  name: cutText(`${day.name}, again`, 40),
  date: null,
  blocks: day.blocks.map((b) => ({
    id: newId(),
    prescriptions: b.prescriptions.map((p) => ({ ...p, id: newId(), locked: false })),
  })),
});

export function DayMenu({ day }: { day: Day }) {
  const { program, survey, edit, onDay } = useWeek();
  const [naming, setNaming] = useState(false);
  const [stretching, setStretching] = useState(false);
  const { method } = useEdition();
  /** what the effort ladder would change on it, and what turns its actions round */
  const { ladder, stretches } = useMemo(() => {
    const views = new Map(survey?.rows.map((r) => [r.setupKey, r.view]));
    const viewOf = (p: Prescription) => views.get(p.setupKey) ?? null;
    const known: KnownLine = (p) => {
      const [view, exercise] = [viewOf(p), exerciseFor(exercises, p)];
      return view && exercise ? { view, exercise } : null;
    };
    return { ladder: ladderOf(day, known, method), stretches: stretchesOf(day, viewOf, method) };
  }, [survey, day, method]);
  const at = program.days.indexOf(day);
  const full = program.days.length >= WEEK_DAYS_MOST;
  const add = (made: Day, index: number) => {
    edit({ kind: "add-day", index, day: made });
    onDay(made.id);
  };
  const menu = [
    { key: "name", label: words.nameDateMuscleGroups(), onClick: () => setNaming(true) },
    { key: "copy", label: words.copyTheDay(), disabled: full, onClick: () => add(copyOf(day), at + 1) },
    {
      key: "ladder",
      label: words.setRirByThe(),
      disabled: ladder.length === 0,
      onClick: () => edit(...ladder),
    },
    {
      key: "stretches",
      label: words.stretchesAfterThisSession(),
      disabled: stretches.length === 0,
      onClick: () => setStretching(true),
    },
    ...[2, 3].map((times) => ({
      key: words.copyTimes({ times }),
      label: words.theSameSessionN({ n: times + 1 }),
      disabled: program.days.length + times > WEEK_DAYS_MOST,
      onClick: () =>
        edit(
          ...Array.from({ length: times }, (_, i): Operation => {
            const copy = copyOf(day);
            const name = `${cutText(copy.name, 36)} ${i + 2}`;
            return { kind: "add-day", index: at + 1 + i, day: { ...copy, name } };
          }),
        ),
    })),
    {
      key: "earlier",
      label: words.earlierInTheWeek(),
      disabled: at === 0,
      onClick: () => edit({ kind: "move-day", dayId: day.id, index: at - 1 }),
    },
    {
      key: "later",
      label: words.laterInTheWeek(),
      disabled: at === program.days.length - 1,
      onClick: () => edit({ kind: "move-day", dayId: day.id, index: at + 1 }),
    },
    {
      key: "add",
      label: words.addADay(),
      disabled: full,
      onClick: () =>
        add(emptyDay(newId(), words.dayN({ n: program.days.length + 1 }), program.days[0]!.week), program.days.length),
    },
    {
      key: "remove",
      label: words.removeTheDay(),
      danger: true,
      disabled: program.days.length === 1,
      onClick: () => {
        edit({ kind: "remove-day", dayId: day.id });
        onDay((program.days[at - 1] ?? program.days[at + 1])!.id);
      },
    },
  ];
  return (
    <>
      <Menu items={menu} button={{ size: "small", type: "text", "aria-label": words.dayName({ name: day.name }) }}>
        {words.day()}
      </Menu>
      {stretching && <Stretches day={day} stretches={stretches} edit={edit} onClose={() => setStretching(false)} />}
      {naming && <Naming day={day} edit={edit} onClose={() => setNaming(false)} />}
    </>
  );
}

interface StretchesProps {
  day: Day;
  stretches: readonly Stretch[];
  edit: (...operations: Operation[]) => void;
  onClose: () => void;
}

/** for those who like it; the client reads them in the note of the day's last line */
function Stretches({ day, stretches, edit, onClose }: StretchesProps) {
  const last = day.blocks.at(-1)?.prescriptions.at(-1);
  const before = last?.note ? `${last.note} ` : "";
  const note = () => {
    if (last)
      edit({
        kind: "change",
        prescriptionId: last.id,
        change: { note: before + stretchNote(stretches, NOTE_MOST - before.length) },
      });
    onClose();
  };
  const fits = NOTE_MOST - before.length > stretchNote(stretches.slice(0, 1), NOTE_MOST).length;
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.after({ name: day.name })} width={460}>
      <ul className="plain-list">
        {stretches.map((s) => (
          <li key={s.group}>{stretchText(s).replace(/^./, (c) => c.toUpperCase())}</li>
        ))}
      </ul>
      <p className="small quiet" style={{ margin: "8px 0 12px" }}>
        {words.eachStretchLengthensA()}
      </p>
      <div className="actions">
        <Button type="primary" disabled={!fits} onClick={note}>
          {words.addToTheClient()}
        </Button>
        <Button onClick={onClose}>{words.close()}</Button>
        {!fits && <span className="small">{words.noRoom({ name: last?.name ?? "" })}</span>}
      </div>
    </Dialog>
  );
}

/** what a division has made of it and none of the names says */
const OWN = words.asDivided();
const aimOf = ({ groups }: Day): string =>
  Object.keys(DAY_AIMS).find((a) => JSON.stringify(DAY_AIMS[a]) === JSON.stringify(groups)) ??
  (isArmDay(groups) ? "arms" : OWN);

function Naming({ day, edit, onClose }: { day: Day; edit: (...operations: Operation[]) => void; onClose: () => void }) {
  const [name, setName] = useState(day.name);
  const [date, setDate] = useState(day.date ?? "");
  const [aim, setAim] = useState(aimOf(day));
  const parsed = daySchema.pick({ name: true, date: true }).safeParse({ name, date: date || null });
  const save = () => {
    if (!parsed.success) return;
    const operations: Operation[] = [];
    if (parsed.data.name !== day.name) operations.push({ kind: "rename-day", dayId: day.id, name: parsed.data.name });
    if (parsed.data.date !== day.date) operations.push({ kind: "date-day", dayId: day.id, date: parsed.data.date });
    const groups = DAY_AIMS[aim];
    if (groups !== undefined && aim !== aimOf(day))
      operations.push({ kind: "aim-day", dayId: day.id, groups: groups && [...groups] });
    if (operations.length) edit(...operations);
    onClose();
  };
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.theDay()} width={380}>
      <form
        style={{ display: "grid", gap: 12 }}
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <div className="field">
          <label htmlFor="day-name">{words.name()}</label>
          <Input id="day-name" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
        </div>
        <div className="field">
          <label htmlFor="day-date">{words.dateWhereItHas()}</label>
          <Input id="day-date" type="date" value={date} onChange={(e) => setDate(e.target.value)} />
        </div>
        <div className="field">
          <label htmlFor="day-aim">{words.whatItIsFor()}</label>
          <Select
            id="day-aim"
            value={aim}
            onChange={setAim}
            options={[...(aim === OWN ? [OWN] : []), ...Object.keys(DAY_AIMS)].map((a) => ({ value: a, label: a }))}
          />
        </div>
        {!parsed.success && (
          <p className="reason" role="alert">
            {parsed.error.issues[0]!.message}
          </p>
        )}
        <div className="actions">
          <Button type="primary" htmlType="submit" disabled={!parsed.success}>
            {words.save()}
          </Button>
          <Button onClick={onClose}>{words.leaveIt()}</Button>
        </div>
      </form>
    </Dialog>
  );
}
