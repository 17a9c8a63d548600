/** All clients at a glance: sign, name, fourteen days, days done of planned; by need or by name, found by name. */
import { clients as said } from "#core/words/web/desk";
import { Input } from "antd";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { dateBefore } from "#core/base/dates";
import type { DeskClient, Level, Row } from "#core/desk/needs";
import { desk as words, levels } from "#core/words/desk";
import { Segments } from "../base/Segments";
import { Strip } from "./Strip";

const SIGN: Record<Level | 0, string> = { 0: "✓", 1: "■", 2: "◆", 3: "◇", 4: "◆", 5: "◇" };
/** lines that stand at once, most pressing first: the others are found by name */
const SHOWN = 30;

interface ClientsProps {
  clients: readonly DeskClient[];
  rows: readonly Row[];
  today: string;
}

/** days of the last seven on which sets were logged */
const doneOf = ({ standing }: DeskClient, today: string): number =>
  standing?.days.filter((d) => d.sets > 0 && d.date > dateBefore(today, 7)).length ?? 0;

export function Clients({ clients, rows, today }: ClientsProps) {
  const [find, setFind] = useState("");
  const [by, setBy] = useState<"need" | "name">("need");
  const place = useMemo(() => new Map(rows.map((r, i) => [r.client.id, { at: i, level: r.needs[0]!.level }])), [rows]);
  const found = clients.filter((c) => c.name.toLowerCase().includes(find.trim().toLowerCase()));
  const sorted =
    by === "name"
      ? found
      : [...found].sort((a, b) => (place.get(a.id)?.at ?? rows.length) - (place.get(b.id)?.at ?? rows.length));
  return (
    <section className="sheet all-clients" aria-label={words.all({ n: clients.length })}>
      <div className="line">
        <h2>{words.all({ n: clients.length })}</h2>
        <Input
          id="find-client"
          type="search"
          allowClear
          value={find}
          aria-label={words.find()}
          placeholder={words.find()}
          onChange={(e) => setFind(e.target.value)}
        />
        <Segments
          name={said.sortedBy()}
          value={by}
          onChange={setBy}
          options={[
            { value: "need", label: said.byNeed() },
            { value: "name", label: said.byName() },
          ]}
        />
      </div>
      {found.length === 0 && <p className="quiet">{words.none({ text: find.trim() })}</p>}
      <ul className={clients.length > 12 ? "two" : undefined}>
        {sorted.slice(0, SHOWN).map((c) => (
          <ClientLine key={c.id} client={c} level={place.get(c.id)?.level ?? 0} today={today} />
        ))}
      </ul>
      {sorted.length > SHOWN && <p className="small quiet">{words.more({ n: sorted.length - SHOWN })}</p>}
    </section>
  );
}

function ClientLine({ client, level, today }: { client: DeskClient; level: Level | 0; today: string }) {
  const { standing } = client;
  const done = doneOf(client, today);
  return (
    <li data-level={level}>
      <span className="sign" title={level ? levels[level]() : undefined}>
        <span aria-hidden>{SIGN[level]}</span>
        {level ? <span className="visually-hidden">{levels[level]()}</span> : null}
      </span>
      <Link to={`/clients/${client.id}/review`}>{client.name}</Link>
      {standing ? (
        <>
          <Strip standing={standing} today={today} />
          <span className="number small" title={words.ofWeekLong({ done, planned: standing.planned.days })}>
            {standing.planned.days ? words.ofWeek({ done, planned: standing.planned.days }) : words.noPlan()}
          </span>
        </>
      ) : (
        <span className="small quiet">{words.counting()}</span>
      )}
    </li>
  );
}
