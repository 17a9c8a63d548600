/** Force along a machine's way: typed, from a file or off the hand scale, and the curve through it with its band. */
import { Button } from "antd";
import { useId, useRef, useState } from "react";
import { fitMachine, type MachineFit } from "#core/machines/fit";
import { READINGS_LEAST, READINGS_MOST, type Machine, type Reading } from "#core/machines/machine";
import { readReadings } from "#core/machines/typed";
import { measure as words, scale as scaleWords } from "#core/words/machines";
import { fixed } from "../../page/locale";
import { ChartTable } from "../base/ChartTable";
import { NumberField } from "../base/NumberField";
import { useScale } from "./useScale";

/** readings while they are typed: a cell may be empty */
export interface Draft {
  setting: number | null;
  rows: { at: number | null; up: number | null; down: number | null }[];
}

export const draftOf = ({ measured }: Pick<Machine, "measured">): Draft => ({
  setting: measured?.setting ?? null,
  rows: measured?.readings ?? [],
});

/** whole lines of a draft, by place */
export const readingsOf = ({ rows }: Draft): Reading[] =>
  rows
    .flatMap(({ at, up, down }) => (at === null || up === null ? [] : [{ at, up, down }]))
    .sort((a, b) => a.at - b.at);

/** null while there is too little to fit */
export function fitOfDraft(draft: Draft, unit: Machine["unit"]): MachineFit | null {
  const readings = readingsOf(draft);
  if (!draft.setting || readings.length < READINGS_LEAST || new Set(readings.map((r) => r.at)).size < readings.length)
    return null;
  return fitMachine({ setting: draft.setting, readings }, unit);
}

/** half a width of the band that is worth measuring again for, and shares of the pin that are worth a question */
const WIDE = 0.12;
const ODD = [0.2, 1.6] as const;

interface MeasureProps {
  draft: Draft;
  unit: Machine["unit"];
  reason: string | null;
  onChange: (draft: Draft) => void;
}

