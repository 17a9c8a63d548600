import { loom as text } from "#core/words/web/planning";
import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { useState, type ReactNode } from "react";
import { findHead } from "#core/anatomy/anatomy";
import { doseTotal, effortCredit, groupCredit, marginalWorth, type Dose, type WeekDose } from "#core/planning/dose";
import { bandOf, groups, type Group } from "#core/planning/groups";
import { blockMinutes, dayMinutes, warmUpMinutes } from "#core/planning/minutes";
import { purposeOf } from "#core/program/purpose";
import { useEdition } from "../base/edition";
import { placeOf } from "#core/program/edit";
import { SETS_MOST } from "#core/program/limits";
import type { Day, Prescription, Program } from "#core/program/document";
import { reservesOf } from "#core/program/structures";
import { KEY } from "../base/keys";
import { lengthColour } from "../base/theme";
import { SetGrain } from "../base/Grain";
import { loom } from "#core/words/week";
import { dayText } from "../../page/locale";
import { useWeek, type OpenWeek } from "./open-week";

const one = (x: number) => (Math.round(x * 10) / 10).toString();

interface LoomProps {
  dose: WeekDose;
  dayId: string;
  onPick: (dayId: string, prescriptionId: string) => void;
}

/** keys on an exercise in the loom; true where the key meant something */
function actOn(p: Prescription, key: string, program: Program, edit: OpenWeek["edit"]): boolean {
  const place = placeOf(program, p.id);
  if (!place) return false;
  const d = program.days.indexOf(place.day);
  const to = (day: Day | undefined, index: number) =>
    day && edit({ kind: "move", prescriptionId: p.id, dayId: day.id, index });
  const reserves = (list: number[]) => edit({ kind: "change", prescriptionId: p.id, change: { reserves: list } });
  const acts: Record<string, () => void> = {
    "Alt+ArrowLeft": () => to(program.days[d - 1], program.days[d - 1]?.blocks.length ?? 0),
    "Alt+ArrowRight": () => to(program.days[d + 1], program.days[d + 1]?.blocks.length ?? 0),
    "Alt+ArrowUp": () => place.blockIndex > 0 && to(place.day, place.blockIndex - 1),
    "Alt+ArrowDown": () => to(place.day, place.blockIndex + 1),
    [KEY.moreSets]: () =>
      p.reserves.length < SETS_MOST && reserves([...p.reserves, p.reserves[p.reserves.length - 1]!]),
    [KEY.fewerSets]: () => p.reserves.length > 1 && reserves(p.reserves.slice(0, -1)),
    [KEY.lock]: () => edit({ kind: "change", prescriptionId: p.id, change: { locked: !p.locked } }),
    [KEY.takeOff]: () => edit({ kind: "remove", prescriptionId: p.id }),
  };
  acts[key]?.();
  return key in acts;
}

export function Loom(props: LoomProps) {
  const { dose, dayId, onPick } = props;
  const { program, client, onDay, edit } = useWeek();
  const [open, setOpen] = useState<ReadonlySet<string>>(() => new Set(["triceps", "biceps"]));
  const toggle = (id: string) => setOpen((o) => new Set(o.has(id) ? [...o].filter((x) => x !== id) : [...o, id]));

  const dropped = ({ active, over }: DragEndEvent) => {
    const dayId = over?.data.current?.dayId as string | undefined;
    const prescriptionId = active.data.current?.prescriptionId as string | undefined;
    const day = program.days.find((x) => x.id === dayId);
    if (!day || !prescriptionId || placeOf(program, prescriptionId)?.day.id === day.id) return;
    edit({ kind: "move", prescriptionId, dayId: day.id, index: day.blocks.length });
    onPick(day.id, prescriptionId);
  };
  // a short way before it counts as a drag, so that a click stays a click
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));

  const rows = (m: Group) => (
    <GroupRows key={m.id} group={m} open={open.has(m.id)} onToggle={() => toggle(m.id)} dose={dose} onPick={onPick} />
  );
  const planned = groups.filter((m) => client.priorities[m.id] || dose.groups[m.id]!.direct > 0.05);
  const along = groups
    .filter((m) => !planned.includes(m) && doseTotal(dose.groups[m.id]!) >= 0.5)
    .sort((p, q) => doseTotal(dose.groups[q.id]!) - doseTotal(dose.groups[p.id]!));

  return (
    <DndContext
      sensors={sensors}
      onDragEnd={dropped}
      accessibility={{
        screenReaderInstructions: {
          draggable: text.altWithTheArrow(),
        },
      }}
    >
      <table className="loom">
        <caption className="visually-hidden">{text.theWeekDaysAcross()}</caption>
        <colgroup>
          <col style={{ width: 118 }} />
          {program.days.map((d) => (
            <col key={d.id} />
          ))}
          <col style={{ width: 226 }} />
        </colgroup>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{text.group()}</span>
            </th>
            {program.days.map((d) => (
              <DayHead key={d.id} day={d} open={d.id === dayId} minutesMost={client.minutes} onDay={onDay} />
            ))}
            <th scope="col">
              <span className="small quiet">{text.column()}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {planned.map(rows)}
          {along.length > 0 && (
            <tr className="along">
              <th scope="rowgroup" colSpan={program.days.length + 2}>
                <button
                  type="button"
                  className="plain"
                  aria-expanded={open.has("along")}
                  onClick={() => toggle("along")}
                >
                  {text.along({ n: along.length })} <span className="quiet">{open.has("along") ? "−" : "+"}</span>
                </button>{" "}
                <span className="small quiet">
                  {text.inEffectiveSets({
                    groups: along
                      .slice(0, 4)
                      .map((m) => `${m.name.toLowerCase()} ${one(doseTotal(dose.groups[m.id]!))}`)
                      .join(", "),
                    more: along.length > 4 ? " ..." : "",
                  })}
                </span>
              </th>
            </tr>
          )}
          {open.has("along") && along.map(rows)}
        </tbody>
      </table>
    </DndContext>
  );
}

