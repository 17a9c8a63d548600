import { z } from "zod";
import { clientInput } from "#core/clients/schema";
import { programSchema } from "#core/program/document";
import { clientOf, programOf } from "../../support/programs";

const reasonOf = (schema: z.ZodType, given: unknown): string[] =>
  schema.safeParse(given).error?.issues.map((i) => i.message) ?? [];

test.each([
  [z.number(), "far", "a number is needed"],
  [z.number(), undefined, "it is missing"],
  [z.string(), 5, "text is needed"],
  [z.array(z.number()), {}, "a list is needed"],
  [z.boolean(), "yes", "true or false is needed"],
  [z.number().max(7), 9, "at most 7"],
  [z.number().min(3), 1, "at least 3"],
  [z.number().positive(), 0, "more than 0"],
  [z.string().max(4), "length", "at most 4 characters"],
  [z.string().min(1), "", "at least 1 character"],
  [z.array(z.number()).max(1), [1, 2], "at most 1"],
  [z.enum(["kg", "lb"]), "stone", "one of kg, lb"],
  [z.literal("gryn-program"), "other", "it has to be gryn-program"],
  [z.strictObject({ a: z.number() }), { a: 1, b: 2 }, "there is nothing called b here"],
  [z.uuid(), "x", "not an id"],
  [z.iso.date(), "tomorrow", "not a date such as 2026-11-29"],
  [z.union([z.number(), z.boolean()]), "x", "it has none of the forms that it may have"],
  // what a schema says itself stands
  [z.number().max(7, "at most a week"), 9, "at most a week"],
] as [z.ZodType, unknown, string][])("%#: what cannot be is told in words", (schema, given, reason) => {
  expect(reasonOf(schema, given)).toEqual([reason]);
});

test("no reason of a client's form or of a program speaks the schema library's English", () => {
  const bent = (x: object): unknown[] =>
    Object.keys(x).flatMap((k) =>
      [null, "", -1e9, 1e9, {}, [], "x".repeat(5000), undefined].map((v) => ({ ...x, [k]: v })),
    );
  const reasons = new Set([
    ...bent(clientOf()).flatMap((x) => reasonOf(clientInput, x)),
    ...bent(programOf([[]])).flatMap((x) => reasonOf(programSchema, x)),
  ]);
  expect(reasons.size).toBeGreaterThan(8);
  for (const r of reasons) expect(r).not.toMatch(/Invalid|Too (big|small)|expected|Unrecognized|received/);
});
