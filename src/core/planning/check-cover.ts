/** What a week covers and what it leaves out: parts, lengths, arm positions, grips; techniques and layout. */
import { exerciseFor } from "#core/exercises/form";
import type { Exercise } from "#core/exercises/format";
import type { BodyView } from "#core/mechanics/survey";
import type { Check, Fix, Named, Week } from "#core/planning/judged";
import { groupFor } from "#core/planning/aim";
import { doseTotal } from "#core/planning/dose";
import { prescriptionsOf } from "#core/program/edit";
import { isForPart, partShare } from "#core/planning/parts";
import { bandOf, groups, isArm, isArmDay, TRUNK } from "#core/planning/groups";
import type { Operation, Prescription } from "#core/program/document";
import { varietyOf } from "#core/planning/variety";
import { swingRefusals } from "#core/planning/swing";
import { easierOf, findTechnique, refusalsOf, type Refusal } from "#core/planning/techniques";

const named = ({ id, name }: Named): Named => ({ id, name });
const grows = (priority: string | undefined) => priority === "grow" || priority === "specialise";

/** sets that a part wants: of what should grow more */
const partNeed = (priority: string) => (grows(priority) ? 3 : 2);

/**
 * parts of a group that get too little, whoever leads the lines that train them, with a swap of the line that does the
 * same as another
 */
export function parts({ program, client, exercises, partFor, method }: Week): Check[] {
  return groups.flatMap((g): Check[] => {
    const priority = client.priorities[g.id];
    const all = prescriptionsOf(program);
    const own = all.filter((p) => groupFor(p) === g.id);
    if (!priority || own.length === 0) return [];
    const familyOf = (p: Prescription) => exerciseFor(exercises, p)?.family;
    const need = partNeed(priority);
    return g.watch.map((w): Check => {
      const sets = all.reduce((s, p) => s + p.reserves.length * partShare(w, p, familyOf(p), method), 0);
      const short = sets < need - method.checks.tolerance;
      // the line of the group that is doubled most: the same sets elsewhere cover what is missing
      const spare = own
        .filter((p) => !p.locked && !isForPart(w, p, familyOf(p), method))
        .sort((a, b) => b.reserves.length - a.reserves.length)[0];
      const fix = short && spare ? partFor(spare, w) : null;
      return {
        kind: "part",
        subject: { group: g.id, part: w.name },
        number: sets,
        limit: need,
        state: short ? "look" : "pass",
        fixes: fix ? [fix] : [],
      };
    });
  });
}

const THIRDS = ["short", "middle", "long"] as const;
/** where in the length range the tension of what should grow falls over the week, by mechanics */
export function thirds({ program, client, viewOf, method }: Week): Check[] {
  return groups.flatMap((g): Check[] => {
    if (!grows(client.priorities[g.id])) return [];
    const sums: [number, number, number] = [0, 0, 0];
    for (const p of prescriptionsOf(program)) {
      const view = viewOf(p);
      if (!view) continue;
      for (const h of g.heads) {
        const [credit, m] = [p.credits[h], view.heads[h]];
        if (credit?.direct && m) m.thirds.forEach((t, i) => (sums[i]! += t * credit.share * p.reserves.length));
      }
    }
    const all = sums[0] + sums[1] + sums[2];
    if (all === 0) return [];
    const shares = sums.map((s) => s / all) as [number, number, number];
    const missing = THIRDS.filter((_, i) => shares[i]! < method.checks.leastThird);
    return [
      {
        kind: "thirds",
        subject: { group: g.id },
        number: shares,
        limit: method.checks.leastThird,
        // nothing short is a school's matter, nothing long is looked at
        state: missing.includes("long") || missing.length > 1 ? "look" : "pass",
        fixes: [],
      },
    ];
  });
}

/** arm positions and grips of a group over the week, of every line that is one for it */
export function positions({ program, client, exercises, method }: Week): Check[] {
  const all = prescriptionsOf(program).flatMap((p) => {
    const exercise = exerciseFor(exercises, p);
    return exercise ? [{ p, exercise }] : [];
  });
  return groups.flatMap((g): Check[] => {
    const own = all.filter(({ p }) => groupFor(p) === g.id);
    if (!client.priorities[g.id] || own.length < method.varieties.wanted) return [];
    return g.varied.map((what): Check => {
      const seen = new Set(all.flatMap(({ p, exercise }) => varietyOf(what, g, p, exercise, method) ?? []));
      return {
        kind: "positions",
        subject: { group: g.id, what },
        number: [...seen],
        limit: method.varieties.wanted,
        state: seen.size >= method.varieties.wanted ? "pass" : "look",
        fixes: [],
      };
    });
  });
}

