/** The library in the default body, as a build of the pages takes it along: nobody's, the same for every practice. */
import { library } from "#core/exercises/library";
import { resolveSetup } from "#core/exercises/setup";
import { DEFAULT_BODY } from "#core/mechanics/model";
import { surveySetups, type Survey } from "#core/mechanics/survey";
import { surveyFile } from "#core/mechanics/survey-name";

export function defaultSurvey(): { file: string; survey: Survey } {
  const setups = library.flatMap((e) => e.setups.map((s) => resolveSetup(e, s.values)));
  return { file: surveyFile(setups.map((s) => s.key)), survey: surveySetups(setups, DEFAULT_BODY, 0) };
}
