/** The log, and what follows from it: each exercise's last sessions beside its next target and the reason. */
import { App, Button } from "antd";
import { Link, useParams } from "react-router";
import { prescriptionsOf } from "#core/planning/edit";
import { DEFAULT_METHOD } from "#core/planning/method";
import type { Load, Prescription } from "#core/planning/program";
import type { Entry } from "#core/training/entry";
import { expectedLoad, isUnlikely, type LoadBelief } from "#core/training/client-strength";
import { countedReps, exposuresOf, inKg, loadOf, nextTarget, type Exposure, type Target } from "#core/training/progression";
import { api, toFailure } from "../app/api";
import { useOpenClient } from "../app/open-client";
import { Empty, Failed, Loading } from "../app/states";
import { SaveMark } from "../planning/SaveMark";
import { usePlan } from "../planning/usePlan";
import { StrengthSheet } from "./StrengthSheet";
import { useStrength } from "./useStrength";
import { dayText, loadText, plain } from "../../locale/locale";

const DECISION: Record<Target["decision"], string> = { first: "Find a load", raise: "Load up", hold: "Hold", lower: "Load down", lighter: "Lighter, stricter", stop: "Stopped" };
const asLoad = (l: Load | null) => (l ? loadText(l) : "—");

function repsText(e: Entry): string {
  const side = (k: "left" | "right") => e.parts.find((p) => p.kind === k)?.reps;
  if (side("left") !== undefined || side("right") !== undefined) return `${side("left") ?? "–"} | ${side("right") ?? "–"}`;
  const full = e.parts.filter((p) => p.kind === "full").reduce((s, p) => s + p.reps, 0);
  const more = e.parts.filter((p) => p.kind !== "full");
  return more.length ? `${full} + ${more.map((p) => `${p.reps} ${p.kind}`).join(" + ")}` : String(full);
}

export default function LogPage() {
  const { id = "" } = useParams();
  const { client, clients } = useOpenClient();
  const { plan, program, edit } = usePlan(client ? id : null);
  const { data: log, error, isLoading, refetch } = api.useLogQuery(id, { skip: !client, refetchOnMountOrArgChange: true, pollingInterval: 10_000, skipPollingIfUnfocused: true });
  const { message } = App.useApp();
  const strength = useStrength(client, program, log?.entries);
  if (clients.length && !client) return <Empty title="This client is not in your practice"><Link to="/clients">To the clients</Link></Empty>;
  if (error) return <Failed what="The log" reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !log || !program || !plan || !client) return <Loading what="the log" />;
  const planned = prescriptionsOf(program);
  const gone = [...new Set(log.entries.map((e) => e.prescriptionId))].filter((p) => !planned.some((x) => x.id === p));
  const take = (p: Prescription, t: Target) => {
    edit({ kind: "change", prescriptionId: p.id, change: { ...(t.load ? { load: t.load } : {}), reps: t.reps, ...(t.rest ? { rest: t.rest } : {}) } });
    void message.success(`${p.name}: the next target is in the week. Hand it over when the week is ready.`, 4);
  };
  return (
    <>
      <div className="week-line">
        <h1>{client.name}, what happened and what is next</h1>
        <SaveMark plan={plan} />
        <span style={{ marginLeft: "auto", display: "flex", gap: 14 }}>
          <a href={`/api/clients/${client.id}/log.csv`} download>Log as CSV</a>
          <Link to={`/clients/${client.id}/week`}>To the week</Link>
        </span>
      </div>
      {planned.length === 0 && log.entries.length === 0 && <Empty title="Nothing planned and nothing logged"><Link to={`/ranking/triceps-long?for=${client.id}`}>To the ranking</Link></Empty>}
      {strength && <StrengthSheet strength={strength} program={program} name={client.name} />}
      <div className="log-grid">
        {planned.map((p) => {
          const exposures = exposuresOf(p.id, log.entries, log.reports);
          const t = nextTarget(p, exposures, DEFAULT_METHOD);
          const belief = strength?.of(p) ?? null;
          const same = JSON.stringify([t.load ?? p.load, t.reps, t.rest ?? p.rest]) === JSON.stringify([p.load, p.reps, p.rest]);
          return (
            <section key={p.id} className="sheet log-card" aria-label={p.name}>
              <h2>{p.name}</h2>
              {belief && <Belief belief={belief} p={p} last={exposures[0]} />}
              {exposures.length > 0 ? <Exposures list={exposures.slice(0, 4)} /> : <p className="small quiet">Not logged yet.</p>}
              <div className="target" style={t.decision === "stop" ? { borderTopColor: "var(--rowan)" } : undefined}>
                <span className="what" style={t.decision === "stop" ? { color: "var(--rowan)" } : undefined}>
                  {t.decision === "stop" ? "■ " : ""}{DECISION[t.decision]}{t.decision === "stop" ? "" : `: ${asLoad(t.load)} for ${t.reps.low}–${t.reps.high}`}
                </span>
                {t.reasons.map((r) => <span key={r} className="small">{r}</span>)}
                {t.decision === "stop" ? <Link className="small" to={`/ranking/${Object.entries(p.credits).find(([, c]) => c.direct)?.[0] ?? "triceps-long"}?for=${client.id}`}>Find an equal that spares the joint</Link> : !same && t.decision !== "first" && <Button size="small" style={{ justifySelf: "start" }} onClick={() => take(p, t)}>Put it in the week</Button>}
              </div>
            </section>
          );
        })}
        {gone.map((pid) => (
          <section key={pid} className="sheet log-card">
            <h2>{log.names[pid] ?? "An exercise no longer known"}</h2>
            <p className="small quiet">No longer in the week.</p>
            <Exposures list={exposuresOf(pid, log.entries, log.reports).slice(0, 4)} />
          </section>
        ))}
      </div>
    </>
  );
}

