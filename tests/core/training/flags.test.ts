import { CURRENT_EDITION } from "#core/edition/edition";
import type { Load } from "#core/program/document";
import { changedSetup } from "#core/planning/lines";
import { doneCredit } from "#core/training/done-credit";
import type { Entry, Part } from "#core/training/entry";
import { asOfNow, exposuresOf } from "#core/training/exposures";
import { flagsOf, isWellWithin } from "#core/training/flags";
import { liftedSets } from "#core/training/lifted";
import { targetFor } from "#core/training/progression";
import { entryOf } from "../../support/log";
import { id, prescriptionOf } from "../../support/programs";
import { clientOf, workout } from "./simulated";

const { method } = CURRENT_EDITION;
const kg = (value: number): Load => ({ value, unit: "kg", meaning: "stack" });
const p = prescriptionOf(
  2,
  "cable-pushdown",
  {},
  { reps: { low: 10, high: 16 }, reserves: [2, 2, 2], load: kg(8), loadStep: kg(1) },
);
const set = (day: number, n: number, load: number, reps: number, change: Partial<Entry> = {}): Entry =>
  entryOf(100 * day + n, {
    prescriptionId: p.id,
    set: n,
    parts: [{ id: id(9000 + 100 * day + n), kind: "full", load: kg(load), reps }],
    localDate: `2026-11-${String(day).padStart(2, "0")}`,
    at: `2026-11-${String(day).padStart(2, "0")}T10:0${n}:00Z`,
    ...change,
  });
const history = (entries: Entry[]) => ({ entries, reports: [], handedOver: {}, bounds: {} });

describe("a set that cannot well be", () => {
  const usual = [set(2, 0, 8, 15), set(2, 1, 8, 14), set(4, 0, 8, 16)];
  const slip = set(6, 0, 40, 15);

  test("is flagged at once, by the line's own sets, and believed nowhere until a coach says so", () => {
    const log = [...usual, slip];
    expect([...flagsOf(p, log, undefined, method)]).toEqual([slip.id]);
    const target = targetFor(p, history(log), method);
    expect(target).toMatchObject({ decision: "check", load: { value: 8 } });
    expect(target.sets.map((s) => s.load?.value)).toEqual([8, 8, 8]);
    const lifted = liftedSets([p], { entries: log, bounds: {}, handedOver: {} }, 0, method);
    expect(lifted.map((l) => l.kg)).toEqual([8, 8, 8]);
  });

  test("confirmed it is believed, and the next one like it is no surprise", () => {
    const log = [...usual, { ...slip, confirmed: true }, set(6, 1, 40, 13), set(8, 0, 40, 15)];
    expect(flagsOf(p, log, undefined, method).size).toBe(0);
    expect(targetFor(p, history(log), method).load?.value).toBe(40);
  });

  test("so are reps ten too many after three workouts; finding a load on the first day is not", () => {
    const three = [set(2, 0, 8, 13), set(4, 0, 8, 13), set(6, 0, 8, 14)];
    expect(flagsOf(p, [...three, set(8, 0, 8, 24)], undefined, method).size).toBe(1);
    expect(flagsOf(p, [set(2, 0, 5, 15), set(2, 1, 8, 14), set(2, 2, 9, 12)], undefined, method).size).toBe(0);
    expect(flagsOf(p, [...three, set(8, 0, 9, 11)], undefined, method).size).toBe(0);
  });

  test("the first set of a line is held against the plan: a tenth or ten times is asked about, a guess that was off is not", () => {
    const asked = (load: number, reps: number) =>
      flagsOf(p, [set(2, 0, load, reps, { prescribed: { reps: p.reps, reserve: 2, load: kg(8) } })], undefined, method)
        .size;
    expect([asked(0.8, 13), asked(80, 13)]).toEqual([1, 1]);
    expect([asked(4, 20), asked(8, 13), asked(20, 10), asked(24, 10)]).toEqual([0, 0, 0, 0]);
    // confirmed it is the client's load; without a planned load there is nothing to hold it against
    const first = set(2, 0, 80, 13, { prescribed: { reps: p.reps, reserve: 2, load: kg(8) } });
    expect(flagsOf(p, [{ ...first, confirmed: true }], undefined, method).size).toBe(0);
    const open = set(2, 0, 80, 13, { prescribed: { reps: p.reps, reserve: 2, load: null } });
    expect(flagsOf(p, [open], undefined, method).size).toBe(0);
  });

  test("of simulated clients who type rightly, fewer than one in a hundred sets is asked about", () => {
    let sets = 0;
    let asked = 0;
    for (let c = 0; c < 60; c++) {
      const client = clientOf(500 + c, 0.7);
      const load = Math.max(2, Math.round(client.start(14)));
      const log = Array.from({ length: 16 }, (_, w) => {
        const day = workout(
          client,
          p,
          load,
          `2026-${String(1 + Math.floor(w / 4)).padStart(2, "0")}-0${1 + 2 * (w % 4)}`,
        );
        client.grow();
        return day;
      }).flat();
      sets += log.length;
      asked += flagsOf(p, log, undefined, method).size;
    }
    expect(asked / sets).toBeLessThan(0.01);
  });

  test("what could not change what is believed asks for no work of the engine", () => {
    const bound = { low: 5, high: 20 };
    expect(isWellWithin(set(2, 0, 8, 12), bound)).toBe(true);
    expect(isWellWithin(set(2, 0, 13, 15), bound)).toBe(false);
    expect(isWellWithin(set(2, 0, 8, 12), undefined)).toBe(false);
    expect(isWellWithin(set(2, 0, 90, 12, { instead: { setupKey: "x", name: "Band" } }), bound)).toBe(true);
  });
});

