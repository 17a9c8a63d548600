/** Arguing with a row: where a coach holds it to stand, which factor speaks against that, and what would settle it. */
import { Button, Input, Select } from "antd";
import { useMemo, useState } from "react";
import type { Edition } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import { disagreement } from "#core/ranking/disagree";
import { favouriteCost } from "#core/ranking/favourite";
import { reviewDue } from "#core/ranking/judgement";
import { argue as words, causes } from "#core/words/ranking";
import type { RankedRow, RankingContext } from "#core/ranking/rank";
import { useNow } from "../base/useNow";
import { dayText } from "../../page/locale";
import type { Judgements } from "../judgements/useJudgements";

interface ArgueProps {
  row: RankedRow;
  rows: readonly RankedRow[];
  headId: string;
  survey: Survey;
  edition: Edition;
  context: RankingContext;
  judgements: Judgements;
}

/** sets of the best that three of it are worth; 0 where it is nearly as good */
const worthOf = (rows: readonly RankedRow[], key: string): number => {
  const cost = favouriteCost(rows, key);
  return cost && cost.worth < 0.97 ? 3 * cost.worth : 0;
};

const nameOf = (r: RankedRow) => setupName(r.exercise, r.row.values);

export function Argue({ row, rows, headId, survey, edition, context, judgements }: ArgueProps) {
  const now = useNow();
  const leader = rows.find((r) => r.group === "main" && r !== row);
  const [other, setOther] = useState(leader?.row.setupKey ?? "");
  const [tier, setTier] = useState(row.tier.id);
  const [reason, setReason] = useState("");
  const key = row.row.setupKey;
  const told = useMemo(
    () => (other && other !== key ? disagreement(survey, headId, edition, exercises, context, key, other) : null),
    [survey, headId, edition, context, key, other],
  );
  const own = judgements.overrides.find((j) => j.body.head === headId && j.body.setupKey === key);
  const say = async () => {
    const done = await judgements.keep(
      {
        kind: "override",
        body: {
          head: headId,
          setupKey: key,
          name: nameOf(row),
          tier,
          was: { tier: (row.held?.mechanics ?? row.tier).id, score: Math.round(row.score), school: edition.school.id },
          reason,
        },
      },
      own?.id,
    );
    if (done) setReason("");
  };
  const term = told?.settles && edition.terms.find((t) => t.id === told.settles!.term);
  const points = told ? Math.round(Math.abs(told.behind)) : 0;
  const argued = !told
    ? []
    : told.kind === "agrees"
      ? [words.agrees({ points })]
      : [
          words.behind({ points, cause: causes[told.factors[0]?.factor ?? "tension"]() }),
          ...(told.kind === "weighing" && term
            ? [words.settles({ term: term.name, from: told.settles!.from, to: told.settles!.to })]
            : []),
          ...(told.kind === "contested" ? [words.contested()] : []),
          ...(told.behind > 0 ? [words.price({ points, worth: worthOf(rows, key) })] : []),
        ];
  return (
    <div className="argue small" role="group" aria-label={words.group({ setup: nameOf(row) })}>
      <div>
        {words.above()}{" "}
        <Select
          size="small"
          aria-label={words.above()}
          value={other || null}
          placeholder={words.another()}
          onChange={setOther}
          popupMatchSelectWidth={false}
          options={rows
            .filter((r) => r !== row && r.group !== "out")
            .map((r) => ({ value: r.row.setupKey, label: nameOf(r) }))}
        />{" "}
        {told && <span role="status">{argued.join(" ")}</span>}
      </div>
      <div className="actions" style={{ marginTop: 4 }}>
        {words.rate()}
        <Select
          size="small"
          aria-label={words.rate()}
          value={tier}
          onChange={setTier}
          options={edition.tiers.map((t) => ({ value: t.id, label: t.name }))}
          popupMatchSelectWidth={false}
        />
        <Input
          size="small"
          style={{ width: 260 }}
          aria-label={words.reason()}
          placeholder={words.because()}
          maxLength={300}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          onPressEnter={() => reason.trim().length >= 3 && void say()}
        />
        <Button size="small" disabled={reason.trim().length < 3} onClick={() => void say()}>
          {words.save()}
        </Button>
        {own && (
          <>
            <span className="quiet">
              {words.saved({
                by: own.by,
                day: dayText(own.at.slice(0, 10)),
                score: own.body.was.score,
                due: reviewDue(own, now, edition.method),
              })}
            </span>
            <Button size="small" type="text" onClick={() => void judgements.takeBack(own.id)}>
              {words.remove()}
            </Button>
          </>
        )}
      </div>
    </div>
  );
}
