/** Up to four rows of a list side by side: numbers, the better ones marked, and a verdict for each goal. */
import { compareTable as words } from "#core/words/web/ranking";
import { Dialog } from "../base/Dialog";
import { useMemo } from "react";
import type { Edition } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import { compareRows } from "#core/ranking/compare";
import { rankHead, type RankedRow, type RankingContext } from "#core/ranking/rank";
import { Grain } from "../base/Grain";
import { SideTable } from "../base/SideTable";

interface CompareTableProps {
  rows: readonly RankedRow[];
  headId: string;
  survey: Survey;
  edition: Edition;
  context: RankingContext;
  onClose: () => void;
}

export function CompareTable({ rows, headId, survey, edition, context, onClose }: CompareTableProps) {
  const { lines, verdicts } = useMemo(() => {
    const strong = rankHead(survey, headId, edition, exercises, { ...context, goal: 1 });
    const scores = rows.map((r) => strong.find((s) => s.row.setupKey === r.row.setupKey)?.score ?? 0);
    return compareRows(rows, headId, scores);
  }, [rows, headId, survey, edition, context]);
  const names = rows.map((r) => setupName(r.exercise, r.row.values));
  return (
    <Dialog
      open
      onCancel={onClose}
      footer={null}
      title={words.sideBySide()}
      width={Math.min(1100, 300 + 200 * rows.length)}
    >
      <SideTable
        names={names}
        tops={rows.map((r) => (
          <Grain key={r.row.setupKey} metrics={r.row.view.heads[headId]!} width={130} height={30} />
        ))}
        lines={lines}
        verdicts={verdicts}
      />
    </Dialog>
  );
}
