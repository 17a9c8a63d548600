import { CURRENT_EDITION } from "#core/edition/edition";
import { dateBefore, daysBetween } from "#core/base/dates";
import { editsApply } from "../../support/edits";
import type { Edit } from "#core/review/edits";
import { operationsOf, proposalOf, setsOf } from "#core/review/proposal";
import { factsOf, reviewOf } from "#core/review/review";
import { reviewSchema, type Review } from "#core/review/schema";
import { mondayOf, weeksDone } from "#core/review/weeks";
import { simulatePractice, weeksBefore, type SimulatedClient } from "#core/simulation/practice";
import { prescriptionsOf } from "#core/program/edit";
import type { Prescription } from "#core/program/document";
import type { Entry, Report } from "#core/training/entry";
import { newestOf, type History } from "#core/training/exposures";
import type { Change } from "#core/review/change";
import { edit as words } from "#core/words/review";
import { entryOf, reportOf } from "../../support/log";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const method = CURRENT_EDITION.method;
const TODAY = "2026-06-01";
const practice = simulatePractice({ seed: 21, clients: 6, weeks: 20, from: weeksBefore(TODAY, 20) });

const historyOf = (c: SimulatedClient): History => ({
  ...c.training,
  handedOver: {
    [c.handOverId]: Object.fromEntries(c.lines.map((l) => [l.p.id, { load: l.p.load, setupKey: l.p.setupKey }])),
  },
  bounds: {},
});
const reviewed = practice.clients.map((c) => {
  const history = historyOf(c);
  const ask = { program: c.program, history, client: c.input, method, today: TODAY };
  return { c, history, review: reviewOf(ask), facts: factsOf(ask) };
});

describe("a review of half a year", () => {
  test("has the shape that is kept and sent, through text and back", () => {
    for (const { review } of reviewed) expect(reviewSchema.parse(JSON.parse(JSON.stringify(review)))).toEqual(review);
  });

  test("counts what was logged: sets by week, and every line of the week that was trained", () => {
    for (const { c, review } of reviewed) {
      const all = newestOf(c.training.entries).filter((e) => !e.voided && e.localDate < mondayOf(TODAY));
      expect(review.weeks.reduce((n, w) => n + w.sets, 0)).toBe(all.length);
      expect(review.lines.map((l) => l.lineId).sort()).toEqual(
        [...new Set(c.training.entries.map((e) => e.prescriptionId))].sort(),
      );
      // a lighter week is planned with less than the weeks before it
      if (review.block.lighter) continue;
      for (const g of review.groups) expect(g.done).toBeLessThan(1.3 * Math.max(1, g.planned));
    }
  });

  test("a movement with weeks of log is told one of three things, one without is too early", () => {
    for (const { review } of reviewed)
      for (const m of review.movements) {
        const dates = review.lines
          .filter((l) => m.lines.includes(l.lineId))
          .flatMap((l) => l.points.map((p) => p.on))
          .sort();
        const weeks = dates.length ? Math.floor(daysBetween(dates[0]!, dates.at(-1)!) / 7) : 0;
        expect(m.progress.kind === "too early").toBe(weeks < 8 || dates.length < 8);
      }
  });

  test("the same log in another order says the same", () => {
    const { c, history, review } = reviewed[0]!;
    const shuffled = { ...history, entries: [...history.entries].reverse(), reports: [...history.reports].reverse() };
    const again = reviewOf({ program: c.program, history: shuffled, client: c.input, method, today: TODAY });
    expect(again.lines.map((l) => l.points.at(-1))).toEqual(review.lines.map((l) => l.points.at(-1)));
    expect(again.movements).toEqual(review.movements);
  });

  test("what it proposes can be put in the week, and touches no line but its own", () => {
    for (const { c, history, review } of reviewed) {
      const edits = proposalOf({ program: c.program, history, review, client: c.input, method });
      expect(new Set(edits.map((e) => e.key)).size).toBe(edits.length);
      for (const e of edits) {
        const next = editsApply(c.program, e.operations);
        const changed = prescriptionsOf(c.program).filter(
          (p) => JSON.stringify(prescriptionsOf(next).find((x) => x.id === p.id)) !== JSON.stringify(p),
        );
        for (const p of changed) if (e.lineId) expect(p.id).toBe(e.lineId);
      }
      expect(setsOf(editsApply(c.program, operationsOf(edits)))).toBeGreaterThan(0);
    }
  });

  test("nothing that hurts goes up: where the last report tells of pain, no edit raises its load", () => {
    for (const { c, history, review } of reviewed)
      for (const e of proposalOf({ program: c.program, history, review, client: c.input, method })) {
        const line = review.lines.find((l) => l.lineId === e.lineId);
        if (line?.pains[0]?.on !== line?.last) continue;
        expect(e.reason.kind === "target" && e.reason.target.decision === "raise").toBe(false);
      }
  });

  test("facts tell of each setup once a line, and of those that were given up", () => {
    for (const { c, facts } of reviewed) {
      expect(facts).toHaveLength(new Set(c.training.entries.map((e) => e.prescriptionId)).size);
      for (const f of facts) {
        const [line, another] = c.lines.filter((l) => l.p.name === f.name);
        if (!line || another) continue;
        expect(f.felt.target).toBeLessThanOrEqual(f.felt.said);
        expect(f.workouts).toBeGreaterThan(0);
        const gone = c.training.left.find((l) => l.lineId === line.p.id);
        if (f.left) expect(gone).toBeDefined();
        if (gone && daysBetween(gone.on, TODAY) > 45) expect(f.left).toBe(true);
      }
    }
  });
});

