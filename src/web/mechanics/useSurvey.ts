import { useEffect, useState } from "react";
import { bodyOf as roundedBody } from "#core/clients/client";
import { library } from "#core/exercises/library";
import { DEFAULT_BODY, type Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import { listedFor } from "#core/ranking/rank";
import { askSurvey } from "./analyst";
import type { SetupAsk } from "./messages";

/** varied bodies behind every tier */
const BODIES = 12;

/** every named setup of the library */
export const librarySetups: SetupAsk[] = library.flatMap((e) =>
  e.setups.map((s) => ({ exerciseId: e.id, values: s.values })),
);

export const bodyOf = (client: { stature: number; mass: number } | null | undefined): Body =>
  client ? roundedBody(client) : DEFAULT_BODY;

/** setups in one ask: few enough that the page can say how far it is */
const CHUNK = 13;
const chunks: SetupAsk[][] = Array.from({ length: Math.ceil(librarySetups.length / CHUNK) }, (_, i) =>
  librarySetups.slice(i * CHUNK, (i + 1) * CHUNK),
);

/** first every setup in the body itself, then, for the head in question, its setups in varied bodies */
async function surveyFor(
  body: Body,
  headId: string | undefined,
  give: (survey: Survey) => void,
  tell: (done: number) => void,
): Promise<void> {
  let done = 0;
  const parts = await Promise.all(
    chunks.map(async (setups) => {
      const part = await askSurvey(setups, body, 0);
      tell((done += setups.length) / librarySetups.length);
      return part;
    }),
  );
  const base: Survey = { modelVersion: parts[0]!.modelVersion, rows: parts.flatMap((s) => s.rows) };
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
 * made
 */
export function useSurvey(
  body: Body,
  headId: string | undefined,
): { survey: Survey | null; error: string | null; /** share of the library that is read */ progress: number } {
  const { stature, mass } = body;
  const [state, setState] = useState<{ key: string; survey: Survey | null; error: string | null }>({
    key: "",
    survey: null,
    error: null,
  });
  const [progress, setProgress] = useState(0);
  const key = `${stature} ${mass}`;
  useEffect(() => {
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
