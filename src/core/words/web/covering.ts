/** What pages of covering say: labels and sentences a place. */
import { counted, label, sentence } from "../sentence";

export const coverPage = {
  nMuscleGroups: sentence<{ n: number }>({ n: 3 }, ({ n }) => `${n} muscle groups`),
  where: sentence<{ name: string | null; school: string }>(
    { name: "Maja", school: "stretch first" },
    ({ name, school }) =>
      `${name ? `In ${name}'s body, with what is at hand there` : "In the default body, with everything"}. School: ${school}.`,
  ),
  covers: sentence<{ setups: number; cells: number; minutes: number; proven: boolean }>(
    { setups: 5, cells: 14, minutes: 38, proven: true },
    (v) =>
      `${counted(v.setups, "setup")} ${v.setups === 1 ? "covers" : "cover"} ${counted(v.cells, "cell")} in about ${v.minutes} min of three sets each${v.proven ? "; fewer do not." : ": at most, the search was ended."}`,
  ),
  put: sentence<{ name: string; n: number; day: string; client: string }>(
    { name: "Hammer curl", n: 1, day: "Monday", client: "Maja" },
    (v) => `${v.n === 1 ? v.name : `${v.n} exercises`} on ${v.day} for ${v.client}.`,
  ),
  weekOf: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `${name}'s week`),
  coveredBy: sentence<{ sets: readonly string[]; covered: number; of: number }>(
    { sets: ["biceps 6.0"], covered: 4, of: 9 },
    (v) =>
      v.sets.length === 0
        ? `No set in the week trains this yet: ${v.covered} of ${v.of} cells are covered.`
        : `Effective sets a week: ${v.sets.slice(0, 6).join(", ")}${v.sets.length > 6 ? " ..." : ""}. They cover ${v.covered} of ${v.of} cells.`,
  ),
  missing: sentence<{ names: readonly string[] }>(
    { names: ["long head, lengthened"] },
    ({ names }) => `Missing: ${names.slice(0, 8).join("; ")}${names.length > 8 ? " ..." : ""}.`,
  ),
  adds: sentence<{ name: string; n: number }>({ name: "Hammer curl", n: 3 }, ({ name, n }) => `${name}: ${n} more`),
  thereIsNoMuscle: sentence<{ group: string }>(
    { group: "xyz" },
    ({ group }) => `There is no muscle group called “${group}”`,
  ),
  chooseOne: label("Choose one:"),
  whatCovers: sentence<{ groups: string }>({ groups: "biceps, triceps" }, ({ groups }) => `What covers ${groups}`),
  everyHeadInEvery: label(
    "Every head in every third of its length, what it does, where the arm is and how the hand holds. The smallest set that covers what is wanted.",
  ),
  muscleGroups: label("Muscle groups"),
  muscleGroupsToCover: label("Muscle groups to cover"),
  allGroups: label("All groups"),
  theCovering: label("The covering"),
  theMechanicsOfEvery: label("the mechanics of every setup"),
  noAvailableExerciseIs: label("No available exercise is useful for this group"),
  nothingIsWanted: label("Nothing is wanted."),
  includeAllCellsAgain: label("Include all cells again"),
  openAClientTo: label("Open a client to see what the week covers already."),
  wanted: label("wanted"),
  openTheWeek: label("Open the week"),
  day: label("Day"),
  dayOfTheWeek: label("Day of the week"),
  putTheSetOn: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Put the set on ${name} as a session`),
  whatWouldAddMost: label("What would add most"),
  putItOn: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Put it on ${name}`),
};
