/** How the sets of a line are done: how the load goes through them, and techniques, refused with their figures. */
import { exerciseFor } from "#core/exercises/form";
import { doing as words } from "#core/words/web/planning";
import { Button, Segmented } from "antd";
import { Dialog } from "../base/Dialog";
import { useMemo, useState } from "react";
import { askOn } from "#core/clients/on-machine";
import { exercises } from "#core/exercises/library";
import { BEGINS, PURPOSES, RAMP_MOST, SWINGS, TURNS, type Purpose, type Turns } from "#core/program/limits";
import { rampOf, rampSeconds } from "#core/program/ramp";
import { SWING_WHY } from "#core/planning/check-words";
import { swingCredit, swingRefusals } from "#core/planning/swing";
import { blockMinutes } from "#core/planning/minutes";
import { restOf, setSeconds } from "#core/planning/timing";
import type { Change, Prescription, Tempo } from "#core/program/document";
import { plannedSets, sharesOf, structures } from "#core/program/structures";
import { headFor } from "#core/planning/aim";

import {
  asStraightSets,
  extensionsOf,
  refusalsOf,
  refusalText,
  techniques,
  techniqueSeconds,
  type Technique,
} from "#core/planning/techniques";
import { exposuresOf } from "#core/training/exposures";
import { sideGap } from "#core/training/sides";
import { fixed, loadText } from "../../page/locale";
import { api } from "../base/api";
import { useEdition } from "../base/edition";
import { NumberField } from "../base/NumberField";
import { Loading } from "../base/states";
import { useAsk } from "../mechanics/useAsk";
import { bodyOf } from "../mechanics/useSurvey";
import { useView } from "./useView";
import { useWeek } from "./open-week";

interface DoingProps {
  p: Prescription;
  onChange: (change: Change) => void;
  onClose: () => void;
}

const PURPOSE: Record<Purpose, string> = words.purposes;
const TURN: Record<Turns, string> = { "one-then-other": words.oneThenTheOther(), alternating: words.inTurns() };

/** the weaker side begins and the other stops at its reps: what the log says of them stands beside the choice */
function Begin({ p, onChange }: Pick<DoingProps, "p" | "onChange">) {
  const { client } = useWeek();
  const { data: log } = api.useLogQuery({ clientId: client.id });
  const { method } = useEdition();
  const gap = useMemo(
    () => (log ? sideGap(exposuresOf(p.id, log.entries, log.reports), method) : null),
    [log, p.id, method],
  );
  const less = gap && gap.weaker !== "either" ? gap.weaker : null;
  return (
    <span>
      <h3>{words.begins()}</h3>
      <Segmented
        size="small"
        aria-label={words.whichSideBegins()}
        value={p.begins}
        onChange={(begins) => onChange({ begins })}
        options={BEGINS.map((x) => ({ value: x, label: x }))}
      />
      <p className="small quiet">
        {p.begins === "either" ? "" : `${words.theOtherSideStops()} `}
        {gap === null
          ? words.theLogNeedsTwo()
          : less
            ? words.inTheLogThe({ less, n: Math.round(Math.abs(100 * gap.share)) })
            : words.neitherSideIsWeaker()}
      </p>
    </span>
  );
}

/** what the line is there for, and how its sides take turns */
function Standing({ p, onChange }: Pick<DoingProps, "p" | "onChange">) {
  const turned = (turns: Turns) => {
    const m = blockMinutes({ id: "", prescriptions: [{ ...p, turns }] });
    return m.work + m.rest;
  };
  return (
    <div className="doing-standing">
      <span>
        <h3>{words.itIsThereAs()}</h3>
        <Segmented
          size="small"
          aria-label={words.purposeOfThisExercise()}
          value={p.purpose}
          onChange={(purpose) => onChange({ purpose })}
          options={PURPOSES.map((x) => ({ value: x, label: PURPOSE[x] }))}
        />
        <p className="small quiet">
          {p.purpose === "work" ? words.workingSetsCountedAnd() : words.itTakesItsMinutes()}
        </p>
      </span>
      <Swing p={p} onChange={onChange} />
      {p.sides === "one" && <Begin p={p} onChange={onChange} />}
      {p.sides === "one" && (
        <span>
          <h3>{words.sides()}</h3>
          <Segmented
            size="small"
            aria-label={words.orderOfTheSides()}
            value={p.turns}
            onChange={(turns) => onChange({ turns })}
            options={TURNS.map((x) => ({ value: x, label: TURN[x] }))}
          />
          <p className="small quiet">
            {words.turns({
              rest: p.turns === "alternating" ? restOf(p) : null,
              less: fixed(turned("one-then-other") - turned("alternating"), 1),
            })}
          </p>
        </span>
      )}
    </div>
  );
}

