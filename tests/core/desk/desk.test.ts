/** What the desk makes of a client: days from the log, findings from the next targets, needs from the date. */
import { byNeed, needsOf, rowsOf, ATTENTION, type Decision, type DeskClient } from "#core/desk/needs";
import { evidence, fact } from "#core/desk/said";
import { problemsOf, standingOf, standingSchema, type Standing } from "#core/desk/standing";
import { CURRENT_EDITION } from "#core/edition/edition";
import { exercises } from "#core/exercises/library";
import { prescriptionsOf } from "#core/program/edit";
import type { Entry, Report } from "#core/training/entry";
import { entryOf, reportOf } from "../../support/log";
import { clientOf, id, prescriptionOf, programOf } from "../../support/programs";

const rules = CURRENT_EDITION.method;
const day = (d: string) => d;
const load = (value: number) => ({ value, unit: "kg" as const, meaning: "stack" as const });
const line = prescriptionOf(
  2,
  "cable-pushdown",
  {},
  { load: load(20), reps: { low: 8, high: 12 }, reserves: [2, 2, 2] },
);
const program = programOf([[line], [prescriptionOf(3, "hammer-curl", {}, { reserves: [2, 2] })]]);

/** sets of the line on a day, with the reps given */
const sets = (from: number, localDate: string, reps: number[], kg = 20): Entry[] =>
  reps.map((r, set) =>
    entryOf(from + set, {
      set,
      localDate,
      at: `${localDate}T17:0${set}:00Z`,
      parts: [{ id: id(9000 + from + set), kind: "full", load: load(kg), reps: r }],
    }),
  );
const standing = (entries: Entry[], reports: Report[] = []): Standing =>
  standingSchema.parse(standingOf(program, { entries, reports, handedOver: {}, bounds: {} }, rules));

const client = (change: Partial<DeskClient> = {}): DeskClient => ({
  id: id(901),
  name: "Vera Test",
  cleared: true,
  keepUntil: null,
  version: 4,
  handed: { number: 1, version: 4, at: "2026-11-20T08:00:00Z" },
  link: { expiresAt: "2027-03-01T08:00:00Z", openedAt: "2026-11-20T09:00:00Z" },
  standing: standing(sets(10, "2026-11-27", [10, 9, 9])),
  ...change,
});
const NOW = "2026-11-28T08:00:00Z";
const TODAY = "2026-11-28";
const kinds = (c: DeskClient, now = NOW, today = TODAY) => needsOf(c, now, today).map((n) => n.reason.kind);

describe("how a client stands", () => {
  test("days tell the sets of what their plan asks, newest first, and what was struck is not there", () => {
    const s = standing(
      [...sets(10, "2026-11-20", [10, 9]), ...sets(20, "2026-11-27", [10, 9, 9])].map((e) =>
        e.id === id(22) ? { ...e, voided: true } : e,
      ),
      [reportOf(50, { localDate: "2026-11-20", pain: { kind: "ache", score: 2, joint: "elbow", side: "left" } })],
    );
    expect(s.planned).toEqual({ sets: 5, days: 2 });
    expect(s.days).toEqual([
      { date: "2026-11-27", sets: 2, share: 2 / 3, pain: null },
      { date: "2026-11-20", sets: 2, share: 2 / 3, pain: 2 },
    ]);
  });

  test("a stop of the pain rule is a finding with the scores before; an ache that only holds the load is none", () => {
    const hurt = (n: number, localDate: string, score: number) =>
      reportOf(n, {
        localDate,
        at: `${localDate}T18:00:00Z`,
        pain: { kind: "ache", score, joint: "elbow", side: "left" },
      });
    const log = [...sets(10, "2026-11-20", [10, 9, 9]), ...sets(20, "2026-11-27", [10, 9, 9])];
    const stop = standing(log, [hurt(50, "2026-11-20", 2), hurt(51, "2026-11-27", 6)]);
    expect(stop.findings).toEqual([
      {
        at: { lineId: line.id, name: line.name, on: "2026-11-27" },
        what: { kind: "pain", joint: "elbow", side: "left", pain: "ache", score: 6, before: [2] },
      },
    ]);
    expect(standing(log, [hurt(50, "2026-11-27", 2)]).findings).toEqual([]);
  });

  test("a load typed ten times too high is a finding that names the set", () => {
    const log = [...sets(10, "2026-11-20", [10, 9, 9]), ...sets(20, "2026-11-27", [10], 200)];
    const [found] = standing(log).findings;
    expect(found!.what).toEqual({ kind: "unlikely", load: load(200), reps: 10, entryId: id(20), revision: 1 });
    expect(found!.at.on).toBe("2026-11-27");
  });

  test("what a client wrote is told once a line, the newest", () => {
    const note = (n: number, localDate: string, text: string) =>
      reportOf(n, { localDate, at: `${localDate}T18:00:00Z`, note: text });
    const s = standing([], [note(50, "2026-11-20", "old"), note(51, "2026-11-27", " handle too thick "), reportOf(52)]);
    expect(s.findings.map((f) => f.what)).toEqual([{ kind: "note", text: "handle too thick" }]);
  });
});

