/** What can be held or strapped on, by id. */
import { attachments } from "./attachments.data";

export type Attachment = (typeof attachments)[number];

const byId = new Map(attachments.map((a) => [a.id, a]));

/** @throws RangeError for one that there is not */
export function findAttachment(id: string): Attachment {
  const found = byId.get(id);
  if (!found) throw new RangeError(`there is no attachment called ${id}; there are ${[...byId.keys()].join(", ")}`);
  return found;
}
