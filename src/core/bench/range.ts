/**
 * Where a rep of a setup should begin and end for a head: every part of the rep is analysed as a rep of its own, at the
 * load that it allows. Method: docs/method/mechanics.md, "Parts of a rep".
 */
import type { Method } from "#core/edition/method";
import { percent } from "#core/base/numbers";
import { headTitle, muscleName } from "#core/anatomy/anatomy";
import { JOINTS, type Joint } from "#core/exercises/joints";
import type { Part } from "#core/exercises/part";
import type { Setup } from "#core/exercises/setup";
import { analyse, type Analysis } from "#core/mechanics/analyse";
import type { Model } from "#core/mechanics/model";
import type { HeadSeries } from "#core/mechanics/recording";
import { tensionOf, type Counting } from "#core/ranking/tension";
import { phasesIn } from "./phases";

export const WHOLE: Part = { from: 0, to: 1 };
/** ends are looked for in steps of this share of the way */
export const RANGE_STEP = 0.05;
/** what of it is judgement: see the edition's schema */
export type RangeRules = Method["range"];
/** joints by whose angle an end is told: what can be seen from the side of a rack */
const SEEN: Readonly<Record<string, string>> = {
  elbow: "elbow",
  knee: "knee",
  hipFlexion: "hip",
  ankle: "ankle",
  elevation: "upper arm",
  lumbarFlexion: "low back",
  wristFlexion: "wrist",
  hipAbduction: "hip sideways",
  girdleElevation: "shoulder girdle",
};
const SAMPLES = 41;

/** one part of the rep, against the whole of it */
export interface PartFacts extends Part {
  /** load it allows over the load of the whole rep; body and load together where the body is a good part of it */
  load: number;
  withBody: boolean;
  /** moved tension of the head at that load, as the school counts it, over that of the whole rep */
  tension: number;
  /** of the head's usable range: shortest and longest that it reaches */
  reached: [number, number];
  /** strain of each joint over that in the whole rep, where the whole rep asks something of it */
  strain: Partial<Record<Joint, number>>;
  /** muscle that gives out first */
  first: string | null;
  /** share of the tension x volume of each muscle, largest first */
  muscles: { muscle: string; share: number }[];
  /** heads of which a good part of the work is left out, most first: share of their lifting work in the whole rep */
  leftOut: { head: string; share: number }[];
}

/** what is left out at one end */
export interface CutEnd {
  end: "start" | "finish";
  /** joint that turns furthest, and its angle in deg where the part begins or ends; null where none is to be seen */
  seen: { joint: string; angle: number } | null;
  /** mean force of the head over F0, within the part and beyond its end, at the load of the whole rep */
  inside: number;
  beyond: number;
  /** of its usable range, beyond the end */
  positions: [number, number];
  /** where the whole rep sticks lies beyond the end */
  sticks: boolean;
  /** muscle that leads beyond the end, and its share of what works there */
  leads: { muscle: string; share: number } | null;
}

/** lengths that the school counts more than any within the part */
export interface Foregone {
  /** of the head's usable range: the end that the whole rep reaches and the part does not, and how far the part goes */
  reached: number;
  within: number;
  /** share of what the school counts in the whole rep that lies outside the part */
  share: number;
}

export interface RangeAdvice {
  head: string;
  whole: PartFacts;
  /** the whole rep, where no part is worth it */
  best: PartFacts;
  cuts: CutEnd[];
  /** mean force of the head over F0 in the part, at the load it allows */
  held: number;
  /** how far the two ends may lie apart from the best without losing 5 % of its tension */
  flat: { from: [number, number]; to: [number, number] };
  /** what the school counts most and the part leaves out; null where it leaves nothing of it out */
  foregone: Foregone | null;
  /** parts that were tried, and those that ask more of a joint than is allowed */
  tried: number;
  bounded: number;
}

const meanOver = (x: ArrayLike<number>, from: number, to: number) => {
  let sum = 0;
  for (let i = from; i <= to; i++) sum += x[i]!;
  return sum / Math.max(1, to - from + 1);
};
const sampleOf = (share: number) => Math.round(share * (SAMPLES - 1));
const at = (model: Model, setup: Setup, part: Part | null) =>
  analyse(model, setup, { samples: SAMPLES, actions: true, part });