describe("what needs a coach", () => {
  test("a client who trains as planned needs nothing", () => expect(kinds(client())).toEqual([]));

  test("dates: each need begins on its own day and not the day before", () => {
    const at = (date: string) => [`${date}T08:00:00Z`, date] as const;
    const silent = client({ standing: standing(sets(10, "2026-11-27", [10])) });
    expect(kinds(silent, ...at("2026-12-03"))).toEqual([]);
    expect(kinds(silent, ...at("2026-12-04"))).toEqual(["silent"]);
    const link = client({ link: { expiresAt: "2026-12-01T08:00:00Z", openedAt: "2026-11-20T09:00:00Z" } });
    expect(kinds(link, ...at("2026-11-28"))).toEqual([]);
    expect(kinds(link, ...at("2026-11-29"))).toEqual(["link ends"]);
    expect(kinds(link, "2026-12-01T08:00:01Z", "2026-12-01")).toEqual(["no link"]);
    const unseen = { expiresAt: "2027-03-01T08:00:00Z", openedAt: null };
    // what was logged before is of the plan before
    const unopened = client({ link: unseen, standing: standing(sets(10, "2026-11-19", [10])) });
    expect(kinds(unopened, ...at("2026-11-22"))).toEqual([]);
    expect(kinds(unopened, ...at("2026-11-23"))).toEqual(["not opened"]);
    // who has logged a set of it has opened it
    expect(kinds(client({ link: unseen }), ...at("2026-11-28"))).toEqual([]);
    const long = client({ standing: standing(sets(10, "2027-01-01", [10])) });
    expect(ATTENTION.plan).toBe(6);
    expect(kinds(long, ...at("2026-12-31"))).toEqual([]);
    expect(kinds(long, ...at("2027-01-01"))).toEqual(["plan runs"]);
  });

  test("nobody is called silent before the plan has been in hand for a week, or while it is worked out", () => {
    expect(kinds(client({ standing: standing([]) }), "2026-11-26T08:00:00Z", "2026-11-26")).toEqual([]);
    expect(kinds(client({ standing: standing([]) }), "2026-11-27T08:00:00Z", "2026-11-27")).toEqual(["silent"]);
    expect(kinds(client({ standing: null }), "2026-12-20T08:00:00Z", "2026-12-20")).toEqual([]);
    expect(kinds(client({ handed: null, link: null, standing: standing([]) }))).toEqual([]);
  });

  test("safety comes before all, then what cannot be right, what runs out, progress, silence", () => {
    const c = client({ cleared: false, keepUntil: "2026-11-01", link: null, standing: standing([]) });
    const needs = needsOf(c, "2026-12-20T08:00:00Z", "2026-12-20");
    expect(needs.map((n) => n.reason.kind)).toEqual(["not cleared", "to erase", "no link", "silent"]);
    expect([...needs].reverse().sort(byNeed)).toEqual(needs);
    for (const { reason } of needs) {
      expect(fact({ reason, day })).toMatch(/^[A-Z].{5,}[^.]$/);
      expect(evidence({ reason, day })).toMatch(/\.$/);
    }
  });

  test("a decision holds for its evidence and no longer; what is put off comes back on its day", () => {
    const hurt = (localDate: string) =>
      client({
        standing: standing(sets(10, localDate, [10]), [
          reportOf(50, { localDate, pain: { kind: "sharp", score: 3, joint: "elbow", side: "left" } }),
        ]),
      });
    const [need] = needsOf(hurt("2026-11-27"), NOW, TODAY);
    const decision = (act: "done" | "later", until: string | null): Decision[] => [
      { id: id(1), clientId: id(901), need: need!.key, act, until, reason: null, by: "Coach", at: NOW },
    ];
    const rows = (c: DeskClient, d: Decision[], today = TODAY) => rowsOf([c], d, `${today}T08:00:00Z`, today);
    expect(rows(hurt("2026-11-27"), [])).toHaveLength(1);
    expect(rows(hurt("2026-11-27"), decision("done", null))).toEqual([]);
    expect(rows(hurt("2026-11-28"), decision("done", null))).toHaveLength(1);
    expect(rows(hurt("2026-11-27"), decision("later", "2026-11-30"), "2026-11-29")).toEqual([]);
    expect(rows(hurt("2026-11-27"), decision("later", "2026-11-30"), "2026-11-30")).toHaveLength(1);
    // another client's decision is not this one's
    expect(rows({ ...hurt("2026-11-27"), id: id(902) }, decision("done", null))).toHaveLength(1);
  });

  test("rows stand by their most pressing need, the oldest first", () => {
    const a = client({
      id: id(1),
      name: "Ada",
      standing: standing([]),
      handed: { number: 1, version: 4, at: "2026-11-01T08:00:00Z" },
    });
    const b = client({ id: id(2), name: "Bo", cleared: false });
    const c = client({
      id: id(3),
      name: "Cy",
      standing: standing([]),
      handed: { number: 1, version: 4, at: "2026-11-10T08:00:00Z" },
    });
    expect(rowsOf([a, b, c], [], NOW, TODAY).map((r) => r.client.name)).toEqual(["Bo", "Ada", "Cy"]);
  });
});

