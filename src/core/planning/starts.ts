/** A new client's priorities from the sets that the minutes allow: days x (minutes - warm-up) / minutes a set. */
import { z } from "zod";
import type { Priority } from "#core/clients/client";
import type { Method } from "#core/edition/method";
import data from "./starts.json" with { type: "json" };

const starts = z
  .strictObject({
    format: z.literal("gryn-starts"),
    version: z.literal(1),
    about: z.string(),
    fewSets: z.number(),
    minutesASet: z.number(),
    hold: z.array(z.string()),
    maintain: z.array(z.string()),
  })
  .parse(data);

export const setsAtHand = (days: number, minutes: number, method: Pick<Method, "warmUpMinutes">): number =>
  Math.max(0, days * (minutes - method.warmUpMinutes)) / starts.minutesASet;

export function startPriorities(
  days: number,
  minutes: number,
  method: Pick<Method, "warmUpMinutes">,
): Record<string, Priority> {
  const few = setsAtHand(days, minutes, method) < starts.fewSets;
  return Object.fromEntries([
    ...starts.hold.map((m) => [m, few ? "maintain" : "hold"] as const),
    ...starts.maintain.map((m) => [m, "maintain"] as const),
  ]);
}
