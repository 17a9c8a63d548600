/** Alles, was auf dem Telefon steht, als ein Teil: so wird es geladen. */
import type { PhoneWords } from "../phone";
import * as pain from "./pain";
import * as phone from "./phone";
import * as reasons from "./reasons";

export const german: PhoneWords = { ...phone, ...reasons, ...pain };
