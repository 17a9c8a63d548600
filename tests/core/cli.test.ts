import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { heads } from "#core/anatomy/anatomy";
import { library } from "#core/exercises/library";
import { prescriptionsOf } from "#core/program/edit";
import { programSchema } from "#core/program/document";
import { told } from "../../src/cli/commands";
import { clientOf } from "../support/programs";

const folder = mkdtempSync(join(tmpdir(), "gryn-cli-"));
/** in this process: what a process of its own adds is tested once, at the end */
const gryn = async (...args: string[]) => {
  const { status, stdout, stderr } = await told(args);
  return { status, stderr, json: () => JSON.parse(stdout) as never, stdout };
};
const file = (name: string, text: string) => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};

test("heads and exercises are listed in full", async () => {
  const list: { id: string; usableRange: number[]; volume: number }[] = (await gryn("heads")).json();
  expect(list.map((h) => h.id)).toEqual(heads.map((h) => h.id));
  for (const h of list) expect([h.usableRange[0]! < h.usableRange[1]!, h.volume > 0]).toEqual([true, true]);
  const exercises: { id: string; parameters: unknown[] }[] = (await gryn("exercises")).json();
  expect(exercises.map((e) => e.id)).toEqual(library.map((e) => e.id));
});

test("an analysis says everything it should, and an exported definition gives the same numbers", async () => {
  const direct = await gryn("analyse", "romanian-deadlift", "--set", "depth=70", "--samples", "21");
  const a: {
    feasible: boolean;
    samples: { s: number[] };
    heads: { length: number[]; momentArms: object; metrics: object | null }[];
    strengthCurve: number[];
    spine: { moment: number };
  } = direct.json();
  expect(a.feasible).toBe(true);
  expect([a.samples.s.length, a.strengthCurve.length, a.heads[0]!.length.length]).toEqual([21, 21, 21]);
  expect(Object.keys(a)).toEqual(
    expect.arrayContaining([
      "limiters",
      "resistance",
      "sticking",
      "spine",
      "engagedMass",
      "demands",
      "residual",
      "warnings",
    ]),
  );
  const exported = file("exported.json", (await gryn("export-exercise", "romanian-deadlift")).stdout);
  expect((await gryn("analyse", exported, "--set", "depth=70", "--samples", "21")).stdout).toBe(direct.stdout);
});

test("varied bodies give a spread, a logged set gives kilograms", async () => {
  const a: {
    spread: { bodies: number; heads: Record<string, { loadedLength: { low: number; median: number; high: number } }> };
    calibrated: { largestLoad: number; lifts: number };
  } = (
    await gryn(
      "analyse",
      "standing-dumbbell-curl",
      "--bodies",
      "4",
      "--seed",
      "2",
      "--calibrate",
      "standing-barbell-curl=30x8@2",
    )
  ).json();
  const { low, median, high } = a.spread.heads["biceps-long"]!.loadedLength;
  expect(a.spread.bodies).toBe(4);
  expect([low <= median, median <= high, low < high]).toEqual([true, true, true]);
  expect(a.calibrated.largestLoad).toBeGreaterThan(5);
  expect(a.calibrated.lifts).toBe(1);
});

test("a chosen load is told in the strengths that the lifts tell of, and a load is expected of every setup", async () => {
  const lift = "standing-dumbbell-curl=12x10@2";
  const { chosen }: { chosen: { reps: number; strength: number; stuckFrom: number | null; maximum: number } } = (
    await gryn("analyse", "standing-dumbbell-curl", "--calibrate", lift, "--kg", "12", "--reserve", "2")
  ).json();
  // the belief stays a little behind one lift
  expect(chosen.reps).toBeGreaterThanOrEqual(7);
  expect(chosen.reps).toBeLessThanOrEqual(11);
  expect(chosen.strength).toBeCloseTo((12 / chosen.maximum) * (1 + 2 / 30), 9);
  expect(chosen.stuckFrom).toBeNull();
  const { loads }: { loads: { setup: string; maximum: number | null; expected: { likely: number } | null }[] } = (
    await gryn("loads", "--calibrate", lift, "--reps", "8-12")
  ).json();
  expect(loads.length).toBeGreaterThan(100);
  const own = loads.find((l) => l.setup.startsWith("standing-dumbbell-curl@"))!;
  expect(own.maximum).toBeCloseTo(chosen.maximum, 9);
  expect(own.expected!.likely).toBeCloseTo(chosen.maximum / 1.4, 9);
});

