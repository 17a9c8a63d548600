import { KEY, KEYS } from "../../src/web/base/keys";

test("no key means two things, and every key stands in the list", () => {
  const keys = Object.values(KEY);
  expect(new Set(keys).size).toBe(keys.length);
  const listed = KEYS.flatMap(([k]) => k.split(" / "));
  for (const k of keys) expect(listed).toContain(k);
});
