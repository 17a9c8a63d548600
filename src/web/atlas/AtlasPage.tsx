/** The atlas: the body as a plate with one head in colour, posed as anybody likes, and what the head does. */
import { atlasPage as text } from "#core/words/web/atlas";
import { Button, Segmented, Select, Slider } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { findHead, heads, headTitle } from "#core/anatomy/anatomy";
import { FREEDOMS, headFacts, type HeadFacts } from "#core/atlas/head";
import { beyondOf, beyondText, notedOf } from "#core/clients/mobility";
import { freelyPosed, PLATE_POSE, TURNS, type FreePose, type Turn } from "#core/atlas/pose";
import { fitOf, plateOf } from "#core/drawing/plate";
import { BARE, VIEWS } from "#core/drawing/bare";
import type { View } from "#core/drawing/view";
import type { Form } from "#core/base/forms";
import { nearest } from "#core/base/nearest";
import type { Client } from "#core/clients/client";
import { compileModel } from "#core/mechanics/compile";
import type { Model } from "#core/mechanics/model";
import { headGroups } from "#core/ranking/rank";
import { atlas as words, heldIn, way } from "#core/words/atlas";
import { useForm, useOpenClient, withClient } from "../base/open-client";
import { Empty } from "../base/states";
import { lengthColour } from "../base/theme";
import { useEdition } from "../base/edition";
import { Shapes } from "../drawing/Shapes";
import { TurnSlider } from "../drawing/TurnSlider";
import { bodyOf } from "../mechanics/useSurvey";
import { CHOICES, Compared } from "./Compared";
import { Help } from "./Help";
import { Known } from "./Known";
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
  return <OfHead key={known.id} model={model} head={known.id} client={client} onHead={choose} />;
}

interface OfHeadProps {
  model: Model;
  head: string;
  client: Client | null;
  onHead: (id: string) => void;
}