/** how far the trunk may help, with what it brings and costs in this body */
function Swing({ p, onChange }: Pick<DoingProps, "p" | "onChange">) {
  const { client } = useWeek();
  const { method } = useEdition();
  const exercise = exerciseFor(exercises, p);
  const why = exercise ? swingRefusals(exercise, client) : [];
  const body = useMemo(() => bodyOf(client), [client]);
  const asks = p.swing !== "none" && why.length === 0;
  const { answer } = useAsk("analyse", asks ? { setup: askOn(client.machines, p), body } : null);
  // where nothing can swing, nobody has to choose
  if (!exercise || (why.includes("held") && p.swing === "none")) return null;
  const told = p.swing === "none" ? null : answer?.swing?.[p.swing];
  return (
    <span>
      <h3>{words.swing()}</h3>
      <Segmented
        size="small"
        aria-label={words.swing()}
        value={p.swing}
        onChange={(swing) => onChange({ swing })}
        options={SWINGS.map((x) => ({
          value: x,
          label: words.swings[x],
          disabled: x !== "none" && x !== p.swing && why.length > 0,
        }))}
      />
      <p className="small quiet">
        {why.length > 0 && words.noSwing({ why: why.map((x) => SWING_WHY[x]).join("; ") })}
        {why.length === 0 && p.swing === "none" && words.strict()}
        {told && words.swingCosts({ ...told, gain: told.gain - 1, counts: swingCredit(p, method) })}
      </p>
    </span>
  );
}

const PHASES = [
  ["lower", words.phases.lower],
  ["longPause", words.phases.longPause],
  ["lift", words.phases.lift],
  ["shortPause", words.phases.shortPause],
] as const;

const RAMPS = Array.from({ length: RAMP_MOST + 1 }, (_, n) => ({
  value: n,
  label: n === 0 ? words.none() : String(n),
}));

/** lighter sets before the first heavy lift of a region */
function Ramp({ p, onChange }: Pick<DoingProps, "p" | "onChange">) {
  if (p.purpose !== "work") return null;
  const sets = rampOf(p, p.load).map((r) => `${r.reps}${r.load ? ` × ${loadText(r.load)}` : ""}`);
  return (
    <>
      <h3>{words.lighterSetsBeforeIt()}</h3>
      <Segmented
        size="small"
        aria-label={words.lighterSetsBeforeIt()}
        value={p.rampSets}
        onChange={(rampSets) => onChange({ rampSets })}
        options={RAMPS}
      />
      <p className="small quiet">
        {sets.length === 0
          ? words.twoOrThreeBefore()
          : words.whatRepsThenThe({ what: sets.join(", "), what2: fixed(rampSeconds(p) / 60, 1) })}
      </p>
    </>
  );
}