/** the load to expect from this client's strength, and a logged one that cannot well be */
function Belief({ belief, p, last }: { belief: LoadBelief; p: Prescription; last: Exposure | undefined }) {
  const expected = expectedLoad(belief, p.reps, p.reserves[p.reserves.length - 1]!);
  const odd = last?.entries.find((e) => e.reserve !== null && !e.instead && loadOf(e) && isUnlikely(belief, inKg(loadOf(e)!), countedReps(e), e.reserve));
  if (!expected) return null;
  return (
    <p className="small">
      <span className="quiet">Expected from this client's strength: {kg(expected.likely)} kg {p.loadStep.meaning} ({kg(expected.low)}–{kg(expected.high)}).</span>
      {odd && <span role="status" style={{ color: "var(--rowan)" }}> ■ {asLoad(loadOf(odd))} for {countedReps(odd)} is far from that: check the unit and whether it was per hand or in all.</span>}
    </p>
  );
}
const kg = (v: number) => plain(v < 20 ? Math.round(2 * v) / 2 : Math.round(v));

function Exposures({ list }: { list: Exposure[] }) {
  return (
    <table>
      <thead>
        <tr><th scope="col">day</th><th scope="col">load</th><th scope="col">reps (reserve)</th><th scope="col">felt</th><th scope="col">pain</th></tr>
      </thead>
      <tbody>
        {list.map((x) => (
          <tr key={x.localDate}>
            <td>{dayText(x.localDate)}</td>
            <td>{x.entries[0] ? asLoad(loadOf(x.entries[0])) : "—"}</td>
            <td>{x.entries.map((e) => `${repsText(e)}${e.reserve === null ? "" : ` (${e.reserve})`}`).join("  ·  ")}</td>
            <td>{x.report?.left ?? x.report?.feel ?? ""}</td>
            <td>{x.report?.pain ? `${x.report.pain.kind} ${x.report.pain.score}, ${x.report.pain.joint}` : ""}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
