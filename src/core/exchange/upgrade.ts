/**
 * Stored documents and files of older versions, brought up one version at a time. A frozen fixture of every version
 * stands in tests/fixtures; an upgrade is never changed once it has shipped.
 */
import { JOINTS } from "#core/exercises/joints";

type Document = Record<string, unknown>;
/** from version n (its key) to n + 1 */
type Steps = Record<number, (document: Document) => Document>;

const list = (value: unknown): Document[] => (Array.isArray(value) ? (value as Document[]) : []);

/** every prescription of a program or snapshot of any version, rebuilt */
const mapPrescriptions = (document: Document, change: (prescription: Document) => Document): Document => ({
  ...document,
  days: list(document.days).map((day) => ({
    ...day,
    blocks: list(day.blocks).map((block) => ({ ...block, prescriptions: list(block.prescriptions).map(change) })),
  })),
});

const program: Steps = {
  // 2 knows approved alternatives, and pins the loaded length beside each credit
  1: (document) =>
    mapPrescriptions(document, (p) => ({
      ...p,
      alternatives: [],
      credits: Object.fromEntries(
        Object.entries((p.credits ?? {}) as Record<string, Document>).map(([head, credit]) => [
          head,
          { ...credit, length: null },
        ]),
      ),
    })),
  // 3 knows what a line was chosen for, what of the body it lifts and its harder relative; and dates of days
  2: (document) => {
    const upgraded = mapPrescriptions(document, (p) => ({ ...p, target: mostCredited(p), bodyLoad: 0, harder: null }));
    return { ...upgraded, days: list(upgraded.days).map((day) => ({ ...day, date: null })) };
  },
  // 4 names the edition it is planned and judged with
  3: (document) => ({ ...document, edition: "gryn-1" }),
  // 5 knows techniques, how the load goes through the sets, and two weeks that take turns
  4: (document) => {
    const upgraded = mapPrescriptions(document, (p) => ({ technique: null, structure: "straight", ...p }));
    return { ...upgraded, days: list(upgraded.days).map((day) => ({ week: "A", ...day })) };
  },
  // 6 knows what does not count as work, how sides take turns, and tempo of single sets
  5: (document) => mapPrescriptions(document, (p) => ({ purpose: "work", turns: "one-then-other", tempos: [], ...p })),
  // 7 knows which side begins, and what a day is for
  6: (document) => {
    const upgraded = mapPrescriptions(document, (p) => ({ begins: "either", ...p }));
    return { ...upgraded, days: list(upgraded.days).map((day) => ({ groups: null, ...day })) };
  },
  // 8 knows the setups that a line had before
  7: (document) => mapPrescriptions(document, (p) => ({ earlier: [], ...p })),
  // 9 knows lighter sets before a line
  8: (document) => mapPrescriptions(document, (p) => ({ rampSets: 0, ...p })),
  // 10 may say the smallest and the largest load beside the step
  9: (document) => document,
  // 11 knows how far the trunk may help
  10: (document) => mapPrescriptions(document, (p) => ({ swing: "none", ...p })),
};

/** the head with most direct credit: what a line of before was for, as far as it can be told */
function mostCredited(p: Document): string | null {
  const direct = Object.entries((p.credits ?? {}) as Record<string, { share: number; direct: boolean }>).filter(
    ([, c]) => c.direct,
  );
  return direct.sort(([, a], [, b]) => b.share - a.share)[0]?.[0] ?? null;
}

