/** The bench: one exercise under the lens. Everything on it is part of the address. */
import { benchPage as said } from "#core/words/web/bench";
import { Button } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { headTitle, heads, muscleName } from "#core/anatomy/anatomy";
import type { Client } from "#core/clients/client";
import { beyondText } from "#core/clients/mobility";
import { JOINT_NAMES, type Joint } from "#core/exercises/joints";
import { ofClient } from "#core/words/bench";
import { isOwn, offered, ownId } from "#core/exercises/shelf";
import { list as ownWords } from "#core/words/own";
import { newId } from "../../page/newId";
import { machineFor } from "#core/machines/machine";
import { formOf } from "#core/exercises/form";
import { findExercise, library } from "#core/exercises/library";
import type { View } from "#core/drawing/view";
import { askFor } from "#core/exercises/asked";
import { fitOf, onMachine } from "#core/clients/on-machine";
import type { Exercise, Parameter } from "#core/exercises/format";
import { defaultValues, roundToStep, setupName, type Values } from "#core/exercises/setup";
import type { Analysis } from "#core/mechanics/analyse";
import { nearest } from "#core/base/nearest";
import { suitability, whomOf } from "#core/suitability/suitability";
import { useForm, useOpenClient, withClient } from "../base/open-client";
import { Empty, Failed, Loading } from "../base/states";
import { bodyOf } from "../mechanics/useSurvey";
import { PutOnDay } from "../planning/PutOnDay";
import { ChosenLoad } from "./ChosenLoad";
import { CurvePlots } from "./CurvePlots";
import { Differences, Facts, inWords } from "./Facts";
import { FigureSheet } from "./FigureSheet";
import { besideIt, lensOn, muscleOf } from "./lens";
import { Parameters } from "./Parameters";
import { useBestView } from "../drawing/useBestView";
import { Questions } from "./Questions";
import { SideBySide } from "./SideBySide";
import { useAddressValues, useOnBench, useStrains } from "./useBench";
import { useEdition } from "../base/edition";
import { useHandles } from "./useHandles";
import { useSpread } from "./useSpread";

const isHead = (id: string | null): id is string => heads.some((h) => h.id === id);

/** as it is on the machine of the client's place, where that was measured */
function useExercise(id: string, client: Client | null): Exercise | undefined {
  const machines = client?.machines;
  return useMemo(() => {
    const found = findExercise(id);
    return found && onMachine(found, machines);
  }, [id, machines]);
}

/** whose curve the load follows, where the client's machine was measured */
function OnMachine({ exercise, client }: { exercise: Exercise; client: Client | null }) {
  const machine = machineFor(client?.machines, exercise);
  const fit = machine && fitOf(machine);
  return fit ? <p className="quiet">{ofClient.machine({ machine: machine.name, band: fit.band })}</p> : null;
}

const InWhose = ({ client }: { client: Client | null }) => (
  <p className="small quiet" style={{ maxWidth: 290, textAlign: "right", flex: "none" }}>
    {client ? said.inBody({ name: client.name.split(" ")[0]! }) : said.inTheDefaultBody()}.
  </p>
);

/** why it cannot be lifted, where it cannot */
const CannotBe = ({ analysis }: { analysis: Analysis | null }) =>
  analysis && !analysis.feasible ? (
    <p className="notice warn" role="alert">
      {said.thisSetupCannotBe()} {analysis.warnings[0]}
    </p>
  ) : null;

/** where the head asked for does little, or nothing at all */
function HardlyWorks({ analysis, headId, asked }: { analysis: Analysis; headId: string; asked: string | null }) {
  const own = analysis.heads.find((h) => h.id === headId);
  if (isHead(asked) && asked !== headId)
    return (
      <p className="notice small" role="status">
        {said.hasNoPartIn({ asked: headTitle(asked), shown: headTitle(headId).toLowerCase() })}
      </p>
    );
  if (!own || own.metrics) return null;
  const most = own.activation.reduce((m, a) => Math.max(m, a), 0);
  return (
    <p className="notice small" role="status">
      {said.hardlyWorksInThis({ head: headTitle(headId), percent: Math.round(100 * most) })}
    </p>
  );
}

/** a setup that stays beside the one at hand */
interface Pin {
  name: string;
  analysis: Analysis;
  exercise: Exercise;
  exerciseId: string;
  values: Values;
}
/** beside the one at hand: four in all */
const PINS_MOST = 3;

