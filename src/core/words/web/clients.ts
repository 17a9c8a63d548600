/** What pages of clients say: labels and sentences a place. */
import { counted, label, sentence } from "../sentence";

export const clientForm = {
  screeningQuestionsOpen: sentence<{ screening: number }>(
    { screening: 3 },
    ({ screening }) => `${screening} questions open`,
  ),
  newClient: label("New client"),
  toTheWeek: label("To the week"),
  steps: label("Steps"),
  alt: sentence<{ key: number }>({ key: 2 }, ({ key }) => `Alt ${key}`),
  theWeekKeepsIts: sentence<{ daysPerWeek: number }>(
    { daysPerWeek: 3 },
    ({ daysPerWeek }) =>
      `The week keeps its days and what is on them. The checks count with ${daysPerWeek} a week from now on; add or take away a day in the week itself.`,
  ),
  ctrlEnter: label("Ctrl Enter"),
};

export const clientRights = {
  erasedTheAuditKeeps: label("Erased. The audit keeps that it was done, under a number that names nobody."),
  exportAndErase: label("Export and erase"),
  theClientSData: label("The client's data"),
  plansHandOversEvery: label(
    "Plans, hand-overs, every logged set with its corrections, and who has seen them. Backups made before keep them until they are overwritten.",
  ),
  exportEverything: label("Export everything"),
  erase: label("Erase ..."),
  aHeadCoachCan: label("A head coach can do this"),
  erasingIsAHead: label("Erasing is a head coach's to do."),
  erase2: sentence<{ name: string }>({ name: "Maja" }, ({ name }) => `Erase ${name}`),
  thisErasesTheClient: label(
    "This erases the client, the plans, the hand-overs and the whole log, and closes the link. It cannot be undone.",
  ),
  typeTheClientS: label("Type the client's name to confirm"),
  eraseForGood: label("Erase for good"),
  keep: label("Keep"),
};

export const clientsPage = {
  row: sentence<{ days: number; minutes: number; cleared: boolean; erase: boolean }>(
    { days: 3, minutes: 60, cleared: false, erase: true },
    (v) =>
      `${counted(v.days, "day")}, ${v.minutes} min${v.cleared ? "" : ", not cleared yet"}${v.erase ? ", to be erased" : ""}`,
  ),
  theClients: label("the clients"),
  theClients2: label("The clients"),
  newClient: label("New client"),
  theClient: label("the client"),
  thisClientIsNot: label("This client is not in your practice"),
  toTheClients: label("To the clients"),
  chooseAClientOr: label("Choose a client, or add one"),
  chooseAClientAt: label(
    "Choose a client at the left. Body size, equipment and noted joints then shape every ranking and check.",
  ),
};

export const limitsStep = {
  time: label("Time"),
};

export const changes = {
  fitSetups: sentence<{ fit: number }>({ fit: 3 }, ({ fit }) => `${fit} setups`),
  lowHighSetsAsked: sentence<{ low: number; high: number }>(
    { low: 3, high: 3 },
    ({ low, high }) => `${low}–${high} sets asked for`,
  ),
  roomForSetsSets: sentence<{ sets: number }>({ sets: 3 }, ({ sets }) => `room for ${sets} sets`),
};

export const prioritiesStep = {
  rangeSets: sentence<{ range: string }>({ range: "some range" }, ({ range }) => `${range} sets`),
};
