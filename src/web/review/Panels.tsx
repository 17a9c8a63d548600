/** What the log of a client says, a panel a question: planned and done, strength, sides. */
import { panels as said } from "#core/words/web/review";
import { lazy, Suspense, useState } from "react";
import type { Method } from "#core/edition/method";
import type { Level } from "#core/review/growth";
import { LARGE, SURE } from "#core/review/gap";
import { FOUND_OF_TEN } from "#core/review/progress";
import type { Edit } from "#core/review/edits";
import type { LineReview, Review } from "#core/review/schema";
import { against, inFavour } from "#core/review/stay";
import { above, EIGHT_IN_TEN } from "#core/base/normal";
import { mean } from "#core/base/numbers";
import { groupName } from "#core/planning/groups";
import {
  gap as gapWords,
  group as groupWords,
  line as lineWords,
  page as words,
  progress as told,
  standstill,
  stays,
} from "#core/words/review";
import { familyName } from "#core/words/families";
import { fixed } from "../../page/locale";
import { useEdition } from "../base/edition";
import { Loading } from "../base/states";
import { againstText, editWords, favourText } from "./edit-words";

const StrengthChart = lazy(() => import("./StrengthChart"));

/** sets that a bar of full length stands for, at the least */
const LEAST_SCALE = 12;

