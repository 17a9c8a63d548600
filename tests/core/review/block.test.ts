/** What is proposed for the whole week: a block's lighter week, the block after it, and the next specialised group. */
import { dateBefore } from "#core/base/dates";
import { CURRENT_EDITION } from "#core/edition/edition";
import { doseTotal, weekDose } from "#core/planning/dose";
import { bandOf } from "#core/planning/groups";
import { nextGroup, rotate } from "#core/planning/rotate";
import type { Prescription, Program } from "#core/program/document";
import { prescriptionsOf } from "#core/program/edit";
import { proposalOf, setsOf } from "#core/review/proposal";
import { reviewOf } from "#core/review/review";
import type { CheckIn } from "#core/training/check-in-schema";
import type { Entry } from "#core/training/entry";
import { editsApply } from "../../support/edits";
import { entryOf } from "../../support/log";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const { method } = CURRENT_EDITION;
const TODAY = "2026-06-01";
const press = prescriptionOf(1, "machine-chest-press", {}, { reserves: [2, 1, 1] });
const curl = prescriptionOf(2, "cable-curl", {}, { reserves: [2, 1, 1] });
const pushdown = prescriptionOf(3, "cable-pushdown", {}, { reserves: [2, 1, 1] });
const program = programOf([[press, curl, pushdown]]);

/** one day a week; each week's sets and the reserve they were asked with, oldest first */
function log(
  weeks: readonly { sets: number; reserve: number }[],
  of: readonly Prescription[] = [press, curl],
): Entry[] {
  return weeks.flatMap(({ sets, reserve }, w) => {
    const localDate = dateBefore(TODAY, 7 * (weeks.length - w) - 1);
    return of.flatMap((p, line) =>
      Array.from({ length: sets }, (_, set) =>
        entryOf(10_000 * line + 100 * w + set, {
          prescriptionId: p.id,
          set,
          reserve,
          prescribed: { reps: p.reps, reserve, load: p.load },
          parts: [{ id: id(500_000 + 10_000 * line + 100 * w + set), kind: "full", load: p.load, reps: 11 }],
          localDate,
          at: `${localDate}T10:${String(10 * line + 3 * set).padStart(2, "0")}:00Z`,
        }),
      ),
    );
  });
}
const heavy = (n: number) => Array.from({ length: n }, () => ({ sets: 3, reserve: 1 }));
const light = { sets: 2, reserve: 3 };

function proposed(entries: Entry[], of: Program = program, checkIns: CheckIn[] = [], client = clientOf()) {
  const history = { entries, reports: [], checkIns, handedOver: {}, bounds: {} };
  const ask = { program: of, history, client, method, today: TODAY };
  const review = reviewOf(ask);
  return { review, edits: proposalOf({ ...ask, review }), ask: { ...ask, review } };
}
const kindsOf = (x: ReturnType<typeof proposed>) => x.edits.map((e) => e.reason.kind);

describe("a block", () => {
  test("ends after six weeks with a lighter one: fewer sets, further from failure; before that nothing is said", () => {
    expect(kindsOf(proposed(log(heavy(5))))).not.toContain("block end");
    const six = proposed(log(heavy(6)));
    expect(six.review.block).toEqual({ weeks: 6, lighter: false, reserve: 1 });
    const end = six.edits.find((e) => e.reason.kind === "block end")!;
    const next = editsApply(program, end.operations);
    expect(setsOf(next)).toBe(6);
    expect(prescriptionsOf(next).every((p) => p.reserves.every((r) => r >= 3))).toBe(true);
    // a lighter week within them begins to count anew
    expect(proposed(log([...heavy(5), light, ...heavy(2)])).review.block).toMatchObject({ weeks: 2, lighter: false });
  });

  test("declined it is not said again that week; once the week is lighter nothing in it goes up", () => {
    const six = proposed(log(heavy(6)));
    const end = six.edits.find((e) => e.reason.kind === "block end")!;
    const without = proposalOf({ ...six.ask, declined: new Set([end.key]) });
    expect(without.map((e) => e.reason.kind)).not.toContain("block end");
    const taken = proposed(log(heavy(6)), editsApply(program, end.operations));
    expect(taken.edits.filter((e) => e.operations.length > 0)).toEqual([]);
  });

  test("after the lighter week sets and effort are those of before it", () => {
    const end = proposed(log(heavy(6))).edits.find((e) => e.reason.kind === "block end")!;
    const now = editsApply(program, end.operations);
    const after = proposed(log([...heavy(6), light], [press, curl, pushdown]), now);
    expect(after.review.block).toMatchObject({ weeks: 0, lighter: true });
    const next = after.edits.find((e) => e.reason.kind === "next block")!;
    expect(prescriptionsOf(editsApply(now, next.operations)).map((p) => p.reserves)).toEqual([
      [1, 1, 1],
      [1, 1, 1],
      [1, 1, 1],
    ]);
  });

  test("a week in which less was done than asked is not a lighter week", () => {
    const ill = [...heavy(4), { sets: 1, reserve: 1 }, ...heavy(2)];
    expect(proposed(log(ill)).review.block).toMatchObject({ weeks: 7, lighter: false });
  });
});