/** tempo of single sets, folded until one has its own */
function SetTempos({ p, onChange }: Pick<DoingProps, "p" | "onChange">) {
  const [open, setOpen] = useState(p.tempos.some((t) => t !== null));
  const set = (at: number, tempo: Tempo | null) => {
    const next = p.reserves.map((_, i) => (i === at ? tempo : (p.tempos[i] ?? null)));
    onChange({ tempos: next.every((t) => t === null) ? [] : next });
  };
  return (
    <>
      <button type="button" className="plain link" aria-expanded={open} onClick={() => setOpen(!open)}>
        {words.tempoOfSingleSets({ mark: open ? "−" : "+" })}
      </button>
      {open && (
        <table className="number set-tempos">
          <thead>
            <tr>
              <th scope="col">{words.set()}</th>
              {PHASES.map(([key, word]) => (
                <th key={key} scope="col">
                  {word}, s
                </th>
              ))}
              <th scope="col"></th>
            </tr>
          </thead>
          <tbody>
            {p.reserves.map((_, i) => {
              const own = p.tempos[i] ?? null;
              const tempo = own ?? p.tempo;
              return (
                <tr key={i} data-own={own !== null}>
                  <th scope="row">{i + 1}</th>
                  {PHASES.map(([key, word]) => (
                    <td key={key}>
                      <NumberField
                        size="small"
                        controls={false}
                        min={0}
                        max={10}
                        style={{ width: 44 }}
                        aria-label={words.setSeconds({ n: i + 1, word })}
                        value={tempo[key]}
                        onChange={(v) => v !== null && v !== tempo[key] && set(i, { ...tempo, [key]: v })}
                      />
                    </td>
                  ))}
                  <td className="small quiet">
                    {own ? (
                      <button type="button" className="plain link" onClick={() => set(i, null)}>
                        {words.asTheLine()}
                      </button>
                    ) : (
                      words.asTheLine()
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </>
  );
}

export function Doing({ p, onChange, onClose }: DoingProps) {
  const { client } = useWeek();
  const exercise = exerciseFor(exercises, p);
  const { method } = useEdition();
  const view = useView(p, client);
  const head = headFor(p);
  const body = useMemo(() => bodyOf(client), [client]);
  const { answer: easier } = useAsk("easier", { setup: askOn(client.machines, p), body, head, rules: method.easier });
  if (!exercise) return null;
  const best = easier?.[0] ?? null;
  const refusals = (t: Technique) =>
    view
      ? refusalsOf(t, { exercise, view, client, line: p, easier: t.asks.easier ? (best?.ratio ?? 0) : null }, method)
      : [];
  const take = (t: Technique) =>
    onChange({
      technique: {
        id: t.id,
        easier: t.asks.easier && best ? { ...best.setup, reps: best.reps } : null,
      },
    });
  const sorted = view
    ? [...techniques].sort((a, b) => Math.sign(refusals(a).length) - Math.sign(refusals(b).length))
    : [];
  return (
    <Dialog open onCancel={onClose} footer={null} title={words.howIsDone({ name: p.name })} width={680}>
      <Standing p={p} onChange={onChange} />
      <SetTempos p={p} onChange={onChange} />
      <Ramp p={p} onChange={onChange} />
      <h3>{words.loadFromSetTo()}</h3>
      <div className="actions" style={{ marginTop: 0 }} role="group" aria-label={words.loadFromSetTo()}>
        {structures.map((s) => (
          <Button
            key={s.id}
            size="small"
            type={p.structure === s.id ? "primary" : "default"}
            aria-pressed={p.structure === s.id}
            title={s.about}
            onClick={() => onChange({ structure: s.id })}
          >
            {s.name}
          </Button>
        ))}
      </div>
      <p className="small quiet" style={{ margin: "4px 0 12px" }}>
        {structures.find((s) => s.id === p.structure)!.about}{" "}
        {p.structure !== "straight" &&
          words.sets({
            sets: plannedSets(p, p.load, p.reps, method).map(({ load, reserve }, i) =>
              words.aSet({ load: load ? loadText(load) : `${Math.round(100 * sharesOf(p)[i]!)} %`, reserve }),
            ),
          })}
      </p>
      <h3>{words.technique()}</h3>
      {!view && <Loading what={words.whatThisSetupAsks()} />}
      {p.technique && (
        <p className="small">
          {techniques.find((t) => t.id === p.technique!.id)!.what}{" "}
          <Button size="small" onClick={() => onChange({ technique: null })}>
            {words.plainSets()}
          </Button>
        </p>
      )}
      <ul className="plain-list techniques">
        {sorted.map((t) => {
          const refused = refusals(t);
          const trial = { ...p, technique: { id: t.id, easier: null } };
          const same = asStraightSets(trial, setSeconds(p));
          return (
            <li key={t.id} data-refused={refused.length > 0}>
              <div>
                <strong>{t.name}</strong>{" "}
                <span className="small quiet">
                  {words.costs({
                    sets: t.credit > 0 ? fixed(t.credit, 1) : null,
                    minutes: fixed(techniqueSeconds(trial, setSeconds(p)) / 60, 1),
                    less: same.sets > 0 && same.minutes > 0.5 ? fixed(same.minutes, 1) : null,
                    sore: t.soreness >= 2,
                  })}
                </span>
                <div className="small">
                  {refused.length > 0 ? (
                    <span className="refused">{words.refused({ why: refused.map(refusalText).join("; ") })}</span>
                  ) : (
                    <>
                      {t.what} <span className="quiet">{t.pays}</span>
                      {t.asks.easier && best && (
                        <span>
                          {words.easierTimesTheLoad({
                            name: best.setup.name,
                            ratio: fixed(best.ratio, 2),
                            reps: best.reps,
                          })}
                        </span>
                      )}
                    </>
                  )}
                </div>
              </div>
              <Button
                size="small"
                disabled={refused.length > 0}
                aria-label={words.use({ name: t.name.toLowerCase() })}
                type={p.technique?.id === t.id ? "primary" : "default"}
                onClick={() => take(t)}
              >
                {p.technique?.id === t.id ? words.inUse() : words.use2()}
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="small quiet">{words.withTheSameImplement({ ways: extensionsOf(exercise).join(", ") })}</p>
    </Dialog>
  );
}
