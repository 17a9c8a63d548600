/** Machines of a place: the curve through readings with its band, files, the scale held still, and setups on them. */
import { atLine } from "#core/planning/lines";
import { askOn, cardLines, fitOf, linesOn, onMachine } from "#core/clients/on-machine";
import { askFor, setupAsked, withProfile } from "#core/exercises/asked";
import { exercises, library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { exerciseVersion } from "#core/exercises/version";
import { STATIONS } from "#core/exercises/stations";
import { fitMachine } from "#core/machines/fit";
import {
  CABLE,
  kindsWithMore,
  machineFor,
  machineSchema,
  machinesSchema,
  usedFirst,
  type Machine,
} from "#core/machines/machine";
import { heldAt, zeroAt } from "#core/machines/scale";
import { readReadings } from "#core/machines/typed";
import { analyse } from "#core/mechanics/analyse";
import { compileModel } from "#core/mechanics/compile";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { loadStepFor } from "#core/planning/loads";
import { ownSetups } from "#core/planning/own-settings";
import { randomOf } from "#core/simulation/random";
import { buildSnapshot } from "#core/training/snapshot";
import { clientOf, prescriptionOf, programOf } from "../support/programs";

const extension = exercises.get("leg-extension")!;
const id = "00000000-0000-4000-8000-0000000000aa";
const machineOf = (part: object = {}): Machine =>
  machineSchema.parse({ id, name: "Leg extension by the window", station: extension.station, ...part });
/** readings of a machine whose true curve is known */
const readingsOf = (truth: (s: number) => number, pin: number, n: number, noise = 0, friction = 0, seed = 1) => {
  const random = randomOf(seed);
  return Array.from({ length: n }, (_, i) => {
    const f = pin * truth(i / (n - 1));
    const read = (way: 1 | -1) => Math.max(0, f * (1 + way * friction) + noise * random.normal());
    return { at: 5 * i, up: read(1), down: friction ? read(-1) : null };
  });
};

describe("the curve through readings", () => {
  test.each([
    ["even", () => 0.8],
    ["falling", (s: number) => 1 - 0.5 * s],
    ["a cam", (s: number) => 0.6 + 0.8 * s - 0.7 * s * s],
  ])("%s: found to the digit where nothing is noisy", (_name, truth) => {
    const fit = fitMachine({ setting: 40, readings: readingsOf(truth, 40, 9) }, "kg");
    for (const [s, factor] of fit.profile) expect(factor).toBeCloseTo(truth(s), 6);
    expect(fit).toMatchObject({ travel: 0.4, friction: null });
    expect(fit.band).toBeLessThan(1e-6);
  });

  test("its band holds the true curve about as often as it says, whatever the seed", () => {
    const truth = (s: number) => 0.6 + 0.8 * s - 0.7 * s * s;
    let [held, all] = [0, 0];
    for (let seed = 1; seed <= 200; seed++) {
      const fit = fitMachine({ setting: 40, readings: readingsOf(truth, 40, 9, 0.8, 0, seed) }, "kg");
      for (const [s, factor] of fit.profile) {
        all++;
        // the band is one width for the whole way: narrower in the middle, wider at the ends
        if (Math.abs(factor - truth(s)) <= fit.band * fit.ratio) held++;
      }
    }
    expect(held / all).toBeGreaterThan(0.85);
    expect(held / all).toBeLessThan(0.995);
  });

  test("twice the noise is about twice the band; more places narrow it", () => {
    const band = (n: number, noise: number) => {
      const list = Array.from({ length: 60 }, (_, seed) =>
        fitMachine({ setting: 40, readings: readingsOf(() => 0.8, 40, n, noise, 0, seed + 1) }, "kg"),
      );
      return list.reduce((s, f) => s + f.band, 0) / list.length;
    };
    expect(band(9, 0.8) / band(9, 0.4)).toBeCloseTo(2, 1);
    expect(band(25, 0.8)).toBeLessThan(0.75 * band(9, 0.8));
  });

  test("friction is half of what the two ways differ by; pounds on the pin are pounds", () => {
    const readings = readingsOf(() => 0.8, 40, 9, 0, 0.07);
    expect(fitMachine({ setting: 40, readings }, "kg").friction).toBeCloseTo(0.07, 9);
    const [kg, lb] = [fitMachine({ setting: 40, readings }, "kg"), fitMachine({ setting: 40, readings }, "lb")];
    expect(lb.ratio / kg.ratio).toBeCloseTo(1 / 0.45359237, 6);
  });

  test("nothing pushes the hand on: a curve that would go under nothing ends there", () => {
    const fit = fitMachine({ setting: 40, readings: readingsOf((s) => Math.max(0, 0.6 - 0.9 * s), 40, 12) }, "kg");
    expect(Math.min(...fit.profile.map(([, f]) => f))).toBe(0);
  });

  test("too few places, or all at one, are no curve", () => {
    const one = { at: 5, up: 20, down: null };
    expect(() => fitMachine({ setting: 40, readings: [one, { ...one, at: 9 }] }, "kg")).toThrow("three places");
    expect(() => fitMachine({ setting: 40, readings: [one, one, one] }, "kg")).toThrow("three places");
  });
});

describe("readings from a file", () => {
  test.each([
    ["at,up,down\n0,31.5,27\n10,30,26", ","],
    ["0;31,5;27\n10;30;26\n", "decimal comma"],
    ["Place\tUp\tDown\n0\t31,5\t27\r\n10\t30\t26", "tabs"],
  ])("%j", (text) => {
    expect(readReadings(text)).toEqual({
      readings: [
        { at: 0, up: 31.5, down: 27 },
        { at: 10, up: 30, down: 26 },
      ],
    });
  });

  test.each([
    ["", "no line"],
    ["place,force", "no line"],
    ["0,31\n10,", "Line 2"],
    ["0,31\n10,heavy", "Line 2"],
    ["0,31,soft", "“soft”"],
    ["0,31\n900,30", "at most 300 cm"],
  ])("%j: %s", (text, why) => {
    expect(readReadings(text)).toMatchObject({ reason: expect.stringContaining(why) });
  });
});

describe("the scale held still", () => {
  const at = (seconds: number, kg: (t: number) => number) =>
    Array.from({ length: seconds * 10 }, (_, i) => ({ t: i / 10, kg: kg(i / 10) }));

  test("the middle of the last readings: a jerk does not count, a move does", () => {
    expect(heldAt(at(5, (t) => (t > 4.6 && t < 4.8 ? 90 : 40)))).toMatchObject({ kg: 40 });
    expect(heldAt(at(5, (t) => 10 * t))).toEqual({ reason: "moving" });
    // another pull of a moment ago is not yet held
    expect(heldAt(at(5, (t) => (t > 4.85 ? 30 : 40)))).toEqual({ reason: "moving" });
    expect(heldAt([])).toEqual({ reason: "silent" });
    expect(heldAt(at(5, () => 40).filter((_, i) => i % 5 === 0))).toEqual({ reason: "silent" });
  });

  test("its zero goes from one to the next in proportion", () => {
    const zeros = [
      { t: 100, kg: 0.3 },
      { t: 0, kg: 0.1 },
    ];
    [-5, 0, 50, 100, 900].forEach((t, i) => expect(zeroAt(zeros, t)).toBeCloseTo([0.1, 0.1, 0.2, 0.3, 0.3][i]!, 9));
    expect(zeroAt([], 5)).toBe(0);
  });
});

describe("setups on a measured machine", () => {
  const measured = { setting: 40, readings: readingsOf((s) => 1.2 - 0.8 * s, 40, 9), on: "2026-03-04" };
  const machine = machineOf({ measured, leftBehind: 15, spacer: "towel", step: 5, least: 5, note: "Reads low." });

  test("it is the exercise's own machine, and a cable column is any cable's", () => {
    expect(machineFor([machine], extension)).toBe(machine);
    expect(machineFor([machine], exercises.get("back-squat")!)).toBeNull();
    expect(machineFor(undefined, extension)).toBeNull();
    const column = machineOf({ station: CABLE });
    expect(machineFor([column], exercises.get("cable-pushdown")!)).toBe(column);
    expect(machineFor([column], extension)).toBeNull();
    expect(STATIONS).not.toContain(CABLE);
  });

  test("every exercise of every machine is the same line on it, and its curve is the machine's", () => {
    let changed = 0;
    for (const e of library) {
      const station = e.station ?? (e.equipment.includes("cable") ? CABLE : null);
      if (!station) continue;
      const own = onMachine(e, [{ ...machine, station }]);
      if (own === e) continue;
      changed++;
      expect(exerciseVersion(own)).toBe(exerciseVersion(e));
      expect(resolveSetup(own).key).toBe(resolveSetup(e).key);
    }
    expect(changed).toBeGreaterThan(60);
    const squat = exercises.get("back-squat")!;
    expect(
      withProfile(squat, [
        [0, 1],
        [1, 2],
      ]),
    ).toBe(squat);
  });

  test("a machine that is light at the end makes the end light: the largest load and where it sticks move", () => {
    const model = compileModel(DEFAULT_BODY);
    const on = (factor: (s: number) => number, pin = 40) => {
      const m = machineOf({ measured: { ...measured, readings: readingsOf(factor, pin, 9) } });
      return analyse(model, setupAsked(askOn([m], { exerciseId: extension.id, values: {} }))!);
    };
    const [even, half, falling] = [on(() => 1), on(() => 0.5), on((s) => 1.2 - 0.8 * s)];
    // half the lever, twice the pin
    expect(half.rawLoad / even.rawLoad).toBeCloseTo(2, 2);
    expect(falling.sticking.at).toBeLessThan(even.sticking.at);
  });

  test("a curve travels with the setup, and with lines", () => {
    const own = onMachine(extension, [machine]);
    expect(askFor(own, {}).profile).toEqual(fitOf(machine)!.profile);
    expect(askFor(extension, {})).not.toHaveProperty("profile");
    const [line] = linesOn([machine], [prescriptionOf(1, "leg-extension")]);
    expect(line).toMatchObject({ name: expect.any(String), profile: fitOf(machine)!.profile });
    expect(ownSetups(library, { settings: {}, machines: [machine] }).size).toBe(extension.setups.length);
    expect(ownSetups(library, { settings: {}, machines: [machineOf()] }).size).toBe(0);
    expect(setupAsked({ exerciseId: "none", values: {} })).toBeNull();
  });

  test("its pins are the steps of the load, and the card says what is odd about it", () => {
    const client = { ...clientOf({ loads: { machine: { step: 2.5, most: 90 } } }), machines: [machine] };
    expect(loadStepFor(client, extension)).toMatchObject({ value: 5, unit: "kg", least: 5, most: 90 });
    expect(loadStepFor({ ...client, machines: [machineOf({ unit: "lb", step: 10 })] }, extension)).toMatchObject({
      value: 10,
      unit: "lb",
    });
    const program = programOf([[prescriptionOf(1, "leg-extension")]]);
    const [line] = buildSnapshot(program, 1, { ...client, id, revision: 1 } as never).days[0]!.blocks[0]!.prescriptions;
    expect(line!.settings.join("|")).toContain(
      "Machine: Leg extension by the window|Left side: starts 15 mm behind the right|Put in: towel|Pins: 5 kg apart from 5 kg|Measured on this machine, ± 1 %|Reads low.",
    );
    expect(cardLines(exercises.get("back-squat")!, [machine])).toEqual([]);
    expect(atLine({ ...client, weekdays: [] }, program, line!.id).machines).toEqual([machine]);
  });

  test("of two of a kind the client's own is the one: its curve, its pins, its card; otherwise the first", () => {
    const other = machineOf({ id: "00000000-0000-4000-8000-0000000000bb", name: "Leg extension by the door", step: 7 });
    const column = machineOf({ id: "00000000-0000-4000-8000-0000000000cc", name: "Column", station: CABLE });
    const there = [machine, column, other];
    expect(machinesSchema.safeParse(there).success).toBe(true);
    expect(kindsWithMore(there)).toEqual([[extension.station, [machine, other]]]);
    expect(kindsWithMore([machine, column])).toEqual([]);
    expect(machineFor(usedFirst(there, []), extension)).toBe(machine);
    const own = usedFirst(there, [other.id]);
    expect([...own].sort((a, b) => a.id.localeCompare(b.id))).toEqual(there.sort((a, b) => a.id.localeCompare(b.id)));
    expect(machineFor(own, extension)).toBe(other);
    expect(machineFor(own, exercises.get("cable-pushdown")!)).toBe(column);
    expect(cardLines(extension, own)).toEqual(["Machine: Leg extension by the door", "Pins: 7 kg apart"]);
    expect(askOn(own, { exerciseId: extension.id, values: {} })).not.toHaveProperty("profile");
    // one that the place has no more says nothing
    expect(machineFor(usedFirst(there, ["00000000-0000-4000-8000-0000000000dd"]), extension)).toBe(machine);
  });

  test("what is set on it for a client is on the card, with the question that shows it is right", () => {
    const settings = [
      { name: "Seat", check: "Knee at the axis?" },
      { name: "Pad", check: "" },
    ];
    const seated = { ...machineOf({ settings }), set: { Seat: 4 } };
    expect(cardLines(extension, [seated])).toEqual([`Machine: ${seated.name}`, "Seat: 4. Knee at the axis?"]);
    // nobody has found it yet: the question is asked anyway
    expect(cardLines(extension, [machineOf({ settings })])).toContain("Seat: to be found. Knee at the axis?");
    const fault = (list: object[]) => machineSchema.safeParse({ ...machine, settings: list }).error?.issues[0]?.message;
    expect(fault([{ name: " " }])).toBe("a name is needed");
    expect(fault(Array.from({ length: 6 }, (_, i) => ({ name: `${i}` })))).toBe("at most 5");
  });

  test("friction is on the card where it is felt: 8 % each way is 15 % lighter coming down", () => {
    const rubs = (friction: number) =>
      cardLines(extension, [
        machineOf({ measured: { ...measured, readings: readingsOf(() => 1, 40, 9, 0, friction) } }),
      ]).filter((l) => l.startsWith("Friction"));
    expect(rubs(0.08)).toEqual(["Friction: coming down is 15 % lighter than going up"]);
    expect(rubs(0.02)).toEqual([]);
  });

  test("what cannot be a machine is refused with its reason", () => {
    const fault = (part: object) => machineSchema.safeParse({ ...machine, ...part }).error?.issues[0]?.message;
    expect(fault({ name: " " })).toBe("a name is needed");
    expect(fault({ least: 20, most: 10 })).toBe("the lightest has to be below the heaviest");
    expect(fault({ measured: { ...measured, readings: measured.readings.slice(0, 3) } })).toContain("at least 4");
    expect(fault({ measured: { ...measured, readings: measured.readings.map((r) => ({ ...r, at: 5 })) } })).toContain(
      "once",
    );
    expect(fault({ measured: { ...measured, readings: measured.readings.map((r) => ({ ...r, up: 0 })) } })).toContain(
      "nothing was pulled",
    );
    expect(machinesSchema.safeParse([machine, machine]).success).toBe(false);
  });
});
