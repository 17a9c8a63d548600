import { facts as words } from "#core/words/web/bench";
import { percent } from "#core/base/numbers";
import { headTitle, muscleName } from "#core/anatomy/anatomy";
import { Fragment } from "react";
import type { Analysis } from "#core/mechanics/analyse";
import type { SupportKind } from "#core/mechanics/support";
import { JOINT_WORDS } from "#core/mechanics/turning";
import type { HeadMetrics } from "#core/mechanics/metrics";
import { phasesOf } from "#core/bench/phases";
import { facts, verdict } from "#core/words/bench";
import { loading } from "#core/words/own";
import type { TermId } from "#core/words/glossary";
import { capital } from "#core/words/sentence";
import { Term } from "../base/Term";
import { Grain } from "../base/Grain";
import { bandOf, isDecided, SPREAD_BODIES, type Spread } from "./useSpread";
import { fixed } from "../../page/locale";

const metricsOf = (a: Analysis, headId: string): HeadMetrics | null =>
  a.heads.find((h) => h.id === headId)?.metrics ?? null;

/** the answer in a sentence, made of the numbers */
export function inWords(a: Analysis, headId: string): string {
  const h = a.heads.find((x) => x.id === headId)!;
  const m = h.metrics;
  const head = headTitle(headId).toLowerCase();
  if (!m) return verdict.idle({ head });
  const n = Math.round(a.sticking.at * (a.s.length - 1));
  const [first] = a.limiters;
  const total = a.limiters.reduce((s, l) => s + l.elasticity, 0) || 1;
  const peak = a.resistance.reduce((best, r, i) => (Math.abs(r) > Math.abs(a.resistance[best]!) ? i : best), 0);
  return [
    verdict.hardest({ peak: a.s[peak]!, sticks: a.sticking.at, head, place: h.position[n]! }),
    ...(first ? [limiterText(first.muscle, first.elasticity / total)] : []),
  ].join(" ");
}

const limiterText = (muscle: string, share: number): string =>
  muscle === "grip" ? verdict.grip() : verdict.limiter({ muscle: muscleName(muscle).toLowerCase(), share });

/** metrics with their names and anchors in the method, as told beside the figure and against a pinned setup */
const METRICS: readonly { name: string; at: TermId; value: (m: HeadMetrics) => number; text: (v: number) => string }[] =
  [
    { name: facts.length(), at: "loaded-length", value: (m) => m.loadedLength, text: percent },
    { name: facts.skew(), at: "skew", value: (m) => m.skew, text: (v) => fixed(v, 2) },
    { name: facts.stretch(), at: "stretch-share", value: (m) => m.stretchShare, text: percent },
    { name: facts.bottom(), at: "bottom-tension", value: (m) => m.bottomTension, text: percent },
    { name: facts.reached(), at: "stretch-reached", value: (m) => m.stretchReached, text: percent },
    { name: facts.range(), at: "range-loaded", value: (m) => m.rangeLoaded, text: percent },
    { name: facts.share(), at: "share-of-all-work", value: (m) => m.shareOfAll, text: percent },
    {
      name: facts.partials(),
      at: "partial-reserve",
      value: (m) => m.partialReserve,
      text: (v) => `${fixed(v, 2)} ×`,
    },
  ];

/** those that decide first; the others on asking */
const FIRST: ReadonlySet<string> = new Set(["loaded-length", "stretch-share", "share-of-all-work"]);

/** kg over the usual load up to which it is worth saying what would give way under the body */
const WORTH_SAYING = 2;
const MEND: Record<SupportKind, string> = {
  "tips forwards": words.leanBackStaggerThe(),
  "tips backwards": words.mend.backwards,
  "tips sideways": words.mend.sideways,
  slides: words.mend.slides,
  "lifts off": words.mend.lifts,
};

/** what carries the body gives way before the muscles may */
function Stands({ analysis, usual, unit }: { analysis: Analysis; usual: number; unit: string }) {
  const said = analysis.support.filter((s) => s.from < WORTH_SAYING * usual).sort((a, b) => a.from - b.from);
  const { holding } = analysis;
  if (said.length === 0 && !holding) return null;
  return (
    <p className="small quiet">
      <Term at="support">{words.support()}</Term>:{" "}
      {[
        ...(holding ? [words.holds({ on: loading.holds[holding.on](), kg: holding.kg, load: usual, unit })] : []),
        ...said.map((s) => words.gives({ what: s.kind, from: Math.round(s.from), unit, mend: MEND[s.kind] })),
      ].join(" ")}
    </p>
  );
}

/** the way of a cable's stack, and where it rests */
function Runs({ stack }: { stack: Analysis["stack"] }) {
  if (!stack) return null;
  return (
    <p className={stack.sits > 0 ? "small notice warn" : "small quiet"} role={stack.sits > 0 ? "status" : undefined}>
      <Term at="stack">{words.stack()}</Term>:{" "}
      {stack.sits > 0 && `${words.sits({ share: stack.sits, by: stack.step })} `}
      {words.runs({ travel: stack.travel })}
    </p>
  );
}

/** a pad that runs along the limb */
function Pads({ slide }: { slide: Analysis["slide"] }) {
  if (slide === null) return null;
  return (
    <p className="small quiet">
      <Term at="pad">{words.pad()}</Term>: {words.slides({ way: slide })}
    </p>
  );
}

/** what a swing of the trunk would add, and what it costs */
function Swung({ swing }: { swing: Analysis["swing"] }) {
  if (!swing) return null;
  const { small, loose } = swing;
  return (
    <p className="small quiet">
      <Term at="swing">{words.swing()}</Term>:{" "}
      {words.swings({ small: small.gain, loose: loose.gain, body: small.body, perKg: small.perKg })}
    </p>
  );
}

