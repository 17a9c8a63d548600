/** What pages of ranking say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const compareTable = {
  sideBySide: label("Side by side"),
};

export const keptRankings = {
  causes: {
    edition: "the edition is another",
    model: "the model is another",
    weights: "it is weighed otherwise",
    goal: "the goal is another",
    body: "it is another body",
  },
  nothingDiffers: label("nothing else differs"),
  schoolId: sentence<{ id: string }>({ id: "cable-curl" }, ({ id }) => `school ${id}`),
  editionId: sentence<{ id: string }>({ id: "cable-curl" }, ({ id }) => `edition ${id}`),
  editionIdDate: sentence<{ id: string; date: string }>(
    { id: "cable-curl", date: "some date" },
    ({ id, date }) => `edition ${id}, ${date}`,
  ),
  sinceThenWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `Since then: ${what}`),
  againstTheRankingThat: sentence<{ by: string }>(
    { by: "Edda Varn" },
    ({ by }) => `Against the ranking that ${by} kept`,
  ),
  againstName: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `Against ${name}`),
  moved: sentence<{ name: string; before: number | null; after: number | null }>(
    { name: "Hammer curl", before: 62, after: null },
    (v) => `${v.name}: ${v.before ?? "not in it"} to ${v.after ?? "gone"}`,
  ),
  noRowHasMoved: label("No row has moved."),
  rankingsKept: label("Rankings kept"),
  keepThisRanking: label("Keep this ranking"),
  reviewDue: label(", review due"),
  againstAnotherSchoolOr: label("Against another school or edition"),
  againstAnotherSchoolOr2: label("against another school or edition"),
  forgetIt: label("Forget it"),
  mostlyBy: sentence<{ factor: string }>({ factor: "tension" }, ({ factor }) => `, mostly by ${factor}`),
};

export const opened = {
  recalled: sentence<{ was: string }>({ was: "62" }, ({ was }) => `(${was}; recalled)`),
};

export const rankedList = {
  sideBySideOf: sentence<{ beside: number; most: number }>(
    { beside: 3, most: 4 },
    ({ beside, most }) => `Side by side: ${beside} of ${most}.`,
  ),
  compareThem: label("Compare them"),
  none: label("None"),
  theReasons: label("the reasons"),
};

export const rankingPage = {
  theRanking: label("The ranking"),
  theMechanicsOfEvery: label("the mechanics of every setup"),
  thereIsNoMuscle: sentence<{ asked: string }>(
    { asked: "xyz" },
    ({ asked }) => `There is no muscle head called “${asked}”`,
  ),
  didYouMean: label("Did you mean"),
  beginWith: label("Begin with"),
  ctrlKSearchesAll: label("Ctrl K searches all heads, exercises and clients."),
  heads: label("Heads"),
  fromTheToThe: sentence<{ replace: string; origin: string; insertion: string; note: string }>(
    { replace: "Biceps", origin: "shoulder blade", insertion: "forearm", note: "Two joints." },
    ({ replace, origin, insertion, note }) => `${replace}. From the ${origin} to the ${insertion}. ${note}`,
  ),
};

export const weighing = {
  theWeights: label("the weights"),
};

export const weights = {
  fromWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `From ${what}.`),
};