/** what the open client's joints and limits say to this setup */
function ClientLimits({ client, exercise, analysis }: { client: Client; exercise: Exercise; analysis: Analysis }) {
  const { method } = useEdition();
  // what the exercise states, times what this setup asks over what its usual one does, where that is known
  const strains = useStrains(exercise, analysis, bodyOf(client));
  const { feasible, reach, limiters, spine } = analysis;
  const { beyond, joints, weak } = suitability(
    { exercise, view: { feasible, reach, limiters, spineMoment: spine?.moment ?? 0 }, strains },
    whomOf(client),
    method,
  );
  const noteOf = (joint: Joint) => client.joints.find((j) => j.joint === joint)?.note ?? "";
  const strained = joints.filter((j) => j.strain >= method.soreFrom);
  const name = client.name.split(" ")[0];
  return (
    <>
      {beyond.map((b) => (
        <p key={b.move.id} className="notice warn small" role="status">
          {said.beyond({ name: name ?? client.name, limit: beyondText(b) })}
        </p>
      ))}
      {weak.map((link) => (
        <p key={link} className="notice warn small" role="status">
          {ofClient.weak({ name: name ?? client.name, link })}
        </p>
      ))}
      {strained.map(({ joint, strain, verdict }) => (
        <p key={joint} className="notice warn small" role="status">
          {said.strained({
            name: name ?? client.name,
            joint: JOINT_NAMES[joint],
            note: noteOf(joint) ?? "",
            stress: Math.round(100 * strain),
            out: verdict === "out",
          })}
        </p>
      ))}
    </>
  );
}

/** an old or cut-off address: the nearest names, and the whole list */
function NoSuchExercise({ asked, clientId }: { asked: string; clientId: string | null }) {
  const near = nearest(asked.replace(/-/g, " "), [...library, ...offered()], (e) => e.name);
  return (
    <Empty title={said.thereIsNoExercise({ asked })}>
      {near.length > 0 && (
        <p>
          {said.didYouMean()}{" "}
          {near.map((e) => (
            <Link key={e.id} to={withClient(`/bench/${e.id}`, clientId)} style={{ marginRight: 12 }}>
              {e.name}
            </Link>
          ))}
        </p>
      )}
      <p className="quiet">{said.ctrlKSearchesAll()}</p>
    </Empty>
  );
}

interface ActionsProps {
  analysis: Analysis;
  exercise: Exercise;
  values: Values;
  headId: string;
  client: Client | null;
  clientId: string | null;
  /** the planned line it came from */
  line: string | null;
  pins: readonly Pin[];
  onPins: (pins: readonly Pin[]) => void;
  onReset: () => void;
}

type BesideProps = Pick<ActionsProps, "exercise" | "values" | "headId" | "pins" | "onPins"> & {
  analysis: Analysis | null;
};

/** the setup at hand and the pinned ones in numbers */
function Beside({ analysis, exercise, values, headId, pins, onPins }: BesideProps) {
  const now = useMemo(
    () => analysis && { name: setupName(exercise, values), exercise, analysis },
    [analysis, exercise, values],
  );
  return now?.analysis.feasible && pins.length > 0 ? (
    <SideBySide now={now} pins={pins} headId={headId} onUnpin={(name) => onPins(pins.filter((p) => p.name !== name))} />
  ) : null;
}

/** what is done with the setup at hand */
function Actions({ analysis, exercise, values, headId, client, clientId, line, pins, onPins, onReset }: ActionsProps) {
  const navigate = useNavigate();
  const pin = () => {
    const name = setupName(exercise, values);
    const rest = pins.filter((p) => p.name !== name);
    onPins([...rest, { name, analysis, exercise, exerciseId: exercise.id, values }]);
  };
  return (
    <div className="actions" style={{ marginTop: 0 }}>
      <Button size="small" disabled={pins.length >= PINS_MOST} onClick={pin}>
        {said.pinToCompare()}
      </Button>
      {pins.length > 0 && (
        <Button size="small" onClick={() => onPins([])}>
          {said.unpin({ n: pins.length })}
        </Button>
      )}
      <PutOnDay client={client} exercise={exercise} values={values} head={headId} line={line} />
      <Button size="small" onClick={onReset}>
        {said.reset()}
      </Button>
      <Button
        size="small"
        onClick={() =>
          void navigate(
            isOwn(exercise.id) ? `/exercises/${exercise.id}` : `/exercises/${ownId(newId())}?from=${exercise.id}`,
          )
        }
      >
        {isOwn(exercise.id) ? ownWords.change() : ownWords.own()}
      </Button>
      <Button size="small" onClick={() => void navigate(withClient(`/ranking/${headId}`, clientId))}>
        {said.ranking({ muscleName: muscleName(muscleOf(headId)) })}
      </Button>
    </div>
  );
}

