/** Rankings kept on a day, and what has moved since, because of what. */
import { Button } from "antd";
import { useState } from "react";
import type { School } from "#core/edition/schools";
import { setupName } from "#core/exercises/setup";
import { MODEL_VERSION, type Body } from "#core/mechanics/model";
import { differenceOf, type KeptRanking } from "#core/ranking/judgement";
import type { RankedRow } from "#core/ranking/rank";
import { dayText } from "../../page/locale";
import type { Judgements } from "./useJudgements";

const CAUSE: Record<string, string> = {
  model: "the model is another",
  weights: "it is weighed otherwise",
  goal: "the goal is another",
  body: "it is another body",
};
const MOST = 60;
const short = (x: number) => Math.round(x * 1000) / 1000;

interface KeptRankingsProps {
  headId: string;
  rows: readonly RankedRow[];
  school: School;
  goal: number;
  body: Body;
  judgements: Judgements;
}

export function KeptRankings({ headId, rows, school, goal, body, judgements }: KeptRankingsProps) {
  const [against, setAgainst] = useState<string | null>(null);
  const now: KeptRanking = {
    head: headId,
    note: "",
    modelVersion: MODEL_VERSION,
    school: school.name,
    goal,
    weights: { ...school.weights },
    body: { stature: body.stature, mass: body.mass },
    rows: rows.slice(0, MOST).map((r) => ({
      setupKey: r.row.setupKey,
      name: setupName(r.exercise, r.row.values),
      score: short(r.score),
      tier: r.tier.id,
      factors: Object.fromEntries(Object.entries(r.factors).map(([f, v]) => [f, short(v)])),
    })),
  };
  const kept = judgements.rankings.filter((j) => j.body.head === headId);
  const chosen = kept.find((j) => j.id === against);
  const difference = chosen && differenceOf(chosen.body, now);
  return (
    <section className="kept" aria-label="Rankings kept">
      <div className="actions">
        <Button size="small" onClick={() => void judgements.keep({ kind: "ranking", body: now })}>
          Keep this ranking
        </Button>
        {kept.map((j) => (
          <Button
            key={j.id}
            size="small"
            type="text"
            aria-pressed={j.id === against}
            onClick={() => setAgainst(j.id === against ? null : j.id)}
          >
            {dayText(j.at.slice(0, 10))}, {j.body.school.toLowerCase()}
          </Button>
        ))}
      </div>
      {chosen && difference && (
        <div className="small">
          <p>
            Against the ranking that {chosen.by} kept:{" "}
            {difference.causes.length ? difference.causes.map((c) => CAUSE[c]).join(", ") : "nothing else differs"}.{" "}
            {difference.moved.length === 0 && "No row has moved."}
          </p>
          <ul className="plain-list">
            {difference.moved.slice(0, 12).map((m) => (
              <li key={m.setupKey}>
                {m.name}: {m.before === null ? "not in it" : Math.round(m.before)} to{" "}
                {m.after === null ? "gone" : Math.round(m.after)}
                {m.factor && <span className="quiet">, mostly by {m.factor}</span>}
              </li>
            ))}
          </ul>
          <Button size="small" type="text" onClick={() => void judgements.takeBack(chosen.id)}>
            Forget it
          </Button>
        </div>
      )}
    </section>
  );
}
