/** A new client's priorities from the sets that the minutes allow: days x (minutes - warm-up) / minutes a set. */
import { z } from "zod";
import type { Priority } from "#core/clients/choices";
import type { ClientInput } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import { groups } from "#core/planning/groups";
import data from "./starts.json" with { type: "json" };

const starts = z
  .strictObject({
    format: z.literal("gryn-starts"),
    version: z.literal(3),
    about: z.string(),
    fewSets: z.number(),
    minutesASet: z.number(),
    /** groups that grow in each way to begin; the others stay as they start */
    emphases: z.record(z.enum(["balanced", "legs", "upper", "arms"]), z.array(z.string())),
  })
  .parse(data);

export const setsAtHand = (days: number, minutes: number, method: Pick<Method, "warmUpMinutes">): number =>
  Math.max(0, days * (minutes - method.warmUpMinutes)) / starts.minutesASet;

export function startPriorities(
  days: number,
  minutes: number,
  method: Pick<Method, "warmUpMinutes" | "beginnerFactor">,
  level: ClientInput["level"] = "trained",
): Record<string, Priority> {
  // a beginner's bands are a part of the others': so many sets are enough sooner
  const needed = starts.fewSets * (level === "beginner" ? method.beginnerFactor : 1);
  const few = setsAtHand(days, minutes, method) < needed;
  return Object.fromEntries(
    groups.flatMap((g) => (g.start === "none" ? [] : [[g.id, few ? "maintain" : g.start] as const])),
  );
}

export const EMPHASES = ["balanced", "legs", "upper", "arms"] as const;
export type Emphasis = (typeof EMPHASES)[number];

/** a new client's priorities with some groups first: these grow, and what was on hold beside them is maintained */
export function emphasised(emphasis: Emphasis, start: Readonly<Record<string, Priority>>): Record<string, Priority> {
  const first = starts.emphases[emphasis];
  if (first.length === 0) return { ...start };
  const others = Object.entries(start).map(([g, p]) => [g, p === "hold" ? ("maintain" as const) : p] as const);
  return Object.fromEntries([...others, ...first.map((g) => [g, "grow" as const] as const)]);
}
