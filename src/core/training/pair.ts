/** A pair is done in turn: a set of the one, straight on to the other, then the rest of the round. */

export interface PairStep {
  /** which of the two is next; null when both are done */
  next: 0 | 1 | null;
  /** straight: no rest; round: what the pair rests between rounds; own: the rest of the one that is left alone */
  rest: "straight" | "round" | "own" | "none";
}

/** @param done sets of each, the one just done included @param planned sets of each @param just the one just done */
export function pairStep(done: readonly [number, number], planned: readonly [number, number], just: 0 | 1): PairStep {
  const left = (m: 0 | 1) => planned[m] - done[m];
  const other = just === 0 ? 1 : 0;
  if (left(0) <= 0 && left(1) <= 0) return { next: null, rest: "none" };
  if (left(other) <= 0) return { next: just, rest: "own" };
  if (left(just) <= 0) return { next: other, rest: done[other] < done[just] ? "straight" : "own" };
  // the one that is behind is next; where both are level a round is over and the first begins the next
  return done[other] < done[just]
    ? { next: other, rest: "straight" }
    : { next: done[0] <= done[1] ? 0 : 1, rest: "round" };
}
