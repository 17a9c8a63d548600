import { CURRENT_EDITION } from "#core/edition/edition";
import { feltElsewhere } from "#core/bench/felt";
import { phasesOf } from "#core/bench/phases";
import { AIMS, findBest, gridOf, type Aim } from "#core/bench/find";
import { leversOf, sideBySide, workAtPeak, type Sided } from "#core/bench/side";
import { QUANTITIES, quantityOf, sweep, sweepMap, sweepPoints, sweepRep, type Quantity } from "#core/bench/sweep";
import { exercises } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { setupOf } from "../support/setups";

const FELT = CURRENT_EDITION.method.felt;

const model = compileModel();
const of = (id: string) => exercises.get(id)!;
const LONG = "triceps-long";

describe("a sweep", () => {
  const e = of("overhead-cable-extension");
  const asked = (["tension", "share", "limiter"] as const).map((quantity) => ({ head: LONG, quantity }));

  test("stands at each point where the engine stands when it is asked alone", () => {
    const told = sweep(model, e, {}, "arm", asked, 7);
    expect(told.x).toEqual(
      sweepPoints(
        e.parameters.find((p) => p.id === "arm")!,
        7,
      ),
    );
    told.x.forEach((arm, i) => {
      const a = analyse(model, resolveSetup(e, { arm }), { samples: 21, actions: true });
      for (const s of told.series) expect(s.values[i]).toBeCloseTo(quantityOf(a, s.quantity, s.head)!, 6);
      expect(told.first[i]).toBe(a.limiters[0]?.muscle ?? null);
    });
  });

  test("crossings lie where the two are alike", () => {
    const told = sweep(
      model,
      of("cable-fly"),
      {},
      of("cable-fly").parameters[0]!.id,
      ["pectoralis-clavicular", "pectoralis-costal"].map((head) => ({ head, quantity: "tension" as const })),
      41,
    );
    expect(told.crossings.length).toBeGreaterThan(0);
    for (const c of told.crossings) {
      const again = sweep(
        model,
        of("cable-fly"),
        { [told.parameter]: c.x },
        told.parameter,
        told.series.map(({ head, quantity }) => ({ head, quantity })),
        401,
      );
      const near = again.x.reduce((best, x, i) => (Math.abs(x - c.x) < Math.abs(again.x[best]! - c.x) ? i : best), 0);
      const [a, b] = again.series.map((s) => s.values[near]!);
      expect(Math.abs(a! - b!)).toBeLessThan(0.02);
    }
  }, 60_000);

  test("every quantity is a finite number or none, the load is over its most, an unknown parameter is refused", () => {
    const all = (Object.keys(QUANTITIES) as Quantity[]).map((quantity) => ({ head: LONG, quantity }));
    const told = sweep(model, e, {}, "pulley", all, 9);
    for (const s of told.series)
      for (const v of s.values) expect([s.quantity, v === null || Number.isFinite(v)]).toEqual([s.quantity, true]);
    const load = told.series.find((s) => s.quantity === "load")!.values as number[];
    expect(Math.max(...load)).toBe(1);
    expect(() => sweep(model, e, {}, "depth", asked)).toThrow(/no parameter called depth/);
  });

  test("asked to stop it gives what it has; a map's edges are the sweeps along them", () => {
    let n = 0;
    const few = sweep(model, e, {}, "arm", asked, 41, () => ++n > 5);
    expect(few.x).toHaveLength(5);
    const map = sweepMap(model, e, {}, ["arm", "pulley"], LONG, "tension", 4);
    map.y.values.forEach((pulley, j) => {
      const row = sweep(model, e, { pulley }, "arm", [{ head: LONG, quantity: "tension" }], 4);
      if (e.parameters.find((p) => p.id === "pulley")!.step > 0)
        map.values[j]!.forEach(
          (v, i) => v !== null && expect(Math.abs(v - row.series[0]!.values[i]!)).toBeLessThan(0.1),
        );
    });
  });
});

