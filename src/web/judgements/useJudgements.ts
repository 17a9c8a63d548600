/** The practice's own schools, moved rows and kept rankings, and how they are said and taken back. */
import { useJudgements as words } from "#core/words/web/judgements";
import { useMemo } from "react";
import type { School } from "#core/edition/schools";
import type { Judgement, JudgementBody } from "#core/ranking/judgement";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";
import { message } from "../base/say";

type Of<K extends Judgement["kind"]> = Extract<Judgement, { kind: K }>;

export function useJudgements() {
  const { data } = api.endpoints.judgements.useQuery();
  const [judge] = api.endpoints.judge.useMutation();
  const [unjudge] = api.endpoints.unjudge.useMutation();
  const all = data?.judgements;
  return useMemo(() => {
    const of = <K extends Judgement["kind"]>(kind: K): Of<K>[] =>
      (all ?? []).filter((j): j is Of<K> => j.kind === kind);
    const schools = of("school").map((j): School => ({
      id: j.id,
      name: j.body.name,
      about: j.body.about || `${j.by}'s, ${j.at.slice(0, 10)}.`,
      weights: j.body.weights,
    }));
    /** says what went wrong; true where it was kept */
    const keep = async (judgement: JudgementBody, id = newId()): Promise<boolean> => {
      const r = await judge({ id, judgement });
      if ("error" in r && r.error) {
        const failure = toFailure(r.error);
        message.error(
          failure.fields[0]?.reason ? words.notKeptReason({ reason: failure.fields[0].reason }) : failure.error,
          6,
        );
        return false;
      }
      return true;
    };
    const takeBack = async (id: string) => {
      const r = await unjudge(id);
      if ("error" in r && r.error) message.error(toFailure(r.error).error, 6);
    };
    return { schools, overrides: of("override"), rankings: of("ranking"), keep, takeBack };
  }, [all, judge, unjudge]);
}
export type Judgements = ReturnType<typeof useJudgements>;
