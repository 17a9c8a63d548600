/** The check: every line has the number, the limit, the reason and, where there is one, operations that mend it. */
import { muscleName, muscles } from "#core/anatomy/anatomy";
import type { ClientInput } from "#core/clients/client";
import type { Exercise } from "#core/exercises/format";
import { bandOf, doseTotal, weekDose, type WeekDose } from "#core/planning/dose";
import { dayMinutes, repSeconds } from "#core/planning/minutes";
import type { Method } from "#core/planning/method";
import type { Operation, Program } from "#core/planning/program";

export type Verdict = "pass" | "look" | "problem";

export interface CheckLine {
  id: string;
  verdict: Verdict;
  title: string;
  number: string;
  limit: string;
  reason: string;
  fix: { label: string; operations: Operation[] } | null;
}

export type Client = Pick<ClientInput, "priorities" | "level" | "minutes" | "daysPerWeek" | "joints" | "equipment">;

const one = (x: number) => (Math.round(x * 10) / 10).toString();

export function checkWeek(program: Program, client: Client, method: Method, exercises: ReadonlyMap<string, Exercise>, dose: WeekDose = weekDose(program)): CheckLine[] {
  return [...weeklyDose(program, client, method, dose), ...sessionDose(program, method, dose), ...frequency(program, client, method, dose), ...minutesLines(program, client, method), ...jointFlags(program, client, exercises), ...equipmentLines(program, client, exercises), ...setLines(program, method)];
}

/** the prescription with most direct credit for a muscle, where one more set would do most */
function best(program: Program, muscle: string) {
  const list = program.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions)).filter((p) => !p.locked && Object.entries(p.credits).some(([id, c]) => c.direct && id.startsWith(muscle)));
  return list.sort((a, b) => a.reserves.length - b.reserves.length)[0];
}

function weeklyDose(program: Program, client: Client, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const band = bandOf(m.id, client, method);
    if (!band) return [];
    const d = dose.muscles[m.id]!;
    const sets = doseTotal(d);
    const limit = `${one(band.low)} to ${one(band.high)} sets (${band.priority})`;
    const base = { id: `dose-${m.id}`, title: `${muscleName(m.id)}: weekly dose`, number: `${one(sets)} sets, ${one(d.indirect)} of them indirect`, limit };
    const tight = program.days.some((day) => dayMinutes(day, method) > client.minutes - 4);
    if (sets < band.low - 0.05) {
      const p = best(program, m.id);
      return [{ ...base, verdict: sets < band.low * 0.7 ? "problem" : "look", reason: `${one(band.low - sets)} effective sets short of the low end${tight ? "; minutes are nearly used up, so adding here and the minutes line pull against each other" : ""}.`, fix: p && p.reserves.length < 8 ? { label: `One more set of ${p.name}`, operations: [{ kind: "change", prescriptionId: p.id, change: { reserves: [...p.reserves, p.reserves[p.reserves.length - 1]!] } }] } : null }];
    }
    if (sets > method.hardStop) return [{ ...base, verdict: "problem", reason: `Over ${method.hardStop} sets a week nothing more is gained.`, fix: null }];
    if (sets > band.high + 0.05) return [{ ...base, verdict: "look", reason: `${one(sets - band.high)} sets above the band; the last ones bring little.`, fix: null }];
    return [{ ...base, verdict: "pass", reason: "Within the band.", fix: null }];
  });
}

function sessionDose(program: Program, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const peak = dose.muscles[m.id]!.peakDay;
    if (peak <= method.sessionUsual[1] + 0.05) return [];
    const day = program.days.find((_, i) => doseOn(m.id, i, dose) >= peak - 1e-9);
    return [{ id: `session-${m.id}`, verdict: peak > method.sessionLimit ? "problem" : "look", title: `${muscleName(m.id)}: one session`, number: `${one(peak)} sets${day ? ` on ${day.name}` : ""}`, limit: `${method.sessionUsual[0]} to ${method.sessionUsual[1]}, at most ${method.sessionLimit}`, reason: "Each further set of one muscle in a session brings less; spread them over the week.", fix: null }];
  });
}