interface DayHeadProps {
  day: Day;
  open: boolean;
  minutesMost: number;
  onDay: (id: string) => void;
}

/** a day's name, and its minutes block by block against the client's */
function DayHead({ day: d, open, minutesMost, onDay }: DayHeadProps) {
  const { method } = useEdition();
  const minutes = dayMinutes(d, method);
  const scale = Math.max(minutesMost * 1.25, minutes);
  return (
    <th scope="col">
      <button type="button" className="plain day" aria-pressed={open} onClick={() => onDay(d.id)}>
        <span className="day-name">
          {d.name}
          {d.date && <span className="quiet"> {dayText(d.date)}</span>}
        </span>
        <span className="strip" aria-hidden>
          {d.blocks.length > 0 && (
            <i className="warm" style={{ width: `${(100 * warmUpMinutes(d, method)) / scale}%` }} />
          )}
          {d.blocks
            .filter((b) => purposeOf(b) !== "warm-up")
            .map((b) => {
              const m = blockMinutes(b);
              return <i key={b.id} style={{ width: `${(100 * (m.setup + m.work + m.rest)) / scale}%` }} />;
            })}
          <b style={{ left: `${(100 * minutesMost) / scale}%` }} />
        </span>
        <span className="small quiet number">
          {d.blocks.length
            ? text.minutesOfMinutesmostMin({ minutes: Math.round(minutes), minutesMost })
            : text.nothingYet()}
        </span>
      </button>
    </th>
  );
}

interface GroupRowsProps extends Omit<LoomProps, "dayId"> {
  group: Group;
  open: boolean;
  onToggle: () => void;
}

/** a group's row, and under it its heads while it is open */
function GroupRows(props: GroupRowsProps) {
  const { group: m, open, onToggle, dose, onPick } = props;
  const { program, client } = useWeek();
  const { method } = useEdition();
  const own = m.heads.map((h) => findHead(h)!);
  const many = own.length > 1;
  const shown = many && open;
  return (
    <>
      <tr className="muscle">
        <th scope="row">
          {many ? (
            <button type="button" className="plain" aria-expanded={shown} onClick={onToggle}>
              {m.name} <span className="quiet">{shown ? "−" : "+"}</span>
            </button>
          ) : (
            m.name
          )}
        </th>
        {program.days.map((d) => (
          <DayCell key={d.id} id={m.id} dayId={d.id}>
            {!shown && <Cell onPick={onPick} day={d} headIds={m.heads} creditOf={(p) => groupCredit(p.credits, m)} />}
          </DayCell>
        ))}
        <td>
          <Margin dose={dose.groups[m.id]!} band={bandOf(m.id, client, method)} />
        </td>
      </tr>
      {shown &&
        own.map((h) => (
          <tr key={h.id} className="head">
            <th scope="row">{h.name}</th>
            {program.days.map((d) => (
              <DayCell key={d.id} id={h.id} dayId={d.id}>
                <Cell onPick={onPick} day={d} headIds={[h.id]} creditOf={(p) => p.credits[h.id] ?? null} />
              </DayCell>
            ))}
            <td className="small quiet number">
              {text.setsOn({ sets: one(doseTotal(dose.heads[h.id]!)), days: dose.heads[h.id]!.days })}
            </td>
          </tr>
        ))}
    </>
  );
}

