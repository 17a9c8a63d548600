/** What is on the bench: the parameters behind the address, and what the engine says about them. */
import { useCallback, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { Exercise, Parameter } from "#core/exercises/format";
import { askFor, type SetupAsk } from "#core/exercises/asked";
import { roundToStep, type Values } from "#core/exercises/setup";
import { setupStrains, type Strains } from "#core/exercises/strains";
import type { Form } from "#core/base/forms";
import type { Analysis } from "#core/mechanics/analyse";
import type { Body } from "#core/mechanics/model";
import { useAsk } from "../mechanics/useAsk";

/**
 * The analysis of what is on the bench, with the picture it begins with; that of the same exercise stands until the
 * next one is there. @param asked the head under the lens, as the exercise was opened with it
 */
export function useOnBench(
  exercise: Exercise | undefined,
  values: Values,
  body: Body,
  asked: string | null,
  form: Form,
) {
  const [opened, setOpened] = useState({ id: exercise?.id, head: asked });
  // another head under the lens asks nothing of the engine
  if (opened.id !== exercise?.id) setOpened({ id: exercise?.id, head: asked });
  const given = exercise ? { setup: askFor(exercise, values), body, head: opened.head, form } : null;
  const { answer, error, again } = useAsk("bench", given, { same: sameExercise });
  return { analysis: answer?.analysis ?? null, first: answer?.first, error, again };
}

/** the analysis of a setup beside it */
function useAnalysis(exercise: Exercise | undefined, values: Values, body: Body) {
  const asked = exercise ? { setup: askFor(exercise, values), body } : null;
  const { answer, error, again } = useAsk("analyse", asked, { same: sameExercise });
  return { analysis: answer ?? null, error, again };
}
const sameExercise = (a: { setup: SetupAsk }, b: { setup: SetupAsk }) => a.setup.exerciseId === b.setup.exerciseId;

/**
 * The parameters, held here so that no quick move is lost and written to the address behind them; an address that
 * changes from elsewhere (a link, the back button) wins.
 */
export function useAddressValues(exercise: Exercise | undefined): [Values, (change: (now: Values) => Values) => void] {
  const [params, setParams] = useSearchParams();
  const read = useCallback(
    (): Values =>
      exercise ? Object.fromEntries(exercise.parameters.map((p) => [p.id, readParameter(p, params.get(p.id))])) : {},
    [exercise, params],
  );
  const [state, setState] = useState({ exercise, values: read() });
  // addresses on their way: one may come round after the values have moved on, and must not turn them back
  const onTheWay = useRef<string[]>([]);
  useEffect(() => {
    const there = JSON.stringify(read());
    const mine = onTheWay.current.indexOf(there);
    if (mine >= 0) onTheWay.current.splice(0, mine + 1);
    else
      setState((now) =>
        there !== JSON.stringify(now.values) || now.exercise !== exercise ? { exercise, values: read() } : now,
      );
  }, [read, exercise, state.exercise]);
  useEffect(() => {
    const next = JSON.stringify(state.values);
    if (state.exercise !== exercise || next === JSON.stringify(read())) return;
    const here = window.location.pathname;
    const wait = setTimeout(() => {
      // on the way to another place this one is still there, but the address is no longer its own
      if (window.location.pathname !== here) return;
      onTheWay.current.push(next);
      setParams(
        (p) => {
          for (const [k, v] of Object.entries(state.values)) p.set(k, String(v));
          return p;
        },
        { replace: true },
      );
    }, 120);
    return () => clearTimeout(wait);
  }, [state, exercise, setParams, read]);
  const change = useCallback(
    (next: (now: Values) => Values) => setState((s) => ({ ...s, values: next(s.values) })),
    [],
  );
  return [state.exercise === exercise ? state.values : read(), change];
}

/** a value from the address; anything unreadable or outside falls back into range */
function readParameter(p: Parameter, text: string | null): number {
  const v = Number(text ?? "");
  return text === null || !Number.isFinite(v)
    ? roundToStep(p, p.default)
    : roundToStep(p, Math.max(p.min, Math.min(p.max, v)));
}

const USUAL: Values = {};

/** what the setup on the bench asks of joints in a body, 0 to 1; what the exercise states while that is worked out */
export function useStrains(exercise: Exercise, analysis: Analysis, body: Body): Strains {
  const { analysis: usual } = useAnalysis(exercise, USUAL, body);
  return setupStrains(exercise, analysis.strain, (joint) => usual?.strain[joint]);
}
