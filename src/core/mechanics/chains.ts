/**
 * The chains of joints whose muscles have to hold the load in a setup, as separate problems. No muscle of this model
 * joins arm, spine and leg, so that the largest load of the body is the least of the chains' largest loads, exactly.
 */
import { skeleton, type Chain } from "#core/anatomy/anatomy";
import type { Angles, Setup } from "#core/exercises/setup";
import { sided, type Model, type Side } from "#core/mechanics/model";
import type { State } from "#core/mechanics/state";
import { RAD } from "#core/base/vector";

export interface Block {
  readonly chain: Chain;
  /** freedoms that are balanced: the limb's first, then the shoulder blade's */
  readonly rows: readonly number[];
  readonly limbRows: number;
  /** rows of the blade that are pressed by will, and which way */
  readonly guided: readonly { row: number; way: -1 | 1 }[];
  /**
   * What balances them: the model head of each column, -1 where it is not muscle. First what acts on the limb (and on
   * the blade with it), then what acts on the blade alone.
   */
  readonly head: Int32Array;
  /** the model heads among them */
  readonly heads: readonly number[];
  readonly columns: number;
  readonly limbColumns: number;
  /** where heads act, four numbers each: row, column, head, freedom */
  readonly entries: Int32Array;
  /** torque that is not muscle, Nm: soft tissue about a freedom, or about the shaft of a segment (row -1), and stops */
  readonly soft: readonly { row: number; column: number; torque: number; shaft: number }[];
  readonly stops: readonly {
    row: number;
    column: number;
    torque: number;
    coordinate: number;
    beyond: number;
    sign: number;
  }[];
  /**
   * what hands and feet do beside carrying the load, each as two columns, one each way, and an inequality that bounds
   * them (a row behind those of the freedoms): a force across the body at a point, within a share of the force there,
   * or an arm that settles by a few degrees about an axis of a segment
   */
  readonly pushes: readonly Push[];
}

type Push = { readonly column: number } & (
  { readonly point: string } | { readonly axis: number; readonly joint: number; readonly turns: Uint8Array }
);

/** rows of a block's load problem: its freedoms, and one inequality a push */
export const heightOf = (block: Block): number => block.rows.length + block.pushes.length;

const GIRDLE = new Set(["protraction", "girdleElevation", "scapula"]);
const SHOULDER = new Set(["shoulderFlexion", "shoulderAbduction", "shoulderRotation"]);
const WRIST = new Set(["wristFlexion", "wristDeviation"]);
const HIP = ["hipFlexion", "hipAbduction", "hipRotation"];

/** freedoms of the blade that a lifter draws where the path has them */
const GUIDED = ["protraction", "girdleElevation"] as const;
/** deg off its rest from which on a blade is drawn somewhere */
const DRAWN = 1;

/** which way a freedom of the blade is pressed by will: -1 back or down, 1 forwards or up, 0 nowhere */
export function guidedWay({ exercise, keys }: Setup, id: string): -1 | 0 | 1 {
  const at = GUIDED.find((g) => g === id);
  if (!at || exercise.girdle !== "guided") return 0;
  const mean = keys.reduce((sum, k) => sum + (k.angles[at] ?? 0), 0) / keys.length;
  return Math.abs(mean) < DRAWN ? 0 : mean < 0 ? -1 : 1;
}

const isGuided = (setup: Setup, id: string): boolean => guidedWay(setup, id) !== 0;

export const isGirdle = (id: string): boolean => GIRDLE.has(id);

/** deg from the trunk up to which the upper arm of somebody who lies on the floor lies on it too */
const LIES = 20;

/** whether upper arms lie still on the floor beside the body, which carries them */
const armLies = ({ exercise, on, keys }: Setup): boolean =>
  on === "bench" &&
  exercise.supports.includes("floor") &&
  keys.every(
    ({ hand, angles: { elevation = 90 } }) => !hand && elevation <= LIES && elevation === keys[0]!.angles.elevation,
  );

