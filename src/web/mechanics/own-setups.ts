import { useEffect, useState } from "react";
import { askOn } from "#core/clients/on-machine";
import type { Client } from "#core/clients/client";
import { exercises } from "#core/exercises/library";
import type { Survey } from "#core/mechanics/survey";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { askSurvey } from "./analyst";
import { bodyOf } from "./useSurvey";

/** the library's survey, and the setups of the week that a coach has turned to something of their own */
export async function withOwnSetups(survey: Survey, program: Program, client: Client): Promise<Survey> {
  const known = new Set(survey.rows.map((r) => r.setupKey));
  const own = prescriptionsOf(program).filter((p) => !known.has(p.setupKey) && exercises.has(p.exerciseId));
  if (own.length === 0) return survey;
  const asked = own.map((p) => askOn(client.machines, p));
  const more = await askSurvey(asked, bodyOf(client), 0).catch(() => null);
  return more ? { ...survey, rows: [...survey.rows, ...more.rows.filter((r) => !known.has(r.setupKey))] } : survey;
}

/** the same while a page is shown; null until it is there */
export function useOwnSetups(survey: Survey | null, program: Program | null, client: Client | null): Survey | null {
  const [whole, setWhole] = useState<Survey | null>(null);
  useEffect(() => {
    let current = true;
    if (survey && program && client) void withOwnSetups(survey, program, client).then((s) => current && setWhole(s));
    return () => {
      current = false;
    };
  }, [survey, program, client]);
  return whole;
}
