/** How a list is weighed: the school, the goal, and every number of it. While a weight is dragged the order stays. */
import { Button, Input, Select, Slider } from "antd";
import { useState } from "react";
import type { Edition } from "#core/edition/edition";
import { type School, type Weights } from "#core/edition/schools";
import { TERMS, type TermId } from "#core/edition/choices";
import type { Judgements } from "./useJudgements";

export interface Weighed {
  /** a school of the edition or the practice */
  schoolId: string;
  goal: number;
  /** where they differ from the school's */
  weights: Partial<Record<TermId, number>>;
}

export const weightsOf = (school: School, { weights }: Weighed): Weights => ({ ...school.weights, ...weights });

interface WeighingProps {
  edition: Edition;
  schools: readonly School[];
  school: School;
  weighed: Weighed;
  /** @param settled false while something is being dragged */
  onChange: (weighed: Weighed, settled: boolean) => void;
  judgements: Judgements;
}

export function Weighing({ edition, schools, school, weighed, onChange, judgements }: WeighingProps) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState("");
  const weights = weightsOf(school, weighed);
  const changed = Object.keys(weighed.weights).length > 0;
  const own = judgements.schools.some((s) => s.id === school.id);
  const groups = [...new Set(edition.terms.map((t) => t.group))];
  const save = async () => {
    const kept = await judgements.keep({
      kind: "school",
      body: { name, about: `From ${school.name.toLowerCase()}.`, from: school.id, weights: { ...weights } },
    });
    if (kept) setName("");
  };
  return (
    <div className="weighing" role="group" aria-label="How it is weighed">
      <div className="weighing-line">
        <label className="field inline">
          School
          <Select
            size="small"
            aria-label="School"
            value={school.id}
            onChange={(schoolId) => onChange({ ...weighed, schoolId, weights: {} }, true)}
            popupMatchSelectWidth={false}
            options={schools.map((s) => ({ value: s.id, label: s.name }))}
          />
        </label>
        <label className="field inline goal">
          size
          <Slider
            min={0}
            max={1}
            step={0.05}
            value={weighed.goal}
            // its bubble goes round in circles with quick keys; the share stands beside it
            tooltip={{ open: false }}
            ariaLabelForHandle="Goal from size to strength"
            onChange={(goal) => onChange({ ...weighed, goal }, false)}
            onChangeComplete={(goal) => onChange({ ...weighed, goal }, true)}
          />
          strength{weighed.goal > 0 && <span className="number quiet">{Math.round(100 * weighed.goal)} %</span>}
        </label>
        <Button size="small" type="text" aria-expanded={open} onClick={() => setOpen((o) => !o)}>
          {changed ? "Weighed otherwise" : "Weigh otherwise"}
        </Button>
      </div>
      {open && (
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
                Back to {school.name.toLowerCase()}
              </Button>
            )}
            <Input
              size="small"
              style={{ width: 180 }}
              aria-label="Name of a school of the practice"
              placeholder="keep as a school of ours"
              value={name}
              maxLength={60}
              onChange={(e) => setName(e.target.value)}
              onPressEnter={() => name.trim() && void save()}
            />
            <Button size="small" disabled={!name.trim()} onClick={() => void save()}>
              Keep it
            </Button>
            {own && (
              <Button size="small" type="text" onClick={() => void judgements.takeBack(school.id)}>
                Take this school away
              </Button>
            )}
          </div>
        </div>
      )}
    </div>
  );
}
