/** Mailing a client, and the page that shows what was sent. */
import { label, sentence } from "./sentence";

/** on the sheet */
export const send = {
  title: label("Mail"),
  to: label("To"),
  note: label("A word of your own"),
  withLink: label("With a new phone link: the one before ends"),
  send: label("Send plan and calendar"),
  sent: sentence({ to: "maja@example.org" }, ({ to }) => `Sent to ${to}.`),
  sending: sentence({ to: "maja@example.org" }, ({ to }) => `Still on its way to ${to}. Look under What was sent.`),
  page: label("What was sent"),
};

/** what was sent */
export const page = {
  title: label("Mail"),
  nothing: label("Nothing sent yet"),
  nothingWhy: label(
    "A plan is mailed from a client's sheet: as PDF, with the calendar and, if you like, a new phone link.",
  ),
  standIn: label(
    "No mail server is set up here: letters end in a simulated one that ships with Gryn, and nothing leaves this machine. They stand here as they arrived.",
  ),
  real: sentence({ host: "mail.example.org" }, ({ host }) => `Letters go out through ${host}.`),
  states: { sending: label("on its way"), sent: label("sent"), refused: label("not taken") },
  arrived: label("As it arrived"),
  attachments: label("Attached"),
  when: label("When"),
  to: label("To"),
  subject: label("Subject"),
  state: label("State"),
  by: label("By"),
};
