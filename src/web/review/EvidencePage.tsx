/** What each setup has done with the practice's clients: sorted by what is known, with bands, and what it moves. */
import { evidencePage as text } from "#core/words/web/review";
import { Input } from "antd";
import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { Answer } from "#core/exchange/api";
import { evidence as words } from "#core/words/review";
import { api, toFailure } from "../base/api";
import { Segments } from "../base/Segments";
import { Empty, Failed, Loading } from "../base/states";
import "./review.css";

type Row = Answer<"evidence">["setups"][number];
/** ms before those that are still being read are asked for */
const SOON = 400;

export default function EvidencePage() {
  const { data, error, isLoading, refetch, fulfilledTimeStamp } = api.useEvidenceQuery(null, {
    refetchOnMountOrArgChange: true,
  });
  const [find, setFind] = useState("");
  const [which, setWhich] = useState<"judged" | "all">("judged");
  const [open, setOpen] = useState<string | null>(null);
  useEffect(() => {
    if (!data?.waiting) return;
    const timer = setTimeout(() => void refetch(), SOON);
    return () => clearTimeout(timer);
    // the same answer again is the same data: the time of it tells
  }, [data, fulfilledTimeStamp, refetch]);
  if (error) return <Failed what={text.theEvidence()} reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !data) return <Loading what={text.theEvidence2()} />;
  // jobs are at it
  if (data.setups.length === 0 && data.waiting > 0) return <Loading what={text.theEvidence2()} />;
  if (data.setups.length === 0)
    return (
      <Empty title={words.none()}>
        <p className="quiet">{words.noneWhy()}</p>
        <Link to="/">{text.toTheDesk()}</Link>
      </Empty>
    );
  const judged = data.setups.filter((s) => s.enough);
  const shown = (which === "judged" && judged.length > 0 ? judged : data.setups).filter((s) =>
    s.name.toLowerCase().includes(find.trim().toLowerCase()),
  );
  return (
    <div className="evidence-page">
      <div className="week-line">
        <h1>{words.title()}</h1>
        <span className="quiet">{words.span({ clients: data.clients, setups: data.setups.length })}</span>
        {data.waiting > 0 && <span role="status">{words.waiting({ n: data.waiting })}</span>}
        <span className="links">
          <a href="/api/evidence.csv" download>
            {words.csv()}
          </a>
        </span>
      </div>
      <p className="about">{words.about()}</p>
      <div className="tools">
        <Input
          aria-label={words.find()}
          placeholder={words.find()}
          value={find}
          allowClear
          style={{ width: 260 }}
          onChange={(e) => setFind(e.target.value)}
        />
        {judged.length > 0 && (
          <Segments
            name={words.judged()}
            value={which}
            onChange={setWhich}
            options={[
              { value: "judged", label: `${words.judged()} (${judged.length})` },
              { value: "all", label: text.allN({ n: data.setups.length }) },
            ]}
          />
        )}
      </div>
      <div className="wide">
        <table className="evidence">
          <thead>
            <tr>
              {Object.values(words.columns).map((c) => (
                <th key={c} scope="col">
                  {c}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((s) => (
              <EvidenceRow
                key={s.setupKey}
                s={s}
                open={open === s.setupKey}
                onOpen={() => setOpen(open === s.setupKey ? null : s.setupKey)}
              />
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

/** % a month over usual either way that the axis shows */
const AXIS = 1.5;

function EvidenceRow({ s, open, onOpen }: { s: Row; open: boolean; onOpen: () => void }) {
  const at = (v: number) => `${50 + (50 * Math.max(-AXIS, Math.min(AXIS, v))) / AXIS}%`;
  return (
    <>
      <tr className={s.enough ? "" : "few"}>
        <th scope="row">
          <button type="button" className="plain link" aria-expanded={open} onClick={onOpen}>
            {s.name}
          </button>
        </th>
        <td className="number">
          {s.clients}, {s.workouts}
        </td>
        <td>
          {s.progress && (
            <span className="progress">
              <span className="gap" aria-hidden>
                <i className="even" />
                <i
                  className="range"
                  style={{ left: at(s.progress.low), right: `calc(100% - ${at(s.progress.high)})` }}
                />
                <i className="dot" style={{ left: at(s.progress.value) }} />
              </span>
              <span className="small number">{words.signedRange(s.progress)}</span>
            </span>
          )}
        </td>
        <td className="small number">
          {s.felt &&
            `${words.range({ value: 100 * s.felt.value, low: 100 * s.felt.low, high: 100 * s.felt.high, digits: 0 })} %`}
        </td>
        <td className="small number">
          {words.range({ ...s.pain, digits: 1 })}
          <span className="quiet">
            {" "}
            {words.pain({ workouts: s.painful.workouts, of: s.workouts, clients: s.painful.clients })}
          </span>
        </td>
        <td className="number">{s.left}</td>
        <td className="number points">{s.enough ? words.points({ points: s.nudge.points }) : ""}</td>
      </tr>
      {open && (
        <tr className="opened">
          <td colSpan={7} className="small">
            {s.enough ? words.open(s.nudge.of) : words.few()}{" "}
            <Link to={`/bench/${s.exerciseId}`}>{text.toTheBench({ name: s.name })}</Link>
          </td>
        </tr>
      )}
    </>
  );
}
