/** The week loom: days across, groups and heads down, each set a grain; the checks answer at once. */
import { exerciseFor } from "#core/exercises/form";
import { weekPage as text } from "#core/words/web/planning";
import { Button, Segmented } from "antd";
import { Menu } from "../base/Menu";
import { useEffect, useMemo, useState, type ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Client } from "#core/clients/client";
import type { Survey } from "#core/mechanics/survey";
import { exercises } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { type Check, type Known } from "#core/planning/judged";
import { swapForPart } from "#core/planning/check-cover";
import { weekDose, type WeekDose } from "#core/planning/dose";
import { emptyDay, type Operation, type Prescription, type Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import type { WeekId } from "#core/program/limits";
import { atLine, swapped } from "#core/planning/lines";
import { partSwap, swapsFor } from "#core/planning/swap";
import { strainsOf } from "#core/suitability/strains";
import { hasWeekB, inWeek } from "#core/program/weeks";
import { form } from "#core/words/builder";
import { editionOf, type Edition } from "#core/edition/edition";
import { message } from "../base/say";
import { EditionContext, usePresentEdition } from "../base/edition";
import { api, toFailure } from "../base/api";
import { useOpenClient } from "../base/open-client";
import { dayOf } from "../../page/locale";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { Empty, Failed, Loading } from "../base/states";
import { ImportButton } from "../exchange/ImportButton";
import { bodyOf, waysOf, useSurvey } from "../mechanics/useSurvey";
import { newId } from "../../page/newId";
import { useWeek, WeekContext, type OpenWeek } from "./open-week";
import { Checks } from "./Checks";
import { DayMenu } from "./DayMenu";
import { ConflictChoice } from "./ConflictChoice";
import { HandOverButton } from "./HandOverButton";
import { Loom } from "./Loom";
import type { Plan } from "./plans";
import { Recompute } from "./Recompute";
import { useOwnSetups } from "../mechanics/own-setups";
import { RefusedEdits } from "./RefusedEdits";
import { SaveMark } from "./SaveMark";
import { Session } from "./Session";
import { useStrength } from "../mechanics/useStrength";
import { usePlan } from "./usePlan";
import { SHEETS, WeekSheet, type SheetId } from "./WeekSheets";
import { WhyThis } from "./WhyThis";
import { PlanSheet } from "../solver/PlanSheet";
import { usePlanner } from "../solver/usePlanner";

/** what the client's body says of lines, and the best other setups for what they were chosen for, as one click */
function useKnown(client: Client | null, whole: Program | null, survey: Survey | null, edition: Edition): Known {
  return useMemo(() => {
    if (!client || !survey || !whole) return {};
    const rowOf = new Map(survey.rows.map((r) => [r.setupKey, r]));
    const inWeek = new Set(prescriptionsOf(whole).map((p) => p.setupKey));
    const tools = { survey, method: edition.method, exercises };
    const asked = () => ({ id: newId(), today: dayOf(new Date()) });
    return {
      whole,
      viewOf: (p) => rowOf.get(p.setupKey)?.view ?? null,
      strainsOf: (p) => {
        const [row, exercise] = [rowOf.get(p.setupKey), exerciseFor(exercises, p)];
        return row && exercise ? strainsOf(survey.rows, row, exercise) : null;
      },
      swapFor: (p, spare) => {
        const planned = rowOf.get(p.setupKey);
        if (!planned || p.locked) return null;
        const there = atLine(client, whole, p.id);
        const [best] = swapsFor(p, planned, survey, there, edition, exercises, spare).rows;
        if (!best) return null;
        const prescription = swapped(p, best.row, there, tools, asked());
        const operations = [{ kind: "swap", prescriptionId: p.id, prescription } as const];
        return { kind: "swap", name: prescription.name, head: prescription.target ?? "", operations };
      },
      partFor: (p, part) => {
        const next = partSwap(p, part, inWeek, atLine(client, whole, p.id), edition, tools, asked());
        return next && swapForPart(p, part.name, next);
      },
    };
  }, [client, whole, survey, edition]);
}

function useUndoKeys(undo: () => void, redo: () => void): void {
  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      const types = e.target instanceof HTMLElement && e.target.closest("input, textarea");
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z" || types) return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [undo, redo]);
}

/** arrows go from day to day */
function useDayKeys(program: Program | null, dayId: string | null, onDay: (id: string) => void): void {
  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (isTyping(e) || !program || (e.key !== "ArrowLeft" && e.key !== "ArrowRight")) return;
      const at = program.days.findIndex((d) => d.id === dayId);
      const next = program.days[Math.max(0, Math.min(program.days.length - 1, at + (e.key === "ArrowRight" ? 1 : -1)))];
      if (next) onDay(next.id);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [program, dayId, onDay]);
}

