/** Where a rep begins and ends: both ends are drawn, and the part that serves the head best is found. */
import { range as words } from "#core/words/web/bench";
import { askFor } from "#core/exercises/asked";
import { percent } from "#core/base/numbers";
import { Select, Slider } from "antd";
import { useMemo, useState } from "react";
import { headTitle, muscleName } from "#core/anatomy/anatomy";
import { leftOutText, RANGE_STEP, rangeText, type PartFacts, type RangeAdvice } from "#core/bench/range";
import type { Analysis } from "#core/mechanics/analyse";
import type { Part } from "#core/exercises/part";
import type { Counting } from "#core/ranking/tension";
import { contextOf, weightsFor } from "#core/ranking/rank";
import { fixed } from "../../page/locale";
import { useEdition } from "../base/edition";
import { Failed, Loading } from "../base/states";
import { Term } from "../base/Term";
import { useAsk } from "../mechanics/useAsk";
import { JOINT_BOUNDS } from "./joint-bounds";
import type { QuestionProps } from "./question";

/** ms that a setup has to stand before its parts are looked at */
const STANDS = 350;
const WIDTH = 520;
const HEIGHT = 92;
const lower = (muscle: string) => muscleName(muscle).toLowerCase();

export function Range({ analysis, client, exercise, values, headId, body }: QuestionProps) {
  const edition = useEdition();
  const [schoolId, setSchool] = useState(edition.school.id);
  const [bound, setBound] = useState(0);
  const [part, setPart] = useState<Part | null>(null);
  const counting = useMemo(() => {
    const school = edition.schools.find((s) => s.id === schoolId) ?? edition.school;
    return weightsFor({ ...edition, school }, client ? contextOf(client) : { equipment: null, joints: [], mass: 75 });
  }, [edition, schoolId, client]);
  const working = analysis.feasible && analysis.heads.some((h) => h.id === headId && h.metrics);
  const { length, passive, shortening, part: counts } = counting;
  const way: Counting = { length, passive, shortening, part: counts };
  const asked = { setup: askFor(exercise, values), head: headId, counting: way, rules: edition.method.range, body };
  const {
    answer: advice,
    error,
    again,
  } = useAsk("range", working ? { ...asked, bound: bound || null } : null, { quiet: STANDS });
  const shown = part ?? { from: 0, to: 1 };
  const { answer: facts } = useAsk("part", working && part ? { ...asked, part } : null);
  if (!working) return null;
  const told = part ? facts : advice?.whole;
  return (
    <section className="sheet question" aria-label={words.rangeOfMotion()} style={{ marginTop: 12 }}>
      <div className="question-line">
        <h2>
          {words.whereTheRep()} <Term at="parts-of-a-rep">{words.beginsAndEnds()}</Term>
        </h2>
        <Select
          size="small"
          aria-label={words.schoolThatCountsTension()}
          value={schoolId}
          onChange={setSchool}
          popupMatchSelectWidth={false}
          options={edition.schools.map((s) => ({ value: s.id, label: s.name.toLowerCase() }))}
        />
        <Select
          size="small"
          aria-label={words.jointStressOfA()}
          value={bound}
          onChange={setBound}
          popupMatchSelectWidth={false}
          options={JOINT_BOUNDS}
        />
      </div>
      {error && <Failed what={words.thePartsOfThe()} reason={error} again={again} />}
      {advice && <Advice advice={advice} shown={shown} onTake={setPart} />}
      {!error && advice === undefined && <Loading what={words.thePartsOfThe2()} />}
      <Strip analysis={analysis} headId={headId} shown={shown} />
      <Slider
        range={{ draggableTrack: true }}
        ariaLabelForHandle={[words.whereTheRepBegins(), words.whereTheRepEnds()]}
        min={0}
        max={100}
        step={100 * RANGE_STEP}
        value={[Math.round(100 * shown.from), Math.round(100 * shown.to)]}
        tooltip={{ formatter: (v) => `${v} % of the way` }}
        onChange={(ends: number[]) => {
          const [from, to] = ends as [number, number];
          if (to - from < 100 * edition.method.range.part - 1e-9) return;
          setPart(from === 0 && to === 100 ? null : { from: from / 100, to: to / 100 });
        }}
      />
      {told && <Told facts={told} headId={headId} />}
    </section>
  );
}