test("a week is planned for a client from a file, and checked from the file it was written to", async () => {
  const client = file("client.json", JSON.stringify(clientOf({ daysPerWeek: 2, minutes: 40 })));
  const out = file("week.json", "");
  const plan: { gap: number; missing: object[]; days: { minutes: number; blocks: { sets: number }[][] }[] } = (
    await gryn(
      "plan",
      client,
      "--out",
      out,
      "--without",
      "cable-pushdown",
      "--require",
      "cable-kickback",
      "--times",
      "2",
    )
  ).json();
  expect(plan.gap).toBeLessThan(0.1);
  expect(plan.days).toHaveLength(2);
  for (const d of plan.days) expect(d.minutes).toBeLessThanOrEqual(41);
  const program = programSchema.parse(JSON.parse(readFileSync(out, "utf8")));
  expect(prescriptionsOf(program).map((p) => p.reserves.length)).toEqual(
    plan.days.flatMap((d) => d.blocks.flatMap((b) => b.map((l) => l.sets))),
  );
  expect(prescriptionsOf(program).some((p) => p.exerciseId === "cable-pushdown")).toBe(false);
  const [one, two] = program.days.map((d) => d.blocks.flatMap((b) => b.prescriptions.map((p) => p.exerciseId)));
  expect(one).toContain("cable-kickback");
  expect(two).toEqual(one);
  const { states, checks }: { states: { problem: number }; checks: { title: string }[] } = (
    await gryn("check", out, client)
  ).json();
  expect(states.problem).toBe(0);
  expect(checks.some((c) => c.title === "Triceps: weekly volume")).toBe(true);
});

test("rank hears joints, equipment, goal, a client's file and an exercise of one's own", async () => {
  interface Ranked {
    rows: { exercise: string; out: string | null; score: number; strains: Record<string, number> }[];
    notFor: { share: number }[];
  }
  const rank = async (...args: string[]): Promise<Ranked> => (await gryn("rank", ...args, "--bodies", "0")).json();
  const plain = await rank("--head", "triceps-long");
  expect(plain.notFor.every((r) => r.share < 0.15)).toBe(true);
  const severe = await rank("--head", "triceps-long", "--joint", "elbow=severe", "--equipment", "cable,dumbbell,bench");
  expect(severe.rows.some((r) => r.out === "too much for the elbow")).toBe(true);
  expect(severe.rows.some((r) => r.out?.startsWith("needs "))).toBe(true);
  expect((await rank("--head", "triceps-long", "--goal", "1")).rows[0]).not.toEqual(plain.rows[0]);
  const client = file("ranked-client.json", JSON.stringify(clientOf({ unwanted: [plain.rows[0]!.exercise] })));
  const own = await rank("--head", "triceps-long", "--client", client);
  expect(own.rows.find((r) => r.exercise === plain.rows[0]!.exercise)!.out).toMatch(/not wanted|needs/);
  const exercise = JSON.parse((await gryn("export-exercise", "cable-pushdown")).stdout) as { id: string };
  const mine = file("mine.json", JSON.stringify({ ...exercise, id: "my-pushdown", name: "My pushdown" }));
  expect((await rank(mine, "--head", "triceps-lateral")).rows.some((r) => r.exercise === "my-pushdown")).toBe(true);
}, 120_000);

