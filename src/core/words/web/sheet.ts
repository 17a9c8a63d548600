/** What pages of sheet say: labels and sentences a place. */
import { label } from "../sentence";

export const sheetPage = {
  letter: label("Letter"),
  thisClientIsNot: label("This client is not in your practice"),
  toTheClients: label("To the clients"),
  toTheWeek: label("To the week"),
  theSheet: label("The sheet"),
  theSheet2: label("the sheet"),
};
