/** What pages of identity say: labels and sentences a place. */
import { counted, label, sentence } from "../sentence";

export const account = {
  coach: label("coach"),
  changed: sentence<{ ended: number }>(
    { ended: 2 },
    ({ ended }) => `The password is changed.${ended ? ` ${counted(ended, "other session")} ended.` : ""}`,
  ),
  browserOnSystem: sentence<{ browser: string; system: string }>(
    { browser: "some browser", system: "some system" },
    ({ browser, system }) => `${browser} on ${system}`,
  ),
  passwordNow: label("Password now"),
  newPasswordCharactersOr: label("New password, 10 characters or more"),
  yourAccount: label("Your account"),
  yourAccount2: label("your account"),
  headCoach: label("head coach"),
  whereYouAreSigned: label("Where you are signed in"),
  browser: label("browser"),
  since: label("since"),
  lastSeen: label("last seen"),
  thisOne: label("this one"),
  endIt: label("End it"),
  endAllOthers: label("End all others"),
  aSessionEndsAfter: label("A session ends after 12 hours without use, and after 7 days always."),
  password: label("Password"),
  changeThePassword: label("Change the password"),
  endsEveryOtherSession: label("Ends every other session of yours."),
  secondFactor: label("Second factor"),
  signingInAsksFor: label("Signing in asks for the six digits of your authenticator as well."),
  sixDigitsFromAn: label(
    "Six digits from an authenticator app beside the password, so that a password alone opens nothing.",
  ),
  yourPassword: label("Your password"),
  typeThisSecretInto: label("Type this secret into your authenticator, or"),
  openItThere: label("open it there"),
  theSixDigitsIt: label("The six digits it shows"),
  switchItOn: label("Switch it on"),
  switchItOff: label("Switch it off"),
  setItUp: label("Set it up"),
  phoneLostAHead: label("Phone lost? A head coach of the practice can remove it for you."),
};

export const audit = {
  erasedWhat: sentence<{ what: string }>({ what: "a, b and c" }, ({ what }) => `erased, ${what}`),
  theAudit: label("The audit"),
  audit: label("Audit"),
  looksWithinTenMinutes: label(
    "Looks within ten minutes are one. Erased clients stay here as a number that names nobody.",
  ),
  ofWhichClient: label("Of which client"),
  everyClient: label("Every client"),
  theAudit2: label("the audit"),
  when: label("when"),
  who: label("who"),
  what: label("what"),
  ofWhom: label("of whom"),
  newer: label("Newer"),
  older: label("Older"),
};

export const joinPage = {
  joinAs: sentence<{ head: boolean }>(
    { head: true },
    ({ head }) => `You join as ${head ? "a head coach" : "a coach"} and see the practice's clients.`,
  ),
  yourName: label("Your name"),
  eMailToSign: label("E-mail, to sign in with"),
  passwordCharactersOrMore: label("Password, 10 characters or more"),
  nameOfThePractice: label("Name of the practice"),
  thisInvitation: label("This invitation"),
  theInvitation: label("the invitation"),
  aPracticeOfYour: label("A practice of your own"),
  youAreInvited: label("You are invited"),
  youBecomeItsHead: label(
    "You become its head coach: you invite other coaches, see who has looked at what, and nobody of another practice sees any of it.",
  ),
  makeThePractice: label("Make the practice"),
  join: label("Join"),
};

export const letters = {
  nKb: sentence<{ n: number }>({ n: 3 }, ({ n }) => `${n} kB`),
  theLetters: label("The letters"),
  theLetters2: label("the letters"),
};

export const people = {
  coach: label("Coach"),
  remove: label("Remove"),
  keep: label("Keep"),
  factor: sentence({ on: true }, ({ on }) => (on ? "on" : "off")),
  moreOf: sentence({ name: "Edda Varn" }, ({ name }) => `${name}: more`),
  headCoach: label("Head coach"),
  makeCoach: label("Make coach"),
  makeHeadCoach: label("Make head coach"),
  removeTheSecondFactor: label("Remove the second factor"),
  removeFromThePractice: label("Remove from the practice"),
  removeName: sentence<{ name: string }>({ name: "Hammer curl" }, ({ name }) => `Remove ${name}?`),
  signedOutAtOnce: label("Signed out at once. What was planned and logged stays."),
  invited: sentence<{ role: string; by: string; until: string }>(
    { role: "Coach", by: "Edda Varn", until: "8 Dec 2026, 10:00" },
    (v) => `${v.role}, invited by ${v.by}, open until ${v.until}`,
  ),
  thePeople: label("The people"),
  thePeople2: label("the people"),
  people: label("People"),
  coachesSeeThePractice: label(
    "Coaches see the practice's clients. Head coaches also invite and remove coaches, read the audit and erase clients.",
  ),
  inviteACoach: label("Invite a coach"),
  inviteAHeadCoach: label("Invite a head coach"),
  name: label("name"),
  eMail: label("e-mail"),
  role: label("role"),
  secondFactor: label("second factor"),
  openInvitations: label("Open invitations"),
  withdraw: label("Withdraw"),
  invitation: label("Invitation"),
  sendThisToThe: sentence<{ role: string }>(
    { role: "coach" },
    ({ role }) => `Send this to the new ${role}. It works once, within 7 days, and is not shown again.`,
  ),
  linkToJoin: label("Link to join"),
  copy: label("Copy"),
  more: label("More"),
};

export const practicePage = {
  practice: label("Practice"),
  people: label("People"),
  numbers: label("Numbers"),
  audit: label("Audit"),
  yourAccount: label("Your account"),
};

export const signInPage = {
  seeWhereTheLoad: label("See where the load falls. Then write the week."),
  heavyWhereTheMuscle: label("heavy where the muscle is long"),
  heavyWhereItIs: label("heavy where it is short"),
  signIn: label("Sign in"),
  eMail: label("E-mail"),
  password: label("Password"),
  sixDigitsOfYour: label("Six digits of your authenticator"),
  lookAroundInThe: label("Look around in the demo practice"),
  madeUpPeopleA: label("Made-up people. A practice of your own: open the link that the start command prints."),
  grynPlansTrainingFor: label("Gryn plans training for people cleared to train. It does not diagnose or treat."),
};
