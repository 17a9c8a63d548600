/** What a split costs a client, and what minutes, priorities and equipment allow, before a week is built. */
import { expectation as said } from "#core/words/web/solver";
import { mean, sum } from "#core/base/numbers";
import { minutesFor } from "#core/clients/days";
import type { ClientInput } from "#core/clients/client";
import type { Edition } from "#core/edition/edition";
import type { Method } from "#core/edition/method";
import type { Survey } from "#core/mechanics/survey";
import { bandOf, groups } from "#core/planning/groups";
import type { Program } from "#core/program/document";
import { splitDays, type Division } from "#core/solver/splits";
import { setupsLeft, type Left } from "#core/suitability/left";
import { whomOf } from "#core/suitability/suitability";
import { form } from "#core/words/builder";

/** groups that a division gives fewer days than their priority asks for, in words */
export function splitCost(
  division: Division,
  client: Pick<ClientInput, "priorities">,
  program: Program,
  method: Method,
): string {
  const days = splitDays(division, program.days);
  const wanted = groups.flatMap((g) => {
    const priority = client.priorities[g.id];
    if (!priority) return [];
    const has = days.filter((d) => d === null || d.includes(g.id)).length;
    const asks = Math.min(method.frequency[priority], g.mostDays, program.days.length);
    return has < asks ? [{ name: g.name.toLowerCase(), has }] : [];
  });
  const without = wanted.filter((w) => w.has === 0).map((w) => w.name);
  if (without.length) return `◆ ${form.noDay({ groups: few(without) })}`;
  if (wanted.length === 0) return form.fits();
  const least = Math.min(...wanted.map((w) => w.has));
  return `◆ ${form.fewDays({ groups: few(wanted.filter((w) => w.has === least).map((w) => w.name)), days: least })}`;
}

/** two names are read, more are counted */
const few = (names: readonly string[]): string[] =>
  names.length <= 2 ? [...names] : [names[0]!, said.nMoreGroups({ n: names.length - 1 })];

/** s of work of a set of ten reps, and of a set's share of setting up and changing */
const WORK = 40;
const SETTING_UP = 20;
/** min of a working set: its work, what it shares, and the mean rest of the classes of lifts */
const minutesASet = ({ classes }: Method): number =>
  (WORK + SETTING_UP + mean(Object.values(classes).map((c) => c.rest))) / 60;

export interface Expectation {
  /** effective sets that the priorities ask for, all groups */
  asked: { low: number; high: number };
  room: { sets: number; minutes: number };
  setups: Left | null;
}

export function expectation(
  client: ClientInput,
  { days }: { days: readonly { date: string | null; week: string }[] },
  { method }: Edition,
  survey: Survey | null,
): Expectation {
  const bands = groups.flatMap((g) => bandOf(g.id, client, method) ?? []);
  const minutes = sum(minutesFor(client, days));
  const work = minutes - days.length * method.warmUpMinutes;
  const setups = survey && setupsLeft(survey, whomOf(client), method);
  return {
    asked: { low: bands.reduce((s, b) => s + b.low, 0), high: bands.reduce((s, b) => s + b.high, 0) },
    room: { sets: Math.max(0, work) / minutesASet(method), minutes },
    setups,
  };
}
