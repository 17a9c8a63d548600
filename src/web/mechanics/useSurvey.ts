import { useEffect, useState, useSyncExternalStore } from "react";
import { bodyOf as roundedBody } from "#core/clients/client";
import { askOn } from "#core/clients/on-machine";
import type { Edition } from "#core/edition/edition";
import { library as builtIn } from "#core/exercises/library";
import { exerciseVersion } from "#core/exercises/version";
import { offered, onOffer } from "#core/exercises/shelf";
import { bodyFrom, plainBody } from "#core/anatomy/limbs";
import { DEFAULT_BODY, type Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import { ownSetups, type Ways } from "#core/planning/own-settings";
import { listedFor } from "#core/ranking/rank";
import { useEdition } from "../base/edition";
import { askSurvey } from "./analyst";
import { readLibrary } from "./library-survey";

/** varied bodies behind every tier */
const BODIES = 12;

export const bodyOf = (client: Parameters<typeof roundedBody>[0] | null | undefined): Body =>
  client ? roundedBody(client) : DEFAULT_BODY;

const USUAL: Ways = { settings: {} };
/** how the open client does setups, and on what; nobody open: as usual */
export const waysOf = (client: Ways | null | undefined): Ways =>
  client ? { settings: client.settings, machines: client.machines } : USUAL;

/** the library, and the practice's own exercises, with the client's own settings and machines in place of usual ones */
async function asDoneBy(own: Ways, body: Body, library: Survey): Promise<Survey> {
  const ours = offered();
  const added = ours.flatMap((e) => e.setups.map((s) => ({ exerciseId: e.id, values: s.values })));
  const base = added.length
    ? { ...library, rows: [...library.rows, ...(await askSurvey(added, body, 0)).rows] }
    : library;
  const mine = ownSetups([...builtIn, ...ours], own);
  if (mine.size === 0) return base;
  const { rows } = await askSurvey([...mine.values()], body, 0);
  const by = new Map([...mine.keys()].map((key, i) => [key, rows[i]!]));
  return { ...base, rows: base.rows.map((r) => by.get(r.setupKey) ?? r) };
}

/** first every setup in the body itself, then, for the head in question, its setups in varied bodies */
async function surveyFor(
  body: Body,
  own: Ways,
  headId: string | undefined,
  edition: Edition,
  give: (survey: Survey) => void,
  tell: (done: number) => void,
): Promise<void> {
  const base = await asDoneBy(own, body, await readLibrary(body, tell));
  give(base);
  const rows = headId ? listedFor(base, headId, edition) : [];
  if (rows.length === 0) return;
  const spread = await askSurvey(
    rows.map((r) => askOn(own.machines, r)),
    body,
    BODIES,
  );
  const varied = new Map(spread.rows.map((r) => [r.setupKey, r]));
  give({ ...base, rows: base.rows.map((r) => varied.get(r.setupKey) ?? r) });
}

/**
 * the survey of the library in a body, with the spread of one head's setups as soon as it is there; null while it is
 * made. @param body null: not known yet, and nothing is asked @param own what the client has tried out, and trains on
 */
export function useSurvey(
  body: Body | null,
  headId: string | undefined,
  own: Ways = USUAL,
): { survey: Survey | null; error: string | null; /** share of the library that is read */ progress: number } {
  const [state, setState] = useState<{ key: string; survey: Survey | null; error: string | null }>({
    key: "",
    survey: null,
    error: null,
  });
  const edition = useEdition();
  const [progress, setProgress] = useState(0);
  // the same from one look to the next, whatever object it comes in
  const ours = useSyncExternalStore(onOffer, offered);
  const key = body && JSON.stringify([plainBody(body), own, ours.map(exerciseVersion)]);
  useEffect(() => {
    if (key === null) return;
    let current = true;
    const [plainly, ways] = JSON.parse(key) as [Parameters<typeof bodyFrom>[0], Ways];
    surveyFor(
      bodyFrom(plainly),
      ways,
      headId,
      edition,
      (survey) => current && setState({ key, survey, error: null }),
      (done) => current && setProgress(done),
    ).catch((e: Error) => current && setState({ key, survey: null, error: e.message }));
    return () => {
      current = false;
    };
  }, [key, headId, edition]);
  return state.key === key ? { ...state, progress } : { survey: null, error: null, progress };
}
