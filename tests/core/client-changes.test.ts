/** What a saved form changed, and how it reads. */
import { changesOf, changeText } from "#core/clients/changes";
import type { ClientInput } from "#core/clients/client";
import { groupName } from "#core/planning/groups";
import { clientOf } from "../support/programs";

const before = clientOf({ equipment: ["cable", "dumbbell"], priorities: { quads: "hold" }, mobility: [] });
const said = (change: Partial<ClientInput>) =>
  changesOf(before, { ...before, ...change }).map((c) => changeText(c, groupName));

test("nothing changed says nothing; the order of the form is kept", () => {
  expect(said({})).toEqual([]);
  expect(said({ minutes: 60, stature: 1.73, mass: 71 })).toEqual([
    "height: 170 cm → 173 cm",
    "body weight: 70 kg → 71 kg",
    "minutes a session: 45 → 60",
  ]);
});

test.each<[Partial<ClientInput>, string]>([
  [{ equipment: ["dumbbell", "band"] }, "equipment + band, − cable"],
  [{ priorities: { quads: "grow", chest: "hold" } }, "Quads: hold → grow, Chest: left out → hold"],
  [{ priorities: {} }, "Quads: hold → left out"],
  [{ joints: [{ joint: "knee", side: "left", severity: "severe", note: "" }] }, "joints + left knee severe"],
  [{ mobility: [{ move: "arm-raised", to: 120 }] }, "movements + arm raised to 120°"],
  [{ weekdays: [{ day: 1, minutes: 30 }] }, "weekdays + Tue 30 min"],
  [{ stations: ["leg press"] }, "machines leg press"],
  [{ screening: { young: "yes" } }, "Under 18? not answered → yes"],
  [{ clearance: { by: "A. Falk", on: "2026-11-03" } }, "cleared by A. Falk on 2026-11-03"],
  [{ cleared: false }, "cleared: yes → no"],
  [{ keepUntil: "2028-01-01" }, "keep until: none → 2028-01-01"],
  [{ place: "00000000-0000-4000-8000-000000000001" }, "another place"],
])("%j reads %s", (change, text) => expect(said(change)).toEqual([text]));

test("every field of the form has words: none is told as data", () => {
  const other = clientOf({
    name: "Other",
    level: "beginner",
    phase: "lose",
    unit: "lb",
    alone: true,
    unwanted: ["push-up"],
    note: "x",
    consent: "2026-01-01",
  });
  for (const text of changesOf(before, other).map((c) => changeText(c, groupName)))
    expect(text).not.toMatch(/[{}[\]"]/);
});
