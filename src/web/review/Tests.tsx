/** Tests of one change in one line: begun with what they can show, read with how sure they are. */
import { tests as said } from "#core/words/web/review";
import { Button, Input, Select } from "antd";
import { useState } from "react";
import type { Client } from "#core/clients/client";
import { editionOf } from "#core/edition/edition";
import type { Answer } from "#core/exchange/api";
import type { Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { verdictOf, WHATS, workoutsFor, type What } from "#core/review/experiment";
import type { Review } from "#core/review/schema";
import { asOfNow, exposuresOf } from "#core/training/exposures";
import { believedOf, flagsOf } from "#core/training/flags";
import { page, test as words } from "#core/words/review";
import { newId } from "../../page/newId";
import { dayText } from "../../page/locale";
import { api, toFailure } from "../base/api";
import { message } from "../base/say";

type Kept = Answer<"review">["experiments"][number];
/** weeks from which on a test is not offered: another client by then */
const LONG = 32;

interface TestsProps {
  client: Client;
  program: Program;
  review: Review;
  log: Answer<"log"> | undefined;
  experiments: readonly Kept[];
  today: string;
}

export function Tests(props: TestsProps) {
  const { experiments, client } = props;
  const [open, setOpen] = useState(false);
  const [end] = api.useEndExperimentMutation();
  return (
    <section className="sheet" aria-label={page.tests()}>
      <h2>{page.tests()}</h2>
      {experiments.length === 0 && !open && <p className="small quiet">{words.none()}</p>}
      <ul className="tests">
        {experiments.map((e) => (
          <li key={e.id}>
            <Standing {...props} e={e} />
            {e.endedAt === null ? (
              <Button
                size="small"
                type="text"
                onClick={() =>
                  void end({ clientId: client.id, id: e.id }).then(
                    (r) => r.error && message.error(toFailure(r.error).error, 5),
                  )
                }
              >
                {words.end()}
              </Button>
            ) : (
              <span className="small quiet">{words.ended()}</span>
            )}
          </li>
        ))}
      </ul>
      {open ? (
        <Begin {...props} onDone={() => setOpen(false)} />
      ) : (
        <Button size="small" onClick={() => setOpen(true)}>
          {words.begin()}
        </Button>
      )}
    </section>
  );
}

const REPS_OVER = 4;

function Standing({ e, program, log }: TestsProps & { e: Kept }) {
  const p = prescriptionsOf(program).find((x) => x.id === e.lineId);
  if (!p || !log) return <span className="small">{e.change}</span>;
  const entries = asOfNow(p, log);
  const flagged = flagsOf(p, entries, log.bounds[p.id], editionOf(program).method);
  const v = verdictOf(
    e.what,
    believedOf(exposuresOf(p.id, entries, log.reports), flagged),
    e.from,
    p.bodyLoad,
    p.reps.low + REPS_OVER,
  );
  const numbers =
    v.is === null || v.was === null
      ? null
      : e.what === "felt"
        ? words.felt({ is: v.is, since: v.since, was: v.was, before: v.before })
        : v.low === null || v.high === null
          ? null
          : e.what === "strength"
            ? words.strength({ low: v.low, high: v.high, difference: v.is - v.was })
            : words.amount({ is: v.is, was: v.was, low: v.low, high: v.high });
  return (
    <span>
      <b>
        {p.name}: {e.change}
      </b>{" "}
      <span className="small">
        {dayText(e.from)}, {words.whats[e.what]}.{" "}
        {words.verdict({ since: v.since, needed: v.needed, verdict: v.verdict })} {numbers}
      </span>
    </span>
  );
}

/** workouts a week of a line, from the log; once a week where it says nothing */
const paceOf = (review: Review, p: Prescription): number => {
  const l = review.lines.find((x) => x.lineId === p.id);
  if (!l || l.workouts < 2) return 1;
  const weeks = (Date.parse(l.last) - Date.parse(l.first)) / (7 * 86_400_000);
  return weeks > 0 ? Math.max(0.5, (l.workouts - 1) / weeks) : 1;
};

function Begin({ client, program, review, today, onDone }: TestsProps & { onDone: () => void }) {
  const lines = prescriptionsOf(program).filter((p) => p.purpose === "work");
  const [lineId, setLineId] = useState<string | undefined>(lines[0]?.id);
  const [what, setWhat] = useState<What>("felt");
  const [change, setChange] = useState("");
  const [begin, { isLoading }] = api.useBeginExperimentMutation();
  const p = lines.find((x) => x.id === lineId);
  const own = review.lines.find((l) => l.lineId === lineId);
  const before = own && own.felt.said > 0 ? own.felt.target / own.felt.said : null;
  const needed = workoutsFor(what, before);
  const weeks = p ? Math.ceil(needed / paceOf(review, p)) : 0;
  const fits = WHATS.filter((w) => w !== "sides" || p?.sides === "one");
  const save = async () => {
    if (!p || change.trim().length < 3) return;
    const r = await begin({ clientId: client.id, id: newId(), lineId: p.id, what, change: change.trim(), from: today });
    if (r.error) message.error(toFailure(r.error).error, 5);
    else onDone();
  };
  return (
    <form
      className="begin-test"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <label>
        {words.line()}
        <Select
          size="small"
          value={lineId}
          onChange={(id) => {
            setLineId(id);
            setWhat("felt");
          }}
          options={lines.map((l) => ({ value: l.id, label: l.name }))}
        />
      </label>
      <label>
        {words.what()}
        <Select
          size="small"
          value={what}
          onChange={setWhat}
          options={fits.map((w) => ({ value: w, label: words.whats[w] }))}
        />
      </label>
      <label>
        {words.change()}
        <Input
          size="small"
          maxLength={200}
          value={change}
          placeholder={words.changeHint()}
          onChange={(e) => setChange(e.target.value)}
        />
      </label>
      <p className="small">
        {weeks > LONG ? words.cannot({ weeks }) : words.needs({ needed, weeks })} {words.stays()} {words.growth()}
      </p>
      <span className="acts">
        <Button size="small" htmlType="submit" loading={isLoading} disabled={weeks > LONG || change.trim().length < 3}>
          {words.begin()}
        </Button>
        <Button size="small" type="text" onClick={onDone}>
          {said.back()}
        </Button>
      </span>
    </form>
  );
}
