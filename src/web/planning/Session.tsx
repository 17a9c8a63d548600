/** One day's session: everything asked of the client, edited in place and saved as it is typed. */
import { Button, Dropdown, Select } from "antd";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Client } from "#core/clients/client";
import { findExercise } from "#core/exercises/library";
import { formatValue } from "#core/exercises/setup";
import {
  changeSchema,
  type Block,
  type Change,
  type Day,
  type Load,
  type Operation,
  type Prescription,
} from "#core/planning/program";
import { repSeconds } from "#core/planning/minutes";
import { expectedLoad } from "#core/training/client-strength";
import { windowTop, inKg } from "#core/training/progression";
import { newId } from "../../page/newId";
import { useEdition } from "../base/edition";
import { withClient } from "../base/open-client";
import { findStructure } from "#core/planning/structures";
import { findTechnique } from "#core/planning/techniques";
import { Alternatives } from "./Alternatives";
import { Doing } from "./Doing";
import { Swap } from "./Swap";
import type { Strength } from "../mechanics/useStrength";
import { dayText, plain } from "../../page/locale";
import { NumberField } from "../base/NumberField";

interface SessionProps {
  day: Day;
  days: readonly Day[];
  client: Client;
  edit: (...operations: Operation[]) => void;
  selected: string | null;
  onSelect: (id: string) => void;
  strength: Strength | null;
  /** asks why a line stands there; none while nothing is known to answer with */
  onWhy?: ((p: Prescription) => void) | undefined;
  /** what can be done with the day itself */
  menu?: ReactNode;
}

export function Session({ day, menu, days, client, edit, selected, onSelect, strength, onWhy }: SessionProps) {
  return (
    <section className="sheet session" aria-label={`Session of ${day.name}`}>
      <div style={{ display: "flex", justifyContent: "space-between", marginBottom: 6 }}>
        <h2>
          {day.name}
          {day.date && <span className="quiet small"> {dayText(day.date)}</span>}
        </h2>
        {menu}
      </div>
      {day.blocks.length === 0 && (
        <p className="quiet">
          Nothing on this day. <Link to={`/ranking/triceps-long?for=${client.id}`}>Choose from the ranking</Link>.
        </p>
      )}
      {day.blocks.length > 0 && (
        <table>
          <thead>
            <tr>
              <th scope="col">exercise</th>
              <th scope="col">reps</th>
              <th scope="col">reserve of each set</th>
              <th scope="col">load</th>
              <th scope="col">rest, s</th>
              <th scope="col">tempo, s</th>
              <th scope="col"></th>
            </tr>
          </thead>
          <tbody>
            {day.blocks.map((b, i) =>
              b.prescriptions.map((p, k) => (
                <Line
                  key={p.id}
                  p={p}
                  block={b}
                  index={i}
                  first={k === 0}
                  day={day}
                  days={days}
                  client={client}
                  edit={edit}
                  selected={p.id === selected}
                  onSelect={onSelect}
                  strength={strength}
                  onWhy={onWhy}
                />
              )),
            )}
          </tbody>
        </table>
      )}
    </section>
  );
}

/** what the client reads on the phone: the setting and the cues */
function Cues({ p }: { p: Prescription }) {
  const exercise = findExercise(p.exerciseId);
  if (!exercise) return null;
  return (
    <tr data-selected className="cues">
      <td colSpan={7} aria-label={`What the client reads of ${p.name}`}>
        <span className="small">
          {exercise.parameters.map((q) => `${q.name}: ${formatValue(q, p.values[q.id] ?? q.default)}`).join(" · ")}
        </span>
        <span className="small quiet"> {exercise.cues.map((c) => c.text).join(" ")}</span>
      </td>
    </tr>
  );
}

/** a lock, a technique, and sets that are not all alike */
function DoneWith({ p }: { p: Prescription }) {
  const words = [
    p.technique && findTechnique(p.technique.id).name,
    p.structure !== "straight" && findStructure(p.structure).name.toLowerCase(),
  ].filter(Boolean);
  return (
    <>
      {p.locked && <span className="small quiet"> locked</span>}
      {words.length > 0 && (
        <div className="small" style={{ color: "var(--fjord)" }}>
          {words.join(", ")}
        </div>
      )}
    </>
  );
}

interface LineProps extends Omit<SessionProps, "selected"> {
  p: Prescription;
  block: Block;
  index: number;
  first: boolean;
  selected: boolean;
}

