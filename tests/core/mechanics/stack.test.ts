/** A stack on its stop pulls nothing, and how far it rises is found from where one stands. */
import { SITS } from "#core/exercises/loads/line";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { framePoint } from "#core/mechanics/frames";
import { namedSetups, setupOf } from "../../support/setups";

const model = compileModel();
const told = (id: string, values: Record<string, number> = {}) => analyse(model, setupOf(id, values), { frames: true });

test("no named setup begins where its stack sits", () => {
  for (const s of namedSetups()) {
    if (!s.exercise.equipment.includes("cable")) continue;
    const { stack } = analyse(model, s, { frames: true, samples: 11 });
    expect([s.key, stack?.sits ?? 0]).toEqual([s.key, 0]);
  }
});

test("what rises is the cable that is drawn out: hand to pulley at the far end less the near one", () => {
  const a = told("cable-curl");
  const { frames } = a;
  const [anchor] = frames!.anchors;
  const length = a.s.map((_, n) => {
    const p = framePoint(frames!, n, anchor!.to);
    return Math.hypot(...p.map((v, k) => v - anchor!.at[k]!));
  });
  expect(a.stack!.travel).toBeCloseTo(Math.max(...length) - Math.min(...length), 6);
  expect(a.stack!.step).toBe(0);
  expect(told("dumbbell-fly").stack).toBeNull();
});

test("a hand at its pulley is pulled by nothing: it says for how much of the way, and how far to step off", () => {
  // as far towards the pulley as the setting goes
  const near = told("behind-body-cable-curl", { stepBack: 0.3, pulley: 0.9, arm: 30 });
  const { stack } = near;
  expect(stack!.sits).toBeGreaterThan(0);
  expect(stack!.sits).toBeLessThan(1);
  expect(stack!.step).toBeGreaterThan(0);
  expect(stack!.step).toBeLessThan(2 * SITS);
  // where it sits the strength is without end; where it pulls there is a sticking point
  expect(near.strength[0]).toBeGreaterThan(5);
  expect(near.sticking.at).toBeGreaterThan(stack!.sits / 2);
  // stepping off by what it says, it pulls from the start
  const off = told("behind-body-cable-curl", {
    stepBack: Math.ceil((0.3 + stack!.step) * 20) / 20,
    pulley: 0.9,
    arm: 30,
  });
  expect(off.stack!.sits).toBe(0);
});
