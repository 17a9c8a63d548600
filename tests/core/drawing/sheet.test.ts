/** Twenty-four small pictures as they were when they were last looked at: a change of any line is seen here. */
import { createHash } from "node:crypto";
import { readFileSync, writeFileSync } from "node:fs";
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { thumbnailOf } from "#core/drawing/thumbnail";
import { compileModel } from "#core/mechanics/compile";

const FILE = "tests/fixtures/thumbnails.json";
const model = compileModel();
/** every seventh exercise of the library, both forms in turn: all stances and kinds of equipment are among them */
const asked = library
  .filter((_, i) => i % 7 === 0)
  .slice(0, 24)
  .map((exercise, i) => ({ exercise, form: i % 2 === 0 ? ("male" as const) : ("female" as const) }));

const drawn = (): Record<string, string> =>
  Object.fromEntries(
    asked.map(({ exercise, form }) => {
      const setup = resolveSetup(exercise, exercise.setups[0]?.values ?? {});
      const picture = thumbnailOf(model, setup, exercise.aims?.[0] ?? null, 96, 88, form)!;
      const lines = picture.shapes.map((s) => `${s.role} ${s.head ?? ""} ${s.d}`).join("\n");
      return [`${exercise.id}, ${form}`, createHash("sha256").update(lines).digest("hex").slice(0, 12)];
    }),
  );

test("the sheet is as it was last looked at (GRYN_RENEW=1 writes it anew: look at scripts/contact-sheets.ts first)", () => {
  const now = drawn();
  expect(Object.keys(now)).toHaveLength(24);
  expect(new Set(Object.values(now)).size).toBe(24);
  if (process.env.GRYN_RENEW) writeFileSync(FILE, `${JSON.stringify(now, null, 2)}\n`);
  expect(now).toEqual(JSON.parse(readFileSync(FILE, "utf8")));
});

test("what is drawn once is drawn the same again, by a model that has drawn others between", () => {
  const [first] = asked;
  const setup = resolveSetup(first!.exercise, first!.exercise.setups[0]?.values ?? {});
  const one = () => JSON.stringify(thumbnailOf(model, setup, null, 96, 88)!.shapes);
  const before = one();
  for (const { exercise } of asked.slice(0, 5))
    thumbnailOf(model, resolveSetup(exercise, exercise.setups[0]?.values ?? {}), null, 96, 88, "female");
  expect(one()).toBe(before);
});
