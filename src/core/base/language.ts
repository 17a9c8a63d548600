/** Languages that a client may be spoken to in; a coach's pages are in English. */
export const LANGUAGES = ["en", "de"] as const;
export type Language = (typeof LANGUAGES)[number];
