/** What is asked of a whole week: every criterion ticked, what more would bring, a block of weeks, a second week. */
import { checks as judged, weekSheets as said } from "#core/words/web/planning";
import { Button, Segmented } from "antd";
import { useEdition } from "../base/edition";
import { Dialog } from "../base/Dialog";
import { useEffect, useEffectEvent, useMemo, useState } from "react";
import type { Client } from "#core/clients/client";
import { exercises } from "#core/exercises/library";
import { shelved } from "#core/exercises/shelf";
import { BLOCK_WEEKS, blockOf } from "#core/planning/block";
import type { Check } from "#core/planning/judged";
import { checkText, fixText } from "#core/planning/check-words";
import { tick } from "#core/planning/criteria";
import { findGroup, groupName } from "#core/planning/groups";
import { droppedFirst } from "#core/planning/drop-first";
import type { Operation, Program } from "#core/program/document";
import { hasWeekB, inWeek, withoutWeekB } from "#core/program/weeks";
import type { PlanAsk } from "#core/solver/ask";
import { orderOf } from "#core/solver/order-advice";
import { AS_SET, daysOf } from "#core/solver/splits";
import { fixed } from "../../page/locale";
import { Loading } from "../base/states";
import type { PlannerAsk, PlannerTold } from "../solver/messages";
import { useOwnSetups, withOwnSetups } from "../mechanics/own-setups";
import { useTask } from "../solver/useTask";
import { useWeek } from "./open-week";

export const SHEETS = {
  criteria: said.everyCriterion(),
  order: said.theOrderOfThe(),
  margins: said.whatWouldMoreBring(),
  block: said.aBlockOfWeeks(),
  second: said.aSecondWeekTo(),
} as const;
export type SheetId = keyof typeof SHEETS;

interface WeekSheetProps {
  sheet: SheetId;
  /** all of it, of two weeks that take turns both */
  whole: Program;
  checks: readonly Check[];
  onClose: () => void;
}

export function WeekSheet(props: WeekSheetProps) {
  const { sheet, onClose } = props;
  return (
    <Dialog open onCancel={onClose} footer={null} title={SHEETS[sheet]} width={720}>
      {sheet === "criteria" && <Criteria {...props} />}
      {sheet === "order" && <Orders />}
      {sheet === "margins" && <Margins />}
      {sheet === "block" && <BlockWeeks {...props} />}
      {sheet === "second" && <SecondWeek {...props} />}
    </Dialog>
  );
}

const { states } = judged;
const SIGN = { problem: "■", look: "◆", pass: "✓" } as const;