export function pushAndPull({ program, dose, method, client }: Week): Check[] {
  if (program.days.every((d) => d.blocks.length === 0)) return [];
  const sets = (...ids: string[]) => ids.reduce((s, id) => s + (dose.groups[id] ? doseTotal(dose.groups[id]) : 0), 0);
  const pairs = [
    { what: "rear against front of the shoulder", of: ["rear-delts"], front: sets("front-delts") },
    { what: "pulling against pressing", of: ["lats", "upper-back"], front: sets("chest", "front-delts") },
  ] as const;
  /** whether groups have all that their bands hold */
  const full = (of: readonly string[]) =>
    method.judging?.backFull === true &&
    of.every((g) => sets(g) >= (bandOf(g, client, method)?.high ?? Infinity) - method.checks.tolerance);
  return pairs.flatMap(({ what, of, front }): Check[] => {
    const back = sets(...of);
    return front < 3
      ? []
      : [
          {
            kind: "push and pull",
            subject: { what },
            number: { back, front },
            limit: method.checks.leastBack,
            state: back >= method.checks.leastBack * front || full(of) ? "pass" : "look",
            fixes: [],
          },
        ];
  });
}

/** a day of nothing but arms, where more than arms is asked for, of the week or of that day */
export function layout({ program, client }: Week): Check[] {
  const wanted = Object.keys(client.priorities);
  if (wanted.every(isArm)) return [];
  return program.days.flatMap((d): Check[] => {
    const leads = d.blocks.flatMap((b) => b.prescriptions.map((p) => groupFor(p) ?? ""));
    if (leads.length < 2 || isArmDay(d.groups)) return [];
    const only = leads.every(isArm);
    return only
      ? [{ kind: "layout", subject: { day: named(d) }, number: leads.length, limit: null, state: "look", fixes: [] }]
      : [];
  });
}

/** lines on a day that is not for their group, with a day that is */
export function division({ program }: Week): Check[] {
  return program.days.flatMap((d) => {
    const own = d.groups;
    if (own === null) return [];
    return d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): Check[] => {
        const group = groupFor(p);
        if (!group || own.includes(group)) return [];
        const to = program.days.find((x) => x !== d && (x.groups === null || x.groups.includes(group)));
        const operations: Operation[] = to
          ? [{ kind: "move", prescriptionId: p.id, dayId: to.id, index: to.blocks.length }]
          : [];
        return [
          {
            kind: "division",
            subject: { line: named(p), day: named(d) },
            number: group,
            limit: own.filter((g) => !TRUNK.includes(g)),
            state: "look",
            fixes: to && !p.locked ? [{ kind: "to day", name: p.name, day: to.name, operations }] : [],
          },
        ];
      }),
    );
  });
}

/** spine points of days, of two days running and of the week */
export function spine({ program, method, exercises, viewOf }: Week): Check[] {
  const points = program.days.map((d) =>
    d.blocks
      .flatMap((b) => b.prescriptions)
      .reduce((sum, p) => {
        const [view, e] = [viewOf(p), exerciseFor(exercises, p)];
        return view && e ? sum + spinePoints(view, e.family) * p.reserves.length : sum;
      }, 0),
  );
  const week = points.reduce((s, x) => s + x, 0);
  if (week === 0) return [];
  const out: Check[] = program.days.flatMap((d, i): Check[] =>
    points[i]! > 0
      ? [
          {
            kind: "spine",
            subject: { day: named(d) },
            number: points[i]!,
            limit: method.spine.day,
            state: points[i]! > method.spine.day + 0.05 ? "problem" : "pass",
            fixes: [],
          },
        ]
      : [],
  );
  out.push({
    kind: "spine",
    subject: { day: null },
    number: week,
    limit: method.spine.week,
    state: week > method.spine.week + 0.05 ? "problem" : "pass",
    fixes: [],
  });
  return out;
}

/** Nm at the low back that cost nothing, and that make a point more; most points a set */
const SPINE = { free: 120, point: 60, most: 2.5 };
/** kinds of exercise that load the back by lying or hanging on purpose */
const NO_SPINE = new Set(["trunk", "carry"]);

/** points of load on the back, a set */
export const spinePoints = (view: Pick<BodyView, "spineMoment">, family: Exercise["family"]): number =>
  NO_SPINE.has(family) ? 0 : Math.max(0, Math.min(SPINE.most, (view.spineMoment - SPINE.free) / SPINE.point));

/** share of what ends a set that is another muscle's than those it is for; 0 where the first one is its own */
export function endedElsewhere(
  { limiters }: Pick<BodyView, "limiters">,
  { targets }: Pick<Exercise, "targets">,
): number {
  const [first] = limiters;
  const total = limiters.reduce((s, l) => s + l.elasticity, 0);
  return !first || total <= 0 || targets.includes(first.muscle) ? 0 : first.elasticity / total;
}

/** lines that something else ends than what they are for */
export function limiters({ program, exercises, viewOf, method }: Week): Check[] {
  return prescriptionsOf(program).flatMap((p): Check[] => {
    const [view, e] = [viewOf(p), exerciseFor(exercises, p)];
    const total = view?.limiters.reduce((s, l) => s + l.elasticity, 0) ?? 0;
    const first = view?.limiters[0];
    if (!view || !e || !first || total <= 0) return [];
    const share = first.elasticity / total;
    return [
      {
        kind: "limiter",
        subject: { line: named(p), muscle: first.muscle },
        number: share,
        limit: method.checks.endsElsewhere,
        state: endedElsewhere(view, e) < method.checks.endsElsewhere ? "pass" : "look",
        fixes: [],
      },
    ];
  });
}