const headIn = (a: Analysis, head: string) => a.heads.find((h) => h.id === head) ?? null;
const tensionIn = (a: Analysis, head: string, counting: Counting): number => {
  const metrics = headIn(a, head)?.metrics;
  return metrics ? tensionOf(metrics.slices, counting) : 0;
};

/** share of a head's lifting work that lies outside the part, at the load of the whole rep */
function outsideOf({ force, position }: HeadSeries, { from, to }: Part): number {
  const [first, last] = [sampleOf(from), sampleOf(to)];
  let [out, all] = [0, 0];
  for (let i = 0; i + 1 < SAMPLES; i++) {
    const work = 0.5 * (force[i]! + force[i + 1]!) * Math.max(0, position[i]! - position[i + 1]!);
    all += work;
    if (i < first || i >= last) out += work;
  }
  return all > 0 ? out / all : 0;
}

/** the head asked for first, then those that do a telling share of all work */
function leftOutOf(whole: Analysis, head: string, part: Part, rules: RangeRules): PartFacts["leftOut"] {
  const own = (id: string) => (id === head ? 1 : 0);
  return whole.heads
    .filter((h) => h.id === head || (h.metrics?.shareOfAll ?? 0) >= rules.works)
    .map((h) => ({ head: h.id, share: outsideOf(h, part) }))
    .filter(({ share }) => share >= rules.leftOut)
    .sort((a, b) => own(b.head) - own(a.head) || b.share - a.share);
}

function factsOf(
  whole: Analysis,
  a: Analysis,
  head: string,
  counting: Counting,
  rules: RangeRules,
  part: Part,
): PartFacts {
  const metrics = headIn(a, head)?.metrics ?? null;
  const mostly = whole.bodyLoad > rules.body * (whole.rawLoad + whole.bodyLoad);
  const body = mostly ? whole.bodyLoad : 0;
  return {
    ...part,
    load: (a.rawLoad + body) / (whole.rawLoad + body),
    withBody: body > 0,
    tension: tensionIn(a, head, counting) / Math.max(1e-9, tensionIn(whole, head, counting)),
    reached: metrics ? [metrics.shortReached, metrics.stretchReached] : [0, 0],
    strain: Object.fromEntries(
      JOINTS.flatMap((j) => {
        const asked = whole.strain[j] ?? 0;
        return asked > 0.05 ? [[j, (a.strain[j] ?? 0) / asked]] : [];
      }),
    ),
    first: a.limiters[0]?.muscle ?? null,
    muscles: phasesIn(a, 0, a.s.length).slice(0, 4),
    leftOut: leftOutOf(whole, head, part, rules),
  };
}

/**
 * @returns one part against the whole rep; null where the whole cannot be lifted or the head does nothing in it
 */
export function partFacts(
  model: Model,
  setup: Setup,
  head: string,
  counting: Counting,
  rules: RangeRules,
  part: Part,
): PartFacts | null {
  const whole = at(model, setup, null);
  if (!whole.feasible || !headIn(whole, head)?.metrics) return null;
  const a = part.from === 0 && part.to === 1 ? whole : at(model, setup, part);
  return a.feasible ? factsOf(whole, a, head, counting, rules, part) : null;
}

/** the angle by which the end of a part is told */
function furthest({ joints }: Analysis): { joint: string; angles: Float64Array } | null {
  const arc = (x: Float64Array) => Math.max(...x) - Math.min(...x);
  const [found] = Object.entries(joints)
    .filter(([id, x]) => id in SEEN && arc(x) >= 10)
    .sort((a, b) => arc(b[1]) - arc(a[1]));
  return found ? { joint: SEEN[found[0]]!, angles: found[1] } : null;
}

