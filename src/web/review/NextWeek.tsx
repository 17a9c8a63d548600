/** Next week as a list of edits: accepted, changed or declined; those that hurt are declined with a reason only. */
import { Button, Input, InputNumber } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Client } from "#core/clients/client";
import type { Decision } from "#core/desk/needs";
import { editionOf } from "#core/edition/edition";
import { dayMinutes } from "#core/planning/minutes";
import { prescriptionsOf } from "#core/program/edit";
import type { Operation, Prescription, Program } from "#core/program/document";
import type { Edit } from "#core/review/edits";
import { setsOf } from "#core/review/proposal";
import { acts, page as words } from "#core/words/review";
import { newId } from "../../page/newId";
import { api, toFailure } from "../base/api";
import { useDecisions } from "../base/decisions";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { message } from "../base/say";
import { Swap } from "../planning/Swap";
import { editWords } from "./edit-words";

/** an edit that was taken or left in this session */
interface Said {
  edit: Edit;
  act: "accepted" | "declined";
  reason: string | null;
  /** of the decision */
  id: string;
}

interface NextWeekProps {
  client: Client;
  program: Program;
  edits: readonly Edit[];
  decisions: readonly Decision[];
  edit: (...operations: Operation[]) => void;
  undo: () => void;
  /** keys of what was declined in this session: it may let other edits in */
  onDeclined: (keys: readonly string[]) => void;
}

