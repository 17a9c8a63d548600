/**
 * How a client stands, as far as the log says: which days were trained, and what a coach should decide on. Worked out
 * when something of the client has changed, and kept: what depends on today's date is `needs.ts`'s to say.
 */
import "#core/base/reasons";
import { z } from "zod";
import { sum } from "#core/base/numbers";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { JOINTS } from "#core/exercises/joints";
import { checkWeek } from "#core/planning/check";
import { checkText } from "#core/planning/check-words";
import type { CheckKind, Client as CheckedClient } from "#core/planning/judged";
import { loadSchema, type Prescription, type Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { PAIN_KINDS } from "#core/training/entry";
import { countedReps, exposuresOf, loadOf, newestOf, type History } from "#core/training/exposures";
import { flagsOf } from "#core/training/flags";
import { targetFor } from "#core/training/progression";
import type { Rules } from "#core/training/rules";
import { sideGap } from "#core/training/sides";

const side = z.enum(["left", "right", "both"]);

/** what of one line asks for a decision, with the day it stands on */
export const findingSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("pain"),
    joint: z.enum(JOINTS),
    side,
    pain: z.enum(PAIN_KINDS),
    score: z.int(),
    /** scores of that joint before, newest first */
    before: z.array(z.int()),
  }),
  z.strictObject({
    kind: z.literal("unlikely"),
    load: loadSchema.nullable(),
    reps: z.int(),
    entryId: z.uuid(),
    revision: z.int(),
  }),
  /** reps of the heaviest set in the last workouts, oldest first, under the window */
  z.strictObject({ kind: z.literal("short"), lately: z.array(z.number()), low: z.number() }),
  z.strictObject({ kind: z.enum(["elsewhere", "form"]) }),
  z.strictObject({ kind: z.literal("sides"), weaker: z.enum(["left", "right"]), share: z.number() }),
  z.strictObject({ kind: z.literal("note"), text: z.string() }),
]);
export type FindingKind = z.infer<typeof findingSchema>["kind"];

const placed = z.strictObject({ lineId: z.uuid(), name: z.string(), on: z.iso.date() });

export const standingSchema = z.strictObject({
  /** working sets of the week as planned, and its days with something on them */
  planned: z.strictObject({ sets: z.int(), days: z.int() }),
  /** days with something logged, newest first */
  days: z.array(
    z.strictObject({
      date: z.iso.date(),
      sets: z.int(),
      /** share of what that day's plan asks */
      share: z.number(),
      /** the worst pain told, 0 to 10 */
      pain: z.int().nullable(),
    }),
  ),
  findings: z.array(z.strictObject({ at: placed, what: findingSchema })),
  /** what of the week as planned cannot be done or may hurt, as the check says it: titles, at most three, and all */
  problems: z.strictObject({ titles: z.array(z.string()).max(3), all: z.int() }),
});
export type Standing = z.infer<typeof standingSchema>;
export type Finding = Standing["findings"][number];

/** how much is trained is the review's to say; what cannot be done, or may hurt, does not wait for one */
const OF_DOSE: ReadonlySet<CheckKind> = new Set(["dose", "ceiling", "direct", "session dose", "frequency"]);
const TITLES = 3;

/** what the check holds against a week for this client, without what is only known from the engine */
export function problemsOf(
  program: Program,
  client: CheckedClient,
  method: Method,
  exercises: ReadonlyMap<string, Exercise>,
): Standing["problems"] {
  if (prescriptionsOf(program).length === 0) return { titles: [], all: 0 };
  const found = checkWeek(program, client, method, exercises).filter(
    (c) => c.state === "problem" && !OF_DOSE.has(c.kind),
  );
  return { titles: found.slice(0, TITLES).map((c) => checkText(c).title), all: found.length };
}

