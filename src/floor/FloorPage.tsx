/** The client's page: today's session, one exercise or one pair at a time, one thumb. */
import { useEffect, useReducer, useState } from "react";
import { pairRest } from "#core/planning/timing";
import type { Snapshot, SnapshotPrescription } from "#core/training/handover";
import { pairStep } from "#core/training/pair";
import { targetFor, type Target } from "#core/training/progression";
import { CheckInCard } from "./CheckInCard";
import { ExerciseCard } from "./ExerciseCard";
import { moment } from "./moment";
import type { Keep } from "./keep";
import { askServer, Floor, type Item } from "./outbox";
import { RestTimer } from "./RestTimer";
import type { FloorSession } from "./types";
import { page as words } from "#core/words/phone";
import { useLetters } from "./letters";
import { worksOf } from "./today";
import { useAwake } from "./useAwake";
import { loadText } from "../page/locale";

const DAY_KEY = "gryn.floor.day";
/** the client of this tab: an address to come back to, which says nothing by itself */
const WHO = "who";
const OPEN = "exercise";

function useFloor(keep: Keep): Floor {
  const [, again] = useReducer((n: number) => n + 1, 0);
  const [floor] = useState(() => new Floor(keep, askServer, again));
  useEffect(() => {
    const start = () =>
      void floor.open(location.hash.slice(1) || null, new URLSearchParams(location.search).get(WHO), (who) =>
        history.replaceState(null, "", `/floor?${WHO}=${who}`),
      );
    start();
    const back = () => document.visibilityState === "visible" && void floor.refresh().then(() => floor.send());
    const online = () => void floor.send();
    // another link in the same tab only changes what stands after #
    window.addEventListener("hashchange", start);
    document.addEventListener("visibilitychange", back);
    window.addEventListener("online", online);
    return () => {
      window.removeEventListener("hashchange", start);
      document.removeEventListener("visibilitychange", back);
      window.removeEventListener("online", online);
    };
  }, [floor]);
  return floor;
}

const NO_DAYS: Snapshot["days"] = [];

type Day = Snapshot["days"][number];
type Block = Day["blocks"][number];

export function FloorPage({ keep }: { keep: Keep }) {
  const floor = useFloor(keep);
  if (!floor.session || (isClosed(floor) && !floor.session.handOver))
    return (
      <main className="center">
        <h1>Gryn</h1>
        <p>{floor.words || "Opening your session ..."}</p>
      </main>
    );
  return <SessionPage key={floor.session.who} floor={floor} session={floor.session} />;
}

const isClosed = (floor: Floor) => floor.link === "revoked" || floor.link === "expired" || floor.link === "unknown";

/** what stands in today's session, as the plan, the log and what was put off say */
function dayOf(floor: Floor, session: FloorSession, picked: string | null, later: readonly string[]) {
  const today = moment().localDate;
  const days = session.handOver?.snapshot.days ?? NO_DAYS;
  const of = (p: SnapshotPrescription) => floor.entries.filter((e) => e.prescriptionId === p.id);
  const all = (d: Day) => d.blocks.flatMap((b) => b.prescriptions);
  const doneOf = (p: SnapshotPrescription) => of(p).filter((e) => e.localDate === today).length;
  const lastAt = (d: Day) =>
    all(d)
      .flatMap((p) => of(p).map((e) => e.at))
      .sort()
      .pop() ?? "";
  const leftOut = (p: SnapshotPrescription) =>
    floor.reports.find((r) => r.prescriptionId === p.id && r.localDate === today)?.left ?? null;
  const started = days.find((d) => all(d).some((p) => doneOf(p) > 0));
  // the day not trained for longest comes first
  const due = [...days].sort((a, b) => lastAt(a).localeCompare(lastAt(b)))[0];
  const day = days.find((d) => d.id === picked) ?? started ?? due;
  // what was put off comes last, what was left out after that
  const rank = (b: Block) =>
    b.prescriptions.every(leftOut) ? 2 : b.prescriptions.some((p) => later.includes(p.id)) ? 1 : 0;
  return {
    today,
    days,
    day,
    blocks: [...(day?.blocks ?? [])].sort((a, b) => rank(a) - rank(b)),
    doneOf,
    leftOut,
    target: (p: SnapshotPrescription): Target => targetFor(p, floor.history, session.rules, today),
  };
}

type Today = ReturnType<typeof dayOf>;

