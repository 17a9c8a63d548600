import { exposuresOf, loadOf } from "#core/training/exposures";
import { entryOf, reportOf } from "../../support/log";
import { id } from "../../support/programs";

test("entries are gathered by the client's own day, newest day first, sets in order", () => {
  const later = { localDate: "2026-11-22", at: "2026-11-22T09:00:00Z" };
  const list = exposuresOf(id(2), [entryOf(1), entryOf(0), entryOf(5, { ...later, set: 0 })], [reportOf(9)]);
  expect(list.map((x) => [x.localDate, x.entries.map((e) => e.set), x.report?.feel ?? null])).toEqual([
    ["2026-11-22", [0], null],
    ["2026-11-20", [0, 1], "target"],
  ]);
});

test("another exercise's sets and an alternative's are left out", () => {
  const other = entryOf(3, { prescriptionId: id(77) });
  const instead = entryOf(4, { instead: { setupKey: "x", name: "Something else" } });
  expect(exposuresOf(id(2), [entryOf(1), other, instead], [])[0]!.entries).toEqual([entryOf(1)]);
});

test("the newest revision counts, in whatever order they arrive", () => {
  const revised = entryOf(1, { revision: 3, reserve: 0 });
  const middle = entryOf(1, { revision: 2, reserve: 1 });
  for (const order of [
    [revised, entryOf(1), middle],
    [entryOf(1), middle, revised],
  ])
    expect(exposuresOf(id(2), order, [])[0]!.entries).toEqual([revised]);
});

test("a day with only a report is a day: pain is not lost for want of a set", () => {
  expect(exposuresOf(id(2), [], [reportOf(1)])).toEqual([
    { localDate: "2026-11-20", entries: [], report: reportOf(1) },
  ]);
});

test("the load of an entry is the first that was typed", () => {
  const part = entryOf(1).parts[0]!;
  expect(loadOf(entryOf(1))).toEqual(part.load);
  expect(loadOf(entryOf(1, { parts: [{ ...part, load: null }, part] }))).toEqual(part.load);
  expect(loadOf(entryOf(1, { parts: [{ ...part, load: null }] }))).toBeNull();
});
