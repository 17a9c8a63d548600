/** Numbers that hang on a setting, told as rows and typed back: nothing of a file may change by being looked at. */
import { exerciseFaults } from "#core/exercises/faults";
import type { Binding, Exercise, Parameter } from "#core/exercises/format";
import {
  begunOn,
  begunSetting,
  hungBy,
  partsOf,
  rowsOf,
  together,
  withOptions,
  withoutSetting,
} from "#core/exercises/hanging";
import { library } from "#core/exercises/library";
import { exerciseSchema } from "#core/exercises/schema";
import { ownFaults } from "#core/exercises/own";
import { resolveSetup, roundToStep, type Setup } from "#core/exercises/setup";

const bench: Parameter = {
  id: "bench",
  name: "Bench",
  unit: "deg",
  about: "body",
  min: 0,
  max: 60,
  step: 5,
  default: 30,
};
const tool: Parameter = {
  ...{ id: "tool", name: "Tool", unit: "choice", about: "hands", min: 0, max: 2, step: 1, default: 1 },
  options: ["bar", "rope", "ball"].map((name, value) => ({ value, name })),
} as Parameter;

/** a number of an exercise that has only these settings and this number */
function valueOf(b: Binding, parameters: Parameter[], values: Record<string, number>): number {
  const e = { ...library[0]!, parameters, attachment: undefined, loads: [], setups: [], path: [], hold: b } as Exercise;
  const stance = { ...e.stance, angles: {}, height: 0, footPush: 0 };
  return resolveSetup({ ...e, elbowTowards: undefined, stance }, values).hold;
}

/** every bound number of a file */
function bound(value: unknown): Exclude<Binding, number>[] {
  if (Array.isArray(value)) return value.flatMap(bound);
  if (value === null || typeof value !== "object") return [];
  if ("sum" in value || "scale" in value || "table" in value) return [value as Exclude<Binding, number>];
  return Object.values(value).flatMap(bound);
}

/** what moves and what loads, to a millionth; not under which names */
const physics = ({ values: _, key: __, exerciseVersion: ___, exercise: ____, part: _____, ...rest }: Setup) =>
  JSON.stringify(rest, (_k, v: unknown) => (typeof v === "number" ? Number(v.toFixed(6)) : v));

test("every number of the library that hangs on a setting is the same after it was told as rows", () => {
  let seen = 0;
  for (const e of library)
    for (const b of bound([e.stance, e.path, e.loads, e.elbowTowards, e.hold])) {
      const again = together(
        partsOf(b).map((part) =>
          hungBy(
            part.parameter,
            rowsOf(
              part,
              e.parameters.find((p) => p.id === part.parameter)!,
            ),
          ),
        ),
      );
      for (const t of [0, 0.3, 0.5, 1]) {
        const values = Object.fromEntries(e.parameters.map((p) => [p.id, p.min + t * (p.max - p.min)]));
        expect(valueOf(again, e.parameters, values)).toBeCloseTo(valueOf(b, e.parameters, values), 6);
      }
      seen++;
    }
  expect(seen).toBeGreaterThan(1000);
});

test("rows by hand: two are a line, three a curve through them, of two at one place the last counts", () => {
  expect(
    hungBy("bench", [
      [60, 5],
      [0, 2],
    ]),
  ).toEqual({ parameter: "bench", scale: 0.05, offset: 2 });
  const curve = hungBy("bench", [
    [0, 2],
    [30, 9],
    [60, 5],
  ]) as Binding;
  expect([0, 30, 60].map((v) => valueOf(curve, [bench], { bench: v }))).toEqual([2, 9, 5]);
  expect(
    hungBy("bench", [
      [0, 2],
      [60, 5],
      [60, 8],
    ]),
  ).toEqual({ parameter: "bench", scale: 0.1, offset: 2 });
  expect(hungBy("bench", [[30, 7]])).toBe(7);
});

test("a number that begins to hang is what it was, whatever the setting; a choice has a row for each option", () => {
  for (const p of [bench, tool])
    for (const v of [p.min, p.max]) expect(valueOf(begunOn(p, 12.5) as Binding, [p], { [p.id]: v })).toBe(12.5);
  const part = begunOn(tool, 4);
  expect(typeof part === "object" && rowsOf(part, tool)).toEqual([
    [0, 4],
    [1, 4],
    [2, 4],
  ]);
});

