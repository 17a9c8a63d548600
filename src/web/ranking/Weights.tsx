/** Every weight of a school as a slider, and keeping what came of it as a school of the practice. */
import { weights as said } from "#core/words/web/ranking";
import { Button, Input, Slider } from "antd";
import { useState } from "react";
import { TERMS } from "#core/edition/choices";
import { weighing as words } from "#core/words/ranking";
import { weightsOf, type WeighingProps } from "./weighed";

type WeightsProps = Omit<WeighingProps, "schools">;

export default function Weights({ edition, school, weighed, onChange, judgements }: WeightsProps) {
  const [name, setName] = useState("");
  const weights = weightsOf(school, weighed);
  const changed = Object.keys(weighed.weights).length > 0;
  const own = judgements.schools.some((s) => s.id === school.id);
  const groups = [...new Set(edition.terms.map((t) => t.group))];
  const save = async () => {
    const kept = await judgements.keep({
      kind: "school",
      body: {
        name,
        about: said.fromWhat({ what: school.name.toLowerCase() }),
        from: school.id,
        weights: { ...weights },
      },
    });
    if (kept) setName("");
  };
  return (
    <div className="weights">
      {groups.map((g) => (
        <div key={g}>
          <h3>{g.replace(/^./, (c) => c.toUpperCase())}</h3>
          {TERMS.filter((t) => edition.terms.find((x) => x.id === t)?.group === g).map((t) => {
            const term = edition.terms.find((x) => x.id === t)!;
            const set = (v: number, settled: boolean) => {
              const { [t]: _, ...others } = weighed.weights;
              onChange({ ...weighed, weights: v === school.weights[t] ? others : { ...others, [t]: v } }, settled);
            };
            return (
              <label key={t} className="weight" title={`${term.about} (${term.source})`}>
                <span>{term.name}</span>
                <Slider
                  min={term.least}
                  max={term.most}
                  step={0.05}
                  value={weights[t]}
                  tooltip={{ open: false }}
                  ariaLabelForHandle={term.name}
                  onChange={(v) => set(v, false)}
                  onChangeComplete={(v) => set(v, true)}
                />
                <span className="number">{weights[t].toFixed(2)}</span>
              </label>
            );
          })}
        </div>
      ))}
      <div className="actions">
        {changed && (
          <Button size="small" onClick={() => onChange({ ...weighed, weights: {} }, true)}>
            {words.reset()}
          </Button>
        )}
        <Input
          size="small"
          style={{ width: 180 }}
          aria-label={words.name()}
          placeholder={words.name()}
          value={name}
          maxLength={60}
          onChange={(e) => setName(e.target.value)}
          onPressEnter={() => name.trim() && void save()}
        />
        <Button size="small" disabled={!name.trim()} onClick={() => void save()}>
          {words.keep()}
        </Button>
        {own && (
          <Button size="small" type="text" onClick={() => void judgements.takeBack(school.id)}>
            {words.remove()}
          </Button>
        )}
      </div>
    </div>
  );
}