describe("the best setup", () => {
  test.each(Object.keys(AIMS) as Aim[])(
    "%s: no setup of the grid beats it, and the flat part is within 5 %%",
    (aim) => {
      const e = of("incline-dumbbell-curl");
      const { quantity, most } = AIMS[aim];
      const found = findBest(model, e, "biceps-long", aim);
      expect(found.done).toBe(true);
      const values = gridOf(e).flatMap((v) => {
        const a = analyse(model, resolveSetup(e, v), { samples: 21, actions: true });
        const x = quantityOf(a, quantity, "biceps-long");
        return x === null ? [] : [x];
      });
      expect(found.best[0]!.value).toBe(most ? Math.max(...values) : Math.min(...values));
      for (const f of found.best)
        for (const [id, [low, high]] of Object.entries(f.flat)) {
          expect(low).toBeLessThanOrEqual(f.values[id]!);
          expect(high).toBeGreaterThanOrEqual(f.values[id]!);
          for (const v of [low, high]) {
            const a = analyse(model, setupOf(e.id, { ...f.values, [id]: v }), { samples: 21, actions: true });
            const x = quantityOf(a, quantity, "biceps-long")!;
            const lost = most ? f.value - x : x - f.value;
            expect(lost).toBeLessThanOrEqual(0.0501 * Math.abs(f.value) + 1e-9);
          }
        }
    },
  );

  test("a bound on a joint takes setups out and never betters the answer; stopped early it says so", () => {
    const e = of("overhead-cable-extension");
    const free = findBest(model, e, LONG, "stretch", {}, undefined, undefined, 120);
    const bound = findBest(model, e, LONG, "stretch", { shoulder: 0.9 }, undefined, undefined, 120);
    expect(bound.bounded).toBeGreaterThan(0);
    expect(bound.best[0]!.value).toBeLessThanOrEqual(free.best[0]!.value);
    const usual = analyse(model, setupOf(e.id), { samples: 21, actions: true }).strain.shoulder!;
    for (const f of bound.best) {
      const own = analyse(model, setupOf(e.id, f.values), { samples: 21, actions: true }).strain.shoulder!;
      expect(own).toBeLessThanOrEqual(0.9 * usual + 1e-9);
    }
    let n = 0;
    const early = findBest(model, e, LONG, "stretch", {}, undefined, () => ++n > 10);
    expect(early).toMatchObject({ done: false, tried: 10 });
  }, 60_000);

  test("a grid has at most as many setups as asked for, all within their ranges", () => {
    for (const e of exercises.values()) {
      const grid = gridOf(e, 200);
      expect(grid.length).toBeLessThanOrEqual(200);
      for (const v of grid)
        for (const p of e.parameters) {
          expect(v[p.id]).toBeGreaterThanOrEqual(p.min);
          expect(v[p.id]).toBeLessThanOrEqual(p.max);
        }
    }
  });
});

describe("who works when, and felt elsewhere", () => {
  test("shares of a phase add up to one, and a press turns from chest to triceps", () => {
    const a = analyse(model, setupOf("barbell-bench-press"), { samples: 41 });
    const phases = phasesOf(a);
    expect(phases.map((p) => p.phase)).toEqual(["start", "middle", "end"]);
    for (const p of phases) expect(p.muscles.reduce((s, m) => s + m.share, 0)).toBeCloseTo(1, 9);
    const of = (k: number, muscle: string) => phases[k]!.muscles.find((m) => m.muscle === muscle)?.share ?? 0;
    expect(of(0, "pectoralis")).toBeGreaterThan(of(2, "pectoralis") - 0.2);
  });

  test("each relief is what the engine says when asked itself: less of the felt muscle, the head kept", () => {
    const e = of("overhead-cable-extension");
    const { now, reliefs } = feltElsewhere(model, e, {}, LONG, "pectoralis", FELT);
    const mean = (x: ArrayLike<number>) => Array.from(x).reduce((s, v) => s + v, 0) / x.length;
    const at = (values: Record<string, number>) => analyse(model, setupOf(e.id, values), { samples: 21 });
    const felt = (a: ReturnType<typeof at>) =>
      Math.max(0, ...a.heads.filter((h) => h.muscle === "pectoralis").map((h) => mean(h.activation)));
    const own = (a: ReturnType<typeof at>) => mean(a.heads.find((h) => h.id === LONG)!.activation);
    expect(now).toBeCloseTo(felt(at({})), 9);
    expect(reliefs.length).toBeGreaterThan(0);
    for (const r of reliefs) {
      const a = at({ ...r.values });
      expect(r.felt).toBeCloseTo(felt(a) / now, 9);
      expect(r.kept).toBeCloseTo(own(a) / own(at({})), 9);
      expect(r.felt).toBeLessThanOrEqual(0.9);
      expect(r.kept).toBeGreaterThanOrEqual(0.9);
    }
  });

  test("its own muscle, or one without a part, is no relief", () => {
    const e = of("overhead-cable-extension");
    expect(feltElsewhere(model, e, {}, LONG, "triceps", FELT).reliefs).toEqual([]);
    expect(feltElsewhere(model, e, {}, LONG, "soleus", FELT)).toEqual({ now: 0, reliefs: [] });
  });
});

