/** The posed figure as a plate, with the load, its lever, and handles that change the setup. */
import { figure as text } from "#core/words/web/bench";
import { useCallback, useMemo, useRef, useState, type PointerEvent } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import { drawnFrames } from "#core/drawing/contact";
import { marksOf } from "#core/drawing/marks";
import { toX, toY, type Fit } from "#core/drawing/outline";
import type { Detail } from "#core/drawing/plate";
import { repOf, type FirstFrame } from "#core/drawing/rep";
import { projector, seen, type View } from "#core/drawing/view";
import type { Exercise } from "#core/exercises/format";
import type { Analysis } from "#core/mechanics/analyse";
import { framePoint } from "#core/mechanics/frames";
import { bench as words } from "#core/words/bench";
import { useForm } from "../base/open-client";
import { lengthColour } from "../base/theme";
import { Shapes } from "../drawing/Shapes";
import { FIGURE } from "./lens";

const { width: W, height: H } = FIGURE;
/** pixels of an arrow at the largest force of the rep */
const ARROW = 74;

export interface FigureProps {
  analysis: Analysis;
  /** drawn beside the page already */
  first: FirstFrame | undefined;
  exercise: Exercise;
  headId: string;
  sample: number;
  view: View;
  /** fibres are left out while something moves */
  moving: boolean;
  /** another head is chosen in the picture */
  onHead: (headId: string) => void;
  /** the pulley may be dragged: how far, in m of the picture's right and up */
  onPulley: ((dx: number, dy: number) => void) | null;
  /** the upper arm, or the bench, may be turned: by how many degrees (arm forwards and up, trunk forwards) */
  onArm: ((degrees: number) => void) | null;
  onBench: ((degrees: number) => void) | null;
  /** the hand is drawn along its path: to this sample */
  onHand: (sample: number) => void;
}

type Point = [number, number];

export function Figure(props: FigureProps) {
  const { analysis, first, exercise, headId, sample, view, moving, onHead } = props;
  // arrows and handles stand where the picture has hands and feet
  const frames = drawnFrames(exercise, analysis.frames!);
  const svg = useRef<SVGSVGElement>(null);
  const [over, setOver] = useState<string | null>(null);
  const form = useForm();
  const detail: Detail = moving ? "plain" : "full";
  // one scale for the whole rep, so that the body stands still while the arm moves
  const rep = useMemo(
    () =>
      repOf({ exercise, analysis, view, chosen: headId, form }, analysis.s.length, FIGURE.width, FIGURE.height, first),
    [exercise, analysis, view, headId, form, first],
  );
  const { fit } = rep;
  const plate = rep.at(detail, sample);
  const seenBy = useMemo(() => projector(view), [view]);
  const marks = marksOf(frames, sample, seenBy, analysis.main);
  const map = useCallback(([x, y]: Point): Point => [toX(fit, x) / fit.unit, toY(fit, y) / fit.unit], [fit]);
  const pointAt = (name: string): Point => {
    const [x, y] = seen(seenBy, framePoint(frames, sample, name));
    return [x, y];
  };
  const head = analysis.heads.find((h) => h.id === headId);
  const place = head?.position[sample] ?? 0.5;
  const told = over ? analysis.heads.find((h) => h.id === over) : undefined;
  const headAt = (e: PointerEvent | React.MouseEvent): string | null =>
    (e.target as Element).closest("[data-head]")?.getAttribute("data-head") ?? null;
  return (
    <>
      <svg
        ref={svg}
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        data-pick
        aria-label={words.figure({
          percent: Math.round(100 * (analysis.s[sample] ?? 0)),
          length: Math.round(100 * place),
        })}
        onPointerMove={(e) => setOver(headAt(e))}
        onPointerLeave={() => setOver(null)}
        onClick={(e) => {
          const picked = headAt(e);
          if (picked && analysis.heads.some((h) => h.id === picked)) onHead(picked);
        }}
      >
        <Shapes shapes={plate.shapes} chosen={headId} colour={lengthColour(place)} />
        <Lever joint={map(marks.joint)} foot={map(marks.leverFoot)} />
        <Handles {...props} svg={svg} fit={fit} map={map} pointAt={pointAt} marks={marks} />
        <Force at={map(marks.at[0]!)} force={marks.force} />
      </svg>
      <p className="small quiet pointed" aria-hidden>
        {told
          ? words.pointed({ head: headTitle(told.id), tension: Math.round(100 * (told.force[sample] ?? 0)) })
          : words.pointing()}
      </p>
    </>
  );
}

function Lever({ joint: [ex, ey], foot: [lx, ly] }: { joint: Point; foot: Point }) {
  return (
    <>
      <line className="lever" x1={ex} y1={ey} x2={lx} y2={ly} />
      <circle cx={ex} cy={ey} r={3.5} fill="var(--ink)" />
    </>
  );
}

