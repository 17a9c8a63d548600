import { asOneLog, type Log } from "../../src/web/training/one-log";
import { entryOf, reportOf } from "../support/log";
import { id } from "../support/programs";

const page = (change: Partial<Log>): Log => ({
  entries: [],
  reports: [],
  checkIns: [],
  handedOver: {},
  bounds: {},
  answers: {},
  names: {},
  twice: [],
  next: null,
  ...change,
});

test("pages are one log: a set corrected later is there once, as it is now, whichever page has it", () => {
  const newest = page({
    entries: [entryOf(1), entryOf(2, { revision: 2, voided: true })],
    bounds: { [id(2)]: { low: 10, high: 40 } },
    names: { [id(2)]: "Cable curl" },
    twice: [id(1)],
    next: "later",
  });
  const older = page({
    entries: [entryOf(2), entryOf(3)],
    reports: [reportOf(9)],
    handedOver: { [id(1)]: { [id(2)]: { load: null, setupKey: "x" } } },
    names: { [id(2)]: "Curl, as it was called", [id(4)]: "An exercise that has gone" },
    twice: [id(1), id(3)],
    next: "earlier",
  });
  const one = asOneLog([newest, older]);
  expect(one.entries.map((e) => [e.id, e.revision, e.voided])).toEqual([
    [id(1), 1, false],
    [id(2), 2, true],
    [id(3), 1, false],
  ]);
  expect(asOneLog([older, newest]).entries.find((e) => e.id === id(2))).toMatchObject({ revision: 2 });
  expect(one.reports).toHaveLength(1);
  // what is known of now is the newest page's; where the next one begins is the oldest's
  expect(one.names).toEqual({ [id(2)]: "Cable curl", [id(4)]: "An exercise that has gone" });
  expect([one.bounds, one.next]).toEqual([newest.bounds, "earlier"]);
  expect(one.twice).toEqual([id(1), id(3)]);
  expect(Object.keys(one.handedOver)).toEqual([id(1)]);
});

test("one page is itself", () => {
  const only = page({ entries: [entryOf(1)] });
  expect(asOneLog([only])).toEqual(only);
});
