import { adviseRange, partFacts, rangeText, WHOLE, type RangeAdvice } from "#core/bench/range";
import { CURRENT_EDITION } from "#core/edition/edition";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { tensionOf, type Counting } from "#core/ranking/tension";
import { setupOf } from "../support/setups";

const model = compileModel();
const RULES = CURRENT_EDITION.method.range;
const school = (id: string): Counting => CURRENT_EDITION.schools.find((s) => s.id === id)!.weights;
const LONG = school("long-length-first");
const RANGE = school("whole-range");
const advised = (id: string, head: string, counting: Counting, bound: number | null = null): RangeAdvice =>
  adviseRange(model, setupOf(id), head, counting, RULES, bound)!;

describe("a part of the rep", () => {
  const whole = (id: string) => analyse(model, setupOf(id), { samples: 41 });

  test("its largest load is the least of the whole rep's largest loads there, computed without it", () => {
    for (const id of ["lying-leg-curl", "cable-pulldown", "back-squat", "band-curl", "leg-extension"]) {
      const all = whole(id);
      for (const [from, to] of [
        [0, 0.5],
        [0.25, 0.75],
        [0.5, 1],
      ] as const) {
        const part = analyse(model, setupOf(id), { samples: 41, part: { from, to } });
        const least = Math.min(...Array.from(all.strength).slice(Math.round(40 * from), Math.round(40 * to) + 1));
        expect(part.s[0]).toBeCloseTo(from, 9);
        expect(part.s.at(-1)).toBeCloseTo(to, 9);
        // strength is told up to 6 times the least
        if (least < 5.99) expect(part.rawLoad / all.rawLoad / least).toBeCloseTo(1, 3);
      }
    }
  });

  test("the whole as a part changes nothing, to the bit", () => {
    for (const id of ["dip", "cable-fly", "deadlift"]) {
      const [plain, part] = [whole(id), analyse(model, setupOf(id), { samples: 41, part: WHOLE })];
      expect(part.rawLoad).toBe(plain.rawLoad);
      expect(part.heads.map((h) => h.force)).toEqual(plain.heads.map((h) => h.force));
      expect(part.torques).toEqual(plain.torques);
    }
  });

  test("ends that are no ends are taken to the nearest rep that can be walked", () => {
    const at = (from: number, to: number) => analyse(model, setupOf("cable-curl"), { samples: 41, part: { from, to } });
    expect(at(-3, 9).s).toHaveLength(41);
    expect(at(1, 1).s).toHaveLength(2);
    expect(at(0.7, 0.2).s).toHaveLength(2);
    expect(at(0.2, 0.2).feasible).toBe(true);
  });

  test("what is left out and what is done make up the whole work of the head", () => {
    const left = (from: number, to: number) =>
      partFacts(model, setupOf("leg-extension"), "vastus-lateralis", LONG, RULES, { from, to })!.leftOut.find(
        (x) => x.head === "vastus-lateralis",
      )!.share;
    expect(left(0, 0.5) + left(0.5, 1)).toBeCloseTo(1, 6);
    expect(left(0, 0.4)).toBeGreaterThan(left(0, 0.6));
  });

  test("the whole rep stands at 1 in everything, and leaves nothing out", () => {
    const facts = partFacts(model, setupOf("back-squat"), "vastus-lateralis", LONG, RULES, WHOLE)!;
    expect([facts.load, facts.tension]).toEqual([1, 1]);
    expect(facts.leftOut).toEqual([]);
    for (const v of Object.values(facts.strain)) expect(v).toBe(1);
  });

  test("nothing is said of a head that does nothing, or of a setup that cannot be lifted", () => {
    expect(partFacts(model, setupOf("leg-extension"), "biceps-long", LONG, RULES, WHOLE)).toBeNull();
    expect(adviseRange(model, setupOf("leg-extension"), "biceps-long", LONG, RULES)).toBeNull();
  });
});

