/** The method in short: ideas with a picture of two setups, what each costs and how sure it is, and the glossary. */
import { Link } from "react-router";
import { muscleName } from "#core/anatomy/anatomy";
import { exercises } from "#core/exercises/library";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { field, terms } from "#core/words/glossary";
import { compared, ideas, page, type Idea } from "#core/words/method";
import { Grain } from "../base/Grain";
import { useSurvey } from "../mechanics/useSurvey";

export function IdeasPage() {
  return (
    <>
      <h1>{page.title()}</h1>
      <p className="quiet">{page.lead()}</p>
      {ideas.map((idea) => (
        <section key={idea.id} className="idea" aria-label={idea.title}>
          <h2 id={idea.id}>{idea.title}</h2>
          <p>{idea.says}</p>
          {idea.example && <Example {...idea.example} />}
          <dl className="idea-facts">
            <dt>{page.tradeOff()}</dt>
            <dd>{idea.tradeOff}</dd>
            <dt>{page.sure()}</dt>
            <dd>{idea.sure}</dd>
          </dl>
          <p className="small">
            <Link to={idea.page}>
              {page.exact()}: {idea.title.toLowerCase()}
            </Link>
          </p>
        </section>
      ))}
      <h2 id="glossary">{page.glossary()}</h2>
      <ul>
        {Object.values(field).map((say) => (
          <li key={say()}>{say()}</li>
        ))}
        {Object.entries(terms).map(([id, say]) => (
          <li key={id}>
            <Link to={`/method/mechanics#${id}`}>{id.replaceAll("-", " ")}</Link>: {say()}
          </li>
        ))}
      </ul>
    </>
  );
}

/** two setups of a head as the ranking draws them, from the same numbers */
function Example({ head, setups, shows }: NonNullable<Idea["example"]>) {
  const { survey } = useSurvey(DEFAULT_BODY, undefined);
  const name = (i: number) => exercises.get(setups[i]!)!.name;
  const rows = setups.map((id) => survey?.rows.find((r) => r.exerciseId === id && r.view.heads[head]));
  return (
    <figure className="idea-example" aria-label={page.example()}>
      {rows.map((r, i) => {
        const metrics = r?.view.heads[head];
        return (
          <div key={setups[i]}>
            {metrics && <Grain metrics={metrics} width={220} height={46} />}
            <figcaption className="small">
              {!metrics
                ? name(i)
                : shows === "limit" && r?.view.limiters[0]
                  ? compared.ends({ setup: name(i), muscle: muscleName(r.view.limiters[0].muscle).toLowerCase() })
                  : compared.at({ setup: name(i), place: metrics.loadedLength })}
            </figcaption>
          </div>
        );
      })}
    </figure>
  );
}
