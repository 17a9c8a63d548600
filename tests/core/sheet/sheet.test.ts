/** The laid-out sheet: nothing is lost, nothing leaves the page, no card is broken; tables and days of a calendar. */
import fc from "fast-check";
import { dateBefore, daysBetween } from "#core/base/dates";
import { usualWeekdays, weekdayOf } from "#core/base/weekdays";
import { codeOf } from "#core/sheet/code";
import { eventsOf } from "#core/sheet/events";
import { greyOf, inkOf } from "#core/sheet/ink";
import { layoutSheet, PAPERS, USUAL, type Choices, type SheetAsk } from "#core/sheet/layout";
import { textsOf, type Measure, type Sheet } from "#core/sheet/marks";
import { COLUMNS, sheetRows } from "#core/sheet/rows";
import { sheetSchema } from "#core/sheet/schema";
import { linesOf } from "#core/sheet/setting";
import { buildSnapshot } from "#core/training/snapshot";
import { prescriptionOf, programOf } from "../../support/programs";

/** letters of one width: what fits can be worked out by hand */
const measure: Measure = (text, font, size) => text.length * size * (font === "strong" ? 0.55 : 0.5);
const load = (value: number) => ({ value, unit: "kg" as const, meaning: "stack" as const });

const program = programOf(
  [
    [
      prescriptionOf(
        2,
        "cable-pushdown",
        {},
        { load: load(20), reps: { low: 8, high: 12 }, reserves: [2, 1, 0], note: "elbows still" },
      ),
      prescriptionOf(3, "hammer-curl", {}, { load: null, reserves: [2, 2] }),
    ],
    [prescriptionOf(4, "back-squat", {}, { load: { ...load(60), meaning: "total" }, reserves: [3, 2] })],
  ],
  { name: "Arm block" },
);
const snapshot = buildSnapshot(program, 3, { stature: 1.75, mass: 75 });
const ask: SheetAsk = {
  client: "Vera Test",
  language: "en",
  number: 4,
  day: "30 Nov 2026",
  snapshot,
  painStops: 4,
  code: null,
};
const whole = (s: Sheet) => s.pages.flatMap(textsOf).join(" ");
const all = fc.record<Choices>({
  paper: fc.constantFrom("a4", "letter"),
  weeks: fc.integer({ min: 1, max: 6 }),
  log: fc.boolean(),
  large: fc.boolean(),
});

test("whatever is chosen, every mark lies on its page and the sheet is readable by its schema", () => {
  fc.assert(
    fc.property(all, (choices) => {
      const sheet = layoutSheet(ask, choices, measure);
      expect(sheetSchema.safeParse(sheet).success).toBe(true);
      const [width, height] = PAPERS[choices.paper];
      for (const m of sheet.pages.flatMap((p) => p.blocks.flatMap((b) => b.marks))) {
        const [x0, y0, x1, y1] =
          m.kind === "text"
            ? [m.x, m.y - m.size, m.x + m.width, m.y]
            : m.kind === "line"
              ? [m.x1, m.y1, m.x2, m.y2]
              : [m.x, m.y, m.x + m.width, m.y + m.height];
        expect(Math.min(x0, x1)).toBeGreaterThanOrEqual(20);
        expect(Math.max(x0, x1)).toBeLessThanOrEqual(width - 20);
        expect(Math.min(y0, y1)).toBeGreaterThanOrEqual(15);
        expect(Math.max(y0, y1)).toBeLessThanOrEqual(height - 15);
      }
    }),
    { numRuns: 30 },
  );
});

test("every exercise, its load, its note and the pain rule stand on it, whatever is chosen", () => {
  fc.assert(
    fc.property(all, (choices) => {
      const text = whole(layoutSheet(ask, choices, measure));
      for (const p of snapshot.days.flatMap((d) => d.blocks.flatMap((b) => b.prescriptions)))
        for (const word of p.name.split(" ")) expect(text).toContain(word);
      expect(text).toContain("elbows still");
      expect(text).toContain("20 kg");
      expect(text).toContain("find a load");
      expect(text).toMatch(/pain of 4 and more/);
    }),
    { numRuns: 12 },
  );
});