function Force({ at: [x, y], force }: { at: Point; force: readonly [number, number] }) {
  if (Math.hypot(...force) <= 0.02) return null;
  const [dx, dy] = [force[0] * ARROW, -force[1] * ARROW];
  return (
    <g className="force" transform={`translate(${x} ${y})`}>
      <line x1={0} y1={0} x2={dx * 0.9} y2={dy * 0.9} />
      <path
        d="M0 0L-10 -5.5L-10 5.5Z"
        transform={`translate(${dx} ${dy}) rotate(${(Math.atan2(dy, dx) * 180) / Math.PI})`}
        stroke="none"
      />
    </g>
  );
}

type HandlesProps = FigureProps & {
  svg: React.RefObject<SVGSVGElement | null>;
  fit: Fit;
  map: (p: Point) => Point;
  pointAt: (name: string) => Point;
  marks: ReturnType<typeof marksOf>;
};

interface RingProps {
  at: Point;
  centre: Point;
  /** whether what it turns stands up from its joint, or hangs from it */
  upright: 1 | -1;
  give: (degrees: number) => void;
  view: View;
  svg: HandlesProps["svg"];
}

/** a handle that turns what it belongs to about its joint; from behind the picture is mirrored */
function Ring({ at, centre, upright, give, view, svg }: RingProps) {
  const held = useRef<number | null>(null);
  const angle = (e: PointerEvent<SVGElement>) => {
    const [x, y] = pixelOf(svg.current!, e);
    const facing = Math.sign(Math.cos((view.turn * Math.PI) / 180) || 1);
    return (Math.atan2((x - centre[0]) * facing, upright * (centre[1] - y)) * 180) / Math.PI;
  };
  return (
    <circle
      className="handle free"
      cx={at[0]}
      cy={at[1]}
      r={9}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = angle(e);
      }}
      onPointerMove={(e) => {
        if (held.current === null) return;
        const now = angle(e);
        give(((now - held.current + 540) % 360) - 180);
        held.current = now;
      }}
      onPointerUp={() => (held.current = null)}
    />
  );
}

/** where the pointer is, in the picture's own pixels */
function pixelOf(svg: SVGSVGElement, e: PointerEvent<SVGElement>): Point {
  const box = svg.getBoundingClientRect();
  return [((e.clientX - box.left) * W) / box.width, ((e.clientY - box.top) * H) / box.height];
}

/** what can be dragged: the hand through the rep, the pulley, the arm, the bench */
function Handles(props: HandlesProps) {
  const { analysis, sample, view, svg, fit, map, pointAt, marks, onPulley, onArm, onBench, onHand } = props;
  const frames = drawnFrames(props.exercise, analysis.frames!);
  const drag = useRef<Point | null>(null);
  const at = (e: PointerEvent<SVGElement>) => pixelOf(svg.current!, e);
  const pulley = {
    onPointerDown: (e: PointerEvent<SVGElement>) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      drag.current = at(e);
    },
    onPointerMove: (e: PointerEvent<SVGElement>) => {
      if (!drag.current || !onPulley) return;
      const [x, y] = at(e);
      onPulley((x - drag.current[0]) / fit.k, -(y - drag.current[1]) / fit.k);
      drag.current = [x, y];
    },
    onPointerUp: () => (drag.current = null),
  };
  /** dragging the hand goes to the point of its path that is nearest to the pointer */
  const toNearest = (e: PointerEvent<SVGElement>) => {
    const [x, y] = at(e);
    const seenBy = projector(view);
    let [best, least] = [sample, Infinity];
    for (let i = 0; i < analysis.s.length; i++) {
      const [px, py] = map(marksOf(frames, i, seenBy, analysis.main).at[0]!);
      // a path that crosses itself goes on where it is
      const away = Math.hypot(px - x, py - y) + 0.6 * Math.abs(i - sample);
      if (away < least) [least, best] = [away, i];
    }
    onHand(best);
  };
  const hand = {
    onPointerDown: (e: PointerEvent<SVGElement>) => e.currentTarget.setPointerCapture(e.pointerId),
    onPointerMove: (e: PointerEvent<SVGElement>) => e.currentTarget.hasPointerCapture(e.pointerId) && toNearest(e),
  };
  const ring = (name: string, centre: string, upright: 1 | -1, give: (degrees: number) => void) => (
    <Ring at={map(pointAt(name))} centre={map(pointAt(centre))} {...{ upright, give, view, svg }} />
  );
  const [hx, hy] = map(marks.at[0]!);
  return (
    <>
      {onPulley &&
        marks.anchors.map((a, i) => {
          const [x, y] = map(a);
          // a pulley out of the picture is dragged at its edge
          const inside = (v: number, most: number) => Math.max(10, Math.min(most - 10, v));
          return <circle key={i} className="handle free" cx={inside(x, W)} cy={inside(y, H)} r={10} {...pulley} />;
        })}
      {onArm && ring("forearm.right", "humerus.right", -1, onArm)}
      {onBench && ring("head", "pelvis", 1, onBench)}
      <circle className="hand free" cx={hx} cy={hy} r={15} {...hand}>
        <title>{text.dragTheHandThrough()}</title>
      </circle>
    </>
  );
}
