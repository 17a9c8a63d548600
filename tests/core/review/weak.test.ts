/** Weak links out of the log: told of several exercises that are for something else, and not noted yet. */
import type { Review } from "#core/review/schema";
import { weakSeen } from "#core/review/weak";
import { clientOf, prescriptionOf, programOf } from "../../support/programs";

const row = prescriptionOf(1, "seated-cable-row", {}, { target: "latissimus-lumbar" });
const pulldown = prescriptionOf(2, "cable-pulldown", { grip: 1 }, { target: "latissimus-lumbar" });
const curl = prescriptionOf(3, "hammer-curl", {}, { target: "brachioradialis" });
const program = programOf([[row, pulldown, curl]]);

const lines = (told: Record<string, [group: string, times: number, said: number]>): Pick<Review, "lines"> => ({
  lines: Object.entries(told).map(([lineId, [group, times, said]]) => ({
    lineId,
    felt: { target: said - times, said },
    feltIn: [{ group, times }],
  })) as unknown as Review["lines"],
});
const seen = (told: Parameters<typeof lines>[0], weak: Parameters<typeof clientOf>[0] = {}) =>
  weakSeen(lines(told), program, clientOf(weak));

test("forearms told of two pulls are the grip; of one exercise they are that exercise's fault", () => {
  const both = { [row.id]: ["forearms", 3, 8], [pulldown.id]: ["forearms", 2, 7] } as const;
  expect(seen(both as never)).toEqual([{ link: "grip", times: 5, said: 15, lines: 2 }]);
  expect(seen({ [row.id]: ["forearms", 8, 8] })).toEqual([]);
  // noted already, with either answer
  expect(seen(both as never, { weak: [{ link: "grip", answer: "strengthen" }] })).toEqual([]);
});

test("what an exercise is for is no weak link of it, and rare words are none", () => {
  expect(seen({ [curl.id]: ["biceps", 9, 10], [row.id]: ["biceps", 1, 10] })).toEqual([]);
  expect(seen({ [row.id]: ["biceps", 2, 12], [pulldown.id]: ["triceps", 3, 12] })).toEqual([]);
  expect(seen({ [row.id]: ["biceps", 4, 12], [pulldown.id]: ["elbow-flexors", 3, 12] })).toMatchObject([
    { link: "arms", times: 7 },
  ]);
});
