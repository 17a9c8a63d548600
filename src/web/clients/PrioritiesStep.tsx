/** What the training is for: painted on the body or set in the list, one control. */
import { prioritiesStep as said } from "#core/words/web/clients";
import { Button } from "antd";
import { useState } from "react";
import { GOALS, PRIORITIES } from "#core/clients/choices";
import { bandOf, findGroup, groupName, groups } from "#core/planning/groups";
import { EMPHASES, emphasised, startPriorities } from "#core/planning/starts";
import { emphasis, goal, level, person, priorities as words } from "#core/words/intake";
import { listed } from "#core/words/sentence";
import { usePresentEdition } from "../base/edition";
import { Segments } from "../base/Segments";
import { BodyBrush, TONE } from "./BodyBrush";
import type { StepProps } from "./fields";

const LEVELS = ["none", ...PRIORITIES] as const;
type Level = (typeof LEVELS)[number];
const MOST_SPECIALISED = 2;

export function PrioritiesStep({ input, set }: StepProps) {
  const { method } = usePresentEdition();
  const [brush, setBrush] = useState<Level>("grow");
  const [refused, setRefused] = useState<string | null>(null);
  const now = input.priorities;

  const put = (group: string, to: Level) => {
    const others = Object.keys(now).filter((g) => g !== group && now[g] === "specialise");
    if (to === "specialise" && others.length >= MOST_SPECIALISED) {
      setRefused(words.twoAtMost({ names: listed(others.map(groupName)) }));
      return;
    }
    setRefused(null);
    const { [group]: _gone, ...rest } = now;
    set({ priorities: to === "none" ? rest : { ...rest, [group]: to } });
  };
  // the same brush again takes it back
  const paint = (group: string) => put(group, now[group] === brush ? "none" : brush);
  const start = startPriorities(input.daysPerWeek, input.minutes, method, input.level);

  return (
    <div className="priorities-step">
      <div className="line">
        <span className="label">{person.phase()}</span>
        <Segments
          name={person.phase()}
          value={input.phase}
          onChange={(phase) => set({ phase })}
          options={[
            { value: "gain", label: person.phases.gain() },
            { value: "hold", label: person.phases.hold() },
            { value: "lose", label: person.phases.lose() },
          ]}
        />
        <span className="label">{goal.title()}</span>
        <Segments
          name={goal.title()}
          value={input.goal}
          onChange={(to) => set({ goal: to })}
          options={GOALS.map((g) => ({ value: g, label: goal[g]() }))}
        />
      </div>
      <div className="line">
        <span className="label">{words.start()}</span>
        {EMPHASES.map((e) => (
          <Button key={e} size="small" onClick={() => set({ priorities: emphasised(e, start) })}>
            {emphasis[e]()}
          </Button>
        ))}
      </div>
      <div className="line">
        <span className="label">{words.brush()}</span>
        <Segments
          name={words.brush()}
          value={brush}
          onChange={setBrush}
          options={LEVELS.map((l, i) => ({ value: l, label: `${i} ${level[l]()}` }))}
        />
      </div>
      {refused && (
        <p className="notice warn small" role="alert">
          {refused}
        </p>
      )}
      <div className="brush">
        <BodyBrush form={input.figure} priorities={now} onPaint={paint} />
        <ul className="levels">
          {groups.map((g) => {
            const own: Level = now[g.id] ?? "none";
            const band = bandOf(g.id, input, method);
            const range = band && words.band({ low: Math.round(band.low), high: Math.round(band.high) });
            return (
              <li key={g.id}>
                <button
                  type="button"
                  className="plain"
                  aria-label={words.of({
                    group: g.name,
                    level: level[own](),
                    band: range && said.rangeSets({ range }),
                  })}
                  onClick={() => paint(g.id)}
                  onKeyDown={(e) => {
                    const to = LEVELS[Number(e.key)];
                    if (e.ctrlKey || e.altKey || e.metaKey || !/^[0-4]$/.test(e.key) || !to) return;
                    e.preventDefault();
                    put(g.id, to);
                  }}
                >
                  <span
                    className="tone"
                    style={{ background: `color-mix(in srgb, var(--ink) ${TONE[own]}%, var(--sheet))` }}
                  />
                  <span>{g.name}</span>
                  <span className="small quiet">
                    {own === "none" ? (findGroup(g.id)?.ceiling ? words.indirect() : "") : level[own]()}
                  </span>
                  <span className="number small">{range}</span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
      <p className="small quiet">{words.how()}</p>
    </div>
  );
}