function Line(props: LineProps) {
  const { p, block, index, first, day, days, client, edit, selected, onSelect, strength, onWhy } = props;
  const { method } = useEdition();
  const [reason, setReason] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [swapping, setSwapping] = useState(false);
  const [doing, setDoing] = useState(false);
  /** what cannot be right is said here and not sent; the typed value stays where it is */
  const change = (c: Change) => {
    const parsed = changeSchema.safeParse(c);
    if (!parsed.success) return setReason(parsed.error.issues[0]!.message);
    setReason(null);
    edit({ kind: "change", prescriptionId: p.id, change: c });
  };
  const tempo = (key: keyof Prescription["tempo"], name: string) => (
    <NumberField
      key={key}
      size="small"
      controls={false}
      style={{ width: 30 }}
      aria-label={`${p.name}: ${name}, seconds`}
      title={name}
      value={p.tempo[key]}
      onChange={(v) => v !== null && change({ tempo: { ...p.tempo, [key]: v } })}
    />
  );
  const load: Load = p.load ?? { value: 0, unit: p.loadStep.unit, meaning: p.loadStep.meaning };
  const bench = `/bench/${p.exerciseId}?${new URLSearchParams([...Object.entries(p.values).map(([k, v]) => [k, String(v)]), ["line", p.id]])}`;
  const suggested =
    (p.load && p.load.value > 0) || p.bodyLoad > 0
      ? windowTop(p.reps.low, p.reserves[0]!, (p.load ? inKg(p.load) : 0) + p.bodyLoad, inKg(p.loadStep), method)
      : null;
  const belief = strength?.of(p);
  const expected = belief ? expectedLoad(belief, p.reps, p.reserves[0]!) : null;
  const next = day.blocks[index + 1];
  const menu = [
    {
      key: "up",
      label: "Earlier",
      disabled: index === 0,
      onClick: () => edit({ kind: "move", prescriptionId: p.id, dayId: day.id, index: index - 1 }),
    },
    {
      key: "down",
      label: "Later",
      disabled: index === day.blocks.length - 1,
      onClick: () => edit({ kind: "move", prescriptionId: p.id, dayId: day.id, index: index + 1 }),
    },
    ...days
      .filter((d) => d.id !== day.id)
      .map((d) => ({
        key: d.id,
        label: `To ${d.name}`,
        onClick: () => edit({ kind: "move", prescriptionId: p.id, dayId: d.id, index: d.blocks.length }),
      })),
    block.prescriptions.length > 1
      ? {
          key: "unpair",
          label: "Part the pair",
          onClick: () => edit({ kind: "unpair", blockId: block.id, newBlockId: newId() }),
        }
      : {
          key: "pair",
          label: "Pair with the next",
          disabled: !next || next.prescriptions.length > 1,
          onClick: () => next && edit({ kind: "pair", blockId: block.id, withBlockId: next.id }),
        },
    { key: "technique", label: "Technique, and how the load goes", onClick: () => setDoing(true) },
    { key: "why", label: "Why this?", disabled: !onWhy, onClick: () => onWhy?.(p) },
    { key: "swap", label: "Swap for another", disabled: p.locked, onClick: () => setSwapping(true) },
    { key: "busy", label: `When it is busy (${p.alternatives.length})`, onClick: () => setBusy(true) },
    { key: "lock", label: p.locked ? "Unlock" : "Lock", onClick: () => change({ locked: !p.locked }) },
    { key: "remove", label: "Take off the day", onClick: () => edit({ kind: "remove", prescriptionId: p.id }) },
  ];
  return (
    <>
      <tr
        data-selected={selected}
        // a button that is pressed with the mouse must not move away under it when the cues open and close
        onFocus={(e) =>
          (!(e.target instanceof HTMLButtonElement) || e.target.matches(":focus-visible")) && onSelect(p.id)
        }
        onClick={() => onSelect(p.id)}
      >
        <td style={{ width: "27%" }}>
          <div style={{ display: "flex", gap: 6 }}>
            {block.prescriptions.length > 1 && (
              <span
                role="img"
                aria-label="paired"
                title="Pair"
                style={{ borderLeft: "3px solid var(--fjord)", borderRadius: first ? "4px 0 0 0" : "0 0 0 4px" }}
              />
            )}
            <div>
              <Link to={withClient(bench, client.id)} style={{ color: "var(--ink)", fontWeight: 600 }}>
                {p.name}
              </Link>
              <DoneWith p={p} />
              {findExercise(p.exerciseId)
                ?.cautions.filter((c) => client.joints.some((j) => j.joint === c.joint))
                .map((c) => (
                  <div key={c.text} className="small" style={{ color: "var(--rowan)" }}>
                    {c.text}
                  </div>
                ))}
              {reason && (
                <div className="small" role="alert" style={{ color: "var(--rowan)" }}>
                  Not saved: {reason}.
                </div>
              )}
            </div>
          </div>
        </td>
        <td>
          <span style={{ display: "inline-flex", gap: 3, alignItems: "center" }}>
            <NumberField
              size="small"
              controls={false}
              style={{ width: 38 }}
              aria-label={`${p.name}: fewest reps`}
              value={p.reps.low}
              onChange={(v) => v !== null && change({ reps: { low: v, high: Math.max(v, p.reps.high) } })}
            />
            –
            <NumberField
              size="small"
              controls={false}
              style={{ width: 38 }}
              aria-label={`${p.name}: most reps`}
              value={p.reps.high}
              onChange={(v) => v !== null && change({ reps: { ...p.reps, high: v } })}
            />
          </span>
          {suggested && suggested !== p.reps.high && (
            <div
              className="small quiet"
              title="So that after one load step the low end is still reached at the same reserve"
            >
              step wants {p.reps.low}–{suggested}{" "}
              <button
                type="button"
                className="plain"
                style={{ color: "var(--fjord)", textDecoration: "underline" }}
                onClick={() => change({ reps: { ...p.reps, high: suggested } })}
              >
                set
              </button>
            </div>
          )}
        </td>
        <td>
          <span className="reserves">
            {p.reserves.map((r, i) => (
              <NumberField
                key={i}
                size="small"
                controls={false}
                style={{ width: 30 }}
                aria-label={`${p.name}: reserve of set ${i + 1}`}
                value={r}
                onChange={(v) => v !== null && change({ reserves: p.reserves.map((x, k) => (k === i ? v : x)) })}
              />
            ))}
            <Button
              size="small"
              type="text"
              aria-label={`${p.name}: one set more`}
              disabled={p.reserves.length >= 12}
              onClick={() => change({ reserves: [...p.reserves, p.reserves[p.reserves.length - 1]!] })}
            >
              +
            </Button>
            <Button
              size="small"
              type="text"
              aria-label={`${p.name}: one set less`}
              disabled={p.reserves.length <= 1}
              onClick={() => change({ reserves: p.reserves.slice(0, -1) })}
            >
              −
            </Button>
          </span>
        </td>
        <td>
          <span style={{ display: "inline-flex", gap: 3 }}>
            <NumberField
              size="small"
              controls={false}
              style={{ width: 54 }}
              aria-label={`${p.name}: load`}
              placeholder="find"
              step={p.loadStep.value}
              value={p.load?.value ?? null}
              onChange={(v) => change({ load: v === null ? null : { ...load, value: v } })}
            />
            <Select
              size="small"
              variant="borderless"
              aria-label={`${p.name}: load unit`}
              value={load.unit}
              onChange={(unit) => change({ load: p.load ? { ...p.load, unit } : null })}
              options={[
                { value: "kg", label: "kg" },
                { value: "lb", label: "lb" },
              ]}
            />
          </span>
          <div className="small quiet">
            {p.loadStep.meaning}, by {plain(p.loadStep.value)}
          </div>
          {expected && expected.high > 0 && (
            <div className="small quiet" title="From the strength that this client's logged sets tell of">
              expect {plain(Math.max(0, Math.round(expected.low)))}–{plain(Math.round(expected.high))} kg
            </div>
          )}
        </td>
        <td>
          <NumberField
            size="small"
            controls={false}
            style={{ width: 44 }}
            aria-label={`${p.name}: rest`}
            value={p.rest}
            onChange={(v) => v !== null && change({ rest: v })}
          />
        </td>
        <td>
          <span style={{ display: "inline-flex", gap: 2 }}>
            {tempo("lower", "lower")}
            {tempo("longPause", "pause where long")}
            {tempo("lift", "lift")}
            {tempo("shortPause", "pause where short")}
          </span>
          <div className="small quiet number">{repSeconds(p.tempo)} s a rep</div>
        </td>
        <td style={{ textAlign: "right" }}>
          <Dropdown trigger={["click"]} menu={{ items: menu }}>
            <Button size="small" type="text" aria-label={`${p.name}: more`}>
              More
            </Button>
          </Dropdown>
          {busy && (
            <Alternatives
              p={p}
              client={client}
              onChange={(alternatives) => change({ alternatives })}
              onClose={() => setBusy(false)}
            />
          )}
          {doing && <Doing p={p} client={client} onChange={change} onClose={() => setDoing(false)} />}
          {swapping && (
            <Swap
              p={p}
              client={client}
              onSwap={(prescription) => {
                edit({ kind: "swap", prescriptionId: p.id, prescription });
                setSwapping(false);
              }}
              onClose={() => setSwapping(false)}
            />
          )}
        </td>
      </tr>
      {selected && <Cues p={p} />}
    </>
  );
}
