import { skeleton } from "#core/anatomy/anatomy";
import { findAttachment } from "#core/exercises/attachments";
import { attachments } from "#core/exercises/attachments.data";
import { exerciseFaults } from "#core/exercises/faults";
import type { Exercise } from "#core/exercises/format";
import { findExercise, library } from "#core/exercises/library";
import { readExerciseFile } from "#core/exchange/files";
import { resolveSetup, setupName } from "#core/exercises/setup";

const raise = findExercise("cable-side-raise")!;
const faultsOf = (change: Partial<Exercise>, of: Exercise = raise) =>
  exerciseFaults({ ...of, ...change }).map((f) => `${f.path.join(".")}: ${f.reason}`);

test("every attachment is told once, in words, and acts on a point that the body has", () => {
  expect(new Set(attachments.map((a) => a.id)).size).toBe(attachments.length);
  for (const a of attachments) {
    expect([a.id, a.at in skeleton.points]).toEqual([a.id, true]);
    expect(a.explains.length).toBeGreaterThan(15);
    // what is strapped on asks nothing of the fingers, what is held does
    expect([a.id, a.grip === null]).toEqual([a.id, a.at !== "grip"]);
  }
  expect(() => findAttachment("hook")).toThrow(/no attachment called hook; there are handle, bar/);
});

test("a choice of attachment says where the load acts", () => {
  const at = (handle: number) => resolveSetup(raise, { handle }).loads[0]!.at;
  expect([at(0), at(1), at(2)]).toEqual(["grip", "forearm-cuff", "grip"]);
  expect(resolveSetup(raise, { handle: 1 }).attachment!.id).toBe("cuff-forearm");
});

test("each choice is named, and yes or no with what it is about", () => {
  expect(setupName(findExercise("dumbbell-shrug")!, { straps: 1, lean: 10 })).toContain("strap: yes");
  for (const e of library)
    for (const p of e.parameters)
      for (const o of p.options ?? []) expect([e.id, p.id, o.name]).toEqual([e.id, p.id, o.name.trim()]);
});

test("what an attachment cannot be is refused with its place", () => {
  const handle = raise.parameters.find((p) => p.id === "handle")!;
  const rest = raise.parameters.filter((p) => p !== handle);
  const options = [
    { value: 0, id: "handle", name: "Handle" },
    { value: 1, id: "hook", name: "Hook" },
  ];
  expect(faultsOf({ parameters: [...rest, { ...handle, options, max: 1 }] })).toEqual(
    expect.arrayContaining([expect.stringMatching(/options\.1\.id: there is no attachment called hook/)]),
  );
  expect(faultsOf({ attachment: undefined })).toEqual([expect.stringMatching(/attachment: .*needs an attachment/)]);
  expect(faultsOf({ attachment: { parameter: "pulley" } }).join()).toMatch(/pulley must be a choice of attachments/);
  expect(faultsOf({ hold: 0 })).toEqual([expect.stringMatching(/hold: .*over 0/)]);
  const { options: _, ...bare } = handle;
  expect(faultsOf({ parameters: [...rest, bare] }).join()).toMatch(/a choice needs its options/);
});

test("a file made by somebody else: unknown kinds of load, words and versions are told with their line", () => {
  const told = (change: object) => {
    const read = readExerciseFile(JSON.stringify({ ...findExercise("machine-row")!, ...change }, null, 1));
    return "errors" in read ? read.errors.map((e) => e.path) : [];
  };
  expect(told({})).toEqual([]);
  expect(told({ version: 3 })).toEqual(["version"]);
  expect(told({ attachment: "hook" })[0]).toBe("attachment");
  expect(told({ loads: [{ kind: "magnet" }] })[0]).toMatch(/^loads\.0/);
  const [arm] = findExercise("machine-row")!.loads;
  expect(told({ loads: [{ ...arm, axis: [0, 0, 0] }] })).toEqual(["loads.0.axis"]);
  expect(told({ parameters: Array.from({ length: 9 }, () => findExercise("machine-row")!.parameters[0]) })[0]).toBe(
    "parameters",
  );
});
