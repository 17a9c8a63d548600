/** Rankings kept on a day, and what another school or edition would say: what moves between two, because of what. */
import { keptRankings as words } from "#core/words/web/ranking";
import { useNow } from "../base/useNow";
import { Button, Select } from "antd";
import { useMemo, useState } from "react";
import { editions, type Edition } from "#core/edition/edition";
import type { Body } from "#core/mechanics/model";
import { differenceOf, keptOf, reviewDue, type KeptRanking } from "#core/ranking/judgement";
import type { RankedRow } from "#core/ranking/rank";
import { useEdition } from "../base/edition";
import { dayText } from "../../page/locale";
import type { Judgements } from "../judgements/useJudgements";

const CAUSE: Readonly<Record<string, string>> = words.causes;
const SHOWN = 12;

interface KeptRankingsProps {
  headId: string;
  rows: readonly RankedRow[];
  /** with the school that ranks */
  edition: Edition;
  goal: number;
  body: Body;
  judgements: Judgements;
  /** the same head by another edition or school */
  rank: (edition: Edition) => readonly RankedRow[];
}

export function KeptRankings({ headId, rows, edition, goal, body, judgements, rank }: KeptRankingsProps) {
  const opened = useNow();
  const [against, setAgainst] = useState<string | null>(null);
  const now = keptOf(headId, rows, edition, goal, body);
  const kept = judgements.rankings.filter((j) => j.body.head === headId);
  const chosen = kept.find((j) => j.id === against);
  const others = useMemo(() => {
    const schools = edition.schools
      .filter((s) => s.name !== edition.school.name)
      .map((s) => ({
        id: words.schoolId({ id: s.id }),
        name: s.name,
        edition: { ...edition, school: s },
        about: s.about,
      }));
    const earlier = editions
      .filter((e) => e.id !== edition.id)
      .map((e) => ({
        id: words.editionId({ id: e.id }),
        name: words.editionIdDate({ id: e.id, date: dayText(e.date) }),
        edition: { ...e, school: edition.school },
        about: words.sinceThenWhat({ what: since(e) }),
      }));
    return [...schools, ...earlier];
  }, [edition]);
  const other = others.find((o) => o.id === against);
  const before = chosen?.body ?? (other ? keptOf(headId, rank(other.edition), other.edition, goal, body) : null);
  return (
    <section className="kept" aria-label={words.rankingsKept()}>
      <div className="actions">
        <Button size="small" onClick={() => void judgements.keep({ kind: "ranking", body: now })}>
          {words.keepThisRanking()}
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
            {reviewDue(j, opened, edition.method) && words.reviewDue()}
          </Button>
        ))}
        <Select
          size="small"
          aria-label={words.againstAnotherSchoolOr()}
          placeholder={words.againstAnotherSchoolOr2()}
          allowClear
          popupMatchSelectWidth={false}
          style={{ minWidth: 220 }}
          value={other ? against : null}
          onChange={(v: string | null) => setAgainst(v ?? null)}
          options={others.map((o) => ({ value: o.id, label: o.name }))}
        />
      </div>
      {before && (
        <div className="small">
          <p>
            {chosen ? words.againstTheRankingThat({ by: chosen.by }) : words.againstName({ name: other!.name })}:{" "}
            <Causes before={before} now={now} /> {other?.about}
          </p>
          <Moves before={before} now={now} />
          {chosen && (
            <Button size="small" type="text" onClick={() => void judgements.takeBack(chosen.id)}>
              {words.forgetIt()}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

/** what the editions after one have changed */
const since = (e: Edition): string =>
  editions
    .slice(editions.indexOf(e) + 1)
    .map((x) => x.about)
    .join(" ");

function Causes({ before, now }: { before: KeptRanking; now: KeptRanking }) {
  const { method } = useEdition();
  const { causes, moved } = differenceOf(before, now, method);
  const said = causes.length ? causes.map((c) => CAUSE[c]).join(", ") : words.nothingDiffers();
  return (
    <>
      {said}.{moved.length === 0 && ` ${words.noRowHasMoved()}`}
    </>
  );
}

const rounded = (score: number | null): number | null => (score === null ? null : Math.round(score));

function Moves({ before, now }: { before: KeptRanking; now: KeptRanking }) {
  const { method } = useEdition();
  return (
    <ul className="plain-list">
      {differenceOf(before, now, method)
        .moved.slice(0, SHOWN)
        .map((m) => (
          <li key={m.setupKey}>
            {words.moved({ name: m.name, before: rounded(m.before), after: rounded(m.after) })}
            {m.factor && <span className="quiet">{words.mostlyBy({ factor: m.factor })}</span>}
          </li>
        ))}
    </ul>
  );
}