/** the exercise that is open, as the address says: back leads to the list, and a reload comes back to it */
function useOpenExercise(): [string | null, (id: string | null) => void] {
  const read = () => new URLSearchParams(location.search).get(OPEN);
  const [open, set] = useState(read);
  useEffect(() => {
    const back = () => set(read());
    window.addEventListener("popstate", back);
    return () => window.removeEventListener("popstate", back);
  }, []);
  useEffect(() => {
    window.scrollTo(0, 0);
  }, [open]);
  const go = (id: string | null) => {
    const now = read();
    if (id === now) return;
    const query = new URLSearchParams(location.search);
    if (id) query.set(OPEN, id);
    else query.delete(OPEN);
    const address = `${location.pathname}?${query.toString()}`;
    // from one exercise straight to the next: back still leads to the list
    if (id && !now) history.pushState({ fromList: true }, "", address);
    else if (!id && (history.state as { fromList?: true } | null)?.fromList) return history.back();
    else history.replaceState(history.state, "", address);
    set(id);
  };
  return [open, go];
}

/** the line that something was logged for; a check-in is for none */
const lineOf = (x: Item): string | null => (x.kind === "check-in" ? null : x.item.prescriptionId);

const inSeconds = (n: number): number => Date.now() + n * 1000;

function SessionPage({ floor, session }: { floor: Floor; session: FloorSession }) {
  const [dayId, setDayId] = useState(() => sessionStorage.getItem(DAY_KEY));
  /** the open exercise; with it its pair, where it has one */
  const [open, setOpen] = useOpenExercise();
  const [wanted, setMend] = useState<Item | null>(null);
  const [restUntil, setRestUntil] = useState<number | null>(null);
  const [later, setLater] = useState<string[]>([]);
  const now = dayOf(floor, session, dayId, later);
  const { days, day, blocks, doneOf, target } = now;
  const rest = (seconds: number) => setRestUntil(inSeconds(seconds));
  const block = days.flatMap((d) => d.blocks).find((b) => b.prescriptions.some((p) => p.id === open));
  const current = block?.prescriptions.find((p) => p.id === open);
  const following = block && blocks[blocks.indexOf(block) + 1];
  useAwake(current !== undefined);
  const [large, switchLetters] = useLetters();
  // mended or dropped, it is wanted no more
  const mend = floor.refusedItems.find((x) => x === wanted && lineOf(x) === open) ?? null;

  const pick = (id: string) => {
    sessionStorage.setItem(DAY_KEY, id);
    setDayId(id);
    setOpen(null);
  };
  /** what a logged set leads to: its rest, or the other of the pair */
  const logged = (b: Block, p: SnapshotPrescription, done: number, odd = false) => {
    const [a, other] = b.prescriptions;
    const own = () => rest(target(p).rest ?? p.rest);
    if (!a || !other) return done < p.reserves.length ? own() : undefined;
    const just = p === a ? 0 : 1;
    const counts = [a, other].map((x) => (x === p ? done : doneOf(x))) as [number, number];
    const step = pairStep(counts, [a.reserves.length, other.reserves.length], just);
    if (step.rest === "round") rest(pairRest(a, other));
    if (step.rest === "own") own();
    if (step.next !== null && !odd) setOpen(b.prescriptions[step.next]!.id);
  };

  return (
    <main>
      <Head floor={floor} session={session} day={day} />
      <Refused
        floor={floor}
        names={new Map(days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions.map((p) => [p.id, p.name]))))}
        onMend={(x) => {
          setMend(x);
          setOpen(lineOf(x));
        }}
      />
      {!current && days.length > 1 && (
        <nav aria-label="Days" className="days">
          {days.map((d) => (
            <button key={d.id} type="button" aria-pressed={d.id === day?.id} onClick={() => pick(d.id)}>
              {d.name}
            </button>
          ))}
        </nav>
      )}
      {block && current && block.prescriptions.length > 1 && (
        <nav aria-label="Pair, in turn" className="pair">
          {block.prescriptions.map((p, i) => (
            <button key={p.id} type="button" aria-pressed={p === current} onClick={() => setOpen(p.id)}>
              <span>
                {i + 1}. {p.name}
              </span>
              <span className="number">
                {doneOf(p)} of {p.reserves.length}
              </span>
            </button>
          ))}
        </nav>
      )}
      {block && current ? (
        <ExerciseCard
          key={`${current.id} ${mend?.item.id ?? ""}`}
          p={current}
          floor={floor}
          handOverId={session.handOver!.id}
          today={now.today}
          target={target(current)}
          back={() => setOpen(null)}
          rules={session.rules}
          onLogged={(done, odd) => logged(block, current, done, odd)}
          onPause={(seconds) => (seconds > 5 ? rest(seconds) : setRestUntil(null))}
          onLater={() => {
            setLater([...later, ...block.prescriptions.map((p) => p.id)]);
            setOpen(null);
          }}
          next={following?.prescriptions.map((p) => p.name).join(" and ") ?? null}
          onNext={() => setOpen(following?.prescriptions[0]?.id ?? null)}
          inPair={block.prescriptions.length > 1}
          mend={mend}
        />
      ) : (
        <>
          <CheckInCard floor={floor} today={now.today} groups={trainedGroups(session.handOver)} />
          <ol className="list">
            {blocks.map((b) => (
              <BlockCard key={b.id} b={b} now={now} onOpen={setOpen} />
            ))}
          </ol>
        </>
      )}
      <RestTimer until={restUntil} onDone={() => setRestUntil(null)} />
      <button type="button" className="other letters" aria-pressed={large} onClick={switchLetters}>
        {words.letters()}
      </button>
      <footer className="quiet">
        Stop on sharp pain, numbness or dizziness and tell your coach. The gym's own rules come first. If this opened
        inside a chat app, open it in your phone's browser: what you log stays in the browser you log it in.
      </footer>
    </main>
  );
}

