/** Names nearest to what somebody typed or an old link says. */

const trigrams = (text: string): string[] => {
  const t = `  ${text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, " ")} `;
  return Array.from({ length: t.length - 2 }, (_, i) => t.slice(i, i + 3));
};

/** likeness by shared trigrams (Dice), 0 to 1 */
function likeness(a: readonly string[], b: ReadonlySet<string>): number {
  const both = a.filter((x) => b.has(x)).length;
  return (2 * both) / (a.length + b.size);
}

/** the few whose name is most like the text, best first; all of them share something with it */
export function nearest<T>(text: string, list: readonly T[], nameOf: (x: T) => string, most = 4): T[] {
  const asked = trigrams(text);
  return list
    .map((x) => ({ x, like: likeness(asked, new Set(trigrams(nameOf(x)))) }))
    .filter(({ like }) => like > 0.15)
    .sort((a, b) => b.like - a.like)
    .slice(0, most)
    .map(({ x }) => x);
}
