/** What the solver says: labels and sentences a place. */
import { fixed } from "#core/base/numbers";
import { label, sentence } from "../sentence";

export const planSheet = {
  missing: {
    low: "short of its band",
    high: "over its band",
    session: "over what one session may hold",
    direct: "direct sets short",
    days: "days short",
    running: "on days running",
    compounds: "heavy lifts short",
    minutes: "minutes over",
    spine: "points over for the back",
  },
  missed: sentence(
    { name: "Biceps", by: 1.5, what: "short of its band" },
    ({ name, by, what }) => `${name}: ${fixed(by, 1)} ${what}`,
  ),
  required: sentence(
    { name: "Hammer curl" },
    ({ name }) => `${name} is not in it: it does not fit, or the place or a joint forbids it`,
  ),
  theWeek: label("The week"),
};

export const expectation = {
  nMoreGroups: sentence<{ n: number }>({ n: 3 }, ({ n }) => `${n} more groups`),
};

export const usePlanner = {
  thePlannerStopped: label("The planner stopped."),
  stoppedBeforeAWeek: label("Stopped before a week was found."),
};

export const useTask = {
  thePlannerStopped: label("The planner stopped."),
};
