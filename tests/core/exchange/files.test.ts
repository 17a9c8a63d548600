import { readFileSync } from "node:fs";
import { programDifference } from "#core/exchange/difference";
import { logRows, programJsonSchema, readProgramFile } from "#core/exchange/files";
import { upgrade, VERSIONS } from "#core/exchange/upgrade";
import { applyOperation, prescriptionsOf } from "#core/program/edit";
import type { Program } from "#core/program/document";
import type { Entry } from "#core/training/entry";
import { snapshotSchema } from "#core/training/handover";
import { buildSnapshot } from "#core/training/snapshot";
import { id, prescriptionOf, programOf } from "../../support/programs";

const program = programOf([
  [prescriptionOf(1), prescriptionOf(2, "preacher-curl")],
  [prescriptionOf(3, "close-grip-bench-press")],
]);

const text = (data: unknown) => JSON.stringify(data, null, 2);

test("a program file reads back to itself", () => expect(readProgramFile(text(program))).toEqual({ program }));

test.each(Array.from({ length: VERSIONS.program }, (_, i) => i + 1))(
  "the frozen file of version %s is still read",
  (version) => {
    const frozen = readFileSync(`tests/fixtures/program-${version}.json`, "utf8");
    expect(JSON.parse(frozen).version).toBe(version);
    const read = readProgramFile(frozen);
    if ("errors" in read) throw new Error(text(read.errors));
    expect(read.program.version).toBe(VERSIONS.program);
    // what a line was chosen for is told as far as it can be, and nothing is made up of what the engine would say
    expect(prescriptionsOf(read.program).map((p) => [p.target, p.bodyLoad, p.harder])).toEqual([
      ["triceps-lateral", 0, null],
      ["brachioradialis", 0, null],
      ["biceps-long", 0, null],
    ]);
    expect(read.program.days[0]!.date).toBe(version >= 3 ? "2026-12-01" : null);
    expect(
      read.program.days.map((d) =>
        d.blocks.flatMap((b) => b.prescriptions.map((p) => [p.name, p.rest, p.alternatives.length])),
      ),
    ).toEqual([
      [
        ["Cable pushdown, one step back", 90, version === 1 ? 0 : 1],
        ["Hammer curl", 90, 0],
      ],
      [["Preacher curl, pad 45°", 90, 0]],
    ]);
  },
);

test("what is wrong with a file is said with its line and path", () => {
  const errors = (data: unknown) => {
    const r = readProgramFile(text(data));
    return "errors" in r ? r.errors : [];
  };
  expect(errors("text")[0]!.reason).toMatch(/not a Gryn file/);
  const unreadable = readProgramFile('{\n  "format": "gryn-program",\n  "version" 2\n}');
  expect("errors" in unreadable && unreadable.errors[0]).toMatchObject({
    line: 3,
    reason: expect.stringMatching(/Not readable as JSON/),
  });
  expect(readProgramFile(" ".repeat(2_100_000))).toEqual({
    errors: [{ line: null, path: "", reason: expect.stringMatching(/2 MB/) }],
  });
  expect(errors({ ...program, format: "gryn-exercise" })[0]!.path).toBe("format");
  expect(errors({ ...program, version: 12 })[0]!.reason).toMatch(/version 12.*Update Gryn/);
  const broken = JSON.parse(JSON.stringify(program));
  broken.days[0].blocks[0].prescriptions[0].rest = -5;
  broken.days[1].name = "";
  const lines = text(broken).split("\n");
  expect(errors(broken).map((e) => [e.path, lines[e.line! - 1]!.trim()])).toEqual([
    ["days.0.blocks.0.prescriptions.0.rest", '"rest": -5,'],
    ["days.1.name", '"name": "",'],
  ]);
  delete broken.days[0].blocks[0].prescriptions[0].reps;
  expect(errors(broken)[0]).toMatchObject({ path: "days.0.blocks.0.prescriptions.0.reps", line: expect.any(Number) });
});

test("the JSON Schema comes from the same source", () => {
  const schema = programJsonSchema() as { properties: Record<string, unknown>; required: string[] };
  expect(schema.properties.format).toMatchObject({ const: "gryn-program" });
  expect(schema.required).toEqual(expect.arrayContaining(["id", "clientId", "days"]));
});

