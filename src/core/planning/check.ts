/** The check: every line has the number, the limit, the reason and, where there is one, operations that mend it. */
import { findHead, muscleName, muscles } from "#core/anatomy/anatomy";
import type { ClientInput } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import { bandOf, doseTotal, weekDose, type WeekDose } from "#core/planning/dose";
import { dayMinutes, repSeconds } from "#core/planning/minutes";
import type { Method } from "#core/planning/method";
import { prescriptionsOf } from "#core/planning/edit";
import type { Operation, Prescription, Program } from "#core/planning/program";

export type Verdict = "pass" | "look" | "problem";

export interface CheckLine {
  id: string;
  verdict: Verdict;
  title: string;
  number: string;
  limit: string;
  reason: string;
  /** what mends it, the best first */
  fixes: Fix[];
}

export interface Fix {
  label: string;
  operations: Operation[];
}

/** the best other setup for what a line was chosen for; null where there is none or it is not known yet */
export type SwapFor = (p: Prescription) => Fix | null;

export type Client = Pick<ClientInput, "priorities" | "level" | "minutes" | "daysPerWeek" | "joints" | "equipment">;

const one = (x: number) => (Math.round(x * 10) / 10).toString();
const setsText = (n: number, kind = "") => `${one(n)} ${kind}${one(n) === "1" ? "set" : "sets"}`;

export function checkWeek(
  program: Program,
  client: Client,
  method: Method,
  exercises: ReadonlyMap<string, Exercise>,
  dose: WeekDose = weekDose(program),
  swapFor: SwapFor = () => null,
): CheckLine[] {
  return [
    ...weeklyDose(program, client, method, dose),
    ...sessionDose(program, method, dose),
    ...frequency(program, client, method, dose),
    ...minutesLines(program, client, method),
    ...jointFlags(program, client, exercises, swapFor),
    ...equipmentLines(program, client, exercises, swapFor),
    ...setLines(program, method),
    ...redundancy(program),
    ...lengthCoverage(program, client),
    ...repVariety(program, client),
    ...order(program, client),
    ...oneSided(program),
  ];
}

/** the prescription with most direct credit for a muscle, where one more set would do most */
function best(program: Program, muscle: string) {
  const list = program.days
    .flatMap((d) => d.blocks.flatMap((b) => b.prescriptions))
    .filter(
      (p) => !p.locked && Object.entries(p.credits).some(([id, c]) => c.direct && findHead(id)?.muscle === muscle),
    );
  return list.sort((a, b) => a.reserves.length - b.reserves.length)[0];
}

function weeklyDose(program: Program, client: Client, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const band = bandOf(m.id, client, method);
    if (!band) return [];
    const d = dose.muscles[m.id]!;
    const sets = doseTotal(d);
    const limit = `${one(band.low)} to ${one(band.high)} sets (${band.priority})`;
    const base = {
      id: `dose-${m.id}`,
      title: `${muscleName(m.id)}: weekly dose`,
      number: `${one(sets)} sets, ${one(d.indirect)} of them indirect`,
      limit,
    };
    const tight = program.days.every((day) => dayMinutes(day, method) > client.minutes - 4);
    if (sets < band.low - 0.05) {
      const p = best(program, m.id);
      return [
        {
          ...base,
          verdict: sets < band.low * 0.7 ? "problem" : "look",
          reason: `${setsText(band.low - sets, "effective ")} short of the low end${tight ? "; minutes are nearly used up on every day, so adding here and the minutes line pull against each other" : ""}.`,
          fixes:
            p && p.reserves.length < 8
              ? [
                  {
                    label: `One more set of ${p.name}`,
                    operations: [
                      {
                        kind: "change",
                        prescriptionId: p.id,
                        change: { reserves: [...p.reserves, p.reserves[p.reserves.length - 1]!] },
                      },
                    ],
                  },
                ]
              : [],
        },
      ];
    }
    if (sets > method.hardStop)
      return [
        {
          ...base,
          verdict: "problem",
          reason: `Over ${method.hardStop} sets a week nothing more is gained.`,
          fixes: [],
        },
      ];
    if (sets > band.high + 0.05)
      return [
        {
          ...base,
          verdict: "look",
          reason: `${setsText(sets - band.high)} above the band; the last ones bring little.`,
          fixes: [],
        },
      ];
    return [{ ...base, verdict: "pass", reason: "Within the band.", fixes: [] }];
  });
}

