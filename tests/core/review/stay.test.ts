/** Whether a line stays: what throws it out, in which order, and what is not enough. */
import { dateBefore } from "#core/base/dates";
import { CURRENT_EDITION } from "#core/edition/edition";
import { proposalOf } from "#core/review/proposal";
import { reviewOf } from "#core/review/review";
import { against, inFavour, stoodFor, type Elsewhere } from "#core/review/stay";
import type { Entry, Report } from "#core/training/entry";
import { entryOf, reportOf } from "../../support/log";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const RULES = method.review;
const TODAY = "2026-06-01";
const kg = { value: 30, unit: "kg", meaning: "stack" } as const;
const line = prescriptionOf(2, "cable-pushdown", {}, { load: kg, reserves: [2, 1, 1] });
const one = prescriptionOf(3, "one-arm-pushdown", {}, { load: { ...kg, value: 12 }, reserves: [1, 1] });

const dateOf = (w: number) => dateBefore(TODAY, 7 * (14 - w) - 1);
const entries = (p = line, parts?: Entry["parts"]): Entry[] =>
  Array.from({ length: 12 }, (_, w) => w).flatMap((w) =>
    p.reserves.map((reserve, set) =>
      entryOf(1000 * Number(p.id.slice(-1)) + 10 * w + set, {
        prescriptionId: p.id,
        set,
        reserve,
        prescribed: { reps: p.reps, reserve, load: p.load },
        parts: parts ?? [{ id: id(70_000 + 10 * w + set), kind: "full", load: p.load, reps: 12 }],
        localDate: dateOf(w),
        at: `${dateOf(w)}T10:0${set}:00Z`,
      }),
    ),
  );
const reports = (of: (w: number) => Partial<Report>): Report[] =>
  Array.from({ length: 12 }, (_, w) =>
    reportOf(300 + w, { prescriptionId: line.id, localDate: dateOf(w), at: `${dateOf(w)}T10:30:00Z`, ...of(w) }),
  );
function judged(of: (w: number) => Partial<Report>, elsewhere?: Elsewhere) {
  const ask = {
    program: programOf([[line]]),
    history: { entries: entries(), reports: reports(of), handedOver: {}, bounds: {} },
    client: clientOf(),
    method,
    today: TODAY,
  };
  const review = reviewOf(ask);
  const [own] = review.lines;
  return { ask, review, own: own!, against: against(own!, RULES, elsewhere) };
}
const ache = { kind: "ache", score: 3, joint: "elbow", side: "left" } as const;

test("three workouts of the last ten with pain throw it out, whatever else is good; two, or three long ago, do not", () => {
  const good = { feel: "target" } as const;
  expect(judged((w) => ({ ...good, pain: w > 8 ? ache : null })).against).toEqual({
    kind: "hurts",
    joint: "elbow",
    times: 3,
    of: 10,
  });
  expect(judged((w) => ({ ...good, pain: w > 9 ? ache : null })).against).toBeNull();
  expect(judged((w) => ({ ...good, pain: w < 2 ? ache : null })).against).toBeNull();
});

test("felt elsewhere in four of ten, with the muscle that it was felt in most", () => {
  const { against: a } = judged((w) =>
    w % 2 ? { feel: "target" } : { feel: "elsewhere", feltIn: w % 6 ? "chest" : "front-delts" },
  );
  expect(a).toEqual({ kind: "not felt", target: 6, said: 12, where: "chest" });
  expect(judged((w) => ({ feel: w % 4 ? "target" : "elsewhere" })).against).toBeNull();
});

test("what makes a client stronger stays, wherever it is felt; not where it hurts", () => {
  const up = { mean: 0.06, sd: 0.01, raw: 0.06, rawSd: 0.01, weeks: 12, verdict: "stronger" } as const;
  const elsewhere = judged(() => ({ feel: "elsewhere" })).own;
  expect(against(elsewhere, RULES)!.kind).toBe("not felt");
  expect(against({ ...elsewhere, change: up }, RULES, { points: -5, clients: 9 })).toBeNull();
  const hurts = judged((w) => ({ pain: w > 8 ? ache : null })).own;
  expect(against({ ...hurts, change: up }, RULES)!.kind).toBe("hurts");
});

test("form that went in four of the last six; before them it may have been learnt", () => {
  expect(judged((w) => ({ ticks: w > 7 ? ["swing"] : [] })).against).toEqual({ kind: "form", lost: 4, of: 6 });
  expect(judged((w) => ({ ticks: w < 6 ? ["swing"] : [] })).against).toBeNull();
});

