import { LANGUAGES } from "#core/base/language";
import { JOINTS } from "#core/exercises/joints";
import { groups } from "#core/planning/groups";
import { techniques } from "#core/planning/techniques";
import { structures } from "#core/program/structures";
import type { Reason } from "#core/training/progression";
import { reasonText } from "#core/training/reasons";
import { painText } from "#core/training/pain";
import { printedIn } from "#core/words/client/languages";
import { loadPhone } from "#core/words/client/phone";
import { printed } from "#core/words/sentence";

const others = LANGUAGES.filter((l) => l !== "en");
const told = (words: Record<string, unknown>) => new Map(printed(words).map((x) => [x.name, x.text]));
const both = async (l: (typeof LANGUAGES)[number]) => new Map([...told(await loadPhone(l)), ...told(printedIn(l))]);
const numbersOf = (text: string) => (text.match(/\d+(\.\d+)?/g) ?? []).sort();

describe.each(others)("what a client reads in %s", (language) => {
  let here: Map<string, string>;
  let english: Map<string, string>;
  beforeAll(async () => {
    [here, english] = [await both(language), await both("en")];
  });

  test("says everything that English says, with the same numbers", () => {
    for (const [name, text] of english) {
      expect([name, here.has(name)]).toEqual([name, true]);
      // "a lighter set" has its one in words in one language and in figures in the other
      if (!/one/i.test(text)) expect([name, numbersOf(here.get(name)!)]).toEqual([name, numbersOf(text)]);
    }
  });

  test("leaves nothing in English but what is the same in both", () => {
    const same = [...english].filter(([name, text]) => here.get(name) === text && /\p{L}{2}/u.test(text));
    const MARKS = [
      "set.likely",
      "goingOn.done",
      "page.head",
      "sheet.plan",
      "sheet.short",
      "letter.from",
      "typing.load",
      "exercise.lastTime",
    ];
    expect(same.map(([name]) => name).filter((n) => !MARKS.includes(n))).toEqual([]);
    for (const [name, text] of here)
      if (!/answered|coach|head|plan|joint/.test(name))
        expect([name, text]).toEqual([name, expect.not.stringMatching(/\b(the|your|and|with|reps|sets|load)\b/)]);
  });

  test("has a name for every joint, group, structure and technique that can be handed over", async () => {
    const { joint, group } = await loadPhone(language);
    const { structure, technique } = printedIn(language);
    for (const j of JOINTS) expect(joint[j]).toMatch(/\p{L}/u);
    for (const g of groups) expect([g.id, group[g.id] ?? ""]).toEqual([g.id, expect.stringMatching(/\p{L}/u)]);
    for (const s of structures) if (s.client) expect([s.id, structure[s.id]]).toEqual([s.id, expect.any(String)]);
    for (const t of techniques) expect([t.id, technique[t.id]?.how]).toEqual([t.id, expect.any(String)]);
  });

  test("reasons and pain come in it, with the loads that they are about", async () => {
    const words = await loadPhone(language);
    const load = { value: 40, unit: "kg", meaning: "total" } as const;
    const reason: Reason = { kind: "smallest load", load };
    expect([reasonText(reason, words), reasonText(reason)]).toEqual([
      expect.stringMatching(/40 kg/),
      "40 kg is the smallest load here, and it is too much: swap the exercise.",
    ]);
    expect(reasonText(reason, words)).not.toBe(reasonText(reason));
    const why = { kind: "risen", joint: "knee", score: 5, before: 2 } as const;
    expect(painText(why, words)).toMatch(/2.*5/);
    expect(painText(why, words)).toContain(words.joint.knee);
  });
});
