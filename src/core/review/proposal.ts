/**
 * Next week as a list of edits, each with its reason: taken or left one by one. What hurts comes first, then what
 * cannot be right, then what the last workouts ask for, then what the weeks before say. One thing at a time: a line
 * whose load changes gets no further set in the same week.
 */
import { sum } from "#core/base/numbers";
import type { Method } from "#core/edition/method";
import { groupCredit } from "#core/planning/dose";
import { groups } from "#core/planning/groups";
import type { Operation, Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { SETS_MOST } from "#core/program/limits";
import { targetFor } from "#core/training/progression";
import { change, type Edit, type EditReason, type ProposalAsk } from "./edits";
import { ofLine, oneSided } from "./line-edits";
import type { Gate, Review } from "./schema";
import { stoodFor, type Against } from "./stay";
import { blockEnd, isLight, lighterWeek, nextBlock, rotations } from "./week-edits";

/** @returns in the order in which a coach decides */
export function proposalOf(ask: ProposalAsk): Edit[] {
  const { program, history, review, method, declined = new Set() } = ask;
  const reviews = new Map(review.lines.map((l) => [l.lineId, l]));
  const lines = prescriptionsOf(program).filter((p) => p.purpose === "work");
  const edits = lines.flatMap((p) => {
    const own = reviews.get(p.id);
    return own ? ofLine(p, own, targetFor(p, history, method), ask) : [];
  });
  const changed = new Set(edits.filter((e) => e.operations.length).map((e) => e.lineId));
  const open = (e: Edit | null) => (e && !declined.has(e.key) ? e : null);
  const [lighter, block] = [open(lighterWeek(program, review, method)), open(blockEnd(program, review, method))];
  // nothing goes up in a week that is to be lighter, or is
  const rests = lighter !== null || isLight(program, review.block.reserve);
  const kept = rests ? edits.filter((e) => e.safety || e.operations.length === 0) : edits;
  // sets are moved by one edit at a time: rest, then the next block, then a rotation, then more for what stands still
  const restart = lighter || block ? null : nextBlock(program, history, review, method);
  const next = lighter ?? block ?? restart;
  const ofAll = next ? [next] : rests ? [] : rotations(program, review, ask.client, method);
  const movements = rests ? [] : ofMovements(program, review, changed, method);
  const gone = new Set(edits.filter((e) => e.safety).map((e) => e.lineId));
  const replaced = mostPressing(
    [...kept, ...oneSided(lines, reviews), ...movements].filter((e) => e.find && !e.safety),
    method.review.replaced,
  );
  const moved = new Set(replaced.map((e) => e.lineId));
  return [
    // what another setup stands in for gets no new load, no new rest and no side that begins
    ...kept.filter((e) => !e.find && !(moved.has(e.lineId) && OVER.has(e.reason.kind))),
    ...kept.filter((e) => e.safety && e.find),
    ...replaced,
    ...movements.filter((e) => !e.find && !moved.has(e.lineId) && (ofAll.length === 0 || e.operations.length === 0)),
    ...ofAll.map((e) => ({ ...e, operations: e.operations.filter((o) => !isOf(o, gone)) })),
  ].sort((a, b) => ORDER.indexOf(a.reason.kind) - ORDER.indexOf(b.reason.kind));
}

const OVER: ReadonlySet<EditReason["kind"]> = new Set(["target", "drop", "side", "even", "uncapped"]);

const PRESSING: readonly Against["kind"][] = ["hurts", "not felt", "form", "others", "still"];

/** the most pressing ones, one a line: what hurts, then what is felt least. Of more nobody knows what it was */
function mostPressing(edits: readonly Edit[], most: number): Edit[] {
  const rank = ({ reason: r }: Edit): number => {
    if (r.kind !== "replace") return 1.5;
    return PRESSING.indexOf(r.because.kind) + (r.because.kind === "not felt" ? r.because.target / r.because.said : 0);
  };
  return [...edits]
    .sort((a, b) => rank(a) - rank(b))
    .filter((e, i, all) => all.findIndex((x) => x.lineId === e.lineId) === i)
    .slice(0, most);
}

/** what is left out for pain is changed by nothing else */
const isOf = (o: Operation, lines: ReadonlySet<string | null>): boolean =>
  "prescriptionId" in o && lines.has(o.prescriptionId);

const ORDER: readonly EditReason["kind"][] = [
  "pain",
  "unlikely",
  "lighter week",
  "block end",
  "next block",
  "target",
  "side",
  "even",
  "one-sided",
  "uncapped",
  "drop",
  "replace",
  "first",
  "test set",
  "more",
  "further day",
  "rotate",
];

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
    const changeable = own.find((x) => !x.locked);
    const line = review.lines.find((l) => l.lineId === changeable?.id);
    const stood = line ? stoodFor(line, method.review) : null;
    if (changeable && stood)
      return [
        {
          ...edit({ kind: "replace", because: { kind: "still", weeks: stood } }, changeable, []),
          find: { spare: null, oneSided: false },
        },
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
