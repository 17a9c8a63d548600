/**
 * The demo practice: made up from first to last. It gives a first visitor something worth looking at: three clients
 * in an arm block, one with three weeks of log.
 */
import pg from "pg";
import { bodyOf, NOTHING_NOTED, unitFor, type ClientInput } from "#core/clients/client";
import { QUESTIONS } from "#core/clients/screening";
import { EQUIPMENT } from "#core/exercises/choices";
import { findExercise } from "#core/exercises/library";
import { resolveSetup, type Values } from "#core/exercises/setup";
import { surveySetups } from "#core/mechanics/survey";
import { CURRENT_EDITION } from "#core/edition/edition";
import { VERSIONS } from "#core/exchange/upgrade";
import { prescribe } from "#core/planning/prescribe";
import { emptyDay, type Load, type Prescription, type Program } from "#core/program/document";
import type { Entry, Report } from "#core/training/entry";
import { openDatabase } from "#server/database/database";
import { hashPassword } from "#server/identity/password";
import { insertProgram } from "#server/planning/programs";
import { buildSnapshot } from "#core/training/snapshot";
import { trainedId } from "#server/demo/history";
import { DEMO_PRACTICE, DEMO_SECOND, DEMO_SIGN_IN, demoId } from "#server/identity/demo-practice";
import { keepHandOver } from "#server/training/handovers";
import { writeLog } from "#server/training/log";

const everything = EQUIPMENT;
/** simulated clients at the most */
const TRAINED_MOST = 200;

const made: (Omit<ClientInput, keyof typeof NOTHING_NOTED> & Partial<ClientInput> & { key: string })[] = [
  {
    key: "maja",
    name: "Maja Lindqvist",
    figure: "female",
    stature: 1.67,
    mass: 63,
    level: "trained",
    daysPerWeek: 3,
    minutes: 40,
    unit: "kg",
    equipment: [...everything],
    priorities: { triceps: "grow", biceps: "grow", "elbow-flexors": "hold" },
    cleared: true,
    note: "Wants her upper arms to show in climbing photographs. Likes cables.",
  },
  {
    key: "tomas",
    name: "Tomas Reyer",
    stature: 1.86,
    mass: 91,
    level: "trained",
    daysPerWeek: 2,
    minutes: 35,
    unit: "kg",
    equipment: ["cable", "dumbbell", "bench", "band"],
    priorities: { triceps: "grow", biceps: "hold", "elbow-flexors": "maintain" },
    joints: [{ joint: "elbow", side: "right", severity: "sore", note: "inner elbow sore after straight-bar work" }],
    cleared: true,
    note: "Carpenter; elbows are his tools.",
  },
  {
    key: "ilse",
    name: "Ilse Brandt",
    figure: "female",
    stature: 1.58,
    mass: 57,
    level: "beginner",
    daysPerWeek: 2,
    minutes: 30,
    unit: "lb",
    equipment: ["dumbbell", "band"],
    priorities: { triceps: "hold", biceps: "hold", "elbow-flexors": "maintain" },
    joints: [{ joint: "shoulder", side: "left", severity: "sore", note: "stiff overhead" }],
    cleared: false,
    note: "Trains at home. Screening form not back yet.",
  },
  {
    key: "runa",
    name: "Runa Solheim",
    figure: "female",
    stature: 1.72,
    mass: 70,
    level: "trained",
    daysPerWeek: 2,
    minutes: 60,
    unit: "kg",
    equipment: [...everything],
    priorities: {
      quads: "hold",
      hamstrings: "hold",
      glutes: "hold",
      chest: "maintain",
      lats: "hold",
      "side-delts": "hold",
      "rear-delts": "maintain",
      "upper-back": "maintain",
      calves: "maintain",
      abs: "maintain",
    },
    cleared: true,
    note: "Whole body, twice a week; rows in summer.",
  },
];

const clients: (ClientInput & { key: string })[] = made.map((c) => ({
  ...NOTHING_NOTED,
  ...c,
  screening: c.cleared ? Object.fromEntries(QUESTIONS.map((q) => [q, "no" as const])) : {},
  consent: "2026-08-31",
  keepUntil: "2028-08-31",
}));

interface Planned {
  day: number;
  exercise: string;
  values: Values;
  load: number;
  reps: [number, number];
  reserves?: number[];
}