/** whose session it is, whether all is sent, and what there is to know of the connection */
function Head({ floor, session, day }: { floor: Floor; session: FloorSession; day: Day | undefined }) {
  const closed = isClosed(floor);
  return (
    <>
      <header>
        <div>
          <h1>
            {session.firstName}
            {day ? `, ${day.name}` : ""}
          </h1>
          {day && (
            <p className="quiet">
              about {day.minutes} min{session.handOver ? `, plan number ${session.handOver.number}` : ""}
            </p>
          )}
        </div>
        <p className={floor.waiting ? "sent waiting" : "sent"} role="status">
          {floor.waiting ? `${floor.waiting} not sent` : floor.link === "open" ? "all sent" : "offline"}
        </p>
      </header>
      {floor.words && (
        <p className={closed ? "notice warn" : "notice"} role={closed ? "alert" : "status"}>
          {floor.words}
        </p>
      )}
      {floor.full && (
        <p className="notice warn" role="alert">
          This phone's storage is full: what is not sent is lost when the page closes. Keep it open until all is sent,
          or free some space.
        </p>
      )}
      {floor.newPlan && (
        <p className="notice" role="status">
          Your coach has handed over plan number {floor.newPlan}. What you logged is kept.
        </p>
      )}
      {!session.handOver && (
        <p className="notice">Your coach has not handed over a plan yet. This page will show it.</p>
      )}
    </>
  );
}

/** an exercise, or two that are done in turn, in the list of the day */
function BlockCard({ b, now, onOpen }: { b: Block; now: Today; onOpen: (id: string) => void }) {
  return (
    <li className="card">
      {b.prescriptions.length > 1 && <p className="quiet in-turn">In turn, a set of each</p>}
      {b.prescriptions.map((p) => (
        <button key={p.id} type="button" onClick={() => onOpen(p.id)}>
          <strong>{p.name}</strong>
          <span className="quiet">{askedText(p, now)}</span>
          <span className="ticks" aria-label={`${now.doneOf(p)} of ${p.reserves.length} sets done`}>
            {p.reserves.map((_, i) => (
              <i key={i} className={i < now.doneOf(p) ? "done" : ""} />
            ))}
          </span>
        </button>
      ))}
    </li>
  );
}

function askedText(p: SnapshotPrescription, now: Today): string {
  const left = now.leftOut(p);
  if (left) return `Left out: ${left}`;
  const t = now.target(p);
  if (t.decision === "stop") return "Stopped: talk to your coach";
  const { load } = t;
  return `${p.reserves.length} sets of ${t.reps.low}–${t.reps.high}${load ? `, ${loadText(load)}` : ""}`;
}

/** what the server does not take: what, why, and a way out of it */
function Refused({
  floor,
  names,
  onMend,
}: {
  floor: Floor;
  names: ReadonlyMap<string, string>;
  onMend: (x: Item) => void;
}) {
  if (floor.refusedItems.length === 0) return null;
  return (
    <section className="notice warn" role="alert" aria-label="Not taken by the server">
      {floor.refusedItems.map((x) => (
        <div key={`${x.item.id} ${x.item.revision}`} className="refused">
          <p>
            {x.kind === "check-in"
              ? "How your week was"
              : `${x.kind === "entry" ? `Set ${x.item.set + 1}` : "What you felt"} of ${names.get(x.item.prescriptionId) ?? "another plan"}`}{" "}
            is not saved. {x.refused}
          </p>
          <div>
            {x.kind === "entry" && names.has(x.item.prescriptionId) && (
              <button type="button" onClick={() => onMend(x)}>
                Mend it
              </button>
            )}
            <button type="button" onClick={() => void floor.drop(x)}>
              Drop it
            </button>
          </div>
        </div>
      ))}
    </section>
  );
}

/** groups of muscles that the week is for: where soreness may be told of */
const trainedGroups = (days: FloorSession["handOver"]) => [
  ...new Map(
    (days?.snapshot.days ?? [])
      .flatMap((d) => d.blocks.flatMap((b) => b.prescriptions))
      .flatMap((p) =>
        worksOf(p)
          .filter((w) => w.direct)
          .map((w) => [w.group, w] as const),
      ),
  ).values(),
];
