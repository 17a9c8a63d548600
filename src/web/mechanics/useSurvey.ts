import { useEffect, useState } from "react";
import { library } from "#core/exercises/library";
import { DEFAULT_BODY, type Body } from "#core/mechanics/model";
import type { Survey } from "#core/mechanics/survey";
import { askSurvey } from "./analyst";
import type { SetupAsk } from "./messages";

/** varied bodies behind every tier */
const BODIES = 12;

/** every named setup of the library */
export const librarySetups: SetupAsk[] = library.flatMap((e) => e.setups.map((s) => ({ exerciseId: e.id, values: s.values })));

export const bodyOf = (client: { stature: number; mass: number } | null | undefined): Body => (client ? { stature: Math.round(client.stature * 100) / 100, mass: Math.round(client.mass) } : DEFAULT_BODY);

/** the survey of the library in a body; null while it is made */
export function useSurvey(body: Body): { survey: Survey | null; error: string | null } {
  const { stature, mass } = body;
  const [state, setState] = useState<{ key: string; survey: Survey | null; error: string | null }>({ key: "", survey: null, error: null });
  const key = `${stature} ${mass}`;
  useEffect(() => {
    let current = true;
    askSurvey(librarySetups, { stature, mass }, BODIES).then(
      (survey) => current && setState({ key, survey, error: null }),
      (e: Error) => current && setState({ key, survey: null, error: e.message }),
    );
    return () => {
      current = false;
    };
  }, [key, stature, mass]);
  return state.key === key ? state : { survey: null, error: null };
}