test("a card stands on one page: its name, both figures and its log", () => {
  const big = programOf([
    Array.from({ length: 9 }, (_, i) => prescriptionOf(20 + i, "hammer-curl", {}, { reserves: [2, 2, 2, 2] })),
  ]);
  const sheet = layoutSheet({ ...ask, snapshot: buildSnapshot(big, 0, { stature: 1.75, mass: 75 }) }, USUAL, measure);
  expect(sheet.pages.length).toBeGreaterThan(2);
  for (const { blocks } of sheet.pages) {
    const count = (tag: string) => blocks.filter((b) => b.tag === tag).length;
    const cards = count("H3");
    expect(blocks.filter((b) => b.tag === "Figure")).toHaveLength(2 * cards);
    expect(blocks.filter((b) => b.alt?.startsWith("Log for"))).toHaveLength(cards);
  }
  expect(sheet.pages.flatMap((p) => p.blocks).filter((b) => b.tag === "H3")).toHaveLength(9);
});

test("a log has a row a set and a column a week; without one there is none", () => {
  const rows = (choices: Choices) =>
    layoutSheet(ask, choices, measure)
      .pages.flatMap((p) => p.blocks)
      .filter((b) => b.alt?.startsWith("Log for"))
      .map((b) => b.marks.flatMap((m) => (m.kind === "text" ? [m.text] : [])));
  expect(rows({ ...USUAL, weeks: 2 })).toEqual([
    ["Week 1", "Week 2", "Set 1", "Set 2", "Set 3"],
    ["Week 1", "Week 2", "Set 1", "Set 2"],
    ["Week 1", "Week 2", "Set 1", "Set 2"],
  ]);
  expect(rows({ ...USUAL, log: false })).toEqual([]);
});

test("large print is larger, and figures have words for whoever does not see them", () => {
  const sizes = (large: boolean) =>
    layoutSheet(ask, { ...USUAL, large }, measure)
      .pages.flatMap((p) => p.blocks.filter((b) => b.tag === "P").flatMap((b) => b.marks))
      .flatMap((m) => (m.kind === "text" ? [m.size] : []));
  expect(Math.max(...sizes(true))).toBeGreaterThan(1.2 * Math.max(...sizes(false)));
  const figures = layoutSheet(ask, USUAL, measure).pages.flatMap((p) => p.blocks.filter((b) => b.tag === "Figure"));
  expect(figures).toHaveLength(6);
  for (const f of figures) expect(f.alt).toMatch(/, (start|end) of the rep$/);
});

test("lines: no line is too wide, no letter is lost, the first may be shorter", () => {
  const word = fc.stringMatching(/^[a-z]{1,18}$/);
  fc.assert(
    fc.property(
      fc.array(word, { minLength: 1, maxLength: 12 }),
      fc.integer({ min: 30, max: 90 }),
      fc.nat(40),
      (list, width, indent) => {
        const lines = linesOf(list.join(" "), { font: "text", size: 10 }, width, measure, indent);
        lines.forEach((l, i) =>
          expect(measure(l, "text", 10)).toBeLessThanOrEqual(Math.max(5, width - (i ? 0 : indent))),
        );
        expect(lines.join("").replace(/ /g, "")).toBe(list.join(""));
      },
    ),
  );
});

