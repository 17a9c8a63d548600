/** What a client's body says of a planned setup. */
import { useMemo } from "react";
import type { Client } from "#core/clients/client";
import type { BodyView } from "#core/mechanics/survey";
import type { Prescription } from "#core/program/document";
import { bodyOf, useSurvey, waysOf } from "../mechanics/useSurvey";
import { usePlanned } from "./candidates";

/** null while it is worked out */
export function useView(p: Prescription, client: Client): BodyView | null {
  const { survey } = useSurvey(
    useMemo(() => bodyOf(client), [client]),
    undefined,
    waysOf(client),
  );
  return usePlanned(p, client, survey)?.view ?? null;
}