/** the planner beside the week, opened by a key too, and the week as it would be while a planned one is looked at */
function useWriting() {
  const planner = usePlanner();
  const [writing, setWriting] = useState(false);
  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (isTyping(e) || !singleKeysOn() || e.key !== KEY.build) return;
      e.preventDefault();
      setWriting(true);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, []);
  return { planner, writing, setWriting, preview: writing ? (planner.planned?.result?.program ?? null) : null };
}

/** says once why an edit was not taken */
function useRefusal(plan: Plan | null): void {
  const reason = plan?.save === "waiting" || plan?.save === "conflict" ? null : plan?.reason;
  useEffect(() => {
    if (reason) message.warning(reason, 5);
  }, [reason]);
}

/** of two weeks that take turns the one that is open; `week` is null where there is one */
function useOpenWeek(whole: Program | null) {
  const [chosen, setWeek] = useState<WeekId>("A");
  const two = whole !== null && hasWeekB(whole);
  const week = two ? chosen : "A";
  const program = useMemo(() => whole && inWeek(whole, week), [whole, week]);
  const before = whole
    ? Math.max(
        0,
        whole.days.findIndex((d) => d.week === week),
      )
    : 0;
  /** places of days are counted within the week that is open */
  const placed = (operations: Operation[]): Operation[] =>
    operations.map((o) =>
      (o.kind === "add-day" || o.kind === "move-day") && before > 0 ? { ...o, index: o.index + before } : o,
    );
  return { program, week: two ? chosen : null, setWeek, placed };
}

/** the checks of a week as it is shown */
function useChecks(
  program: Program | null,
  whole: Program | null,
  client: Client | null,
  survey: Survey | null,
  edition: Edition,
) {
  const known = useKnown(client, whole, useOwnSetups(survey, whole, client), edition);
  const dose = useMemo(() => (program ? weekDose(program) : null), [program]);
  const checks = useMemo(
    () => (program && dose && client ? checkWeek(program, client, edition.method, exercises, dose, known) : []),
    [program, dose, client, edition, known],
  );
  return { dose, checks };
}

interface WeekLineProps {
  plan: Plan;
  undo: () => void;
  redo: () => void;
  onWrite: () => void;
  /** which of two weeks is open; null where there is one */
  week: WeekId | null;
  onWeek: (week: WeekId) => void;
  onSheet: (sheet: SheetId) => void;
  checks: readonly Check[];
  /** share of what the checks need that is known; null when all is */
  judging: number | null;
}

/** everything on it belongs to one client: another one's week begins anew, without what was open or planned here */
export default function WeekPage() {
  const { id = "" } = useParams();
  return <Week key={id} id={id} />;
}