test("the log becomes one row a part, newest revision only, oldest first", () => {
  const load = { value: 12.5, unit: "kg", meaning: "stack" } as const;
  const entry = (n: number, revision: number, reps: number, at: string): Entry => ({
    id: id(n),
    revision,
    handOverId: id(9),
    prescriptionId: id(1),
    set: n,
    parts: [
      { id: id(50 + n), kind: "full", load, reps },
      { id: id(60 + n), kind: "partial", load, reps: 3 },
    ],
    reserve: 1,
    instead: null,
    at,
    zone: "Europe/Oslo",
    localDate: at.slice(0, 10),
    prescribed: { reps: { low: 8, high: 12 }, reserve: 1, load },
    voided: false,
    confirmed: false,
    by: null,
  });
  const rows = logRows(
    [
      entry(1, 1, 9, "2026-11-03T10:00:00Z"),
      entry(0, 1, 10, "2026-11-02T10:00:00Z"),
      entry(1, 2, 8, "2026-11-03T10:00:00Z"),
    ],
    [],
    new Map([[id(1), "Cable pushdown"]]),
  );
  expect(rows.map((r) => [r.date, r.part, r.reps])).toEqual([
    ["2026-11-02", "full", 10],
    ["2026-11-02", "partial", 3],
    ["2026-11-03", "full", 8],
    ["2026-11-03", "partial", 3],
  ]);
  expect(rows[0]).toMatchObject({ exercise: "Cable pushdown", load: "12.5", unit: "kg", plannedReps: "8-12" });
});

test("a hand-over holds texts, targets and drawings inside their box, and no empty day", () => {
  const snapshot = buildSnapshot(programOf([[prescriptionOf(1), prescriptionOf(2, "preacher-curl")], []]), 4, {
    stature: 1.62,
    mass: 58,
  });
  expect(snapshotSchema.parse(snapshot)).toEqual(snapshot);
  expect(snapshot.days).toHaveLength(1);
  for (const b of snapshot.days[0]!.blocks)
    for (const p of b.prescriptions) {
      expect(p.cues.length).toBeGreaterThan(1);
      for (const pose of [p.start, p.end]) {
        expect(pose.shapes.some((s) => s.role === "lead")).toBe(true);
        for (const s of pose.shapes) expect(s.d).toMatch(/^M-?\d+ -?\d+l/);
      }
    }
});

describe("what taking a file in would change", () => {
  let serial = 500;
  const difference = (now: Program, file: Program) => programDifference(now, file, () => id(serial++));
  const apply = (now: Program, file: Program) =>
    difference(now, file)!.operations.reduce((p, o) => {
      const r = applyOperation(p, o);
      if ("refused" in r) throw new Error(r.refused);
      return r.program;
    }, now);
  /** without the ids, which are made anew */
  const shape = (p: Program) =>
    p.days.map((d) => [
      d.name,
      d.blocks.map((b) => b.prescriptions.map((x) => [x.setupKey, x.rest, x.reserves, x.note])),
    ]);
  const other = (): Program => ({
    ...program,
    days: [
      {
        ...program.days[0]!,
        name: "Early",
        blocks: [
          {
            id: id(1),
            prescriptions: [{ ...prescriptionOf(2, "preacher-curl"), rest: 70 }, prescriptionOf(9, "band-curl")],
          },
        ],
      },
      {
        ...program.days[1]!,
        blocks: [
          { id: id(2), prescriptions: [prescriptionOf(3, "close-grip-bench-press")] },
          { id: id(3), prescriptions: [prescriptionOf(1)] },
        ],
      },
    ],
  });

  test("the same file changes nothing", () =>
    expect(difference(program, program)).toEqual({ lines: [], operations: [] }));

  test("its operations make the week what the file says, and its lines name each change", () => {
    const file = other();
    expect(shape(apply(program, file))).toEqual(shape(file));
    expect(difference(program, file)!.lines).toEqual([
      "Day 1 is called Early.",
      "Preacher curl, pad 45°: rest changes.",
      "Band curl is added on Early.",
      "Preacher curl, pad 45° and Band curl become a pair.",
      expect.stringMatching(/Cable pushdown.* moves to Day 2/),
    ]);
  });

  test("a file from another week replaces this one's exercises under ids of their own", () => {
    const file = programOf([[prescriptionOf(41, "hammer-curl")]]);
    const now = apply(program, file);
    expect(prescriptionsOf(now).map((p) => p.name)).toEqual(["Hammer curl"]);
    expect(prescriptionsOf(now)[0]!.id).not.toBe(id(41));
  });

  test("a file with more days than the week is refused", () => expect(difference(programOf([[]]), program)).toBeNull());
});

