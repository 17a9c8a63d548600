import { simulatePractice } from "#core/simulation/practice";
import { dateBefore } from "#core/base/dates";
import {
  bandFigures,
  changeFigures,
  evidenceFigures,
  raiseFigures,
  repsFigures,
  sideFigures,
  stillFigures,
  wrongFigures,
} from "../../../scripts/simulate/figures";

/** fewer clients than npm run simulate has: limits are wide enough for their chance, and no wider */
const weeks = 26;
const from = "2026-01-04";
const practice = simulatePractice({ seed: 7, clients: 24, weeks, from });

describe("the estimators against clients whose truth is another model", () => {
  test("reps offered are off by little and on neither side", () => {
    for (const f of repsFigures(practice)) {
      expect(f.error).toBeLessThan([2, 1.3, 1.2][f.set - 1]!);
      expect(Math.abs(f.bias)).toBeLessThan(0.9);
      expect(f.within).toBeGreaterThan([0.7, 0.85, 0.85][f.set - 1]!);
    }
  });

  test("raises seldom fail and never go through pain", () => {
    const r = raiseFigures(practice);
    expect(r.raises).toBeGreaterThan(300);
    expect(r.under).toBeLessThan(0.2);
    expect(r.throughPain).toBe(0);
  });

  test("bands hold what they say: of the next set, and of twelve weeks' change", () => {
    const b = bandFigures(practice);
    expect(b.in80).toBeGreaterThan(0.74);
    expect(b.in80).toBeLessThan(0.9);
    expect(b.in95).toBeGreaterThan(0.92);
    expect(b.in95).toBeLessThan(0.99);
    const c = changeFigures(practice);
    expect(c.lines).toBeGreaterThan(100);
    expect(c.in80).toBeGreaterThan(0.72);
    expect(c.in80).toBeLessThan(0.93);
    // growth is claimed of those that grow, several times as often as of those that stand
    expect(c.saidOfGrowing).toBeGreaterThan(2 * c.saidOfStill);
  });

  test("even sides are not called uneven", () => {
    const s = sideFigures(practice);
    expect(s.lines).toBeGreaterThan(15);
    expect(s.evenLarge).toBeLessThan(0.05);
    expect(s.evenCalled).toBeLessThan(0.15);
  });

  test("movements that grow are called still in about one of five half-years", () => {
    for (const f of stillFigures(practice)) {
      expect(f.growing).toBeGreaterThan(20);
      expect(f.falseAlarms).toBeLessThan(0.4);
    }
  });

  test("wrong entries are asked about, most are named, and right ones seldom are", () => {
    const w = wrongFigures(practice);
    expect(w.wrong).toBeGreaterThan(20);
    expect(w.found).toBeGreaterThan(0.75);
    expect(w.named).toBeGreaterThan(0.8);
    expect(w.falsePer1000).toBeLessThan(8);
  });

  test("the practice's evidence orders setups better than a toss, and keeps to its cap", () => {
    const e = evidenceFigures(practice, dateBefore(from, -7 * weeks));
    expect(e.setups).toBeGreaterThan(15);
    expect(e.orderWithLog).toBeGreaterThan(0.65);
    expect(e.largestNudge).toBeLessThanOrEqual(e.cap);
    expect(e.worstPainShown).toBeGreaterThan(0.6 * e.worstPainTrue);
  });
});
