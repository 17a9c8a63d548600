import { logRows, programJsonSchema, readProgramFile } from "#core/exchange/files";
import { DEFAULT_METHOD } from "#core/planning/method";
import type { Entry } from "#core/training/entry";
import { snapshotSchema } from "#core/training/handover";
import { buildSnapshot } from "#core/training/snapshot";
import { id, prescriptionOf, programOf } from "../../support/programs";

const program = programOf([[prescriptionOf(1), prescriptionOf(2, "preacher-curl")], [prescriptionOf(3, "close-grip-bench-press")]]);

test("a program file reads back to itself", () => expect(readProgramFile(JSON.parse(JSON.stringify(program)))).toEqual({ program }));

test("what is wrong with a file is said with its path", () => {
  const errors = (data: unknown) => { const r = readProgramFile(data); return "errors" in r ? r.errors : []; };
  expect(errors("text")[0]!.reason).toMatch(/not a Gryn file/);
  expect(errors({ ...program, format: "gryn-exercise" })[0]!.path).toBe("format");
  expect(errors({ ...program, version: 7 })[0]!.reason).toMatch(/version 7.*Update Gryn/);
  const broken = JSON.parse(JSON.stringify(program));
  broken.days[0].blocks[0].prescriptions[0].rest = -5;
  broken.days[1].name = "";
  expect(errors(broken).map((e) => e.path)).toEqual(["days.0.blocks.0.prescriptions.0.rest", "days.1.name"]);
});

test("the JSON Schema comes from the same source", () => {
  const schema = programJsonSchema() as { properties: Record<string, unknown>; required: string[] };
  expect(schema.properties.format).toMatchObject({ const: "gryn-program" });
  expect(schema.required).toEqual(expect.arrayContaining(["id", "clientId", "days"]));
});

test("the log becomes one row a part, newest revision only, oldest first", () => {
  const load = { value: 12.5, unit: "kg", meaning: "stack" } as const;
  const entry = (n: number, revision: number, reps: number, at: string): Entry => ({ id: id(n), revision, handOverId: id(9), prescriptionId: id(1), set: n, parts: [{ id: id(50 + n), kind: "full", load, reps }, { id: id(60 + n), kind: "partial", load, reps: 3 }], reserve: 1, instead: null, at, zone: "Europe/Oslo", localDate: at.slice(0, 10), prescribed: { reps: { low: 8, high: 12 }, reserve: 1, load } });
  const rows = logRows([entry(1, 1, 9, "2026-11-03T10:00:00Z"), entry(0, 1, 10, "2026-11-02T10:00:00Z"), entry(1, 2, 8, "2026-11-03T10:00:00Z")], [], new Map([[id(1), "Cable pushdown"]]));
  expect(rows.map((r) => [r.date, r.part, r.reps])).toEqual([["2026-11-02", "full", 10], ["2026-11-02", "partial", 3], ["2026-11-03", "full", 8], ["2026-11-03", "partial", 3]]);
  expect(rows[0]).toMatchObject({ exercise: "Cable pushdown", load: "12.5", unit: "kg", plannedReps: "8-12" });
});

test("a hand-over holds texts, targets and drawings inside their box, and no empty day", () => {
  const snapshot = buildSnapshot(programOf([[prescriptionOf(1), prescriptionOf(2, "preacher-curl")], []]), 4, { stature: 1.62, mass: 58 }, DEFAULT_METHOD);
  expect(snapshotSchema.parse(snapshot)).toEqual(snapshot);
  expect(snapshot.days).toHaveLength(1);
  for (const b of snapshot.days[0]!.blocks)
    for (const p of b.prescriptions) {
      expect(p.cues.length).toBeGreaterThan(1);
      for (const pose of [p.start, p.end]) {
        expect(pose.strokes.some((s) => s.kind === "muscle")).toBe(true);
        for (const s of pose.strokes) for (const [x, y] of s.points) expect(x >= -0.01 && x <= 1.01 && y >= -0.01 && y <= 1.01).toBe(true);
      }
    }
});
