import { exercises, library } from "#core/exercises/library";
import { setupKey } from "#core/exercises/setup";
import { defaultSurvey } from "#core/mechanics/default-survey";
import { MODEL_VERSION } from "#core/mechanics/model";
import { surveyFile, surveyVersion } from "#core/mechanics/survey-name";

const keys = library.flatMap((e) => e.setups.map((s) => setupKey(exercises.get(e.id)!, s.values)));

test("a build's survey is of every named setup, in the order and under the name that a page asks for", () => {
  const { file, survey } = defaultSurvey();
  expect(file).toBe(surveyFile(keys));
  expect(survey.modelVersion).toBe(MODEL_VERSION);
  expect(survey.rows.map((r) => r.setupKey)).toEqual(keys);
  expect(survey.rows.every((r) => r.view.feasible)).toBe(true);
  // what travels holds four digits of a number
  const numbers = JSON.stringify(survey.rows.map((r) => r.view)).match(/-?\d+\.\d+/g)!;
  expect(numbers.every((n) => n.replace(/^-?0?\.?0*|\./g, "").length <= 4)).toBe(true);
});

test("another library or order has another name, so that an old file is never read for a new one", () => {
  expect(surveyVersion(keys)).toMatch(/^[0-9a-f]{12}$/);
  expect(surveyVersion([...keys].reverse())).not.toBe(surveyVersion(keys));
  expect(surveyVersion(keys.slice(1))).not.toBe(surveyVersion(keys));
});
