/** A page of the sheet as it is printed: the same places and letters as in the PDF. */
import { memo } from "react";
import { greyOf, inkOf } from "#core/sheet/ink";
import type { Block, Font, Mark, Page } from "#core/sheet/marks";
import { HEADING_FONT, TEXT_FONT } from "../base/theme";

const FACE: Record<Font, { fontFamily: string; fontWeight: number }> = {
  text: { fontFamily: TEXT_FONT, fontWeight: 400 },
  strong: { fontFamily: TEXT_FONT, fontWeight: 700 },
  heading: { fontFamily: HEADING_FONT, fontWeight: 600 },
};

export const Paper = memo(function Paper({
  page,
  width,
  height,
  label,
}: {
  page: Page;
  width: number;
  height: number;
  label: string;
}) {
  return (
    <svg className="paper" viewBox={`0 0 ${width} ${height}`} role="group" aria-label={label}>
      {page.blocks.map((b, i) => (
        <BlockMarks key={i} block={b} />
      ))}
    </svg>
  );
});

function BlockMarks({ block: { tag, alt, marks } }: { block: Block }) {
  const picture = tag === "Figure";
  return (
    <g role={picture ? "img" : undefined} aria-label={picture ? alt : undefined} aria-hidden={tag === "Artifact"}>
      {marks.map((m, i) => (
        <OneMark key={i} mark={m} />
      ))}
    </g>
  );
}

function OneMark({ mark: m }: { mark: Mark }) {
  switch (m.kind) {
    case "text":
      return (
        <text
          x={m.x}
          y={m.y}
          fontSize={m.size}
          fill={greyOf(m.ink)}
          style={FACE[m.font]}
          textLength={m.text.length > 1 ? m.width : undefined}
        >
          {m.text}
        </text>
      );
    case "line":
      return <line x1={m.x1} y1={m.y1} x2={m.x2} y2={m.y2} strokeWidth={m.thick} stroke={greyOf(m.ink)} />;
    case "box":
      return <rect x={m.x} y={m.y} width={m.width} height={m.height} fill={greyOf(m.fill)} />;
    case "drawing":
      return (
        <svg
          x={m.x}
          y={m.y}
          width={m.width}
          height={m.height}
          viewBox={`0 0 ${m.drawing.width} ${m.drawing.height}`}
          strokeLinecap="round"
          strokeLinejoin="round"
        >
          {m.drawing.shapes.map((s, i) => {
            const { fill, stroke, width } = inkOf(s.role);
            return (
              <path
                key={i}
                d={s.d}
                fill={fill === null ? "none" : greyOf(fill)}
                stroke={stroke === null ? "none" : greyOf(stroke)}
                strokeWidth={s.thick ?? width}
              />
            );
          })}
        </svg>
      );
  }
}
