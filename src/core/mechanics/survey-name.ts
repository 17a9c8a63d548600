/** What tells one survey of the library from another: the model that made it and the setups that it is of. */
import { digest } from "#core/exercises/version";
import { MODEL_VERSION } from "#core/mechanics/model";

/** @param keys of the setups, in their order */
export const surveyVersion = (keys: readonly string[]): string => digest(`${MODEL_VERSION} ${keys.join()}`);

/** the file that a build holds the default body's survey in */
export const surveyFile = (keys: readonly string[]): string => `assets/survey-${surveyVersion(keys)}.json`;
