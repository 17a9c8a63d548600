/** The log, and what follows from it: each exercise's last sessions beside its next target and the reason. */
import { Button, Popover } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { prescriptionsOf } from "#core/planning/edit";
import { editionOf } from "#core/edition/edition";
import type { Load, Prescription } from "#core/planning/program";
import type { Entry } from "#core/training/entry";
import { expectedLoad, type LoadBelief } from "#core/training/belief";
import { headOfLine } from "#core/planning/swap";
import { reasonText } from "#core/training/reasons";
import {
  exposuresOf,
  isFlagged,
  loadOf,
  targetFor,
  type Bound,
  type Decision,
  type Exposure,
  type Target,
} from "#core/training/progression";
import { ALL_DAYS, type Answer, type Ruling } from "#core/exchange/api";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";
import { JOINT_NAMES } from "#core/exercises/joints";
import { useOpenClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { SaveMark } from "../planning/SaveMark";
import { NumberField } from "../base/NumberField";
import { usePlan } from "../planning/usePlan";
import { StrengthSheet } from "./StrengthSheet";
import { useStrength } from "../mechanics/useStrength";
import { dayText, loadText, plain } from "../../page/locale";

const DECISION: Record<Decision, string> = {
  first: "Find a load",
  raise: "Load up",
  slower: "Slower",
  harder: "Harder relative",
  hold: "Hold",
  check: "Look first",
  lower: "Load down",
  lighter: "Lighter, stricter",
  stop: "Stopped",
};
/** nothing to find where there is a load to start with */
const decisionText = (t: Target) =>
  t.decision === "first" && (t.load?.value ?? 0) > 0 ? "Start with" : DECISION[t.decision];
const asLoad = (l: Load | null) => (l ? loadText(l) : "—");

function repsText(e: Entry): string {
  const side = (k: "left" | "right") => e.parts.find((p) => p.kind === k)?.reps;
  if (side("left") !== undefined || side("right") !== undefined)
    return `${side("left") ?? "–"} | ${side("right") ?? "–"}`;
  const full = e.parts.filter((p) => p.kind === "full").reduce((s, p) => s + p.reps, 0);
  const more = e.parts.filter((p) => p.kind !== "full");
  return more.length ? `${full} + ${more.map((p) => `${p.reps} ${p.kind}`).join(" + ")}` : String(full);
}

export default function LogPage() {
  const { id = "" } = useParams();
  const { client, unknown } = useOpenClient();
  const { plan, program, edit } = usePlan(client ? id : null);
  const [all, setAll] = useState(false);
  const {
    data: log,
    error,
    isLoading,
    refetch,
  } = api.useLogQuery(
    { clientId: id, ...(all ? { days: ALL_DAYS } : {}) },
    { skip: !client, refetchOnMountOrArgChange: true, pollingInterval: 10_000, skipPollingIfUnfocused: true },
  );
  const [sendRuling] = api.useRuleMutation();
  const strength = useStrength(client, program, log?.entries);
  if (unknown)
    return (
      <Empty title="This client is not in your practice">
        <Link to="/clients">To the clients</Link>
      </Empty>
    );
  if (error) return <Failed what="The log" reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !log || !program || !plan || !client) return <Loading what="the log" />;
  const planned = prescriptionsOf(program);
  const gone = [...new Set(log.entries.map((e) => e.prescriptionId))].filter((p) => !planned.some((x) => x.id === p));
  const take = (p: Prescription, t: Target) => {
    edit({
      kind: "change",
      prescriptionId: p.id,
      change: {
        ...(t.load ? { load: t.load } : {}),
        reps: t.reps,
        ...(t.rest ? { rest: t.rest } : {}),
        ...(t.tempo ? { tempo: t.tempo } : {}),
      },
    });
    message.success(`${p.name}: the next target is in the week. Hand it over when the week is ready.`, 4);
  };
  const rule = async (ruling: Ruling) => {
    const r = await sendRuling({ clientId: id, ruling });
    if (r.error) message.error(toFailure(r.error).error, 5);
  };
  return (
    <>
      <div className="week-line">
        <h1>{client.name}, what happened and what is next</h1>
        <SaveMark plan={plan} />
        <span style={{ marginLeft: "auto", display: "flex", gap: 14 }}>
          <button type="button" className="plain link" aria-pressed={all} onClick={() => setAll(!all)}>
            {all ? "The last twelve weeks" : "Everything"}
          </button>
          <a href={`/api/clients/${client.id}/log.csv`} download>
            Log as CSV
          </a>
          <Link to={`/clients/${client.id}/week`}>To the week</Link>
        </span>
      </div>
      {planned.length === 0 && log.entries.length === 0 && (
        <Empty title="Nothing planned and nothing logged">
          <Link to={`/ranking/triceps-long?for=${client.id}`}>To the ranking</Link>
        </Empty>
      )}
      {strength && <StrengthSheet strength={strength} program={program} name={client.name} />}
      <div className="log-grid">
        {planned.map((p) => {
          const exposures = exposuresOf(p.id, log.entries, log.reports);
          const t = targetFor(p, log, editionOf(program).method);
          const belief = strength?.of(p) ?? null;
          const same =
            JSON.stringify([t.load ?? p.load, t.reps, t.rest ?? p.rest, t.tempo ?? p.tempo]) ===
            JSON.stringify([p.load, p.reps, p.rest, p.tempo]);
          return (
            <section key={p.id} className="sheet log-card" aria-label={p.name}>
              <h2>{p.name}</h2>
              {belief && <Belief belief={belief} p={p} />}
              {exposures.length > 0 ? (
                <Exposures
                  list={exposures.slice(0, all ? undefined : 4)}
                  log={log}
                  bound={log.bounds[p.id]}
                  rule={rule}
                />
              ) : (
                <p className="small quiet">Not logged yet.</p>
              )}
              <div className="target" style={t.decision === "stop" ? { borderTopColor: "var(--rowan)" } : undefined}>
                <span className="what" style={t.decision === "stop" ? { color: "var(--rowan)" } : undefined}>
                  {t.decision === "stop" || t.decision === "check" ? "■ " : ""}
                  {decisionText(t)}
                  {t.decision === "stop" || t.decision === "check"
                    ? ""
                    : `: ${t.decision === "harder" ? (p.harder?.name ?? "") : asLoad(t.load)} for ${t.reps.low}–${t.reps.high}${t.tempo ? `, lowered in ${t.tempo.lower} s` : ""}`}
                </span>
                {t.reasons.map(reasonText).map((r) => (
                  <span key={r} className="small">
                    {r}
                  </span>
                ))}
                {t.decision === "stop" ? (
                  <Link className="small" to={`/ranking/${headOfLine(p) ?? "triceps-long"}?for=${client.id}`}>
                    Find an equal that spares the joint
                  </Link>
                ) : t.decision === "harder" ? (
                  <Link className="small" to={`/clients/${client.id}/week`}>
                    Swap it in the week
                  </Link>
                ) : (
                  !same &&
                  t.decision !== "first" &&
                  t.decision !== "check" && (
                    <Button size="small" style={{ justifySelf: "start" }} onClick={() => take(p, t)}>
                      Put it in the week
                    </Button>
                  )
                )}
              </div>
            </section>
          );
        })}
        {gone.map((pid) => (
          <section key={pid} className="sheet log-card">
            <h2>{log.names[pid] ?? "An exercise no longer known"}</h2>
            <p className="small quiet">No longer in the week.</p>
            <Exposures
              list={exposuresOf(pid, log.entries, log.reports).slice(0, all ? undefined : 4)}
              log={log}
              bound={log.bounds[pid]}
              rule={rule}
            />
          </section>
        ))}
      </div>
    </>
  );
}

