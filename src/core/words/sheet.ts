/** The page on which a coach chooses what is printed. */
import { counted, label, sentence } from "./sentence";

/** the page on which a coach chooses what is printed */
export const choices = {
  title: sentence({ name: "Maja Lindqvist" }, ({ name }) => `${name}: sheet`),
  nothing: label("Nothing is handed over yet"),
  nothingWhy: label("The sheet shows what the client has in hand. Hand the week over first."),
  changed: sentence(
    { edits: 3, number: 4 },
    ({ edits, number }) =>
      `The week has ${counted(edits, "edit")} since plan ${number}. The sheet shows plan ${number}.`,
  ),
  paper: label("Paper"),
  weeks: label("Weeks to write down"),
  log: label("With a log to fill in"),
  large: label("Large print"),
  print: label("Print"),
  pdf: label("PDF"),
  calendar: label("Calendar"),
  workbook: label("Spreadsheet"),
  table: label("CSV"),
  data: label("JSON"),
  code: label("Code for the phone"),
  codeWhy: label("A new link is printed as a code on page 1. The link before it ends."),
  codeThere: label("The code of the new link stands on page 1. It is shown only now: print it before you leave."),
  newLink: label("New link with a code"),
  subscribe: label("Calendar that keeps up"),
  subscribeWhy: label(
    "An address for the client's calendar: it always shows the plan that was handed over last. Whoever has it sees the exercises.",
  ),
  newAddress: label("Make an address"),
  page: sentence({ n: 2, of: 4 }, ({ n, of }) => `${n} of ${of}`),
};
