import { useMemo } from "react";
import { askOn, linesOn } from "#core/clients/on-machine";
import type { Client } from "#core/clients/client";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { editionOf } from "#core/edition/edition";
import type { History } from "#core/training/exposures";
import type { ClientStrength } from "#core/training/client-strength";
import type { LoadBelief } from "#core/training/belief";
import { liftedSets } from "#core/training/lifted";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import type { SetupAsk } from "#core/exercises/asked";
import { useNow } from "../base/useNow";
import { useAsk } from "./useAsk";
import { bodyOf } from "./useSurvey";

const keyOf = (p: SetupAsk): string | null => {
  const exercise = findExercise(p.exerciseId);
  return exercise ? resolveSetup(exercise, p.values).key : null;
};

export interface Strength {
  all: ClientStrength;
  of: (p: SetupAsk) => LoadBelief | null;
}

/**
 * null while there is nothing logged or the worker is not done
 * @param wanted setups whose loads are asked for; those of the program unless given
 */
export function useStrength(
  client: Client | null,
  program: Program | null | undefined,
  log: Pick<History, "entries" | "bounds" | "handedOver"> | undefined,
  wanted?: readonly SetupAsk[],
): Strength | null {
  const now = useNow();
  const asked = useMemo(() => {
    if (!client || !program || !log) return null;
    const asked = (p: SetupAsk) => askOn(client.machines, p);
    const planned = linesOn(client.machines, prescriptionsOf(program));
    const { method } = editionOf(program);
    const sets = liftedSets(planned, log, now - method.log.days * 86_400_000, method);
    return sets.length ? { body: bodyOf(client), sets, setups: (wanted ?? planned).map(asked) } : null;
  }, [client, program, log, wanted, now]);
  const { answer: all } = useAsk("strength", asked);
  return useMemo(() => {
    if (!all || all.lifts === 0) return null;
    const byKey = new Map(all.loads.map((l) => [l.key, l]));
    return { all, of: (p) => byKey.get(keyOf(p) ?? "") ?? null };
  }, [all]);
}
