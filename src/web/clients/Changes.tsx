/** What the answers come to: setups left and what took the others, sets against minutes, what changed just now. */
import { changes as said } from "#core/words/web/clients";
import { Button } from "antd";
import { useMemo } from "react";
import type { Client, ClientInput } from "#core/clients/client";
import { changes as words } from "#core/words/intake";
import { usePresentEdition } from "../base/edition";
import { bodyOf, useSurvey, waysOf } from "../mechanics/useSurvey";
import { expectation, type Expectation } from "../solver/expectation";
import type { Intake } from "./useIntake";

const REASONS = 5;

const daysOf = (input: ClientInput) => ({
  days: Array.from({ length: Math.max(0, Math.min(7, input.daysPerWeek)) }, () => ({ date: null, week: "A" })),
});

/** what of two counts differs, in words */
function differences(before: Expectation, after: Expectation): string[] {
  const out: string[] = [];
  const put = (a: string, b: string) => a !== b && out.push(words.from({ before: a, after: b }));
  if (before.setups && after.setups)
    put(said.fitSetups({ fit: before.setups.fit }), said.fitSetups({ fit: after.setups.fit }));
  const asked = ({ asked: { low, high } }: Expectation) =>
    said.lowHighSetsAsked({ low: Math.round(low), high: Math.round(high) });
  put(asked(before), asked(after));
  const room = (e: Expectation) => said.roomForSetsSets({ sets: Math.round(e.room.sets) });
  put(room(before), room(after));
  return out;
}

interface ChangesProps {
  intake: Intake;
  /** as it is kept; null for a new one */
  saved: Client | null;
}

export function Changes({ intake: { input, before, undo }, saved }: ChangesProps) {
  const edition = usePresentEdition();
  // whoever is not saved yet is counted in the usual body, which is worked out already
  const body = useMemo(() => bodyOf(saved), [saved]);
  const { survey } = useSurvey(body, undefined, waysOf(saved));
  const now = useMemo(() => expectation(input, daysOf(input), edition, survey), [input, edition, survey]);
  const then = useMemo(() => before && expectation(before, daysOf(before), edition, survey), [before, edition, survey]);
  const changed = then ? differences(then, now) : [];
  return (
    <aside className="sheet changes" aria-label={words.title()}>
      <h2>{words.title()}</h2>
      {before && (
        <div className="just-now" role="status">
          <h3>{words.now()}</h3>
          {changed.length === 0 && <p className="small quiet">{words.nothing()}</p>}
          {changed.map((c) => (
            <p key={c}>{c}</p>
          ))}
          <Button size="small" onClick={undo}>
            {words.undo()}
          </Button>
        </div>
      )}
      <p>
        <strong>{now.setups ? words.setups(now.setups) : words.counting()}</strong>
      </p>
      {!saved && <p className="small quiet">{words.usualBody()}</p>}
      {now.setups && (
        <ul>
          {now.setups.why.slice(0, REASONS).map(([reason, n]) => (
            <li key={reason} className="small">
              {words.why({ n, reason })}
            </li>
          ))}
        </ul>
      )}
      <p>{words.asked({ low: Math.round(now.asked.low), high: Math.round(now.asked.high) })}.</p>
      <Bars asked={now.asked} room={now.room.sets} />
      <p>{words.room({ sets: Math.round(now.room.sets), minutes: now.room.minutes })}.</p>
      <p className="small quiet">{words.counts()}</p>
      <p className={input.cleared ? "small" : "notice warn small"}>{words.handOver({ ok: input.cleared })}</p>
    </aside>
  );
}

/** a bar for what is asked, an upright line for what the minutes hold */
function Bars({ asked, room }: { asked: Expectation["asked"]; room: number }) {
  const most = Math.max(asked.high, room, 1) * 1.05;
  const x = (v: number) => `${(100 * v) / most}%`;
  return (
    <div className="asked-bar" aria-hidden>
      <i style={{ left: x(asked.low), width: x(asked.high - asked.low) }} />
      <b style={{ left: x(room) }} />
    </div>
  );
}
