/** Once a week, four taps: how recovered the client is. What follows is said at once; it can be put off. */
import { useState } from "react";
import type { CheckIn } from "#core/training/check-in-schema";
import { ASPECTS, badWeek, scoreOf, type Aspect } from "#core/training/check-in";
import type { Rules } from "#core/training/rules";
import { useWords } from "./words";
import { newId } from "../page/newId";
import { moment } from "./moment";
import type { Floor } from "./outbox";

const GRADES = [1, 2, 3, 4, 5] as const;
const LATER = "gryn.floor.check-in";

/** soreness from which on it is asked where */
const SORE = 3;

interface Props {
  floor: Floor;
  today: string;
  /** groups of muscles that the week trains */
  groups: readonly { group: string; name: string }[];
  rules: Rules["log"];
}

export function CheckInCard({ floor, today, groups, rules }: Props) {
  const { aspect, checkIn: words, group: groupWords } = useWords();
  // one browser may serve several clients
  const putOff = `${LATER}.${floor.who ?? ""}`;
  const [given, setGiven] = useState<Partial<Record<Aspect, number>>>({});
  const [sore, setSore] = useState<readonly string[]>([]);
  const [done, setDone] = useState<number | null>(null);
  const [open, setOpen] = useState(false);
  const [later, setLater] = useState(sessionStorage.getItem(putOff) === today);
  if (done !== null)
    return (
      <p className="notice" role="status">
        {words.thanks()} {done <= rules.bad ? words.bad({ score: done }) : ""}
      </p>
    );
  if (later || !floor.checkInDue(today)) return null;
  // the exercises come first: one line until it is wanted
  if (!open)
    return (
      <button type="button" className="other" onClick={() => setOpen(true)}>
        {words.open()}
      </button>
    );
  const asksWhere = (given.soreness ?? 5) <= SORE && groups.length > 0;
  const give = (a: Aspect, grade: number) => {
    const all = { ...given, [a]: grade };
    setGiven(all);
    // four taps are enough where nothing is sore
    if (((all.soreness ?? 5) > SORE || groups.length === 0) && isWhole(all)) save(all);
  };
  const save = (all: Partial<Record<Aspect, number>>) => {
    if (!isWhole(all)) return;
    const where = (all.soreness ?? 5) <= SORE ? [...sore] : [];
    const item: CheckIn = { id: newId(), revision: 1, ...all, sore: where, ...moment() };
    void floor.put({ kind: "check-in", item });
    setDone(badWeek([item], item.localDate, rules) ?? scoreOf(item));
  };
  return (
    <section className="check-in" aria-label={words.title()}>
      <h2>{words.title()}</h2>
      <p className="quiet">{words.how()}</p>
      {ASPECTS.map((a) => (
        <div key={a} className="choice" role="group" aria-label={aspect[a]()}>
          <span>{aspect[a]()}</span>
          <div className="scores five">
            {GRADES.map((n) => (
              <button key={n} type="button" aria-pressed={given[a] === n} onClick={() => give(a, n)}>
                {n}
              </button>
            ))}
          </div>
        </div>
      ))}
      {asksWhere && (
        <>
          <div className="choice" role="group" aria-label={words.sore()}>
            <span>{words.sore()}</span>
            <div>
              {groups.map((g) => (
                <button
                  key={g.group}
                  type="button"
                  aria-pressed={sore.includes(g.group)}
                  onClick={() =>
                    setSore(sore.includes(g.group) ? sore.filter((x) => x !== g.group) : [...sore, g.group])
                  }
                >
                  {groupWords[g.group] ?? g.name}
                </button>
              ))}
            </div>
          </div>
          <button type="button" className="planned" disabled={!isWhole(given)} onClick={() => save(given)}>
            <span>{words.save()}</span>
          </button>
        </>
      )}
      <button
        type="button"
        className="other"
        onClick={() => {
          sessionStorage.setItem(putOff, today);
          setLater(true);
        }}
      >
        {words.later()}
      </button>
    </section>
  );
}

const isWhole = (given: Partial<Record<Aspect, number>>): given is Record<Aspect, number> =>
  ASPECTS.every((a) => given[a] !== undefined);
