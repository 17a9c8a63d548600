import { daysBetween } from "#core/base/dates";
import { inKg } from "#core/base/kilograms";
import { clientInput } from "#core/clients/schema";
import { programSchema } from "#core/program/document";
import { faultOf, prescriptionsOf } from "#core/program/edit";
import { simulatePractice, weeksBefore } from "#core/simulation/practice";
import { randomOf } from "#core/simulation/random";
import { failingReps, formOf, leftOf, lineTruth, presentOf, setupTruth, SIMULATED } from "#core/simulation/truth";
import { mistyped, WRONG } from "#core/simulation/wrong";
import { checkInSchema } from "#core/training/check-in-schema";
import { entrySchema, reportSchema } from "#core/training/entry";
import { newestOf } from "#core/training/exposures";

const WEEKS = 16;
const FROM = "2026-01-04";
const ask = { seed: 3, clients: 5, weeks: WEEKS, from: FROM };
const practice = simulatePractice(ask);

const mean = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / list.length;
const spread = (list: readonly number[]) => Math.sqrt(mean(list.map((x) => (x - mean(list)) ** 2)));
const many = (n: number, f: () => number) => Array.from({ length: n }, f);

describe("randomness from a seed", () => {
  test("the same seed says the same, another one says something else", () => {
    const of = (seed: number) => many(20, randomOf(seed).uniform);
    expect(of(5)).toEqual(of(5));
    expect(of(5)).not.toEqual(of(6));
  });

  test("is uniform and normal as far as 20,000 of it can say", () => {
    const r = randomOf(1);
    const u = many(20_000, r.uniform);
    expect(mean(u)).toBeCloseTo(0.5, 1);
    expect(spread(u)).toBeCloseTo(Math.sqrt(1 / 12), 1);
    const n = many(20_000, r.normal);
    expect(Math.abs(mean(n))).toBeLessThan(0.03);
    expect(spread(n)).toBeCloseTo(1, 1);
    expect(n.filter((x) => Math.abs(x) < 1.2816).length / n.length).toBeCloseTo(0.8, 1);
    expect(mean(many(20_000, () => (r.chance(0.3) ? 1 : 0)))).toBeCloseTo(0.3, 1);
  });

  test("names are ids, and no two are alike", () => {
    const r = randomOf(9);
    const ids = Array.from({ length: 2000 }, () => r.id());
    expect(new Set(ids).size).toBe(2000);
    for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
  });
});

describe("the truth of a client", () => {
  const random = randomOf(12);
  const line = lineTruth(random, setupTruth(random), Math.log(100), 2.4, 14);

  test("fewer reps with more load, in later sets, and on a bad day; never fewer than none", () => {
    const reps = (kg: number, set = 0, form = 0) => failingReps(line, line.strength, form, kg, set);
    expect(reps(50)).toBeGreaterThan(reps(55));
    expect(reps(50, 2)).toBeLessThan(reps(50, 0));
    expect(reps(50, 9)).toBe(reps(50, 4));
    expect(reps(50, 0, -0.05)).toBeLessThan(reps(50));
    expect(reps(1e6)).toBeGreaterThanOrEqual(0);
    // one rep at the strength of one rep, by the curve's own meaning
    expect(reps(Math.exp(line.strength))).toBeCloseTo(1, 9);
  });

  test("strength is learnt in six workouts, then grows until it stands", () => {
    const still = { ...line, growth: 0.005, stillFrom: 10 };
    expect(presentOf(still, 0, 0)).toBeCloseTo(still.strength - SIMULATED.fresh);
    expect(presentOf(still, 0, SIMULATED.learnt)).toBeCloseTo(still.strength);
    expect(presentOf(still, 10, 20) - presentOf(still, 0, 20)).toBeCloseTo(0.05);
    expect(presentOf(still, 30, 20)).toBe(presentOf(still, 10, 20));
  });

  test("days differ by about three in a hundred, a few far more; two parts make one whole", () => {
    const r = randomOf(4);
    const forms = many(20_000, () => formOf(r, 0.7) + formOf(r, 0.3));
    expect(spread(forms)).toBeGreaterThan(0.025);
    expect(spread(forms)).toBeLessThan(0.035);
    expect(Math.max(...forms.map(Math.abs))).toBeGreaterThan(4 * 0.0255);
  });

  test("more is left than is said, least where all is given; never less than nothing", () => {
    const r = randomOf(6);
    const left = (said: number) => mean(many(4000, () => leftOf(r, { bias: 0.9, taps: 0 }, said)));
    expect(left(2) - 2).toBeCloseTo(0.9, 1);
    expect(left(0)).toBeLessThan(left(1) - 0.5);
    expect(Math.min(...many(4000, () => leftOf(r, { bias: -2, taps: 0 }, 0)))).toBe(0);
  });

  test("setups differ: in what is felt, in pain very unequally, in who stays", () => {
    const r = randomOf(2);
    const all = Array.from({ length: 2000 }, () => setupTruth(r));
    for (const s of all) {
      expect(s.felt).toBeGreaterThanOrEqual(0.32);
      expect(s.felt).toBeLessThanOrEqual(0.86);
      expect(s.pain).toBeLessThanOrEqual(0.21);
      expect(s.leaves).toBeLessThanOrEqual(0.027);
    }
    const pains = all.map((s) => s.pain).sort((a, b) => a - b);
    expect(pains[1900]! / pains[1000]!).toBeGreaterThan(3);
  });
});

