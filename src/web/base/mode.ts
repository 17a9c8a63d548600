/** set by the button in the band */
export const MODE_EVENT = "gryn-mode";