/** whether each technique may be used where it stands, how many a day, and those that want days between */
export function techniqueChecks({ program, client, exercises, viewOf, method }: Week): Check[] {
  const lines = program.days.flatMap((day) =>
    day.blocks.flatMap((b) => b.prescriptions.flatMap((p) => (p.technique ? [{ day, p, t: p.technique }] : []))),
  );
  const off = (p: Prescription): Fix => ({
    kind: "plain sets",
    name: p.name,
    operations: [{ kind: "change", prescriptionId: p.id, change: { technique: null } }],
  });
  const out = lines.flatMap(({ p, t }): Check[] => {
    const [view, exercise] = [viewOf(p), exerciseFor(exercises, p)];
    if (!view || !exercise) return [];
    const refusals: Refusal[] = refusalsOf(
      findTechnique(t.id),
      {
        exercise,
        view,
        client,
        line: p,
        easier: easierOf(t),
      },
      method,
    );
    return [
      {
        kind: "technique",
        subject: { line: named(p), technique: t.id },
        number: refusals,
        limit: null,
        state: refusals.length ? "problem" : "pass",
        fixes: refusals.length ? [off(p)] : [],
      },
    ];
  });
  for (const p of prescriptionsOf(program)) {
    const exercise = exerciseFor(exercises, p);
    if (p.swing === "none" || !exercise) continue;
    const refusals = swingRefusals(exercise, client);
    const operations: Operation[] = [{ kind: "change", prescriptionId: p.id, change: { swing: "none" } }];
    out.push({
      kind: "swing",
      subject: { line: named(p), swing: p.swing },
      number: refusals,
      limit: null,
      state: refusals.length ? "problem" : "pass",
      fixes: refusals.length ? [{ kind: "no swing", name: p.name, operations }] : [],
    });
  }
  for (const day of program.days) {
    const here = lines.filter((l) => l.day === day);
    if (here.length <= method.checks.techniquesADay) continue;
    out.push({
      kind: "techniques a day",
      subject: { day: named(day) },
      number: here.length,
      limit: method.checks.techniquesADay,
      state: "look",
      fixes: here.slice(method.checks.techniquesADay).map(({ p }) => off(p)),
    });
  }
  const rare = lines.filter(({ t }) => findTechnique(t.id).apart > 0);
  if (rare.length > 1)
    out.push({
      kind: "techniques apart",
      subject: { line: named(rare[1]!.p), technique: rare[1]!.t.id },
      number: rare.length,
      limit: findTechnique(rare[0]!.t.id).apart,
      state: "problem",
      fixes: rare.slice(1).map(({ p }) => off(p)),
    });
  return out;
}

/** two weeks that take turns: how much of the second is another, and what it covers beside the first */
export function twoWeeks({ whole, method }: Week): Check[] {
  const of = (week: "A" | "B") => whole.days.filter((d) => d.week === week);
  const lines = (week: "A" | "B") => of(week).flatMap((d) => d.blocks.flatMap((b) => b.prescriptions));
  const [a, b] = [lines("A"), lines("B")];
  if (b.length === 0) return [];
  const count = (list: Prescription[]) => {
    const out = new Map<string, number>();
    for (const p of list) out.set(p.setupKey, (out.get(p.setupKey) ?? 0) + 1);
    return out;
  };
  const left = count(a);
  let changed = 0;
  for (const p of b) {
    const n = left.get(p.setupKey) ?? 0;
    if (n > 0) left.set(p.setupKey, n - 1);
    else changed++;
  }
  const share = changed / b.length;
  return [
    {
      kind: "two weeks",
      subject: {},
      number: share,
      limit: method.checks.changedMost,
      state: share <= method.checks.changedMost + 0.02 ? "pass" : "look",
      fixes: [],
    },
  ];
}

/** lines whose smallest step is so coarse that no window of reps bridges it */
export function steps({ program, exercises, method }: Week): Check[] {
  return prescriptionsOf(program).flatMap((p): Check[] => {
    const e = exerciseFor(exercises, p);
    if (!e) return [];
    const load = (p.load?.unit === p.loadStep.unit ? p.load.value : 0) || e.stated.usualLoad;
    const share = p.loadStep.value / Math.max(p.loadStep.value, load + p.bodyLoad);
    return share > method.checks.coarse
      ? [
          {
            kind: "step",
            subject: { line: named(p) },
            number: share,
            limit: method.checks.coarse,
            state: "look",
            fixes: [],
          },
        ]
      : [];
  });
}

/** a swap of a line for the best setup that covers a part of its group; tried, not canned */
export const swapForPart = (p: Prescription, part: string, prescription: Prescription): Fix => ({
  kind: "swap for part",
  name: prescription.name,
  for: part,
  operations: [{ kind: "swap", prescriptionId: p.id, prescription } satisfies Operation],
});