function doseOn(muscle: string, day: number, dose: WeekDose): number {
  const own = Object.entries(dose.byDay).filter(([id]) => id === muscle || id.startsWith(`${muscle}-`));
  return Math.max(0, ...own.map(([, days]) => days[day] ?? 0));
}

function frequency(program: Program, client: Client, method: Method, dose: WeekDose): CheckLine[] {
  return muscles.flatMap((m): CheckLine[] => {
    const priority = client.priorities[m.id];
    if (!priority || program.days.every((d) => d.blocks.length === 0)) return [];
    const least = Math.min(method.frequency[priority], client.daysPerWeek);
    const days = dose.muscles[m.id]!.days;
    return [{ id: `frequency-${m.id}`, verdict: days >= least ? "pass" : "look", title: `${muscleName(m.id)}: days a week`, number: `${days} ${days === 1 ? "day" : "days"}`, limit: `at least ${least} (${priority})`, reason: days >= least ? "Often enough." : "The same sets over more days stay fresher and count more.", fix: null }];
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
        reason: over > 0 ? `${over} min over. Drop a set at the end or pair two exercises; that takes from the dose of their muscles.` : "Fits.",
        fix: over > 0 && last ? { label: `One set less of ${last.name}`, operations: [{ kind: "change", prescriptionId: last.id, change: { reserves: last.reserves.slice(0, -1) } }] } : null,
      };
    });
}

function jointFlags(program: Program, client: Client, exercises: ReadonlyMap<string, Exercise>): CheckLine[] {
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
          return [{ id: `joint-${p.id}-${j.joint}`, verdict: strain >= 0.5 ? "problem" : "look", title: `${p.name}: ${j.joint}`, number: `strain ${Math.round(strain * 100)} of 100`, limit: `noted: ${j.note || j.joint}`, reason: `${caution?.text ?? `It asks much of the ${j.joint}.`}${gentler ? ` Gentler: ${gentler.name}.` : ""}`, fix: { label: `Take it off ${d.name}`, operations: [{ kind: "remove", prescriptionId: p.id }] } }];
        });
      }),
    ),
  );
}

function equipmentLines(program: Program, client: Client, exercises: ReadonlyMap<string, Exercise>): CheckLine[] {
  return program.days.flatMap((d) =>
    d.blocks.flatMap((b) =>
      b.prescriptions.flatMap((p): CheckLine[] => {
        const missing = exercises.get(p.exerciseId)?.equipment.filter((e) => !client.equipment.includes(e)) ?? [];
        return missing.length ? [{ id: `equipment-${p.id}`, verdict: "problem", title: `${p.name}: equipment`, number: `needs ${missing.join(", ")}`, limit: "not at this client's place", reason: "Choose a setup from the ranking filtered to this client.", fix: { label: `Take it off ${d.name}`, operations: [{ kind: "remove", prescriptionId: p.id }] } }] : [];
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
        if (rep < method.repSeconds[0] || rep > method.repSeconds[1]) lines.push({ id: `tempo-${p.id}`, verdict: "look", title: `${p.name}: tempo`, number: `${one(rep)} s a rep`, limit: `${method.repSeconds[0]} to ${method.repSeconds[1]} s`, reason: "A rep outside this span is either thrown or trains patience.", fix: null });
        if (p.rest < method.restLeast) lines.push({ id: `rest-${p.id}`, verdict: "look", title: `${p.name}: rest`, number: `${p.rest} s`, limit: `at least ${method.restLeast} s`, reason: "Too short a rest costs reps in the next set.", fix: { label: `Rest ${method.restLeast} s`, operations: [{ kind: "change", prescriptionId: p.id, change: { rest: method.restLeast } }] } });
        const [first, last] = [p.reserves[0]!, p.reserves[p.reserves.length - 1]!];
        if (last > first) lines.push({ id: `effort-${p.id}`, verdict: "look", title: `${p.name}: effort`, number: `reserve ${p.reserves.join(", ")}`, limit: "falls or stays within an exercise", reason: "Effort should rise through an exercise; the last set is the hardest.", fix: { label: "Turn the order round", operations: [{ kind: "change", prescriptionId: p.id, change: { reserves: [...p.reserves].reverse() } }] } });
        return lines;
      }),
    ),
  );
}
