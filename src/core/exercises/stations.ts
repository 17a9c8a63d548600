/** The machines that the library's exercises are done on, by name: a place has some of them. */
import { library } from "./library";

export const STATIONS: readonly string[] = [...new Set(library.flatMap((e) => e.station ?? []))].sort();
