import { useState } from "react";
import { heads, muscles } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import type { Survey } from "#core/mechanics/survey";
import { bandOf, doseTotal, effortCredit, marginalWorth, type Dose, type WeekDose } from "#core/planning/dose";
import { blockMinutes, dayMinutes } from "#core/planning/minutes";
import { DEFAULT_METHOD } from "#core/planning/method";
import type { Day, Program } from "#core/planning/program";
import { lengthColour } from "../app/theme";
import { SetGrain } from "../grain/Grain";

const one = (x: number) => (Math.round(x * 10) / 10).toString();

interface LoomProps {
  program: Program;
  client: Client;
  dose: WeekDose;
  survey: Survey | null;
  dayId: string;
  selected: string | null;
  onDay: (id: string) => void;
  onPick: (dayId: string, prescriptionId: string) => void;
}

export function Loom({ program, client, dose, survey, dayId, selected, onDay, onPick }: LoomProps) {
  const [open, setOpen] = useState<ReadonlySet<string>>(() => new Set(["triceps", "biceps"]));
  const lengthOf = (setupKey: string, headId: string): number => survey?.rows.find((r) => r.setupKey === setupKey)?.view.heads[headId]?.loadedLength ?? 0.5;
  const toggle = (id: string) => setOpen((o) => new Set(o.has(id) ? [...o].filter((x) => x !== id) : [...o, id]));

  const cell = (day: Day, headIds: string[]) => (
    <div className="cell">
      {day.blocks.flatMap((b) =>
        b.prescriptions.flatMap((p) => {
          const credits = headIds.map((id) => p.credits[id]).filter((c) => c !== undefined);
          if (!credits.length) return [];
          const lead = headIds.reduce((a, id) => ((p.credits[id]?.share ?? 0) > (p.credits[a]?.share ?? 0) ? id : a), headIds[0]!);
          const direct = credits.some((c) => c.direct);
          const share = credits.reduce((s, c) => s + c.share, 0) / headIds.length;
          return [
            <button key={p.id} type="button" className="plain exercise" title={`${p.name}: ${p.reserves.length} sets, ${direct ? "direct" : "indirect"}, credit ${share.toFixed(2)}`} aria-label={`${p.name}, ${p.reserves.length} sets, ${direct ? "direct" : "indirect"}`} style={p.id === selected ? { outline: "2px solid var(--fjord)" } : undefined} onClick={() => onPick(day.id, p.id)}>
              {p.reserves.map((r, i) => <SetGrain key={i} colour={lengthColour(lengthOf(p.setupKey, lead))} direct={direct} share={share * effortCredit(r)} />)}
            </button>,
          ];
        }),
      )}
    </div>
  );

  return (
    <table className="loom">
      <caption className="visually-hidden">The week: days across, muscles and heads down</caption>
      <colgroup>
        <col style={{ width: 128 }} />
        {program.days.map((d) => <col key={d.id} />)}
        <col style={{ width: 176 }} />
      </colgroup>
      <thead>
        <tr>
          <th scope="col"><span className="visually-hidden">Muscle</span></th>
          {program.days.map((d) => {
            const minutes = dayMinutes(d, DEFAULT_METHOD);
            const scale = Math.max(client.minutes * 1.25, minutes);
            return (
              <th scope="col" key={d.id}>
                <button type="button" className="plain day" aria-pressed={d.id === dayId} onClick={() => onDay(d.id)}>
                  <span className="day-name">{d.name}</span>
                  <span className="strip" aria-hidden>
                    {d.blocks.length > 0 && <i className="warm" style={{ width: `${(100 * DEFAULT_METHOD.warmUpMinutes) / scale}%` }} />}
                    {d.blocks.map((b) => { const m = blockMinutes(b); return <i key={b.id} style={{ width: `${(100 * (m.setup + m.work + m.rest)) / scale}%` }} />; })}
                    <b style={{ left: `${(100 * client.minutes) / scale}%` }} />
                  </span>
                  <span className="small quiet number">{d.blocks.length ? `${Math.round(minutes)} of ${client.minutes} min` : "nothing yet"}</span>
                </button>
              </th>
            );
          })}
          <th scope="col"><span className="small quiet">effective sets, their band<br />and what one more brings</span></th>
        </tr>
      </thead>
      <tbody>
        {muscles.map((m) => {
          const own = heads.filter((h) => h.muscle === m.id);
          const many = own.length > 1;
          const shown = many && open.has(m.id);
          return [
            <tr key={m.id} className="muscle">
              <th scope="row">
                {many ? <button type="button" className="plain" aria-expanded={shown} onClick={() => toggle(m.id)}>{m.name} <span className="quiet">{shown ? "−" : "+"}</span></button> : m.name}
              </th>
              {program.days.map((d) => <td key={d.id}>{!shown && cell(d, own.map((h) => h.id))}</td>)}
              <td><Margin dose={dose.muscles[m.id]!} band={bandOf(m.id, client, DEFAULT_METHOD)} /></td>
            </tr>,
            ...(shown
              ? own.map((h) => (
                  <tr key={h.id} className="head">
                    <th scope="row">{h.name}</th>
                    {program.days.map((d) => <td key={d.id}>{cell(d, [h.id])}</td>)}
                    <td className="small quiet number">{one(doseTotal(dose.heads[h.id]!))} sets on {dose.heads[h.id]!.days} {dose.heads[h.id]!.days === 1 ? "day" : "days"}</td>
                  </tr>
                ))
              : []),
          ];
        })}
      </tbody>
    </table>
  );
}

function Margin({ dose, band }: { dose: Dose; band: ReturnType<typeof bandOf> }) {
  const sets = doseTotal(dose);
  const scale = Math.max(1, (band?.high ?? 10) * 1.25, sets);
  const percent = (x: number) => `${(100 * x) / scale}%`;
  return (
    <div className="margin">
      <div className="weigh" aria-hidden>
        {band && <span className="band-range" style={{ left: percent(band.low), width: percent(band.high - band.low) }} />}
        <span className="direct" style={{ width: percent(dose.direct) }} />
        <span className="indirect" style={{ left: percent(dose.direct), width: percent(dose.indirect) }} />
      </div>
      <span className="number">
        <strong>{one(sets)}</strong> {band ? <>of {one(band.low)}–{one(band.high)} <span className="quiet">{band.priority}</span></> : <span className="quiet">no priority set</span>} <span className="quiet">+{Math.round(100 * marginalWorth(sets, DEFAULT_METHOD))} %</span>
      </span>
    </div>
  );
}
