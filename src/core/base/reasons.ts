/** Why something that was typed, sent or read from a file cannot be: in words that somebody can act on. */
import { z } from "zod";

const NEEDED: Readonly<Record<string, string>> = {
  number: "a number is needed",
  int: "a whole number is needed",
  string: "text is needed",
  boolean: "true or false is needed",
  array: "a list is needed",
  tuple: "a list is needed",
  object: "a group of fields is needed",
  record: "a group of fields is needed",
};
const FORMS: Readonly<Record<string, string>> = {
  uuid: "not an id",
  email: "not an address for mail",
  datetime: "not a moment such as 2026-11-29T18:30:00Z",
  date: "not a date such as 2026-11-29",
};
/** names that are listed at the most */
const LISTED = 12;

/** "20 characters", "3", of what is too long or too short */
const amount = (origin: string, n: number | bigint): string =>
  origin === "string" ? `${n} ${n === 1 ? "character" : "characters"}` : String(n);

type Issue = Parameters<NonNullable<ReturnType<typeof z.config>["customError"]>>[0];

/** @returns undefined where there is nothing better to say than what the schema's library says */
export function plainReason(issue: Issue): string | undefined {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined ? "it is missing" : NEEDED[issue.expected];
    case "too_big":
      return `at most ${amount(issue.origin, issue.maximum)}`;
    case "too_small":
      return issue.inclusive === false
        ? `more than ${amount(issue.origin, issue.minimum)}`
        : `at least ${amount(issue.origin, issue.minimum)}`;
    case "invalid_value":
      return issue.values.length === 1
        ? `it has to be ${String(issue.values[0])}`
        : `one of ${issue.values.slice(0, LISTED).map(String).join(", ")}${issue.values.length > LISTED ? " ..." : ""}`;
    case "unrecognized_keys":
      return `there is nothing called ${issue.keys.join(", ")} here`;
    case "invalid_format":
      return FORMS[issue.format];
    case "invalid_union":
      return "it has none of the forms that it may have";
    default:
      return undefined;
  }
}

z.config({ customError: plainReason });