test("the code is a square with a free edge, and another link is another code", () => {
  const a = codeOf("https://gryn.example/floor#abcdefghijklmnopqrstuvwxyz");
  expect(a.dark).toHaveLength(a.size ** 2);
  for (let i = 0; i < a.size; i++)
    for (let e = 0; e < 4; e++) {
      expect(a.dark[e * a.size + i]).toBe(false);
      expect(a.dark[i * a.size + e]).toBe(false);
    }
  // the three corners by which a reader finds it: seven dark modules in a row
  const corner = (x: number, y: number) =>
    Array.from({ length: 7 }, (_, i) => a.dark[y * a.size + x + i]).every(Boolean);
  expect([corner(4, 4), corner(a.size - 11, 4), corner(4, a.size - 11)]).toEqual([true, true, true]);
  expect(codeOf("https://gryn.example/floor#other").dark.join()).not.toBe(a.dark.join());
});

test("the table has a row an exercise and a column for each heading", () => {
  const rows = sheetRows(snapshot);
  expect(rows.map((r) => [r.day, r.number, r.load, r.left])).toEqual([
    ["Day 1", 1, 20, "2, 1, 0"],
    ["Day 1", 2, null, "2, 2"],
    ["Day 2", 1, 60, "3, 2"],
  ]);
  expect(new Set(COLUMNS.map(([key]) => key))).toEqual(new Set(Object.keys(rows[0]!)));
});

describe("days of a calendar", () => {
  const days = (change: (typeof program.days)[number][]) => ({ days: change });

  test("without dates: every week, on days with as much rest between as there is, from the hand-over on", () => {
    const events = eventsOf(snapshot, program, "2026-11-25", { minutes: 45 }, "en");
    expect(events.map((e) => [weekdayOf(e.date), e.every])).toEqual([
      [0, 1],
      [3, 1],
    ]);
    for (const e of events) expect(daysBetween("2026-11-25", e.date)).toBeGreaterThanOrEqual(0);
    for (const e of events) expect(daysBetween("2026-11-25", e.date)).toBeLessThan(7);
    expect(events[0]!.text).toContain("3 × 8–12, 20 kg");
    expect(usualWeekdays(2)).toEqual([0, 3]);
  });

  test("a day with a date is there once, on it; days of two weeks that take turns come every second week", () => {
    const dated = days(program.days.map((d, i) => (i === 0 ? { ...d, date: "2026-12-24" } : d)));
    expect(eventsOf(snapshot, dated, "2026-11-25", { minutes: 45 }, "en").map((e) => [e.date, e.every])).toEqual([
      ["2026-12-24", null],
      ["2026-11-26", 1],
    ]);
    const turns = days(program.days.map((d, i) => (i === 1 ? { ...d, week: "B" as const } : d)));
    const [a, b] = eventsOf(snapshot, turns, "2026-11-25", { minutes: 45 }, "en");
    expect([a!.every, b!.every]).toEqual([2, 2]);
    expect(daysBetween(a!.date, b!.date)).toBe(7);
  });
});

test("ink: darker is more of it, and every role of a drawing has one", () => {
  expect([greyOf(1), greyOf(0)]).toEqual(["#000000", "#ffffff"]);
  const roles = new Set(
    snapshot.days.flatMap((d) =>
      d.blocks.flatMap((b) => b.prescriptions.flatMap((p) => p.start.shapes.map((s) => s.role))),
    ),
  );
  expect(roles.size).toBeGreaterThan(4);
  for (const role of roles) expect(inkOf(role).fill !== null || inkOf(role).stroke !== null).toBe(true);
  expect(inkOf("lead").fill!).toBeGreaterThan(4 * inkOf("belly").fill!);
});

test("dates: a month's end, a leap year, a clock change", () => {
  expect(dateBefore("2026-03-01", 1)).toBe("2026-02-28");
  expect(dateBefore("2028-03-01", 1)).toBe("2028-02-29");
  expect(dateBefore("2026-12-31", -1)).toBe("2027-01-01");
  expect(daysBetween("2026-03-28", "2026-03-30")).toBe(2);
  expect(daysBetween("2026-11-28T23:59:00Z", "2026-11-29T00:01:00Z")).toBe(1);
});
