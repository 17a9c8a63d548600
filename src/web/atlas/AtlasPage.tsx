/** The atlas: the body as a plate with one head in colour, posed as anybody likes, and what the head does. */
import { atlasPage as text } from "#core/words/web/atlas";
import { Button, Segmented, Select, Slider } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { findHead, heads, headTitle, REGIONS, muscles } from "#core/anatomy/anatomy";
import { headFacts, type HeadFacts } from "#core/atlas/head";
import { freelyPosed, PLATE_POSE, TURNS, type FreePose } from "#core/atlas/pose";
import { fitOf, plateOf } from "#core/drawing/plate";
import { BARE, VIEWS } from "#core/drawing/bare";
import type { View } from "#core/drawing/view";
import { nearest } from "#core/base/nearest";
import { compileModel } from "#core/mechanics/compile";
import type { Model } from "#core/mechanics/model";
import { headGroups } from "#core/ranking/rank";
import { atlas as words, way } from "#core/words/atlas";
import { useOpenClient, withClient } from "../base/open-client";
import { Empty } from "../base/states";
import { lengthColour } from "../base/theme";
import { Shapes } from "../drawing/Shapes";
import { TurnSlider } from "../drawing/TurnSlider";
import { bodyOf } from "../mechanics/useSurvey";
import { LeverCurve } from "./LeverCurve";
import "./atlas.css";

const [W, H] = [470, 600];
type Posing = "standing" | "longest" | "shortest" | "free";

export default function AtlasPage() {
  const { head = "biceps-long" } = useParams();
  const navigate = useNavigate();
  const { client, clientId } = useOpenClient();
  const model = useMemo(() => compileModel(bodyOf(client)), [client]);
  const known = findHead(head);
  if (!known) return <NoHead asked={head} clientId={clientId} />;
  const choose = (id: string) => void navigate(withClient(`/atlas/${id}`, clientId));
  return (
    <div className="atlas">
      <Posed key={known.id} model={model} head={known.id} onHead={choose} />
      <Facts model={model} head={known.id} clientId={clientId} onHead={choose} />
    </div>
  );
}

/** an old or cut-off address: the nearest names */
function NoHead({ asked, clientId }: { asked: string; clientId: string | null }) {
  const near = nearest(asked.replace(/-/g, " "), [...heads], (h) => headTitle(h.id));
  return (
    <Empty title={words.none()}>
      <p>
        {(near.length > 0 ? near : heads.slice(0, 4)).map((h) => (
          <Link key={h.id} to={withClient(`/atlas/${h.id}`, clientId)} style={{ marginRight: 12 }}>
            {headTitle(h.id)}
          </Link>
        ))}
      </p>
    </Empty>
  );
}

/** the view in which a head lies open: front or back, whichever shows more of it */
function openTo(model: Model, head: string): View {
  const { frames } = freelyPosed(model, PLATE_POSE);
  const seen = ([VIEWS.front, VIEWS.back, VIEWS.side] as View[]).map((view) => {
    const ask = { exercise: BARE, analysis: { frames, heads: [] }, view, chosen: head, detail: "plain" as const };
    return { view, seen: plateOf({ ...ask, sample: 0, fit: fitOf(ask, 1, W, H) }).seen };
  });
  return seen.reduce((a, b) => (b.seen > a.seen + 0.1 ? b : a)).view;
}

interface PosedProps {
  model: Model;
  head: string;
  onHead: (id: string) => void;
}

/** the picture with what turns and poses it */
function Posed({ model, head, onHead }: PosedProps) {
  const facts = useMemo(() => headFacts(model, head), [model, head]);
  const [view, setView] = useState<View>(() => openTo(model, head));
  const [posing, setPosing] = useState<Posing>("standing");
  const [free, setFree] = useState<FreePose>(PLATE_POSE);
  const pose = { standing: PLATE_POSE, longest: facts.longest.pose, shortest: facts.shortest.pose, free }[posing];
  const { frames, place } = useMemo(() => freelyPosed(model, pose), [model, pose]);
  const at = place.get(head) ?? 0.5;
  const plate = useMemo(() => {
    const still = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
    const ask = { exercise: BARE, analysis: { frames, heads: still }, view, chosen: head, detail: "full" as const };
    return plateOf({ ...ask, sample: 0, fit: fitOf(ask, 1, W, H) });
  }, [frames, place, view, head]);
  const named = (Object.keys(VIEWS) as (keyof typeof VIEWS)[]).find((v) => VIEWS[v].turn === view.turn);
  return (
    <section className="sheet figure-sheet" aria-label={words.title()}>
      <div className="atlas-bar">
        <Segmented
          aria-label={words.views()}
          value={named ?? ""}
          onChange={(v) => v && setView(VIEWS[v as keyof typeof VIEWS])}
          options={(["front", "back", "side"] as const).map((v) => ({ value: v, label: words[v]() }))}
        />
        <Segmented
          aria-label={words.poses()}
          value={posing}
          onChange={(v) => {
            // joints are turned from where they are
            if (v === "free") setFree(pose);
            setPosing(v);
          }}
          options={(["standing", "longest", "shortest", "free"] as const).map((v) => ({ value: v, label: words[v]() }))}
        />
      </div>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        data-pick
        aria-label={words.figure({ head: headTitle(head), length: Math.round(100 * at) })}
        onClick={(e) => {
          const picked = (e.target as Element).closest("[data-head]")?.getAttribute("data-head");
          if (picked && findHead(picked)) onHead(picked);
        }}
      >
        <Shapes shapes={plate.shapes} chosen={head} colour={lengthColour(at)} />
      </svg>
      <p className="small">
        {words.length({ percent: Math.round(100 * at) })}. {plate.seen < 0.12 && words.deep()}
      </p>
      <TurnSlider
        word={words.turn()}
        label={text.turnTheFigureDegrees()}
        least={-180}
        most={180}
        step={5}
        value={view.turn}
        onChange={(turn) => setView({ ...view, turn })}
      />
      {posing === "free" && <Joints pose={free} onPose={setFree} />}
    </section>
  );
}

