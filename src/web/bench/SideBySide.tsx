/** The setup at hand and up to three pinned ones: numbers, who gives out first, a verdict for each goal. */
import { sideBySide as said } from "#core/words/web/bench";
import { Button } from "antd";
import { useMemo } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import { sideBySide, type Sided } from "#core/bench/side";
import { SideTable } from "../base/SideTable";

interface SideBySideProps {
  now: Sided;
  pins: readonly Sided[];
  headId: string;
  onUnpin: (name: string) => void;
}

export function SideBySide({ now, pins, headId, onUnpin }: SideBySideProps) {
  const list = useMemo(() => [now, ...pins.filter((p) => p.name !== now.name)], [now, pins]);
  const told = useMemo(() => (list.length > 1 ? sideBySide(list, headId) : null), [list, headId]);
  if (!told) return <p className="small quiet">{said.pinnedTurnAParameter()}</p>;
  const names = list.map((s, i) => (i === 0 ? said.nameAtHand({ name: s.name }) : s.name));
  return (
    <section className="sheet question" aria-label={said.sideBySide()}>
      <h2>{said.sideBySideFor({ head: headTitle(headId).toLowerCase() })}</h2>
      {told.flips && (
        <p className="small">
          {said.whoGivesOutFirst({ who: told.flips.map((m, i) => `${m} in ${names[i]}`).join("; ") })}
        </p>
      )}
      <SideTable
        names={names}
        tops={list.map((s, i) =>
          i === 0 ? null : (
            <Button key={s.name} size="small" type="text" onClick={() => onUnpin(s.name)}>
              {said.unpin()}
            </Button>
          ),
        )}
        words={told.words}
        lines={told.lines}
        verdicts={told.verdicts}
      />
    </section>
  );
}
