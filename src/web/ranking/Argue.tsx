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
import type { RankedRow, RankingContext } from "#core/ranking/rank";
import type { FactorId } from "#core/ranking/factors";
import { useNow } from "../base/useNow";
import { dayText, fixed } from "../../page/locale";
import type { Judgements } from "../judgements/useJudgements";

const CAUSE: Record<FactorId, string> = {
  tension: "the head moves less tension in it",
  limiter: "something else ends the set",
  joints: "it strains joints more",
  spine: "it loads the low back more",
  time: "it takes longer to set up",
  steadiness: "it is less steady",
  progression: "its load steps are coarser",
  whole: "it moves less muscle in all",
  load: "it is loaded less",
  focus: "other muscles do more of its work",
  client: "it asks more of the client's joint",
};

interface ArgueProps {
  row: RankedRow;
  rows: readonly RankedRow[];
  headId: string;
  survey: Survey;
  edition: Edition;
  context: RankingContext;
  judgements: Judgements;
}

/** what that is in sets of the best */
const keeping = (rows: readonly RankedRow[], key: string): string => {
  const cost = favouriteCost(rows, key);
  return cost && cost.worth < 0.97 ? `: three sets of it do what ${fixed(3 * cost.worth, 1)} of the best would` : "";
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
  return (
    <div className="argue small" role="group" aria-label={`Arguing with ${nameOf(row)}`}>
      <div>
        I hold it better than{" "}
        <Select
          size="small"
          aria-label="Better than"
          value={other || null}
          placeholder="another"
          onChange={setOther}
          popupMatchSelectWidth={false}
          options={rows
            .filter((r) => r !== row && r.group !== "out")
            .map((r) => ({ value: r.row.setupKey, label: nameOf(r) }))}
        />{" "}
        {told && (
          <span role="status">
            {told.kind === "agrees" && `So does this list, by ${Math.round(-told.behind)} points.`}
            {told.kind !== "agrees" &&
              `It stands ${Math.round(told.behind)} points behind, first because ${CAUSE[told.factors[0]?.factor ?? "tension"]}. `}
            {told.kind === "weighing" &&
              term &&
              `You weigh it differently: with ${term.name.toLowerCase()} at ${fixed(told.settles!.to, 2)} instead of ${fixed(told.settles!.from, 2)} it would stand before it.`}
            {told.kind === "contested" &&
              "No single weight settles it: mechanics sees another tension. That is contested; say where it belongs and why."}
            {told.kind !== "agrees" &&
              told.behind > 0 &&
              ` Keeping it costs those ${Math.round(told.behind)} points${keeping(rows, key)}.`}
          </span>
        )}
      </div>
      <div className="actions" style={{ marginTop: 4 }}>
        It belongs under
        <Select
          size="small"
          aria-label="Where it belongs"
          value={tier}
          onChange={setTier}
          options={edition.tiers.map((t) => ({ value: t.id, label: t.name }))}
          popupMatchSelectWidth={false}
        />
        <Input
          size="small"
          style={{ width: 260 }}
          aria-label="Because"
          placeholder="because ..."
          maxLength={300}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          onPressEnter={() => reason.trim().length >= 3 && void say()}
        />
        <Button size="small" disabled={reason.trim().length < 3} onClick={() => void say()}>
          Say so
        </Button>
        {own && (
          <>
            <span className="quiet">
              {own.by}, {dayText(own.at.slice(0, 10))}; mechanics said {own.body.was.score} then
              {reviewDue(own, now) && ", review due"}
            </span>
            <Button size="small" type="text" onClick={() => void judgements.takeBack(own.id)}>
              Take it back
            </Button>
          </>
        )}
      </div>
    </div>
  );
}
