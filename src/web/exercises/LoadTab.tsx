/** What loads it and what carries the body: kinds of load with their numbers, supports, and whose muscles hold. */
import { Button, Checkbox, Select } from "antd";
import { skeleton } from "#core/anatomy/anatomy";
import { BASES, GIRDLES, HOLDS, SUPPORTS } from "#core/exercises/choices";
import type { Binding, Exercise } from "#core/exercises/format";
import { begun, LOAD_KINDS } from "#core/exercises/loads/begun";
import { loading as said } from "#core/words/own";
import { Segments } from "../base/Segments";
import { Bound } from "./Bound";
import { Cam } from "./Cam";
import type { TabProps } from "./Editor";

type Load = Exercise["loads"][number];
const FRAMES = ["floor", "shoulder", "hand", "hip", "foot", "joint"] as const;
const AXES = ["x", "-x", "z", "-z"] as const;
const CHAINS = ["arm", "spine", "leg"] as const;
const POINTS: readonly string[] = ["held", ...Object.keys(skeleton.points)];
const named = <V extends string>(list: readonly V[], names: Readonly<Record<string, () => string>>) =>
  list.map((value) => ({ value, label: names[value]?.() ?? value }));

interface LoadProps {
  load: Load;
  n: number;
  exercise: Exercise;
  onChange: (l: Load) => void;
}

/** one of a few by name; `of` says whose it is to who hears it only */
function Choose<V extends string>(props: {
  name: string;
  of?: string;
  value: V;
  list: readonly V[];
  names: Readonly<Record<string, () => string>>;
  onChange: (v: V) => void;
}) {
  const { name, of, value, list, names, onChange } = props;
  return (
    <label className="field">
      <span className="label">{name}</span>
      <Select
        aria-label={of ? `${of}: ${name}` : name}
        showSearch
        optionFilterProp="label"
        value={value}
        options={named(list, names)}
        onChange={onChange}
      />
    </label>
  );
}

/** the place that a line or an arm is fixed to */
function FixedEnd({ load, n, exercise, onChange }: LoadProps) {
  const key = "from" in load ? "from" : "pivot" in load ? "pivot" : null;
  if (!key) return null;
  const end = "from" in load ? load.from : (load as Extract<Load, { kind: "arm" }>).pivot;
  const put = (next: typeof end) => onChange({ ...load, [key]: next });
  return (
    <>
      <Choose
        name={said.frame()}
        of={said.load({ n })}
        value={end.frame}
        list={FRAMES}
        names={said.frames}
        onChange={(frame) => put({ ...end, frame })}
      />
      <Three label={said.end()} n={n} value={end.at} exercise={exercise} onChange={(at) => put({ ...end, at })} />
    </>
  );
}

type Place = Extract<Load, { kind: "cable" }>["from"]["at"];

/** forwards, up, out */
function Three({
  label,
  n,
  value,
  exercise,
  onChange,
}: {
  label: string;
  n: number;
  value: Place;
  exercise: Exercise;
  onChange: (p: Place) => void;
}) {
  return (
    <div className="field wide">
      <span className="label">{label}</span>
      <div className="three">
        {value.map((v, k) => (
          <div key={k}>
            <span className="small quiet">{said.axes[k]!()}</span>
            <Bound
              label={`${said.load({ n })}: ${label}, ${said.axes[k]!()}`}
              value={v}
              exercise={exercise}
              onChange={(next) => onChange(value.map((x, j) => (j === k ? next : x)) as Place)}
            />
          </div>
        ))}
      </div>
    </div>
  );
}

/** the numbers that only this kind has */
function Own({ load, n, exercise, onChange }: LoadProps) {
  const number = (label: string, value: Binding, set: (v: Binding) => Load) => (
    <div className="field">
      <span className="label">{label}</span>
      <Bound
        label={`${said.load({ n })}: ${label}`}
        value={value}
        exercise={exercise}
        onChange={(v) => onChange(set(v))}
      />
    </div>
  );
  switch (load.kind) {
    case "mass":
      return number(said.fixed(), load.fixed, (fixed) => ({ ...load, fixed }));
    case "band":
      return number(said.slack(), load.slack, (slack) => ({ ...load, slack }));
    case "lever":
      return (
        <>
          <Choose
            name={said.pushes()}
            of={said.load({ n })}
            value={load.axis}
            list={AXES}
            names={said.ways}
            onChange={(axis) => onChange({ ...load, axis })}
          />
          <Three
            label={said.off()}
            n={n}
            value={load.off ?? [0, 0, 0]}
            exercise={exercise}
            onChange={(off) => onChange({ ...load, off })}
          />
        </>
      );
    case "arm":
      return (
        <>
          <Three
            label={said.axis()}
            n={n}
            value={load.axis}
            exercise={exercise}
            onChange={(axis) => onChange({ ...load, axis })}
          />
          <Checkbox
            checked={load.plates !== undefined}
            onChange={(e) => onChange({ ...load, plates: e.target.checked ? { at: 0.8, angle: 0 } : undefined })}
          >
            {said.plates()}
          </Checkbox>
          {load.plates &&
            number(said.platesAt(), load.plates.at, (at) => ({ ...load, plates: { ...load.plates!, at } }))}
          {load.plates &&
            number(said.platesAngle(), load.plates.angle, (angle) => ({ ...load, plates: { ...load.plates!, angle } }))}
        </>
      );
    case "rail":
      return (
        <>
          {number(said.slope(), load.slope, (slope) => ({ ...load, slope }))}
          {number(said.rides(), load.rides, (rides) => ({ ...load, rides }))}
        </>
      );
    case "cable":
      return null;
  }
}

