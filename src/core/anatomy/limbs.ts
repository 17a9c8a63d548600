/** Lengths of limbs that were measured, as factors on what the height lets one expect. */
import { skeleton } from "./anatomy";

/** parts of limbs whose length can be measured */
export const LIMBS = ["upperArm", "forearm", "thigh", "shank"] as const;
export type Limb = (typeof LIMBS)[number];
export type Limbs = Partial<Record<Limb, number>>;

/** stature in m, mass in kg */
export interface Size {
  stature: number;
  mass: number;
  /** lengths of limbs that were measured, over what the height lets one expect */
  limbs?: Limbs | undefined;
}

/** the segment whose origin is the far end of the limb */
const END: Readonly<Record<Limb, string>> = {
  upperArm: "forearm",
  forearm: "radius",
  thigh: "shank",
  shank: "foot",
};

/** factors beyond these are a slip of the tape and not a body */
const SPAN = [0.8, 1.25] as const;

/** cm between the joints of a limb in a body of a height of m, as the model has them */
export function usualLimb(limb: Limb, stature: number): number {
  const { origin } = skeleton.segments.find((s) => s.id === END[limb])!;
  return (100 * Math.hypot(...origin) * stature) / skeleton.reference.stature;
}

/** @param cm as measured @returns factors to the hundredth, and no limb that is as usual; undefined where none is */
export function limbsOf(cm: Limbs | undefined, stature: number): Limbs | undefined {
  const factors = LIMBS.flatMap((limb) => {
    const own = cm?.[limb];
    if (own === undefined) return [];
    const f = Math.round((100 * own) / usualLimb(limb, stature)) / 100;
    return f === 1 ? [] : [[limb, Math.max(SPAN[0], Math.min(SPAN[1], f))] as const];
  });
  return factors.length ? Object.fromEntries(factors) : undefined;
}

/** to the cm and kg, limbs to the hundredth of their length: what is worked out for a body is kept for all like it */
export const roundedBody = ({ stature, mass, limbs }: Size): Size => ({
  stature: Math.round(stature * 100) / 100,
  mass: Math.round(mass),
  ...(limbs ? { limbs } : {}),
});

/** one text a body: what is worked out for it is kept under it */
export const bodyKey = ({ stature, mass, limbs }: Size): string =>
  [stature.toFixed(2), mass, ...LIMBS.flatMap((l) => (limbs?.[l] ? [`${l}=${limbs[l]}`] : []))].join(" ");

/** a body as it is asked for in an address: its limbs beside height and weight */
export const plainBody = ({ stature, mass, limbs }: Size): Record<string, number> => ({ stature, mass, ...limbs });
export function bodyFrom({ stature, mass, ...rest }: { stature: number; mass: number } & Limbs): Size {
  const limbs = Object.fromEntries(LIMBS.flatMap((l) => (rest[l] === undefined ? [] : [[l, rest[l]]]))) as Limbs;
  return Object.keys(limbs).length ? { stature, mass, limbs } : { stature, mass };
}