export function PlannedDone({ review: { groups, weeks, planned } }: { review: Review }) {
  // what nothing is asked of rides along
  const asked = groups.filter((g) => g.band !== null);
  const along = groups.filter((g) => g.band === null);
  const most = Math.max(LEAST_SCALE, ...groups.map((g) => Math.max(g.done, g.planned, g.band?.high ?? 0)));
  const at = (x: number) => `${(100 * Math.min(x, most)) / most}%`;
  const lately = weeks.slice(-8);
  const minutes = weeks.slice(-4).flatMap((w) => w.minutes ?? []);
  const reserves = lately.flatMap((w) => w.reserve ?? []);
  return (
    <section className="sheet" aria-label={words.planned()}>
      <h2>
        {words.planned()} <span className="unit">{words.plannedUnit()}</span>
      </h2>
      <table className="planned-done">
        <tbody>
          {asked.map((g) => {
            const text = groupWords.row({
              done: g.done,
              planned: g.planned,
              low: g.band?.low ?? null,
              high: g.band?.high ?? null,
            });
            return (
              <tr key={g.group}>
                <th scope="row">{groupName(g.group)}</th>
                <td>
                  <span className="bar" aria-hidden>
                    {g.band && (
                      <i className="asked" style={{ left: at(g.band.low), width: at(g.band.high - g.band.low) }} />
                    )}
                    <i className="done" style={{ width: at(g.done) }} />
                    <i className="plan" style={{ left: at(g.planned) }} />
                  </span>
                </td>
                <td className="small number">{text}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="small">
        {groupWords.reserve({ miss: reserves.length ? mean(reserves) : null })}{" "}
        {minutes.length > 0 && groupWords.minutes({ done: mean(minutes), planned: planned.minutes })}{" "}
        {groupWords.missed({ missed: lately.filter((w) => w.days === 0).length, of: lately.length })}
        {along.length > 0 && (
          <span className="quiet">
            {" "}
            {groupWords.along({ groups: along.map((g) => `${groupName(g.group).toLowerCase()} ${fixed(g.done, 1)}`) })}
          </span>
        )}
      </p>
    </section>
  );
}

function progressText(p: Review["movements"][number]["progress"]): string {
  switch (p.kind) {
    case "stronger":
    case "weaker":
      return told[p.kind](p.change);
    case "cannot tell":
      return told[p.kind](p);
    case "too early":
      return told[p.kind](p);
    case "standing still":
      return told[p.kind](p);
  }
}

const SIGN = { stronger: "✓", weaker: "◆", "standing still": "◆", "cannot tell": "◇", "too early": "◇" } as const;

/** whether a line stays: what is proposed for it says so, or what speaks for it */
function stayText(
  l: LineReview,
  edits: readonly Edit[],
  rules: Method["review"],
): { verdict: keyof typeof stays; why: string } {
  const own = edits.filter((e) => e.lineId === l.lineId);
  const other = own.find((e) => e.find || e.safety);
  if (other) return { verdict: "replace", why: editWords(other).why };
  const why = against(l, rules);
  if (why) return { verdict: "replace", why: againstText(why) };
  const changes = own.find((e) => e.operations.length > 0 && !isRaise(e));
  if (changes) return { verdict: "change", why: editWords(changes).what };
  return { verdict: "keep", why: favourText(inFavour(l, rules)) };
}

/** more load on the same line is what keeping it is for */
const isRaise = ({ reason }: Edit): boolean =>
  reason.kind === "target" && ["raise", "slower"].includes(reason.target.decision);

interface StrengthProps {
  review: Review;
  level: Level;
  edits: readonly Edit[];
}

export function Strength({ review: { movements, lines }, level, edits }: StrengthProps) {
  const rules = useEdition().method.review;
  const [chosen, setChosen] = useState<string | null>(null);
  const best = [...lines].sort((a, b) => b.points.length - a.points.length)[0];
  const shown = lines.find((l) => l.lineId === chosen) ?? best;
  return (
    <section className="sheet" aria-label={words.strength()}>
      <h2>
        {words.strength()} <span className="unit">{words.strengthUnit()}</span>
      </h2>
      <div className="movements">
        <ul>
          {movements.map((m) => (
            <li key={m.family} data-kind={m.progress.kind}>
              <span className="sign" aria-hidden>
                {SIGN[m.progress.kind]}
              </span>
              <span>
                <b>{familyName(m.family)}</b> <span className="small">{progressText(m.progress)}</span>
                <span className="lines small">
                  {lines
                    .filter((l) => m.lines.includes(l.lineId) && l.points.length > 0)
                    .map((l) => ({ l, stay: stayText(l, edits, rules) }))
                    .map(({ l, stay }) => (
                      <span key={l.lineId} className="line" data-stay={stay.verdict}>
                        <button
                          type="button"
                          className="plain link"
                          aria-pressed={l === shown}
                          onClick={() => setChosen(l.lineId)}
                        >
                          {l.name}, {lineWords.level({ kg: l.points.at(-1)!.kg, reps: l.reps })}
                        </button>{" "}
                        <span className="quiet">
                          <b>{stays[stay.verdict]()}</b>: {stay.why}
                        </span>
                      </span>
                    ))}
                </span>
              </span>
            </li>
          ))}
        </ul>
        {shown && shown.points.length > 2 ? (
          <Suspense fallback={<Loading what={said.theChart()} />}>
            <StrengthChart line={shown} shown={shown.points.slice(-26)} />
          </Suspense>
        ) : (
          shown && <p className="small quiet">{lineWords.few({ workouts: shown.points.length })}</p>
        )}
      </div>
      {movements.some((m) => m.progress.kind === "cannot tell") && (
        <p className="small quiet">{standstill({ found: FOUND_OF_TEN[level] })}</p>
      )}
    </section>
  );
}

/** ln either way that a bar of full length stands for */
const GAP_SCALE = 0.12;

export function Sides({ review: { lines } }: { review: Review }) {
  const sided = lines.filter((l) => l.gap !== null || l.capped);
  const at = (ln: number) => `${50 + (50 * Math.max(-GAP_SCALE, Math.min(GAP_SCALE, ln))) / GAP_SCALE}%`;
  return (
    <section className="sheet" aria-label={words.sides()}>
      <h2>{words.sides()}</h2>
      {sided.length === 0 && <p className="small quiet">{gapWords.none()}</p>}
      <table className="sides">
        <tbody>
          {sided.map((l) => {
            const g = l.gap;
            const growing = g !== null && above(0, Math.sign(g.mean) * g.trend, g.trendSd) > 0.9;
            const small = g !== null && g.overSmall > SURE.small;
            const share = g ? Math.abs(g.mean) : 0;
            return (
              <tr key={l.lineId}>
                <th scope="row">{l.name}</th>
                <td>
                  {g && (
                    <span className="gap" aria-hidden>
                      <i className="even" />
                      <i className="line" style={{ left: at(LARGE) }} />
                      <i className="line" style={{ left: at(-LARGE) }} />
                      <i
                        className="range"
                        style={{
                          left: at(-g.mean - EIGHT_IN_TEN * g.sd),
                          right: `calc(100% - ${at(-g.mean + EIGHT_IN_TEN * g.sd)})`,
                        }}
                      />
                      <i className="dot" style={{ left: at(-g.mean) }} />
                    </span>
                  )}
                </td>
                <td className="small">
                  {!g
                    ? gapWords.capped()
                    : small
                      ? `${gapWords.row({ weaker: g.weaker, share, low: Math.max(0, share - EIGHT_IN_TEN * g.sd), high: share + EIGHT_IN_TEN * g.sd, workouts: g.workouts })}${growing ? `, ${gapWords.growing()}` : ""}`
                      : gapWords.even({ share: share + EIGHT_IN_TEN * g.sd, workouts: g.workouts })}
                  {g && l.capped && <span className="quiet"> {gapWords.capped()}.</span>}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