test("of two settings each moves it by itself; one that is freed leaves its number behind", () => {
  const both = together([
    { parameter: "bench", scale: 1, offset: 0 },
    {
      parameter: "tool",
      table: [
        [0, 0],
        [1, 10],
        [2, 100],
      ],
    },
  ]);
  expect(valueOf(both, [bench, tool], { bench: 30, tool: 2 })).toBe(130);
  const [, second] = partsOf(both);
  const left = together([30, second!]);
  expect(valueOf(left, [bench, tool], { bench: 0, tool: 1 })).toBe(40);
  expect(together([30, 7])).toBe(37);
});

test("any setting of any exercise can be taken away: what stays is read, and is what it was at its default", () => {
  let seen = 0;
  for (const e of library)
    for (const p of e.parameters) {
      const less = withoutSetting(e, p.id);
      expect(exerciseSchema.safeParse(less).error?.issues ?? []).toEqual([]);
      expect(exerciseFaults(less)).toEqual([]);
      const [was, is] = [resolveSetup(e), resolveSetup(less)];
      expect(JSON.stringify(is)).not.toContain(`"parameter":"${p.id}"`);
      expect(physics(is)).toBe(physics(was));
      expect(is.exercise.sides).toBe(was.exercise.sides);
      seen++;
    }
  expect(seen).toBeGreaterThan(300);
  expect(withoutSetting(library[0]!, "nobody")).toBe(library[0]!);
});

test("a new setting has an id of its own made of its name, and begins whole", () => {
  const one = begunSetting("deg", "Seat forwards", []);
  expect(one.id).toBe("seatForwards");
  const two = begunSetting("m", "Seat forwards", [one]);
  expect(two.id).not.toBe(one.id);
  expect(begunSetting("kg", "12 ° !", []).id).toMatch(/^[a-z][A-Za-z]*$/);
  for (const unit of ["deg", "m", "ratio", "kg", "choice"] as const) {
    const made = {
      ...library[0]!,
      parameters: [...library[0]!.parameters, begunSetting(unit, "Mine", library[0]!.parameters)],
    };
    expect(exerciseSchema.safeParse(made).success).toBe(true);
    expect(exerciseFaults(made as Exercise)).toEqual([]);
  }
});

test("a choice grows and shrinks at its end, never below two", () => {
  expect(withOptions(tool, 1)).toMatchObject({ max: 3, options: [{}, {}, {}, { value: 3, name: "" }] });
  const two = withOptions({ ...tool, default: 2 }, -1);
  expect([two.max, two.default, two.options?.length]).toEqual([1, 1, 2]);
  expect(withOptions(two, -1)).toBe(two);
});

test("a file whose table or cam runs backwards is refused with the place", () => {
  const e = library.find((x) => x.loads.some((l) => l.kind === "cable"))!;
  const cable = e.loads.find((l) => l.kind === "cable")!;
  const cam = {
    ...e,
    loads: [
      {
        ...cable,
        profile: [
          [0, 1],
          [0.5, 1.2],
          [0.5, 0.8],
        ],
      },
    ],
  };
  const table = {
    ...e,
    hold: {
      parameter: e.parameters[0]!.id,
      table: [
        [30, 1],
        [0, 2],
      ],
    },
  };
  const refused = exerciseSchema.safeParse(cam).error?.issues ?? [];
  expect(refused.map((i) => `${i.path.join(".")}: ${i.message}`)).toEqual([
    "loads.0.profile: places along the way go upwards, each once",
  ]);
  expect(exerciseFaults(exerciseSchema.parse(table)).map((f) => `${f.path.join(".")}: ${f.reason}`)).toEqual([
    "hold: values of the setting go upwards, each once",
  ]);
});

test("a usual value or a setup between two steps is told with the nearest step, and never becomes it in silence", () => {
  const off = {
    ...library[0]!,
    parameters: [{ ...bench, default: 32 }],
    setups: [{ name: "One", values: { bench: 58 } }],
  };
  expect(ownFaults(off as Exercise).map((f) => `${f.path.join(".")}: ${f.reason}`)).toEqual([
    "parameters.0.default: 32 lies between two steps of Bench; 30 is the nearest",
    "setups.0.values.bench: 58 lies between two steps of Bench; 60 is the nearest",
  ]);
});

test("no usual value, end or setup of the library lies between two steps", () => {
  for (const e of library) {
    expect(ownFaults(e)).toEqual([]);
    for (const p of e.parameters) expect([e.id, p.id, roundToStep(p, p.max)]).toEqual([e.id, p.id, p.max]);
  }
});
