/** What pages of method say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const apiTable = {
  whose: { session: "coach", link: "client", anyone: "anyone" },
  shapes: label("one of several shapes"),
  schemas: label(
    "The same schemas read every request, check every answer in the tests and describe it here. What is refused says why in error and where in fields. As OpenAPI 3.1:",
  ),
  theDescription: label("The description"),
  theServerDoesNot: label("The server does not answer. Try again in a moment."),
  theDescription2: label("the description"),
  interfaceOfTheServer: label("Interface of the server"),
  requests: sentence<{ group: string }>({ group: "xyz" }, ({ group }) => `Requests: ${group}`),
  request: label("Request"),
  whatItDoes: label("What it does"),
  who: label("Who"),
  carries: label("Carries"),
  answers: label("Answers"),
};

export const methodPage = {
  pages: {
    mechanics: "Mechanics",
    ranking: "Ranking",
    planning: "Planning",
    limiters: "Limiters",
    drawing: "Drawing",
    atlas: "Atlas",
    tables: "Tables",
    interface: "Interface",
  },
  inShort: label("In short"),
  exerciseFormat: label("Exercise format"),
  method: label("Method"),
  table: label("Table"),
};

export const torquePlots = {
  atAngleDegreesModel: sentence<{ angle: number; model: number; published: number }>(
    { angle: 3, model: 3, published: 3 },
    ({ angle, model, published }) => `at ${angle} degrees model ${model}, published ${published} newton metres`,
  ),
  off: sentence<{ leftOut: boolean; percent: number; from: number; to: number; most: number }>(
    { leftOut: true, percent: 8, from: 10, to: 120, most: 90 },
    (v) => `${v.leftOut ? "left out, " : ""}${v.percent} % off, ${v.from} to ${v.to}°, up to ${v.most} Nm`,
  ),
  jointTorquesModelAnd: label("Joint torques, model and published"),
  theLineIsThe: label(
    'The line is the model, the rings are published values (recalled, unverified); "left out" was not used in the calibration.',
  ),
};
