/** One line of a session: what is asked of the client, edited in place; what cannot be right is said and not sent. */
import { sessionLine as said } from "#core/words/web/planning";
import { Button, Input, Select } from "antd";
import { Menu } from "../base/Menu";
import { Dialog } from "../base/Dialog";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Exercise } from "#core/exercises/format";
import { handlingOf } from "#core/exercises/handling";
import { findExercise } from "#core/exercises/library";
import { handling } from "#core/words/client/en/handling";
import { formatValue } from "#core/exercises/setup";
import { alternates, restOf, repSeconds } from "#core/planning/timing";
import {
  changeSchema,
  type Block,
  type Change,
  type Day,
  type Load,
  type Prescription,
  NOTE_MOST,
} from "#core/program/document";
import { findStructure, plannedSets } from "#core/program/structures";
import { headFor } from "#core/planning/aim";
import { findTechnique } from "#core/planning/techniques";
import { expectedOf } from "#core/training/belief";
import { windowTop } from "#core/program/window";
import { inKg } from "#core/base/kilograms";
import { plain } from "../../page/locale";
import { newId } from "../../page/newId";
import { useEdition } from "../base/edition";
import { useWeek } from "./open-week";
import { NumberField } from "../base/NumberField";
import { withClient } from "../base/open-client";
import { Picture } from "../drawing/Picture";
import { bodyOf } from "../mechanics/useSurvey";
import { Alternatives } from "./Alternatives";
import { Doing } from "./Doing";
import { Swap } from "./Swap";

export interface LineProps {
  p: Prescription;
  block: Block;
  index: number;
  first: boolean;
  day: Day;
  onWhy?: ((p: Prescription) => void) | undefined;
  /** what keeping it costs, where a coach holds it better than mechanics does */
  favourite: string | null;
  /** what the order would cost with its block at another place of the day; null where that is not known */
  costAt: (place: number) => number | null;
  /** by what it is dragged */
  handle: ReactNode;
  /** class of its row while something is dragged over it */
  className: string | undefined;
  setRow: ((node: HTMLElement | null) => void) | undefined;
}

/** how the load gets up, the breath and the way out, as the client reads them */
function handledText(exercise: Exercise): string {
  const { takeUp, wayOut, breath } = handlingOf(exercise);
  const begun = takeUp === "none" ? [] : [handling.takeUp[takeUp]()];
  const { holdOn = "none" } = exercise;
  if (holdOn !== "none") begun.push(handling.holdOn[holdOn]());
  return [...begun, handling.breath[breath](), handling.wayOut[wayOut]()].join(" ");
}

/** what the client reads on the phone: the setting and the cues */
function Cues({ p }: { p: Prescription }) {
  const exercise = findExercise(p.exerciseId);
  if (!exercise) return null;
  return (
    <tr data-selected className="cues">
      <td colSpan={7} aria-label={said.whatTheClientReads({ name: p.name })}>
        <span className="small">
          {exercise.parameters.map((q) => `${q.name}: ${formatValue(q, p.values[q.id] ?? q.default)}`).join(" · ")}
        </span>
        <span className="small quiet"> {exercise.cues.map((c) => c.text).join(" ")}</span>
        <span className="small quiet"> {handledText(exercise)}</span>
      </td>
    </tr>
  );
}

/** a lock, what does not count, a technique, and sets that are not all alike */
function DoneWith({ p }: { p: Prescription }) {
  const words = [
    p.purpose !== "work" && said.purposeDoesNotCount({ purpose: p.purpose }),
    alternates(p) && said.sidesInTurnsP({ p: restOf(p) }),
    p.sides === "one" && p.begins !== "either" && said.beginsSideBegins({ begins: p.begins }),
    p.swing !== "none" && said.swing({ swing: p.swing }),
    p.tempos.some((t) => t !== null) && said.tempoBySet(),
    p.technique && findTechnique(p.technique.id).name,
    p.rampSets > 0 && said.ramp({ n: p.rampSets }),
    p.structure !== "straight" && findStructure(p.structure).name.toLowerCase(),
    p.note && said.hasNote(),
  ].filter(Boolean);
  return (
    <>
      {p.locked && <span className="small quiet">{said.locked()}</span>}
      {words.length > 0 && (
        <div className="small" style={{ color: "var(--fjord)" }}>
          {words.join(", ")}
        </div>
      )}
    </>
  );
}

