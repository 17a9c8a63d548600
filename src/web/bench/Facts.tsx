import { headTitle, muscleName } from "#core/anatomy/anatomy";
import { Fragment } from "react";
import { JOINT_WORDS, type Analysis } from "#core/mechanics/analyse";
import type { HeadMetrics } from "#core/mechanics/metrics";
import { Term } from "../method/Term";
import { Grain } from "../grain/Grain";
import { fixed } from "../../locale/locale";

const percent = (x: number) => `${Math.round(100 * x)} %`;
const metricsOf = (a: Analysis, headId: string): HeadMetrics | null => a.heads.find((h) => h.id === headId)?.metrics ?? null;
const lengthWord = (p: number) => (p < 1 / 3 ? "short" : p < 2 / 3 ? "at middle length" : "long");

/** the answer in a sentence, made of the numbers */
export function inWords(a: Analysis, headId: string): string {
  const h = a.heads.find((x) => x.id === headId)!;
  const m = h.metrics;
  if (!m) return `The ${headTitle(headId).toLowerCase()} hardly works here.`;
  const n = Math.round(a.sticking.at * (a.s.length - 1));
  const [first] = a.limiters;
  const total = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
  const peak = a.resistance.reduce((best, r, i) => (Math.abs(r) > Math.abs(a.resistance[best]!) ? i : best), 0);
  return `The load peaks at ${percent(a.s[peak]!)} of the rep; the set sticks at ${percent(a.sticking.at)}, where this head is ${lengthWord(h.position[n]!)} (${percent(h.position[n]!)}).${first ? ` The ${muscleName(first.muscle).toLowerCase()} gives out first (${percent(first.elasticity / total)}).` : ""}`;
}

export function Facts({ analysis, headId }: { analysis: Analysis; headId: string }) {
  const m = metricsOf(analysis, headId);
  if (!m) return null;
  const beside = Object.entries(analysis.torques)
    .filter(([id]) => id !== analysis.main)
    .map(([id, t]): [string, number] => [JOINT_WORDS[id] ?? id, t.reduce((p, v) => Math.max(p, Math.abs(v)), 0)]);
  // the largest of each joint's axes, against the joint the lift is drawn by
  const levers = [...new Map(beside.sort((a, b) => a[1] - b[1])).entries()].sort((a, b) => b[1] - a[1]).filter(([, v]) => v >= 0.15).slice(0, 3);
  return (
    <>
      <Grain metrics={m} width={248} height={52} />
      <dl className="facts">
        <dt><Term at="loaded-length">Loaded length</Term></dt><dd>{fixed(m.loadedLength, 2)}</dd>
        <dt><Term at="skew">Skew</Term></dt><dd>{fixed(m.skew, 2)}</dd>
        <dt><Term at="stretch-share">Tension in the long half</Term></dt><dd>{percent(m.stretchShare)}</dd>
        <dt><Term at="bottom-tension">Bottom tension</Term></dt><dd>{percent(m.bottomTension)}</dd>
        <dt><Term at="range-loaded">Range loaded</Term></dt><dd>{percent(m.rangeLoaded)}</dd>
        <dt><Term at="share-of-all-work">Share of all work</Term></dt><dd>{percent(m.shareOfAll)}</dd>
        <dt><Term at="partial-reserve">Load the long half allows</Term></dt><dd>{fixed(m.partialReserve, 2)} ×</dd>
        {levers.map(([joint, v]) => <Fragment key={joint}><dt><Term at="torque-beside">{`Torque at the ${joint}`}</Term></dt><dd>{fixed(v, 2)}</dd></Fragment>)}
        {analysis.demands.filter((d) => d.what !== "grip" && d.ratio >= 0.05).map((d) => <Fragment key={d.what}><dt><Term at="demands">{`${d.what.replace(/^./, (c) => c.toUpperCase())} against what the wrist has`}</Term></dt><dd>{d.ratio > 1.5 ? "over 150 %" : percent(d.ratio)}</dd></Fragment>)}
        {analysis.spine && <><dt><Term at="compression">Compression of the low back, body weights</Term></dt><dd>{fixed(analysis.spine.compression, 1)}</dd></>}
      </dl>
    </>
  );
}

/** what changed against the pinned setup, largest first */
export function Differences({ now, pinned, name, headId }: { now: Analysis; pinned: Analysis; name: string; headId: string }) {
  const [a, b] = [metricsOf(now, headId), metricsOf(pinned, headId)];
  if (!a || !b) return <p className="small quiet">The pinned setup does not load this head.</p>;
  const rows: [string, number, number][] = [
    ["Loaded length", b.loadedLength, a.loadedLength],
    ["Skew", b.skew, a.skew],
    ["Long half", b.stretchShare, a.stretchShare],
    ["Bottom tension", b.bottomTension, a.bottomTension],
    ["Stretch reached", b.stretchReached, a.stretchReached],
    ["Range loaded", b.rangeLoaded, a.rangeLoaded],
    ["Share of all work", b.shareOfAll, a.shareOfAll],
  ];
  const changed = rows.filter(([, x, y]) => Math.abs(x - y) >= 0.02).sort((p, q) => Math.abs(q[2] - q[1]) - Math.abs(p[2] - p[1]));
  const [top] = changed;
  return (
    <div aria-live="polite">
      <h3>Against {name}</h3>
      {!top && <p className="small">No difference worth naming for this head.</p>}
      {top && <p className="small">{top[0]} {top[2] > top[1] ? "rises" : "falls"} most: {fixed(top[1], 2)} to {fixed(top[2], 2)}.</p>}
      <dl className="facts">
        {changed.map(([label, x, y]) => (
          <div key={label} style={{ display: "contents" }}>
            <dt>{label}</dt>
            <dd>{fixed(x, 2)} to {fixed(y, 2)} ({y > x ? "+" : "−"}{fixed(Math.abs(y - x), 2)})</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
