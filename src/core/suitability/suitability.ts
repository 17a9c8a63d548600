/**
 * Whether a setup suits a client, in numbers: asked here by ranking, covering, check, swap and planner alike, so that
 * no list says yes where another says no.
 */
import type { WeakLink } from "#core/clients/choices";
import { everywhere, type Client, type ClientInput } from "#core/clients/client";
import { beyondOf, beyondText, type Beyond, type Mobility } from "#core/clients/mobility";
import type { Method } from "#core/edition/method";
import { equipmentName } from "#core/exercises/choices";
import type { Exercise } from "#core/exercises/format";
import { JOINT_NAMES, SEVERITIES, type Joint, type Severity } from "#core/exercises/joints";
import type { Strains } from "#core/exercises/strains";
import type { BodyView } from "#core/mechanics/survey";

/** what of a client decides whether a setup suits */
export interface Whom {
  /** null: every piece of equipment is at hand */
  equipment: readonly string[] | null;
  /** machines at hand where there are machines; null or none given: every one */
  stations?: readonly string[] | null;
  /** each joint once */
  joints: readonly { joint: Joint; severity: Severity }[];
  /** nobody is there to help */
  alone?: boolean;
  beginner?: boolean;
  /** exercises that the client does not want */
  unwanted?: ReadonlySet<string>;
  /** exercises that the client likes */
  wanted?: ReadonlySet<string>;
  /** how far joints go, where less than usual */
  mobility?: readonly Mobility[];
  /** what gives out before the muscle that a set is for, and is to be supported */
  weak?: readonly WeakLink[];
}

/** everybody: nothing is missing, nothing hurts */
export const ANYBODY: Whom = { equipment: null, joints: [] };

type Noted = Pick<ClientInput, "equipment" | "joints"> &
  Partial<
    Pick<ClientInput, "alone" | "unwanted" | "wanted" | "mobility" | "level" | "stations" | "weak" | "weekdays">
  > &
  Pick<Partial<Client>, "elsewhere">;

/** what a client's form says; a joint that is noted twice counts as the worse of them */
export function whomOf(client: Noted): Whom {
  const worst = new Map<Joint, Severity>();
  for (const { joint, severity = "sore" } of client.joints) {
    const now = worst.get(joint);
    if (!now || SEVERITIES.indexOf(severity) > SEVERITIES.indexOf(now)) worst.set(joint, severity);
  }
  return {
    ...everywhere(client),
    joints: [...worst].map(([joint, severity]) => ({ joint, severity })),
    alone: client.alone ?? false,
    beginner: client.level === "beginner",
    unwanted: new Set(client.unwanted),
    wanted: new Set(client.wanted),
    weak: (client.weak ?? []).filter((w) => w.answer === "support").map((w) => w.link),
    mobility: client.mobility ?? [],
  };
}

/** a setup as it is judged: what it asks of joints in this body; null where its mechanics is not known */
export interface Setup {
  exercise: Pick<Exercise, "id" | "equipment" | "station" | "stated" | "targets">;
  view: Pick<BodyView, "feasible" | "reach" | "limiters" | "spineMoment"> | null;
  strains: Strains;
}

export interface JointVerdict {
  joint: Joint;
  severity: Severity;
  /** 0 to 1 */
  strain: number;
  /** look: to be watched; out: not for this client */
  verdict: "free" | "look" | "out";
}

export interface Suitability {
  /** whether it can be lifted in this body at all; true where that is not known */
  lifted: boolean;
  /** equipment that is not at hand */
  missing: string[];
  /** somebody has to help, and nobody is there */
  helper: boolean;
  unwanted: boolean;
  liked: boolean;
  /** weak links of the client's that it asks too much of */
  weak: WeakLink[];
  /** more skill than a beginner has */
  skill: boolean;
  /** where it goes further than the client's joints, the furthest first */
  beyond: Beyond[];
  /** noted joints, in the order of the form */
  joints: JointVerdict[];
  /** what noted joints and weak links leave of its score, 0 to 1 */
  factor: number;
  /** a noted joint wants more repetitions and less load in it */
  sore: boolean;
}