function sessionDose(program: Program, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const peak = dose.muscles[m.id]!.peakDay;
    if (peak <= method.sessionUsual[1] + 0.05) return [];
    const day = program.days.find((_, i) => doseOn(m.id, i, dose) >= peak - 1e-9);
    return [
      {
        id: `session-${m.id}`,
        verdict: peak > method.sessionLimit ? "problem" : "look",
        title: `${muscleName(m.id)}: one session`,
        number: `${one(peak)} sets${day ? ` on ${day.name}` : ""}`,
        limit: `${method.sessionUsual[0]} to ${method.sessionUsual[1]}, at most ${method.sessionLimit}`,
        reason: "Each further set of one muscle in a session brings less; spread them over the week.",
        fixes: [],
      },
    ];
  });
}

function doseOn(muscle: string, day: number, dose: WeekDose): number {
  const own = Object.entries(dose.byDay).filter(([id]) => findHead(id)?.muscle === muscle);
  return Math.max(0, ...own.map(([, days]) => days[day] ?? 0));
}

function frequency(program: Program, client: Client, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const priority = client.priorities[m.id];
    if (!priority || program.days.every((d) => d.blocks.length === 0)) return [];
    const least = Math.min(method.frequency[priority], client.daysPerWeek);
    const days = dose.muscles[m.id]!.days;
    return [
      {
        id: `frequency-${m.id}`,
        verdict: days >= least ? "pass" : "look",
        title: `${muscleName(m.id)}: days a week`,
        number: `${days} ${days === 1 ? "day" : "days"}`,
        limit: `at least ${least} (${priority})`,
        reason: days >= least ? "Often enough." : "The same sets over more days stay fresher and count more.",
        fixes: [],
      },
    ];
  });
}

function minutesLines(program: Program, client: Client, method: Method): CheckLine[] {
  return program.days
    .filter((d) => d.blocks.length > 0)
    .map((d): CheckLine => {
      const minutes = Math.round(dayMinutes(d, method));
      const over = minutes - client.minutes;
      const last = d.blocks[d.blocks.length - 1]!.prescriptions.find((p) => p.reserves.length > 1 && !p.locked);
      return {
        id: `minutes-${d.id}`,
        verdict: over > 5 ? "problem" : over > 0 ? "look" : "pass",
        title: `${d.name}: minutes`,
        number: `${minutes} min`,
        limit: `${client.minutes} min`,
        reason:
          over > 0
            ? `${over} min over. Drop a set at the end or pair two exercises; that takes from the dose of their muscles.`
            : "Fits.",
        fixes:
          over > 0 && last
            ? [
                {
                  label: `One set less of ${last.name}`,
                  operations: [
                    { kind: "change", prescriptionId: last.id, change: { reserves: last.reserves.slice(0, -1) } },
                  ],
                },
              ]
            : [],
      };
    });
}

/** a swap where there is one, and always a way to leave it out */
const swapOrOff = (p: Prescription, day: string, swapFor: SwapFor): Fix[] => [
  ...[swapFor(p)].filter((f) => f !== null),
  { label: `Take it off ${day}`, operations: [{ kind: "remove", prescriptionId: p.id }] },
];

function jointFlags(
  program: Program,
  client: Client,
  exercises: ReadonlyMap<string, Exercise>,
  swapFor: SwapFor,
): CheckLine[] {
  return program.days.flatMap((d) =>
    d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): CheckLine[] => {
        const exercise = exercises.get(p.exerciseId);
        if (!exercise) return [];
        return client.joints.flatMap((j): CheckLine[] => {
          const strain = exercise.joints[j.joint] ?? 0;
          const caution = exercise.cautions.find((c) => c.joint === j.joint);
          if (strain < 0.4 && !caution) return [];
          const gentler = caution?.gentler ? exercises.get(caution.gentler) : undefined;
          return [
            {
              id: `joint-${p.id}-${j.joint}`,
              verdict: strain >= 0.5 ? "problem" : "look",
              title: `${p.name}: ${j.joint}`,
              number: `strain ${Math.round(strain * 100)} of 100`,
              limit: `noted: ${j.note || j.joint}`,
              reason: `${caution?.text ?? `It asks much of the ${j.joint}.`}${gentler ? ` Gentler: ${gentler.name}.` : ""}`,
              fixes: swapOrOff(p, d.name, swapFor),
            },
          ];
        });
      }),
    ),
  );
}

