/** Forms that a body is drawn in: the drawing's only, no number of the mechanics hangs on it. */
export const FORMS = ["male", "female"] as const;
export type Form = (typeof FORMS)[number];
