/** Edits of one line: what its own log asks for. */
import { sameLoad } from "#core/base/kilograms";
import { unversioned } from "#core/exercises/setup";
import { headFor } from "#core/planning/aim";
import { groupOf } from "#core/planning/groups";
import type { Change, Prescription } from "#core/program/document";
import type { Target } from "#core/training/progression";
import { change, type Edit, type EditReason, type ProposalAsk } from "./edits";
import { SURE } from "./gap";
import type { LineReview } from "./schema";
import { against } from "./stay";

export function ofLine(p: Prescription, own: LineReview, target: Target, { elsewhere, method }: ProposalAsk): Edit[] {
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
  const because = p.locked ? null : against(own, method.review, elsewhere?.get(unversioned(p.setupKey)));
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

/** a large difference is worked on one side at a time: in the place of a line for the same muscles done with both */
export function oneSided(lines: readonly Prescription[], reviews: ReadonlyMap<string, LineReview>): Edit[] {
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
