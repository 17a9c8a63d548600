/** Long work of the server: what kinds there are, and how far one has come. */
export const JOB_KINDS = ["survey", "bounds", "review"] as const;
export type JobKind = (typeof JOB_KINDS)[number];
export const JOB_STATES = ["waiting", "running", "done", "failed", "cancelled"] as const;
export type JobState = (typeof JOB_STATES)[number];