function equipmentLines(
  program: Program,
  client: Client,
  exercises: ReadonlyMap<string, Exercise>,
  swapFor: SwapFor,
): CheckLine[] {
  return program.days.flatMap((d) =>
    d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): CheckLine[] => {
        const missing = exercises.get(p.exerciseId)?.equipment.filter((e) => !client.equipment.includes(e)) ?? [];
        return missing.length
          ? [
              {
                id: `equipment-${p.id}`,
                verdict: "problem",
                title: `${p.name}: equipment`,
                number: `needs ${missing.join(", ")}`,
                limit: "not at this client's place",
                reason: "Choose a setup from the ranking filtered to this client.",
                fixes: swapOrOff(p, d.name, swapFor),
              },
            ]
          : [];
      }),
    ),
  );
}

function setLines(program: Program, method: Method): CheckLine[] {
  return program.days.flatMap((d) =>
    d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): CheckLine[] => {
        const lines: CheckLine[] = [];
        const rep = repSeconds(p.tempo);
        if (rep < method.repSeconds[0] || rep > method.repSeconds[1])
          lines.push({
            id: `tempo-${p.id}`,
            verdict: "look",
            title: `${p.name}: tempo`,
            number: `${one(rep)} s a rep`,
            limit: `${method.repSeconds[0]} to ${method.repSeconds[1]} s`,
            reason: "A rep outside this span is either thrown or trains patience.",
            fixes: [],
          });
        if (p.rest < method.restLeast)
          lines.push({
            id: `rest-${p.id}`,
            verdict: "look",
            title: `${p.name}: rest`,
            number: `${p.rest} s`,
            limit: `at least ${method.restLeast} s`,
            reason: "Too short a rest costs reps in the next set.",
            fixes: [
              {
                label: `Rest ${method.restLeast} s`,
                operations: [{ kind: "change", prescriptionId: p.id, change: { rest: method.restLeast } }],
              },
            ],
          });
        const [first, last] = [p.reserves[0]!, p.reserves[p.reserves.length - 1]!];
        if (last > first)
          lines.push({
            id: `effort-${p.id}`,
            verdict: "look",
            title: `${p.name}: effort`,
            number: `reserve ${p.reserves.join(", ")}`,
            limit: "falls or stays within an exercise",
            reason: "Effort should rise through an exercise; the last set is the hardest.",
            fixes: [
              {
                label: "Turn the order round",
                operations: [{ kind: "change", prescriptionId: p.id, change: { reserves: [...p.reserves].reverse() } }],
              },
            ],
          });
        return lines;
      }),
    ),
  );
}

/** the muscle an exercise gives most direct credit to, and the head of it that leads */
function leadOf(p: Prescription): { head: string; muscle: string; length: number | null } | null {
  const [lead] = Object.entries(p.credits)
    .filter(([, c]) => c.direct)
    .sort(([, a], [, b]) => b.share - a.share);
  const muscle = lead && findHead(lead[0])?.muscle;
  return lead && muscle ? { head: lead[0], muscle, length: lead[1].length } : null;
}

/**
 * on one day, two exercises for the same muscle that load it at the same length and cross no other joint differently
 */
function redundancy(program: Program): CheckLine[] {
  return program.days.flatMap((d) => {
    const list = d.blocks.flatMap((b) => b.prescriptions);
    return list.flatMap((p, i) =>
      list.slice(i + 1).flatMap((q): CheckLine[] => {
        const alike = Object.keys(p.credits).filter((h) => p.credits[h]!.direct && q.credits[h]?.direct);
        const apart = Math.max(
          0,
          ...alike.map((h) => Math.abs((p.credits[h]!.length ?? 0) - (q.credits[h]!.length ?? 1))),
        );
        if (alike.length === 0 || apart > 0.08) return [];
        return [
          {
            id: `redundant-${p.id}-${q.id}`,
            verdict: "look",
            title: `${p.name} and ${q.name}`,
            number: `lengths ${apart.toFixed(2)} apart`,
            limit: "more than 0.08 on one day",
            reason:
              "They load the same heads at the same length on the same day: one of them could cover another length or day.",
            fixes: q.locked
              ? []
              : [{ label: `Take ${q.name} off ${d.name}`, operations: [{ kind: "remove", prescriptionId: q.id }] }],
          },
        ];
      }),
    );
  });
}

