/** What pages of judgements say: labels and sentences a place. */
import { counted, label, sentence } from "../sentence";

export const numbers = {
  nameIsWithdrawnWeeks: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `${name} is withdrawn. Weeks that were planned by it stay so.`,
  ),
  whatIsMadeNew: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) => `${what} is made. New weeks are planned by it.`,
  ),
  nChanged: sentence<{ n: string }>({ n: "some n" }, ({ n }) => `${n} changed.`),
  changedChanged: sentence<{ changed: number }>({ changed: 3 }, ({ changed }) => `, ${changed} changed`),
  own: sentence<{ day: string; by: string; n: number; base: string; withdrawn: string | null }>(
    { day: "2 Dec", by: "Edda Varn", n: 3, base: "gryn-9", withdrawn: "5 Dec" },
    (v) =>
      `${v.day}, ${v.by}, ${counted(v.n, "number")} of ${v.base} changed${v.withdrawn ? `, withdrawn ${v.withdrawn}` : ""}`,
  ),
  thePracticeSNumbers: label("The practice's numbers"),
  thePracticeSNumbers2: label("the practice's numbers"),
  numbers: label("Numbers"),
  whatGrynJudgesBy: label(
    "What Gryn judges by. A week keeps the edition it was planned by; new weeks take the newest.",
  ),
  changeNumbers: label("Change numbers"),
  withdraw: label("Withdraw"),
  ours: sentence<{ date: string }>({ date: "date" }, ({ date }) => `ours, ${date}`),
  aNewEdition: label("A new edition"),
  name: label("Name"),
  makeThisEdition: label("Make this edition"),
  leaveIt: label("Leave it"),
  nothingIsChangedYet: label("Nothing is changed yet."),
  whatItMeans: label("what it means"),
  ours2: label("ours"),
  here: label("here"),
  unit: label("unit"),
  mayBe: label("may be"),
  to: sentence<{ least: string; most: string }>(
    { least: "least", most: "most" },
    ({ least, most }) => `${least} to ${most}`,
  ),
};

export const useJudgements = {
  notKeptReason: sentence<{ reason: string }>({ reason: "agreed" }, ({ reason }) => `Not kept: ${reason}.`),
};
