/** Charts as tables. */
import { label, sentence } from "./sentence";

export const chart = {
  asTable: label("Show as table"),
  none: label("none"),
  strength: sentence({ joint: "shoulder" }, ({ joint }) => `Torque at the ${joint} over the rep, relative`),
  rep: label("Place in the rep"),
  have: label("What the muscles have"),
  resistance: label("Resistance"),
  tension: sentence({ head: "Triceps, long head" }, ({ head }) => `Active force of ${head} by its length`),
  length: label("Length (0 % shortened)"),
  force: label("Force over its most"),
};