/** which freedoms of a chain are balanced in this setup; the others are held by a pad, a bar or a seat */
function solves(setup: Setup, id: string, chain: Chain): boolean {
  const { exercise, on, keys } = setup;
  const drives = (c: string) => keys.some((k) => c in k.angles);
  // what is asked about the upper back the ribs and their ligaments carry, bent or not: no muscle is left to balance it
  if (id === "thoracicFlexion") return false;
  if (chain === "spine") return id === "lumbarFlexion" || exercise.sides === "one";
  if (chain === "arm") {
    if (id === "neck" || id === "fingers") return isDriven(keys, id);
    if (isDriven(keys, "neck")) return false;
    const pad = exercise.supports.some((s) => s === "preacher-pad" || s === "forearm-pad") || armLies(setup);
    // a forearm on its pad may turn about its own length, where that is the exercise
    if (exercise.supports.includes("forearm-pad")) return WRIST.has(id) || (id === "forearm" && drives(id));
    if (GIRDLE.has(id)) return exercise.girdle !== "held" && !pad;
    if (SHOULDER.has(id)) return !pad;
    if (WRIST.has(id)) return drives("wristFlexion") || drives("wristDeviation");
    return id !== "forearm" || exercise.grip === "free";
  }
  // on a seat or bench the thigh lies still unless the exercise moves the hip
  if ((on === "seat" || on === "bench") && HIP.includes(id)) return HIP.some(drives);
  return true;
}

/** stances in which both feet stand on something that does not give way sideways */
const ON_FEET: readonly string[] = ["feet", "shoulders-and-feet", "hands-and-feet", "forearms-and-feet"];

const standsOnTwoFeet = ({ on, exercise }: Setup): boolean =>
  ON_FEET.includes(on) || (exercise.sides === "both" && exercise.loads.some((l) => FOOT.has(l.at)));
const FOOT: ReadonlySet<string> = new Set(["midfoot", "ball"]);

/** where a chain ends in something that both sides hold or stand on: it can be pushed apart or together */
function pushesOf(setup: Setup, chain: Chain): string[] {
  const { on, exercise, loads } = setup;
  if (chain === "arm") {
    // a machine's arm cannot be moved out of its plane
    if (loads.some((l) => l.kind === "arm" && l.at === "grip")) return ["grip"];
    const joined = exercise.grip === "bar" || on.startsWith("hands");
    return joined && exercise.sides === "both" ? ["grip"] : [];
  }
  if (chain !== "leg" || !standsOnTwoFeet(setup)) return [];
  return [on === "hands-and-feet" || on === "forearms-and-feet" ? "toe" : setup.raisesHeel ? "ball" : "midfoot"];
}

/** where a load may hang on an arm: held, or strapped on */
const ON_ARM: ReadonlySet<string> = new Set(["grip", "wrist", "forearm-cuff", "upper-arm"]);

/**
 * Segments about whose y the upper arm settles: a free handle is held where it is least work, and a path that does not
 * turn the arm about its shaft or about the upright leaves both open.
 */
function settlesAbout({ exercise, keys, loads }: Setup, chain: Chain): string[] {
  if (chain !== "arm" || exercise.grip === "bar" || !loads.some((l) => ON_ARM.has(l.at))) return [];
  const open = (id: "twist" | "plane") => !isDriven(keys, id);
  return [...(open("twist") ? ["humerus"] : []), ...(open("plane") ? ["trunk"] : [])];
}

/**
 * Soft torque about a freedom: what capsules and small stabilisers are taken to do where nothing else is asked of them.
 * None where the path turns that joint itself, and none about the hip where two feet can push apart instead.
 */
function softOf(setup: Setup, id: string): number {
  const torque = skeleton.passive.soft[id] ?? 0;
  if (isDriven(setup.keys, id as keyof Angles) || isGuided(setup, id)) return 0;
  if ((id === "hipAbduction" || id === "hipRotation") && standsOnTwoFeet(setup)) return 0;
  return torque;
}

/** Nm with which a seat carries a thigh that lies on it, or the trunk an arm: what presses it down needs no muscle */
const SEAT = 150;
/** Nm about all finger joints that a palm takes of a hand that closes on a handle: more than its fingers have */
const PALM = 20;

/** deg over the rep from which on the path turns a joint */
const DRIVEN = 5;
const isDriven = (keys: Setup["keys"], id: keyof Angles): boolean => spanOf(keys, id) > DRIVEN;

