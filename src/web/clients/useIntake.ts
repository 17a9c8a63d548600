/** A client's answers while they are given: what changed last, the way back, and a draft of a new one. */
import { useEffect, useState } from "react";
import { inputOf, type Client, type ClientInput } from "#core/clients/client";
import { isCleared } from "#core/clients/screening";
import type { Method } from "#core/edition/method";
import { startPriorities } from "#core/planning/starts";

const DRAFT = "gryn.intake";

export type SetAnswers = (change: Partial<ClientInput>) => void;

export interface Intake {
  input: ClientInput;
  /** before the last change; null while there is none */
  before: ClientInput | null;
  /** a draft of before was taken up */
  drafted: boolean;
  set: SetAnswers;
  undo: () => void;
  /** a draft is no longer needed */
  forget: () => void;
}

/** a new client's priorities follow days and minutes until the coach has touched one */
function followed(input: ClientInput, change: Partial<ClientInput>, method: Method): ClientInput {
  const starts = (x: ClientInput) => startPriorities(x.daysPerWeek, x.minutes, method, x.level);
  const next = { ...input, ...change };
  const untouched = JSON.stringify(input.priorities) === JSON.stringify(starts(input));
  return untouched && !("priorities" in change) ? { ...next, priorities: starts(next) } : next;
}

/** fixed weekdays say how many there are, and how long they are on average */
function settled(input: ClientInput, was: boolean): ClientInput {
  const { weekdays } = input;
  const own = weekdays.length
    ? {
        daysPerWeek: weekdays.length,
        minutes: Math.round(weekdays.reduce((s, w) => s + w.minutes, 0) / weekdays.length),
      }
    : {};
  return { ...input, ...own, cleared: isCleared(input.screening, input.clearance, was) };
}

function draftOf(value: ClientInput): ClientInput | null {
  try {
    const kept = sessionStorage.getItem(DRAFT);
    // a draft of another version of the form lacks fields, or has others
    const draft = kept ? (JSON.parse(kept) as ClientInput) : null;
    return draft && Object.keys(draft).sort().join() === Object.keys(value).sort().join() ? draft : null;
  } catch {
    return null;
  }
}

export function useIntake(value: ClientInput | Client, method: Method): Intake {
  const isNew = !("id" in value);
  const [drafted] = useState(() => (isNew ? draftOf(inputOf(value)) : null));
  const [input, setInput] = useState<ClientInput>(() => drafted ?? inputOf(value));
  const [before, setBefore] = useState<ClientInput | null>(null);
  const was = !isNew && value.cleared;
  useEffect(() => {
    if (isNew && before) sessionStorage.setItem(DRAFT, JSON.stringify(input));
  }, [isNew, before, input]);
  return {
    input,
    before,
    drafted: drafted !== null,
    set: (change) => {
      setBefore(input);
      setInput(settled(isNew ? followed(input, change, method) : { ...input, ...change }, was));
    },
    undo: () => {
      if (!before) return;
      setInput(before);
      setBefore(null);
    },
    forget: () => sessionStorage.removeItem(DRAFT),
  };
}
