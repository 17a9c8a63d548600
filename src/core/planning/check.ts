/**
 * The check of a week: judgements as data, each with its number, its limit, its state and the operations that mend
 * it. What a screen says of them is in check-words.ts; what a solver scores is the same numbers.
 */
import { exerciseFor } from "#core/exercises/form";
import { thereOn } from "#core/clients/client";
import { minutesFor, weekdaysFor } from "#core/clients/days";
import type { Method } from "#core/edition/method";
import type { Exercise } from "#core/exercises/format";
import { groupFor } from "#core/planning/aim";
import { doseTotal, groupCredit, weekDose, type WeekDose } from "#core/planning/dose";
import { linesOf, prescriptionsOf } from "#core/program/edit";
import { bandOf, findGroup, groupOf, groups } from "#core/planning/groups";
import {
  spinePoints,
  division,
  layout,
  limiters,
  parts,
  positions,
  pushAndPull,
  spine,
  steps,
  techniqueChecks,
  thirds,
  twoWeeks,
} from "#core/planning/check-cover";
import { effortOfDays, loads, repFloors, sets } from "#core/planning/check-sets";
import { repBandOf } from "#core/planning/effort";
import { loadingOf } from "#core/planning/loading";
import { hindrance, type Side } from "#core/planning/supersets";
import { likeness } from "#core/planning/likeness";
import { dayMinutes } from "#core/planning/minutes";
import type { Check, Client, Fix, Known, Named, OfDay, OfGroup, OfLine, Week } from "#core/planning/judged";
import type { Operation, Prescription, Program } from "#core/program/document";
import { workOf } from "#core/program/purpose";
import { missingOf, suitability, whomOf } from "#core/suitability/suitability";

export function checkWeek(
  program: Program,
  client: Client,
  method: Method,
  exercises: ReadonlyMap<string, Exercise>,
  dose: WeekDose = weekDose(program),
  known: Known = {},
): Check[] {
  const whom = whomOf(client);
  const viewOf = known.viewOf ?? (() => null);
  const suits = (p: Prescription) => {
    const exercise = exerciseFor(exercises, p);
    const strains = known.strainsOf?.(p) ?? exercise?.joints;
    return exercise && strains ? suitability({ exercise, view: viewOf(p), strains }, whom, method) : null;
  };
  const week: Week = {
    program: workOf(program),
    all: program,
    client,
    method,
    exercises,
    dose,
    swapFor: () => null,
    partFor: () => null,
    strainsOf: () => null,
    ...known,
    viewOf,
    suits,
    whole: workOf(known.whole ?? program),
  };
  return [
    weeklyDose,
    directSets,
    sessionDose,
    frequency,
    minutes,
    joints,
    mobility,
    equipment,
    notFor,
    sets,
    redundancy,
    longLengths,
    repBands,
    order,
    supersets,
    sides,
    parts,
    thirds,
    positions,
    pushAndPull,
    layout,
    division,
    effortOfDays,
    repFloors,
    loads,
    spine,
    limiters,
    techniqueChecks,
    twoWeeks,
    steps,
  ].flatMap((judge) => judge(week));
}

/** the same from one look to the next, for keys of a list */
export function checkId({ kind, subject }: Check): string {
  const s = subject as Partial<
    OfGroup &
      OfDay &
      OfLine & { joint: string; lines: Named[]; part: string; what: string; technique: string; move: string }
  >;
  const ids = [
    s.group,
    s.part,
    s.what,
    s.technique,
    s.day?.id,
    s.line?.id,
    s.joint,
    s.move,
    ...(s.lines ?? []).map((l) => l.id),
  ];
  return [kind, ...ids.filter((x) => x !== undefined)].join(" ");
}

const named = ({ id, name }: Named): Named => ({ id, name });
const change = (prescriptionId: string, to: Partial<Prescription>): Operation => ({
  kind: "change",
  prescriptionId,
  change: to,
});
/** the prescription with fewest sets that is for a group, where one more set would do most */
function shortest(program: Program, group: string): Prescription | undefined {
  const list = prescriptionsOf(program).filter(
    (p) => !p.locked && Object.entries(p.credits).some(([id, c]) => c.direct && groupOf(id)?.id === group),
  );
  return list.sort((a, b) => a.reserves.length - b.reserves.length)[0];
}

function oneMore(p: Prescription | undefined): Fix[] {
  if (!p || p.reserves.length >= 8) return [];
  const reserves = [...p.reserves, p.reserves[p.reserves.length - 1]!];
  return [{ kind: "add set", name: p.name, operations: [change(p.id, { reserves })] }];
}

