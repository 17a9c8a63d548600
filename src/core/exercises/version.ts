/** What tells two versions of an exercise apart: a digest of its content. */
import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import type { Exercise } from "#core/exercises/format";

/** JSON with sorted keys, so that the same content always gives the same text */
export function canonical(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(canonical).join(",")}]`;
  if (value && typeof value === "object")
    return `{${Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([k, v]) => `${JSON.stringify(k)}:${canonical(v)}`)
      .join(",")}}`;
  return JSON.stringify(value);
}

/** the first 12 hex digits of a text's hash: what tells two versions of a content apart */
export const digest = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 12);

const versions = new WeakMap<Exercise, string>();

/** digest of the canonical content */
export function exerciseVersion(exercise: Exercise): string {
  let v = versions.get(exercise);
  if (!v) versions.set(exercise, (v = digest(canonical(exercise))));
  return v;
}

/** the same exercise, differently loaded: it goes by the version it was made from */
export function sameVersion(exercise: Exercise, version: string): Exercise {
  versions.set(exercise, version);
  return exercise;
}
