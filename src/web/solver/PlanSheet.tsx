/** The week is asked for here, watched while it is worked out, and taken, whole or in part. */
import { Button, Checkbox } from "antd";
import { useEffect, useRef, useState } from "react";
import type { Client } from "#core/clients/client";
import { findExercise } from "#core/exercises/library";
import { editionOf, type Edition } from "#core/edition/edition";
import type { Survey } from "#core/mechanics/survey";
import { doseTotal, weekDose } from "#core/planning/dose";
import { bandOf, groupName, groups } from "#core/planning/groups";
import type { Operation, Program } from "#core/program/document";
import { taking, type Proposal } from "#core/solver/proposals";
import { relaxationText, shortfall } from "#core/solver/relax";
import { leftOut } from "#core/solver/splits";
import { fixed } from "../../page/locale";
import { newId } from "../../page/newId";
import { message } from "../base/say";
import { withOwnSetups } from "../mechanics/own-setups";
import type { Planned, usePlanner } from "./usePlanner";
import { aims, changeText, keptAgainst, proofText } from "./said";
import { askOf, wishFor, type Wish } from "./wish";
import { Wishes } from "./Wishes";

/** what of a week a plan stands on */
const markOf = (program: Program): string =>
  JSON.stringify(
    program.days.map((d) => [
      d.id,
      d.blocks.map((b) => b.prescriptions.map((p) => [p.id, p.reserves.length, p.locked])),
    ]),
  );

interface PlanSheetProps {
  client: Client;
  program: Program;
  survey: Survey | null;
  edition: Edition;
  planner: ReturnType<typeof usePlanner>;
  edit: (...operations: Operation[]) => void;
  onClose: () => void;
}

const MISSING: Record<string, string> = {
  low: "short of its band",
  high: "over its band",
  session: "over what one session may hold",
  direct: "direct sets short",
  days: "days short",
  running: "on days running",
  compounds: "heavy lifts short",
  minutes: "minutes over",
  spine: "points over for the back",
  required: "not in it: it does not fit, or the place or a joint forbids it",
};

export function PlanSheet({ client, program, survey, edition, planner, edit, onClose }: PlanSheetProps) {
  const { planned, start, stop, forget } = planner;
  const [wish, setWish] = useState<Wish>(() => wishFor(program));
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [from, setFrom] = useState("");
  const first = useRef<HTMLButtonElement>(null);
  const sheet = useRef<HTMLElement>(null);
  const ready = survey !== null;
  // whoever is already choosing is left to it
  useEffect(() => {
    if (!sheet.current?.contains(document.activeElement)) first.current?.focus();
  }, [ready]);
  const out = leftOut(wish, program.days).filter((g) => client.priorities[g]);
  const against = keptAgainst(wish, client, program);
  const write = async () => {
    if (!survey) return;
    setLeft(new Set());
    setFrom(markOf(program));
    const whole = await withOwnSetups(survey, program, client);
    start({ task: "plan", ask: askOf(wish, client, program), survey: whole, edition });
  };
  const close = () => {
    forget();
    onClose();
  };
  const result = planned?.result;
  const take = () => {
    if (!result) return;
    const wanted = result.proposals.filter((p) => !left.has(p.id));
    const operations = [...aims(wish, client, program), ...taking(program, result.arrangement, wanted, newId)];
    const lost = wanted.filter((p) => !p.operations.every((o) => operations.includes(o)));
    if (lost.length)
      message.warning(`The week has changed meanwhile. Not taken: ${lost.map((p) => p.name).join(", ")}.`, 8);
    edit(...operations);
    close();
  };
  const none = result && result.proposals.length === 0 && result.program.days.every((d) => d.blocks.length === 0);
  const busy = planned?.state === "working" || planned?.state === "proving";
  return (
    <section
      ref={sheet}
      className="sheet plan-sheet"
      aria-label="Write the week"
      onKeyDown={(e) => e.key === "Escape" && close()}
    >
      <div className="plan-ask">
        <h2>Write the week</h2>
        <Wishes wish={wish} onWish={setWish} client={client} program={program} />
        <span style={{ marginLeft: "auto", display: "flex", gap: 8 }}>
          {busy ? (
            <Button onClick={stop}>Stop</Button>
          ) : (
            <Button ref={first} type={result ? "default" : "primary"} disabled={!survey} onClick={() => void write()}>
              {result ? "Write again" : survey ? "Write it" : "Reading the library ..."}
            </Button>
          )}
          <Button type="text" onClick={close}>
            Close
          </Button>
        </span>
      </div>
      {against.length > 0 && (
        <p className="notice warn small" role="status">
          “Keep what is there” goes before this division: {against.slice(0, 4).join("; ")}
          {against.length > 4 ? ` and ${against.length - 4} more` : ""} would stay on days that are for something else.{" "}
          <Button size="small" onClick={() => setWish({ ...wish, keep: false })}>
            Rewrite the week instead
          </Button>
        </p>
      )}
      {out.length > 0 && (
        <p className="notice warn small">
          This division has no day for {out.map((g) => groupName(g).toLowerCase()).join(", ")}.
        </p>
      )}
      {planned && <Progress planned={planned} />}
      {result && (
        <>
          <Short planned={planned} />
          {markOf(program) !== from && (
            <p className="notice warn small" role="status">
              The week has changed since this was written: what no longer fits it is left out, or write it again.
            </p>
          )}
          {result.proposals.length === 0 ? (
            <p className="small">
              {none
                ? "Nothing can be planned: no group has a priority, or nothing at hand trains those that have."
                : "Nothing is clearly better than what stands there."}
            </p>
          ) : (
            <Proposals
              proposals={result.proposals}
              program={result.program}
              doses={dosesOf(program, result.program, client)}
              left={left}
              onLeft={setLeft}
              busy={busy}
            />
          )}
          <div className="actions">
            <Button type="primary" disabled={busy || result.proposals.length === 0} onClick={take}>
              {left.size > 0 ? "Take what is ticked" : "Take this week"}
            </Button>
            <Button onClick={close}>Leave the week as it is</Button>
          </div>
        </>
      )}
    </section>
  );
}

