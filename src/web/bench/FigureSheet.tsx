/** The figure with what moves it: play, place in the rep, turn. */
import { figureSheet as words } from "#core/words/web/bench";
import { Button, Slider } from "antd";
import { useEffect, useState } from "react";
import type { Exercise } from "#core/exercises/format";
import type { FirstFrame } from "#core/drawing/rep";
import type { View } from "#core/drawing/view";
import type { Analysis } from "#core/mechanics/analyse";
import { TurnSlider } from "../drawing/TurnSlider";
import { Figure } from "./Figure";
import type { Handles } from "./useHandles";

/** s: lifting, and the whole rep */
const LIFT = 1.4;
const REP = 4;

/** the sample of a rep played in time: up in 1.4 s, down in 2.6 s, until it is stopped */
function usePlay(samples: number, show: (sample: number) => void): [boolean, (on: boolean) => void] {
  const [playing, setPlaying] = useState(false);
  useEffect(() => {
    if (!playing) return;
    let from = 0;
    let frame = 0;
    const step = (t: number) => {
      from ||= t;
      const phase = ((t - from) / 1000) % REP;
      const place = phase < LIFT ? phase / LIFT : 1 - (phase - LIFT) / (REP - LIFT);
      show(Math.round(place * (samples - 1)));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, samples, show]);
  return [playing, setPlaying];
}

export interface FigureSheetProps {
  analysis: Analysis;
  first: FirstFrame | undefined;
  exercise: Exercise;
  headId: string;
  sample: number;
  hardest: number;
  /** a state's setter, or as stable as one */
  onSample: (sample: number) => void;
  view: View;
  /** null: back to the view that shows most */
  onView: (view: View | null) => void;
  onHead: (headId: string) => void;
  handles: Handles;
}

export function FigureSheet(props: FigureSheetProps) {
  const { analysis, first, exercise, headId, sample, hardest, onSample, view, onView, onHead, handles } = props;
  const [playing, setPlaying] = usePlay(analysis.s.length, onSample);
  const show = (n: number) => {
    setPlaying(false);
    onSample(n);
  };
  const names = [handles.onPulley && "pulley", handles.onArm && "elbow", handles.onBench && "bench"];
  const ringed = names.filter(Boolean).join(" and ");
  return (
    <section className="sheet figure-sheet" aria-label={words.posedFigure()}>
      <Figure
        analysis={analysis}
        first={first}
        exercise={exercise}
        headId={headId}
        sample={sample}
        view={view}
        moving={playing}
        onHead={onHead}
        {...handles}
        onHand={show}
      />
      <div className="scrub">
        <Button size="small" onClick={() => setPlaying(!playing)} style={{ width: 58 }}>
          {playing ? words.stop() : words.play()}
        </Button>
        <Slider
          ariaLabelForHandle={words.positionInTheRep()}
          min={0}
          max={analysis.s.length - 1}
          value={sample}
          tooltip={{ formatter: null }}
          onChange={show}
        />
        <Button size="small" onClick={() => show(hardest)}>
          {words.hardestPoint()}
        </Button>
      </div>
      <TurnSlider
        word="Turn"
        label={words.turnTheFigureDegrees()}
        least={-90}
        most={90}
        step={5}
        value={view.turn}
        onChange={(turn) => onView({ ...view, turn })}
      >
        <span className="small quiet number" style={{ width: 96, textAlign: "right" }}>
          {words.ofTheRep({ percent: Math.round(100 * analysis.s[sample]!) })}
        </span>
      </TurnSlider>
      <TurnSlider
        word="Tip"
        label={words.tipTheFigureDegrees()}
        least={-10}
        most={60}
        step={2}
        value={view.pitch}
        onChange={(pitch) => onView({ ...view, pitch })}
      >
        <Button size="small" onClick={() => onView(null)} style={{ width: 96 }}>
          {words.bestView()}
        </Button>
      </TurnSlider>
      <p className="small quiet">
        {words.dragTheHandThrough({ more: ringed ? words.orTheRingedRinged({ ringed }) : "" })}
      </p>
    </section>
  );
}
