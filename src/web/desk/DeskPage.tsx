/** The coach's first page: what needs a decision, how every client stands, what has not been handed over. */
import { deskPage as text } from "#core/words/web/desk";
import { Button } from "antd";
import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate } from "react-router";
import { dateBefore } from "#core/base/dates";
import { rowsOf, type Need } from "#core/desk/needs";
import { first } from "#core/words/desk";
import { newId } from "../../page/newId";
import { dayOf } from "../../page/locale";
import { toFailure } from "../base/api";
import { useDecisions } from "../base/decisions";
import { isTyping, KEY, singleKeysOn } from "../base/keys";
import { Failed, Loading } from "../base/states";
import { Clients } from "./Clients";
import { Decisions, DoneToday } from "./Decisions";
import { HandOvers, Lately } from "./Sides";
import { useDesk } from "./useDesk";
import "./desk.css";

/** days that "later" puts something off by */
const LATER = 3;

export default function DeskPage() {
  const { desk, error, isLoading, refetch, now, today } = useDesk();
  const { decide, undecide } = useDecisions();
  const [open, setOpen] = useState<string | null>(null);
  const rows = useMemo(() => (desk ? rowsOf(desk.clients, desk.decisions, now, today) : []), [desk, now, today]);

  const say = async (need: Need, act: "done" | "later") => {
    const until = act === "later" ? dateBefore(today, -LATER) : null;
    const decision = { id: newId(), clientId: need.client.id, need: need.key, act, until, reason: null };
    // the next thing of the same client stays open; else the row that follows
    if ((await decide(decision)) && (rows.find((x) => x.client.id === need.client.id)?.needs.length ?? 0) < 2) {
      const at = rows.findIndex((x) => x.client.id === need.client.id);
      setOpen(rows[at + 1]?.client.id ?? null);
    }
  };
  const newest = desk?.decisions.find((d) => dayOf(new Date(d.at)) === today);

  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      if (isTyping(e) || !singleKeysOn()) return;
      const row = rows.find((r) => r.client.id === open);
      if (/^[1-9]$/.test(e.key)) setOpen(rows[Number(e.key) - 1]?.client.id ?? open);
      else if (e.key === "Escape") setOpen(null);
      else if (e.key === KEY.find) document.getElementById("find-client")?.focus();
      else if (e.key === KEY.done && row && row.needs[0]!.reason.kind !== "not cleared")
        void say(row.needs[0]!, "done");
      else if (e.key === KEY.later && row) void say(row.needs[0]!, "later");
      else if (e.key === KEY.back && newest) void undecide(newest.id);
      else return;
      e.preventDefault();
    };
    addEventListener("keydown", heard);
    return () => removeEventListener("keydown", heard);
  });

  if (isLoading) return <Loading what={text.theDesk()} />;
  if (error || !desk) return <Failed what={text.theDesk2()} reason={toFailure(error).error} again={refetch} />;
  if (desk.clients.length === 0) return <FirstSteps />;
  const names = new Map(desk.clients.map((c) => [c.id, c.name]));
  return (
    <>
      <h1 className="visually-hidden">{text.desk()}</h1>
      <div className="desk">
        <div>
          <Decisions rows={rows} open={open} onOpen={setOpen} decide={(n, act) => void say(n, act)} />
          <DoneToday
            decisions={desk.decisions}
            nameOf={(id) => names.get(id)}
            today={(at) => dayOf(new Date(at)) === today}
            undo={(id) => void undecide(id)}
          />
        </div>
        <div>
          <Clients clients={desk.clients} rows={rows} today={today} />
          <div className="pair">
            <HandOvers clients={desk.clients} />
            <Lately clients={desk.clients} today={today} />
          </div>
        </div>
      </div>
    </>
  );
}

/** a practice without clients: the next step */
function FirstSteps() {
  const navigate = useNavigate();
  return (
    <section className="sheet first-steps">
      <h1>{first.title()}</h1>
      <ol>
        {first.steps.map((s) => (
          <li key={s()}>{s()}</li>
        ))}
      </ol>
      <p className="quiet">{first.example()}</p>
      <div className="actions">
        <Button type="primary" size="large" onClick={() => void navigate("/clients/new")} autoFocus>
          {text.addAClient()}
        </Button>
        <Link to="/ranking/triceps-long">{text.lookAtTheRanking()}</Link>
      </div>
    </section>
  );
}