function Joints({ pose, onPose }: { pose: FreePose; onPose: (pose: FreePose) => void }) {
  return (
    <div className="joints">
      {TURNS.map((t) => (
        <label key={t.id}>
          <span className="small">
            {t.name} <span className="number quiet">{Math.round(pose[t.id] ?? 0)}°</span>
          </span>
          <Slider
            ariaLabelForHandle={`${t.name}, degrees`}
            min={t.least}
            max={t.most}
            value={pose[t.id] ?? 0}
            tooltip={{ formatter: null }}
            onChange={(v) => onPose({ ...pose, [t.id]: v })}
          />
        </label>
      ))}
    </div>
  );
}

interface FactsProps {
  model: Model;
  head: string;
  clientId: string | null;
  onHead: (id: string) => void;
}

/** every head by region, its muscle beside it */
const CHOICES = REGIONS.map((region) => ({
  label: region,
  options: muscles
    .filter((m) => m.region === region)
    .flatMap((m) => heads.filter((h) => h.muscle === m.id).map((h) => ({ value: h.id, label: headTitle(h.id) }))),
}));

function Facts({ model, head, clientId, onHead }: FactsProps) {
  const facts = useMemo(() => headFacts(model, head), [model, head]);
  const data = findHead(head)!;
  const ranked = headGroups.find((g) => g.id === head) ?? headGroups.find((g) => g.id === data.sameAs);
  return (
    <section className="atlas-facts">
      <Select
        showSearch
        aria-label={words.search()}
        style={{ width: "100%", maxWidth: 420 }}
        value={head}
        onChange={onHead}
        optionFilterProp="label"
        options={CHOICES}
      />
      <h1>{headTitle(head)}</h1>
      <p className="words">
        {data.functions.map((f, i) => (i === 0 ? f.charAt(0).toUpperCase() + f.slice(1) : f)).join(", ")}.{" "}
        {data.origin && data.insertion && words.runs({ from: data.origin, to: data.insertion })}
      </p>
      {data.note && <p className="quiet">{data.note}</p>}
      <p className="actions">
        {ranked && (
          <Link to={withClient(`/ranking/${ranked.id}`, clientId)}>
            <Button type="primary">{words.ranking()}</Button>
          </Link>
        )}
        <Link to={withClient(`/cover/${data.muscle}`, clientId)}>{words.cover()}</Link>
      </p>
      <h2>{words.levers()}</h2>
      <div className="levers">
        {facts.levers.map((l) => (
          <LeverCurve key={l.freedom} lever={l} does={way(l.freedom, l.mean)} />
        ))}
      </div>
      <Others facts={facts} onHead={onHead} />
      <Compared model={model} head={head} />
      <p className="small quiet">{words.wish()}</p>
    </section>
  );
}

/** two heads side by side: what each does about the joints that either crosses, mean lever over the range */
function Compared({ model, head }: { model: Model; head: string }) {
  const [params, setParams] = useSearchParams();
  const other = findHead(params.get("with") ?? "")?.id ?? null;
  const set = (id: string | undefined) =>
    setParams((p) => (id ? p.set("with", id) : p.delete("with"), p), { replace: true });
  const sides = [head, ...(other ? [other] : [])].map((id) => ({ id, levers: headFacts(model, id).levers }));
  const freedoms = [...new Set(sides.flatMap((s) => s.levers.map((l) => l.freedom)))];
  const cell = (levers: HeadFacts["levers"], freedom: string) => {
    const lever = levers.find((l) => l.freedom === freedom);
    return lever ? words.means({ does: way(freedom, lever.mean), mm: Math.round(Math.abs(lever.mean)) }) : "–";
  };
  return (
    <>
      <h2>{words.compare()}</h2>
      <Select
        showSearch
        allowClear
        aria-label={words.compare()}
        placeholder={words.search()}
        style={{ width: "100%", maxWidth: 420 }}
        value={other}
        onChange={(id: string | null) => set(id ?? undefined)}
        optionFilterProp="label"
        options={CHOICES}
      />
      {other && (
        <table className="compared-heads">
          <thead>
            <tr>
              {sides.map((s) => (
                <th key={s.id} scope="col">
                  {headTitle(s.id)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {freedoms.map((f) => (
              <tr key={f}>
                {sides.map((s) => (
                  <td key={s.id}>{cell(s.levers, f)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** helpers and opponents about its main freedom, and what is its own */
function Others({ facts, onHead }: { facts: HeadFacts; onHead: (id: string) => void }) {
  const does = way(facts.freedom, facts.way);
  const list = (of: HeadFacts["helpers"]) => (
    <ul className="plain-list shares">
      {of.map((s) => (
        <li key={s.head}>
          <button type="button" className="plain link" onClick={() => onHead(s.head)}>
            {headTitle(s.head)}
          </button>
          <i style={{ width: `${Math.round(140 * s.share)}px` }} aria-hidden />
          <span className="number small">{Math.round(100 * s.share)} %</span>
        </li>
      ))}
    </ul>
  );
  return (
    <div className="atlas-others">
      <div>
        <h2>{words.helpers({ does })}</h2>
        <p className="small">{words.own({ share: Math.round(100 * facts.own), does })}</p>
        {list(facts.helpers)}
      </div>
      <div>
        <h2>{words.opponents()}</h2>
        {list(facts.opponents)}
      </div>
    </div>
  );
}