test("what other clients' logs say comes last, and only where it takes three points", () => {
  expect(judged(() => ({}), { points: -3.4, clients: 9 }).against).toMatchObject({ kind: "others", clients: 9 });
  expect(judged(() => ({}), { points: -2.9, clients: 9 }).against).toBeNull();
  expect(judged((w) => ({ pain: w > 8 ? ache : null }), { points: -5, clients: 9 }).against!.kind).toBe("hurts");
});

test("the edit asks for a setup that spares the joint; a locked line is left alone", () => {
  const { ask, review } = judged((w) => ({ pain: w > 8 ? { ...ache, score: 2 } : null }));
  const edit = proposalOf({ ...ask, review }).find((e) => e.reason.kind === "replace")!;
  expect(edit).toMatchObject({ lineId: line.id, operations: [], find: { spare: "elbow", oneSided: false } });
  const locked = programOf([[{ ...line, locked: true }]]);
  expect(proposalOf({ ...ask, program: locked, review }).map((e) => e.reason.kind)).not.toContain("replace");
});

test("what speaks for a line: strength before feel; a few workouts say nothing", () => {
  const { own } = judged(() => ({ feel: "target" }));
  const up = { mean: 0.05, sd: 0.01, raw: 0.05, rawSd: 0.01, weeks: 12, verdict: "stronger" } as const;
  expect(inFavour({ ...own, change: up }, RULES)).toEqual({ kind: "stronger", mean: 0.05, weeks: 12 });
  expect(inFavour({ ...own, change: null }, RULES)).toEqual({ kind: "felt", target: 12, said: 12 });
  expect(inFavour({ ...own, change: null, workouts: 2 }, RULES)).toEqual({ kind: "early", workouts: 2 });
  expect(inFavour({ ...own, change: null, felt: { target: 1, said: 1 } }, RULES)).toEqual({ kind: "nothing against" });
});

test("a large difference of sides puts one-sided work in the place of what is done with both, for the same muscle", () => {
  const sided = (left: number, right: number) =>
    entries(
      one,
      (["left", "right"] as const).map((kind, i) => ({
        id: id(80_000 + i),
        kind,
        load: one.load,
        reps: kind === "left" ? left : right,
      })),
    );
  const proposed = (left: number, right: number, of = programOf([[line, one]])) => {
    const history = { entries: [...entries(), ...sided(left, right)], reports: [], handedOver: {}, bounds: {} };
    const ask = { program: of, history, client: clientOf(), method, today: TODAY };
    return proposalOf({ ...ask, review: reviewOf(ask) }).filter((e) => e.reason.kind === "one-sided");
  };
  const [edit] = proposed(8, 13);
  expect(edit).toMatchObject({ lineId: line.id, find: { oneSided: true }, reason: { weaker: "left", of: one.name } });
  expect(proposed(12, 12)).toEqual([]);
  // nothing is done with both, or it is locked, or for another muscle
  expect(proposed(8, 13, programOf([[one]]))).toEqual([]);
  expect(proposed(8, 13, programOf([[{ ...line, locked: true }, one]]))).toEqual([]);
  expect(proposed(8, 13, programOf([[prescriptionOf(4, "cable-curl"), one]]))).toEqual([]);
});

test("a practice's own numbers decide: fewer painful workouts, a shorter standstill, fewer setups at once", () => {
  const hurts = judged((w) => ({ pain: w > 9 ? ache : null })).own;
  expect(against(hurts, RULES)).toBeNull();
  expect(against(hurts, { ...RULES, hurts: 2 })).toMatchObject({ kind: "hurts", times: 2 });
  expect(against(judged((w) => ({ ticks: w > 8 ? ["swing"] : [] })).own, { ...RULES, form: 3 })!.kind).toBe("form");
  const { own, ask, review } = judged((w) => ({ pain: w > 8 ? ache : null }));
  const [short, long] = [11, 13].map((still) => stoodFor(own, { ...RULES, still }));
  expect([short, long]).toEqual([stoodFor(own, { ...RULES, still: 0 }), null]);
  const replaced = (n: number) =>
    proposalOf({ ...ask, review, method: { ...method, review: { ...RULES, replaced: n } } }).filter((e) => e.find);
  expect([replaced(1).length, replaced(0).length]).toEqual([1, 0]);
});