interface FactsProps {
  analysis: Analysis;
  headId: string;
  spread: Spread | null;
  /** the exercise's usual load and what it means */
  usual: { load: number; meaning: string };
}

export function Facts({ analysis, headId, spread, usual }: FactsProps) {
  const m = metricsOf(analysis, headId);
  if (!m) return null;
  const beside = Object.entries(analysis.torques)
    .filter(([id]) => id !== analysis.main)
    .map(([id, t]): [string, number] => [JOINT_WORDS[id] ?? id, t.reduce((p, v) => Math.max(p, Math.abs(v)), 0)]);
  // the largest of each joint's axes, against the joint the lift is drawn by
  const levers = [...new Map(beside.sort((a, b) => a[1] - b[1])).entries()]
    .sort((a, b) => b[1] - a[1])
    .filter(([, v]) => v >= 0.15)
    .slice(0, 3);
  const told = (list: typeof METRICS) =>
    list.map(({ name, at, value, text }) => {
      const band = bandOf(spread, headId, value, value(m));
      return (
        <Fragment key={at}>
          <dt>
            <Term at={at}>{name}</Term>
          </dt>
          <dd>
            {band && text(band.low) !== text(band.high) && (
              <span className="among" title={facts.bodies({ n: SPREAD_BODIES })}>
                {text(band.low).replace(/ [%×]$/, "")}–{text(band.high)}
              </span>
            )}{" "}
            {text(value(m))}
          </dd>
        </Fragment>
      );
    });
  return (
    <>
      <Grain metrics={m} width={248} height={52} />
      <dl className="facts">{told(METRICS.filter((x) => FIRST.has(x.at)))}</dl>
      <details className="more-facts">
        <summary>{facts.lengthAndLoad()}</summary>
        <dl className="facts">{told(METRICS.filter((x) => !FIRST.has(x.at)))}</dl>
      </details>
      <details className="more-facts">
        <summary>{facts.joints()}</summary>
        <dl className="facts">
          {levers.map(([joint, v]) => (
            <Fragment key={joint}>
              <dt>
                <Term at="torque-beside">{facts.torque({ joint })}</Term>
              </dt>
              <dd>{fixed(v, 2)}</dd>
            </Fragment>
          ))}
          {analysis.demands
            .filter((d) => d.what !== "grip" && d.ratio >= 0.05)
            .map((d) => (
              <Fragment key={d.what}>
                <dt>
                  <Term at="demands">{facts.demand({ what: capital(d.what) })}</Term>
                </dt>
                <dd>{d.ratio > 1.5 ? facts.apart() : percent(d.ratio)}</dd>
              </Fragment>
            ))}
          {analysis.spine && (
            <>
              <dt>
                <Term at="compression">{facts.back()}</Term>
              </dt>
              <dd>{fixed(analysis.spine.compression, 1)}</dd>
            </>
          )}
        </dl>
      </details>
      <details className="more-facts">
        <summary>{words.whoWorksWhen()}</summary>
        <dl className="facts">
          {phasesOf(analysis).map(({ phase, muscles }) => (
            <Fragment key={phase}>
              <dt>{phase.replace(/^./, (c) => c.toUpperCase())}</dt>
              <dd className="phase">
                {muscles
                  .slice(0, 3)
                  .filter((x) => x.share >= 0.05)
                  .map((x) => `${muscleName(x.muscle).toLowerCase()} ${percent(x.share)}`)
                  .join(", ")}
              </dd>
            </Fragment>
          ))}
        </dl>
      </details>
      <Stands analysis={analysis} usual={usual.load} unit={usual.meaning} />
      <Runs stack={analysis.stack} />
      <Pads slide={analysis.slide} />
      <Swung swing={analysis.swing} />
    </>
  );
}

interface DifferencesProps {
  now: Analysis;
  pinned: Analysis;
  name: string;
  headId: string;
  spread: Spread | null;
  pinnedSpread: Spread | null;
}

/**
 * what changed against the pinned setup, largest first; a difference that turns round among varied bodies is
 * undecided
 */
export function Differences({ now, pinned, name, headId, spread, pinnedSpread }: DifferencesProps) {
  const [a, b] = [metricsOf(now, headId), metricsOf(pinned, headId)];
  if (!a || !b) return <p className="small quiet">{words.theSetupBesideIt()}</p>;
  const changed = METRICS.map(({ name, value }) => ({
    name,
    from: value(b),
    to: value(a),
    decided: isDecided(spread, pinnedSpread, headId, value),
  }))
    .filter((r) => Math.abs(r.to - r.from) >= 0.02)
    .sort(
      (p, q) =>
        Number(p.decided === false) - Number(q.decided === false) || Math.abs(q.to - q.from) - Math.abs(p.to - p.from),
    );
  const [top] = changed;
  return (
    <div aria-live="polite">
      <h3>{words.against({ name })}</h3>
      {!top && <p className="small">{words.noClearDifferenceFor()}</p>}
      {top && (
        <p className="small">
          {top.decided === false
            ? words.noDifferenceHoldsIn()
            : words.most({ name: top.name, rises: top.to > top.from, from: fixed(top.from, 2), to: fixed(top.to, 2) })}
        </p>
      )}
      <dl className="facts">
        {changed.map((r) => (
          <div key={r.name} style={{ display: "contents" }}>
            <dt>{r.name}</dt>
            <dd>
              {words.changed({
                from: fixed(r.from, 2),
                to: fixed(r.to, 2),
                by: r.decided === false ? null : `${r.to > r.from ? "+" : "−"}${fixed(Math.abs(r.to - r.from), 2)}`,
              })}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
