/** A practice's own exercises: the shelf they stand on, what a copy begins with, what differs, what cannot be kept. */
import { exerciseFaults } from "#core/exercises/faults";
import { exercises, findExercise, library } from "#core/exercises/library";
import { copyOf, differences, ownFaults, renamed } from "#core/exercises/own";
import { exerciseSchema } from "#core/exercises/schema";
import { setupKey } from "#core/exercises/setup";
import { exerciseVersion } from "#core/exercises/version";
import { isOwn, offer, offered, onOffer, ownId, shelve, shelved } from "#core/exercises/shelf";
import { setupAsked } from "#core/exercises/asked";
import { readExerciseFile } from "#core/exchange/files";

const curl = exercises.get("hammer-curl")!;
const id = ownId("0a1b2c3d-4e5f-4607-8899-aabbccddeeff");

test("an id is of letters, one for each hexadecimal digit, and is an own one", () => {
  expect(id).toBe("own-akblcmdneofpegahiijjkkllmmnnoopp");
  expect(id).toMatch(/^own-[a-p]{32}$/);
  expect(new Set(["0", "1", "f"].map((d) => ownId(d.repeat(32)))).size).toBe(3);
  expect(library.some((e) => isOwn(e.id))).toBe(false);
});

test("a copy of any exercise of the library is one that can be kept, in one setup, under its own name", () => {
  for (const e of library) {
    const copy = copyOf(e, id, "Something of one's own");
    expect(exerciseSchema.safeParse(copy).error?.message).toBeUndefined();
    expect([e.id, ...exerciseFaults(copy), ...ownFaults(copy)]).toEqual([e.id]);
    expect(copy.setups.map((s) => s.name)).toEqual(["Something of one's own"]);
    expect(setupKey(copy, {})).toContain(`${id}@`);
  }
});

test("on the shelf it is found as any other; a newer version takes its place; the library's are never replaced", () => {
  const copy = copyOf(curl, id, "Curl on the ramp");
  expect(findExercise(id)).toBeUndefined();
  shelve([copy]);
  expect(findExercise(id)).toBe(copy);
  expect(shelved()).toEqual([copy]);
  const newer = { ...copy, hold: 2 };
  shelve([newer]);
  expect(exerciseVersion(findExercise(id)!)).not.toBe(exerciseVersion(copy));
  expect(setupAsked({ exerciseId: id, values: {} })?.exercise).toBe(newer);
  expect(setupAsked({ exerciseId: id, values: {}, exercise: copy })?.exercise).toBe(copy);
  expect(() => shelve([{ ...curl }])).toThrow("hammer-curl");
  expect(findExercise("hammer-curl")).toBe(curl);
});

test("who listens hears of what is offered, until it stops", () => {
  let heard = 0;
  const stop = onOffer(() => heard++);
  offer([copyOf(curl, id)]);
  expect([heard, offered().map((e) => e.id)]).toEqual([1, [id]]);
  stop();
  offer([]);
  expect([heard, offered()]).toEqual([1, []]);
});

test("what differs is told field by field; lists of other lengths as a whole; the same is nothing", () => {
  const copy = copyOf(curl, id);
  const changed = {
    ...copy,
    stated: { ...copy.stated, usualLoad: 9 },
    station: "ramp",
    cues: copy.cues.map((c, i) => (i === 1 ? { ...c, text: "Slowly." } : c)),
    targets: ["biceps", "brachialis", "brachioradialis"],
  };
  expect(differences(copy, copy)).toEqual([]);
  expect(differences(copy, structuredClone(copy))).toEqual([]);
  expect(
    differences(copy, changed)
      .map((d) => d.path)
      .sort(),
  ).toEqual(["cues.2.text", "station", "stated.usualLoad", ...(copy.targets.length === 3 ? [] : ["targets"])].sort());
  expect(differences(copy, changed).find((d) => d.path === "station")).toEqual({
    path: "station",
    from: undefined,
    to: "ramp",
  });
});

test("renamed, the setups that go by its name follow; others keep theirs", () => {
  const e = {
    ...copyOf(curl, id, "Curl"),
    setups: ["Curl", "Curl, leaning", "Other"].map((name) => ({ name, values: {} })),
  };
  expect(renamed(e, "Ramp curl")).toEqual({
    name: "Ramp curl",
    setups: ["Ramp curl", "Ramp curl, leaning", "Other"].map((name) => ({ name, values: {} })),
  });
});

test("texts that nobody wrote or nobody reads are faults, with their place", () => {
  const e = copyOf(curl, id);
  const paths = (part: object) => ownFaults({ ...e, ...part }).map((f) => f.path.join("."));
  expect(paths({ name: " " })).toEqual(["name"]);
  expect(paths({ cues: e.cues.map((c, i) => (i ? { ...c, text: "x".repeat(241) } : c)) })).toContain("cues.1.text");
  expect(paths({ setups: [] })).toEqual(["setups"]);
  expect(paths({ setups: Array.from({ length: 13 }, () => e.setups[0]) })).toEqual(["setups"]);
});

test("shared as a file it reads back to the same", () => {
  const e = copyOf(curl, id, "Curl on the ramp");
  const read = readExerciseFile(JSON.stringify(e, null, 2));
  expect(read).toEqual({ exercise: exerciseSchema.parse(e) });
  expect("exercise" in read && exerciseVersion(read.exercise)).toBe(exerciseVersion(exerciseSchema.parse(e)));
});
