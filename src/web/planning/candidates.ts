import { useMemo } from "react";
import type { Client } from "#core/clients/client";
import { library } from "#core/exercises/library";
import type { Prescription } from "#core/planning/program";
import { rankHead, type RankedRow } from "#core/ranking/rank";
import { DEFAULT_SCHOOL } from "#core/ranking/schools";
import { bodyOf, useSurvey } from "../mechanics/useSurvey";

const exercises = new Map(library.map((e) => [e.id, e]));

/** the head a prescription is for: the one with most direct credit */
export const leadHead = (p: Prescription): string | undefined =>
  Object.entries(p.credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share)[0]?.[0];

/** what else this client could do for the same head, best first, with the planned setup's own row where it is ranked */
export function useCandidates(p: Prescription, client: Client): { head: string | undefined; rows: RankedRow[]; own: RankedRow | undefined; ready: boolean; modelVersion: string } {
  const head = leadHead(p);
  const { survey } = useSurvey(useMemo(() => bodyOf(client), [client]), head);
  const all = useMemo(() => (survey && head ? rankHead(survey, head, DEFAULT_SCHOOL, exercises, { equipment: client.equipment, joints: client.joints.map((j) => j.joint) }) : []), [survey, head, client]);
  return { head, rows: all.filter((r) => !r.out && r.row.setupKey !== p.setupKey), own: all.find((r) => r.row.setupKey === p.setupKey), ready: survey !== null, modelVersion: survey?.modelVersion ?? "" };
}
