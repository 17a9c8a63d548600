/** What a client's form asks. */
import { label } from "./sentence";

export const form = {
  stations: label("Machines there"),
  everyStation: label("Every machine"),
};
