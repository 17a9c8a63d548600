/** Fourteen days of one client as bars: height is the share of the planned sets, a dot under it is pain. */
import { strip as text } from "#core/words/web/desk";
import { dateBefore } from "#core/base/dates";
import type { Standing } from "#core/desk/standing";
import { stripDay } from "#core/words/desk";
import { dayText } from "../../page/locale";

const DAYS = 14;
const BAR = { width: 4, gap: 2, height: 13, foot: 5 };
const WIDTH = DAYS * (BAR.width + BAR.gap) + BAR.gap;

export function Strip({ standing, today }: { standing: Standing; today: string }) {
  const days = Array.from({ length: DAYS }, (_, i) => dateBefore(today, DAYS - 1 - i));
  const of = new Map(standing.days.map((d) => [d.date, d]));
  const trained = days.flatMap((date) => of.get(date) ?? []);
  const said = trained.map((d) => stripDay({ day: dayText(d.date), share: d.sets ? d.share : null, pain: d.pain }));
  return (
    <svg
      className="fourteen"
      role="img"
      aria-label={said.length ? said.join("; ") : text.nothingLoggedInDays()}
      width={WIDTH}
      height={BAR.height + BAR.foot}
    >
      <title>{said.length ? said.join("\n") : text.nothingLoggedInDays()}</title>
      {days.map((date, i) => {
        const d = of.get(date);
        const x = i * (BAR.width + BAR.gap) + (i >= DAYS / 2 ? BAR.gap : 0);
        const high = d?.sets ? Math.max(3, BAR.height * d.share) : 0;
        return (
          <g key={date}>
            {high > 0 ? (
              <>
                {d!.share < 0.99 && (
                  <rect className="asked" x={x + 0.5} y={0.5} width={BAR.width - 1} height={BAR.height - 1} />
                )}
                <rect className="done" x={x} y={BAR.height - high} width={BAR.width} height={high} />
              </>
            ) : (
              <rect className="nothing" x={x + BAR.width / 2 - 1} y={BAR.height - 2} width={2} height={2} />
            )}
            {d?.pain ? <circle className="pain" cx={x + BAR.width / 2} cy={BAR.height + 3} r={2} /> : null}
          </g>
        );
      })}
      <line x1={WIDTH / 2 - 0.5} x2={WIDTH / 2 - 0.5} y1={0} y2={BAR.height} />
    </svg>
  );
}