test("cover, sweep and find answer, and say what they do not know", async () => {
  const cover: { proven: boolean; set: { covers: string[] }[]; cells: { id: string }[] } = (
    await gryn("cover", "--muscle", "biceps")
  ).json();
  expect(cover.proven).toBe(true);
  const covered = new Set(cover.set.flatMap((s) => s.covers));
  expect(cover.cells.every((c) => covered.has(c.id))).toBe(true);
  const swept: { x: number[]; series: { values: number[] }[] } = (
    await gryn("sweep", "incline-dumbbell-curl", "--parameter", "bench", "--head", "biceps-long", "--points", "5")
  ).json();
  expect([swept.x.length, swept.series[0]!.values.length]).toEqual([5, 5]);
  const found: { best: { value: number }[]; done: boolean } = (
    await gryn("find", "incline-dumbbell-curl", "--head", "biceps-long")
  ).json();
  expect(found.done && found.best.length > 0).toBe(true);
  const own = ["range", "lying-leg-curl", "--head", "semitendinosus"];
  const range: { advice: { best: { from: number; to: number } }; text: string[] } = (await gryn(...own)).json();
  const { from, to } = range.advice.best;
  const part: { part: { load: number; to: number } } = (
    await gryn(...own, "--from", String(from), "--to", String(to))
  ).json();
  expect(range.text[0]).toContain(`${Math.round(100 * to)} % of the way`);
  expect(part.part.load).toBeGreaterThan(1);
  for (const [args, reason] of [
    [[...own, "--from", "0.5", "--to", "0.6"], /at least 0\.4 of the way/],
    [[...own, "--to", "7"], /from 0 to 1/],
    [[...own, "--bound", "much"], /--bound wants a share/],
    [["cover", "--muscle", "tail"], /no muscle or group called tail/],
    [
      ["sweep", "incline-dumbbell-curl", "--head", "biceps-long", "--parameter", "depth"],
      /no parameter called "depth"/,
    ],
    [["find", "incline-dumbbell-curl", "--head", "biceps-long", "--aim", "fame"], /no aim called "fame"/],
    [["rank", "--head", "biceps-long", "--joint", "elbow=broken"], /no severity called "broken"/],
    [["rank", "--head", "biceps-long", "--goal", "7"], /from 0 to 1/],
  ] as const) {
    const { status, stderr } = await gryn(...args);
    expect([status, reason.test(stderr)]).toEqual([2, true]);
  }
}, 120_000);

test("a ranking has places, criteria and reasons", async () => {
  const { rows }: { rows: { place: number; score: number; because: string; criteria: object }[] } = (
    await gryn("rank", "--head", "soleus", "--bodies", "2")
  ).json();
  expect(rows[0]).toMatchObject({ place: 1 });
  expect(rows[0]!.because.length).toBeGreaterThan(20);
});

test("a pose that cannot be is an answer with a reason, not an error", async () => {
  const cable = JSON.parse((await gryn("export-exercise", "cable-side-raise")).stdout) as {
    loads: { from: { frame: string; at: number[] } }[];
  };
  cable.loads[0]!.from = { frame: "hand", at: [-0.1, 0.4, -0.6] };
  const through = await gryn("analyse", file("through.json", JSON.stringify(cable)));
  expect(through.status).toBe(0);
  const a: { feasible: boolean; warnings: string[] } = through.json();
  expect(a.feasible).toBe(false);
  expect(a.warnings.join()).toMatch(/runs through the trunk|cannot be held/);
});

