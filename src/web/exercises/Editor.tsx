/** An exercise of one's own: its form, the same as a file, and beside them what the engine makes of it. */
import { Button, Tabs } from "antd";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { exerciseFaults } from "#core/exercises/faults";
import type { Exercise } from "#core/exercises/format";
import { copyOf, differences, ownFaults, type OwnExercise, type Scope } from "#core/exercises/own";
import { findExercise, library } from "#core/exercises/library";
import { exerciseSchema } from "#core/exercises/schema";
import { form as words, list } from "#core/words/own";
import { dayText } from "../../page/locale";
import { api, toFailure } from "../base/api";
import { Segments } from "../base/Segments";
import { message } from "../base/say";
import { Differences } from "./Differences";
import { FileTab } from "./FileTab";
import { Live } from "./Live";
import { LoadTab } from "./LoadTab";
import { MovesTab } from "./MovesTab";
import { SettingsTab } from "./SettingsTab";
import { WhatTab } from "./WhatTab";
import { WordsTab } from "./WordsTab";

/** what an editor begins with, and what that is compared with */
export interface Begun {
  exercise: Exercise;
  against: Exercise | null;
}

export interface TabProps {
  exercise: Exercise;
  set: (part: Partial<Exercise>) => void;
}

interface Fault {
  path: string;
  reason: string;
}

/** "setups.0.name" counted as people do */
const placeOf = (path: readonly PropertyKey[]): string =>
  path.map((k) => (typeof k === "number" ? String(k + 1) : String(k))).join(" ");

/** everything that keeps it from being kept */
function faultsOf(exercise: Exercise): Fault[] {
  const parsed = exerciseSchema.safeParse(exercise);
  const faults = parsed.success
    ? [...ownFaults(parsed.data), ...exerciseFaults(parsed.data)]
    : parsed.error.issues.map((i) => ({ path: i.path, reason: i.message }));
  return faults.map(({ path, reason }) => ({ path: placeOf(path), reason }));
}

function useBegin(id: string, kept: OwnExercise | null, begun: Begun | null): Exercise {
  const [params] = useSearchParams();
  const from = findExercise(params.get("from") ?? "") ?? library[0]!;
  return begun?.exercise ?? kept?.exercise ?? copyOf(from, id);
}

interface EditorProps {
  id: string;
  kept: OwnExercise | null;
  begun: Begun | null;
}