export function NextWeek({ client, program, edits, decisions, edit: change, undo, onDeclined }: NextWeekProps) {
  const { decide, undecide } = useDecisions();
  const [said, setSaid] = useState<readonly Said[]>([]);
  const [at, setAt] = useState(0);
  const [asking, setAsking] = useState<"reason" | "change" | "find" | null>(null);
  const giveBack = usePriorities(client);
  const navigate = useNavigate();
  const decided = new Set([...decisions.map((d) => d.need), ...said.map((s) => s.edit.key)]);
  const open = edits.filter((e) => !decided.has(e.key));
  const current = open[Math.min(at, open.length - 1)];
  const list = useRef<HTMLOListElement>(null);

  const say = async (e: Edit, act: Said["act"], reason: string | null) => {
    const id = newId();
    setSaid((all) => [{ edit: e, act, reason, id }, ...all]);
    setAsking(null);
    const decision = act === "declined" ? "declined" : "done";
    const kept = await decide({ id, clientId: client.id, need: e.key, act: decision, until: null, reason });
    if (!kept) setSaid((all) => all.filter((s) => s.id !== id));
  };
  const accept = (e: Edit, operations = e.operations) => {
    if (e.find && operations.length === 0) return setAsking("find");
    if (operations.length) change(...operations);
    if (e.priorities) giveBack.give(e);
    // what was found is in the week: taking it back takes that back
    void say({ ...e, operations }, "accepted", null);
  };
  const acceptAll = () => {
    // each by itself, so that each is taken back by itself
    open.filter((e) => e.operations.length > 0).forEach((e) => accept(e));
  };
  const back = async () => {
    const last = said[0];
    if (!last) return;
    if (last.act === "accepted" && last.edit.operations.length) undo();
    if (last.act === "accepted" && last.edit.priorities) giveBack.takeBack(last.edit);
    setSaid((all) => all.slice(1));
    await undecide(last.id);
  };
  useEffect(() => onDeclined(declinedOf(said)), [said, onDeclined]);
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      if (isTyping(e) || !singleKeysOn()) return;
      const n = Number(e.key);
      if (n >= 1 && n <= open.length) {
        setAt(n - 1);
        setAsking(null);
        list.current?.querySelectorAll<HTMLElement>("button.head")[n - 1]?.focus();
      } else if (e.key === "Y") acceptAll();
      else if (e.key === KEY.back) void back();
      else if (e.key === KEY.handOver) void navigate(`/clients/${client.id}/week`);
      else if (!current) return;
      else if (e.key === KEY.done) accept(current);
      else if (e.key === KEY.decline) {
        e.preventDefault();
        setAsking("reason");
      } else if (e.key === KEY.change && current.lineId && current.operations.length) {
        e.preventDefault();
        setAsking("change");
      }
    };
    addEventListener("keydown", heard);
    return () => removeEventListener("keydown", heard);
  });

  const { method } = editionOf(program);
  const minutes = program.days.reduce((s, d) => s + dayMinutes(d, method), 0);
  const takes = open.filter((e) => e.operations.length > 0).length;
  return (
    <section className="sheet next-week" aria-label={words.next({ n: open.length })}>
      <h2>{words.next({ n: open.length })}</h2>
      {open.length === 0 && said.length === 0 && <p className="quiet">{words.nothingNext()}</p>}
      <ol ref={list}>
        {open.map((e, i) => {
          const { what, why } = editWords(e);
          const chosen = e === current;
          return (
            <li key={e.key} data-open={chosen} data-safety={e.safety}>
              <button
                type="button"
                className="plain head"
                aria-expanded={chosen}
                onClick={() => {
                  setAt(i);
                  setAsking(null);
                }}
              >
                <kbd>{i < 9 ? i + 1 : ""}</kbd>
                <span>
                  <b>
                    {e.safety ? "■ " : ""}
                    {e.name}: {what}
                  </b>
                  <span className="small quiet">{why}</span>
                </span>
              </button>
              {chosen && asking === null && (
                <EditActs
                  e={e}
                  client={client}
                  onAccept={() => accept(e)}
                  onDecline={() => setAsking("reason")}
                  onChange={() => setAsking("change")}
                  onFind={() => setAsking("find")}
                />
              )}
              {chosen && asking === "find" && e.find && (
                <FindSetup e={e} client={client} program={program} onFound={accept} onClose={() => setAsking(null)} />
              )}
              {chosen && asking === "reason" && (
                <WhyNot
                  needed={e.safety}
                  onSay={(reason) => void say(e, "declined", reason)}
                  onBack={() => setAsking(null)}
                />
              )}
              {chosen && asking === "change" && (
                <ChangeLine
                  p={prescriptionsOf(program).find((p) => p.id === e.lineId) ?? null}
                  e={e}
                  onSave={(operations) => accept(e, operations)}
                  onBack={() => setAsking(null)}
                />
              )}
            </li>
          );
        })}
      </ol>
      {said.length > 0 && (
        <ul className="said small">
          {said.map((s, i) => (
            <li key={s.id}>
              {s.act === "accepted" ? "✓" : "◇"} {s.edit.name}:{" "}
              {s.act === "accepted" ? acts.accepted() : acts.declined({ reason: s.reason })}
              {i === 0 && (
                <button type="button" className="plain link" onClick={() => void back()}>
                  {acts.undo()} <kbd>{KEY.back}</kbd>
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <footer>
        <p>
          {words.after({ sets: setsOf(program), minutes: Math.round(minutes) })}{" "}
          <span className="quiet">{words.unseen()}</span>
        </p>
        {takes > 1 && (
          <Button size="small" onClick={acceptAll}>
            {acts.acceptAll({ n: takes })} <kbd>⇧Y</kbd>
          </Button>
        )}
        <Link className="ant-btn ant-btn-primary ant-btn-sm hand-over" to={`/clients/${client.id}/week`}>
          {acts.handOver()} <kbd>{KEY.handOver}</kbd>
        </Link>
      </footer>
    </section>
  );
}

interface EditActsProps {
  e: Edit;
  client: Client;
  onAccept: () => void;
  onDecline: () => void;
  onChange: () => void;
  onFind: () => void;
}

function EditActs({ e, client, onAccept, onDecline, onChange, onFind }: EditActsProps) {
  const log = `/clients/${client.id}/log?line=${e.lineId ?? ""}`;
  return (
    <div className="acts">
      {e.operations.length > 0 && (
        <Button size="small" onClick={onAccept}>
          {acts.accept()} <kbd>{KEY.done}</kbd>
        </Button>
      )}
      {e.operations.length > 0 && e.lineId && !e.safety && (
        <Button size="small" onClick={onChange}>
          {acts.change()} <kbd>{KEY.change}</kbd>
        </Button>
      )}
      {e.find && (
        <Button size="small" onClick={onFind}>
          {acts.find()} {e.operations.length === 0 && <kbd>{KEY.done}</kbd>}
        </Button>
      )}
      {(e.reason.kind === "unlikely" || e.reason.kind === "further day") && (
        <Link to={e.reason.kind === "further day" ? `/clients/${client.id}/week` : log}>{acts.look()}</Link>
      )}
      <Button size="small" type="text" onClick={onDecline}>
        {acts.decline()} <kbd>{KEY.decline}</kbd>
      </Button>
    </div>
  );
}

const declinedOf = (said: readonly Said[]): string[] => said.filter((s) => s.act === "declined").map((s) => s.edit.key);

/** priorities that an edit changes with the week, and those of before */
function usePriorities(client: Client) {
  const [save] = api.useSaveClientMutation();
  const [before, setBefore] = useState<ReadonlyMap<string, Client["priorities"]>>(new Map());
  const put = async (priorities: Client["priorities"]) => {
    const { id, revision, ...input } = client;
    const r = await save({ id, revision, client: { ...input, priorities } });
    if (r.error) message.error(toFailure(r.error).error, 5);
  };
  return {
    give: (e: Edit) => {
      setBefore(new Map(before).set(e.key, client.priorities));
      void put(e.priorities!);
    },
    takeBack: (e: Edit) => {
      const was = before.get(e.key);
      if (was) void put(was);
    },
  };
}

interface FindSetupProps {
  e: Edit;
  client: Client;
  program: Program;
  onFound: (e: Edit, operations: Operation[]) => void;
  onClose: () => void;
}

/** another setup for the line, from the ranking, chosen without leaving the review */
function FindSetup({ e, client, program, onFound, onClose }: FindSetupProps) {
  const p = prescriptionsOf(program).find((x) => x.id === e.lineId);
  if (!p || !e.find) return null;
  const { id: prescriptionId } = p;
  return (
    <Swap
      p={p}
      client={client}
      spare={e.find.spare}
      oneSided={e.find.oneSided}
      program={program}
      onSwap={(prescription) => onFound(e, [{ kind: "swap", prescriptionId, prescription }])}
      onClose={onClose}
    />
  );
}

function WhyNot({ needed, onSay, onBack }: { needed: boolean; onSay: (r: string | null) => void; onBack: () => void }) {
  const [text, setText] = useState("");
  const [fault, setFault] = useState(false);
  const say = () => (needed && text.trim().length < 3 ? setFault(true) : onSay(text.trim() || null));
  return (
    <form
      className="why-not"
      onSubmit={(e) => {
        e.preventDefault();
        say();
      }}
    >
      <label>
        {acts.why()}
        <Input
          autoFocus
          size="small"
          maxLength={300}
          value={text}
          status={fault ? "error" : ""}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Escape" && onBack()}
        />
      </label>
      {fault && (
        <p className="small" role="alert">
          {acts.whyNeeded()}
        </p>
      )}
      <Button size="small" htmlType="submit">
        {acts.decline()}
      </Button>
      <Button size="small" type="text" onClick={onBack}>
        {acts.back()}
      </Button>
    </form>
  );
}

interface ChangeLineProps {
  p: Prescription | null;
  e: Edit;
  onSave: (operations: Operation[]) => void;
  onBack: () => void;
}

/** the line in place: load, reps and sets, begun from what was proposed */
function ChangeLine({ p, e, onSave, onBack }: ChangeLineProps) {
  const proposed = Object.assign(
    {},
    ...e.operations.map((o) => (o.kind === "change" ? o.change : {})),
  ) as Partial<Prescription>;
  const [load, setLoad] = useState<number | null>((proposed.load ?? p?.load)?.value ?? null);
  const [low, setLow] = useState<number | null>((proposed.reps ?? p?.reps)?.low ?? null);
  const [high, setHigh] = useState<number | null>((proposed.reps ?? p?.reps)?.high ?? null);
  const [sets, setSets] = useState<number | null>((proposed.reserves ?? p?.reserves)?.length ?? null);
  if (!p) return null;
  const { value: _value, ...step } = p.loadStep;
  const wrong = low === null || high === null || low > high || sets === null;
  const save = () => {
    if (wrong) return;
    const reserves = proposed.reserves ?? p.reserves;
    const own = Array.from({ length: sets }, (_, i) => reserves[Math.min(i, reserves.length - 1)]!);
    onSave([
      {
        kind: "change",
        prescriptionId: p.id,
        change: {
          ...proposed,
          load: load === null ? null : { ...step, value: load },
          reps: { low, high },
          reserves: own,
        },
      },
    ]);
  };
  return (
    <form
      className="change-line"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <label>
        {acts.load({ unit: p.loadStep.unit })}
        <InputNumber
          size="small"
          autoFocus
          min={0}
          max={1000}
          step={p.loadStep.value}
          value={load}
          onChange={setLoad}
        />
      </label>
      <label>
        {acts.low()}
        <InputNumber size="small" min={1} max={50} precision={0} value={low} onChange={setLow} />
      </label>
      <label>
        {acts.high()}
        <InputNumber size="small" min={1} max={50} precision={0} value={high} onChange={setHigh} />
      </label>
      <label>
        {acts.sets()}
        <InputNumber size="small" min={1} max={10} precision={0} value={sets} onChange={setSets} />
      </label>
      <Button size="small" htmlType="submit" disabled={wrong}>
        {acts.save()}
      </Button>
      <Button size="small" type="text" onClick={onBack}>
        {acts.back()}
      </Button>
    </form>
  );
}
