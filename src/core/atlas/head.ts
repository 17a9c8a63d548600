/** What a head does, told from the model: levers over joint ranges, what lengthens it, who helps and who opposes. */
import { skeleton } from "#core/anatomy/anatomy";
import type { Model } from "#core/mechanics/model";
import { createState, updateHeads, type State } from "#core/mechanics/state";
import { applyFreePose, PLATE_POSE, TURNS, type FreePose } from "./pose";

/** a turn over all of its own range */
const whole = (id: string) => {
  const { least, most } = TURNS.find((t) => t.id === id)!;
  return [id, { turn: id, from: least, to: most }] as const;
};

/** joints that are one turn each */
const HINGES = [
  "elbow",
  "forearm",
  "wristFlexion",
  "fingers",
  "neck",
  "hipFlexion",
  "hipAbduction",
  "hipRotation",
  "knee",
  "ankle",
  "lumbarFlexion",
  "lumbarBend",
  "lumbarRotation",
  "thoracicFlexion",
];

/** what is swept for each freedom's lever, deg, and what is held meanwhile */
const SWEEPS: Readonly<Record<string, { turn: string; from: number; to: number; held?: FreePose }>> = {
  shoulderFlexion: { turn: "elevation", from: -50, to: 165, held: { plane: 90 } },
  shoulderAbduction: { turn: "elevation", from: 5, to: 165, held: { plane: 0 } },
  shoulderRotation: { turn: "twist", from: -70, to: 70, held: { elevation: 30, plane: 45 } },
  protraction: { turn: "protraction", from: -20, to: 20 },
  girdleElevation: { turn: "girdleElevation", from: -8, to: 30 },
  scapula: { turn: "elevation", from: 30, to: 165, held: { plane: 0 } },
  ...Object.fromEntries(HINGES.map(whole)),
};

/** freedoms that are told of */
export const FREEDOMS: readonly string[] = Object.keys(SWEEPS);

/** m of a lever that is worth telling */
const LEAST = 0.003;
const POINTS = 13;

export interface Lever {
  freedom: string;
  /** the turn that it is over, deg; and its lever there, mm: above 0 as the freedom's own way */
  turn: string;
  angles: number[];
  arms: number[];
  /** mm: mean over the range */
  mean: number;
}

export interface Share {
  head: string;
  /** of the torque that all heads together can make that way in mid range */
  share: number;
}

export interface HeadFacts {
  head: string;
  /** strongest first, those of the shoulder girdle last */
  levers: Lever[];
  /** poses in which it is longest and shortest, and where in its usable range it is there */
  longest: { pose: FreePose; place: number };
  shortest: { pose: FreePose; place: number };
  /** about its main freedom: who turns the same way, who the other way; and its own share */
  freedom: string;
  way: 1 | -1;
  helpers: Share[];
  opponents: Share[];
  own: number;
}

/** heads that are told as helpers or opponents */
const TOLD = 5;
const LEAST_SHARE = 0.03;

/** freedoms of the shoulder girdle */
const GIRDLE = new Set(["protraction", "girdleElevation", "scapula"]);

function leversOf(model: Model, state: State, at: number): Lever[] {
  const head = model.heads[at]!;
  const out: Lever[] = [];
  for (const f of head.freedoms) {
    const freedom = model.freedoms[f]!;
    if (freedom.side === "left") continue;
    const id = freedom.id.replace(/\.right$/, "");
    const sweep = SWEEPS[id];
    if (!sweep) continue;
    const angles: number[] = [];
    const arms: number[] = [];
    for (let i = 0; i < POINTS; i++) {
      const angle = sweep.from + ((sweep.to - sweep.from) * i) / (POINTS - 1);
      applyFreePose(model, state, { ...PLATE_POSE, ...sweep.held, [sweep.turn]: angle });
      updateHeads(model, state, at, at + 1);
      angles.push(angle);
      arms.push(1000 * state.arms[at * model.freedoms.length + f]!);
    }
    if (Math.max(...arms.map(Math.abs)) < 1000 * LEAST) continue;
    out.push({ freedom: id, turn: sweep.turn, angles, arms, mean: arms.reduce((s, x) => s + x, 0) / POINTS });
  }
  // a head that ends on the arm is told by what it does to the arm, and not by how it carries the blade
  const last = (l: Lever) => Number(GIRDLE.has(l.freedom));
  return out.sort((a, b) => last(a) - last(b) || Math.abs(b.mean) - Math.abs(a.mean));
}

const SHOULDER = new Set(["elevation", "plane", "twist"]);

/** how far a pose is from the plate's, in ranges of its joints */
const turned = (pose: FreePose): number =>
  TURNS.reduce(
    (sum, { id, least, most }) => sum + Math.abs((pose[id] ?? 0) - (PLATE_POSE[id] ?? 0)) / (most - least),
    0,
  );

