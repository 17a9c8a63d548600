/** What can be held or strapped on (attachments.json), checked when it is read. */
import { z } from "zod";
import file from "./attachments.json" with { type: "json" };

const attachmentSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  /** point of the body it acts on */
  at: z.string(),
  /** what the fingers hold of it over what they hold of an ordinary handle; null where they hold nothing */
  grip: z.number().positive().nullable(),
  /** m */
  diameter: z.number().min(0),
  /** s to hang it on */
  seconds: z.number().min(0),
  explains: z.string(),
});

export const attachments = z
  .strictObject({
    format: z.literal("gryn-attachments"),
    version: z.literal(1),
    about: z.string(),
    attachments: z.array(attachmentSchema),
  })
  .parse(file).attachments;

export const ATTACHMENTS = attachments.map((a) => a.id);
