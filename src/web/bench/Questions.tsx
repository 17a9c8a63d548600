/** Questions to the bench: what a number does while a parameter is turned, the best setup, what is felt elsewhere. */
import { questions as text } from "#core/words/web/bench";
import { Button, Select } from "antd";
import { useEffect, useMemo, useRef, useState } from "react";
import { askFor } from "#core/exercises/asked";
import { findHead, headTitle, muscleName } from "#core/anatomy/anatomy";
import { AIMS, type Aim, type Search } from "#core/bench/find";
import { formatValue } from "#core/exercises/setup";
import { fixed } from "../../page/locale";
import { JOINT_BOUNDS } from "./joint-bounds";
import { questions as words } from "#core/words/bench";
import { useEdition } from "../base/edition";
import { Failed, Loading } from "../base/states";
import { ask } from "../mechanics/analyst";
import { useAsk } from "../mechanics/useAsk";
import type { QuestionProps } from "./question";
import { Range } from "./Range";
import { Turned } from "./Turned";

export function Questions(props: QuestionProps) {
  return (
    <div className="questions">
      <div>
        <Turned {...props} />
        <Range {...props} />
      </div>
      <div>
        {props.exercise.parameters.length > 0 && <Best {...props} />}
        <Felt {...props} />
      </div>
    </div>
  );
}

/** the best setup of the exercise for an aim */
function Best({ exercise, values, headId, body, onValues }: QuestionProps) {
  const [aim, setAim] = useState<Aim>("stretch");
  const [bound, setBound] = useState<number | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [search, setSearch] = useState<Search | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const asked = useRef<AbortController | null>(null);
  useEffect(() => () => asked.current?.abort(), []);
  const stop = () => {
    asked.current?.abort();
    setShare(null);
  };
  const start = () => {
    asked.current?.abort();
    const own = (asked.current = new AbortController());
    setShare(0);
    setFailed(null);
    setSearch(null);
    const bounds = bound === null ? {} : { shoulder: bound, elbow: bound, knee: bound };
    ask(
      "find",
      { setup: askFor(exercise, values), body, head: headId, aim, bounds },
      { signal: own.signal, tell: setShare },
    ).then(
      (found) => {
        setSearch(found);
        setShare(null);
      },
      (e: Error) => {
        if (e.name === "AbortError") return;
        setFailed(e.message);
        setShare(null);
      },
    );
  };
  // nothing but noughts is no list
  const none = search !== null && search.best.length > 0 && search.best.every((f) => f.value < NOTHING);
  return (
    <section className="sheet question" aria-label={text.theBestSetupFor()}>
      <div className="question-line">
        <h2>{words.best()}</h2>
        <Select
          size="small"
          aria-label={text.aim()}
          value={aim}
          onChange={setAim}
          popupMatchSelectWidth={false}
          options={(Object.keys(AIMS) as Aim[]).map((a) => ({ value: a, label: AIMS[a].name.toLowerCase() }))}
        />
        <Select
          size="small"
          aria-label={text.jointStress()}
          value={bound ?? 0}
          onChange={(v) => setBound(v === 0 ? null : v)}
          popupMatchSelectWidth={false}
          options={JOINT_BOUNDS}
        />
        {share === null ? (
          <Button size="small" type="primary" onClick={start}>
            {words.find()}
          </Button>
        ) : (
          <Button size="small" onClick={stop}>
            {text.stop()}
          </Button>
        )}
      </div>
      {share !== null && <Loading what={text.everySetup()} done={share} />}
      {failed && <p className="notice warn small">{failed}</p>}
      {search && (
        <div role="status">
          <p className="small">
            {text.tried(search)}
            {search.usual !== null && ` ${text.usual({ figure: fixed(search.usual, 2) })}`}
          </p>
          {none && (
            <p className="small">{words.nothing({ head: headTitle(headId).toLowerCase(), n: search.feasible })}</p>
          )}
          <ol className="plain-list">
            {(none ? [] : search.best).map((f) => (
              <li key={f.setupKey}>
                {f.name}: <strong className="number">{fixed(f.value, 2)}</strong>{" "}
                <button type="button" className="plain link" onClick={() => onValues(f.values)}>
                  {words.setUp()}
                </button>
                <div className="small quiet">
                  {text.withinOfIt({
                    others: exercise.parameters
                      .map((p) => {
                        const [low, high] = f.flat[p.id]!;
                        return `${p.name.toLowerCase()} ${low === high ? text.onlyP({ p: formatValue(p, low) }) : text.pToP({ p: formatValue(p, low), p2: formatValue(p, high) })}`;
                      })
                      .join("; "),
                  })}
                </div>
              </li>
            ))}
          </ol>
          {search.best.length === 0 && <p className="small">{words.none()}</p>}
        </div>
      )}
    </section>
  );
}

/** shown as 0.00 */
const NOTHING = 0.005;

/** what is felt instead, and what of the setup changes that */
function Felt({ exercise, values, headId, heads, body, onValues }: QuestionProps) {
  const [muscle, setMuscle] = useState<string | null>(null);
  const own = findHead(headId)?.muscle;
  // the same list while another setup is worked out: an open one is not laid out anew under the pointer
  const names = [...new Set(heads.map((h) => findHead(h)!.muscle))].filter((m) => m !== own).join(" ");
  const others = useMemo(
    () => names.split(" ").map((m) => ({ value: m, label: muscleName(m).toLowerCase() })),
    [names],
  );
  const setup = askFor(exercise, values);
  const rules = useEdition().method.felt;
  const { answer: told, error, again } = useAsk("felt", muscle ? { setup, head: headId, muscle, body, rules } : null);
  return (
    <section className="sheet question" aria-label={text.feltElsewhere()} style={{ marginTop: 12 }}>
      <div className="question-line">
        <h2>{text.itIsFeltIn()}</h2>
        <Select
          size="small"
          aria-label={text.muscleFeltInstead()}
          placeholder="..."
          style={{ minWidth: 150 }}
          value={muscle}
          onChange={setMuscle}
          popupMatchSelectWidth={false}
          options={others}
        />
      </div>
      {error && <Failed what={text.whatChangesIt()} reason={error} again={again} />}
      {muscle && !told && !error && <Loading what={text.whatChangesIt2()} />}
      {told && (
        <div className="small" role="status">
          <p>
            {text.hereItWorksAt({ percent: Math.round(100 * told.now) })}{" "}
            {told.reliefs.length === 0 && text.noChangeOfThis()}
          </p>
          <ul className="plain-list">
            {told.reliefs.map((r) => (
              <li key={r.parameter}>
                {text.withItDoesOf({
                  setup: r.name,
                  percent: Math.round(100 * r.felt),
                  head: headTitle(headId).toLowerCase(),
                  ofNow: Math.round(100 * r.kept),
                })}{" "}
                <button type="button" className="plain link" onClick={() => onValues(r.values)}>
                  {words.setUp()}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