function weeklyDose({ program, all, client, method, dose }: Week): Check[] {
  const most = minutesFor(client, all.days);
  const tight = all.days.every((day, i) => dayMinutes(day, method) > most[i]! - 4);
  return groups.flatMap((m): Check[] => {
    const band = bandOf(m.id, client, method);
    const d = dose.groups[m.id]!;
    const sets = doseTotal(d);
    if (!band) return m.ceiling && sets > m.ceiling + 0.05 ? [tooMuch(m.id, sets, d.indirect, m.ceiling)] : [];
    const short = sets < band.low - method.checks.tolerance;
    const state = short
      ? sets < band.low * method.farBelow
        ? "problem"
        : "look"
      : sets > method.hardStop
        ? "problem"
        : sets > band.high + (method.judging?.over ?? method.checks.tolerance)
          ? "look"
          : "pass";
    return [
      {
        kind: "dose",
        subject: { group: m.id },
        number: { sets, indirect: d.indirect, tight },
        limit: { ...band, most: method.hardStop },
        state,
        fixes: short ? oneMore(shortest(program, m.id)) : [],
      },
    ];
  });
}

/** a group nobody asked for that gets more than is good for it, as a helper of others */
const tooMuch = (group: string, sets: number, indirect: number, ceiling: number): Check => ({
  kind: "ceiling",
  subject: { group },
  number: { sets, indirect },
  limit: ceiling,
  state: "look",
  fixes: [],
});

/** a group that is only helped along does not end its sets: some have to be its own */
function directSets({ program, client, method, dose }: Week): Check[] {
  if (program.days.every((d) => d.blocks.length === 0)) return [];
  return groups.flatMap((m): Check[] => {
    const band = bandOf(m.id, client, method);
    if (!band) return [];
    const least = Math.min(band.low * method.directShare[band.priority], method.directMost[band.priority]);
    if (least <= 0) return [];
    const { direct } = dose.groups[m.id]!;
    const state = direct >= least - method.checks.tolerance ? "pass" : "look";
    const fixes = state === "pass" ? [] : oneMore(shortest(program, m.id));
    return [{ kind: "direct", subject: { group: m.id }, number: direct, limit: least, state, fixes }];
  });
}

function sessionDose({ program, method, dose }: Week): Check[] {
  return groups.flatMap((m): Check[] => {
    const peak = dose.groups[m.id]!.peakDay;
    if (peak <= method.sessionUsual[1] + 0.05) return [];
    const day = program.days.find((_, i) => dose.groups[m.id]!.byDay[i]! >= peak - 1e-9);
    return [
      {
        kind: "session dose",
        subject: { group: m.id, day: day ? named(day) : null },
        number: peak,
        limit: { usual: method.sessionUsual, most: method.sessionLimit },
        state: peak > method.sessionLimit ? "problem" : "look",
        fixes: [],
      },
    ];
  });
}

function frequency({ program, client, method, dose }: Week): Check[] {
  if (program.days.every((d) => d.blocks.length === 0)) return [];
  return groups.flatMap((m): Check[] => {
    const priority = client.priorities[m.id];
    if (!priority) return [];
    const least = Math.min(method.frequency[priority], client.daysPerWeek);
    const counts = method.daySets[client.level === "beginner" ? 1 : 0];
    const days = dose.groups[m.id]!.byDay.filter((d) => d >= counts - 0.05).length;
    return [
      {
        kind: "frequency",
        subject: { group: m.id },
        number: days,
        limit: { least, priority },
        state: days >= least ? "pass" : "look",
        fixes: [],
      },
    ];
  });
}

function minutes({ all, client, method }: Week): Check[] {
  const most = minutesFor(client, all.days);
  return all.days
    .map((d, i) => ({ d, limit: most[i]! }))
    .filter(({ d }) => d.blocks.length > 0)
    .map(({ d, limit }): Check => {
      const number = Math.round(dayMinutes(d, method));
      const over = number - limit;
      const last = d.blocks[d.blocks.length - 1]!.prescriptions.find((p) => p.reserves.length > 1 && !p.locked);
      const fewer = last && change(last.id, { reserves: last.reserves.slice(0, -1) });
      return {
        kind: "minutes",
        subject: { day: named(d) },
        number,
        limit,
        state: over > method.minutesOver ? "problem" : over > 0 ? "look" : "pass",
        fixes: over > 0 && fewer ? [{ kind: "drop set", name: last.name, operations: [fewer] }] : [],
      };
    });
}

