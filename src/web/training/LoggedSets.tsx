/** A line's workouts as a table: each set can be opened, corrected, confirmed, struck and restored. */
import { loggedSets as said } from "#core/words/web/training";
import { Button, Input } from "antd";
import { Fragment, useState } from "react";
import type { Answer, Ruling } from "#core/exchange/api";
import { JOINT_NAMES } from "#core/exercises/joints";
import { sameLoad } from "#core/base/kilograms";
import type { EarlierSetup, Load } from "#core/program/document";
import type { Entry, Part, Report } from "#core/training/entry";
import { loadOf, type Exposure } from "#core/training/exposures";
import { note as words } from "#core/words/log";
import { dayText, loadText } from "../../page/locale";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";
import { Dialog } from "../base/Dialog";
import { NumberField } from "../base/NumberField";
import { message } from "../base/say";

export const asLoad = (l: Load | null) => (l ? loadText(l) : "—");

const partText = (x: Part, load: Load | null): string =>
  `${x.load && !sameLoad(x.load, load) ? `${loadText(x.load)} × ` : ""}${x.reps}${x.kind === "partial" || x.kind === "assisted" ? ` ${x.kind}` : ""}`;

/** "12", "10 | 11" by side, "10 + 20 kg × 6" by part */
function repsText(e: Entry): string {
  const load = loadOf(e);
  const side = (k: "left" | "right") => e.parts.find((p) => p.kind === k);
  const [left, right] = [side("left"), side("right")];
  if (left || right) {
    const more = e.parts.filter((p) => p !== left && p !== right);
    return [`${left?.reps ?? "–"} | ${right?.reps ?? "–"}`, ...more.map((p) => partText(p, load))].join(" + ");
  }
  return e.parts.map((p) => partText(p, load)).join(" + ");
}

interface LoggedSetsProps {
  list: readonly Exposure[];
  /** struck sets of the same line: kept, and counted nowhere */
  struck: readonly Entry[];
  log: Answer<"log">;
  flagged: ReadonlySet<string>;
  /** setups that the line had before */
  earlier: readonly EarlierSetup[];
  clientId: string;
  rule: (ruling: Ruling) => Promise<void>;
}

