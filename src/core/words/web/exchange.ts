/** What pages of exchange say: labels and sentences a place. */
import { label, sentence } from "../sentence";

export const importButton = {
  importOfName: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `Import of ${name}`),
  programFile: label("Program file"),
  importIt: label("Import"),
  nothingHasBeenChanged: label("Nothing has been changed. The file cannot be taken in:"),
  line: label("line"),
  path: label("path"),
  reason: label("reason"),
  andMore: sentence<{ n: number }>({ n: 4 }, ({ n }) => `and ${n} more.`),
  theFileIsThe: label("The file is the same as this week. There is nothing to change."),
  takingItInWould: label("Taking it in would change this:"),
  takeItIn: label("Take it in"),
  leaveTheWeekAs: label("Leave the week as it is"),
  oneUndoTakesAll: label("One undo takes all of it back."),
};

export const readFile = {
  theFileIsLarger: label("The file is larger than any program: over 2 MB."),
  theFileCannotBe: label("The file cannot be opened. Choose it again."),
  readingTheFileTakes: label("Reading the file takes too long: it is no program that Gryn has written."),
  theFileCannotBe2: label("The file cannot be read just now. Reload the page and try again."),
};

export const readWorker = {
  theFileHasN: sentence<{ n: number; n2: number }>(
    { n: 3, n2: 3 },
    ({ n, n2 }) => `The file has ${n} days, this week has ${n2}.`,
  ),
  theFileCannotBe: label("The file cannot be read as a program: something in it is not as Gryn writes it."),
};