describe("wrong input ends with 2, a reason on stderr and nothing on stdout", () => {
  const base = () =>
    JSON.parse(JSON.stringify(library.find((e) => e.id === "band-curl"))) as {
      targets: string[];
      loads: Record<string, unknown>[];
      path: unknown[];
    };
  const changed = (name: string, change: (e: ReturnType<typeof base>) => void) => {
    const e = base();
    change(e);
    return file(name, JSON.stringify(e, null, 1));
  };
  test.each([
    ["no command", [], /Usage/],
    ["an unknown command", ["weigh"], /no command/],
    ["an unknown exercise", ["analyse", "moon-lift"], /no exercise called moon-lift/],
    ["an unknown head", ["rank", "--head", "tail"], /no head called tail/],
    ["an unknown parameter", ["analyse", "back-squat", "--set", "height=3"], /height/],
    ["a parameter out of range", ["analyse", "back-squat", "--set", "depth=500"], /Knee bend .* between 70 and 125/],
    ["text for a number", ["analyse", "back-squat", "--samples", "many"], /--samples wants a whole number/],
    ["a body of no person", ["analyse", "back-squat", "--mass=-70"], /--mass wants a number/],
    ["a wrong calibration", ["analyse", "back-squat", "--calibrate", "heavy"], /--calibrate wants/],
    ["loads from nothing", ["loads"], /Which sets/],
    ["a load that is no number", ["analyse", "back-squat", "--kg", "heavy"], /--kg wants a number/],
    ["a plan for nobody", ["plan"], /Which client/],
    [
      "a plan for somebody impossible",
      ["plan", file("nobody.json", '{"name":""}')],
      /nobody.json, name: a name is needed/,
    ],
    [
      "a week divided in an unknown way",
      ["plan", file("c.json", JSON.stringify(clientOf())), "--split", "odd"],
      /--split is one of/,
    ],
    ["a check of half a program", ["check", file("half.json", '{"format":'), "x.json"], /half.json is not JSON/],
    ["an unknown option", ["heads", "--loud"], /loud/],
    ["a missing file", ["analyse", "nowhere.json"], /no file nowhere.json/],
  ] as [string, string[], RegExp][])("%s", async (_what, args, reason) => {
    const { status, stdout, stderr } = await gryn(...args);
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr).toMatch(reason);
  });
  test.each([
    ["a negative share", () => changed("share.json", (e) => (e.loads[0]!.share = -1)), /loads\.0\.share: .*over 0/],
    ["a band without slack", () => changed("slack.json", (e) => (e.loads[0]!.slack = 0)), /loads\.0\.slack/],
    [
      "a muscle that is not there",
      () => changed("muscle.json", (e) => (e.targets = ["wings"])),
      /targets\.0: there is no muscle called wings/,
    ],
    ["a path of one pose", () => changed("path.json", (e) => e.path.pop()), /path/],
    ["not JSON", () => file("broken.json", '{ "format": '), /line 1|JSON/],
    ["10 MB", () => file("large.json", " ".repeat(10_000_000)), /over 2 MB/],
  ] as [string, () => string, RegExp][])("a file with %s", async (_what, make, reason) => {
    const { status, stdout, stderr } = await gryn("analyse", make());
    expect([status, stdout]).toEqual([2, ""]);
    expect(stderr).toMatch(reason);
  });
});

test("help is an answer, of all commands or of one, and a reader who has had enough is no crash", async () => {
  const all = await gryn("--help");
  expect([all.status, all.stderr]).toEqual([0, ""]);
  expect(all.stdout).toMatch(/^Usage[\s\S]*rank[\s\S]*schema/);
  const one = await gryn("help", "rank");
  expect([one.status, one.stdout.trim().split("\n").length]).toEqual([0, 1]);
  expect(one.stdout).toMatch(/rank .*--head/);
  const { status, stderr } = spawnSync(
    "bash",
    ["-o", "pipefail", "-c", `"${process.execPath}" --import tsx src/cli/gryn.ts exercises | head -c 100 > /dev/null`],
    { encoding: "utf8" },
  );
  expect([status, stderr]).toEqual([0, ""]);
  // and the program itself: answer and exit, reason and exit
  const program = (...args: string[]) =>
    spawnSync(process.execPath, ["--import", "tsx", "src/cli/gryn.ts", ...args], { encoding: "utf8" });
  const right = program("heads");
  expect([right.status, right.stderr, right.stdout]).toEqual([0, "", (await gryn("heads")).stdout]);
  const wrong = program("analyse", "nowhere.json");
  expect([wrong.status, wrong.stdout]).toEqual([2, ""]);
  expect(wrong.stderr).toMatch(/no file nowhere.json/);
}, 60_000);

test("a summary lists every head, also the quiet ones, with lengths that are not clipped; two setups stand side by side", async () => {
  const { heads, muscles, capacity } = JSON.parse((await gryn("analyse", "incline-dumbbell-curl", "--summary")).stdout);
  const quiet = heads.filter((h: { underThreshold: boolean }) => h.underThreshold);
  expect(quiet.length).toBeGreaterThan(0);
  expect(quiet.every((h: { share: number | null }) => h.share === null)).toBe(true);
  expect(muscles.reduce((s: number, m: { share: number }) => s + m.share, 0)).toBeLessThanOrEqual(1.001);
  expect(Math.min(...capacity)).toBe(1);
  const { heads: both, setups } = JSON.parse(
    (await gryn("compare", "incline-dumbbell-curl:bench=50", "incline-dumbbell-curl:bench=70", "--samples", "11"))
      .stdout,
  );
  expect(setups[0]).not.toBe(setups[1]);
  const long = both.find((h: { id: string }) => h.id === "biceps-long");
  expect(long.more).toBeCloseTo(long.activation[1] - long.activation[0], 2);
  expect((await gryn("compare", "incline-dumbbell-curl")).status).toBe(2);
});