export function LoggedSets({ list, struck, log, flagged, earlier, clientId, rule }: LoggedSetsProps) {
  const twice = new Set(log.twice);
  /** the change of setup that lies between a workout and the one before it in time */
  const changed = (i: number): EarlierSetup | undefined => {
    const next = list[i + 1];
    return earlier.find((s) => list[i]!.localDate >= s.until && next !== undefined && next.localDate < s.until);
  };
  return (
    <>
      <table>
        <thead>
          <tr>
            <th scope="col">{said.day()}</th>
            <th scope="col">{said.load()}</th>
            <th scope="col">{said.repsRir()}</th>
            <th scope="col">{said.felt()}</th>
            <th scope="col">{said.pain()}</th>
          </tr>
        </thead>
        <tbody>
          {list.map((x, i) => (
            <Fragment key={x.localDate}>
              <tr>
                <td>{dayText(x.localDate)}</td>
                <td>{x.entries[0] ? asLoad(loadOf(x.entries[0])) : "—"}</td>
                <td>
                  {x.entries.map((e, k) => (
                    <LoggedSet
                      key={e.id}
                      e={e}
                      before={k === 0 ? null : loadOf(x.entries[k - 1]!)}
                      first={k === 0}
                      flagged={flagged.has(e.id)}
                      twice={twice.has(e.id)}
                      rule={rule}
                    />
                  ))}
                </td>
                <td>{x.report?.left ?? x.report?.feel ?? ""}</td>
                <td>
                  {x.report?.pain
                    ? `${x.report.pain.kind} ${x.report.pain.score}, ${JOINT_NAMES[x.report.pain.joint]}`
                    : ""}
                </td>
              </tr>
              {x.report?.note && (
                <tr>
                  <td colSpan={5} className="said">
                    <Note report={x.report} clientId={clientId} answer={log.answers[x.report.id]} />
                  </td>
                </tr>
              )}
              {changed(i) && <SetupChange of={changed(i)!} />}
            </Fragment>
          ))}
        </tbody>
      </table>
      {struck.length > 0 && (
        <ul className="plain-list small struck">
          {struck.map((e) => (
            <li key={e.id}>
              {said.struckSet({
                day: dayText(e.localDate),
                n: e.set + 1,
                load: asLoad(loadOf(e)),
                reps: repsText(e),
                more: e.by ? said.byBy({ by: e.by }) : "",
              })}{" "}
              <button
                type="button"
                className="plain link"
                onClick={() => void rule({ act: "restore", id: e.id, revision: e.revision })}
              >
                {said.restore()}
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

interface NoteProps {
  report: Report;
  clientId: string;
  answer: Answer<"log">["answers"][string] | undefined;
}

/** what the client wrote, and the coach's short answer, which stands on the phone */
function Note({ report, clientId, answer }: NoteProps) {
  const [send, { isLoading }] = api.useAnswerNoteMutation();
  const [text, setText] = useState<string | null>(null);
  const say = async () => {
    if (!text?.trim()) return;
    const r = await send({ clientId, id: newId(), reportId: report.id, text: text.trim() });
    if (r.error) message.error(toFailure(r.error).error, 5);
    else setText(null);
  };
  return (
    <>
      {words.said({ note: report.note })}
      {answer && <span> {words.answered({ by: answer.by, text: answer.text })} </span>}
      {text === null ? (
        <button type="button" className="plain link" onClick={() => setText(answer?.text ?? "")}>
          {answer ? words.answerAnew() : words.answer()}
        </button>
      ) : (
        <form
          className="answer"
          onSubmit={(e) => {
            e.preventDefault();
            void say();
          }}
        >
          <Input
            autoFocus
            size="small"
            maxLength={300}
            aria-label={words.answerTo({ note: report.note })}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => e.key === "Escape" && setText(null)}
          />
          <Button size="small" htmlType="submit" loading={isLoading} disabled={!text.trim()}>
            {words.send()}
          </Button>
        </form>
      )}
    </>
  );
}

/** what lies before it was done in another setup; what its loads come to in the present one */
function SetupChange({ of }: { of: EarlierSetup }) {
  const change = Math.round(100 * (of.ratio - 1));
  return (
    <tr>
      <td colSpan={5} className="said">
        {said.setupChangedOnBefore({ until: dayText(of.until), name: of.name })}{" "}
        {change === 0 ? said.theLoadsStayThe() : said.allows({ percent: Math.abs(change), more: change > 0 })}
      </td>
    </tr>
  );
}

interface SetProps {
  e: Entry;
  flagged: boolean;
  twice: boolean;
  rule: LoggedSetsProps["rule"];
}

/** one logged set: opened, what a coach can do about it */
function LoggedSet({ before, first, ...set }: SetProps & { before: Load | null; first: boolean }) {
  const { e, flagged, twice } = set;
  const load = loadOf(e);
  const own = !first && load && !sameLoad(load, before) ? `${loadText(load)} × ` : "";
  const text = `${own}${repsText(e)}${e.reserve === null ? "" : ` (${e.reserve})`}`;
  const mark = flagged || twice;
  const [open, setOpen] = useState(false);
  const rule: LoggedSetsProps["rule"] = (act) => {
    setOpen(false);
    return set.rule(act);
  };
  return (
    <>
      {first ? "" : "  ·  "}
      <button
        type="button"
        className="plain set"
        aria-haspopup="dialog"
        aria-expanded={open}
        onClick={() => setOpen(true)}
        aria-label={said.setSaid({ n: e.set + 1, set: text, instead: e.instead?.name ?? null, flagged, twice })}
        style={mark ? { color: "var(--rowan)" } : undefined}
      >
        {mark ? "■ " : ""}
        {text}
      </button>
      <Dialog
        open={open}
        onCancel={() => setOpen(false)}
        footer={null}
        width={360}
        destroyOnHidden
        title={said.set({ n: e.set + 1, load: asLoad(loadOf(e)) })}
      >
        <SetRuling {...set} rule={rule} />
      </Dialog>
    </>
  );
}

function SetRuling({ e, flagged, twice, rule }: SetProps) {
  const [parts, setParts] = useState<{ load: number | null; reps: number | null }[]>(() =>
    e.parts.map((p) => ({ load: p.load?.value ?? null, reps: p.reps })),
  );
  const change = (i: number, next: Partial<(typeof parts)[number]>) =>
    setParts(parts.map((p, k) => (k === i ? { ...p, ...next } : p)));
  const whole = parts.every((p, i) => p.reps !== null && (p.load !== null || !e.parts[i]!.load));
  const correct = () =>
    void rule({
      act: "correct",
      id: e.id,
      revision: e.revision,
      parts: e.parts.map((p, i) => ({
        ...p,
        reps: parts[i]!.reps ?? p.reps,
        load: p.load && { ...p.load, value: parts[i]!.load ?? p.load.value },
      })),
      reserve: e.reserve,
    });
  const many = parts.length > 1;
  return (
    <div style={{ display: "grid", gap: 10, maxWidth: 320 }}>
      {flagged && <p className="small">{said.farFromTheOther()}</p>}
      {twice && <p className="small">{said.correctedOnTwoPhones()}</p>}
      {e.by && <p className="small quiet">{said.thisRevisionIsS({ by: e.by })}</p>}
      {parts.map((p, i) => (
        <div key={e.parts[i]!.id} style={{ display: "flex", gap: 8, alignItems: "center" }}>
          {many && <span className="small quiet">{e.parts[i]!.kind}</span>}
          {e.parts[i]!.load && (
            <NumberField
              aria-label={many ? said.loadOfPartN({ n: i + 1 }) : said.load2()}
              size="small"
              style={{ width: 74 }}
              value={p.load}
              onChange={(load) => change(i, { load })}
            />
          )}
          <NumberField
            aria-label={many ? said.repsOfPartN({ n: i + 1 }) : said.reps()}
            size="small"
            style={{ width: 60 }}
            value={p.reps}
            onChange={(reps) => change(i, { reps })}
          />
        </div>
      ))}
      <div className="actions" style={{ marginTop: 0 }}>
        <Button size="small" disabled={!whole} onClick={correct}>
          {said.correct()}
        </Button>
        {flagged && (
          <Button
            size="small"
            type="primary"
            onClick={() => void rule({ act: "confirm", id: e.id, revision: e.revision })}
          >
            {said.itIsRight()}
          </Button>
        )}
        <Button size="small" danger onClick={() => void rule({ act: "void", id: e.id, revision: e.revision })}>
          {said.strikeIt()}
        </Button>
      </div>
    </div>
  );
}