function Progress({ planned }: { planned: Planned }) {
  const { state, gap, result } = planned;
  // a gap of a tenth and more is nearly nothing proven yet
  const width = gap === null ? 4 : Math.max(4, 100 - Math.min(100, 1000 * gap));
  return (
    <div className="plan-progress" role="status">
      <span className="gap" aria-hidden>
        <i style={{ width: `${width}%` }} className={state === "proving" || state === "working" ? "moving" : ""} />
      </span>
      <span className="small">
        {proofText(planned)}{" "}
        {result && <span className="quiet">{result.minutes.map((m) => Math.round(m)).join(", ")} min.</span>}
      </span>
    </div>
  );
}

/** what does not fit, and the smallest changes found that would mend it */
function Short({ planned }: { planned: Planned }) {
  const { result, relaxations } = planned;
  if (!result) return null;
  const short = result.missing.filter((m) => !["high", "running", "session"].includes(m.kind));
  if (shortfall(result.missing) < 0.3) return null;
  const name = (of: string) => {
    const day = result.program.days.find((d) => d.id === of);
    return day ? day.name : of === "week" ? "The week" : (findExercise(of)?.name ?? groupName(of));
  };
  const told = (m: (typeof short)[number]) =>
    m.kind === "required"
      ? `${name(m.of)} is ${MISSING.required}`
      : `${name(m.of)}: ${fixed(m.by, 1)} ${MISSING[m.kind]}`;
  return (
    <div className="notice warn small">
      <strong>Not everything fits.</strong> {short.slice(0, 5).map(told).join("; ")}.
      {relaxations.length > 0 && (
        <>
          {" "}
          Any one of these would help (found by trying, not proven the smallest):
          <ul className="plain-list">
            {relaxations.map((r, i) => (
              <li key={i}>{relaxationText(r)}</li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

const VERB: Record<Proposal["kind"], string> = {
  add: "Add",
  "take off": "Take off",
  move: "Move",
  sets: "Change",
  technique: "Change",
};

/** by group: "3 → 6 of 5.4–9 sets", where the written week changes it */
function dosesOf(now: Program, then: Program, client: Client): ReadonlyMap<string, string> {
  const [was, is] = [weekDose(now).groups, weekDose(then).groups];
  const { method } = editionOf(then);
  return new Map(
    groups.flatMap((g) => {
      const [a, b] = [doseTotal(was[g.id]!), doseTotal(is[g.id]!)];
      if (Math.abs(a - b) < 0.25) return [];
      const band = bandOf(g.id, client, method);
      const of = band ? ` of ${one(band.low)}–${one(band.high)}` : "";
      return [[g.id, `${g.name.toLowerCase()} ${one(a)} → ${one(b)}${of}`] as const];
    }),
  );
}
const one = (x: number) => fixed(x, Number.isInteger(Math.round(10 * x) / 10) ? 0 : 1);

function Proposals({
  proposals,
  program,
  doses,
  left,
  onLeft,
  busy,
}: {
  proposals: Proposal[];
  program: Program;
  /** what the week as a whole does to a group's sets */
  doses: ReadonlyMap<string, string>;
  left: ReadonlySet<string>;
  onLeft: (left: ReadonlySet<string>) => void;
  busy: boolean;
}) {
  const flip = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    onLeft(next);
  };
  const dayName = (id: string | undefined) => program.days.find((d) => d.id === id)?.name ?? "";
  return (
    <div className="proposals" role="group" aria-label="Changes to the week" tabIndex={0}>
      {program.days.map((d) => {
        const own = proposals.filter((p) => p.dayId === d.id);
        if (own.length === 0) return null;
        return (
          <fieldset key={d.id} disabled={busy}>
            <legend>{d.name}</legend>
            {own.map((p) => (
              <Checkbox key={p.id} checked={!left.has(p.id)} disabled={busy} onChange={() => flip(p.id)}>
                <span className={p.kind === "take off" ? "gone" : ""}>
                  {VERB[p.kind]} {p.name},
                </span>{" "}
                <span className="quiet small">
                  {changeText(p, dayName)}
                  {p.kind !== "take off" &&
                    p.groups.length > 0 &&
                    ` (${p.groups.map((g) => doses.get(g) ?? groupName(g).toLowerCase()).join("; ")})`}
                </span>
              </Checkbox>
            ))}
          </fieldset>
        );
      })}
    </div>
  );
}
