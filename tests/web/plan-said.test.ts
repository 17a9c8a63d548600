import type { PlanResult } from "#core/solver/result";
import type { Proposal } from "#core/solver/proposals";
import { clientOf, id, prescriptionOf, programOf } from "../support/programs";
import { changeText, keptAgainst, proofText } from "../../src/web/solver/said";
import { CURRENT_EDITION } from "#core/edition/edition";
import { EQUIPMENT } from "#core/exercises/choices";
import { bandOf } from "#core/planning/groups";
import type { SPLITS } from "#core/solver/splits";
import { librarySurvey } from "../support/solver";
import { expectation, splitCost } from "../../src/web/solver/expectation";
import { WISH } from "../../src/web/solver/wish";

const found = { missing: [], beyond: 0 } as unknown as PlanResult;
const said = (change: Partial<Parameters<typeof proofText>[0]>) =>
  proofText({ state: "done", gap: null, result: found, reason: null, ...change });

describe("how good a week is, in words", () => {
  test("a bound that says nothing yet is no number: neither infinity nor 43 nor 49.8 per cent", () => {
    for (const gap of [null, Infinity, NaN, 0.43, 0.498, 0.11])
      for (const state of ["working", "proving", "found", "done", "stopped"] as const) {
        const text = said({ state, gap });
        expect(text).not.toMatch(/\d|infinity|NaN/i);
        expect(text).toMatch(state === "working" ? /first week/ : /^A week is ready\. Usable/);
      }
    expect(said({ state: "stopped", gap: 0.43 })).toMatch(/Stopped\.$/);
  });

  test("a bound that tells is told, never as less than it is, also where the proof was stopped", () => {
    expect(said({ gap: 0.0123 })).toBe("A week is ready. At most 2 % better is possible.");
    expect(said({ gap: 0.02 })).toContain("At most 2 %");
    expect(said({ gap: 0 })).toContain("No better week exists for this split.");
    const by = (behind: number) => said({ gap: 0.0123, result: { ...found, behind } as never });
    expect(by(0)).toContain("At most 2 % better is possible: less than half a set more a week would bring.");
    expect(by(0.7)).toContain("as much as 1 set more");
    expect(by(1.2)).toContain("as much as 1.5 sets more");
    expect(said({ state: "stopped", gap: 0.0123 })).toMatch(/At most 2 % .* Stopped\.$/);
    expect(said({ state: "failed", reason: "no memory" })).toBe("no memory");
  });
});

describe("a change, in words", () => {
  const p = (change: Partial<Proposal>) => ({ kind: "sets", from: 2, to: 3, technique: null, ...change }) as Proposal;
  const name = (d: string | undefined) => (d === "d2" ? "Day 2" : "");
  test("a move reads with its spaces: what, then from where", () => {
    expect(changeText(p({ kind: "move", fromDayId: "d2", from: 3, to: 3 }), name)).toBe("from Day 2");
    expect(changeText(p({ kind: "move", fromDayId: "d2" }), name)).toBe("from Day 2, 2 → 3 sets");
  });
  test("one set is a set, and what is taken off is counted as it was", () => {
    expect(changeText(p({ kind: "add", from: 0, to: 1 }), name)).toBe("1 set");
    expect(changeText(p({ kind: "take off", from: 2, to: 0 }), name)).toBe("2 sets");
  });
});

test("what is kept against a division is named, with its day; not where it is rewritten or no division is asked", () => {
  const curl = prescriptionOf(2, "hammer-curl");
  const program = programOf([[prescriptionOf(1, "cable-pushdown", { stepBack: 0.35 }), curl], [], []]);
  const client = { ...clientOf({ minutes: 60 }), id: id(901), revision: 1 };
  const against = keptAgainst({ ...WISH, split: "push, pull, legs" }, client, program);
  expect(against).toEqual([`${curl.name} (${program.days[0]!.name})`]);
  expect(keptAgainst({ ...WISH, split: "push, pull, legs", keep: false }, client, program)).toEqual([]);
  expect(keptAgainst(WISH, client, program)).toEqual([]);
});

describe("what a split costs", () => {
  const client = { ...clientOf({ minutes: 60 }), priorities: { glutes: "specialise", chest: "hold" } as const };
  const program = programOf([[], [], [], []]);
  const cost = (split: (typeof SPLITS)[number]) =>
    splitCost({ split, arms: "with the others" }, client, program, CURRENT_EDITION.method);
  test("a group with fewer days than its priority asks for is named, with its days", () => {
    expect(cost("free")).toBe("fits the priorities");
    expect(cost("full body")).toBe("fits the priorities");
    expect(cost("upper and lower")).toBe("◆ glutes on 2 days only");
    expect(cost("push, pull, legs")).toBe("◆ glutes on 1 day only");
  });
  test("what minutes, priorities and equipment allow: bands added up, minutes less warm-ups over a set's", () => {
    const { asked, room, setups } = expectation(client, program, CURRENT_EDITION, librarySurvey());
    const bands = ["glutes", "chest"].map((g) => bandOf(g, client, CURRENT_EDITION.method)!);
    expect(asked.low).toBeCloseTo(bands[0]!.low + bands[1]!.low, 9);
    expect(room.minutes).toBe(240);
    // 60 s of work and setting up, and 127.5 s of rest on the mean
    expect(room.sets).toBeCloseTo((240 - 4 * 6) / (187.5 / 60), 6);
    expect(setups!.fit).toBeLessThan(setups!.all);
    const everything = expectation({ ...client, equipment: [...EQUIPMENT] }, program, CURRENT_EDITION, librarySurvey());
    expect(everything.setups!.fit).toBeGreaterThan(setups!.fit);
    expect(expectation(client, program, CURRENT_EDITION, null).setups).toBeNull();
  });
});