describe("the rep itself", () => {
  const e = exercises.get("overhead-cable-extension")!;
  const a = analyse(model, resolveSetup(e, {}), { samples: 41 });

  test("is the analysis told over its way: force, place, and the load each place would allow, one where it sticks", () => {
    const told = sweepRep(model, e, {}, [
      { head: LONG, quantity: "tension" },
      { head: LONG, quantity: "length" },
      { head: LONG, quantity: "load" },
    ]);
    const own = a.heads.find((h) => h.id === LONG)!;
    expect([told.x[0], told.x.at(-1)]).toEqual([0, 100]);
    told.x.forEach((_, i) => {
      expect(told.series[0]!.values[i]).toBeCloseTo(own.force[i]!, 9);
      expect(told.series[1]!.values[i]).toBeCloseTo(own.position[i]!, 9);
    });
    const load = told.series[2]!.values as number[];
    expect(Math.max(...load)).toBe(1);
    const least = load.indexOf(Math.min(...load));
    expect(told.x[least]! / 100).toBeCloseTo(a.sticking.at, 1);
  });

  test("a head without a part in it has no tension and no place; two heads that cross are told where", () => {
    const none = sweepRep(model, e, {}, [
      { head: "soleus", quantity: "tension" },
      { head: "soleus", quantity: "length" },
    ]);
    expect(none.series[0]!.values.every((v) => v === 0)).toBe(true);
    expect(none.series[1]!.values.every((v) => v === null)).toBe(true);
    const fly = exercises.get("cable-fly")!;
    const two = sweepRep(model, fly, {}, [
      { head: "pectoralis-clavicular", quantity: "tension" },
      { head: "deltoid-front", quantity: "tension" },
    ]);
    for (const c of two.crossings) {
      const i = two.x.findIndex((x) => x >= c.x);
      const [p, q] = two.series.map((s) => s.values as number[]);
      expect((p![i]! - q![i]!) * (p![i - 1]! - q![i - 1]!)).toBeLessThanOrEqual(0);
    }
  });
});

describe("side by side", () => {
  const sided = (id: string, values = {}): Sided => ({
    name: `${id} ${JSON.stringify(values)}`,
    exercise: exercises.get(id)!,
    analysis: analyse(model, setupOf(id, values), { samples: 41, frames: true, actions: true }),
  });
  const list = [
    sided("overhead-cable-extension"),
    sided("cable-pushdown"),
    sided("lying-dumbbell-extension", { tilt: 30 }),
  ];
  const told = sideBySide(list, LONG);
  const line = (name: string) => told.lines.find((l) => l.name.startsWith(name))!.values as number[];

  test("thirds add up, ends hold each other, and the verdicts name the largest and the smallest of their lines", () => {
    list.forEach((_, i) => {
      const thirds = ["short", "middle", "long"].map((t) => line(`Tension in the ${t} third`)[i]!);
      expect(thirds[0]! + thirds[1]! + thirds[2]!).toBeCloseTo(100, 4);
      expect(line("Shortest place")[i]!).toBeLessThan(line("Longest place")[i]!);
      expect(line("Second lever")[i]!).toBeLessThanOrEqual(100);
    });
    const size = told.verdicts.find((v) => v.goal === "For size")!;
    if (size.best !== null) expect(line("Mean tension")[size.best]).toBe(Math.max(...line("Mean tension")));
    const back = told.verdicts.find((v) => v.goal === "For the low back")!;
    if (back.best !== null) expect(line("Low back")[back.best]).toBe(Math.min(...line("Low back")));
    // an overhead extension goes longer than a pushdown, whatever else is said of them
    expect(line("Longest place")[0]!).toBeGreaterThan(line("Longest place")[1]!);
  });

  test("work at an equal peak: of a constant torque it is the arc, of a triangle half of it", () => {
    const n = 101;
    const joints = { elbow: Float64Array.from({ length: n }, (_, i) => i) };
    const of = (resistance: Float64Array) => workAtPeak({ ...list[0]!.analysis, joints, resistance });
    const arc = (100 * Math.PI) / 180;
    expect(of(new Float64Array(n).fill(-7))).toBeCloseTo(arc, 9);
    expect(of(Float64Array.from({ length: n }, (_, i) => i))).toBeCloseTo(arc / 2, 9);
    expect(of(new Float64Array(n))).toBe(0);
  });

  test("levers are those the analysis has, longest first; who gives out first is said where it turns round", () => {
    const head = list[0]!.analysis.heads.find((h) => h.id === LONG)!;
    const [first, second] = leversOf(head);
    expect(first!.mm).toBeGreaterThanOrEqual(second!.mm);
    const elbow = head.momentArms.elbow!;
    const mean = elbow.reduce((s, x) => s + Math.abs(x), 0) / elbow.length;
    expect(leversOf(head).find((l) => l.freedom === "elbow")!.mm).toBeCloseTo(1000 * mean, 6);
    const firsts = list.map((s) => s.analysis.limiters[0]!.muscle);
    expect(told.flips === null).toBe(new Set(firsts).size === 1);
    expect(told.words[0]!.values).toHaveLength(list.length);
  });

  test("a head that one of them leaves alone has no numbers there, and nothing breaks", () => {
    const other = sideBySide([list[0]!, sided("leg-press")], LONG);
    expect(other.lines.find((l) => l.name.startsWith("Longest place"))!.values[1]).toBeNull();
    for (const l of other.lines) expect(l.values.some((v) => v !== null && v !== 0)).toBe(true);
    expect(other.verdicts.every((v) => Number.isFinite(v.number) && Number.isFinite(v.against))).toBe(true);
  });
});