function Week({ id }: { id: string }) {
  const { client, unknown, unreadable } = useOpenClient();
  const clients = api.useClientsQuery();
  const { plan, program: whole, failed, edit, undo, redo } = usePlan(client ? id : null);
  const [sheet, setSheet] = useState<SheetId | null>(null);
  const { program, week, setWeek, placed } = useOpenWeek(whole);
  const [dayId, setDayId] = useState<string | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  useRefusal(plan);

  useUndoKeys(undo, redo);

  const { data: log } = api.useLogQuery({ clientId: id }, { skip: !client });
  const strength = useStrength(client, whole, log);
  const { survey, progress } = useSurvey(
    useMemo(() => client && bodyOf(client), [client]),
    undefined,
    waysOf(client),
  );
  const { planner, writing, setWriting, preview } = useWriting();
  const shown = preview ?? program;
  const present = usePresentEdition();
  const edition = program ? editionOf(program) : present;
  const { dose, checks } = useChecks(shown, preview ?? whole, client, survey, edition);
  const judging = survey ? null : progress;

  useDayKeys(shown, dayId, setDayId);
  if (clients.isLoading) return <Loading what={text.theClient()} />;
  if (clients.isError)
    return <Failed what={text.theClient2()} reason={toFailure(clients.error).error} again={clients.refetch} />;
  if (unknown)
    return (
      <Empty title={text.thisClientIsNot()}>
        <Link to="/clients">{text.toTheClients()}</Link>
      </Empty>
    );
  if (unreadable) return <Failed what={text.theClient2()} reason={text.theAnswerCannotBe()} />;
  if (failed) return <Failed what={text.theWeek()} reason={text.theServerDoesNot()} />;
  if (!client || !plan || !whole || !program || !shown || !dose) return <Loading what={text.theWeek2()} />;
  // what is only looked at is not edited
  const change = preview ? () => undefined : (...operations: Operation[]) => edit(...placed(operations));
  const open = { client, program, survey, strength, edit, dayId, onDay: setDayId, selected, onSelect: setSelected };
  return (
    <EditionPlace edition={edition} open={open}>
      <WeekLine
        plan={plan}
        undo={undo}
        redo={redo}
        onWrite={() => setWriting(true)}
        week={week}
        onWeek={setWeek}
        onSheet={setSheet}
        checks={checks}
        judging={judging}
      />
      {sheet && <WeekSheet sheet={sheet} whole={whole} checks={checks} onClose={() => setSheet(null)} />}
      <DaysNotice />
      <Recompute whole={whole} />
      {plan.save === "conflict" && <ConflictChoice plan={plan} />}
      {plan.refused.length > 0 && <RefusedEdits plan={plan} />}
      {writing && <PlanSheet planner={planner} onClose={() => setWriting(false)} />}
      <WeekContext value={{ ...open, program: shown, edit: change }}>
        <WeekBody
          dose={dose}
          checks={checks}
          judging={judging}
          preview={preview !== null}
          onWrite={() => setWriting(true)}
        />
      </WeekContext>
    </EditionPlace>
  );
}

/** what everything on the page is judged by, and the week that it is about */
function EditionPlace(props: { edition: Edition; open: OpenWeek; children: ReactNode }) {
  return (
    <EditionContext value={props.edition}>
      <WeekContext value={props.open}>{props.children}</WeekContext>
    </EditionContext>
  );
}

interface WeekBodyProps {
  dose: WeekDose;
  checks: Check[];
  judging: number | null;
  /** a planned week that is only looked at */
  preview: boolean;
  onWrite: () => void;
}

