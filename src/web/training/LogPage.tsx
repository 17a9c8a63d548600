/** The log, and what follows from it: one card an exercise, with its lines by day, and each line's next target. */
import { logPage as text } from "#core/words/web/training";
import { useEffect, useRef } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { Ruling } from "#core/exchange/api";
import type { Prescription, Program } from "#core/program/document";
import { exercises } from "#core/exercises/library";
import { exposuresOf } from "#core/training/exposures";
import type { CheckIn } from "#core/training/check-in-schema";
import { groupName } from "#core/planning/groups";
import { scoreOf } from "#core/training/check-in";
import { checkIns as words } from "#core/words/log";
import { dayText } from "../../page/locale";
import { message } from "../base/say";
import { api, toFailure } from "../base/api";
import { useOpenClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { useStrength } from "../mechanics/useStrength";
import { SaveMark } from "../planning/SaveMark";
import { usePlan } from "../planning/usePlan";
import { LineLog } from "./LineLog";
import { LoggedSets } from "./LoggedSets";
import { useOlder } from "./useOlder";
import { StrengthSheet } from "./StrengthSheet";

interface Standing {
  p: Prescription;
  day: string;
}

/** the lines of a week by exercise, each with its day, in the order of the week */
function byExercise(program: Program): [string, Standing[]][] {
  const all = new Map<string, Standing[]>();
  for (const d of program.days)
    for (const p of d.blocks.flatMap((b) => b.prescriptions)) {
      const list = all.get(p.exerciseId) ?? [];
      all.set(p.exerciseId, [...list, { p, day: d.name }]);
    }
  return [...all];
}

/** one setup: its name; several: the exercise, and each line says its own */
const titleOf = (id: string, lines: readonly Standing[]): string =>
  new Set(lines.map((l) => l.p.name)).size === 1 ? lines[0]!.p.name : (exercises.get(id)?.name ?? lines[0]!.p.name);

export default function LogPage() {
  const { id = "" } = useParams();
  const { client, unknown } = useOpenClient();
  const { plan, program, edit } = usePlan(client ? id : null);
  const {
    data: newest,
    error,
    isLoading,
    refetch,
  } = api.useLogQuery(
    { clientId: id },
    { skip: !client, refetchOnMountOrArgChange: true, pollingInterval: 10_000, skipPollingIfUnfocused: true },
  );
  const { log, more, older, fewer } = useOlder(id, newest);
  const all = older > 0;
  const [sendRuling] = api.useRuleMutation();
  const [params] = useSearchParams();
  useLineInView(params.get("line"), Boolean(log && program));
  const strength = useStrength(client, program, log);
  if (unknown)
    return (
      <Empty title={text.thisClientIsNot()}>
        <Link to="/clients">{text.toTheClients()}</Link>
      </Empty>
    );
  if (error) return <Failed what={text.theLog()} reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !log || !program || !plan || !client) return <Loading what={text.theLog2()} />;
  const planned = byExercise(program);
  const there = new Set(planned.flatMap(([, lines]) => lines.map((l) => l.p.id)));
  const gone = [...new Set(log.entries.map((e) => e.prescriptionId))].filter((p) => !there.has(p));
  const rule = async (ruling: Ruling) => {
    const r = await sendRuling({ clientId: id, ruling });
    if (r.error) message.error(toFailure(r.error).error, 5);
  };
  return (
    <>
      <div className="week-line">
        <h1>{text.logAndNextTargets({ name: client.name })}</h1>
        <SaveMark plan={plan} />
        <span style={{ marginLeft: "auto", display: "flex", gap: 14 }}>
          {more && (
            <button type="button" className="plain link" onClick={more}>
              {text.twelveWeeksMore()}
            </button>
          )}
          {all && (
            <button type="button" className="plain link" onClick={fewer}>
              {text.onlyTheLastTwelve()}
            </button>
          )}
          <a href={`/api/clients/${client.id}/log.csv`} download>
            {text.logAsCsv()}
          </a>
          <Link to={`/clients/${client.id}/week`}>{text.toTheWeek()}</Link>
        </span>
      </div>
      {planned.length === 0 && log.entries.length === 0 && (
        <Empty title={text.nothingPlannedAndNothing()}>
          <Link to={`/ranking/triceps-long?for=${client.id}`}>{text.toTheRanking()}</Link>
        </Empty>
      )}
      <CheckIns list={log.checkIns} />
      {strength && <StrengthSheet strength={strength} program={program} name={client.name} />}
      <div className="log-grid">
        {planned.map(([exerciseId, lines]) => {
          const title = titleOf(exerciseId, lines);
          return (
            <section key={exerciseId} className="sheet log-card" aria-label={title}>
              <h2>{title}</h2>
              {lines.map(({ p, day }) => (
                <LineLog
                  key={p.id}
                  p={p}
                  day={p.name === title ? day : `${day}: ${p.name}`}
                  client={client}
                  program={program}
                  log={log}
                  sparing={params.get("line") === p.id && params.get("spare") === "1"}
                  belief={strength?.of(p) ?? null}
                  all={all}
                  edit={edit}
                  rule={rule}
                />
              ))}
            </section>
          );
        })}
        {gone.map((pid) => (
          <section key={pid} className="sheet log-card">
            <h2>{log.names[pid] ?? text.anExerciseThatThe()}</h2>
            <p className="small quiet">{text.noLongerInThe()}</p>
            <LoggedSets
              clientId={client.id}
              list={exposuresOf(pid, log.entries, log.reports).slice(0, all ? undefined : 4)}
              struck={log.entries.filter((e) => e.prescriptionId === pid && e.voided)}
              log={log}
              flagged={NONE}
              earlier={[]}
              rule={rule}
            />
          </section>
        ))}
      </div>
    </>
  );
}

const checkInText = (c: CheckIn): string =>
  words.one({
    ...c,
    day: dayText(c.localDate),
    score: scoreOf(c),
    where: c.sore.map((g) => groupName(g).toLowerCase()),
  });

/** how recovered the client was, the last weeks */
function CheckIns({ list }: { list: readonly CheckIn[] }) {
  const shown = [...list].sort((a, b) => b.localDate.localeCompare(a.localDate)).slice(0, 4);
  if (shown.length === 0) return null;
  return (
    <p className="small" role="note">
      {words.title()} {shown.map(checkInText).join("; ")}
    </p>
  );
}

/** brings a line that the address names into view, once, as soon as it is there */
function useLineInView(lineId: string | null, there: boolean): void {
  const shown = useRef<string | null>(null);
  useEffect(() => {
    if (!lineId || !there || shown.current === lineId) return;
    shown.current = lineId;
    const line = document.getElementById(`line-${lineId}`);
    line?.scrollIntoView({ block: "center" });
    line?.focus({ preventScroll: true });
  }, [lineId, there]);
}

const NONE: ReadonlySet<string> = new Set();
