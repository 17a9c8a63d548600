/** One line of the week in the log: what happened, what is next and why, and what to do about it. */
import { lineLog as words } from "#core/words/web/training";
import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { Client } from "#core/clients/client";
import { editionOf } from "#core/edition/edition";
import type { Method } from "#core/edition/method";
import type { Answer, Ruling } from "#core/exchange/api";
import { JOINT_NAMES, type Joint } from "#core/exercises/joints";
import type { Operation, Prescription, Program } from "#core/program/document";
import { expectedOf, type LoadBelief } from "#core/training/belief";
import { doneCredit } from "#core/training/done-credit";
import { asOfNow, exposuresOf } from "#core/training/exposures";
import { flagsOf } from "#core/training/flags";
import { targetFor, type Decision, type Target } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import { fixed, loadText, plain } from "../../page/locale";
import { message } from "../base/say";
import { Swap } from "../planning/Swap";
import { asLoad, LoggedSets } from "./LoggedSets";

const DECISION: Record<Decision, string> = {
  first: words.findALoad(),
  raise: words.loadUp(),
  slower: words.slower(),
  harder: words.harderExercise(),
  hold: words.sameLoad(),
  check: words.lookFirst(),
  lower: words.loadDown(),
  lighter: words.lighterStricter(),
  stop: words.stopped(),
};
/** nothing to find where there is a load to start with */
const decisionText = (t: Target) =>
  t.decision === "first" && (t.load?.value ?? 0) > 0 ? words.startWith() : DECISION[t.decision];

/** workouts shown unless all are asked for */
const SHOWN = 4;

export interface LineLogProps {
  p: Prescription;
  /** day of the week it stands on */
  day: string;
  client: Client;
  program: Program;
  log: Answer<"log">;
  belief: LoadBelief | null;
  all: boolean;
  edit: (...operations: Operation[]) => void;
  rule: (ruling: Ruling) => Promise<void>;
  /** what spares a joint that hurts is looked for at once */
  sparing: boolean;
}

export function LineLog({ p, day, client, program, log, belief, all, edit, rule, sparing }: LineLogProps) {
  const { method } = editionOf(program);
  const exposures = exposuresOf(p.id, log.entries, log.reports);
  const struck = log.entries.filter((e) => e.prescriptionId === p.id && e.voided);
  const flagged = flagsOf(p, asOfNow(p, log), log.bounds[p.id], method);
  const t = targetFor(p, log, method);
  const hurt = t.decision === "stop" ? (exposures[0]?.report?.pain?.joint ?? null) : null;
  const last = exposures.find((x) => x.entries.length > 0);
  return (
    <div className="line-log" role="group" id={`line-${p.id}`} tabIndex={-1} aria-label={`${p.name}, ${day}`}>
      <h3>
        {day}
        {last && <Done last={last.entries.filter((e) => !flagged.has(e.id))} p={p} method={method} />}
      </h3>
      {belief && <Belief belief={belief} p={p} />}
      {exposures.length > 0 || struck.length > 0 ? (
        <LoggedSets
          clientId={client.id}
          list={exposures.slice(0, all ? undefined : SHOWN)}
          struck={struck}
          log={log}
          flagged={flagged}
          earlier={p.earlier}
          rule={rule}
        />
      ) : (
        <p className="small quiet">{words.notLoggedYet()}</p>
      )}
      <div className="target" style={t.decision === "stop" ? { borderTopColor: "var(--rowan)" } : undefined}>
        <span className="what" style={t.decision === "stop" ? { color: "var(--rowan)" } : undefined}>
          {t.decision === "stop" || t.decision === "check" ? "■ " : ""}
          {decisionText(t)}
          {t.decision === "stop" || t.decision === "check" ? "" : `: ${askedText(t, p)}`}
        </span>
        {t.reasons
          .map((r) => reasonText(r))
          .map((r) => (
            <span key={r} className="small">
              {r}
            </span>
          ))}
        {hurt ? (
          <Sparing p={p} client={client} program={program} joint={hurt} edit={edit} sparing={sparing} />
        ) : (
          <Take p={p} t={t} client={client} edit={edit} />
        )}
      </div>
    </div>
  );
}