const LONG = 0.6;

/** every muscle that should grow has a choice that loads it long */
function lengthCoverage(program: Program, client: Client): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const priority = client.priorities[m.id];
    const own = prescriptionsOf(program).filter((p) => leadOf(p)?.muscle === m.id);
    if ((priority !== "grow" && priority !== "specialise") || own.length === 0) return [];
    const longest = Math.max(
      ...own.flatMap((p) =>
        Object.entries(p.credits).flatMap(([h, c]) =>
          c.direct && findHead(h)?.muscle === m.id ? [c.length ?? 0] : [],
        ),
      ),
    );
    const covered = longest >= LONG;
    return [
      {
        id: `length-${m.id}`,
        verdict: covered ? "pass" : "look",
        title: `${muscleName(m.id)}: long length`,
        number: `longest loaded length ${longest.toFixed(2)}`,
        limit: `at least one from ${LONG}`,
        reason: covered
          ? "A long-loaded choice is there."
          : "No exercise loads it where it is long; the ranking has some.",
        fixes: [],
      },
    ];
  });
}

const BANDS: [number, string][] = [
  [8, "5-8"],
  [12, "8-12"],
  [20, "12-20"],
  [51, "20 and more"],
];
const bandOfReps = (p: Prescription) => BANDS.find(([to]) => (p.reps.low + p.reps.high) / 2 < to)?.[1] ?? BANDS[3]![1];

/** everything 3 x 10 is seen */
function repVariety(program: Program, client: Client): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const own = prescriptionsOf(program).filter((p) => leadOf(p)?.muscle === m.id);
    if (!client.priorities[m.id] || own.length < 2) return [];
    const bands = [...new Set(own.map(bandOfReps))];
    return [
      {
        id: `reps-${m.id}`,
        verdict: bands.length > 1 ? "pass" : "look",
        title: `${muscleName(m.id)}: rep bands`,
        number: bands.join(" and "),
        limit: "two bands a week",
        reason: bands.length > 1 ? "Varied." : "All of it stands in one band of repetitions.",
        fixes: [],
      },
    ];
  });
}

const RANK = { specialise: 0, grow: 1, hold: 2, maintain: 3 } as const;

/** what matters most comes first */
function order(program: Program, client: Client): CheckLine[] {
  return program.days.flatMap((d): CheckLine[] => {
    const rank = (i: number) =>
      Math.min(
        3,
        ...d.blocks[i]!.prescriptions.map((p) => RANK[client.priorities[leadOf(p)?.muscle ?? ""] ?? "maintain"]),
      );
    const late = d.blocks.findIndex((_, i) => i > 0 && rank(i) < rank(i - 1));
    if (late < 0) return [];
    const [p, before] = [d.blocks[late]!.prescriptions[0]!, d.blocks[late - 1]!.prescriptions[0]!];
    return [
      {
        id: `order-${d.id}`,
        verdict: "look",
        title: `${d.name}: order`,
        number: `${p.name} after ${before.name}`,
        limit: "priority first",
        reason: "What matters more is done when it is fresh.",
        fixes: p.locked
          ? []
          : [
              {
                label: `${p.name} earlier`,
                operations: [{ kind: "move", prescriptionId: p.id, dayId: d.id, index: late - 1 }],
              },
            ],
      },
    ];
  });
}

/** sides can only be compared where some work is done one side at a time */
function oneSided(program: Program): CheckLine[] {
  const all = prescriptionsOf(program);
  if (all.length < 4) return [];
  const sides = all.filter((p) => p.sides === "one").length;
  return [
    {
      id: "sides",
      verdict: sides > 0 ? "pass" : "look",
      title: "Left and right",
      number: `${sides} of ${all.length} one side at a time`,
      limit: "at least one",
      reason:
        sides > 0 ? "The sides can be compared in the log." : "With both sides together a difference never shows.",
      fixes: [],
    },
  ];
}
