/** what one set can hold, the same for the phone's steppers and the server */
export const LIMITS = { reps: 100, reserve: 10, load: 1000 } as const;