/** "30 kg × 8–12", each set by itself where they differ */
function askedText(t: Target, p: Prescription): string {
  if (t.decision === "harder") return p.harder?.name ?? "";
  const loads = t.sets.map((s) => s.load?.value ?? null);
  const differ = loads.some((l) => l !== loads[0]);
  const load = differ
    ? `${loads.map((l) => (l === null ? "—" : plain(l))).join(" · ")} ${t.load?.unit ?? ""}`
    : asLoad(t.load);
  return words.target({ load, low: t.reps.low, high: t.reps.high, lower: t.tempo?.lower ?? null });
}

/** effective sets as done the last time, beside what was planned */
function Done({ last, p, method }: { last: Parameters<typeof doneCredit>[0][]; p: Prescription; method: Method }) {
  const done = last.reduce((s, e) => s + doneCredit(e, p, method), 0);
  return (
    <span className="small quiet">
      {" "}
      {words.lastTimeEffectiveSets({ done: fixed(done, 1), last: last.length, reserves: p.reserves.length })}
    </span>
  );
}

/** the load to expect from this client's strength */
function Belief({ belief, p }: { belief: LoadBelief; p: Prescription }) {
  const expected = expectedOf(belief, p);
  if (!expected) return null;
  return (
    <p className="small quiet">
      {words.expectedFromThisClient({
        likely: near(expected.likely),
        unit: expected.unit,
        meaning: expected.meaning,
        low: near(expected.low),
        high: near(expected.high),
      })}
    </p>
  );
}
/** as near as a load is known: halves where it is small */
const near = (v: number) => plain(v < 20 ? Math.round(2 * v) / 2 : Math.round(v));

/** the target as an edit of the week, where it is another one */
function Take({ p, t, client, edit }: Pick<LineLogProps, "p" | "client" | "edit"> & { t: Target }) {
  if (t.decision === "harder")
    return (
      <Link className="small" to={`/clients/${client.id}/week`}>
        {words.swapItInThe()}
      </Link>
    );
  const same =
    JSON.stringify([t.load ?? p.load, t.reps, t.rest ?? p.rest, t.tempo ?? p.tempo]) ===
    JSON.stringify([p.load, p.reps, p.rest, p.tempo]);
  if (same || t.decision === "first" || t.decision === "check" || t.decision === "stop") return null;
  const take = () => {
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
    message.success(words.inWeek({ name: p.name, load: t.load && loadText(t.load) }), 4);
  };
  return (
    <Button size="small" style={{ justifySelf: "start" }} onClick={take}>
      {words.putItInThe()}
    </Button>
  );
}

/** a joint hurts: what asks less of it, or nothing at all */
function Sparing({
  p,
  client,
  program,
  joint,
  edit,
  sparing,
}: Pick<LineLogProps, "p" | "client" | "program" | "edit" | "sparing"> & { joint: Joint }) {
  const [open, setOpen] = useState(sparing);
  const close = () => setOpen(false);
  return (
    <>
      <Button size="small" style={{ justifySelf: "start" }} onClick={() => setOpen(true)}>
        {words.findAnExerciseThat({ joint: JOINT_NAMES[joint] })}
      </Button>
      {open && (
        <Swap
          p={p}
          client={client}
          spare={joint}
          program={program}
          onSwap={(prescription) => {
            edit({ kind: "swap", prescriptionId: p.id, prescription });
            message.success(words.nameStandsInIts({ name: prescription.name }), 4);
            close();
          }}
          onLeaveOut={() => {
            edit({ kind: "remove", prescriptionId: p.id });
            message.success(words.nameIsOutOf({ name: p.name }), 4);
            close();
          }}
          onClose={close}
        />
      )}
    </>
  );
}
