import { pairRest, setSeconds } from "#core/planning/timing";
import { pairStep } from "#core/training/pair";
import { prescriptionOf } from "../../support/programs";

/** a whole pair done by following what it says */
function walk(planned: [number, number]) {
  const done: [number, number] = [0, 0];
  const way: string[] = [];
  let member: 0 | 1 | null = 0;
  while (member !== null && way.length < 40) {
    done[member]++;
    const step = pairStep(done, planned, member);
    way.push(
      `${"AB"[member]}${step.rest === "straight" ? ">" : step.rest === "round" ? "|" : step.rest === "own" ? "." : ""}`,
    );
    member = step.next;
  }
  return way.join(" ");
}

test("a pair goes in turn, with the round's rest after the second", () => {
  expect(walk([3, 3])).toBe("A> B| A> B| A> B");
  expect(walk([1, 1])).toBe("A> B");
});

test("what one has more of is done alone, with its own rest", () => {
  expect(walk([4, 2])).toBe("A> B| A> B. A. A");
  expect(walk([2, 4])).toBe("A> B| A> B. B. B");
});

test("every set is done once, whatever is planned and wherever one starts", () => {
  for (let a = 1; a <= 5; a++)
    for (let b = 1; b <= 5; b++) {
      const sets = walk([a, b]).replace(/[^AB]/g, "");
      expect([sets.split("A").length - 1, sets.split("B").length - 1]).toEqual([a, b]);
    }
  // begun with the second: the first follows at once
  expect(pairStep([0, 1], [3, 3], 1)).toEqual({ next: 0, rest: "straight" });
});

test("the phone rests between rounds what the desk's minutes count", () => {
  const [p, q] = [prescriptionOf(1), prescriptionOf(2, "hammer-curl")];
  const rest = pairRest(p, q);
  expect(rest).toBe(Math.round(Math.max(p.rest - setSeconds(q), q.rest - setSeconds(p), 30)));
  expect(pairRest({ ...p, rest: 15 }, { ...q, rest: 15 })).toBe(30);
});
