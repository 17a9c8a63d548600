/** A chosen load with reps in reserve on the bench, in the client's own strengths. */
import { chosenLoad as words } from "#core/words/web/bench";
import { percent } from "#core/base/numbers";
import { Select } from "antd";
import { useMemo, useState } from "react";
import type { Client } from "#core/clients/client";
import { askFor } from "#core/exercises/asked";
import type { Exercise } from "#core/exercises/format";
import type { Values } from "#core/exercises/setup";
import type { ChosenSet } from "#core/training/chosen-load";
import { ownBody } from "#core/training/client-strength";
import { expectedLoad } from "#core/training/belief";
import { Term } from "../base/Term";
import { NumberField } from "../base/NumberField";
import { useAsk } from "../mechanics/useAsk";
import { useOwnStrength } from "../training/useOwnStrength";
import { bodyOf } from "../mechanics/useSurvey";
import { fixed, plain } from "../../page/locale";

const RESERVES = [0, 1, 2, 3, 4, 5];
const MOST = 600;

interface ChosenLoadProps {
  client: Client;
  exercise: Exercise;
  values: Values;
}

export function ChosenLoad({ client, exercise, values }: ChosenLoadProps) {
  const setup = useMemo(() => askFor(exercise, values), [exercise, values]);
  const wanted = useMemo(() => [setup], [setup]);
  const strength = useOwnStrength(client, wanted);
  const [typed, setTyped] = useState<number | null>(null);
  const [reserve, setReserve] = useState(2);
  const belief = strength?.of(setup) ?? null;
  const likely = belief && expectedLoad(belief, { low: 8, high: 12 }, reserve)?.likely;
  const step = exercise.stated.loadStep || 1;
  const kg = typed ?? (likely ? Math.round(likely / step) * step : null);
  const { answer: set, error } = useAsk(
    "chosen",
    strength && kg !== null ? { setup, load: { kg, reserve }, body: ownBody(bodyOf(client), strength.all) } : null,
  );
  const name = client.name.split(" ")[0];
  return (
    <section aria-label={words.aChosenLoad()} className="chosen-load">
      <div className="field inline">
        <Term at="chosen-load">{words.at()}</Term>
        <NumberField
          aria-label={words.loadKg({ loadMeaning: exercise.stated.loadMeaning })}
          size="small"
          min={-MOST}
          max={MOST}
          step={step}
          value={kg}
          onChange={setTyped}
          style={{ width: 76 }}
        />
        <span>{words.kgWith({ loadMeaning: exercise.stated.loadMeaning })}</span>
        <Select
          aria-label={words.repsInReserve()}
          size="small"
          value={reserve}
          onChange={setReserve}
          options={RESERVES.map((n) => ({ value: n, label: String(n) }))}
        />
        <span>{words.inReserve()}</span>
      </div>
      {!strength && <p className="small quiet">{words.onceLogged({ name: name! })}</p>}
      {error && <p className="small">{words.whatThisLoadWould({ error })}</p>}
      {strength && set === null && <p className="small">{words.noEstimateForThis()}</p>}
      {set && <Told set={set} name={name!} />}
    </section>
  );
}

function Told({ set: { analysis, reps, strength, maximum }, name }: { set: ChosenSet; name: string }) {
  const { stuckFrom, spine } = analysis;
  return (
    <p className="small" aria-live="polite">
      {reps > 0
        ? words.about({ reps, strength: percent(strength) })
        : stuckFrom !== null
          ? words.tooMuchForName({ name, stuckFrom: percent(stuckFrom), what: plain(Math.round(maximum * 2) / 2) })
          : words.notOneRepAt()}{" "}
      {spine && words.lowBackMomentNm({ moment: Math.round(spine.moment), compression: fixed(spine.compression, 1) })}
      {words.engagedOfAllMuscle({ engagedMass: percent(analysis.engagedMass) })}
    </p>
  );
}
