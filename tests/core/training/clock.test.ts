import { localDateOf, withinBounds } from "#core/training/clock";

const received = new Date("2026-11-26T18:00:00Z");
const handed = new Date("2026-11-20T09:00:00Z");
const item = (at: string, localDate: string, zone = "Europe/Oslo") => ({ at, zone, localDate });

test("what can be is left alone, to the letter", () => {
  for (const x of [
    item("2026-11-26T17:59:00Z", "2026-11-26"),
    item("2026-11-20T09:00:00Z", "2026-11-20"),
    item("2026-11-25T23:30:00+01:00", "2026-11-25"),
    item("2026-11-26T18:04:00Z", "2026-11-26"),
  ])
    expect(withinBounds(x, received, handed)).toBe(x);
  // somebody west of Greenwich, late in the evening of the day before
  expect(
    withinBounds(item("2026-11-26T05:00:00Z", "2026-11-25", "America/Los_Angeles"), received, handed).localDate,
  ).toBe("2026-11-25");
});

test("the future, and a time before the plan was there, are the moment of arrival", () => {
  for (const x of [
    item("2062-05-01T10:00:00Z", "2062-05-01"),
    item("1970-01-01T00:00:00Z", "1970-01-01"),
    item("2026-11-26T18:06:00Z", "2026-11-26"),
  ]) {
    const bounded = withinBounds(x, received, handed);
    expect(bounded).toEqual({ ...x, at: received.toISOString(), localDate: "2026-11-26" });
  }
  // where the hand-over is not known any more the past may be as it says
  expect(withinBounds(item("2024-01-01T00:00:00Z", "2024-01-01"), received, null).localDate).toBe("2024-01-01");
});

test("a day that is not the moment's own is the moment's", () => {
  expect(withinBounds(item("2026-11-25T10:00:00Z", "2099-01-01"), received, handed).localDate).toBe("2026-11-25");
});

test("a day is that of the zone, and of UTC where the zone is none", () => {
  const late = Date.parse("2026-11-25T23:30:00Z");
  expect([
    localDateOf(late, "Europe/Oslo"),
    localDateOf(late, "America/New_York"),
    localDateOf(late, "Nowhere/At All"),
    localDateOf(late, ""),
  ]).toEqual(["2026-11-26", "2026-11-25", "2026-11-25", "2026-11-25"]);
});
