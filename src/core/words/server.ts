/** What the server says: labels and sentences a place. */
import { label, sentence } from "./sentence";

export const app = {
  theRequestIsNested: label("The request is nested deeper than anything Gryn reads."),
  thereIsNothingAt: label("There is nothing at this address."),
};

export const places = {
  somebodyElseHasChanged: label("Somebody else has changed this place since you opened it."),
  clientsOfYourClients: sentence<{ clients: number }>(
    { clients: 3 },
    ({ clients }) => `${clients} of your clients train there: choose another place for them first.`,
  ),
};

export const clientsRoutes = {
  thereIsAnotherClient: label("There is another client under this id already. Reload and look again."),
  somebodyElseHasChanged: label("Somebody else has changed this client since you opened it."),
  theNameTypedIs: label("The name typed is not this client's."),
  notThisClientS: label("not this client's name"),
  screeningIsNotClear: label("Screening is not clear: record who has cleared the client."),
};

export const deskRoutes = {
  sayOnWhichDay: label("Say on which day it comes back."),
};

export const exercisesRoutes = {
  thereIsNoSuch: label("There is no such exercise."),
  theExerciseInThe: label("The exercise in the file is another than the one it is kept as."),
  thisCannotBeAn: label("This cannot be an exercise yet."),
  thisExerciseIsAccount: sentence<{ account_name: string }>(
    { account_name: "Edda Varn" },
    ({ account_name }) => `This exercise is ${account_name}'s own. Copy it to change it.`,
  ),
  accountNameHasChanged: sentence<{ account_name: string }>(
    { account_name: "Edda Varn" },
    ({ account_name }) => `${account_name} has changed this exercise since you opened it. Nothing of yours is lost.`,
  ),
  thisExerciseIsNot: label("This exercise is not there any more."),
  aPracticeHasAt: sentence<{ MOST: number }>(
    { MOST: 3 },
    ({ MOST }) => `A practice has at most ${MOST} exercises of its own.`,
  ),
  somebodyElseHasJust: label("Somebody else has just kept an exercise here. Open it and try again."),
};

export const limits = {
  tooManyAttemptsWait: label("Too many attempts. Wait ten minutes and try again."),
};

export const problem = {
  thereIsNoSuch: sentence<{ what: string }>(
    { what: "a, b and c" },
    ({ what }) => `There is no such ${what} in this practice.`,
  ),
  someOfThisCannot: label("Some of this cannot be saved."),
};

export const account = {
  thatIsNotYour: label("That is not your password."),
  thatSessionHasEnded: label("That session has ended already."),
  startSettingUpThe: label("Start setting up the second factor again."),
  theseSixDigitsAre: label("These six digits are not right. Is the clock of this machine and of the phone set?"),
};

export const coach = {
  signInFirst: label("Sign in first."),
  thisRequestDidNot: label("This request did not come from an open Gryn page. Reload and try again."),
  onlyAHeadCoach: label("Only a head coach of the practice may do this."),
};

export const people = {
  aPracticeKeepsAt: label("A practice keeps at least one head coach. Make somebody else head coach first."),
  yourOwnSecondFactor: label("Your own second factor is removed under Your account, with your password."),
  someOfThisCannot: label("Some of this cannot be saved."),
  somebodySignsInWith: label("Somebody signs in with this e-mail address already."),
};

export const signIn = {
  thisEMailAnd: label("This e-mail and password do not belong together."),
  typeTheSixDigits: label("Type the six digits that your authenticator shows."),
  theseSixDigitsAre: label("These six digits are not right, or were used before. Wait for the next ones."),
};

export const streams = {
  youHaveStreamsPages: sentence<{ STREAMS: number }>(
    { STREAMS: 3 },
    ({ STREAMS }) => `You have ${STREAMS} pages open that wait for an answer: close some.`,
  ),
};

export const mailRoutes = {
  anotherLetterHasThis: label("Another letter has this number. Send it anew."),
};

export const judgements = {
  byNameHasSaid: sentence<{ by_name: string }>(
    { by_name: "some by_name" },
    ({ by_name }) => `${by_name} has said this. A head coach may change it.`,
  ),
  someOfThisCannot: label("Some of this cannot be saved."),
  thereIsNoEdition: sentence<{ edition: string }>(
    { edition: "some edition" },
    ({ edition }) => `there is no edition called ${edition}`,
  ),
  youHaveOfOne: sentence<{ OF_ONE: number }>(
    { OF_ONE: 3 },
    ({ OF_ONE }) => `You have ${OF_ONE} of these already: take some of yours back first.`,
  ),
  thereAreMostAlready: sentence<{ MOST: number }>(
    { MOST: 3 },
    ({ MOST }) => `There are ${MOST} already: take some back first.`,
  ),
  byNameHasSaid2: sentence<{ by_name: string }>(
    { by_name: "some by_name" },
    ({ by_name }) => `${by_name} has said this. A head coach may take it back.`,
  ),
};

export const editions = {
  someOfThisCannot: label("Some of this cannot be saved."),
  anEditionIsFor: label("An edition is for good once it is made. Make another one."),
  thereAreMostEditions: sentence<{ MOST: number }>({ MOST: 3 }, ({ MOST }) => `There are ${MOST} editions already.`),
  thereIsAnEdition: sentence<{ name: string }>(
    { name: "Hammer curl" },
    ({ name }) => `There is an edition called ${name} already.`,
  ),
};

export const programs = {
  thisPageIsAhead: label("This page is ahead of the server. Reload it."),
  somebodyElseChangedThe: label("Somebody else changed the same thing."),
};

export const scaleRoutes = {
  tooManyPagesListen: label("Too many pages listen to the scale."),
  theScaleDoesNot: label("The scale does not answer. Switch it on and try again."),
};

export const inHand = {
  thisLinkIsNot: label("This link is not open for this client. Make a new one."),
};

export const sheetRoutes = {
  thereIsNoCalendar: label("There is no calendar at this address."),
};

export const floor = {
  openTheLinkYour: label("Open the link your coach sent you."),
  thisRequestDidNot: label("This request did not come from the Gryn page."),
  aSensorSCode: label("A sensor's code has letters, digits and dashes, such as rack-3."),
  tooManyPhonesListen: label("Too many phones listen to this sensor."),
  someOfThisCannot: label("Some of this cannot be saved."),
};

export const handovers = {
  theProgramHasChanged: label("The program has changed since. Look at it again, then hand it over."),
  theWeekIsEmpty: label("The week is empty: put something on a day first."),
  thisClientSScreening: label(
    "This client's screening is not cleared. Record that a licensed professional has cleared the client, then hand over.",
  ),
  somethingInThisWeek: label("Something in this week can hurt the client. Say why it is handed over all the same."),
};

export const trainingRoutes = {
  thisSetHasBeen: label("This set has been corrected since. Look at it again."),
};