/** an exercise whose point is to turn the arm about its shaft: there the soft torque would do the work */
const turnsTheArm = ({ keys }: Setup): boolean => spanOf(keys, "twist") > 25 && spanOf(keys, "elevation") < 25;

/** deg that the keys of a path go over in a pose coordinate */
function spanOf(keys: Setup["keys"], id: keyof Angles): number {
  const angles = keys.map((k) => k.angles[id] ?? 0);
  return Math.max(...angles) - Math.min(...angles);
}

/**
 * What of a setup decides its blocks, beside its exercise: what carries it, which joints its keys name, and which of
 * them they turn so far that nothing soft is left about them.
 */
export function blocksKey(setup: Setup, side: Side): string {
  const named = [...new Set(setup.keys.flatMap((k) => Object.keys(k.angles)))].sort();
  const told = named.map((id) => (isDriven(setup.keys, id as keyof Angles) ? `${id}!` : id));
  const { loads } = setup;
  const guided = GUIDED.map((id) => guidedWay(setup, id));
  return [side, setup.on, turnsTheArm(setup) ? "turns" : "", ...guided, ...loads.map((l) => l.at), ...told].join(" ");
}

/** one column before it has its place: the rows it acts on, and the head or passive torque it stands for */
type Column = { readonly rows: readonly number[] } & (
  | { readonly head: number }
  | { readonly torque: number; readonly shaft: number }
  | { readonly torque: number; readonly coordinate: number; readonly beyond: number; readonly sign: number }
  | { readonly push: string; readonly way: 1 | -1 }
  | { readonly axis: number; readonly joint: number; readonly way: 1 | -1 }
);

/** the problems to solve; symmetric exercises solve the right side for both */
export function blocksOf(model: Model, setup: Setup, side: Side): Block[] {
  return setup.exercise.chains.map((chain): Block => {
    const solved = model.freedoms.flatMap((f, i) =>
      f.chain === chain && (f.side === side || f.side === null) && solves(setup, f.id, chain) ? [i] : [],
    );
    const idOf = (f: number) => model.freedoms[f]!.id;
    const limb = solved.filter((f) => !isGirdle(idOf(f)));
    const rows = [...limb, ...solved.filter((f) => isGirdle(idOf(f)))];
    const shoulder = rows.flatMap((f, row) => (SHOULDER.has(idOf(f)) ? [row] : []));
    const all: Column[] = [
      ...model.heads.flatMap((h, head): Column[] =>
        h.chain === chain && (chain === "spine" || h.side === side) && h.freedoms.some((f) => rows.includes(f))
          ? [{ head, rows: h.freedoms.flatMap((f) => (rows.includes(f) ? [rows.indexOf(f)] : [])) }]
          : [],
      ),
      ...rows.flatMap((f, row): Column[] => {
        const torque = softOf(setup, idOf(f));
        return torque ? [torque, -torque].map((t) => ({ rows: [row], torque: t, shaft: -1 })) : [];
      }),
      ...rows.flatMap((f, row): Column[] =>
        setup.on === "seat" && idOf(f) === "hipFlexion" && !isDriven(setup.keys, "hipFlexion")
          ? [{ rows: [row], torque: SEAT, shaft: -1 }]
          : [],
      ),
      // what closes the fingers more than the load opens them presses the handle into the palm
      ...rows.flatMap((f, row): Column[] => (idOf(f) === "fingers" ? [{ rows: [row], torque: -PALM, shaft: -1 }] : [])),
      // an arm laid on the side of the trunk is held up by it
      ...rows.flatMap((f, row): Column[] =>
        setup.exercise.supports.includes("trunk") && idOf(f) === "shoulderAbduction"
          ? [{ rows: [row], torque: SEAT, shaft: -1 }]
          : [],
      ),
      ...(shoulder.length > 0 && !turnsTheArm(setup)
        ? [1, -1].map((sign): Column => ({
            rows: shoulder,
            torque: sign * skeleton.passive.soft.twist!,
            shaft: model.segmentIndex.get(`humerus.${side}`)!,
          }))
        : []),
      ...rows.flatMap((f, row) =>
        skeleton.passive.stops.flatMap(([id, beyond, sign, torque]): Column[] =>
          idOf(f) === id
            ? [
                {
                  rows: [row],
                  torque: sign * torque,
                  coordinate: model.freedoms[f]!.coordinate,
                  beyond: beyond * RAD,
                  sign,
                },
              ]
            : [],
        ),
      ),
    ];
    for (const push of pushesOf(setup, chain))
      for (const way of [1, -1] as const) all.push({ push, way, rows: rows.map((_, r) => r) });
    for (const axis of settlesAbout(setup, chain).map((id) =>
      model.segmentIndex.get(id === "trunk" ? id : `${id}.${side}`)!,
    ))
      for (const way of [1, -1] as const)
        if (shoulder.length)
          all.push({ axis, joint: model.segmentIndex.get(`humerus.${side}`)!, way, rows: rows.map((_, r) => r) });
    const onLimb = (c: Column) => limb.length === 0 || c.rows.some((r) => r < limb.length);
    const columns = [...all.filter(onLimb), ...all.filter((c) => !onLimb(c))];
    return {
      chain,
      rows,
      limbRows: limb.length || rows.length,
      guided: rows.flatMap((f, row) => {
        const way = guidedWay(setup, idOf(f));
        return way ? [{ row, way }] : [];
      }),
      head: Int32Array.from(columns, (c) => ("head" in c ? c.head : -1)),
      heads: columns.flatMap((c) => ("head" in c ? [c.head] : [])),
      columns: columns.length,
      limbColumns: all.filter(onLimb).length,
      entries: Int32Array.from(
        columns.flatMap((c, column) => ("head" in c ? c.rows.flatMap((row) => [row, column, c.head, rows[row]!]) : [])),
      ),
      soft: columns.flatMap((c, column) =>
        "shaft" in c ? [{ ...c, row: c.shaft < 0 ? c.rows[0]! : -1, column }] : [],
      ),
      stops: columns.flatMap((c, column) => ("beyond" in c ? [{ ...c, row: c.rows[0]!, column }] : [])),
      pushes: columns.flatMap((c, column): Push[] => {
        if (!("way" in c) || c.way < 0) return [];
        if ("push" in c) return [{ column, point: sided(c.push, side) }];
        const turns = model.freedoms.find((f) => f.segment === c.joint)!.moved;
        return [{ column, axis: c.axis, joint: c.joint, turns }];
      }),
    };
  });
}

