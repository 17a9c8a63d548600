/**
 * The one contract of the API: every request and answer by name, for the server, the coach's pages, the client's page
 * and the description at /api/openapi.json. Answers are data only; what a refused request says is `failureSchema`.
 */
import "#core/base/reasons";
import { z } from "zod";
import { LANGUAGES } from "#core/base/language";
import { ownEditionSchema, rulesSchema } from "#core/edition/schema";
import { ownFaults, SCOPES } from "#core/exercises/own";
import { exerciseSchema } from "#core/exercises/schema";
import { placeInput } from "#core/clients/place";
import { setMachineSchema } from "#core/machines/machine";
import { clientInput } from "#core/clients/schema";
import { standingSchema } from "#core/desk/standing";
import { JOB_KINDS, JOB_STATES } from "#core/exchange/job";
import { loadSchema, programSchema } from "#core/program/document";
import { judgementBodySchema, judgementSchema } from "#core/ranking/judgement-schema";
import { checkInSchema } from "#core/training/check-in-schema";
import { entrySchema, reportSchema, sentBatchSchema } from "#core/training/entry";
import { DECISION_ACTS } from "#core/desk/needs";
import { setupEvidenceSchema } from "#core/review/evidence-schema";
import { experimentSchema, reviewSchema } from "#core/review/schema";
import { operationsSchema } from "#core/watch/operations";
import { sheetSchema } from "#core/sheet/schema";
import { snapshotSchema } from "#core/training/handover";

/** largest whole number a column keeps */
export const LARGEST = 2_147_483_647;
/** days of log in an export: all of it */
export const ALL_DAYS = 36_500;

const text = (most: number, need = "is needed") =>
  z.string().trim().min(1, need).max(most, `at most ${most} characters`);
const moment = z.string().meta({ description: "a moment, ISO 8601" });
const revision = z.int().min(0).max(LARGEST, "too large");
const role = z.enum(["head", "coach"]);
export type Role = z.infer<typeof role>;
const token = z.string().min(20).max(100);
const email = z.email("an e-mail address").max(200);
const sixDigits = z.string().regex(/^\d{6}$/, "six digits");
const newPassword = z.string().min(10, "at least 10 characters").max(200, "at most 200 characters");
const nothing = z.strictObject({});
const path = z.strictObject({ path: z.string().meta({ description: "of the link; the token stands after #" }) });

/** what a refused request says */
export const failureSchema = z.looseObject({
  error: z.string(),
  fields: z.array(z.strictObject({ path: z.string(), reason: z.string() })).default([]),
});

const onMachines = z.array(setMachineSchema);
const client = clientInput.extend({
  id: z.uuid(),
  revision: z.int(),
  /** by id: places of single days */
  elsewhere: z.record(z.uuid(), placeInput.omit({ note: true }).extend({ machines: onMachines })).optional(),
  machines: onMachines.optional(),
});
const place = placeInput.extend({ id: z.uuid(), revision: z.int(), clients: z.int() });
const ownExercise = z.strictObject({
  id: z.string(),
  revision: z.int(),
  scope: z.enum(SCOPES),
  mine: z.boolean(),
  withdrawn: z.boolean(),
  by: z.string(),
  at: moment,
  exercise: exerciseSchema,
});
const clientAnswer = z.strictObject({ client });
const clientSummary = clientInput
  .pick({ daysPerWeek: true, minutes: true, cleared: true, keepUntil: true, name: true })
  .extend({ id: z.uuid() });

const sessionAnswer = z.strictObject({
  coach: z.strictObject({ name: z.string(), role }).nullable(),
  /** goes with every request that changes something, as x-gryn-csrf */
  csrf: z.string().optional(),
  /** where the demo practice may be opened in one click */
  demo: z.strictObject({ email: z.string(), password: z.string() }).nullable().optional(),
});

