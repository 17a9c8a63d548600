/**
 * Next week as a list of edits, each with its reason: taken or left one by one. What hurts comes first, then what
 * cannot be right, then what the last workouts ask for, then what the weeks before say. One thing at a time: a line
 * whose load changes gets no further set in the same week.
 */
import { dateBefore } from "#core/base/dates";
import { mean, sum } from "#core/base/numbers";
import { sameLoad } from "#core/base/kilograms";
import type { ClientInput } from "#core/clients/client";
import type { Room } from "#core/clients/days";
import type { Method } from "#core/edition/method";
import type { Joint } from "#core/exercises/joints";
import { unversioned } from "#core/exercises/setup";
import { headFor } from "#core/planning/aim";
import { lighterOf } from "#core/planning/block";
import { groupCredit } from "#core/planning/dose";
import { findGroup, groupOf, groups } from "#core/planning/groups";
import { nextGroup, rotate } from "#core/planning/rotate";
import type { Change, Operation, Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { SETS_MOST } from "#core/program/limits";
import { newestOf, type History } from "#core/training/exposures";
import { targetFor, type Target } from "#core/training/progression";
import { SURE } from "./gap";
import type { Gate, LineReview, Review } from "./schema";
import { LIGHTER } from "./weeks";
import { against, stoodFor, type Against, type Elsewhere } from "./stay";

export type EditReason =
  | { kind: "pain" }
  | { kind: "unlikely"; sets: number }
  | { kind: "target"; target: Target }
  | { kind: "drop"; reps: number; workouts: number }
  | { kind: "side"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "even"; weaker: "left" | "right"; share: number; workouts: number }
  | { kind: "uncapped" }
  | { kind: "replace"; because: Against }
  | { kind: "one-sided"; weaker: "left" | "right"; share: number; of: string }
  | { kind: "test set"; family: string; weeks: number }
  | { kind: "more"; family: string; group: string; weeks: number; probability: number }
  | { kind: "further day"; family: string; weeks: number; probability: number }
  | { kind: "first"; gate: Gate; family: string; weeks: number }
  | { kind: "lighter week"; lines: number; of: number }
  | { kind: "block end"; weeks: number }
  | { kind: "next block" }
  | { kind: "rotate"; from: string; to: string; weeks: number };

export interface Edit {
  /** changes with its evidence: what was declined is not proposed again for the same */
  key: string;
  lineId: string | null;
  name: string;
  reason: EditReason;
  /** none where a person has to look first: a conversation */
  operations: Operation[];
  /** a setup is to be found for the line: what it must be */
  find?: { spare: Joint | null; oneSided: boolean };
  /** priorities of the client that change with it */
  priorities?: ClientInput["priorities"];
  /** what hurts is accepted unless it is declined with a reason */
  safety: boolean;
}

/** lines of all that sag together from which on it is the client and not the lines */
const SAG = { share: 0.5, lines: 3 };
/** weeks of a block after which a lighter one is due, and weeks that a group is specialised for. Judgement */
const BLOCK = 6;
const SPECIALISED = 6;

type Client = Pick<ClientInput, "priorities" | "level" | "phase"> & Room;

interface Ask {
  program: Program;
  history: History;
  review: Review;
  client: Client;
  method: Method;
  /** keys of edits that were declined: a lighter week that is not wanted holds nothing back */
  declined?: ReadonlySet<string>;
  /** what other clients' logs say of a setup, by its key without a version */
  elsewhere?: ReadonlyMap<string, Elsewhere>;
}

/** @returns in the order in which a coach decides */
export function proposalOf(ask: Ask): Edit[] {
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
  const restart = lighter || block ? null : nextBlock(program, history, review);
  const next = lighter ?? block ?? restart;
  const ofAll = next ? [next] : rests ? [] : rotations(program, review, ask.client, method);
  const movements = rests ? [] : ofMovements(program, review, changed, method);
  const gone = new Set(edits.filter((e) => e.safety).map((e) => e.lineId));
  return [
    ...kept,
    ...oneSided(lines, reviews),
    ...movements.filter((e) => ofAll.length === 0 || e.operations.length === 0),
    ...ofAll.map((e) => ({ ...e, operations: e.operations.filter((o) => !isOf(o, gone)) })),
  ].sort((a, b) => ORDER.indexOf(a.reason.kind) - ORDER.indexOf(b.reason.kind));
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

const change = (p: Prescription, c: Change): Operation => ({ kind: "change", prescriptionId: p.id, change: c });

function ofLine(p: Prescription, own: LineReview, target: Target, { elsewhere }: Ask): Edit[] {
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
        find: { spare: own.pains[0]?.joint ?? null, oneSided: false },
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
  const because = p.locked ? null : against(own, elsewhere?.get(unversioned(p.setupKey)));
  if (because)
    out.push({
      ...edit(`replace ${because.kind} ${own.last}`, { kind: "replace", because }, null),
      find: { spare: because.kind === "hurts" ? because.joint : null, oneSided: false },
    });
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

/** a large difference is worked on one side at a time: a line for the same muscles that is done with both takes turns */
function oneSided(lines: readonly Prescription[], reviews: ReadonlyMap<string, LineReview>): Edit[] {
  return lines.flatMap((p): Edit[] => {
    const gap = reviews.get(p.id)?.gap;
    if (!gap || gap.overLarge <= SURE.large) return [];
    const head = headFor(p);
    const both = lines.find(
      (x) => x.sides === "both" && !x.locked && head !== null && headFor(x) !== null && sameGroup(headFor(x)!, head),
    );
    return both
      ? [
          {
            key: `edit one-sided ${gap.weaker} ${both.id}`,
            lineId: both.id,
            name: both.name,
            reason: { kind: "one-sided", weaker: gap.weaker, share: Math.abs(gap.mean), of: p.name },
            operations: [],
            find: { spare: null, oneSided: true },
            safety: false,
          },
        ]
      : [];
  });
}

const sameGroup = (a: string, b: string): boolean => groupOf(a) !== undefined && groupOf(a) === groupOf(b);

const ofWeek = (
  program: Program,
  key: string,
  reason: EditReason,
  operations: Operation[],
  priorities?: ClientInput["priorities"],
): Edit => ({
  key: `edit ${key}`,
  lineId: null,
  name: program.name,
  reason,
  operations,
  safety: false,
  ...(priorities ? { priorities } : {}),
});

/** the week as it is planned is the lighter one already */
function isLight(program: Program, usual: number | null): boolean {
  const reserves = prescriptionsOf(program).flatMap((p) => (p.purpose === "work" ? p.reserves : []));
  return usual !== null && reserves.length > 0 && mean(reserves) >= usual + LIGHTER.reserve;
}

/** most lines weaker at once: rest first, whatever each of them asks for */
function lighterWeek(program: Program, review: Review, method: Method): Edit | null {
  const told = review.lines.filter((l) => l.change);
  const weaker = told.filter((l) => l.change!.verdict === "weaker");
  if (weaker.length < SAG.lines || weaker.length < SAG.share * told.length) return null;
  if (isLight(program, review.block.reserve)) return null;
  const key = `lighter ${review.weeks.at(-1)?.from ?? review.today}`;
  const reason = { kind: "lighter week", lines: weaker.length, of: told.length } as const;
  return ofWeek(program, key, reason, lighterOf(program, method));
}

/** a block has gone its weeks: the last one is lighter, and its key lasts for the week in which it is asked */
function blockEnd(program: Program, { block, weeks, today }: Review, method: Method): Edit | null {
  if (block.weeks < BLOCK || isLight(program, block.reserve)) return null;
  const key = `block ${weeks.at(-1)?.from ?? today}`;
  return ofWeek(program, key, { kind: "block end", weeks: block.weeks }, lighterOf(program, method));
}

/** days of log in which the block before is looked for */
const BLOCK_DAYS = 56;

/** after the lighter week: sets and effort as they were before it; null where the week is not a lighter one */
function nextBlock(program: Program, { entries }: History, { block, today }: Review): Edit | null {
  if (!block.lighter) return null;
  const since = dateBefore(today, BLOCK_DAYS);
  const operations = prescriptionsOf(program).flatMap((p): Operation[] => {
    if (p.purpose !== "work" || p.locked) return [];
    const days = new Map<string, number[]>();
    for (const e of newestOf(entries))
      if (e.prescriptionId === p.id && !e.voided && e.localDate >= since)
        (days.get(e.localDate) ?? days.set(e.localDate, []).get(e.localDate)!)[e.set] = e.prescribed.reserve;
    // of the days with most sets the newest
    const before = [...days]
      .filter(([, r]) => r.every((x) => x !== undefined))
      .sort(([a, x], [b, y]) => y.length - x.length || b.localeCompare(a))[0]?.[1];
    return before && before.length > p.reserves.length ? [change(p, { reserves: [...before] })] : [];
  });
  return operations.length ? ofWeek(program, `next block ${today}`, { kind: "next block" }, operations) : null;
}

/** a group has been specialised for its weeks: the one that waits longest is next */
function rotations(program: Program, review: Review, client: Client, method: Method): Edit[] {
  return review.specialised
    .filter((s) => s.weeks >= SPECIALISED && findGroup(s.group))
    .flatMap(({ group, weeks }): Edit[] => {
      const to = nextGroup(program, client, method);
      if (!to) return [];
      const { priorities, operations } = rotate(program, client, method, group, to);
      return [
        ofWeek(program, `rotate ${group} ${to}`, { kind: "rotate", from: group, to, weeks }, operations, priorities),
      ];
    });
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
    const changeable = own.find((x) => !x.locked);
    const line = review.lines.find((l) => l.lineId === changeable?.id);
    const stood = line ? stoodFor(line) : null;
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
