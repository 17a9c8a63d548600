/** The body from the front with its joints as dots: a click notes one, a noted one is full. */
import { memo, useMemo } from "react";
import { freelyPosed, PLATE_POSE } from "#core/atlas/pose";
import type { Form } from "#core/base/forms";
import type { ClientInput } from "#core/clients/client";
import { BARE, VIEWS } from "#core/drawing/bare";
import { jointDots, type JointDot } from "#core/drawing/joints";
import { fitOf, plateOf } from "#core/drawing/plate";
import { JOINT_NAMES, SEVERITIES } from "#core/exercises/joints";
import { compileModel } from "#core/mechanics/compile";
import { joints as words } from "#core/words/intake";
import { Shapes } from "../drawing/Shapes";

const [W, H] = [132, 236];
const pale = () => 8;

/** the usual body: proportions say nothing here */
function drawn(form: Form) {
  const { frames, place } = freelyPosed(compileModel(), PLATE_POSE);
  const heads = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
  const ask = {
    exercise: BARE,
    analysis: { frames, heads },
    view: VIEWS.front,
    chosen: null,
    detail: "plain" as const,
    form,
  };
  const fit = fitOf(ask, 1, W, H);
  return { shapes: plateOf({ ...ask, sample: 0, fit }).shapes, dots: jointDots(frames, VIEWS.front, fit) };
}

interface JointFigureProps {
  noted: ClientInput["joints"];
  form: Form;
  onPick: (dot: JointDot) => void;
}

export const JointFigure = memo(function JointFigure({ noted, form, onPick }: JointFigureProps) {
  const { shapes, dots } = useMemo(() => drawn(form), [form]);
  const severityAt = ({ joint, side }: JointDot) =>
    Math.max(
      -1,
      ...noted
        .filter((j) => j.joint === joint && (side === "both" || j.side === "both" || j.side === side))
        .map((j) => SEVERITIES.indexOf(j.severity)),
    );
  return (
    <figure className="joint-figure">
      {/* the list beside it is the same control for keys and readers */}
      <svg viewBox={`0 0 ${W} ${H}`} aria-hidden>
        <Shapes shapes={shapes} chosen={null} colour="" inkOf={pale} />
        {dots.map((d) => (
          <circle
            key={`${d.joint} ${d.side}`}
            cx={d.x}
            cy={d.y}
            r={5.5}
            data-joint={d.joint}
            data-severity={severityAt(d)}
            onClick={() => onPick(d)}
          >
            <title>{d.side === "both" ? JOINT_NAMES[d.joint] : `${d.side} ${JOINT_NAMES[d.joint]}`}</title>
          </circle>
        ))}
      </svg>
      <figcaption className="small quiet">{words.figure()}</figcaption>
    </figure>
  );
});