describe("a line whose setup was changed keeps its log", () => {
  const was = { ...p, setupKey: "pushdown@1:pulley=0.3", name: "Pushdown, 30 cm", load: kg(20), note: "Slowly" };
  const fresh = prescriptionOf(77, "cable-pushdown", {}, { setupKey: "pushdown@1:pulley=0.8", loadStep: kg(2.5) });
  const now = changedSetup(was, fresh, 0.75, "2026-11-10");
  const handedOver = { [id(1)]: { [p.id]: { load: kg(20), setupKey: was.setupKey } } };

  test("it is the same line, with what was decided for it, and a load as far on as mechanics says", () => {
    expect(now).toMatchObject({ id: p.id, note: "Slowly", reserves: was.reserves, load: { value: 15 } });
    expect(now.earlier).toEqual([{ setupKey: was.setupKey, name: was.name, ratio: 0.75, until: "2026-11-10" }]);
    // back again: what was is what is, and the other is what was
    const back = changedSetup(now, { ...fresh, setupKey: was.setupKey }, 4 / 3, "2026-11-20");
    expect(back.load?.value).toBe(20);
    expect(back.earlier.map((e) => e.setupKey)).toEqual([fresh.setupKey]);
  });

  test("its workouts are read in the present setup, and the next target follows from them", () => {
    const log = [set(2, 0, 20, 13), set(2, 1, 20, 12), set(2, 2, 20, 11)];
    const read = exposuresOf(p.id, asOfNow(now, { entries: log, handedOver }), []);
    expect(read[0]!.entries.map((e) => e.parts[0]!.load?.value)).toEqual([15, 15, 15]);
    const target = targetFor(now, { ...history(log), handedOver }, method);
    expect(target).toMatchObject({ decision: "hold", load: { value: 15 } });
    expect(target.reasons.some((r) => r.kind === "first time" || r.kind === "set by coach")).toBe(false);
  });
});

describe("credit of what was done", () => {
  const part = (load: number, reps: number, kind: Part["kind"] = "full"): Part => ({
    id: id(1),
    kind,
    load: kg(load),
    reps,
  });
  const drop = { ...p, technique: { id: "drop-set" as const, easier: null } };

  test("a drop set counts as far as its drops were done; a plain set by its reserve", () => {
    const whole = set(2, 2, 8, 12, { parts: [part(8, 12), part(6, 7), part(5, 6), part(4, 6)], reserve: 0 });
    expect(doneCredit(whole, drop, method)).toBeCloseTo(2.7);
    expect(doneCredit({ ...whole, parts: whole.parts.slice(0, 2) }, drop, method)).toBeCloseTo(1 + 1.7 / 3);
    expect(doneCredit(set(2, 0, 8, 12, { reserve: 4 }), p, method)).toBeCloseTo(0.6);
    expect(doneCredit({ ...whole, voided: true }, drop, method)).toBe(0);
  });

  test("its reps are those before the drops", () => {
    const log = [set(2, 0, 8, 12), set(2, 1, 8, 11), set(2, 2, 8, 10, { parts: [part(8, 10), part(6, 9)] })];
    const target = targetFor(drop, history(log), method);
    expect(target.decision).toBe("hold");
    expect(target.load?.value).toBe(8);
  });
});
