/** What is known of a head beside its levers: its best exercises, parts told apart, studies, cautions. */
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { findHead, heads, headTitle } from "#core/anatomy/anatomy";
import { apartFrom, surenessOf, type Apart } from "#core/atlas/apart";
import { askOn } from "#core/clients/on-machine";
import type { Client } from "#core/clients/client";
import { JOINT_NAMES, type Joint } from "#core/exercises/joints";
import { exercises, library } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import { contextOf, rankHead } from "#core/ranking/rank";
import { GRADE_WORDS, notesOf } from "#core/ranking/evidence";
import { atlas as words, levelOf } from "#core/words/atlas";
import { usePresentEdition } from "../base/edition";
import { withClient } from "../base/open-client";
import { Loading } from "../base/states";
import { Picture } from "../drawing/Picture";
import { askSurvey } from "../mechanics/analyst";
import { bodyOf, useSurvey, waysOf } from "../mechanics/useSurvey";

interface KnownProps {
  head: string;
  /** the list that the head is ranked in; null where it has none */
  list: string | null;
  client: Client | null;
}

export function Known({ head, list, client }: KnownProps) {
  const { survey, progress } = useSurvey(
    useMemo(() => bodyOf(client), [client]),
    list ?? undefined,
    waysOf(client),
  );
  return (
    <>
      {list && (
        <>
          <h2>{words.best()}</h2>
          {survey ? (
            <Best survey={survey} list={list} client={client} />
          ) : (
            <Loading what={words.best()} done={progress} />
          )}
        </>
      )}
      <h2>{words.parts()}</h2>
      {survey ? (
        <Parts survey={survey} head={head} client={client} />
      ) : (
        <Loading what={words.parts()} done={progress} />
      )}
      <Studies head={head} />
      <Cautions muscle={findHead(head)!.muscle} />
    </>
  );
}

/** exercises that are shown */
const SHOWN = 5;

function Best({ survey, list, client }: { survey: Survey; list: string; client: Client | null }) {
  const edition = usePresentEdition();
  const rows = useMemo(
    () =>
      rankHead(survey, list, edition, exercises, client ? contextOf(client) : { equipment: null, joints: [] })
        .filter((r) => r.group === "main")
        .slice(0, SHOWN),
    [survey, list, edition, client],
  );
  return (
    <ol className="plain-list atlas-best">
      {rows.map((r) => (
        <li key={r.row.setupKey}>
          <Picture
            exerciseId={r.exercise.id}
            values={r.row.values}
            head={list}
            body={bodyOf(client)}
            width={46}
            height={44}
          />
          <Link to={withClient(`/bench/${r.exercise.id}?${addressOf(r.row)}`, client?.id ?? null)}>
            {setupName(r.exercise, r.row.values)}
          </Link>
          <span className="number">{Math.round(r.score)}</span>
          <span className="quiet small">{r.tier.name}</span>
        </li>
      ))}
    </ol>
  );
}

const addressOf = ({ values }: SurveyRow): string =>
  new URLSearchParams(Object.entries(values).map(([k, v]): [string, string] => [k, String(v)])).toString();
const nameOf = ({ exerciseId, values }: SurveyRow): string => {
  const exercise = exercises.get(exerciseId);
  return exercise ? setupName(exercise, values) : exerciseId;
};

/** varied bodies that are asked how surely parts are told apart */
const BODIES = 12;

/** what varied bodies say of setups, by key; empty until they are worked out */
function useVaried(rows: readonly SurveyRow[], client: Client | null): ReadonlyMap<string, SurveyRow> {
  const [told, setTold] = useState<ReadonlyMap<string, SurveyRow>>(new Map());
  useEffect(() => {
    let current = true;
    const asked = rows.map((r) => askOn(client?.machines ?? [], r));
    if (asked.length > 0)
      askSurvey(asked, bodyOf(client), BODIES).then(
        (survey) => current && setTold(new Map(survey.rows.map((r) => [r.setupKey, r]))),
        // how sure it is stays unsaid
        () => undefined,
      );
    return () => {
      current = false;
    };
  }, [rows, client]);
  return told;
}

/** which other parts of its muscle it can be told apart from by the choice of exercises */
function Parts({ survey, head, client }: { survey: Survey; head: string; client: Client | null }) {
  const parts = useMemo(() => {
    const { muscle } = findHead(head)!;
    const others = heads.filter((h) => h.muscle === muscle && h.id !== head);
    return others.map((h) => ({ id: h.id, apart: apartFrom(survey, head, h.id) }));
  }, [survey, head]);
  const ends = useMemo(() => parts.flatMap(({ apart }) => (apart ? [apart.favours, apart.against] : [])), [parts]);
  const varied = useVaried(ends, client);
  const sureOf = (id: string, { favours, against }: Apart) => {
    const [a, b] = [varied.get(favours.setupKey), varied.get(against.setupKey)];
    return a && b ? surenessOf(head, id, a, b) : null;
  };
  if (parts.length === 0) return <p>{words.alone()}</p>;
  return (
    <ul className="plain-list">
      {parts.map(({ id, apart }) => (
        <li key={id}>
          {apart
            ? words.apart({
                other: headTitle(id).toLowerCase(),
                level: levelOf(apart.times),
                times: apart.times,
                more: nameOf(apart.favours),
                less: nameOf(apart.against),
                sure: sureOf(id, apart),
              })
            : words.alike({ other: headTitle(id).toLowerCase() })}
        </li>
      ))}
    </ul>
  );
}

function Studies({ head }: { head: string }) {
  const notes = notesOf(head);
  return (
    <>
      <h2>{words.studies()}</h2>
      {notes.length === 0 ? (
        <p className="quiet">{words.noStudies()}</p>
      ) : (
        <ul className="plain-list">
          {notes.map((n) => (
            <li key={n.id}>{words.study({ text: n.text, grade: GRADE_WORDS[n.grade] })}</li>
          ))}
        </ul>
      )}
    </>
  );
}

/** cautions of exercises that are for it, each joint's once */
function Cautions({ muscle }: { muscle: string }) {
  const told = new Map<Joint, string>();
  for (const e of library)
    if (e.targets.includes(muscle)) for (const c of e.cautions) if (!told.has(c.joint)) told.set(c.joint, c.text);
  if (told.size === 0) return null;
  return (
    <>
      <h2>{words.cautions()}</h2>
      <ul className="plain-list">
        {[...told].map(([joint, text]) => (
          <li key={joint}>{words.caution({ joint: JOINT_NAMES[joint], text })}</li>
        ))}
      </ul>
    </>
  );
}
