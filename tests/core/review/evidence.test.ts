import { CURRENT_EDITION } from "#core/edition/edition";
import { correctionsFor } from "#core/review/corrections";
import { CAP, evidenceOf, type ClientFacts } from "#core/review/evidence";
import { evidenceRows } from "#core/review/export";
import type { Fact } from "#core/review/facts";
import { setupEvidenceSchema } from "#core/review/evidence-schema";
import { rates, twoWay, type Reading } from "#core/review/shrink";
import { nudged } from "#core/ranking/nudge";
import type { RankedRow } from "#core/ranking/rank";
import { randomOf } from "#core/simulation/random";
import { mistyped, WRONG } from "#core/simulation/wrong";
import type { Load } from "#core/program/document";

const fact = (setupKey: string, change: Partial<Fact> = {}): Fact => ({
  setupKey,
  exerciseId: setupKey,
  name: setupKey,
  workouts: 20,
  sets: 60,
  weeks: 24,
  growth: null,
  felt: { target: 10, said: 20 },
  pain: 0,
  left: false,
  ...change,
});
const clients = (n: number, facts: (i: number) => Fact[]): ClientFacts[] =>
  Array.from({ length: n }, (_, i) => ({ clientId: `c${i}`, facts: facts(i) }));

describe("few data are pulled to the mean of all", () => {
  const noPrior = { sd: 1, weight: 0.001 };

  test("with many exact readings a setup's effect is its difference to the mean", () => {
    const list: Reading[] = Array.from({ length: 200 }, (_, i) => ({
      setup: i % 2 ? "a" : "b",
      client: `c${Math.floor(i / 2)}`,
      y: (i % 2 ? 1 : -1) + 5,
      v: 1e-4,
    }));
    const { mu, setups } = twoWay(list, noPrior, noPrior, 0, 1);
    expect(mu).toBeCloseTo(5, 1);
    expect(setups.get("a")!.mean).toBeCloseTo(1, 1);
    expect(setups.get("b")!.mean).toBeCloseTo(-1, 1);
  });

  test("a client's own pace is not the setup's: who is fast at everything moves nobody's setup", () => {
    const list: Reading[] = ["a", "b", "c"].flatMap((setup) =>
      ["slow", "fast", "usual"].map((client) => ({
        setup,
        client,
        y: client === "fast" ? 3 : client === "slow" ? -3 : 0,
        v: 0.01,
      })),
    );
    const { setups } = twoWay(list, { sd: 1, weight: 1 }, { sd: 3, weight: 1 }, 0, 1);
    for (const s of setups.values()) expect(Math.abs(s.mean)).toBeLessThan(0.05);
  });

  test("a single noisy reading hardly counts, and its band is nearly the prior's", () => {
    const list: Reading[] = [
      ...Array.from({ length: 30 }, (_, i) => ({ setup: "known", client: `c${i}`, y: 0, v: 0.1 })),
      { setup: "new", client: "c0", y: 10, v: 100 },
    ];
    const { setups, tau } = twoWay(list, { sd: 0.5, weight: 10 }, { sd: 0.1, weight: 10 }, 0, 1);
    expect(setups.get("new")!.mean).toBeLessThan(0.5);
    expect(setups.get("new")!.sd).toBeGreaterThan(0.9 * tau);
    expect(twoWay([], noPrior, noPrior, 0, 1)).toMatchObject({ mu: 0 });
  });

  test("rates: the mean of all where there is nothing, one's own count where there is much", () => {
    const r = rates(
      [
        { setup: "much", events: 200, workouts: 1000 },
        { setup: "little", events: 1, workouts: 2 },
        { setup: "none", events: 0, workouts: 1000 },
        { setup: "unused", events: 0, workouts: 0 },
      ],
      { ln: Math.log(1.2), sd: 0.5 },
      1,
    );
    expect(r.setups.get("much")!.mean).toBeCloseTo(0.2, 2);
    expect(r.setups.get("none")!.mean).toBeLessThan(0.003);
    expect(r.setups.get("unused")!.mean).toBeCloseTo(r.mean, 2);
    // one of two is no half
    expect(r.setups.get("little")!.mean).toBeLessThan(0.35);
    expect(r.setups.get("unused")!.sd).toBeGreaterThan(r.setups.get("much")!.sd);
  });
});

