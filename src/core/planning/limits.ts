/** what a week can hold */
export const DAYS_MOST = 7;
export const BLOCKS_MOST = 20;