/** a swap where there is one, and always a way to leave it out */
const swapOrOff = (p: Prescription, day: string, swap: Fix | null): Fix[] => [
  ...[swap].filter((f) => f !== null),
  { kind: "take off", name: p.name, day, operations: [{ kind: "remove", prescriptionId: p.id }] },
];

function joints({ all, client, exercises, suits, swapFor }: Week): Check[] {
  return linesOf(all).flatMap(({ day, p }): Check[] =>
    (suits(p)?.joints ?? []).flatMap(({ joint, strain, verdict }): Check[] => {
      const caution = exerciseFor(exercises, p)!.cautions.find((c) => c.joint === joint);
      if (verdict === "free" && !caution) return [];
      const note = client.joints.find((j) => j.joint === joint)?.note ?? "";
      // what is named as gentler is what the button brings
      const swap = swapFor(p, joint);
      return [
        {
          kind: "joint",
          subject: { line: named(p), joint },
          number: strain,
          limit: { note, caution: caution?.text ?? null, gentler: swap?.kind === "swap" ? swap.name : null },
          state: verdict === "out" ? "problem" : "look",
          fixes: swapOrOff(p, day.name, swap),
        },
      ];
    }),
  );
}

/** supersets that hinder each other, also those that a coach has made by hand */
function supersets({ program, exercises, viewOf, method }: Week): Check[] {
  const sideOf = (p: Prescription): Side<string> | null => {
    const [exercise, view] = [exerciseFor(exercises, p), viewOf(p)];
    if (!exercise || !view) return null;
    const { compound } = loadingOf(view, method);
    return {
      exercise,
      gives: groups.flatMap((g) => {
        const credit = groupCredit(p.credits, g);
        return credit ? [{ group: g.id, share: credit.share }] : [];
      }),
      spine: spinePoints(view, exercise.family),
      compound,
      heavy: compound && exercise.equipment.some((e) => e === "barbell" || e === "machine"),
      engagedMass: view.engagedMass,
    };
  };
  return program.days.flatMap((day) =>
    day.blocks.flatMap((b): Check[] => {
      const [one, other] = b.prescriptions;
      const [x, y] = [one && sideOf(one), other && sideOf(other)];
      const number = x && y ? hindrance(x, y, method) : null;
      if (!one || !other || number === null) return [];
      const subject = { day: named(day), lines: [named(one), named(other)] };
      return [{ kind: "superset", subject, number, limit: null, state: "look", fixes: [] }];
    }),
  );
}

function mobility({ all, method, suits, swapFor }: Week): Check[] {
  return linesOf(all).flatMap(({ day, p }): Check[] =>
    (suits(p)?.beyond ?? []).map(({ move, has, asks, by }) => ({
      kind: "mobility",
      subject: { line: named(p), move: move.id },
      number: asks,
      limit: has,
      state: by >= method.checks.farBeyond ? "problem" : "look",
      fixes: swapOrOff(p, day.name, swapFor(p)),
    })),
  );
}

/** what a line needs that is not at the place of its day */
function equipment({ all, client, exercises, swapFor }: Week): Check[] {
  const there = weekdaysFor(client, all.days).map((w) => thereOn(client, w));
  return linesOf(all).flatMap(({ day, p }): Check[] => {
    const exercise = exerciseFor(exercises, p);
    const missing = exercise ? missingOf(exercise, there[all.days.indexOf(day)]!) : [];
    if (missing.length === 0) return [];
    const fixes = swapOrOff(p, day.name, swapFor(p));
    return [{ kind: "equipment", subject: { line: named(p) }, number: missing, limit: null, state: "problem", fixes }];
  });
}

/** lines that ask for a helper who is not there, for more skill than there is, or that are not wanted */
function notFor({ all, suits, swapFor }: Week): Check[] {
  return linesOf(all).flatMap(({ day, p }): Check[] => {
    const s = suits(p);
    const why = s?.helper ? "helper" : s?.unwanted ? "unwanted" : s?.skill ? "skill" : s?.weak.length ? "weak" : null;
    if (why === null) return [];
    const state = why === "helper" ? "problem" : "look";
    const fixes = swapOrOff(p, day.name, swapFor(p));
    return [{ kind: "not for", subject: { line: named(p) }, number: why, limit: s!.weak, state, fixes }];
  });
}

