/** What a coach says of a need or of an edit, and takes back: a decision that is still on its way is waited for. */
import { useRef } from "react";
import type { Body } from "#core/exchange/api";
import { api, toFailure } from "./api";
import { message } from "./say";

export function useDecisions() {
  const [send] = api.useDecideMutation();
  const [remove] = api.useUndecideMutation();
  /** whether it arrived, by the id of the decision */
  const arrived = useRef(new Map<string, Promise<boolean>>());

  const told = (r: { error?: unknown }): boolean => {
    if (r.error) message.error(toFailure(r.error).error, 5);
    return !r.error;
  };
  return {
    /** @returns whether it was kept; if not, the coach has been told why */
    decide: (decision: Body<"decide">): Promise<boolean> => {
      const answer = send(decision).then(told);
      arrived.current.set(decision.id, answer);
      return answer;
    },
    /** takes back what has arrived, or will: what never arrived needs no taking back */
    undecide: async (id: string): Promise<void> => {
      if ((await arrived.current.get(id)) === false) return;
      told(await remove(id));
    },
  };
}
