/** The week is asked for here, watched while it is worked out, and taken, whole or in part. */
import { planSheet as spoken } from "#core/words/web/solver";
import { Button, Checkbox } from "antd";
import { useEffect, useRef, useState } from "react";
import type { Client } from "#core/clients/client";
import { shelved } from "#core/exercises/shelf";
import { findExercise } from "#core/exercises/library";
import { editionOf } from "#core/edition/edition";
import { doseTotal, weekDose } from "#core/planning/dose";
import { bandOf, groupName, groups } from "#core/planning/groups";
import type { Program } from "#core/program/document";
import { taking } from "#core/solver/proposals";
import type { PlanResult } from "#core/solver/result";
import { relaxationText, shortfall } from "#core/solver/relax";
import { form, proposal as words, short as short_, state } from "#core/words/builder";
import { useEdition } from "../base/edition";
import { newId } from "../../page/newId";
import { message } from "../base/say";
import { withOwnSetups } from "../mechanics/own-setups";
import type { Planned, usePlanner } from "./usePlanner";
import { aims, changeText, keptAgainst, proofText } from "./said";
import { askOf, wishFor, type Wish } from "./wish";
import { Wishes } from "./Wishes";
import { useWeek } from "../planning/open-week";

/** what of a week a plan stands on */
const markOf = (program: Program): string =>
  JSON.stringify(
    program.days.map((d) => [
      d.id,
      d.blocks.map((b) => b.prescriptions.map((p) => [p.id, p.reserves.length, p.locked])),
    ]),
  );

interface PlanSheetProps {
  planner: ReturnType<typeof usePlanner>;
  onClose: () => void;
}

const MISSING: Readonly<Record<string, string>> = spoken.missing;

export function PlanSheet({ planner, onClose }: PlanSheetProps) {
  const { client, program, survey, edit } = useWeek();
  const edition = useEdition();
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
  const against = keptAgainst(wish, client, program);
  const write = async () => {
    if (!survey) return;
    setLeft(new Set());
    setFrom(markOf(program));
    const whole = await withOwnSetups(survey, program, client);
    start({ task: "plan", ask: askOf(wish, client, program), survey: whole, edition, own: shelved() });
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
    if (lost.length) message.warning(words.lost({ names: lost.map((p) => p.name) }), 8);
    edit(...operations);
    close();
  };
  const none = result && result.proposals.length === 0 && result.program.days.every((d) => d.blocks.length === 0);
  const busy = planned?.state === "working" || planned?.state === "proving";
  const accepted = result ? result.proposals.filter((p) => !left.has(p.id)).length : 0;
  return (
    <section
      ref={sheet}
      className="sheet plan-sheet"
      aria-label={form.title()}
      onKeyDown={(e) => e.key === "Escape" && close()}
    >
      <h2 className="visually-hidden">{form.title()}</h2>
      <Wishes
        wish={wish}
        onWish={setWish}
        client={client}
        program={program}
        edition={edition}
        survey={survey}
        against={against}
      />
      <div className="builder-bar">
        {busy ? (
          <Button onClick={stop}>{state.stop()}</Button>
        ) : (
          <Button ref={first} type={result ? "default" : "primary"} disabled={!survey} onClick={() => void write()}>
            {result ? state.again() : survey ? state.build() : state.reading()}
          </Button>
        )}
        {planned && <Progress planned={planned} />}
        <Button type="text" onClick={close} style={{ marginLeft: "auto" }}>
          {state.close()}
        </Button>
      </div>
      {result && (
        <>
          <Short planned={planned} />
          {!busy && result.spare && (
            <p className="small">
              {words.spare({
                minutes: result.spare.minutes,
                raise: result.spare.raise.slice(0, 2).map((g) => groupName(g).toLowerCase()),
              })}
            </p>
          )}
          {markOf(program) !== from && (
            <p className="notice warn small" role="status">
              {words.moving()}
            </p>
          )}
          {result.proposals.length === 0 ? (
            <p className="small">{none ? words.none() : words.stands()}</p>
          ) : (
            <Proposals
              result={result}
              doses={dosesOf(program, result.program, client)}
              left={left}
              onLeft={setLeft}
              busy={busy}
              limit={client.minutes}
            />
          )}
          <div className="builder-bar">
            <Button type="primary" disabled={busy || accepted === 0} onClick={take}>
              {words.accept({ n: accepted })}
            </Button>
            <Button onClick={close}>{words.leave()}</Button>
            <span className="small quiet">{words.before()}</span>
          </div>
        </>
      )}
    </section>
  );
}