interface CellProps extends Pick<LoomProps, "onPick"> {
  day: Day;
  headIds: readonly string[];
  creditOf: (p: Prescription) => { share: number; direct: boolean } | null;
}

/** the sets of one day that give a group or a head anything, as grains */
function Cell({ day, headIds, creditOf, onPick }: CellProps) {
  const { selected, program, edit } = useWeek();
  const { method } = useEdition();
  return (
    <div className="cell">
      {day.blocks.flatMap((b) =>
        b.prescriptions.flatMap((p) => {
          const credit = p.purpose === "work" ? creditOf(p) : null;
          if (!credit) return [];
          const { share, direct } = credit;
          const lead = headIds.reduce(
            (a, id) => ((p.credits[id]?.share ?? 0) > (p.credits[a]?.share ?? 0) ? id : a),
            headIds[0]!,
          );
          const label = loom.exercise({
            name: p.name,
            sets: p.reserves.length,
            direct,
            day: day.name,
            length: p.credits[lead]?.length ?? 0.5,
            locked: p.locked,
          });
          return [
            <Exercise
              key={p.id}
              p={p}
              row={headIds.join()}
              selected={p.id === selected}
              title={`${label}; ${loom.counts({ share })}`}
              label={label}
              onPick={() => onPick(day.id, p.id)}
              onKey={(key) => actOn(p, key, program, edit)}
            >
              {reservesOf(p, p.load, method).map((r, i) => (
                <SetGrain
                  key={i}
                  colour={lengthColour(p.credits[lead]?.length ?? 0.5)}
                  direct={direct}
                  share={share * effortCredit(r)}
                />
              ))}
            </Exercise>,
          ];
        }),
      )}
    </div>
  );
}

interface ExerciseProps {
  p: Prescription;
  row: string;
  selected: boolean;
  title: string;
  label: string;
  onPick: () => void;
  onKey: (key: string) => boolean;
  children: ReactNode;
}

/** an exercise's sets in one cell: dragged to another day, or moved by keys */
function Exercise({ p, row, selected, title, label, onPick, onKey, children }: ExerciseProps) {
  const { setNodeRef, listeners, attributes, transform } = useDraggable({
    id: `${p.id} ${row}`,
    data: { prescriptionId: p.id },
    disabled: p.locked,
  });
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      type="button"
      className="plain exercise"
      data-focus={`${p.id} ${row}`}
      title={title}
      aria-label={label}
      aria-pressed={selected}
      style={{
        background: selected ? "color-mix(in srgb, var(--fjord) 22%, transparent)" : undefined,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
        zIndex: transform ? 2 : undefined,
        position: transform ? "relative" : undefined,
      }}
      onClick={onPick}
      onKeyDown={(e) => {
        if (onKey(`${e.altKey ? "Alt+" : ""}${e.key}`)) e.preventDefault();
      }}
    >
      {children}
    </button>
  );
}

function DayCell({ id, dayId, children }: { id: string; dayId: string; children?: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: `${id} ${dayId}`, data: { dayId } });
  return (
    <td
      ref={setNodeRef}
      style={isOver ? { background: "color-mix(in srgb, var(--fjord) 14%, transparent)" } : undefined}
    >
      {children}
    </td>
  );
}

function Margin({ dose, band }: { dose: Dose; band: ReturnType<typeof bandOf> }) {
  const { method } = useEdition();
  const sets = doseTotal(dose);
  const scale = Math.max(1, (band?.high ?? 10) * 1.25, sets);
  const percent = (x: number) => `${(100 * x) / scale}%`;
  return (
    <div className="margin">
      <div className="weigh" aria-hidden>
        {band && (
          <span className="band-range" style={{ left: percent(band.low), width: percent(band.high - band.low) }} />
        )}
        <span className="direct" style={{ width: percent(dose.direct) }} />
        <span className="indirect" style={{ left: percent(dose.direct), width: percent(dose.indirect) }} />
      </div>
      <span className="number">
        <strong>{one(sets)}</strong>{" "}
        {band ? (
          <>
            {text.ofBand({ low: one(band.low), high: one(band.high) })} <span className="quiet">{band.priority}</span>
          </>
        ) : (
          <span className="quiet">{text.noPrioritySet()}</span>
        )}{" "}
        <span className="quiet">+{Math.round(100 * marginalWorth(sets, method))} %</span>
      </span>
    </div>
  );
}
