import { readFileSync } from "node:fs";
import type { ZodType } from "zod";
import { clientInput } from "#core/clients/schema";
import { readExerciseFile } from "#core/exchange/files";
import { upgrade, VERSIONS, type DocumentKind } from "#core/exchange/upgrade";
import { findExercise } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { checkInSchema } from "#core/training/check-in-schema";
import { entrySchema, reportSchema } from "#core/training/entry";
import { snapshotSchema } from "#core/training/handover";

const SCHEMAS = {
  handOver: snapshotSchema,
  entry: entrySchema,
  report: reportSchema,
  checkIn: checkInSchema,
  client: clientInput,
} as const;
type Kind = keyof typeof SCHEMAS;

const model = compileModel();

const frozen = (kind: DocumentKind, version: number): Record<string, unknown> =>
  JSON.parse(readFileSync(`tests/fixtures/${kind}-${version}.json`, "utf8"));
/** snapshots say their version themselves, rows of the log and clients are stored with it */
const read = (kind: Kind, version: number) =>
  upgrade<Record<string, unknown>>(kind, frozen(kind, version), kind === "handOver" ? undefined : version);

/** strokes of before 7 are shapes since: the pictures are compared in a test of their own */
const undrawn = <T>(document: T): T =>
  JSON.parse(
    JSON.stringify(document, (key, value: unknown) => (["start", "end"].includes(key) ? undefined : value)),
  ) as T;

const versions = (Object.keys(SCHEMAS) as Kind[]).flatMap((kind) =>
  Array.from({ length: VERSIONS[kind] }, (_, i) => [kind, i + 1] as const),
);

test.each(versions)("the frozen %s of version %s is still read, and nothing of it is lost", (kind, version) => {
  const now = read(kind, version);
  // a schema that fills nothing in: what the upgrade leaves out would show
  expect((SCHEMAS[kind] as ZodType).parse(now)).toEqual(now);
  expect(undrawn(now)).toMatchObject(
    undrawn({ ...frozen(kind, version), ...(kind === "handOver" ? { version: VERSIONS.handOver } : {}) }),
  );
});

test("what a document of before cannot know is told as such", () => {
  expect(read("entry", 1)).toMatchObject({ instead: null, voided: false, by: null });
  expect(read("entry", 2)).toMatchObject({ voided: true, by: "Ivo" });
  expect(read("client", 1)).toMatchObject({ units: {}, consent: null, keepUntil: null });
  expect(read("client", 5)).toMatchObject({ stations: null });
  expect(read("handOver", 1)).toMatchObject({ edition: "gryn-1", version: VERSIONS.handOver });
});

test.each([1, 2])("the frozen exercise of format %d is read as a file, and lifts what it lifted", (version) => {
  const read = readExerciseFile(JSON.stringify(frozen("exercise", version)));
  if ("errors" in read) throw new Error(JSON.stringify(read.errors));
  const { exercise } = read;
  expect(exercise.version).toBe(VERSIONS.exercise);
  const { version: _, ...said } = frozen("exercise", version);
  expect(exercise).toMatchObject(said);
  for (const { values } of exercise.setups) {
    const { feasible, rawLoad } = analyse(model, resolveSetup(exercise, values), { samples: 11 });
    expect([feasible, rawLoad > 5]).toEqual([true, true]);
  }
  // the library's own has more to choose since, and the same default
  if (version === 1)
    expect(analyse(model, resolveSetup(exercise, {})).rawLoad).toBe(
      analyse(model, resolveSetup(findExercise(exercise.id)!, {})).rawLoad,
    );
});

test("a document of a later version, of none or no document at all is given back as it is", () => {
  expect(upgrade("entry", { a: 1 }, 9)).toEqual({ a: 1 });
  expect(upgrade("client", null, 1)).toBeNull();
  expect(upgrade("handOver", { version: "2" })).toEqual({ version: "2" });
});

test("a mannequin of strokes is read as shapes in the same box, as many as it had", () => {
  type Pictured = { days: { blocks: { prescriptions: { start: { strokes: { kind: string }[] } }[] }[] }[] };
  const [line] = (frozen("handOver", 6) as unknown as Pictured).days[0]!.blocks[0]!.prescriptions;
  const strokes = line!.start.strokes;
  const now = snapshotSchema.parse(read("handOver", 6)).days[0]!.blocks[0]!.prescriptions[0]!.start;
  const limbs = strokes.filter((s) => s.kind === "limb" || s.kind === "far").length;
  // a limb is a line of ink with one of paper over it
  expect(now.shapes).toHaveLength(strokes.length + limbs);
  expect(now.shapes.some((s) => s.role === "old head")).toBe(strokes.some((s) => s.kind === "head"));
  for (const { d } of now.shapes) {
    for (const [x, y] of [...d.matchAll(/[ML](-?\d+) (-?\d+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const)) {
      expect(x).toBeGreaterThanOrEqual(-0.1 * now.width);
      expect(x).toBeLessThanOrEqual(1.1 * now.width);
      expect(y).toBeGreaterThanOrEqual(-0.1 * now.height);
      expect(y).toBeLessThanOrEqual(1.1 * now.height);
    }
  }
});