/** a free word from coach to client, on the phone beside the exercise; what the client answers stands in the log */
function NoteSheet({ p, onChange, onClose }: NoteProps) {
  const { client } = useWeek();
  const [text, setText] = useState(p.note);
  return (
    <Dialog
      open
      title={said.note({ client: client.name.split(" ")[0]!, exercise: p.name })}
      okText={said.keepTheNote()}
      onCancel={onClose}
      onOk={() => {
        onChange({ note: text.trim() });
        onClose();
      }}
    >
      <Input.TextArea
        autoFocus
        rows={3}
        showCount
        maxLength={NOTE_MOST}
        aria-label={said.noteToTheClient()}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
    </Dialog>
  );
}

interface NoteProps {
  p: Prescription;
  onChange: (change: Change) => void;
  onClose: () => void;
}

type Sheet = "swap" | "busy" | "doing" | "note";

export function SessionLine({ setRow, className, ...props }: LineProps) {
  const { p } = props;
  const { client, program, edit, selected: chosen, onSelect } = useWeek();
  const selected = p.id === chosen;
  const [reason, setReason] = useState<string | null>(null);
  const [sheet, setSheet] = useState<Sheet | null>(null);
  const close = () => setSheet(null);
  /** what cannot be right is said here and not sent; the typed value stays where it is */
  const change = (c: Change) => {
    const parsed = changeSchema.safeParse(c);
    if (!parsed.success) return setReason(parsed.error.issues[0]!.message);
    setReason(null);
    edit({ kind: "change", prescriptionId: p.id, change: c });
  };
  return (
    <>
      <tr
        ref={setRow}
        className={className}
        data-selected={selected}
        data-purpose={p.purpose}
        // a button that is pressed with the mouse must not move away under it when the cues open and close
        onFocus={(e) =>
          (!(e.target instanceof HTMLButtonElement) || e.target.matches(":focus-visible")) && onSelect(p.id)
        }
        onClick={() => onSelect(p.id)}
      >
        <td style={{ width: "27%" }}>
          <NameCell {...props} reason={reason} />
        </td>
        <td>
          <RepsCell p={p} change={change} />
        </td>
        <td>
          <ReservesCell p={p} change={change} />
        </td>
        <td>
          <LoadCell p={p} change={change} />
        </td>
        <td>
          <NumberField
            size="small"
            controls={false}
            style={{ width: 44 }}
            aria-label={said.rest({ name: p.name })}
            value={p.rest}
            onChange={(v) => v !== null && change({ rest: v })}
          />
        </td>
        <td>
          <TempoCell p={p} change={change} />
        </td>
        <td style={{ textAlign: "right" }}>
          <LineMenu {...props} change={change} onSheet={setSheet} />
          {sheet === "busy" && (
            <Alternatives p={p} onChange={(alternatives) => change({ alternatives })} onClose={close} />
          )}
          {sheet === "note" && <NoteSheet p={p} onChange={change} onClose={close} />}
          {sheet === "doing" && <Doing p={p} onChange={change} onClose={close} />}
          {sheet === "swap" && (
            <Swap
              p={p}
              client={client}
              program={program}
              onSwap={(prescription) => {
                edit({ kind: "swap", prescriptionId: p.id, prescription });
                close();
              }}
              onClose={close}
            />
          )}
        </td>
      </tr>
      {selected && <Cues p={p} />}
    </>
  );
}

interface CellProps {
  p: Prescription;
  change: (c: Change) => void;
}

type Line = Omit<LineProps, "setRow" | "className">;

