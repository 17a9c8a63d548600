/** The review of one client: what happened, whether it works, and next week as edits to take or leave. */
import { reviewPage as text } from "#core/words/web/review";
import { useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { editionOf } from "#core/edition/edition";
import { proposalOf } from "#core/review/proposal";
import type { Review } from "#core/review/schema";
import { page as words, summary } from "#core/words/review";
import { api, toFailure } from "../base/api";
import { useOpenClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { useNow } from "../base/useNow";
import { dayOf } from "../../page/locale";
import { SaveMark } from "../planning/SaveMark";
import { usePlan } from "../planning/usePlan";
import { useFromLog } from "../ranking/useFromLog";
import { Findings } from "./Findings";
import { NextWeek } from "./NextWeek";
import { PlannedDone, Sides, Strength } from "./Panels";
import { Tests } from "./Tests";
import "./review.css";

export default function ReviewPage() {
  const { id = "" } = useParams();
  const { client, unknown } = useOpenClient();
  const today = dayOf(new Date(useNow()));
  const { plan, program, edit, undo } = usePlan(client ? id : null);
  const { data, error, isLoading, refetch } = api.useReviewQuery(
    { clientId: id, today },
    { skip: !client, refetchOnMountOrArgChange: true },
  );
  const { data: log } = api.useLogQuery({ clientId: id }, { skip: !client, refetchOnMountOrArgChange: true });
  const [declinedNow, setDeclinedNow] = useState<readonly string[]>([]);
  const { points: elsewhere } = useFromLog(client ? id : null);
  const edits = useMemo(() => {
    if (!program || !log || !data || !client) return [];
    const said = data.decisions.filter((d) => d.act === "declined").map((d) => d.need);
    return proposalOf({
      program,
      history: log,
      review: data.review,
      client,
      method: editionOf(program).method,
      declined: new Set([...said, ...declinedNow]),
      ...(elsewhere ? { elsewhere } : {}),
    });
  }, [program, log, data, client, declinedNow, elsewhere]);
  if (unknown)
    return (
      <Empty title={text.thisClientIsNot()}>
        <Link to="/clients">{text.toTheClients()}</Link>
      </Empty>
    );
  if (error) return <Failed what={text.theReview()} reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !data || !client || !program || !plan) return <Loading what={text.theReview2()} />;
  const { review, experiments, decisions } = data;
  if (review.lines.length === 0)
    return (
      <Empty title={words.nothing()}>
        <p className="quiet">{words.nothingWhy()}</p>
        <Link to={`/clients/${id}/week`}>{words.week()}</Link>
      </Empty>
    );
  return (
    <div className="review-page">
      <div className="week-line">
        <h1>{words.title({ name: client.name })}</h1>
        <SaveMark plan={plan} />
        <span className="links">
          <Link to={`/clients/${id}/log`}>{words.log()}</Link>
          <Link to={`/clients/${id}/week`}>{words.week()}</Link>
        </span>
      </div>
      <Summary review={review} />
      <div className="columns">
        <div>
          <PlannedDone review={review} />
          <Strength review={review} level={client.level} edits={edits} />
          <Sides review={review} />
          <Findings review={review} log={log} client={client} program={program} />
          <Tests client={client} program={program} review={review} log={log} experiments={experiments} today={today} />
        </div>
        <NextWeek
          client={client}
          program={program}
          edits={edits}
          decisions={decisions}
          edit={edit}
          undo={undo}
          onDeclined={setDeclinedNow}
        />
      </div>
    </div>
  );
}

/** two sentences: trained or not, and whether it works */
function Summary({ review: { weeks, planned, movements, lines } }: { review: Review }) {
  const last = weeks.at(-1);
  const of = (kind: string) => movements.filter((m) => m.progress.kind === kind).length;
  const stops = lines.filter((l) => l.pains[0]?.on === l.last && l.pains[0].kind !== "ache").length;
  const out = lines.reduce((n, l) => n + l.unlikely.length, 0);
  return (
    <p className="summary">
      {summary.trained({
        done: last?.sets ?? 0,
        planned: planned.sets,
        days: last?.days ?? 0,
        daysPlanned: planned.days,
      })}{" "}
      <b>
        {summary.works({
          stronger: of("stronger"),
          weaker: of("weaker"),
          still: of("standing still"),
          of: movements.length,
        })}
      </b>{" "}
      {stops > 0 && <span className="stop">■ {summary.stops({ n: stops })}</span>}{" "}
      {out > 0 && <span>◆ {summary.leftOut({ n: out })}</span>}
    </p>
  );
}
