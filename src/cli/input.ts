/** What a command is given: options, numbers, values, exercises, documents; bad input is told with its reason. */
import { input as said } from "#core/words/cli";
import { existsSync, readFileSync, statSync } from "node:fs";
import type { ZodType } from "zod";
import { readExerciseFile } from "#core/exchange/files";
import { upgrade } from "#core/exchange/upgrade";
import type { Exercise } from "#core/exercises/format";
import { findExercise } from "#core/exercises/library";
import type { Values } from "#core/exercises/setup";
import { DEFAULT_BODY, type Body } from "#core/mechanics/model";

export class BadInput extends Error {}
export const bad = (reason: string): never => {
  throw new BadInput(reason);
};

export const OPTIONS = {
  help: { type: "boolean", short: "h" },
  set: { type: "string", multiple: true },
  height: { type: "string" },
  mass: { type: "string" },
  samples: { type: "string" },
  bodies: { type: "string" },
  seed: { type: "string" },
  calibrate: { type: "string", multiple: true },
  kg: { type: "string" },
  reserve: { type: "string" },
  reps: { type: "string" },
  use: { type: "string" },
  split: { type: "string" },
  arms: { type: "string" },
  vary: { type: "boolean" },
  without: { type: "string", multiple: true },
  require: { type: "string", multiple: true },
  times: { type: "string" },
  out: { type: "string" },
  head: { type: "string" },
  school: { type: "string" },
  summary: { type: "boolean" },
  joint: { type: "string", multiple: true },
  equipment: { type: "string" },
  goal: { type: "string" },
  client: { type: "string" },
  only: { type: "string", multiple: true },
  muscle: { type: "string" },
  week: { type: "string" },
  parameter: { type: "string", multiple: true },
  quantity: { type: "string" },
  points: { type: "string" },
  aim: { type: "string" },
  from: { type: "string" },
  to: { type: "string" },
  bound: { type: "string", multiple: true },
} as const;
export type Options = {
  [K in keyof typeof OPTIONS]?: K extends
    "set" | "calibrate" | "require" | "without" | "joint" | "only" | "parameter" | "bound"
    ? string[]
    : K extends "help" | "summary" | "vary"
      ? boolean
      : string;
};

export function numberOf(
  options: Options,
  name: keyof Options,
  fallback: number,
  low: number,
  high: number,
  whole = false,
): number {
  const text = options[name] as string | undefined;
  if (text === undefined) return fallback;
  const v = Number(text);
  if (text.trim() === "" || !Number.isFinite(v) || v < low || v > high || (whole && !Number.isInteger(v)))
    bad(said.number({ name, whole, low, high, text }));
  return v;
}

export const bodyOf = (o: Options): Body => ({
  stature: numberOf(o, "height", DEFAULT_BODY.stature, 1.3, 2.2),
  mass: numberOf(o, "mass", DEFAULT_BODY.mass, 35, 200),
});

/** parameter=value, the value a number or, for a choice, its word */
export function valuesOf(pairs: readonly string[], exercise: Exercise): Values {
  return Object.fromEntries(
    pairs.map((pair) => {
      const [, name, text] = /^([^=]+)=(.+)$/.exec(pair) ?? bad(said.pairIsNotOf({ pair }));
      const options = exercise.parameters.find((p) => p.id === name)?.options;
      const option = options?.find((o) => o.id === text || o.name.toLowerCase() === text!.toLowerCase());
      if (option) return [name!, option.value];
      const v = Number(text);
      if (Number.isFinite(v)) return [name!, v];
      const words = options?.flatMap((o) => o.id ?? []) ?? [];
      return bad(
        words.length
          ? said.noChoice({ name: name!, text: text!, there: words })
          : said.noNumber({ name: name!, text: text! }),
      );
    }),
  );
}

/** by id from the library, or a file */
export function exerciseOf(name: string | undefined): Exercise {
  if (!name) return bad(said.whichExerciseGiveAn());
  const known = findExercise(name);
  if (known) return known;
  if (!existsSync(name))
    return bad(name.endsWith(".json") ? said.thereIsNoFile({ name }) : said.thereIsNoExercise({ name }));
  if (!statSync(name).isFile()) return bad(said.nameIsNotA({ name }));
  if (statSync(name).size > 2_000_000) return bad(said.nameIsLargerThan({ name }));
  const read = readExerciseFile(readFileSync(name, "utf8"));
  if ("errors" in read)
    return bad(
      read.errors
        .map(
          (e) => `${name}${e.line ? said.lineLine({ line: e.line }) : ""}${e.path ? `, ${e.path}` : ""}: ${e.reason}`,
        )
        .join("\n"),
    );
  return read.exercise;
}

/** a document of ours from a file, of this version or an earlier one */
export function documentOf<T>(name: string | undefined, what: "client" | "program", schema: ZodType<T>): T {
  if (!name) return bad(said.whichWhatGiveA({ what }));
  if (!existsSync(name) || !statSync(name).isFile()) return bad(said.thereIsNoFile({ name }));
  if (statSync(name).size > 5_000_000) return bad(said.nameIsLargerThan2({ name, what }));
  const text = readFileSync(name, "utf8");
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (e) {
    return bad(said.nameIsNotJson({ name, message: (e as Error).message }));
  }
  const read = schema.safeParse(what === "program" ? upgrade("program", json) : json);
  return read.success
    ? read.data
    : bad(read.error.issues.map((x) => `${name}, ${x.path.join(".") || "the whole"}: ${x.message}`).join("\n"));
}