/** @param history of the last weeks, as the next targets follow from it */
export function standingOf(
  program: Program,
  history: History,
  rules: Rules,
  problems: Standing["problems"] = { titles: [], all: 0 },
): Standing {
  const working = program.days.filter((d) => d.blocks.length > 0);
  const lines = prescriptionsOf(program);
  return {
    planned: { sets: sum(lines.map((p) => p.reserves.length)), days: working.length },
    days: trained(program, history),
    findings: [...lines.flatMap((p) => findingsOf(p, history, rules)), ...notesOf(program, history)],
    problems,
  };
}

function trained(program: Program, { entries, reports }: History): Standing["days"] {
  const done = newestOf(entries).filter((e) => !e.voided);
  const said = newestOf(reports);
  const dayOf = new Map(
    program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions.map((p) => [p.id, d] as const))),
  );
  const asked = new Map(
    program.days.map((d) => [d.id, sum(d.blocks.flatMap((b) => b.prescriptions.map((p) => p.reserves.length)))]),
  );
  return [...new Set([...done, ...said].map((e) => e.localDate))]
    .sort()
    .reverse()
    .map((date) => {
      const own = done.filter((e) => e.localDate === date);
      const plans = new Set(own.flatMap((e) => dayOf.get(e.prescriptionId)?.id ?? []));
      const all = sum([...plans].map((id) => asked.get(id) ?? 0));
      const pains = said.flatMap((r) => (r.localDate === date && r.pain && r.pain.score > 0 ? [r.pain.score] : []));
      return {
        date,
        sets: own.length,
        share: own.length === 0 ? 0 : all === 0 ? 1 : Math.min(1, own.length / all),
        pain: pains.length ? Math.max(...pains) : null,
      };
    });
}

function findingsOf(p: Prescription, history: History, rules: Rules): Finding[] {
  const exposures = exposuresOf(p.id, history.entries, history.reports);
  const [last] = exposures;
  if (!last) return [];
  const target = targetFor(p, history, rules);
  const found = (what: Finding["what"], on = last.localDate): Finding => ({
    at: { lineId: p.id, name: p.name, on },
    what,
  });
  const pain = last.report?.pain;
  if (target.decision === "stop" && pain) {
    const before = exposures
      .slice(1)
      .flatMap((x) => (x.report?.pain?.joint === pain.joint ? [x.report.pain.score] : []));
    return [found({ kind: "pain", joint: pain.joint, side: pain.side, pain: pain.kind, score: pain.score, before })];
  }
  if (target.decision === "check") {
    const flagged = flagsOf(p, history.entries, history.bounds[p.id], rules);
    const odd = exposures.flatMap((x) => x.entries).find((e) => flagged.has(e.id));
    return odd
      ? [
          found(
            { kind: "unlikely", load: loadOf(odd), reps: countedReps(odd), entryId: odd.id, revision: odd.revision },
            odd.localDate,
          ),
        ]
      : [];
  }
  const out: Finding[] = [];
  for (const r of target.reasons) {
    if (r.kind === "felt elsewhere twice") out.push(found({ kind: "elsewhere" }));
    if (r.kind === "form twice") out.push(found({ kind: "form" }));
    if (r.kind === "under the window") out.push(found({ kind: "short", lately: r.lately, low: r.low }));
  }
  const gap = p.sides === "one" ? sideGap(exposures, rules) : null;
  if (gap && gap.weaker !== "either" && gap.weaker !== p.begins)
    out.push(found({ kind: "sides", weaker: gap.weaker, share: Math.abs(gap.share) }));
  return out;
}

/** what a client wrote, newest first, one a line */
function notesOf(program: Program, { reports }: History): Finding[] {
  const names = new Map(prescriptionsOf(program).map((p) => [p.id, p.name]));
  const seen = new Set<string>();
  return newestOf(reports)
    .filter((r) => r.note.trim() !== "")
    .sort((a, b) => b.at.localeCompare(a.at))
    .flatMap((r): Finding[] => {
      if (seen.has(r.prescriptionId)) return [];
      seen.add(r.prescriptionId);
      const name = names.get(r.prescriptionId) ?? "an exercise of before";
      return [{ at: { lineId: r.prescriptionId, name, on: r.localDate }, what: { kind: "note", text: r.note.trim() } }];
    });
}