function OneLoad(props: LoadProps & { onRemove: (() => void) | null }) {
  const { load, n, exercise, onChange, onRemove } = props;
  return (
    <section aria-label={said.load({ n })} className="own-fields load">
      <h3>{said.load({ n })}</h3>
      <Choose
        name={said.kind()}
        of={said.load({ n })}
        value={load.kind}
        list={LOAD_KINDS}
        names={said.kinds}
        onChange={(kind) => onChange(begun(kind, load))}
      />
      <Choose
        name={said.at()}
        of={said.load({ n })}
        value={load.at}
        list={POINTS}
        names={said.points}
        onChange={(at) => onChange({ ...load, at })}
      />
      <div className="field">
        <span className="label">{said.share()}</span>
        <Bound
          label={`${said.load({ n })}: ${said.share()}`}
          value={load.share}
          exercise={exercise}
          onChange={(share) => onChange({ ...load, share })}
        />
      </div>
      <FixedEnd {...props} />
      <Own {...props} />
      <Cam {...props} />
      {onRemove && (
        <Button size="small" onClick={onRemove}>
          {said.remove({ n })}
        </Button>
      )}
    </section>
  );
}

export function LoadTab({ exercise, set }: TabProps) {
  const { loads, stance, chains, supports, girdle } = exercise;
  // what a setting decides is not asked here too
  const hangs = (id: string) => exercise.parameters.some((p) => p.id === id);
  return (
    <>
      {loads.map((load, i) => (
        <OneLoad
          key={i}
          load={load}
          n={i + 1}
          exercise={exercise}
          onChange={(next) => set({ loads: loads.map((l, k) => (k === i ? next : l)) })}
          onRemove={loads.length > 1 ? () => set({ loads: loads.filter((_, k) => k !== i) }) : null}
        />
      ))}
      {loads.length < 2 && (
        <Button size="small" onClick={() => set({ loads: [...loads, begun("band", { ...loads[0]!, share: 0.3 })] })}>
          {said.add()}
        </Button>
      )}
      <section aria-label={said.carried()} className="own-fields load">
        <h3>{said.carried()}</h3>
        <Choose
          name={said.base()}
          value={stance.on}
          list={BASES}
          names={said.bases}
          onChange={(on) => set({ stance: { ...stance, on } })}
        />
        <label className="field">
          <span className="label">{said.supports()}</span>
          <Select
            mode="multiple"
            aria-label={said.supports()}
            value={supports}
            options={named(SUPPORTS, said.pads)}
            onChange={(list: Exercise["supports"]) => set({ supports: list })}
          />
        </label>
        <div className="field">
          <span className="label">{said.chains()}</span>
          <Checkbox.Group
            value={chains}
            options={named(CHAINS, said.chain)}
            onChange={(list) => list.length > 0 && set({ chains: CHAINS.filter((c) => list.includes(c)) })}
          />
        </div>
        {!hangs("blade") && (
          <div className="field">
            <span className="label">{said.girdle()}</span>
            <Segments
              name={said.girdle()}
              value={girdle}
              onChange={(next) => set({ girdle: next })}
              options={GIRDLES.map((value) => ({ value, label: said.girdles[value]() }))}
            />
            {girdle === "guided" && <span className="small quiet">{said.guidedHint()}</span>}
          </div>
        )}
        {(exercise.sides === "one" || !chains.includes("arm")) && !hangs("holdOn") && (
          <Choose
            name={said.holdOn()}
            value={exercise.holdOn ?? "none"}
            list={HOLDS}
            names={said.holds}
            onChange={(holdOn) => set({ holdOn })}
          />
        )}
      </section>
    </>
  );
}
