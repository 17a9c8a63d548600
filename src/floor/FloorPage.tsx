/** The client's page: today's session, one exercise or one pair at a time, one thumb. */
import { lazy, Suspense, useEffect, useReducer, useState } from "react";
import { pairRest } from "#core/planning/timing";
import type { Snapshot, SnapshotPrescription } from "#core/training/handover";
import { pairStep } from "#core/training/pair";
import { targetFor, type Target } from "#core/training/progression";
import { CheckInCard } from "./CheckInCard";
import { moment } from "./moment";
import type { Keep } from "./keep";
import { askServer, Floor, type Item } from "./outbox";
import { RestTimer } from "./RestTimer";
import type { FloorSession } from "./types";
import type { PhoneWords } from "#core/words/client/phone";
import { useLetters } from "./letters";
import { worksOf } from "./today";
import { useAwake } from "./useAwake";
import { ownLanguage, useLanguage, useWords, Words } from "./words";
import { loadText } from "../page/locale";

/** ms after the list before the rest is asked for, and before what did not come is asked for again */
const AFTER = 1500;
const AGAIN = 1000;
type Card = { default: typeof import("./ExerciseCard").ExerciseCard };
/** the list comes first, and what an exercise needs right after it: kept for the time without a connection */
const loadCard = (): Promise<Card> =>
  import("./ExerciseCard").then(
    (m) => ({ default: m.ExerciseCard }),
    () => new Promise<void>((done) => setTimeout(done, AGAIN)).then(loadCard),
  );
const ExerciseCard = lazy(loadCard);

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
  const language = floor.session?.language ?? ownLanguage();
  const words = useLanguage(language);
  if (!floor.session || (isClosed(floor) && !floor.session.handOver))
    return (
      <main className="center">
        <h1>Gryn</h1>
        <p>{floor.notice ? words.link[floor.notice]() : words.page.opening()}</p>
      </main>
    );
  return (
    <Words value={words}>
      <SessionPage key={floor.session.who} floor={floor} session={floor.session} />
    </Words>
  );
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
  const { page: words, list } = useWords();
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
  useEffect(() => {
    const soon = setTimeout(() => void loadCard(), AFTER);
    return () => clearTimeout(soon);
  }, []);
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
        <nav aria-label={words.days()} className="days">
          {days.map((d) => (
            <button key={d.id} type="button" aria-pressed={d.id === day?.id} onClick={() => pick(d.id)}>
              {d.name}
            </button>
          ))}
        </nav>
      )}
      {block && current && block.prescriptions.length > 1 && (
        <nav aria-label={list.pair()} className="pair">
          {block.prescriptions.map((p, i) => (
            <button key={p.id} type="button" aria-pressed={p === current} onClick={() => setOpen(p.id)}>
              <span>
                {i + 1}. {p.name}
              </span>
              <span className="number">{list.ofSets({ done: doneOf(p), of: p.reserves.length })}</span>
            </button>
          ))}
        </nav>
      )}
      {block && current ? (
        <Suspense>
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
            next={following ? list.and({ names: following.prescriptions.map((p) => p.name) }) : null}
            onNext={() => setOpen(following?.prescriptions[0]?.id ?? null)}
            inPair={block.prescriptions.length > 1}
            mend={mend}
          />
        </Suspense>
      ) : (
        <>
          <CheckInCard
            floor={floor}
            today={now.today}
            groups={trainedGroups(session.handOver)}
            rules={session.rules.log}
          />
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
      <footer className="quiet">{words.safety()}</footer>
    </main>
  );
}

/** whose session it is, whether all is sent, and what there is to know of the connection */
function Head({ floor, session, day }: { floor: Floor; session: FloorSession; day: Day | undefined }) {
  const { page: words, link } = useWords();
  const closed = isClosed(floor);
  return (
    <>
      <header>
        <div>
          <h1>{words.head({ name: session.firstName, day: day?.name ?? null })}</h1>
          {day && session.handOver && (
            <p className="quiet">{words.minutes({ minutes: day.minutes, plan: session.handOver.number })}</p>
          )}
        </div>
        <p className={floor.waiting ? "sent waiting" : "sent"} role="status">
          {floor.waiting ? words.waiting({ n: floor.waiting }) : floor.link === "open" ? words.sent() : words.offline()}
        </p>
      </header>
      {floor.notice && (
        <p className={closed ? "notice warn" : "notice"} role={closed ? "alert" : "status"}>
          {link[floor.notice]()}
        </p>
      )}
      {floor.full && (
        <p className="notice warn" role="alert">
          {words.full()}
        </p>
      )}
      {floor.newPlan && (
        <p className="notice" role="status">
          {words.newPlan({ number: floor.newPlan })}
        </p>
      )}
      {!session.handOver && <p className="notice">{words.noPlan()}</p>}
    </>
  );
}

/** an exercise, or two that are done in turn, in the list of the day */
function BlockCard({ b, now, onOpen }: { b: Block; now: Today; onOpen: (id: string) => void }) {
  const say = useWords();
  const { list: words } = say;
  return (
    <li className="card">
      {b.prescriptions.length > 1 && <p className="quiet in-turn">{words.inTurn()}</p>}
      {b.prescriptions.map((p) => (
        <button key={p.id} type="button" onClick={() => onOpen(p.id)}>
          <strong>{p.name}</strong>
          <span className="quiet">{askedText(p, now, say)}</span>
          <span className="ticks" aria-label={words.setsDone({ done: now.doneOf(p), of: p.reserves.length })}>
            {p.reserves.map((_, i) => (
              <i key={i} className={i < now.doneOf(p) ? "done" : ""} />
            ))}
          </span>
        </button>
      ))}
    </li>
  );
}

function askedText(p: SnapshotPrescription, now: Today, { list: words }: PhoneWords): string {
  const left = now.leftOut(p);
  if (left) return words.leftOut({ left });
  const t = now.target(p);
  if (t.decision === "stop") return words.stopped();
  const { load } = t;
  return words.asked({ sets: p.reserves.length, ...t.reps, load: load && loadText(load) });
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
  const { refused: words } = useWords();
  if (floor.refusedItems.length === 0) return null;
  return (
    <section className="notice warn" role="alert" aria-label={words.title()}>
      {floor.refusedItems.map((x) => (
        <div key={`${x.item.id} ${x.item.revision}`} className="refused">
          <p>{refusedText(x, names, words)}</p>
          <div>
            {x.kind === "entry" && names.has(x.item.prescriptionId) && (
              <button type="button" onClick={() => onMend(x)}>
                {words.mend()}
              </button>
            )}
            <button type="button" onClick={() => void floor.drop(x)}>
              {words.drop()}
            </button>
          </div>
        </div>
      ))}
    </section>
  );
}

function refusedText(x: Item, names: ReadonlyMap<string, string>, words: PhoneWords["refused"]): string {
  const why = x.refused || words.cannot();
  if (x.kind === "check-in") return words.checkIn({ why });
  const name = names.get(x.item.prescriptionId) ?? null;
  return x.kind === "entry" ? words.entry({ set: x.item.set + 1, name, why }) : words.report({ name, why });
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
