/** One row of a ranking opened: its numbers and factors, what is heard and found of it, and arguing with it. */
import { opened as said } from "#core/words/web/ranking";
import { percent } from "#core/base/numbers";
import { Button } from "antd";
import { Link } from "react-router";
import { COSTS, type CostId } from "#core/edition/choices";
import type { Edition } from "#core/edition/edition";
import type { Tier } from "#core/edition/schools";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { evidenceFor, GRADE_WORDS } from "#core/ranking/evidence";
import { PLACE_WORDS, sessionPlace } from "#core/ranking/places";
import type { RankedRow, RankingContext } from "#core/ranking/rank";
import { expectedLoad } from "#core/training/belief";
import { JOINT_NAMES } from "#core/exercises/joints";
import { factorNames, why } from "#core/words/ranking";
import { statementsOf } from "#core/validation/statements";
import { fixed, plain } from "../../page/locale";
import type { Strength } from "../mechanics/useStrength";
import { Argue } from "./Argue";
import type { RankedListProps } from "./listed";

interface OpenedProps extends RankedListProps {
  row: RankedRow;
  /** it stands in the comparison; the comparison holds no more */
  beside: boolean;
  full: boolean;
  onBeside: () => void;
  toBench: () => void;
}

export default function Opened(props: OpenedProps) {
  const { row, rows, headId, survey, strength, context, across, edition, judgements, beside, full } = props;
  return (
    <>
      <Detail
        row={row}
        headId={headId}
        strength={strength}
        context={context}
        across={across?.get(row.row.setupKey) ?? []}
        edition={edition}
        toBench={props.toBench}
      />
      <div className="actions" style={{ marginTop: 0 }}>
        <Button size="small" disabled={!beside && full} aria-pressed={beside} onClick={props.onBeside}>
          {beside ? why.noCompare() : why.compare()}
        </Button>
      </div>
      <Argue
        row={row}
        rows={rows}
        headId={headId}
        survey={survey}
        edition={edition}
        context={context}
        judgements={judgements}
      />
    </>
  );
}

/** what a load is expected for */
const REPS = { low: 8, high: 12 };
const RESERVE = 2;

interface DetailProps {
  row: RankedRow;
  headId: string;
  strength: Strength | null;
  context: RankingContext;
  across: readonly { school: string; tier: Tier; score: number }[];
  edition: Edition;
  toBench: () => void;
}

function Detail({ row, headId, strength, context, across, edition, toBench }: DetailProps) {
  const byMechanics = row.held?.mechanics ?? row.tier;
  const belief = strength?.of({ exerciseId: row.exercise.id, values: row.row.values }) ?? null;
  const place = sessionPlace(row.exercise, context.mass ?? DEFAULT_BODY.mass, context.goal ?? 0, edition.method.places);
  const m = row.row.view.heads[headId]!;
  const expected = belief && expectedLoad(belief, REPS, RESERVE);
  const factors = (["tension", "limiter", ...COSTS, "client"] as const).filter(
    (id) => id === "tension" || id === "limiter" || row.factors[id] < 0.999,
  );
  const nameOf = (id: (typeof factors)[number]) =>
    id in factorNames
      ? factorNames[id as keyof typeof factorNames]()
      : edition.terms.find((t) => t.id === (id as CostId))!.name;
  return (
    <div className="detail">
      <div>
        <dl className="facts">
          <dt>{why.tension({ best: row.best })}</dt>
          <dd>{fixed(row.tension, 2)}</dd>
          <dt>{why.effort()}</dt>
          <dd>{percent(row.nearness)}</dd>
          <dt>{why.length()}</dt>
          <dd>{why.lengthTold({ place: m.loadedLength })}</dd>
          <dt>{why.thirds()}</dt>
          <dd>{m.thirds.map(percent).join(" · ")}</dd>
          <dt>{why.share()}</dt>
          <dd>{percent(m.shareOfAll)}</dd>
          <dt>{why.partials()}</dt>
          <dd>{fixed(m.partialReserve, 2)} ×</dd>
          <dt>{why.sticks()}</dt>
          <dd>{why.sticksTold(row.row.view.sticking)}</dd>
          {expected && expected.likely > 0 && (
            <>
              <dt>{why.load({ ...REPS, rir: RESERVE })}</dt>
              <dd>
                {why.loadTold({
                  likely: plain(Math.round(expected.likely)),
                  low: plain(Math.max(0, Math.round(expected.low))),
                  high: plain(Math.round(expected.high)),
                  unit: "kg",
                  meaning: row.exercise.stated.loadMeaning,
                })}
              </dd>
            </>
          )}
        </dl>
        <div className="actions">
          <Button size="small" onClick={toBench}>
            {why.bench()}
          </Button>
        </div>
        <p className="small" style={{ marginTop: 8 }}>
          {why.session({
            place: PLACE_WORDS[place.place],
            kg: Math.round(place.load),
            step: place.step,
            seconds: place.seconds,
          })}
        </p>
        {row.exercise.cautions.map((c) => (
          <p key={c.text} className="small" style={{ marginTop: 8 }}>
            {why.caution({ joint: JOINT_NAMES[c.joint], text: c.text })}
          </p>
        ))}
        {statementsOf(row.exercise.id).map((s) => (
          <p key={s.id} className="small" style={{ marginTop: 8 }}>
            <span className="quiet">{why.claim({ text: s.statement })}</span>{" "}
            <Link to="/method/tables" title={s.id}>
              {why[s.verdict]()}
            </Link>
            . {s.because}
          </p>
        ))}
        {evidenceFor(row.exercise, row.row, headId, edition.method).map((n) => (
          <p key={n.id} className="small" style={{ marginTop: 8 }}>
            {n.text} <span className="quiet">{said.recalled({ was: GRADE_WORDS[n.grade] })}</span>
          </p>
        ))}
        {row.row.varied.length > 0 && (
          <p className="small quiet" style={{ marginTop: 8 }}>
            {why.sure({ tier: byMechanics.name, share: row.tierHolds, low: row.low, high: row.high })}
          </p>
        )}
      </div>
      <div>
        <div className="criteria" role="table" aria-label={why.made()}>
          {factors.map((id) => (
            <div key={id} role="row" style={{ display: "contents" }}>
              <span role="rowheader" title={edition.terms.find((t) => t.id === id)?.about}>
                {nameOf(id)}
              </span>
              <span className="bar" role="cell" aria-hidden>
                <i style={{ width: `${Math.min(100, 100 * row.factors[id])}%` }} />
              </span>
              <span className="number" role="cell">
                × {fixed(row.factors[id], 2)}
              </span>
              <span className="quiet small" role="cell">
                {row.points[id] >= 0.5 ? why.costs({ points: row.points[id] }) : ""}
              </span>
            </div>
          ))}
        </div>
        {across.length > 1 && (
          <p className="small" style={{ marginTop: 10 }}>
            {why.schools()}:{" "}
            {across.map((x, i) => (
              <span key={x.school}>
                {i > 0 && " · "}
                <span className="quiet">{edition.schools.find((s) => s.id === x.school)?.name}</span> {x.tier.name}{" "}
                <span className="number">{Math.round(x.score)}</span>
              </span>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}