const plans: Record<string, { name?: string; days: string[]; work: Planned[] }> = {
  maja: {
    days: ["Monday, long", "Wednesday, short", "Friday, both"],
    work: [
      { day: 0, exercise: "overhead-cable-extension", values: {}, load: 17.5, reps: [10, 16], reserves: [2, 1, 1, 0] },
      {
        day: 0,
        exercise: "behind-body-cable-curl",
        values: { pulley: 0.9 },
        load: 7.5,
        reps: [10, 17],
        reserves: [2, 1, 0],
      },
      { day: 0, exercise: "hammer-curl", values: {}, load: 8, reps: [8, 14] },
      {
        day: 1,
        exercise: "cable-pushdown",
        values: { stepBack: 0.35 },
        load: 22.5,
        reps: [10, 15],
        reserves: [2, 2, 1, 0],
      },
      { day: 1, exercise: "preacher-curl", values: {}, load: 7, reps: [10, 17], reserves: [2, 1, 1] },
      {
        day: 2,
        exercise: "lying-dumbbell-extension",
        values: { tilt: 30 },
        load: 7,
        reps: [10, 17],
        reserves: [2, 1, 1],
      },
      { day: 2, exercise: "incline-dumbbell-curl", values: {}, load: 6, reps: [10, 18], reserves: [2, 1, 1] },
    ],
  },
  tomas: {
    days: ["Tuesday", "Saturday"],
    work: [
      { day: 0, exercise: "cable-pushdown", values: { stepBack: 0.35 }, load: 32.5, reps: [12, 16] },
      { day: 0, exercise: "incline-dumbbell-curl", values: { bench: 70 }, load: 12, reps: [12, 17] },
      { day: 1, exercise: "overhead-cable-extension", values: {}, load: 27.5, reps: [12, 17] },
    ],
  },
  ilse: { days: ["Day 1", "Day 2"], work: [] },
  runa: {
    name: "Whole body",
    days: ["Monday", "Thursday"],
    work: [
      { day: 0, exercise: "back-squat", values: { depth: 120 }, load: 60, reps: [6, 10], reserves: [3, 2, 2, 1] },
      { day: 0, exercise: "cable-pulldown", values: { grip: 2 }, load: 45, reps: [8, 12], reserves: [2, 1, 1, 0] },
      {
        day: 0,
        exercise: "dumbbell-bench-press",
        values: { bench: 30 },
        load: 16,
        reps: [8, 12],
        reserves: [3, 2, 2, 1],
      },
      { day: 0, exercise: "seated-leg-curl", values: {}, load: 35, reps: [10, 14], reserves: [2, 1, 1, 0] },
      { day: 0, exercise: "cable-side-raise", values: { pulley: 0 }, load: 5, reps: [12, 18], reserves: [2, 1, 0] },
      { day: 0, exercise: "cable-crunch", values: {}, load: 30, reps: [10, 15], reserves: [2, 1, 0] },
      { day: 1, exercise: "romanian-deadlift", values: {}, load: 65, reps: [8, 12], reserves: [3, 2, 2, 1] },
      {
        day: 1,
        exercise: "chest-supported-row",
        values: { flare: 0.5 },
        load: 16,
        reps: [8, 12],
        reserves: [2, 1, 1, 0],
      },
      { day: 1, exercise: "leg-press", values: {}, load: 120, reps: [10, 14], reserves: [2, 1, 1, 1] },
      { day: 1, exercise: "straight-arm-pulldown", values: {}, load: 22.5, reps: [10, 15], reserves: [2, 1, 0] },
      { day: 1, exercise: "dumbbell-fly", values: {}, load: 8, reps: [10, 15], reserves: [2, 1, 0] },
      { day: 1, exercise: "standing-calf-raise", values: {}, load: 60, reps: [10, 14], reserves: [1, 1, 0] },
    ],
  },
};