const handOver: Steps = {
  // 2 says the load steps, the body's share, joints to ask after, and the edition; some of version 1 had some of these
  1: (document) => ({
    ...mapPrescriptions(document, (p) => ({
      setupSeconds: 0,
      changeSeconds: 0,
      bodyLoad: 0,
      harder: null,
      joints: [...JOINTS],
      alternatives: [],
      ...p,
    })),
    edition: "gryn-1",
  }),
  // 3 says in words how the sets are done beside the plain way
  2: (document) => mapPrescriptions(document, (p) => ({ doing: [], ...p })),
  // 4 says what a line is there for: a warm-up is logged and does not count
  3: (document) => mapPrescriptions(document, (p) => ({ purpose: "work", ...p })),
  // 5 says which side begins: the other stops at its reps
  4: (document) => mapPrescriptions(document, (p) => ({ begins: "either", ...p })),
  // 6 says how the load goes through the sets, the parts of a technique, and which joints an alternative spares
  5: (document) =>
    mapPrescriptions(document, (p) => ({
      structure: "straight",
      technique: null,
      earlier: [],
      ...p,
      alternatives: list(p.alternatives).map((a) => ({ spares: [], ...a })),
    })),
  // 9 says which muscles an exercise works, so that a client can say where it was felt
  8: (document) => mapPrescriptions(document, (p) => ({ works: [], ...p })),
  // 10 may say the smallest and the largest load beside the step
  9: (document) => document,
  // 8 knows what is asked after about the reps
  7: (document) => mapPrescriptions(document, (p) => ({ ticks: [], ...p })),
  // 7 knows lighter sets before an exercise, and draws as shapes
  6: (document) =>
    mapPrescriptions(document, (p) => ({
      rampSets: 0,
      ...p,
      start: shapesOf(p.start),
      end: shapesOf(p.end),
      alternatives: list(p.alternatives).map((a) => ({ ...a, start: shapesOf(a.start), end: shapesOf(a.end) })),
    })),
};

/** side of the box that strokes of before were drawn in, and what a shape's numbers are of it */
const BOX = 100;
const UNITS = 4 * BOX;

