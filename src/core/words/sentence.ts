/**
 * Sentences as data: what is said, made of named values, with one sample of them. Each place has its module; a second
 * language is a module of the same names. `npm run words` prints every sentence with its sample, to be read aloud.
 */

export interface Sentence<V> {
  (values: V): string;
  /** values it is printed with */
  sample: V;
}

export const sentence = <V>(sample: V, text: (values: V) => string): Sentence<V> =>
  Object.assign((values: V) => text(values), { sample });

/** a label that needs no values */
export const label = (text: string): Sentence<void> => sentence<void>(undefined, () => text);

export type Words = Readonly<Record<string, Sentence<never>>>;

/** "1 set", "2 sets" */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** "a, b and c" */
export const listed = (list: readonly string[]): string =>
  list.length < 2 ? (list[0] ?? "") : `${list.slice(0, -1).join(", ")} and ${list.at(-1)}`;

export const capital = (text: string): string => text.replace(/^\p{Ll}/u, (c) => c.toUpperCase());

/** every sentence of a module with its sample, by its name */
export const printed = (words: Record<string, unknown>): { name: string; text: string }[] =>
  Object.entries(words).flatMap(([name, s]): { name: string; text: string }[] => {
    if (typeof s === "string") return s ? [{ name, text: s }] : [];
    if (typeof s === "function") return "sample" in s ? [{ name, text: (s as Sentence<unknown>)(s.sample) }] : [];
    if (typeof s !== "object" || s === null) return [];
    return printed(s as Record<string, unknown>).map((x) => ({ ...x, name: `${name}.${x.name}` }));
  });