describe("evidence by setup", () => {
  test("under three clients or thirty sets nothing is judged, whatever it says", () => {
    const two = evidenceOf(clients(2, () => [fact("a", { felt: { target: 20, said: 20 } }), fact("b", { pain: 15 })]));
    for (const s of two) expect(s).toMatchObject({ enough: false, nudge: { points: 0 } });
    const few = evidenceOf(clients(5, () => [fact("a", { sets: 5, workouts: 2 })]));
    expect(few[0]!.enough).toBe(false);
    expect(evidenceOf([])).toEqual([]);
  });

  test("felt and painless moves up, felt elsewhere and painful down, and never by more than the cap", () => {
    const rows = evidenceOf(
      clients(12, () => [
        fact("good", { felt: { target: 19, said: 20 } }),
        fact("bad", { felt: { target: 4, said: 20 }, pain: 6, left: true }),
        ...Array.from({ length: 6 }, (_, i) => fact(`usual ${i}`, { pain: i === 0 ? 1 : 0 })),
      ]),
    );
    const of = (key: string) => rows.find((r) => r.setupKey === key)!;
    expect(of("good").nudge.points).toBeGreaterThan(1);
    expect(of("bad").nudge.points).toBeLessThan(-2);
    for (const r of rows) {
      expect(Math.abs(r.nudge.points)).toBeLessThanOrEqual(CAP);
      expect(setupEvidenceSchema.parse(r)).toEqual(r);
      expect(r.felt!.low).toBeLessThanOrEqual(r.felt!.value);
      expect(r.pain.high).toBeGreaterThanOrEqual(r.pain.value);
    }
    expect(rows[0]!.setupKey).toBe("good");
  });

  test("pain is never told lower than it was counted, from two reports on", () => {
    const rows = evidenceOf(
      clients(4, (i) => [fact("sore", { pain: i < 2 ? 4 : 0 }), ...["a", "b", "c", "d"].map((k) => fact(k))]),
    );
    const sore = rows.find((r) => r.setupKey === "sore")!;
    expect(sore.painful).toEqual({ workouts: 8, clients: 2 });
    expect(sore.pain.value).toBeGreaterThanOrEqual((100 * 8) / 80);
  });

  test("progress moves nothing before eleven clients and twenty weeks", () => {
    const growth = (mean: number) => ({ growth: { mean, sd: 0.001, usual: 0.0016 } });
    const of = (n: number, weeks: number) =>
      evidenceOf(
        clients(n, () => [fact("fast", { weeks, ...growth(0.006) }), fact("slow", { weeks, ...growth(-0.002) })]),
      );
    const points = (rows: ReturnType<typeof evidenceOf>) => rows.find((r) => r.setupKey === "fast")!.nudge.of.progress;
    expect(points(of(10, 26))).toBe(0);
    expect(points(of(14, 19))).toBe(0);
    expect(points(of(14, 26))).toBeGreaterThan(0);
    expect(of(14, 26).find((r) => r.setupKey === "slow")!.nudge.of.progress).toBeLessThan(0);
  });

  test("as a table: a row a setup, empty where nothing is known", () => {
    const [row] = evidenceRows(evidenceOf(clients(3, () => [fact("a", { felt: { target: 0, said: 0 } })])));
    expect(row).toMatchObject({ setup: "a", clients: 3, sets: 180, progress: "", felt: "", judged: "yes" });
  });
});

