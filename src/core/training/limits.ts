/** what one set or report can hold, the same for the phone's steppers and the server */
export const LIMITS = { reps: 100, reserve: 10, load: 1000, note: 300 } as const;