function Progress({ planned }: { planned: Planned }) {
  const { state: at, gap } = planned;
  // a gap of a tenth and more is nearly nothing proven yet
  const width = gap === null ? 4 : Math.max(4, 100 - Math.min(100, 1000 * gap));
  return (
    <div className="plan-progress" role="status">
      <span className="gap" aria-hidden>
        <i style={{ width: `${width}%` }} className={at === "proving" || at === "working" ? "moving" : ""} />
      </span>
      <span className="small">{proofText(planned)}</span>
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
    return day ? day.name : of === "week" ? spoken.theWeek() : (findExercise(of)?.name ?? groupName(of));
  };
  const told = (m: (typeof short)[number]) =>
    m.kind === "required"
      ? spoken.required({ name: name(m.of) })
      : spoken.missed({ name: name(m.of), by: m.by, what: MISSING[m.kind] ?? "" });
  return (
    <div className="notice warn small">
      <strong>{short_.title()}</strong> {short.slice(0, 5).map(told).join("; ")}.
      {relaxations.length > 0 && (
        <>
          {" "}
          {short_.relax()}
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

/** by group: "Side delts 3 → 6 of 5.4–9", where the week that is built changes it */
function dosesOf(now: Program, then: Program, client: Client): ReadonlyMap<string, string> {
  const [was, is] = [weekDose(now).groups, weekDose(then).groups];
  const { method } = editionOf(then);
  return new Map(
    groups.flatMap((g) => {
      const [a, b] = [doseTotal(was[g.id]!), doseTotal(is[g.id]!)];
      if (Math.abs(a - b) < 0.25) return [];
      const band = bandOf(g.id, client, method);
      return [
        [g.id, words.dose({ group: g.name, from: a, to: b, band: band ? [band.low, band.high] : null })] as const,
      ];
    }),
  );
}

interface ProposalsProps {
  result: PlanResult;
  /** what the week as a whole does to a group's sets */
  doses: ReadonlyMap<string, string>;
  left: ReadonlySet<string>;
  onLeft: (left: ReadonlySet<string>) => void;
  busy: boolean;
  /** minutes of a day */
  limit: number;
}

/** a column a day: its minutes against the limit, and each change with its tick */
function Proposals({ result, doses, left, onLeft, busy, limit }: ProposalsProps) {
  const { proposals, program, minutes } = result;
  const flip = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    onLeft(next);
  };
  const dayName = (id: string | undefined) => program.days.find((d) => d.id === id)?.name ?? "";
  return (
    <div className="proposals" role="group" aria-label={words.title()} tabIndex={0}>
      {program.days.map((d, i) => (
        <fieldset key={d.id} disabled={busy}>
          <legend>
            {d.name} <span className="small quiet">{words.minutes({ minutes: minutes[i] ?? 0, of: limit })}</span>
          </legend>
          <span className="day-minutes" aria-hidden>
            <i style={{ width: `${Math.min(100, (80 * (minutes[i] ?? 0)) / limit)}%` }} />
          </span>
          {proposals
            .filter((p) => p.dayId === d.id)
            .map((p) => (
              <Checkbox key={p.id} checked={!left.has(p.id)} disabled={busy} onChange={() => flip(p.id)}>
                <span className={p.kind === "take off" ? "gone" : ""}>
                  {words.verbs[p.kind]} {p.name},
                </span>{" "}
                <span className="quiet small">{changeText(p, dayName)}</span>
                {p.kind !== "take off" && p.groups.length > 0 && (
                  <span className="dose small">{p.groups.map((g) => doses.get(g) ?? groupName(g)).join("; ")}</span>
                )}
              </Checkbox>
            ))}
        </fieldset>
      ))}
    </div>
  );
}
