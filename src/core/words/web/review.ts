/** What pages of review say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const evidencePage = {
  allN: sentence<{ n: number }>({ n: 3 }, ({ n }) => `All (${n})`),
  theEvidence: label("The evidence"),
  theEvidence2: label("the evidence"),
  toTheDesk: label("To the desk"),
  toTheBench: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}: to the bench`),
};

export const panels = {
  theChart: label("the chart"),
};

export const reviewPage = {
  thisClientIsNot: label("This client is not in your practice"),
  toTheClients: label("To the clients"),
  theReview: label("The review"),
  theReview2: label("the review"),
};

export const tests = {
  back: label("Back"),
};

export const editWords = {
  nWhatMin: sentence<{ n: number; what: string }>({ n: 3, what: "a, b and c" }, ({ n, what }) => `${n}:${what} min`),
  noLoad: label("No load"),
  restRest: sentence<{ rest: string }>({ rest: "some rest" }, ({ rest }) => `rest ${rest}`),
  loweredInLowerS: sentence<{ lower: number }>({ lower: 3 }, ({ lower }) => `lowered in ${lower} s`),
};
