/** What pages of shell say: labels and sentences a place. */
import { sentence, label } from "../sentence";

export const accountMenu = {
  practice: label("Practice"),
  keys: label("Keys"),
  yourAccount: label("Your account"),
  lightOrDark: label("Light or dark"),
  signOut: label("Sign out"),
  leavingEditsAreNot: sentence<{ leaving: number }>(
    { leaving: 3 },
    ({ leaving }) => `${leaving} edits are not sent yet`,
  ),
  theyAreKeptIn: label(
    "They are kept in this browser and sent as soon as the server answers. Signing out removes them, so that nothing of your clients stays here.",
  ),
  editIsNotSent: label("1 edit is not sent yet"),
  staySignedInUntil: label("Stay signed in until they are sent"),
  signOutAndLose: label("Sign out and lose them"),
};

export const app = {
  prefersColorSchemeDark: label("(prefers-color-scheme: dark)"),
  prefersReducedMotionReduce: label("(prefers-reduced-motion: reduce)"),
  gryn: label("Gryn"),
};

export const keys = {
  keys: label("Keys"),
  singleLetterKeysAre: label("Single-letter keys are on"),
};

export const palette = {
  week: sentence({ name: "Maja" }, ({ name }) => `${name}, week`),
  log: sentence({ name: "Maja" }, ({ name }) => `${name}, log`),
  peopleOfThePractice: label("People of the practice"),
  ownExercises: label("Own exercises"),
  yourAccount: label("Your account"),
  goAnywhere: label("Go anywhere"),
  aHeadAnExercise: label("A head, an exercise, a client"),
  found: label("Found"),
  nothingByThatName: label("Nothing by that name."),
};

export const shell = {
  gryn: label("Gryn"),
  theSession: label("The session"),
  skipToThePage: label("Skip to the page"),
  grynToTheDesk: label("Gryn, to the desk"),
  places: label("Places"),
  coach: label("coach"),
  desk: label("Desk"),
  clients: label("Clients"),
  week: label("Week"),
  sheet: label("Sheet"),
  log: label("Log"),
  review: label("Review"),
  know: label("know"),
  atlas: label("Atlas"),
  ranking: label("Ranking"),
  bench: label("Bench"),
  cover: label("Cover"),
  evidence: label("Evidence"),
  method: label("Method"),
  openClient: label("Open client"),
  noClientOpen: label("No client open"),
  thisPlace: label("this place"),
};
