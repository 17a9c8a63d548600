import { Select } from "antd";
import { lazy, Suspense, useEffect, useState } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import type { Analysis } from "#core/mechanics/analyse";
import { MODE_EVENT } from "../base/mode";
import { Loading } from "../base/states";

// charts are the heaviest part of the bench: loaded when it opens
const StrengthCurve = lazy(() => import("./CurvePair").then((m) => ({ default: m.StrengthCurve })));
const TensionCurve = lazy(() => import("./CurvePair").then((m) => ({ default: m.TensionCurve })));

export function CurvePlots(props: {
  analysis: Analysis;
  pins: readonly { name: string; analysis: Analysis }[];
  sample: number;
  headId: string;
  others: readonly string[];
  choices: readonly string[];
  onOthers: (ids: string[]) => void;
}) {
  // charts read their colours once: light and dark are two charts
  const [mode, setMode] = useState(0);
  useEffect(() => {
    const again = () => setTimeout(() => setMode((m) => m + 1), 50);
    addEventListener(MODE_EVENT, again);
    return () => removeEventListener(MODE_EVENT, again);
  }, []);
  return (
    <div>
      <Suspense fallback={<Loading what="the curves" />}>
        <section className="sheet curve" aria-label="Strength curve and resistance profile">
          <h2>Strength curve and resistance profile</h2>
          <div className="plot">
            <StrengthCurve key={mode} {...props} />
          </div>
        </section>
        <section className="sheet curve" aria-label="Tension by length">
          <div className="curve-head">
            <h2>Tension by length</h2>
            <Select
              mode="multiple"
              size="small"
              aria-label="Heads drawn beside"
              placeholder="draw more heads"
              maxTagCount={1}
              value={[...props.others]}
              onChange={props.onOthers}
              options={props.choices.map((id) => ({ value: id, label: headTitle(id) }))}
            />
          </div>
          <div className="plot">
            <TensionCurve key={mode} {...props} />
          </div>
        </section>
      </Suspense>
    </div>
  );
}
