import { curvePlots as text } from "#core/words/web/bench";
import { Select } from "antd";
import { lazy, Suspense, useEffect, useState } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import type { Analysis } from "#core/mechanics/analyse";
import { percent } from "#core/base/numbers";
import { JOINT_WORDS } from "#core/mechanics/turning";
import { chart } from "#core/words/chart";
import { ChartTable } from "../base/ChartTable";
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
      <Suspense fallback={<Loading what={text.theCurves()} />}>
        <section className="sheet curve" aria-label={text.strengthCurveAndResistance()}>
          <h2>{text.strengthCurveAndResistance()}</h2>
          <div className="plot">
            <StrengthCurve key={mode} {...props} />
          </div>
          <StrengthTable {...props} />
        </section>
        <section className="sheet curve" aria-label={text.tensionByLength()}>
          <div className="curve-head">
            <h2>{text.tensionByLength()}</h2>
            <Select
              mode="multiple"
              size="small"
              aria-label={text.headsDrawnBeside()}
              placeholder={text.drawMoreHeads()}
              maxTagCount={1}
              value={[...props.others]}
              onChange={props.onOthers}
              options={props.choices.map((id) => ({ value: id, label: headTitle(id) }))}
            />
          </div>
          <div className="plot">
            <TensionCurve key={mode} {...props} />
          </div>
          <TensionTable {...props} />
        </section>
      </Suspense>
    </div>
  );
}

/** every fourth sample: eleven rows tell a rep */
const ROWS = 4;
const some = <T,>(list: ArrayLike<T>): T[] => Array.from(list).filter((_, i) => i % ROWS === 0);

function StrengthTable({ analysis }: { analysis: Analysis }) {
  const sign = Math.sign(analysis.resistance.reduce((a, b) => a + b, 0)) || 1;
  return (
    <ChartTable
      caption={chart.strength({ joint: JOINT_WORDS[analysis.main] ?? "joint" })}
      along={{ name: chart.rep(), values: some(analysis.s).map((s) => percent(s)) }}
      series={[
        { name: chart.have(), values: some(analysis.capacity) },
        { name: chart.resistance(), values: some(analysis.resistance).map((t) => sign * t) },
      ]}
    />
  );
}

function TensionTable({ analysis, headId }: { analysis: Analysis; headId: string }) {
  const head = analysis.heads.find((h) => h.id === headId);
  if (!head) return null;
  return (
    <ChartTable
      caption={chart.tension({ head: headTitle(headId) })}
      along={{ name: chart.rep(), values: some(analysis.s).map((s) => percent(s)) }}
      series={[
        { name: chart.length(), values: some(head.position) },
        { name: chart.force(), values: some(head.force) },
      ]}
    />
  );
}
