import type { Client } from "#core/clients/client";
import { api } from "../base/api";
import type { SetupAsk } from "#core/exercises/asked";
import { useStrength, type Strength } from "../mechanics/useStrength";
import { usePlan } from "../planning/usePlan";

/** what the open client's log says of these setups, away from their week and log */
export function useOwnStrength(client: Client | null, wanted: readonly SetupAsk[]): Strength | null {
  const { program } = usePlan(client?.id ?? null);
  const { data: log } = api.useLogQuery({ clientId: client?.id ?? "" }, { skip: !client });
  return useStrength(client, program, log, wanted);
}
