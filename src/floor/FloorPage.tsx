/** The client's page: today's session, one exercise at a time, one thumb. */
import { useEffect, useMemo, useReducer, useState } from "react";
import type { SnapshotPrescription } from "#core/training/handover";
import { ExerciseCard } from "./ExerciseCard";
import { moment } from "./moment";
import type { Keep } from "./keep";
import { askServer, Floor } from "./outbox";
import { RestTimer } from "./RestTimer";
import { loadText } from "../locale/locale";

const DAY_KEY = "gryn.floor.day";

function useFloor(keep: Keep): Floor {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const [floor] = useState(() => new Floor(keep, askServer, again));
  useEffect(() => {
    const token = location.hash.slice(1) || null;
    void floor.open(token, () => history.replaceState(null, "", "/floor"));
    const back = () => document.visibilityState === "visible" && void floor.refresh().then(() => floor.send());
    const online = () => void floor.send();
    document.addEventListener("visibilitychange", back);
    window.addEventListener("online", online);
    return () => {
      document.removeEventListener("visibilitychange", back);
      window.removeEventListener("online", online);
    };
  }, [floor]);
  return floor;
}

export function FloorPage({ keep }: { keep: Keep }) {
  const floor = useFloor(keep);
  const [dayId, setDayId] = useState(() => sessionStorage.getItem(DAY_KEY));
  const [open, setOpen] = useState<string | null>(null);
  const [restUntil, setRestUntil] = useState<number | null>(null);
  const [later, setLater] = useState<string[]>([]);
  const { session } = floor;
  const today = moment().localDate;
  const days = session?.handOver?.snapshot.days ?? [];
  // the day not trained for longest comes first
  const lastOf = useMemo(() => {
    const last = new Map<string, string>();
    for (const d of days) for (const b of d.blocks) for (const p of b.prescriptions) for (const e of floor.entries) if (e.prescriptionId === p.id && e.at > (last.get(d.id) ?? "")) last.set(d.id, e.at);
    return last;
  }, [days, floor.entries]);
  const due = [...days].sort((a, b) => (lastOf.get(a.id) ?? "").localeCompare(lastOf.get(b.id) ?? ""))[0];
  const started = days.find((d) => d.blocks.some((b) => b.prescriptions.some((p) => floor.entries.some((e) => e.prescriptionId === p.id && e.localDate === today))));
  const day = days.find((d) => d.id === dayId) ?? started ?? due;
  const planned: SnapshotPrescription[] = day?.blocks.flatMap((b) => b.prescriptions) ?? [];
  const leftOut = (p: SnapshotPrescription) => floor.reports.find((r) => r.prescriptionId === p.id && r.localDate === today)?.left ?? null;
  // what was put off comes last, what was left out after that
  const rank = (p: SnapshotPrescription) => (leftOut(p) ? 2 : later.includes(p.id) ? 1 : 0);
  const list = [...planned].sort((a, b) => rank(a) - rank(b));
  const pick = (id: string) => {
    sessionStorage.setItem(DAY_KEY, id);
    setDayId(id);
    setOpen(null);
  };
  const doneOf = (p: SnapshotPrescription) => floor.entries.filter((e) => e.prescriptionId === p.id && e.localDate === today).length;
  const closed = floor.link === "revoked" || floor.link === "expired" || floor.link === "unknown";

  if (!session || (closed && !session.handOver))
    return (
      <main className="center">
        <h1>Gryn</h1>
        <p>{floor.words || "Opening your session ..."}</p>
      </main>
    );
  const current = list.find((p) => p.id === open);
  return (
    <main>
      <header>
        <div>
          <h1>{session.firstName}{day ? `, ${day.name}` : ""}</h1>
          {day && <p className="quiet">about {day.minutes} min{session.handOver ? `, plan number ${session.handOver.number}` : ""}</p>}
        </div>
        <p className={floor.waiting ? "sent waiting" : "sent"} role="status">{floor.waiting ? `${floor.waiting} not sent` : floor.link === "open" ? "all sent" : "offline"}</p>
      </header>
      {floor.words && <p className={closed ? "notice warn" : "notice"} role={closed ? "alert" : "status"}>{floor.words}</p>}
      {floor.newPlan && <p className="notice" role="status">Your coach has handed over plan number {floor.newPlan}. What you logged is kept.</p>}
      {!session.handOver && <p className="notice">Your coach has not handed over a plan yet. This page will show it.</p>}
      {!current && days.length > 1 && (
        <nav aria-label="Days" className="days">
          {days.map((d) => (
            <button key={d.id} type="button" aria-pressed={d.id === day?.id} onClick={() => pick(d.id)}>{d.name}</button>
          ))}
        </nav>
      )}
      {current ? (
        <ExerciseCard key={current.id} p={current} floor={floor} handOverId={session.handOver!.id} today={today} back={() => setOpen(null)} onRest={(s) => setRestUntil(Date.now() + s * 1000)} onLater={() => { setLater([...later, current.id]); setOpen(null); }} next={list[list.indexOf(current) + 1]?.name ?? null} onNext={() => setOpen(list[list.indexOf(current) + 1]?.id ?? null)} />
      ) : (
        <ol className="list">
          {list.map((p) => {
            const done = doneOf(p);
            const t = session.targets[p.id];
            return (
              <li key={p.id} className="card">
                <button type="button" onClick={() => setOpen(p.id)}>
                  <strong>{p.name}</strong>
                  <span className="quiet">{leftOut(p) ? `Left out: ${leftOut(p)}` : t?.decision === "stop" ? "Stopped: talk to your coach" : `${p.reserves.length} sets of ${(t?.reps ?? p.reps).low}–${(t?.reps ?? p.reps).high}${(t?.load ?? p.load) ? `, ${loadText((t?.load ?? p.load)!)}` : ""}`}</span>
                  <span className="ticks" aria-label={`${done} of ${p.reserves.length} sets done`}>{p.reserves.map((_, i) => <i key={i} className={i < done ? "done" : ""} />)}</span>
                </button>
              </li>
            );
          })}
        </ol>
      )}
      <RestTimer until={restUntil} onDone={() => setRestUntil(null)} />
      <footer className="quiet">Stop on sharp pain, numbness or dizziness and tell your coach. The gym's own rules come first. If this opened inside a chat app, open it in your phone's browser: what you log stays in the browser you log it in.</footer>
    </main>
  );
}