export function Editor({ id, kept, begun }: EditorProps) {
  const navigate = useNavigate();
  const first = useBegin(id, kept, begun);
  const [exercise, setExercise] = useState(first);
  const [scope, setScope] = useState<Scope>(kept?.scope ?? "practice");
  /** the last one that the engine can take */
  const [whole, setWhole] = useState(first);
  const [theirs, setTheirs] = useState<{ by: string; revision: number; exercise: Exercise } | null>(null);
  const [save, { isLoading, error }] = api.useSaveExerciseMutation();
  const faults = faultsOf(exercise);
  const set = (part: Partial<Exercise>) => {
    const next = { ...exercise, ...part };
    setExercise(next);
    if (faultsOf(next).length === 0) setWhole(next);
  };
  const yours = kept === null || kept.scope === "practice" || kept.mine;
  const keep = async (revision: number) => {
    const r = await save({ id, revision, scope, withdrawn: kept?.withdrawn ?? false, exercise });
    if (!r.error) {
      setTheirs(null);
      message.success(words.kept({ name: exercise.name }));
      return;
    }
    const { details } = toFailure(r.error) as { details?: { by?: string; revision?: number; theirs?: Exercise } };
    if (details?.theirs) setTheirs({ by: details.by ?? "", revision: details.revision ?? 0, exercise: details.theirs });
  };
  const props = { exercise, set };
  const changed = kept === null || differences(kept.exercise, exercise).length > 0 || kept.scope !== scope;
  return (
    <div className="own-editor">
      <div className="headline">
        <div>
          <h1>{exercise.name || words.fresh()}</h1>
          <p className="quiet">
            <Link to="/exercises">{list.title()}</Link>
            {kept
              ? `, ${list.changedBy({ by: kept.by, day: dayText(kept.at.slice(0, 10)), revision: kept.revision })}`
              : ""}
            {changed && `, ${words.unsaved().toLowerCase()}`}
          </p>
        </div>
      </div>
      {begun && (
        <div className="notice" role="status">
          {begun.against ? (
            <Differences
              says={(n) => words.imported({ name: exercise.name, n })}
              list={differences(begun.against, { ...begun.exercise, id: begun.against.id })}
            />
          ) : (
            words.importedNew({ name: exercise.name })
          )}
        </div>
      )}
      {theirs && (
        <div className="notice warn" role="alert">
          <Differences
            says={(n) => words.conflict({ by: theirs.by, n })}
            list={differences(exercise, theirs.exercise)}
          />
          <div className="actions">
            <Button
              size="small"
              onClick={() => {
                setExercise(theirs.exercise);
                setWhole(theirs.exercise);
                setTheirs(null);
              }}
            >
              {words.takeTheirs()}
            </Button>
            <Button size="small" onClick={() => void keep(theirs.revision)}>
              {words.keepMine()}
            </Button>
          </div>
        </div>
      )}
      <div className="own-grid">
        <section className="sheet">
          <Tabs
            items={[
              { key: "what", label: words.tabs.what(), children: <WhatTab {...props} /> },
              { key: "moves", label: words.tabs.moves(), children: <MovesTab {...props} /> },
              { key: "load", label: words.tabs.load(), children: <LoadTab {...props} /> },
              { key: "settings", label: words.tabs.settings(), children: <SettingsTab {...props} /> },
              { key: "words", label: words.tabs.words(), children: <WordsTab {...props} /> },
              { key: "file", label: words.tabs.file(), children: <FileTab exercise={exercise} onRead={set} /> },
            ]}
          />
          {faults.length > 0 && (
            <div className="notice warn" role="status">
              <p>{words.faults({ n: faults.length })}</p>
              <ul>
                {faults.slice(0, 6).map((f) => (
                  <li key={`${f.path} ${f.reason}`}>{words.fault({ line: null, ...f })}</li>
                ))}
              </ul>
            </div>
          )}
          {error && !theirs && (
            <p className="notice warn" role="alert">
              {toFailure(error).error}
            </p>
          )}
          <div className="actions">
            <Segments
              name={words.scope()}
              value={scope}
              onChange={setScope}
              options={[
                { value: "practice", label: list.scope.practice() },
                { value: "mine", label: list.scope.mine() },
              ]}
            />
            <Button
              type="primary"
              disabled={faults.length > 0 || !yours}
              loading={isLoading}
              onClick={() => void keep(kept?.revision ?? 0)}
            >
              {words.keep()}
            </Button>
            {kept && <Button onClick={() => void navigate(`/bench/${id}`)}>{words.bench()}</Button>}
          </div>
          {kept && <Versions id={id} now={exercise} onTake={(e) => set(e)} />}
        </section>
        <Live exercise={whole} stands={faults.length === 0} />
      </div>
    </div>
  );
}

/** what it was before, and the way back to that */
function Versions({ id, now, onTake }: { id: string; now: Exercise; onTake: (e: Exercise) => void }) {
  const [open, setOpen] = useState(false);
  const { data } = api.useExerciseVersionsQuery(id, { skip: !open });
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="small">{words.versions()}</summary>
      <ul className="versions">
        {data?.versions.map((v) => (
          <li key={v.revision}>
            <Differences
              says={() => words.version({ n: v.revision, by: v.by, day: dayText(v.at.slice(0, 10)) })}
              list={differences(v.exercise, now)}
            />
            <Button size="small" onClick={() => onTake(v.exercise)}>
              {words.goBack({ n: v.revision })}
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