/** loom, the open day's session, and the checks */
function WeekBody({ dose, checks, judging, preview, onWrite }: WeekBodyProps) {
  const { client, program, survey, edit, dayId, onDay, onSelect } = useWeek();
  const day =
    program.days.find((d) => d.id === dayId) ?? program.days.find((d) => d.blocks.length > 0) ?? program.days[0]!;
  const empty = program.days.every((d) => d.blocks.length === 0);
  const [asked, setAsked] = useState<Prescription | null>(null);
  return (
    <div className={`week${preview ? " preview" : ""}`}>
      <div>
        <section className="sheet" style={{ padding: "10px 14px 6px" }}>
          <Loom dose={dose} dayId={day.id} onPick={(d, p) => (onDay(d), onSelect(p))} />
          <p className="small quiet" style={{ padding: "6px 0" }}>
            {text.fullGrainsAreDirect()}
          </p>
        </section>
        {empty ? (
          <Empty title={text.nothingOnTheWeek()}>
            <p className="quiet">{text.letGrynWriteIt({ name: client.name.split(" ")[0]! })}</p>
            <Button type="primary" onClick={() => onWrite()}>
              {form.title()}
            </Button>
            <DayMenu day={day} />
            <Link to={`/ranking/triceps-long?for=${client.id}`}>{text.toTheRanking()}</Link>
          </Empty>
        ) : (
          <Session day={day} menu={<DayMenu day={day} />} onWhy={survey ? setAsked : undefined} />
        )}
        {asked && survey && <WhyThis p={asked} survey={survey} onClose={() => setAsked(null)} />}
      </div>
      {/* a planned week that is only looked at is not mended */}
      <Checks checks={checks} judging={judging} onFix={preview ? null : (operations) => edit(...operations)} />
    </div>
  );
}

/** where the week has fewer or more days than the client trains */
function DaysNotice() {
  const { client, program, edit } = useWeek();
  const trained = program.days.filter((d) => d.blocks.length > 0).length;
  const short = client.daysPerWeek > program.days.length;
  if (!short && trained <= client.daysPerWeek) return null;
  const add = () =>
    edit({
      kind: "add-day",
      index: program.days.length,
      day: emptyDay(newId(), text.dayN({ n: program.days.length + 1 }), program.days[0]!.week),
    });
  return (
    <p className="notice small" role="status">
      {text.days({
        name: client.name.split(" ")[0]!,
        wanted: client.daysPerWeek,
        here: short ? program.days.length : trained,
        withWork: !short,
      })}{" "}
      {short && (
        <button type="button" className="plain link" onClick={add}>
          {text.addADay()}
        </button>
      )}
    </p>
  );
}

/** whose week it is, whether it is saved, and what is done with the whole of it */
function WeekLine(props: WeekLineProps) {
  const { plan, undo, redo, onWrite, week, onWeek, onSheet } = props;
  const { client, program, edit } = useWeek();
  return (
    <div className="week-line">
      <h1>
        {client.name}, {program.name.toLowerCase()}
      </h1>
      <span className="quiet">{text.daysOfMin({ daysPerWeek: client.daysPerWeek, minutes: client.minutes })}</span>
      {week && (
        <Segmented
          size="small"
          aria-label={text.whichOfTheTwo()}
          value={week}
          onChange={onWeek}
          options={[
            { value: "A", label: text.weekA() },
            { value: "B", label: text.weekB() },
          ]}
        />
      )}
      <SaveMark plan={plan} />
      <span style={{ marginLeft: "auto", display: "flex", gap: 8 }}>
        <Button onClick={onWrite} title={KEY.build}>
          {form.title()}
        </Button>
        <Menu
          items={(Object.keys(SHEETS) as SheetId[]).map((key) => ({
            key,
            label: SHEETS[key],
            onClick: () => onSheet(key),
          }))}
        >
          {text.askTheWeek()}
        </Menu>
        <Button disabled={plan.undo.length === 0} onClick={undo} title={text.ctrlZ()}>
          {text.undo()}
        </Button>
        <Button disabled={plan.redo.length === 0} onClick={redo} title={text.ctrlShiftZ()}>
          {text.redo()}
        </Button>
        <a
          className="ant-btn-link"
          style={{ alignSelf: "center", padding: "0 6px" }}
          href={`/api/programs/${program.id}/export`}
          download
        >
          {text.exportIt()}
        </a>
        <ImportButton program={program} edit={edit} />
        <HandOverButton plan={plan} checks={props.checks} judging={props.judging} />
      </span>
    </div>
  );
}
