/** What the coach approves where the planned setup cannot be had: the best ranked ones for the same head that need other equipment. */
import { Checkbox, Modal } from "antd";
import { useMemo } from "react";
import { headTitle } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import { findExercise, library } from "#core/exercises/library";
import { setupName } from "#core/exercises/setup";
import type { Alternative, Prescription } from "#core/planning/program";
import { rankHead } from "#core/ranking/rank";
import { DEFAULT_SCHOOL } from "#core/ranking/schools";
import { Loading } from "../app/states";
import { Grain } from "../grain/Grain";
import { bodyOf, useSurvey } from "../mechanics/useSurvey";

const exercises = new Map(library.map((e) => [e.id, e]));

export function Alternatives({ p, client, onChange, onClose }: { p: Prescription; client: Client; onChange: (list: Alternative[]) => void; onClose: () => void }) {
  const { survey } = useSurvey(useMemo(() => bodyOf(client), [client]));
  const head = Object.entries(p.credits).filter(([, c]) => c.direct).sort(([, a], [, b]) => b.share - a.share)[0]?.[0];
  const rows = useMemo(() => {
    if (!survey || !head) return [];
    const own = findExercise(p.exerciseId)?.equipment ?? [];
    return rankHead(survey, head, DEFAULT_SCHOOL, exercises, { equipment: client.equipment, joints: client.joints.map((j) => j.joint) })
      .filter((r) => !r.out && !r.undecided && r.exercise.id !== p.exerciseId && r.exercise.equipment.some((e) => !own.includes(e)))
      .slice(0, 6);
  }, [survey, head, p.exerciseId, client]);
  const has = (key: string) => p.alternatives.some((a) => a.setupKey === key);
  return (
    <Modal open onCancel={onClose} footer={null} title={`When ${p.name} is busy`} width={520}>
      <p className="small quiet" style={{ marginBottom: 8 }}>{head ? `Best for ${headTitle(head).toLowerCase()} with other equipment. Up to three go to the phone with the next hand-over.` : "No head is credited directly."}</p>
      {!survey && <Loading what="the ranking" />}
      {rows.map((r) => (
        <Checkbox key={r.row.setupKey} style={{ display: "flex", padding: "4px 0" }} checked={has(r.row.setupKey)} disabled={!has(r.row.setupKey) && p.alternatives.length >= 3} onChange={(e) => onChange(e.target.checked ? [...p.alternatives, { exerciseId: r.exercise.id, values: { ...r.row.values }, setupKey: r.row.setupKey, name: setupName(r.exercise, r.row.values) }] : p.alternatives.filter((a) => a.setupKey !== r.row.setupKey))}>
          <span style={{ display: "inline-flex", gap: 10, alignItems: "center" }}>
            <Grain metrics={r.row.view.heads[head!]!} width={96} height={22} />
            {setupName(r.exercise, r.row.values)}
            <span className="quiet number">{Math.round(r.score)}</span>
          </span>
        </Checkbox>
      ))}
    </Modal>
  );
}