test("an upgrade leaves the present version and the unknown alone", () => {
  expect(upgrade("program", program)).toBe(program);
  expect(upgrade("program", { version: 0 })).toEqual({ version: 0 });
  expect(upgrade("program", null)).toBeNull();
});

test("whatever a coach can change of a line or a day comes in with a file, and comes in once", () => {
  let serial = 7000;
  const [day, other] = program.days;
  const [first] = day!.blocks;
  const line = first!.prescriptions[0]!;
  const changed = {
    ...line,
    purpose: "warm-up" as const,
    structure: "ramp" as const,
    turns: "alternating" as const,
    begins: "left" as const,
    tempos: [{ lower: 5, longPause: 1, lift: 1, shortPause: 0 }],
    technique: { id: "peak-hold" as const, easier: null },
    note: "as a friend's file has it",
  };
  const blocks = [{ ...first!, prescriptions: [changed, ...first!.prescriptions.slice(1)] }, ...day!.blocks.slice(1)];
  const file: Program = { ...program, days: [{ ...day!, date: "2026-12-09", groups: ["triceps"], blocks }, other!] };
  const { lines, operations } = programDifference(program, file, () => id(serial++))!;
  expect(lines.join(" ")).toMatch(/is dated 2026-12-09.*is for triceps.*technique/);
  const after = operations.reduce((now, o) => {
    const result = applyOperation(now, o);
    if ("refused" in result) throw new Error(result.refused);
    return result.program;
  }, program);
  expect(after.days[0]).toEqual(file.days[0]);
  expect(programDifference(after, file, () => id(serial++))!.operations).toEqual([]);
});

describe("files that somebody else has written", () => {
  const whole = () => JSON.parse(JSON.stringify(program)) as typeof program & Record<string, unknown>;
  const reasonsOf = (text: string): string[] => {
    const read = readProgramFile(text);
    return "errors" in read ? read.errors.map((e) => e.reason) : [];
  };
  const changed = (change: (p: Record<string, unknown>) => void): string => {
    const copy = whole();
    change(copy.days[0]!.blocks[0]!.prescriptions[0] as unknown as Record<string, unknown>);
    return JSON.stringify(copy);
  };

  test.each<[string, string, RegExp]>([
    ["brackets in brackets", `${"[".repeat(200_000)}${"]".repeat(200_000)}`, /nested deeper/],
    ["objects in objects", `${'{"a":'.repeat(100_000)}1${"}".repeat(100_000)}`, /nested deeper/],
    ["half a character", changed((p) => (p.note = "\ud83c")), /no text/],
    ["a NUL", changed((p) => (p.name = "a\u0000b")), /no text/],
    ["an exercise that nobody has", changed((p) => (p.exerciseId = "no-such")), /no exercise called no-such/],
    ["a parameter that it does not have", changed((p) => (p.values = { nothing: 1 })), /no parameter called nothing/],
    ["a head that nobody has", changed((p) => (p.target = "gizzard")), /no muscle head called gizzard/],
    ["a step of nothing", changed((p) => (p.loadStep = { value: 0, unit: "kg", meaning: "stack" })), /load step/],
    ["an edition to come", JSON.stringify({ ...whole(), edition: "gryn-99" }), /no edition called gryn-99/],
  ])("%s: refused in words, and nothing is thrown", (_what, text, reason) => {
    expect(reasonsOf(text)[0]).toMatch(reason);
  });

  test("a thousand faults are told as the first sixty", () => {
    const copy = whole();
    const line = { ...copy.days[0]!.blocks[0]!, prescriptions: [{}] };
    const blocks = Array.from({ length: 20 }, () => line);
    copy.days = Array.from({ length: 14 }, () => ({ ...copy.days[0]!, blocks })) as never;
    const reasons = reasonsOf(JSON.stringify(copy, null, 1));
    expect(reasons.length).toBeGreaterThan(10);
    expect(reasons.length).toBeLessThanOrEqual(60);
  });

  test("another setup of the same exercise in a file is the same line, and its log goes on", () => {
    const [p] = prescriptionsOf(program);
    const file = whole();
    const other = { ...p!, setupKey: `${p!.setupKey}x`, name: "Another setup" };
    file.days[0]!.blocks[0]!.prescriptions[0] = other;
    const found = programDifference(program, file, () => id(1))!;
    expect(found.operations).toContainEqual({ kind: "swap", prescriptionId: p!.id, prescription: other });
  });
});
