/** The kinds of load there are, by their word. */
import { z } from "zod";
import { arm, armSchema, type Arm } from "./arm";
import { GRAVITY, type From, type LoadKind, type LoadPlace, type Meeting, type Reader } from "./kind";
import { lever, leverSchema, type Lever } from "./lever";
import { band, bandSchema, cable, cableSchema, type Band, type Cable } from "./line";
import { mass, massSchema, type Mass } from "./mass";
import { rail, railSchema, type Rail } from "./rail";
import { add, scale, sub, unit, type Vec3 } from "#core/base/vector";

export const loadSchema = z.discriminatedUnion("kind", [
  massSchema,
  cableSchema,
  bandSchema,
  leverSchema,
  armSchema,
  railSchema,
]);
export type GivenLoad = z.infer<typeof loadSchema>;
export type SetupLoad = LoadPlace & (Mass | Cable | Band | Lever | Arm | Rail);

const kinds = { mass, cable, band, lever, arm, rail };
/** every kind takes its own words only: the table is asked with the kind's own name */
const kindOf = (kind: SetupLoad["kind"]) => kinds[kind] as unknown as LoadKind<GivenLoad, SetupLoad>;

export const resolveLoad = (given: GivenLoad, read: Reader): SetupLoad => ({
  ...kindOf(given.kind).resolve(given, read),
  at: given.at,
  share: read.number(given.share),
  both: given.both,
});

/** its fixed end, or null where it has none */
export const endOf = (load: SetupLoad): From | null => kindOf(load.kind).end?.(load) ?? null;

/** N on the body for each kg of the variable load */
export const unitOf = (load: SetupLoad, meeting: Meeting): Vec3 =>
  scale(kindOf(load.kind).unit(load, meeting), load.share);

/** where it meets the body: along the limb from its joint, where a pad slides on it */
export function meetsAt(load: SetupLoad, meeting: Meeting): Vec3 {
  const along = kindOf(load.kind).along?.(load, meeting) ?? null;
  const { at, joint } = meeting;
  return along === null ? at : add(joint, scale(unit(sub(at, joint)), along));
}

const NOTHING: Vec3 = [0, 0, 0];
/** N on the body that are always there */
export const fixedOf = (load: SetupLoad, meeting: Meeting): Vec3 => kindOf(load.kind).fixed?.(load, meeting) ?? NOTHING;

export const loadFaults = (load: SetupLoad): { field: string; reason: string }[] => [
  // a band may be left off
  ...(load.share > 0 || (load.kind === "band" && load.share === 0)
    ? []
    : [{ field: "share", reason: "a load must have a share over 0" }]),
  ...(kindOf(load.kind).faults?.(load) ?? []),
];

export { GRAVITY, type From, type LoadPlace, type Meeting };