interface AdviceProps {
  advice: RangeAdvice;
  shown: Part;
  onTake: (part: Part | null) => void;
}

/** what is recommended, and why */
function Advice({ advice, shown, onTake }: AdviceProps) {
  const { method } = useEdition();
  const { best, flat, cuts, bounded } = advice;
  const [first, ...reasons] = rangeText(advice, method.range);
  const taken = shown.from === best.from && shown.to === best.to;
  const ends = ([low, high]: [number, number]) =>
    low === high ? percent(low) : words.lowToHigh({ low: percent(low), high: percent(high) });
  return (
    <div className="small" role="status" style={{ marginTop: 6 }}>
      <p>
        <strong>{first}</strong>{" "}
        {!taken && (
          <button
            type="button"
            className="plain link"
            onClick={() => onTake(cuts.length === 0 ? null : { from: best.from, to: best.to })}
          >
            {words.drawIt()}
          </button>
        )}
      </p>
      {reasons.length > 0 && <p>{reasons.join(" ")}</p>}
      {cuts.length > 0 && (
        <p className="quiet">
          {words.withinOfItBeginning({ fromOf: ends(flat.from), to: ends(flat.to) })}
          {bounded > 0 && words.boundedPartsAskToo({ bounded })}
        </p>
      )}
    </div>
  );
}

/** over the way of the rep: what load each place allows, what the head holds, and what is left out */
function Strip({ analysis, headId, shown }: { analysis: Analysis; headId: string; shown: Part }) {
  const { s, strength } = analysis;
  const head = analysis.heads.find((h) => h.id === headId)!;
  const most = Math.max(...strength);
  const line = (y: (i: number) => number) =>
    Array.from(s, (v, i) => `${(v * WIDTH).toFixed(1)},${(HEIGHT - 4 - y(i) * (HEIGHT - 14)).toFixed(1)}`).join(" ");
  const sticks = analysis.sticking.at * WIDTH;
  return (
    <svg
      className="rep-strip"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={words.theSetSticksAt({
        at: percent(analysis.sticking.at),
        fromOf: percent(shown.from),
        to: percent(shown.to),
      })}
    >
      <rect x={0} y={0} width={WIDTH} height={HEIGHT} fill="var(--paper)" />
      <polyline points={line((i) => strength[i]! / most)} fill="none" stroke="var(--ink)" strokeWidth={2} />
      <polyline points={line((i) => Math.min(1, head.force[i]!))} fill="none" stroke="var(--fjord)" strokeWidth={2} />
      <line x1={sticks} x2={sticks} y1={0} y2={HEIGHT} stroke="var(--rowan)" strokeWidth={1.5} strokeDasharray="3 3" />
      <rect x={0} y={0} width={shown.from * WIDTH} height={HEIGHT} fill="var(--sheet)" fillOpacity={0.78} />
      <rect
        x={shown.to * WIDTH}
        y={0}
        width={(1 - shown.to) * WIDTH}
        height={HEIGHT}
        fill="var(--sheet)"
        fillOpacity={0.78}
      />
    </svg>
  );
}

/** the part that is drawn, in numbers */
function Told({ facts, headId }: { facts: PartFacts; headId: string }) {
  const [short, long] = facts.reached;
  const whole = facts.from === 0 && facts.to === 1;
  const strains = Object.entries(facts.strain).filter(([, v]) => Math.abs(v - 1) >= 0.05);
  const said = leftOutText(facts, 4);
  return (
    <div className="small" role="status">
      <p className="quiet">{words.inkLoadThatEach({ head: headTitle(headId).toLowerCase() })}</p>
      <p>
        {[
          whole
            ? words.whole()
            : words.part({
                from: percent(facts.from),
                to: percent(facts.to),
                load: fixed(facts.load, 2),
                body: facts.withBody,
                tension: fixed(facts.tension, 2),
              }),
          words.length({ from: percent(long), to: percent(short) }),
          words.work({ muscles: facts.muscles.map(({ muscle, share }) => `${lower(muscle)} ${percent(share)}`) }),
          ...(facts.first ? [words.first({ muscle: lower(facts.first) })] : []),
          ...(strains.length > 0 ? [words.joints({ joints: strains.map(([j, v]) => `${j} ${fixed(v, 2)} ×`) })] : []),
          ...(said ? [words.out({ what: said })] : []),
        ].join(" ")}
      </p>
    </div>
  );
}
