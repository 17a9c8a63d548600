/** What a client's form holds, with its limits. */
import "#core/base/reasons";
import { z } from "zod";
import { FORMS } from "#core/base/forms";
import { LANGUAGES } from "#core/base/language";
import { LIMBS } from "#core/anatomy/limbs";
import { EQUIPMENT } from "#core/exercises/choices";
import { JOINTS, SEVERITIES } from "#core/exercises/joints";
import { stationSetSchema } from "#core/machines/machine";
import { QUESTIONS } from "./screening";
import { GOALS, LOADED, MOVES, PHASES, PRIORITIES, SETTINGS, UNITS, WEAK_ANSWERS, WEAK_LINKS } from "./choices";

/** in the unit of what carries the load */
const load = z.number().positive("above 0").max(500, "at most 500").optional();
const loadsSchema = z
  .strictObject({ step: load, least: load, most: load })
  .refine((l) => l.least === undefined || l.most === undefined || l.least < l.most, {
    message: "the smallest load has to be below the largest",
    path: ["least"],
  });
const centimetres = z.number("centimetres are needed").min(15, "between 15 and 70 cm").max(70, "between 15 and 70 cm");

export const clientInput = z.strictObject({
  name: z.string().trim().min(1, "a name is needed").max(80),
  /** m */
  stature: z.number("a height is needed").min(1.3, "between 130 and 220 cm").max(2.2, "between 130 and 220 cm"),
  /** kg */
  mass: z.number("a body weight is needed").min(35, "between 35 and 200 kg").max(200, "between 35 and 200 kg"),
  level: z.enum(["beginner", "trained"]),
  phase: z.enum(PHASES).default("gain"),
  goal: z.enum(GOALS).default("size"),
  daysPerWeek: z.int().min(1, "1 to 7 days").max(7, "1 to 7 days"),
  minutes: z.int().min(15, "between 15 and 180 minutes").max(180, "between 15 and 180 minutes"),
  /** where the days of the week are fixed, each with its minutes, 0 Monday; none: any days */
  weekdays: z
    .array(
      z.strictObject({
        day: z.int().min(0).max(6),
        minutes: z.int().min(15, "between 15 and 180 minutes").max(180, "between 15 and 180 minutes"),
        /** another place of the practice's on that day; none: where the client trains otherwise */
        place: z.uuid().optional(),
      }),
    )
    .max(7)
    .refine((list) => new Set(list.map((w) => w.day)).size === list.length, "each day once")
    .default([]),
  /** what the client reads: phone, sheet, letters */
  language: z.enum(LANGUAGES).default("en"),
  /** the form that pictures show a body in */
  figure: z.enum(FORMS).default("male"),
  unit: z.enum(UNITS),
  /** equipment marked in another unit than the client's own */
  units: z.partialRecord(z.enum(LOADED), z.enum(UNITS)).default({}),
  /** steps and ends of loads, by what carries them, where they are not as usual */
  loads: z.partialRecord(z.enum(LOADED), loadsSchema).default({}),
  /** a place of the practice's whose equipment counts; null: the equipment that is said here */
  place: z.uuid().nullable().default(null),
  equipment: z.array(z.enum(EQUIPMENT)).max(40),
  /** machines that are there, where not every one is; null: all of them */
  stations: z.array(z.string().max(60)).max(80).nullable().default(null),
  /** machines of places, by id, that are the client's where there are several of a kind; otherwise the first */
  uses: z.array(z.uuid()).max(60, "at most 60").default([]),
  /** by machine: what is set on it for the client */
  stationSettings: z.record(z.uuid(), stationSetSchema).default({}),
  priorities: z.record(z.string().max(60), z.enum(PRIORITIES)),
  joints: z
    .array(
      z.strictObject({
        joint: z.enum(JOINTS),
        side: z.enum(["left", "right", "both"]),
        severity: z.enum(SEVERITIES).default("sore"),
        note: z.string().max(300, "at most 300 characters"),
      }),
    )
    .max(20, "at most 20"),
  /** how far joints go, deg, where less than usual; one note a movement */
  mobility: z
    .array(
      z.strictObject({
        move: z.enum(MOVES),
        to: z.number("degrees are needed").min(-20, "between -20 and 180°").max(180, "between -20 and 180°"),
      }),
    )
    .max(MOVES.length)
    .refine((list) => new Set(list.map((m) => m.move)).size === list.length, "each movement once")
    .default([]),
  /** nobody is there to help with a heavy lift */
  alone: z.boolean().default(false),
  /** exercises that are not wanted, by id */
  unwanted: z.array(z.string().max(80)).max(60, "at most 60").default([]),
  /** exercises that are liked, by id: of two that are as good this one */
  wanted: z.array(z.string().max(80)).max(60, "at most 60").default([]),
  /** what gives out before the muscle that a set is for; each once */
  weak: z
    .array(z.strictObject({ link: z.enum(WEAK_LINKS), answer: z.enum(WEAK_ANSWERS) }))
    .max(WEAK_LINKS.length)
    .refine((list) => new Set(list.map((w) => w.link)).size === list.length, "each weak link once")
    .default([]),
  /** cm, as measured; what is not there follows from the height */
  limbs: z.partialRecord(z.enum(LIMBS), centimetres).default({}),
  /** what the client's own tries found, in the unit of the setting */
  settings: z.partialRecord(z.enum(SETTINGS), z.number()).default({}),
  /** answers to the questions before training; none where they were not asked */
  screening: z.partialRecord(z.enum(QUESTIONS), z.enum(["no", "yes"])).default({}),
  /** the licensed professional who has cleared the client */
  clearance: z
    .strictObject({
      by: z.string().trim().min(2, "who has cleared the client").max(80, "at most 80 characters"),
      on: z.iso.date("a day such as 2026-03-31"),
    })
    .nullable()
    .default(null),
  /** may be handed a week: what follows from the two above */
  cleared: z.boolean(),
  note: z.string().max(2000, "at most 2000 characters"),
  /** the day on which the client agreed that health data are kept */
  consent: z.iso.date("a day such as 2026-03-31").nullable().default(null),
  /** the day after which they are to be erased */
  keepUntil: z.iso.date("a day such as 2026-03-31").nullable().default(null),
});
