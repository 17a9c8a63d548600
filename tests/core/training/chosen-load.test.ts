import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { chosenSet } from "#core/training/chosen-load";
import { clientStrength, ownBody } from "#core/training/client-strength";
import { bodyLoadOf } from "#core/planning/loading";
import { setupOf } from "../../support/setups";

const model = compileModel(DEFAULT_BODY);
const IDS = ["standing-dumbbell-curl", "back-squat", "pull-up", "cable-pushdown"];
const lifts = IDS.map((id) => {
  const fresh = analyse(model, setupOf(id));
  return { id, setup: setupOf(id), fresh, body: bodyLoadOf(fresh, DEFAULT_BODY.mass) };
});
const most = (x: Float64Array) => x.reduce((a, b) => Math.max(a, b), 0);

test.each(lifts)("$id at its maximum: one rep, all strength, nothing stuck, and the limiter is fully active", (l) => {
  const set = chosenSet(model, l.setup, { kg: l.fresh.rawLoad, reserve: 0 })!;
  expect(set.reps).toBe(1);
  expect(set.strength).toBeCloseTo(1, 9);
  expect(set.analysis.stuckFrom).toBeNull();
  expect(set.analysis.residual).toBeLessThan(1e-3);
  expect(Math.max(...set.analysis.heads.map((h) => most(h.activation)))).toBeGreaterThan(0.98);
});

test.each(lifts)(
  "$id: reps by the rule on all that is lifted, whatever part of it is the body",
  ({ setup, fresh, body }) => {
    const all = fresh.rawLoad + body;
    for (const [reps, reserve] of [
      [5, 0],
      [8, 2],
      [12, 3],
    ] as const) {
      const kg = all / (1 + (reps + reserve) / 30) - body;
      const set = chosenSet(model, setup, { kg, reserve })!;
      expect(set.reps).toBe(reps);
      // by hand: (w / max) (1 + n / 30)
      expect(set.strength).toBeCloseTo((1 + reserve / 30) / (1 + (reps + reserve) / 30), 9);
      expect(set.analysis.rawLoad).toBe(fresh.rawLoad);
      // the spine's moment is that of the kilograms on the bar
      if (set.analysis.spine)
        expect(set.analysis.spine.moment).toBeLessThanOrEqual(
          fresh.spine!.moment + Math.abs(kg - fresh.rawLoad) * fresh.spine!.momentPerKg + 1e-9,
        );
    }
  },
);

test.each(lifts)("$id: a tenth too much is stuck where it sticks, and no rep is promised", ({ setup, fresh, body }) => {
  const kg = 1.1 * (fresh.rawLoad + body) - body;
  const set = chosenSet(model, setup, { kg, reserve: 1 })!;
  expect([set.reps, set.strength]).toEqual([0, 1]);
  const from = set.analysis.stuckFrom!;
  // derived from the fresh curve: the first place where it is under the load
  const first = fresh.s[fresh.strength.findIndex((x) => x * fresh.rawLoad < kg)]!;
  if (body === 0) expect(from).toBeCloseTo(first, 9);
  expect(from).toBeLessThanOrEqual(fresh.sticking.at);
});

test("a tired muscle pulls less for the same load than a fresh one would have to: forces meet the same torque", () => {
  const [curl] = lifts;
  const kg = 0.6 * curl!.fresh.rawLoad;
  const at = (strength: number) => analyse(model, curl!.setup, { chosen: { kg, strength } });
  const [fresh, tired] = [at(1), at(0.8)];
  expect(tired.residual).toBeLessThan(1e-3);
  const sum = (a: typeof fresh) => a.heads.reduce((s, h) => s + most(h.activation), 0);
  expect(sum(tired)).toBeGreaterThan(1.1 * sum(fresh));
  const prime = (a: typeof fresh) => most(a.heads.find((h) => h.id === "biceps-long")!.force);
  expect(prime(tired) / prime(fresh)).toBeGreaterThan(0.9);
  expect(prime(tired) / prime(fresh)).toBeLessThan(1.1);
});

test("the client's own body lifts what was lifted", () => {
  const setup = setupOf("standing-dumbbell-curl");
  const sets = [{ exerciseId: setup.exercise.id, values: setup.values, kg: 20, reps: 1, reserve: 0 }];
  const told = clientStrength(DEFAULT_BODY, sets, sets);
  const own = compileModel(ownBody(DEFAULT_BODY, told));
  expect(analyse(own, setup).rawLoad).toBeCloseTo(told.loads[0]!.maximum!, 6);
  expect(Math.abs(analyse(own, setup).rawLoad - 20)).toBeLessThan(2);
});

test("nothing is told where nothing is left to lift", () => {
  const { setup, body } = lifts.find((l) => l.id === "pull-up")!;
  expect(chosenSet(model, setup, { kg: -body - 1, reserve: 0 })).toBeNull();
});
