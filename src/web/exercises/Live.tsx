/** What the engine makes of an exercise while it is written: drawn at its hardest, what works, what ends it. */
import { headTitle, muscles } from "#core/anatomy/anatomy";
import type { Exercise } from "#core/exercises/format";
import type { Analysis } from "#core/mechanics/analyse";
import { meanOver } from "#core/mechanics/metrics";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { listed } from "#core/words/sentence";
import { live as words } from "#core/words/own";
import { Picture } from "../drawing/Picture";
import { useAsk } from "../mechanics/useAsk";

/** ms that it has to stand still, heads that are named, and mean activation of a muscle that works */
const QUIET = 250;
const NAMED = 3;
const WORKS = 0.1;

const muscleName = (id: string): string => (muscles.find((m) => m.id === id)?.name ?? id).toLowerCase();

/** by what they do of all work */
function leading({ heads }: Analysis): string {
  const working = heads
    .flatMap((h) => (h.metrics ? [{ id: h.id, share: h.metrics.shareOfAll }] : []))
    .sort((a, b) => b.share - a.share);
  return listed(
    working.slice(0, NAMED).map(({ id, share }) => `${headTitle(id).toLowerCase()} (${Math.round(100 * share)} %)`),
  );
}

/** muscles it is said to be for that hardly do anything */
const idle = ({ targets }: Exercise, { heads }: Analysis): string[] =>
  targets.filter((t) => !heads.some((h) => h.muscle === t && meanOver(h.activation) >= WORKS)).map(muscleName);

export function Live({ exercise, stands }: { exercise: Exercise; stands: boolean }) {
  const setup = { exerciseId: exercise.id, values: {}, exercise };
  const { answer, error } = useAsk(
    "analyse",
    { setup, body: DEFAULT_BODY, samples: 21 },
    { quiet: QUIET, same: () => true },
  );
  const lead = answer?.heads.reduce(
    (best, h) => ((h.metrics?.shareOfAll ?? 0) > (best?.metrics?.shareOfAll ?? 0) ? h : best),
    answer.heads[0],
  );
  return (
    <aside className="sheet own-live" aria-label={words.title()}>
      <h2>{words.title()}</h2>
      <Picture
        exerciseId={exercise.id}
        values={{}}
        exercise={exercise}
        head={lead?.id ?? null}
        body={DEFAULT_BODY}
        width={300}
        height={280}
      />
      {!stands && <p className="small quiet">{words.stands()}</p>}
      {error && (
        <p className="notice warn" role="alert">
          {error}
        </p>
      )}
      {!answer && !error && <p role="status">{words.wait()}</p>}
      {answer && (
        <div role="status">
          {!answer.feasible && (
            <p className="notice warn">
              <strong>{words.impossible()}</strong> {answer.warnings[0]} {words.unsafe()}
            </p>
          )}
          {answer.feasible && (
            <>
              <p>{words.trains({ heads: leading(answer) })}</p>
              <p>
                {answer.limiters[0] && words.ends({ muscle: muscleName(answer.limiters[0].muscle) })}{" "}
                {words.hardest({ place: answer.sticking.at })}
              </p>
              {idle(exercise, answer).length > 0 && (
                <p className="notice warn">{words.targets({ muscles: listed(idle(exercise, answer)) })}</p>
              )}
              {answer.warnings.map((w) => (
                <p key={w} className="notice small">
                  {w}
                </p>
              ))}
            </>
          )}
        </div>
      )}
    </aside>
  );
}
