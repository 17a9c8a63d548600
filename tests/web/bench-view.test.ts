import { headTitle, heads } from "#core/anatomy/anatomy";
import { QUANTITIES, sweepPoints } from "#core/bench/sweep";
import { namedHeads } from "#core/exercises/aims";
import { library } from "#core/exercises/library";
import { defaultValues, resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { namedTicks, onLines } from "../../src/web/bench/axis";
import { besideIt, lensOn } from "../../src/web/bench/lens";

const model = compileModel();
const bench = (id: string) => {
  const exercise = library.find((e) => e.id === id)!;
  const all = analyse(model, resolveSetup(exercise, defaultValues(exercise)), { samples: 21 }).heads;
  return { exercise, all, active: all.filter((h) => h.metrics) };
};

describe("the head under the lens", () => {
  test.each(["cable-side-raise", "cable-pushdown", "back-squat", "hip-thrust", "bent-over-barbell-row"])(
    "%s opens on a head that it is for, the one that gets most of it",
    (id) => {
      const { exercise, all, active } = bench(id);
      const on = lensOn(all, active, null, exercise)!;
      const own = namedHeads(exercise);
      expect(own).toContain(on);
      const share = (h: string) => active.find((x) => x.id === h)?.metrics?.shareOfAll ?? 0;
      for (const h of own) expect(share(on)).toBeGreaterThanOrEqual(share(h));
    },
  );

  test("a head that was chosen stays, in another exercise too, even where it hardly works", () => {
    const { exercise, all, active } = bench("cable-pushdown");
    const idle = all.find((h) => !h.metrics)!;
    expect(lensOn(all, active, idle.id, exercise)).toBe(idle.id);
    expect(lensOn(all, active, "no-such-head", exercise)).toBe(lensOn(all, active, null, exercise));
  });

  test("beside it stand the others of its muscle until some are picked, and never itself", () => {
    const { active } = bench("cable-pushdown");
    const beside = besideIt(active, "triceps-lateral", null);
    expect(beside.length).toBeGreaterThan(0);
    for (const h of beside) expect(heads.find((x) => x.id === h)!.muscle).toBe("triceps");
    expect(besideIt(active, "triceps-lateral", "triceps-lateral.triceps-long")).toEqual(["triceps-long"]);
    expect(besideIt(active, undefined, null)).toEqual([]);
  });
});

describe("axes", () => {
  test("a choice by name is no number line: it is tried at its choices only, each with its tick and its name", () => {
    const named = library.flatMap((e) => e.parameters.filter((p) => p.options));
    expect(named.length).toBeGreaterThan(2);
    for (const p of named) {
      expect(sweepPoints(p, 41).sort()).toEqual(p.options!.map((o) => o.value).sort());
      const { afterBuildTicks, ticks } = namedTicks(p.options!, "black");
      const scale = { ticks: [{ value: 0.5 }] };
      afterBuildTicks(scale);
      expect(scale.ticks.map((t) => ticks.callback(t.value))).toEqual(p.options!.map((o) => o.name));
      expect(ticks.callback(0.123)).toBe("");
    }
  });

  test("no title of a quantity is longer than the axis is, and none loses a word", () => {
    for (const q of Object.values(QUANTITIES)) {
      const text = `${q.name.toLowerCase()}${q.unit ? `, ${q.unit}` : ""}`;
      const lines = [onLines(text)].flat();
      expect(lines.join(" ")).toBe(text);
      // 200 px of axis at 11.5 px hold 34 letters
      for (const line of lines) expect(line.length).toBeLessThanOrEqual(34);
    }
    expect(onLines(headTitle("triceps-long"))).toBe(headTitle("triceps-long"));
  });
});