function buildProgram(key: string, client: ClientInput): Program {
  const plan = plans[key]!;
  const body = bodyOf(client);
  const items = plan.work.map((w, i) => {
    const exercise = findExercise(w.exercise)!;
    const setup = resolveSetup(exercise, w.values);
    const survey = surveySetups([setup], body, 0);
    const p = prescribe(exercise, w.values, survey.rows[0]!.view, CURRENT_EDITION.method, {
      id: demoId(`${key} prescription ${i}`),
      modelVersion: survey.modelVersion,
      unit: unitFor(client, exercise.equipment),
      mass: client.mass,
      sore: false,
      beginner: client.level === "beginner",
    });
    const load: Load = {
      value: w.load,
      unit: unitFor(client, exercise.equipment),
      meaning: exercise.stated.loadMeaning,
    };
    return {
      day: w.day,
      prescription: {
        ...p,
        load,
        reps: { low: w.reps[0], high: w.reps[1] },
        reserves: w.reserves ?? p.reserves,
      } satisfies Prescription,
    };
  });
  return {
    format: "gryn-program",
    version: 11,
    edition: CURRENT_EDITION.id,
    id: demoId(`${key} program`),
    clientId: demoId(key),
    name: plans[key]!.name ?? "Arm block",
    days: plan.days.map((name, d) => ({
      ...emptyDay(demoId(`${key} day ${d}`), name),
      blocks: items
        .filter((x) => x.day === d)
        .map((x) => ({ id: demoId(`${key} block ${x.prescription.id}`), prescriptions: [x.prescription] })),
    })),
  };
}

/** three weeks behind Maja: reps climb, one load goes up, one set drops too far, one elbow ache */
function buildLog(program: Program, handOverId: string, now: Date): { entries: Entry[]; reports: Report[] } {
  const [entries, reports]: [Entry[], Report[]] = [[], []];
  const behind: Record<string, number> = {
    "cable-pushdown": 3,
    "incline-dumbbell-curl": 2,
    "behind-body-cable-curl": 2,
  };
  const grow = [
    [-2, -3, -4, -4],
    [-1, -2, -3, -3],
    [1, -1, -2, -3],
  ];
  program.days.forEach((day, d) => {
    for (let week = 0; week < 3; week++) {
      const at = new Date(now.getTime() - ((3 - week) * 7 - d * 2 - 1) * 86_400_000);
      at.setUTCHours(16, 30, 0, 0);
      if (at >= now) continue;
      const when = { zone: "Europe/Stockholm", localDate: at.toISOString().slice(0, 10) };
      for (const block of day.blocks)
        for (const p of block.prescriptions) {
          const name = (x: string) => demoId(`${p.id} ${week} ${x}`);
          p.reserves.forEach((reserve, set) => {
            const reps = Math.max(
              p.reps.low - 1,
              p.reps.high +
                grow[week]![Math.min(3, set)]! -
                (p.exerciseId === "hammer-curl" ? set * 2 : 0) -
                (behind[p.exerciseId] ?? 0),
            );
            const part = { load: p.load, reps };
            entries.push({
              id: name(`set ${set}`),
              revision: 1,
              handOverId,
              prescriptionId: p.id,
              set,
              parts:
                p.sides === "one"
                  ? [
                      { ...part, id: name(`left ${set}`), kind: "left", reps: reps - 1 },
                      { ...part, id: name(`right ${set}`), kind: "right" },
                    ]
                  : [{ ...part, id: name(`part ${set}`), kind: "full" }],
              reserve,
              instead: null,
              at: new Date(at.getTime() + set * 150_000).toISOString(),
              ...when,
              prescribed: { reps: p.reps, reserve, load: p.load },
              voided: false,
              confirmed: false,
              by: null,
            });
          });
          reports.push({
            id: name("report"),
            revision: 1,
            handOverId,
            prescriptionId: p.id,
            feel: p.exerciseId === "preacher-curl" && week > 0 ? "elsewhere" : "target",
            feltIn: null,
            left: null,
            pain:
              p.exerciseId === "lying-dumbbell-extension" && week === 2
                ? { kind: "ache", score: 2, joint: "elbow", side: "right" }
                : null,
            ticks: [],
            ended: null,
            note: "",
            at: at.toISOString(),
            ...when,
          });
        }
    }
  });
  return { entries, reports };
}

