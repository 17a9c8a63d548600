/** How the sets of a line are done: how the load goes through them, and techniques, refused with their figures. */
import { Button, Modal } from "antd";
import { useEffect, useMemo, useState } from "react";
import type { Client } from "#core/clients/client";
import { exercises } from "#core/exercises/library";
import { setSeconds } from "#core/planning/minutes";
import type { Change, Prescription } from "#core/planning/program";
import { structures } from "#core/planning/structures";
import { headOfLine } from "#core/planning/swap";
import {
  asStraightSets,
  extensionsOf,
  refusalsOf,
  refusalText,
  techniques,
  techniqueSeconds,
  type Easier,
  type Technique,
} from "#core/planning/techniques";
import { fixed } from "../../page/locale";
import { Loading } from "../base/states";
import { askEasier } from "../mechanics/analyst";
import { bodyOf } from "../mechanics/useSurvey";
import { useView } from "./useView";

interface DoingProps {
  p: Prescription;
  client: Client;
  onChange: (change: Change) => void;
  onClose: () => void;
}

export function Doing({ p, client, onChange, onClose }: DoingProps) {
  const exercise = exercises.get(p.exerciseId);
  const view = useView(p, client);
  const [easier, setEasier] = useState<Easier[] | null>(null);
  const { exerciseId, values } = p;
  const head = headOfLine(p);
  const body = useMemo(() => bodyOf(client), [client]);
  useEffect(() => {
    const asked = new AbortController();
    askEasier({ exerciseId, values }, body, head, asked.signal).then(setEasier, () => undefined);
    return () => asked.abort();
  }, [exerciseId, values, body, head]);
  if (!exercise) return null;
  const best = easier?.[0] ?? null;
  const refusals = (t: Technique) =>
    view ? refusalsOf(t, { exercise, view, client, line: p, easier: t.asks.easier ? (best?.ratio ?? 0) : null }) : [];
  const take = (t: Technique) =>
    onChange({
      technique: {
        id: t.id,
        easier: t.asks.easier && best ? { ...best.setup, reps: best.reps } : null,
      },
    });
  const sorted = view
    ? [...techniques].sort((a, b) => Math.sign(refusals(a).length) - Math.sign(refusals(b).length))
    : [];
  return (
    <Modal open onCancel={onClose} footer={null} title={`How ${p.name} is done`} width={680}>
      <h3>How the load goes through its sets</h3>
      <div className="actions" style={{ marginTop: 0 }} role="group" aria-label="How the load goes through its sets">
        {structures.map((s) => (
          <Button
            key={s.id}
            size="small"
            type={p.structure === s.id ? "primary" : "default"}
            aria-pressed={p.structure === s.id}
            title={s.about}
            onClick={() => onChange({ structure: s.id })}
          >
            {s.name}
          </Button>
        ))}
      </div>
      <p className="small quiet" style={{ margin: "4px 0 12px" }}>
        {structures.find((s) => s.id === p.structure)!.about}{" "}
        {p.structure !== "straight" &&
          `Loads: ${structures
            .find((s) => s.id === p.structure)!
            .shares(p.reserves.length)
            .map((x) => `${Math.round(100 * x)} %`)
            .join(", ")}.`}
      </p>
      <h3>Technique</h3>
      {!view && <Loading what="what this setup asks of the body" />}
      {p.technique && (
        <p className="small">
          {techniques.find((t) => t.id === p.technique!.id)!.what}{" "}
          <Button size="small" onClick={() => onChange({ technique: null })}>
            Plain sets
          </Button>
        </p>
      )}
      <ul className="plain-list techniques">
        {sorted.map((t) => {
          const refused = refusals(t);
          const trial = { ...p, technique: { id: t.id, easier: null } };
          const same = asStraightSets(trial, setSeconds(p));
          return (
            <li key={t.id} data-refused={refused.length > 0}>
              <div>
                <strong>{t.name}</strong>{" "}
                <span className="small quiet">
                  {t.credit > 0 ? `+${fixed(t.credit, 1)} sets, ` : ""}
                  {fixed(techniqueSeconds(trial, setSeconds(p)) / 60, 1)} min
                  {same.sets > 0 && same.minutes > 0.5 && `, ${fixed(same.minutes, 1)} min less than straight sets`}
                  {t.soreness >= 2 && ", makes sore"}
                </span>
                <div className="small">
                  {refused.length > 0 ? (
                    <span className="refused">Refused: {refused.map(refusalText).join("; ")}.</span>
                  ) : (
                    <>
                      {t.what} <span className="quiet">{t.pays}</span>
                      {t.asks.easier && best && (
                        <span>
                          {" "}
                          Easier: {best.setup.name}, {fixed(best.ratio, 2)} times the load, so about {best.reps} more
                          reps.
                        </span>
                      )}
                    </>
                  )}
                </div>
              </div>
              <Button
                size="small"
                disabled={refused.length > 0}
                aria-label={`Use ${t.name.toLowerCase()}`}
                type={p.technique?.id === t.id ? "primary" : "default"}
                onClick={() => take(t)}
              >
                {p.technique?.id === t.id ? "In use" : "Use"}
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="small quiet">
        With the same implement a set can also be lengthened: {extensionsOf(exercise).join(", ")}. Techniques near
        failure are for stable work without pain; sharp or numb pain ends the set.
      </p>
    </Modal>
  );
}