/** of the way from the plate's pose to an extreme that is as good as all of it */
const AS_GOOD = 0.03;

/**
 * The pose that makes a head longest (way 1) or shortest (-1): joint by joint, twice over, the shoulder as a whole; of
 * poses that are as good, the one that turns least.
 */
function extremeOf(model: Model, state: State, at: number, way: 1 | -1): { pose: FreePose; place: number } {
  const head = model.heads[at]!;
  /** place in the usable range, told the other way round for the shortest */
  const reached = (pose: FreePose): number => {
    applyFreePose(model, state, pose);
    updateHeads(model, state, at, at + 1);
    const place = Math.max(0, Math.min(1, (state.length[at]! - head.shortest) / (head.longest - head.shortest)));
    return way > 0 ? place : 1 - place;
  };
  let pose: FreePose = { ...PLATE_POSE };
  let best = reached(pose);
  const look = (next: FreePose) => {
    const l = reached(next);
    if (l > best + 1e-6) [best, pose] = [l, next];
  };
  const arms: FreePose[] =
    head.chain === "arm"
      ? skeleton.reach.shoulder.flatMap(([plane, elevation]) =>
          skeleton.reach.twist.map((twist) => ({ plane: plane, elevation: elevation, twist })),
        )
      : [];
  for (let round = 0; round < 2; round++) {
    for (const arm of arms) look({ ...pose, ...arm });
    for (const { id, least, most } of TURNS)
      if (!SHOULDER.has(id)) for (const value of [least, most]) look({ ...pose, [id]: value });
  }
  // joints go back to where they were where that costs nothing
  const rest = (id: string): FreePose => ({ [id]: PLATE_POSE[id] ?? 0 });
  const back = [...arms, { plane: PLATE_POSE.plane!, elevation: PLATE_POSE.elevation!, twist: 0 }];
  for (const change of [...TURNS.filter((t) => !SHOULDER.has(t.id)).map((t) => rest(t.id)), ...back]) {
    const next = { ...pose, ...change };
    if (turned(next) < turned(pose) && reached(next) >= best - AS_GOOD) pose = next;
  }
  const place = reached(pose);
  return { pose, place: way > 0 ? place : 1 - place };
}

/** torque that each right head can make about a freedom in the plate's pose at mid range, N m */
function torquesAbout(model: Model, state: State, freedom: string): Map<string, number> {
  const sweep = SWEEPS[freedom]!;
  applyFreePose(model, state, { ...PLATE_POSE, ...sweep.held, [sweep.turn]: (sweep.from + sweep.to) / 2 });
  const half = model.heads.length / 2;
  updateHeads(model, state, 0, half);
  const f = model.freedoms.findIndex((x) => x.id.replace(/\.right$/, "") === freedom && x.side !== "left");
  return new Map(
    model.heads.slice(0, half).map((h, i) => [h.id, state.arms[i * model.freedoms.length + f]! * h.maxForce]),
  );
}

const known = new WeakMap<Model, Map<string, HeadFacts>>();

/** @throws RangeError for a head that the model does not have */
export function headFacts(model: Model, headId: string): HeadFacts {
  const kept = known.get(model) ?? new Map<string, HeadFacts>();
  known.set(model, kept);
  const there = kept.get(headId);
  if (there) return there;
  const at = model.heads.findIndex((h) => h.id === headId && h.side === "right");
  if (at < 0) throw new RangeError(`no head called ${headId}`);
  const state = createState(model);
  const levers = leversOf(model, state, at);
  const main = levers[0];
  const freedom = main?.freedom ?? "";
  const torques = main ? torquesAbout(model, state, freedom) : new Map<string, number>();
  const way: 1 | -1 = (main?.mean ?? 1) >= 0 ? 1 : -1;
  const sideOf = (sign: number): Share[] => {
    const list = [...torques].filter(([, t]) => sign * t > 0);
    const all = list.reduce((s, [, t]) => s + Math.abs(t), 0);
    return list.map(([head, t]) => ({ head, share: Math.abs(t) / all })).sort((a, b) => b.share - a.share);
  };
  const same = sideOf(way);
  const facts: HeadFacts = {
    head: headId,
    levers,
    longest: extremeOf(model, state, at, 1),
    shortest: extremeOf(model, state, at, -1),
    freedom,
    way,
    own: same.find((s) => s.head === headId)?.share ?? 0,
    helpers: same.filter((s) => s.head !== headId && s.share >= LEAST_SHARE).slice(0, TOLD),
    opponents: sideOf(-way)
      .filter((s) => s.share >= LEAST_SHARE)
      .slice(0, TOLD),
  };
  kept.set(headId, facts);
  return facts;
}
