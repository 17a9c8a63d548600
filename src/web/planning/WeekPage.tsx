/** The week loom: days across, muscles and heads down, each set a grain; the checks answer at once. */
import { App, Button } from "antd";
import { useEffect, useMemo, useState } from "react";
import { Link, useParams } from "react-router";
import { library } from "#core/exercises/library";
import { checkWeek } from "#core/planning/check";
import { weekDose } from "#core/planning/dose";
import { DEFAULT_METHOD } from "#core/planning/method";
import { api, toFailure } from "../app/api";
import { useOpenClient } from "../app/open-client";
import { isTyping } from "../app/keys";
import { Empty, Failed, Loading } from "../app/states";
import { ImportButton } from "../exchange/ImportButton";
import { Checks } from "./Checks";
import { ConflictChoice } from "./ConflictChoice";
import { HandOverButton } from "./HandOverButton";
import { Loom } from "./Loom";
import { SaveMark } from "./SaveMark";
import { Session } from "./Session";
import { useStrength } from "../training/useStrength";
import { usePlan } from "./usePlan";

const exercises = new Map(library.map((e) => [e.id, e]));

export default function WeekPage() {
  const { id = "" } = useParams();
  const { client } = useOpenClient();
  const clients = api.useClientsQuery();
  const { plan, program, failed, edit, undo, redo } = usePlan(client ? id : null);
  const [dayId, setDayId] = useState<string | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const { message } = App.useApp();
  const reason = plan?.save === "waiting" || plan?.save === "conflict" ? null : plan?.reason;

  useEffect(() => {
    if (reason) void message.warning(reason, 5);
  }, [reason, message]);

  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z" || (e.target instanceof HTMLElement && e.target.closest("input, textarea"))) return;
      e.preventDefault();
      if (e.shiftKey) redo();
      else undo();
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [undo, redo]);

  const { data: log } = api.useLogQuery(id, { skip: !client });
  const strength = useStrength(client, program, log?.entries);
  const dose = useMemo(() => (program ? weekDose(program) : null), [program]);
  const lines = useMemo(() => (program && dose && client ? checkWeek(program, client, DEFAULT_METHOD, exercises, dose) : []), [program, dose, client]);

  useEffect(() => {
    const go = (e: KeyboardEvent) => {
      if (isTyping(e) || !program || (e.key !== "ArrowLeft" && e.key !== "ArrowRight")) return;
      const at = program.days.findIndex((d) => d.id === dayId);
      const next = program.days[Math.max(0, Math.min(program.days.length - 1, at + (e.key === "ArrowRight" ? 1 : -1)))];
      if (next) setDayId(next.id);
    };
    addEventListener("keydown", go);
    return () => removeEventListener("keydown", go);
  }, [program, dayId]);

  if (clients.isLoading) return <Loading what="the client" />;
  if (clients.isError) return <Failed what="The client" reason={toFailure(clients.error).error} again={clients.refetch} />;
  if (!client) return <Empty title="This client is not in your practice"><Link to="/clients">To the clients</Link></Empty>;
  if (failed) return <Failed what="The week" reason="The server does not answer just now. It is tried again." />;
  if (!plan || !program || !dose) return <Loading what="the week" />;
  const day = program.days.find((d) => d.id === dayId) ?? program.days.find((d) => d.blocks.length > 0) ?? program.days[0]!;
  const empty = program.days.every((d) => d.blocks.length === 0);
  return (
    <>
      <div className="week-line">
        <h1>{client.name}, {program.name.toLowerCase()}</h1>
        <span className="quiet">{client.daysPerWeek} days of {client.minutes} min</span>
        <SaveMark plan={plan} />
        <span style={{ marginLeft: "auto", display: "flex", gap: 8 }}>
          <Button disabled={plan.undo.length === 0} onClick={undo} title="Ctrl Z">Undo</Button>
          <Button disabled={plan.redo.length === 0} onClick={redo} title="Ctrl Shift Z">Redo</Button>
          <a className="ant-btn-link" style={{ alignSelf: "center", padding: "0 6px" }} href={`/api/programs/${program.id}/export`} download>Export</a>
          <ImportButton program={program} edit={edit} />
          <HandOverButton client={client} plan={plan} />
        </span>
      </div>
      {plan.save === "conflict" && <ConflictChoice clientId={client.id} plan={plan} />}
      <div className="week">
        <div>
          <section className="sheet" style={{ padding: "10px 14px 6px" }}>
            <Loom program={program} client={client} dose={dose} edit={edit} dayId={day.id} selected={selected} onDay={setDayId} onPick={(d, p) => (setDayId(d), setSelected(p))} />
            <p className="small quiet" style={{ padding: "6px 0" }}>Full grains are direct sets, hollow ones indirect; colour is the loaded length. Only what is on this week is counted.</p>
          </section>
          {empty ? (
            <Empty title="Nothing on the week yet">
              <p className="quiet">Pick a head in the ranking and use a setup for {client.name.split(" ")[0]}.</p>
              <Link to={`/ranking/triceps-long?for=${client.id}`}>To the ranking</Link>
            </Empty>
          ) : (
            <Session day={day} days={program.days} client={client} edit={edit} selected={selected} onSelect={setSelected} strength={strength} />
          )}
        </div>
        <Checks lines={lines} onFix={(operations) => edit(...operations)} />
      </div>
    </>
  );
}
