/** What pages of base say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const boundary = {
  grynHasBeenUpdated: label("Gryn has been updated"),
  thisPageHasBroken: label("This page has broken"),
  aPartOfThis: label(
    "A part of this page is no longer on the server. Reload it; edits that are not sent yet are kept.",
  ),
  somethingInItWent: label(
    "Something in it went wrong. Edits that are not sent yet are kept: reload the page, or go to another place.",
  ),
  reloadThePage: label("Reload the page"),
};

export const sideTable = {
  jPerNm: label("J per Nm"),
  noDifferenceWorthNaming: label("no difference worth naming"),
  against: sentence<{ number: string; against: string }>(
    { number: "1.2", against: "0.9" },
    ({ number, against }) => `(${number} against ${against})`,
  ),
};

export const states = {
  readingWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `Reading ${what}`),
  opening: label("Opening"),
  reading: sentence<{ what: string }>({ what: "the lighter week" }, ({ what }) => `Reading ${what}`),
  thereIsNothingAt: label("There is nothing at this address"),
  isNoPlaceOf: sentence<{ pathname: string }>(
    { pathname: "Maja" },
    ({ pathname }) => `${pathname} is no place of Gryn. It may have been moved, or the address is cut off.`,
  ),
  toTheDesk: label("To the desk"),
  couldNotBeRead: sentence<{ what: string }>({ what: "the lighter week" }, ({ what }) => `${what} could not be read`),
  tryAgain: label("Try again"),
};

export const grain = {
  loadGrainFromN: sentence<{ n: number; n2: number; n3: number }>(
    { n: 3, n2: 3, n3: 3 },
    ({ n, n2, n3 }) => `Load grain: from ${n} to ${n2} percent of the length range, loaded length ${n3}`,
  ),
};

export const api = {
  answered: sentence<{ status: number }>({ status: 502 }, ({ status }) => `The server answered ${status}.`),
  theServerCannotBe: label("The server cannot be reached. Nothing is lost: it is tried again."),
  somethingWentWrong: label("Something went wrong."),
  theServerSAnswer: label(
    "The server's answer is not what this page expects: Gryn may have been updated. Reload the page.",
  ),
};

export const keys = {
  places: {
    desk: "Desk",
    atlas: "Atlas",
    ranking: "Ranking",
    bench: "Bench",
    cover: "Cover",
    method: "Method",
    clients: "Clients",
  },
  weekOfTheOpen: label("Week of the open client"),
  sheetOfTheOpen: label("Sheet of the open client"),
  reviewOfTheOpen: label("Review of the open client"),
  logOfTheOpen: label("Log of the open client"),
  evidenceOfThePractice: label("Evidence of the practice"),
  inTheWeekBuild: label("In the week: build the week"),
  nextAndPreviousRow: label("Next and previous row"),
  criteriaOfTheRow: label("Criteria of the row"),
  useTheRowFor: label("Use the row for the client and day last used"),
  inTheWeekMove: label("In the week: move the exercise to another day or place"),
  inTheWeekOne: label("In the week: one set more, one less, lock, take off"),
  onTheDeskOpen: label("On the desk: open a row"),
  onTheDeskThe: label("On the desk: the open row is done, in 3 days, take the last one back"),
  onTheDeskFind: label("On the desk: find a client"),
  inTheReviewChoose: label("In the review: choose an edit of next week"),
  inTheReviewAccept: label("In the review: accept, change, decline, take the last one back, to the week"),
  inTheReviewAccept2: label("In the review: accept all that are open"),
  onTheSheetPrint: label("On the sheet: print, save as PDF"),
  undoAndRedoA: label("Undo and redo a plan edit"),
  goAnywhere: label("Go anywhere"),
  thisList: label("This list"),
};

export const theme = {
  hankenGroteskVariableHanken: label('"Hanken Grotesk Variable", "Hanken Grotesk", system-ui, sans-serif'),
  literataVariableLiterataGeorgia: label('"Literata Variable", Literata, Georgia, serif'),
};
