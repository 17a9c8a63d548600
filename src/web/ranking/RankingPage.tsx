/** Ranking: the setups for one head, best to worst, each with its grain and its because. */
import { rankingPage as text } from "#core/words/web/ranking";
import { Button, Checkbox, Select } from "antd";
import { Fragment, useCallback, useDeferredValue, useMemo, useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { findHead, headTitle, muscles, REGIONS } from "#core/anatomy/anatomy";
import { JOINT_NAMES } from "#core/exercises/joints";
import { setupName } from "#core/exercises/setup";
import { filters as words, heading, table } from "#core/words/ranking";
import { evidence } from "#core/words/review";
import { nearest } from "#core/base/nearest";
import type { Client } from "#core/clients/client";
import type { School } from "#core/edition/schools";
import { EQUIPMENT, equipmentName } from "#core/exercises/choices";
import { exercises } from "#core/exercises/library";
import { groupOf } from "#core/planning/groups";
import { heldRows } from "#core/ranking/judgement";
import { nudged } from "#core/ranking/nudge";
import { fits, NARROWING_NAMES, type Narrowing } from "#core/ranking/narrow";
import {
  acrossSchools,
  contextOf,
  headGroups,
  notFor,
  rankHead,
  type HeadGroup,
  type RankingContext,
} from "#core/ranking/rank";
import type { Survey } from "#core/mechanics/survey";
import { useEdition } from "../base/edition";
import { useOpenClient, withClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { useOwnStrength } from "../training/useOwnStrength";
import { librarySetups } from "../mechanics/library-survey";
import { bodyOf, waysOf, useSurvey } from "../mechanics/useSurvey";
import { useFromLog } from "./useFromLog";
import { KeptRankings } from "./KeptRankings";
import { RankedList } from "./RankedList";
import { useJudgements } from "../judgements/useJudgements";
import { weightsOf, type Weighed } from "./weighed";
import { Weighing } from "./Weighing";

const WEIGHED = "gryn.weighed";
const startWeighed = (schoolId: string): Weighed => {
  try {
    const kept = JSON.parse(sessionStorage.getItem(WEIGHED) ?? "") as Weighed;
    if (typeof kept.schoolId === "string" && typeof kept.goal === "number") return kept;
  } catch {
    // nothing kept, or nothing of use
  }
  return { schoolId, goal: 0, weights: {} };
};

/** varied bodies say how sure a row is; while a weight is dragged nobody asks that */
const bare = (survey: Survey): Survey => ({ ...survey, rows: survey.rows.map((r) => ({ ...r, varied: [] })) });

export default function RankingPage() {
  const { head = "triceps-long" } = useParams();
  const [params, setParams] = useSearchParams();
  const { client, clientId, pending } = useOpenClient();
  const edition = useEdition();
  const judgements = useJudgements();
  const fromLog = useFromLog(clientId);
  const body = useMemo(() => bodyOf(client), [client]);
  const [showOut, setShowOut] = useState(true);
  const [narrowed, setNarrowed] = useState<Narrowing[]>([]);
  const [weighed, setWeighed] = useState(() => startWeighed(edition.school.id));
  /** what the order stands by: behind `weighed` while something is dragged */
  const [settled, setSettled] = useState(weighed);
  const chosen = params.get("equipment");
  const context = useMemo((): RankingContext => {
    const own = client ? contextOf(client) : { equipment: [...EQUIPMENT], joints: [] };
    return { ...own, equipment: chosen !== null ? chosen.split(",").filter(Boolean) : own.equipment };
  }, [chosen, client]);
  const equipment = context.equipment ?? EQUIPMENT;
  const group = headGroups.find((g) => g.id === head) ?? headGroups.find((g) => findHead(head)?.sameAs === g.id);
  const { survey, error, progress } = useSurvey(pending ? null : body, group?.id, waysOf(client));
  const schools = useMemo(() => [...edition.schools, ...judgements.schools], [edition, judgements.schools]);
  const schoolOf = useCallback(
    (w: Weighed) => {
      const school = schools.find((s) => s.id === w.schoolId) ?? edition.school;
      return { ...school, weights: weightsOf(school, w) };
    },
    [schools, edition],
  );
  const rows = useMemo(() => {
    if (!survey || !group) return null;
    const all = rankHead(survey, group.id, { ...edition, school: schoolOf(settled) }, exercises, {
      ...context,
      goal: settled.goal,
    });
    const held = heldRows(all, group.id, judgements.overrides, edition);
    const told = fromLog.points ? nudged(held, fromLog.points, edition) : held;
    return narrowed.length ? told.filter((r) => fits(narrowed, r.exercise, r.row, edition.method)) : told;
  }, [survey, group, edition, schoolOf, settled, context, narrowed, judgements.overrides, fromLog.points]);
  const dragged = useDeferredValue(weighed);
  const plain = useMemo(() => survey && bare(survey), [survey]);
  /** where each row would stand with what is being dragged; null when nothing is */
  const would = useMemo(() => {
    if (!plain || !group || dragged === settled) return null;
    const next = rankHead(plain, group.id, { ...edition, school: schoolOf(dragged) }, exercises, {
      ...context,
      goal: dragged.goal,
    });
    const held = heldRows(next, group.id, judgements.overrides, edition);
    return new Map(held.map((r, i) => [r.row.setupKey, { place: i + 1, score: r.score }]));
  }, [plain, group, edition, schoolOf, dragged, settled, context, judgements.overrides]);
  // the list stands before it is known how other schools see it
  const settledPlain = useDeferredValue(plain);
  const across = useMemo(
    () =>
      settledPlain && group ? acrossSchools(settledPlain, group.id, { ...edition, schools }, exercises, context) : null,
    [settledPlain, group, edition, schools, context],
  );
  const strength = useOwnStrength(client, librarySetups);
  if (!group) return <NoSuchHead asked={head} clientId={clientId} />;
  const setEquipment = (list: string[]) => setParams((p) => (p.set("equipment", list.join(",")), p), { replace: true });
  const weigh = (next: Weighed, done: boolean) => {
    setWeighed(next);
    if (!done) return;
    setSettled(next);
    sessionStorage.setItem(WEIGHED, JSON.stringify(next));
  };
  const school = schools.find((s) => s.id === weighed.schoolId) ?? edition.school;
  return (
    <div className="ranking">
      <aside>
        <HeadNav group={group} clientId={clientId} />
        <Filters
          equipment={equipment}
          onEquipment={setEquipment}
          narrowed={narrowed}
          onNarrowed={setNarrowed}
          showOut={showOut}
          onShowOut={setShowOut}
        />
        {fromLog.known && (
          <Checkbox className="from-log" checked={fromLog.on} onChange={(x) => fromLog.set(x.target.checked)}>
            {evidence.on()}
          </Checkbox>
        )}
      </aside>
      <section>
        <Headline group={group} client={client} clientId={clientId} school={school} />
        <Weighing
          edition={edition}
          schools={schools}
          school={school}
          weighed={weighed}
          onChange={weigh}
          judgements={judgements}
        />
        {error && <Failed what={text.theRanking()} reason={error} />}
        {!error && !rows && <Loading what={text.theMechanicsOfEvery()} done={progress} />}
        {rows && rows.length === 0 && (
          <Empty title={narrowed.length ? words.none() : words.nothing()}>
            {narrowed.length > 0 && <Button onClick={() => setNarrowed([])}>{words.clear()}</Button>}
          </Empty>
        )}
        {rows && rows.length > 0 && (
          <>
            <RankedList
              key={group.id}
              headId={group.id}
              rows={showOut ? rows : rows.filter((r) => !r.out)}
              would={would}
              across={across}
              edition={{ ...edition, schools, school: schoolOf(settled) }}
              context={{ ...context, goal: settled.goal }}
              onEquipment={(more) => setEquipment([...equipment, ...more])}
              clientId={clientId}
              body={body}
              survey={survey!}
              strength={strength}
              judgements={judgements}
            />
            <p className="visually-hidden" role="status">
              {table.ready({
                n: rows.length,
                head: group.title,
                first: setupName(rows[0]!.exercise, rows[0]!.row.values),
              })}
            </p>
            <NotFor survey={survey!} headId={group.id} />
            <KeptRankings
              headId={group.id}
              rows={rows}
              edition={{ ...edition, schools, school: schoolOf(settled) }}
              rank={(other) => rankHead(plain!, group.id, other, exercises, { ...context, goal: settled.goal })}
              goal={settled.goal}
              body={body}
              judgements={judgements}
            />
          </>
        )}
      </section>
    </div>
  );
}

/** an old or cut-off address: the nearest names */
function NoSuchHead({ asked, clientId }: { asked: string; clientId: string | null }) {
  const near = nearest(asked.replace(/-/g, " "), headGroups, (g) => headTitle(g.id));
  return (
    <Empty title={text.thereIsNoMuscle({ asked })}>
      <p>
        {near.length > 0 ? text.didYouMean() : text.beginWith()}{" "}
        {(near.length > 0 ? near : headGroups.slice(0, 4)).map((g) => (
          <Link key={g.id} to={withClient(`/ranking/${g.id}`, clientId)} style={{ marginRight: 12 }}>
            {headTitle(g.id)}
          </Link>
        ))}
      </p>
      <p className="quiet">{text.ctrlKSearchesAll()}</p>
    </Empty>
  );
}

/** regions, their muscles, and under the open one its heads */
function HeadNav({ group, clientId }: { group: HeadGroup; clientId: string | null }) {
  return (
    <nav className="heads" aria-label={text.heads()}>
      {REGIONS.map((region) => {
        const own = muscles.filter((m) => m.region === region);
        const here = own.some((m) => m.id === group.muscle);
        return (
          <details key={`${region} ${here}`} open={here}>
            <summary>{region}</summary>
            {own.map((m) => {
              const groups = headGroups.filter((g) => g.muscle === m.id);
              // muscles first; the heads of the open one under it
              const open = m.id === group.muscle && groups.length > 1;
              return (
                <Fragment key={m.id}>
                  <Link
                    to={withClient(`/ranking/${groups[0]!.id}`, clientId)}
                    aria-current={!open && m.id === group.muscle ? "true" : undefined}
                  >
                    {m.name}
                  </Link>
                  {open &&
                    groups.map((g) => (
                      <Link
                        key={g.id}
                        className="head"
                        to={withClient(`/ranking/${g.id}`, clientId)}
                        aria-current={g.id === group.id ? "true" : undefined}
                      >
                        {g.name}
                      </Link>
                    ))}
                </Fragment>
              );
            })}
          </details>
        );
      })}
    </nav>
  );
}

interface FiltersProps {
  equipment: readonly string[];
  onEquipment: (list: string[]) => void;
  narrowed: Narrowing[];
  onNarrowed: (list: Narrowing[]) => void;
  showOut: boolean;
  onShowOut: (show: boolean) => void;
}

/** what the place has, and what else is asked of a setup */
function Filters({ equipment, onEquipment, narrowed, onNarrowed, showOut, onShowOut }: FiltersProps) {
  return (
    <div className="filters" role="group" aria-label={words.equipment()}>
      <h2>{words.equipment()}</h2>
      {EQUIPMENT.map((e) => (
        <Checkbox
          key={e}
          checked={equipment.includes(e)}
          onChange={(x) => onEquipment(x.target.checked ? [...equipment, e] : equipment.filter((o) => o !== e))}
        >
          {equipmentName(e).replace(/^an? /, "")}
        </Checkbox>
      ))}
      <h2>{words.only()}</h2>
      <Select
        size="small"
        mode="multiple"
        aria-label={words.only()}
        placeholder={words.any()}
        value={narrowed}
        onChange={onNarrowed}
        options={NARROWING_NAMES.map((n) => ({ value: n, label: n }))}
      />
      <Checkbox checked={showOut} onChange={(x) => onShowOut(x.target.checked)}>
        {words.showOut()}
      </Checkbox>
    </div>
  );
}

interface HeadlineProps {
  group: HeadGroup;
  client: Client | null;
  clientId: string | null;
  school: School;
}

/** what the head does and where it runs, and for whom this list is */
function Headline({ group, client, clientId, school }: HeadlineProps) {
  const info = findHead(group.id)!;
  const cover = groupOf(group.id);
  return (
    <div className="headline">
      <div>
        <h1>{group.title}</h1>
        <p className="quiet">
          {text.fromTheToThe({
            replace: info.functions.join(", ").replace(/^./, (c) => c.toUpperCase()),
            origin: info.origin,
            insertion: info.insertion,
            note: info.note,
          })}
        </p>
      </div>
      <p className="small quiet" style={{ maxWidth: 300, textAlign: "right" }}>
        {client
          ? heading.forClient({
              name: client.name.split(" ")[0]!,
              cm: Math.round(client.stature * 100),
              kg: client.mass,
              joints: client.joints.map((j) => `${JOINT_NAMES[j.joint]} ${j.severity}`),
              alone: client.alone,
            })
          : heading.anybody()}{" "}
        {cover && (
          <>
            <Link to={withClient(`/cover/${cover.id}`, clientId)}>{heading.cover()}</Link>.{" "}
          </>
        )}
        <span title={school.about}>{school.about.split(/\.\s/)[0]!.replace(/\.$/, "")}.</span>
      </p>
    </div>
  );
}

const SHOWN = 12;

/** what is not for the head, with the number: a coach who looks for it finds why */
function NotFor({ survey, headId }: { survey: Survey; headId: string }) {
  const edition = useEdition();
  const list = useMemo(() => notFor(survey, headId, exercises, edition), [survey, headId, edition]);
  if (list.length === 0) return null;
  return (
    <details className="small not-for">
      <summary>{heading.notFor({ n: list.length })}</summary>
      <ul className="plain-list">
        {list.slice(0, SHOWN).map((r) => (
          <li key={r.row.setupKey}>
            {r.exercise.setups.find((s) => Object.entries(s.values).every(([k, v]) => r.row.values[k] === v))?.name ??
              r.exercise.name}
            : {Math.round(100 * r.share)} %
          </li>
        ))}
      </ul>
    </details>
  );
}