/** n weekly workouts of one line, newest last: sets of so many reps at a load */
function trained(
  p: Prescription,
  weeks: number,
  reps: (week: number) => number[],
  change: Partial<Entry> = {},
): Entry[] {
  return Array.from({ length: weeks }, (_, w) => w).flatMap((w) =>
    reps(w).map((r, set) =>
      entryOf(1000 + 10 * w + set, {
        prescriptionId: p.id,
        set,
        reserve: p.reserves[set] ?? 1,
        prescribed: { reps: p.reps, reserve: p.reserves[set] ?? 1, load: p.load },
        parts: [{ id: id(50_000 + 10 * w + set), kind: "full", load: p.load, reps: r }],
        localDate: dateBefore(TODAY, 7 * (weeks - w) - 1),
        at: `${dateBefore(TODAY, 7 * (weeks - w) - 1)}T10:0${set}:00Z`,
        ...change,
      }),
    ),
  );
}
const line = prescriptionOf(
  2,
  "cable-pushdown",
  {},
  {
    load: { value: 30, unit: "kg", meaning: "stack" },
    reps: { low: 10, high: 14 },
    reserves: [2, 1, 1],
  },
);
const ask = (entries: Entry[], reports: Report[] = [], p = line) => {
  const program = programOf([[p]]);
  const history: History = { entries, reports, handedOver: {}, bounds: {} };
  const review = reviewOf({ program, history, client: clientOf(), method, today: TODAY });
  return { program, history, review, edits: proposalOf({ program, history, review, client: clientOf(), method }) };
};
const kinds = (edits: readonly Edit[]) => edits.map((e) => e.reason.kind);