/** the load to expect from this client's strength */
function Belief({ belief, p }: { belief: LoadBelief; p: Prescription }) {
  const expected = expectedLoad(belief, p.reps, p.reserves[p.reserves.length - 1]!);
  if (!expected || expected.likely <= 0) return null;
  return (
    <p className="small quiet">
      Expected from this client's strength: {kg(expected.likely)} kg {p.loadStep.meaning} (
      {kg(Math.max(0, expected.low))}–{kg(expected.high)}).
    </p>
  );
}
const kg = (v: number) => plain(v < 20 ? Math.round(2 * v) / 2 : Math.round(v));

interface ExposuresProps {
  list: Exposure[];
  log: Answer<"log">;
  bound: Bound | undefined;
  rule: (ruling: Ruling) => Promise<void>;
}

function Exposures({ list, log, bound, rule }: ExposuresProps) {
  const twice = new Set(log.twice);
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">day</th>
          <th scope="col">load</th>
          <th scope="col">reps (reserve)</th>
          <th scope="col">felt</th>
          <th scope="col">pain</th>
        </tr>
      </thead>
      <tbody>
        {list.map((x) => (
          <tr key={x.localDate}>
            <td>{dayText(x.localDate)}</td>
            <td>{x.entries[0] ? asLoad(loadOf(x.entries[0])) : "—"}</td>
            <td>
              {x.entries.map((e, i) => (
                <LoggedSet
                  key={e.id}
                  e={e}
                  first={i === 0}
                  flagged={isFlagged(e, bound)}
                  twice={twice.has(e.id)}
                  rule={rule}
                />
              ))}
            </td>
            <td>{x.report?.left ?? x.report?.feel ?? ""}</td>
            <td>
              {x.report?.pain
                ? `${x.report.pain.kind} ${x.report.pain.score}, ${JOINT_NAMES[x.report.pain.joint]}`
                : ""}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** one logged set: opened, what a coach can do about it */
function LoggedSet({
  e,
  first,
  flagged,
  twice,
  rule,
}: {
  e: Entry;
  first: boolean;
  flagged: boolean;
  twice: boolean;
  rule: ExposuresProps["rule"];
}) {
  const text = `${repsText(e)}${e.reserve === null ? "" : ` (${e.reserve})`}`;
  const mark = flagged || twice;
  return (
    <>
      {first ? "" : "  ·  "}
      <Popover trigger="click" content={<SetRuling e={e} flagged={flagged} twice={twice} rule={rule} />}>
        <button
          type="button"
          className="plain set"
          aria-label={`Set ${e.set + 1}: ${text}${flagged ? ", unlikely load" : ""}${twice ? ", corrected twice" : ""}`}
          style={mark ? { color: "var(--rowan)" } : undefined}
        >
          {mark ? "■ " : ""}
          {text}
        </button>
      </Popover>
    </>
  );
}

function SetRuling({
  e,
  flagged,
  twice,
  rule,
}: {
  e: Entry;
  flagged: boolean;
  twice: boolean;
  rule: ExposuresProps["rule"];
}) {
  const [load, setLoad] = useState<number | null>(loadOf(e)?.value ?? null);
  const [reps, setReps] = useState<number | null>(e.parts[0]?.reps ?? null);
  const simple = e.parts.length === 1;
  const correct = () => {
    const [part] = e.parts;
    if (!part || reps === null) return;
    void rule({
      act: "correct",
      id: e.id,
      revision: e.revision,
      parts: [{ ...part, reps, load: part.load && load !== null ? { ...part.load, value: load } : part.load }],
      reserve: e.reserve,
    });
  };
  return (
    <div style={{ display: "grid", gap: 10, maxWidth: 300 }}>
      <strong>
        Set {e.set + 1}, {asLoad(loadOf(e))}
      </strong>
      {flagged && <p className="small">Far from what the other lifts allow. It is no target until you say so.</p>}
      {twice && (
        <p className="small">Corrected on two phones at once. The one that came last is shown; both are kept.</p>
      )}
      {e.by && <p className="small quiet">This revision is {e.by}'s.</p>}
      {simple && (
        <div style={{ display: "flex", gap: 8, alignItems: "center" }}>
          {loadOf(e) && (
            <NumberField aria-label="Load" size="small" style={{ width: 74 }} value={load} onChange={setLoad} />
          )}
          <NumberField aria-label="Reps" size="small" style={{ width: 60 }} value={reps} onChange={setReps} />
          <Button size="small" onClick={correct}>
            Correct
          </Button>
        </div>
      )}
      <div className="actions" style={{ marginTop: 0 }}>
        {flagged && (
          <Button
            size="small"
            type="primary"
            onClick={() => void rule({ act: "confirm", id: e.id, revision: e.revision })}
          >
            It is right
          </Button>
        )}
        <Button size="small" danger onClick={() => void rule({ act: "void", id: e.id, revision: e.revision })}>
          Strike it
        </Button>
      </div>
    </div>
  );
}