describe("wrong entries", () => {
  test.each(WRONG)("%s is another set than the one that was done, and one that a phone takes", (kind) => {
    const r = randomOf(7);
    for (let i = 0; i < 300; i++) {
      const right = { load: 2.5 * Math.ceil(40 * r.uniform()), reps: 1 + Math.floor(30 * r.uniform()) };
      const typed = mistyped(kind, right, 2.5 * Math.ceil(40 * r.uniform()));
      if (!typed) continue;
      expect(typed).not.toEqual(right);
      expect(typed.reps).toBeGreaterThanOrEqual(1);
      expect(typed.reps).toBeLessThanOrEqual(100);
      expect(typed.load).toBeLessThanOrEqual(1000);
    }
  });
});

describe("a practice that trains", () => {
  test("is the same again from the same seed, whatever was asked before", () => {
    const again = simulatePractice(ask);
    expect(again.clients.map((c) => c.training.entries.length)).toEqual(
      practice.clients.map((c) => c.training.entries.length),
    );
    expect(again.clients[2]!.training).toEqual(practice.clients[2]!.training);
    expect(simulatePractice({ ...ask, seed: 4 }).clients[0]!.training).not.toEqual(practice.clients[0]!.training);
  });

  test("writes what a phone writes: every set, report and check-in is taken as it is", () => {
    for (const { training } of practice.clients) {
      for (const e of training.entries) expect(entrySchema.parse(e)).toEqual(e);
      for (const r of training.reports) expect(reportSchema.parse(r)).toEqual(r);
      for (const c of training.checkIns) expect(checkInSchema.parse(c)).toEqual(c);
    }
  });

  test("its clients and weeks are such as the product has", () => {
    for (const c of practice.clients) {
      expect(clientInput.parse(c.input)).toEqual(c.input);
      expect(programSchema.parse(c.program)).toEqual(c.program);
      expect(faultOf(c.program)).toBeNull();
      expect(prescriptionsOf(c.program)).toHaveLength(c.lines.length);
    }
    expect(new Set(practice.clients.map((c) => c.input.name)).size).toBe(practice.clients.length);
  });

  test("days lie in the weeks that were asked for, on their weekdays, and about one in ten is missed", () => {
    let [there, possible] = [0, 0];
    for (const { training, lines } of practice.clients) {
      const weekdays = new Set(lines.map((l) => l.weekday));
      possible += weekdays.size * WEEKS;
      there += new Set(training.entries.map((e) => e.localDate)).size;
      for (const e of training.entries) {
        const day = daysBetween(FROM, e.localDate) - 1;
        expect(day).toBeGreaterThanOrEqual(0);
        expect(day).toBeLessThan(7 * WEEKS);
        expect(weekdays.has(day % 7)).toBe(true);
      }
    }
    expect(there / possible).toBeGreaterThan(0.8);
    expect(there / possible).toBeLessThan(0.98);
  });

  test("loads are on the equipment's grid unless they were typed wrong", () => {
    for (const { training, lines } of practice.clients) {
      const wrong = new Set(training.wrong.map((w) => w.id));
      const lineOf = new Map(lines.map((l) => [l.p.id, l.p]));
      for (const e of training.entries.filter((x) => !wrong.has(x.id))) {
        const step = inKg(lineOf.get(e.prescriptionId)!.loadStep);
        const kg = e.parts[0]!.load ? inKg(e.parts[0]!.load) : 0;
        expect(Math.abs(kg / step - Math.round(kg / step))).toBeLessThan(1e-6);
      }
    }
  });

  test("a line that was left has no sets after that day; a wrong set that was asked about is struck", () => {
    for (const { training } of practice.clients) {
      for (const { lineId, on } of training.left)
        for (const e of training.entries) if (e.prescriptionId === lineId) expect(e.localDate <= on).toBe(true);
      const newest = new Map(newestOf(training.entries).map((e) => [e.id, e]));
      for (const w of training.wrong)
        if (training.flagged.includes(w.id)) expect(newest.get(w.id)).toMatchObject({ voided: true, by: "Edda Varn" });
    }
  });

  test("weeks before a date end on the Sunday before its own week", () => {
    expect(weeksBefore("2026-06-01", 1)).toBe("2026-05-24");
    expect(weeksBefore("2026-06-07", 1)).toBe("2026-05-24");
    expect(weeksBefore("2026-06-08", 2)).toBe("2026-05-24");
  });
});