/** @param ownerUrl may write the accounts; @param appUrl everything else goes through the app's own door */
export async function loadDemo(ownerUrl: string, appUrl: string, now = new Date()): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query("begin");
    await owner.query("select set_config('gryn.practice_id', $1, true)", [DEMO_PRACTICE]);
    await owner.query("insert into practice (practice_id, name) values ($1, 'Quernlight') on conflict do nothing", [
      DEMO_PRACTICE,
    ]);
    await owner.query("commit");
  } finally {
    await owner.end();
  }
  await openDemo(ownerUrl);
  const database = openDatabase(appUrl, 2);
  try {
    await database.withPractice(DEMO_PRACTICE, async (tx) => {
      for (const { key, ...client } of clients) {
        await tx.query("insert into client (practice_id, id, name, body, format) values ($1, $2, $3, $4, $5)", [
          DEMO_PRACTICE,
          demoId(key),
          client.name,
          client,
          VERSIONS.client,
        ]);
        const program = buildProgram(key, client);
        await insertProgram(tx, DEMO_PRACTICE, program);
        if (key !== "maja") continue;
        const before = new Date(now.getTime() - 22 * 86_400_000);
        const given = await keepHandOver(
          tx,
          DEMO_PRACTICE,
          demoId(DEMO_SIGN_IN.email),
          buildSnapshot(program, 0, client),
          before,
        );
        await writeLog(tx, DEMO_PRACTICE, demoId(key), buildLog(program, given.id, now));
      }
    });
  } finally {
    await database.close();
  }
}

async function asOwner<T>(ownerUrl: string, work: (owner: pg.Client) => Promise<T>): Promise<T> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query("select set_config('gryn.practice_id', $1, false)", [DEMO_PRACTICE]);
    return await work(owner);
  } finally {
    await owner.end();
  }
}

/** the demo's accounts, where its practice is there and they are not */
export const openDemo = (ownerUrl: string): Promise<boolean> =>
  asOwner(ownerUrl, async (owner) => {
    if ((await owner.query("select 1 from practice where practice_id = $1", [DEMO_PRACTICE])).rows.length === 0)
      return false;
    for (const [who, name, role] of [
      [DEMO_SIGN_IN, "Edda Varn", "head"],
      [DEMO_SECOND, "Ivo Halden", "coach"],
    ] as const)
      await owner.query(
        `insert into account (id, practice_id, email, name, role, password_hash) values ($1, $2, $3, $4, $5, $6)
          on conflict do nothing`,
        [demoId(who.email), DEMO_PRACTICE, who.email, name, role, await hashPassword(who.password)],
      );
    return true;
  });

/**
 * accounts whose password stands in the documentation, away: on an address that others reach nobody may sign in with
 * them
 */
export const closeDemo = (ownerUrl: string): Promise<number> =>
  asOwner(
    ownerUrl,
    async (owner) =>
      (
        await owner.query("delete from account where id = any($1::uuid[])", [
          [DEMO_SIGN_IN, DEMO_SECOND].map((w) => demoId(w.email)),
        ])
      ).rowCount ?? 0,
  );

/** clients in the demo practice that somebody else has put there */
export const othersInDemo = (ownerUrl: string): Promise<number> =>
  asOwner(
    ownerUrl,
    async (owner) =>
      (
        await owner.query<{ n: number }>(
          "select count(*)::int as n from client where practice_id = $1 and not (id = any($2::uuid[]))",
          [
            DEMO_PRACTICE,
            [...clients.map((c) => demoId(c.key)), ...Array.from({ length: TRAINED_MOST }, (_, n) => trainedId(n))],
          ],
        )
      ).rows[0]!.n,
  );

/** true when there is no practice at all yet */
export async function isEmpty(ownerUrl: string): Promise<boolean> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    return (await owner.query("select 1 from practice union all select 1 from account limit 1")).rows.length === 0;
  } finally {
    await owner.end();
  }
}

/** the demo practice and all that belongs to it, away */
export async function removeDemo(ownerUrl: string): Promise<void> {
  const owner = new pg.Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    await owner.query("begin");
    await owner.query("select set_config('gryn.practice_id', $1, true)", [DEMO_PRACTICE]);
    for (const table of [
      "audit",
      "check_in",
      "report",
      "entry",
      "hand_over",
      "program_edit",
      "program",
      "load_bound",
      "job",
      "judgement",
      "client",
      "place",
      "exercise",
      "edition",
      "client_link",
      "invitation",
      "account",
      "practice",
    ])
      await owner.query(`delete from ${table} where practice_id = $1`, [DEMO_PRACTICE]);
    await owner.query("commit");
  } finally {
    await owner.end();
  }
}
