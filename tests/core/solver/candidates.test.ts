import { CURRENT_EDITION } from "#core/edition/edition";
import { effortCredit } from "#core/planning/dose";
import { findGroup } from "#core/planning/groups";
import { spinePoints } from "#core/planning/check-cover";
import { fieldFor, type Candidate } from "#core/solver/candidates";
import { strainsOf } from "#core/suitability/strains";
import { AS_SET, daysOf } from "#core/solver/splits";
import type { ClientInput } from "#core/clients/client";
import { exercises } from "#core/exercises/library";
import { programOf } from "../../support/programs";
import { librarySurvey, trainee } from "../../support/solver";

const fieldOf = (client: ClientInput, banned: string[] = [], must: string[] = []) =>
  fieldFor(librarySurvey(), client, CURRENT_EDITION, exercises, { banned: new Set(banned), must: new Set(must) });
const ids = (field: ReturnType<typeof fieldOf>) => new Set(field.candidates.map((c) => c.exercise.id));

test("gates: equipment, joints, skill, what is not wanted, and groups without a priority", () => {
  const home = fieldOf(trainee(3, 60, { equipment: ["dumbbell", "bench"] }));
  for (const c of home.candidates)
    expect(c.exercise.equipment.every((e) => e === "dumbbell" || e === "bench")).toBe(true);
  expect(home.out.some((o) => /needs .*barbell/.test(o.reason))).toBe(true);
  const sore = fieldOf(trainee(3, 60, { joints: [{ joint: "shoulder", side: "left", severity: "sore", note: "" }] }));
  const strain = (c: Candidate) => strainsOf(librarySurvey().rows, c.row, c.exercise).shoulder ?? 0;
  for (const c of sore.candidates) expect(strain(c)).toBeLessThan(CURRENT_EDITION.method.joints.sore.out!);
  // noted to be watched is no reason to leave it out
  const watch = fieldOf(trainee(3, 60, { joints: [{ joint: "knee", side: "left", severity: "watch", note: "" }] }));
  expect(watch.candidates.length).toBe(fieldOf(trainee(3, 60)).candidates.length);
  const beginner = fieldOf(trainee(3, 60, { level: "beginner" }));
  for (const c of beginner.candidates) expect(c.exercise.stated.skill).toBeLessThan(3);
  expect(ids(fieldOf(trainee(3, 60), ["back-squat"]))).not.toContain("back-squat");
  // nobody asked for wrists or shins
  expect(ids(fieldOf(trainee(3, 60)))).not.toContain("wrist-curl");
  expect(ids(fieldOf(trainee(3, 60, { priorities: { forearms: "hold" } })))).toContain("wrist-curl");
});

test("a locked line is a candidate whatever the gates say, where it is for something planned", () => {
  const client = trainee(3, 60, { level: "beginner" });
  const row = librarySurvey().rows.find((r) => r.exerciseId === "back-squat")!;
  expect(ids(fieldOf(client))).not.toContain("back-squat");
  expect(ids(fieldOf(client, [], [row.setupKey]))).toContain("back-squat");
});

test("what a set gives: shares as the dose counts them, worth never above the share, the best at hand worth most", () => {
  const field = fieldOf(trainee(3, 60));
  for (const c of field.candidates) {
    expect(c.least).toBeLessThanOrEqual(c.most);
    expect(c.loss).toBeCloseTo(1 - effortCredit(c.line.reserves[0]!), 9);
    for (const g of c.gives) {
      expect(g.share).toBeGreaterThan(0);
      expect(g.worth).toBeLessThanOrEqual(g.share + 1e-9);
      expect(g.worth).toBeGreaterThanOrEqual(0.45 * g.share);
      if (!g.direct) expect(g.share).toBeLessThanOrEqual(0.5);
    }
    expect(c.gives.some((g) => g.group === c.lead && g.direct)).toBe(true);
  }
  for (const [i, g] of field.groups.entries()) {
    if (g.ceiling) continue;
    const full = field.candidates.flatMap((c) => c.gives.filter((x) => x.group === i && x.direct && x.share === 1));
    expect([g.id, Math.max(...full.map((x) => x.worth)) > 0.7]).toEqual([g.id, true]);
  }
});

test("points for the back begin at 120 Nm, one for 60 more, at most two and a half, none for trunk work", () => {
  const at = (spineMoment: number, family: "hinge" | "trunk" = "hinge") => spinePoints({ spineMoment }, family);
  expect([at(0), at(120), at(180), at(210), at(900), at(900, "trunk")]).toEqual([0, 0, 1, 1.5, 2.5, 0]);
});

test("days stand on their dates' weekdays where all have one, else as far apart as they can", () => {
  const program = programOf([[], []]);
  expect(daysOf(program, { minutes: 45 }, AS_SET).map((d) => d.weekday)).toEqual([0, 3]);
  // a Saturday and the Monday after it
  const dates = ["2026-11-28", "2026-11-30"];
  const dated = { ...program, days: program.days.map((d, i) => ({ ...d, date: dates[i]! })) };
  expect(daysOf(dated, { minutes: 45 }, AS_SET).map((d) => d.weekday)).toEqual([5, 0]);
  const half = { ...program, days: program.days.map((d, i) => ({ ...d, date: i === 0 ? dates[0]! : null })) };
  expect(daysOf(half, { minutes: 45 }, AS_SET).map((d) => d.weekday)).toEqual([0, 3]);
  expect(findGroup("chest")!.big).toBe(true);
});