/**
 * Torque of every column at full strength (rows x columns, from `at` of A) and the passive torque of the heads by row
 * (from `atRow`); a stop is there only beyond its angle (eased in over 4 degrees).
 */
export function fillColumns(
  model: Model,
  state: State,
  block: Block,
  A: Float64Array,
  at: number,
  passive: Float64Array,
  atRow: number,
): void {
  const { soft, stops, columns, entries, rows } = block;
  const { arms, active } = state;
  const nf = model.freedoms.length;
  for (let r = 0; r < rows.length; r++) passive[atRow + r] = 0;
  for (let i = 0; i < entries.length; i += 4) {
    const row = entries[i]!;
    const h = entries[i + 2]!;
    const arm = arms[h * nf + entries[i + 3]!]!;
    A[at + row * columns + entries[i + 1]!] = arm * active[h]!;
    passive[atRow + row]! += arm * state.passive[h]!;
  }
  for (let k = 0; k < soft.length; k++) {
    const { row, column, torque, shaft } = soft[k]!;
    if (row >= 0) A[at + row * columns + column] = torque;
    else
      for (let r = 0; r < rows.length; r++) {
        const f = rows[r]!;
        if (!SHOULDER.has(model.freedoms[f]!.id)) continue;
        // the shaft is the segment's y
        A[at + r * columns + column] =
          torque *
          (state.R[9 * shaft + 1]! * state.axes[3 * f]! +
            state.R[9 * shaft + 4]! * state.axes[3 * f + 1]! +
            state.R[9 * shaft + 7]! * state.axes[3 * f + 2]!);
      }
  }
  for (let k = 0; k < stops.length; k++) {
    const stop = stops[k]!;
    // sign +1: it pushes the angle up, so it is there below `beyond`
    const past = stop.sign * (stop.beyond - state.q[stop.coordinate]!);
    A[at + stop.row * columns + stop.column] = stop.torque * Math.max(0, Math.min(1, past / (4 * RAD)));
  }
}
