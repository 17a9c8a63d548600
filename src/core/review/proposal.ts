/**
 * Next week as a list of edits, each with its reason: taken or left one by one. What hurts comes first, then what
 * cannot be right, then what the last workouts ask for, then what the weeks before say. One thing at a time: a line
 * whose load changes gets no further set in the same week.
 */
import { sum } from "#core/base/numbers";
import { sameLoad } from "#core/base/kilograms";
import type { Method } from "#core/edition/method";
import { groupCredit } from "#core/planning/dose";
import { groups } from "#core/planning/groups";
import type { Change, Operation, Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { SETS_MOST } from "#core/program/limits";
import type { History } from "#core/training/exposures";
import { targetFor, type Target } from "#core/training/progression";
import { SURE } from "./gap";
import type { Gate, LineReview, Review } from "./schema";

export type EditReason =
  | { kind: "pain" }
  | { kind: "unlikely"; sets: number }
  | { kind: "target"; target: Target }
  | { kind: "drop"; reps: number; workouts: number }
  | { kind: "side"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "even"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "uncapped" }
  | { kind: "not felt"; target: number; said: number }
  | { kind: "test set"; family: string; weeks: number }
  | { kind: "more"; family: string; group: string; weeks: number; probability: number }
  | { kind: "further day"; family: string; weeks: number; probability: number }
  | { kind: "first"; gate: Gate; family: string; weeks: number }
  | { kind: "lighter week"; lines: number; of: number };

export interface Edit {
  /** changes with its evidence: what was declined is not proposed again for the same */
  key: string;
  lineId: string | null;
  name: string;
  reason: EditReason;
  /** none where a person has to look first: a swap, a conversation */
  operations: Operation[];
  /** what hurts is accepted unless it is declined with a reason */
  safety: boolean;
}

/** lines of all that sag together from which on it is the client and not the lines */
const SAG = { share: 0.5, lines: 3 };
/** share of workouts felt elsewhere from which another setup is worth a look, and workouts that say so */
const FELT = { share: 0.4, said: 6 };

interface Ask {
  program: Program;
  history: History;
  review: Review;
  method: Method;
}

/** @returns in the order in which a coach decides */
export function proposalOf({ program, history, review, method }: Ask): Edit[] {
  const reviews = new Map(review.lines.map((l) => [l.lineId, l]));
  const lines = prescriptionsOf(program).filter((p) => p.purpose === "work");
  const edits = lines.flatMap((p) => {
    const own = reviews.get(p.id);
    return own ? ofLine(p, own, targetFor(p, history, method)) : [];
  });
  const changed = new Set(edits.filter((e) => e.operations.length).map((e) => e.lineId));
  const weeks = lighterWeek(program, review, method);
  // nothing goes up in a week that is to be lighter
  const kept = weeks ? edits.filter((e) => e.safety || e.operations.length === 0) : edits;
  return [...kept, ...(weeks ? [weeks] : ofMovements(program, review, changed, method))].sort(
    (a, b) => ORDER.indexOf(a.reason.kind) - ORDER.indexOf(b.reason.kind),
  );
}

const ORDER: readonly EditReason["kind"][] = [
  "pain",
  "unlikely",
  "lighter week",
  "target",
  "side",
  "even",
  "uncapped",
  "drop",
  "not felt",
  "first",
  "test set",
  "more",
  "further day",
];

const change = (p: Prescription, c: Change): Operation => ({ kind: "change", prescriptionId: p.id, change: c });

function ofLine(p: Prescription, own: LineReview, target: Target): Edit[] {
  const edit = (key: string, reason: EditReason, c: Change | null, safety = false): Edit => ({
    key: `edit ${key} ${p.id}`,
    lineId: p.id,
    name: p.name,
    reason,
    operations: c ? [change(p, c)] : [],
    safety,
  });
  if (target.decision === "stop")
    return [
      {
        ...edit(`pain ${own.last}`, { kind: "pain" }, null, true),
        operations: [{ kind: "remove", prescriptionId: p.id }],
      },
    ];
  if (own.unlikely.length > 0 || target.decision === "check")
    return [
      edit(`unlikely ${own.unlikely[0]?.entryId ?? own.last}`, { kind: "unlikely", sets: own.unlikely.length }, null),
    ];
  const out: Edit[] = [];
  const next = asChange(p, target);
  if (next) out.push(edit(`target ${own.last}`, { kind: "target", target }, next));
  // one thing at a time
  if (own.drop?.rest && !next)
    out.push(
      edit(
        `drop ${own.drop.workouts} ${own.last}`,
        { kind: "drop", reps: own.drop.reps, workouts: own.drop.workouts },
        { rest: Math.min(600, p.rest + own.drop.rest) },
      ),
    );
  out.push(...ofSides(p, own, edit));
  const { target: felt, said } = own.felt;
  if (said >= FELT.said && felt / said < 1 - FELT.share)
    out.push(edit(`felt ${said}`, { kind: "not felt", target: felt, said }, null));
  return out;
}

function ofSides(
  p: Prescription,
  own: LineReview,
  edit: (key: string, reason: EditReason, c: Change | null) => Edit,
): Edit[] {
  // both sides log the same: how far they are apart is not in the log any more
  if (own.capped && p.begins !== "either")
    return own.gap && own.gap.workouts >= 3
      ? []
      : [edit(`uncapped ${own.last}`, { kind: "uncapped" }, { begins: "either" })];
  const { gap } = own;
  if (!gap || p.begins === gap.weaker) return [];
  const share = Math.abs(gap.mean);
  if (gap.overSmall <= SURE.small) return [];
  const reason = { weaker: gap.weaker, share, workouts: gap.workouts } as const;
  return [
    edit(
      `side ${gap.weaker} ${gap.workouts}`,
      { kind: gap.overLarge > SURE.large ? "side" : "even", ...reason },
      { begins: gap.weaker },
    ),
  ];
}

/**
 * The next target as a change of the line; null where nothing is decided. That a load is held is no edit: the phone
 * goes on from what was lifted, whatever load the week began with. More rest is.
 */
function asChange(p: Prescription, t: Target): Change | null {
  if (["first", "check", "stop", "harder"].includes(t.decision)) return null;
  if (t.decision === "hold") return t.rest && t.rest !== p.rest ? { rest: t.rest } : null;
  const next: Change = {
    ...(t.load && !sameLoad(t.load, p.load) ? { load: t.load } : {}),
    ...(t.reps.low !== p.reps.low || t.reps.high !== p.reps.high ? { reps: t.reps } : {}),
    ...(t.rest && t.rest !== p.rest ? { rest: t.rest } : {}),
    ...(t.tempo ? { tempo: t.tempo } : {}),
  };
  return Object.keys(next).length ? next : null;
}

/** most lines weaker at once: rest first, whatever each of them asks for */
function lighterWeek(program: Program, review: Review, method: Method): Edit | null {
  const told = review.lines.filter((l) => l.change);
  const weaker = told.filter((l) => l.change!.verdict === "weaker");
  if (weaker.length < SAG.lines || weaker.length < SAG.share * told.length) return null;
  const operations = prescriptionsOf(program)
    .filter((p) => p.purpose === "work" && !p.locked)
    .map((p) => {
      const sets = Math.max(1, Math.round(p.reserves.length * method.block.lighter));
      const reserves = p.reserves.slice(0, sets).map((r) => Math.min(6, r + method.block.easier));
      return change(p, { reserves });
    });
  return {
    key: `edit lighter ${review.weeks.at(-1)?.from ?? review.today}`,
    lineId: null,
    name: program.name,
    reason: { kind: "lighter week", lines: weaker.length, of: told.length },
    operations,
    safety: false,
  };
}

function ofMovements(program: Program, review: Review, changed: ReadonlySet<string | null>, method: Method): Edit[] {
  const lines = new Map(prescriptionsOf(program).map((p) => [p.id, p]));
  return review.movements.flatMap((m): Edit[] => {
    if (m.progress.kind !== "standing still") return [];
    const { weeks, probability, workouts } = m.progress;
    const own = m.lines.flatMap((id) => lines.get(id) ?? []);
    const [first] = own;
    if (!first) return [];
    const edit = (reason: EditReason, p: Prescription, operations: Operation[]): Edit => ({
      key: `edit ${reason.kind} ${m.family} ${workouts}`,
      lineId: p.id,
      name: p.name,
      reason,
      operations,
      safety: false,
    });
    // what stands in the way beside the programme is the answer, where anything does
    const failed = (Object.keys(m.gates) as Gate[]).find((g) => g !== "test" && m.gates[g] === false);
    const { family } = m;
    if (failed) return [edit({ kind: "first", gate: failed, family, weeks }, first, [])];
    if (m.gates.test === false) return [edit({ kind: "first", gate: "test", family, weeks }, first, [])];
    if (m.gates.test === null) {
      const p = own.find((x) => mayFail(x));
      if (p) {
        const reserves = [...p.reserves.slice(0, -1), 0];
        return [edit({ kind: "test set", family, weeks }, p, [change(p, { reserves })])];
      }
    }
    const p = own.find(
      (x) => !changed.has(x.id) && !x.locked && x.reserves.length < Math.min(SETS_MOST, method.block.setsMost),
    );
    const under = p && underMiddle(p, review);
    if (p && under)
      return [
        edit({ kind: "more", family, group: under, weeks, probability }, p, [
          change(p, { reserves: [...p.reserves, p.reserves.at(-1)!] }),
        ]),
      ];
    return [edit({ kind: "further day", family, weeks, probability }, first, [])];
  });
}

/** families that end on a loaded spine, or where somebody has to help */
const SPARED: readonly string[] = [
  "back-squat",
  "front-squat",
  "deadlift",
  "rack-deadlift",
  "good-morning",
  "barbell-bench-press",
];
const mayFail = (p: Prescription): boolean => !SPARED.includes(p.exerciseId) && p.reserves.at(-1)! <= 2;

/** the group it is for that gets less than the middle of its band; null where none does */
function underMiddle(p: Prescription, { groups: done }: Review): string | null {
  const own = groups.filter((g) => groupCredit(p.credits, g)?.direct).map((g) => g.id);
  return done.find((g) => own.includes(g.group) && g.band && g.planned < (g.band.low + g.band.high) / 2)?.group ?? null;
}

/** operations of several edits, in their order */
export const operationsOf = (edits: readonly Edit[]): Operation[] => edits.flatMap((e) => e.operations);
/** sets a week that a program asks for */
export const setsOf = (program: Program): number =>
  sum(prescriptionsOf(program).map((p) => (p.purpose === "work" ? p.reserves.length : 0)));
