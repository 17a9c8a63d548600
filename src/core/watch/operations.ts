/** How a server runs, in numbers that name nobody, and what of it wants somebody to look. */
import { z } from "zod";

const seconds = z.number().nonnegative();

export const operationsSchema = z.strictObject({
  /** when the server that answers began, and MB that it takes */
  since: z.string(),
  memory: z.number(),
  requests: z.strictObject({
    answered: z.int(),
    /** by a fault of ours */
    failed: z.int(),
    /** s; null where nothing was asked yet */
    p50: seconds.nullable(),
    p95: seconds.nullable(),
    /** slowest first */
    routes: z.array(
      z.strictObject({ route: z.string(), method: z.string(), answered: z.int(), failed: z.int(), p95: seconds }),
    ),
  }),
  /** connections to the database: all, idle, and how many requests wait for one */
  pool: z.strictObject({ all: z.int(), idle: z.int(), wanted: z.int() }),
  /** long work that is due and not begun, and s that the oldest has been due */
  jobs: z.array(z.strictObject({ kind: z.string(), waiting: z.int(), oldest: seconds })),
  /** s that the slowest standby is behind; null without one */
  lag: seconds.nullable(),
  /** sets that phones sent: s from a set's own time to its being kept */
  phones: z.strictObject({ sets: z.int(), p50: seconds.nullable(), p95: seconds.nullable() }),
});
export type Operations = z.infer<typeof operationsSchema>;

/** from where on somebody is to look; the alert rules of deploy/alerts.yml say the same (tested) */
export const LIMITS = {
  /** share of requests that may fail */
  failed: 0.01,
  /** s, 95 of 100 answers */
  slow: 0.5,
  /** requests that wait for a connection */
  wanted: 5,
  /** s that long work may be due */
  late: 300,
  /** s that a standby may be behind */
  lag: 30,
} as const;
export type Concern = keyof typeof LIMITS;

/** requests before a share of them says anything */
const ENOUGH = 50;

/** what wants a look, with the figure that says so; empty where all is well */
export function concernsOf({ requests, pool, jobs, lag }: Operations): { what: Concern; figure: number }[] {
  const { answered, failed, p95 } = requests;
  const oldest = Math.max(0, ...jobs.map((j) => j.oldest));
  const figures: Record<Concern, number> = {
    failed: answered >= ENOUGH ? failed / answered : 0,
    slow: answered >= ENOUGH ? (p95 ?? 0) : 0,
    wanted: pool.wanted,
    late: oldest,
    lag: lag ?? 0,
  };
  return (Object.keys(LIMITS) as Concern[])
    .filter((what) => figures[what] > LIMITS[what])
    .map((what) => ({ what, figure: figures[what] }));
}

/** an upper edge of a class, and how many are at most that; the last edge is without end */
export type Classes = readonly { edge: number; count: number }[];

/**
 * The value that a share of all lies under, straight between the edges of its class; the last edge that ends where it
 * lies above all of them. @returns null where there is nothing
 */
export function quantileOf(classes: Classes, share: number): number | null {
  const all = classes.at(-1)?.count ?? 0;
  if (all === 0) return null;
  const at = classes.findIndex((c) => c.count >= share * all);
  const { edge, count } = classes[at]!;
  const before = classes[at - 1] ?? { edge: 0, count: 0 };
  if (!Number.isFinite(edge)) return before.edge;
  return before.edge + ((edge - before.edge) * (share * all - before.count)) / (count - before.count);
}