function Criteria({ checks }: WeekSheetProps) {
  const { edit } = useWeek();
  const ticked = tick(checks);
  const judged = ticked.filter((t) => t.judged);
  return (
    <>
      <p className="small quiet" role="status">
        {said.ofHold({ held: judged.filter((t) => t.state === "pass").length, judged: judged.length })}
      </p>
      <ul className="plain-list criteria-list">
        {ticked.map((t) => (
          <li key={t.name} data-judged={t.judged}>
            <span className={`verdict ${t.state}`}>
              <span aria-hidden>{t.judged ? SIGN[t.state] : "–"}</span>
              <span className="visually-hidden">{t.judged ? states[t.state] : said.notJudged()}</span>
            </span>
            <div>
              {t.name}
              {!t.judged && <span className="small quiet">{said.notAskedOfThis()}</span>}
              {t.against.slice(0, 3).map((c, i) => {
                const text = checkText(c);
                const [fix] = c.fixes;
                return (
                  <div key={i} className="small quiet">
                    {text.title}: {text.number}.{" "}
                    {fix && (
                      <button type="button" className="plain link" onClick={() => edit(...fix.operations)}>
                        {fixText(fix)}
                      </button>
                    )}
                  </div>
                );
              })}
              {t.against.length > 3 && <div className="small quiet">{said.andMore({ n: t.against.length - 3 })}</div>}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}

/** an ask for the planner about the open week, as soon as everything for it is at hand */
function usePlannerAsk(task: PlannerAsk["task"], program: Program): PlannerAsk | null {
  const { client, survey } = useWeek();
  const edition = useEdition();
  const [ask, setAsk] = useState<PlannerAsk | null>(null);
  // asked once for the week as it stood when the sheet was opened
  const begin = useEffectEvent(async (): Promise<PlannerAsk> => {
    const asked: PlanAsk = {
      client,
      program,
      days: daysOf(program, client, AS_SET),
      use: "minutes",
      banned: [],
      keep: true,
      pairs: true,
    };
    return { task, ask: asked, survey: await withOwnSetups(survey!, program, client), edition, own: shelved() };
  });
  const ready = survey !== null;
  useEffect(() => {
    if (!ready) return;
    let current = true;
    void begin().then((made) => current && setAsk(made));
    return () => {
      current = false;
    };
  }, [ready]);
  return ask;
}

const of = <K extends PlannerTold["kind"]>(told: readonly PlannerTold[], kind: K) =>
  told.filter((t): t is Extract<PlannerTold, { kind: K }> => t.kind === kind);

/** what each day's order costs against the best, and which neighbours stand the wrong way round */
function Orders() {
  const { client, program, survey: library, edit } = useWeek();
  const edition = useEdition();
  const survey = useOwnSetups(library, program, client);
  const advice = useMemo(() => {
    if (!survey) return null;
    const ask = { client, program, days: [], use: "minutes", banned: [], keep: true, pairs: true } as const;
    return program.days.map((day) => ({ day, told: orderOf(ask, { survey, edition, exercises }, day.id) }));
  }, [client, program, survey, edition]);
  if (!advice) return <Loading what={said.theLibrary()} />;
  return (
    <>
      <p className="small quiet">{said.anOrderCostsWhen()}</p>
      {advice.map(({ day, told }) => (
        <section key={day.id}>
          <h3>{day.name}</h3>
          {!told && <p className="small quiet">{said.thePlannerNeedsTwo()}</p>}
          {told && told.over < 0.05 && <p className="small">{said.itStandsInThe()}</p>}
          {told && told.over >= 0.05 && (
            <>
              <p className="small">
                {said.thisOrderCostsMore({ over: fixed(told.over, 1), why: told.best.join(", ") })}{" "}
                <button type="button" className="plain link" onClick={() => edit(...told.operations)}>
                  {said.putInThatOrder({ name: day.name })}
                </button>
              </p>
              <ul className="plain-list small">
                {told.neighbours
                  .filter((n) => n.turned < n.asIs - 0.05)
                  .map((n) => (
                    <li key={`${n.first} ${n.second}`}>
                      {said.thenTheOtherWay({
                        first: n.first,
                        second: n.second,
                        asIs: fixed(n.asIs, 1),
                        turned: fixed(n.turned, 1),
                      })}
                    </li>
                  ))}
              </ul>
            </>
          )}
        </section>
      ))}
    </>
  );
}

const setsText = (n: number) => said.setsMore({ n });
const MARGIN = {
  minutes: (n: number) => said.nMoreMinutesA({ n }),
  day: () => said.addADay(),
  pairs: () => said.pairs(),
  techniques: () => said.theSameMinutesWith(),
} as const;

function Margins() {
  const { program, client, edit } = useWeek();
  const edition = useEdition();
  const heard = useTask(usePlannerAsk("margins", program));
  const dropped = useMemo(() => droppedFirst(program, client, edition.method), [program, client, edition]);
  const margins = of(heard.told, "margin");
  return (
    <>
      <h3>{said.moreTimeWouldAdd()}</h3>
      {!heard.done && margins.length === 0 && <Loading what={said.weeksWithMoreRoom()} />}
      <ul className="plain-list">
        {margins.map(({ margin: m }) => (
          <li key={m.kind}>
            <strong>{MARGIN[m.kind](m.more)}</strong>:{" "}
            {m.kind === "minutes" && m.sets === 0
              ? said.nothingEveryDayHas({ left: Math.floor(m.left) })
              : setsText(m.sets)}
            <span className="small quiet">
              {m.groups.length > 0 &&
                `; ${m.groups
                  .slice(0, 5)
                  .map((g) => `${groupName(g.group).toLowerCase()} ${setsText(g.sets)}`)
                  .join(", ")}`}
            </span>
          </li>
        ))}
      </ul>
      <p className="small quiet">{said.eachIsBackedBy()}</p>
      <h3>{said.shortOfTimeDrop()}</h3>
      {dropped.length === 0 && <p className="small quiet">{said.thisWeekIsEmpty()}</p>}
      <ol className="plain-list">
        {dropped.slice(0, 6).map((l) => (
          <li key={l.prescriptionId}>
            {l.name}{" "}
            <span className="small quiet">
              {said.givesBack({ minutes: fixed(l.minutes, 1), sets: fixed(l.sets, 1) })}
              {l.short.length > 0 &&
                said.whatWouldBeShort({ what: l.short.map((g) => groupName(g).toLowerCase()).join(", ") })}
            </span>{" "}
            <button
              type="button"
              className="plain link small"
              onClick={() => edit({ kind: "remove", prescriptionId: l.prescriptionId })}
            >
              {said.takeItOff()}
            </button>
          </li>
        ))}
      </ol>
      {heard.failed && <p className="notice warn small">{heard.failed}</p>}
    </>
  );
}

function BlockWeeks({ onClose }: Pick<WeekSheetProps, "onClose">) {
  const { client, program, edit } = useWeek();
  const edition = useEdition();
  const [weeks, setWeeks] = useState<number>(BLOCK_WEEKS[1]);
  const block = useMemo(() => blockOf(program, client, edition.method, weeks), [program, client, edition, weeks]);
  const shown = Object.keys(block[0]!.sets)
    .filter((g) => findGroup(g))
    .sort((a, b) => rank(client, a) - rank(client, b));
  return (
    <>
      <p className="small">{said.weekIsTheWeek()}</p>
      <Segmented
        aria-label={said.weeksOfTheBlock()}
        value={weeks}
        onChange={setWeeks}
        options={BLOCK_WEEKS.map((w) => ({ value: w, label: said.wWeeks({ w }) }))}
      />
      <div style={{ overflowX: "auto", marginTop: 10 }}>
        <table className="block-table number">
          <thead>
            <tr>
              <th scope="col"></th>
              {block.map((w) => (
                <th key={w.number} scope="col">
                  {w.lighter ? said.lighter() : w.number}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((g) => (
              <tr key={g}>
                <th scope="row">
                  {groupName(g)} <span className="quiet small">{client.priorities[g]}</span>
                </th>
                {block.map((w) => (
                  <td key={w.number}>
                    {w.lighter ? `${fixed(w.done[g] ?? 0, 1)} (${fixed(w.sets[g] ?? 0, 1)})` : fixed(w.sets[g] ?? 0, 1)}
                  </td>
                ))}
              </tr>
            ))}
            <tr>
              <th scope="row">{said.longestDayMin()}</th>
              {block.map((w) => (
                <td key={w.number}>{Math.max(0, ...w.minutes)}</td>
              ))}
            </tr>
            <tr>
              <th scope="row"></th>
              {block.map((w) => (
                <td key={w.number}>
                  {w.operations.length > 0 && (
                    <Button
                      size="small"
                      aria-label={said.makeIt({ lighter: w.lighter, number: w.number })}
                      onClick={() => {
                        edit(...w.operations);
                        onClose();
                      }}
                    >
                      {said.makeItSo()}
                    </Button>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </div>
      <p className="small quiet">{said.takingAWeekChanges()}</p>
    </>
  );
}

const ORDER = ["specialise", "grow", "hold", "maintain"];
const rank = (client: Client, group: string) => ORDER.indexOf(client.priorities[group] ?? "maintain");

function SecondWeek({ whole, onClose }: Pick<WeekSheetProps, "whole" | "onClose">) {
  const { edit } = useWeek();
  const first = useMemo(() => inWeek(whole, "A"), [whole]);
  const has = hasWeekB(whole);
  const ask = usePlannerAsk("vary", first);
  const heard = useTask(ask);
  const [varied] = of(heard.told, "varied");
  const variation = varied?.variation;
  const take = () => {
    if (!variation) return;
    const from = whole.days.length;
    edit(
      ...withoutWeekB(whole),
      ...variation.days.map((day, i): Operation => ({ kind: "add-day", index: from + i, day })),
    );
    onClose();
  };
  return (
    <>
      <p className="small">{said.theSameDaysGroups()}</p>
      {!variation && !heard.failed && <Loading what={said.aSecondWeek()} />}
      {variation && (
        <>
          <p role="status">
            {said.ofLinesChangeTogether({
              changes: variation.changes.length,
              lines: variation.lines,
              both: variation.coverage.both,
              one: variation.coverage.one,
              all: variation.coverage.all,
            })}
          </p>
          <ul className="plain-list small">
            {variation.changes.map((c, i) => (
              <li key={i}>
                {c.day}: {c.from} <span className="quiet">{said.to()}</span> {c.to}
                {c.covers.length > 0 && <span className="quiet">{said.covers({ what: c.covers.slice(0, 3) })}</span>}
              </li>
            ))}
          </ul>
          {variation.changes.length === 0 && <p className="small">{said.noFurtherChangeIs()}</p>}
        </>
      )}
      {heard.failed && <p className="notice warn small">{heard.failed}</p>}
      <div className="actions">
        <Button type="primary" disabled={!variation || variation.changes.length === 0} onClick={take}>
          {has ? said.writeWeekBAnew() : said.takeItAsWeek()}
        </Button>
        {has && (
          <Button
            onClick={() => {
              edit(...withoutWeekB(whole));
              onClose();
            }}
          >
            {said.backToOneWeek()}
          </Button>
        )}
      </div>
    </>
  );
}