describe("the range that is advised", () => {
  test("no part that was tried gives more than 2 % more; each is recomputed from an analysis of its own", () => {
    for (const [id, head] of [
      ["lying-leg-curl", "semitendinosus"],
      ["leg-extension", "vastus-lateralis"],
    ] as const) {
      const { best } = advised(id, head, LONG);
      const tension = (from: number, to: number) => {
        const a = analyse(model, setupOf(id), { samples: 41, part: { from, to } });
        return tensionOf(a.heads.find((h) => h.id === head)!.metrics!.slices, LONG);
      };
      const own = tension(best.from, best.to);
      expect(own / tension(0, 1)).toBeCloseTo(best.tension, 3);
      for (let from = 0; from <= 0.6; from += 0.15)
        for (let to = from + RULES.part; to <= 1.001; to += 0.15)
          expect(tension(from, Math.min(1, to))).toBeLessThanOrEqual(own / 0.98 + 1e-6);
    }
  });

  test("a school of long lengths ends a leg extension before one of the whole range does", () => {
    const [long, range] = [LONG, RANGE].map((s) => advised("leg-extension", "vastus-lateralis", s).best);
    expect(long!.from).toBe(0);
    expect(long!.to).toBeLessThan(range!.to);
    expect(long!.load).toBeGreaterThan(1);
  });

  test("where no part is worth it the whole rep is said, and that is all", () => {
    const advice = advised("barbell-bench-press", "pectoralis-sternal", RANGE);
    expect(advice.cuts).toEqual([]);
    expect(rangeText(advice, RULES)).toHaveLength(1);
    expect(rangeText(advice, RULES)[0]).toMatch(/^The whole rep/);
  });

  test("the reason names the end, the load, who leads beyond it and what is left out", () => {
    const said = rangeText(advised("preacher-curl", "biceps-long", LONG), RULES);
    expect(said[0]).toMatch(/^End at \d+ % of the way \(elbow at \d+°\)/);
    expect(said.join(" ")).toMatch(/After that the biceps, long head holds 0\.\d\d of its strength against 0\.\d\d/);
    expect(said.join(" ")).toMatch(/Left out: \d+ % of the work of the/);
    // muscles that only hold lead nothing
    expect(said.join(" ")).not.toMatch(/erectors/);
    const curl = advised("lying-leg-curl", "semitendinosus", LONG);
    expect(rangeText(curl, RULES).join(" ")).toMatch(/allows 1\.\d\d times the load/);
    expect(rangeText(curl, RULES).join(" ")).toMatch(/asks more of joints: knee 1\.\d\d times/);
    expect(curl.cuts.find((c) => c.end === "finish")!.sticks).toBe(true);
  });

  test("a bound on joints takes parts out and is kept by what is left", () => {
    const plain = advised("leg-extension", "vastus-lateralis", LONG);
    const bound = advised("leg-extension", "vastus-lateralis", LONG, 1);
    expect(plain.bounded).toBe(0);
    expect(bound.bounded).toBeGreaterThan(0);
    for (const j of ["shoulder", "elbow", "knee"] as const) expect(bound.best.strain[j] ?? 0).toBeLessThanOrEqual(1);
  });

  test("the body counts in a lift that is mostly body, so that an assisted load is no number below nothing", () => {
    const { best } = advised("dip", "pectoralis-sternal", school("feel-and-contraction"));
    expect(best.withBody).toBe(true);
    expect(best.load).toBeGreaterThan(0.9);
    expect(best.load).toBeLessThan(3);
    expect(advised("preacher-curl", "biceps-long", LONG).best.withBody).toBe(false);
  });
});

test("what the school counts most is never left out without a word", () => {
  let said = 0;
  for (const id of ["lying-leg-curl", "cable-pulldown", "dip", "leg-extension", "preacher-curl", "cable-fly"])
    for (const school of CURRENT_EDITION.schools) {
      const whole = analyse(model, setupOf(id), { samples: 41 });
      const head = whole.heads.reduce((a, b) => ((b.metrics?.shareOfAll ?? 0) > (a.metrics?.shareOfAll ?? 0) ? b : a));
      const advice = adviseRange(model, setupOf(id), head.id, school.weights, RULES)!;
      const { length } = school.weights;
      const all = Array.from(head.position);
      const inside = all.slice(Math.round(40 * advice.best.from), Math.round(40 * advice.best.to) + 1);
      const weight = (p: number) => Math.max(0, 1 + length * (2 * p - 1));
      const lost = Math.max(...all.map(weight)) >= 1.1 * Math.max(...inside.map(weight));
      expect([id, school.id, advice.foregone !== null]).toEqual([id, school.id, lost]);
      expect(rangeText(advice, RULES).some((t) => t.startsWith("Left out is what this school counts most"))).toBe(lost);
      if (lost) said++;
      if (advice.foregone) expect(advice.foregone.share).toBeGreaterThan(0);
    }
  expect(said).toBeGreaterThan(0);
});