/** the picture, and what is told of the head in its pose */
function OfHead({ model, head, client, onHead }: OfHeadProps) {
  const facts = useMemo(() => headFacts(model, head), [model, head]);
  const [posing, setPosing] = useState<Posing>("standing");
  const [free, setFree] = useState<FreePose>(PLATE_POSE);
  const pose = { standing: PLATE_POSE, longest: facts.longest.pose, shortest: facts.shortest.pose, free }[posing];
  return (
    <div className="atlas">
      <Posed
        {...{ model, head, client, onHead, posing, pose }}
        onPosing={(next) => {
          // joints are turned from where they are
          if (next === "free") setFree(pose);
          setPosing(next);
        }}
        onPose={setFree}
      />
      <Facts {...{ model, head, client, onHead, pose }} />
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
function openTo(model: Model, head: string, form: Form): View {
  const { frames } = freelyPosed(model, PLATE_POSE);
  const seen = ([VIEWS.front, VIEWS.back, VIEWS.side] as View[]).map((view) => {
    const ask = { exercise: BARE, analysis: { frames, heads: [] }, view, chosen: head, detail: "plain" as const, form };
    return { view, seen: plateOf({ ...ask, sample: 0, fit: fitOf(ask, 1, W, H) }).seen };
  });
  return seen.reduce((a, b) => (b.seen > a.seen + 0.1 ? b : a)).view;
}

interface PosedProps extends OfHeadProps {
  posing: Posing;
  pose: FreePose;
  onPosing: (posing: Posing) => void;
  onPose: (pose: FreePose) => void;
}

/** the picture with what turns and poses it */
function Posed({ model, head, client, onHead, posing, pose, onPosing, onPose }: PosedProps) {
  const form = useForm();
  const [view, setView] = useState<View>(() => openTo(model, head, form));
  const { frames, place } = useMemo(() => freelyPosed(model, pose), [model, pose]);
  const at = place.get(head) ?? 0.5;
  const plate = useMemo(() => {
    const still = [...place].map(([id, p]) => ({ id, force: [0], position: [p] }));
    const ask = {
      exercise: BARE,
      analysis: { frames, heads: still },
      view,
      chosen: head,
      detail: "full" as const,
      form,
    };
    return plateOf({ ...ask, sample: 0, fit: fitOf(ask, 1, W, H) });
  }, [frames, place, view, head, form]);
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
          onChange={onPosing}
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
      <LengthBar at={at} />
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
      {client && <FurtherThan client={client} pose={pose} />}
      {posing === "free" && <Joints client={client} pose={pose} onPose={onPose} />}
    </section>
  );
}

/** where in its length range the head is, short to long, in the colours of length */
function LengthBar({ at }: { at: number }) {
  const steps = Array.from({ length: 24 }, (_, i) => (i + 0.5) / 24);
  return (
    <div className="length-bar" aria-hidden>
      {steps.map((x) => (
        <i key={x} style={{ background: lengthColour(x) }} />
      ))}
      <b style={{ left: `${100 * at}%` }} />
    </div>
  );
}

/** what of the pose is further than the open client goes, as noted */
function FurtherThan({ client, pose }: { client: Client; pose: FreePose }) {
  const { method } = useEdition();
  const reach = Object.fromEntries(Object.entries(pose).map(([id, at]) => [id, [at, at] as const]));
  return beyondOf(reach, client.mobility, method.checks.beyond).map((b) => (
    <p key={b.move.id} className="notice warn small" role="status">
      {words.beyond({ name: client.name.split(" ")[0]!, limit: beyondText(b) })}
    </p>
  ));
}

interface JointsProps {
  client: Client | null;
  pose: FreePose;
  onPose: (pose: FreePose) => void;
}

function Joints({ client, pose, onPose }: JointsProps) {
  /** ends of the range, and where the open client's is noted */
  const marksOf = ({ id, least, most }: Turn) => {
    const at = client && notedOf(id, client.mobility);
    const ends = { [least]: `${least}°`, [most]: `${most}°` };
    return at === null ? ends : { ...ends, [at]: <b>{words.noted({ at, name: client!.name.split(" ")[0]! })}</b> };
  };
  return (
    <div className="joints">
      {TURNS.map((t) => (
        <label key={t.id}>
          <span className="small">
            {t.name} <span className="number quiet">{Math.round(pose[t.id] ?? 0)}°</span>
          </span>
          <Slider
            ariaLabelForHandle={text.joint({ name: t.name })}
            min={t.least}
            max={t.most}
            marks={marksOf(t)}
            value={pose[t.id] ?? 0}
            tooltip={{ formatter: null }}
            onChange={(v) => onPose({ ...pose, [t.id]: v })}
          />
        </label>
      ))}
    </div>
  );
}

interface FactsProps extends OfHeadProps {
  pose: FreePose;
}

function Facts({ model, head, client, onHead, pose }: FactsProps) {
  const clientId = client?.id ?? null;
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
      <h2>{words.positions()}</h2>
      <Positions facts={facts} />
      <Others facts={facts} onHead={onHead} />
      <Help {...{ model, pose, head, onHead }} first={{ freedom: facts.freedom || FREEDOMS[0]!, sign: facts.way }} />
      <Known head={head} list={ranked?.id ?? null} client={client} />
      <Compared model={model} head={head} />
      <p className="small quiet">{words.wish()}</p>
    </section>
  );
}

/** how it is stretched and warmed up: the joints that it crosses, at the ends of its length */
function Positions({ facts: { levers, longest, shortest } }: { facts: HeadFacts }) {
  const crossed = new Set(levers.map((l) => l.turn));
  const turns = TURNS.filter((t) => crossed.has(t.id));
  const [hold, from] = [heldIn(longest.pose, turns), heldIn(shortest.pose, turns)];
  return (
    <>
      <p>{words.stretch({ hold })}</p>
      {hold.length > 0 && from.length > 0 && <p>{words.warmUp({ from, to: hold })}</p>}
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
