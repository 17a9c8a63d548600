/** What a client's body does in its own way: links that give out first, and settings found by trying. */
import { Button } from "antd";
import { useState } from "react";
import { WEAK_ANSWERS, WEAK_LINKS, type Priority, type WeakLink } from "#core/clients/choices";
import type { ClientInput } from "#core/clients/client";
import { settings, type Setting } from "#core/planning/own-settings";
import { tried as words, weak as weakWords } from "#core/words/intake";
import { Dialog } from "../base/Dialog";
import { NumberField } from "../base/NumberField";
import { Segments } from "../base/Segments";
import { Section } from "./ClientSections";
import type { StepProps } from "./fields";

type Part = Pick<StepProps, "input" | "set">;

/** groups that are trained where a link is to be strengthened */
const STRENGTHENED: Readonly<Record<WeakLink, readonly string[]>> = {
  grip: ["forearms"],
  "low back": ["low-back"],
  arms: ["biceps", "triceps"],
};
const LESS: readonly (Priority | undefined)[] = [undefined, "maintain"];

export function WeakLinks({ input, set }: Part) {
  const answer = (link: WeakLink, to: (typeof WEAK_ANSWERS)[number] | "none") => {
    const weak: ClientInput["weak"] = [
      ...input.weak.filter((w) => w.link !== link),
      ...(to === "none" ? [] : [{ link, answer: to }]),
    ];
    const held = to === "strengthen" ? STRENGTHENED[link].filter((g) => LESS.includes(input.priorities[g])) : [];
    set({ weak, priorities: { ...input.priorities, ...Object.fromEntries(held.map((g) => [g, "hold" as const])) } });
  };
  return (
    <Section title={weakWords.title()}>
      <div className="weak-links">
        {WEAK_LINKS.map((link) => (
          <div key={link} className="line">
            <span>{weakWords[link]()}</span>
            <Segments
              name={weakWords[link]()}
              value={input.weak.find((w) => w.link === link)?.answer ?? "none"}
              onChange={(to) => answer(link, to)}
              options={(["none", ...WEAK_ANSWERS] as const).map((a) => ({ value: a, label: weakWords[a]() }))}
            />
          </div>
        ))}
      </div>
      {input.weak.length > 0 && <p className="small quiet">{weakWords.how()}</p>}
    </Section>
  );
}

const told = ({ id, unit }: Setting, value: number) =>
  words.set({ name: words.names[id](), value: unit === "°" ? `${value}°` : `${value} ${unit}` });

export function OwnSettings({ input, set }: Part) {
  const [trying, setTrying] = useState(false);
  const own = settings.flatMap((s) => {
    const value = input.settings[s.id];
    return value === undefined ? [] : [told(s, value)];
  });
  return (
    <Section title={words.title()}>
      <div className="line">
        <Button size="small" onClick={() => setTrying(true)}>
          {words.open()}
        </Button>
        <span className="small quiet">{own.length ? own.join("; ") : words.none()}</span>
      </div>
      {trying && (
        <Tries
          own={input.settings}
          onTake={(taken) => {
            set({ settings: taken });
            setTrying(false);
          }}
          onClose={() => setTrying(false)}
        />
      )}
    </Section>
  );
}

/** each setting with what to try, and what was found */
function Tries({
  own,
  onTake,
  onClose,
}: {
  own: ClientInput["settings"];
  onTake: (settings: ClientInput["settings"]) => void;
  onClose: () => void;
}) {
  const [found, setFound] = useState(own);
  const within = (s: Setting, v: number) => Math.max(s.low, Math.min(s.high, v));
  return (
    <Dialog open title={words.title()} footer={null} onCancel={onClose} width={640} destroyOnHidden>
      <p className="notice small">{words.safety()}</p>
      <ol className="tries">
        {settings.map((s) => (
          <li key={s.id}>
            <h3>{words.names[s.id]()}</h3>
            <p>{words.how[s.id]()}</p>
            <div className="line">
              <NumberField
                aria-label={words.names[s.id]()}
                suffix={s.unit}
                min={s.low}
                max={s.high}
                value={found[s.id] ?? null}
                placeholder={String(s.usual)}
                onChange={(v) => {
                  const { [s.id]: _gone, ...rest } = found;
                  setFound(v === null ? rest : { ...rest, [s.id]: within(s, v) });
                }}
              />
              <span className="small quiet">
                {words.range(s)}; {words.uses({ n: Object.keys(s.uses).length })}
              </span>
            </div>
          </li>
        ))}
      </ol>
      <div className="actions">
        <Button type="primary" onClick={() => onTake(found)}>
          {words.take()}
        </Button>
        <Button onClick={() => onTake({})}>{words.clear()}</Button>
      </div>
    </Dialog>
  );
}
