/** What the log says of a client's strength by muscle group, and which muscles end sets that are not for them. */
import { strengthSheet as words } from "#core/words/web/training";
import { muscleName } from "#core/anatomy/anatomy";
import { prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import { fixed, plain } from "../../page/locale";
import { useEdition } from "../base/edition";
import type { Strength } from "../mechanics/useStrength";

/** width of the bar: half to double the model's strength */
const place = (factor: number) => Math.max(0, Math.min(100, 50 + 50 * Math.log2(factor)));

export function StrengthSheet({ strength, program, name }: { strength: Strength; program: Program; name: string }) {
  const { log } = useEdition().method;
  const told = strength.all.groups.filter((g) => g.told).sort((p, q) => p.factor - q.factor);
  const links = prescriptionsOf(program).flatMap((p) =>
    (strength.of(p)?.others ?? []).filter((m) => m.part >= log.weak).map((m) => ({ exercise: p.name, ...m })),
  );
  const byMuscle = [...new Set(links.map((l) => l.muscle))]
    .map((muscle) => ({
      muscle,
      where: [...new Map(links.filter((l) => l.muscle === muscle).map((l) => [l.exercise, l])).values()],
    }))
    .sort((p, q) => q.where.length - p.where.length);
  return (
    <section className="sheet strength" aria-label={words.strengthOf({ name })}>
      <div>
        <h2>{words.strengthFrom({ n: strength.all.lifts })}</h2>
        {told.length === 0 ? (
          <p className="small">{words.theLogHasToo()}</p>
        ) : (
          <table>
            <thead>
              <tr>
                <th scope="col">{words.muscles()}</th>
                <th scope="col">{words.halfAsModelledDouble()}</th>
                <th scope="col">{words.times()}</th>
              </tr>
            </thead>
            <tbody>
              {told.map((g) => {
                const [low, high] = [place(g.factor * Math.exp(-g.spread)), place(g.factor * Math.exp(g.spread))];
                return (
                  <tr key={g.group}>
                    <td>
                      {g.muscles.map((m, i) => (i === 0 ? muscleName(m) : muscleName(m).toLowerCase())).join(", ")}
                    </td>
                    <td>
                      <span className="gauge" aria-hidden="true">
                        <i style={{ left: `${low}%`, width: `${high - low}%` }} />
                        <b style={{ left: `${place(g.factor)}%` }} />
                      </span>
                    </td>
                    <td className="number">
                      {fixed(g.factor, 2)} ± {plain(Math.round(100 * g.spread))} %
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        )}
      </div>
      <div className="small">
        <p className="quiet">{words.againstABodyOf()}</p>
        {byMuscle.slice(0, 4).map(({ muscle, where }) => (
          <p key={muscle}>
            <b>{muscleName(muscle)}</b>:{" "}
            {words.weakLink({
              where: where.map((w) => ({ percent: plain(Math.round(100 * w.part)), of: w.exercise.toLowerCase() })),
            })}
          </p>
        ))}
      </div>
    </section>
  );
}
