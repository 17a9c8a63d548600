/** Ctrl K: every head, exercise and client by a few letters of its name. */
import { palette as words } from "#core/words/web/shell";
import { Input } from "antd";
import { Dialog } from "../base/Dialog";
import { useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { ClientSummary } from "#core/clients/client";
import { library } from "#core/exercises/library";
import { offered } from "#core/exercises/shelf";
import { setupName } from "#core/exercises/setup";
import { headGroups } from "#core/ranking/rank";
import { withClient } from "../base/open-client";

interface Entry {
  name: string;
  kind: string;
  to: string;
}

const SHOWN = 9;

/** all letters of the query in their order; earlier and closer is better */
function match(name: string, query: string): number | null {
  const text = name.toLowerCase();
  const whole = text.indexOf(query);
  if (whole >= 0) return whole;
  let at = -1;
  for (const letter of query) {
    at = text.indexOf(letter, at + 1);
    if (at < 0) return null;
  }
  return 100 + at;
}

interface PaletteProps {
  clientId: string | null;
  clients: readonly ClientSummary[];
  onClose: () => void;
}

export default function Palette({ clientId, clients, onClose }: PaletteProps) {
  const [query, setQuery] = useState("");
  const [picked, setPicked] = useState(0);
  const navigate = useNavigate();

  const all = useMemo(
    (): Entry[] => [
      { name: words.peopleOfThePractice(), kind: "practice", to: "/practice" },
      { name: words.ownExercises(), kind: "practice", to: "/exercises" },
      { name: words.yourAccount(), kind: "practice", to: "/practice/account" },
      ...clients.flatMap((c) => [
        { name: words.week({ name: c.name }), kind: "week", to: `/clients/${c.id}/week` },
        { name: words.log({ name: c.name }), kind: "log", to: `/clients/${c.id}/log` },
        { name: c.name, kind: "client", to: `/clients/${c.id}` },
      ]),
      ...headGroups.map((g) => ({ name: g.title, kind: "ranking", to: withClient(`/ranking/${g.id}`, clientId) })),
      ...[...library, ...offered()].flatMap((e) =>
        e.setups.map((s) => ({
          name: setupName(e, s.values),
          kind: "bench",
          to: withClient(
            `/bench/${e.id}?${new URLSearchParams(Object.entries(s.values).map(([k, v]) => [k, String(v)]))}`,
            clientId,
          ),
        })),
      ),
    ],
    [clients, clientId],
  );
  const found = all
    .map((e) => ({ e, rank: match(e.name, query.trim().toLowerCase()) }))
    .filter((x): x is { e: Entry; rank: number } => x.rank !== null)
    .sort((a, b) => a.rank - b.rank)
    .slice(0, SHOWN)
    .map((x) => x.e);
  const go = (entry: Entry | undefined) => {
    if (!entry) return;
    onClose();
    void navigate(entry.to);
  };
  return (
    <Dialog
      open
      onCancel={onClose}
      footer={null}
      closable={false}
      title={null}
      width={520}
      aria-label={words.goAnywhere()}
    >
      <Input
        autoFocus
        size="large"
        placeholder={words.aHeadAnExercise()}
        aria-label={words.goAnywhere()}
        role="combobox"
        aria-expanded
        aria-controls="palette-list"
        aria-activedescendant={found[picked] ? `palette-${picked}` : undefined}
        value={query}
        onChange={(e) => {
          setQuery(e.target.value);
          setPicked(0);
        }}
        onKeyDown={(e) => {
          if (e.key === "ArrowDown") setPicked((p) => Math.min(found.length - 1, p + 1));
          else if (e.key === "ArrowUp") setPicked((p) => Math.max(0, p - 1));
          else if (e.key === "Enter") go(found[picked]);
          else return;
          e.preventDefault();
        }}
      />
      <ul
        id="palette-list"
        role="listbox"
        aria-label={words.found()}
        style={{ listStyle: "none", margin: "8px 0 0", padding: 0 }}
      >
        {found.map((e, i) => (
          <li
            key={e.to + e.name}
            id={`palette-${i}`}
            role="option"
            aria-selected={i === picked}
            onClick={() => go(e)}
            style={{
              display: "flex",
              justifyContent: "space-between",
              padding: "6px 10px",
              cursor: "pointer",
              background: i === picked ? "color-mix(in srgb, var(--fjord) 14%, transparent)" : undefined,
            }}
          >
            <span>{e.name}</span>
            <span className="quiet small">{e.kind}</span>
          </li>
        ))}
        {found.length === 0 && (
          <li className="quiet" style={{ padding: "6px 10px" }}>
            {words.nothingByThatName()}
          </li>
        )}
      </ul>
    </Dialog>
  );
}
