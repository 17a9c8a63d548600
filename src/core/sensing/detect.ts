/**
 * Reps out of the positions that a sensor on a bar or a stack sends. Turning points by a zigzag with a threshold that
 * grows with the travel, on positions freed of spikes by a running median; nothing is known of the exercise but that a
 * rep goes up and comes down. Units: s and m, up is positive.
 */
export interface Sample {
  t: number;
  x: number;
}

/** one way up and the way down that belongs to it */
export interface Rep {
  /** when it was at its lowest before, and at its highest */
  from: number;
  top: number;
  /** m of the way up */
  range: number;
  /** m: where it began, and where it ended up */
  low: number;
  high: number;
  /** s of moving up, and of moving down after it (lifts that begin at the bottom) or before it (at the top) */
  lifting: number;
  lowering: number | null;
  /** s of it that no sample tells of */
  missing: number;
}

/** samples of the running median, and of the mean after it */
const WINDOW = 5;
/** m that a movement is at the least, and share of the travel so far that a turn takes */
const LEAST = 0.04;
const TURN = 0.3;
/** parts of a way between which its time is told: who rests at an end does not move slowly */
const MOVING = [0.05, 0.95] as const;
/** s between two samples from which on something is missing */
const GAP = 0.12;

const middle = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;

/** without spikes and most of the noise; as long as what is given */
export function smoothed(samples: readonly Sample[]): Sample[] {
  const half = Math.floor(WINDOW / 2);
  const around = (list: readonly Sample[], i: number) =>
    list.slice(Math.max(0, i - half), i + half + 1).map((s) => s.x);
  const calm = samples.map(({ t }, i) => ({ t, x: middle(around(samples, i)) }));
  return calm.map(({ t }, i) => {
    const list = around(calm, i);
    return { t, x: list.reduce((a, b) => a + b, 0) / list.length };
  });
}

interface Turn extends Sample {
  high: boolean;
  /** which sample it is */
  at: number;
}

/** where it turns, low and high in turn; the last one is where it was furthest so far */
function turnsOf(samples: readonly Sample[]): Turn[] {
  const list = samples.map((s, at) => ({ ...s, at }));
  const [first] = list;
  if (!first) return [];
  const turns: Turn[] = [];
  let [low, high] = [first, first];
  let way: "up" | "down" | null = null;
  let travel = 0;
  for (const s of list) {
    if (s.x > high.x) high = s;
    if (s.x < low.x) low = s;
    travel = Math.max(travel, high.x - low.x);
    const turn = Math.max(LEAST, TURN * travel);
    if (way !== "down" && high.x - s.x > turn) {
      if (way === "up" || high.x - first.x > turn) turns.push({ ...high, high: true });
      else turns.push({ ...first, high: true });
      [way, low, high] = ["down", s, s];
    } else if (way !== "up" && s.x - low.x > turn) {
      turns.push({ ...low, high: false });
      [way, low, high] = ["up", s, s];
    }
  }
  if (way === "up") turns.push({ ...high, high: true });
  if (way === "down") turns.push({ ...low, high: false });
  return turns;
}

/** s between the parts of a way that are moved, from one turn to the next */
function moving(samples: readonly Sample[], a: Turn, b: Turn): number {
  const at = (share: number) => {
    const x = a.x + share * (b.x - a.x);
    let i = a.at;
    while (i < b.at && (b.x > a.x ? samples[i]!.x < x : samples[i]!.x > x)) i += 1;
    const [now, before] = [samples[i]!, samples[i - 1]];
    if (!before || i <= a.at || now.x === before.x) return now.t;
    return before.t + ((x - before.x) / (now.x - before.x)) * (now.t - before.t);
  };
  return Math.max(0, at(MOVING[1]) - at(MOVING[0])) / (MOVING[1] - MOVING[0]);
}

/** with what is missing at either end: a turn that nobody saw may have been further */
function missingIn(samples: readonly Sample[], from: Turn, to: Turn): number {
  let missing = 0;
  // smoothing looks across a gap
  const [first, last] = [Math.max(1, from.at - WINDOW), Math.min(to.at + WINDOW, samples.length - 1)];
  for (let i = first; i <= last; i++) {
    const step = samples[i]!.t - samples[i - 1]!.t;
    if (step > GAP) missing += step;
  }
  return missing;
}

/**
 * @param samples in the order of their time
 * @param begins at the bottom of the way, as a curl, or at its top, as a squat: which way down belongs to which way up
 */
export function repsOf(samples: readonly Sample[], begins: "bottom" | "top" = "bottom"): Rep[] {
  const clean = smoothed(samples);
  const turns = turnsOf(clean);
  return turns.flatMap((top, i): Rep[] => {
    const [low, next] = [turns[i - 1], turns[i + 1]];
    if (!top.high || !low || low.high) return [];
    const before = turns[i - 2];
    const down =
      begins === "bottom" ? (next ? ([top, next] as const) : null) : before ? ([before, low] as const) : null;
    return [
      {
        from: low.t,
        top: top.t,
        range: top.x - low.x,
        low: low.x,
        high: top.x,
        lifting: moving(clean, low, top),
        lowering: down ? moving(clean, ...down) : null,
        missing: missingIn(clean, low, down && begins === "bottom" ? down[1] : top),
      },
    ];
  });
}
