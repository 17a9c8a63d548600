/** Up to four rows of a list side by side: numbers, the better ones marked, and a verdict for each goal. */
import { Modal } from "antd";
import { useMemo } from "react";
import type { Edition } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Survey } from "#core/mechanics/survey";
import { compareRows } from "#core/ranking/compare";
import { rankHead, type RankedRow, type RankingContext } from "#core/ranking/rank";
import { fixed } from "../../page/locale";
import { Grain } from "../base/Grain";

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
    <Modal open onCancel={onClose} footer={null} title="Side by side" width={Math.min(1100, 300 + 200 * rows.length)}>
      <ul className="plain-list small verdicts">
        {verdicts.map((v) => (
          <li key={v.goal}>
            <strong>{v.goal}</strong>: {v.best === null ? "no difference worth naming" : names[v.best]}
            {v.best !== null && (
              <span className="quiet number">
                {" "}
                ({fixed(v.number, v.number < 3 ? 2 : 0)} against {fixed(v.against, v.against < 3 ? 2 : 0)})
              </span>
            )}
          </li>
        ))}
      </ul>
      <table className="compare number">
        <thead>
          <tr>
            <th scope="col"></th>
            {names.map((n, i) => (
              <th key={n} scope="col">
                <Grain metrics={rows[i]!.row.view.heads[headId]!} width={130} height={30} />
                <div>{n}</div>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => {
            const best = l.better && (l.better === "more" ? Math.max(...l.values) : Math.min(...l.values));
            const differ =
              Math.max(...l.values) - Math.min(...l.values) > 0.02 * Math.max(1e-9, ...l.values.map(Math.abs));
            return (
              <tr key={l.name}>
                <th scope="row">
                  {l.name}
                  {l.unit && l.unit !== "points" && <span className="quiet">, {l.unit}</span>}
                </th>
                {l.values.map((v, i) => (
                  <td key={names[i]} data-best={differ && best !== null && v === best}>
                    {fixed(v, l.unit === "" || l.unit === "body weights" ? 2 : 0)}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </Modal>
  );
}
