/** How the sets of a line are done beside the plain way, as a client reads it. */
import { sentence } from "../../sentence";

export const doing = {
  purpose: {
    work: "",
    "warm-up": "Warm-up: easy, to get ready. It does not count.",
    "cool-down": "Cool-down: easy, to end with. It does not count.",
  },
  turns: sentence({ rest: 60 }, ({ rest }) => `Sides take turns: one side, ${rest} s, the other side, ${rest} s.`),
  begins: sentence<{ first: "left" | "right" }>(
    { first: "left" },
    ({ first }) =>
      `The ${first} side begins; the ${first === "left" ? "right" : "left"} side stops at its reps, also where it could do more.`,
  ),
  swing: sentence(
    { degrees: 10 },
    ({ degrees }) => `A swing is allowed: the trunk may move by ${degrees}°, no more. With pain in the back: none.`,
  ),
  tempo: sentence(
    { set: 3, seconds: "4-1-1-0" },
    ({ set, seconds }) => `Set ${set} at ${seconds}: seconds down, where it is long, up, where it is short.`,
  ),
  easier: sentence(
    { name: "arm at the side", reps: 5 },
    ({ name, reps }) => `Easier position: ${name}, about ${reps} more.`,
  ),
};

/** by id, where the language has its own words for a structure or a technique; otherwise those of the program */
export const structure: Readonly<Record<string, string>> = {};
export const technique: Readonly<Record<string, { name: string; how: string }>> = {};
