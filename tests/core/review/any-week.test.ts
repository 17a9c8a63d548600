/** The review of any client in any week: what must hold whatever happened. */
import { CURRENT_EDITION } from "#core/edition/edition";
import { dateBefore } from "#core/base/dates";
import { evidenceOf } from "#core/review/evidence";
import { proposalOf } from "#core/review/proposal";
import { factsOf, reviewOf } from "#core/review/review";
import { reviewSchema } from "#core/review/schema";
import { twoWay, type Reading } from "#core/review/shrink";
import { randomOf } from "#core/simulation/random";
import { simulatePractice, type SimulatedClient } from "#core/simulation/practice";
import type { History } from "#core/training/exposures";
import { editsApply } from "../../support/edits";

const method = CURRENT_EDITION.method;
const FROM = "2026-01-04";
const { clients } = simulatePractice({ seed: 77, clients: 6, weeks: 12, from: FROM });
const until = <T extends { localDate: string }>(list: readonly T[], day: string): T[] =>
  list.filter((x) => x.localDate <= day);

/** @param day of the week, 1 Monday */
function at(c: SimulatedClient, week: number, day = 5) {
  const today = dateBefore(FROM, -7 * week - day);
  const history: History = {
    entries: until(c.training.entries, today),
    reports: until(c.training.reports, today),
    checkIns: until(c.training.checkIns, today),
    handedOver: {
      [c.handOverId]: Object.fromEntries(c.lines.map((l) => [l.p.id, { load: l.p.load, setupKey: l.p.setupKey }])),
    },
    bounds: {},
  };
  const ask = { program: c.program, history, client: c.input, method, today };
  const review = reviewOf(ask);
  return { today, history, review, facts: factsOf(ask), edits: proposalOf({ ...ask, review }) };
}

describe.each([0, 1, 3, 6, 9, 11])("after week %i", (week) => {
  test.each(clients.map((c) => [c.input.name, c] as const))("%s", (_name, c) => {
    const { today, review, edits } = at(c, week);
    expect(reviewSchema.parse(review)).toEqual(review);
    // nothing of tomorrow, and nothing that is no number
    for (const l of review.lines) {
      expect(l.last <= today).toBe(true);
      expect(l.first <= l.last).toBe(true);
      for (const p of l.points) {
        expect(p.low).toBeLessThanOrEqual(p.kg);
        expect(p.high).toBeGreaterThanOrEqual(p.kg);
      }
    }
    expect(JSON.stringify(review)).not.toMatch(/null,"sd"|NaN|Infinity/);
    // before eight weeks nobody is told that they stand still or have got stronger
    if (week < 8) for (const m of review.movements) expect(m.progress.kind).toBe("too early");
    expect(edits.every((e) => e.reason.kind !== "first" || week >= 8)).toBe(true);
    // each edit by itself and all in their order
    for (const e of edits) editsApply(c.program, e.operations);
    editsApply(
      c.program,
      edits.flatMap((e) => e.operations),
    );
    // one that hurts is alone with its line
    for (const e of edits.filter((x) => x.safety))
      expect(edits.filter((x) => x.lineId === e.lineId && x.operations.length > 0)).toEqual([e]);
  });
});

test("whoever trains by blocks is asked for the lighter week, the block after it and the next group in its turn", () => {
  const weeks = 13;
  // no more than that client's own log is read: seven begin a block in seven different weeks
  const practice = simulatePractice({ seed: 3, clients: 9, weeks, from: FROM });
  const asked = practice.clients.map((c) => at(c, weeks, 1));
  const kinds = asked.map((a) => a.edits.map((e) => e.reason.kind));
  practice.clients.forEach((c, n) => {
    // counted by hand: the last week of seven is the lighter one, and client n begins n weeks into it
    const since = (weeks + n) % 7;
    const { review, edits } = asked[n]!;
    if (review.weeks.every((w) => w.days > 0)) expect(review.block.weeks).toBe(since);
    expect(review.block.lighter).toBe(since === 0);
    if (since === 0) {
      const [next] = edits.filter((e) => e.reason.kind === "next block");
      const sets = next!.operations.map((o) => (o.kind === "change" ? o.change.reserves!.length : 0));
      // as handed over before the lighter week: three sets each
      expect(sets.length).toBeGreaterThan(0);
      expect(new Set(sets)).toEqual(new Set([3]));
    }
    if (kinds[n]!.includes("rotate")) expect(c.input.priorities.chest).toBe("specialise");
  });
  expect(kinds.flat()).toContain("block end");
  expect(kinds.flat()).toContain("next block");
  expect(kinds.flat()).toContain("rotate");
});

