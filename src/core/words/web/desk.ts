/** What pages of desk say: labels and sentences a place. */
import { sentence, label } from "../sentence";

export const clients = {
  sortedBy: label("Sorted by"),
  byNeed: label("need"),
  byName: label("name"),
};

export const deskPage = {
  theDesk: label("the desk"),
  theDesk2: label("The desk"),
  desk: label("Desk"),
  addAClient: label("Add a client"),
  lookAtTheRanking: label("Look at the ranking first"),
};

export const doing = {
  linkForTheClient: label("Link for the client"),
};

export const strip = {
  nothingLoggedInDays: label("Nothing logged in 14 days"),
};

export const decisions = {
  putOffUntilWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `put off until ${what}`),
};