describe("a problem in the week as planned", () => {
  const method = CURRENT_EDITION.method;
  const problems = (change: Parameters<typeof clientOf>[0]) => problemsOf(program, clientOf(change), method, exercises);

  test("is what cannot be done or may hurt, never how much is trained, and nothing of an empty week", () => {
    // cable and dumbbells are there: whatever the dose is, nothing is wrong with doing it
    expect(problems({})).toEqual({ titles: [], all: 0 });
    const without = problems({ equipment: [] });
    expect(without.all).toBe(prescriptionsOf(program).length);
    expect(without.titles.length).toBeLessThanOrEqual(3);
    expect(without.titles[0]).toMatch(/equipment$/);
    expect(problemsOf({ ...program, days: [] }, clientOf({ equipment: [] }), method, exercises).all).toBe(0);
  });

  test("stands on the desk until it is decided on, and comes back when the plan has changed", () => {
    const own = { ...standing([]), problems: problems({ equipment: [] }) };
    const at = (version: number) =>
      needsOf(client({ standing: own, version }), NOW, TODAY).find((n) => n.reason.kind === "problems")!;
    expect(at(4).level).toBe(2);
    expect(at(5).key).not.toBe(at(4).key);
    const said = fact({ reason: at(4).reason, day: (d) => d });
    expect(said).toMatch(/^\d problems? in the week as planned$/);
  });
});
