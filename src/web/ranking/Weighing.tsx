/** How a list is weighed: the school, the goal, and every number of it. While a weight is dragged the order stays. */
import { weighing as said } from "#core/words/web/ranking";
import { Button, Select } from "antd";
import { lazy, Suspense, useState } from "react";
import { weighing as words } from "#core/words/ranking";
import { Loading } from "../base/states";
import type { WeighingProps } from "./weighed";

// the sliders are loaded when somebody weighs otherwise
const Weights = lazy(() => import("./Weights"));

export function Weighing({ edition, schools, school, weighed, onChange, judgements }: WeighingProps) {
  const [open, setOpen] = useState(false);
  const changed = Object.keys(weighed.weights).length > 0;
  return (
    <div className="weighing" role="group" aria-label={words.group()}>
      <div className="weighing-line">
        <label className="field inline">
          {words.school()}
          <Select
            size="small"
            aria-label={words.school()}
            value={school.id}
            onChange={(schoolId) => onChange({ ...weighed, schoolId, weights: {} }, true)}
            popupMatchSelectWidth={false}
            options={schools.map((s) => ({ value: s.id, label: s.name }))}
          />
        </label>
        <label className="field inline goal">
          {words.goal()} <span className="quiet">{words.size()}</span>
          <input
            type="range"
            className="plain-range"
            min={0}
            max={1}
            step={0.05}
            value={weighed.goal}
            aria-label={words.goal()}
            aria-valuetext={words.goalSpoken({ strength: weighed.goal })}
            onChange={(e) => onChange({ ...weighed, goal: Number(e.target.value) }, false)}
            onPointerUp={() => onChange(weighed, true)}
            onKeyUp={() => onChange(weighed, true)}
            onBlur={() => onChange(weighed, true)}
          />
          <span className="quiet">{words.strength()}</span>
          {weighed.goal > 0 && <span className="number quiet">{Math.round(100 * weighed.goal)} %</span>}
        </label>
        {changed && (
          <span className="small" role="status">
            {words.adjusted({ school: school.name })}{" "}
            <Button size="small" onClick={() => onChange({ ...weighed, weights: {} }, true)}>
              {words.reset()}
            </Button>
          </span>
        )}
        <Button size="small" type="text" aria-expanded={open} onClick={() => setOpen((o) => !o)}>
          {words.adjust()}
        </Button>
      </div>
      {open && (
        <Suspense fallback={<Loading what={said.theWeights()} />}>
          <Weights {...{ edition, school, weighed, onChange, judgements }} />
        </Suspense>
      )}
    </div>
  );
}