export function suitability(
  { exercise, view, strains }: Setup,
  whom: Whom,
  method: Pick<Method, "joints" | "soreFrom" | "checks" | "weak">,
): Suitability {
  const { alone = false, beginner = false, unwanted, mobility = [] } = whom;
  const joints = whom.joints.map(({ joint, severity }): JointVerdict => {
    const strain = strains[joint] ?? 0;
    const { look, out } = method.joints[severity];
    return {
      joint,
      severity,
      strain,
      verdict: out !== null && strain >= out ? "out" : strain >= look ? "look" : "free",
    };
  });
  const weak = weakIn({ exercise, view }, whom.weak ?? [], method);
  return {
    lifted: view?.feasible ?? true,
    missing: missingOf(exercise, whom),
    helper: alone && exercise.stated.helper,
    unwanted: unwanted?.has(exercise.id) ?? false,
    liked: whom.wanted?.has(exercise.id) ?? false,
    weak,
    skill: beginner && exercise.stated.skill >= method.checks.skilled,
    beyond: beyondOf(view?.reach, mobility, method.checks.beyond),
    joints,
    factor: joints.reduce(
      (f, j) => f * (1 - method.joints[j.severity].costs * j.strain),
      (1 - (method.weak?.costs ?? 0)) ** weak.length,
    ),
    sore: joints.some((j) => j.strain >= method.soreFrom),
  };
}

/** muscles that are a link, as what ends a set */
const LINK: Readonly<Record<WeakLink, readonly string[]>> = {
  grip: ["grip", "finger-flexors", "wrist-flexors", "wrist-extensors"],
  "low back": ["erectors", "quadratus-lumborum"],
  arms: ["biceps", "brachialis", "brachioradialis", "triceps"],
};

/** links that a setup asks too much of: they are among what ends its sets, or the low back carries it */
function weakIn(
  { exercise, view }: Pick<Setup, "exercise" | "view">,
  links: readonly WeakLink[],
  { weak }: Pick<Method, "weak">,
): WeakLink[] {
  if (!view || !weak) return [];
  const total = view.limiters.reduce((s, l) => s + l.elasticity, 0);
  return links.filter((link) => {
    const own = LINK[link];
    // what an exercise is for is no weak link of it
    if (exercise.targets.some((t) => own.includes(t))) return false;
    const share = view.limiters.reduce((s, l) => s + (own.includes(l.muscle) ? l.elasticity : 0), 0) / (total || 1);
    return share >= weak.share || (link === "low back" && view.spineMoment >= weak.spine);
  });
}

/** what an exercise needs that is not there: kinds of equipment, then the machine by its name */
export function missingOf(
  { equipment, station }: Pick<Exercise, "equipment" | "station">,
  at: Pick<Whom, "equipment" | "stations">,
): string[] {
  const kinds: string[] = at.equipment ? equipment.filter((e) => !at.equipment!.includes(e)) : [];
  const there = at.stations;
  return station && there && !kinds.includes("machine") && !there.includes(station) ? [...kinds, station] : kinds;
}

/** why a setup is not for this client, in words; null where it is */
export function whyNot(s: Suitability): string | null {
  if (!s.lifted) return "cannot be lifted in this body";
  if (s.missing.length) return `needs ${s.missing.map(equipmentName).join(" and ")}`;
  if (s.helper) return "needs a helper";
  if (s.unwanted) return "not wanted";
  if (s.skill) return "asks too much skill of a beginner";
  if (s.beyond[0]) return beyondText(s.beyond[0]);
  const out = s.joints.find((j) => j.verdict === "out");
  return out ? `too much for the ${JOINT_NAMES[out.joint]}` : null;
}
