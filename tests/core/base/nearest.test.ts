import { headTitle } from "#core/anatomy/anatomy";
import { nearest } from "#core/base/nearest";
import { library } from "#core/exercises/library";
import { headGroups } from "#core/ranking/rank";

const exercisesLike = (text: string) => nearest(text, library, (e) => e.name).map((e) => e.id);

describe("names nearest to what an old address says", () => {
  test("an exercise cut short, misspelt or with its words turned round is found", () => {
    for (const e of library) {
      expect(exercisesLike(e.name.slice(0, -2))[0]).toBe(e.id);
      const [first, ...rest] = e.name.split(" ");
      expect(exercisesLike([...rest, first].join(" "))).toContain(e.id);
      expect(exercisesLike(e.name.replace(/[aeiou]/, ""))).toContain(e.id);
    }
  });

  test("a head likewise; at most four; of what shares nothing with any name there is none", () => {
    for (const g of headGroups) {
      const found = nearest(headTitle(g.id).slice(1), headGroups, (x) => headTitle(x.id));
      expect(found).toContain(g);
      expect(found.length).toBeLessThanOrEqual(4);
    }
    expect(exercisesLike("xxqqzz")).toEqual([]);
    expect(exercisesLike("")).toEqual([]);
  });
});
