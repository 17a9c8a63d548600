/** A head's lever over a joint's range as one small curve, with the same in words. */
import { leverCurve as text } from "#core/words/web/atlas";
import { useId } from "react";
import type { Lever } from "#core/atlas/head";
import { TURNS } from "#core/atlas/pose";
import { atlas as words } from "#core/words/atlas";

const [W, H, PAD] = [150, 62, 4];
/** mm that the picture reaches at least, so that a small lever looks small */
const LEAST = 20;

export function LeverCurve({ lever, does }: { lever: Lever; does: string }) {
  const id = useId();
  const { angles, arms } = lever;
  const most = Math.max(LEAST, ...arms.map(Math.abs));
  const [from, to] = [angles[0]!, angles.at(-1)!];
  const x = (a: number) => PAD + ((W - 2 * PAD) * (a - from)) / (to - from);
  const y = (mm: number) => H / 2 - ((H / 2 - PAD) * mm) / most;
  const line = angles.map((a, i) => `${x(a).toFixed(1)},${y(arms[i]!).toFixed(1)}`).join(" ");
  const turn = TURNS.find((t) => t.id === lever.turn);
  const size = arms.map((a) => Math.round(Math.abs(a)));
  return (
    <figure className="lever-curve">
      <svg viewBox={`0 0 ${W} ${H}`} width={W} height={H} role="img" aria-labelledby={id}>
        <line x1={PAD} x2={W - PAD} y1={H / 2} y2={H / 2} />
        <polyline points={line} />
      </svg>
      <figcaption id={id}>
        <strong>{words.lever({ does, least: Math.min(...size), most: Math.max(...size) })}</strong>
        <span className="small quiet">
          {text.to({ named: turn?.name ?? "", low: Math.round(from), to: Math.round(to) })}
        </span>
      </figcaption>
    </figure>
  );
}
