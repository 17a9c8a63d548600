import { useEffect, useState } from "react";
import { bodyOf as roundedBody } from "#core/clients/client";
import { DEFAULT_BODY, type Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import { listedFor } from "#core/ranking/rank";
import { askSurvey } from "./analyst";
import { readLibrary } from "./library-survey";

/** varied bodies behind every tier */
const BODIES = 12;

export const bodyOf = (client: { stature: number; mass: number } | null | undefined): Body =>
  client ? roundedBody(client) : DEFAULT_BODY;

/** first every setup in the body itself, then, for the head in question, its setups in varied bodies */
async function surveyFor(
  body: Body,
  headId: string | undefined,
  give: (survey: Survey) => void,
  tell: (done: number) => void,
): Promise<void> {
  const base = await readLibrary(body, tell);
  give(base);
  const rows = headId ? listedFor(base, headId) : [];
  if (rows.length === 0) return;
  const spread = await askSurvey(
    rows.map((r) => ({ exerciseId: r.exerciseId, values: r.values })),
    body,
    BODIES,
  );
  const varied = new Map(spread.rows.map((r) => [r.setupKey, r]));
  give({ ...base, rows: base.rows.map((r) => varied.get(r.setupKey) ?? r) });
}

/**
 * the survey of the library in a body, with the spread of one head's setups as soon as it is there; null while it is
 * made. @param body null: not known yet, and nothing is asked
 */
export function useSurvey(
  body: Body | null,
  headId: string | undefined,
): { survey: Survey | null; error: string | null; /** share of the library that is read */ progress: number } {
  const [state, setState] = useState<{ key: string; survey: Survey | null; error: string | null }>({
    key: "",
    survey: null,
    error: null,
  });
  const [progress, setProgress] = useState(0);
  const key = body && `${body.stature} ${body.mass}`;
  const [stature, mass] = [body?.stature, body?.mass];
  useEffect(() => {
    if (key === null || stature === undefined || mass === undefined) return;
    let current = true;
    surveyFor(
      { stature, mass },
      headId,
      (survey) => current && setState({ key, survey, error: null }),
      (done) => current && setProgress(done),
    ).catch((e: Error) => current && setState({ key, survey: null, error: e.message }));
    return () => {
      current = false;
    };
  }, [key, stature, mass, headId]);
  return state.key === key ? { ...state, progress } : { survey: null, error: null, progress };
}