describe("what a log moves in a ranking", () => {
  const { tiers, method } = CURRENT_EDITION;
  const row = (key: string, score: number, tier: number, change: Partial<RankedRow> = {}): RankedRow =>
    ({
      row: { setupKey: `${key}@abc:x=1` },
      exercise: { id: key },
      score,
      tier: tiers[tier]!,
      group: "main",
      place: 0,
      tied: false,
      ...change,
    }) as unknown as RankedRow;
  const log = (points: Record<string, number>) =>
    new Map(Object.entries(points).map(([k, p]) => [`${k}:x=1`, { points: p, clients: 5 }]));

  test("ties are broken, tiers are never crossed, and what is out stays where it is", () => {
    const [a, b] = [tiers[0]!.from, tiers[1]!.from];
    const rows = [
      row("first", a + 4, 0),
      row("last of the first tier", a + 0.5, 0),
      row("first of the second", a - 0.5, 1),
      row("second of the second", b + 1, 1),
      row("out", 10, 3, { group: "out", out: "hurts" }),
    ];
    const next = nudged(
      rows,
      log({ "last of the first tier": -6, "first of the second": 6, "second of the second": 6, out: 6 }),
      { tiers, method },
    );
    const score = (key: string) => next.find((r) => r.exercise.id === key)!.score;
    expect(score("last of the first tier")).toBe(a);
    expect(score("first of the second")).toBeLessThan(a);
    expect(score("out")).toBe(10);
    expect(next.map((r) => r.exercise.id).slice(0, 2)).toEqual(["first", "last of the first tier"]);
    expect(next.map((r) => r.place)).toEqual([1, 2, 3, 4, 5]);
    // what is said is what was moved
    expect(next[1]!.fromLog!.points).toBeCloseTo(-0.5);
  });

  test("nothing in the log: the same rows in the same order", () => {
    const rows = [row("a", 80, 0), row("b", 70, 1)];
    expect(nudged(rows, new Map(), { tiers, method }).map((r) => [r.exercise.id, r.score, r.fromLog])).toEqual([
      ["a", 80, undefined],
      ["b", 70, undefined],
    ]);
  });
});

describe("what somebody meant who typed a set that cannot be", () => {
  const kg = (value: number): Load => ({ value, unit: "kg", meaning: "stack" });
  const step = kg(2.5);
  /** 40 kg are 12 reps, by the project's curve */
  const expected = (load: Load | null) => load && { reps: (42 * 40) / load.value - 30, spread: 2 };
  const meant = (load: number, reps: number) => correctionsFor({ load: kg(load), reps }, kg(40), step, expected);

  test("ten times, a tenth, pounds, tens: the right one is offered first", () => {
    expect(meant(400, 12)[0]).toMatchObject({ mistake: "tenfold", load: kg(40), reps: 12 });
    expect(meant(4, 12)[0]).toMatchObject({ load: kg(40), reps: 12 });
    expect(meant(88, 12).some((c) => c.load!.value === 40 && c.reps === 12)).toBe(true);
    expect(meant(40, 22)[0]).toMatchObject({ mistake: "tens", reps: 12 });
    expect(meant(40, 2)[0]).toMatchObject({ mistake: "tens", reps: 12 });
    expect(meant(12, 40)[0]).toMatchObject({ mistake: "swapped", load: kg(40), reps: 12 });
  });

  test("never what was typed, never off the grid, never more than two, and nothing where nothing is near", () => {
    const { uniform } = randomOf(3);
    for (let i = 0; i < 500; i++) {
      const [load, reps] = [Math.round(600 * uniform()) / 2 + 0.5, 1 + Math.floor(60 * uniform())];
      const list = meant(load, reps);
      expect(list.length).toBeLessThanOrEqual(2);
      for (const c of list) {
        expect(c.load!.value === load && c.reps === reps).toBe(false);
        expect(c.mistake === "tens" || c.load!.value % 2.5 === 0 || c.load!.value === load).toBe(true);
        expect(Math.abs(c.reps - expected(c.load)!.reps)).toBeLessThan(8);
      }
    }
    expect(correctionsFor({ load: kg(400), reps: 12 }, kg(40), step, () => null)).toEqual([]);
    expect(correctionsFor({ load: null, reps: 30 }, null, step, () => ({ reps: 20, spread: 2 }))[0]).toMatchObject({
      reps: 20,
    });
  });

  test("of the mistakes that thumbs make, nine in ten are named", () => {
    const { uniform } = randomOf(8);
    let [all, named] = [0, 0];
    for (let i = 0; i < 400; i++) {
      const load = 2.5 * (4 + Math.floor(24 * uniform()));
      const reps = 8 + Math.floor(9 * uniform());
      for (const kind of WRONG) {
        const typed = mistyped(kind, { load, reps }, 2.5 * Math.floor(30 * uniform()) + 2.5);
        if (!typed || Math.abs(Math.log(typed.load / load)) + Math.abs(typed.reps - reps) / 40 < 0.2) continue;
        all++;
        const list = correctionsFor(
          { load: kg(typed.load), reps: typed.reps },
          kg(load),
          step,
          (l) => l && { reps: ((30 + reps) * load) / l.value - 30, spread: 2 },
        );
        if (list.some((c) => c.load!.value === load && c.reps === reps)) named++;
      }
    }
    expect(all).toBeGreaterThan(2000);
    expect(named / all).toBeGreaterThan(0.85);
  });
});