const storedProgram = z.strictObject({ program: programSchema, version: z.int() });
const inSpite = z.strictObject({
  of: z.array(text(300, "what it is")).min(1).max(60),
  reason: text(500, "a reason is needed"),
});
const handOver = z.strictObject({
  id: z.uuid(),
  number: z.int(),
  programVersion: z.int(),
  at: moment,
  snapshot: snapshotSchema,
  /** what of it could hurt, as the coach saw it, and why it was handed over all the same; null where nothing could */
  inSpite: inSpite.nullable(),
});
const link = z.strictObject({
  createdAt: moment,
  expiresAt: moment,
  openedAt: moment.nullable(),
  revokedAt: moment.nullable(),
});

/** everything a next target follows from beside the prescription */
const history = z.strictObject({
  entries: z.array(entrySchema),
  reports: z.array(reportSchema),
  checkIns: z.array(checkInSchema),
  handedOver: z.record(
    z.string(),
    z.record(z.string(), z.strictObject({ load: loadSchema.nullable(), setupKey: z.string() })),
  ),
  bounds: z.record(z.string(), z.strictObject({ low: z.number(), high: z.number(), body: z.number().optional() })),
  /** what the coach answered to a client's note, by report */
  answers: z.record(z.string(), z.strictObject({ text: z.string(), by: z.string(), at: moment })),
});

/** what a coach may do to a logged set: a revision of its own, with who and when */
const ruling = z.discriminatedUnion("act", [
  z.strictObject({ act: z.enum(["void", "restore", "confirm"]), id: z.uuid(), revision }),
  z.strictObject({
    act: z.literal("correct"),
    id: z.uuid(),
    revision,
    parts: entrySchema.shape.parts,
    reserve: entrySchema.shape.reserve,
  }),
]);
export type Ruling = z.infer<typeof ruling>;

/** of a limb over what the height lets one expect */
const limbFactor = z.coerce.number().min(0.5).max(2).optional();
/** m and kg: the default body, or that of a client */
const bodyOfSomebody = z.object({
  stature: z.coerce.number().min(0.5).max(2.5),
  mass: z.coerce.number().min(20).max(400),
  upperArm: limbFactor,
  forearm: limbFactor,
  thigh: limbFactor,
  shank: limbFactor,
});

const sheetBody = z.strictObject({
  choices: z.strictObject({
    paper: z.enum(["a4", "letter"]),
    weeks: z.int().min(1, "1 to 6 weeks").max(6, "1 to 6 weeks"),
    log: z.boolean(),
    large: z.boolean(),
  }),
  /** the whole address, so that it can be printed as a code */
  link: z.string().max(300).nullable(),
});

const decision = z.strictObject({
  id: z.uuid(),
  clientId: z.uuid(),
  need: z.string(),
  act: z.enum(DECISION_ACTS),
  until: z.string().nullable(),
  /** why not; of an edit that was declined */
  reason: z.string().nullable(),
  by: z.string(),
  at: moment,
});
/** that a letter went: what it said is the client's */
const letter = z.strictObject({
  id: z.uuid(),
  clientId: z.uuid(),
  to: z.string(),
  subject: z.string(),
  state: z.enum(["sending", "sent", "refused"]),
  /** why it was not taken */
  reason: z.string().nullable(),
  by: z.string(),
  at: moment,
});
const experiment = experimentSchema.extend({ by: z.string(), at: moment, endedAt: moment.nullable() });

const job = z.strictObject({
  id: z.uuid(),
  kind: z.enum(JOB_KINDS),
  state: z.enum(JOB_STATES),
  progress: z.number().min(0).max(1),
  /** the best result so far; the whole one when it is done */
  best: z.unknown(),
  /** why it failed; null unless it did */
  error: z.string().nullable(),
});

export const WHO = ["anyone", "coach", "head coach", "client"] as const;

export interface Endpoint {
  method: "get" | "post" | "put" | "delete";
  /** under /api, parameters in braces */
  path: string;
  about: string;
  who: (typeof WHO)[number];
  query?: z.ZodObject;
  body?: z.ZodType;
  /** statuses of success; 200 unless given */
  status?: readonly number[];
  /** null: a file or a stream of the kind given */
  answer: z.ZodType | { file: string };
}

