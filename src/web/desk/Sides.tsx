/** Beside the decisions: plans that clients do not have yet, and who trained last. */
import { Link } from "react-router";
import { dateBefore } from "#core/base/dates";
import type { DeskClient } from "#core/desk/needs";
import { desk as words } from "#core/words/desk";
import { dayText } from "../../page/locale";

const SHOWN = 6;

/** plans with edits that their clients have not seen */
export function HandOvers({ clients }: { clients: readonly DeskClient[] }) {
  const waiting = clients.filter((c) =>
    c.handed ? c.version > c.handed.version : (c.standing?.planned.sets ?? 0) > 0,
  );
  return (
    <section className="sheet" aria-label={words.handOvers()}>
      <h2>
        {words.handOvers()} {waiting.length > 0 && <span className="quiet">{waiting.length}</span>}
      </h2>
      {waiting.length === 0 && <p className="small quiet">{words.nothingToHand()}</p>}
      <ul>
        {waiting.slice(0, SHOWN).map((c) => (
          <li key={c.id}>
            <Link to={`/clients/${c.id}/week`}>{c.name}</Link>
            <span className="small quiet">
              {words.changed({ edits: c.version - (c.handed?.version ?? 0), number: c.handed?.number ?? null })}
            </span>
          </li>
        ))}
      </ul>
      {waiting.length > SHOWN && <p className="small quiet">{words.more({ n: waiting.length - SHOWN })}</p>}
    </section>
  );
}

/** who trained last, newest first */
export function Lately({ clients, today }: { clients: readonly DeskClient[]; today: string }) {
  const list = clients
    .flatMap((client) => {
      const last = client.standing?.days.find((d) => d.sets > 0);
      return last && last.date > dateBefore(today, 14) ? [{ client, last }] : [];
    })
    .sort((a, b) => b.last.date.localeCompare(a.last.date));
  return (
    <section className="sheet" aria-label={words.since()}>
      <h2>{words.since()}</h2>
      {list.length === 0 && <p className="small quiet">{words.nothingTrained()}</p>}
      <ul>
        {list.slice(0, SHOWN).map(({ client, last }) => (
          <li key={client.id}>
            <Link to={`/clients/${client.id}/log`}>{client.name}</Link>
            <span className="small quiet">{words.trained({ sets: last.sets, day: dayText(last.date) })}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