function NameCell({ p, block, first, handle, favourite, reason }: Line & { reason: string | null }) {
  const { client } = useWeek();
  const values = Object.entries(p.values).map(([k, v]): [string, string] => [k, String(v)]);
  const bench = `/bench/${p.exerciseId}?${new URLSearchParams([...values, ["line", p.id]])}`;
  return (
    <div style={{ display: "flex", gap: 6 }}>
      {handle}
      {block.prescriptions.length > 1 && (
        <span
          role="img"
          aria-label="paired"
          title={said.pair()}
          style={{ borderLeft: "3px solid var(--fjord)", borderRadius: first ? "4px 0 0 0" : "0 0 0 4px" }}
        />
      )}
      <Picture
        exerciseId={p.exerciseId}
        values={p.values}
        head={headFor(p)}
        body={bodyOf(client)}
        width={46}
        height={44}
      />
      <div>
        <Link to={withClient(bench, client.id)} style={{ color: "var(--ink)", fontWeight: 600 }}>
          {p.name}
        </Link>
        <DoneWith p={p} />
        {favourite && <div className="small quiet">{favourite}</div>}
        {findExercise(p.exerciseId)
          ?.cautions.filter((c) => client.joints.some((j) => j.joint === c.joint))
          .map((c) => (
            <div key={c.text} className="small" style={{ color: "var(--rowan)" }}>
              {c.text}
            </div>
          ))}
        {reason && (
          <div className="small" role="alert" style={{ color: "var(--rowan)" }}>
            {said.notSaved({ reason })}
          </div>
        )}
      </div>
    </div>
  );
}

function RepsCell({ p, change }: CellProps) {
  const { method } = useEdition();
  const suggested =
    (p.load && p.load.value > 0) || p.bodyLoad > 0
      ? windowTop(p.reps.low, p.reserves[0]!, (p.load ? inKg(p.load) : 0) + p.bodyLoad, inKg(p.loadStep), method)
      : null;
  return (
    <>
      <span style={{ display: "inline-flex", gap: 3, alignItems: "center" }}>
        <NumberField
          size="small"
          controls={false}
          style={{ width: 38 }}
          aria-label={said.fewestReps({ name: p.name })}
          value={p.reps.low}
          onChange={(v) => v !== null && change({ reps: { low: v, high: Math.max(v, p.reps.high) } })}
        />
        –
        <NumberField
          size="small"
          controls={false}
          style={{ width: 38 }}
          aria-label={said.mostReps({ name: p.name })}
          value={p.reps.high}
          onChange={(v) => v !== null && change({ reps: { ...p.reps, high: v } })}
        />
      </span>
      {suggested && suggested !== p.reps.high && (
        <div className="small quiet" title={said.withThisTopThe()}>
          {said.stepWants({ low: p.reps.low, high: suggested })}{" "}
          <button
            type="button"
            className="plain"
            style={{ color: "var(--fjord)", textDecoration: "underline" }}
            onClick={() => change({ reps: { ...p.reps, high: suggested } })}
          >
            {said.set()}
          </button>
        </div>
      )}
    </>
  );
}

function ReservesCell({ p, change }: CellProps) {
  return (
    <span className="reserves">
      {p.reserves.map((r, i) => (
        <NumberField
          key={i}
          size="small"
          controls={false}
          style={{ width: 30 }}
          aria-label={said.reserveOfSet({ name: p.name, n: i + 1 })}
          value={r}
          onChange={(v) => v !== null && change({ reserves: p.reserves.map((x, k) => (k === i ? v : x)) })}
        />
      ))}
      <Button
        size="small"
        type="text"
        aria-label={said.oneSetMore({ name: p.name })}
        disabled={p.reserves.length >= 12}
        onClick={() => change({ reserves: [...p.reserves, p.reserves[p.reserves.length - 1]!] })}
      >
        +
      </Button>
      <Button
        size="small"
        type="text"
        aria-label={said.oneSetLess({ name: p.name })}
        disabled={p.reserves.length <= 1}
        onClick={() => change({ reserves: p.reserves.slice(0, -1) })}
      >
        −
      </Button>
    </span>
  );
}

function LoadCell({ p, change }: CellProps) {
  const { strength } = useWeek();
  const { method } = useEdition();
  const load: Load = p.load ?? { value: 0, unit: p.loadStep.unit, meaning: p.loadStep.meaning };
  const belief = strength?.of(p);
  const expected = belief ? expectedOf(belief, p) : null;
  return (
    <>
      <span style={{ display: "inline-flex", gap: 3 }}>
        <NumberField
          size="small"
          controls={false}
          style={{ width: 54 }}
          aria-label={said.load({ name: p.name })}
          placeholder={said.find()}
          step={p.loadStep.value}
          value={p.load?.value ?? null}
          onChange={(v) => change({ load: v === null ? null : { ...load, value: v } })}
        />
        <Select
          size="small"
          variant="borderless"
          aria-label={said.loadUnit({ name: p.name })}
          value={load.unit}
          onChange={(unit) => change({ load: p.load ? { ...p.load, unit } : null })}
          options={[
            { value: "kg", label: "kg" },
            { value: "lb", label: "lb" },
          ]}
        />
      </span>
      {p.structure !== "straight" && p.load && (
        <div className="small" title={said.loadOfEachSet()}>
          {plannedSets(p, p.load, p.reps, method)
            .map((s) => plain(s.load?.value ?? 0))
            .join(" · ")}{" "}
          {p.load.unit}
        </div>
      )}
      <div className="small quiet">{said.by({ meaning: p.loadStep.meaning, step: plain(p.loadStep.value) })}</div>
      {expected && (
        <div className="small quiet" title={said.fromTheClientS()}>
          {said.expect({
            low: plain(Math.round(expected.low)),
            high: plain(Math.round(expected.high)),
            unit: expected.unit,
          })}
        </div>
      )}
    </>
  );
}

