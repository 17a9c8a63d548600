/** The letter that brings a plan. */
import { counted, label, sentence } from "../../sentence";

export const letter = {
  subject: sentence({ coach: "Edda Varn", number: 3 }, ({ coach, number }) => `Your plan ${number} from ${coach}`),
  greeting: sentence({ first: "Maja" }, ({ first }) => `Hello ${first},`),
  attached: sentence(
    { number: 3, days: 3 },
    ({ number, days }) => `plan ${number} is attached, to print: ${counted(days, "training day")} a week.`,
  ),
  calendar: label("The calendar file puts the days into your calendar."),
  link: sentence(
    { link: "https://gryn.example/floor#abc" },
    ({ link }) =>
      `On your phone, with every set to log: ${link}\nThe link is yours alone: whoever has it sees your plan.`,
  ),
  stop: label("Sharp or rising pain: stop, and write to me. This is no medical advice."),
  from: sentence({ coach: "Edda Varn" }, ({ coach }) => coach),
};