function cutsOf(whole: Analysis, head: string, { from, to }: Part): CutEnd[] {
  const { force, position } = headIn(whole, head)!;
  const [first, last] = [sampleOf(from), sampleOf(to)];
  const turn = furthest(whole);
  const sticking = sampleOf(whole.sticking.at);
  const cut = (end: CutEnd["end"], n: number, low: number, high: number): CutEnd => {
    const beyond = Array.from(position.subarray(low, high + 1));
    return {
      end,
      seen: turn && { joint: turn.joint, angle: turn.angles[n]! },
      inside: meanOver(force, first, last),
      beyond: meanOver(force, low, high),
      positions: [Math.min(...beyond), Math.max(...beyond)],
      sticks: sticking >= low && sticking <= high,
      leads: phasesIn(whole, low, high + 1)[0] ?? null,
    };
  };
  return [
    ...(first > 0 ? [cut("start", first, 0, first - 1)] : []),
    ...(last < SAMPLES - 1 ? [cut("finish", last, last + 1, SAMPLES - 1)] : []),
  ];
}

/** what lies outside a part at lengths that the school counts most, at the load of the whole rep */
function foregoneOf(
  whole: Analysis,
  head: string,
  { length }: Counting,
  rules: RangeRules,
  { from, to }: Part,
): Foregone | null {
  const { force, position } = headIn(whole, head)!;
  const [first, last] = [sampleOf(from), sampleOf(to)];
  const counts = (p: number) => Math.max(0, 1 + length * (2 * p - 1));
  const within = Array.from(position.subarray(first, last + 1));
  const favoured = (list: readonly number[]) => (length > 0 ? Math.max(...list) : Math.min(...list));
  const [reached, kept] = [favoured(Array.from(position)), favoured(within)];
  if (length === 0 || counts(reached) < (1 + rules.counts) * counts(kept)) return null;
  let [out, all] = [0, 0];
  for (let i = 0; i + 1 < SAMPLES; i++) {
    const p = 0.5 * (position[i]! + position[i + 1]!);
    const work = 0.5 * (force[i]! + force[i + 1]!) * Math.max(0, position[i]! - position[i + 1]!) * counts(p);
    all += work;
    if (i < first || i >= last) out += work;
  }
  return { reached, within: kept, share: all > 0 ? out / all : 0 };
}

/** ends of the parts that are tried */
function partsOf({ part: least }: RangeRules): Part[] {
  const steps = Math.round(1 / RANGE_STEP);
  const out: Part[] = [];
  for (let i = 0; i <= steps; i++)
    for (let j = i; j <= steps; j++)
      if ((j - i) * RANGE_STEP >= least - 1e-9) out.push({ from: i / steps, to: j / steps });
  return out;
}

/**
 * The part of the rep that gives the head most moved tension at the load it allows, as the school counts it.
 * @param bound a joint (shoulder, elbow, knee) may be asked no more than this share of what the whole rep asks
 * @returns null where the whole rep cannot be lifted or the head does nothing in it
 */
export function adviseRange(
  model: Model,
  setup: Setup,
  head: string,
  counting: Counting,
  rules: RangeRules,
  bound: number | null = null,
): RangeAdvice | null {
  const whole = at(model, setup, null);
  if (!whole.feasible || !headIn(whole, head)?.metrics) return null;
  const parts = partsOf(rules);
  let bounded = 0;
  const facts = parts.flatMap((part) => {
    const a = part.from === 0 && part.to === 1 ? whole : at(model, setup, part);
    if (!a.feasible) return [];
    const told = factsOf(whole, a, head, counting, rules, part);
    const over = bound !== null && (["shoulder", "elbow", "knee"] as const).some((j) => (told.strain[j] ?? 0) > bound);
    if (over) bounded++;
    return over ? [] : [told];
  });
  const most = facts.reduce((m, f) => Math.max(m, f.tension), 0);
  const all = factsOf(whole, whole, head, counting, rules, WHOLE);
  const allowed = facts.some((f) => f.from === 0 && f.to === 1);
  const width = (f: Part) => f.to - f.from;
  const near = facts.filter((f) => f.tension >= (1 - rules.near) * most);
  const widest = near.sort((a, b) => width(b) - width(a) || b.tension - a.tension)[0];
  const best = !widest || (allowed && most < 1 + rules.worth) ? all : widest;
  const within = facts.filter((f) => f.tension >= (1 - rules.worth) * best.tension);
  const span = (xs: number[]): [number, number] => [Math.min(...xs), Math.max(...xs)];
  const flat = {
    from: span([best.from, ...within.filter((f) => f.to === best.to).map((f) => f.from)]),
    to: span([best.to, ...within.filter((f) => f.from === best.from).map((f) => f.to)]),
  };
  const own = headIn(best === all ? whole : at(model, setup, best), head)!;
  return {
    head,
    whole: all,
    best,
    cuts: cutsOf(whole, head, best),
    held: meanOver(own.force, 0, own.force.length - 1),
    flat,
    foregone: foregoneOf(whole, head, counting, rules, best),
    tried: parts.length,
    bounded,
  };
}