describe("what next week is proposed from", () => {
  test("nothing logged: nothing said, nothing proposed", () => {
    const { review, edits } = ask([]);
    expect(review.lines).toEqual([]);
    expect(review.weeks).toEqual([]);
    expect(edits).toEqual([]);
  });

  test("sharp pain takes the line out, as safety, and nothing else is proposed for it", () => {
    const entries = trained(line, 4, () => [12, 11, 10]);
    const last = entries.at(-1)!.localDate;
    const pain = { kind: "sharp", score: 5, joint: "elbow", side: "left" } as const;
    const { edits, program } = ask(entries, [reportOf(9, { prescriptionId: line.id, localDate: last, pain })]);
    expect(kinds(edits)).toEqual(["pain"]);
    expect(edits[0]!.safety).toBe(true);
    expect(prescriptionsOf(editsApply(program, edits[0]!.operations))).toEqual([]);
  });

  test("a set that cannot be is left out of every figure, with what was meant beside it", () => {
    const entries = trained(line, 6, (w) => (w === 5 ? [12, 11, 10] : [12, 11, 10]));
    const typed = entries.find((e) => e.localDate === entries.at(-1)!.localDate && e.set === 0)!;
    const wrong = entries.map((e) =>
      e === typed ? { ...e, parts: [{ ...e.parts[0]!, load: { ...line.load!, value: 300 } }] } : e,
    );
    const { review, edits } = ask(wrong);
    const own = review.lines[0]!;
    expect(own.unlikely).toHaveLength(1);
    expect(own.unlikely[0]!.meant[0]).toMatchObject({ load: { value: 30 }, reps: 12 });
    expect(own.points.at(-1)!.kg).toBeLessThan(45);
    expect(kinds(edits)).toEqual(["unlikely", "block end"]);
    expect(edits[0]!.operations).toEqual([]);
  });

  test("more rest where the third set falls far at equal effort, and not where it falls as usual", () => {
    const far = ask(trained(line, 8, () => [13, 9, 6]));
    const rest = far.edits.filter((e) =>
      e.operations.some((o) => o.kind === "change" && (o.change.rest ?? 0) > line.rest),
    );
    expect(rest).toHaveLength(1);
    expect(kinds(ask(trained(line, 8, () => [12, 11, 11])).edits)).not.toContain("drop");
  });

  test("the weaker side begins; where the stronger one is stopped at its reps, it is let go for a while", () => {
    const one = prescriptionOf(2, "one-arm-pushdown", {}, { load: line.load, reps: line.reps, reserves: [2, 1, 1] });
    const sided = (left: number, right: number) =>
      trained(one, 8, () => [1, 2, 3]).map((e, i) => ({
        ...e,
        parts: (["left", "right"] as const).map((kind, k) => ({
          id: id(70_000 + 2 * i + k),
          kind,
          load: one.load,
          reps: k === 0 ? left : right,
        })),
      }));
    const side = ask(sided(9, 12), [], one).edits.find((e) => e.reason.kind === "side")!;
    expect(side.operations).toEqual([{ kind: "change", prescriptionId: one.id, change: { begins: "left" } }]);
    expect(kinds(ask(sided(12, 12), [], one).edits)).not.toContain("side");
    const capped = { ...one, begins: "left" as const };
    const program = programOf([[capped]]);
    const history: History = { entries: sided(9, 9), reports: [], handedOver: {}, bounds: {} };
    const review = reviewOf({
      program,
      history,
      client: clientOf(),
      method,
      today: TODAY,
      capped: new Set([`${id(1)} ${one.id}`]),
    });
    expect(review.lines[0]).toMatchObject({ gap: null, capped: true });
    expect(kinds(proposalOf({ program, history, review, client: clientOf(), method }))).toContain("uncapped");
  });

  const still = (gates: Partial<Review["movements"][number]["gates"]>) => {
    const { program, history, review } = ask(trained(line, 14, () => [12, 11, 11]));
    const movement = {
      family: "extension",
      lines: [line.id],
      progress: { kind: "standing still" as const, probability: 0.7, weeks: 13, workouts: 14 },
      gates: { sets: true, reserve: true, weeks: true, recovery: true, pain: true, test: true, ...gates },
    };
    const told = {
      ...review,
      block: { ...review.block, weeks: 2 },
      movements: [movement],
      lines: review.lines.map((l) => ({ ...l, drop: null })),
    };
    return proposalOf({ program, history, review: told, client: clientOf(), method }).filter(
      (e) => e.reason.kind !== "target",
    );
  };

  test("likely standing still: what is in the way comes first, then a test of effort, then one set more", () => {
    const [first] = still({ weeks: false, test: null });
    expect(first).toMatchObject({ reason: { kind: "first", gate: "weeks" }, operations: [] });
    const [test] = still({ test: null });
    expect(test!.reason.kind).toBe("test set");
    expect(test!.operations).toEqual([{ kind: "change", prescriptionId: line.id, change: { reserves: [2, 1, 0] } }]);
    expect(still({ test: false })[0]).toMatchObject({ reason: { kind: "first", gate: "test" } });
    const [more] = still({});
    expect(["more", "further day", "replace"]).toContain(more!.reason.kind);
    if (more!.reason.kind === "more")
      expect(more!.operations).toEqual([
        { kind: "change", prescriptionId: line.id, change: { reserves: [2, 1, 1, 1] } },
      ]);
  });

  test("most lines weaker at once: a lighter week, and nothing is added to any of them", () => {
    const weaker: Change = { mean: -0.05, sd: 0.01, raw: -0.06, rawSd: 0.01, weeks: 12, verdict: "weaker" };
    const lines = ["cable-pushdown", "cable-curl", "cable-pulldown", "leg-press"].map((e, i) =>
      prescriptionOf(10 + i, e),
    );
    const program = programOf([lines]);
    const [own] = ask(trained(line, 14, () => [12, 11, 11])).review.lines;
    const review: Review = {
      ...ask([]).review,
      lines: lines.map((p) => ({ ...own!, lineId: p.id, drop: null, gap: null, unlikely: [], change: weaker })),
    };
    const history: History = { entries: [], reports: [], handedOver: {}, bounds: {} };
    const edits = proposalOf({ program, history, review, client: clientOf(), method });
    expect(kinds(edits)).toEqual(["lighter week"]);
    // and where a line's own log would raise it, it is not raised in that week
    const rising = { ...history, entries: trained(line, 6, () => [30, 30, 30]) };
    const one = { ...review, lines: review.lines.map((l, i) => (i === 0 ? { ...l, lineId: line.id } : l)) };
    const both = programOf([[line, ...lines.slice(1)]]);
    expect(kinds(proposalOf({ program: both, history: rising, review: one, client: clientOf(), method }))).toEqual([
      "lighter week",
    ]);
    const next = editsApply(program, edits[0]!.operations);
    expect(setsOf(next)).toBeLessThan(setsOf(program));
    for (const p of prescriptionsOf(next))
      expect(Math.min(...p.reserves)).toBeGreaterThanOrEqual(Math.min(...lines[0]!.reserves));
  });
});

