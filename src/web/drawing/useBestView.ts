/** The view that shows movement and head best: once an exercise and head, so that it stays while a setup is changed. */
import { useMemo } from "react";
import { lookOf } from "#core/drawing/look";
import type { FirstFrame } from "#core/drawing/rep";
import type { View } from "#core/drawing/view";
import type { Exercise } from "#core/exercises/format";
import type { Analysis } from "#core/mechanics/analyse";

const USUAL: View = { turn: 25, pitch: 7 };
const known = new Map<string, View>();

export function useBestView(
  exercise: Exercise | undefined,
  analysis: Analysis | null,
  headId: string | undefined,
  first?: FirstFrame,
): View {
  return useMemo(() => {
    if (!exercise || !analysis?.frames || !headId) return USUAL;
    const key = `${exercise.id} ${headId}`;
    const drawn = first?.head === headId ? first.view : undefined;
    const view = known.get(key) ?? drawn ?? lookOf({ exercise, analysis, samples: analysis.s.length, chosen: headId });
    known.set(key, view);
    return view;
  }, [exercise, analysis, headId, first]);
}
