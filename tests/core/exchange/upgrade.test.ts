import { readFileSync } from "node:fs";
import type { ZodType } from "zod";
import { clientInput } from "#core/clients/schema";
import { upgrade, VERSIONS, type DocumentKind } from "#core/exchange/upgrade";
import { entrySchema, reportSchema } from "#core/training/entry";
import { snapshotSchema } from "#core/training/handover";

const SCHEMAS = { handOver: snapshotSchema, entry: entrySchema, report: reportSchema, client: clientInput } as const;
type Kind = keyof typeof SCHEMAS;

const frozen = (kind: DocumentKind, version: number): Record<string, unknown> =>
  JSON.parse(readFileSync(`tests/fixtures/${kind}-${version}.json`, "utf8"));
/** snapshots say their version themselves, rows of the log and clients are stored with it */
const read = (kind: Kind, version: number) =>
  upgrade<Record<string, unknown>>(kind, frozen(kind, version), kind === "handOver" ? undefined : version);

const versions = (Object.keys(SCHEMAS) as Kind[]).flatMap((kind) =>
  Array.from({ length: VERSIONS[kind] }, (_, i) => [kind, i + 1] as const),
);

test.each(versions)("the frozen %s of version %s is still read, and nothing of it is lost", (kind, version) => {
  const now = read(kind, version);
  // a schema that fills nothing in: what the upgrade leaves out would show
  expect((SCHEMAS[kind] as ZodType).parse(now)).toEqual(now);
  expect(now).toMatchObject({ ...frozen(kind, version), ...(kind === "handOver" ? { version: 7 } : {}) });
});

test("what a document of before cannot know is told as such", () => {
  expect(read("entry", 1)).toMatchObject({ instead: null, voided: false, by: null });
  expect(read("entry", 2)).toMatchObject({ voided: true, by: "Ivo" });
  expect(read("client", 1)).toMatchObject({ units: {}, consent: null, keepUntil: null });
  expect(read("handOver", 1)).toMatchObject({ edition: "gryn-1", version: 7 });
});

test("a document of a later version, of none or no document at all is given back as it is", () => {
  expect(upgrade("entry", { a: 1 }, 9)).toEqual({ a: 1 });
  expect(upgrade("client", null, 1)).toBeNull();
  expect(upgrade("handOver", { version: "2" })).toEqual({ version: "2" });
});