test("of a line that another setup is to stand in for nothing else is asked", () => {
  const all = [9, 11].flatMap((week) => clients.map((c) => at(c, week).edits));
  const going = all.flatMap((edits) => edits.filter((e) => e.find && !e.safety).map((e) => ({ e, edits })));
  expect(going.length).toBeGreaterThan(3);
  for (const { e, edits } of going)
    expect(edits.filter((x) => x.lineId === e.lineId).map((x) => x.reason.kind)).toEqual([e.reason.kind]);
});

test("what is proposed changes its key with its evidence, and keeps it without", () => {
  for (const c of clients) {
    const [a, again, later] = [at(c, 6), at(c, 6), at(c, 9)];
    expect(again.edits.map((e) => e.key)).toEqual(a.edits.map((e) => e.key));
    const raises = (x: typeof a) => x.edits.filter((e) => e.reason.kind === "target").map((e) => e.key);
    for (const key of raises(later)) {
      const line = later.review.lines.find((l) => key.endsWith(l.lineId))!;
      if (line.last > a.today) expect(raises(a)).not.toContain(key);
    }
  }
});

describe("evidence does not depend on how it is written down", () => {
  const facts = clients.map((c) => ({ clientId: c.id, facts: at(c, 11).facts }));

  test("on the order of clients and of their facts", () => {
    const turned = [...facts].reverse().map((f) => ({ ...f, facts: [...f.facts].reverse() }));
    const of = (list: typeof facts) =>
      Object.fromEntries(
        evidenceOf(list).map((s) => [s.setupKey, [s.nudge.points.toFixed(9), s.pain.value.toFixed(9)]]),
      );
    expect(of(turned)).toEqual(of(facts));
  });

  test("a client who adds only bad days to one setup does not lift it, nor move its numbers the other way", () => {
    const key = evidenceOf(facts).find((s) => s.clients > 1)!.setupKey;
    const one = facts.flatMap((f) => f.facts).find((f) => f.setupKey === key)!;
    const bad = { ...one, felt: { target: 0, said: 20 }, pain: 10, left: true, workouts: 20, sets: 60 };
    const of = (list: typeof facts) => evidenceOf(list).find((s) => s.setupKey === key)!;
    const [before, after] = [of(facts), of([...facts, { clientId: "another", facts: [bad] }])];
    expect(after.felt!.value).toBeLessThan(before.felt!.value);
    expect(after.pain.value).toBeGreaterThan(before.pain.value);
    expect(after.left).toBe(before.left + 1);
  });

  test("two-way: shifting everybody shifts the mean only, and stretching stretches", () => {
    const r = randomOf(5);
    const list: Reading[] = Array.from({ length: 60 }, (_, i) => ({
      setup: `s${i % 6}`,
      client: `c${i % 10}`,
      y: r.normal(),
      v: 0.2 + r.uniform(),
    }));
    const prior = { sd: 1, weight: 5 };
    const of = (f: (y: number) => number, scale = 1) =>
      twoWay(
        list.map((x) => ({ ...x, y: f(x.y), v: x.v * scale ** 2 })),
        { ...prior, sd: prior.sd * scale },
        { ...prior, sd: prior.sd * scale },
        0,
        1,
      );
    const [plain, shifted, double] = [of((y) => y), of((y) => y + 7), of((y) => 2 * y, 2)];
    expect(shifted.mu - plain.mu).toBeCloseTo(7, 6);
    for (const [id, s] of plain.setups) {
      expect(shifted.setups.get(id)!.mean).toBeCloseTo(s.mean, 6);
      expect(double.setups.get(id)!.mean).toBeCloseTo(2 * s.mean, 6);
      expect(double.setups.get(id)!.sd).toBeCloseTo(2 * s.sd, 6);
    }
  });
});