/** a mannequin of strokes, in a unit box with y up, as shapes */
function shapesOf(drawing: unknown): Document {
  const strokes = list((drawing as Document | undefined)?.strokes);
  const shapes = strokes.flatMap((s) => {
    const points = (s.points as [number, number][]).map(([x, y]) => [
      Math.round(x * UNITS),
      Math.round((1 - y) * UNITS),
    ]);
    const thick = Math.round((s.width as number) * UNITS);
    const [a, b] = points as [[number, number], [number, number]];
    const circle = (x: number, y: number, r: number) =>
      `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
    if (!a) return [];
    if (s.kind === "load") return [{ role: "old load", d: circle(a[0], a[1], Math.max(2, Math.round(thick / 2))) }];
    if (s.kind === "head" && b)
      return [
        {
          role: "old head",
          d: circle(
            Math.round((a[0] + b[0]) / 2),
            Math.round((a[1] + b[1]) / 2),
            Math.max(2, Math.round(0.44 * thick)),
          ),
        },
      ];
    const d = `M${points.map((p) => p.join(" ")).join("L")}`;
    if (s.kind === "muscle" || s.kind === "prop") return [{ role: `old ${s.kind}`, d, thick: Math.max(4, thick) }];
    return [
      { role: "old bone", d, thick },
      { role: "old flesh", d, thick: Math.max(1, thick - 5) },
    ];
  });
  return { width: UNITS, height: UNITS, shapes };
}

const entry: Steps = {
  // 2 knows what was done instead, and what a coach says of a set
  1: (document) => ({ instead: null, voided: false, confirmed: false, by: null, ...document }),
};

const report: Steps = {
  // 2 knows that an exercise was left out
  1: (document) => ({ left: null, ...document }),
  // 3 has what a client answers to the coach's note
  2: (document) => ({ note: "", ...document }),
  // 4 has what went wrong with the reps, and what ended the set
  3: (document) => ({ ticks: [], ended: null, ...document }),
  // 5 says in which other muscle it was felt
  4: (document) => ({ feltIn: null, ...document }),
};

const client: Steps = {
  // 2 knows units of single pieces of equipment, consent, and how long it is kept
  1: (document) => ({ units: {}, consent: null, keepUntil: null, ...document }),
  // 3 has priorities by group of heads instead of by muscle; two muscles of one group: the higher one
  2: (document) => {
    const priorities: Record<string, unknown> = {};
    const rank = ["maintain", "hold", "grow", "specialise"];
    for (const [muscle, priority] of Object.entries((document.priorities ?? {}) as Record<string, string>))
      for (const group of GROUPS_OF[muscle] ?? [])
        if (rank.indexOf(priority) > rank.indexOf(String(priorities[group]))) priorities[group] = priority;
    return { ...document, priorities };
  },
  // 4 says how bad a joint is, who trains alone, and what is not wanted
  3: (document) => ({
    alone: false,
    unwanted: [],
    ...document,
    joints: list(document.joints).map((j) => ({ severity: "sore", ...j })),
  }),
  // 5 knows how far joints go, and what the weight is to do
  4: (document) => ({ mobility: [], phase: "gain", ...document }),
  // 6 says which machines are there; before, every one
  5: (document) => ({ stations: null, ...document }),
  // 7 knows fixed weekdays, places of the practice, and what was answered before training
  6: (document) => ({ weekdays: [], place: null, screening: {}, clearance: null, ...document }),
  // 8 knows loads that are there, favourites, weak links, limbs, own settings, and what the training is for
  7: (document) => ({ loads: {}, wanted: [], weak: [], limbs: {}, settings: {}, goal: "size", ...document }),
  // 9 knows the language that a client reads
  8: (document) => ({ language: "en", ...document }),
  // 10 knows the form that pictures show
  9: (document) => ({ figure: "male", ...document }),
  // 11 knows which of several machines of a kind the client uses, and what is set on machines
  10: (document) => ({ uses: [], stationSettings: {}, ...document }),
};

/** groups that a muscle's priority went to when groups came */
const GROUPS_OF: Readonly<Record<string, readonly string[]>> = {
  pectoralis: ["chest"],
  latissimus: ["lats"],
  "teres-major": ["lats"],
  trapezius: ["upper-back"],
  rhomboids: ["upper-back"],
  deltoid: ["side-delts", "rear-delts"],
  biceps: ["biceps"],
  triceps: ["triceps"],
  brachialis: ["elbow-flexors"],
  brachioradialis: ["elbow-flexors"],
  "wrist-flexors": ["forearms"],
  "wrist-extensors": ["forearms"],
  quadriceps: ["quads"],
  hamstrings: ["hamstrings"],
  "gluteus-maximus": ["glutes"],
  "gluteus-medius": ["abductors"],
  "gluteus-minimus": ["abductors"],
  adductors: ["adductors"],
  gastrocnemius: ["calves"],
  soleus: ["calves"],
  "tibialis-anterior": ["shins"],
  "rectus-abdominis": ["abs"],
  obliques: ["obliques"],
  erectors: ["low-back"],
  "quadratus-lumborum": ["low-back"],
  iliopsoas: ["hip-flexors"],
  cuff: ["cuff"],
};

const exercise: Steps = {
  // 2 knows more kinds of load, attachments, choices, holds and relatives; what 1 says means the same in it
  1: (document) => ({ ...document }),
};

const checkIn: Steps = {
  // 2 says which muscles are sore
  1: (document) => ({ sore: [], ...document }),
};

const KINDS = { program, handOver, entry, report, checkIn, client, exercise } satisfies Record<string, Steps>;
export type DocumentKind = keyof typeof KINDS;

/** the present version of each kind: one more than its last step */
export const VERSIONS = Object.fromEntries(
  Object.entries(KINDS).map(([kind, steps]) => [kind, Math.max(0, ...Object.keys(steps).map(Number)) + 1]),
) as Record<DocumentKind, number>;

/**
 * @param version what it is stored as; unless given, the document says so itself
 * @returns the document at the present version; one of an unknown version is given back as it is, for the schema to
 *   refuse
 */
export function upgrade<T = unknown>(kind: DocumentKind, document: unknown, version?: number): T {
  let current = document as Document;
  if (!current || typeof current !== "object") return document as T;
  const inside = version === undefined;
  let at = inside ? current.version : version;
  while (typeof at === "number" && at < VERSIONS[kind]) {
    const step = KINDS[kind][at];
    if (!step) break;
    current = step(current);
    at += 1;
    if (inside) current = { ...current, version: at };
  }
  return current as T;
}