export default function BenchPage() {
  const { exercise: id = "overhead-cable-extension" } = useParams();
  const [params, setParams] = useSearchParams();
  const navigate = useNavigate();
  const { client, clientId } = useOpenClient();
  const body = useMemo(() => bodyOf(client), [client]);
  const exercise = useExercise(id, client);
  const asked = params.get("head");
  const [values, setValues] = useAddressValues(exercise);
  const { analysis, first, error } = useOnBench(exercise, values, body, asked, useForm());
  const [picked, setSample] = useState<number | null>(null);
  const [turned, setTurned] = useState<View | null>(null);
  const [pins, setPins] = useState<readonly Pin[]>([]);
  const pinned = pins.at(-1) ?? null;
  const shown = useMemo(() => (exercise ? askFor(exercise, values) : null), [exercise, values]);
  const spread = useSpread(shown, body);
  const pinnedSpread = useSpread(pinned, body);

  const besides = params.get("with");
  const active = useMemo(() => analysis?.heads.filter((h) => h.metrics) ?? [], [analysis]);
  const headId = lensOn(analysis?.heads ?? [], active, asked, exercise);
  // what shows the movement and the head; turned by hand it stays so until another exercise or head
  const best = useBestView(exercise, analysis, headId, first);
  const view = turned ?? best;
  const handles = useHandles(exercise, view.turn, setValues);
  const others = useMemo(() => besideIt(active, headId, besides), [active, headId, besides]);

  if (!exercise) return <NoSuchExercise asked={id} clientId={clientId} />;
  const form = formOf(exercise, values);
  const set = (name: string, value: string) => setParams((p) => (p.set(name, value), p), { replace: true });
  const setValue = (p: Parameter, v: number) => setValues((now) => ({ ...now, [p.id]: roundToStep(p, v) }));
  const choose = (next: string) => {
    setSample(null);
    setTurned(null);
    // the head stays under the lens where the next exercise has it; where not, the page says so
    const kept = new URLSearchParams(headId ? { head: headId } : {});
    void navigate(withClient(`/bench/${next}?${kept.toString()}`, clientId));
  };
  const last = analysis ? analysis.s.length - 1 : 0;
  const hardest = analysis ? Math.round(analysis.sticking.at * last) : 0;
  const sample = Math.min(picked ?? hardest, last);
  return (
    <>
      <div className="headline">
        <div>
          <h1>{setupName(exercise, values)}</h1>
          {analysis && headId && <HardlyWorks analysis={analysis} headId={headId} asked={asked} />}
          {analysis && headId && <p className="words">{inWords(analysis, headId)}</p>}
          <OnMachine exercise={exercise} client={client} />
        </div>
        <InWhose client={client} />
      </div>
      {error && <Failed what={said.thisSetup()} reason={error} />}
      {!error && !analysis && <Loading what={said.theRep()} />}
      <CannotBe analysis={analysis} />
      {analysis && headId && (
        <div className="bench">
          <FigureSheet
            key={exercise.id}
            analysis={analysis}
            first={first}
            exercise={form}
            headId={headId}
            sample={sample}
            hardest={hardest}
            onSample={setSample}
            view={view}
            onView={setTurned}
            onHead={(v) => set("head", v)}
            handles={handles}
          />
          <CurvePlots
            analysis={analysis}
            pins={pins}
            sample={sample}
            headId={headId}
            others={others}
            choices={active.map((h) => h.id).filter((h) => h !== headId)}
            onOthers={(ids) => set("with", ids.join("."))}
          />
          <aside className="sheet params">
            <Parameters
              exercise={exercise}
              onExercise={choose}
              headId={headId}
              heads={[...new Set([headId, ...active.map((h) => h.id)])]}
              onHead={(v) => set("head", v)}
              values={values}
              onValue={setValue}
            />
            <Facts
              analysis={analysis}
              headId={headId}
              spread={spread}
              usual={{ load: form.stated.usualLoad, meaning: form.stated.loadMeaning }}
            />
            {client && (
              <ChosenLoad key={`${client.id} ${exercise.id}`} client={client} exercise={exercise} values={values} />
            )}
            <Actions
              analysis={analysis}
              exercise={exercise}
              values={values}
              headId={headId}
              client={client}
              clientId={clientId}
              line={params.get("line")}
              pins={pins}
              onPins={setPins}
              onReset={() => setValues(() => defaultValues(exercise))}
            />
            {pinned && (
              <Differences
                now={analysis}
                pinned={pinned.analysis}
                name={pinned.name}
                headId={headId}
                spread={spread}
                pinnedSpread={pinnedSpread}
              />
            )}
            {client && <ClientLimits client={client} exercise={exercise} analysis={analysis} />}
            {exercise.cautions.map((c) => (
              <p key={c.text} className="notice warn small">
                {c.text}
              </p>
            ))}
          </aside>
        </div>
      )}
      {headId && (
        <Beside analysis={analysis} exercise={exercise} values={values} headId={headId} pins={pins} onPins={setPins} />
      )}
      {analysis && headId && (
        <Questions
          key={`${exercise.id} ${headId}`}
          analysis={analysis}
          client={client}
          exercise={exercise}
          values={values}
          headId={headId}
          heads={active.map((h) => h.id)}
          body={body}
          onValues={(next) => setValues(() => next)}
        />
      )}
    </>
  );
}