const lower = (id: string) => muscleName(id).toLowerCase();

/** "60 % of the work of the rear deltoid" */
export function leftOutText({ leftOut }: PartFacts, most = 3): string {
  return leftOut
    .slice(0, most)
    .map(({ head, share }) => `${percent(share)} of the work of the ${headTitle(head).toLowerCase()}`)
    .join(", ");
}

const endText = (end: string, share: number, seen: CutEnd["seen"]) =>
  `${end} at ${percent(share)} of the way${seen ? ` (${seen.joint} at ${Math.round(seen.angle)}°)` : ""}`;

/** why what lies beyond an end is left out */
function whyText(c: CutEnd, title: string): string {
  const where = c.end === "start" ? "Before" : "After";
  const leads = c.leads && c.leads.share >= 0.2 ? `; the ${lower(c.leads.muscle)} leads there` : "";
  if (c.beyond < 0.85 * c.inside)
    return `${where} that the ${title} holds ${c.beyond.toFixed(2)} of its strength against ${c.inside.toFixed(2)} within${leads}.`;
  const [low, high] = c.positions.map((p) => Math.round(100 * p));
  return `${where} that it works at ${low === high ? low : `${low} to ${high}`} % of its length range${c.sticks ? ", and the whole rep sticks there" : ""}.`;
}

/** the advice and its reasons, a sentence each */
export function rangeText(advice: RangeAdvice, rules: RangeRules): string[] {
  const { best, whole, cuts, head, held, foregone } = advice;
  const title = headTitle(head).toLowerCase();
  if (cuts.length === 0)
    return [
      `The whole rep: no part of it, with the load it allows, gives the ${title} ${percent(rules.worth)} more tension.`,
    ];
  const ends = cuts.map((c) =>
    c.end === "start" ? endText("begin", best.from, c.seen) : endText("end", best.to, c.seen),
  );
  const gain = best.tension - whole.tension;
  const out = [
    `${ends.join(" and ").replace(/^./, (x) => x.toUpperCase())}: ${percent(Math.abs(gain))} ${gain >= 0 ? "more" : "less"} tension for the ${title} than in the whole rep.`,
  ];
  if (best.load >= 1.03)
    out.push(
      `It allows ${best.load.toFixed(2)} times the load${best.withBody ? ", body counted," : ""}: the ${title} holds ${held.toFixed(2)} of its strength within instead of ${cuts[0]!.inside.toFixed(2)}.`,
    );
  out.push(...cuts.map((c) => whyText(c, title)));
  if (foregone)
    out.push(
      `Left out is what this school counts most: ${percent(foregone.within)} to ${percent(foregone.reached)} of its length range, with ${percent(foregone.share)} of what the school counts in the whole rep.`,
    );
  if (best.first && best.first !== whole.first && whole.first)
    out.push(`The ${lower(best.first)} gives out first instead of the ${lower(whole.first)}.`);
  const asked = (Object.entries(best.strain) as [Joint, number][]).filter(([, v]) => v >= rules.joints);
  if (asked.length > 0)
    out.push(
      `With that load it asks more of joints: ${asked.map(([j, v]) => `${j} ${v.toFixed(2)} times`).join(", ")}.`,
    );
  const said = leftOutText(best);
  if (said) out.push(`Left out: ${said}.`);
  return out;
}