/** on one day, two exercises for the same group that load it at the same length along the same line */
function redundancy({ program, method, viewOf }: Week): Check[] {
  return program.days.flatMap((d) => {
    const list = d.blocks.flatMap((b) => b.prescriptions);
    return list.flatMap((p, i) =>
      list.slice(i + 1).flatMap((q): Check[] => {
        const alike = Object.keys(p.credits).filter((h) => p.credits[h]!.direct && q.credits[h]?.direct);
        const apart = Math.max(
          0,
          ...alike.map((h) => Math.abs((p.credits[h]!.length ?? 0) - (q.credits[h]!.length ?? 1))),
        );
        if (alike.length === 0 || apart > method.lengthsApart) return [];
        // a single joint after a compound is loaded and ended otherwise
        const compound = (l: Prescription) => viewOf(l) && loadingOf(viewOf(l)!, method).compound;
        if (method.judging && !method.judging.acrossKinds && compound(p) !== compound(q)) return [];
        // the same length along another line of force is another exercise
        const [a, b] = [viewOf(p), viewOf(q)];
        const head = alike[0]!;
        if (a?.actions[head] && b?.actions[head] && likeness(a.actions[head], b.actions[head]) < method.checks.sameLine)
          return [];
        const operations: Operation[] = [{ kind: "remove", prescriptionId: q.id }];
        return [
          {
            kind: "redundant",
            subject: { lines: [named(p), named(q)] },
            number: apart,
            limit: method.lengthsApart,
            state: "look",
            fixes: q.locked ? [] : [{ kind: "take off", name: q.name, day: d.name, operations }],
          },
        ];
      }),
    );
  });
}

/** every group that should grow has a choice that loads it long */
function longLengths({ program, client, method }: Week): Check[] {
  return groups.flatMap((m): Check[] => {
    const priority = client.priorities[m.id];
    const own = prescriptionsOf(program).filter((p) => groupFor(p) === m.id);
    if ((priority !== "grow" && priority !== "specialise") || own.length === 0) return [];
    const longest = Math.max(
      ...own.flatMap((p) =>
        Object.entries(p.credits).flatMap(([h, c]) => (c.direct && groupOf(h)?.id === m.id ? [c.length ?? 0] : [])),
      ),
    );
    const state = longest >= method.long ? "pass" : "look";
    return [{ kind: "long length", subject: { group: m.id }, number: longest, limit: method.long, state, fixes: [] }];
  });
}

/** everything 3 x 10 is seen */
function repBands({ program, client, method }: Week): Check[] {
  return groups.flatMap((m): Check[] => {
    const own = prescriptionsOf(program).filter((p) => groupFor(p) === m.id);
    if (!client.priorities[m.id] || own.length < 2) return [];
    const bands = [...new Set(own.map((p) => repBandOf(p.reps, method)))];
    const state = bands.length > 1 ? "pass" : "look";
    return [{ kind: "rep bands", subject: { group: m.id }, number: bands, limit: 2, state, fixes: [] }];
  });
}

const RANK = { specialise: 0, grow: 1, hold: 2, maintain: 3 } as const;

/** what should grow comes before what need not, but for large muscles before small ones */
function order({ program, client }: Week): Check[] {
  return program.days.flatMap((d): Check[] => {
    const leads = d.blocks.map((b) => b.prescriptions.map((p) => groupFor(p) ?? ""));
    const rank = (i: number) => Math.min(3, ...leads[i]!.map((g) => RANK[client.priorities[g] ?? "maintain"]));
    const big = (i: number) => leads[i]!.some((g) => findGroup(g)?.big);
    const at = d.blocks.findIndex(
      (_, i) => i > 0 && rank(i) <= RANK.grow && rank(i) < rank(i - 1) && !(big(i - 1) && !big(i)),
    );
    if (at < 0) return [];
    const [late, before] = [d.blocks[at]!.prescriptions[0]!, d.blocks[at - 1]!.prescriptions[0]!];
    const operations: Operation[] = [{ kind: "move", prescriptionId: late.id, dayId: d.id, index: at - 1 }];
    return [
      {
        kind: "order",
        subject: { day: named(d), late: named(late), before: named(before) },
        number: null,
        limit: null,
        state: "look",
        fixes: late.locked ? [] : [{ kind: "earlier", name: late.name, operations }],
      },
    ];
  });
}

/** sides can only be compared where some work is done one side at a time */
function sides({ program }: Week): Check[] {
  const all = prescriptionsOf(program);
  if (all.length < 4) return [];
  const one = all.filter((p) => p.sides === "one").length;
  return [
    {
      kind: "sides",
      subject: {},
      number: { one, all: all.length },
      limit: 1,
      state: one > 0 ? "pass" : "look",
      fixes: [],
    },
  ];
}