const TEMPO = [
  ["lower", said.phases.lower],
  ["longPause", said.phases.longPause],
  ["lift", said.phases.lift],
  ["shortPause", said.phases.shortPause],
] as const;

function TempoCell({ p, change }: CellProps) {
  return (
    <>
      <span style={{ display: "inline-flex", gap: 2 }}>
        {TEMPO.map(([key, name]) => (
          <NumberField
            key={key}
            size="small"
            controls={false}
            style={{ width: 30 }}
            aria-label={said.seconds({ exercise: p.name, part: name })}
            title={name}
            value={p.tempo[key]}
            onChange={(v) => v !== null && change({ tempo: { ...p.tempo, [key]: v } })}
          />
        ))}
      </span>
      <div className="small quiet number">{said.sARep({ tempo: repSeconds(p.tempo) })}</div>
    </>
  );
}

/** what an order costs, where that is known */
export const costText = (cost: number | null): string | null => (cost === null ? null : said.orderCost({ cost }));

function LineMenu(props: Line & { change: (c: Change) => void; onSheet: (sheet: Sheet) => void }) {
  const { p, block, index, day, onWhy, costAt, change, onSheet } = props;
  const { program, edit } = useWeek();
  const next = day.blocks[index + 1];
  const to = (place: number) => () => edit({ kind: "move", prescriptionId: p.id, dayId: day.id, index: place });
  const told = (place: number) => ({
    cost: place < 0 || place >= day.blocks.length ? null : costText(costAt(place)),
  });
  const items = [
    { key: "up", label: said.earlier(told(index - 1)), disabled: index === 0, onClick: to(index - 1) },
    {
      key: "down",
      label: said.later(told(index + 1)),
      disabled: index === day.blocks.length - 1,
      onClick: to(index + 1),
    },
    ...program.days
      .filter((d) => d.id !== day.id)
      .map((d) => ({
        key: d.id,
        label: said.toName({ name: d.name }),
        onClick: () => edit({ kind: "move", prescriptionId: p.id, dayId: d.id, index: d.blocks.length }),
      })),
    block.prescriptions.length > 1
      ? {
          key: "unpair",
          label: said.undoTheSuperset(),
          onClick: () => edit({ kind: "unpair", blockId: block.id, newBlockId: newId() }),
        }
      : {
          key: "pair",
          label: said.supersetWithTheNext(),
          disabled: !next || next.prescriptions.length > 1,
          onClick: () => next && edit({ kind: "pair", blockId: block.id, withBlockId: next.id }),
        },
    { key: "technique", label: said.techniqueAndLoadFrom(), onClick: () => onSheet("doing") },
    { key: "note", label: p.note ? said.noteToTheClient2() : said.noteToTheClient3(), onClick: () => onSheet("note") },
    { key: "why", label: said.whyThis(), disabled: !onWhy, onClick: () => onWhy?.(p) },
    { key: "swap", label: said.swapForAnother(), disabled: p.locked, onClick: () => onSheet("swap") },
    { key: "busy", label: said.alternativesN({ n: p.alternatives.length }), onClick: () => onSheet("busy") },
    { key: "lock", label: said.lock({ locked: p.locked }), onClick: () => change({ locked: !p.locked }) },
    { key: "remove", label: said.removeFromTheDay(), onClick: () => edit({ kind: "remove", prescriptionId: p.id }) },
  ];
  return (
    <Menu items={items} button={{ size: "small", type: "text", "aria-label": said.moreOf({ name: p.name }) }}>
      {said.more()}
    </Menu>
  );
}
