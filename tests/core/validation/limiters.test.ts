import { readFileSync } from "node:fs";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { namedSetups } from "../../support/setups";

test("every setup that ends by another muscle than it is for is explained, and no other", () => {
  const model = compileModel(DEFAULT_BODY);
  const found = namedSetups().flatMap((s) => {
    const [first] = analyse(model, s).limiters;
    return first && s.exercise.targets.includes(first.muscle)
      ? []
      : [`${s.key.replace(/@[^:]*/, "")} ${first!.muscle}`];
  });
  const told = [
    ...readFileSync("docs/method/limiters.md", "utf8").matchAll(/^\| `(.+?)` \| ([a-z-]+) .*\| (.+) \|$/gm),
  ];
  expect(told.map(([, setup, muscle]) => `${setup} ${muscle}`)).toEqual(found);
  for (const [, , , why] of told) expect(why!.length).toBeGreaterThan(5);
});
