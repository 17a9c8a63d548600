/** What pages of exercises say: labels and sentences a place. */
import { label } from "../sentence";

export const ownPage = {
  theExercises: label("The exercises"),
  theExercises2: label("the exercises"),
};
