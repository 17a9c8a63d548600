import { blockMinutes } from "#core/planning/minutes";
import { seededRandom } from "#core/base/random";
import { repBandOf } from "#core/planning/effort";
import { bandIndex, chooseBands, repsOf, type Slot } from "#core/solver/bands";
import { fieldOf } from "#core/solver/ask";
import { bestOrder, orderCost } from "#core/solver/order";
import { hindranceOf as hindrance, pairUp, savedBy, type PlannedLine } from "#core/solver/pairs";
import { askFor, tools, trainee } from "../../support/solver";
import { CURRENT_EDITION } from "#core/edition/edition";

const { method } = CURRENT_EDITION;

const field = async () => fieldOf(askFor(trainee(3, 60)), await tools());
const named = async (...ids: string[]) => {
  const { candidates } = await field();
  return ids.map((id) => candidates.find((c) => c.exercise.id === id)!);
};
const lineOf = (candidate: PlannedLine["candidate"]): PlannedLine => ({
  candidate,
  prescription: candidate.line,
  locked: false,
});

function permutations(n: number): number[][] {
  if (n === 0) return [[]];
  return permutations(n - 1).flatMap((p) =>
    Array.from({ length: n }, (_, i) => [...p.slice(0, i), n - 1, ...p.slice(i)]),
  );
}

test("the order is the best of all orders", async () => {
  const { candidates, groups } = await field();
  const { priorities } = trainee(3, 60);
  const random = seededRandom(2);
  for (let round = 0; round < 8; round++) {
    const blocks = Array.from({ length: 6 }, () =>
      Array.from({ length: random() < 0.3 ? 2 : 1 }, () => ({
        candidate: candidates[Math.floor(random() * candidates.length)]!,
        sets: 2 + Math.floor(random() * 3),
      })),
    );
    const cost = (order: number[]) =>
      orderCost(
        { groups, priorities },
        order.map((i) => blocks[i]!),
      );
    const best = Math.min(...permutations(6).map(cost));
    expect(cost(bestOrder({ groups, priorities }, blocks))).toBeCloseTo(best, 9);
  }
});

test("heavy lifts come first, the trunk and small muscles late", async () => {
  const list = await named(
    "cable-crunch",
    "dumbbell-side-raise",
    "back-squat",
    "standing-dumbbell-curl",
    "cable-pulldown",
  );
  const { groups } = await field();
  const { priorities } = trainee(3, 60);
  const order = bestOrder(
    { groups, priorities },
    list.map((candidate) => [{ candidate, sets: 3 }]),
  );
  const ids = order.map((i) => list[i]!.exercise.id);
  expect(ids[0]).toBe("back-squat");
  // curls tire what a pulldown needs
  expect(ids.indexOf("cable-pulldown")).toBeLessThan(ids.indexOf("standing-dumbbell-curl"));
  expect(ids.indexOf("cable-crunch")).toBeGreaterThan(2);
});

test("pairs hinder each other in no way, both ways round, and save what they say", async () => {
  const { candidates } = await field();
  for (const a of candidates) for (const b of candidates) expect(hindrance(a, b, method)).toBe(hindrance(b, a, method));
  const [squat, deadlift, pulldown, curl, pushdown, press] = await named(
    "back-squat",
    "romanian-deadlift",
    "cable-pulldown",
    "standing-dumbbell-curl",
    "cable-pushdown",
    "machine-chest-press",
  );
  expect(hindrance(squat!, curl!, method)).toBe("back");
  expect(hindrance(deadlift!, pulldown!, method)).not.toBeNull();
  expect(hindrance(pulldown!, curl!, method)).toBe("muscles");
  expect(hindrance(pushdown!, press!, method)).not.toBeNull();
  expect(hindrance(curl!, pushdown!, method)).toBeNull();
  const blocks = pairUp([curl!, pushdown!, squat!, press!].map(lineOf), method);
  expect(blocks.filter((b) => b.length === 2).map((b) => b.map((l) => l.candidate.exercise.id).sort())).toContainEqual([
    "cable-pushdown",
    "standing-dumbbell-curl",
  ]);
  const minutes = (lines: PlannedLine[]) => {
    const m = blockMinutes({ id: "", prescriptions: lines.map((l) => l.prescription) });
    return m.setup + m.work + m.rest;
  };
  const [a, b] = [lineOf(curl!), lineOf(pushdown!)];
  expect(savedBy(a, b, method)).toBeCloseTo(minutes([a]) + minutes([b]) - minutes([a, b]) - 0.3, 9);
});

test("every group with two lines sees two bands; sore joints and beginners keep out of heavy ones", async () => {
  const list = await named(
    "cable-curl",
    "preacher-curl",
    "cable-pushdown",
    "overhead-cable-extension",
    "leg-press",
    "leg-extension",
  );
  const { highs, edition } = await tools();
  const given = await field();
  const slots = list.map((candidate, i): Slot => ({
    candidate,
    prescription: candidate.line,
    day: i % 2,
    place: i / 5,
    week: i % 2,
    fixed: false,
  }));
  const choose = (level: "beginner" | "trained", sore = false, room = [30, 30]) =>
    chooseBands(
      highs,
      slots.map((s) => ({ ...s, candidate: { ...s.candidate, sore } })),
      room,
      { level },
      { ...edition, groups: given.groups },
    );
  const reps = choose("trained");
  for (const lead of new Set(list.map((c) => c.lead))) {
    const own = reps.filter((_, i) => list[i]!.lead === lead).map((r) => bandIndex(r, repsOf(edition)));
    expect(new Set(own).size).toBe(2);
  }
  expect(choose("trained", true).every((r) => r.low >= 12)).toBe(true);
  expect(choose("beginner").every((r) => r.low >= 8)).toBe(true);
  // what stands there stays
  const fixed = slots.map((s) => ({ ...s, fixed: true }));
  expect(chooseBands(highs, fixed, [0, 0], { level: "trained" }, { ...edition, groups: given.groups })).toEqual(
    slots.map((s) => s.prescription.reps),
  );
});

test("two bands are two for the check as well: 5 to 8 that a coarse step widens to 5 to 12 is none beside 8 to 12", async () => {
  const list = await named("back-squat", "front-squat");
  const { highs, edition } = await tools();
  const { groups } = await field();
  const chosen = (coarse: number) =>
    chooseBands(
      highs,
      list.map((candidate, i): Slot => ({
        candidate: { ...candidate, lead: list[0]!.lead, heavy: true, spine: 0.5 },
        prescription: {
          ...candidate.line,
          loadStep: { ...candidate.line.loadStep, value: coarse * candidate.exercise.stated.usualLoad },
        },
        day: i,
        place: 0,
        week: i,
        fixed: false,
      })),
      [30, 30],
      { level: "trained" },
      { ...edition, groups },
    );
  for (const coarse of [0.02, 0.15, 0.2]) {
    const reps = chosen(coarse);
    expect([coarse, new Set(reps.map((r) => repBandOf(r, edition.method))).size]).toEqual([coarse, 2]);
  }
});
