/** Der Brief mit dem Plan. */
import { counted, label, sentence } from "../../sentence";

export const letter = {
  subject: sentence({ coach: "Edda Varn", number: 3 }, ({ coach, number }) => `Dein Plan ${number} von ${coach}`),
  greeting: sentence({ first: "Maja" }, ({ first }) => `Hallo ${first},`),
  attached: sentence(
    { number: 3, days: 3 },
    ({ number, days }) =>
      `Plan ${number} liegt bei, zum Drucken: ${counted(days, "Trainingstag", "Trainingstage")} in der Woche.`,
  ),
  calendar: label("Die Kalenderdatei trägt die Tage in deinen Kalender ein."),
  link: sentence(
    { link: "https://gryn.example/floor#abc" },
    ({ link }) =>
      `Auf dem Telefon, mit jedem Satz zum Eintragen: ${link}\nDer Link gehört nur dir: Wer ihn hat, sieht deinen Plan.`,
  ),
  stop: label("Bei stechendem oder zunehmendem Schmerz: aufhören und mir schreiben. Das ist kein ärztlicher Rat."),
  from: sentence({ coach: "Edda Varn" }, ({ coach }) => coach),
};
