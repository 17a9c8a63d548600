/** What the solver says: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const planSheet = {
  notInItIt: label("not in it: it does not fit, or the place or a joint forbids it"),
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
