import { CURRENT_EDITION } from "#core/edition/edition";
import type { Entry } from "#core/training/entry";
import type { Exposure } from "#core/training/exposures";
import { sideGap } from "#core/training/sides";
import { doingOf } from "#core/planning/doing";
import { prescriptionOf } from "../../support/programs";

const entry = (left: number | null, right: number | null): Entry =>
  ({
    parts: [
      ...(left === null ? [] : [{ id: "l", kind: "left", load: null, reps: left }]),
      ...(right === null ? [] : [{ id: "r", kind: "right", load: null, reps: right }]),
    ],
  }) as unknown as Entry;
const day = (...sets: [number | null, number | null][]): Exposure =>
  ({ localDate: "2026-11-20", entries: sets.map(([l, r]) => entry(l, r)), report: null }) as Exposure;

const gapOf = (days: readonly Exposure[]) => sideGap(days, CURRENT_EDITION.method);

describe("left against right", () => {
  test("the side that did less in two sessions running is the weaker one, by its share of the better side's reps", () => {
    const gap = gapOf([day([8, 10], [7, 10]), day([9, 10])])!;
    expect(gap.weaker).toBe("left");
    // by hand: days -2.5 and -1, better side 10 each
    expect(gap.byDay).toEqual([-2.5, -1]);
    expect(gap.share).toBeCloseTo(-0.175, 9);
    expect(gapOf([day([10, 8]), day([10, 9])])!.weaker).toBe("right");
  });

  test("sessions that do not agree, or a rep in twenty, are no difference", () => {
    expect(gapOf([day([8, 10]), day([10, 8])])!.weaker).toBe("either");
    expect(gapOf([day([19, 20]), day([19, 20])])!.weaker).toBe("either");
    expect(gapOf([day([10, 10]), day([6, 10])])!.weaker).toBe("either");
  });

  test("one session, or one side of it, says nothing", () => {
    expect(gapOf([])).toBeNull();
    expect(gapOf([day([6, 10])])).toBeNull();
    expect(gapOf([day([6, null]), day([null, 9])])).toBeNull();
    expect(gapOf([day([6, null]), day([6, 10]), day([0, 0])])!.byDay).toEqual([-4, 0]);
  });

  test("only the last four sessions speak", () => {
    const old = Array.from({ length: 9 }, () => day([2, 10]));
    expect(gapOf([day([10, 10]), day([10, 10]), day([10, 10]), day([10, 10]), ...old])!.share).toBe(0);
  });
});

test("the client reads which side begins, of what is done one side at a time only", () => {
  const one = prescriptionOf(1, "cable-side-raise", {}, { begins: "left" });
  expect(doingOf(one).join(" ")).toMatch(/The left side begins; the right side stops at its reps/);
  expect(doingOf({ ...one, begins: "either" }).join(" ")).not.toMatch(/begins/);
  expect(doingOf({ ...one, sides: "both" }).join(" ")).not.toMatch(/begins/);
});