describe("the next specialised group", () => {
  const client = clientOf({ priorities: { chest: "specialise", biceps: "grow", triceps: "grow" } });
  const band = (group: string, priorities: (typeof client)["priorities"]) =>
    bandOf(group, { ...client, priorities }, method)!;

  test("comes after six weeks; what was specialised is held with fewer sets, what is next gets more", () => {
    const six = [1, 1, 1, 1, 1, 1];
    const second = prescriptionOf(4, "dumbbell-bench-press", {}, { reserves: six });
    const wide = programOf([
      [{ ...press, reserves: six }, second],
      [curl, pushdown],
    ]);
    const { edits, review } = proposed([...log([...heavy(3), light, ...heavy(4)])], wide, [], client);
    expect(review.specialised).toEqual([{ group: "chest", weeks: 8 }]);
    const edit = edits.find((e) => e.reason.kind === "rotate")!;
    expect(edit.priorities).toMatchObject({ chest: "hold" });
    const to = (edit.reason as { to: string }).to;
    expect(edit.priorities![to]).toBe("specialise");
    const next = editsApply(wide, edit.operations);
    const dose = (p: Program, g: string) => doseTotal(weekDose(p).groups[g]!);
    expect(dose(next, "chest")).toBeLessThan(dose(wide, "chest"));
    expect(dose(next, "chest")).toBeGreaterThan(0);
    expect(dose(next, to)).toBeGreaterThanOrEqual(dose(wide, to));
    expect(edits.filter((e) => e.operations.some((o) => o.kind === "change" && o.change.reserves))).toEqual([edit]);
  });

  test("is the one that is furthest under its band; none where nothing else is to grow", () => {
    const uneven = programOf([[press, { ...curl, reserves: [1, 1, 1, 1, 1, 1] }, { ...pushdown, reserves: [1] }]]);
    expect(nextGroup(uneven, client, method)).toBe("triceps");
    expect(nextGroup(uneven, { ...client, priorities: { chest: "specialise" } }, method)).toBeNull();
  });

  test("stays within its band and within the day's minutes, and locks are kept", () => {
    const locked = programOf([[{ ...press, reserves: [1, 1, 1, 1, 1, 1], locked: true }, curl, pushdown]]);
    const { operations, priorities } = rotate(locked, client, method, "chest", "biceps");
    expect(operations.some((o) => "prescriptionId" in o && o.prescriptionId === press.id)).toBe(false);
    const next = editsApply(locked, operations);
    expect(doseTotal(weekDose(next).groups.biceps!)).toBeLessThan(band("biceps", priorities).low + 1.01);
  });

  test("counts from the day on which it was given its priority", () => {
    const ask = { program, history: { entries: log(heavy(8)), reports: [], handedOver: {}, bounds: {} }, method };
    const since = dateBefore(TODAY, 15);
    const review = reviewOf({ ...ask, client, today: TODAY, specialisedSince: { chest: since } });
    expect(review.specialised).toEqual([{ group: "chest", weeks: 2 }]);
  });
});

describe("soreness by muscle, and minutes", () => {
  const checkIn = (n: number, localDate: string, sore: string[]): CheckIn => ({
    id: id(900 + n),
    revision: 1,
    sleep: 4,
    food: 4,
    soreness: sore.length ? 2 : 5,
    stress: 4,
    sore,
    at: `${localDate}T06:00:00Z`,
    zone: "Europe/Oslo",
    localDate,
  });

  test("a group's sets before it was sore stand against those before it was not", () => {
    const weeks = [3, 6, 3, 6, 3, 6, 3, 6].map((sets) => ({ sets, reserve: 1 }));
    const checkIns = weeks.map((w, i) =>
      checkIn(i, dateBefore(TODAY, 7 * (weeks.length - i) - 3), w.sets === 6 ? ["biceps"] : []),
    );
    const [biceps] = proposed(log(weeks), program, checkIns).review.sore.filter((s) => s.group === "biceps");
    expect(biceps).toMatchObject({ weeks: 4, of: 8 });
    expect(biceps!.sets / biceps!.otherwise).toBeCloseTo(2, 1);
    // three of either say nothing yet
    expect(proposed(log(weeks.slice(3)), program, checkIns.slice(3)).review.sore).toEqual([]);
  });

  test("minutes are those from the first set of a day to its last; a log typed afterwards says none", () => {
    const own = log(heavy(1));
    expect(proposed(own).review.weeks[0]!.minutes).toBe(16);
    expect(proposed(own.map((e) => ({ ...e, at: own[0]!.at }))).review.weeks[0]!.minutes).toBeNull();
  });
});