export function Measure({ draft, unit, reason, onChange }: MeasureProps) {
  const [said, setSaid] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const rows = draft.rows;
  const change = (i: number, part: Partial<Draft["rows"][number]>) =>
    onChange({ ...draft, rows: rows.map((r, k) => (k === i ? { ...r, ...part } : r)) });
  /** a place that was taken before is taken again */
  const take = (at: number, part: Partial<Reading>) => {
    const i = rows.findIndex((r) => r.at === at);
    if (i >= 0) return change(i, part);
    onChange({ ...draft, rows: [...rows, { at, up: null, down: null, ...part }] });
  };
  const readFile = async (chosen: File | undefined) => {
    if (!chosen) return;
    const read = readReadings(await chosen.text());
    if ("reason" in read) return setSaid(read.reason);
    onChange({ ...draft, rows: read.readings.slice(0, READINGS_MOST) });
    setSaid(words.read({ n: read.readings.length }));
  };
  const fit = fitOfDraft(draft, unit);
  return (
    <section className="measure" aria-label={words.title()}>
      <h3>{words.title()}</h3>
      <p className="small quiet">{words.how()}</p>
      <div className="line">
        <label className="field">
          <span className="label">{words.setting({ unit })}</span>
          <NumberField value={draft.setting} min={0} onChange={(setting) => onChange({ ...draft, setting })} />
        </label>
        <Button onClick={() => file.current?.click()}>{words.file()}</Button>
        <input
          ref={file}
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          aria-label={words.file()}
          hidden
          onChange={(e) => {
            void readFile(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
        <span className="small quiet">{words.fileNote()}</span>
      </div>
      {said && (
        <p className="small" role="status">
          {said}
        </p>
      )}
      <Live onTake={take} />
      <div className="readings-and-curve">
        <div>
          {rows.length > 0 && (
            <table className="readings">
              <thead>
                <tr>
                  {[words.at(), words.up(), words.down()].map((name) => (
                    <th key={name} scope="col" className="small">
                      {name}
                    </th>
                  ))}
                  <td />
                </tr>
              </thead>
              <tbody>
                {rows.map((r, i) => (
                  <tr key={i}>
                    {(["at", "up", "down"] as const).map((k) => (
                      <td key={k}>
                        <NumberField
                          size="small"
                          aria-label={`${words.row({ n: i + 1 })}: ${words[k]()}`}
                          value={r[k]}
                          min={0}
                          onChange={(v) => change(i, { [k]: v })}
                        />
                      </td>
                    ))}
                    <td>
                      <Button
                        size="small"
                        type="text"
                        aria-label={words.removeRow({ n: i + 1 })}
                        onClick={() => onChange({ ...draft, rows: rows.filter((_, k) => k !== i) })}
                      >
                        ×
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          <div className="actions">
            <Button
              size="small"
              disabled={rows.length >= READINGS_MOST}
              onClick={() => onChange({ ...draft, rows: [...rows, { at: null, up: null, down: null }] })}
            >
              {words.addRow()}
            </Button>
            {rows.length > 0 && (
              <Button size="small" type="text" onClick={() => onChange({ setting: null, rows: [] })}>
                {words.clear()}
              </Button>
            )}
          </div>
          <span className="reason">{reason}</span>
        </div>
        <div>
          {rows.length > 0 && !fit && <p className="small quiet">{words.few({ n: READINGS_LEAST })}</p>}
          {fit && <Result fit={fit} readings={readingsOf(draft)} pin={draft.setting!} unit={unit} />}
        </div>
      </div>
    </section>
  );
}

/** what the scale shows, with a button for each way */
function Live({ onTake }: { onTake: (at: number, part: Partial<Reading>) => void }) {
  const [on, setOn] = useState(false);
  const [at, setAt] = useState<number | null>(0);
  const [step, setStep] = useState<number | null>(10);
  const [said, setSaid] = useState<string | null>(null);
  const scale = useScale(on);
  if (!on)
    return (
      <div>
        <Button onClick={() => setOn(true)}>{scaleWords.use()}</Button>
      </div>
    );
  const take = (way: "up" | "down") => {
    const held = scale.take();
    if ("reason" in held) return setSaid(scaleWords[held.reason]());
    const kg = Math.max(0, Math.round(held.kg * 10) / 10);
    onTake(at!, { [way]: kg });
    setSaid(scaleWords.taken({ kg, at: at! }));
    setAt(Math.max(0, at! + (way === "up" ? 1 : -1) * (step ?? 0)));
  };
  const zero = () => {
    const held = scale.zero();
    setSaid("reason" in held ? scaleWords[held.reason]() : scaleWords.zeroed({ kg: held.kg }));
  };
  return (
    <div className="scale">
      <p className="shows number" aria-live="off">
        {scale.state === "there" && scale.shown !== null ? scaleWords.shows({ kg: scale.shown }) : "–"}
      </p>
      {scale.state === "connecting" && <p role="status">{scaleWords.waiting()}</p>}
      {scale.state === "away" && (
        <p className="notice warn" role="alert">
          {scaleWords.away()}{" "}
          <Button size="small" onClick={() => scale.again()}>
            {scaleWords.again()}
          </Button>
        </p>
      )}
      <div className="line">
        <label className="field">
          <span className="label">{scaleWords.place()}</span>
          <NumberField value={at} min={0} max={300} onChange={setAt} />
        </label>
        <label className="field">
          <span className="label">{scaleWords.step()}</span>
          <NumberField value={step} min={0} max={100} onChange={setStep} />
        </label>
        <Button disabled={scale.state !== "there" || at === null} type="primary" onClick={() => take("up")}>
          {scaleWords.up()}
        </Button>
        <Button disabled={scale.state !== "there" || at === null} onClick={() => take("down")}>
          {scaleWords.down()}
        </Button>
        <Button disabled={scale.state !== "there"} onClick={zero}>
          {scaleWords.zero()}
        </Button>
        <Button type="text" onClick={() => setOn(false)}>
          {scaleWords.stop()}
        </Button>
      </div>
      <p className="small" role="status">
        {said}
      </p>
    </div>
  );
}

interface ResultProps {
  fit: MachineFit;
  readings: readonly Reading[];
  pin: number;
  unit: Machine["unit"];
}

function Result({ fit, readings, pin, unit }: ResultProps) {
  const factors = fit.profile.map(([, f]) => f);
  const odd = fit.ratio < ODD[0] || fit.ratio > ODD[1];
  return (
    <div className="result">
      <Curve fit={fit} readings={readings} pin={unit === "lb" ? pin * 0.45359237 : pin} />
      <div>
        <p>{words.result({ ratio: fit.ratio, least: Math.min(...factors), most: Math.max(...factors) })}</p>
        <p>
          {words.band({ band: fit.band })} {fit.band > WIDE && <strong>{words.wide()}</strong>}
        </p>
        {fit.friction !== null && <p>{words.friction({ friction: fit.friction })}</p>}
        {odd && <p className="notice warn">{words.odd({ ratio: fit.ratio })}</p>}
        <ChartTable
          caption={words.curve()}
          along={{ name: words.at(), values: fit.profile.map(([s]) => fixed(100 * s * fit.travel, 0)) }}
          series={[{ name: words.up(), values: fit.profile.map(([, f]) => f * (unit === "lb" ? pin * 0.4536 : pin)) }]}
        />
      </div>
    </div>
  );
}

const BOX = { width: 220, height: 110, left: 6, bottom: 16 };

function Curve({ fit, readings, pin }: { fit: MachineFit; readings: readonly Reading[]; pin: number }) {
  const id = useId();
  const top =
    1.15 * Math.max(...fit.profile.map(([, f]) => f + fit.band * fit.ratio), ...readings.map((r) => r.up / pin));
  const [from, to] = [readings[0]!.at, readings.at(-1)!.at];
  const x = (s: number) => BOX.left + s * (BOX.width - 2 * BOX.left);
  const y = (f: number) => (BOX.height - BOX.bottom) * (1 - f / top);
  const line = (side: number) =>
    fit.profile.map(([s, f]) => `${x(s)},${y(Math.max(0, f + side * fit.band * fit.ratio))}`);
  return (
    <svg className="machine-curve" viewBox={`0 0 ${BOX.width} ${BOX.height}`} role="img" aria-labelledby={id}>
      <title id={id}>{words.curve()}</title>
      <polygon className="band" points={[...line(1), ...line(-1).reverse()].join(" ")} />
      <polyline className="force" points={line(0).join(" ")} />
      <line className="axis" x1={BOX.left} x2={BOX.width - BOX.left} y1={y(0)} y2={y(0)} />
      {readings.map((r) => (
        <g key={r.at}>
          <circle className="up" r={2.6} cx={x((r.at - from) / (to - from))} cy={y(r.up / pin)} />
          {r.down !== null && (
            <circle className="down" r={2.6} cx={x((r.at - from) / (to - from))} cy={y(r.down / pin)} />
          )}
        </g>
      ))}
      <text x={BOX.left} y={BOX.height - 3}>
        {words.start()}
      </text>
      <text x={BOX.width - BOX.left} y={BOX.height - 3} textAnchor="end">
        {words.end()}
      </text>
    </svg>
  );
}
