import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";

/** share by which a body is larger: less than a hair, more than rounding */
const HAIR = 1e-13;
const [one, other] = [1, 1 + HAIR].map((x) => compileModel({ stature: 1.75 * x, mass: 75 }));

/** what is left of rounding must not be divided by what is left of rounding: an arm settled by anything at all once */
test.each(library.map((e) => [e.id, e] as const))("%s says the same of a body that is a hair larger", (_id, e) => {
  const setup = resolveSetup(e);
  const [a, b] = [one!, other!].map((model) => analyse(model, setup, { samples: 21 }).strength);
  const apart = a!.reduce((most, v, i) => Math.max(most, Math.abs(v - b![i]!) / Math.max(1e-3, Math.abs(v))), 0);
  expect(apart).toBeLessThan(1e-7);
});
