/** The body from the front and the back, each muscle in the tone of its priority; a click paints it. */
import { memo, useMemo } from "react";
import type { Form } from "#core/base/forms";
import type { Priority } from "#core/clients/choices";
import { freelyPosed, PLATE_POSE } from "#core/atlas/pose";
import { fitOf, plateOf } from "#core/drawing/plate";
import { BARE, VIEWS } from "#core/drawing/bare";
import { compileModel } from "#core/mechanics/compile";
import { groupOf } from "#core/planning/groups";
import { priorities as words } from "#core/words/intake";
import { Shapes } from "../drawing/Shapes";

const [W, H] = [200, 330];
/** per cent of ink */
export const TONE: Record<Priority | "none", number> = { none: 0, maintain: 14, hold: 34, grow: 64, specialise: 100 };

/** the usual body: proportions say nothing here */
function drawn(form: Form): Record<"front" | "back", ReturnType<typeof plateOf>["shapes"]> {
  const { frames, place } = freelyPosed(compileModel(), PLATE_POSE);
  const heads = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
  const shapes = (view: (typeof VIEWS)["front" | "back"]) => {
    const ask = { exercise: BARE, analysis: { frames, heads }, view, chosen: null, detail: "plain" as const, form };
    return plateOf({ ...ask, sample: 0, fit: fitOf(ask, 1, W, H) }).shapes;
  };
  return { front: shapes(VIEWS.front), back: shapes(VIEWS.back) };
}

interface BodyBrushProps {
  priorities: Readonly<Record<string, Priority>>;
  form: Form;
  onPaint: (group: string) => void;
}

export const BodyBrush = memo(function BodyBrush({ priorities, form, onPaint }: BodyBrushProps) {
  const shapes = useMemo(() => drawn(form), [form]);
  const inkOf = (head: string | undefined) => {
    const group = head && groupOf(head);
    return TONE[(group && priorities[group.id]) || "none"];
  };
  return (
    <div className="brush-bodies">
      {(["front", "back"] as const).map((view) => (
        <figure key={view}>
          {/* the list beside it is the same control for keys and readers */}
          <svg
            viewBox={`0 0 ${W} ${H}`}
            data-pick
            aria-hidden
            onClick={(e) => {
              const head = (e.target as Element).closest("[data-head]")?.getAttribute("data-head");
              const group = head && groupOf(head);
              if (group) onPaint(group.id);
            }}
          >
            <Shapes shapes={shapes[view]} chosen={null} colour="" inkOf={inkOf} />
          </svg>
          <figcaption className="small quiet">{words[view]()}</figcaption>
        </figure>
      ))}
    </div>
  );
});
