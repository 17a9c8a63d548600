/** Exercises of the practice's own: which there are, who chooses them, and the way to a new one. */
import { ownPage as said } from "#core/words/web/exercises";
import { Button, Select } from "antd";
import { useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { OwnExercise } from "#core/exercises/own";
import { library } from "#core/exercises/library";
import { ownId } from "#core/exercises/shelf";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { familyName } from "#core/words/families";
import { list as words } from "#core/words/own";
import { dayText } from "../../page/locale";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";
import { message } from "../base/say";
import { Empty, Failed, Loading } from "../base/states";
import { Picture } from "../drawing/Picture";
import { useAsk } from "../mechanics/useAsk";
import { download } from "./download";
import { Editor, type Begun } from "./Editor";
import { readBegun } from "./read-begun";
import "./own.css";

export default function OwnPage() {
  const { id } = useParams();
  const { data, error, isLoading, refetch } = api.useExercisesQuery();
  /** what an editor begins with, where it does not begin with what is kept */
  const [begun, setBegun] = useState<(Begun & { id: string }) | null>(null);
  if (error && !data) return <Failed what={said.theExercises()} reason={toFailure(error).error} again={refetch} />;
  if (isLoading || !data) return <Loading what={said.theExercises2()} />;
  if (id === undefined) return <List exercises={data.exercises} onBegin={setBegun} />;
  return (
    <Editor
      key={id}
      id={id}
      kept={data.exercises.find((e) => e.id === id) ?? null}
      begun={begun?.id === id ? begun : null}
    />
  );
}

interface ListProps {
  exercises: readonly OwnExercise[];
  onBegin: (begun: Begun & { id: string }) => void;
}

function List({ exercises, onBegin }: ListProps) {
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [reasons, setReasons] = useState<readonly string[]>([]);
  const begin = (from: string, id = ownId(newId())) => navigate(`/exercises/${id}?from=${from}`);
  const read = async (chosen: File | undefined) => {
    if (!chosen) return;
    const found = await readBegun(await chosen.text(), exercises);
    if ("reasons" in found) return setReasons(found.reasons);
    onBegin(found);
    void navigate(`/exercises/${found.id}`);
  };
  const sources = useMemo(
    () => [...exercises.map((e) => e.exercise), ...library].map((e) => ({ value: e.id, label: e.name })),
    [exercises],
  );
  const tools = (
    <div className="actions">
      <Select
        aria-label={words.from()}
        placeholder={words.from()}
        value={null}
        showSearch={{ optionFilterProp: "label" }}
        style={{ width: 280 }}
        options={sources}
        onChange={(from: string | null) => from && void begin(from)}
      />
      <Button onClick={() => file.current?.click()}>{words.file()}</Button>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label={words.file()}
        hidden
        onChange={(e) => {
          void read(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
    </div>
  );
  return (
    <div className="own-page">
      <h1>{words.title()}</h1>
      <p className="about">{words.about()}</p>
      {tools}
      {reasons.length > 0 && (
        <ul className="notice warn" role="alert">
          {reasons.map((r) => (
            <li key={r}>{r}</li>
          ))}
        </ul>
      )}
      {exercises.length === 0 ? (
        <Empty title={words.none()}>
          <p className="quiet">{words.noneWhy()}</p>
        </Empty>
      ) : (
        <table className="own-list">
          <thead>
            <tr>
              <td />
              {[words.exercise(), words.who(), words.changed()].map((h) => (
                <th key={h} scope="col">
                  {h}
                </th>
              ))}
              <td />
            </tr>
          </thead>
          <tbody>
            {exercises.map((e) => (
              <Row key={e.id} own={e} onCopy={() => void begin(e.id)} />
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function Row({ own, onCopy }: { own: OwnExercise; onCopy: () => void }) {
  const { exercise, id, revision, scope, mine, withdrawn } = own;
  const [save, { isLoading }] = api.useSaveExerciseMutation();
  const { answer } = useAsk("analyse", { setup: { exerciseId: id, values: {} }, body: DEFAULT_BODY, samples: 11 });
  const yours = scope === "practice" || mine;
  const turn = async () => {
    const r = await save({ id, revision, scope, withdrawn: !withdrawn, exercise });
    if (r.error) message.error(toFailure(r.error).error);
    else message.success(words.said[withdrawn ? "offered" : "withdrawn"]({ name: exercise.name }));
  };
  return (
    <tr className={withdrawn ? "withdrawn" : ""}>
      <td>
        <Picture exerciseId={id} values={{}} head={null} body={DEFAULT_BODY} width={56} height={48} />
      </td>
      <th scope="row">
        <Link to={`/exercises/${id}`}>{exercise.name}</Link>
        <span className="small quiet">
          {" "}
          {familyName(exercise.family)}
          {withdrawn && `, ${words.withdrawn()}`}
        </span>
        {answer && !answer.feasible && (
          <p className="small warn-text">
            {words.impossible()}: {answer.warnings[0]}
          </p>
        )}
      </th>
      <td>{yours ? words.scope[scope]() : words.foreign({ by: own.by })}</td>
      <td className="small quiet">{words.changedBy({ by: own.by, day: dayText(own.at.slice(0, 10)), revision })}</td>
      <td>
        <div className="actions">
          <Link to={`/bench/${id}`}>{words.open()}</Link>
          <Button size="small" onClick={onCopy}>
            {words.copy()}
          </Button>
          <Button size="small" onClick={() => download(exercise)}>
            {words.save()}
          </Button>
          {yours && (
            <Button size="small" loading={isLoading} onClick={() => void turn()}>
              {withdrawn ? words.offer() : words.withdraw()}
            </Button>
          )}
        </div>
      </td>
    </tr>
  );
}