describe("weeks", () => {
  test("a week begins on Monday, today's is not over, and one without training is there", () => {
    expect(mondayOf("2026-06-01")).toBe("2026-06-01");
    expect(mondayOf("2026-06-07")).toBe("2026-06-01");
    const at = (localDate: string, n: number) =>
      entryOf(n, { localDate, reserve: 3, prescribed: { ...entryOf(1).prescribed, reserve: 1 } });
    const weeks = weeksDone([at("2026-05-11", 1), at("2026-05-27", 2), at("2026-06-01", 3)], [], TODAY, 26);
    expect(weeks.map((w) => [w.from, w.sets, w.reserve])).toEqual([
      ["2026-05-11", 1, 2],
      ["2026-05-18", 0, null],
      ["2026-05-25", 1, 2],
    ]);
    expect(weeksDone([], [], TODAY, 26)).toEqual([]);
    expect(weeksDone([at("2026-06-01", 3)], [], TODAY, 26)).toEqual([]);
  });
});

test("every edit has a name that is short enough for its row", () => {
  for (const w of Object.values(words)) {
    const text = (w as (v: unknown) => string)((w as { sample: unknown }).sample);
    expect(text.length).toBeLessThan(130);
    expect(text).not.toMatch(/undefined|NaN/);
  }
});
