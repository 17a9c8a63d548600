/** One verdict: for made-up clients, ranking, covering, check, swap and planner agree on every setup of the library. */
import { JOINTS, SEVERITIES } from "#core/exercises/joints";
import { EQUIPMENT } from "#core/exercises/choices";
import { exercises } from "#core/exercises/library";
import { seededRandom } from "#core/base/random";
import { moves } from "#core/clients/mobility";
import type { ClientInput } from "#core/clients/client";
import { coveringOf } from "#core/covering/cells";
import { CURRENT_EDITION } from "#core/edition/edition";
import { checkWeek } from "#core/planning/check";
import { groups } from "#core/planning/groups";
import { lineFor } from "#core/planning/lines";
import { swapsFor } from "#core/planning/swap";
import { contextOf, headGroups, rankHead } from "#core/ranking/rank";
import { fieldFor } from "#core/solver/candidates";
import { strainsOf } from "#core/suitability/strains";
import { suitability, whomOf, whyNot } from "#core/suitability/suitability";
import { librarySurvey, trainee } from "../../support/solver";
import { id, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;

/** somebody with a place, joints, limits and dislikes of their own */
function somebody(seed: number): ClientInput {
  const random = seededRandom(seed);
  const some = <T>(list: readonly T[], share: number) => list.filter(() => random() < share);
  return trainee(2 + Math.floor(3 * random()), 50, {
    stature: 1.75,
    mass: 75,
    level: random() < 0.3 ? "beginner" : "trained",
    alone: random() < 0.5,
    equipment: some(EQUIPMENT, 0.85),
    unwanted: some([...exercises.keys()], 0.05),
    joints: some(JOINTS, 0.3).map((joint) => ({
      joint,
      side: "both" as const,
      severity: SEVERITIES[Math.floor(3 * random())]!,
      note: "",
    })),
    mobility: some(moves, 0.3).map((m) => ({ move: m.id, to: m.usual - (m.end === "low" && m.sign === 1 ? -25 : 25) })),
    // everything is wanted, so that nothing is left out for lack of a priority
    priorities: Object.fromEntries(groups.map((g) => [g.id, "grow" as const])),
  });
}

const clients = Array.from({ length: 20 }, (_, i) => somebody(i + 1));

test("the made-up clients differ: some setups are out for each reason, and for most not all are", () => {
  const reasons = new Set<string>();
  let served = 0;
  for (const client of clients) {
    let free = 0;
    for (const row of librarySurvey().rows) {
      const exercise = exercises.get(row.exerciseId)!;
      const strains = strainsOf(librarySurvey().rows, row, exercise);
      const s = suitability({ exercise, view: row.view, strains }, whomOf(client), method);
      if (s.missing.length) reasons.add("missing");
      if (s.helper) reasons.add("helper");
      if (s.unwanted) reasons.add("unwanted");
      if (s.skill) reasons.add("skill");
      if (s.beyond.length) reasons.add("beyond");
      for (const j of s.joints) reasons.add(`${j.severity} ${j.verdict}`);
      if (whyNot(s) === null) free++;
    }
    if (free > 5) served++;
    expect(free).toBeLessThan(librarySurvey().rows.length);
  }
  expect(served).toBeGreaterThan(14);
  for (const r of ["missing", "helper", "unwanted", "skill", "beyond", "watch look", "sore out", "severe out"])
    expect(reasons).toContain(r);
  expect(reasons).not.toContain("watch out");
});

test.each(clients.map((client, i) => [i + 1, client] as const))("client %d: every room says the same", (_n, client) => {
  const survey = librarySurvey();
  const reasonOf = new Map(
    survey.rows.map((row) => {
      const exercise = exercises.get(row.exerciseId)!;
      const strains = strainsOf(survey.rows, row, exercise);
      const s = suitability({ exercise, view: row.view, strains }, whomOf(client), method);
      return [row.setupKey, whyNot(s)] as const;
    }),
  );
  // the planner: what is not a candidate is out for that reason, or leads nothing
  const field = fieldFor(survey, client, CURRENT_EDITION, exercises);
  const planned = new Set(field.candidates.map((c) => c.row.setupKey));
  for (const row of survey.rows) if (planned.has(row.setupKey)) expect(reasonOf.get(row.setupKey)).toBeNull();
  expect(field.out.map((o) => o.reason).sort()).toEqual([...reasonOf.values()].filter((r) => r !== null).sort());
  // the ranking: what measurements speak against is apart, as data of the edition
  const contested = new Set(CURRENT_EDITION.contested.map((c) => c.reason));
  for (const g of headGroups.filter((_, i) => i % 6 === 0))
    for (const r of rankHead(survey, g.id, CURRENT_EDITION, exercises, contextOf(client)))
      if (!r.out || !contested.has(r.out)) expect([g.id, r.out]).toEqual([g.id, reasonOf.get(r.row.setupKey)]);
  // the covering offers nothing that is out
  for (const g of groups.filter((_, i) => i % 5 === 0)) {
    const { setups } = coveringOf(survey, g.heads, CURRENT_EDITION, exercises, contextOf(client));
    for (const s of setups) expect(reasonOf.get(s.row.setupKey)).toBeNull();
  }
  // the check: a line that is out does not pass, and one that is in has no such problem
  const tools = { survey, method, exercises };
  const rowOf = new Map(survey.rows.map((r) => [r.setupKey, r]));
  const lines = survey.rows.map((row, i) => lineFor(row, client, tools, id(i + 1)));
  const checks = checkWeek(programOf([lines]), client, method, exercises, undefined, {
    viewOf: (p) => rowOf.get(p.setupKey)?.view ?? null,
    strainsOf: (p) => strainsOf(survey.rows, rowOf.get(p.setupKey)!, exercises.get(p.exerciseId)!),
  });
  const told = new Map<string, string>();
  for (const c of checks)
    if (["joint", "mobility", "equipment", "not for"].includes(c.kind) && "line" in c.subject) {
      const line = c.subject.line.id;
      if (told.get(line) !== "problem") told.set(line, c.state);
    }
  for (const p of lines) {
    const state = told.get(p.id) ?? "pass";
    if (reasonOf.get(p.setupKey)) expect([p.name, state]).not.toEqual([p.name, "pass"]);
    else expect([p.name, state]).not.toEqual([p.name, "problem"]);
  }
  // the swap offers nothing that is out
  for (const p of lines.filter((_, i) => i % 12 === 0)) {
    const { rows } = swapsFor(p, rowOf.get(p.setupKey), survey, client, CURRENT_EDITION, exercises);
    for (const r of rows) expect(reasonOf.get(r.row.setupKey)).toBeNull();
  }
});
