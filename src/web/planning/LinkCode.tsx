/** A link as a code that a phone's camera reads: nobody types an address. */
import { linkCode as words } from "#core/words/web/planning";
import { codeOf } from "#core/sheet/code";

const SIDE = 168;

export default function LinkCode({ link }: { link: string }) {
  const { size, dark } = codeOf(link);
  const d = dark.flatMap((on, i) => (on ? [`M${i % size} ${Math.floor(i / size)}h1v1h-1z`] : [])).join("");
  return (
    <svg viewBox={`0 0 ${size} ${size}`} width={SIDE} height={SIDE} role="img" aria-label={words.theLinkAsA()}>
      <rect width={size} height={size} fill="#fff" />
      <path d={d} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
}
