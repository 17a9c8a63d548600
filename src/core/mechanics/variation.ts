/**
 * Made-up bodies around a given one, for how far a result can be trusted: seeded, so that they are the same each
 * time.
 */
import { heads } from "#core/anatomy/anatomy";
import { LIMBS, type Body, type Variation } from "#core/mechanics/model";
import { seededRandom } from "#core/base/random";

/**
 * strength +-20 %, reference length +-0.08, fibre length +-10 %, moment arms +-12 % (about 4 mm), limb lengths +-4 %
 */
export function variedBodies(body: Body, count: number, seed = 1): Body[] {
  const random = seededRandom(seed);
  const within = (span: number) => (2 * random() - 1) * span;
  // heads the model cannot tell apart must stay alike in every body
  const each = (draw: () => number) => {
    const out: Record<string, number> = {};
    for (const h of heads) out[h.id] = (h.sameAs ? out[h.sameAs] : undefined) ?? draw();
    return out;
  };
  return Array.from({ length: count }, () => {
    const variation: Variation = {
      strength: each(() => 1 + within(0.2)),
      referenceLength: each(() => within(0.08)),
      fibreLength: each(() => 1 + within(0.1)),
      momentArm: each(() => 1 + within(0.12)),
      limbs: Object.fromEntries(Object.keys(LIMBS).map((limb) => [limb, 1 + within(0.04)])),
    };
    return { ...body, variation };
  });
}
