import type { PlanResult } from "#core/solver/result";
import type { Proposal } from "#core/solver/proposals";
import { clientOf, id, prescriptionOf, programOf } from "../support/programs";
import { changeText, keptAgainst, proofText } from "../../src/web/solver/said";
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
        expect(text).toMatch(state === "working" ? /first week/ : /^A good week/);
      }
    expect(said({ state: "stopped", gap: 0.43 })).toBe("A good week; proof stopped.");
  });

  test("a bound that tells is told, to a tenth of a per cent, also where the proof was stopped", () => {
    expect(said({ gap: 0.0123 })).toBe("Within 1.2 % of the best for this division of the week.");
    expect(said({ state: "stopped", gap: 0.0123 })).toMatch(/^Within 1\.2 % .*; proof stopped\.$/);
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