export const api = {
  // who is signed in
  session: {
    method: "get",
    path: "/session",
    who: "anyone",
    about: "Who is signed in.",
    answer: sessionAnswer,
  },
  signIn: {
    method: "post",
    path: "/session",
    who: "anyone",
    about: "Signs in.",
    body: z.strictObject({
      email,
      password: z.string().min(1, "a password is needed").max(200),
      code: sixDigits.optional(),
    }),
    answer: sessionAnswer,
  },
  signOut: { method: "delete", path: "/session", who: "coach", about: "Signs out.", answer: sessionAnswer },
  lookAtInvitation: {
    method: "post",
    path: "/join/look",
    who: "anyone",
    about: "What an invitation is for.",
    body: z.strictObject({ token }),
    answer: z.strictObject({ role, practice: z.boolean() }),
  },
  join: {
    method: "post",
    path: "/join",
    who: "anyone",
    about: "Makes an account from an invitation.",
    body: z.strictObject({
      token,
      name: text(80, "a name is needed"),
      email,
      password: newPassword,
      practice: text(80, "a name for the practice").optional(),
    }),
    status: [201],
    answer: nothing,
  },

  // one's own account
  account: {
    method: "get",
    path: "/account",
    who: "coach",
    about: "One's own account and its sessions.",
    answer: z.strictObject({
      name: z.string(),
      role,
      email: z.string(),
      factor: z.boolean(),
      sessions: z.array(
        z.strictObject({
          id: z.string(),
          startedAt: moment,
          seenAt: moment,
          device: z.string(),
          current: z.boolean(),
        }),
      ),
    }),
  },
  changePassword: {
    method: "put",
    path: "/account/password",
    who: "coach",
    about: "Changes one's own password and ends one's other sessions.",
    body: z.strictObject({ password: z.string().min(1, "your password now").max(200), next: newPassword }),
    answer: z.strictObject({ ended: z.int() }),
  },
  endSessions: {
    method: "delete",
    path: "/account/sessions",
    who: "coach",
    about: "Ends all of one's sessions but this one.",
    answer: z.strictObject({ ended: z.int() }),
  },
  endSession: {
    method: "delete",
    path: "/account/sessions/{id}",
    who: "coach",
    about: "Ends one session of one's own.",
    answer: z.strictObject({ ended: z.int() }),
  },
  beginFactor: {
    method: "post",
    path: "/account/factor",
    who: "coach",
    about: "Begins setting up a second factor.",
    body: z.strictObject({ password: z.string().min(1, "your password").max(200) }),
    answer: z.strictObject({ secret: z.string(), uri: z.string() }),
  },
  confirmFactor: {
    method: "put",
    path: "/account/factor",
    who: "coach",
    about: "Confirms the second factor with its first six digits.",
    body: z.strictObject({ code: sixDigits }),
    answer: z.strictObject({ factor: z.boolean() }),
  },
  removeFactor: {
    method: "delete",
    path: "/account/factor",
    who: "coach",
    about: "Removes one's own second factor.",
    body: z.strictObject({ password: z.string().min(1, "your password").max(200) }),
    answer: z.strictObject({ factor: z.boolean() }),
  },

  // people of the practice
  people: {
    method: "get",
    path: "/people",
    who: "coach",
    about: "The people of the practice and open invitations.",
    answer: z.strictObject({
      practice: z.string(),
      people: z.array(
        z.strictObject({
          id: z.uuid(),
          name: z.string(),
          email: z.string(),
          role,
          factor: z.boolean(),
          since: moment,
        }),
      ),
      invitations: z.array(z.strictObject({ id: z.string(), role, by: z.string(), expiresAt: moment })),
    }),
  },
  invite: {
    method: "post",
    path: "/invitations",
    who: "head coach",
    about: "Makes a one-time invitation.",
    body: z.strictObject({ role }),
    status: [201],
    answer: path,
  },
  withdraw: {
    method: "delete",
    path: "/invitations/{id}",
    who: "head coach",
    about: "Withdraws an invitation.",
    answer: nothing,
  },
  changeRole: {
    method: "put",
    path: "/people/{id}",
    who: "head coach",
    about: "Makes somebody a coach or a head coach.",
    body: z.strictObject({ role }),
    answer: nothing,
  },
  removePerson: {
    method: "delete",
    path: "/people/{id}",
    who: "head coach",
    about: "Removes somebody from the practice.",
    answer: nothing,
  },
  resetFactor: {
    method: "delete",
    path: "/people/{id}/factor",
    who: "head coach",
    about: "Removes the second factor of somebody who lost it.",
    answer: nothing,
  },
  audit: {
    method: "get",
    path: "/audit",
    who: "head coach",
    about: "Who did what, newest first, a hundred at a time.",
    query: z.object({
      before: z
        .string()
        .regex(/^\d{1,18}$/)
        .optional(),
      client: z.uuid().optional(),
    }),
    answer: z.strictObject({
      rows: z.array(
        z.strictObject({
          id: z.string(),
          at: moment,
          actor: z.string(),
          action: z.string(),
          clientId: z.string().nullable(),
          /** null where the client has been erased */
          client: z.string().nullable(),
        }),
      ),
    }),
  },

  operations: {
    method: "get",
    path: "/operations",
    who: "head coach",
    about: "How the server that answers runs, in numbers of all practices together.",
    answer: z.strictObject({ operations: operationsSchema }),
  },

  // clients
  clients: {
    method: "get",
    path: "/clients",
    who: "coach",
    about: "The clients of the practice, in the order of their names.",
    answer: z.strictObject({ clients: z.array(clientSummary) }),
  },
  client: { method: "get", path: "/clients/{id}", who: "coach", about: "One client.", answer: clientAnswer },
  makeClient: {
    method: "post",
    path: "/clients",
    who: "coach",
    about: "Makes a client under an id of the sender's; the same again is the same client.",
    body: z.strictObject({ id: z.uuid(), client: clientInput }),
    status: [200, 201],
    answer: clientAnswer,
  },
  saveClient: {
    method: "put",
    path: "/clients/{id}",
    who: "coach",
    about: "Changes a client, from the revision that was read.",
    body: z.strictObject({ revision, client: clientInput }),
    answer: clientAnswer,
  },
  eraseClient: {
    method: "delete",
    path: "/clients/{id}",
    who: "head coach",
    about: "Erases a client and all that is kept of one; the name is typed as a confirmation.",
    body: z.strictObject({ name: z.string().max(80) }),
    answer: nothing,
  },
  exportClient: {
    method: "get",
    path: "/clients/{id}/export",
    who: "coach",
    about: "All that is kept of a client, for the client who asks for it.",
    answer: { file: "application/json" },
  },

  clientChanges: {
    method: "get",
    path: "/clients/{id}/changes",
    who: "coach",
    about: "What was changed about a client, by whom and when, newest first.",
    answer: z.strictObject({
      changes: z.array(
        z.strictObject({
          revision: z.int(),
          by: z.string(),
          at: moment,
          changes: z.array(z.strictObject({ field: z.string(), from: z.unknown(), to: z.unknown() })),
        }),
      ),
    }),
  },
  exercises: {
    method: "get",
    path: "/exercises",
    who: "coach",
    about: "The practice's own exercises, withdrawn ones too: weeks that have them keep them.",
    answer: z.strictObject({ exercises: z.array(ownExercise) }),
  },
  exerciseVersions: {
    method: "get",
    path: "/exercises/{id}/versions",
    who: "coach",
    about: "What an own exercise was before, newest first.",
    answer: z.strictObject({
      versions: z.array(z.strictObject({ revision: z.int(), by: z.string(), at: moment, exercise: exerciseSchema })),
    }),
  },
  saveExercise: {
    method: "put",
    path: "/exercises/{id}",
    who: "coach",
    about:
      "Keeps an own exercise, or changes it from the revision that was read. 409 with what somebody else made of it.",
    body: z.strictObject({
      revision: z.int().min(0),
      scope: z.enum(SCOPES),
      withdrawn: z.boolean(),
      exercise: exerciseSchema.superRefine((e, context) => {
        for (const { path, reason } of ownFaults(e)) context.addIssue({ code: "custom", path, message: reason });
      }),
    }),
    answer: z.strictObject({ exercises: z.array(ownExercise) }),
  },
  places: {
    method: "get",
    path: "/places",
    who: "coach",
    about: "Where clients of the practice train.",
    answer: z.strictObject({ places: z.array(place) }),
  },
  savePlace: {
    method: "put",
    path: "/places/{id}",
    who: "coach",
    about: "Makes a place, or changes it from the revision that was read; every client there follows.",
    body: z.strictObject({ revision, place: placeInput }),
    answer: z.strictObject({ places: z.array(place) }),
  },
  removePlace: {
    method: "delete",
    path: "/places/{id}",
    who: "coach",
    about: "Takes away a place where nobody trains.",
    answer: nothing,
  },

  // the week
  program: {
    method: "get",
    path: "/clients/{id}/program",
    who: "coach",
    about: "A client's program and the number of its edits.",
    answer: storedProgram,
  },
  sendEdits: {
    method: "post",
    path: "/programs/{id}/edits",
    who: "coach",
    about:
      "Appends edits made on top of a version; others' edits of other things are merged, of the same thing refused.",
    body: z.strictObject({
      /** the version that the edits were made on */
      base: revision,
      edits: z.array(z.unknown()).min(1).max(100),
      /** the sender's own edits, saved since that version: these are made on top of them */
      after: z.array(z.uuid()).max(2000).default([]),
    }),
    answer: storedProgram.extend({
      refused: z.array(z.strictObject({ editId: z.string(), reason: z.string() })),
    }),
  },
  exportProgram: {
    method: "get",
    path: "/programs/{id}/export",
    who: "coach",
    about: "A program as a file.",
    answer: { file: "application/json" },
  },
  makeHandOver: {
    method: "post",
    path: "/programs/{id}/hand-overs",
    who: "coach",
    about: "Hands this version over: an immutable numbered snapshot.",
    body: z.strictObject({ version: revision, inSpite: inSpite.nullable().default(null) }),
    status: [201],
    answer: z.strictObject({ handOver }),
  },
  handOver: {
    method: "get",
    path: "/clients/{id}/hand-over",
    who: "coach",
    about: "What a client has in hand, and through which links.",
    answer: z.strictObject({ handOver: handOver.nullable(), links: z.array(link) }),
  },
  sheet: {
    method: "post",
    path: "/clients/{id}/sheet",
    who: "coach",
    about: "What a client has in hand, laid out on pages; with the code of a link where one is given.",
    body: sheetBody,
    answer: z.strictObject({ number: z.int(), programVersion: z.int(), sheet: sheetSchema }),
  },
  sheetPdf: {
    method: "post",
    path: "/clients/{id}/sheet.pdf",
    who: "coach",
    about: "The same as PDF.",
    body: sheetBody,
    answer: { file: "application/pdf" },
  },
  sheetWorkbook: {
    method: "get",
    path: "/clients/{id}/sheet.xlsx",
    who: "coach",
    about: "What a client has in hand as a workbook, with a log to fill in.",
    answer: { file: "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet" },
  },
  sheetTable: {
    method: "get",
    path: "/clients/{id}/sheet.csv",
    who: "coach",
    about: "What a client has in hand as a table.",
    answer: { file: "text/csv" },
  },
  sheetData: {
    method: "get",
    path: "/clients/{id}/sheet.json",
    who: "coach",
    about: "What a client has in hand, as it was handed over.",
    answer: { file: "application/json" },
  },
  sheetCalendar: {
    method: "get",
    path: "/clients/{id}/calendar.ics",
    who: "coach",
    about: "The days of what a client has in hand.",
    answer: { file: "text/calendar" },
  },
  makeCalendar: {
    method: "post",
    path: "/clients/{id}/calendar",
    who: "coach",
    about: "An address that a calendar asks again and again; the one before ends.",
    status: [201],
    answer: path,
  },
  makeLink: {
    method: "post",
    path: "/clients/{id}/link",
    who: "coach",
    about: "Makes a client's link; earlier ones are revoked.",
    status: [201],
    answer: path,
  },
  revokeLink: {
    method: "delete",
    path: "/clients/{id}/link",
    who: "coach",
    about: "Revokes a client's links.",
    answer: nothing,
  },

  // the log
  log: {
    method: "get",
    path: "/clients/{id}/log",
    who: "coach",
    about:
      "A page of a client's log, the newest unless one is asked for, with what a next target follows from; 304 where the ETag still holds.",
    query: z.object({
      days: z.coerce.number().int().min(1).max(ALL_DAYS).optional(),
      /** the `next` of the page after it */
      before: z.iso.datetime().optional(),
    }),
    answer: history.extend({
      /** what asks for the page before this one; null where there is nothing older */
      next: z.string().nullable(),
      /** ids of what two phones corrected at once */
      twice: z.array(z.string()),
      /** of prescriptions, by id */
      names: z.record(z.string(), z.string()),
    }),
  },
  rule: {
    method: "post",
    path: "/clients/{id}/log",
    who: "coach",
    about: "Strikes, restores, confirms or corrects a logged set: as a new revision.",
    body: ruling,
    answer: z.strictObject({ entry: entrySchema }),
  },
  exportLog: {
    method: "get",
    path: "/clients/{id}/log.csv",
    who: "coach",
    about: "A client's log as a table.",
    answer: { file: "text/csv" },
  },

  // the desk
  desk: {
    method: "get",
    path: "/desk",
    who: "coach",
    about: "How every client of the practice stands, and what coaches have decided lately.",
    answer: z.strictObject({
      clients: z.array(
        clientSummary.pick({ id: true, name: true, cleared: true, keepUntil: true }).extend({
          /** edits of the plan so far */
          version: z.int(),
          handed: z.strictObject({ number: z.int(), version: z.int(), at: moment }).nullable(),
          link: z.strictObject({ expiresAt: moment, openedAt: moment.nullable() }).nullable(),
          standing: standingSchema.nullable(),
        }),
      ),
      decisions: z.array(decision),
      /** clients whose standing is not of now: ask again */
      waiting: z.int(),
    }),
  },
  decide: {
    method: "post",
    path: "/desk/decisions",
    who: "coach",
    about: "Says of a need that it is done, or that it comes back on a day.",
    body: z.strictObject({
      id: z.uuid(),
      clientId: z.uuid(),
      need: text(200),
      act: z.enum(DECISION_ACTS),
      until: z.iso.date().nullable(),
      reason: text(300).nullable().default(null),
    }),
    status: [201],
    answer: z.strictObject({ decision }),
  },
  undecide: {
    method: "delete",
    path: "/desk/decisions/{id}",
    who: "coach",
    about: "Takes a decision back.",
    answer: nothing,
  },
  deskEvents: {
    method: "get",
    path: "/desk/events",
    who: "coach",
    about: "A line whenever something of a client has changed.",
    answer: { file: "text/event-stream" },
  },

  answerNote: {
    method: "post",
    path: "/clients/{id}/answers",
    who: "coach",
    about: "A short answer to what a client wrote about an exercise: it stands on the phone. The newest counts.",
    body: z.strictObject({ id: z.uuid(), reportId: z.uuid(), text: text(300, "a word to say") }),
    status: [201],
    answer: nothing,
  },

  // mail
  sendLetter: {
    method: "post",
    path: "/clients/{id}/letters",
    who: "coach",
    about: "Mails a client what is handed over: PDF, calendar, and the phone's link where one is given.",
    body: z.strictObject({
      /** the same again after a lost answer is one letter */
      id: z.uuid(),
      to: z.email("an address such as name@example.org").max(200, "at most 200 characters"),
      note: z.string().max(2000, "at most 2000 characters"),
      ...sheetBody.shape,
    }),
    status: [201],
    answer: z.strictObject({ letter }),
  },
  letters: {
    method: "get",
    path: "/letters",
    who: "coach",
    about:
      "Letters of the practice, newest first; and, where no mail server is set up, as they arrived at the stand-in.",
    answer: z.strictObject({
      /** of the mail server; null where letters end in the stand-in */
      host: z.string().nullable(),
      letters: z.array(letter),
      arrived: z.array(
        z.strictObject({
          to: z.string(),
          subject: z.string(),
          text: z.string(),
          attachments: z.array(z.strictObject({ name: z.string(), type: z.string(), size: z.int() })),
          at: moment,
        }),
      ),
    }),
  },

  // review and evidence
  review: {
    method: "get",
    path: "/clients/{id}/review",
    who: "coach",
    about: "What the log of a client says: planned and done, strength, sides, drop, pain, and what is in the way.",
    query: z.strictObject({ today: z.iso.date() }),
    answer: z.strictObject({
      review: reviewSchema,
      experiments: z.array(experiment),
      /** edits that were taken or declined, by their key */
      decisions: z.array(decision),
    }),
  },
  beginExperiment: {
    method: "post",
    path: "/clients/{id}/experiments",
    who: "coach",
    about: "Begins a test of one change in one line.",
    body: experimentSchema,
    status: [201],
    answer: z.strictObject({ experiment }),
  },
  endExperiment: {
    method: "delete",
    path: "/clients/{id}/experiments/{experiment}",
    who: "coach",
    about: "Ends a test; what was measured stays in the log.",
    answer: nothing,
  },
  evidence: {
    method: "get",
    path: "/evidence",
    who: "coach",
    about: "What each setup has done with the practice's clients, with bands, and what that moves in a ranking.",
    query: z.strictObject({ without: z.uuid().optional() }),
    answer: z.strictObject({
      clients: z.int(),
      /** clients whose log has changed since: ask again */
      waiting: z.int(),
      setups: z.array(setupEvidenceSchema),
    }),
  },
  exportEvidence: {
    method: "get",
    path: "/evidence.csv",
    who: "coach",
    about: "The evidence as a table.",
    answer: { file: "text/csv" },
  },

  // mechanics
  survey: {
    method: "get",
    path: "/survey",
    who: "coach",
    about: "What the engine says of each setup of the library in a body of the practice, as far as it is worked out.",
    query: bodyOfSomebody,
    answer: z.strictObject({
      modelVersion: z.string(),
      /** setups of the library */
      of: z.int(),
      rows: z.array(z.unknown()),
    }),
  },
  startSurvey: {
    method: "post",
    path: "/survey",
    who: "coach",
    about: "Starts working out every setup of the library in a body of the practice, unless that is under way.",
    body: bodyOfSomebody,
    status: [202],
    answer: job,
  },

  // what a practice judges by
  judgements: {
    method: "get",
    path: "/judgements",
    who: "coach",
    about:
      "The practice's own schools, the rows that its coaches moved and why, and the rankings it has kept, newest first.",
    answer: z.strictObject({ judgements: z.array(judgementSchema) }),
  },
  judge: {
    method: "put",
    path: "/judgements/{id}",
    who: "coach",
    about: "Keeps a school, an override or a ranking. The same again changes nothing; another body replaces one's own.",
    body: judgementBodySchema,
    answer: nothing,
  },
  unjudge: {
    method: "delete",
    path: "/judgements/{id}",
    who: "coach",
    about: "Takes a judgement back: whoever made it, or a head coach.",
    body: nothing,
    answer: nothing,
  },

  editions: {
    method: "get",
    path: "/editions",
    who: "coach",
    about: "The practice's own editions, newest first: which numbers each changes, and whether it is withdrawn.",
    answer: z.strictObject({
      editions: z.array(ownEditionSchema.extend({ by: z.string(), withdrawnAt: moment.nullable() })),
    }),
  },
  makeEdition: {
    method: "post",
    path: "/editions",
    who: "head coach",
    about: "Makes an edition of the practice's own. New weeks are planned by the newest; it is never changed.",
    body: ownEditionSchema.omit({ at: true }),
    answer: nothing,
  },
  withdrawEdition: {
    method: "post",
    path: "/editions/{id}/withdraw",
    who: "head coach",
    about: "No new week is planned by it; weeks that were stay so.",
    body: nothing,
    answer: nothing,
  },

  // jobs
  job: { method: "get", path: "/jobs/{id}", who: "coach", about: "A job of the practice.", answer: job },
  jobEvents: {
    method: "get",
    path: "/jobs/{id}/events",
    who: "coach",
    about: "A job's state, progress and best result so far, as server-sent events until it ends.",
    answer: { file: "text/event-stream" },
  },
  cancelJob: { method: "delete", path: "/jobs/{id}", who: "coach", about: "Asks a job to stop.", answer: job },

  // a client's phone
  openFloor: {
    method: "post",
    path: "/floor/open",
    who: "anyone",
    about: "Exchanges a link's token for a cookie of that client's own.",
    body: z.strictObject({ token }),
    answer: z.strictObject({ who: z.string() }),
  },
  floorSession: {
    method: "get",
    path: "/floor/session",
    who: "client",
    about: "What a phone needs to train without a connection.",
    answer: z.strictObject({
      /** the client it is for, as cookies, keys and requests name it */
      who: z.string(),
      /** the server's clock */
      now: moment,
      firstName: z.string(),
      language: z.enum(LANGUAGES),
      handOver: handOver.nullable(),
      history,
      rules: rulesSchema.pick({ progress: true, pain: true, log: true }).extend({ repsFormula: z.number() }),
    }),
  },
  scale: {
    method: "get",
    path: "/scale",
    who: "coach",
    about: "Readings of the hand scale as they come, a line {t, kg} each, until the page stops listening.",
    answer: { file: "application/x-ndjson" },
  },
  floorSensor: {
    method: "get",
    path: "/floor/sensor/{code}",
    who: "client",
    about: "Positions of a rep sensor as they come, a line [s, m] each, until the phone stops listening.",
    answer: { file: "application/x-ndjson" },
  },
  floorLog: {
    method: "post",
    path: "/floor/log",
    who: "client",
    about: "Takes logged sets and reports, each by itself, in any order, as often as they come.",
    body: sentBatchSchema,
    answer: z.strictObject({
      items: z.array(
        z.strictObject({ id: z.string(), revision: z.number(), kept: z.boolean(), reason: z.string().nullable() }),
      ),
    }),
  },

  // about Gryn itself
  ready: {
    method: "get",
    path: "/ready",
    who: "anyone",
    about: "Whether the server is to be sent requests: 503 while it goes, or without its database.",
    answer: z.strictObject({ state: z.enum(["ready", "draining", "database away"]) }),
  },
  health: {
    method: "get",
    path: "/health",
    who: "anyone",
    about: "Whether the server and its database answer; 503 where the database does not.",
    answer: z.strictObject({ status: z.string(), model: z.string() }),
  },
  exerciseSchema: {
    method: "get",
    path: "/schema/exercise",
    who: "anyone",
    about: "The exercise format as a JSON Schema.",
    answer: z.record(z.string(), z.unknown()),
  },
  programSchema: {
    method: "get",
    path: "/schema/program",
    who: "coach",
    about: "The program format as a JSON Schema.",
    answer: z.record(z.string(), z.unknown()),
  },
  description: {
    method: "get",
    path: "/openapi.json",
    who: "anyone",
    about: "This description.",
    answer: z.record(z.string(), z.unknown()),
  },
} as const satisfies Record<string, Endpoint>;

export type ApiName = keyof typeof api;
/** what a request of this name carries */
export type Body<N extends ApiName> = (typeof api)[N] extends { body: infer B extends z.ZodType } ? z.output<B> : never;
/** what it answers */
export type Answer<N extends ApiName> = (typeof api)[N] extends { answer: infer A extends z.ZodType }
  ? z.output<A>
  : never;
