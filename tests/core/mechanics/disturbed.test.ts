/**
 * No answer hangs on rounding: a body whose strengths differ in the last digits is the same body. Two ways of sharing
 * a load, chosen by what a solver left over, once moved a head's activation by half of its strength here.
 */
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse, COARSE_SAMPLES } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY, type Body, type Model } from "#core/mechanics/model";
import { variedBodies } from "#core/mechanics/variation";
import { makeWorkspace } from "#core/mechanics/workspace";
import { seededRandom } from "#core/base/random";
import { setupOf } from "../../support/setups";

const SLIGHT = 1e-9;

/** the same model with every head stronger or weaker by a part in a billion */
function disturbed(model: Model, seed: number): Model {
  const random = seededRandom(seed);
  return {
    ...model,
    heads: model.heads.map((h) => ({ ...h, maxForce: h.maxForce * (1 + SLIGHT * (2 * random() - 1)) })),
  };
}

const bodies: Body[] = [DEFAULT_BODY, ...variedBodies(DEFAULT_BODY, 2, 11)];
const models = bodies.map((b) => compileModel(b));

test.each([
  ["cable-fly", { pulley: 1.3 }],
  ["cable-fly", { pulley: 2.1 }],
  ["pull-up", { grip: 0 }],
  ["pull-up", { grip: 1 }],
  ["lying-band-pullover", { slack: 0.5 }],
  ["straight-arm-pulldown", { back: 0.7 }],
  ["cable-pulldown", { grip: 1 }],
  ["overhead-press", {}],
  ["reverse-fly", {}],
  ["push-up", {}],
])("%s %j: activations follow the disturbance, they do not jump", (id, values) => {
  const setup = setupOf(id, values);
  models.forEach((model, b) => {
    const plain = analyse(model, setup, { samples: COARSE_SAMPLES });
    const other = analyse(disturbed(model, 5 + b), setup, { samples: COARSE_SAMPLES });
    expect(other.feasible).toBe(plain.feasible);
    plain.heads.forEach((h, k) =>
      h.activation.forEach((a, n) => expect(Math.abs(a - other.heads[k]!.activation[n]!)).toBeLessThan(1e-4)),
    );
    expect(Math.abs(plain.rawLoad - other.rawLoad)).toBeLessThan(1e-4);
  });
});

test("no figure of any exercise is made of last digits: with the body disturbed it stays where it is", () => {
  const [model] = models;
  const other = disturbed(compileModel({ ...DEFAULT_BODY, stature: DEFAULT_BODY.stature * (1 + 1e-12) }), 3);
  const figures = (m: Model, e: (typeof library)[number]) =>
    analyse(m, resolveSetup(e)).heads.flatMap((h) =>
      Object.entries(h.metrics ?? {}).flatMap(([name, v]) =>
        typeof v === "number" ? [{ what: `${e.id} ${h.id} ${name}`, v }] : [],
      ),
    );
  for (const e of library) {
    const there = new Map(figures(other, e).map((f) => [f.what, f.v]));
    const apart = figures(model!, e).filter((f) => !(Math.abs(f.v - (there.get(f.what) ?? Infinity)) < 1e-3));
    expect(apart).toEqual([]);
  }
});

test("what was analysed before changes nothing: every parameter's ends, one after another and each by itself", () => {
  const [model] = models;
  const shared = makeWorkspace(model!);
  for (const e of library)
    for (const p of e.parameters)
      for (const value of [p.min, p.max, p.default]) {
        const setup = resolveSetup(e, { [p.id]: value });
        const alone = analyse(model!, setup, { samples: 5 }, makeWorkspace(model!));
        const after = analyse(model!, setup, { samples: 5 }, shared);
        expect([setup.key, after.rawLoad, after.limiters]).toEqual([setup.key, alone.rawLoad, alone.limiters]);
      }
});
