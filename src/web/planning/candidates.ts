/** What else a client could do in the place of a planned exercise, by the mechanics of that client's body. */
import { useMemo } from "react";
import { askOn } from "#core/clients/on-machine";
import type { Client } from "#core/clients/client";
import type { Joint } from "#core/exercises/joints";
import { exercises } from "#core/exercises/library";
import type { Survey, SurveyRow } from "#core/mechanics/survey";
import type { Prescription } from "#core/program/document";
import { headFor } from "#core/planning/aim";
import { swapsFor, type Swaps } from "#core/planning/swap";
import { useEdition } from "../base/edition";
import { useAsk } from "../mechanics/useAsk";
import { bodyOf, useSurvey, waysOf } from "../mechanics/useSurvey";

export interface Candidates extends Swaps {
  survey: Survey | null;
  progress: number;
}

/** the survey's row of a planned setup; a setup with values of its own is asked for apart */
export function usePlanned(p: Prescription, client: Client, survey: Survey | null): SurveyRow | undefined {
  const known = survey?.rows.find((r) => r.setupKey === p.setupKey);
  const missing = survey !== null && !known && exercises.has(p.exerciseId);
  const setup = askOn(client.machines, p);
  const { answer } = useAsk("survey", missing ? { setups: [setup], body: bodyOf(client), bodies: 0 } : null);
  return known ?? answer?.rows[0];
}

/** @param spare a joint that hurts: only what asks less of it */
export function useCandidates(
  p: Prescription,
  client: Client,
  spare: Joint | null = null,
  oneSided = false,
): Candidates {
  const edition = useEdition();
  const { survey, progress } = useSurvey(
    useMemo(() => bodyOf(client), [client]),
    headFor(p) ?? undefined,
    waysOf(client),
  );
  const planned = usePlanned(p, client, survey);
  const swaps = useMemo(
    () =>
      survey && planned
        ? swapsFor(p, planned, survey, client, edition, exercises, spare, oneSided)
        : { head: headFor(p), own: undefined, rows: [] },
    [survey, planned, p, client, edition, spare, oneSided],
  );
  return { ...swaps, survey: planned ? survey : null, progress };
}
